#include "layout/outline.h"

#include <algorithm>
#include <limits>

namespace clockface {

namespace {

Length to_segment(Point at, Point a, Point b) {
    const Length run = distance(a, b);
    if (run == Length{})
        return distance(at, a);
    const double share = ((at.x - a.x).in_mm() * (b.x - a.x).in_mm() + (at.y - a.y).in_mm() * (b.y - a.y).in_mm()) /
                         (run.in_mm() * run.in_mm());
    return distance(at, a + (b - a) * std::clamp(share, 0.0, 1.0));
}

Length to_rectangle(const Blank& blank, Point at) {
    const Length x = abs(at.x) - blank.extent_x() / 2.0;
    const Length y = abs(at.y) - blank.extent_y() / 2.0;
    // Outside a corner the nearest metal is the corner itself.
    return x > Length{} && y > Length{} ? -hypot(x, y) : -std::max(x, y);
}

Length to_outline(const std::vector<Point>& corners, Point at) {
    Length least = Length::mm(std::numeric_limits<double>::infinity());
    bool inside = false;
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const Point a = corners[i];
        const Point b = corners[(i + 1) % corners.size()];
        least = std::min(least, to_segment(at, a, b));
        // A ray to the right crosses the outline an odd number of times from inside.
        if ((a.y > at.y) != (b.y > at.y) && at.x < a.x + (b.x - a.x) * ((at.y - a.y) / (b.y - a.y)))
            inside = !inside;
    }
    return inside ? least : -least;
}

} // namespace

std::vector<Point> corners_from_middle(const Blank& blank) {
    std::vector<Point> corners;
    const Point half{blank.extent_x() / 2.0, blank.extent_y() / 2.0};
    if (blank.shape != BlankShape::Outline || (blank.up != Face::Top && blank.up != Face::Under))
        return {Point{-half.x, -half.y}, {half.x, -half.y}, half, {-half.x, half.y}};
    for (const Point& corner : blank.corners) {
        const Point at = corner - half;
        corners.push_back(blank.up == Face::Under ? Point{-at.x, at.y} : at);
    }
    return corners;
}

Length metal_to_existing(const Existing& there, Point from_middle) {
    const Point half = polar(there.length / 2.0, there.bearing);
    return to_segment(from_middle, there.at - half, there.at + half) - there.diameter / 2.0;
}

Length metal_to_edge(const Blank& blank, Point from_middle) {
    const Length out = distance({}, from_middle);
    Length edge;
    if (blank.is_round())
        edge = blank.diameter.actual() / 2.0 - out;
    else if (blank.shape == BlankShape::Outline)
        edge = to_outline(corners_from_middle(blank), from_middle);
    else
        edge = to_rectangle(blank, from_middle);
    if (blank.bore_shows())
        edge = std::min(edge, out - *blank.bore / 2.0);
    for (const Existing& there : blank.existing)
        if (there.face == blank.up && there.kind != ExistingKind::Boss)
            edge = std::min(edge, metal_to_existing(there, from_middle));
    return edge;
}

ReferenceEdges reference_edges(const Job& job) {
    const DatumPlace place = job.datum.place;
    ReferenceEdges edges;
    edges.right = place == DatumPlace::LowerRight || place == DatumPlace::UpperRight || place == DatumPlace::RightEdge;
    edges.upper = place == DatumPlace::UpperLeft || place == DatumPlace::UpperRight || place == DatumPlace::UpperEdge;
    const DatumPlace corner = edges.right ? (edges.upper ? DatumPlace::UpperRight : DatumPlace::LowerRight)
                                          : (edges.upper ? DatumPlace::UpperLeft : DatumPlace::LowerLeft);
    edges.corner = datum_from_middle(job.blank, corner) - datum_from_middle(job);
    return edges;
}

bool has_straight_edge(const Blank& blank, BlankSide side) {
    if (blank.is_round())
        return false;
    const std::vector<Point> corners = corners_from_middle(blank);
    const auto along = [&](const Point& corner) {
        const Length here = side.axis == Axis::X ? corner.x : corner.y;
        return side.far ? here : -here;
    };
    Length most = Length::mm(-1e9);
    for (const Point& corner : corners)
        most = std::max(most, along(corner));
    constexpr double same_mm = 1e-6;
    for (std::size_t i = 0; i < corners.size(); ++i)
        if (most - along(corners[i]) < Length::mm(same_mm) &&
            most - along(corners[(i + 1) % corners.size()]) < Length::mm(same_mm))
            return true;
    return false;
}

} // namespace clockface
