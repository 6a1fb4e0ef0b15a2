// A bare number in a sentence.
#pragma once

#include "measure/figures.h"

#include <QString>

namespace clockface::app {

/// Trailing noughts dropped: "1180", "61.5".
inline QString plain_figure(double value, int decimals = 0) {
    return QString::fromStdString(decimal(value, decimals, Sign::WhenNegative, Tail::Trim));
}

} // namespace clockface::app
