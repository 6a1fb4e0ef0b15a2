#include "simulate/broken.h"

#include "measure/figures.h"
#include "ordering/handwheel.h"
#include "simulate/allowed.h"
#include "words/say.h"

#include <algorithm>
#include <set>

namespace clockface {

namespace {

bool takes_up(const Instruction& instruction) {
    if (const auto* move = std::get_if<TurnHandwheel>(&instruction.action))
        return move->take_up > 0;
    if (const auto* turn = std::get_if<TurnTable>(&instruction.action))
        return turn->take_up > 0;
    return false;
}

// Straight to the target, and nobody comes back.
void forget_take_up(Route& route) {
    std::vector<Instruction> kept;
    for (Instruction each : route.list) {
        if (auto* move = std::get_if<TurnHandwheel>(&each.action)) {
            if (move->take_up > 0 && !move->past)
                continue;
            if (move->past)
                move->turns -= move->take_up;
        } else if (takes_up(each)) {
            continue;
        }
        kept.push_back(std::move(each));
    }
    route.list = std::move(kept);
}

// Moves by figures that a whole turn can be lost in, and those that have a way to go.
template <class Change> bool change_turns(Action& action, const Change& change) {
    if (auto* move = std::get_if<TurnHandwheel>(&action))
        return change(move->turns), true;
    if (auto* turn = std::get_if<TurnTable>(&action))
        return change(turn->turns), true;
    if (auto* index = std::get_if<TurnIndex>(&action))
        return change(index->turns), true;
    return false;
}

// What a figure is off by when so many diameters of the finder are counted the wrong way, in its own counts.
std::int64_t counted_on(const TouchEdge& touch, const Machine& machine, double diameters) {
    const Length off = touch.finder.diameter * (touch.stands == Towards::Minus ? diameters : -diameters);
    if (const auto* readout = std::get_if<Readout>(&machine.kind))
        return round_to_step(off, readout->resolution).counts;
    if (const auto* wheels = std::get_if<Handwheels>(&machine.kind))
        return dial_count(touch.axis == Axis::X ? wheels->x : wheels->y, off);
    return 0;
}

// What can go wrong with each kind of move by itself.
struct OwnFaults {
    using Faults = std::vector<MoveFault>;
    static Faults of_turning(int turns, bool has_other_way) {
        Faults all{MoveFault::LeftOut};
        if (has_other_way)
            all.push_back(MoveFault::OtherWay);
        all.push_back(MoveFault::TurnTooMany);
        if (turns > 0)
            all.push_back(MoveFault::TurnTooFew);
        return all;
    }
    Faults operator()(const TurnHandwheel& wheel) const { return of_turning(wheel.turns, true); }
    Faults operator()(const TurnTable& table) const { return of_turning(table.turns, true); }
    Faults operator()(const TurnIndex& index) const { return of_turning(index.turns, false); }
    Faults operator()(const GoToReadout&) const {
        return {MoveFault::LeftOut, MoveFault::HundredOff, MoveFault::SignTurned};
    }
    // Of two sides half the finder falls out by itself.
    Faults operator()(const TouchEdge& touch) const {
        if (touch.halves || touch.figure == 0 || touch.finder.diameter == Length{})
            return {MoveFault::LeftOut};
        return {MoveFault::LeftOut, MoveFault::HalfLeftOut, MoveFault::OtherSide};
    }
    Faults operator()(const CentreOver&) const { return {MoveFault::LeftOut}; }
    Faults operator()(const ScribeLine&) const { return {MoveFault::LeftOut, MoveFault::HundredOff}; }
    template <class Move>
    requires MoveOf<Move, Kinds<RoutinePlace, SetPacking, PrickMark>> Faults operator()(const Move&) const {
        return {MoveFault::LeftOut};
    }
    // Of these only what is wrong with the whole list is played.
    template <class Move>
    requires MoveOf<Move, BarMoves, AcrossMoves, Kinds<PickUpZero, ZeroReadout, CentreOnTable, KeyCircle, KeyRow>,
                    Kinds<StrikeCircle, StepChord, PunchMark, LookAtMarks, CompareMarks>,
                    Kinds<DrillHole, ChangeCutter, MoveKnee, TouchLightly, CheckPlace, WorkByHand, LookAtCorner>>
        Faults operator()(const Move&) const {
        return {};
    }
};

} // namespace

std::vector<MoveFault> faults_at(const Route& route, const Machine& machine, std::size_t move) {
    if (move >= route.list.size())
        return {};
    std::vector<MoveFault> all = std::visit(OwnFaults{}, route.list[move].action);
    if (std::any_of(route.list.begin(), route.list.end(), takes_up))
        all.push_back(MoveFault::NoTakeUp);
    const bool routine = std::any_of(route.list.begin(), route.list.end(), [](const Instruction& each) {
        return std::holds_alternative<RoutinePlace>(each.action);
    });
    if (routine && std::holds_alternative<Readout>(machine.kind)) {
        all.push_back(MoveFault::OtherZero);
        all.push_back(MoveFault::OtherSense);
    }
    return all;
}

std::string in_words(MoveFault fault) {
    switch (fault) {
    case MoveFault::LeftOut:
        return say("this move is forgotten");
    case MoveFault::OtherWay:
        return say("it is turned the other way");
    case MoveFault::TurnTooMany:
        return say("a turn too many is counted");
    case MoveFault::TurnTooFew:
        return say("a turn too few is counted");
    case MoveFault::HundredOff:
        return say("the figure is read a hundred steps off");
    case MoveFault::NoTakeUp:
        return say("backlash is never taken up");
    case MoveFault::SignTurned:
        return say("the sign of X is lost");
    case MoveFault::HalfLeftOut:
        return say("half the finder is left out");
    case MoveFault::OtherSide:
        return say("half the finder is counted to the other side");
    case MoveFault::OtherZero:
        return say("the readout counts from a quarter turn on");
    case MoveFault::OtherSense:
        break;
    }
    return say("the readout counts the other way round");
}

Broken with_fault(const Route& route, const Machine& machine, std::size_t move, MoveFault fault) {
    Broken broken{route, machine};
    Action& action = broken.route.list[move].action;
    auto* readout = std::get_if<Readout>(&broken.machine.kind);
    switch (fault) {
    case MoveFault::LeftOut:
        broken.route.list.erase(broken.route.list.begin() + static_cast<std::ptrdiff_t>(move));
        break;
    case MoveFault::OtherWay:
        if (auto* wheel = std::get_if<TurnHandwheel>(&action))
            wheel->way = opposite(wheel->way);
        else if (auto* table = std::get_if<TurnTable>(&action))
            table->way = opposite(table->way);
        break;
    case MoveFault::TurnTooMany:
        change_turns(action, [](int& turns) { ++turns; });
        break;
    case MoveFault::TurnTooFew:
        change_turns(action, [](int& turns) { --turns; });
        break;
    case MoveFault::HundredOff:
        if (auto* go = std::get_if<GoToReadout>(&action))
            go->x += 100;
        else if (auto* line = std::get_if<ScribeLine>(&action))
            line->setting += 100;
        break;
    case MoveFault::NoTakeUp:
        forget_take_up(broken.route);
        break;
    case MoveFault::SignTurned:
        if (auto* go = std::get_if<GoToReadout>(&action))
            go->x = -go->x;
        break;
    case MoveFault::HalfLeftOut:
    case MoveFault::OtherSide:
        if (auto* touch = std::get_if<TouchEdge>(&action))
            touch->figure += counted_on(*touch, machine, fault == MoveFault::HalfLeftOut ? 0.5 : 1.0);
        break;
    case MoveFault::OtherZero:
        if (readout)
            readout->circle_convention.zero = (readout->circle_convention.zero + Angle::degrees(90.0)).wrapped();
        break;
    case MoveFault::OtherSense:
        if (readout)
            readout->circle_convention.sense = opposite(readout->circle_convention.sense);
        break;
    }
    return broken;
}

int holes_spoiled(const SimulatedRun& run, const std::vector<Hole>& holes, const std::vector<Allowed>& allowed) {
    std::set<int> spoiled;
    for (const Landing& landing : run.landings)
        if (const auto hole = static_cast<std::size_t>(landing.hole); !allowed[hole].holds(landing.at - holes[hole].at))
            spoiled.insert(landing.hole);
    return static_cast<int>(spoiled.size());
}

} // namespace clockface
