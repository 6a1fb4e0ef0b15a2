// Solutions of a survey compared with each other and with the sketch, free of the choice of zero: only how the holes
// lie among each other counts.
#pragma once

#include "survey/net.h"

namespace clockface {

/// Which holes lie otherwise among the others in `to` than in `from`, by more than `within` (mm): all that are not of
/// the largest group that a shift and a turn lays on itself. Groups of less than three holes say nothing (unless there
/// are no more): then every hole counts as moved.
std::vector<bool> moved(const Estimate& from, const Estimate& to, double within);

/// Which holes a small change of the unknowns along `step` moves among the others, by more than `within` (mm) for the
/// whole of it; first order.
std::vector<bool> moved_along(const Net& net, const Estimate& at, const Eigen::VectorXd& step, double within);

/// How far each hole is from where it was sketched (mm), the sketch laid over the solution so that most holes lie well.
std::vector<double> from_the_sketch(const Net& net, const Estimate& at);

/// The solution, or the same turned over where the readings cannot tell the two apart: whichever is nearer the sketch.
Estimate as_sketched(const Net& net, Estimate at);

} // namespace clockface
