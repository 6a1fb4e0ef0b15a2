// What stands against how the work is held.
#pragma once

#include "plan/plan.h"

namespace clockface {

void find_hold_faults(const Job& job, const SetupPlan& plan, std::vector<Finding>& findings);

} // namespace clockface
