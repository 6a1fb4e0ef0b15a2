#include "ordering/work_wording.h"

#include "cutting/depth_figure.h"
#include "measure/figures.h"
#include "ordering/bar_wording.h"
#include "ordering/route.h"
#include "words/say.h"

#include <fmt/format.h>

namespace clockface {

namespace {

const Hole& hole_at(int index, const WordingNeeds& needs) {
    return needs.holes.at(static_cast<std::size_t>(index));
}

std::string name_at(int index, const WordingNeeds& needs) {
    return index < 0 ? "–" : hole_at(index, needs).name;
}

const Chain* chain_at(int hole, const WordingNeeds& needs) {
    if (!needs.chains || !needs.kind_of || hole < 0 || static_cast<std::size_t>(hole) >= needs.kind_of->size())
        return nullptr;
    return &needs.chains->at(static_cast<std::size_t>(needs.kind_of->at(static_cast<std::size_t>(hole))));
}

const CutStep* step_at(int hole, int step, const WordingNeeds& needs) {
    const Chain* chain = chain_at(hole, needs);
    return chain && step >= 0 && static_cast<std::size_t>(step) < chain->steps.size()
               ? &chain->steps[static_cast<std::size_t>(step)]
               : nullptr;
}

const FetchLine* line_at(int cutter, const WordingNeeds& needs) {
    return needs.cutters && cutter >= 0 && static_cast<std::size_t>(cutter) < needs.cutters->lines.size()
               ? &needs.cutters->lines[static_cast<std::size_t>(cutter)]
               : nullptr;
}

std::string cutter_name(int cutter, const WordingNeeds& needs) {
    const FetchLine* line = line_at(cutter, needs);
    return line ? line->cutter.name : say("cutter");
}

std::string rpm_words(std::optional<double> rpm) {
    return rpm ? say("{rpm} turns a minute", {{"rpm", decimal(*rpm, 0)}}) : say("no speed slow enough");
}

// A depth may be of three things; the list says which.
std::string depth_words(const HoleSpec& spec, Unit unit) {
    if (!spec.depth)
        return say("through");
    const std::string figure = with_unit(*spec.depth, unit);
    switch (depth_meant(spec)) {
    case DepthOf::Tip:
        return say("the tip {figure} deep", {{"figure", figure}});
    case DepthOf::FullThread:
        return say("{figure} of full thread", {{"figure", figure}});
    case DepthOf::FullDiameter:
        break;
    }
    return say("{figure} deep", {{"figure", figure}});
}

std::string finishing(const HoleSpec& spec, Unit unit) {
    const char* how = later("drill {size}, {depth}");
    if (spec.purpose == Purpose::Tapped)
        how = later("drill for thread {size}, {depth}");
    else if (spec.purpose == Purpose::Reamed)
        how = later("drill under size and ream to {size}, {depth}");
    return say(how, {{"size", size_in_words(spec, unit)}, {"depth", depth_words(spec, unit)}});
}

// What is set before anything else: the stop as this machine's scale shows it, or where it has none the tip.
std::string depth_to_set(const CutStep& step, const Spindle& spindle, Unit unit) {
    if (step.by_hand || step.tip <= Length{})
        return {};
    return step.stop > Length{} ? say("stop at {step}:", {{"step", with_unit(step.stop, spindle.scale)}}) + " "
                                : say("tip to {tip}:", {{"tip", depth_figure(step.tip, unit)}}) + " ";
}

std::string verb_of(StepKind kind) {
    return kind == StepKind::Own ? say("cut") : in_words(kind);
}

std::string capital(std::string word) {
    if (!word.empty())
        word[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(word[0])));
    return word;
}

// What is worth saying each time: what breaks, spins or cuts somebody at this step.
std::string caution(const CutStep& step, bool through, const Machine& machine) {
    switch (step.kind) {
    case StepKind::Start:
        return say("Gently until the tip is buried: it snaps easily.");
    case StepKind::Tap:
        if (step.by_hand) {
            const TapByHand tap = step.tap.value_or(TapByHand{});
            return in_words(tap.guide, std::holds_alternative<DrillPress>(machine.kind)) + " " +
                   rhythm_in_words(tap.rhythm);
        }
        return say("Fluid, and a hand on the switch. It draws itself in: go with it, neither push nor hold.") + " " +
               (through ? say("Turn back as soon as it is through.")
                        : say("Turn back a turn before the stop, for it runs on, and a bottom snaps it."));
    case StepKind::Ream:
        return say("Slow, with fluid, never backwards.");
    default:
        break;
    }
    return through ? say("Table locked, work clamped, chuck key out. Ease off as the drill breaks through.")
                   : say("Table locked, work clamped, chuck key out. Zero the depth on undrilled surface.");
}

} // namespace

