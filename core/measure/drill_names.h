// Drills known by a number or a letter instead of a size.
#pragma once

#include "measure/length.h"

#include <optional>
#include <string>
#include <string_view>

namespace clockface {

/// Diameter of a number or letter drill by its name, "#29" or "F" (capital). Nothing for a name that does not exist.
/// Source: data/drills.csv (ASME B94.11M).
std::optional<Length> drill_diameter(std::string_view name);

/// The number or letter drill of just this diameter, to a twentieth of a thousandth of an inch; empty when there is
/// none.
std::string drill_of(Length diameter);

} // namespace clockface
