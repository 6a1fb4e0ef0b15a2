#include "hold/hold_view.h"

#include "cutting/cutter_list.h"
#include "holding/beneath.h"
#include "job/section.h"
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

constexpr double clear_above = 34.0; // of the title
constexpr double foot = 16.0;
constexpr double words = 240.0;  // at the right
constexpr double of_room = 92.0; // for the room under the spindle, left of the words

// What is seen of the table.
constexpr Length of_table = Length::mm(8.0);
// Stands around or beside the work, not below it.
bool is_around(Underneath kind) {
    return kind == Underneath::Jaw || kind == Underneath::Clamp || kind == Underneath::ColletBlock ||
           kind == Underneath::VeeBlock || kind == Underneath::ChuckFace || kind == Underneath::AnglePlate;
}
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
    else if (plan.held.rest)
        m_title =
            hole < 0
                ? tr("As it lies, across the bar")
                : tr("As it lies, across the bar through %1").arg(q(plan.holes[static_cast<std::size_t>(hole)].name));
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

HolePlace HoldView::place_of(int hole) const {
    const SetupPlan& plan = m_document.plan();
    HolePlace place = plan.places[static_cast<std::size_t>(hole)];
    place.at = plan.held.in_jaws(place.at);
    return place;
}

Length HoldView::chuck_over_work() const {
    const SetupPlan& plan = m_document.plan();
    const int hole = chosen_hole(m_document, m_selection);
    if (hole < 0 || plan.held.chuck == Length{} || plan.beneath[static_cast<std::size_t>(hole)].step < 0)
        return {};
    const auto step = static_cast<std::size_t>(plan.beneath[static_cast<std::size_t>(hole)].step);
    const CutStep& cut = plan.chain_of(static_cast<std::size_t>(hole)).steps[step];
    return std::max(stick_out(cut.cutter) - cut.tip - place_of(hole).below + of_chuck, Length{});
}

HoldView::Frame HoldView::frame(const std::vector<Solid>& solids) const {
    const Held& held = m_document.plan().held;
    Length above = chuck_over_work(), below = std::max(held.height, deepest()), wide = held.across;
    for (const Solid& each : solids) {
        above = std::max(above, -each.top);
        if (each.kind == Underneath::Table)
            below = std::max(below, each.top + of_table);
        if (is_around(each.kind)) {
            const Solid box = upright(each);
            wide = std::max(wide, std::max(abs(box.far), abs(box.near)) * 2.0);
        }
    }
    const double room = std::max(60.0, height() - clear_above - foot);
    const double across = std::max(120.0, words_from() - (shows_room() ? of_room : 0.0) - 60.0);
    Frame frame;
    frame.wide = wide * 1.06;
    frame.scale = std::min(room / (above + below).in_mm(), across / (wide.in_mm() * 1.06));
    frame.top = {30.0 + across / 2.0, clear_above + above.in_mm() * frame.scale};
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
            solids.push_back(held.turned ? held.in_jaws(each) : each);
    const Frame at = frame(solids);
    QPainterPath block; // a vee block is one piece, whatever it is reckoned from
    for (const Solid& each : solids)
        paint_solid(painter, at, each, block);
    if (!block.isEmpty())
        paint_cut(painter, block, false, false);
    paint_work(painter, at);
    paint_drill(painter, at);
    if (shows_room())
        paint_room(painter);
    paint_words(painter);
}

// What stands at the chosen hole's place along the jaws is cut through; the rest is seen behind it.
void HoldView::paint_solid(QPainter& painter, const Frame& at, const Solid& solid, QPainterPath& of_one_piece) const {
    const Held& held = m_document.plan().held;
    const int hole = chosen_hole(m_document, m_selection);
    const std::vector<Span> spans = cut_at(solid, hole < 0 ? Length{} : place_of(hole).at.x);
    const Length wide = at.wide / 2.0;
    const bool around = is_around(solid.kind);
    if (around && spans.empty() && !held.vise)
        return; // beside it, not below
    const Length bottom = solid.kind == Underneath::Table ? solid.top + of_table : solid.bottom;
    const auto outline = [&](Span span) {
        if (!around)
            span = {std::max(span.near, -wide), std::min(span.far, wide)};
        return QPolygonF({at.at(span.near, solid.top), at.at(span.far, solid.top + solid.falls),
                          at.at(span.far, bottom), at.at(span.near, bottom)});
    };
    if (spans.empty()) {
        painter.setPen(QPen(m_look->faint, 0.9, Qt::DashLine));
        painter.setBrush(Qt::NoBrush);
        painter.drawPolygon(outline({solid.near, solid.far}));
        return;
    }
    const bool fixed = solid.kind == Underneath::Jaw && held.vise && held.vise->fixed_rear == solid.rear;
    for (const Span& span : spans) {
        QPainterPath shape;
        shape.addPolygon(outline(span));
        shape.closeSubpath();
        if (solid.kind == Underneath::VeeBlock)
            of_one_piece = of_one_piece.united(shape);
        else
            paint_cut(painter, shape, solid.kind == Underneath::Waste, fixed);
    }
}

