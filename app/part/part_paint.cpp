// How the old part is painted.
#include "look/words.h"
#include "part/part_board.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

namespace clockface::app {

namespace {

// Errors are drawn this much enlarged: a round figure that makes the largest about 30 pixels.
double enlargement(double largest_pixels) {
    for (const double each : {1.0, 2.0, 5.0, 10.0, 20.0, 50.0, 100.0, 200.0})
        if (largest_pixels * each > 22.0)
            return each;
    return 500.0;
}

} // namespace

void PartBoard::paint_edges(QPainter& painter) const {
    const OldPart& part = m_document.job().old_part;
    const Survey& found = m_document.survey();
    for (std::size_t i = 0; i < part.edges.size(); ++i) {
        const OldEdge& edge = part.edges[i];
        Point from = on_board(edge.from), to = on_board(edge.to);
        const bool read = std::any_of(part.readings.begin(), part.readings.end(), [&](const Reading& each) {
            return std::find(each.between.begin(), each.between.end(), edge.name) != each.between.end();
        });
        if (read) { // where the readings have it: both ends brought square onto the line
            const SurveyedEdge& line = found.edges[i];
            from = frame().foot_on(line, from);
            to = frame().foot_on(line, to);
        }
        const QPointF a = m_map.to_screen(from), b = m_map.to_screen(to);
        painter.setPen(QPen(m_look->scribed, 3.0));
        painter.drawLine(a, b);
        painter.setPen(QPen(m_look->faint, 1.0));
        const QLineF line(a, b);
        const QPointF out = (QPointF(-line.dy(), line.dx()) / std::max(line.length(), 1.0)) * 9.0;
        for (double t = 0.02; t < 1.0; t += 12.0 / std::max(line.length(), 12.0))
            painter.drawLine(line.pointAt(t),
                             line.pointAt(t) + out - QPointF(line.dx(), line.dy()) / line.length() * 6.0);
        painter.setPen(m_look->scribed);
        painter.setFont(type(10.5, true));
        painter.drawText(line.pointAt(0.82) + out * 2.2 + QPointF(0, 5), q(edge.name));
    }
    if (m_edging && m_edge_from) {
        painter.setPen(QPen(m_look->brass_on_dark, 2.0));
        painter.drawEllipse(m_map.to_screen(on_board(*m_edge_from)), 6.0, 6.0);
    }
}

void PartBoard::paint_readings(QPainter& painter) const {
    const OldPart& part = m_document.job().old_part;
    const Survey& found = m_document.survey();
    for (std::size_t i = 0; i < part.readings.size(); ++i) {
        const Reading& reading = part.readings[i];
        const bool chosen = static_cast<int>(i) == m_selection.reading();
        const bool doubtful = !found.readings[i].doubt.empty();
        QPolygonF way;
        for (const std::string& name : reading.between)
            if (const int hole = hole_index(part, name); hole >= 0)
                way << m_map.to_screen(place(hole));
        if (way.size() == 1 && reading.between.size() > 1)
            if (const int edge = edge_index(part, reading.between[1]); edge >= 0) {
                way << m_map.to_screen(frame().foot_on(found.edges[static_cast<std::size_t>(edge)],
                                                       place(hole_index(part, reading.between[0]))));
            }
        if (way.size() < 2)
            continue;
        QPen pen(chosen ? m_look->brass_on_dark : m_look->faint, chosen ? 3.0 : 1.0,
                 reading.struck ? Qt::DotLine : Qt::SolidLine);
        if (doubtful)
            pen = QPen(m_look->brass_on_dark, std::max(pen.widthF(), 2.4), Qt::DashLine);
        painter.setPen(pen);
        painter.drawPolyline(way);
        if (doubtful) {
            const QPointF middle = (way[0] + way[1]) / 2.0;
            painter.setBrush(m_look->stop);
            painter.setPen(QPen(m_look->scribed, 1.4));
            painter.drawEllipse(middle, 12.0, 12.0);
            painter.setFont(type(11, true));
            painter.setPen(m_look->card); // light by day, dark by night, as the red behind it is not
            painter.drawText(QRectF(middle - QPointF(12, 12), QSizeF(24, 24)), Qt::AlignCenter, QStringLiteral("?"));
        }
    }
}

void PartBoard::paint_holes(QPainter& painter) const {
    const OldPart& part = m_document.job().old_part;
    const Survey& found = m_document.survey();
    double largest = 0.0;
    for (const SurveyedHole& hole : found.holes)
        if (hole.at)
            largest = std::max(largest, m_map.pixels(hole.spread.major) * nineteen_in_twenty);
    const double times = enlargement(largest);
    for (int i = 0; i < static_cast<int>(part.holes.size()); ++i) {
        const OldHole& old = part.holes[static_cast<std::size_t>(i)];
        const SurveyedHole& hole = found.holes[static_cast<std::size_t>(i)];
        const QPointF at = m_map.to_screen(place(i));
        const double r = std::max(4.0, m_map.pixels(old.diameter) / 2.0);
        const bool chosen = old.name == m_selection.hole();
        // Dashed without a place, and named with a question mark; dashed and dotted where no reading checks it.
        Qt::PenStyle line = Qt::DashLine;
        QString doubt = QStringLiteral(" ?");
        if (hole.at) {
            line = hole.checked() ? Qt::SolidLine : Qt::DashDotLine;
            doubt = hole.checked() ? QString() : QStringLiteral(" (?)");
        }
        painter.setPen(QPen(chosen ? m_look->brass_on_dark : m_look->scribed, chosen ? 2.6 : 1.6, line));
        painter.setBrush(hole.at ? QBrush(m_look->surround) : QBrush(Qt::NoBrush));
        painter.drawEllipse(at, r, r);
        if (old.tapped) {
            painter.setBrush(Qt::NoBrush);
            painter.drawArc(QRectF(at - QPointF(r + 4, r + 4), QSizeF(2 * r + 8, 2 * r + 8)), 90 * 16, 270 * 16);
        }
        if (hole.at && hole.spread.major > Length{}) {
            painter.save();
            painter.translate(at);
            painter.rotate(-(hole.spread.bearing + frame().turn).in_degrees());
            painter.setPen(QPen(m_look->good_on_dark, 2.0));
            painter.setBrush(Qt::NoBrush);
            painter.drawEllipse(QPointF(), m_map.pixels(hole.spread.major) * nineteen_in_twenty * times,
                                m_map.pixels(hole.spread.minor) * nineteen_in_twenty * times);
            painter.restore();
        }
        painter.setPen(chosen ? m_look->brass_on_dark : m_look->scribed);
        painter.setFont(type(11, true));
        painter.drawText(at + QPointF(r + 7.0, -r * 0.4 - 4.0), q(old.name) + doubt);
    }
    if (largest > 0.0) {
        painter.setPen(m_look->good_on_dark);
        painter.setFont(type(10));
        painter.drawText(
            QRectF(12, height() - 34.0, width() - 24.0, 24.0), Qt::AlignLeft | Qt::AlignVCenter,
            tr("Rings: where the middle is, nineteen times in twenty, drawn %1 times as large").arg(times) +
                (found.checked() ? QString() : tr("     (?) unchecked")));
    }
}

void PartBoard::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(rect(), m_look->air);
    painter.setPen(Qt::NoPen);
    painter.setBrush(m_look->board);
    painter.drawRoundedRect(QRectF(rect()).adjusted(26, 48, -26, -42), 18, 18);
    if (m_document.job().old_part.holes.empty()) {
        painter.setPen(m_look->scribed);
        painter.setFont(type(15));
        painter.drawText(QRectF(rect()).adjusted(60, 0, -60, 0), Qt::AlignCenter | Qt::TextWordWrap,
                         tr("Click where the old part's holes are. Roughly is enough: the readings put them right."));
    }
    paint_readings(painter);
    paint_edges(painter);
    paint_holes(painter);
}

} // namespace clockface::app
