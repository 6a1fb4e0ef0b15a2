// Between the metal (millimetres from the middle of the blank, y up) and the screen.
#pragma once

#include "measure/length.h"

#include <QPointF>

namespace clockface::app {

struct BoardMap {
    double pixels_per_mm = 4.0;
    QPointF middle; ///< of the blank, on the screen

    [[nodiscard]] QPointF to_screen(Point at) const {
        return {middle.x() + at.x.in_mm() * pixels_per_mm, middle.y() - at.y.in_mm() * pixels_per_mm};
    }
    [[nodiscard]] Point to_metal(QPointF at) const {
        return {Length::mm((at.x() - middle.x()) / pixels_per_mm), Length::mm((middle.y() - at.y()) / pixels_per_mm)};
    }
    [[nodiscard]] double pixels(Length length) const { return length.in_mm() * pixels_per_mm; }
    [[nodiscard]] Length metal(double pixels) const { return Length::mm(pixels / pixels_per_mm); }
};

} // namespace clockface::app
