#include "bench/work_outline.h"

#include "layout/outline.h"

#include <QPolygonF>

namespace clockface::app {

void paint_outline(QPainter& painter, const Look& look, const Blank& blank, double scale,
                   const std::function<QPointF(Point)>& screen) {
    painter.setPen(QPen(look.faint, 2.0));
    painter.setBrush(look.board);
    const QPointF middle = screen({});
    if (blank.is_round()) {
        painter.drawEllipse(middle, blank.extent_x().in_mm() / 2.0 * scale, blank.extent_y().in_mm() / 2.0 * scale);
    } else {
        QPolygonF corners;
        for (const Point& corner : corners_from_middle(blank))
            corners << screen(corner);
        painter.drawPolygon(corners);
    }
    if (!blank.bore_shows())
        return;
    painter.setBrush(look.bench);
    const double r = blank.bore->in_mm() / 2.0 * scale;
    painter.drawEllipse(middle, r, r);
}

} // namespace clockface::app
