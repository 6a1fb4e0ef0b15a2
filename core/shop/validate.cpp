#include "shop/validate.h"

#include "measure/figures.h"
#include "measure/limits.h"
#include "measure/text.h"
#include "readout/line_reader.h"
#include "shop/threads.h"
#include "words/say.h"

#include <cmath>
#include <fmt/format.h>
#include <set>
#include <tuple>

namespace clockface {

namespace {

using Fault = std::optional<Problem>;

Fault range_fault(const std::string& place, double value, double least, double most, const std::string& sentence) {
    // Written so that a value that is not a number fails too.
    if (value >= least && value <= most)
        return std::nullopt;
    return Problem{place, sentence};
}

Fault words_fault(const std::string& place, const std::string& what, const std::string& text, std::size_t longest) {
    const auto found = text_fault(what, text, longest);
    return found ? Fault(Problem{place, *found}) : std::nullopt;
}

Fault count_fault(const std::string& place, std::size_t count, std::size_t most) {
    if (count <= most)
        return std::nullopt;
    return Problem{place, say("Up to {most} would do here; these are {count}.", {{"most", most}, {"count", count}})};
}

Fault step_fault(const std::string& place, Length step) {
    return range_fault(place, step.in_mm(), 1e-5, 10.0, say("A step between 0.00001 mm and 10 mm would do."));
}

Fault screw_fault(const std::string& place, const Screw& screw) {
    if (Fault found = range_fault(place + ".lead", screw.lead.in_mm(), 0.01, 100.0,
                                  say("A lead between 0.01 mm and 100 mm a turn would do.")))
        return found;
    if (Fault found = range_fault(place + ".graduations", screw.lines, 2, 100'000,
                                  say("A dial with 2 to 100000 lines a turn would do.")))
        return found;
    return range_fault(place + ".backlash", screw.backlash / screw.lead, 0.0, 20.0,
                       say("Backlash from nought to 20 turns would do."));
}

struct KindFault {
    std::string place;