void HoldView::paint_cut(QPainter& painter, const QPainterPath& shape, bool wood, bool fixed) const {
    painter.fillPath(shape, wood ? m_look->air : m_look->bench);
    painter.save();
    painter.setClipPath(shape);
    hatch(painter, shape.boundingRect(), QPen(m_look->faint, 0.6, wood ? Qt::DotLine : Qt::SolidLine),
          wood ? 7.0 : 11.0);
    painter.restore();
    painter.strokePath(shape, QPen(fixed ? m_look->brass_on_dark : m_look->faint, fixed ? 2.2 : 1.2));
}

void HoldView::paint_work(QPainter& painter, const Frame& at) const {
    const Held& held = m_document.plan().held;
    painter.setBrush(m_look->board);
    if (!held.rest || held.on_flats) {
        painter.setPen(QPen(m_look->scribed, 1.6));
        painter.drawRect(QRectF(at.at(-held.across / 2.0, {}), at.at(held.across / 2.0, held.height)));
        return;
    }
    const auto round = [&](Length radius) {
        painter.drawEllipse(
            QRectF(at.at(-radius, held.height / 2.0 - radius), at.at(radius, held.height / 2.0 + radius)));
    };
    const int hole = chosen_hole(m_document, m_selection);
    const Blank& blank = m_document.job().blank;
    const Section here = section_at(blank, hole < 0 ? Length{} : place_of(hole).at.x + blank.width.actual() / 2.0);
    if (here.radius < held.height / 2.0) { // the thicker part behind it
        painter.setPen(QPen(m_look->faint, 0.9, Qt::DashLine));
        round(held.height / 2.0);
    }
    painter.setPen(QPen(m_look->scribed, 1.6));
    round(here.radius);
    if (here.bore_radius > Length{}) {
        painter.setBrush(m_look->surround);
        round(here.bore_radius);
    }
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
    const HolePlace place = place_of(index);
    const Length y = place.at.y, mouth = place.below, tip = step.tip + mouth;
    const Length r = step.widest / 2.0;
    const Length full = std::max(tip - point_length(step.widest, step.cutter.point), mouth);
    const QPolygonF path(
        {at.at(y - r, mouth), at.at(y - r, full), at.at(y, tip), at.at(y + r, full), at.at(y + r, mouth)});
    const bool bad = spoils(under.what);
    const QColor colour = bad ? m_look->stop_on_dark : m_look->brass_on_dark;
    painter.setPen(QPen(colour, 2.0, bad ? Qt::DashLine : Qt::SolidLine));
    painter.setBrush(m_look->surround);
    painter.drawPolygon(path);
    const Length chuck = plan.held.chuck / 2.0, jaws = tip - stick_out(step.cutter); // the chuck's, at that depth
    if (chuck > Length{} && jaws < Length{}) {
        painter.setPen(QPen(colour, 1.2));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(QRectF(at.at(y - r, jaws), at.at(y + r, mouth)));
        paint_chuck(painter, at, y, jaws);
    }
    painter.setPen(QPen(colour, 0.9, Qt::DashDotLine));
    painter.drawLine(at.at(y, mouth) - QPointF(0.0, 10.0), at.at(y, tip) + QPointF(0.0, 8.0));
}

void HoldView::paint_chuck(QPainter& painter, const Frame& at, Length y, Length jaws) const {
    const Plunge shape = chuck_at(m_document.plan().held.chuck, jaws);
    const Angle half = shape.point / 2.0;
    const Length wide = std::min(shape.radius, shape.flat + of_chuck * (half.sine() / half.cosine()));
    painter.setBrush(m_look->bench);
    painter.drawPolygon(QPolygonF({at.at(y - shape.flat, jaws), at.at(y - wide, jaws - of_chuck),
                                   at.at(y + wide, jaws - of_chuck), at.at(y + shape.flat, jaws)}));
}

double HoldView::words_from() const {
    return width() - words;
}

bool HoldView::shows_room() const {
    const SetupPlan& plan = m_document.plan();
    constexpr int least = 640; // wide enough for all three
    return plan.held.known && plan.room.longest && plan.machine.spindle.room > Length{} && width() >= least;
}

