// Several figures in one blank: "7.4, 9.1, 3x 12.2", "12, 95 and 2:30", "3, 4; 5, 6".
#pragma once

#include "measure/convention.h"
#include "measure/problem.h"

#include <string_view>
#include <vector>

namespace clockface {

/// Lengths with commas, semicolons or "and" between them; "3x 7.4" stands for three of them. At least one.
Result<std::vector<Length>> read_lengths(std::string_view text, Unit field);

/// Directions, each as read_direction reads it. At least one.
Result<std::vector<Angle>> read_directions(std::string_view text, const AngleConvention& convention);

/// Points "X, Y" with semicolons between them, as they are written (signs are the drawing's). At least one.
Result<std::vector<Point>> read_points(std::string_view text, Unit field);

} // namespace clockface
