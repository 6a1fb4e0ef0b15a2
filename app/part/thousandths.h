// An error as it is shown: to a thousandth of a millimetre, four places of an inch.
#pragma once

#include "look/words.h"
#include "measure/figures.h"

namespace clockface::app {

inline QString thousandths(Length length, Unit unit) {
    return q(decimal(length.in(unit), unit == Unit::Inch ? 4 : 3, Sign::WhenNegative, Tail::Trim)) + QLatin1Char(' ') +
           q(unit_name(unit));
}

} // namespace clockface::app
