#include "simulate/broken.h"

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

int turns_of(Action action) {
    int found = 0;
    change_turns(action, [&](int& turns) { found = turns; });
    return found;
}

} // namespace

std::vector<MoveSlip> slips_at(const Route& route, const Machine& machine, std::size_t move) {
    std::vector<MoveSlip> all;
    if (move >= route.list.size())
        return all;
    const Action& action = route.list[move].action;
    const bool turned = std::holds_alternative<TurnHandwheel>(action) || std::holds_alternative<TurnTable>(action) ||
                        std::holds_alternative<TurnIndex>(action);
    const bool placed = turned || std::holds_alternative<GoToReadout>(action) ||
                        std::holds_alternative<RoutinePlace>(action) || std::holds_alternative<SetPacking>(action) ||
                        std::holds_alternative<ScribeLine>(action) || std::holds_alternative<PrickMark>(action);
    if (placed)
        all.push_back(MoveSlip::LeftOut);
    if (turned) {
        if (!std::holds_alternative<TurnIndex>(action))
            all.push_back(MoveSlip::OtherWay);
        all.push_back(MoveSlip::TurnTooMany);
        if (turns_of(action) > 0)
            all.push_back(MoveSlip::TurnTooFew);
    }
    if (std::holds_alternative<GoToReadout>(action)) {
        all.push_back(MoveSlip::HundredOff);
        all.push_back(MoveSlip::SignTurned);
    }
    if (std::holds_alternative<ScribeLine>(action))
        all.push_back(MoveSlip::HundredOff);
    if (std::any_of(route.list.begin(), route.list.end(), takes_up))
        all.push_back(MoveSlip::NoTakeUp);
    const bool routine = std::any_of(route.list.begin(), route.list.end(), [](const Instruction& each) {
        return std::holds_alternative<RoutinePlace>(each.action);
    });
    if (routine && std::holds_alternative<Readout>(machine.kind)) {
        all.push_back(MoveSlip::OtherZero);
        all.push_back(MoveSlip::OtherSense);
    }
    return all;
}

std::string in_words(MoveSlip slip) {
    switch (slip) {
    case MoveSlip::LeftOut:
        return say("this move is forgotten");
    case MoveSlip::OtherWay:
        return say("it is turned the other way");
    case MoveSlip::TurnTooMany:
        return say("a turn too many is counted");
    case MoveSlip::TurnTooFew:
        return say("a turn too few is counted");
    case MoveSlip::HundredOff:
        return say("the figure is read a hundred steps off");
    case MoveSlip::NoTakeUp:
        return say("backlash is never taken up");
    case MoveSlip::SignTurned:
        return say("the sign of X is lost");
    case MoveSlip::OtherZero:
        return say("the readout counts from a quarter turn on");
    case MoveSlip::OtherSense:
        break;
    }
    return say("the readout counts the other way round");
}

Broken with_slip(const Route& route, const Machine& machine, std::size_t move, MoveSlip slip) {
    Broken broken{route, machine};
    Action& action = broken.route.list[move].action;
    auto* readout = std::get_if<Readout>(&broken.machine.kind);
    switch (slip) {
    case MoveSlip::LeftOut:
        broken.route.list.erase(broken.route.list.begin() + static_cast<std::ptrdiff_t>(move));
        break;
    case MoveSlip::OtherWay:
        if (auto* wheel = std::get_if<TurnHandwheel>(&action))
            wheel->way = opposite(wheel->way);
        else if (auto* table = std::get_if<TurnTable>(&action))
            table->way = opposite(table->way);
        break;
    case MoveSlip::TurnTooMany:
        change_turns(action, [](int& turns) { ++turns; });
        break;
    case MoveSlip::TurnTooFew:
        change_turns(action, [](int& turns) { --turns; });
        break;
    case MoveSlip::HundredOff:
        if (auto* go = std::get_if<GoToReadout>(&action))
            go->x += 100;
        else if (auto* line = std::get_if<ScribeLine>(&action))
            line->setting += 100;
        break;
    case MoveSlip::NoTakeUp:
        forget_take_up(broken.route);
        break;
    case MoveSlip::SignTurned:
        if (auto* go = std::get_if<GoToReadout>(&action))
            go->x = -go->x;
        break;
    case MoveSlip::OtherZero:
        if (readout)
            readout->circle_convention.zero = (readout->circle_convention.zero + Angle::degrees(90.0)).wrapped();
        break;
    case MoveSlip::OtherSense:
        if (readout)
            readout->circle_convention.sense = opposite(readout->circle_convention.sense);
        break;
    }
    return broken;
}

int holes_spoiled(const Proof& proof, const std::vector<Hole>& holes, const std::vector<Allowed>& allowed) {
    std::set<int> spoiled;
    for (const Landing& landing : proof.landings)
        if (const auto hole = static_cast<std::size_t>(landing.hole); !allowed[hole].holds(landing.at - holes[hole].at))
            spoiled.insert(landing.hole);
    return static_cast<int>(spoiled.size());
}

} // namespace clockface