    Fault operator()(const Handwheels& wheels) const {
        if (Fault found = screw_fault(place + ".x", wheels.x))
            return found;
        return screw_fault(place + ".y", wheels.y);
    }
    Fault operator()(const Readout& readout) const {
        if (Fault found = step_fault(place + ".resolution", readout.resolution))
            return found;
        if (Fault found = range_fault(place + ".circle_convention.zero", readout.circle_convention.zero.in_degrees(),
                                      -360.0, 360.0, say("A bearing from 0 to 360 degrees would do.")))
            return found;
        return range_fault(place + ".angle_resolution", readout.angle_resolution.in_degrees(), 1e-6, 1.0,
                           say("An angle step between 0.000001 and 1 degree would do."));
    }
    Fault operator()(const RotaryTable& table) const {
        if (Fault found = range_fault(place + ".ratio", table.ratio, 1, 1000, say("A ratio from 1 to 1000 would do.")))
            return found;
        if (Fault found = range_fault(place + ".graduations", table.graduations, 2, 100'000,
                                      say("A dial with 2 to 100000 steps would do.")))
            return found;
        if (Fault found = range_fault(place + ".backlash", table.backlash.in_degrees(), 0.0, 90.0,
                                      say("Backlash from nought to 90 degrees would do.")))
            return found;
        if (Fault found = range_fault(place + ".vernier", table.vernier, 1, table.graduations / 2.0,
                                      say("A vernier has from 1 step to half of those of the dial.")))
            return found;
        if (Fault found = count_fault(place + ".plates", table.plates.size(), limits::index_plates))
            return found;
        for (const auto& plate : table.plates) {
            if (Fault found = count_fault(place + ".plates", plate.size(), limits::circles_on_a_plate))
                return found;
            for (const int holes : plate)
                if (Fault found =
                        range_fault(place + ".plates", holes, 2, 2000, say("A circle has from 2 to 2000 holes.")))
                    return found;
        }
        return screw_fault(place + ".slide", table.slide);
    }
    Fault operator()(const LayoutBench& bench) const {
        if (Fault found = step_fault(place + ".gauge_step", bench.gauge_step))
            return found;
        if (Fault found = step_fault(place + ".divider_step", bench.divider_step))
            return found;
        return step_fault(place + ".measured_to", bench.measured_to);
    }
    Fault operator()(const DrillPress&) const { return std::nullopt; }
    Fault operator()(const MarksAcross& marks) const {
        for (const auto& [what, count] : {std::pair(".punches", marks.punches.size()),
                                          {".screws", marks.screws.size()},
                                          {".plugs", marks.plugs.size()}})
            if (Fault found = count_fault(place + what, count, limits::drawer))
                return found;
        for (const PunchSet& set : marks.punches) {
            if (Fault found = step_fault(place + ".punches", set.step))
                return found;
            if (!(set.from > Length{}) || set.to < set.from || set.to > Length::mm(1000.0))
                return Problem{place + ".punches", say("A set of punches runs from a small diameter to a larger one.")};
        }
        for (const Length each : marks.plugs)
            if (Fault found = range_fault(place + ".plugs", each.in_mm(), 0.1, 1000.0,
                                          say("A plug's diameter above nought and up to a metre would do.")))
                return found;
        const std::pair<const char*, Length> lengths[] = {{".punch_length", marks.punch_length},
                                                          {".scriber_reach", marks.scriber_reach},
                                                          {".marker_tip", marks.marker_tip},
                                                          {".marker_reach", marks.marker_reach},
                                                          {".cone", marks.cone}};
        for (const auto& [what, length] : lengths)
            if (Fault found = range_fault(place + what, length.in_mm(), 0.0, 1000.0,
                                          say("A length of nought up to a metre would do.")))
                return found;
        for (const std::string& screw : marks.screws)
            if (!find_thread(screw))
                return Problem{place + ".screws", "There is no thread named " + screw + ". One such as M6 would do."};
        return std::nullopt;
    }
};

} // namespace

namespace {

// Sizes of what holds work: everything there is of metal, and of a size a bench can carry.
Fault size_fault(const std::string& place, Length size, double least) {
    return range_fault(place, size.in_mm(), least, 2000.0,
                       least > 0.0 ? say("A size from 0.1 mm to 2 m would do.")
                                   : say("A size from nought to 2 m would do."));
}
constexpr double least_size = 0.1; // mm

Fault kit_fault(const RoundKit& kit) {
    if (Fault found = count_fault("kit.collet_blocks", kit.collet_blocks.size(), limits::drawer))
        return found;
    const std::pair<const char*, const std::vector<Length>*> drawers[] = {
        {"kit.rods", &kit.rods}, {"kit.packing", &kit.packing}, {"kit.bushings", &kit.bushings}};
    for (const auto& [place, all] : drawers) {
        if (Fault found = count_fault(place, all->size(), limits::drawer))
            return found;
        for (const Length each : *all)
            if (Fault found = range_fault(place, each.in_mm(), 0.001, 1000.0,
                                          say("A size above nought and up to a metre would do.")))
                return found;
    }
    if (Fault found = count_fault("kit.vee_blocks", kit.vee_blocks.size(), limits::drawer))
        return found;
    for (const VeeBlock& block : kit.vee_blocks) {
        for (const Length each : {block.width, block.height, block.opening, block.groove, block.depth})
            if (Fault found = size_fault("kit.vee_blocks", each, least_size))
                return found;
        if (!(block.opening < block.width))
            return Problem{"kit.vee_blocks", say("A vee that opens less than its block is wide would do.")};
        // Its flanks of 45 degrees end where the groove's walls begin.
        if (!(block.groove < block.opening && block.depth >= (block.opening - block.groove) / 2.0 &&
              block.depth < block.height))
            return Problem{"kit.vee_blocks",
                           say("The groove is narrower than the vee, and its floor lies below the flanks and above the "
                               "bottom of the block: {least} below its top at least would do.",
                               {{"least", with_unit((block.opening - block.groove) / 2.0, Unit::Millimetre)}})};
    }
    for (const ColletBlock& block : kit.collet_blocks) {
        if (Fault found =
                range_fault("kit.collet_blocks", block.sides, 2, 360, say("A block has from 2 to 360 sides.")))
            return found;
        for (const Length each : {block.across, block.length, block.largest})
            if (Fault found = size_fault("kit.collet_blocks", each, least_size))
                return found;
        if (!(block.largest < block.across))
            return Problem{"kit.collet_blocks", say("A bar thinner than the block is across would do.")};
    }
    if (Fault found =
            range_fault("kit.finder", kit.finder.in_mm(), 0.1, 50.0, say("A finder from 0.1 mm to 50 mm would do.")))
        return found;
    if (Fault found = range_fault("kit.protractor_step", kit.protractor_step.in_degrees(), 1e-4, 10.0,
                                  say("A protractor read to between 0.0001 and 10 degrees would do.")))
        return found;
    if (Fault found = range_fault("kit.protractor_reach", kit.protractor_reach.in_degrees(), 1.0, 360.0,
                                  say("A reach from 1 to 360 degrees would do.")))
        return found;
    for (const auto& [place, step] : {std::pair("kit.height_step", kit.height_step),
                                      {"kit.caliper_step", kit.caliper_step},
                                      {"kit.packing_within", kit.packing_within},
                                      {"kit.finder_repeats", kit.finder_repeats}})
        if (Fault found = step_fault(place, step))
            return found;
    return std::nullopt;
}

Fault set_fault(const std::string& place, const CutterSet& set) {
    const std::vector<std::string> sizes = sizes_of(set.family);
    const auto known = [&](const std::string& size) {
        return std::find(sizes.begin(), sizes.end(), size) != sizes.end();
    };
    for (const auto& [name, size] : {std::pair("from", set.from), {"to", set.to}})
        if (!known(size))
            return Problem{place + "." + name,
                           say("There is no '{size}' among the {family}. They run from {smallest} to {largest}.",
                               {{"size", size},
                                {"family", in_words(set.family)},
                                {"smallest", sizes.front()},
                                {"largest", sizes.back()}})};
    if (Fault found = count_fault(place + ".without", set.without.size(), limits::cutters))
        return found;
    for (const std::string& size : set.without)
        if (!known(size))
            return Problem{place + ".without", say("There is no '{size}' among the {family}.",
                                                   {{"size", size}, {"family", in_words(set.family)}})};
    return range_fault(place + ".step", set.step.in_mm(), 0.0, 25.4,
                       say("A step from nought (every size) to 1 in would do."));
}

Fault cutter_fault(const std::string& place, const Cutter& cutter) {
    if (cutter.name.empty())
        return Problem{place + ".name", say("A cutter needs a name it is called by.")};
    if (Fault found = words_fault(place + ".name", say("A cutter's name"), cutter.name, limits::name))
        return found;
    if (Fault found = words_fault(place + ".size", say("A cutter's size"), cutter.size, limits::label))
        return found;
    for (const auto& [what, size] : {std::pair(".diameter", cutter.diameter), {".measured", cutter.actual()}})
        if (Fault found =
                range_fault(place + what, size.in_mm(), 0.05, 200.0, say("A size from 0.05 mm to 200 mm would do.")))
            return found;
    for (const auto& [what, size] : {std::pair(".tip", cutter.tip),
                                     {".tip_length", cutter.tip_length},
                                     {".flute", cutter.flute},
                                     {".overall", cutter.overall}})
        if (Fault found =
                range_fault(place + what, size.in_mm(), 0.0, 1000.0, say("A length from nought to a metre would do.")))
            return found;
    if (cutter.kind == CutterKind::Tap && !find_thread(cutter.size))
        return Problem{place + ".size",
                       say("There is no thread named '{cutter}'. One such as M6 would do.", {{"cutter", cutter.size}})};
    return range_fault(place + ".point", cutter.point.in_degrees(), 0.0, 179.0,
                       say("An included angle from nought (flat) to 179 degrees would do."));
}

Fault drawer_fault(const Drawer& drawer) {
    for (const auto& [place, count] : {std::pair("drawer.sets", drawer.sets.size()),
                                       {"drawer.taps", drawer.taps.size()},
                                       {"drawer.singles", drawer.singles.size()},
                                       {"drawer.fluids", drawer.fluids.size()}})
        if (Fault found = count_fault(place, count, limits::cutters))
            return found;
    for (const std::string& fluid : drawer.fluids)
        if (Fault found = words_fault("drawer.fluids", say("A fluid's name"), fluid, limits::name))
            return found;
    for (std::size_t i = 0; i < drawer.sets.size(); ++i)
        if (Fault found = set_fault(fmt::format("drawer.sets[{}]", i), drawer.sets[i]))
            return found;
    for (std::size_t i = 0; i < drawer.taps.size(); ++i)
        if (!find_thread(drawer.taps[i].thread))
            return Problem{fmt::format("drawer.taps[{}].thread", i),
                           say("There is no thread named '{thread}'. One such as M6 would do.",
                               {{"thread", drawer.taps[i].thread}})};
    for (std::size_t i = 0; i < drawer.singles.size(); ++i)
        if (Fault found = cutter_fault(fmt::format("drawer.singles[{}]", i), drawer.singles[i]))
            return found;
    return std::nullopt;
}

Fault customs_fault(const Customs& customs) {
    if (customs.thread_percent != 0.0)
        if (Fault found = range_fault("customs.thread_percent", customs.thread_percent, 40.0, 95.0,
                                      say("From 40 to 95 percent of thread would do; 75 is usual.")))
            return found;
    if (Fault found =
            range_fault("customs.chip_room", customs.chip_room, 0.0, 20.0, say("From nought to 20 pitches would do.")))
        return found;
    for (const auto& [place, size] :
         {std::pair("customs.beyond", customs.beyond), {"customs.chamfer", customs.chamfer}})
        if (Fault found = range_fault(place, size.in_mm(), 0.0, 20.0, say("A length from nought to 20 mm would do.")))
            return found;
    if (Fault found = count_fault("customs.speeds", customs.speeds.size(), limits::drawer))
        return found;
    for (const auto& [metal, speed] : customs.speeds) {
        if (Fault found = words_fault("customs.speeds", say("A metal's name"), metal, limits::name))
            return found;
        if (Fault found = range_fault("customs.speeds." + metal, speed, 0.5, 1000.0,
                                      say("A surface speed from 0.5 to 1000 metres a minute would do.")))
            return found;
    }
    if (const std::optional<TapRhythm>& rhythm = customs.tap_rhythm) {
        if (Fault found = range_fault("customs.tap_rhythm.on", rhythm->on, 0.1, 3.0,
                                      say("From a tenth of a turn to 3 turns on would do; half a turn is usual.")))
            return found;
        if (Fault found = range_fault("customs.tap_rhythm.back", rhythm->back, 0.05, rhythm->on * 0.9,
                                      say("Less back than on would do; a quarter is usual after half a turn on.")))
            return found;
    }
    return range_fault("customs.briskness", customs.briskness, 10.0, 150.0, say("From 10 to 150 percent would do."));
}

Fault line_fault(const std::string& place, const SerialLine& line) {
    if (Fault found = words_fault(place + ".port", say("The port"), line.port, limits::text))
        return found;
    if (Fault found = range_fault(place + ".speed", line.speed, 110, 4'000'000,
                                  say("A speed from 110 to 4000000 bits a second would do; 9600 is common.")))
        return found;
    if (!is_frame(line.frame))
        return Problem{place + ".frame",
                       say("7 or 8 bits, N, E or O, 1 or 2 stop bits would do, such as {frame}.", {{"frame", "8N1"}})};
    if (line.pattern.empty()) // not learnt yet
        return std::nullopt;
    if (const auto pattern = LinePattern::read(line.pattern); !pattern)
        return Problem{place + ".pattern", pattern.error().sentence};
    return words_fault(place + ".pattern", say("The pattern"), line.pattern, longest_line);
}

Fault spindle_fault(const std::string& place, const Machine& machine) {
    const Spindle& spindle = machine.spindle;
    constexpr double slowest = 1.0, fastest = 200'000.0;
    const std::string turns = say("From 1 to 200000 turns a minute would do, rising.");
    double last = 0.0;
    if (Fault found = count_fault(place + ".steps", spindle.steps.size(), limits::drawer))
        return found;
    for (const double step : spindle.steps) {
        if (Fault found = range_fault(place + ".steps", step, std::max(slowest, last + 1e-9), fastest, turns))
            return found;
        last = step;
    }
    if (spindle.steps.empty()) {
        if (Fault found = range_fault(place + ".slowest", spindle.slowest, slowest, fastest, turns))
            return found;
        if (Fault found = range_fault(place + ".fastest", spindle.fastest, spindle.slowest, fastest, turns))
            return found;
    }
    for (const auto& [what, size] :
         {std::pair(".one_go", spindle.one_go), {".room", spindle.room}, {".stroke", spindle.stroke}})
        if (Fault found =
                range_fault(place + what, size.in_mm(), 0.5, 5000.0, say("A length from 0.5 mm to 5 m would do.")))
            return found;
    if (Fault found = range_fault(place + ".chuck", spindle.chuck.in_mm(), 0.0, 500.0,
                                  say("A diameter from nought to 500 mm would do.")))
        return found;
    if (machine.line)
        if (Fault found = line_fault(place + ".line", *machine.line))
            return found;
    for (const auto& [what, size] : {std::pair(".travel_x", machine.travel.x), {".travel_y", machine.travel.y}})
        if (Fault found =
                range_fault(place + what, size.in_mm(), 0.0, 20000.0, say("A travel from nought to 20 m would do.")))
            return found;
    if (Fault found = step_fault(place + ".scale_step", spindle.scale_step))
        return found;
    if (Fault found = range_fault(place + ".change_minutes", spindle.change_minutes, 0.0, 600.0,
                                  say("From nought to 600 minutes would do.")))
        return found;
    if (Fault found = range_fault(place + ".hour", machine.hour, 0.0, 1e6, say("Nought or more would do.")))
        return found;
    for (const auto& [what, jump] :
         {std::pair(".lock_jump_x", machine.lock_jump.x), {".lock_jump_y", machine.lock_jump.y}})
        if (Fault found =
                range_fault(place + what, jump.in_mm(), -5.0, 5.0, say("From 5 mm back to 5 mm on would do.")))
            return found;
    for (const auto& [what, error] : {std::pair(".errors.pick_up", machine.errors.pick_up),
                                      {".errors.setting", machine.errors.setting},
                                      {".errors.backlash_left", machine.errors.backlash_left},
                                      {".errors.marking", machine.errors.marking}})
        if (Fault found = range_fault(place + what, error.in_mm(), 0.0, 5.0, say("From nought to 5 mm would do.")))
            return found;
    if (Fault found = range_fault(place + ".spindle.knee_lead", machine.spindle.knee_lead.in_mm(), 0.0, 100.0,
                                  say("A lead from nought (no knee) to 100 mm a turn would do.")))
        return found;
    if (machine.spindle.knee_lead > Length{})
        return range_fault(place + ".spindle.knee_lines", machine.spindle.knee_lines, 2, 100'000,
                           say("A dial with 2 to 100000 lines would do."));
    return std::nullopt;
}

Fault own_name_fault(const std::string& place, const std::string& name, std::set<std::string>& names) {
    if (name.empty() || !names.insert(name).second)
        return Problem{place + ".name", say("It needs a name of its own.")};
    return words_fault(place + ".name", say("Its name"), name, limits::name);
}

Fault chuck_fault(const std::string& place, const WorkChuck& chuck, std::set<std::string>& names) {
    if (Fault found = own_name_fault(place, chuck.name, names))
        return found;
    if (Fault found = range_fault(place + ".jaws", chuck.jaws, 2, 8, say("A chuck has from 2 to 8 jaws.")))
        return found;
    for (const auto& [what, size, smallest] : {std::tuple(".smallest", chuck.smallest, 0.0),
                                               {".largest", chuck.largest, least_size},
                                               {".body", chuck.body, least_size},
                                               {".bore", chuck.bore, 0.0},
                                               {".height", chuck.height, least_size},
                                               {".jaw_height", chuck.jaw_height, least_size},
                                               {".jaw_width", chuck.jaw_width, least_size},
                                               {".jaw_length", chuck.jaw_length, least_size}})
        if (Fault found = size_fault(place + what, size, smallest))
            return found;
    if (!(chuck.smallest < chuck.largest))
        return Problem{place + ".smallest", say("A diameter below the largest it grips would do.")};
    if (!(chuck.bore < chuck.body))
        return Problem{place + ".bore", say("A bore narrower than the chuck's body would do.")};
    return std::nullopt;
}

Fault angle_plate_fault(const std::string& place, const AnglePlate& plate, std::set<std::string>& names) {
    if (Fault found = own_name_fault(place, plate.name, names))
        return found;
    for (const auto& [what, size] :
         {std::pair(".width", plate.width), {".height", plate.height}, {".thickness", plate.thickness}})
        if (Fault found = size_fault(place + what, size, least_size))
            return found;
    return std::nullopt;
}

Fault holdings_fault(const Holdings& all) {
    for (const auto& [place, count] : {std::pair("holdings.vises", all.vises.size()),
                                       {"holdings.parallels", all.parallels.size()},
                                       {"holdings.chucks", all.chucks.size()},
                                       {"holdings.angle_plates", all.angle_plates.size()},
                                       {"holdings.waste", all.waste.size()},
                                       {"holdings.finders", all.finders.size()}})
        if (Fault found = count_fault(place, count, limits::holdings))
            return found;
    std::set<std::string> names;
    for (std::size_t i = 0; i < all.vises.size(); ++i) {
        const Vise& vise = all.vises[i];
        const std::string place = fmt::format("holdings.vises[{}]", i);
        if (Fault found = own_name_fault(place, vise.name, names))
            return found;
        for (const auto& [what, size, smallest] : {std::tuple(".jaw_width", vise.jaw_width, least_size),
                                                   {".jaw_depth", vise.jaw_depth, least_size},
                                                   {".jaw_thickness", vise.jaw_thickness, least_size},
                                                   {".opening", vise.opening, least_size},
                                                   {".bed_height", vise.bed_height, least_size},
                                                   {".slot", vise.slot, 0.0}})
            if (Fault found = size_fault(place + what, size, smallest))
                return found;
        if (vise.slot >= vise.jaw_width)
            return Problem{place + ".slot", say("A slot narrower than the jaws are wide would do.")};
    }
    // A job names any of them by its name alone.
    for (std::size_t i = 0; i < all.chucks.size(); ++i)
        if (Fault found = chuck_fault(fmt::format("holdings.chucks[{}]", i), all.chucks[i], names))
            return found;
    for (std::size_t i = 0; i < all.angle_plates.size(); ++i)
        if (Fault found = angle_plate_fault(fmt::format("holdings.angle_plates[{}]", i), all.angle_plates[i], names))
            return found;
    names.clear();
    for (std::size_t i = 0; i < all.parallels.size(); ++i) {
        const ParallelPair& pair = all.parallels[i];
        const std::string place = fmt::format("holdings.parallels[{}]", i);
        for (const auto& [what, size] :
             {std::pair(".thickness", pair.thickness), {".height", pair.height}, {".length", pair.length}})
            if (Fault found = size_fault(place + what, size, least_size))
                return found;
        if (!names.insert(name_of(pair)).second)
            return Problem{place, say("There is a pair of that thickness and height already.")};
    }
    for (std::size_t i = 0; i < all.waste.size(); ++i)
        if (Fault found = size_fault(fmt::format("holdings.waste[{}]", i), all.waste[i], least_size))
            return found;
    for (const auto& [what, size] : {std::pair(".reach", all.strap.reach),
                                     {".width", all.strap.width},
                                     {".thickness", all.strap.thickness},
                                     {".stud_out", all.strap.stud_out},
                                     {".stud_above", all.strap.stud_above}})
        if (Fault found = size_fault(std::string("holdings.strap") + what, size, least_size))
            return found;
    names.clear();
    for (std::size_t i = 0; i < all.finders.size(); ++i) {
        const Finder& finder = all.finders[i];
        const std::string place = fmt::format("holdings.finders[{}]", i);
        if (Fault found = own_name_fault(place, finder.name, names))
            return found;
        for (const auto& [what, size] :
             {std::pair(".diameter", finder.diameter), {".repeats", finder.repeats}, {".needs", finder.needs}})
            if (Fault found =
                    range_fault(place + what, size.in_mm(), 0.0, 100.0, say("A size from nought to 100 mm would do.")))
                return found;
    }
    return std::nullopt;
}

} // namespace

std::optional<Problem> first_fault(const Shop& shop) {
    if (Fault found = count_fault("machines", shop.machines.size(), limits::machines))
        return found;
    if (Fault found = words_fault("name", say("The shop's name"), shop.name, limits::name))
        return found;
    if (Fault found = kit_fault(shop.kit))
        return found;
    if (Fault found = drawer_fault(shop.drawer))
        return found;
    if (Fault found = customs_fault(shop.customs))
        return found;
    if (Fault found = holdings_fault(shop.holdings))
        return found;
    for (std::size_t i = 0; i < shop.machines.size(); ++i)
        if (Fault found = spindle_fault(fmt::format("machines[{}].spindle", i), shop.machines[i]))
            return found;
    if (shop.machines.empty())
        return Problem{"machines", say("The shop has no machine. It needs one at least.")};
    std::set<std::string> names{shop.marks.name};
    for (std::size_t i = 0; i < shop.machines.size(); ++i) {
        const Machine& machine = shop.machines[i];
        const std::string place = fmt::format("machines[{}]", i);
        if (machine.name.empty() || !names.insert(machine.name).second)
            return Problem{place + ".name", say("Every machine needs a name of its own.")};
        if (Fault found = words_fault(place + ".name", say("A machine's name"), machine.name, limits::name))
            return found;
        if (Fault found = words_fault(place + ".remark", say("The remark"), machine.remark, limits::text))
            return found;
        if (Fault found = std::visit(KindFault{place}, machine.kind))
            return found;
    }
    if (!std::holds_alternative<MarksAcross>(shop.marks.kind))
        return Problem{"marks.kind", say("The kind of the drawer for marks is 'marks'.")};
    if (Fault found = std::visit(KindFault{"marks"}, shop.marks.kind))
        return found;
    return range_fault("edge_distance_factor", shop.edge_distance_factor, 0.5, 10.0,
                       say("A factor from 0.5 to 10 hole diameters would do."));
}

} // namespace clockface
