#include "bench/tasks.h"

#include <map>

namespace clockface {

namespace {

struct Named {
    Act act;
    std::string what{};
    int hole = -1; // where the instruction itself names none
    int step = -1; // of the hole's chain
};

int first_of(const std::vector<int>& holes) {
    return holes.empty() ? -1 : holes.front();
}

const std::string touch_prefix = "touch-", look_at_corner = "look", over_middle = "middle";

std::string axis_word(Axis axis) {
    return axis == Axis::X ? "x" : "y";
}

// What kind of thing each instruction is. What stands in `what` is a name for files, never shown.
struct NameOf {
    const SetupPlan& plan;
    int hole; // the instruction's

    [[nodiscard]] std::string cutter(int line) const {
        return line < 0 ? std::string() : plan.cutters().lines[static_cast<std::size_t>(line)].cutter.name;
    }

    Named operator()(const PickUpZero&) const { return {Act::Zero}; }
    Named operator()(const TouchEdge& a) const {
        return {Act::Zero, touch_prefix + axis_word(a.axis) + (is_high_face(a) ? "-far" : "-near")};
    }
    Named operator()(const CentreOver&) const { return {Act::Zero, over_middle}; }
    Named operator()(const LookAtCorner&) const { return {Act::Zero, look_at_corner}; }
    Named operator()(const TurnHandwheel& a) const { return {Act::Move, "wheel-" + axis_word(a.axis)}; }
    Named operator()(const ZeroReadout& a) const { return {Act::Zero, a.here ? "here" : ""}; }
    Named operator()(const KeyCircle& a) const { return {Act::Tool, "circle", first_of(a.holes)}; }
    Named operator()(const KeyRow& a) const { return {Act::Tool, "row", first_of(a.holes)}; }
    Named operator()(const RoutinePlace&) const { return {Act::Move, "place"}; }
    Named operator()(const GoToReadout&) const { return {Act::Move, "go"}; }
    Named operator()(const CentreOnTable&) const { return {Act::Zero, "table"}; }
    Named operator()(const TurnTable&) const { return {Act::Move, "table"}; }
    Named operator()(const TurnIndex&) const { return {Act::Move, "index"}; }
    Named operator()(const ScribeLine& a) const { return {Act::Mark, "line-" + axis_word(a.axis), first_of(a.holes)}; }
    Named operator()(const StrikeCircle& a) const { return {Act::Mark, "circle", first_of(a.holes)}; }
    Named operator()(const StepChord& a) const { return {Act::Mark, "chord-" + std::to_string(a.pattern)}; }
    Named operator()(const PrickMark&) const { return {Act::Mark, "prick"}; }
    Named operator()(const LookAtMarks& a) const { return {Act::Check, "look", first_of(a.holes)}; }
    Named operator()(const PunchMark&) const { return {Act::Mark, "punch"}; }
    Named operator()(const CompareMarks& a) const { return {Act::Check, "marks", a.from}; }
    Named operator()(const TurnBar&) const { return {Act::Lay, "turn"}; }
    Named operator()(const StandOverAxis&) const { return {Act::Lay, "axis"}; }
    Named operator()(const SetPacking& a) const { return {Act::Lay, "packing-" + axis_word(a.axis)}; }
    Named operator()(const ScribeAlongBar& a) const { return {Act::Mark, "along", first_of(a.holes)}; }
    Named operator()(const ScribeAcrossBar& a) const { return {Act::Mark, "across", first_of(a.holes)}; }
    Named operator()(const LayOldPart&) const { return {Act::Lay, "old-part"}; }
    Named operator()(const MarkAcross& a) const { return {Act::Mark, "from-" + a.from}; }
    Named operator()(const PinThrough& a) const { return {Act::Lay, "pin-" + a.from}; }
    Named operator()(const TakeOldPartOff&) const { return {Act::Lay, "old-part-off"}; }
    Named operator()(const CompareAcross& a) const { return {Act::Check, "old-part-" + a.from + "-" + a.to}; }
    Named operator()(const DrillMark&) const { return {Act::Cut}; }
    Named operator()(const ChangeCutter& a) const { return {Act::Tool, cutter(a.cutter)}; }
    Named operator()(const MoveKnee&) const { return {Act::Move, "knee"}; }
    Named operator()(const TouchLightly&) const { return {Act::Touch}; }
    Named operator()(const CheckPlace&) const { return {Act::Check, "place"}; }
    Named operator()(const DrillHole& a) const { return {Act::Cut, "", -1, a.step}; }
    Named operator()(const WorkByHand& a) const { return {Act::Cut, a.step}; }
};

} // namespace

bool is_logged(Act act) {
    return act != Act::Move && act != Act::Tool;
}

bool is_part_of_zero(const Deed& deed) {
    const std::string what = deed.what.substr(deed.what.find(':') + 1);
    return deed.act == Act::Zero && (what.starts_with(touch_prefix) || what == look_at_corner || what == over_middle);
}

namespace {

// What is left at a hole, so that it is noticed when it is wanted elsewhere.
void note_place(Task& task, const Job& job, const SetupPlan& plan) {
    const Hole& hole = plan.holes[static_cast<std::size_t>(task.hole)];
    task.deed.hole = id_of(job, hole);
    const Act act =
        task.deed.act; // a check too: where the hole was moved since, it was another place that was measured
    if (act == Act::Cut || act == Act::Mark || act == Act::Touch || act == Act::Check)
        task.made = Made{hole.at, hole.at + datum_from_middle(job), {}};
}

void note_step(Task& task, const CutStep& step) {
    task.deed.what = step.name;
    task.deed.with = step.cutter.name;
    task.made->deep = step.tip;
}

} // namespace

Task cut_task(const Job& job, const SetupPlan& plan, int hole, int step) {
    Task task{0, hole, {plan.setup, Act::Cut}, std::nullopt};
    note_place(task, job, plan);
    if (step >= 0)
        note_step(task, plan.chain_of(static_cast<std::size_t>(hole)).steps[static_cast<std::size_t>(step)]);
    return task;
}

bool is_same(const Made& was, const Made& wanted) {
    constexpr Length within = Length::mm(0.01);
    return abs(was.deep - wanted.deep) <= within && (distance(was.from_zero, wanted.from_zero) <= within ||
                                                     distance(was.from_middle, wanted.from_middle) <= within);
}

std::vector<Task> tasks_of(const Job& job, const SetupPlan& plan, const Route& route) {
    std::vector<Task> tasks;
    tasks.reserve(route.list.size());
    std::map<Deed, int> met;
    const auto add = [&](int move, int hole, const Named& named) {
        Task task{move, hole, {plan.setup, named.act, std::nullopt, named.what}, std::nullopt};
        Deed& deed = task.deed;
        const Act act = named.act;
        if (act == Act::Zero || act == Act::Lay || act == Act::Check)
            deed.what = plan.machine.id + ":" + deed.what; // what was set up on one machine is not set up on another
        if (hole >= 0)
            note_place(task, job, plan);
        if (hole >= 0 && named.step >= 0)
            note_step(task, plan.chain_of(static_cast<std::size_t>(hole)).steps[static_cast<std::size_t>(named.step)]);
        else if (const CutStep* by_hand =
                     hole >= 0 ? plan.chain_of(static_cast<std::size_t>(hole)).find(named.what) : nullptr;
                 by_hand && act == Act::Cut)
            note_step(task, *by_hand);
        const int again = met[deed]++;
        deed.again = again;
        tasks.push_back(std::move(task));
    };
    for (int move = 0; move < static_cast<int>(route.list.size()); ++move) {
        const Instruction& each = route.list[static_cast<std::size_t>(move)];
        const Named named = std::visit(NameOf{plan, each.hole}, each.action);
        if (const auto* hand = std::get_if<WorkByHand>(&each.action))
            for (const int hole : hand->holes)
                add(move, hole, named);
        else
            add(move, each.hole >= 0 ? each.hole : named.hole, named);
    }
    return tasks;
}

} // namespace clockface
