// Cutters as people name them.
#pragma once

#include "measure/problem.h"
#include "shop/cutters.h"

#include <string_view>
#include <vector>

namespace clockface {

/// A cutter by its name ("4.2 mm drill", "M5 plug tap") or, for the kind at hand, by its size alone ("4.2", "#19",
/// "11/64"). What is owned goes before what is only sold. A problem, naming what would do, when there is no such one.
Result<Cutter> read_cutter(std::string_view text, CutterKind kind, const std::vector<Cutter>& owned);

} // namespace clockface
