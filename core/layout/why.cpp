#include "layout/why.h"

#include "measure/figures.h"

#include <fmt/format.h>

namespace clockface {

namespace {

struct Why {
    const Job& job;
    const Hole& hole;

    [[nodiscard]] std::string fig(Length length) const { return with_unit(length, job.unit); }
    [[nodiscard]] std::string plain(Length length) const {
        return decimal(length.in(job.unit), job_decimals(job.unit), Sign::WhenNegative, Tail::Trim);
    }
    [[nodiscard]] std::string answer() const {
        const Point drawn = as_drawn(job.datum, hole.at);
        return fmt::format("So {} is at X {}, Y {}.", hole.name, column_figure(drawn.x, job.unit),
                           column_figure(drawn.y, job.unit));
    }

    // Formula from centre, radius and bearing; the bearing is named in the job's own convention too.
    template <class Round> [[nodiscard]] std::string round(const Round& pattern, const std::string& step) const {
        const Angle bearing = bearing_in(pattern, hole.number);
        const Point centre = pattern.centre;
        return fmt::format("{}{} lies at {} ({}), which is {} counter-clockwise from the right. "
                           "To the right: {} + {} × cos {} = {}. Up: {} + {} × sin {} = {}. {}",
                           step, hole.name, in_degrees(job.convention.figure_of(bearing)), clock_time(bearing),
                           in_degrees(bearing), plain(centre.x), plain(pattern.diameter / 2.0), in_degrees(bearing),
                           fig(hole.at.x), plain(centre.y), plain(pattern.diameter / 2.0), in_degrees(bearing),
                           fig(hole.at.y), answer());
    }

    std::string operator()(const CirclePattern& circle) const {
        return round(circle, fmt::format("The step is 360° / {} = {}. ", circle.count, in_degrees(step_of(circle))));
    }
    std::string operator()(const ArcPattern& arc) const {
        return round(arc, fmt::format("The step is {} / ({} − 1) = {}. ", in_degrees(arc.sweep), arc.count,
                                      in_degrees(step_of(arc))));
    }
    std::string operator()(const RowPattern& row) const {
        return fmt::format(
            "{} lies {} × {} = {} along the row from its first hole. To the right: {} + {} × cos {} = {}. "
            "Up: {} + {} × sin {} = {}. {}",
            hole.name, hole.number - 1, plain(row.pitch), fig(row.pitch * (hole.number - 1)), plain(row.first.x),
            plain(row.pitch * (hole.number - 1)), in_degrees(row.bearing), fig(hole.at.x), plain(row.first.y),
            plain(row.pitch * (hole.number - 1)), in_degrees(row.bearing), fig(hole.at.y), answer());
    }
    std::string operator()(const GridPattern& grid) const {
        const GridCell cell = cell_of(grid, hole.number);
        const double along = cell.column + (cell.shifted ? 0.5 : 0.0);
        return fmt::format("{} lies {} × {} = {} along its row and {} × {} = {} across, in rows going {}. {}",
                           hole.name, decimal(along, 1, Sign::WhenNegative, Tail::Trim), plain(grid.pitch),
                           fig(grid.pitch * along), cell.row, plain(grid.across), fig(grid.across * cell.row),
                           clock_time(grid.bearing), answer());
    }
    std::string operator()(const SinglePattern&) const { return "Its place was given as it stands. " + answer(); }
};

} // namespace

std::string why_place(const Job& job, const Hole& hole) {
    return std::visit(Why{job, hole}, job.patterns.at(hole.pattern).layout);
}

} // namespace clockface
