// Where the three views of a bar stand on the board: its side rolled out, above it the side as it is seen from the
// front, and beside that the end the drawing looks at. All in millimetres from the middle of the rolled-out side.
#pragma once

#include "layout/pattern.h"
#include "round/mouth.h"

#include <array>
#include <vector>

namespace clockface {

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

/// Stretches of a bar between its shoulders, from left to right.
struct Stretch {
    Length from, to;
    Section section; ///< half way along
};
std::vector<Stretch> stretches_of(const Blank& blank);

/// Whether a place on the bar's surface (across, seen from the right end) can be seen from the front: the user stands
/// on the side of -x.
bool seen_from_front(Point across);
/// Whether a rim, as a whole, lies at the back.
bool lies_at_back(const std::vector<OnSurface>& rim);

/// A line along the bar where two of its faces meet.
struct Edge {
    Point across;  ///< seen from the right end
    Length rolled; ///< from the top line, rolled out
};
std::vector<Edge> edges_of(const Section& section);

/// A flat milled on a bar, as its views show it: from edge to edge rolled out, and its two edges seen from the end.
struct FlatOutline {
    Length from, to;         ///< along
    Length upper, lower;     ///< rolled out, from the top line
    Point one, other;        ///< across
    bool from_front = false; ///< it is seen from there
};
FlatOutline outline_of(const Blank& blank, const Flat& flat);

/// The section without the flats milled on it.
Section bare(Section section);
/// The rim of a section in so many places, once round counter-clockwise from 0 degrees, seen from the right end.
std::vector<Point> rim_of(const Section& section, int places);

} // namespace clockface
