// What going from hole to hole costs on each kind of machine, for the search of the best way and for the time it takes.
#pragma once

#include "layout/pattern.h"
#include "ordering/tour.h"

namespace clockface {

/// Common figures of the bench, in seconds; they decide between orders, not what to charge.
inline constexpr double seconds_a_turn = 1.0;     ///< of a handwheel
inline constexpr double seconds_a_touch = 4.0;    ///< to unlock a slide, read it, lock it
inline constexpr double seconds_a_mm = 0.35;      ///< with a readout, cranking while watching it
inline constexpr double seconds_a_setting = 30.0; ///< of fence or stop with packing
inline constexpr double seconds_a_mark = 8.0;     ///< to find a punch mark and bring it under the spindle

TravelCost travel_cost(const Machine& machine);

/// Seconds to go once round holes in this order, from zero.
double seconds_round(const Machine& machine, const std::vector<Hole>& holes, const std::vector<int>& order);

/// Where the machine comes to stand for a place: rounded once to what it can show, so that stops on one line are seen
/// to be on one line.
Point as_set(const Machine& machine, Point at);

} // namespace clockface