std::string first_dozen(const std::vector<std::string>& names) {
    constexpr std::size_t most = 12;
    if (names.size() <= most)
        return all_of(names);
    const std::vector<std::string> first(names.begin(), names.begin() + most);
    return say("{names} and {more} more",
               {{"names", fmt::format("{}", fmt::join(first, ", "))}, {"more", names.size() - most}});
}

std::string hole_runs(const std::vector<int>& holes, const WordingNeeds& needs) {
    std::vector<int> sorted = holes;
    std::sort(sorted.begin(), sorted.end());
    std::vector<std::string> runs;
    for (std::size_t first = 0; first < sorted.size();) {
        std::size_t last = first;
        while (last + 1 < sorted.size() && sorted[last + 1] == sorted[last] + 1 &&
               hole_at(sorted[last + 1], needs).pattern == hole_at(sorted[first], needs).pattern)
            ++last;
        if (last > first + 1)
            runs.push_back(say("{sorted} to {last}",
                               {{"sorted", name_at(sorted[first], needs)}, {"last", name_at(sorted[last], needs)}}));
        else
            for (std::size_t i = first; i <= last; ++i)
                runs.push_back(name_at(sorted[i], needs));
        first = last + 1;
    }
    return first_dozen(runs);
}

Wording change_words(const ChangeCutter& change, const WordingNeeds& needs) {
    const FetchLine* line = line_at(change.cutter, needs);
    const std::string name = cutter_name(change.cutter, needs);
    Wording w;
    w.heading = say("Cutter");
    w.figures = {{"", name, "", true}};
    w.direction = line && !line->by_hand ? rpm_words(line->rpm) : say("turned by hand");
    w.note =
        say("Spindle stopped. Chuck key out before it turns. Touch off on undrilled surface: every cutter has its own "
            "zero of depth.");
    w.sentence = say("Change to the {name}, {direction}.", {{"name", name}, {"direction", w.direction}});
    w.why = line ? say("It is for {holes} {holes:hole|holes}. {owned}",
                       {{"holes", line->holes},
                        {"owned", line->owned ? say("It is in the drawer.") : say("It is not in the drawer.")}})
                 : std::string(say("It is what the hole's chain asks for."));
    return w;
}

Wording knee_words(const MoveKnee& knee, const WordingNeeds& needs) {
    const Spindle& spindle = needs.machine.spindle;
    const std::string line =
        step_figure(knee.line, spindle.knee_lead / std::max(1, spindle.knee_lines), spindle.scale, false);
    Wording w;
    w.heading = say("Knee handle");
    w.figures = {
        {"", fmt::format("{}", knee.turns), knee.turns == 1 ? say("turn, then on to") : say("turns, then on to")},
        {"", line, unit_name(spindle.scale), true}};
    w.direction = knee.up ? say("up") : say("down, and a turn farther, then up again");
    w.note = say("The knee carries its load upwards: end going up, then lock it. It is never fed with.");
    w.sentence = say("Knee: {direction} by {knee}: {turns} {turns:turn|turns}, then on to {line}.",
                     {{"direction", w.direction},
                      {"knee", with_unit(knee.by, spindle.scale)},
                      {"turns", knee.turns},
                      {"line", line}});
    w.why =
        say("The two cutters stand out of the chuck by {knee} more or less, and the quill's stroke does not take both.",
            {{"knee", with_unit(knee.by, spindle.scale)}});
    return w;
}

