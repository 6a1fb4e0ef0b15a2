#include "slips/new_pattern.h"

#include <algorithm>
#include <cmath>

namespace clockface::app {

namespace {

// Whole millimetres (or eighths of an inch): nobody wants to see 38.4217 in a blank that is about to be changed.
Length round_figure(Length length, Unit unit) {
    const Length step = unit == Unit::Inch ? Length::inches(1.0 / 8.0) : Length::mm(1.0);
    return std::max(step, step * std::round(length / step));
}

} // namespace

Pattern new_pattern(const Job& job, PatternKind kind) {
    const Length least = std::min(job.blank.extent_x(), job.blank.extent_y());
    const Point middle = Point{} - datum_from_middle(job.blank, job.datum.place);
    const Length across = round_figure(least * 0.6, job.unit);
    Pattern pattern;
    pattern.name = next_pattern_name(job);
    pattern.hole.diameter = std::min(round_figure(least / 20.0, job.unit), least / 8.0);
    switch (kind) {
    case PatternKind::Circle:
        pattern.layout = CirclePattern{middle, across, 6, job.convention.zero, job.convention.sense};
        break;
    case PatternKind::Arc:
        pattern.layout =
            ArcPattern{middle, across, 4, job.convention.zero, Angle::degrees(120.0), job.convention.sense};
        break;
    case PatternKind::Row: {
        const Length pitch = round_figure(least / 6.0, job.unit);
        pattern.layout = RowPattern{{middle.x - pitch, middle.y}, 3, pitch, {}};
        break;
    }
    case PatternKind::Grid: {
        const Length pitch = round_figure(least / 7.0, job.unit);
        pattern.layout = GridPattern{{middle.x - pitch, middle.y - pitch}, GridKind::Full, 3, 3, pitch, pitch, {}};
        break;
    }
    case PatternKind::Single:
        pattern.layout = SinglePattern{middle};
        break;
    }
    return pattern;
}

} // namespace clockface::app
