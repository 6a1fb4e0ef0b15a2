#include "shop/validate.h"

#include "shop/threads.h"

#include <cmath>
#include <fmt/format.h>
#include <set>

namespace clockface {

namespace {

using Fault = std::optional<Problem>;

Fault range_fault(const std::string& place, double value, double least, double most, const std::string& sentence) {
    // Written so that a value that is not a number fails too.
    if (value >= least && value <= most)
        return std::nullopt;
    return Problem{place, sentence};
}

Fault step_fault(const std::string& place, Length step) {
    return range_fault(place, step.in_mm(), 1e-5, 10.0, "A step between 0.00001 mm and 10 mm would do.");
}

Fault screw_fault(const std::string& place, const Screw& screw) {
    if (Fault found = range_fault(place + ".lead", screw.lead.in_mm(), 0.01, 100.0,
                                  "A lead between 0.01 mm and 100 mm a turn would do."))
        return found;
    if (Fault found = range_fault(place + ".graduations", screw.graduations, 2, 100'000,
                                  "A dial with 2 to 100000 lines would do."))
        return found;
    return range_fault(place + ".backlash", screw.backlash / screw.lead, 0.0, 20.0,
                       "Backlash from nought to 20 turns would do.");
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
                                      -360.0, 360.0, "A bearing from 0 to 360 degrees would do."))
            return found;
        return range_fault(place + ".angle_resolution", readout.angle_resolution.in_degrees(), 1e-6, 1.0,
                           "An angle step between 0.000001 and 1 degree would do.");
    }
    Fault operator()(const RotaryTable& table) const {
        if (Fault found = range_fault(place + ".ratio", table.ratio, 1, 1000, "A ratio from 1 to 1000 would do."))
            return found;
        if (Fault found = range_fault(place + ".graduations", table.graduations, 2, 100'000,
                                      "A dial with 2 to 100000 steps would do."))
            return found;
        if (Fault found = range_fault(place + ".backlash", table.backlash.in_degrees(), 0.0, 90.0,
                                      "Backlash from nought to 90 degrees would do."))
            return found;
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
        for (const PunchSet& set : marks.punches) {
            if (Fault found = step_fault(place + ".punches", set.step))
                return found;
            if (!(set.from > Length{}) || set.to < set.from || set.to > Length::mm(1000.0))
                return Problem{place + ".punches", "A set of punches runs from a small diameter to a larger one."};
        }
        for (const Length each : marks.plugs)
            if (Fault found = range_fault(place + ".plugs", each.in_mm(), 0.1, 1000.0,
                                          "A plug's diameter above nought and up to a metre would do."))
                return found;
        const std::pair<const char*, Length> lengths[] = {{".punch_length", marks.punch_length},
                                                          {".scriber_reach", marks.scriber_reach},
                                                          {".marker_tip", marks.marker_tip},
                                                          {".marker_reach", marks.marker_reach},
                                                          {".cone", marks.cone}};
        for (const auto& [what, length] : lengths)
            if (Fault found = range_fault(place + what, length.in_mm(), 0.0, 1000.0,
                                          "A length of nought up to a metre would do."))
                return found;
        for (const std::string& screw : marks.screws)
            if (!find_thread(screw))
                return Problem{place + ".screws", "There is no thread named " + screw + ". One such as M6 would do."};
        return std::nullopt;
    }
};

} // namespace

namespace {

Fault kit_fault(const RoundKit& kit) {
    const std::pair<const char*, const std::vector<Length>*> drawers[] = {{"kit.rods", &kit.rods},
                                                                          {"kit.packing", &kit.packing},
                                                                          {"kit.vee_blocks", &kit.vee_blocks},
                                                                          {"kit.bushings", &kit.bushings}};
    for (const auto& [place, all] : drawers)
        for (const Length each : *all)
            if (Fault found =
                    range_fault(place, each.in_mm(), 0.001, 1000.0, "A size above nought and up to a metre would do."))
                return found;
    for (const int sides : kit.collet_blocks)
        if (Fault found = range_fault("kit.collet_blocks", sides, 2, 360, "A block has from 2 to 360 sides."))
            return found;
    if (Fault found =
            range_fault("kit.finder", kit.finder.in_mm(), 0.1, 50.0, "A finder from 0.1 mm to 50 mm would do."))
        return found;
    if (Fault found = range_fault("kit.protractor_step", kit.protractor_step.in_degrees(), 1e-4, 10.0,
                                  "A protractor read to between 0.0001 and 10 degrees would do."))
        return found;
    if (Fault found = range_fault("kit.protractor_reach", kit.protractor_reach.in_degrees(), 1.0, 360.0,
                                  "A reach from 1 to 360 degrees would do."))
        return found;
    for (const auto& [place, step] : {std::pair("kit.height_step", kit.height_step),
                                      {"kit.caliper_step", kit.caliper_step},
                                      {"kit.packing_within", kit.packing_within},
                                      {"kit.finder_repeats", kit.finder_repeats}})
        if (Fault found = step_fault(place, step))
            return found;
    return std::nullopt;
}

} // namespace

std::optional<Problem> first_fault(const Shop& shop) {
    if (Fault found = kit_fault(shop.kit))
        return found;
    if (shop.machines.empty())
        return Problem{"machines", "The shop has no machine. It needs one at least."};
    std::set<std::string> names{shop.marks.name};
    for (std::size_t i = 0; i < shop.machines.size(); ++i) {
        const Machine& machine = shop.machines[i];
        const std::string place = fmt::format("machines[{}]", i);
        if (machine.name.empty() || !names.insert(machine.name).second)
            return Problem{place + ".name", "Every machine needs a name of its own."};
        if (Fault found = std::visit(KindFault{place}, machine.kind))
            return found;
    }
    if (!std::holds_alternative<MarksAcross>(shop.marks.kind))
        return Problem{"marks.kind", "The kind of the drawer for marks is 'marks'."};
    if (Fault found = std::visit(KindFault{"marks"}, shop.marks.kind))
        return found;
    return range_fault("edge_distance_factor", shop.edge_distance_factor, 0.5, 10.0,
                       "A factor from 0.5 to 10 hole diameters would do.");
}

} // namespace clockface
