#include "board/board_painter.h"
#include "look/painting.h"

#include "layout/bar.h"
#include "layout/outline.h"
#include "look/words.h"
#include "measure/figures.h"

#include <QPainterPath>
#include <QtMath>
#include <algorithm>
#include <set>

namespace clockface::app {

BoardPainter::BoardPainter(QPainter& painter, const BoardMap& map, const Document& document, const Look& look,
                           QRectF area)
    : m_painter(painter)
    , m_map(map)
    , m_document(document)
    , m_look(look)
    , m_area(area)
    , m_datum(datum_from_middle(document.job())) {}

void BoardPainter::paint(Stage stage, const std::string& pattern, const std::string& hole, DimensionStyle style,
                         const ShownParts* shown) {
    if (m_backdrop)
        m_painter.drawPixmap(m_area.topLeft(), *m_backdrop);
    else
        paint_backdrop();
    m_painter.setRenderHint(QPainter::Antialiasing);
    const bool with_parts = shown && !shown->nothing() && stage == Stage::Order && !m_document.job().blank.on_side();
    if (with_parts && shown->many())
        m_least_radius = m_map.pixels(shown->many()->within) * cloud_factor(*shown->many()) + 4.0;
    take_up_room(); // names, figures and the clock keep clear of the holes
    if (stage != Stage::Order && stage != Stage::Cutters)
        clock_ring(stage == Stage::Blank ? std::string() : pattern);
    pattern_lines(pattern);
    if (stage == Stage::Order && !with_parts)
        path();
    if (stage == Stage::Cutters)
        cutter_rings();
    holes(stage, pattern, hole);
    if (with_parts)
        parts(*shown);
    else if (stage == Stage::Order)
        order_tags();
    if (stage == Stage::Cutters)
        cutter_legend();
    datum_mark();
    if (stage == Stage::Blank)
        overall_dimensions();
    if (stage == Stage::Holes) {
        if (style != DimensionStyle::None)
            pitch_circle(pattern);
        Dimensions dimensions(m_painter, m_map, m_document, m_look);
        dimensions.of_pattern(pattern, style);
        for (const auto& [box, words] : dimensions.written())
            m_written.push_back({box, words});
    }
}

void BoardPainter::paint_backdrop() {
    m_painter.setRenderHint(QPainter::Antialiasing);
    m_painter.fillRect(m_area, m_look.air);
    metal();
    features();
    centre_lines();
}

QPainterPath BoardPainter::outline() const {
    const Blank& blank = m_document.job().blank;
    if (blank.on_side())
        return bar_outline();
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

QPainterPath BoardPainter::rim(const Existing& there) const {
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

// The bosses that stand up, the line of a step, and the saw lines of a bar with what falls between them.
void BoardPainter::features() {
    const Blank& blank = m_document.job().blank;
    if (blank.on_side())
        return bar_features();
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
    if (!blank.cutting || !flat)
        return;
    for (const SawCut& cut : saw_cuts(*blank.cutting)) {
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

void BoardPainter::metal() {
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
        m_painter.setPen(QPen(m_look.strokes, 1.5 + 3.0 * next()));
        m_painter.drawLine(QPointF(x, y), QPointF(x + length, y + 2.0 * next() - 1.0));
    }
    m_painter.restore();
    m_painter.setBrush(Qt::NoBrush);
    m_painter.setPen(QPen(m_look.surround.darker(150), 2.0));
    m_painter.drawPath(path);
}

void BoardPainter::centre_lines() {
    const Blank& blank = m_document.job().blank;
    if (blank.on_side())
        return bar_centre_lines();
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

void BoardPainter::label(QPointF at, const QString& text, const QColor& colour, double points, bool bold) {
    m_painter.setFont(type(points, bold));
    const QFontMetricsF metrics(m_painter.font());
    const QSizeF size = metrics.boundingRect(text).size() + QSizeF(6, 4);
    QRectF box({}, QSizeF(metrics.horizontalAdvance(text), metrics.capHeight()));
    box.moveCenter(at);
    m_written.push_back({box, text});
    m_painter.setPen(colour);
    m_painter.drawText(QRectF(at.x() - size.width() / 2.0, at.y() - size.height() / 2.0, size.width(), size.height()),
                       Qt::AlignCenter, text);
}

void BoardPainter::datum_mark() {
    const Datum& datum = m_document.job().datum;
    const QPointF zero = m_map.to_screen(m_datum);
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
    label(zero + x * 0.9 + QPointF(0.0, -12.0), QStringLiteral("X"), m_look.brass_on_dark, 10, true);
    if (!side)
        label(zero + y * 1.3, QStringLiteral("Y"), m_look.brass_on_dark, 10, true);
}

void BoardPainter::pattern_lines(const std::string& name) {
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
void BoardPainter::what_hangs_on_what(const Pattern& pattern) {
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
        label(other + QPointF(0, 18), QObject::tr("the other crossing"), m_look.faint, 9, false);
    }
}

double BoardPainter::radius_of(const Hole& hole) const {
    return std::max(std::max(2.0, m_least_radius), m_map.pixels(hole.spec.diameter) / 2.0);
}

void BoardPainter::hole(const Hole& hole, bool chosen, bool near, bool troubled) {
    if (hole.bar)
        return bar_hole(hole, chosen, near, troubled);
    const QPointF at = screen(hole.at);
    const HoleLook look{radius_of(hole), hole.spec.purpose == Purpose::Tapped, chosen, near,
                        troubled,        m_document.is_ghost(hole.pattern)};
    if (hole.spec.recess) { // its mouth, under the hole
        const double mouth = m_map.pixels(hole.spec.recess->diameter) / 2.0;
        m_painter.setPen(QPen(near ? m_look.scribed : m_look.faint, 1.2));
        m_painter.setBrush(m_look.air);
        m_painter.drawEllipse(at, mouth, mouth);
    }
    const double reach = look.radius + 14.0;
    if (!m_area.adjusted(-reach, -reach, reach, reach).contains(at))
        return;
    constexpr double largest_stamp = 40.0;
    if (look.radius > largest_stamp)
        return draw_hole(m_painter, at, look);
    // Like holes are drawn once for each quarter of a pixel they can stand on, then stamped: thousands of them must
    // follow the hand.
    constexpr double phases = 4.0;
    const QPointF corner(std::floor((at.x() - reach) * phases) / phases,
                         std::floor((at.y() - reach) * phases) / phases);
    const QPointF whole(std::floor(corner.x()), std::floor(corner.y()));
    const QPointF phase = corner - whole;
    QPixmap& stamp = m_stamps[{look, phase.x(), phase.y()}];
    if (stamp.isNull()) {
        const double ratio = m_painter.device()->devicePixelRatioF();
        const int side = qCeil(2.0 * reach) + 2;
        stamp = QPixmap(QSize(side, side) * ratio);
        stamp.setDevicePixelRatio(ratio);
        stamp.fill(Qt::transparent);
        QPainter painter(&stamp);
        painter.setRenderHint(QPainter::Antialiasing);
        draw_hole(painter, phase + QPointF(reach, reach), look);
    }
    m_painter.drawPixmap(whole, stamp);
}

void BoardPainter::draw_hole(QPainter& painter, QPointF at, const HoleLook& look) const {
    const double r = look.radius;
    const QColor line = look.near ? m_look.scribed : m_look.faint;
    painter.setPen(QPen(look.chosen ? m_look.brass_on_dark : line, look.chosen ? 2.6 : 1.4));
    painter.setBrush(m_look.surround);
    painter.drawEllipse(at, r, r);
    if (look.tapped && r > 5.0) {
        // A thread is drawn as a print does it: three quarters of a circle round the core.
        painter.setBrush(Qt::NoBrush);
        const double core = r * 0.8;
        painter.drawArc(QRectF(at.x() - core, at.y() - core, 2 * core, 2 * core), 20 * 16, 270 * 16);
    }
    if (r > 3.0) {
        painter.setPen(QPen(line, 0.9));
        const double arm = r + 5.0;
        painter.drawLine(at - QPointF(arm, 0), at + QPointF(arm, 0));
        painter.drawLine(at - QPointF(0, arm), at + QPointF(0, arm));
        painter.setPen(Qt::NoPen);
        painter.setBrush(look.chosen ? m_look.brass_on_dark : m_look.scribed);
        painter.drawEllipse(at, 2.0, 2.0);
    }
    painter.setBrush(Qt::NoBrush);
    if (look.ghost) {
        painter.setPen(QPen(m_look.brass_on_dark, 2.0, Qt::DotLine));
        painter.drawEllipse(at, r + 3.0, r + 3.0);
    }
    if (look.troubled) {
        painter.setPen(QPen(QColor("#FF9C86"), 2.0, Qt::DashLine));
        painter.drawEllipse(at, r + 8.0, r + 8.0);
    }
}

void BoardPainter::holes(Stage stage, const std::string& pattern, const std::string& selected) {
    const SetupPlan& plan = m_document.plan();
    std::set<int> troubled;
    for (const Finding& finding : plan.findings)
        troubled.insert(finding.holes.begin(), finding.holes.end());
    const auto& patterns = m_document.job().patterns;
    for (std::size_t i = 0; i < plan.holes.size(); ++i) {
        const Hole& each = plan.holes[i];
        hole(each, each.name == selected, stage != Stage::Holes || patterns[each.pattern].name == pattern,
             troubled.contains(static_cast<int>(i)));
    }
    if (m_document.job().blank.on_side()) {
        bar_legends(stage);
        return bar_names(pattern, selected, stage);
    }
    const bool all = plan.holes.size() <= most_labels;
    for (const Existing& there : m_document.job().blank.existing) {
        if (there.face != m_document.job().blank.up)
            continue;
        const QFontMetricsF metrics(type(9));
        const QSizeF size(metrics.horizontalAdvance(q(there.name)), metrics.height());
        label(free_spot(m_map.to_screen(there.at), m_map.pixels(there.diameter) / 2.0, {0.0, 1.0}, size), q(there.name),
              m_look.faint, 9, false);
    }
    for (const Hole& each : plan.holes) {
        const bool chosen = each.name == selected;
        constexpr std::size_t few = 24; // in Cutters the numbers of the kinds stand there already
        if (!chosen && (!all || stage == Stage::Blank || (stage == Stage::Cutters && plan.holes.size() > few)))
            continue;
        const bool near = stage != Stage::Holes || patterns[each.pattern].name == pattern;
        const QString name = q(each.name);
        const QFontMetricsF metrics(type(10, true));
        const QPointF spot = free_spot(screen(each.at), radius_of(each), name_side(each),
                                       {metrics.horizontalAdvance(name), metrics.capHeight() + 5.0});
        label(spot, name, chosen ? m_look.brass_on_dark : near ? m_look.scribed : m_look.faint, 10, chosen || near);
    }
}

QPointF BoardPainter::name_side(const Hole& hole) const {
    const PatternLayout& layout = m_document.job().patterns[hole.pattern].layout;
    const std::optional<Point> centre = centre_of(layout);
    if (!centre)
        return {0.0, 1.0};
    const QPointF in = screen(*centre) - screen(hole.at);
    return unit(in);
}

void BoardPainter::card(QPointF at, const QStringList& lines) {
    m_painter.setFont(type(10));
    const QFontMetricsF metrics(m_painter.font());
    double width = 0.0;
    for (const QString& line : lines)
        width = std::max(width, QFontMetricsF(type(10, true)).horizontalAdvance(line));
    QRectF box(at + QPointF(16, 16),
               QSizeF(width + 24.0, metrics.height() * 1.25 * static_cast<double>(lines.size()) + 14.0));
    if (box.right() > m_area.right() - 4)
        box.moveRight(at.x() - 14);
    if (box.bottom() > m_area.bottom() - 4)
        box.moveBottom(at.y() - 14);
    m_painter.setPen(QPen(m_look.brass_on_dark, 1.2));
    m_painter.setBrush(m_look.surround);
    m_painter.drawRoundedRect(box, 5, 5);
    double y = box.top() + 7.0;
    for (int i = 0; i < lines.size(); ++i) {
        m_painter.setFont(type(10, i == 0));
        m_painter.setPen(i == 0 ? m_look.brass_on_dark : m_look.scribed);
        m_painter.drawText(QRectF(box.left() + 12.0, y, width + 4.0, metrics.height() * 1.25),
                           Qt::AlignVCenter | Qt::AlignLeft, lines[i]);
        y += metrics.height() * 1.25;
    }
}

} // namespace clockface::app
