// A thread cut by hand: the rhythm of the wrench, and how many turns it takes.
#pragma once

#include "measure/problem.h"
#include "shop/customs.h"
#include "shop/cutters.h"
#include "shop/spindle.h"
#include "shop/tables.h"
#include "shop/threads.h"

#include <string>

namespace clockface {

/// How a tap is turned, and how far.
struct TapByHand {
    TapRhythm rhythm;
    double turns = 0.0; ///< from where its end is level with the face
    bool stops = false; ///< below lies a bottom, or metal that is to stay: not a turn more
    TapGuide guide = TapGuide::Chuck;
    bool operator==(const TapByHand&) const = default;
};

/// Turns that bring a tap's end so deep below the face: the depth over the pitch, as it advances a pitch a turn.
/// Requires a pitch above nought; nought for a depth not above it.
double tap_turns(Length depth, Length pitch);

/// The shop's own rhythm. Otherwise half a turn on and a quarter back, common practice where chips are long; a whole
/// turn on and half back for small taps, to 4 mm, whose chips are thin, and in metals with short chips.
TapRhythm rhythm_for(const Thread& thread, const Metal& metal, const Customs& customs);

/// Whether a tap is driven: the spindle turns back, and the tap does not end on the bottom of a hole.
bool under_power(const Spindle& spindle, TapLead lead);
/// Turns a minute at which a tap of that pitch feeds so much (mm a minute): feed / pitch, where the spindle has them. A
/// problem, with the feeds that would do, where it has not: the tap would tear.
Result<double> turns_for_feed(const Spindle& spindle, double feed, Length pitch, Unit unit);

/// What keeps it upright, as it is said before the rhythm; `quill_springs_back`: of a drill press.
std::string in_words(TapGuide guide, bool quill_springs_back);
/// "9 1/4": in quarters of a turn, rounded down where it has to stop and up where it has to come through.
std::string turns_in_words(const TapByHand& tap);
/// "Half a turn on, a quarter back." For other figures "0.6 turns on, 0.2 back."
std::string rhythm_in_words(const TapRhythm& rhythm);

} // namespace clockface
