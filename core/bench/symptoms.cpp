#include "bench/symptoms.h"

#include "measure/figures.h"
#include "words/say.h"

#include <cmath>

namespace clockface {

namespace {

// Two thirds of a speed is the next step down of most spindles.
std::string slower(const CutStep& step) {
    constexpr double next_down = 2.0 / 3.0;
    return step.rpm ? std::string(say("Go down from {rpm} to about {slower} turns a minute.",
                                      {{"rpm", decimal(*step.rpm, 0)}, {"slower", decimal(*step.rpm * next_down, 0)}}))
                    : std::string(say("Turn it more slowly."));
}

std::string more_fluid(const CutStep& step) {
    return step.fluid.empty() || step.fluid == "dry"
               ? say("Let it cool in the air between two cuts.")
               : say("Draw it out, brush the chips away and give it {fluid}.", {{"fluid", step.fluid}});
}

std::vector<Symptom> of_drill(const CutStep& step) {
    return {{say("The drill lags behind the chuck, or slips in it"),
             say("It is dull, caught, or fed too hard: the next thing is a torn shank or work that is whirled round."),
             say("Spindle off at once. Turn it back by hand, tighten the chuck at every key hole, and set the depth to "
                 "nought anew.")},
            {say("It turns blue, or smokes"),
             say("It has lost its hardness as far as it is blue: too fast, too dry, or rubbing instead of cutting."),
             slower(step) + " " + say("Grind it back beyond the colour, or take another.")},
            {say("It squeals"), say("It rubs: dull, too fast, or not fed enough to cut."),
             slower(step) + " " + say("Feed a little harder, so that it cuts; where it goes on, sharpen it.")},
            {say("It wants a hard push"),
             say("It is dull, or its middle does not cut: it then wanders and breaks through all at once."),
             say("Stop pushing. Sharpen it, or drill a pilot as wide as its web.")},
            {say("Long strings whirl round it"), say("They cut hands and wind themselves up to the chuck."),
             say("Spindle off, and a hook or brush, never fingers. Then feed in short pushes that break them.") + " " +
                 (step.pecks.size() > 1 ? std::string(say("Draw it out at every mark of its row."))
                                        : std::string(say("Draw it out once or twice on the way.")))},
            {say("It and the work grow hot"),
             say("The part grows with the heat, and what is measured hot is wrong cold."),
             more_fluid(step) + " " + say("Let the part cool before it is measured or tapped.")},
            {say("The hole comes out wide or with three corners"),
             say("Its lips are ground unlike, or thin metal let it wander."),
             say("Measure the first one. Under size with a pilot and then the drill, or ream.")}};
}

std::vector<Symptom> of_tap(const CutStep& step) {
    return {{say("It springs back when you let go"), say("It twists instead of cutting: the next bit breaks it."),
             say("Back at least half a turn until the chip snaps, clear, fluid, then on.")},
            {say("It stops hard"), say("It stands on the bottom or on chips."),
             say("Not a bit more. Back and out, clear the hole, and compare the turns you have counted.")},
            {say("It squeaks or sticks"), say("It is dry or dull, or the drill was too small."),
             more_fluid(step) + " " + say("Measure the drilled hole before you go on.")},
            {say("The thread looks torn"), say("Chips were wedged and dragged round with it."),
             say("Back more often, and brush the flutes clean each time it is out.")}};
}

std::vector<Symptom> of_reamer(const CutStep& step) {
    return {{say("It chatters"),
             say("Too fast, or too little left to cut: the hole gets as many corners as it has "
                 "teeth."),
             slower(step) + " " + say("Feed it steadily, never backwards.")},
            {say("The hole comes out wide"), say("It runs out, or chips stand on its lips."),
             say("Let it float or follow by hand; brush it clean each time.")}};
}

} // namespace

std::vector<Symptom> symptoms_of(const CutStep& step) {
    switch (step.kind) {
    case StepKind::Tap:
        return of_tap(step);
    case StepKind::Ream:
        return of_reamer(step);
    case StepKind::Deburr:
        return {};
    case StepKind::Start:
    case StepKind::Pilot:
    case StepKind::Drill:
    case StepKind::Recess:
    case StepKind::Chamfer:
    case StepKind::Own:
        break;
    }
    return of_drill(step);
}

} // namespace clockface
