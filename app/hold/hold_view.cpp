#include "hold/hold_view.h"

#include "cutting/cutter_list.h"
#include "holding/beneath.h"
#include "look/hatch.h"
#include "look/words.h"
#include "measure/figures.h"
#include "plan/beneath_words.h"
#include "shop/cutter_points.h"

#include <QPainter>
#include <algorithm>

namespace clockface::app {

namespace {

constexpr double head = 34.0; // of the title
constexpr double foot = 16.0;
constexpr double words = 240.0; // at the right

// What is seen of the table.
constexpr Length of_table = Length::mm(8.0);
// And of the chuck.
constexpr Length of_chuck = Length::mm(9.0);

} // namespace

HoldView::HoldView(Document& document, Selection& selection, QWidget* parent)
    : SectionView(document, selection, parent) {
    setObjectName(QStringLiteral("holdView"));
}

void HoldView::follow() {
    const SetupPlan& plan = m_document.plan();
    const int hole = chosen_hole(m_document, m_selection);
    // Where nothing is drawn the board has the room.
    constexpr int a_line = 44, a_section = 230;
    setMinimumHeight(plan.held.by_its_list ? a_line : a_section);
    setMaximumHeight(plan.held.by_its_list ? a_line : QWIDGETSIZE_MAX);
    if (plan.held.by_its_list)
        m_title = q(plan.held.why);
    else if (hole < 0)
        m_title = plan.held.vise ? tr("As it is held, across the jaws") : tr("As it lies, from the side");
    else
        m_title = (plan.held.vise ? tr("As it is held, across the jaws through %1")
                                  : tr("As it lies, from the side, through %1"))
                      .arg(q(plan.holes[static_cast<std::size_t>(hole)].name));
    setAccessibleName(m_title);
    QStringList said;
    for (const BeneathGroup& group : beneath_groups(plan, m_document.job().unit))
        said << q(group.sentence);
    setAccessibleDescription(said.join(QLatin1Char(' ')));
}

Length HoldView::deepest() const {
    const SetupPlan& plan = m_document.plan();
    const int hole = chosen_hole(m_document, m_selection);
    return hole < 0 ? Length{} : plan.beneath[static_cast<std::size_t>(hole)].tip;
}

Point HoldView::place_of(int hole) const {
    const SetupPlan& plan = m_document.plan();
    return plan.held.in_jaws(plan.holes[static_cast<std::size_t>(hole)].at + datum_from_middle(m_document.job()));
}

Length HoldView::chuck_over_work() const {
    const SetupPlan& plan = m_document.plan();
    const int hole = chosen_hole(m_document, m_selection);
    if (hole < 0 || plan.held.chuck == Length{} || plan.beneath[static_cast<std::size_t>(hole)].step < 0)
        return {};
    const auto step = static_cast<std::size_t>(plan.beneath[static_cast<std::size_t>(hole)].step);
    const CutStep& cut = plan.chain_of(static_cast<std::size_t>(hole)).steps[step];
    return std::max(stick_out(cut.cutter) - cut.tip + of_chuck, Length{});
}

HoldView::Frame HoldView::frame(const std::vector<Solid>& solids) const {
    const Held& held = m_document.plan().held;
    Length above = chuck_over_work(), below = std::max(held.height, deepest()), wide = held.across;
    for (const Solid& each : solids) {
        above = std::max(above, -each.top);
        if (each.kind == Underneath::Table)
            below = std::max(below, each.top + of_table);
        if (each.kind == Underneath::Jaw || each.kind == Underneath::Clamp)
            wide = std::max(wide, std::max(abs(each.far), abs(each.near)) * 2.0);
    }
    const double room = std::max(60.0, height() - head - foot);
    const double across = std::max(120.0, width() - words - 60.0);
    Frame frame;
    frame.scale = std::min(room / (above + below).in_mm(), across / (wide.in_mm() * 1.06));
    frame.top = {30.0 + across / 2.0, head + above.in_mm() * frame.scale};
    return frame;
}

void HoldView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(rect(), m_look->surround);
    painter.setPen(m_look->scribed);
    const Held& held = m_document.plan().held;
    if (!held.known) {
        painter.setFont(type(11));
        painter.drawText(rect().adjusted(20, 8, -20, -8), Qt::AlignCenter | Qt::TextWordWrap,
                         held.by_its_list ? m_title
                                          : tr("How the work is held is not known, so nothing is drawn under it."));
        return;
    }
    painter.setFont(type(11, true));
    painter.drawText(QRectF(20.0, 8.0, width() - 40.0, 22.0), Qt::AlignLeft | Qt::AlignVCenter, m_title);
    std::vector<Solid> solids;
    for (const Solid& each : held.solids())
        if (each.kind != Underneath::Slot) // is the room between two halves of the bed
            solids.push_back(held.in_jaws(each));
    const Frame at = frame(solids);
    for (const Solid& each : solids)
        paint_solid(painter, at, each);
    paint_work(painter, at);
    paint_drill(painter, at);
    paint_words(painter);
}

