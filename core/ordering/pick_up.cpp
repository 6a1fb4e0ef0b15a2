#include "ordering/pick_up.h"

#include "measure/cases.h"
#include "measure/figures.h"
#include "ordering/handwheel.h"
#include "ordering/wording.h"
#include "words/say.h"

namespace clockface {

namespace {

// The drawing's figure for a place of one axis.
Length drawn(const Job& job, Axis axis, Length at) {
    const Point shown = as_drawn(job.datum, {at, at});
    return axis == Axis::X ? shown.x : shown.y;
}

ShownAt shown_on(const Readout& readout, const Job& job, Axis axis, Length at) {
    const Length exact = drawn(job, axis, at);
    const Length shown = readout.resolution * static_cast<double>(round_to_step(exact, readout.resolution).counts);
    return {decimal(shown.in(readout.unit), decimals_of_step(readout.resolution, readout.unit), Sign::Always),
            drawn(job, axis, exact - shown)};
}

ShownAt shown_on(const Screw& screw, Length at) {
    const std::int64_t count = dial_count(screw, at);
    const int line = dial_line(count, screw.engraved());
    const std::int64_t turns = (count - line) / screw.engraved();
    return {turns == 0 ? dial_figure(screw, line)
                       : say("turn {turns}, then {line}",
                             {{"turns", decimal(static_cast<double>(turns), 0)}, {"line", dial_figure(screw, line)}}),
            at - dial_position(screw, count)};
}

std::string face_in_words(const Touch& touch, const Held& held, bool round) {
    if (round && touch.axis == Axis::X)
        return touch.stands == Towards::Minus ? say("the rim at its left, where it is widest")
                                              : say("the rim at its right, where it is widest");
    if (round && !held.vise)
        return touch.stands == Towards::Minus ? say("the rim at its near side, where it is widest")
                                              : say("the rim at its far side, where it is widest");
    if (touch.axis == Axis::X) {
        const bool at_stop = held.stop != StopAt::None;
        if (touch.stands == Towards::Minus)
            return at_stop ? say("the left end, which is at the stop") : say("the left end");
        return at_stop ? say("the right end, which is at the stop") : say("the right end");
    }
    const bool rear = touch.stands == Towards::Plus;
    if (held.vise)
        return rear ? say("the rear face, which is at the fixed jaw") : say("the near face, which is at the fixed jaw");
    return rear ? say("the far edge") : say("the near edge");
}

// What to do with the device while touching. A dial that cannot be turned by itself says where zero lies, and is not
// set.
std::string setting_in_words(const Job& job, const Machine& machine, const Touch& touch, const ShownAt& shown) {
    const Unit unit = unit_of(machine);
    const char* axis = touch.axis == Axis::X ? "X" : "Y";
    const auto* wheels = std::get_if<Handwheels>(&machine.kind);
    if (wheels && !wheels->dials_turn) {
        const Length on = drawn(job, touch.axis, Length{} - touch.spindle());
        return say(on >= Length{}
                       ? later("The dial cannot be set: from what it shows there, {axis} 0 lies {way} further "
                               "on towards plus.")
                       : later("The dial cannot be set: from what it shows there, {axis} 0 lies {way} further "
                               "on towards minus."),
                   {{"axis", axis}, {"way", with_unit(abs(on), unit)}});
    }
    std::string words = say("Set {axis} to {figure}.", {{"axis", axis}, {"figure", shown.figure}});
    if (abs(shown.leftover) > Length::mm(1e-6))
        words += " " + say("That is {leftover} off the exact place, all it can show.",
                           {{"leftover", deviation_in_words(abs(shown.leftover), unit)}});
    return words;
}

std::string side_in_words(const Touch& touch) {
    if (touch.axis == Axis::X)
        return touch.stands == Towards::Minus ? say("left of it") : say("right of it");
    return touch.stands == Towards::Minus ? say("in front of it") : say("behind it");
}

} // namespace

std::vector<Touch> touches_for(const Job& job, const Held& held) {
    if (!held.known || !held.finder)
        return {};
    const Point datum = datum_from_middle(job);
    const auto touch = [&](Axis axis, Towards stands) {
        const Length half = (axis == Axis::X ? held.along : held.across) / 2.0;
        const Length zero = axis == Axis::X ? datum.x : datum.y;
        return Touch{axis, stands, (stands == Towards::Minus ? -half : half) - zero, held.finder->diameter};
    };
    const bool right = held.stop == StopAt::Right;
    const bool rear = held.vise && held.vise->fixed_rear;
    return {touch(Axis::X, right ? Towards::Plus : Towards::Minus),
            touch(Axis::Y, rear ? Towards::Plus : Towards::Minus)};
}

std::optional<ShownAt> shown_at(const Job& job, const Machine& machine, Axis axis, Length at) {
    return std::visit(
        Cases{[&](const Handwheels& wheels) -> std::optional<ShownAt> {
                  return shown_on(axis == Axis::X ? wheels.x : wheels.y, at);
              },
              [&](const Readout& readout) -> std::optional<ShownAt> { return shown_on(readout, job, axis, at); },
              [](const RotaryTable&) -> std::optional<ShownAt> { return std::nullopt; },
              [](const LayoutBench&) -> std::optional<ShownAt> { return std::nullopt; },
              [](const DrillPress&) -> std::optional<ShownAt> { return std::nullopt; },
              [](const MarksAcross&) -> std::optional<ShownAt> { return std::nullopt; }},
        machine.kind);
}

std::vector<std::string> pick_up_in_words(const Job& job, const Machine& machine, const Held& held) {
    std::vector<std::string> steps;
    const Unit unit = unit_of(machine);
    for (const Touch& touch : touches_for(job, held)) {
        const std::optional<ShownAt> shown = shown_at(job, machine, touch.axis, touch.spindle());
        if (!shown)
            return {};
        steps.push_back(say("Touch {face} with the {finder}, standing {side}: the spindle is then {half} from it, at "
                            "{axis} {place}.",
                            {{"face", face_in_words(touch, held, job.blank.is_round())},
                             {"finder", held.finder->name},
                             {"side", side_in_words(touch)},
                             {"half", with_unit(touch.finder / 2.0, unit)},
                             {"axis", touch.axis == Axis::X ? "X" : "Y"},
                             {"place", with_unit(drawn(job, touch.axis, touch.spindle()), unit)}}) +
                        " " + setting_in_words(job, machine, touch, *shown));
    }
    if (steps.empty())
        return steps;
    steps.push_back(
        say("Go to X 0, Y 0, come from the usual sides, and look: the tip stands over the drawing's zero, {zero}. "
            "Look again after every interruption.",
            {{"zero", in_words(job.datum, job.blank)}}));
    return steps;
}

} // namespace clockface
