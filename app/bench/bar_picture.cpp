#include "bench/bar_picture.h"

#include "layout/on_bar.h"
#include "look/words.h"
#include "measure/figures.h"

#include <QObject>
#include <QPainterPath>
#include <algorithm>
#include <cmath>
#include <numbers>

namespace clockface::app {

namespace {

const Angle top = Angle::degrees(90.0);

} // namespace

BarPicture::BarPicture(QPainter& painter, const Look& look, const Job& job, const SetupPlan& plan, QRectF area,
                       int hole)
    : m_painter(painter)
    , m_look(look)
    , m_job(job)
    , m_plan(plan)
    , m_area(area)
    , m_hole(hole)
    , m_centre(area.center() + QPointF(0, 18))
    , m_radius(std::min(area.width(), area.height()) * 0.24) {}

const Hole* BarPicture::hole() const {
    return m_hole >= 0 && static_cast<std::size_t>(m_hole) < m_plan.holes.size()
               ? &m_plan.holes[static_cast<std::size_t>(m_hole)]
               : nullptr;
}

void BarPicture::text(QPointF at, const QString& words, double pixels, const QColor& colour, bool bold) {
    QFont font = type(10, bold);
    font.setPixelSize(static_cast<int>(pixels));
    m_painter.setFont(font);
    m_painter.setPen(colour);
    m_painter.drawText(QRectF(at.x() - 400, at.y() - pixels, 800, 2 * pixels), Qt::AlignCenter, words);
}

void BarPicture::caption(const QString& words) {
    text(QPointF(m_area.center().x(), m_area.bottom() - 4), words, 16, m_look.bench_quiet);
}

// The bar's section with a bearing up, seen from its right end.
void BarPicture::end_of_bar(Angle up) {
    const Section section = section_at(m_job.blank, hole() && hole()->bar ? hole()->bar->along : Length{});
    const double scale = m_radius / std::max(section.across_x(), section.across_y()).in_mm() * 2.0;
    QPolygonF rim;
    for (int i = 0; i < 120; ++i) {
        const Angle bearing = Angle::degrees(3.0 * i);
        if (const auto entry = entry_at(section, bearing, {}))
            rim << m_centre + way(bearing - up + top) * (entry->height.in_mm() * scale);
    }
    m_painter.setPen(QPen(m_look.scribed, 2.0));
    m_painter.setBrush(m_look.board);
    m_painter.drawPolygon(rim);
    if (section.bore_radius > Length{}) {
        m_painter.setBrush(m_look.bench);
        const double r = section.bore_radius.in_mm() * scale;
        m_painter.drawEllipse(m_centre, r, r);
    }
    m_painter.setPen(QPen(m_look.faint, 1.0, Qt::DashDotLine));
    m_painter.drawLine(m_centre - QPointF(m_radius * 1.2, 0), m_centre + QPointF(m_radius * 1.2, 0));
    m_painter.drawLine(m_centre - QPointF(0, m_radius * 1.2), m_centre + QPointF(0, m_radius * 1.2));
}

void BarPicture::vee() {
    // The block under the bar, its vee open upwards: the flanks touch the bar at half past four and half past seven.
    const double h = m_radius * std::numbers::sqrt2;
    const double half = m_radius * 1.45;
    QPolygonF block;
    block << m_centre + QPointF(-half, h - half + m_radius * 0.25) << m_centre + QPointF(-half, m_radius * 1.75)
          << m_centre + QPointF(half, m_radius * 1.75) << m_centre + QPointF(half, h - half + m_radius * 0.25)
          << m_centre + QPointF(h - (h - half + m_radius * 0.25), h - half + m_radius * 0.25)
          << m_centre + QPointF(0, h)
          << m_centre + QPointF(-(h - (h - half + m_radius * 0.25)), h - half + m_radius * 0.25);
    m_painter.setPen(QPen(m_look.faint, 2.0));
    m_painter.setBrush(m_look.air);
    m_painter.drawPolygon(block);
}

void BarPicture::spindle(QPointF tip, bool pointed) {
    const double w = m_radius * 0.14;
    QPolygonF tool;
    tool << tip + QPointF(-w, -m_radius * 0.95) << tip + QPointF(w, -m_radius * 0.95)
         << tip + QPointF(w, pointed ? -w : 0) << tip << tip + QPointF(-w, pointed ? -w : 0);
    m_painter.setPen(QPen(m_look.brass_on_dark, 2.5));
    m_painter.setBrush(m_look.bench);
    m_painter.drawPolygon(tool);
}

void BarPicture::turned(const TurnBar& turn) {
    vee();
    const Hole* to = hole();
    const Angle up = turn.first || !to || !to->bar ? turn.bearing : to->bar->bearing;
    end_of_bar(up);
    spindle(m_centre - QPointF(0, m_radius * 1.06), true);
    const auto line = [&](Angle bearing, const QColor& colour, double width, const QString& words) {
        const QPointF out = way(bearing - up + top);
        m_painter.setPen(QPen(colour, width));
        m_painter.drawLine(m_centre, m_centre + out * m_radius);
        text(m_centre + out * (m_radius + 22.0), words, 18, colour, true);
    };
    if (turn.first) {
        line(turn.bearing, m_look.brass_on_dark, 3.5, QString());
        caption(QObject::tr("the bar's right end, looking at it; brass: the line to scribe across it"));
        return;
    }
    const Hole* from = turn.from >= 0 ? &m_plan.holes[static_cast<std::size_t>(turn.from)] : nullptr;
    if (from && from->bar) {
        const bool rod = turn.way == AngleWay::RodAndProtractor || turn.way == AngleWay::RodHeights;
        if (rod) {
            const QPointF out = way(from->bar->bearing - up + top);
            const double long_end = m_radius * 1.75;
            m_painter.setPen(QPen(m_look.scribed, m_radius * 0.13, Qt::SolidLine, Qt::RoundCap));
            m_painter.drawLine(m_centre - out * (from->spec.depth ? 0.0 : long_end), m_centre + out * long_end);
            m_painter.setPen(QPen(m_look.brass_on_dark, 2.5));
            const QRectF arc(m_centre - QPointF(m_radius, m_radius) * 1.45, QSizeF(m_radius, m_radius) * 2.9);
            const double start = 90.0;
            const double span = std::remainder((from->bar->bearing - up).in_degrees(), 360.0);
            const double shown =
                std::fabs(span) > 90.0 && !from->spec.depth ? std::remainder(span + 180.0, 360.0) : span;
            m_painter.setBrush(Qt::NoBrush);
            m_painter.drawArc(arc, qRound(start * 16.0), qRound(shown * 16.0));
        }
        line(from->bar->bearing, m_look.scribed, 1.6, q(from->name));
    }
    if (to)
        line(up, m_look.brass_on_dark, 3.0, QString());
    caption(turn.far_mouth
                ? QObject::tr("seen from the right end; the far mouth of %1 does it").arg(q(to ? to->name : ""))
                : QObject::tr("seen from the right end; brass: %1 comes to the top").arg(q(to ? to->name : "")));
}

void BarPicture::stood_over(const StandOverAxis& stand) {
    vee();
    end_of_bar(hole() && hole()->bar ? hole()->bar->bearing : top);
    m_painter.setPen(QPen(m_look.brass_on_dark, 2.5));
    m_painter.setBrush(m_look.bench);
    const double f = m_radius * 0.3;
    // Towards the user is to the left, seen from the right end.
    if (stand.way == TopWay::TouchOne || stand.way == TopWay::TouchBoth || stand.way == TopWay::Centred) {
        m_painter.drawRect(
            QRectF(m_centre.x() - m_radius - 2 * f, m_centre.y() - m_radius * 1.9, 2 * f, m_radius * 2.0));
        if (stand.way != TopWay::TouchOne)
            m_painter.drawRect(QRectF(m_centre.x() + m_radius, m_centre.y() - m_radius * 1.9, 2 * f, m_radius * 2.0));
        const double y = m_centre.y() - m_radius * 2.05;
        m_painter.drawLine(QPointF(m_centre.x() - m_radius - f, y), QPointF(m_centre.x(), y));
        m_painter.drawLine(QPointF(m_centre.x(), y), QPointF(m_centre.x() - 10, y - 6));
        m_painter.drawLine(QPointF(m_centre.x(), y), QPointF(m_centre.x() - 10, y + 6));
        text(QPointF(m_centre.x() - m_radius / 2.0 - f / 2.0, y - 16),
             stand.way == TopWay::TouchOne ? q(with_unit(stand.go, m_job.unit)) : QObject::tr("half"), 20,
             m_look.brass_on_dark, true);
    } else {
        spindle(m_centre - QPointF(0, m_radius * 1.04), true);
    }
    m_painter.setPen(QPen(m_look.brass_on_dark, 2.0, Qt::DashLine));
    m_painter.drawLine(m_centre - QPointF(0, m_radius * 1.9), m_centre + QPointF(0, m_radius * 0.3));
    caption(QObject::tr("seen from the right end; you stand on the left"));
}

// Fence (or stop), packing and pin in a row, as they are set, and dashed what is laid against it afterwards.
void BarPicture::fence_row(const SetPacking& packing, const QString& device) {
    const double whole = std::max(1e-3, (packing.gap + packing.pin).in_mm());
    const double reach = std::max(whole, packing.half_block.in_mm() * 2.0);
    const double scale = m_area.width() * 0.62 / std::max(reach, 1.0);
    const double left = m_area.left() + m_area.width() * 0.2;
    const double y = m_area.center().y();
    const double high = m_radius * 0.9;
    m_painter.setPen(QPen(m_look.scribed, 2.0));
    m_painter.setBrush(m_look.air);
    m_painter.drawRect(QRectF(left - 34.0, y - high, 34.0, 2 * high));
    text({left - 17.0, y + high + 18.0}, device, 17, m_look.bench_quiet);
    double at = left;
    m_painter.setPen(QPen(m_look.brass_on_dark, 2.0));
    double raised = 0.0;
    const auto piece = [&](Length thick, const QString& words) {
        const double wide = thick.in_mm() * scale;
        m_painter.setPen(QPen(m_look.brass_on_dark, 2.0));
        m_painter.setBrush(m_look.board);
        m_painter.drawRect(QRectF(at, y - high * 0.55, wide, high * 1.1));
        // Thin pieces next to each other have their figures one above the other.
        raised = wide < 60.0 ? raised + 20.0 : 0.0;
        text({at + wide / 2.0, y - high * 0.55 - 14.0 - raised}, words, 17, m_look.brass_on_dark, true);
        at += wide;
    };
    if (packing.pieces.empty()) {
        m_painter.setPen(QPen(m_look.brass_on_dark, 2.0, Qt::DashLine));
        m_painter.drawLine(QPointF(at, y), QPointF(at + packing.gap.in_mm() * scale, y));
        text({at + packing.gap.in_mm() * scale / 2.0, y - 18.0}, q(with_unit(packing.gap, m_job.unit)), 20,
             m_look.brass_on_dark, true);
        at += packing.gap.in_mm() * scale;
    }
    for (const Length each : packing.pieces)
        piece(each, q(with_unit(each, m_job.unit)));
    const double pin = std::max(4.0, packing.pin.in_mm() * scale / 2.0);
    m_painter.setPen(QPen(m_look.scribed, 2.5));
    m_painter.setBrush(m_look.bench);
    m_painter.drawRect(QRectF(at, y - high * 1.3, 2 * pin, high * 1.75));
    text({at + pin, y + high * 0.45 + 18.0}, QObject::tr("pin %1").arg(q(with_unit(packing.pin, m_job.unit))), 17,
         m_look.bench_quiet);
    m_painter.setPen(QPen(m_look.faint, 1.2, Qt::DashDotLine));
    m_painter.drawLine(QPointF(at + pin, y - high * 1.5), QPointF(at + pin, y + high * 1.6));
    m_painter.setPen(QPen(m_look.faint, 1.6, Qt::DashLine));
    m_painter.setBrush(Qt::NoBrush);
    if (packing.vee) {
        const double block = packing.half_block.in_mm() * 2.0 * scale;
        m_painter.drawRect(QRectF(left, y + high * 0.1, block, high * 1.25));
        QPolygonF notch{{left + block * 0.25, y + high * 0.1},
                        {left + block / 2.0, y + high * 0.75},
                        {left + block * 0.75, y + high * 0.1}};
        m_painter.drawPolyline(notch);
        const Length r = section_at(m_job.blank, hole() && hole()->bar ? hole()->bar->along : Length{}).radius;
        const double radius = r.in_mm() * scale;
        m_painter.drawEllipse(QPointF(left + block / 2.0, y + high * 0.75 - radius * std::numbers::sqrt2), radius,
                              radius);
    }
}

void BarPicture::packed(const SetPacking& packing) {
    const bool fence = packing.axis == Axis::Y;
    fence_row(packing, fence ? QObject::tr("fence") : QObject::tr("stop"));
    if (fence)
        caption(QObject::tr("dashed: block and bar, laid against it afterwards"));
    else if (packing.from_far_end)
        caption(QObject::tr("from behind; the bar's right end goes against the stop"));
    else
        caption(QObject::tr("from the front; the bar's left end goes against the stop"));
}

void BarPicture::packed_flat(const SetPacking& packing) {
    fence_row(packing, packing.axis == Axis::Y ? QObject::tr("fence") : QObject::tr("stop"));
    caption(QObject::tr("set with spindle stopped; then lay the work against it"));
}

void BarPicture::scribed_along(const ScribeAlongBar& line) {
    const Hole* target = hole();
    end_of_bar(target && target->bar ? target->bar->bearing + top : top);
    m_painter.setPen(QPen(m_look.scribed, 5.0));
    const double plate = m_centre.y() + m_radius;
    m_painter.drawLine(QPointF(m_centre.x() - m_radius * 2.0, plate), QPointF(m_centre.x() + m_radius * 2.0, plate));
    const double off = target && target->bar ? target->bar->offset.in_mm() : 0.0;
    const Section section = section_at(m_job.blank, target && target->bar ? target->bar->along : Length{});
    const double y = m_centre.y() - off * m_radius / std::max(1e-6, section.radius.in_mm());
    m_painter.setPen(QPen(m_look.brass_on_dark, 3.0));
    m_painter.drawLine(QPointF(m_centre.x() + m_radius * 0.9, y), QPointF(m_centre.x() + m_radius * 1.9, y));
    m_painter.drawLine(QPointF(m_centre.x() + m_radius * 1.9, y), QPointF(m_centre.x() + m_radius * 1.9, plate));
    if (const auto* bench = std::get_if<LayoutBench>(&m_plan.machine.kind))
        text({m_centre.x() + m_radius * 1.45, y - 20.0},
             q(with_unit(bench->gauge_step * static_cast<double>(line.setting), bench->unit)), 20, m_look.brass_on_dark,
             true);
    caption(QObject::tr("the bar lies on the plate, the gauge scribes along it"));
}

void BarPicture::scribed_across(const ScribeAcrossBar& line) {
    const Length length = m_job.blank.width.actual();
    const double high = m_radius * 3.2;
    const double scale = high / std::max(1e-6, length.in_mm());
    const double wide = std::max(24.0, m_job.blank.diameter.actual().in_mm() * scale);
    const double plate = m_area.center().y() + high / 2.0;
    m_painter.setPen(QPen(m_look.scribed, 2.0));
    m_painter.setBrush(m_look.board);
    m_painter.drawRect(QRectF(m_centre.x() - wide / 2.0, plate - high, wide, high));
    m_painter.setPen(QPen(m_look.scribed, 5.0));
    m_painter.drawLine(QPointF(m_centre.x() - m_radius * 1.6, plate), QPointF(m_centre.x() + m_radius * 1.6, plate));
    if (const auto* bench = std::get_if<LayoutBench>(&m_plan.machine.kind)) {
        const Length at = bench->gauge_step * static_cast<double>(line.setting);
        const double y = plate - at.in_mm() * scale;
        m_painter.setPen(QPen(m_look.brass_on_dark, 3.0));
        m_painter.drawLine(QPointF(m_centre.x() - wide / 2.0, y), QPointF(m_centre.x() + wide / 2.0 + 40.0, y));
        text({m_centre.x() + wide / 2.0 + 90.0, y}, q(with_unit(at, bench->unit)), 20, m_look.brass_on_dark, true);
    }
    caption(line.from_right_end ? QObject::tr("the bar stands on its right end")
                                : QObject::tr("the bar stands on its left end"));
}

} // namespace clockface::app