// What stands at the chosen hole's place along the jaws is cut through; the rest is seen behind it.
void HoldView::paint_solid(QPainter& painter, const Frame& at, const Solid& solid) const {
    const SetupPlan& plan = m_document.plan();
    const Held& held = plan.held;
    const int hole = chosen_hole(m_document, m_selection);
    const Length x = hole < 0 ? Length{} : place_of(hole).x;
    const bool cut = solid.left <= x && x <= solid.right;
    const Length wide = held.vise ? held.across / 2.0 + held.vise->jaw_thickness : held.across * 0.53;
    if (solid.kind == Underneath::Clamp && !cut)
        return; // beside it, not below
    const Length bottom = solid.kind == Underneath::Table ? solid.top + of_table : solid.bottom;
    const bool over = solid.kind == Underneath::Clamp;
    const QRectF box(at.at(over ? solid.near : std::max(solid.near, -wide), solid.top),
                     at.at(over ? solid.far : std::min(solid.far, wide), bottom));
    if (!cut) {
        painter.setPen(QPen(m_look->faint, 0.9, Qt::DashLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(box);
        return;
    }
    const bool wood = solid.kind == Underneath::Waste;
    painter.fillRect(box, wood ? m_look->air : m_look->bench);
    hatch(painter, box, QPen(m_look->faint, 0.6, wood ? Qt::DotLine : Qt::SolidLine), wood ? 7.0 : 11.0);
    const bool fixed = solid.kind == Underneath::Jaw && held.vise->fixed_rear == solid.rear;
    painter.setPen(QPen(fixed ? m_look->brass_on_dark : m_look->faint, fixed ? 2.2 : 1.2));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(box);
}

void HoldView::paint_work(QPainter& painter, const Frame& at) const {
    const Held& held = m_document.plan().held;
    const QRectF box(at.at(-held.across / 2.0, {}), at.at(held.across / 2.0, held.height));
    painter.fillRect(box, m_look->board);
    painter.setPen(QPen(m_look->scribed, 1.6));
    painter.drawRect(box);
}

void HoldView::paint_drill(QPainter& painter, const Frame& at) const {
    const SetupPlan& plan = m_document.plan();
    const int index = chosen_hole(m_document, m_selection);
    if (index < 0)
        return;
    const auto hole = static_cast<std::size_t>(index);
    const Beneath& under = plan.beneath[hole];
    if (under.step < 0)
        return;
    const CutStep& step = plan.chain_of(hole).steps[static_cast<std::size_t>(under.step)];
    const Length y = place_of(index).y;
    const Length r = step.widest / 2.0;
    const Length full = std::max(step.tip - point_length(step.widest, step.cutter.point), Length{});
    const QPolygonF path(
        {at.at(y - r, {}), at.at(y - r, full), at.at(y, step.tip), at.at(y + r, full), at.at(y + r, {})});
    const bool bad = spoils(under.what);
    const QColor colour = bad ? m_look->stop_on_dark : m_look->brass_on_dark;
    painter.setPen(QPen(colour, 2.0, bad ? Qt::DashLine : Qt::SolidLine));
    painter.setBrush(m_look->surround);
    painter.drawPolygon(path);
    const Length chuck = plan.held.chuck / 2.0, jaws = step.tip - stick_out(step.cutter); // the chuck's, at that depth
    if (chuck > Length{} && jaws < Length{}) {
        painter.setPen(QPen(colour, 1.2));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(QRectF(at.at(y - r, jaws), at.at(y + r, {})));
        const Plunge shape = plunge_of(plan.chain_of(hole), under.step, plan.held.chuck).chuck;
        const Angle half = shape.point / 2.0;
        const Length wide = std::min(chuck, shape.flat + of_chuck * (half.sine() / half.cosine()));
        painter.setBrush(m_look->bench);
        painter.drawPolygon(QPolygonF({at.at(y - shape.flat, jaws), at.at(y - wide, jaws - of_chuck),
                                       at.at(y + wide, jaws - of_chuck), at.at(y + shape.flat, jaws)}));
    }
    painter.setPen(QPen(colour, 0.9, Qt::DashDotLine));
    painter.drawLine(at.at(y, {}) - QPointF(0.0, 10.0), at.at(y, step.tip) + QPointF(0.0, 8.0));
}

void HoldView::paint_words(QPainter& painter) const {
    const SetupPlan& plan = m_document.plan();
    const Held& held = plan.held;
    const Unit unit = m_document.job().unit;
    QStringList said;
    if (held.vise) {
        said << (held.proud >= Length{} ? tr("%1 above the jaws") : tr("%1 below the top of the jaws"))
                    .arg(q(with_unit(abs(held.proud), unit)));
        said << tr("%1 gripped").arg(q(with_unit(held.gripped, unit)));
        if (held.parallels)
            said << tr("on the %1 parallels").arg(q(in_words(*held.parallels)));
    } else if (held.waste > Length{}) {
        said << tr("%1 of board under it").arg(q(with_unit(held.waste, unit)));
    }
    if (const int index = chosen_hole(m_document, m_selection); index >= 0)
        said << q(beneath_in_words(plan, index, unit));
    painter.setPen(m_look->scribed);
    painter.setFont(type(11));
    painter.drawText(QRectF(width() - words, head + 6.0, words - 16.0, height() - head),
                     Qt::AlignLeft | Qt::TextWordWrap, said.join(QStringLiteral("\n\n")));
}

} // namespace clockface::app
