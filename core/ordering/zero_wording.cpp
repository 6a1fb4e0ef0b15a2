#include "ordering/zero_wording.h"

#include "measure/figures.h"
#include "ordering/handwheel.h"
#include "words/say.h"

#include <numbers>

namespace clockface {

namespace {

// What two touches of the same face may differ by before something lies between: two readings differ by more than 3
// sqrt(2) standard deviations of one in three hundred tries.
Length spread_allowed(const Finder& finder) {
    return finder.repeats * (3.0 * std::numbers::sqrt2);
}

std::string face_words(const TouchEdge& touch, bool round) {
    const bool high = is_high_face(touch);
    if (round && touch.axis == Axis::X)
        return high ? say("the rim at its right") : say("the rim at its left");
    if (round)
        return high ? say("the rim at its far side") : say("the rim at its near side");
    const bool x = touch.axis == Axis::X; // jaws stand at the left and right where the vise is turned a quarter
    switch (touch.against) {
    case LiesAgainst::Stop:
        if (x)
            return high ? say("the right end at the stop") : say("the left end at the stop");
        return high ? say("the far end at the stop") : say("the near end at the stop");
    case LiesAgainst::FixedJaw:
        if (x)
            return high ? say("the right face at the fixed jaw") : say("the left face at the fixed jaw");
        return high ? say("the rear face at the fixed jaw") : say("the near face at the fixed jaw");
    case LiesAgainst::MovingJaw:
        if (x)
            return high ? say("the right face at the moving jaw") : say("the left face at the moving jaw");
        return high ? say("the rear face at the moving jaw") : say("the near face at the moving jaw");
    case LiesAgainst::EmptyJaw:
        return say("the fixed jaw's own face in the empty vise");
    case LiesAgainst::Nothing:
        break;
    }
    if (x)
        return high ? say("the right end") : say("the left end");
    return high ? say("the far edge") : say("the near edge");
}

std::string short_face(const TouchEdge& touch) {
    const bool high = is_high_face(touch);
    if (touch.against == LiesAgainst::EmptyJaw)
        return say("Touch the fixed jaw");
    if (touch.axis == Axis::X)
        return high ? say("Touch at the right") : say("Touch at the left");
    return high ? say("Touch at the far side") : say("Touch at the near side");
}

std::string side_words(const TouchEdge& touch) {
    const bool high = touch.stands == Towards::Plus;
    if (touch.axis == Axis::X)
        return high ? say("standing right of it") : say("standing left of it");
    return high ? say("standing behind it") : say("standing in front of it");
}

// How the eye or the hand knows that it touches.
std::string sign_words(FinderKind kind) {
    switch (kind) {
    case FinderKind::EdgeFinder:
        return say("until it kicks over");
    case FinderKind::Wiggler:
        return say("until it jumps aside");
    case FinderKind::CentreDrill:
        return say("until its body just rubs");
    case FinderKind::DrillTip:
        return say("until its tip stands over the edge, by eye");
    case FinderKind::Pin:
        break;
    }
    return say("until it just rubs");
}

// What the device of the machine shows at a figure.
struct Device {
    std::string shown; ///< "-5.000"; of a dial its line, and the whole turns from zero before
    std::string large; ///< of a dial the line alone
    std::string after; ///< that figure: its unit, or the turn it stands in
    Length at;         ///< the place that figure is, along the axis as the device counts it
};
Device device_at(Axis axis, std::int64_t figure, const WordingNeeds& needs) {
    if (const auto* readout = std::get_if<Readout>(&needs.machine.kind)) {
        const std::string shown = step_figure(figure, readout->resolution, readout->unit, true);
        return {shown, shown, unit_name(readout->unit), readout->resolution * static_cast<double>(figure)};
    }
    const auto& wheels = std::get<Handwheels>(needs.machine.kind);
    const Screw& screw = axis == Axis::X ? wheels.x : wheels.y;
    const Length at = dial_position(screw, figure, line_at_zero(wheels, at_hand(needs.job).order, axis));
    const int line = dial_line(figure, screw.engraved());
    const std::string large = dial_figure(screw, line);
    const std::int64_t turns = (figure - line) / screw.engraved();
    if (turns == 0)
        return {large, large, "", at};
    const std::string turn = decimal(static_cast<double>(turns), 0);
    return {say("turn {turns}, then {line}", {{"turns", turn}, {"line", large}}), large,
            say("in turn {turns}", {{"turns", turn}}), at};
}

Length as_drawn(const WordingNeeds& needs, Axis axis, Length at) {
    const Point drawn = clockface::as_drawn(needs.job.datum, {at, at});
    return axis == Axis::X ? drawn.x : drawn.y;
}

// A dial that cannot be turned on its screw is not set: it shows what it shows, and zero lies where it lies.
std::string fixed_dial_words(Axis axis, Length spindle, const WordingNeeds& needs, const std::string& figure) {
    const Length on = as_drawn(needs, axis, Length{} - spindle);
    return say(on >= Length{}
                   ? later("The {axis} dial cannot be set; it should show {figure}. Where it does not, {axis} 0 "
                           "lies {way} further on towards plus: type what it shows there under Order.")
                   : later("The {axis} dial cannot be set; it should show {figure}. Where it does not, {axis} 0 "
                           "lies {way} further on towards minus: type what it shows there under Order."),
               {{"axis", axis_name(axis)}, {"figure", figure}, {"way", with_unit(abs(on), unit_of(needs.machine))}});
}

} // namespace

std::string axis_name(Axis axis) {
    return axis == Axis::X ? "X" : "Y";
}

Wording touch_edge_words(const TouchEdge& touch, const WordingNeeds& needs) {
    const Unit unit = unit_of(needs.machine);
    const auto* wheels = std::get_if<Handwheels>(&needs.machine.kind);
    const bool fixed = wheels && !wheels->dials_turn;
    const Device device = device_at(touch.axis, touch.figure, needs);
    const Length half = touch.finder.diameter / 2.0;
    const std::string face = face_words(touch, needs.job.blank.is_round());
    const std::string axis = axis_name(touch.axis);

    Wording w;
    w.heading = short_face(touch);
    w.figures = {{axis, device.large, device.after, true}};
    const auto touching = [&](const char* words) {
        return say(words, {{"face", face},
                           {"finder", touch.finder.name},
                           {"side", side_words(touch)},
                           {"sign", sign_words(touch.finder.kind)}});
    };
    w.direction = touching(later("{face}: with the {finder}, {side}, {sign}"));
    const std::string touched = touching(later("Touch {face} with the {finder}, {side}, {sign}."));
    std::string set;
    if (touch.halves && wheels)
        set = say(
            touch.play == Length{}
                ? later("If the work is as drawn the {axis} dial comes to {figure}. Go back to half of what it "
                        "shows, last the way every place is come to, and set it to 0 there.")
                : later("If the work is as drawn the {axis} dial comes to {figure}. Add the play of {play}, go back "
                        "to half of that, last the way every place is come to, and set it to 0 there."),
            {{"axis", axis}, {"figure", device.shown}, {"play", with_unit(abs(touch.play), unit)}});
    else if (touch.halves)
        set = say("If the work is as drawn it shows {axis} {figure}. Set {axis} to half of what it shows.",
                  {{"axis", axis}, {"figure", device.shown}});
    else if (fixed)
        set = fixed_dial_words(touch.axis, spindle_at(touch), needs, device.shown);
    else
        set = say("Set {axis} to {figure}.", {{"axis", axis}, {"figure", device.shown}});
    if (touch.against == LiesAgainst::EmptyJaw)
        set += " " + say("Then the work goes in.");
    w.sentence = touched + " " + set;
    w.note = touch.halves || touch.against == LiesAgainst::EmptyJaw ? set : std::string();
    if (touch.times > 1) {
        const std::string again =
            say("Touch it {times} times and take the middle of what shows; where two differ by more than {spread}, "
                "look for a burr or a chip.",
                {{"times", touch.times}, {"spread", deviation_in_words(spread_allowed(touch.finder), unit)}});
        w.note += (w.note.empty() ? "" : " ") + again;
        w.sentence += " " + again;
    }
    if (touch.halves) {
        w.why = say("From the spindle at one side to the spindle at the other it is the work's size and the finder's "
                    "diameter of {finder}; whatever they really are, half of it is the middle.",
                    {{"finder", with_unit(touch.finder.diameter, unit)}});
    } else {
        const Length exact = as_drawn(needs, touch.axis, spindle_at(touch));
        w.why = say("The face is drawn at {axis} {face}, and half of the finder, {half}, stands between it and the "
                    "spindle: that is at {axis} {spindle}.",
                    {{"axis", axis},
                     {"face", with_unit(as_drawn(needs, touch.axis, touch.face), unit)},
                     {"half", with_unit(half, unit)},
                     {"spindle", with_unit(exact, unit)}});
        // A dial counts right and up; so does what it leaves.
        const Length leftover = wheels ? spindle_at(touch) + touch.play - device.at : exact - device.at;
        if (abs(leftover) > Length::mm(1e-6))
            w.why += " " + say("The figure is {leftover} off the exact place, all it can show.",
                               {{"leftover", deviation_in_words(abs(leftover), unit)}});
    }
    if (touch.play != Length{})
        w.why += " " + say("It is touched against the way every place is come to, so the play of {play} is counted in.",
                           {{"play", with_unit(abs(touch.play), unit)}});
    return w;
}

Wording centre_over_words(const CentreOver& over, const WordingNeeds& needs) {
    const Unit unit = unit_of(needs.machine);
    const auto* wheels = std::get_if<Handwheels>(&needs.machine.kind);
    Wording w;
    std::string how;
    switch (over.kind) {
    case CentreKind::Bore:
        w.heading = say("Over the bore");
        how = say("Swing an indicator round in the bore. Of two opposite readings, bring the spindle half of their "
                  "difference away from the wall that is nearer, where the indicator is pushed in further; on both "
                  "axes, until it reads the same all round.");
        break;
    case CentreKind::Rim:
        w.heading = say("Over the disc");
        how = say("Swing an indicator round the rim. Of two opposite readings, bring the spindle half of their "
                  "difference away from the side where the rim is nearer, where the indicator is pushed in less; on "
                  "both axes, until it reads the same all round.");
        break;
    case CentreKind::PinInHole:
        w.heading = say("Over the hole");
        how =
            say("A pin that fits the hole in the chuck, spindle off: move until it slides into the hole by itself, and "
                "turns in it without rubbing anywhere.");
        break;
    case CentreKind::ScribedCross:
        w.heading = say("Over the crossing");
        how =
            say("A point in the chuck, and a glass: move until its tip stands in the crossing of the scribed lines. It "
                "is no better than the lines are.");
        break;
    }
    std::string set;
    for (const Axis axis : {Axis::X, Axis::Y}) {
        const Length place = axis == Axis::X ? over.place.x : over.place.y;
        const Device device = device_at(axis, axis == Axis::X ? over.figure_x : over.figure_y, needs);
        w.figures.push_back({axis_name(axis), device.large, device.after, true});
        set += (set.empty() ? "" : " ") +
               (wheels && !wheels->dials_turn
                    ? fixed_dial_words(axis, place, needs, device.shown)
                    : say("Set {axis} to {figure}.", {{"axis", axis_name(axis)}, {"figure", device.shown}}));
    }
    if (wheels)
        how += " " + say("Each handwheel is turned last the way every place is come to.");
    w.direction = say("bring it under the spindle, then set both");
    w.note = how;
    w.sentence = how + " " + set;
    w.why = say("The drawing has its middle at X {x}, Y {y}; it is found within about {within} on each axis.",
                {{"x", with_unit(as_drawn(needs, Axis::X, over.place.x), unit)},
                 {"y", with_unit(as_drawn(needs, Axis::Y, over.place.y), unit)},
                 {"within", deviation_in_words(over.within, unit)}});
    return w;
}

std::string from_local_zero(const GoToReadout& go, const WordingNeeds& needs) {
    const std::optional<HoleId>& local = at_hand(needs.job).holding.local_zero;
    const auto* readout = std::get_if<Readout>(&needs.machine.kind);
    if (!local || !readout || go.from_last)
        return {};
    for (const Hole& hole : needs.holes)
        if (!hole.bar && id_of(needs.job, hole) == *local) {
            // The difference of two figures that were each rounded from the drawing's zero, as the readout shows it.
            const Point zero = clockface::as_drawn(needs.job.datum, hole.at);
            const auto shown = [&](std::int64_t counts, Length from) {
                return step_figure(counts - round_to_step(from, readout->resolution).counts, readout->resolution,
                                   readout->unit, true);
            };
            return say("From the local zero on {hole}: X {x}, Y {y}.",
                       {{"hole", hole.name}, {"x", shown(go.x, zero.x)}, {"y", shown(go.y, zero.y)}});
        }
    return {};
}

Wording look_at_corner_words(const LookAtCorner& look, const WordingNeeds& needs) {
    std::string corner;
    if (look.right)
        corner = look.far ? say("the far right corner") : say("the near right corner");
    else
        corner = look.far ? say("the far left corner") : say("the near left corner");
    Wording w;
    w.heading = say("Look at the corner");
    w.direction = say("half the tip stands over each edge at {corner}", {{"corner", corner}});
    w.sentence = say("Look: half the tip must stand over each edge at {corner}. Where it does not, zero is not where "
                     "it should be: find it again.",
                     {{"corner", corner}});
    w.note = say("Look again after every interruption.");
    w.why = say("All figures are counted from the drawing's zero, {zero}: half the finder left out, or counted on the "
                "wrong side, shows at a corner at once.",
                {{"zero", in_words(needs.job.datum, needs.job.blank)}});
    return w;
}

} // namespace clockface
