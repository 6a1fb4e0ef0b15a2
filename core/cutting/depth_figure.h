// Depths as they are written: to a hundredth of a millimetre or a thousandth of an inch, finer than any stop holds.
#pragma once

#include "measure/figures.h"

namespace clockface {

inline std::string depth_figure(Length depth, Unit unit) {
    return decimal(depth.in(unit), job_decimals(unit) - 1, Sign::WhenNegative, Tail::Trim) + " " + unit_name(unit);
}

} // namespace clockface
