#include "part/reading_picture.h"

#include "look/plain_text.h"
#include "survey/part_text.h"

#include <QPainter>

namespace clockface::app {

namespace {

// Two holes of the old part, and its edge below them.
constexpr QPointF one(104, 46), other(204, 46);
constexpr double r = 17.0, pin = 11.0, edge_y = 92.0;

void jaw(QPainter& painter, double x, double towards) {
    // A jaw from below, its measuring face at x.
    painter.drawPolygon(QPolygonF({{x, 26.0}, {x + towards * 7.0, 34.0}, {x + towards * 11.0, 84.0}, {x, 84.0}}));
}

} // namespace

ReadingPicture::ReadingPicture(QWidget* parent)
    : QWidget(parent)
    , m_look(&Look::day()) {
    setObjectName(QStringLiteral("readingPicture"));
    setFixedHeight(112);
    show_kind(m_kind);
}

void ReadingPicture::set_look(const Look& look) {
    m_look = &look;
    update();
}

void ReadingPicture::show_kind(ReadingKind kind) {
    m_kind = kind;
    const QString words = QString::fromStdString(kind_in_words(kind) + ": " + correction_in_words(kind));
    setAccessibleName(words);
    set_tip(this, words);
    update();
}

void ReadingPicture::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.setBrush(m_look->board);
    painter.drawRoundedRect(rect(), 8, 8);
    painter.translate((width() - 308) / 2.0, 4.0);
    const bool two = is_of_two_holes(m_kind);
    const bool from_edge = reads_length(m_kind) && !two;
    const bool pins =
        m_kind == ReadingKind::OverPins || m_kind == ReadingKind::BetweenPins || m_kind == ReadingKind::Height;
    painter.setPen(QPen(m_look->scribed, 1.6));
    painter.setBrush(m_look->surround);
    const QPointF single(154, 46), third(262, 20);
    for (const QPointF& at : from_edge ? QList<QPointF>{single} : QList<QPointF>{one, other})
        painter.drawEllipse(at, r, r);
    if (!reads_length(m_kind))
        painter.drawEllipse(m_kind == ReadingKind::InLine ? QPointF(154, 46) : third, r * 0.7, r * 0.7);
    if (pins) {
        painter.setBrush(m_look->brass);
        for (const QPointF& at : from_edge ? QList<QPointF>{single} : QList<QPointF>{one, other})
            painter.drawEllipse(at, pin, pin);
    }
    painter.setPen(QPen(m_look->scribed, 3.0));
    if (from_edge)
        painter.drawLine(QPointF(20, edge_y), QPointF(288, edge_y));
    painter.setPen(QPen(m_look->brass_on_dark, 1.4));
    painter.setBrush(m_look->faint);
    const double across = pins ? pin : r;
    double from = one.x(), to = other.x();
    switch (m_kind) {
    case ReadingKind::Outside:
    case ReadingKind::OverPins:
        jaw(painter, from -= across, -1.0);
        jaw(painter, to += across, 1.0);
        break;
    case ReadingKind::Inside:
    case ReadingKind::BetweenPins:
        jaw(painter, from += across, 1.0);
        jaw(painter, to -= across, -1.0);
        break;
    default:
        break;
    }
    painter.setPen(QPen(m_look->brass_on_dark, 2.2));
    painter.setBrush(Qt::NoBrush);
    if (two) {
        painter.drawLine(QPointF(from, 92), QPointF(to, 92));
        for (const double x : {from, to})
            painter.drawLine(QPointF(x, 86), QPointF(x, 98));
    } else if (m_kind == ReadingKind::AlongEdge) {
        painter.setPen(QPen(m_look->scribed, 3.0));
        painter.drawLine(QPointF(40, 12), QPointF(40, 92));
        painter.setPen(QPen(m_look->brass_on_dark, 2.2));
        painter.drawLine(QPointF(40, 80), QPointF(single.x(), 80));
        painter.setPen(QPen(m_look->brass_on_dark, 1.2, Qt::DashLine));
        painter.drawLine(single, QPointF(single.x(), edge_y));
    } else if (from_edge) {
        double top = single.y() - pin;
        if (m_kind == ReadingKind::Wall)
            top = single.y() + r;
        else if (m_kind == ReadingKind::FarSide)
            top = single.y() - r;
        const double x = single.x() + 46.0;
        painter.drawLine(QPointF(x, edge_y), QPointF(x, top));
        painter.drawLine(QPointF(x + 12.0, top), QPointF(single.x() - 6.0, top));
        if (m_kind == ReadingKind::Height) { // the gauge on the plate
            painter.setBrush(m_look->faint);
            painter.drawRect(QRectF(x - 4.0, edge_y - 6.0, 30.0, 8.0));
        }
    } else if (m_kind == ReadingKind::InLine) {
        painter.drawLine(QPointF(72, 46), QPointF(236, 46));
    } else {
        painter.drawPolyline(QPolygonF({one, other, third}));
        if (m_kind == ReadingKind::Square)
            painter.drawRect(QRectF(other - QPointF(14, 14), QSizeF(14, 14)));
        else
            painter.drawArc(QRectF(other - QPointF(26, 26), QSizeF(52, 52)), 20 * 16, 160 * 16);
    }
}

} // namespace clockface::app