Wording drill_words(const DrillHole& drill, int hole, const WordingNeeds& needs) {
    const Hole& target = hole_at(hole, needs);
    const Unit unit = needs.job.unit;
    const CutStep* step = step_at(hole, drill.step, needs);
    Wording w;
    w.heading = step ? capital(verb_of(step->kind)) : say("Drill");
    w.figures = {{say("hole"), target.name, "", true}};
    w.why = say("The hole's size and depth are the drawing's.");
    if (!step || step->kind == StepKind::Drill) {
        w.direction = finishing(target.spec, unit);
        w.note = target.spec.depth
                     ? say("Table locked, work clamped, chuck key out. Zero the depth on undrilled surface.")
                     : say("Table locked, work clamped, chuck key out. Ease off as the drill breaks through.");
        // The drill's tip is set, not the drawing's figure: they are not the same.
        if (step && target.spec.depth && !target.bar)
            w.note += " " + say("The tip of the {cutter} goes to {tip}.",
                                {{"cutter", step->cutter.name}, {"tip", depth_figure(step->tip, unit)}});
        if (step)
            w.direction =
                say("{drilled}, with the {cutter}", {{"drilled", w.direction}, {"cutter", step->cutter.name}});
    } else {
        const char* how = later("{step} with the {cutter}, its tip {tip} deep");
        if (step->kind == StepKind::Chamfer)
            how = later("{step} with the {cutter}, its mouth {mouth}");
        else if (step->kind == StepKind::Tap && !target.spec.depth)
            how = later("{step} with the {cutter}, through");
        w.direction = say(how, {{"step", verb_of(step->kind)},
                                {"cutter", step->cutter.name},
                                {"mouth", depth_figure(step->mouth, unit)},
                                {"tip", depth_figure(step->tip, unit)}});
        w.note = caution(*step, !target.spec.depth, needs.machine);
    }
    // On the plate the work is free: the mark finds the drill, not the other way round.
    if (std::holds_alternative<LayoutBench>(needs.machine.kind) && (!step || step->kind == StepKind::Start))
        w.note = say("Lower the stopped drill into the mark and let the work find it; then clamp, then drill. {note}",
                     {{"note", w.note}});
    if (step) {
        w.direction = depth_to_set(*step, needs.machine.spindle, unit) + w.direction;
        if (!step->by_hand && step->stop > Length{})
            w.figures.push_back({say("stop"),
                                 decimal(step->stop.in(needs.machine.spindle.scale),
                                         job_decimals(needs.machine.spindle.scale), Sign::WhenNegative, Tail::Trim),
                                 unit_name(needs.machine.spindle.scale)});
        w.why = step->why_cutter;
        if (!step->why_depth.empty())
            w.why += " " + step->why_depth;
    }
    w.sentence = say("Hole {target}: {direction}.", {{"target", target.name}, {"direction", w.direction}});
    if (target.bar)
        add_bar_drilling(w, target, needs.job);
    return w;
}

Wording touch_words(int hole, const WordingNeeds& needs) {
    Wording w;
    w.heading = say("Touch lightly");
    w.figures = {{say("hole"), name_at(hole, needs), "", true}};
    w.direction = say("a dimple that only shows the place");
    w.note = say("Barely touch: a wrong place must still be out of the way of the hole.");
    w.sentence = say("Touch {hole} lightly.", {{"hole", name_at(hole, needs)}});
    w.why = say("A first light walk round all holes shows a wrong count, zero or direction before any metal is lost.");
    return w;
}

