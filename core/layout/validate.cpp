#include "layout/faults.h"

#include "layout/pattern.h"
#include "measure/cases.h"
#include "measure/drill_names.h"
#include "measure/figures.h"
#include "survey/survey.h"
#include "words/say.h"

#include <algorithm>
#include <cctype>
#include <cmath>
#include <fmt/format.h>

namespace clockface {

namespace {

Fault count_fault(const std::string& place, int count, int least) {
    if (count < least || count > limits::holes_in_pattern)
        return fault(place, say("Any number of holes from {least} to {holes_in_pattern} would do here.",
                                {{"least", least}, {"holes_in_pattern", limits::holes_in_pattern}}));
    return std::nullopt;
}

Fault layout_fault(const std::string& place, const CirclePattern& circle) {
    if (Fault found = count_fault(place + ".count", circle.count, 1))
        return found;
    if (Fault found = size_fault(place + ".diameter", say("The pitch circle"), circle.diameter))
        return found;
    return angle_fault(place + ".first", circle.first);
}

Fault layout_fault(const std::string& place, const ArcPattern& arc) {
    if (arc.count == 1)
        return fault(place + ".count",
                     say("An arc has two ends, so it needs two holes or more. For one hole use a single hole."));
    if (Fault found = count_fault(place + ".count", arc.count, 2))
        return found;
    if (Fault found = size_fault(place + ".diameter", say("The pitch circle"), arc.diameter))
        return found;
    if (Fault found = angle_fault(place + ".first", arc.first))
        return found;
    if (!(arc.sweep > Angle{}) || !(arc.sweep < Angle::degrees(360.0)))
        return fault(place + ".sweep",
                     say("An arc runs over more than 0 and less than 360 degrees: at 360 its last hole would "
                         "fall on its first. For a full turn use a circle."));
    return std::nullopt;
}

Fault layout_fault(const std::string& place, const RowPattern& row) {
    if (Fault found = count_fault(place + ".count", row.count, 2))
        return found;
    if (Fault found = size_fault(place + ".pitch", say("The pitch"), row.pitch))
        return found;
    if (row.pitch * row.count > 2.0 * limits::size)
        return fault(place + ".pitch",
                     say("The row is longer than 40 metres. A smaller pitch or fewer holes would do."));
    return angle_fault(place + ".bearing", row.bearing);
}

Fault layout_fault(const std::string&, const SinglePattern&) {
    return std::nullopt;
}

Fault layout_fault(const std::string& place, const GridPattern& grid) {
    const int least = grid.kind == GridKind::Staggered ? 2 : 1; // a shifted row of a staggered grid has one hole less
    if (Fault found = count_fault(place + ".columns", grid.columns, least))
        return found;
    if (Fault found = count_fault(place + ".rows", grid.rows, 1))
        return found;
    if (static_cast<double>(grid.columns) * grid.rows > limits::holes_in_pattern)
        return fault(place + ".rows", say("A grid holds up to {holes_in_pattern} places. Fewer rows would do.",
                                          {{"holes_in_pattern", limits::holes_in_pattern}}));
    if (Fault found = size_fault(place + ".pitch", say("The pitch along the rows"), grid.pitch))
        return found;
    if (Fault found = size_fault(place + ".across", say("The distance between the rows"), grid.across))
        return found;
    if (grid.pitch * grid.columns > 2.0 * limits::size || grid.across * grid.rows > 2.0 * limits::size)
        return fault(place + ".pitch",
                     say("The grid is more than 40 metres wide. A smaller pitch or fewer holes would do."));
    return angle_fault(place + ".bearing", grid.bearing);
}

Fault layout_fault(const std::string& place, const AnglesPattern& angles) {
    if (angles.at.empty() || angles.at.size() > static_cast<std::size_t>(limits::holes_in_pattern))
        return fault(place + ".at", say("List the angles of the holes, such as 12, 95, 171.5."));
    if (Fault found = size_fault(place + ".diameter", say("The pitch circle"), angles.diameter))
        return found;
    for (const Angle angle : angles.at)
        if (Fault found = angle_fault(place + ".at", angle))
            return found;
    return std::nullopt;
}

// A distance that may be nought or below it: a margin, a shift.
Fault distance_fault(const std::string& place, Length size) {
    if (!std::isfinite(size.in_mm()) || abs(size) > limits::size)
        return fault(place, say("This is more than 20 metres. Check the decimal point and the unit."));
    return std::nullopt;
}

Fault layout_fault(const std::string& place, const MarginsPattern& margins) {
    if (margins.count == 1)
        return fault(place + ".count",
                     say("Between two margins stand two holes or more. For one hole use a single hole."));
    if (Fault found = count_fault(place + ".count", margins.count, 2))
        return found;
    for (const Length size : {margins.level, margins.before, margins.after})
        if (Fault found = distance_fault(place + ".margins", size))
            return found;
    return std::nullopt;
}

Fault layout_fault(const std::string& place, const StepsPattern& row) {
    if (row.steps.empty() || row.steps.size() >= static_cast<std::size_t>(limits::holes_in_pattern))
        return fault(place + ".steps", say("List the distances from hole to hole, such as 7.4, 9.1, 12.2."));
    Length whole;
    for (const Length step : row.steps) {
        if (Fault found = size_fault(place + ".steps", say("A distance from hole to hole"), step))
            return found;
        whole += step;
    }
    if (whole > 2.0 * limits::size)
        return fault(place + ".steps", say("The row is longer than 40 metres. Smaller distances would do."));
    return angle_fault(place + ".bearing", row.bearing);
}

Fault layout_fault(const std::string& place, const MiddlePattern& middle) {
    if (middle.one == middle.other)
        return fault(place + ".between", say("The middle needs two different holes, such as A1 and A3."));
    return std::nullopt;
}

Fault layout_fault(const std::string& place, const TwoDistancesPattern& two) {
    if (two.one == two.other)
        return fault(place + ".from", say("The two distances need two different holes, such as A1 and A3."));
    if (Fault found =
            size_fault(place + ".from", say("The distance from {one}", {{"one", in_words(two.one)}}), two.from_one))
        return found;
    return size_fault(place + ".from", say("The distance from {other}", {{"other", in_words(two.other)}}),
                      two.from_other);
}

Fault layout_fault(const std::string& place, const PointsPattern& points) {
    if (points.at.empty() || points.at.size() > static_cast<std::size_t>(limits::holes_in_pattern))
        return fault(place + ".points", say("A pattern of points has from 1 to {holes_in_pattern} holes.",
                                            {{"holes_in_pattern", limits::holes_in_pattern}}));
    if (!points.copied.empty() && points.copied.size() != points.at.size())
        return fault(place + ".copied",
                     say("A pattern copied from the old part names one of its holes for every place."));
    for (const int number : points.open)
        if (number < 1 || static_cast<std::size_t>(number) > points.copied.size())
            return fault(place + ".open", say("There is no copied hole {number}.", {{"number", number}}));
    return std::nullopt;
}

Fault times_fault(const std::string& place, int times) {
    if (times < 1 || times > limits::holes_in_pattern)
        return fault(place + ".times", say("Any number of times from 1 to {holes_in_pattern} would do.",
                                           {{"holes_in_pattern", limits::holes_in_pattern}}));
    return std::nullopt;
}

Fault layout_fault(const std::string& place, const CopyPattern& copy) {
    return std::visit(
        Cases{[&](const Mirrored& mirror) { return angle_fault(place + ".along", mirror.along); },
              [&](const Turned& turn) -> Fault {
                  if (turn.by.wrapped() == Angle{})
                      return fault(place + ".by",
                                   say("Turned by this angle the copy falls on its source. Any angle that is "
                                       "no full turn would do."));
                  if (Fault found = angle_fault(place + ".by", turn.by))
                      return found;
                  return times_fault(place, turn.times);
              },
              [&](const Repeated& repeat) -> Fault {
                  if (repeat.step == Point{})
                      return fault(place + ".step",
                                   say("Repeated without a step the copy falls on its source. Give a step to "
                                       "the side or upwards."));
                  if (Fault found = point_fault(place + ".step", repeat.step))
                      return found;
                  return times_fault(place, repeat.times);
              },
              [&](const AtEach& each) -> Fault {
                  if (each.of == copy.of)
                      return fault(place + ".of", say("A pattern cannot be set at its own holes. Name another "
                                                      "pattern that carries it."));
                  return std::nullopt;
              },
              [](const InEveryPiece&) -> Fault { return std::nullopt; }},
        copy.way);
}

Fault layout_fault(const std::string& place, const BarPattern& bar) {
    if (Fault found = count_fault(place + ".count", bar.count, 1))
        return found;
    for (const Length size : {bar.along, bar.pitch * bar.count, bar.offset})
        if (Fault found = distance_fault(place + ".along", size))
            return found;
    if (Fault found = angle_fault(place + ".at", bar.at))
        return found;
    if (Fault found = angle_fault(place + ".turn", bar.turn))
        return found;
    if (bar.turn < Angle{})
        return fault(place + ".turn", say("The angle from hole to hole is more than nought; say clockwise or "
                                          "counter-clockwise beside it."));
    if (bar.count > 1 && bar.pitch == Length{} && !bar.all_round && bar.turn.wrapped() == Angle{})
        return fault(place + ".pitch",
                     say("All of these holes would fall on the first. Give the distance or the angle from "
                         "hole to hole."));
    if (bar.along_from == AlongFrom::Hole && !bar.hole)
        return fault(place + ".hole", say("From which hole is the distance counted?"));
    if ((bar.reach == BarReach::IntoHole) != bar.into.has_value())
        return fault(place + ".into", say("Into which hole does it run? Name it, such as A1."));
    return std::nullopt;
}

Fault points_fault(const std::string& place, const Pattern& pattern) {
    for (const Point& point : points_in(pattern.layout))
        if (Fault found = point_fault(place + ".at", point))
            return found;
    for (const Point& extra : pattern.extras)
        if (Fault found = point_fault(place + ".extras", extra))
            return found;
    for (const auto& [number, step] : pattern.off)
        if (Fault found = point_fault(place + ".off", step))
            return found;
    return std::nullopt;
}

// What goes with a hole beside its diameter and depth.
Fault wishes_fault(const std::string& place, const CuttingOverrides& wishes) {
    if (wishes.steps.size() + wishes.added.size() > limits::wished_steps)
        return fault(place, say("Up to {wished_steps} steps would do for one kind of hole.",
                                {{"wished_steps", limits::wished_steps}}));
    constexpr double slowest = 1.0, fastest = 200'000.0;
    for (const auto& [step, wish] : wishes.steps) {
        const std::string at = place + ".steps." + step.substr(0, limits::name);
        if (Fault found = words_fault(at, say("The name of a step"), step, limits::name))
            return found;
        if (Fault found =
                words_fault(at + ".cutter", say("The name of a cutter"), wish.cutter.value_or(""), limits::name))
            return found;
        if (wish.rpm && !(*wish.rpm >= slowest && *wish.rpm <= fastest))
            return fault(at + ".rpm", say("From 1 to 200000 turns a minute would do."));
        for (const auto& length : {wish.depth, wish.peck})
            if (length)
                if (Fault found = size_fault(at, say("The depth"), *length))
                    return found;
    }
    for (const AddedStep& added : wishes.added) {
        for (const std::string& name : {added.after, added.cutter})
            if (Fault found = words_fault(place + ".added", say("The name of a cutter or a step"), name, limits::name))
                return found;
        if (added.depth)
            if (Fault found = size_fault(place + ".added", say("The depth"), *added.depth))
                return found;
    }
    return std::nullopt;
}

Fault spec_fault(const std::string& place, const HoleSpec& hole) {
    if (Fault found = size_fault(place + ".diameter", say("The hole's diameter"), hole.diameter))
        return found;
    if (hole.depth)
        if (Fault found = size_fault(place + ".depth", say("The depth"), *hole.depth))
            return found;
    if (hole.purpose == Purpose::Tapped && hole.label.empty())
        return fault(place + ".label", say("A tapped hole needs the name of its thread, such as M5."));
    if (Fault found = words_fault(place + ".label", say("The thread or fit"), hole.label, limits::label))
        return found;
    if (!hole.drill.empty()) {
        const std::optional<Length> named = drill_diameter(hole.drill);
        if (!named)
            return fault(place + ".drill", say("A number or letter drill is meant here, such as #7 or F."));
        if (abs(*named - hole.diameter) > Length::mm(1e-6))
            return fault(place + ".drill", say("The drill {drill} measures {named}, and the diameter says otherwise.",
                                               {{"drill", hole.drill}, {"named", with_unit(*named, Unit::Inch)}}));
    }
    if (hole.recess) {
        if (Fault found = size_fault(place + ".recess.diameter", say("The recess's diameter"), hole.recess->diameter))
            return found;
        if (hole.recess->diameter <= hole.diameter)
            return fault(place + ".recess.diameter", say("A recess is wider than its hole."));
        if (hole.recess->kind == RecessKind::Counterbore) {
            if (Fault found = size_fault(place + ".recess.depth", say("The counterbore's depth"), hole.recess->depth))
                return found;
        } else if (!(hole.recess->angle >= Angle::degrees(30.0) && hole.recess->angle <= Angle::degrees(160.0))) {
            return fault(place + ".recess.angle",
                         say("A countersink from 30 to 160 degrees would do; 90 and 82 are usual."));
        }
    }
    if (hole.captive && !hole.depth)
        return fault(place + ".depth", say("A captive thread needs the depth it is tapped to."));
    if (hole.limits) {
        const auto& [least, most] = *hole.limits;
        for (const auto& limit : {least, most})
            if (limit)
                if (Fault found = size_fault(place + ".limits", say("A limit"), *limit))
                    return found;
        if (least && most && *least > *most)
            return fault(place + ".limits", say("The lower limit is above the upper one."));
    }
    return wishes_fault(place + ".wishes", hole.wishes);
}

Fault hole_fault(const std::string& place, const Pattern& pattern) {
    if (std::holds_alternative<CopyPattern>(pattern.layout))
        return pattern.hole == HoleSpec{} ? Fault{}
                                          : fault(place + ".hole", say("A copy has the holes of its source."));
    return spec_fault(place + ".hole", pattern.hole);
}

Fault pattern_fault(const std::string& place, const Pattern& pattern) {
    if (pattern.name.empty())
        return fault(place + ".name", say("A pattern needs a name, such as A."));
    if (Fault found = words_fault(place + ".name", say("A pattern's name"), pattern.name, limits::pattern_name))
        return found;
    // "A1" and its hole 1, and "A" and its hole 11, would both be A11.
    if (std::isdigit(static_cast<unsigned char>(pattern.name.back())) != 0)
        return fault(place + ".name",
                     say("A pattern's name ends in a letter: the figure after it is the number of the hole."));
    if (Fault found = points_fault(place, pattern))
        return found;
    if (Fault found = std::visit([&](const auto& layout) { return layout_fault(place, layout); }, pattern.layout))
        return found;
    for (const auto& within : {pattern.within.x, pattern.within.y})
        if (within)
            if (Fault found =
                    size_fault(place + ".within", say("What its holes may stand beside their place"), *within))
                return found;
    return hole_fault(place, pattern);
}

// The side of a bar has patterns of its own.
Fault bar_place_fault(const Job& job, const std::string& place, const Pattern& pattern) {
    const bool side = job.blank.is_bar() && pattern.face == Face::Top;
    const auto* bar = std::get_if<BarPattern>(&pattern.layout);
    const auto* copy = std::get_if<CopyPattern>(&pattern.layout);
    if (bar && !side)
        return fault(place, say("{pattern} is drilled into the side of a bar, and there is none here. Make the blank a "
                                "bar, or take the pattern away first.",
                                {{"pattern", pattern.name}}));
    if (side && !bar && !copy)
        return fault(place, say("{pattern} is a pattern for a flat face. On the side of a bar holes stand along it and "
                                "round it; on its ends they may stand in any pattern.",
                                {{"pattern", pattern.name}}));
    if (side && (!pattern.off.empty() || !pattern.extras.empty()))
        return fault(place + ".off", say("On the side of a bar a hole out of the row is a pattern of its own."));
    if (bar && bar->along_from == AlongFrom::Shoulder &&
        (bar->shoulder < 1 || static_cast<std::size_t>(bar->shoulder) > job.blank.bar.shoulders.size()))
        return fault(place + ".shoulder",
                     job.blank.bar.shoulders.empty()
                         ? say("The bar has no shoulder to count from. Count from an end, or give it one under Blank.")
                         : say("The bar has {int64_t} {int64_t:shoulder|shoulders}.",
                               {{"int64_t", job.blank.bar.shoulders.size()}}));
    if (bar && bar->reach != BarReach::AsSaid && pattern.hole.depth)
        return fault(place + ".reach", say("The depth of the hole is said twice. Keep one of the two."));
    if (side && copy) {
        const auto* mirror = std::get_if<Mirrored>(&copy->way);
        const auto* repeat = std::get_if<Repeated>(&copy->way);
        if ((mirror && mirror->along.wrapped() != Angle::degrees(90.0)) || (repeat && repeat->step.y != Length{}))
            return fault(place + ".way", say("On the side of a bar a pattern is repeated along it, turned round it, or "
                                             "mirrored in a line across it."));
    }
    return std::nullopt;
}

// What pattern `index` says of others and of its own numbers, once it is known how many places each has.
Fault reference_fault(const Job& job, std::size_t index, const std::vector<std::int64_t>& counts) {
    const std::string place = fmt::format("patterns[{}]", index);
    const Pattern& pattern = job.patterns[index];
    for (const std::string& name : names_in(pattern.layout)) {
        const int other = pattern_index(job, name);
        if (other < 0)
            return fault(place + ".of", say("There is no pattern {name} to go by.", {{"name", name}}));
        if (static_cast<std::size_t>(other) >= index)
            return fault(place + ".of",
                         say("{pattern} can only go by patterns that stand before it in the list, and {name} does not.",
                             {{"pattern", pattern.name}, {"name", name}}));
        if (job.patterns[static_cast<std::size_t>(other)].face != pattern.face)
            return fault(place + ".of", say("{name} is on another face.", {{"name", name}}));
    }
    if (Fault found = bar_place_fault(job, place, pattern))
        return found;
    const auto hole = [&](const HoleRef& ref) -> Fault {
        const std::int64_t most = counts[static_cast<std::size_t>(pattern_index(job, ref.pattern))];
        if (ref.number >= 1 && ref.number <= most)
            return std::nullopt;
        return fault(place + ".of", say("There is no hole {ref}; {pattern} has {most} {most:hole|holes}.",
                                        {{"ref", in_words(ref)}, {"pattern", ref.pattern}, {"most", most}}));
    };
    if (const auto* middle = std::get_if<MiddlePattern>(&pattern.layout))
        for (const HoleRef& ref : {middle->one, middle->other})
            if (Fault found = hole(ref))
                return found;
    if (const auto* two = std::get_if<TwoDistancesPattern>(&pattern.layout))
        for (const HoleRef& ref : {two->one, two->other})
            if (Fault found = hole(ref))
                return found;
    if (const auto* bar = std::get_if<BarPattern>(&pattern.layout))
        for (const std::optional<HoleRef>* ref : {&bar->hole, &bar->angle_from, &bar->into})
            if (*ref)
                if (Fault found = hole(**ref))
                    return found;
    if (const auto* copy = std::get_if<CopyPattern>(&pattern.layout)) {
        if (std::holds_alternative<InEveryPiece>(copy->way) && !job.blank.sawing)
            return fault(place + ".way", say("The blank is not cut into pieces. Say so under Blank first."));
        if (counts[index] < 1)
            return fault(place + ".of", say("This copy would have no holes."));
    }
    if (counts[index] > limits::holes_in_pattern)
        return fault(place + ".count",
                     say("A pattern holds up to {holes_in_pattern} holes; this would make {counts}.",
                         {{"holes_in_pattern", limits::holes_in_pattern}, {"counts", counts[index]}}));
    for (const int number : pattern.left_out)
        if (number < 1 || number > counts[index])
            return fault(
                place + ".left_out",
                say("There is no hole {number} in {pattern} to leave out; it has {counts} {counts:hole|holes}.",
                    {{"number", number}, {"pattern", pattern.name}, {"counts", counts[index]}}));
    for (const auto& [number, step] : pattern.off)
        if (number < 1 || number > counts[index])
            return fault(place + ".off",
                         say("There is no hole {number} in {pattern} to shift; it has {counts} {counts:hole|holes}.",
                             {{"number", number}, {"pattern", pattern.name}, {"counts", counts[index]}}));
    return std::nullopt;
}

// What only shows when the places are worked out.
Fault place_fault(const Job& job) {
    const bool needed = std::any_of(job.patterns.begin(), job.patterns.end(), [](const Pattern& pattern) {
        return std::holds_alternative<TwoDistancesPattern>(pattern.layout) ||
               std::holds_alternative<MarginsPattern>(pattern.layout);
    });
    if (!needed)
        return std::nullopt;
    const std::vector<std::vector<Place>> places = places_of(job);
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        const std::string place = fmt::format("patterns[{}]", i);
        if (const auto* two = std::get_if<TwoDistancesPattern>(&job.patterns[i].layout)) {
            const auto at = [&](const HoleRef& ref) {
                return places[static_cast<std::size_t>(pattern_index(job, ref.pattern))]
                             [static_cast<std::size_t>(ref.number - 1)]
                                 .at;
            };
            const auto both = crossings(at(two->one), at(two->other), two->from_one, two->from_other, job.unit);
            if (!both)
                return fault(place + ".from", both.error().sentence);
        }
        const auto* margins = std::get_if<MarginsPattern>(&job.patterns[i].layout);
        if (margins && is_at_hand(job, job.patterns[i]) && as_row(job, *margins).pitch <= Length{})
            return fault(place + ".margins",
                         say("The two margins take up the whole blank, so no room is left for the row. Smaller margins "
                             "would do."));
    }
    return std::nullopt;
}

Fault old_part_fault(const Job& job) {
    if (const auto found = first_fault(job.old_part))
        return fault("old_part, " + found->place, found->sentence);
    for (std::size_t i = 0; i < job.patterns.size(); ++i)
        if (const auto* points = std::get_if<PointsPattern>(&job.patterns[i].layout))
            for (const std::string& name : points->copied)
                if (hole_index(job.old_part, name) < 0)
                    return fault(fmt::format("patterns[{}].copied", i),
                                 say("The old part has no hole named {name}.", {{"name", name}}));
    return std::nullopt;
}

// Every text of the job itself; those of its blank and its patterns are looked at with them.
Fault texts_fault(const Job& job) {
    const std::pair<const char*, const std::string*> texts[] = {{"title", &job.title}, {"work_for", &job.work_for}};
    for (const auto& [place, text] : texts)
        if (Fault found = words_fault(place, say("This text"), *text, limits::text))
            return found;
    if (job.planned_with.size() > limits::drawer)
        return fault("planned_with", say("Up to {limits} machines would do.", {{"limits", limits::drawer}}));
    for (const auto& [name, known] : job.planned_with)
        for (const std::string& text : {name, known.mark, known.words})
            if (Fault found = words_fault("planned_with", say("The name of a machine"), text, limits::text))
                return found;
    return std::nullopt;
}

} // namespace

