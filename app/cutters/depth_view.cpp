#include "cutters/depth_view.h"

#include "cutting/depth_figure.h"
#include "formats/cutter_report.h"
#include "holding/beneath.h"
#include "look/hatch.h"
#include "look/words.h"
#include "measure/figures.h"
#include "plan/beneath_words.h"
#include "shop/cutter_points.h"

#include <QPainter>
#include <QPainterPath>
#include <algorithm>

namespace clockface::app {

namespace {

constexpr double head = 30.0;  // of the title
constexpr double above = 14.0; // the face
constexpr double below = 44.0; // the metal: "far face", and what is met there
constexpr double line_height = 21.0;

} // namespace

DepthView::DepthView(Document& document, Selection& selection, QWidget* parent)
    : SectionView(document, selection, parent) {
    setObjectName(QStringLiteral("depthView"));
}

void DepthView::follow() {
    m_stack.reset();
    const int index = chosen_hole(m_document, m_selection);
    const Job& job = m_document.job();
    if (index >= 0) {
        const SetupPlan& plan = m_document.plan();
        const Hole& hole = plan.holes[static_cast<std::size_t>(index)];
        const Chain& chain = plan.chain_of(static_cast<std::size_t>(index));
        m_stack = depth_stack(chain, crossings_of(job, hole, hole.spec.diameter), job.unit);
        m_title =
            tr("%1 in section: %2, %3")
                .arg(q(hole.name), q(size_in_words(hole.spec, job.unit)),
                     hole.spec.depth ? tr("%1 deep").arg(q(with_unit(*hole.spec.depth, job.unit))) : tr("through"));
        const Beneath& under = plan.beneath[static_cast<std::size_t>(index)];
        m_spoils = spoils(under.what);
        m_beneath = under.what == Underneath::NotKnown ? QString() : q(beneath_in_words(plan, index, job.unit));
        QStringList words;
        for (const std::string& sentence : depths_in_words(*m_stack, job.unit))
            words << q(sentence);
        if (!m_beneath.isEmpty())
            words << m_beneath;
        setAccessibleName(m_title);
        setAccessibleDescription(words.join(QStringLiteral(". ")));
    }
}

DepthView::Frame DepthView::frame() const {
    Frame at;
    const Length deepest = std::max({m_stack->metal, m_stack->tip, m_stack->tap, Length::mm(1.0)});
    const Length widest = std::max({m_stack->drill, m_stack->mouth, m_stack->major, m_stack->reamed, Length::mm(1.0)});
    const double room = std::max(40.0, height() - head - above - below);
    constexpr double share = 0.36; // of the width, for the section
    at.scale = std::min(room / deepest.in_mm(), width() * share * 0.6 / widest.in_mm());
    at.top = head + above;
    at.half = std::min(width() * share / 2.0, std::max(70.0, at.across(widest) * 1.3));
    at.middle = 64.0 + at.half;
    return at;
}

void DepthView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(rect(), m_look->surround);
    painter.setPen(m_look->scribed);
    painter.setFont(type(11, true));
    if (!m_stack) {
        painter.drawText(rect(), Qt::AlignCenter, tr("Choose a hole to see it in section."));
        return;
    }
    painter.drawText(QRectF(20.0, 8.0, width() - 40.0, 22.0), Qt::AlignLeft | Qt::AlignVCenter, m_title);
    const Frame at = frame();
    paint_metal(painter, at);
    paint_beneath(painter, at);
    paint_hole(painter, at);
    paint_crossings(painter, at);
    paint_thread(painter, at);
    paint_leaders(painter, at);
}

void DepthView::paint_metal(QPainter& painter, const Frame& at) const {
    const QRectF metal(at.middle - at.half, at.top, 2.0 * at.half, at.y(m_stack->metal) - at.top);
    painter.fillRect(metal, m_look->board);
    hatch(painter, metal, QPen(m_look->faint, 0.6), 11.0);
    painter.setPen(QPen(m_look->scribed, 1.6));
    painter.drawLine(metal.topLeft(), metal.topRight());
    painter.drawLine(metal.bottomLeft(), metal.bottomRight());
    // The thickness, at its left.
    const double x = metal.left() - 12.0;
    painter.setPen(QPen(m_look->scribed, 1.1));
    painter.drawLine(QPointF(x, metal.top()), QPointF(x, metal.bottom()));
    for (const double y : {metal.top(), metal.bottom()})
        painter.drawLine(QPointF(x - 4.0, y), QPointF(x + 4.0, y));
    painter.save();
    painter.translate(x - 12.0, metal.center().y());
    painter.rotate(-90.0);
    painter.setFont(type(10));
    painter.drawText(QRectF(-90.0, -10.0, 180.0, 20.0), Qt::AlignCenter,
                     q(with_unit(m_stack->metal, m_document.job().unit)));
    painter.restore();
    if (m_stack->through)
        return;
    painter.setPen(m_look->faint);
    painter.setFont(type(9));
    painter.drawText(QRectF(metal.left(), metal.bottom() + 2.0, metal.width(), 18.0), Qt::AlignCenter, tr("far face"));
}

