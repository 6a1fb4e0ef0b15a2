#include "order/hole_one_view.h"

#include "look/painting.h"

#include "board/board_painter.h"
#include "look/plain_text.h"
#include "look/words.h"

#include <QPainter>

namespace clockface::app {

void paint_dimples(QPainter& painter, QPointF middle, double radius, Angle one, Angle two, const Look& look,
                   const QColor& mark) {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(look.ink, 1.4));
    painter.drawEllipse(middle, radius, radius);
    for (int hour = 0; hour < 12; ++hour) {
        const QPointF out = towards(Angle::degrees(30.0 * hour));
        painter.drawLine(middle + out * radius, middle + out * (radius - (hour % 3 == 0 ? 6.0 : 3.0)));
    }
    painter.setFont(type(9, true));
    int number = 1;
    for (const Angle at : {one, two}) {
        const QPointF hole = middle + towards(at) * radius;
        painter.setPen(Qt::NoPen);
        painter.setBrush(mark);
        painter.drawEllipse(hole, 8.0, 8.0);
        painter.setPen(look.card);
        painter.drawText(QRectF(hole - QPointF(8, 8), QSizeF(16, 16)), Qt::AlignCenter, QString::number(number++));
    }
}

HoleOnePicture::HoleOnePicture(const HoleOne& one, AngleConvention drawing, AngleConvention readout, const Look& look,
                               QWidget* parent)
    : QWidget(parent)
    , m_one(one)
    , m_drawing(drawing)
    , m_readout(readout)
    , m_look(look) {
    setObjectName(QStringLiteral("holeOnePicture"));
    setAccessibleName(tr("holes 1 and 2 as the drawing, the readout and you at the machine see them"));
    setFixedHeight(140);
}

void HoleOnePicture::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QColor ink = m_look.ink;
    const Angle second = m_one.first + m_one.step;
    const Angle one = m_drawing.bearing_at(m_one.first), two = m_drawing.bearing_at(second);
    const struct {
        QString words;
        Angle one, two;
    } clocks[] = {
        {tr("on the drawing"), one, two},
        {tr("drawing's figures\nin the readout"), m_readout.bearing_at(m_one.first), m_readout.bearing_at(second)},
        {tr("at the machine,\nkeyed as listed"), one, two}};
    const double third = width() / 3.0;
    constexpr double radius = 34.0;
    for (int i = 0; i < 3; ++i) {
        const QPointF middle(third * (i + 0.5), 48.0);
        const bool wanted = clocks[i].one == one && clocks[i].two == two;
        paint_dimples(painter, middle, radius, clocks[i].one.wrapped(), clocks[i].two.wrapped(), m_look,
                      wanted ? m_look.good : m_look.stop);
        painter.setFont(type(9));
        painter.setPen(ink);
        painter.drawText(QRectF(third * i, 96.0, third, 40.0), Qt::AlignHCenter | Qt::AlignTop, clocks[i].words);
    }
}

DimpleButton::DimpleButton(const DimpleAnswer& answer, const Look& look, QWidget* parent)
    : QAbstractButton(parent)
    , m_answer(answer)
    , m_look(look) {
    setText(q(answer.words));
    setAccessibleName(tr("I see %1").arg(q(answer.words)));
    set_tip(this, q(answer.words) + (answer.intended ? tr(", as the drawing has it") : QString()));
    setFocusPolicy(Qt::StrongFocus);
    setFixedSize(sizeHint());
    setCursor(Qt::PointingHandCursor);
}

void DimpleButton::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QColor ink = m_look.ink;
    painter.setPen(QPen(hasFocus() || underMouse() ? m_look.brass : m_look.rule, hasFocus() ? 2.0 : 1.0));
    painter.setBrush(Qt::NoBrush);
    painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 4, 4);
    constexpr double radius = 30.0;
    paint_dimples(painter, QPointF(width() / 2.0, 46.0), radius, m_answer.one, m_answer.two, m_look,
                  m_answer.intended ? m_look.good : m_look.brass);
    painter.setFont(type(8));
    painter.setPen(ink);
    painter.drawText(QRectF(2.0, 86.0, width() - 4.0, 50.0), Qt::AlignCenter | Qt::TextWordWrap,
                     q(m_answer.convention.in_words()));
}

} // namespace clockface::app
