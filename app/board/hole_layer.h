// Holes and their names.
#pragma once

#include "board/board_canvas.h"

#include <QPixmap>
#include <map>
#include <string>
#include <tuple>

namespace clockface::app {

class HoleLayer : public BoardLayer {
public:
    using BoardLayer::BoardLayer;
    void holes(Stage stage, const std::string& pattern, const std::string& selected);

private:
    /// How a hole looks; holes that look alike share a stamp.
    struct HoleLook {
        double radius;
        bool tapped, chosen, near, troubled, ghost;
        auto operator<=>(const HoleLook&) const = default;
    };
    std::map<std::tuple<HoleLook, double, double>, QPixmap> m_stamps;
    void hole(const Hole& hole, bool chosen, bool near, bool troubled);
    void draw_hole(QPainter& painter, QPointF at, const HoleLook& look) const;
};

} // namespace clockface::app
