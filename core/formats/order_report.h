// The order of a plan for a terminal: the three ways of the cutters, all machines, what many parts come to, and the
// order of tightening.
#pragma once

#include "plan/plan.h"

#include <string>

namespace clockface {

/// Set-up by set-up.
std::string order_to_text(const Job& job, const Shop& shop, const Plan& plan);
std::string order_to_json(const Job& job, const Shop& shop, const Plan& plan);

/// "Tighten A in this order: A1, A4, A2 …", a sentence for every pattern of three or more screw holes.
std::vector<std::string> tightening_in_words(const Job& job, const SetupPlan& plan);

} // namespace clockface
