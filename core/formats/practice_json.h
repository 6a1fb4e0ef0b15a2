// What came of a practice, as a file for whoever handed the job out.
#pragma once

#include "bench/practice.h"

#include <string>

namespace clockface {

/// Lengths in millimetres, from the drawing's zero.
std::string practice_to_json(const PracticeResult& result);

} // namespace clockface
