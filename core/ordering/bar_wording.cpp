#include "ordering/bar_wording.h"

#include "layout/on_bar.h"
#include "measure/figures.h"
#include "round/drill_path.h"
#include "round/ways.h"

#include <cmath>
#include <fmt/format.h>
#include <fmt/ranges.h>

namespace clockface {

namespace {

std::string seen_from_right(Sense sense) {
    return in_words(sense) + ", seen from the right end";
}

Angle size_of(Angle angle) {
    return Angle::degrees(std::fabs(angle.in_degrees()));
}

} // namespace

Wording turn_bar_words(const TurnBar& turn, int hole, const WordingNeeds& needs) {
    const Job& job = needs.job;
    const bool layout = std::holds_alternative<LayoutBench>(needs.machine.kind);
    const std::string place = layout ? "level" : "on top";
    const auto fig = [&](Length length) { return with_unit(length, job.unit); };
    const std::string target =
        hole < 0 ? std::string("the first hole") : needs.holes.at(static_cast<std::size_t>(hole)).name;
    Wording w;
    if (turn.first) {
        const std::string angle = angle_in_words(job, turn.bearing);
        w.heading = "Lay the bar";
        w.figures = {
            {layout ? "level" : "up", in_degrees(job.convention.figure_of(as_seen(job, turn.bearing))), "", true}};
        w.direction = fmt::format("left end to the left; the line of {} is {}", target, place);
        w.note = "Scribe this line across the end before the bar is let go: it is the only mark of the angle later.";
        w.sentence = fmt::format("Lay the bar with its left end to the left and clamp it. What is {} now is {}; scribe "
                                 "the line across the end.",
                                 place, angle);
        w.why = "A bar has no top of its own: the first hole makes it, and every angle is counted from there.";
        return w;
    }
    const std::string from =
        turn.from < 0 ? std::string("the first line") : needs.holes.at(static_cast<std::size_t>(turn.from)).name;
    w.heading = "Turn the bar to " + target;
    if (turn.back_to_first()) {
        w.figures = {{layout ? "level" : "up", from, "", true}};
        w.direction = fmt::format("as it lay first, the line of {} {}", from, place);
        w.sentence = fmt::format("Turn the bar back to how it lay first, with the line of {} {}.", from, place);
        w.why = turn.far_mouth ? fmt::format("{} goes right through, and its far mouth stands half a turn on.", target)
                               : fmt::format("{} stands at the same angle as {}.", target, from);
        return w;
    }
    switch (turn.way) {
    case AngleWay::ColletBlock:
    case AngleWay::JawIndex: {
        const bool jaws = turn.way == AngleWay::JawIndex;
        w.figures = {{jaws ? "jaws on" : "faces on", fmt::format("{}", turn.faces),
                      fmt::format("of {}, from the first position", turn.sides), true}};
        w.direction = seen_from_right(Sense::Clockwise) + "; counted from how it lay first";
        w.sentence = fmt::format("{}: {} on from the first position, {}.", w.heading,
                                 counted(turn.faces, jaws ? "jaw" : "face"), seen_from_right(Sense::Clockwise));
        break;
    }
    case AngleWay::RodAndProtractor:
        w.figures = {{"from upright", in_degrees(size_of(turn.set)), "", true}};
        w.direction = fmt::format("rod in {} leans {}", from,
                                  seen_from_right(turn.set < Angle{} ? Sense::CounterClockwise : Sense::Clockwise));
        if (turn.other_end)
            w.note = "Read it at the rod's other end, which stands upwards then.";
        w.sentence =
            fmt::format("{}: rod in {}, {} from upright, leaning {}.", w.heading, from, in_degrees(size_of(turn.set)),
                        seen_from_right(turn.set < Angle{} ? Sense::CounterClockwise : Sense::Clockwise));
        break;
    case AngleWay::RodHeights:
        w.figures = {
            {"higher by", with_unit(turn.height, job.unit), fmt::format("over {} of rod", fig(turn.rod)), true}};
        w.direction = fmt::format("rod in {} leans {}", from, seen_from_right(opposite(turn.lean)));
        if (turn.other_end)
            w.note = "Read it at the rod's other end, which stands upwards then.";
        w.sentence =
            fmt::format("{}: rod in {}, two places {} apart on it, one {} above the other, leaning {}.", w.heading,
                        from, fig(turn.rod), fig(turn.height), seen_from_right(opposite(turn.lean)));
        break;
    case AngleWay::WrappedStrip:
        w.figures = {{"round the bar", with_unit(abs(turn.height), job.unit), "", true}};
        w.direction = fmt::format("from the line of {}, {}", from,
                                  seen_from_right(turn.height < Length{} ? Sense::Clockwise : Sense::CounterClockwise));
        w.sentence =
            fmt::format("{}: mark {} round the bar from the line of {}, {}, and bring the mark {}.", w.heading,
                        fig(abs(turn.height)), from,
                        seen_from_right(turn.height < Length{} ? Sense::Clockwise : Sense::CounterClockwise), place);
        break;
    case AngleWay::EndLine:
    case AngleWay::Table:
        w.figures = {{"second line at", in_degrees(size_of(turn.set)), "", true}};
        w.direction = fmt::format("from the first end line, {}; then {}",
                                  seen_from_right(turn.set < Angle{} ? Sense::Clockwise : Sense::CounterClockwise),
                                  layout ? "level" : "upright against a square");
        w.sentence = fmt::format("{}: a second line across the end, {} {} of the first, then {}.", w.heading,
                                 in_degrees(size_of(turn.set)),
                                 seen_from_right(turn.set < Angle{} ? Sense::Clockwise : Sense::CounterClockwise),
                                 layout ? "level" : "upright against a square");
        break;
    }
    if (hole >= 0 && turn.from >= 0) {
        const Hole& first = needs.holes.at(static_cast<std::size_t>(turn.from));
        const Hole& next = needs.holes.at(static_cast<std::size_t>(hole));
        const Angle wanted = Angle::degrees(std::remainder(
            next.bar.value_or(OnBar{}).bearing.in_degrees() - first.bar.value_or(OnBar{}).bearing.in_degrees(), 360.0));
        w.why = fmt::format("{} stands {} {} of {}, seen from the right end.", target, in_degrees(size_of(wanted)),
                            in_words(wanted < Angle{} ? Sense::Clockwise : Sense::CounterClockwise), first.name);
        // Set 65, have 115.
        if (turn.far_mouth)
            w.note =
                fmt::format("Set {}, have {}: the hole goes right through, and its far mouth stands where the "
                            "drawing wants it.",
                            in_degrees(size_of(wanted - Angle::degrees(std::copysign(180.0, wanted.in_degrees())))),
                            in_degrees(size_of(wanted)));
    }
    return w;
}

Wording stand_over_axis_words(const StandOverAxis& stand, const WordingNeeds& needs) {
    const auto fig = [&](Length length) { return with_unit(length, needs.job.unit); };
    Wording w;
    w.heading = "Over the axis";
    w.direction = in_words(stand.way);
    w.note = "The bar is clamped, clear of the drill where it comes out.";
    switch (stand.way) {
    case TopWay::TouchOne:
        w.figures = {{"touch, then on by", fig(stand.go), "", true}};
        w.sentence = fmt::format("Touch the side towards you with the finder of {}, raise it, go on by {} without "
                                 "turning back, and set the cross slide to 0: the spindle stands over the axis.",
                                 fig(stand.finder), fig(stand.go));
        w.why = fmt::format("The radius and half the finder: {} + {} = {}.", fig(stand.go - stand.finder / 2.0),
                            fig(stand.finder / 2.0), fig(stand.go));
        return w;
    case TopWay::TouchBoth:
    case TopWay::Centred:
        w.figures = {{"half of the way across", "0", "", true}};
        w.sentence =
            fmt::format("{}Touch both sides at the height of the axis, go back by half of the way between the "
                        "touches, and set the cross slide to 0 there.",
                        stand.way == TopWay::Centred ? "Grip the bar in the table's chuck and see that it runs "
                                                       "true. "
                                                     : "");
        w.why = "Half way between two touches is the axis, whatever the bar and the finder measure.";
        return w;
    case TopWay::SkimmedFlat:
        w.figures = {{"middle of the strip", "0", "", true}};
        w.sentence =
            "Skim the crest to a bright strip narrower than the hole, stand over its middle, and set the cross "
            "slide to 0.";
        w.why = "A strip skimmed from a round bar lies evenly on both sides of its top.";
        return w;
    case TopWay::FiledFlat:
        w.figures = {{"middle of the flat", "0", "", true}};
        w.sentence =
            "File the crest to a flat narrower than the hole, punch its middle, and bring the spindle over it.";
        w.why = "A flat filed level lies evenly on both sides of the top.";
        return w;
    case TopWay::Scribed:
        w.figures = {{"over the line", "0", "", true}};
        w.sentence = "Scribe along the bar at axis height with the pointed rod, stand the end line upright against a "
                     "square, and bring the spindle over the line on top.";
        w.why = "A rod of the bar's own size lying beside it has its point at the height of the axis.";
        return w;
    case TopWay::Bushing:
        w.figures = {{"through the bushing", "0", "", true}};
        w.sentence = "Grip the bar and the bushing of its diameter between the jaws and drill through the bushing.";
        w.why = "Gripped between the same jaws, bushing and bar have their axes one above the other.";
        return w;
    case TopWay::Jig:
    case TopWay::VeeAndFence:
        break;
    }
    w.figures = {{"in the jig", "0", "", true}};
    w.sentence = "Put the bar into the drill jig against its stop and tighten the set screw.";
    w.why = "The jig's bushing stands over its bore.";
    return w;
}

Wording packing_words(const SetPacking& packing, int hole, const WordingNeeds& needs) {
    const auto fig = [&](Length length) { return with_unit(length, needs.job.unit); };
    const bool fence = packing.axis == Axis::Y;
    const std::string device = fence ? "fence" : "stop";
    std::vector<std::string> pieces;
    for (const Length piece : packing.pieces)
        pieces.push_back(fig(piece));
    Wording w;
    w.heading = fence ? "Fence" : "Stop";
    // Beyond a long caliper nothing is read: a bar is cut to length, once for the batch.
    const Length caliper_reaches = Length::mm(300.0);
    const std::string by = packing.gap > caliper_reaches ? "by a bar cut to length" : "by caliper";
    if (packing.pieces.empty())
        w.figures = {{by, fig(packing.gap), fmt::format("between {} and pin", device), true}};
    else
        w.figures = {{packing.pieces.size() == 1 ? "packing" : "packing together", fig(packing.gap),
                      fmt::format("{}", fmt::join(pieces, " + ")), true}};
    const std::string against = packing.vee                     ? "the vee block"
                                : packing.half_block > Length{} ? "the bar"
                                : fence                ? (packing.from_far_end ? "the upper edge" : "the lower edge")
                                : packing.from_far_end ? "the right end"
                                                       : "the left end";
    w.direction = fmt::format("pin of {} in the chuck; then lay {} against it", fig(packing.pin), against);
    w.note = "Spindle stopped while the pin is in it. Take pin and packing away before drilling.";
    w.sentence = packing.pieces.empty()
                     ? fmt::format("{}: pin of {} in the chuck, {} {} between {} and pin; {} goes against it.",
                                   w.heading, fig(packing.pin), fig(packing.gap), by, device, against)
                     : fmt::format("{}: pin of {} in the chuck, pack {} between {} and pin; {} goes against it.",
                                   w.heading, fig(packing.pin), fmt::join(pieces, " + "), device, against);
    if (packing.pieces.empty() && packing.gap > caliper_reaches)
        w.note += " No caliper reaches so far. Where a rule is near enough, scribe the place and punch it instead.";
    const std::string half_pin = fmt::format("half the pin, {}", fig(packing.pin / 2.0));
    w.why = packing.half_block > Length{}
                ? fmt::format("Half of {} is {}; with what the hole stands off the axis, less {}, the gap is {}.",
                              against, fig(packing.half_block), half_pin, fig(packing.gap))
                : fmt::format("{} is {} from there; less {}.",
                              hole < 0 ? std::string("The hole") : needs.holes.at(static_cast<std::size_t>(hole)).name,
                              fig(packing.gap + packing.pin / 2.0), half_pin);
    return w;
}

Wording scribe_along_words(const std::string& figure, const std::string& unit, const std::string& names) {
    Wording w;
    w.heading = "Along the bar";
    w.figures = {{"height gauge", figure, unit, true}};
    w.direction = "the bar lies on the plate; scribe along it for " + names;
    w.note = "Hold the bar against a block, so that it cannot roll.";
    w.sentence = fmt::format("Height gauge {} from the plate: scribe along the bar for {}.", figure, names);
    w.why = "The height of the bar's axis above the plate is its radius there, with what the hole stands beside the "
            "axis.";
    return w;
}

Wording scribe_across_words(const std::string& figure, const std::string& unit, const std::string& names,
                            bool right_end) {
    Wording w;
    w.heading = "Across the bar";
    w.figures = {{"height gauge", figure, unit, true}};
    w.direction =
        fmt::format("the bar stands on its {} end; scribe across the lines of {}", right_end ? "right" : "left", names);
    w.sentence = fmt::format("Height gauge {}, the bar on its {} end: scribe across the lines of {}.", figure,
                             right_end ? "right" : "left", names);
    w.why = "The distance of these holes from that end, rounded once.";
    return w;
}

Wording zero_along_words(const PickUpZero& zero, const Job& job) {
    Wording w;
    w.heading = "Zero along the bar";
    w.figures = {{"X dial", "0", "", true}};
    w.direction = fmt::format("over zero ({}), last moving {}", in_words(job.datum, job.blank),
                              zero.finish_x == Towards::Plus ? "right" : "left");
    w.sentence = fmt::format("Stand over zero ({}), last moving {}, and set the X dial to 0.",
                             in_words(job.datum, job.blank), zero.finish_x == Towards::Plus ? "right" : "left");
    w.why = "Distances along the bar are counted from the drawing's zero.";
    return w;
}

void add_bar_drilling(Wording& words, const Hole& hole, const Job& job) {
    const Section section = section_at(job.blank, hole.bar->along);
    const auto path = drill_path(section, {hole.bar->bearing, hole.bar->offset, hole.spec.diameter});
    if (!path)
        return;
    const auto fig = [&](Length length) { return with_unit(length, job.unit); };
    words.note = "Start with a short centre drill: a drill that meets a slope skates. Bar clamped, chuck key out, eyes "
                 "covered.";
    if (!hole.spec.depth)
        words.note += " Ease off where it breaks through; nothing but waste may lie below.";
    words.why = fmt::format("Depth counts from where the point touches first. The full width is in at {}.",
                            path->full_in ? fig(path->depth_to(*path->full_in)) : std::string("no depth"));
    if (path->bore_tip)
        words.why += fmt::format(" The point breaks into the bore at {}.", fig(path->depth_to(*path->bore_tip)));
    words.why += fmt::format(" The drill needs {} of flute.",
                             fig(drill_length_needed(*path, hole.spec.diameter, hole.spec.depth)));
}

} // namespace clockface
