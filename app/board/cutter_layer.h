// The Cutters stage on the board: kinds of holes told apart by colour and number, and in words what makes each.
#pragma once

#include "board/board_canvas.h"

namespace clockface::app {

class CutterLayer : public BoardLayer {
public:
    using BoardLayer::BoardLayer;
    void rings();
    void legend();
    /// Where the legend stands on a board of this size: below the work, or beside it where the work is about as high as
    /// it is wide.
    static QRectF legend_place(const Document& document, QSizeF board);
};

} // namespace clockface::app
