// The order in which bolts are tightened, so that nothing is bent or locked in.
#pragma once

#include "layout/pattern.h"

#include <vector>

namespace clockface {

/// Round a circle each next one stands as nearly opposite as there is one left, and the star works its way round; a row
/// goes from its middle outwards, left and right in turn; anything else from the middle of them all outwards.
/// Indices into `holes`, those of the pattern only.
std::vector<int> tightening_order(const Job& job, const std::vector<Hole>& holes, std::size_t pattern);

} // namespace clockface
