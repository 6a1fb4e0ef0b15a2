// What going from hole to hole costs on each kind of machine, for the search of the best way and for the time it takes.
#pragma once

#include "layout/pattern.h"
#include "ordering/tour.h"

namespace clockface {

TravelCost travel_cost(const Machine& machine, const Estimates& estimates);

/// Seconds to go once round holes in this order, from zero.
double seconds_round(const Machine& machine, const Estimates& estimates, const std::vector<Hole>& holes,
                     const std::vector<int>& order);

/// Where the machine comes to stand for a place: rounded once to what it can show, so that stops on one line are seen
/// to be on one line.
Point as_set(const Machine& machine, Point at);

} // namespace clockface
