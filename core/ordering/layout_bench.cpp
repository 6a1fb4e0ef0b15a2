#include "layout/outline.h"
#include "measure/figures.h"
#include "ordering/cut_writer.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

namespace clockface {

namespace {

struct LineMarks {
    std::vector<int> holes;
    std::vector<int> centres;
};

// Every setting of the gauge once, smallest first, with all that lies on its line.
void scribe_lines(Route& route, const RouteNeeds& needs, const LayoutBench& bench, Axis axis) {
    const ReferenceEdges edges = reference_edges(needs.job);
    const bool far = axis == Axis::X ? edges.right : edges.upper;
    const auto setting = [&](Point at) {
        const Point from = at - edges.corner;
        const Length along = axis == Axis::X ? from.x : from.y;
        return round_to_step(far ? -along : along, bench.gauge_step).counts;
    };
    std::map<std::int64_t, LineMarks> lines;
    for (const int index : needs.order)
        lines[setting(needs.holes[static_cast<std::size_t>(index)].at)].holes.push_back(index);
    for (std::size_t i = 0; i < needs.job.patterns.size(); ++i) {
        const Pattern& pattern = needs.job.patterns[i];
        const std::optional<Point> centre = centre_of(pattern.layout);
        if (centre && is_at_hand(needs.job, pattern))
            lines[setting(*centre)].centres.push_back(static_cast<int>(i));
    }
    for (auto& [counts, marks] : lines)
        route.list.push_back({ScribeLine{axis, far, counts, std::move(marks.holes), std::move(marks.centres)}});
}

struct Dividers {
    Route& route;
    const RouteNeeds& needs;
    const LayoutBench& bench;
    int pattern;

    void strike(Length diameter, Length chord, int steps) const {
        const Pattern& struck = needs.job.patterns[static_cast<std::size_t>(pattern)];
        StrikeCircle strike{pattern, round_to_step(diameter / 2.0, bench.divider_step).counts, {}};
        for (const int hole : needs.order) {
            const Hole& each = needs.holes[static_cast<std::size_t>(hole)];
            const bool further = each.number > places_in(struck.layout);
            if (each.pattern == static_cast<std::size_t>(pattern) && !further && !struck.off.contains(each.number))
                strike.holes.push_back(hole);
        }
        route.list.push_back({strike});
        // Stepping round goes from each hole to the next, so all of them must stand where the circle has them.
        if (steps > 0 && struck.off.empty())
            route.list.push_back(
                {StepChord{pattern, round_to_step(chord, bench.divider_step).counts, steps, places_in(struck.layout)}});
    }
    // Chord between neighbours: D sin(step / 2), from the triangle of two radii.
    void operator()(const CirclePattern& circle) const {
        strike(circle.diameter, circle.diameter * (step_of(circle) / 2.0).sine(),
               circle.count > 2 ? circle.count : circle.count - 1);
    }
    void operator()(const ArcPattern& arc) const {
        strike(arc.diameter, arc.diameter * (step_of(arc) / 2.0).sine(), arc.count - 1);
    }
    // Unequal steps are not stepped off; the circle still shows whether every crossing lies on it.
    void operator()(const AnglesPattern& angles) const { strike(angles.diameter, {}, 0); }
    template <class Straight> void operator()(const Straight&) const {}
};

// Distances from mark to mark that show every single mark that is off, whichever way: each mark is in at least two,
// and they cross at an angle that leaves no direction unseen. Short ones first: they are measured best.
void compare_marks(Route& route, const RouteNeeds& needs, const LayoutBench& bench) {
    const auto at = [&](int hole) { return needs.holes[static_cast<std::size_t>(hole)].at; };
    std::set<std::pair<int, int>> taken;
    std::map<int, std::vector<Angle>> seen; // directions in which a mark is checked
    // Off by e, a mark changes a distance by e cos(angle between); with two at 30 degrees or more one of them shows at
    // least a quarter of e.
    const auto crosses = [](Angle a, Angle b) {
        constexpr double least_degrees = 30.0;
        return std::fabs((a - b).sine()) >= Angle::degrees(least_degrees).sine();
    };
    const auto compare = [&](int from, int to) {
        const std::pair pair(std::min(from, to), std::max(from, to));
        const Angle way = bearing_of(at(from), at(to));
        seen[from].push_back(way);
        seen[to].push_back(way);
        if (taken.insert(pair).second)
            route.list.push_back(
                {CompareMarks{from, to, round_to_step(distance(at(from), at(to)), bench.measured_to).counts}, to});
    };
    for (const int hole : needs.order) {
        std::vector<int> others;
        for (const int other : needs.order)
            if (at(other) != at(hole))
                others.push_back(other);
        // Only the nearest few dozen are worth looking at.
        constexpr std::size_t most = 40;
        const std::size_t near = std::min(others.size(), most);
        std::partial_sort(others.begin(), others.begin() + static_cast<std::ptrdiff_t>(near), others.end(),
                          [&](int a, int b) { return distance(at(hole), at(a)) < distance(at(hole), at(b)); });
        for (std::size_t i = 0; i < near; ++i) {
            const std::vector<Angle>& known = seen[hole];
            const Angle way = bearing_of(at(hole), at(others[i]));
            if (known.size() > 1 &&
                std::any_of(known.begin(), known.end(), [&](Angle a) { return crosses(a, known.front()); }))
                break;
            if (known.empty() || crosses(known.front(), way))
                compare(hole, others[i]);
        }
        // A single mark, or all in one line: the edges see what no distance does.
        const std::vector<Angle>& known = seen[hole];
        if (std::none_of(known.begin(), known.end(), [&](Angle a) { return crosses(a, known.front()); }))
            route.list.push_back(
                {place_check(needs, hole, bench.measured_to, bench.measured_to + bench.gauge_step * 1.5), hole});
    }
}

} // namespace

Route make_route(const RouteNeeds& needs, const LayoutBench& machine) {
    Route route;
    route.order = needs.order;
    if (needs.order.empty())
        return route;
    scribe_lines(route, needs, machine, Axis::X);
    scribe_lines(route, needs, machine, Axis::Y);
    for (std::size_t i = 0; i < needs.job.patterns.size(); ++i)
        if (is_at_hand(needs.job, needs.job.patterns[i]))
            std::visit(Dividers{route, needs, machine, static_cast<int>(i)}, needs.job.patterns[i].layout);
    for (const int hole : needs.order)
        route.list.push_back({PrickMark{}, hole});
    route.list.push_back({LookAtMarks{needs.order}});
    compare_marks(route, needs, machine);
    for (const int hole : needs.order)
        route.list.push_back({PunchMark{}, hole});
    each_visit(route, needs, [](int) {}); // the mark itself says where
    return route;
}

} // namespace clockface
