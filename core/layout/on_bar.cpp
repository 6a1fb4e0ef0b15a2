#include "layout/on_bar.h"

#include "measure/figures.h"
#include "round/figures.h"

#include <fmt/format.h>

namespace clockface {

Length zero_on_side(const Job& job) {
    Blank side = job.blank;
    side.up = Face::Top;
    const auto known = job.other_datums.find(Face::Top);
    const Datum datum = job.blank.up == Face::Top         ? job.datum
                        : known != job.other_datums.end() ? known->second
                                                          : Datum{DatumPlace::LeftEdge};
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
    return end == Face::Left ? "the left end" : "the right end";
}

std::string angle_in_words(const Job& job, Angle bearing) {
    return fmt::format("{} seen from {}", in_degrees(job.convention.figure_of(as_seen(job, bearing))),
                       end_in_words(job.blank.bar.seen_from));
}

std::string along_in_words(const Job& job, const BarPattern& bar) {
    const std::string from = bar.along_from == AlongFrom::LeftEnd    ? "the left end"
                             : bar.along_from == AlongFrom::RightEnd ? "the right end"
                             : bar.along_from == AlongFrom::Shoulder ? fmt::format("shoulder {}", bar.shoulder)
                             : bar.along_from == AlongFrom::Hole     ? in_words(*bar.hole)
                                                                     : "zero";
    return with_unit(bar.along, job.unit) + " from " + from;
}

std::string why_on_bar(const Job& job, const Hole& hole, const BarPattern& bar) {
    if (!hole.bar)
        return {};
    const Section section = section_at(job.blank, hole.bar->along);
    std::string text = fmt::format("Along the bar: {}", along_in_words(job, bar));
    if (hole.number > 1 && bar.pitch != Length{})
        text += fmt::format(" and {} × {}", hole.number - 1, with_unit(bar.pitch, job.unit));
    text += fmt::format(", which is {} from the left end. Round it: ", with_unit(hole.bar->along, job.unit));
    if (bar.angle_from)
        text +=
            fmt::format("{} {} of {}", in_degrees(Angle::degrees(std::fabs(bar.at.in_degrees()))),
                        as_seen(job, bar.at < Angle{} ? Sense::Clockwise : Sense::CounterClockwise) == Sense::Clockwise
                            ? "clockwise"
                            : "counter-clockwise",
                        in_words(*bar.angle_from));
    else
        text += in_degrees(job.convention.figure_of(as_seen(job, bar.at)));
    if (hole.number > 1 && turn_of(bar) != Angle{})
        text += fmt::format(" and {} × {}", hole.number - 1,
                            in_degrees(Angle::degrees(std::fabs(turn_of(bar).in_degrees()))));
    text += fmt::format(", so the drill comes in at {}. ", angle_in_words(job, hole.bar->bearing));
    if (bar.offset != Length{})
        text += fmt::format("Its axis passes the bar's by {}. ", with_unit(abs(bar.offset), job.unit));
    return text + fmt::format("Rolled out, its mouth lies {} round from the top line, at a girth of {}.",
                              with_unit(abs(hole.at.y), job.unit), with_unit(girth(section), job.unit));
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
    all.push_back({"wall beside it", walls.clockwise == walls.counter_clockwise
                                         ? fig(walls.clockwise) + " on both sides"
                                         : fig(walls.clockwise) + " and " + fig(walls.counter_clockwise)});
    if (path->full_in)
        all.push_back({"full width in at", fig(path->depth_to(*path->full_in)) + " deep"});
    if (path->bore_tip)
        all.push_back({"breaks into the bore at", fig(path->depth_to(*path->bore_tip)) + " deep"});
    if (path->bore_open)
        all.push_back({"fully open into it at", fig(path->depth_to(*path->bore_open)) + " deep"});
    all.push_back({"flute the drill needs", fig(drill_length_needed(*path, hole.spec.diameter, hole.spec.depth))});
    if (hole.spec.purpose == Purpose::Tapped)
        all.push_back({"full thread", fig(full_thread(*path, hole.spec.depth))});
    if (!hole.spec.depth) {
        all.push_back({"the exit moves, for 1° of lean", fig(exit_shift(*path, Angle::degrees(1.0)))});
        const OnBar back{hole.bar->along, hole.bar->bearing + Angle::degrees(180.0), -hole.bar->offset};
        all.push_back({"mouth to far mouth, round the bar", fig(between_mouths(section, *hole.bar, back))});
    }
    const Length most = std::max(Length{}, largest_offset(section, hole.spec.diameter, hole.spec.diameter * 0.25));
    all.push_back({"most off the axis", most < job.axis_within ? fig(most) + ", or the wall gets thin"
                                                               : fmt::format("{} as wanted; {} by its wall",
                                                                             fig(job.axis_within), fig(most))});
    const PinReadings readings = over_pin(section, line, hole.spec.diameter);
    all.push_back({"proof: caliper over pin and flank",
                   readings.clockwise == readings.counter_clockwise
                       ? fig(readings.clockwise) + " on both sides"
                       : fig(readings.clockwise) + " clockwise, " + fig(readings.counter_clockwise) + " the other"});
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
        return problem("offset", fmt::format("A hole {} off the axis passes the bar, whose radius there is {}.",
                                             fig(abs(at.offset)), fig(section.radius)));
    if (bar.reach == BarReach::IntoBore) {
        if (path->bore_open)
            return std::optional(path->entry - *path->bore_open);
        if (section.bore_radius == Length{})
            return problem("reach", "There is no bore at this place along the bar. Give a depth, or give the bar its "
                                    "bore under Blank.");
        return problem("reach",
                       fmt::format("A hole {} wide{} cannot open with its whole width into a bore of {}. A smaller "
                                   "hole, a wider bore or a depth would do.",
                                   fig(spec.diameter), at.offset == Length{} ? "" : " standing off the axis",
                                   fig(section.bore_radius * 2.0)));
    }
    // To the level of the bar's axis, or to where the other hole's axis passes.
    if (bar.reach == BarReach::IntoHole && into) {
        const Angle between = into->bearing - at.bearing;
        const double sine = between.sine();
        // The other axis: offset' = h sin + t cos in its own frame; solved for the height at this hole's lateral place.
        if (std::fabs(sine) < 1e-9)
            return problem("into", "The two holes run the same way, so one does not meet the other from the side. "
                                   "Give a depth instead.");
        const Length height = (at.offset * between.cosine() - into->offset) / sine;
        if (height >= path->entry || height <= path->exit)
            return problem("into", "The two axes cross outside the bar. Check the angle and the offset.");
        return std::optional(path->entry - height);
    }
    return std::optional(path->entry);
}

} // namespace clockface
