#include "board/clock_layer.h"

#include "layout/bar_views.h"
#include "look/painting.h"

#include <algorithm>
#include <cmath>

namespace clockface::app {

void ClockLayer::take_up_room() {
    const Datum& datum = m_document.job().datum;
    const QPointF zero = m_map.to_screen(m_board.datum);
    // The arrow of X has its letter above it, that of Y at its end.
    m_board.taken.push_back(
        QRectF(zero + QPointF(0.0, -18.0), zero + QPointF(datum.x_plus_right ? 40.0 : -40.0, 4.0)).normalized());
    m_board.taken.push_back(
        QRectF(zero + QPointF(-9.0, 0.0), zero + QPointF(9.0, datum.y_plus_up ? -52.0 : 52.0)).normalized());
    const auto& holes = m_document.plan().holes;
    if (holes.size() > most_labels)
        return;
    for (const Hole& each : holes) {
        const double r = m_board.radius_of(each);
        m_board.taken.push_back(QRectF(screen(each.at) - QPointF(r, r), QSizeF(2 * r, 2 * r)));
    }
}

QRectF ClockLayer::hour_box(QPointF middle, double radius, int hour) {
    QRectF box(0.0, 0.0, 20.0, 18.0);
    box.moveCenter(middle + towards(bearing_of_clock(hour, 0)) * (radius + 20.0));
    return box;
}

// Round the whole of a round blank, round a chosen circle that sits elsewhere, or small in a corner of the board.
ClockLayer::Ring ClockLayer::ring(const std::string& name) const {
    const Job& job = m_document.job();
    const double outer = m_map.pixels(job.blank.extent_x()) / 2.0 + 26.0;
    for (const Pattern& pattern : job.patterns) {
        const std::optional<Point> centre = centre_of(pattern.layout);
        if (pattern.name != name || !centre || !is_at_hand(job, pattern))
            continue;
        const QPointF middle = screen(*centre);
        const QPointF off = middle - m_map.middle;
        if (job.blank.is_round() && length_of(off) <= 2.0)
            continue;
        // Of a few radii the one at which the hours cover least of what is there.
        double best = 0.0;
        double least = -1.0;
        for (double out = 34.0; out <= 70.0; out += 6.0) {
            const double radius = m_map.pixels(*pitch_circle_of(pattern.layout)) / 2.0 + out;
            double now = out;
            for (const int hour : {3, 6, 9, 12})
                now += m_board.covered(hour_box(middle, radius, hour));
            if (least < 0.0 || now < least) {
                least = now;
                best = radius;
            }
        }
        return {middle, best, false};
    }
    if (job.blank.on_side()) {
        const BarViews views(job.blank);
        return {m_map.to_screen(views.end()), m_map.pixels(views.half_height()) * views.end_scale() + 12.0, false};
    }
    if (job.blank.is_round())
        return {m_map.middle, outer, true};
    constexpr double small = 30.0;
    return {m_area.topRight() + QPointF(-66.0, 62.0), small, true};
}

void ClockLayer::clock(const std::string& name) {
    const Job& job = m_document.job();
    const auto [middle, radius, every_hour] = ring(name);
    for (int hour = 1; hour <= 12; ++hour) {
        const Angle bearing = bearing_of_clock(hour, 0);
        const bool quarter = hour % 3 == 0;
        m_painter.setPen(QPen(quarter ? m_look.scribed : m_look.faint, quarter ? 2.5 : 1.4));
        m_painter.drawLine(middle + towards(bearing) * radius,
                           middle + towards(bearing) * (radius + (quarter ? 10.0 : 6.0)));
        if (quarter || (every_hour && radius > 100.0))
            m_board.label(middle + towards(bearing) * (radius + 20.0), QString::number(hour),
                          quarter ? m_look.scribed : m_look.faint, quarter ? 11 : 9, quarter);
        if (quarter)
            m_board.taken.push_back(hour_box(middle, radius, hour));
    }
    // Where 0 degrees is, and which way angles run from it.
    const AngleConvention& convention = job.convention; // the end view lies as the drawing sees it
    const double arc = radius - 9.0;
    m_painter.setPen(QPen(m_look.brass_on_dark, 2.5, Qt::SolidLine, Qt::RoundCap));
    const double start = convention.zero.in_degrees();
    // The same length of arrow, whatever the size of the ring.
    const double span = std::clamp(6000.0 / arc, 24.0, 150.0) * sign_of(convention.sense);
    m_painter.setBrush(Qt::NoBrush);
    m_painter.drawArc(QRectF(middle.x() - arc, middle.y() - arc, 2 * arc, 2 * arc), qRound(start * 16.0),
                      qRound(span * 16.0));
    const Angle end = Angle::degrees(start + span);
    const QPointF tip = middle + towards(end) * arc;
    const QPointF along = towards(end + Angle::degrees(90.0 * sign_of(convention.sense)));
    const QPointF out = towards(end);
    m_painter.drawLine(tip, tip - along * 9.0 + out * 5.0);
    m_painter.drawLine(tip, tip - along * 9.0 - out * 5.0);
    m_painter.drawLine(middle + towards(convention.zero) * (arc - 5.0),
                       middle + towards(convention.zero) * (arc + 5.0));
    for (double part = 0.0; part < 1.0; part += 0.2) { // figures keep clear of the arrow
        QRectF box(0.0, 0.0, 14.0, 14.0);
        box.moveCenter(middle + towards(Angle::degrees(start + part * span)) * arc);
        m_board.taken.push_back(box);
    }
    const double back = std::clamp(1700.0 / arc, 7.0, 60.0) * sign_of(convention.sense);
    // The figure behind the arrow's tail, or inside or outside the ring, wherever it covers least.
    QPointF best;
    double least = -1.0;
    for (const QPointF& at : {middle + towards(Angle::degrees(start - back)) * (arc - 1.0),
                              middle + towards(convention.zero) * (arc - 14.0),
                              middle + towards(Angle::degrees(start - 0.6 * back)) * (radius + 24.0)}) {
        QRectF box(0.0, 0.0, 18.0, 14.0);
        box.moveCenter(at);
        if (const double now = m_board.covered(box); least < 0.0 || now < least) {
            least = now;
            best = at;
        }
    }
    m_board.taken.push_back(QRectF(best - QPointF(9.0, 7.0), QSizeF(18.0, 14.0)));
    m_board.label(best, QStringLiteral("0°"), m_look.brass_on_dark, 9, true);
}

void ClockLayer::zero() {
    const Datum& datum = m_document.job().datum;
    const QPointF zero = m_map.to_screen(m_board.datum);
    const QPointF x(datum.x_plus_right ? 34.0 : -34.0, 0.0);
    const QPointF y(0.0, datum.y_plus_up ? -34.0 : 34.0);
    m_painter.setPen(QPen(m_look.brass_on_dark, 2.0, Qt::SolidLine, Qt::RoundCap));
    m_painter.setBrush(Qt::NoBrush);
    const bool side = m_document.job().blank.on_side(); // there only the way along counts from zero
    for (const QPointF& arm : side ? std::vector{x} : std::vector{x, y}) {
        m_painter.drawLine(zero, zero + arm);
        const QPointF back = arm / 34.0 * 7.0;
        const QPointF across(back.y() * 0.6, back.x() * 0.6);
        m_painter.drawLine(zero + arm, zero + arm - back + across);
        m_painter.drawLine(zero + arm, zero + arm - back - across);
    }
    m_painter.drawEllipse(zero, 5.0, 5.0);
    m_board.label(zero + x * 0.9 + QPointF(0.0, -12.0), QStringLiteral("X"), m_look.brass_on_dark, 10, true);
    if (!side)
        m_board.label(zero + y * 1.3, QStringLiteral("Y"), m_look.brass_on_dark, 10, true);
}

} // namespace clockface::app
