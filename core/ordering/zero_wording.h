// The words of finding zero: each touch, and the look at the corner.
#pragma once

#include "ordering/wording.h"

namespace clockface {

std::string axis_name(Axis axis);
Wording touch_edge_words(const TouchEdge& touch, const WordingNeeds& needs);
Wording look_at_corner_words(const LookAtCorner& look, const WordingNeeds& needs);

} // namespace clockface
