// The holes of a job as a DXF drawing.
#pragma once

#include "measure/problem.h"
#include "plan/plan.h"

#include <string>

namespace clockface {

/// Circles for all holes on the face at hand, one layer a pattern, in the job's unit and from its zero as the drawing
/// counts. A problem when there is no memory for it.
Result<std::string> dxf_of(const Job& job, const SetupPlan& plan);

} // namespace clockface
