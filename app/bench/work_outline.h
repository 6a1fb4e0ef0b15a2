// The work from above as it was bought, in pictures of the Bench and of practice.
#pragma once

#include "job/blank.h"
#include "look/look.h"

#include <QPainter>
#include <functional>

namespace clockface::app {

/// Its outline, and the bore where that shows. `screen` takes places from the middle of the face, `scale` is pixels for
/// a millimetre.
void paint_outline(QPainter& painter, const Look& look, const Blank& blank, double scale,
                   const std::function<QPointF(Point)>& screen);

} // namespace clockface::app
