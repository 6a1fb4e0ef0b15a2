// What the logs of the pieces say that the plan should know.
#pragma once

#include "plan/plan.h"

#include <vector>

namespace clockface {

/// What was done and is no longer wanted: a step of a hole that is gone or stands elsewhere now, a step its chain has
/// no more, or has with another cutter or to another depth.
std::vector<Finding> find_work_faults(const Job& job, const Plan& plan);

/// Those of a plan and these together, gravest first.
std::vector<Finding> all_findings(const Job& job, const Plan& plan);

} // namespace clockface