Wording check_words(const CheckPlace& check, int hole, const WordingNeeds& needs) {
    // A metric caliper's step has no end in inches: no more decimals than the job writes.
    const Unit unit = needs.job.unit;
    const int decimals = std::min(decimals_of_step(check.step, unit), job_decimals(unit));
    const std::string x = decimal((check.step * static_cast<double>(check.x)).in(unit), decimals);
    const std::string y = decimal((check.step * static_cast<double>(check.y)).in(unit), decimals);
    const bool mark = std::holds_alternative<LayoutBench>(needs.machine.kind);
    Wording w;
    w.heading = say("Measure {hole}", {{"hole", name_at(hole, needs)}});
    w.figures = {{check.from_right ? say("from the right") : say("from the left"), x, unit_name(unit), true},
                 {check.from_upper ? say("from the upper") : say("from the lower"), y, unit_name(unit), true}};
    w.direction =
        mark ? say("from the edges to the mark") : say("from the edges to the middle of a pin in the spindle");
    w.note = mark ? "" : say("Spindle stopped. Half the pin has to be added to what the caliper reads over it.");
    w.sentence =
        say("Before {hole} is made: it must be {x} from the {side} edge and {y} from the {height} edge, {mark}.",
            {{"hole", name_at(hole, needs)},
             {"x", x},
             {"side", check.from_right ? say("right") : say("left")},
             {"y", y},
             {"height", check.from_upper ? say("upper") : say("lower")},
             {"mark", mark ? say("measured to the mark") : say("measured to a pin")}});
    w.why = say("A measure that has nothing to do with the dials finds a lost turn or a wrong hundred. Up to {within} "
                "beside it is only the measuring.",
                {{"within", with_unit(check.within, needs.job.unit)}});
    return w;
}

namespace {

// Nothing where the step is no tap, or where its holes are not all as deep.
const TapByHand* tap_of(const WorkByHand& work, const WordingNeeds& needs) {
    const TapByHand* tap = nullptr;
    for (const int hole : work.holes) {
        const Chain* chain = chain_at(hole, needs);
        const CutStep* step = chain ? chain->find(work.step) : nullptr;
        if (!step || !step->tap || (tap && !(*tap == *step->tap)))
            return nullptr;
        tap = &*step->tap;
    }
    return tap;
}

} // namespace

Wording by_hand_words(const WorkByHand& work, const WordingNeeds& needs) {
    const std::string cutter = cutter_name(work.cutter, needs);
    const std::string holes = hole_runs(work.holes, needs);
    Wording w;
    w.heading = say("By hand");
    if (work.holes.size() == 1)
        w.figures = {{say("hole"), holes, "", true}};
    else
        w.figures = {{"", say("{count} {count:hole|holes}", {{"count", static_cast<std::int64_t>(work.holes.size())}}),
                      "", true}};
    const bool burr = work.step == "deburr";
    w.direction = burr ? say("break the edge on the far side with the {cutter}", {{"cutter", cutter}})
                       : say("with the {cutter}", {{"cutter", cutter}});
    const std::string held = work.bench_vise ? say("In the bench vise, between soft jaws.")
                                             : say("Without a bench vise leave it clamped: never hold it in one hand.");
    const TapByHand* tap = burr ? nullptr : tap_of(work, needs);
    if (burr)
        w.note = say("Burrs cut. It stays open until every far side was seen to.");
    else
        w.note = say("Start upright: look from two sides at right angles over the first three turns, then leave it "
                     "alone: it follows its thread.");
    if (tap)
        w.note += " " + rhythm_in_words(tap->rhythm) + " " +
                  (tap->stops ? say("Count the turns down: at the last one its end is where it has to stop, and a "
                                    "bottom snaps it.")
                              : say("Then its lead stands out below."));
    w.note = held + " " + w.note;
    if (tap)
        w.figures.push_back({"", turns_in_words(*tap), say("turns, from its end level with the face"), true});
    w.sentence =
        burr ? say("By hand, with the {cutter}: break the far edge of {holes}.", {{"cutter", cutter}, {"holes", holes}})
             : say("By hand, with the {cutter}: {holes}.", {{"cutter", cutter}, {"holes", holes}});
    w.why = burr ? say("A burr keeps the part from lying flat.") : say("It is turned by hand, away from the machine.");
    return w;
}

