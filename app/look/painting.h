// Ways and lengths on the screen, in pixels: the only sums the application does for itself.
#pragma once

#include "measure/angle.h"

#include <QPointF>
#include <algorithm>
#include <cmath>

namespace clockface::app {

/// A direction on the screen: bearings run counter-clockwise, the screen's y runs down.
inline QPointF towards(Angle bearing) {
    return {bearing.cosine(), -bearing.sine()};
}

/// How long a way on the screen is.
inline double length_of(QPointF way) {
    return std::hypot(way.x(), way.y());
}

/// The same way one pixel long; one shorter than a pixel stays as it is.
inline QPointF unit(QPointF way) {
    return way / std::max(1.0, length_of(way));
}

/// A way turned clockwise as it is seen on the screen.
inline QPointF turned(QPointF way, Angle by) {
    const Point at = rotated({Length::mm(way.x()), Length::mm(way.y())}, by);
    return {at.x.in_mm(), at.y.in_mm()};
}

} // namespace clockface::app
