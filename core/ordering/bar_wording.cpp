#include "ordering/bar_wording.h"

#include "layout/on_bar.h"
#include "measure/figures.h"
#include "round/drill_path.h"
#include "round/ways.h"
#include "words/say.h"

#include <cmath>
#include <fmt/format.h>
#include <fmt/ranges.h>

namespace clockface {

namespace {

std::string seen_from_right(Sense sense) {
    return say("{sense}, seen from the right end", {{"sense", in_words(sense)}});
}

Angle size_of(Angle angle) {
    return Angle::degrees(std::fabs(angle.in_degrees()));
}

} // namespace

namespace {

std::string laid_in_words(const TurnBar& turn) {
    if (!turn.rest)
        return say("Lay the bar with its left end to the left and clamp it.");
    switch (*turn.rest) {
    case BarRest::VeeBlock:
        return say("Lay the bar in the vee block with its left end to the left and clamp it.");
    case BarRest::ColletBlock:
        return say("Grip the bar in the collet block, its left end to the left, and the block in the {vise}.",
                   {{"vise", turn.vise}});
    case BarRest::Jaws:
        break;
    }
    return say("Lay the bar in the {vise} with its left end to the left and tighten the jaws.", {{"vise", turn.vise}});
}

} // namespace

Wording turn_bar_words(const TurnBar& turn, int hole, const WordingNeeds& needs) {
    const Job& job = needs.job;
    const bool layout = std::holds_alternative<LayoutBench>(needs.machine.kind);
    const std::string place = layout ? say("level") : say("on top");
    const auto fig = [&](Length length) { return with_unit(length, job.unit); };
    const std::string target =
        hole < 0 ? std::string(say("the first hole")) : needs.holes.at(static_cast<std::size_t>(hole)).name;
    Wording w;
    if (turn.first) {
        const std::string angle = angle_in_words(job, turn.bearing);
        w.heading = say("Lay the bar");
        w.figures = {{layout ? say("level") : say("up"),
                      in_degrees(job.convention.figure_of(as_seen(job, turn.bearing))), "", true}};
        w.direction =
            say("left end to the left; the line of {target} is {place}", {{"target", target}, {"place", place}});
        w.note =
            say("Scribe this line across the end before the bar is let go: it is the only mark of the angle later.");
        w.sentence = laid_in_words(turn) + " " +
                     say("What is {place} now is {angle}; scribe the line across the end.",
                         {{"place", place}, {"angle", angle}});
        w.why = say("A bar has no top of its own: the first hole makes it, and every angle is counted from there.");
        return w;
    }
    const std::string from =
        turn.from < 0 ? std::string(say("the first line")) : needs.holes.at(static_cast<std::size_t>(turn.from)).name;
    w.heading = say("Turn the bar to {target}", {{"target", target}});
    if (turn.back_to_first()) {
        w.figures = {{layout ? say("level") : say("up"), from, "", true}};
        w.direction = say("as it lay first, the line of {from} {place}", {{"from", from}, {"place", place}});
        w.sentence = say("Turn the bar back to how it lay first, with the line of {from} {place}.",
                         {{"from", from}, {"place", place}});
        w.why = turn.far_mouth
                    ? say("{target} goes right through, and its far mouth stands half a turn on.", {{"target", target}})
                    : say("{target} stands at the same angle as {from}.", {{"target", target}, {"from", from}});
        return w;
    }
    switch (turn.way) {
    case AngleWay::ColletBlock:
    case AngleWay::JawIndex: {
        const bool jaws = turn.way == AngleWay::JawIndex;
        w.figures = {{jaws ? say("jaws on") : say("faces on"), fmt::format("{}", turn.faces),
                      say("of {sides}, from the first position", {{"sides", turn.sides}}), true}};
        w.direction = say("{seen_from_right}; counted from how it lay first",
                          {{"seen_from_right", seen_from_right(Sense::Clockwise)}});
        w.sentence = say(jaws ? later("{heading}: {jaws} {jaws:jaw|jaws} on from the first position, {way}.")
                              : later("{heading}: {faces} {faces:face|faces} on from the first position, {way}."),
                         {{"heading", w.heading},
                          {"jaws", turn.faces},
                          {"faces", turn.faces},
                          {"way", seen_from_right(Sense::Clockwise)}});
        break;
    }
    case AngleWay::RodAndProtractor:
        w.figures = {{say("from upright"), in_degrees(size_of(turn.set)), "", true}};
        w.direction = say("rod in {from} leans {set}",
                          {{"from", from},
                           {"set", seen_from_right(turn.set < Angle{} ? Sense::CounterClockwise : Sense::Clockwise)}});
        if (turn.other_end)
            w.note = say("Read it at the rod's other end, which stands upwards then.");
        w.sentence = say("{heading}: rod in {from}, {angle} from upright, leaning {set}.",
                         {{"heading", w.heading},
                          {"from", from},
                          {"angle", in_degrees(size_of(turn.set))},
                          {"set", seen_from_right(turn.set < Angle{} ? Sense::CounterClockwise : Sense::Clockwise)}});
        break;
    case AngleWay::RodHeights:
        w.figures = {{say("higher by"), with_unit(turn.height, job.unit),
                      say("over {rod} of rod", {{"rod", fig(turn.rod)}}), true}};
        w.direction =
            say("rod in {from} leans {opposite}", {{"from", from}, {"opposite", seen_from_right(opposite(turn.lean))}});
        if (turn.other_end)
            w.note = say("Read it at the rod's other end, which stands upwards then.");
        w.sentence = say(
            "{heading}: rod in {from}, two places {rod} apart on it, one {height} above the other, leaning {opposite}.",
            {{"heading", w.heading},
             {"from", from},
             {"rod", fig(turn.rod)},
             {"height", fig(turn.height)},
             {"opposite", seen_from_right(opposite(turn.lean))}});
        break;
    case AngleWay::WrappedStrip:
        w.figures = {{say("round the bar"), with_unit(abs(turn.height), job.unit), "", true}};
        w.direction =
            say("from the line of {from}, {height}",
                {{"from", from},
                 {"height", seen_from_right(turn.height < Length{} ? Sense::Clockwise : Sense::CounterClockwise)}});
        w.sentence = say(
            "{heading}: mark {height} round the bar from the line of {from}, {height2}, and bring the mark {place}.",
            {{"heading", w.heading},
             {"height", fig(abs(turn.height))},
             {"from", from},
             {"height2", seen_from_right(turn.height < Length{} ? Sense::Clockwise : Sense::CounterClockwise)},
             {"place", place}});
        break;
    case AngleWay::EndLine:
    case AngleWay::Table:
        w.figures = {{say("second line at"), in_degrees(size_of(turn.set)), "", true}};
        w.direction = say("from the first end line, {set}; then {layout}",
                          {{"set", seen_from_right(turn.set < Angle{} ? Sense::Clockwise : Sense::CounterClockwise)},
                           {"layout", layout ? say("level") : say("upright against a square")}});
        w.sentence = say("{heading}: a second line across the end, {angle} {set} of the first, then {layout}.",
                         {{"heading", w.heading},
                          {"angle", in_degrees(size_of(turn.set))},
                          {"set", seen_from_right(turn.set < Angle{} ? Sense::Clockwise : Sense::CounterClockwise)},
                          {"layout", layout ? say("level") : say("upright against a square")}});
        break;
    }
    if (hole >= 0 && turn.from >= 0) {
        const Hole& first = needs.holes.at(static_cast<std::size_t>(turn.from));
        const Hole& next = needs.holes.at(static_cast<std::size_t>(hole));
        const Angle wanted = Angle::degrees(std::remainder(
            next.bar.value_or(OnBar{}).bearing.in_degrees() - first.bar.value_or(OnBar{}).bearing.in_degrees(), 360.0));
        w.why = say("{target} stands {wanted} {wanted2} of {name}, seen from the right end.",
                    {{"target", target},
                     {"wanted", in_degrees(size_of(wanted))},
                     {"wanted2", in_words(wanted < Angle{} ? Sense::Clockwise : Sense::CounterClockwise)},
                     {"name", first.name}});
        // Set 65, have 115.
        if (turn.far_mouth)
            w.note =
                say("Set {set}, have {wanted}: the hole goes right through, and its far mouth stands where the drawing "
                    "wants it.",
                    {{"set", in_degrees(size_of(wanted - Angle::degrees(std::copysign(180.0, wanted.in_degrees()))))},
                     {"wanted", in_degrees(size_of(wanted))}});
    }
    return w;
}

Wording stand_over_axis_words(const StandOverAxis& stand, const WordingNeeds& needs) {
    const auto fig = [&](Length length) { return with_unit(length, needs.job.unit); };
    Wording w;
    w.heading = say("Over the axis");
    w.direction = in_words(stand.way);
    w.note = say("The bar is clamped, clear of the drill where it comes out.");
    switch (stand.way) {
    case TopWay::TouchOne:
        w.figures = {{say("touch, then on by"), fig(stand.go), "", true}};
        w.sentence = say("Touch the side towards you with the finder of {finder}, raise it, go on by {go} without "
                         "turning back, and set the cross slide to 0: the spindle stands over the axis.",
                         {{"finder", fig(stand.finder)}, {"go", fig(stand.go)}});
        w.why = say("The radius and half the finder: {stand} + {finder} = {go}.",
                    {{"stand", fig(stand.go - stand.finder / 2.0)},
                     {"finder", fig(stand.finder / 2.0)},
                     {"go", fig(stand.go)}});
        return w;
    case TopWay::TouchBoth:
    case TopWay::Centred:
        w.figures = {{say("half of the way across"), "0", "", true}};
        w.sentence =
            say("{remark}Touch both sides at the height of the axis, go back by half of the way between the touches, "
                "and set the cross slide to 0 there.",
                {{"remark", stand.way == TopWay::Centred
                                ? say("Grip the bar in the table's chuck and see that it runs true.") + " "
                                : ""}});
        w.why = say("Half way between two touches is the axis, whatever the bar and the finder measure.");
        return w;
    case TopWay::SkimmedFlat:
        w.figures = {{say("middle of the strip"), "0", "", true}};
        w.sentence =
            say("Skim the crest to a bright strip narrower than the hole, stand over its middle, and set the cross "
                "slide to 0.");
        w.why = say("A strip skimmed from a round bar lies evenly on both sides of its top.");
        return w;
    case TopWay::FiledFlat:
        w.figures = {{say("middle of the flat"), "0", "", true}};
        w.sentence =
            say("File the crest to a flat narrower than the hole, punch its middle, and bring the spindle over it.");
        w.why = say("A flat filed level lies evenly on both sides of the top.");
        return w;
    case TopWay::Scribed:
        w.figures = {{say("over the line"), "0", "", true}};
        w.sentence =
            say("Scribe along the bar at axis height with the pointed rod, stand the end line upright against a "
                "square, and bring the spindle over the line on top.");
        w.why = say("A rod of the bar's own size lying beside it has its point at the height of the axis.");
        return w;
    case TopWay::Bushing:
        w.figures = {{say("through the bushing"), "0", "", true}};
        w.sentence =
            say("Grip the bar and the bushing of its diameter between the jaws and drill through the bushing.");
        w.why = say("Gripped between the same jaws, bushing and bar have their axes one above the other.");
        return w;
    case TopWay::Jig:
    case TopWay::VeeAndFence:
        break;
    }
    w.figures = {{say("in the jig"), "0", "", true}};
    w.sentence = say("Put the bar into the drill jig against its stop and tighten the set screw.");
    w.why = say("The jig's bushing stands over its bore.");
    return w;
}

Wording packing_words(const SetPacking& packing, int hole, const WordingNeeds& needs) {
    const auto fig = [&](Length length) { return with_unit(length, needs.job.unit); };
    const bool fence = packing.axis == Axis::Y;
    const std::string device = fence ? say("fence") : say("stop");
    std::vector<std::string> pieces;
    for (const Length piece : packing.pieces)
        pieces.push_back(fig(piece));
    Wording w;
    w.heading = fence ? say("Fence") : say("Stop");
    // Beyond a long caliper nothing is read: a bar is cut to length, once for the batch.
    const Length caliper_reaches = Length::mm(300.0);
    const std::string by = packing.gap > caliper_reaches ? say("by a bar cut to length") : say("by caliper");
    if (packing.pieces.empty())
        w.figures = {{by, fig(packing.gap), say("between {device} and pin", {{"device", device}}), true}};
    else
        w.figures = {{packing.pieces.size() == 1 ? say("packing") : say("packing together"), fig(packing.gap),
                      fmt::format("{}", fmt::join(pieces, " + ")), true}};
    std::string against;
    if (packing.vee)
        against = say("the vee block");
    else if (packing.half_block > Length{})
        against = say("the bar");
    else if (fence)
        against = packing.from_far_end ? say("the upper edge") : say("the lower edge");
    else
        against = packing.from_far_end ? say("the right end") : say("the left end");
    w.direction = say("pin of {pin} in the chuck; then lay {against} against it",
                      {{"pin", fig(packing.pin)}, {"against", against}});
    w.note =
        say("Spindle stopped while the pin is in it. Turn the chuck by hand: a pin that runs out touches with its "
            "high spot, and half of what it runs out comes off the gap. Take pin and packing away before drilling.");
    w.sentence = packing.pieces.empty() ? say("{heading}: pin of {pin} in the chuck, {gap} {by} between {device} and "
                                              "pin; {against} goes against it.",
                                              {{"heading", w.heading},
                                               {"pin", fig(packing.pin)},
                                               {"gap", fig(packing.gap)},
                                               {"by", by},
                                               {"device", device},
                                               {"against", against}})
                                        : say("{heading}: pin of {pin} in the chuck, pack {pieces} between {device} "
                                              "and pin; {against} goes against it.",
                                              {{"heading", w.heading},
                                               {"pin", fig(packing.pin)},
                                               {"pieces", fmt::format("{}", fmt::join(pieces, " + "))},
                                               {"device", device},
                                               {"against", against}});
    if (packing.pieces.empty() && packing.gap > caliper_reaches)
        w.note +=
            " " + say("No caliper reaches so far. Where a rule is near enough, scribe the place and punch it instead.");
    const std::string half_pin = say("half the pin, {pin}", {{"pin", fig(packing.pin / 2.0)}});
    w.why = packing.half_block > Length{}
                ? say("Half of {against} is {half_block}; with what the hole stands off the axis, less {half_pin}, the "
                      "gap is {gap}.",
                      {{"against", against},
                       {"half_block", fig(packing.half_block)},
                       {"half_pin", half_pin},
                       {"gap", fig(packing.gap)}})
                : say("{hole} is {packing} from there; less {half_pin}.",
                      {{"hole",
                        hole < 0 ? std::string(say("The hole")) : needs.holes.at(static_cast<std::size_t>(hole)).name},
                       {"packing", fig(packing.gap + packing.pin / 2.0)},
                       {"half_pin", half_pin}});
    return w;
}

Wording scribe_along_words(const std::string& figure, const std::string& unit, const std::string& names) {
    Wording w;
    w.heading = say("Along the bar");
    w.figures = {{say("height gauge"), figure, unit, true}};
    w.direction = say("the bar lies on the plate; scribe along it for {names}", {{"names", names}});
    w.note = say("Hold the bar against a block, so that it cannot roll.");
    w.sentence = say("Height gauge {figure} from the plate: scribe along the bar for {names}.",
                     {{"figure", figure}, {"names", names}});
    w.why =
        say("The height of the bar's axis above the plate is its radius there, with what the hole stands beside the "
            "axis.");
    return w;
}

Wording scribe_across_words(const std::string& figure, const std::string& unit, const std::string& names,
                            bool right_end) {
    Wording w;
    w.heading = say("Across the bar");
    w.figures = {{say("height gauge"), figure, unit, true}};
    w.direction = say("the bar stands on its {right_end} end; scribe across the lines of {names}",
                      {{"right_end", right_end ? say("right") : say("left")}, {"names", names}});
    w.sentence = say("Height gauge {figure}, the bar on its {right_end} end: scribe across the lines of {names}.",
                     {{"figure", figure}, {"right_end", right_end ? say("right") : say("left")}, {"names", names}});
    w.why = say("The distance of these holes from that end, rounded once.");
    return w;
}

Wording zero_along_words(const PickUpZero& zero, const Job& job) {
    Wording w;
    w.heading = say("Zero along the bar");
    w.figures = {{say("X dial"), "0", "", true}};
    w.direction = say("over zero ({blank}), last moving {zero}",
                      {{"blank", in_words(job.datum, job.blank)},
                       {"zero", zero.approach_x == Towards::Plus ? say("right") : say("left")}});
    w.sentence = say("Stand over zero ({blank}), last moving {zero}, and set the X dial to 0.",
                     {{"blank", in_words(job.datum, job.blank)},
                      {"zero", zero.approach_x == Towards::Plus ? say("right") : say("left")}});
    w.why = say("Distances along the bar are counted from the drawing's zero.");
    return w;
}

void add_bar_drilling(Wording& words, const Hole& hole, const Job& job) {
    const Section section = section_at(job.blank, hole.bar->along);
    const auto path = drill_path(section, {hole.bar->bearing, hole.bar->offset, hole.spec.diameter});
    if (!path)
        return;
    const auto fig = [&](Length length) { return with_unit(length, job.unit); };
    words.note =
        say("Start with a short centre drill: a drill that meets a slope skates. Bar clamped, chuck key out, eyes "
            "covered.");
    if (!hole.spec.depth)
        words.note += " " + say("Ease off where it breaks through; nothing but waste may lie below.");
    words.why = say("Depth counts from where the point touches first. The full width is in at {path}.",
                    {{"path", path->full_in ? fig(path->depth_to(*path->full_in)) : std::string(say("no depth"))}});
    if (path->bore_tip)
        words.why +=
            " " + say("The point breaks into the bore at {path}.", {{"path", fig(path->depth_to(*path->bore_tip))}});
    words.why +=
        " " + say("The drill needs {drill_length_needed} of flute.",
                  {{"drill_length_needed", fig(drill_length_needed(*path, hole.spec.diameter, hole.spec.depth))}});
}

} // namespace clockface
