// Where clamps reach over work that lies on the table.
#pragma once

#include "holding/held.h"

#include <array>
#include <functional>
#include <string>
#include <vector>

namespace clockface {

/// The places a clamp may take: each edge, a quarter, half and three quarters along it; of round work only four,
/// half-way between the places where its rim is touched.
std::vector<ClampAt> clamp_places(bool round);

/// What stands over the table with a clamp at work of these extents, from its middle: the strap, which reaches over the
/// edge, and the stud outside with its nut.
std::array<Solid, 2> clamp_solids(const ClampAt& at, Point extents, bool round, const Strap& strap);

/// Two clamps at opposite edges in the way of the fewest holes, then as near the middles as they can be. `met` says by
/// hole what a clamp is in the way of.
std::vector<ClampAt> proposed_clamps(Point extents, const Strap& strap, bool round,
                                     const std::function<std::vector<bool>(const std::vector<Solid>&)>& met);

/// "the left edge, in the middle", "the far edge, at the right".
std::string in_words(const ClampAt& at);

} // namespace clockface
