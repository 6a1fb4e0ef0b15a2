// Depths as they are written: to a hundredth of a millimetre or a thousandth of an inch, finer than any stop holds.
#pragma once

#include "measure/figures.h"
#include "words/say.h"

namespace clockface {

inline std::string depth_figure(Length depth, Unit unit) {
    return decimal(depth.in(unit), job_decimals(unit) - 1, Sign::WhenNegative, Tail::Trim) + " " + unit_name(unit);
}

/// "97 mm a minute", "3.8 in a minute": a feed that is kept in millimetres a minute.
inline std::string feed_figure(double mm_a_minute, Unit unit) {
    const double feed = mm_a_minute / millimetres_in(unit);
    return say("{feed} {unit} a minute", {{"feed", decimal(feed, feed < 1.0 ? 2 : 1, Sign::WhenNegative, Tail::Trim)},
                                          {"unit", unit_name(unit)}});
}

} // namespace clockface
