// The clock round the work, with 0° and the way angles run; and where zero is.
#pragma once

#include "board/board_canvas.h"

#include <string>

namespace clockface::app {

class ClockLayer : public BoardLayer {
public:
    using BoardLayer::BoardLayer;
    /// What holes and the arrows of zero cover, before anything is written.
    void take_up_room();
    /// Round the whole of a round blank, round a chosen circle that sits elsewhere, or small in a corner of the board.
    void clock(const std::string& pattern);
    void zero();

private:
    struct Ring {
        QPointF middle;
        double radius;
        bool every_hour;
    };
    static QRectF hour_box(QPointF middle, double radius, int hour);
    [[nodiscard]] Ring ring(const std::string& pattern) const;
};

} // namespace clockface::app
