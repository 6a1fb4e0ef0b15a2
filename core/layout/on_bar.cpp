#include "layout/on_bar.h"

#include "measure/figures.h"
#include "round/figures.h"
#include "words/say.h"

namespace clockface {

Length zero_on_side(const Job& job) {
    Blank side = job.blank;
    side.up = Face::Top;
    const auto known = job.other_datums.find(Face::Top);
    Datum datum{DatumPlace::LeftEdge};
    if (job.blank.up == Face::Top)
        datum = job.datum;
    else if (known != job.other_datums.end())
        datum = known->second;
    return datum_from_middle(side, datum).x + side.width.actual() / 2.0;
}

Length along_origin(const Job& job, const BarPattern& bar, Length from_hole) {
    switch (bar.along_from) {
    case AlongFrom::LeftEnd:
        return {};
    case AlongFrom::RightEnd:
        return job.blank.width.actual();
    case AlongFrom::Shoulder:
        return job.blank.bar.shoulders.at(static_cast<std::size_t>(bar.shoulder - 1)).at;
    case AlongFrom::Hole:
        return from_hole;
    case AlongFrom::Zero:
        break;
    }
    return zero_on_side(job);
}

Angle turn_of(const BarPattern& bar) {
    return (bar.all_round ? Angle::degrees(360.0 / bar.count) : bar.turn) * sign_of(bar.going);
}

Point rolled_out(const Job& job, Length along, Angle bearing) {
    return {along - zero_on_side(job), rolled_out(section_at(job.blank, along), bearing)};
}

Point mouth_of(const Job& job, const OnBar& bar) {
    const Section section = section_at(job.blank, bar.along);
    const auto entry = entry_at(section, bar.bearing, bar.offset);
    // A hole that misses the bar is shown where it would touch its flank.
    const Angle flank = bar.bearing + Angle::degrees(bar.offset < Length{} ? -90.0 : 90.0);
    return rolled_out(job, bar.along, entry ? entry->bearing : flank);
}

std::string end_in_words(Face end) {
    return end == Face::Left ? say("the left end") : say("the right end");
}

std::string angle_in_words(const Job& job, Angle bearing) {
    return say("{bearing} seen from {blank}", {{"bearing", in_degrees(job.convention.figure_of(as_seen(job, bearing)))},
                                               {"blank", end_in_words(job.blank.bar.seen_from)}});
}

std::string along_in_words(const Job& job, const BarPattern& bar) {
    std::string from = say("zero");
    if (bar.along_from == AlongFrom::LeftEnd)
        from = say("the left end");
    else if (bar.along_from == AlongFrom::RightEnd)
        from = say("the right end");
    else if (bar.along_from == AlongFrom::Shoulder)
        from = say("shoulder {shoulder}", {{"shoulder", bar.shoulder}});
    else if (bar.along_from == AlongFrom::Hole)
        from = in_words(*bar.hole);
    return say("{along} from {from}", {{"along", with_unit(bar.along, job.unit)}, {"from", from}});
}

std::string why_on_bar(const Job& job, const Hole& hole, const BarPattern& bar) {
    if (!hole.bar)
        return {};
    const Section section = section_at(job.blank, hole.bar->along);
    std::string along = along_in_words(job, bar);
    if (hole.number > 1 && bar.pitch != Length{})
        along = say("{along} and {number} × {pitch}",
                    {{"along", along}, {"number", hole.number - 1}, {"pitch", with_unit(bar.pitch, job.unit)}});
    const bool clockwise =
        as_seen(job, bar.at < Angle{} ? Sense::Clockwise : Sense::CounterClockwise) == Sense::Clockwise;
    std::string round = bar.angle_from ? say(clockwise ? later("{angle} clockwise of {hole}")
                                                       : later("{angle} counter-clockwise of {hole}"),
                                             {{"angle", in_degrees(Angle::degrees(std::fabs(bar.at.in_degrees())))},
                                              {"hole", in_words(*bar.angle_from)}})
                                       : in_degrees(job.convention.figure_of(as_seen(job, bar.at)));
    if (hole.number > 1 && turn_of(bar) != Angle{})
        round = say("{round} and {number} × {turn}",
                    {{"round", round},
                     {"number", hole.number - 1},
                     {"turn", in_degrees(Angle::degrees(std::fabs(turn_of(bar).in_degrees())))}});
    std::string text =
        say("Along the bar: {along}, which is {left} from the left end. Round it: {round}, so the drill comes in "
            "at {bearing}.",
            {{"along", along},
             {"left", with_unit(hole.bar->along, job.unit)},
             {"round", round},
             {"bearing", angle_in_words(job, hole.bar->bearing)}}) +
        " ";
    if (bar.offset != Length{})
        text += say("Its axis passes the bar's by {offset}.", {{"offset", with_unit(abs(bar.offset), job.unit)}}) + " ";
    return text + say("Rolled out, its mouth lies {y} round from the top line, at a girth of {section}.",
                      {{"y", with_unit(abs(hole.at.y), job.unit)}, {"section", with_unit(girth(section), job.unit)}});
}

std::vector<HoleFigure> figures_of(const Job& job, const Hole& hole) {
    std::vector<HoleFigure> all;
    if (!hole.bar)
        return all;
    const Section section = section_at(job.blank, hole.bar->along);
    const DrillLine line{hole.bar->bearing, hole.bar->offset, hole.spec.diameter};
    const auto path = drill_path(section, line);
    if (!path)
        return all;
    const auto fig = [&](Length length) { return with_unit(length, job.unit); };
    const Walls walls = walls_beside(section, line);
    all.push_back({say("wall beside it"), walls.clockwise == walls.counter_clockwise
                                              ? say("{clockwise} on both sides", {{"clockwise", fig(walls.clockwise)}})
                                              : say("{clockwise} and {counter_clockwise}",
                                                    {{"clockwise", fig(walls.clockwise)},
                                                     {"counter_clockwise", fig(walls.counter_clockwise)}})});
    if (path->full_in)
        all.push_back({say("full width in at"), say("{path} deep", {{"path", fig(path->depth_to(*path->full_in))}})});
    if (path->bore_tip)
        all.push_back(
            {say("breaks into the bore at"), say("{path} deep", {{"path", fig(path->depth_to(*path->bore_tip))}})});
    if (path->bore_open)
        all.push_back(
            {say("fully open into it at"), say("{path} deep", {{"path", fig(path->depth_to(*path->bore_open))}})});
    all.push_back({say("flute the drill needs"), fig(drill_length_needed(*path, hole.spec.diameter, hole.spec.depth))});
    if (hole.spec.purpose == Purpose::Tapped)
        all.push_back({say("full thread"), fig(full_thread(*path, hole.spec.depth))});
    if (!hole.spec.depth) {
        all.push_back({say("the exit moves, for 1° of lean"), fig(exit_shift(*path, Angle::degrees(1.0)))});
        const OnBar back{hole.bar->along, hole.bar->bearing + Angle::degrees(180.0), -hole.bar->offset};
        all.push_back({say("mouth to far mouth, round the bar"), fig(between_mouths(section, *hole.bar, back))});
    }
    const Length most = std::max(Length{}, largest_offset(section, hole.spec.diameter, hole.spec.diameter * 0.25));
    all.push_back({say("most off the axis"), most < job.axis_within
                                                 ? say("{most}, or the wall gets thin", {{"most", fig(most)}})
                                                 : say("{axis_within} as wanted; {most} by its wall",
                                                       {{"axis_within", fig(job.axis_within)}, {"most", fig(most)}})});
    const PinReadings readings = over_pin(section, line, hole.spec.diameter);
    all.push_back(
        {say("proof: caliper over pin and flank"),
         readings.clockwise == readings.counter_clockwise
             ? say("{clockwise} on both sides", {{"clockwise", fig(readings.clockwise)}})
             : say("{clockwise} clockwise, {counter_clockwise} the other",
                   {{"clockwise", fig(readings.clockwise)}, {"counter_clockwise", fig(readings.counter_clockwise)}})});
    return all;
}

Result<std::optional<Length>> depth_of(const Job& job, const BarPattern& bar, const HoleSpec& spec, const OnBar& at,
                                       const std::optional<OnBar>& into) {
    if (bar.reach == BarReach::AsSaid)
        return spec.depth;
    const Section section = section_at(job.blank, at.along);
    const auto path = drill_path(section, {at.bearing, at.offset, spec.diameter});
    const auto fig = [&](Length length) { return with_unit(length, job.unit); };
    if (!path)
        return problem("offset", say("A hole {offset} off the axis passes the bar, whose radius there is {radius}.",
                                     {{"offset", fig(abs(at.offset))}, {"radius", fig(section.radius)}}));
    if (bar.reach == BarReach::IntoBore) {
        if (path->bore_open)
            return std::optional(path->entry - *path->bore_open);
        if (section.bore_radius == Length{})
            return problem("reach",
                           say("There is no bore at this place along the bar. Give a depth, or give the bar its "
                               "bore under Blank."));
        return problem("reach", say("A hole {diameter} wide{remark} cannot open with its whole width into a bore of "
                                    "{bore_radius}. A smaller hole, a wider bore or a depth would do.",
                                    {{"diameter", fig(spec.diameter)},
                                     {"remark", at.offset == Length{} ? "" : say(" standing off the axis")},
                                     {"bore_radius", fig(section.bore_radius * 2.0)}}));
    }
    // To the level of the bar's axis, or to where the other hole's axis passes.
    if (bar.reach == BarReach::IntoHole && into) {
        const Angle between = into->bearing - at.bearing;
        const double sine = between.sine();
        // The other axis: offset' = h sin + t cos in its own frame; solved for the height at this hole's lateral place.
        if (std::fabs(sine) < 1e-9)
            return problem("into", say("The two holes run the same way, so one does not meet the other from the side. "
                                       "Give a depth instead."));
        const Length height = (at.offset * between.cosine() - into->offset) / sine;
        if (height >= path->entry || height <= path->exit)
            return problem("into", say("The two axes cross outside the bar. Check the angle and the offset."));
        return std::optional(path->entry - height);
    }
    return std::optional(path->entry);
}

} // namespace clockface
