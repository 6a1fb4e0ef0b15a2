// What can still be saved of a piece on which a hole came out wrong, so that it bolts up with its mate.
//
// The mate may shift and turn on the piece unless it is held. With the holes that are made at m_i, drawn at q_i, and T
// the push that leaves most play at the tightest of them, holes still to be made go to T⁻¹(q): they follow the mate.
// Everything else is what it costs where that is not enough, or where nothing is left to be made.
#pragma once

#include "inspection/bolting.h"
#include "plan/plan.h"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace clockface {

/// Dearer from first to last.
enum class RescueWay {
    MoveRest,      ///< the holes still to be made are shifted and turned
    TakeOffEdges,  ///< the pattern is right in itself: the difference comes off edges that are not finished
    OpenClearance, ///< a hole that has clearance gets more
    ChangeMate,    ///< the mate is made to this piece
    Slot,          ///< a clearance hole is drawn out towards the mate's
    LargerThread,  ///< the next larger thread takes the old one away
    Insert,        ///< the same, and a threaded insert brings the size back
    SteppedStud,   ///< the same, with a stud that has both threads
    PlugAndDrill   ///< filled and drilled again
};

/// What is done to one hole that is there already, or to the mate's over it.
struct Rework {
    std::size_t hole = 0;              ///< of the face
    bool mate = false;                 ///< at the mate's hole
    std::optional<Length> opened{};    ///< to this diameter
    std::optional<Length> drawn_out{}; ///< slotted by so much …
    Angle towards{};                   ///< … this way
    std::string thread{};              ///< tapped so
    std::optional<Length> plug{};      ///< bored out and plugged at this diameter
    Point to{};                        ///< tapped or plugged: where its middle is then, from its drawn place
};

struct Rescue {
    RescueWay way = RescueWay::MoveRest;
    std::optional<Length> left; ///< the least play at any hole then; nothing: it is not for the mate's sake
    /// MoveRest: the holes still to be made, and where each goes from its drawn place.
    std::vector<std::pair<std::size_t, Point>> moved;
    std::vector<Rework> rework;
    std::string words;    ///< what is done
    std::string gives_up; ///< what it costs, in figures
};

/// What bolts a face to its mate: the holes that are measured, and those still to be made.
struct ToSave {
    const Job& job;
    const Shop& shop;
    const MeasuredPart& measured;
    const Deviations& found;
    const Deviations* mate = nullptr;
    std::vector<bool> made;       ///< by hole of the face
    std::vector<Length> within{}; ///< by hole: what it may stand from its place; empty: edges are not thought of
};

struct Saved {
    bool bolts_as_it_is = false; ///< it goes together as it is, holes still to be made as drawn
    std::vector<Rescue> ways;    ///< cheapest first; empty: nothing does
    std::vector<std::string> sentences;
};
Saved what_saves(const ToSave& needs);

/// A start across a bar that skated while it is shallow: by how much the bar is rolled so that the drill stands over
/// the middle again, and which way seen from the right end. With o the offset of the start and R the bar's radius there
/// the roll is asin(o / R). Problem: it stands beside the bar.
Result<Angle> roll_for_skated_start(Length radius, Length offset);
/// The same of a hole that is read where it enters and not yet where it comes out, in a sentence; nothing where it
/// started within a hundredth of a millimetre of its place, or is through.
std::optional<std::string> skated_start(const Job& job, const Hole& hole, const CrossReadings& read);

} // namespace clockface