void HoldView::paint_room(QPainter& painter) const {
    const SetupPlan& plan = m_document.plan();
    const Overhead over = overhead_of(plan.held);
    const Length chuck = plan.machine.spindle.room, tip = over.work_top + plan.room.free;
    const Length bottom = over.work_top - plan.held.height;
    const double table = height() - foot - 8.0, top = clear_above + 26.0;
    const double scale = (table - top) / std::max(chuck, over.work_top + over.lift).in_mm();
    const double left = words_from() - of_room, middle = left + 26.0;
    constexpr double half = 22.0;
    const auto level = [&](Length above_table) { return table - above_table.in_mm() * scale; };
    const auto box = [&](double wide, Length from, Length to) {
        return QRectF(QPointF(middle - wide, level(to)), QPointF(middle + wide, level(from)));
    };
    const auto cut = [&](const QRectF& rect) {
        QPainterPath shape;
        shape.addRect(rect);
        paint_cut(painter, shape, false, false);
    };
    cut(QRectF(middle - half - 8.0, table, 2.0 * half + 16.0, 8.0));
    if (bottom > Length{})
        cut(box(half, {}, bottom));
    painter.setPen(QPen(m_look->scribed, 1.4));
    painter.setBrush(m_look->board);
    painter.drawRect(box(half * 0.7, bottom, over.work_top));
    const bool short_of_room = plan.room.free < over.lift;
    const QColor colour = short_of_room ? m_look->stop_on_dark : m_look->brass_on_dark;
    painter.setPen(QPen(colour, 1.4, short_of_room ? Qt::DashLine : Qt::SolidLine));
    painter.setBrush(m_look->surround);
    constexpr double thinnest = 1.5;
    painter.drawRect(box(std::max(thinnest, plan.room.longest->diameter.in_mm() * scale / 2.0), tip, chuck));
    painter.setBrush(m_look->bench);
    const double jaws = level(chuck);
    painter.drawPolygon(QPolygonF(
        {{middle - 5.0, jaws}, {middle - 13.0, jaws - 9.0}, {middle + 13.0, jaws - 9.0}, {middle + 5.0, jaws}}));
    if (over.lift > Length{}) { // what has to be passed over
        painter.setPen(QPen(m_look->faint, 1.0, Qt::DashLine));
        painter.drawLine(QPointF(middle - half, level(over.work_top + over.lift)),
                         QPointF(middle + half, level(over.work_top + over.lift)));
    }
    painter.setPen(colour);
    painter.setFont(type(10));
    painter.drawText(
        QRectF(middle + half + 4.0, (level(over.work_top) + level(tip)) / 2.0 - 16.0, of_room - half - 30.0, 32.0),
        Qt::AlignLeft | Qt::AlignVCenter, short_of_room ? tr("short") : tr("room"));
}

void HoldView::paint_words(QPainter& painter) const {
    const SetupPlan& plan = m_document.plan();
    const Held& held = plan.held;
    const Unit unit = m_document.job().unit;
    QStringList said;
    if (held.rest && held.vise) {
        said << q(held.why_parallels);
    } else if (held.rest) {
        said << q(in_words(held, unit));
    } else if (held.vise || held.work_chuck) {
        said << (held.proud >= Length{} ? tr("%1 above the jaws") : tr("%1 below the top of the jaws"))
                    .arg(q(with_unit(abs(held.proud), unit)));
        said << tr("%1 gripped").arg(q(with_unit(held.gripped, unit)));
        if (held.parallels)
            said << (held.work_chuck ? tr("raised on the %1 parallels, which come out") : tr("on the %1 parallels"))
                        .arg(q(in_words(*held.parallels)));
    } else if (held.plate) {
        said << tr("%1 lie against the wall").arg(q(with_unit(held.gripped, unit)));
        if (held.waste > Length{})
            said << tr("%1 of board under it").arg(q(with_unit(held.waste, unit)));
    } else if (held.waste > Length{}) {
        said << tr("%1 of board under it").arg(q(with_unit(held.waste, unit)));
    }
    if (const int index = chosen_hole(m_document, m_selection); index >= 0)
        said << q(beneath_in_words(plan, index, unit));
    painter.setPen(m_look->scribed);
    painter.setFont(type(11));
    painter.drawText(QRectF(words_from(), clear_above + 6.0, words - 16.0, height() - clear_above),
                     Qt::AlignLeft | Qt::TextWordWrap, said.join(QStringLiteral("\n\n")));
}

} // namespace clockface::app
