// A bar in its three views: from the side, from its end, and rolled out.
#pragma once

#include "board/board_canvas.h"

#include <QPainterPath>
#include <optional>
#include <string>

namespace clockface {
class BarViews;
}

namespace clockface::app {

class BarLayer : public BoardLayer {
public:
    using BoardLayer::BoardLayer;
    [[nodiscard]] QPainterPath outline() const;
    void features();
    void centre_lines();
    void hole(const Hole& hole, bool chosen, bool near, bool troubled);
    void names(const std::string& pattern, const std::string& selected, Stage stage);
    void legends(Stage stage);
    /// Length and diameters in the side view, and every shoulder from the left end.
    void dimensions();

private:
    [[nodiscard]] QPainterPath section_path(const Section& section) const;
    void hole_in_end(const Hole& hole, const QColor& line, double width);
    std::optional<QPointF> free_round_end(const BarViews& views, QPointF out, QSizeF size, bool must);
};

} // namespace clockface::app
