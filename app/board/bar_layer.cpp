#include "board/bar_layer.h"

#include "layout/bar_views.h"
#include "layout/on_bar.h"
#include "look/painting.h"
#include "look/words.h"
#include "measure/figures.h"
#include "round/figures.h"

#include <QLocale>
#include <QPainterPath>
#include <algorithm>
#include <set>

namespace clockface::app {

namespace {

// With more holes than this each is named once, rolled out.
constexpr std::size_t most_twice_named = 40;

} // namespace

QPainterPath BarLayer::section_path(const Section& section) const {
    const BarViews views(m_document.job().blank);
    QPolygonF rim;
    constexpr int places = 180;
    for (const Point& place : rim_of(section, places))
        rim << m_map.to_screen(views.in_end(place));
    QPainterPath path;
    path.addPolygon(rim);
    path.closeSubpath();
    return path;
}

QPainterPath BarLayer::outline() const {
    const Blank& blank = m_document.job().blank;
    const BarViews views(blank);
    QPainterPath path;
    path.setFillRule(Qt::WindingFill);
    for (const auto& [from, to, section] : stretches_of(blank)) {
        const Length half = girth(section) / 2.0;
        path.addRect(
            QRectF(m_map.to_screen(views.in_rolled({from, half})), m_map.to_screen(views.in_rolled({to, -half}))));
        const Length high = section.across_y() / 2.0;
        path.addRect(QRectF(m_map.to_screen(views.in_side({from, {{}, high}})),
                            m_map.to_screen(views.in_side({to, {{}, -high}}))));
        path.addPath(section_path(bare(section)));
    }
    return path.simplified();
}

// Shoulders, bore, flats, centre lines: what is scribed on the bare bar.
void BarLayer::features() {
    const Blank& blank = m_document.job().blank;
    const BarViews views(blank);
    m_painter.setBrush(Qt::NoBrush);
    m_painter.setPen(QPen(m_look.scribed, 1.2));
    const std::vector<Stretch> parts = stretches_of(blank);
    for (std::size_t i = 0; i < parts.size(); ++i) {
        const auto& [from, to, section] = parts[i];
        m_painter.setPen(QPen(m_look.faint, 1.2));
        m_painter.drawPath(section_path(section));
        if (i > 0) {
            m_painter.setPen(QPen(m_look.scribed, 1.2));
            const Length high = std::min(section.across_y(), parts[i - 1].section.across_y()) / 2.0;
            m_painter.drawLine(m_map.to_screen(views.in_side({from, {{}, high}})),
                               m_map.to_screen(views.in_side({from, {{}, -high}})));
        }
        // The edges of a hexagon, as they are seen from the front and rolled out.
        m_painter.setPen(QPen(m_look.faint, 1.0));
        for (const Edge& edge : edges_of(section)) {
            m_painter.drawLine(m_map.to_screen(views.in_rolled({from, edge.rolled})),
                               m_map.to_screen(views.in_rolled({to, edge.rolled})));
            if (seen_from_front(edge.across))
                m_painter.drawLine(m_map.to_screen(views.in_side({from, edge.across})),
                                   m_map.to_screen(views.in_side({to, edge.across})));
        }
    }
    if (blank.bore) {
        const Length r = *blank.bore / 2.0;
        const Length deep = blank.bar.bore_depth.value_or(blank.width.actual());
        const Length from = blank.bar.bore_from == Face::Left ? Length{} : blank.width.actual() - deep;
        m_painter.setPen(QPen(m_look.faint, 1.2, Qt::DashLine));
        m_painter.drawRect(QRectF(m_map.to_screen(views.in_side({from, {{}, r}})),
                                  m_map.to_screen(views.in_side({from + deep, {{}, -r}}))));
        m_painter.setPen(QPen(m_look.scribed, 1.4));
        if (!blank.bar.bore_depth || blank.bar.bore_from == blank.bar.seen_from)
            m_painter.setBrush(m_look.surround);
        else
            m_painter.setPen(QPen(m_look.faint, 1.2, Qt::DashLine));
        const double shown = m_map.pixels(r) * views.end_scale();
        m_painter.drawEllipse(m_map.to_screen(views.end()), shown, shown);
        m_painter.setBrush(Qt::NoBrush);
    }
    for (const Flat& flat : blank.bar.flats) {
        const FlatOutline flat_at = outline_of(blank, flat);
        m_painter.setPen(QPen(m_look.scribed, 1.1));
        m_painter.drawRect(QRectF(m_map.to_screen(views.in_rolled({flat_at.from, flat_at.upper})),
                                  m_map.to_screen(views.in_rolled({flat_at.to, flat_at.lower}))));
        if (flat_at.from_front)
            m_painter.drawRect(QRectF(m_map.to_screen(views.in_side({flat_at.from, flat_at.one})),
                                      m_map.to_screen(views.in_side({flat_at.to, flat_at.other})))
                                   .normalized());
    }
}

void BarLayer::centre_lines() {
    const Blank& blank = m_document.job().blank;
    const BarViews views(blank);
    QColor colour = m_look.faint;
    colour.setAlphaF(0.55F);
    QPen pen(colour, 1.0);
    pen.setDashPattern({14.0, 4.0, 3.0, 4.0});
    m_painter.setPen(pen);
    const auto line = [&](Point from, Point to, QPointF over) {
        m_painter.drawLine(m_map.to_screen(from) - over, m_map.to_screen(to) + over);
    };
    const Length half = blank.width.actual() / 2.0;
    line({-half, views.side().y}, {half, views.side().y}, {14, 0});
    line({-half, {}}, {half, {}}, {14, 0});
    const Length reach = views.half_height() * views.end_scale();
    line({views.end().x - reach, views.end().y}, {views.end().x + reach, views.end().y}, {10, 0});
    line({views.end().x, views.end().y + reach}, {views.end().x, views.end().y - reach}, {0, -10});
}

void BarLayer::hole(const Hole& hole, bool chosen, bool near, bool troubled) {
    const Job& job = m_document.job();
    const Blank& blank = job.blank;
    const BarViews views(blank);
    const QColor line = m_look.on_board(chosen, near);
    const double width = chosen ? 2.4 : 1.3;
    const Section section = section_at(blank, hole.bar->along);
    const auto polygon = [&](const std::vector<Point>& places) {
        QPolygonF all;
        for (const Point& place : places)
            all << m_map.to_screen(place);
        return all;
    };
    // A small mouth is round enough with fewer corners.
    constexpr double small_pixels = 12.0;
    const int places = m_board.radius_of(hole) < small_pixels ? 20 : 48;
    for (const bool far : {false, true}) {
        if (far && hole.spec.depth)
            continue;
        const QPen pen(line, width, far ? Qt::DashLine : Qt::SolidLine);
        std::vector<Point> rolled;
        for (const Point& place : rolled_out_rim(blank, *hole.bar, hole.spec.diameter, far, places))
            rolled.push_back(views.in_rolled(place));
        m_painter.setPen(pen);
        m_painter.setBrush(far ? QBrush(m_look.surround, Qt::Dense5Pattern) : QBrush(m_look.surround));
        const Length half_girth = girth(section) / 2.0;
        const bool across_seam =
            std::any_of(rolled.begin(), rolled.end(), [&](const Point& place) { return abs(place.y) > half_girth; });
        if (!across_seam) {
            m_painter.drawPolygon(polygon(rolled));
        } else {
            // It shows on both edges.
            m_painter.save();
            const Length half = blank.width.actual() / 2.0;
            m_painter.setClipRect(QRectF(m_map.to_screen({-half, half_girth}), m_map.to_screen({half, -half_girth}))
                                      .adjusted(-2, -2, 2, 2));
            for (const double seam : {0.0, 1.0, -1.0}) {
                std::vector<Point> shifted = rolled;
                for (Point& place : shifted)
                    place.y += girth(section) * seam;
                m_painter.drawPolygon(polygon(shifted));
            }
            m_painter.restore();
        }
        // From the side: as it lies, drawn through where it is hidden.
        const std::vector<OnSurface> rim = mouth_rim(blank, *hole.bar, hole.spec.diameter, far, places);
        std::vector<Point> seen;
        for (const OnSurface& place : rim)
            seen.push_back(views.in_side(place));
        const bool hidden = lies_at_back(rim);
        // Dashes take their time to paint; where there are many holes a faint line says the same.
        const bool dashed = hidden && (chosen || m_document.plan().holes.size() <= most_twice_named);
        m_painter.setPen(QPen(hidden && !dashed ? m_look.faint : line, width, dashed ? Qt::DashLine : Qt::SolidLine));
        m_painter.setBrush(hidden ? QBrush(Qt::NoBrush) : QBrush(m_look.surround));
        m_painter.drawPolygon(polygon(seen));
    }
    hole_in_end(hole, line, width);
    if (troubled) {
        m_painter.setPen(QPen(m_look.stop_on_dark, 2.0, Qt::DashLine));
        m_painter.setBrush(Qt::NoBrush);
        const double r = m_board.radius_of(hole) + 8.0;
        for (const Point& place : views.places(hole))
            m_painter.drawEllipse(m_map.to_screen(place), r, r);
    }
    if (m_document.is_ghost(hole.pattern)) {
        m_painter.setPen(QPen(m_look.brass_on_dark, 2.0, Qt::DotLine));
        m_painter.setBrush(Qt::NoBrush);
        const double r = m_board.radius_of(hole) + 3.0;
        for (const Point& place : views.places(hole))
            m_painter.drawEllipse(m_map.to_screen(place), r, r);
    }
}

// On the end: the way of the drill between its two flanks, from where it comes in to how far it goes.
void BarLayer::hole_in_end(const Hole& hole, const QColor& line, double width) {
    const Blank& blank = m_document.job().blank;
    const BarViews views(blank);
    const Section section = section_at(blank, hole.bar->along);
    const auto path = drill_path(section, {hole.bar->bearing, hole.bar->offset, hole.spec.diameter});
    if (!path)
        return;
    if (m_document.plan().holes.size() > most_twice_named && line != m_look.brass_on_dark) {
        m_painter.setPen(QPen(line, 0.9));
        const auto on_axis = [&](Length height) {
            return m_map.to_screen(views.in_end(polar(height, hole.bar->bearing) +
                                                polar(hole.bar->offset, hole.bar->bearing + Angle::degrees(90.0))));
        };
        m_painter.drawLine(on_axis(path->entry),
                           on_axis(hole.spec.depth ? path->entry - *hole.spec.depth : path->exit));
        return;
    }
    const Length r = hole.spec.diameter / 2.0;
    const Angle left = hole.bar->bearing + Angle::degrees(90.0);
    const auto at = [&](Length height, Length lateral) {
        return m_map.to_screen(views.in_end(polar(height, hole.bar->bearing) + polar(lateral, left)));
    };
    const Length bottom = hole.spec.depth ? path->entry - *hole.spec.depth : path->exit;
    const auto top = [&](Length lateral) {
        const auto entry = entry_at(section, hole.bar->bearing, lateral);
        return entry ? entry->height : path->entry;
    };
    m_painter.setPen(QPen(line, width * 0.8, Qt::DashLine));
    m_painter.setBrush(Qt::NoBrush);
    for (const Length side : {hole.bar->offset - r, hole.bar->offset + r})
        m_painter.drawLine(at(top(side), side), at(bottom, side));
    if (hole.spec.depth)
        m_painter.drawPolyline(QPolygonF{at(bottom, hole.bar->offset - r),
                                         at(bottom - point_length(hole.spec.diameter), hole.bar->offset),
                                         at(bottom, hole.bar->offset + r)});
    QPen axis(line, 0.9);
    axis.setDashPattern({10.0, 3.0, 2.0, 3.0});
    m_painter.setPen(axis);
    m_painter.drawLine(at(path->entry + section.radius * 0.12, hole.bar->offset), at(bottom, hole.bar->offset));
}

// Names stand beside the near mouths; on the end every bearing is named once, with its angle.
void BarLayer::names(const std::string& pattern, const std::string& selected, Stage stage) {
    const SetupPlan& plan = m_document.plan();
    const Job& job = m_document.job();
    const BarViews views(job.blank);
    const QFontMetricsF metrics(type(10, true));
    const auto size_of = [&](const QString& words) {
        return QSizeF(metrics.horizontalAdvance(words), metrics.capHeight() + 5.0);
    };
    const auto write = [&](QPointF spot, const QString& words, bool chosen, bool near) {
        m_board.label(spot, words, m_look.on_board(chosen, near), 10, chosen || near);
    };
    // A name that would cover another is left to the other views and the table; the chosen one is always there.
    const auto name = [&](const Point& mouth, const Hole& hole, bool chosen, bool near) {
        const QPointF at = m_map.to_screen(mouth), right(1.0, 0.0);
        const QString words = q(hole.name);
        const auto spot = chosen ? std::optional(m_board.free_spot(at, m_board.radius_of(hole), right, size_of(words)))
                                 : m_board.quite_free_spot(at, m_board.radius_of(hole), right, size_of(words));
        if (spot)
            write(*spot, words, chosen, near);
    };
    std::set<long long> named;
    std::vector<const Hole*> in_turn; // the chosen one first: it is named whatever room there is
    for (const Hole& hole : plan.holes)
        in_turn.insert(hole.name == selected ? in_turn.begin() : in_turn.end(), &hole);
    for (const Hole* each : in_turn) {
        const Hole& hole = *each;
        const bool chosen = hole.name == selected;
        if (!chosen && (plan.holes.size() > most_labels || stage == Stage::Blank))
            continue;
        const std::vector<Point> places = views.places(hole);
        if (places.size() < 3)
            continue;
        const bool near = stage != Stage::Holes || job.patterns[hole.pattern].name == pattern;
        name(places[0], hole, chosen, near);
        const bool front = seen_from_front(polar(Length::mm(1.0), hole.bar->bearing));
        if (front && plan.holes.size() <= most_twice_named)
            name(places[1], hole, chosen, near);
        if (plan.holes.size() <= most_twice_named &&
            named.insert(std::llround(hole.bar->bearing.in_degrees() * 1e4)).second) {
            const QPointF out = m_map.to_screen(places[2]) - m_map.to_screen(views.end());
            const QString words =
                q(hole.name + " " + in_degrees(job.convention.figure_of(as_seen(job, hole.bar->bearing)), 1));
            if (const auto spot = free_round_end(views, unit(out), size_of(words), chosen))
                write(*spot, words, chosen, near);
        }
    }
}

void BarLayer::legends(Stage stage) {
    const Job& job = m_document.job();
    const BarViews views(job.blank);
    const QPointF end = m_map.to_screen(views.end());
    const double ring = m_map.pixels(views.half_height()) * views.end_scale() + 58.0;
    const QPointF side = m_map.to_screen({Length{}, views.side().y - views.half_height()});
    const QPointF corner(end.x(), m_map.to_screen(views.lower_left()).y());
    const auto quiet = [&](QPointF at, const QString& words) { m_board.label(at, words, m_look.faint, 9, false); };
    quiet(end + QPointF(0, ring + 14),
          QObject::tr("the end, seen from %1").arg(q(end_in_words(job.blank.bar.seen_from))));
    if (views.end_scale() > 1.0)
        quiet(end + QPointF(0, ring + 30),
              QObject::tr("%1 times the size").arg(QLocale::c().toString(views.end_scale(), 'g', 2)));
    if (stage != Stage::Blank) // the diameters stand there then
        quiet(side + QPointF(0, 13), QObject::tr("the side, from the front"));
    // Below the end view where there is room, otherwise below the side itself.
    constexpr double two_lines = 70.0;
    const bool room = corner.y() - end.y() > ring + two_lines;
    const QPointF rolled =
        room ? corner - QPointF(0, 22) : m_map.to_screen(Point{{}, views.lower_left().y}) + QPointF(0, 62);
    quiet(rolled, room ? QObject::tr("beside it the side rolled out:") : QObject::tr("the side rolled out:"));
    quiet(rolled + QPointF(0, 16), QObject::tr("top line in the middle, back above"));
}

// A spot outside the end view on the hole's own bearing, farther out where the nearer ones are taken, and clear of the
// other two views. None: then the name stands beside the mouth only, unless it has to be here.
std::optional<QPointF> BarLayer::free_round_end(const BarViews& views, QPointF out, QSizeF size, bool must) {
    const QPointF middle = m_map.to_screen(views.end());
    const double ring = m_map.pixels(views.half_height()) * views.end_scale() + 38.0;
    const Length half_long = m_document.job().blank.width.actual() / 2.0;
    const QRectF side = QRectF(m_map.to_screen({-half_long, views.side().y + views.half_height()}),
                               m_map.to_screen({half_long, views.lower_left().y}))
                            .normalized()
                            .adjusted(-6.0, -6.0, 6.0, 6.0);
    std::optional<QRectF> first;
    for (const double further : {0.0, 15.0, 30.0, 45.0})
        for (const double turn : {0.0, 7.0, -7.0}) {
            const QPointF way = turned(out, Angle::degrees(turn));
            QRectF spot(QPointF(), size);
            spot.moveCenter(middle + way * (ring + further) +
                            QPointF(way.x() * size.width() / 2.0, way.y() * size.height() / 2.0));
            if (!first)
                first = spot;
            if (m_board.covered(spot) <= 0.0 && !spot.intersects(side) && m_area.contains(spot)) {
                m_board.taken.push_back(spot);
                return spot.center();
            }
        }
    if (!must)
        return std::nullopt;
    m_board.taken.push_back(*first);
    return first->center();
}

// Length and diameters in the side view, and every shoulder from the left end.
void BarLayer::dimensions() {
    const Job& job = m_document.job();
    const BarViews views(job.blank);
    const Length length = job.blank.width.actual();
    const Length high = views.half_height();

    const auto at = [&](Length along, Length up) { return m_map.to_screen(views.in_side({along, {{}, up}})); };
    double out = -20.0;
    for (const Shoulder& shoulder : job.blank.bar.shoulders) {
        m_board.dimension(at({}, high), at(shoulder.at, high), out, q(with_unit(shoulder.at, job.unit)));
        out -= 24.0;
    }
    m_board.dimension(at({}, high), at(length, high), out, q(with_unit(length, job.unit)));
    Length from;
    std::vector<Length> ends;
    for (const Shoulder& shoulder : job.blank.bar.shoulders)
        ends.push_back(shoulder.at);
    ends.push_back(length);
    for (const Length end : ends) {
        const Length across = section_at(job.blank, (from + end) / 2.0).across_y();
        m_board.label(at((from + end) / 2.0, -high) + QPointF(0, 13),
                      QStringLiteral("⌀ ") + q(with_unit(across, job.unit)), m_look.scribed, 11, false);
        from = end;
    }
}

} // namespace clockface::app
