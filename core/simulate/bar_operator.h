// The simulated operator at a bar: turns it, stands over its axis, goes along, drills straight through along the
// spindle. Where both mouths come out is the bar's own geometry, not the drawing's.
#pragma once

#include "simulate/operator.h"

namespace clockface {

SimulatedRun carry_out_on_bar(const Route& route, const Machine& machine, const Job& job,
                              const std::vector<Hole>& holes, const Conditions& conditions);

/// Distance between two points of the rolled-out side, the shorter way round.
Length apart_on_side(const Job& job, Point a, Point b);

} // namespace clockface
