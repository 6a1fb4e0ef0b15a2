// Between degrees, which the program keeps, and radians, which the mathematics library wants.
#pragma once

#include <numbers>

namespace clockface {

inline constexpr double degrees_per_radian = 180.0 / std::numbers::pi;

} // namespace clockface