std::optional<Problem> first_fault(const HoleSpec& hole) {
    return spec_fault("hole", hole);
}

std::optional<Problem> first_fault(const Job& job) {
    if (Fault found = texts_fault(job))
        return found;
    if (Fault found = blank_fault(job.blank))
        return found;
    if (Fault found = setups_fault(job))
        return found;
    if (Fault found = datum_fault(job.blank, job.datum, job.blank.up))
        return found;
    for (const auto& [face, datum] : job.other_datums)
        if (Fault found = datum_fault(job.blank, datum, face))
            return found;
    if (Fault found = angle_fault("convention.zero", job.convention.zero))
        return found;
    if (Fault found = size_fault("holes_within", say("What a hole may stand beside its place"), job.holes_within))
        return found;
    if (Fault found = size_fault("axis_within", say("What holes may miss the axis by"), job.axis_within))
        return found;
    if (Fault found = size_fault("depths_within", say("What a depth may be more"), job.depths_within))
        return found;
    if (Fault found = old_part_fault(job))
        return found;
    if (Fault found = proof_fault(job.proof))
        return found;
    if (job.pieces < 1 || job.pieces > limits::pieces)
        return fault("pieces",
                     say("Any number of pieces from 1 to {pieces} would do here.", {{"pieces", limits::pieces}}));
    if (job.holes_called_for && (*job.holes_called_for < 1 || *job.holes_called_for > limits::holes_in_job))
        return fault("holes_called_for", say("Any number of holes from 1 to {holes_in_job} would do here.",
                                             {{"holes_in_job", limits::holes_in_job}}));
    if (job.patterns.size() > static_cast<std::size_t>(limits::patterns))
        return fault("patterns", say("A job holds up to {patterns} patterns. Split it into two jobs.",
                                     {{"patterns", limits::patterns}}));
    std::set<std::string> names;
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        const std::string place = fmt::format("patterns[{}]", i);
        if (Fault found = pattern_fault(place, job.patterns[i]))
            return found;
        if (!names.insert(job.patterns[i].name).second)
            return fault(place + ".name", say("Two patterns are called {patterns}. Give one another name.",
                                              {{"patterns", job.patterns[i].name}}));
    }
    const std::vector<std::int64_t> counts = counts_of(job);
    std::int64_t places = 0;
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        if (Fault found = reference_fault(job, i, counts))
            return found;
        places += counts[i];
        if (places > limits::holes_in_job)
            return fault(fmt::format("patterns[{}].count", i),
                         say("A job holds up to {holes_in_job} holes. Split it into two jobs.",
                             {{"holes_in_job", limits::holes_in_job}}));
    }
    return place_fault(job);
}

} // namespace clockface
