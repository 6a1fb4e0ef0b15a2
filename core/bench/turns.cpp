#include "bench/turns.h"

#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

const Screw* screw_at(const SetupPlan& plan, Axis axis) {
    if (const auto* wheels = std::get_if<Handwheels>(&plan.machine.kind))
        return axis == Axis::X ? &wheels->x : &wheels->y;
    const auto* table = std::get_if<RotaryTable>(&plan.machine.kind);
    return table ? &table->slide : nullptr;
}

const CutStep* tap_step(const SetupPlan& plan, const Instruction& move) {
    const auto* hands = std::get_if<WorkByHand>(&move.action);
    if (!hands || hands->holes.size() != 1)
        return nullptr;
    const CutStep* step = plan.chain_of(static_cast<std::size_t>(hands->holes.front())).find(hands->step);
    return step && step->tap ? step : nullptr;
}

std::string in_quarters(double turns) {
    return turns_in_words({{}, turns, true});
}

// How far it must have come.
std::string check(const Job& job, const SetupPlan& plan, const Instruction& move, int turned) {
    if (const auto* wheel = std::get_if<TurnHandwheel>(&move.action))
        if (const Screw* screw = screw_at(plan, wheel->axis))
            return say("{n} {n:turn|turns} made: the slide has gone {way}, the play not counted.",
                       {{"n", turned}, {"way", with_unit(screw->lead * static_cast<double>(turned), screw->unit)}});
    if (const auto* table = std::get_if<RotaryTable>(&plan.machine.kind);
        table && std::holds_alternative<TurnIndex>(move.action))
        return say(
            "{n} {n:turn|turns} of the handle made: the table has gone {angle}.",
            {{"n", turned}, {"angle", degrees_minutes_seconds(table->per_turn() * static_cast<double>(turned))}});
    if (const CutStep* step = tap_step(plan, move))
        return say("{n} {n:turn|turns} made: the tap's end is {deep} deep.",
                   {{"n", turned}, {"deep", with_unit(step->tip * (turned / step->tap->turns), job.unit)}});
    return {};
}

} // namespace

std::optional<TurnsToCount> turns_to_count(const SetupPlan& plan, const Instruction& move) {
    if (const auto* wheel = std::get_if<TurnHandwheel>(&move.action); wheel && wheel->turns > 0)
        return TurnsToCount{static_cast<double>(wheel->turns), 0};
    if (const auto* index = std::get_if<TurnIndex>(&move.action); index && index->turns > 0)
        return TurnsToCount{static_cast<double>(index->turns), 0};
    if (const CutStep* step = tap_step(plan, move); step && step->tap->turns >= 1.0)
        return TurnsToCount{step->tap->turns, 1}; // after the hole's
    return std::nullopt;
}

Wording counted(const Job& job, const SetupPlan& plan, const Instruction& move, int turned) {
    Wording words = in_words(move, words_for(job, plan));
    const std::optional<TurnsToCount> wanted = turns_to_count(plan, move);
    if (!wanted || turned <= 0 || wanted->figure >= words.figures.size())
        return words;
    const double left = std::max(wanted->turns - turned, 0.0);
    BigFigure& figure = words.figures[wanted->figure];
    figure.value = in_quarters(left);
    figure.after = say("of {all} turns left", {{"all", in_quarters(wanted->turns)}});
    words.note = check(job, plan, move, turned);
    return words;
}

} // namespace clockface
