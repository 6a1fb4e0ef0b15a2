// Show me hole one: the first two holes of a circle under each way a readout may count, to be picked by what two light
// dimples look like.
#pragma once

#include "look/look.h"
#include "ordering/hole_one.h"

#include <QAbstractButton>
#include <optional>

namespace clockface::app {

/// A small clock with hole 1 and hole 2 on it.
class DimpleButton : public QAbstractButton {
    Q_OBJECT
public:
    DimpleButton(const DimpleAnswer& answer, const Look& look, QWidget* parent = nullptr);
    [[nodiscard]] QSize sizeHint() const override { return {104, 140}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    DimpleAnswer m_answer;
    const Look& m_look;
};

/// Three clocks side by side: the drawing, the readout when the drawing's figures are keyed in as they stand, and the
/// work as it comes out when what the list says is keyed.
class HoleOnePicture : public QWidget {
    Q_OBJECT
public:
    HoleOnePicture(const HoleOne& one, AngleConvention drawing, AngleConvention readout, const Look& look,
                   QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    HoleOne m_one;
    AngleConvention m_drawing, m_readout;
    const Look& m_look;
};

/// Hole 1 and hole 2 on a clock round `middle`, as the drawing, the readout or the eye at the machine has them.
void paint_dimples(QPainter& painter, QPointF middle, double radius, Angle one, Angle two, const Look& look,
                   const QColor& mark);

} // namespace clockface::app
