// What stands against the cutters of a plan: missing ones, depths that do not fit, speeds there are not.
#pragma once

#include "plan/plan.h"

namespace clockface {

void find_cutter_faults(const Job& job, const Shop& shop, const SetupPlan& plan, std::vector<Finding>& findings);

} // namespace clockface
