// The size of a hole as it is said: "M5", "1/4-28", "8.4", "4 H7", "#29".
#pragma once

#include "job/job.h"
#include "measure/problem.h"

#include <string>
#include <string_view>

namespace clockface {

/// A hole's kind and size as read; `how` as in ReadLength. The depth is left empty.
struct ReadHole {
    HoleSpec spec;
    std::string how;
};

/// Reads a thread (tapped), a size with a fit (reamed), or a plain size in `field`. Errors as for read_length.
Result<ReadHole> read_hole_size(std::string_view text, Unit field);

/// Reads a list of hole numbers within a pattern, such as "2, 5" or "none".
Result<std::set<int>> read_hole_numbers(std::string_view text, int places);

/// Reads the name of a hole of the job, such as "A3"; capitals do not matter where that leaves no doubt.
Result<HoleRef> read_hole_name(std::string_view text, const Job& job);

} // namespace clockface