Wording prick_words(int hole, const WordingNeeds& needs) {
    const std::string here = name_at(hole, needs);
    Wording w;
    w.heading = say("Prick");
    w.figures = {{say("hole"), here, "", true}};
    w.direction = say("feel along one line until the point drops into the other, stand the punch up, tap");
    w.note =
        say("A sharp point and a light tap: it can still be drawn over. A steel block underneath, not springy wood.");
    w.sentence = say("Prick {here} lightly in the crossing of its lines.", {{"here", here}});
    w.why =
        say("The crossing is found by feel, within about 0.15 mm, or under a magnifier with cross lines, within about "
            "0.1 mm.");
    return w;
}

Wording look_words(const LookAtMarks& look, const WordingNeeds& needs) {
    Wording w;
    w.heading = say("Look");
    w.figures = {
        {"", say("{count} {count:mark|marks}", {{"count", static_cast<std::int64_t>(look.holes.size())}}), "", true}};
    w.direction = say("through the magnifier; draw over, leaning the punch, what stands beside its crossing");
    w.note = say("Look square on, with the light along the lines.");
    w.sentence = say("Look at {holes} through the magnifier; lean the punch to draw over what is beside its crossing.",
                     {{"holes", hole_runs(look.holes, needs)}});
    w.why = say("A pricked mark can be moved by leaning the punch; a centre-punched one cannot.");
    return w;
}

Wording punch_words(int hole, const WordingNeeds& needs) {
    const std::string here = name_at(hole, needs);
    Wording w;
    w.heading = say("Punch");
    w.figures = {{say("hole"), here, "", true}};
    w.direction = say("deepen the mark with the centre punch, upright");
    w.note = say("Eyes covered. A struck punch can throw chips.");
    w.sentence = say("Punch {here}.", {{"here", here}});
    w.why = say("The blunter centre punch drops into the pricked mark and leaves a seat for the drill's point.");
    return w;
}

Wording index_words(const TurnIndex& turn, int hole, const WordingNeeds& needs) {
    const auto& table = std::get<RotaryTable>(needs.machine.kind);
    const Angle stands = table.per_turn() * (static_cast<double>(turn.reading) / std::max(1, turn.circle));
    Wording w;
    w.heading = say("Index plate");
    w.figures = {
        {"", fmt::format("{}", turn.turns), turn.turns == 1 ? say("turn, then on by") : say("turns, then on by")},
        {"", fmt::format("{}", turn.holes), turn.holes == 1 ? say("hole") : say("holes"), true}};
    w.direction = say("clockwise, on the circle of {circle}", {{"circle", turn.circle}});
    w.note = say("Sector arms: {holes} {holes:hole|holes} between them, the one with the plunger not counted.",
                 {{"holes", turn.holes}});
    w.sentence = say("Index plate, circle of {circle}: {turns} {turns:turn|turns} and {holes} {holes:hole|holes} "
                     "(table at {stands}).",
                     {{"circle", turn.circle},
                      {"turns", turn.turns},
                      {"holes", turn.holes},
                      {"stands", table_angle(table, stands)}});
    const Angle wanted =
        (bearing_of(table_centre(needs.job), hole_at(hole, needs).at) * (table.rising == Sense::Clockwise ? 1.0 : -1.0))
            .wrapped();
    const double off = std::remainder(wanted.in_degrees() - stands.in_degrees(), 360.0);
    w.why = say("{ratio} turns of the handle to one of the table, {circle} holes round the circle: {reading} holes are "
                "{stands}. Counted from the start each time, so nothing adds up; this hole is left {off} off.",
                {{"ratio", table.ratio},
                 {"circle", turn.circle},
                 {"reading", turn.reading},
                 {"stands", degrees_minutes_seconds(stands)},
                 {"off", degrees_minutes_seconds(Angle::degrees(std::fabs(off)))}});
    return w;
}

} // namespace clockface
