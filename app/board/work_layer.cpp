#include "board/work_layer.h"

#include "board/bar_layer.h"
#include "layout/bar.h"
#include "layout/outline.h"
#include "look/painting.h"

#include <QPainterPath>
#include <algorithm>

namespace clockface::app {

QPainterPath WorkLayer::outline() const {
    const Blank& blank = m_document.job().blank;
    if (blank.on_side())
        return BarLayer(m_board).outline();
    QPainterPath path;
    const auto round = [&](Point middle, Length diameter) {
        QPainterPath whole;
        whole.addEllipse(m_map.to_screen(middle), m_map.pixels(diameter) / 2.0, m_map.pixels(diameter) / 2.0);
        return whole;
    };
    if (blank.is_round()) {
        path = round({}, blank.diameter.actual());
    } else {
        QPolygonF corners;
        for (const Point& corner : corners_from_middle(blank))
            corners << m_map.to_screen(corner);
        path.addPolygon(corners);
        path.closeSubpath();
    }
    if (blank.bore_shows())
        path = path.subtracted(round({}, *blank.bore));
    for (const Existing& there : blank.existing)
        if (there.face == blank.up && there.kind != ExistingKind::Boss)
            path = path.subtracted(rim(there));
    return path;
}

QPainterPath WorkLayer::rim(const Existing& there) const {
    // A slot is a stroke with round ends; a hole or a boss is a slot of no length.
    const Point half = polar(there.length / 2.0, there.bearing);
    QPainterPath line(m_map.to_screen(there.at - half));
    line.lineTo(m_map.to_screen(there.at + half) + QPointF(1e-3, 0.0)); // a stroke of nothing has no round ends
    QPainterPathStroker stroker;
    stroker.setWidth(std::max(1.0, m_map.pixels(there.diameter)));
    stroker.setCapStyle(Qt::RoundCap);
    stroker.setCurveThreshold(0.05);
    return stroker.createStroke(line).simplified();
}

void WorkLayer::metal() {
    const QPainterPath path = outline();
    m_painter.save();
    m_painter.setPen(Qt::NoPen);
    m_painter.setBrush(m_look.board);
    m_painter.drawPath(path);
    // The strokes of the brush that laid the blue on: always the same ones, so that nothing flickers.
    m_painter.setClipPath(path);
    const QRectF box = path.boundingRect().intersected(m_area);
    unsigned noise = 20261123U;
    const auto next = [&noise] {
        noise = noise * 1664525U + 1013904223U;
        return (noise >> 8U) / double(1U << 24U);
    };
    for (int i = 0; i < 90; ++i) {
        const double y = box.top() + next() * box.height();
        const double x = box.left() + (next() * 1.3 - 0.3) * box.width();
        const double length = (0.15 + 0.35 * next()) * box.width();
        const double width = 1.5 + 3.0 * next();
        m_painter.fillRect(QRectF(x, y, length, width).toRect(), m_look.strokes);
    }
    m_painter.restore();
    m_painter.setBrush(Qt::NoBrush);
    m_painter.setPen(QPen(m_look.surround.darker(150), 2.0));
    m_painter.drawPath(path);
}

// The bosses that stand up, the line of a step, and the saw lines of a bar with what falls between them.
void WorkLayer::features() {
    const Blank& blank = m_document.job().blank;
    if (blank.on_side())
        return BarLayer(m_board).features();
    m_painter.setBrush(Qt::NoBrush);
    m_painter.setPen(QPen(m_look.faint, 1.4));
    for (const Existing& there : blank.existing) {
        if (there.face != blank.up)
            continue;
        m_painter.drawPath(rim(there));
    }
    const QPointF corner = m_map.to_screen(datum_from_middle(blank, DatumPlace::UpperLeft));
    const double w = m_map.pixels(blank.extent_x());
    const double h = m_map.pixels(blank.extent_y());
    const bool flat = blank.up == Face::Top || blank.up == Face::Under;
    if (blank.step && flat) {
        m_painter.setPen(QPen(m_look.scribed, 1.4));
        const double at = m_map.pixels(blank.step->at);
        if (blank.step->axis == Axis::Y) {
            m_painter.drawLine(corner + QPointF(0, h - at), corner + QPointF(w, h - at));
        } else {
            const double x = blank.up == Face::Under ? w - at : at;
            m_painter.drawLine(corner + QPointF(x, 0), corner + QPointF(x, h));
        }
    }
    if (!blank.sawing || !flat)
        return;
    for (const SawCut& cut : saw_cuts(*blank.sawing)) {
        const double near = m_map.pixels(cut.near_line);
        const double far = m_map.pixels(cut.far_line);
        if (near > w)
            break;
        m_painter.fillRect(QRectF(corner + QPointF(near, 0), QSizeF(std::max(1.0, far - near), h)),
                           QBrush(m_look.scribed, Qt::BDiagPattern));
        m_painter.setPen(QPen(m_look.scribed, 1.1));
        for (const double x : {near, far})
            m_painter.drawLine(corner + QPointF(x, 0), corner + QPointF(x, h));
        m_painter.setPen(QPen(m_look.faint, 1.0, Qt::DashLine));
        for (const Length end : {cut.finished_end, cut.finished_start})
            m_painter.drawLine(corner + QPointF(m_map.pixels(end), 0), corner + QPointF(m_map.pixels(end), h));
    }
}

void WorkLayer::centre_lines() {
    const Blank& blank = m_document.job().blank;
    if (blank.on_side())
        return BarLayer(m_board).centre_lines();
    const double w = m_map.pixels(blank.extent_x()) / 2.0 + 14.0;
    const double h = m_map.pixels(blank.extent_y()) / 2.0 + 14.0;
    QPen pen(m_look.faint, 1.0);
    pen.setDashPattern({14.0, 4.0, 3.0, 4.0});
    QColor colour = m_look.faint;
    colour.setAlphaF(0.55F);
    pen.setColor(colour);
    m_painter.setPen(pen);
    m_painter.drawLine(m_map.middle - QPointF(w, 0), m_map.middle + QPointF(w, 0));
    m_painter.drawLine(m_map.middle - QPointF(0, h), m_map.middle + QPointF(0, h));
}

} // namespace clockface::app
