#include "job/job.h"

#include "measure/figures.h"

#include <algorithm>
#include <fmt/format.h>

namespace clockface {

namespace {

template <class... F> struct Cases : F... { using F::operator()...; };
template <class... F> Cases(F...) -> Cases<F...>;

int places(const GridPattern& grid) {
    switch (grid.kind) {
    case GridKind::Frame:
        // Of a single row or column everything is edge.
        return grid.columns < 2 || grid.rows < 2 ? grid.columns * grid.rows : 2 * (grid.columns + grid.rows) - 4;
    case GridKind::Staggered:
        return grid.columns * grid.rows - grid.rows / 2;
    case GridKind::Full:
        break;
    }
    return grid.columns * grid.rows;
}

} // namespace

int places_in(const PatternLayout& layout) {
    return std::visit(Cases{[](const SinglePattern&) { return 1; },
                            [](const GridPattern& grid) { return places(grid); },
                            [](const auto& many) { return many.count; }},
                      layout);
}

bool is_round(const PatternLayout& layout) {
    return std::holds_alternative<CirclePattern>(layout) || std::holds_alternative<ArcPattern>(layout);
}

Point anchor_of(const PatternLayout& layout) {
    return std::visit(
        Cases{[](const RowPattern& row) { return row.first; }, [](const SinglePattern& single) { return single.at; },
              [](const GridPattern& grid) { return grid.first; }, [](const auto& round) { return round.centre; }},
        layout);
}

PatternLayout with_anchor(PatternLayout layout, Point anchor) {
    std::visit(Cases{[&](RowPattern& row) { row.first = anchor; }, [&](SinglePattern& single) { single.at = anchor; },
                     [&](GridPattern& grid) { grid.first = anchor; }, [&](auto& round) { round.centre = anchor; }},
               layout);
    return layout;
}

Point datum_from_middle(const Blank& blank, DatumPlace place) {
    const Length x = blank.extent_x() / 2.0;
    const Length y = blank.extent_y() / 2.0;
    switch (place) {
    case DatumPlace::LowerLeft:
        return {-x, -y};
    case DatumPlace::LowerRight:
        return {x, -y};
    case DatumPlace::UpperLeft:
        return {-x, y};
    case DatumPlace::UpperRight:
        return {x, y};
    case DatumPlace::Middle:
        break;
    }
    return {};
}

Job with_datum_place(Job job, DatumPlace place) {
    const Point step = datum_from_middle(job.blank, job.datum.place) - datum_from_middle(job.blank, place);
    for (Pattern& pattern : job.patterns)
        pattern.layout = with_anchor(pattern.layout, anchor_of(pattern.layout) + step);
    job.datum.place = place;
    return job;
}

Point as_drawn(const Datum& datum, Point point) {
    return {datum.x_plus_right ? point.x : -point.x, datum.y_plus_up ? point.y : -point.y};
}

std::string next_pattern_name(const Job& job) {
    const auto used = [&](const std::string& name) {
        return std::any_of(job.patterns.begin(), job.patterns.end(), [&](const Pattern& p) { return p.name == name; });
    };
    for (int n = 0;; ++n) {
        std::string name(1, static_cast<char>('A' + n % 26));
        if (n >= 26)
            name.insert(0, 1, static_cast<char>('A' + (n / 26 - 1) % 26));
        if (!used(name) || n >= 26 * 27)
            return name;
    }
}

std::string size_in_words(const HoleSpec& hole, Unit unit) {
    switch (hole.purpose) {
    case Purpose::Tapped:
        return hole.label;
    case Purpose::Reamed:
        return hole.label.empty() ? with_unit(hole.diameter, unit)
                                  : fmt::format("{} {}", with_unit(hole.diameter, unit), hole.label);
    case Purpose::Plain:
        break;
    }
    return with_unit(hole.diameter, unit);
}

} // namespace clockface
