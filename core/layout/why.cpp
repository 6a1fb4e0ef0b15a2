#include "layout/why.h"

#include "layout/bar.h"
#include "layout/on_bar.h"
#include "measure/cases.h"
#include "measure/figures.h"

#include <algorithm>
#include <cmath>
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
        return round(circle, fmt::format("The step is 360° / {} = {}{}. ", circle.count, in_degrees(step_of(circle)),
                                         circle.astride ? "; the first hole stands half of it past its line" : ""));
    }
    std::string operator()(const ArcPattern& arc) const {
        return round(arc, fmt::format("The step is {} / ({} − 1) = {}. ", in_degrees(arc.sweep), arc.count,
                                      in_degrees(step_of(arc))));
    }
    std::string operator()(const AnglesPattern& angles) const { return round(angles, ""); }
    // Along a straight line from a point: how far, and what that makes.
    [[nodiscard]] std::string along(Point from, Length far, Angle bearing) const {
        return fmt::format("To the right: {} + {} × cos {} = {}. Up: {} + {} × sin {} = {}. {}", plain(from.x),
                           plain(far), in_degrees(bearing), fig(hole.at.x), plain(from.y), plain(far),
                           in_degrees(bearing), fig(hole.at.y), answer());
    }
    std::string operator()(const RowPattern& row) const {
        const double steps = hole.number - 1 - (row.centred ? (row.count - 1) / 2.0 : 0.0);
        return fmt::format("{} lies {} × {} = {} along the row from its {}. {}", hole.name,
                           decimal(steps, 1, Sign::WhenNegative, Tail::Trim), plain(row.pitch), fig(row.pitch * steps),
                           row.centred ? "middle" : "first hole", along(row.first, row.pitch * steps, row.bearing));
    }
    std::string operator()(const MarginsPattern& margins) const {
        const RowPattern row = as_row(job, margins);
        const Length whole = margins.along == Axis::X ? job.blank.extent_x() : job.blank.extent_y();
        return fmt::format("The pitch is ({} − {} − {}) / {} = {}. {}", plain(whole), plain(margins.before),
                           plain(margins.after), margins.count - 1, fig(row.pitch), (*this)(row));
    }
    std::string operator()(const StepsPattern& row) const {
        Length far;
        std::string sum = "0";
        for (int k = 0; k < hole.number - 1; ++k) {
            far += row.steps[static_cast<std::size_t>(k)];
            if (k == 0)
                sum.clear();
            else
                sum += " + ";
            sum += plain(row.steps[static_cast<std::size_t>(k)]);
        }
        return fmt::format("{} lies {} = {} along the row from its first hole. {}", hole.name, sum, fig(far),
                           along(row.first, far, row.bearing));
    }
    [[nodiscard]] Point at(const HoleRef& ref) const { return place(job, ref); }
    std::string operator()(const MiddlePattern& middle) const {
        const Point one = at(middle.one);
        const Point other = at(middle.other);
        return fmt::format(
            "It is half way between {} and {}. To the right: ({} + {}) / 2 = {}. Up: ({} + {}) / 2 = {}. {}",
            in_words(middle.one), in_words(middle.other), plain(one.x), plain(other.x), fig(hole.at.x), plain(one.y),
            plain(other.y), fig(hole.at.y), answer());
    }
    std::string operator()(const TwoDistancesPattern& two) const {
        const Length apart = distance(at(two.one), at(two.other));
        const double a = two.from_one.in(job.unit);
        const double b = two.from_other.in(job.unit);
        const double d = apart.in(job.unit);
        const double along = (a * a - b * b + d * d) / (2.0 * d);
        const int decimals = job_decimals(job.unit);
        return fmt::format(
            "{0} and {1} lie {2} apart. Along the line between them: ({3}² − {4}² + {2}²) / (2 × {2}) = {5}. "
            "Across it, to the {6}: √({3}² − {5}²) = {7}. {8}",
            in_words(two.one), in_words(two.other), plain(apart), plain(two.from_one), plain(two.from_other),
            decimal(along, decimals, Sign::WhenNegative, Tail::Trim), two.left ? "left" : "right",
            decimal(std::sqrt(std::max(0.0, a * a - along * along)), decimals, Sign::WhenNegative, Tail::Trim),
            answer());
    }
    std::string operator()(const PointsPattern& points) const {
        const auto number = static_cast<std::size_t>(hole.number);
        if (number > points.copied.size())
            return "Its place was given as it stands. " + answer();
        return fmt::format("Copied from {} of the old part, whose place follows from the readings{}. {}",
                           points.copied[number - 1],
                           job.old_part.laying.mirrored.value_or(false) ? ", turned over" : "", answer());
    }
    // Along and round a bar, where a copy has no X and Y to be turned about.
    [[nodiscard]] std::string on_side(const CopyPattern& copy, const HoleRef& from, int time) const {
        const std::string how = std::visit(
            Cases{[&](const Mirrored& mirror) {
                      return "mirrored in the line across the bar at " + fig(as_drawn(job.datum, mirror.on).x);
                  },
                  [&](const Turned& turn) {
                      return fmt::format("turned {} × {} counter-clockwise, seen from the right end", time,
                                         in_degrees(turn.by));
                  },
                  [&](const Repeated& repeat) {
                      return fmt::format("shifted {} × {} along the bar", time,
                                         fig(as_drawn(job.datum, repeat.step).x));
                  },
                  [&](const AtEach& each) {
                      return fmt::format("as it stands to {}1, at {}", each.of, in_words(HoleRef{each.of, time + 1}));
                  },
                  [](const InEveryPiece&) { return std::string("in a further piece"); }},
            copy.way);
        return fmt::format("{} is {} {}. So it is {} from the left end, and the drill comes in at {}.", hole.name,
                           in_words(from), how, fig(hole.bar->along), angle_in_words(job, hole.bar->bearing));
    }
    std::string operator()(const CopyPattern& copy) const {
        const int source = pattern_index(job, copy.of);
        const auto many = static_cast<int>(places_of(job).at(static_cast<std::size_t>(source)).size());
        const int time = (hole.number - 1) / many + 1;
        const HoleRef from{copy.of, (hole.number - 1) % many + 1};
        if (hole.bar)
            return on_side(copy, from, time);
        const std::string how = std::visit(
            Cases{[&](const Mirrored& mirror) {
                      const Point on = as_drawn(job.datum, mirror.on);
                      return fmt::format("mirrored in the line through X {}, Y {} towards {}", plain(on.x), plain(on.y),
                                         in_degrees(job.convention.figure_of(mirror.along)));
                  },
                  [&](const Turned& turn) {
                      const Point about = as_drawn(job.datum, turn.about);
                      return fmt::format("turned {} × {} = {} counter-clockwise about X {}, Y {}", time,
                                         in_degrees(turn.by), in_degrees(turn.by * time), plain(about.x),
                                         plain(about.y));
                  },
                  [&](const Repeated& repeat) {
                      const Point step = as_drawn(job.datum, repeat.step);
                      return fmt::format("shifted {} times by X {}, Y {}", time, plain(step.x), plain(step.y));
                  },
                  [&](const AtEach& each) {
                      return fmt::format("as it stands to {}1, at {}", each.of, in_words(HoleRef{each.of, time + 1}));
                  },
                  [&](const InEveryPiece&) {
                      const Cutting cutting = job.blank.cutting.value_or(Cutting{});
                      return fmt::format(
                          "in piece {}: {} × ({} long + {} saw + 2 × {} to face) = {} further along the bar", time + 1,
                          time, plain(cutting.length), plain(cutting.kerf), plain(cutting.facing),
                          fig(pitch_of(cutting) * time));
                  }},
            copy.way);
        const Point was = as_drawn(job.datum, at(from));
        return fmt::format("{} is {} (X {}, Y {}) {}. {}", hole.name, in_words(from), plain(was.x), plain(was.y), how,
                           answer());
    }
    std::string operator()(const GridPattern& grid) const {
        const GridCell cell = cell_of(grid, hole.number);
        const double along = cell.column + (cell.shifted ? 0.5 : 0.0);
        return fmt::format("{} lies {} × {} = {} along its row and {} × {} = {} across, in rows going {}. {}",
                           hole.name, decimal(along, 1, Sign::WhenNegative, Tail::Trim), plain(grid.pitch),
                           fig(grid.pitch * along), cell.row, plain(grid.across), fig(grid.across * cell.row),
                           clock_time(grid.bearing), answer());
    }
    std::string operator()(const BarPattern& bar) const { return why_on_bar(job, hole, bar); }
    std::string operator()(const SinglePattern&) const { return "Its place was given as it stands. " + answer(); }
};

} // namespace

std::string why_place(const Job& job, const Hole& hole) {
    const Pattern& pattern = job.patterns.at(hole.pattern);
    const std::optional<Point> centre = centre_of(pattern.layout);
    const int extra = hole.number - (static_cast<int>(places_of(job).at(hole.pattern).size()) -
                                     static_cast<int>(pattern.extras.size()));
    if (extra > 0)
        return fmt::format("It is a further hole, counted from the {} of {}. ", centre ? "centre" : "first hole",
                           pattern.name) +
               Why{job, hole}.answer();
    // A hole off its place: the place first, then the shift.
    const auto off = pattern.off.find(hole.number);
    if (off == pattern.off.end())
        return std::visit(Why{job, hole}, pattern.layout);
    Hole on_place = hole;
    on_place.at = hole.at - off->second;
    const Point step = as_drawn(job.datum, off->second);
    return std::visit(Why{job, on_place}, pattern.layout) +
           fmt::format(" It stands off that place by X {}, Y {}. ", column_figure(step.x, job.unit),
                       column_figure(step.y, job.unit)) +
           Why{job, hole}.answer();
}

} // namespace clockface
