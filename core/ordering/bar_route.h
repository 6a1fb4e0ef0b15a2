// Instruction lists for the side of a bar: stand over the axis, turn the bar, go along, drill.
#pragma once

#include "ordering/route.h"

namespace clockface {

/// The list for any kind of machine. Holes are grouped by the bearing they are drilled at, in the order wanted.
Route make_bar_route(const RouteNeeds& needs, const Machine& machine);

} // namespace clockface