// What stands under the work at this hole, as it is held: below the far face, in the stage's red where it is drilled
// into.
void DepthView::paint_beneath(QPainter& painter, const Frame& at) const {
    if (m_beneath.isEmpty())
        return;
    const double bottom = at.y(m_stack->metal);
    const QRectF under(at.middle - at.half, bottom + 3.0, 2.0 * at.half, 6.0);
    const QColor colour = m_spoils ? m_look->stop_on_dark : m_look->faint;
    if (m_spoils)
        hatch(painter, under, QPen(colour, 1.4), 6.0);
    painter.setPen(m_spoils ? colour : m_look->scribed);
    painter.setFont(type(10, m_spoils));
    painter.drawText(QRectF(20.0, height() - 22.0, width() - 40.0, 20.0), Qt::AlignLeft | Qt::AlignVCenter, m_beneath);
}

void DepthView::paint_crossings(QPainter& painter, const Frame& at) const {
    for (const Crossing& each : m_stack->crossings) {
        const double y = at.y((each.from + each.to) / 2.0);
        const double r = std::max(3.0, at.across(each.diameter) / 2.0);
        painter.setPen(QPen(m_look->brass_on_dark, 1.6, Qt::DashLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawEllipse(QPointF(at.middle + at.across(each.miss), y), r, r);
    }
}

void DepthView::paint_hole(QPainter& painter, const Frame& at) const {
    const DepthStack& s = *m_stack;
    const double bottom = at.y(s.metal);
    const auto outline = [&](Length diameter, Length full, Length tip) {
        const double r = at.across(diameter) / 2.0;
        QPolygonF shape;
        if (s.through && at.y(full) >= bottom - 0.5)
            shape << QPointF(-r, at.top) << QPointF(-r, bottom) << QPointF(r, bottom) << QPointF(r, at.top);
        else
            shape << QPointF(-r, at.top) << QPointF(-r, at.y(full)) << QPointF(0.0, at.y(tip)) << QPointF(r, at.y(full))
                  << QPointF(r, at.top);
        return shape.translated(at.middle, 0.0);
    };
    painter.save();
    painter.setClipRect(QRectF(at.middle - at.half, at.top - 1.0, 2.0 * at.half, bottom - at.top + 2.0));
    painter.setPen(QPen(m_look->scribed, 1.6));
    painter.setBrush(m_look->surround);
    if (s.drill > Length{})
        painter.drawPolygon(outline(s.drill, s.full, s.tip));
    if (s.reamed > Length{})
        painter.drawPolygon(outline(s.reamed, s.reamed_to, s.reamed_to));
    if (s.mouth > Length{}) {
        const double r = at.across(s.mouth) / 2.0, core = s.flat_mouth ? r : at.across(s.drill) / 2.0;
        const double y = at.y(s.mouth_depth);
        painter.drawPolygon(QPolygonF({{-r, at.top}, {-core, y}, {core, y}, {r, at.top}}).translated(at.middle, 0.0));
    }
    painter.restore();
    if (s.spot_depth >
        Length{}) { // gone when the drill has passed, but every depth may be touched off in it by mistake
        const double r = at.across(s.spot_mouth) / 2.0;
        painter.setPen(QPen(m_look->faint, 1.2, Qt::DotLine));
        painter.drawPolyline(
            QPolygonF({{-r, at.top}, {0.0, at.y(s.spot_depth)}, {r, at.top}}).translated(at.middle, 0.0));
    }
    // The drill itself below the metal.
    if (s.tip > s.metal) {
        const double r = at.across(s.drill) / 2.0;
        const double full = at.y(s.tip - point_length(s.drill, s.point));
        painter.setPen(QPen(s.through ? m_look->faint : m_look->stop_on_dark, 1.2, Qt::DashLine));
        painter.drawPolyline(
            QPolygonF(
                {{-r, std::min(full, bottom)}, {-r, full}, {0.0, at.y(s.tip)}, {r, full}, {r, std::min(full, bottom)}})
                .translated(at.middle, 0.0));
    }
    painter.setPen(QPen(m_look->faint, 0.8, Qt::DashDotLine));
    painter.drawLine(QPointF(at.middle, at.top - 8.0), QPointF(at.middle, std::max(at.y(s.tip), bottom) + 6.0));
}

void DepthView::paint_thread(QPainter& painter, const Frame& at) const {
    const DepthStack& s = *m_stack;
    if (s.major <= Length{} || s.thread <= Length{})
        return;
    const double core = at.across(s.drill) / 2.0, major = at.across(s.major) / 2.0;
    const Length pitch = s.threads > 0.0 ? s.thread / s.threads : Length::mm(1.0);
    const double step = std::max(2.0, at.across(pitch));
    painter.setPen(QPen(m_look->brass_on_dark, 1.3));
    for (const double side : {-1.0, 1.0}) {
        QPolygonF teeth;
        for (double y = at.top; y < at.y(s.thread) - 0.1; y += step)
            teeth << QPointF(at.middle + side * core, y) << QPointF(at.middle + side * major, y + step / 2.0);
        teeth << QPointF(at.middle + side * core, at.y(s.thread));
        painter.drawPolyline(teeth);
        if (s.tap > s.thread && s.thread < s.metal) { // its lead, tapering
            painter.setPen(QPen(m_look->brass_on_dark, 1.0, Qt::DotLine));
            painter.drawLine(QPointF(at.middle + side * major, at.y(s.thread)),
                             QPointF(at.middle + side * core * 0.8, at.y(std::min(s.tap, s.metal))));
            painter.setPen(QPen(m_look->brass_on_dark, 1.3));
        }
    }
}

void DepthView::paint_leaders(QPainter& painter, const Frame& at) const {
    const DepthStack& s = *m_stack;
    const Unit unit = m_document.job().unit;
    const auto fig = [&](Length length) { return q(depth_figure(length, unit)); };
    struct Leader {
        Length depth;
        QString name, figure;
        QColor colour;
        double from; // where it leaves the hole, from its middle
    };
    std::vector<Leader> all;
    const double hole = at.across(s.drill) / 2.0;
    if (s.mouth > Length{})
        all.push_back({s.mouth_depth,
                       s.flat_mouth ? tr("counterbore %1").arg(fig(s.mouth)) : tr("mouth %1").arg(fig(s.mouth)),
                       fig(s.mouth_depth), m_look->scribed, at.across(s.flat_mouth ? s.mouth : s.drill) / 2.0});
    if (s.major > Length{})
        all.push_back({s.thread,
                       tr("full thread, %1 turns at %2 %").arg(q(decimal(s.threads, 1))).arg(qRound(s.percent)),
                       fig(s.thread), m_look->brass_on_dark, at.across(s.major) / 2.0});
    if (s.tap > Length{} && !s.through)
        all.push_back({s.tap, tr("tap's tip"), fig(s.tap), m_look->faint, 0.0});
    if (s.reamed > Length{})
        all.push_back({s.reamed_to, tr("reamed %1").arg(fig(s.reamed)), fig(s.reamed_to), m_look->brass_on_dark, hole});
    all.push_back({s.full, tr("full diameter %1").arg(fig(s.drill)), fig(s.full), m_look->scribed, hole});
    all.push_back({s.tip, tr("tip of the drill"), fig(s.tip),
                   s.tip > s.metal && !s.through ? m_look->stop_on_dark : m_look->scribed, 0.0});
    for (const Crossing& each : s.crossings)
        all.push_back({each.from, tr("%1 crosses").arg(q(each.name)), fig(std::max(each.from, Length{})),
                       m_look->brass_on_dark, hole});
    std::stable_sort(all.begin(), all.end(), [](const Leader& a, const Leader& b) { return a.depth < b.depth; });
    const double elbow = at.middle + at.half + 16.0;
    const double column = elbow + 20.0;
    double last = at.top - line_height;
    const double most = height() - line_height - 4.0;
    std::vector<double> rows;
    for (const Leader& each : all)
        rows.push_back(last = std::max(at.y(each.depth), last + line_height));
    for (double limit = most; auto& row : std::vector<std::reference_wrapper<double>>(rows.rbegin(), rows.rend())) {
        row.get() = std::min(row.get(), limit);
        limit = row.get() - line_height;
    }
    constexpr double names = 200.0;
    for (std::size_t i = 0; i < all.size(); ++i) {
        const Leader& each = all[i];
        const double y = at.y(each.depth);
        painter.setPen(QPen(each.colour, 1.0));
        painter.drawPolyline(QPolygonF({{at.middle + each.from + 2.0, y}, {elbow, y}, {column - 6.0, rows[i]}}));
        painter.setFont(type(11, true));
        painter.drawText(QRectF(column, rows[i] - 11.0, 92.0, 22.0), Qt::AlignRight | Qt::AlignVCenter, each.figure);
        painter.setFont(type(10));
        painter.drawText(QRectF(column + 102.0, rows[i] - 11.0, names + 40.0, 22.0), Qt::AlignLeft | Qt::AlignVCenter,
                         each.name);
    }
    // What follows from it, in words, at the right.
    const double words = column + 102.0 + names;
    if (width() - words < 130.0)
        return;
    QStringList said;
    if (!s.through)
        said << tr("%1 of metal left below the tip.").arg(fig(s.below));
    else if (s.tip > s.metal)
        said << tr("The tip comes out %1 below.").arg(fig(s.tip - s.metal));
    if (!s.first_hit.empty())
        said << tr("Met first: %1.").arg(q(s.first_hit));
    if (s.in_spot > Length{})
        said << tr("Zero is touched off on the bare face. In the spot, all would be %1 too deep.").arg(fig(s.in_spot));
    painter.setPen(m_look->faint);
    painter.setFont(type(10));
    painter.drawText(QRectF(words, at.top - 6.0, width() - words - 12.0, height() - at.top),
                     Qt::AlignLeft | Qt::TextWordWrap, said.join(QStringLiteral("\n\n")));
}

} // namespace clockface::app
