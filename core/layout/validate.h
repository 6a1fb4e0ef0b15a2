// What a job must satisfy before anything is computed from it. The interface asks before it accepts a figure, the file
// reader before it hands over a job: so make_plan can rely on it.
#pragma once

#include "job/job.h"
#include "measure/limits.h"
#include "measure/problem.h"

#include <optional>

namespace clockface {

/// The first thing in the job that cannot be, with its place ("patterns[1].count"), or nothing. Sizes must be above
/// nought and up to 20 m, counts within the limits above, an arc has two holes or more and less than a full turn, names
/// are there and differ, patterns hang only on earlier ones, two distances meet, a bore is smaller than the blank.
std::optional<Problem> first_fault(const Job& job);

/// The same of a kind of hole by itself.
std::optional<Problem> first_fault(const HoleSpec& hole);

/// The logs of pieces. Only what comes from a file is looked at: the program itself only adds to them.
std::optional<Problem> first_fault(const std::vector<Piece>& begun);

} // namespace clockface
