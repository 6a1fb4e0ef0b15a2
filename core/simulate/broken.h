// What if: one move of the list done wrong, and the part that comes of it.
#pragma once

#include "ordering/instruction.h"
#include "simulate/allowed.h"
#include "simulate/operator.h"

#include <string>
#include <vector>

namespace clockface {

/// What people do wrong with a move, or with all of them.
enum class MoveFault {
    LeftOut,     ///< the move is forgotten
    OtherWay,    ///< turned the other way
    TurnTooMany, ///< a whole turn (of the handle, or round the plate) too far
    TurnTooFew,  ///< a whole turn short
    HundredOff,  ///< a figure read a hundred lines or steps off
    NoTakeUp,    ///< backlash is never taken up
    SignTurned,  ///< the sign of a figure is lost
    HalfLeftOut, ///< half the finder is not counted: the figure is the face's own
    OtherSide,   ///< half the finder is counted to the wrong side of the face
    OtherZero,   ///< the readout's routine counts from a quarter turn on
    OtherSense   ///< the readout's routine counts the other way round
};

/// What can go wrong at this move on this machine.
std::vector<MoveFault> faults_at(const Route& route, const Machine& machine, std::size_t move);

/// "forget this move", "turn it the other way" …
std::string in_words(MoveFault fault);

/// The list and the machine as they are after the fault. Requires that it is one of faults_at.
struct Broken {
    Route route;
    Machine machine;
};
Broken with_fault(const Route& route, const Machine& machine, std::size_t move, MoveFault fault);

/// Holes of which some cut came out farther from the drawing than is allowed, by hole.
int holes_spoiled(const SimulatedRun& run, const std::vector<Hole>& holes, const std::vector<Allowed>& allowed);

} // namespace clockface
