// What may have gone wrong with a face of a piece, each as the places its holes come out at then. From the drawing, the
// list that was followed, the machine and the piece's log: the formulas of the mistakes, not the mistakes' names.
#pragma once

#include "inspection/measured_part.h"
#include "plan/plan.h"

#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace clockface {

enum class CauseKind {
    HalfFinder,        ///< half the finder (or pin) left out, or counted to the wrong side
    TurnsLost,         ///< a turn of a handle lost or gained on the way
    FigureMisread,     ///< one figure of the list read or keyed wrong
    SignLost,          ///< the sign of a figure
    NoTakeUp,          ///< backlash never taken up
    LockedAfter,       ///< the locks moved the slides
    OtherSide,         ///< counted from the opposite edge
    ZeroElsewhere,     ///< zero set at another corner, the middle, a bore
    ZeroOff,           ///< zero off by no figure that says why
    AxesChanged,       ///< the machine's axes run otherwise than the drawing's
    LiesCrooked,       ///< the work lay turned
    StartAngle,        ///< a circle began elsewhere
    LastOn360,         ///< the last hole put on the end of the circle, or one space too many or few
    OtherSense,        ///< a circle went the other way round
    Mirrored,          ///< a pattern made in a mirror
    RadiusForDiameter, ///< and the other way round
    Scale,             ///< another screw, unit or rule than thought
    FlippedEnd,        ///< the work lay end for end, or turned over
    AddsUp,            ///< a step a little wrong, again and again
    DrawnOver,         ///< the hole went where its mark had been struck
    Wandered,          ///< the drill ran off
    Pulled,            ///< a slope, a step or softer metal beside it pulled the cut
    ReadingSlipped     ///< the piece is right, one reading is not
};

/// The figures of a cause that nobody knows beforehand (millimetres, degrees, or what it says), best guess.
using CauseFigures = std::vector<double>;

struct Cause {
    CauseKind kind = CauseKind::ZeroOff;
    /// Where every hole of the face comes out, from zero, for these figures.
    std::function<std::vector<Point>(const CauseFigures&)> places;
    /// One standard deviation each figure is about nought with; empty: it has none.
    CauseFigures spread{};
    std::function<std::string(const CauseFigures&)> words;
    std::vector<double> wander{};        ///< by hole, mm: so much more than usual it may stand anywhere; empty: nothing
    std::vector<std::size_t> readings{}; ///< of the MeasuredPart, that are wrong by themselves
    double weight = 0.0;                 ///< logarithm of how likely it is among all causes before anything is measured
};

struct CauseNeeds {
    const Job& job; ///< with the set-up at hand
    const Shop& shop;
    const SetupPlan& plan; ///< the list that was followed
    const MeasuredPart& measured;
    const MeasuredPiece& piece; ///< what was measured of it
    std::vector<HoleId>
        cut{}; ///< its holes in the order in which they were cut, each as often; empty: as the list has it
};

/// How far the holes of this list stand from their places when nothing is wrong, one standard deviation on each axis.
struct UsualScatter {
    std::vector<Length> own; ///< of each hole by itself
    Length together;         ///< of all holes alike: zero
};
UsualScatter usual_scatter(const Job& job, const SetupPlan& plan);

/// Of flat faces. Causes that would put a measured hole off the metal are left out. `wander` and slips of single holes
/// or readings are not among them: which come in question the readings say (`hole_wandered`, `reading_slipped`).
std::vector<Cause> possible_causes(const CauseNeeds& needs);
Cause hole_wandered(const CauseNeeds& needs, std::size_t hole);
Cause reading_slipped(const CauseNeeds& needs, std::size_t reading);
/// Nothing: all came out as usual.
Cause no_cause(const CauseNeeds& needs);
/// Two that act together.
Cause together(const CauseNeeds& needs, const Cause& one, const Cause& other);

} // namespace clockface
