#include "bench/loading_picture.h"

#include "layout/outline.h"
#include "look/words.h"

#include <QPainter>
#include <algorithm>

namespace clockface::app {

namespace {

constexpr double room_around = 78.0; // pixels: jaw, stop and what they are called
constexpr double gap = 3.0;          // between the work and what it lies against
constexpr double thick = 20.0;       // of what it lies against

// The strip beside one side of the work.
QRectF beside(const QRectF& work, Axis axis, bool high) {
    if (axis == Axis::Y)
        return {work.left(), high ? work.top() - gap - thick : work.bottom() + gap, work.width(), thick};
    return {high ? work.right() + gap : work.left() - gap - thick, work.top(), thick, work.height()};
}

} // namespace

LoadingPicture::LoadingPicture(QWidget* parent)
    : QWidget(parent) {
    setObjectName(QStringLiteral("benchLoading"));
    setMinimumSize(200, 200);
}

void LoadingPicture::set_look(const Look& look) {
    m_look = &look;
    update();
}

void LoadingPicture::show_load(const Job& job, const SetupPlan& plan, const BatchLoad& load) {
    m_loading = load.cuts.loading;
    m_held = plan.held;
    m_half_x = job.blank.extent_x() / 2.0;
    m_half_y = job.blank.extent_y() / 2.0;
    const Loading lies = m_loading.value_or(Loading::AsDrawn);
    m_corners.clear();
    for (const Point& each : corners_from_middle(job.blank))
        m_corners.push_back(laid_from_middle(lies, each));
    m_spots.clear();
    const Point datum = datum_from_middle(job);
    for (std::size_t i = 0; i < plan.holes.size(); ++i) {
        const Hole& hole = plan.holes[i];
        const bool now = std::any_of(load.cuts.tasks.begin(), load.cuts.tasks.end(),
                                     [&](const Task& task) { return task.hole == static_cast<int>(i); });
        m_spots.push_back({laid_from_middle(lies, hole.at + datum), hole.spec.diameter, q(hole.name), now});
    }
    const QString laid = m_loading ? q(laid_in_words(*m_loading)) : tr("By hand.");
    setAccessibleName(tr("How piece %1 lies: %2").arg(load.piece).arg(laid));
    update();
}

void LoadingPicture::paint_seat(QPainter& painter, const QRectF& work) const {
    const Axis seat = m_held.across_jaws(), end = seat == Axis::X ? Axis::Y : Axis::X;
    const QRectF jaw = beside(work, seat, m_held.located_at_high(seat));
    QRectF stop = beside(work, end, m_held.located_at_high(end));
    // The stop is short, and stands where the jaw is.
    constexpr double share = 0.45;
    if (end == Axis::X) {
        const double height = stop.height() * share;
        if (!m_held.located_at_high(seat))
            stop.setTop(stop.bottom() - height);
        else
            stop.setHeight(height);
    } else {
        const double width = stop.width() * share;
        if (m_held.located_at_high(seat))
            stop.setLeft(stop.right() - width);
        else
            stop.setWidth(width);
    }
    painter.setPen(QPen(m_look->faint, 1.5));
    painter.setBrush(m_look->strokes);
    painter.drawRect(jaw);
    painter.drawRect(stop);
    painter.setPen(m_look->bench_quiet);
    const auto named = [&](const QRectF& what, Axis axis, bool high, const QString& words) {
        constexpr double line = 26.0;
        if (axis == Axis::Y)
            painter.drawText(QRectF(0, high ? what.top() - line : what.bottom(), width(), line), Qt::AlignCenter,
                             words);
        else
            painter.drawText(QRectF(high ? what.right() + 4 : 0, what.top(),
                                    high ? width() - what.right() - 4 : what.left() - 4, what.height()),
                             Qt::AlignVCenter | (high ? Qt::AlignLeft : Qt::AlignRight), words);
    };
    named(jaw, seat, m_held.located_at_high(seat), m_held.against_fence ? tr("fence") : tr("fixed jaw"));
    named(stop, end, m_held.located_at_high(end), tr("stop"));
}

// The end that goes to the stop as drawn is marked with a felt pen: three strokes.
void LoadingPicture::paint_marked_end(QPainter& painter, const QRectF& work) const {
    const Axis end = m_held.across_jaws() == Axis::X ? Axis::Y : Axis::X;
    const bool turned = end == Axis::X ? flips_x(*m_loading) : flips_y(*m_loading);
    const bool high = m_held.located_at_high(end) != turned;
    painter.setPen(QPen(m_look->brass_on_dark, 4.0, Qt::SolidLine, Qt::RoundCap));
    constexpr double in = 9.0, long_each = 16.0, apart = 11.0;
    for (int i = -1; i <= 1; ++i) {
        const double along = i * apart;
        if (end == Axis::X) {
            const double x = high ? work.right() - in : work.left() + in;
            painter.drawLine(QPointF(x, work.center().y() + along),
                             QPointF(x + (high ? -long_each : long_each), work.center().y() + along));
        } else {
            const double y = high ? work.top() + in : work.bottom() - in;
            painter.drawLine(QPointF(work.center().x() + along, y),
                             QPointF(work.center().x() + along, y + (high ? long_each : -long_each)));
        }
    }
}

void LoadingPicture::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    QFont font = type(10);
    constexpr int words = 17, names = 20;
    font.setPixelSize(words);
    painter.setFont(font);
    const QRectF area = QRectF(rect()).adjusted(room_around, room_around, -room_around, -room_around);
    if (m_corners.empty() || area.width() < 1.0 || area.height() < 1.0)
        return;
    const double scale = std::min(area.width() / (2.0 * m_half_x.in_mm()), area.height() / (2.0 * m_half_y.in_mm()));
    const auto screen = [&](Point at) { return area.center() + QPointF(at.x.in_mm(), -at.y.in_mm()) * scale; };
    const QRectF work(screen({-m_half_x, m_half_y}), screen({m_half_x, -m_half_y}));
    QPolygonF corners;
    for (const Point& each : m_corners)
        corners << screen(each);
    painter.setPen(QPen(m_look->faint, 2.0));
    // The underside is the colour of bare metal; only the marked face is blue.
    painter.setBrush(m_loading && turned_over(*m_loading) ? m_look->air : m_look->board);
    painter.drawPolygon(corners);
    if (m_loading) {
        paint_seat(painter, work);
        paint_marked_end(painter, work);
    }
    for (const Spot& each : m_spots) {
        const QPointF at = screen(each.at);
        const double r = std::max(2.5, each.diameter.in_mm() / 2.0 * scale);
        painter.setPen(QPen(m_look->scribed, 1.4));
        painter.setBrush(m_look->surround);
        painter.drawEllipse(at, r, r);
        if (!each.now)
            continue;
        painter.setPen(QPen(m_look->brass_on_dark, 3.0));
        painter.setBrush(Qt::NoBrush);
        const double ring = std::max(9.0, r + 5.0);
        painter.drawEllipse(at, ring, ring);
        if (m_loading) // under the spindle
            for (const QPointF& arm : {QPointF(1, 0), QPointF(-1, 0), QPointF(0, 1), QPointF(0, -1)})
                painter.drawLine(at + arm * (ring + 3.0), at + arm * (ring + 18.0));
        font.setPixelSize(names);
        font.setBold(true);
        painter.setFont(font);
        painter.drawText(QRectF(at + QPointF(ring + 4.0, -ring - names - 6.0), QSizeF(120, names + 6)),
                         Qt::AlignLeft | Qt::AlignVCenter, each.name);
        font.setPixelSize(words);
        font.setBold(false);
        painter.setFont(font);
    }
    painter.setPen(m_look->bench_quiet);
    const QString below = !m_loading                ? tr("brass: where it is done")
                          : turned_over(*m_loading) ? tr("marked face down; brass strokes: the marked end")
                                                    : tr("marked face up; brass strokes: the marked end");
    painter.drawText(QRectF(0, height() - 26, width(), 24), Qt::AlignCenter, below);
}

} // namespace clockface::app
