// CSV of coordinates and of instructions: comma, point, quotes where needed (RFC 4180), UTF-8.
#pragma once

#include "job/job.h"
#include "plan/plan.h"

#include <string>

namespace clockface {

/// One row a hole: hole,x,y,unit,diameter,kind,label,depth, and the face where there are holes in more than one, each
/// by its own zero. Coordinates as the drawing counts them, with enough digits to come back exactly; depth is empty for
/// a hole that goes through.
std::string coordinates_csv(const Job& job, const Plan& plan);

/// One row an instruction: step,hole,device,figures,direction,sentence, and the set-up where there are several.
std::string instructions_csv(const Job& job, const Plan& plan);

} // namespace clockface
