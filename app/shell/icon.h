// Our own line drawings, one stroke weight, in any colour.
#pragma once

#include <QColor>
#include <QIcon>
#include <QString>

namespace clockface::app {

/// The drawing of that name (resources/icons/NAME.svg) as a picture of `size` logical pixels.
QPixmap line_drawing(const QString& name, const QColor& colour, int size, double device_pixel_ratio);

} // namespace clockface::app
