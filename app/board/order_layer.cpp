#include "board/order_layer.h"

#include "look/painting.h"
#include "look/words.h"
#include "measure/figures.h"

#include <algorithm>
#include <cmath>

namespace clockface::app {

void OrderLayer::path() {
    const SetupPlan& plan = m_document.plan();
    if (plan.route.order.empty())
        return;
    QColor colour = m_look.brass_on_dark;
    colour.setAlphaF(0.75F);
    m_painter.setPen(QPen(colour, 1.8, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    QPolygonF line;
    line << m_map.to_screen(m_board.datum);
    for (const int index : plan.route.order)
        line << screen(plan.holes[static_cast<std::size_t>(index)].at);
    m_painter.drawPolyline(line);
    if (plan.route.order.size() > most_labels)
        return;
    // Which way each leg is gone, where it is long enough to show it.
    for (int i = 1; i < line.size(); ++i) {
        const QPointF way = line[i] - line[i - 1];
        constexpr double least = 46.0;
        if (length_of(way) < least)
            continue;
        const QPointF along = unit(way), tip = line[i - 1] + way * 0.55;
        const QPointF side(-along.y(), along.x());
        m_painter.drawLine(tip, tip - along * 8.0 + side * 4.5);
        m_painter.drawLine(tip, tip - along * 8.0 - side * 4.5);
    }
    take_ups();
}

// A hook beyond a hole that is come to from the wrong side: past it, and back. The list itself says where.
void OrderLayer::take_ups() {
    const SetupPlan& plan = m_document.plan();
    const auto* wheels = std::get_if<Handwheels>(&plan.machine.kind);
    if (!wheels || m_document.job().blank.on_side())
        return;
    std::vector<char> made(plan.holes.size(), 0); // the way drawn is that of the first time round
    bool any = false;
    for (const Instruction& each : plan.route.list) {
        if (each.hole < 0)
            continue;
        char& done = made[static_cast<std::size_t>(each.hole)];
        done = done || std::holds_alternative<DrillHole>(each.action);
        const auto* move = std::get_if<TurnHandwheel>(&each.action);
        if (done || !move || !move->past)
            continue;
        any = true;
        const bool x = move->axis == Axis::X;
        const double way = move->way == (x ? wheels->x : wheels->y).plus ? 1.0 : -1.0;
        const Hole& hole = plan.holes[static_cast<std::size_t>(each.hole)];
        hook(screen(hole.at), m_board.radius_of(hole) + 2.0, x ? QPointF(way, 0.0) : QPointF(0.0, -way));
    }
    if (any)
        m_board.label(m_area.bottomLeft() + QPointF(168.0, -16.0),
                      QObject::tr("hook: past it and back, backlash taken up"), m_look.faint, 9, false);
}

void OrderLayer::hook(QPointF at, double radius, QPointF out) {
    const QPointF side(-out.y() * 3.0, out.x() * 3.0);
    const QPointF from = at + out * radius, to = from + out * 9.0;
    m_painter.setPen(QPen(m_look.scribed, 1.6, Qt::SolidLine, Qt::RoundCap));
    m_painter.setBrush(Qt::NoBrush);
    m_painter.drawLine(from - side, to - side);
    int begins = 0;
    if (out.x() > 0.0)
        begins = -90;
    else if (out.x() < 0.0)
        begins = 90;
    else if (out.y() > 0.0)
        begins = 180;
    m_painter.drawArc(QRectF(to - QPointF(3.0, 3.0), QSizeF(6.0, 6.0)), begins * 16, 180 * 16);
    m_painter.drawLine(to + side, from + side);
}

// The number of a hole in the order; of the piece at the bench also how far it is: a tick where nothing is left to do,
// a cross where it is spoiled, a ring where it is begun.
void OrderLayer::tags() {
    const SetupPlan& plan = m_document.plan();
    if (plan.route.order.size() > most_labels)
        return;
    constexpr double radius = 9.5;
    for (std::size_t i = 0; i < plan.route.order.size(); ++i) {
        const int index = plan.route.order[i];
        const Hole& made = plan.holes[static_cast<std::size_t>(index)];
        const auto [state, finished] = m_document.holes_done()[static_cast<std::size_t>(index)];
        const QPointF tag = m_board.free_spot(screen(made.at), m_board.radius_of(made), -m_board.name_side(made),
                                              {2.0 * radius, 2.0 * radius});
        m_painter.setPen(state == HoleState::Planned || finished ? QPen(Qt::NoPen) : QPen(m_look.good_on_dark, 3.0));
        QColor ground = m_look.brass_on_dark, ink = m_look.surround;
        QString sign = QString::number(i + 1);
        if (state == HoleState::Spoiled) {
            ground = m_look.stop;
            ink = m_look.scribed;
            sign = QStringLiteral("×");
        } else if (finished) {
            ground = m_look.good_on_dark;
            sign = QStringLiteral("✓");
        }
        m_painter.setBrush(ground);
        m_painter.drawEllipse(tag, radius, radius);
        m_board.label(tag, sign, ink, 9, true);
    }
}

void OrderLayer::parts(const ShownParts& shown) {
    if (shown.many())
        clouds(*shown.many());
    else if (shown.broken())
        broken_part(*shown.broken());
}

// A whole number of times larger, so that the ring can be looked into.
double OrderLayer::cloud_factor(const ManyParts& many) const {
    constexpr double ring_pixels = 17.0;
    return std::max(1.0, std::round(ring_pixels / std::max(1e-9, m_map.pixels(many.within))));
}

// Each hole's place with what it may stand off as a ring, and a dot for every part, drawn larger by one factor for all.
void OrderLayer::clouds(const ManyParts& many) {
    const auto& holes = m_document.plan().holes;
    const double factor = cloud_factor(many);
    const double ring = m_map.pixels(many.within) * factor;
    QColor inside = m_look.good_on_dark, outside = m_look.brass_on_dark;
    inside.setAlphaF(0.8F);
    for (std::size_t i = 0; i < many.cloud.size() && i < holes.size(); ++i) {
        const QPointF at = screen(holes[i].at);
        m_painter.setPen(Qt::NoPen);
        m_painter.setBrush(m_look.surround);
        m_painter.drawEllipse(at, ring + 4.0, ring + 4.0);
        for (const Point& off : many.cloud[i]) {
            const bool in = distance(off, {}) <= many.within;
            const QPointF dot = at + QPointF(m_map.pixels(off.x), -m_map.pixels(off.y)) * factor;
            if (in) {
                m_painter.setPen(Qt::NoPen);
                m_painter.setBrush(inside);
                m_painter.drawEllipse(dot, 1.2, 1.2);
            } else { // a cross: the colour alone tells nothing
                m_painter.setPen(QPen(outside, 1.4));
                m_painter.drawLine(dot - QPointF(2.5, 2.5), dot + QPointF(2.5, 2.5));
                m_painter.drawLine(dot - QPointF(2.5, -2.5), dot + QPointF(2.5, -2.5));
            }
        }
        m_painter.setPen(QPen(m_look.scribed, 1.4));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawEllipse(at, ring, ring);
    }
    m_board.legend(QObject::tr("Ring: %1, drawn %2 times larger. Dots within it, crosses beyond it.")
                       .arg(q(with_unit(many.within, m_document.job().unit)))
                       .arg(static_cast<int>(factor)));
}

// Where the holes of the part with a move done wrong came out, true to scale.
void OrderLayer::broken_part(const SimulatedRun& run) {
    const auto& holes = m_document.plan().holes;
    const std::vector<Allowed> allowed = allowed_of(m_document.job(), holes, m_document.plan().estimates);
    for (const Landing& landing : run.landings) {
        const Hole& hole = holes[static_cast<std::size_t>(landing.hole)];
        if (allowed[static_cast<std::size_t>(landing.hole)].holds(landing.at - hole.at))
            continue;
        const QPointF wanted = screen(hole.at), came = screen(landing.at);
        const double r = std::max(4.0, m_board.radius_of(hole));
        m_painter.setPen(QPen(m_look.brass_on_dark, 1.6, Qt::DashLine));
        m_painter.setBrush(Qt::NoBrush);
        m_painter.drawLine(wanted, came);
        m_painter.setPen(QPen(m_look.brass_on_dark, 2.0));
        m_painter.drawEllipse(came, r, r);
        m_painter.drawLine(came - QPointF(r, r) * 0.7, came + QPointF(r, r) * 0.7);
        m_painter.drawLine(came - QPointF(r, -r) * 0.7, came + QPointF(r, -r) * 0.7);
    }
    m_board.legend(QObject::tr("Crossed out: where the holes would come out, true to scale."));
}

} // namespace clockface::app
