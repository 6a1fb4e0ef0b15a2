// Where the three views of a bar stand on the board: its side rolled out, above it the side as it is seen from the
// front, and beside that the end the drawing looks at. All in millimetres from the middle of the rolled-out side.
#pragma once

#include "layout/pattern.h"
#include "round/mouth.h"

#include <array>
#include <vector>

namespace clockface::app {

class BarViews {
public:
    explicit BarViews(const Blank& blank);

    /// The middles of the side view and of the end view, and the rectangle all three fit into.
    [[nodiscard]] Point side() const { return m_side; }
    [[nodiscard]] Point end() const { return m_end; }
    [[nodiscard]] Point lower_left() const { return m_lower_left; }
    [[nodiscard]] Point upper_right() const { return m_upper_right; }
    /// A long bar's end is drawn larger than life.
    [[nodiscard]] double end_scale() const { return m_end_scale; }
    /// Half of the bar's height where it is thickest.
    [[nodiscard]] Length half_height() const { return m_half_height; }

    [[nodiscard]] Point in_side(const OnSurface& place) const;
    [[nodiscard]] Point in_end(Point across) const;
    [[nodiscard]] Point in_rolled(Point rolled) const; ///< from the left end and the top line

    /// Where a hole can be pointed at: its mouth rolled out, the far mouth, both in the side view, and its way in on
    /// the end. The first is the place it goes by.
    [[nodiscard]] std::vector<Point> places(const Hole& hole) const;

private:
    const Blank& m_blank;
    Point m_side, m_end, m_lower_left, m_upper_right;
    Length m_half_height;
    double m_end_scale = 1.0;
};

} // namespace clockface::app
