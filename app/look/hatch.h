// Slanting lines over what is cut through.
#pragma once

#include <QPainter>

namespace clockface::app {

inline void hatch(QPainter& painter, const QRectF& box, const QPen& pen, double step) {
    painter.save();
    painter.setClipRect(box, Qt::IntersectClip);
    painter.setPen(pen);
    for (double x = box.left() - box.height(); x < box.right(); x += step)
        painter.drawLine(QPointF(x, box.bottom()), QPointF(x + box.height(), box.top()));
    painter.restore();
}

} // namespace clockface::app
