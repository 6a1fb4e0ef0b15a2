#include "practice/practice_machine.h"

#include "bench/work_outline.h"
#include "layout/outline.h"
#include "look/painting.h"
#include "look/words.h"
#include "measure/figures.h"
#include "ordering/zero_wording.h"

#include <QHelpEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <QToolTip>
#include <QWheelEvent>
#include <QtMath>
#include <cmath>

namespace clockface::app {

namespace {

constexpr double of_controls = 0.42; // of the height
constexpr double button_height = 48.0, words_height = 40.0;
constexpr double lens_millimetres = 1.5;

} // namespace

PracticeMachine::PracticeMachine(Practice& practice, QWidget* parent)
    : QWidget(parent)
    , m_practice(practice) {
    setObjectName(QStringLiteral("practiceMachine"));
    setMinimumSize(380, 420);
    describe();
}

void PracticeMachine::set_look(const Look& look) {
    m_look = &look;
    update();
}

bool PracticeMachine::has_dials() const {
    return std::holds_alternative<Handwheels>(m_practice.plan().machine.kind);
}

QRectF PracticeMachine::work_place() const {
    return QRectF(0, 0, width(), height() * (1.0 - of_controls)).adjusted(8, 8, -8, -8);
}

// Two handles with their buttons below, the quill between them.
std::vector<PracticeMachine::Part> PracticeMachine::parts() const {
    const double top = height() * (1.0 - of_controls), third = width() / 3.0;
    const double handle_height = height() - top - words_height - button_height - 12.0;
    std::vector<Part> all;
    for (const Axis axis : {Axis::X, Axis::Y}) {
        const double left = axis == Axis::X ? 0.0 : 2.0 * third;
        const QString name = q(axis_name(axis));
        all.push_back(
            {Part::Handle, axis, QRectF(left + 4, top, third - 8, handle_height),
             tr("%1 handle: turn the mouse wheel over it, with Shift ten lines, with Ctrl a tenth").arg(name)});
        const QRectF buttons(left + 4, top + handle_height + 6.0, third - 8, button_height);
        all.push_back({Part::Lock, axis, QRectF(buttons.left(), buttons.top(), buttons.width() / 2 - 3, button_height),
                       m_practice.mill().locked(axis) ? tr("loosen the lock of %1").arg(name)
                                                      : tr("tighten the lock of %1").arg(name)});
        all.push_back({Part::Set, axis,
                       QRectF(buttons.center().x() + 3, buttons.top(), buttons.width() / 2 - 3, button_height),
                       has_dials() ? tr("set the dial of %1").arg(name) : tr("set the figure of %1").arg(name)});
    }
    all.push_back({Part::Quill, Axis::X,
                   QRectF(third + 8, top + handle_height * 0.35, third - 16, handle_height * 0.65 + button_height),
                   tr("bring the quill down")});
    return all;
}

QRectF PracticeMachine::handle(Axis axis) const {
    for (const Part& each : parts())
        if (each.what == Part::Handle && each.axis == axis)
            return each.place;
    return {};
}

void PracticeMachine::tell(const QString& sentence) {
    m_told = sentence;
    describe();
    update();
    emit worked();
}

void PracticeMachine::turn(Axis axis, double lines) {
    const QString name = q(axis_name(axis));
    if (!m_practice.turn(axis, lines))
        return tell(tr("The lock of %1 is tight: its handle does not turn.").arg(name));
    const auto pushed = m_practice.pushed();
    constexpr Length too_far = Length::mm(0.05);
    if (pushed && *pushed > too_far)
        return tell(tr("The finder is pushed %1 into the face: back off, and come again.")
                        .arg(q(thousandths(*pushed, unit_of(m_practice.plan().machine)))));
    tell(pushed ? tr("The finder kicks out: it touches.") : QString());
}

void PracticeMachine::turn_to_lock(Axis axis) {
    m_practice.lock(axis, !m_practice.mill().locked(axis));
    tell({});
}

void PracticeMachine::set(Axis axis) {
    m_practice.set(axis);
    tell({});
}

void PracticeMachine::quill() {
    const std::string said = m_practice.quill_down();
    tell(said.empty() ? tr("Cut.") : q(said));
}

void PracticeMachine::wheelEvent(QWheelEvent* event) {
    for (const Part& each : parts()) {
        if (each.what != Part::Handle || !each.place.contains(event->position()))
            continue;
        constexpr double notch = 120.0; // of Qt, in eighths of a degree
        // With a key held some systems turn the wheel sideways.
        const QPoint by = event->angleDelta();
        m_wheel += (by.y() != 0 ? by.y() : by.x()) / notch;
        const double whole = std::trunc(m_wheel);
        m_wheel -= whole;
        double lines = whole;
        if (event->modifiers().testFlag(Qt::ShiftModifier))
            lines *= 10.0;
        else if (event->modifiers().testFlag(Qt::ControlModifier))
            lines *= 0.1;
        if (lines != 0.0)
            turn(each.axis, lines);
        return event->accept();
    }
    event->ignore();
}

void PracticeMachine::mousePressEvent(QMouseEvent* event) {
    for (const Part& each : parts()) {
        if (!each.place.contains(event->position()))
            continue;
        switch (each.what) {
        case Part::Handle:
            break;
        case Part::Lock:
            return turn_to_lock(each.axis);
        case Part::Set:
            return set(each.axis);
        case Part::Quill:
            return quill();
        }
    }
    QWidget::mousePressEvent(event);
}

bool PracticeMachine::event(QEvent* event) {
    if (event->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(event);
        for (const Part& each : parts())
            if (each.place.contains(help->pos())) {
                QToolTip::showText(help->globalPos(), each.spoken, this, each.place.toRect());
                return true;
            }
        QToolTip::hideText();
    }
    return QWidget::event(event);
}

// What a reader of the screen is told of it.
void PracticeMachine::describe() {
    const auto axis = [this](Axis which) {
        const HandMachine& mill = m_practice.mill();
        const Point shown = mill.shown();
        const Unit unit = unit_of(m_practice.plan().machine);
        const QString figure = has_dials() ? q(decimal((mill.screw(which).graduation() * mill.dial(which)).in(unit), 3))
                                           : q(column_figure(which == Axis::X ? shown.x : shown.y, unit));
        return mill.locked(which) ? tr("%1 shows %2, locked.").arg(q(axis_name(which)), figure)
                                  : tr("%1 shows %2.").arg(q(axis_name(which)), figure);
    };
    setAccessibleName(tr("Mill to practise on. %1 %2 %3").arg(axis(Axis::X), axis(Axis::Y), m_told));
}

void PracticeMachine::paint_work(QPainter& painter) {
    const QRectF place = work_place();
    const Blank& blank = m_practice.job().blank;
    const Point datum = datum_from_middle(m_practice.job());
    // Some room round it, for a finder that stands beside it; at the beginning it stands twenty millimetres off.
    constexpr double around = 48.0;
    const double scale = std::min(place.width() / (blank.extent_x().in_mm() + around),
                                  place.height() / (blank.extent_y().in_mm() + around));
    QPointF middle = place.center();
    double at = scale;
    const auto screen = [&](Point from_zero) {
        const Point from_middle = from_zero + datum;
        return middle + QPointF(from_middle.x.in_mm(), -from_middle.y.in_mm()) * at;
    };
    const auto paint = [&] {
        paint_outline(painter, *m_look, blank, at, [&](Point from_middle) { return screen(from_middle - datum); });
        // As they were really made, not as they are drawn.
        for (const Landing& each : m_practice.landings()) {
            const Chain& chain = m_practice.plan().chain_of(static_cast<std::size_t>(each.hole));
            const auto step = static_cast<std::size_t>(std::max(0, each.step));
            const Length size = step < chain.steps.size()
                                    ? chain.steps[step].cutter.actual()
                                    : m_practice.plan().holes[static_cast<std::size_t>(each.hole)].spec.diameter;
            const double r = each.touch ? 2.0 : std::max(2.5, size.in_mm() / 2.0 * at);
            painter.setPen(QPen(m_look->scribed, 1.4));
            painter.setBrush(m_look->surround);
            painter.drawEllipse(screen(each.at), r, r);
        }
    };
    paint();
    const Point spindle = m_practice.spindle();
    painter.setPen(QPen(m_look->brass_on_dark, 2.0));
    painter.setBrush(Qt::NoBrush);
    const QPointF tip = screen(spindle);
    painter.drawEllipse(tip, 6.0, 6.0);
    for (const QPointF& arm : {QPointF(1, 0), QPointF(-1, 0), QPointF(0, 1), QPointF(0, -1)})
        painter.drawLine(tip + arm * 8.0, tip + arm * 20.0);
    // Through a lens, what is right under the spindle.
    const double radius = std::min(place.width(), place.height()) * 0.17;
    const QPointF lens(place.right() - radius, place.top() + radius);
    painter.save();
    QPainterPath round;
    round.addEllipse(lens, radius, radius);
    painter.setClipPath(round);
    painter.fillPath(round, m_look->bench);
    at = radius / lens_millimetres;
    middle = lens - screen(spindle);
    paint();
    painter.restore();
    painter.setPen(QPen(m_look->brass_on_dark, 2.0));
    painter.drawEllipse(lens, radius, radius);
    painter.drawLine(lens - QPointF(radius, 0), lens + QPointF(radius, 0));
    painter.drawLine(lens - QPointF(0, radius), lens + QPointF(0, radius));
}

// The lines round the mark, as the eye sees them over the handle.
void PracticeMachine::paint_dial(QPainter& painter, Axis axis, QRectF place) {
    const HandMachine& mill = m_practice.mill();
    const Screw& screw = mill.screw(axis);
    const double radius = std::min(place.width(), place.height()) / 2.0 - 2.0;
    const QPointF centre = place.center();
    painter.setPen(QPen(m_look->faint, 2.0));
    painter.setBrush(m_look->air);
    painter.drawEllipse(centre, radius, radius);
    const double shown = mill.dial(axis);
    // Not more figures than can be read.
    constexpr double room_of_figure = 34.0, figures_in = 28.0;
    const int engraved_every = lines_between_figures(screw);
    const double round = 2.0 * M_PI * std::max(10.0, radius - figures_in);
    const int figure_every =
        engraved_every *
        std::max(1, static_cast<int>(std::ceil(screw.lines / engraved_every * room_of_figure / round)));
    // Figures rise clockwise as it is turned, so larger ones stand counter-clockwise of the mark.
    for (int i = 0; i < screw.engraved(); ++i) {
        const QPointF out = towards(Angle::degrees(90.0 + 360.0 * (i - shown) / screw.lines));
        const bool named = i % figure_every == 0;
        painter.setPen(QPen(m_look->scribed, named ? 2.0 : 0.8));
        painter.drawLine(centre + out * (radius - 3.0), centre + out * (radius - (named ? 16.0 : 9.0)));
        if (!named || radius < 60.0 || screw.lines - i < figure_every / 2.0)
            continue;
        painter.setFont(type(8));
        const QPointF at = centre + out * (radius - figures_in);
        painter.drawText(QRectF(at.x() - 20, at.y() - 9, 40, 18), Qt::AlignCenter,
                         q(decimal((screw.graduation() * i).in(screw.unit), 4, Sign::WhenNegative, Tail::Trim)));
    }
    painter.setPen(Qt::NoPen);
    painter.setBrush(m_look->brass_on_dark);
    const QPointF mark = centre - QPointF(0, radius);
    painter.drawPolygon(QPolygonF({mark, mark + QPointF(-8, -12), mark + QPointF(8, -12)}));
    painter.setFont(type(14, true));
    painter.setPen(m_look->bench_text);
    painter.drawText(place, Qt::AlignCenter,
                     tr("%1\n%2").arg(q(axis_name(axis)), q(decimal((screw.graduation() * shown).in(screw.unit), 3))));
}

void PracticeMachine::paint_shown(QPainter& painter, Axis axis, QRectF place) {
    const Point shown = m_practice.mill().shown();
    painter.setPen(QPen(m_look->faint, 2.0));
    painter.setBrush(m_look->air);
    painter.drawRoundedRect(place, 8, 8);
    painter.setPen(m_look->bench_quiet);
    painter.setFont(type(12));
    painter.drawText(place.adjusted(10, 8, 0, 0), Qt::AlignTop | Qt::AlignLeft, q(axis_name(axis)));
    painter.setPen(m_look->bench_text);
    painter.setFont(type(18, true));
    painter.drawText(place, Qt::AlignCenter,
                     q(column_figure(axis == Axis::X ? shown.x : shown.y, unit_of(m_practice.plan().machine))));
}

void PracticeMachine::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    paint_work(painter);
    for (const Part& each : parts()) {
        if (each.what == Part::Handle) {
            if (has_dials())
                paint_dial(painter, each.axis, each.place);
            else
                paint_shown(painter, each.axis, each.place);
            continue;
        }
        const bool tight = each.what == Part::Lock && m_practice.mill().locked(each.axis);
        painter.setPen(QPen(tight ? m_look->brass_on_dark : m_look->bench_quiet, 2.0));
        painter.setBrush(tight ? QBrush(m_look->brass_on_dark) : QBrush(Qt::NoBrush));
        painter.drawRoundedRect(each.place, 8, 8);
        painter.setPen(tight ? m_look->bench : m_look->bench_text);
        painter.setFont(type(each.what == Part::Quill ? 14 : 10, true));
        QString words = tr("Quill\ndown\n(0)");
        if (each.what == Part::Lock)
            words = tight ? tr("locked (5)") : tr("lock (5)");
        else if (each.what == Part::Set)
            words = each.axis == Axis::X ? tr("set (E)") : tr("set (F)");
        painter.drawText(each.place, Qt::AlignCenter, words);
    }
    painter.setPen(m_look->bench_note_text);
    painter.setFont(type(12));
    painter.drawText(QRectF(4, height() - words_height, width() - 8, words_height), Qt::TextWordWrap | Qt::AlignVCenter,
                     m_told);
}

} // namespace clockface::app
