// The words of finding zero: each touch, and the look at the corner.
#pragma once

#include "ordering/wording.h"

namespace clockface {

std::string axis_name(Axis axis);
Wording touch_edge_words(const TouchEdge& touch, const WordingNeeds& needs);
Wording centre_over_words(const CentreOver& over, const WordingNeeds& needs);
/// What the readout shows there from the local zero, where there is one: "From A1: X +12.500, Y 0.000." Otherwise
/// empty.
std::string from_local_zero(const GoToReadout& go, const WordingNeeds& needs);
Wording look_at_corner_words(const LookAtCorner& look, const WordingNeeds& needs);

} // namespace clockface
