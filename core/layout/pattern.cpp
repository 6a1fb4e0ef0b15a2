#include "layout/pattern.h"

#include "layout/bar.h"
#include "layout/on_bar.h"
#include "measure/cases.h"
#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace clockface {

namespace {

// The turn from hole 1 is worked out from the whole, not by adding steps, so nothing accumulates.
Angle turn_to(const CirclePattern& circle, int number) {
    const double half = circle.straddle ? 0.5 : 0.0;
    return Angle::degrees(360.0 * (number - 1 + half) / circle.count) * sign_of(circle.going);
}
Angle turn_to(const ArcPattern& arc, int number) {
    return arc.sweep * static_cast<double>(number - 1) / (arc.count - 1) * sign_of(arc.going);
}

template <class Round> Point on_circle(const Round& round, int number) {
    return round.centre + polar(round.diameter / 2.0, bearing_in(round, number));
}
Point place_in(const CirclePattern& circle, int number) {
    return on_circle(circle, number);
}
Point place_in(const ArcPattern& arc, int number) {
    return on_circle(arc, number);
}
Point place_in(const AnglesPattern& angles, int number) {
    return on_circle(angles, number);
}
Point place_in(const RowPattern& row, int number) {
    return row.first + polar(row.pitch * (number - 1 - (row.centred ? (row.count - 1) / 2.0 : 0.0)), row.bearing);
}
Point place_in(const StepsPattern& row, int number) {
    Length along;
    for (int k = 0; k < number - 1; ++k)
        along += row.steps[static_cast<std::size_t>(k)];
    return row.first + polar(along, row.bearing);
}
Point place_in(const SinglePattern& single, int) {
    return single.at;
}
Point place_in(const PointsPattern& points, int number) {
    return points.at[static_cast<std::size_t>(number - 1)];
}
Point place_in(const GridPattern& grid, int number) {
    const GridCell cell = cell_of(grid, number);
    return grid.first + polar(grid.pitch * (cell.column + (cell.shifted ? 0.5 : 0.0)), grid.bearing) +
           polar(grid.across * cell.row, grid.bearing + Angle::degrees(90.0));
}
// These need the job.
Point place_in(const MarginsPattern&, int) {
    return {};
}
Point place_in(const MiddlePattern&, int) {
    return {};
}
Point place_in(const TwoDistancesPattern&, int) {
    return {};
}
Point place_in(const CopyPattern&, int) {
    return {};
}
Point place_in(const BarPattern&, int) {
    return {};
}

int places_in_grid(const GridPattern& grid) {
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

Angle bearing_in(const AnglesPattern& angles, int number) {
    return angles.at[static_cast<std::size_t>(number - 1)].wrapped();
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

int places_in(const PatternLayout& layout) {
    return std::visit(Cases{[](const SinglePattern&) { return 1; }, [](const MiddlePattern&) { return 1; },
                            [](const TwoDistancesPattern&) { return 1; },
                            [](const GridPattern& grid) { return places_in_grid(grid); },
                            [](const AnglesPattern& angles) { return static_cast<int>(angles.at.size()); },
                            [](const StepsPattern& row) { return static_cast<int>(row.steps.size()) + 1; },
                            [](const PointsPattern& points) { return static_cast<int>(points.at.size()); },
                            [](const CopyPattern&) { return 0; }, [](const auto& many) { return many.count; }},
                      layout);
}

Point place_of(const PatternLayout& layout, int number) {
    return std::visit([&](const auto& pattern) { return place_in(pattern, number); }, layout);
}

Angle step_of(const PatternLayout& layout) {
    if (const auto* circle = std::get_if<CirclePattern>(&layout))
        return Angle::degrees(360.0 / circle->count);
    if (const auto* arc = std::get_if<ArcPattern>(&layout))
        return arc->sweep / (arc->count - 1);
    return {};
}

RowPattern as_row(const Job& job, const MarginsPattern& margins) {
    const bool level = margins.along == Axis::X;
    const Point corner = middle_from_datum(job) - Point{job.blank.extent_x() / 2.0, job.blank.extent_y() / 2.0};
    const Length length = level ? job.blank.extent_x() : job.blank.extent_y();
    RowPattern row;
    row.first =
        level ? Point{corner.x + margins.before, margins.level} : Point{margins.level, corner.y + margins.before};
    row.count = margins.count;
    row.pitch = (length - margins.before - margins.after) / std::max(1, margins.count - 1);
    row.bearing = Angle::degrees(level ? 0.0 : 90.0);
    return row;
}

Result<std::pair<Point, Point>> crossings(Point one, Point other, Length from_one, Length from_other, Unit unit) {
    constexpr double graze_mm = 1e-5;
    const Length apart = distance(one, other);
    const auto fig = [&](Length length) { return with_unit(length, unit); };
    if (apart.in_mm() < graze_mm)
        return problem("", say("Both distances are from the same place. Two holes that lie apart would do."));
    if (from_one + from_other < apart - Length::mm(graze_mm))
        return problem("", say("The two distances do not meet: the holes lie {apart} apart, the distances make only "
                               "{from_other} together. Make one of them {missing} longer or more.",
                               {{"apart", fig(apart)},
                                {"from_other", fig(from_one + from_other)},
                                {"missing", fig(apart - from_one - from_other)}}));
    if (abs(from_one - from_other) > apart + Length::mm(graze_mm))
        return problem("", say("The two distances do not meet: they differ by {from_other}, but the holes lie only "
                               "{apart} apart. Make the longer one {from_one} shorter or more.",
                               {{"from_other", fig(abs(from_one - from_other))},
                                {"apart", fig(apart)},
                                {"from_one", fig(abs(from_one - from_other) - apart)}}));
    const double d = apart.in_mm();
    const double along =
        (from_one.in_mm() * from_one.in_mm() - from_other.in_mm() * from_other.in_mm() + d * d) / (2 * d);
    const Length across = Length::mm(std::sqrt(std::max(0.0, from_one.in_mm() * from_one.in_mm() - along * along)));
    const Angle way = bearing_of(one, other);
    const Point foot = one + polar(Length::mm(along), way);
    const Point side = polar(across, way + Angle::degrees(90.0));
    return std::pair{foot + side, foot - side};
}

namespace {

Point mirrored(Point at, const Mirrored& mirror) {
    const Point along = rotated(at - mirror.on, -mirror.along); // as the line of the mirror lies
    return mirror.on + rotated({along.x, -along.y}, mirror.along);
}

Point turned(Point at, const Turned& turn, int times) {
    return turn.about + rotated(at - turn.about, turn.by * times);
}

// Where a hole is already, to a tenth of a micrometre.
class Taken {
public:
    bool insert(Point at) { return m_seen.insert({step(at.x), step(at.y)}).second; }

private:
    std::set<std::pair<std::int64_t, std::int64_t>> m_seen;
    static std::int64_t step(Length length) {
        constexpr double off_the_grid_mm = 0.0000314159; // so that round figures do not sit between two steps
        return std::llround((length.in_mm() + off_the_grid_mm) * 1e4);
    }
};

class Resolver {
public:
    explicit Resolver(const Job& job)
        : m_job(job) {
        for (std::size_t i = 0; i < job.patterns.size(); ++i)
            m_places.push_back(places(job.patterns[i]));
    }
    std::vector<std::vector<Place>> take() { return std::move(m_places); }

private:
    const Job& m_job;
    std::vector<std::vector<Place>> m_places;

    [[nodiscard]] const std::vector<Place>& places_named(const std::string& name) const {
        return m_places.at(static_cast<std::size_t>(pattern_index(m_job, name)));
    }
    [[nodiscard]] const Place& place_named(const HoleRef& ref) const {
        return places_named(ref.pattern).at(static_cast<std::size_t>(ref.number - 1));
    }
    [[nodiscard]] Point hole(const HoleRef& ref) const { return place_named(ref).at; }

    [[nodiscard]] std::vector<Place> places(const Pattern& pattern) const {
        std::vector<Place> all = std::visit([&](const auto& layout) { return laid_out(layout); }, pattern.layout);
        const std::optional<Point> centre = centre_of(pattern.layout);
        Point origin;
        if (centre)
            origin = *centre;
        else if (!all.empty())
            origin = all.front().at;
        for (const Point& extra : pattern.extras)
            all.push_back({origin + extra});
        for (const auto& [number, step] : pattern.off)
            all.at(static_cast<std::size_t>(number - 1)).at = all.at(static_cast<std::size_t>(number - 1)).at + step;
        for (const int number : pattern.left_out)
            all.at(static_cast<std::size_t>(number - 1)).made = false;
        return all;
    }

    template <class Layout> [[nodiscard]] std::vector<Place> laid_out(const Layout& layout) const {
        std::vector<Place> all;
        const int count = places_in(layout);
        all.reserve(static_cast<std::size_t>(count));
        for (int number = 1; number <= count; ++number)
            all.push_back({place_in(layout, number)});
        return all;
    }
    [[nodiscard]] std::vector<Place> laid_out(const PointsPattern& points) const {
        std::vector<Place> all;
        for (std::size_t i = 0; i < points.at.size(); ++i)
            all.push_back({points.at[i], points.open.count(static_cast<int>(i) + 1) == 0});
        return all;
    }
    [[nodiscard]] std::vector<Place> laid_out(const StepsPattern& row) const {
        std::vector<Place> all{{row.first}};
        Length along;
        for (const Length step : row.steps)
            all.push_back({row.first + polar(along += step, row.bearing)});
        return all;
    }
    [[nodiscard]] Place on_bar(const OnBar& bar) const { return {mouth_of(m_job, bar), true, bar}; }
    [[nodiscard]] std::vector<Place> laid_out(const BarPattern& bar) const {
        const Length origin = along_origin(m_job, bar, bar.hole ? place_named(*bar.hole).bar.along : Length{});
        const Length first = origin + (bar.along_from == AlongFrom::RightEnd ? -bar.along : bar.along);
        const Angle at = (bar.angle_from ? place_named(*bar.angle_from).bar.bearing : Angle{}) + bar.at;
        std::vector<Place> all;
        all.reserve(static_cast<std::size_t>(bar.count));
        for (int k = 0; k < bar.count; ++k)
            all.push_back(on_bar({first + bar.pitch * k, (at + turn_of(bar) * k).wrapped(), bar.offset}));
        return all;
    }
    [[nodiscard]] std::vector<Place> laid_out(const MarginsPattern& margins) const {
        return laid_out(as_row(m_job, margins));
    }
    [[nodiscard]] std::vector<Place> laid_out(const MiddlePattern& middle) const {
        return {{(hole(middle.one) + hole(middle.other)) * 0.5}};
    }
    [[nodiscard]] std::vector<Place> laid_out(const TwoDistancesPattern& two) const {
        const auto both = crossings(hole(two.one), hole(two.other), two.from_one, two.from_other, m_job.unit);
        return {{!both ? Point{} : two.left ? both->first : both->second}};
    }
    [[nodiscard]] std::vector<Place> laid_out(const CopyPattern& copy) const {
        const std::vector<Place>& source = places_named(copy.of);
        const bool on_side = m_job.blank.is_bar() &&
                             m_job.patterns[static_cast<std::size_t>(pattern_index(m_job, copy.of))].face == Face::Top;
        Taken taken;
        for (const Place& place : source)
            if (place.made)
                taken.insert(place.at);
        std::vector<Place> all;
        const auto again = [&](const auto& flat, const auto& round) {
            for (const Place& place : source) {
                Place copied = on_side ? on_bar(round(place.bar)) : Place{flat(place.at)};
                copied.made = place.made && taken.insert(copied.at);
                all.push_back(copied);
            }
        };
        const auto along = [](OnBar bar, Length step) {
            bar.along += step;
            return bar;
        };
        std::visit(Cases{[&](const Mirrored& mirror) {
                             // On the side of a bar the line of the mirror stands across it.
                             const Length line = mirror.on.x + zero_on_side(m_job);
                             again([&](Point at) { return mirrored(at, mirror); },
                                   [&](const OnBar& bar) { return along(bar, (line - bar.along) * 2.0); });
                         },
                         [&](const Turned& turn) {
                             for (int k = 1; k <= turn.times; ++k)
                                 again([&](Point at) { return turned(at, turn, k); },
                                       [&](OnBar bar) {
                                           bar.bearing = (bar.bearing + turn.by * k).wrapped();
                                           return bar;
                                       });
                         },
                         [&](const Repeated& repeat) {
                             for (int k = 1; k <= repeat.times; ++k)
                                 again([&](Point at) { return at + repeat.step * k; },
                                       [&](const OnBar& bar) { return along(bar, repeat.step.x * k); });
                         },
                         [&](const AtEach& each) {
                             const std::vector<Place>& carrier = places_named(each.of);
                             for (std::size_t k = 1; k < carrier.size(); ++k)
                                 again(
                                     [&](Point at) { return at + (carrier[k].at - carrier[0].at); },
                                     [&](OnBar bar) {
                                         bar.bearing =
                                             (bar.bearing + carrier[k].bar.bearing - carrier[0].bar.bearing).wrapped();
                                         return along(bar, carrier[k].bar.along - carrier[0].bar.along);
                                     });
                         },
                         [&](const InEveryPiece&) {
                             const Sawing cutting = m_job.blank.sawing.value_or(Sawing{});
                             for (int k = 1; k < pieces_in(cutting); ++k)
                                 again(
                                     [&](Point at) {
                                         return at + Point{pitch_of(cutting) * k, {}};
                                     },
                                     [&](const OnBar& bar) { return along(bar, pitch_of(cutting) * k); });
                         }},
                   copy.way);
        return all;
    }
};

} // namespace

std::vector<std::int64_t> counts_of(const Job& job) {
    constexpr std::int64_t far_too_many = 1'000'000;
    std::vector<std::int64_t> counts;
    const auto named = [&](const std::string& name) -> std::int64_t {
        const int index = pattern_index(job, name);
        return index >= 0 && static_cast<std::size_t>(index) < counts.size() ? counts[static_cast<std::size_t>(index)]
                                                                             : 0;
    };
    for (const Pattern& pattern : job.patterns) {
        std::int64_t count = places_in(pattern.layout);
        if (const auto* copy = std::get_if<CopyPattern>(&pattern.layout)) {
            const std::int64_t times =
                std::visit(Cases{[](const Mirrored&) { return std::int64_t{1}; },
                                 [](const Turned& turn) { return std::int64_t{turn.times}; },
                                 [](const Repeated& repeat) { return std::int64_t{repeat.times}; },
                                 [&](const AtEach& each) { return std::max<std::int64_t>(named(each.of) - 1, 0); },
                                 [&](const InEveryPiece&) {
                                     return job.blank.sawing ? std::int64_t{pieces_in(*job.blank.sawing)} - 1 : 0;
                                 }},
                           copy->way);
            count = std::min(named(copy->of) * times, far_too_many); // nested copies must not overflow
        }
        counts.push_back(count + static_cast<std::int64_t>(pattern.extras.size()));
    }
    return counts;
}

Point place(const Job& job, const HoleRef& hole) {
    return places_of(job)
        .at(static_cast<std::size_t>(pattern_index(job, hole.pattern)))
        .at(static_cast<std::size_t>(hole.number - 1))
        .at;
}

std::vector<std::vector<Place>> places_of(const Job& job) {
    return Resolver(job).take();
}

namespace {

// The pattern that says how deep a copy's holes go: its source, or itself.
const BarPattern* bar_pattern_of(const Job& job, const Pattern& pattern) {
    const Pattern* at = &pattern;
    while (const auto* copy = std::get_if<CopyPattern>(&at->layout))
        at = &job.patterns[static_cast<std::size_t>(pattern_index(job, copy->of))];
    return std::get_if<BarPattern>(&at->layout);
}

} // namespace

Result<std::optional<Length>> depth_at(const Job& job, const std::vector<std::vector<Place>>& places,
                                       std::size_t pattern, const OnBar& at) {
    const HoleSpec& spec = spec_of(job, job.patterns[pattern]);
    const BarPattern* bar = bar_pattern_of(job, job.patterns[pattern]);
    if (!bar)
        return spec.depth;
    std::optional<OnBar> into;
    if (bar->into)
        into = places[static_cast<std::size_t>(pattern_index(job, bar->into->pattern))]
                     [static_cast<std::size_t>(bar->into->number - 1)]
                         .bar;
    return depth_of(job, *bar, spec, at, into);
}

std::vector<Hole> holes_of(const Job& job) {
    std::vector<Hole> holes;
    const std::vector<std::vector<Place>> places = places_of(job);
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        const Pattern& pattern = job.patterns[i];
        if (!is_at_hand(job, pattern))
            continue;
        const HoleSpec& spec = spec_of(job, pattern);
        for (std::size_t k = 0; k < places[i].size(); ++k) {
            const Place& place = places[i][k];
            if (!place.made)
                continue;
            Hole hole{fmt::format("{}{}", pattern.name, k + 1), i, static_cast<int>(k) + 1, place.at, spec, {}};
            if (job.blank.on_side()) {
                hole.bar = place.bar;
                if (const auto depth = depth_at(job, places, i, place.bar))
                    hole.spec.depth = *depth;
            }
            holes.push_back(std::move(hole));
        }
    }
    return holes;
}

} // namespace clockface
