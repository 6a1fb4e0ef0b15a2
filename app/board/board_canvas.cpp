#include "board/board_canvas.h"

#include "look/painting.h"

#include <QtMath>
#include <algorithm>

namespace clockface::app {

BoardCanvas::BoardCanvas(QPainter& on, const BoardMap& by, const Document& of, const Look& in, QRectF over)
    : painter(on)
    , map(by)
    , document(of)
    , look(in)
    , area(over)
    , datum(datum_from_middle(of.job())) {}

void BoardCanvas::label(QPointF at, const QString& text, const QColor& colour, double points, bool bold) {
    painter.setFont(type(points, bold));
    const QFontMetricsF metrics(painter.font());
    const QSizeF size = metrics.boundingRect(text).size() + QSizeF(6, 4);
    QRectF box({}, QSizeF(metrics.horizontalAdvance(text), metrics.capHeight()));
    box.moveCenter(at);
    written.push_back({box, text});
    painter.setPen(colour);
    painter.drawText(QRectF(at.x() - size.width() / 2.0, at.y() - size.height() / 2.0, size.width(), size.height()),
                     Qt::AlignCenter, text);
}

void BoardCanvas::card(QPointF at, const QStringList& lines) {
    painter.setFont(type(10));
    const QFontMetricsF metrics(painter.font());
    double width = 0.0;
    for (const QString& line : lines)
        width = std::max(width, QFontMetricsF(type(10, true)).horizontalAdvance(line));
    QRectF box(at + QPointF(16, 16),
               QSizeF(width + 24.0, metrics.height() * 1.25 * static_cast<double>(lines.size()) + 14.0));
    if (box.right() > area.right() - 4)
        box.moveRight(at.x() - 14);
    if (box.bottom() > area.bottom() - 4)
        box.moveBottom(at.y() - 14);
    painter.setPen(QPen(look.brass_on_dark, 1.2));
    painter.setBrush(look.surround);
    painter.drawRoundedRect(box, 5, 5);
    double y = box.top() + 7.0;
    for (int i = 0; i < lines.size(); ++i) {
        painter.setFont(type(10, i == 0));
        painter.setPen(i == 0 ? look.brass_on_dark : look.scribed);
        painter.drawText(QRectF(box.left() + 12.0, y, width + 4.0, metrics.height() * 1.25),
                         Qt::AlignVCenter | Qt::AlignLeft, lines[i]);
        y += metrics.height() * 1.25;
    }
}

double BoardCanvas::covered(const QRectF& box) const {
    double sum = 0.0;
    for (const QRectF& each : taken) {
        const QRectF both = each.intersected(box);
        sum += both.width() * both.height();
    }
    return sum;
}

// The spot that covers least of what stands there already, and how much that is.
std::pair<QRectF, double> BoardCanvas::best_spot(QPointF at, double radius, QPointF wanted, QSizeF size) const {
    const double reach = radius + 4.0;
    QRectF best;
    double least = -1.0;
    // The wanted side first, then turning away from it.
    for (const double turn : {0.0, 45.0, -45.0, 90.0, -90.0, 135.0, -135.0, 180.0}) {
        const QPointF side = turned(wanted, Angle::degrees(turn));
        QRectF spot(QPointF(), size);
        spot.moveCenter(at +
                        QPointF(side.x() * (reach + size.width() / 2.0), side.y() * (reach + size.height() / 2.0)));
        const double now = covered(spot);
        if (least < 0.0 || now < least) {
            least = now;
            best = spot;
        }
        if (now <= 0.0)
            break;
    }
    return {best, least};
}

QPointF BoardCanvas::free_spot(QPointF at, double radius, QPointF wanted, QSizeF size) {
    taken.push_back(best_spot(at, radius, wanted, size).first);
    return taken.back().center();
}

std::optional<QPointF> BoardCanvas::quite_free_spot(QPointF at, double radius, QPointF wanted, QSizeF size) {
    const auto [best, covers] = best_spot(at, radius, wanted, size);
    if (covers > 0.0)
        return std::nullopt;
    taken.push_back(best);
    return best.center();
}

void BoardCanvas::dimension(QPointF from, QPointF to, double offset, const QString& text) {
    const QPointF way = to - from;
    const double length = std::max(1.0, length_of(way));
    const QPointF side(-way.y() / length * offset, way.x() / length * offset);
    const QPointF a = from + side;
    const QPointF b = to + side;
    painter.setPen(QPen(look.scribed, 1.1));
    const QPointF out = side / std::max(1.0, std::fabs(offset));
    painter.drawLine(from + out * 8.0, a + out * 6.0);
    painter.drawLine(to + out * 8.0, b + out * 6.0);
    painter.setFont(type(11));
    const double room = QFontMetricsF(painter.font()).horizontalAdvance(text) / 2.0 + 8.0;
    const QPointF along = way / length;
    const QPointF middle = (a + b) / 2.0;
    const bool level = std::fabs(along.x()) > 0.5;
    const double gap = level ? room : 12.0;
    // Where the arrows leave no room between them the figure stands beyond the far end.
    constexpr double arrows = 20.0;
    const bool inside = length > 2.0 * gap + arrows;
    painter.drawLine(a, inside ? middle - along * gap : b);
    if (inside)
        painter.drawLine(middle + along * gap, b);
    for (const auto& [end, inward] : {std::pair(a, along), std::pair(b, -along)}) {
        painter.drawLine(end, end + inward * 8.0 + QPointF(-inward.y(), inward.x()) * 3.0);
        painter.drawLine(end, end + inward * 8.0 - QPointF(-inward.y(), inward.x()) * 3.0);
    }
    label(inside ? middle : b + along * (gap + 4.0), text, look.scribed, 11, false);
}

double BoardCanvas::drawn_radius_of(const Hole& hole) const {
    return holes_at_size ? std::max(2.0, map.pixels(hole.spec.diameter) / 2.0) : radius_of(hole);
}

double BoardCanvas::radius_of(const Hole& hole) const {
    return std::max(std::max(2.0, least_radius), map.pixels(hole.spec.diameter) / 2.0);
}

QPointF BoardCanvas::name_side(const Hole& hole) const {
    const PatternLayout& layout = document.job().patterns[hole.pattern].layout;
    const std::optional<Point> centre = centre_of(layout);
    if (!centre)
        return {0.0, 1.0};
    const QPointF in = screen(*centre) - screen(hole.at);
    return unit(in);
}

void BoardCanvas::legend(const QString& words) {
    painter.setFont(type(10));
    const double width = QFontMetricsF(painter.font()).horizontalAdvance(words) + 24.0;
    const QRectF box(area.left() + 10.0, area.bottom() - 34.0, width, 26.0);
    painter.setPen(QPen(look.faint, 1.0));
    painter.setBrush(look.surround);
    painter.drawRoundedRect(box, 4, 4);
    painter.setPen(look.scribed);
    painter.drawText(box, Qt::AlignCenter, words);
}

} // namespace clockface::app
