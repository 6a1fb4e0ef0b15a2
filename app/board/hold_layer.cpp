#include "board/hold_layer.h"

#include "holding/beneath.h"
#include "look/hatch.h"
#include "look/words.h"

#include <algorithm>

namespace clockface::app {

namespace {

// Steel, beside marking blue: the same hatch on jaws and on what stands under the work.
constexpr double hatch_step = 9.0, hatch_line = 0.7;

} // namespace

QRectF HoldLayer::box(const Solid& solid) const {
    return QRectF(m_map.to_screen({solid.left, solid.far}), m_map.to_screen({solid.right, solid.near}));
}

Solid HoldLayer::fence(const Held& held) {
    constexpr Length seen = Length::mm(9.0); // of it
    const Point half{held.extents().x / 2.0, held.extents().y / 2.0};
    const Length near = held.fence_upper ? half.y : -half.y - seen;
    return {Underneath::Jaw, -half.x, half.x, near, near + seen, {}};
}

std::pair<Point, Point> HoldLayer::extent(const Held& held) {
    const Point size = held.extents();
    Point low{-size.x / 2.0, -size.y / 2.0}, high{size.x / 2.0, size.y / 2.0};
    if (held.against_fence) {
        low.y = std::min(low.y, fence(held).near);
        high.y = std::max(high.y, fence(held).far);
    }
    for (const Solid& solid : held.solids())
        if (solid.kind == Underneath::Jaw || solid.kind == Underneath::Clamp || solid.kind == Underneath::AnglePlate) {
            const Solid each = upright(solid);
            low = {std::min(low.x, each.left), std::min(low.y, each.near)};
            high = {std::max(high.x, each.right), std::max(high.y, each.far)};
        }
    return {low, high};
}

void HoldLayer::wall(const Solid& solid, bool fixed, const QString& word) {
    const QRectF at = box(solid);
    m_painter.fillRect(at, m_look.surround);
    hatch(m_painter, at, QPen(m_look.faint, hatch_line), hatch_step);
    m_painter.setPen(QPen(fixed ? m_look.brass_on_dark : m_look.faint, fixed ? 2.4 : 1.4));
    m_painter.setBrush(Qt::NoBrush);
    m_painter.drawRect(at);
    const QFontMetricsF metrics(type(10, fixed));
    const QSizeF size(metrics.horizontalAdvance(word) + 10.0, metrics.height());
    const QRectF plate(at.center() - QPointF(size.width() / 2.0, size.height() / 2.0), size);
    m_painter.fillRect(plate, m_look.surround);
    m_board.label(at.center(), word, fixed ? m_look.brass_on_dark : m_look.scribed, 10, fixed);
    m_board.taken.push_back(at);
}

void HoldLayer::clamp(const Solid& solid) {
    const Point middle{(solid.left + solid.right) / 2.0, (solid.near + solid.far) / 2.0};
    const QRectF straight = box(solid);
    m_painter.save();
    m_painter.translate(m_map.to_screen(middle));
    m_painter.rotate(-solid.turn.in_degrees());
    const QRectF at(-straight.width() / 2.0, -straight.height() / 2.0, straight.width(), straight.height());
    m_painter.fillRect(at, m_look.surround);
    hatch(m_painter, at, QPen(m_look.faint, hatch_line), hatch_step);
    m_painter.setPen(QPen(m_look.scribed, 1.6));
    m_painter.setBrush(Qt::NoBrush);
    m_painter.drawRect(at);
    m_painter.restore();
}

void HoldLayer::stop(const Held& held) {
    if (held.stop == StopAt::None)
        return;
    // Along the jaws, which run up the board where the vise is turned.
    const Length half = held.along / (held.stop == StopAt::Left ? -2.0 : 2.0);
    const QPointF end = m_map.to_screen(held.turned ? Point{{}, half} : Point{half, {}});
    constexpr double wide = 26.0, high = 18.0, point = 8.0;
    const double sign = held.stop == StopAt::Left ? -1.0 : 1.0;
    const QPointF out = held.turned ? QPointF(0.0, -sign) : QPointF(sign, 0.0);
    const QPointF side(-out.y(), out.x());
    m_painter.setPen(QPen(m_look.brass_on_dark, 1.8));
    m_painter.setBrush(m_look.surround);
    m_painter.drawPolygon(
        QPolygonF({end, end + out * point - side * (high / 2.0), end + out * wide - side * (high / 2.0),
                   end + out * wide + side * (high / 2.0), end + out * point + side * (high / 2.0)}));
    const QPointF beside = held.turned ? QPointF(wide, 0.0) : QPointF(0.0, high);
    m_board.label(end + out * (wide / 1.6) + beside, QObject::tr("stop"), m_look.brass_on_dark, 10, false);
}

void HoldLayer::holding() {
    const Held& held = m_document.plan().held;
    if (held.by_its_list || held.rest) // a bar is seen from the front and rolled out, not as it lies
        return;
    for (const Solid& each : held.solids())
        switch (each.kind) {
        case Underneath::Jaw:
            if (!held.vise)
                clamp(each);
            else if (held.vise->fixed_rear == each.rear)
                wall(each, true, QObject::tr("fixed jaw"));
            else
                wall(each, false, QObject::tr("moving jaw"));
            break;
        case Underneath::AnglePlate:
            wall(each, true, q(held.plate->name));
            break;
        case Underneath::ChuckFace:
            m_painter.setPen(QPen(m_look.faint, 1.3, Qt::DashLine));
            m_painter.setBrush(Qt::NoBrush);
            m_painter.drawEllipse(box(each));
            if (each.bore > Length{}) {
                const double r = m_map.pixels(each.bore) / 2.0;
                m_painter.drawEllipse(box(each).center(), r, r);
            }
            break;
        case Underneath::Parallel:
        case Underneath::Waste: {
            const QRectF at = box(each);
            hatch(m_painter, at, QPen(m_look.strokes, hatch_line), hatch_step);
            m_painter.setPen(QPen(m_look.faint, 1.3, Qt::DashLine));
            m_painter.setBrush(Qt::NoBrush);
            m_painter.drawRect(at);
            break;
        }
        case Underneath::Slot:
            m_painter.setPen(QPen(m_look.faint, 1.1, Qt::DotLine));
            m_painter.setBrush(Qt::NoBrush);
            m_painter.drawRect(box(each));
            break;
        case Underneath::Clamp:
            clamp(each);
            break;
        case Underneath::VeeBlock:
        case Underneath::ColletBlock:
        case Underneath::Bed:
        case Underneath::Table:
        case Underneath::Free:
        case Underneath::NotKnown:
            break;
        }
    if (held.against_fence)
        wall(fence(held), true, QObject::tr("fence"));
    stop(held);
}

void HoldLayer::cross(const QPointF& at, double ring) {
    const double arm = ring * 0.7071;
    m_painter.drawLine(at - QPointF(arm, arm), at + QPointF(arm, arm));
    m_painter.drawLine(at - QPointF(arm, -arm), at + QPointF(arm, -arm));
}

void HoldLayer::drilled(const std::vector<DrilledWhere>& places) {
    constexpr double ring = 15.0;
    for (const DrilledWhere& each : places) {
        const QPointF at = screen(each.at);
        const bool right = each.hole >= 0;
        const QColor& colour = right ? m_look.brass_on_dark : m_look.stop_on_dark;
        m_painter.setBrush(Qt::NoBrush);
        m_painter.setPen(QPen(colour, right ? 3.0 : 1.8, right ? Qt::SolidLine : Qt::DashLine));
        m_painter.drawEllipse(at, ring, ring);
        if (!right)
            cross(at, ring);
        // Beside the ring, where no hole has its name.
        const QString word =
            right ? q(in_words(each.loading)) : QObject::tr("%1: wrong").arg(q(in_words(each.loading)));
        const double half = QFontMetricsF(type(9, right)).horizontalAdvance(word) / 2.0;
        m_board.label(right ? at + QPointF(ring + 8.0 + half, 0.0) : at + QPointF(0.0, ring + 10.0), word, colour, 9,
                      right);
    }
}

void HoldLayer::rings() {
    const SetupPlan& plan = m_document.plan();
    for (std::size_t i = 0; i < plan.beneath.size(); ++i) {
        const QPointF at = screen(plan.holes[i].at);
        const double r = m_board.radius_of(plan.holes[i]) + 4.0;
        m_painter.setBrush(Qt::NoBrush);
        const Underneath what = plan.beneath[i].what;
        if (spoils(what)) {
            const QColor& red = m_look.stop_on_dark;
            m_painter.setPen(QPen(red, 2.6, Qt::DashLine));
            m_painter.drawEllipse(at, r, r);
            m_painter.setPen(QPen(red, 2.0));
            cross(at, r);
        } else if (what == Underneath::NotKnown) {
            m_painter.setPen(QPen(m_look.faint, 1.6, Qt::DotLine));
            m_painter.drawEllipse(at, r, r);
        } else {
            m_painter.setPen(QPen(m_look.brass_on_dark, 2.0));
            m_painter.drawEllipse(at, r, r);
        }
    }
}

} // namespace clockface::app
