// A plan as JSON, for other programs: described in docs/plan-json.md.
#pragma once

#include "job/job.h"
#include "plan/plan.h"

#include <string>

namespace clockface {

inline constexpr int plan_json_version = 2;

std::string plan_to_json(const Job& job, const Plan& plan);
/// The findings alone, as the array inside plan_to_json.
std::string findings_to_json(const Job& job, const Plan& plan);

} // namespace clockface
