// "Why?": the formula behind a coordinate, with this job's numbers in it.
#pragma once

#include "layout/pattern.h"

#include <string>

namespace clockface {

/// One or two lines that lead from the pattern's figures to the hole's X and Y as the drawing writes them.
std::string why_place(const Job& job, const Hole& hole);

} // namespace clockface
