#include "board/pattern_layer.h"

#include "board/bar_layer.h"
#include "look/painting.h"
#include "look/words.h"
#include "measure/figures.h"

#include <algorithm>
#include <cmath>

namespace clockface::app {

void PatternLayer::lines(const std::string& name) {
    for (const Pattern& pattern : m_document.job().patterns) {
        if (!is_at_hand(m_document.job(), pattern))
            continue;
        QColor colour = m_look.scribed;
        colour.setAlphaF(pattern.name == name ? 0.9F : 0.4F);
        m_painter.setPen(QPen(colour, 1.1));
        m_painter.setBrush(Qt::NoBrush);
        const auto centre = centre_of(pattern.layout);
        if (centre && !std::holds_alternative<ArcPattern>(pattern.layout)) {
            const double r = m_map.pixels(*pitch_circle_of(pattern.layout)) / 2.0;
            m_painter.drawEllipse(screen(*centre), r, r);
        } else if (const auto* arc = std::get_if<ArcPattern>(&pattern.layout)) {
            const double r = m_map.pixels(arc->diameter) / 2.0;
            const QPointF c = screen(arc->centre);
            m_painter.drawArc(QRectF(c.x() - r, c.y() - r, 2 * r, 2 * r), qRound(arc->first.in_degrees() * 16.0),
                              qRound(arc->sweep.in_degrees() * sign_of(arc->going) * 16.0));
        } else if (const auto* row = std::get_if<RowPattern>(&pattern.layout)) {
            const QPointF a = screen(place_of(pattern.layout, 1));
            const QPointF b = screen(place_of(pattern.layout, row->count));
            const QPointF on = towards(row->bearing) * 12.0;
            m_painter.drawLine(a - on, b + on);
        } else if (pattern.name == name) {
            what_hangs_on_what(pattern);
        }
    }
}

// The line of a mirror, the line to the middle, and the struck arcs with the crossing that was not meant.
void PatternLayer::what_hangs_on_what(const Pattern& pattern) {
    const Job& job = m_document.job();
    const auto at = [&](const HoleRef& ref) { return place(job, ref); };
    if (const auto* copy = std::get_if<CopyPattern>(&pattern.layout)) {
        const auto* mirror = std::get_if<Mirrored>(&copy->way);
        if (!mirror)
            return;
        QPen pen(m_look.brass_on_dark, 1.6);
        pen.setDashPattern({10.0, 4.0, 2.0, 4.0});
        m_painter.setPen(pen);
        const double far = length_of({m_area.width(), m_area.height()});
        m_painter.drawLine(screen(mirror->on) - towards(mirror->along) * far,
                           screen(mirror->on) + towards(mirror->along) * far);
    } else if (const auto* middle = std::get_if<MiddlePattern>(&pattern.layout)) {
        m_painter.drawLine(screen(at(middle->one)), screen(at(middle->other)));
    } else if (const auto* two = std::get_if<TwoDistancesPattern>(&pattern.layout)) {
        for (const auto& [ref, distance] :
             {std::pair(two->one, two->from_one), std::pair(two->other, two->from_other)}) {
            const double r = m_map.pixels(distance);
            m_painter.drawEllipse(screen(at(ref)), r, r);
        }
        const auto both = crossings(at(two->one), at(two->other), two->from_one, two->from_other, job.unit);
        if (!both)
            return;
        m_painter.setPen(QPen(m_look.faint, 1.6, Qt::DotLine));
        const QPointF other = screen(two->left ? both->second : both->first);
        m_painter.drawEllipse(other, 7.0, 7.0);
        m_board.label(other + QPointF(0, 18), QObject::tr("the other crossing"), m_look.faint, 9, false);
    }
}

// The pitch circle's diameter at the end of a leader, between two holes, where it covers least.
void PatternLayer::pitch_circle(const std::string& name) {
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
        if (const double now = m_board.covered(box); least < 0.0 || now < least) {
            least = now;
            best = box;
            foot = screen(*centre) + way * r;
        }
    }
    m_board.taken.push_back(best);
    m_painter.setPen(QPen(m_look.scribed, 1.1));
    const QPointF in = (screen(*centre) - foot) / std::max(1.0, r);
    m_painter.drawLine(foot, foot + in * (inside ? 14.0 : -14.0));
    m_board.label(best.center(), words, m_look.scribed, 11, false);
}

void PatternLayer::dimensions() {
    const Job& job = m_document.job();
    const double w = m_map.pixels(job.blank.extent_x()) / 2.0;
    const double h = m_map.pixels(job.blank.extent_y()) / 2.0;
    const QPointF m = m_map.middle;
    const bool round = job.blank.is_round();
    if (job.blank.on_side())
        return BarLayer(m_board).dimensions();
    const QString across = q(with_unit(job.blank.extent_x(), job.unit));
    if (round) { // below the clock ring, which surrounds the blank
        m_board.dimension(m + QPointF(-w, 0.0), m + QPointF(w, 0.0), h + 66.0, QStringLiteral("⌀ ") + across);
    } else {
        constexpr double clear = 38.0;
        m_board.dimension(m + QPointF(-w, h), m + QPointF(w, h), clear, across);
        m_board.dimension(m + QPointF(w, h), m + QPointF(w, -h), clear, q(with_unit(job.blank.extent_y(), job.unit)));
    }
    if (job.blank.bore_shows())
        m_board.label(m + QPointF(0, m_map.pixels(*job.blank.bore) / 2.0 + 14.0),
                      QStringLiteral("⌀ ") + q(with_unit(*job.blank.bore, job.unit)), m_look.scribed, 11, false);
}

} // namespace clockface::app
