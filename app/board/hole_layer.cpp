#include "board/hole_layer.h"

#include "board/bar_layer.h"
#include "look/painting.h"
#include "look/words.h"

#include <QtMath>
#include <algorithm>
#include <set>

namespace clockface::app {

void HoleLayer::hole(const Hole& hole, bool chosen, bool near, bool troubled) {
    if (hole.bar)
        return BarLayer(m_board).hole(hole, chosen, near, troubled);
    const QPointF at = screen(hole.at);
    const HoleLook look{m_board.drawn_radius_of(hole),    hole.spec.purpose == Purpose::Tapped, chosen, near, troubled,
                        m_document.is_ghost(hole.pattern)};
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

void HoleLayer::draw_hole(QPainter& painter, QPointF at, const HoleLook& look) const {
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
        painter.setPen(QPen(m_look.stop_on_dark, 2.0, Qt::DashLine));
        painter.drawEllipse(at, r + 8.0, r + 8.0);
    }
}

void HoleLayer::holes(Stage stage, const std::string& pattern, const std::string& selected) {
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
        BarLayer(m_board).legends(stage);
        return BarLayer(m_board).names(pattern, selected, stage);
    }
    const bool all = plan.holes.size() <= most_labels;
    for (const Existing& there : m_document.job().blank.existing) {
        if (there.face != m_document.job().blank.up)
            continue;
        const QFontMetricsF metrics(type(9));
        const QSizeF size(metrics.horizontalAdvance(q(there.name)), metrics.height());
        m_board.label(
            m_board.free_spot(m_map.to_screen(there.at), m_map.pixels(there.diameter) / 2.0, {0.0, 1.0}, size),
            q(there.name), m_look.faint, 9, false);
    }
    for (const Hole& each : plan.holes) {
        const bool chosen = each.name == selected;
        constexpr std::size_t few = 24; // in Cutters the numbers of the kinds stand there already
        if (!chosen && (!all || stage == Stage::Blank || (stage == Stage::Cutters && plan.holes.size() > few)))
            continue;
        const bool near = stage != Stage::Holes || patterns[each.pattern].name == pattern;
        const QString name = q(each.name);
        const QFontMetricsF metrics(type(10, true));
        const QPointF spot = m_board.free_spot(screen(each.at), m_board.radius_of(each), m_board.name_side(each),
                                               {metrics.horizontalAdvance(name), metrics.capHeight() + 5.0});
        m_board.label(spot, name, m_look.on_board(chosen, near), 10, chosen || near);
    }
}

} // namespace clockface::app
