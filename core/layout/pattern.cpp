#include "layout/pattern.h"

#include <fmt/format.h>

namespace clockface {

namespace {

Angle step_between(const CirclePattern& circle) {
    return Angle::degrees(360.0 / circle.count);
}
Angle step_between(const ArcPattern& arc) {
    return arc.sweep / (arc.count - 1);
}
Angle step_between(const RowPattern&) {
    return {};
}
Angle step_between(const SinglePattern&) {
    return {};
}
Angle step_between(const GridPattern&) {
    return {};
}

// The turn from hole 1 is worked out from the whole, not by adding steps, so nothing accumulates.
Angle turn_to(const CirclePattern& circle, int number) {
    return Angle::degrees(360.0 * (number - 1) / circle.count) * sign_of(circle.going);
}
Angle turn_to(const ArcPattern& arc, int number) {
    return arc.sweep * static_cast<double>(number - 1) / (arc.count - 1) * sign_of(arc.going);
}

Point place_in(const CirclePattern& circle, int number) {
    return circle.centre + polar(circle.diameter / 2.0, bearing_in(circle, number));
}
Point place_in(const ArcPattern& arc, int number) {
    return arc.centre + polar(arc.diameter / 2.0, bearing_in(arc, number));
}
Point place_in(const RowPattern& row, int number) {
    return row.first + polar(row.pitch * (number - 1), row.bearing);
}
Point place_in(const SinglePattern& single, int) {
    return single.at;
}
Point place_in(const GridPattern& grid, int number) {
    const GridCell cell = cell_of(grid, number);
    return grid.first + polar(grid.pitch * (cell.column + (cell.shifted ? 0.5 : 0.0)), grid.bearing) +
           polar(grid.across * cell.row, grid.bearing + Angle::degrees(90.0));
}

GridCell frame_cell(const GridPattern& grid, int n) {
    const int c = grid.columns;
    const int r = grid.rows;
    if (c < 2)
        return {n, 0};
    if (r < 2 || n < c)
        return {0, n}; // along the first row
    if (n < c + r - 1)
        return {n - c + 1, c - 1}; // up
    if (n < 2 * c + r - 2)
        return {r - 1, c - 2 - (n - (c + r - 1))}; // back
    return {r - 2 - (n - (2 * c + r - 2)), 0};     // down again
}

} // namespace

Angle bearing_in(const CirclePattern& circle, int number) {
    return (circle.first + turn_to(circle, number)).wrapped();
}
Angle bearing_in(const ArcPattern& arc, int number) {
    return (arc.first + turn_to(arc, number)).wrapped();
}

GridCell cell_of(const GridPattern& grid, int number) {
    const int n = number - 1;
    switch (grid.kind) {
    case GridKind::Frame:
        return frame_cell(grid, n);
    case GridKind::Staggered: {
        const int pair = 2 * grid.columns - 1; // a full row and the shifted one after it
        const int rest = n % pair;
        if (rest < grid.columns)
            return {n / pair * 2, rest};
        return {n / pair * 2 + 1, rest - grid.columns, true};
    }
    case GridKind::Full:
        break;
    }
    return {n / grid.columns, n % grid.columns};
}

Point place_of(const PatternLayout& layout, int number) {
    return std::visit([&](const auto& pattern) { return place_in(pattern, number); }, layout);
}

Angle step_of(const PatternLayout& layout) {
    return std::visit([](const auto& pattern) { return step_between(pattern); }, layout);
}

std::vector<Hole> holes_of(const Job& job) {
    std::vector<Hole> holes;
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        const Pattern& pattern = job.patterns[i];
        for (int number = 1; number <= places_in(pattern.layout); ++number)
            if (!pattern.left_out.contains(number))
                holes.push_back({fmt::format("{}{}", pattern.name, number), i, number, place_of(pattern.layout, number),
                                 pattern.hole});
    }
    return holes;
}

} // namespace clockface
