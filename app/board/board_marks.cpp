#include "board/board_painter.h"
#include "look/painting.h"

#include "layout/bar_views.h"
#include "look/words.h"
#include "measure/figures.h"

#include <algorithm>
#include <array>
#include <cmath>

// What is written on the board beside the work itself: the clock, dimensions, and where names find room.

namespace clockface::app {

void BoardPainter::take_up_room() {
    const Datum& datum = m_document.job().datum;
    const QPointF zero = m_map.to_screen(m_datum);
    // The arrow of X has its letter above it, that of Y at its end.
    m_taken.push_back(
        QRectF(zero + QPointF(0.0, -18.0), zero + QPointF(datum.x_plus_right ? 40.0 : -40.0, 4.0)).normalized());
    m_taken.push_back(
        QRectF(zero + QPointF(-9.0, 0.0), zero + QPointF(9.0, datum.y_plus_up ? -52.0 : 52.0)).normalized());
    const auto& holes = m_document.plan().holes;
    if (holes.size() > most_labels)
        return;
    for (const Hole& each : holes) {
        const double r = radius_of(each);
        m_taken.push_back(QRectF(screen(each.at) - QPointF(r, r), QSizeF(2 * r, 2 * r)));
    }
}

double BoardPainter::covered(const QRectF& box) const {
    double area = 0.0;
    for (const QRectF& taken : m_taken) {
        const QRectF both = taken.intersected(box);
        area += both.width() * both.height();
    }
    return area;
}

// The spot that covers least of what stands there already, and how much that is.
std::pair<QRectF, double> BoardPainter::best_spot(QPointF at, double radius, QPointF wanted, QSizeF size) const {
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

QPointF BoardPainter::free_spot(QPointF at, double radius, QPointF wanted, QSizeF size) {
    m_taken.push_back(best_spot(at, radius, wanted, size).first);
    return m_taken.back().center();
}

std::optional<QPointF> BoardPainter::quite_free_spot(QPointF at, double radius, QPointF wanted, QSizeF size) {
    const auto [best, covers] = best_spot(at, radius, wanted, size);
    if (covers > 0.0)
        return std::nullopt;
    m_taken.push_back(best);
    return best.center();
}

QRectF BoardPainter::hour_box(QPointF middle, double radius, int hour) {
    QRectF box(0.0, 0.0, 20.0, 18.0);
    box.moveCenter(middle + towards(bearing_of_clock(hour, 0)) * (radius + 20.0));
    return box;
}

// Round the whole of a round blank, round a chosen circle that sits elsewhere, or small in a corner of the board.
BoardPainter::Ring BoardPainter::ring(const std::string& name) const {
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
                now += covered(hour_box(middle, radius, hour));
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

void BoardPainter::clock_ring(const std::string& name) {
    const Job& job = m_document.job();
    const auto [middle, radius, every_hour] = ring(name);
    for (int hour = 1; hour <= 12; ++hour) {
        const Angle bearing = bearing_of_clock(hour, 0);
        const bool quarter = hour % 3 == 0;
        m_painter.setPen(QPen(quarter ? m_look.scribed : m_look.faint, quarter ? 2.5 : 1.4));
        m_painter.drawLine(middle + towards(bearing) * radius,
                           middle + towards(bearing) * (radius + (quarter ? 10.0 : 6.0)));
        if (quarter || (every_hour && radius > 100.0))
            label(middle + towards(bearing) * (radius + 20.0), QString::number(hour),
                  quarter ? m_look.scribed : m_look.faint, quarter ? 11 : 9, quarter);
        if (quarter)
            m_taken.push_back(hour_box(middle, radius, hour));
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
        m_taken.push_back(box);
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
        if (const double now = covered(box); least < 0.0 || now < least) {
            least = now;
            best = at;
        }
    }
    m_taken.push_back(QRectF(best - QPointF(9.0, 7.0), QSizeF(18.0, 14.0)));
    label(best, QStringLiteral("0°"), m_look.brass_on_dark, 9, true);
}

void BoardPainter::dimension(QPointF from, QPointF to, double offset, const QString& text) {
    const QPointF way = to - from;
    const double length = std::max(1.0, length_of(way));
    const QPointF side(-way.y() / length * offset, way.x() / length * offset);
    const QPointF a = from + side;
    const QPointF b = to + side;
    m_painter.setPen(QPen(m_look.scribed, 1.1));
    const QPointF out = side / std::max(1.0, std::fabs(offset));
    m_painter.drawLine(from + out * 8.0, a + out * 6.0);
    m_painter.drawLine(to + out * 8.0, b + out * 6.0);
    m_painter.setFont(type(11));
    const double room = QFontMetricsF(m_painter.font()).horizontalAdvance(text) / 2.0 + 8.0;
    const QPointF along = way / length;
    const QPointF middle = (a + b) / 2.0;
    const bool level = std::fabs(along.x()) > 0.5;
    const double gap = level ? room : 12.0;
    // Where the arrows leave no room between them the figure stands beyond the far end.
    constexpr double arrows = 20.0;
    const bool inside = length > 2.0 * gap + arrows;
    m_painter.drawLine(a, inside ? middle - along * gap : b);
    if (inside)
        m_painter.drawLine(middle + along * gap, b);
    for (const auto& [end, inward] : {std::pair(a, along), std::pair(b, -along)}) {
        m_painter.drawLine(end, end + inward * 8.0 + QPointF(-inward.y(), inward.x()) * 3.0);
        m_painter.drawLine(end, end + inward * 8.0 - QPointF(-inward.y(), inward.x()) * 3.0);
    }
    label(inside ? middle : b + along * (gap + 4.0), text, m_look.scribed, 11, false);
}

// Length and diameters in the side view, and every shoulder from the left end.
void BoardPainter::bar_dimensions() {
    const Job& job = m_document.job();
    const BarViews views(job.blank);
    const Length length = job.blank.width.actual();
    const Length high = views.half_height();

    const auto at = [&](Length along, Length up) { return m_map.to_screen(views.in_side({along, {{}, up}})); };
    double out = -20.0;
    for (const Shoulder& shoulder : job.blank.bar.shoulders) {
        dimension(at({}, high), at(shoulder.at, high), out, q(with_unit(shoulder.at, job.unit)));
        out -= 24.0;
    }
    dimension(at({}, high), at(length, high), out, q(with_unit(length, job.unit)));
    Length from;
    std::vector<Length> ends;
    for (const Shoulder& shoulder : job.blank.bar.shoulders)
        ends.push_back(shoulder.at);
    ends.push_back(length);
    for (const Length end : ends) {
        const Length across = section_at(job.blank, (from + end) / 2.0).across_y();
        label(at((from + end) / 2.0, -high) + QPointF(0, 13), QStringLiteral("⌀ ") + q(with_unit(across, job.unit)),
              m_look.scribed, 11, false);
        from = end;
    }
}

void BoardPainter::overall_dimensions() {
    const Job& job = m_document.job();
    const double w = m_map.pixels(job.blank.extent_x()) / 2.0;
    const double h = m_map.pixels(job.blank.extent_y()) / 2.0;
    const QPointF m = m_map.middle;
    const bool round = job.blank.is_round();
    if (job.blank.on_side())
        return bar_dimensions();
    const QString across = q(with_unit(job.blank.extent_x(), job.unit));
    if (round) { // below the clock ring, which surrounds the blank
        dimension(m + QPointF(-w, 0.0), m + QPointF(w, 0.0), h + 66.0, QStringLiteral("⌀ ") + across);
    } else {
        constexpr double clear = 38.0;
        dimension(m + QPointF(-w, h), m + QPointF(w, h), clear, across);
        dimension(m + QPointF(w, h), m + QPointF(w, -h), clear, q(with_unit(job.blank.extent_y(), job.unit)));
    }
    if (job.blank.bore_shows())
        label(m + QPointF(0, m_map.pixels(*job.blank.bore) / 2.0 + 14.0),
              QStringLiteral("⌀ ") + q(with_unit(*job.blank.bore, job.unit)), m_look.scribed, 11, false);
}

// The pitch circle's diameter at the end of a leader, between two holes, where it covers least.
void BoardPainter::pitch_circle(const std::string& name) {
    const Job& job = m_document.job();
    const int index = pattern_index(job, name);
    if (index < 0)
        return;
    const PatternLayout& layout = job.patterns[static_cast<std::size_t>(index)].layout;
    const std::optional<Point> centre = centre_of(layout);
    if (!centre)
        return;
    const double r = m_map.pixels(*pitch_circle_of(layout)) / 2.0;
    const QString words = QStringLiteral("⌀ ") + q(with_unit(*pitch_circle_of(layout), job.unit));
    const QFontMetricsF metrics(type(11));
    const QSizeF size(metrics.horizontalAdvance(words) + 8.0, metrics.height());
    QRectF best;
    QPointF foot;
    double least = -1.0;
    // Inside the circle where there is room for the figure, otherwise outside it.
    const bool inside = 2.0 * r > size.width() + 90.0;
    for (int tenth = 0; tenth < 36; ++tenth) {
        const QPointF way = towards(Angle::degrees(5.0 + 10.0 * tenth));
        const QPointF half(way.x() * size.width() / 2.0, way.y() * 9.0);
        QRectF box({}, size);
        box.moveCenter(screen(*centre) + (inside ? way * (r - 16.0) - half : way * (r + 16.0) + half));
        if (const double now = covered(box); least < 0.0 || now < least) {
            least = now;
            best = box;
            foot = screen(*centre) + way * r;
        }
    }
    m_taken.push_back(best);
    m_painter.setPen(QPen(m_look.scribed, 1.1));
    const QPointF in = (screen(*centre) - foot) / std::max(1.0, r);
    m_painter.drawLine(foot, foot + in * (inside ? 14.0 : -14.0));
    label(best.center(), words, m_look.scribed, 11, false);
}

} // namespace clockface::app
