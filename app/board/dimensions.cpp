#include "board/dimensions.h"
#include "look/painting.h"

#include "look/words.h"
#include "measure/figures.h"

#include <algorithm>
#include <cmath>

namespace clockface::app {

namespace {

constexpr std::size_t most_figures = 40;
constexpr double line_height = 14.0;
constexpr double jog = 8.0; // from the straight line to where the figure stands
constexpr double points = 9.5;
constexpr double ring_band = 60.0; // the clock ring with its ticks and hours

} // namespace

std::vector<double> spread(const std::vector<double>& wanted, double gap) {
    struct Pool {
        double sum;
        std::size_t count;
        [[nodiscard]] double mean() const { return sum / static_cast<double>(count); }
    };
    // With the gaps taken out, the places must only not decrease: an isotonic regression.
    std::vector<Pool> pools;
    for (std::size_t i = 0; i < wanted.size(); ++i) {
        pools.push_back({wanted[i] - gap * static_cast<double>(i), 1});
        while (pools.size() > 1 && pools[pools.size() - 2].mean() > pools.back().mean()) {
            const Pool last = pools.back();
            pools.pop_back();
            pools.back().sum += last.sum;
            pools.back().count += last.count;
        }
    }
    std::vector<double> places;
    for (const Pool& pool : pools)
        for (std::size_t i = 0; i < pool.count; ++i)
            places.push_back(pool.mean() + gap * static_cast<double>(places.size()));
    return places;
}

Dimensions::Dimensions(QPainter& painter, const BoardMap& map, const Document& document, const Look& look)
    : m_painter(painter)
    , m_map(map)
    , m_document(document)
    , m_look(look) {}

// Pixels from the blank's middle to where figures begin: beside the blank, or beyond the clock ring round a disc.
double Dimensions::band(Axis axis) const {
    const Blank& blank = m_document.job().blank;
    const double edge = m_map.pixels(axis == Axis::X ? blank.extent_y() : blank.extent_x()) / 2.0;
    return edge + (blank.is_round() ? ring_band : 8.0);
}

// `along` in pixels from the blank's middle to the right (X) or up (Y), `out` in pixels from the middle outwards.
QPointF Dimensions::point(double along, double out, Axis axis) const {
    return axis == Axis::X ? m_map.middle + QPointF(along, out) : m_map.middle + QPointF(-out, -along);
}

void Dimensions::text(double along, double out, Axis axis, const QString& words) {
    m_painter.setFont(type(points));
    m_painter.setPen(m_look.scribed);
    const QFontMetricsF metrics(m_painter.font());
    const double width = metrics.horizontalAdvance(words) + 4.0;
    const QPointF at = point(along, out, axis);
    const double half = metrics.capHeight() / 2.0;
    m_written.emplace_back(axis == Axis::X ? QRectF(at - QPointF(half, 0), QSizeF(2.0 * half, width))
                                           : QRectF(at - QPointF(width, half), QSizeF(width, 2.0 * half)),
                           words);
    m_painter.save();
    m_painter.translate(at);
    if (axis == Axis::X) { // figures stand upright, read from the right
        m_painter.rotate(-90.0);
        m_painter.drawText(QRectF(-width, -line_height / 2.0, width, line_height), Qt::AlignRight | Qt::AlignVCenter,
                           words);
    } else {
        m_painter.drawText(QRectF(-width, -line_height / 2.0, width, line_height), Qt::AlignRight | Qt::AlignVCenter,
                           words);
    }
    m_painter.restore();
}

std::vector<Dimensions::Mark> Dimensions::marks(const std::string& pattern, Axis axis) const {
    const Job& job = m_document.job();
    const Point datum = datum_from_middle(job);
    std::vector<Mark> all;
    for (const Hole& hole : m_document.plan().holes) {
        if (job.patterns[hole.pattern].name != pattern)
            continue;
        const Point middle = hole.at + datum;
        const Point drawn = as_drawn(job.datum, hole.at);
        const double reach = axis == Axis::X ? -m_map.pixels(middle.y) : -m_map.pixels(middle.x);
        const double radius = m_map.pixels(hole.spec.diameter) / 2.0 + 6.0;
        all.push_back(
            {m_map.pixels(axis == Axis::X ? middle.x : middle.y), reach + radius, axis == Axis::X ? drawn.x : drawn.y});
    }
    std::sort(all.begin(), all.end(), [](const Mark& a, const Mark& b) { return a.at < b.at; });
    // Of holes on one line only one figure is written, from the hole nearest to it.
    std::vector<Mark> distinct;
    constexpr double same_pixel = 0.01;
    for (const Mark& mark : all) {
        if (!distinct.empty() && mark.at - distinct.back().at < same_pixel)
            distinct.back().reach = std::max(distinct.back().reach, mark.reach);
        else
            distinct.push_back(mark);
    }
    return distinct;
}

void Dimensions::ordinates(const std::vector<Mark>& all, Axis axis) {
    std::vector<double> wanted;
    wanted.reserve(all.size());
    for (const Mark& mark : all)
        wanted.push_back(mark.at);
    const std::vector<double> places = spread(wanted, line_height);
    const double out = band(axis);
    const Unit unit = m_document.job().unit;
    QColor thin = m_look.scribed;
    thin.setAlphaF(0.45F);
    for (std::size_t i = 0; i < all.size(); ++i) {
        m_painter.setPen(QPen(thin, 0.9));
        m_painter.drawPolyline(QPolygonF{point(all[i].at, all[i].reach, axis), point(all[i].at, out, axis),
                                         point(places[i], out + jog, axis)});
        text(places[i], out + jog + 3.0, axis,
             q(decimal(all[i].figure.in(unit), job_decimals(unit), Sign::WhenNegative, Tail::Trim)));
    }
}

void Dimensions::chain(const std::vector<Mark>& all, Axis axis) {
    const double out = band(axis);
    const Unit unit = m_document.job().unit;
    QColor thin = m_look.scribed;
    thin.setAlphaF(0.45F);
    std::vector<double> wanted;
    for (std::size_t i = 1; i < all.size(); ++i)
        wanted.push_back((all[i].at + all[i - 1].at) / 2.0);
    const std::vector<double> places = spread(wanted, line_height);
    for (std::size_t i = 0; i < all.size(); ++i) {
        m_painter.setPen(QPen(thin, 0.9));
        m_painter.drawLine(point(all[i].at, all[i].reach, axis), point(all[i].at, out + 4.0, axis));
        if (i == 0)
            continue;
        m_painter.setPen(QPen(m_look.scribed, 1.1));
        const QPointF a = point(all[i - 1].at, out, axis);
        const QPointF b = point(all[i].at, out, axis);
        m_painter.drawLine(a, b);
        const QPointF along = app::unit(b - a);
        const QPointF side(-along.y() * 3.0, along.x() * 3.0);
        for (const auto& [tip, way] : {std::pair(a, along), std::pair(b, -along)}) {
            m_painter.drawLine(tip, tip + way * 6.0 + side);
            m_painter.drawLine(tip, tip + way * 6.0 - side);
        }
        m_painter.setPen(QPen(thin, 0.9));
        m_painter.drawLine(point(wanted[i - 1], out, axis), point(places[i - 1], out + jog, axis));
        text(places[i - 1], out + jog + 3.0, axis,
             q(decimal(abs(all[i].figure - all[i - 1].figure).in(unit), job_decimals(unit), Sign::WhenNegative,
                       Tail::Trim)));
    }
}

void Dimensions::of_pattern(const std::string& pattern, DimensionStyle style) {
    if (style == DimensionStyle::None)
        return;
    m_painter.setBrush(Qt::NoBrush);
    for (const Axis axis : {Axis::X, Axis::Y}) {
        if (axis == Axis::Y && m_document.job().blank.on_side())
            continue; // angles stand on the end view
        std::vector<Mark> all = marks(pattern, axis);
        if (all.empty() || all.size() > most_figures)
            continue;
        if (style == DimensionStyle::FromZero) {
            ordinates(all, axis);
            continue;
        }
        // The chain begins at zero.
        const Point datum = datum_from_middle(m_document.job());
        const Mark zero{m_map.pixels(axis == Axis::X ? datum.x : datum.y), 0.0, {}};
        const auto same = [&](const Mark& mark) { return std::fabs(mark.at - zero.at) < 0.01; };
        if (std::none_of(all.begin(), all.end(), same))
            all.insert(std::upper_bound(all.begin(), all.end(), zero,
                                        [](const Mark& a, const Mark& b) { return a.at < b.at; }),
                       zero);
        chain(all, axis);
    }
}

} // namespace clockface::app
