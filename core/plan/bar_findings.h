// What stands against holes in the side of a bar.
#pragma once

#include "plan/plan.h"

namespace clockface {

void find_bar_faults(const Job& job, const SetupPlan& plan, std::vector<Finding>& findings);

} // namespace clockface
