// Slips on the drawing side: holes where no drawing would have them, and figures that were misread or mistyped.
#pragma once

#include "plan/plan.h"

namespace clockface {

using Findings = std::vector<Finding>;

/// A drill that starts half on a step, or a hole that the saw would cut through; a bar that is too short.
void find_steps_and_cuts(const Job& job, const SetupPlan& plan, Findings& findings);
/// Places typed one by one: a row not quite straight, a place in the other unit.
void find_typed_places(const Job& job, const SetupPlan& plan, Findings& findings);
/// A pitch circle twice or half as wide as would fit, holes wider than the stock.
void find_sizes(const Job& job, const SetupPlan& plan, Findings& findings);
/// With zero at a corner: the figure with the wrong sign.
void find_signs(const Job& job, const SetupPlan& plan, Findings& findings);

/// A row that begins on the metal and leaves it: the pitch that would keep it on.
void find_long_pitches(const Job& job, const SetupPlan& plan, Findings& findings);

} // namespace clockface
