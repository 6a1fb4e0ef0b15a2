// Nineteen times in twenty: what errors are said to be within.
#pragma once

namespace clockface {

/// So many deviations on each axis make the circle that nineteen places in twenty fall in: sqrt(-2 ln 0.05), from the
/// Rayleigh distribution (also sqrt(5.99), chi-square of two).
inline constexpr double nineteen_in_twenty = 2.4477;

} // namespace clockface
