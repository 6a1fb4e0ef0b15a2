// The bare work: metal with the blue brushed on, what is on it, its centre lines.
#pragma once

#include "board/board_canvas.h"

#include <QPainterPath>

namespace clockface::app {

class WorkLayer : public BoardLayer {
public:
    using BoardLayer::BoardLayer;
    void metal();
    /// The bosses that stand up, the line of a step, and the saw lines of a bar with what falls between them.
    void features();
    void centre_lines();

private:
    [[nodiscard]] QPainterPath outline() const;
    [[nodiscard]] QPainterPath rim(const Existing& there) const;
};

} // namespace clockface::app
