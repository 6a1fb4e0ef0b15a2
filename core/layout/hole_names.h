// Many holes by their names.
#pragma once

#include "layout/pattern.h"

#include <string>
#include <vector>

namespace clockface {

/// "A1 to A4, B2": runs of neighbours of a pattern are joined. `which` are indices of `holes`, rising.
std::string names_in_runs(const std::vector<Hole>& holes, const std::vector<int>& which);

} // namespace clockface
