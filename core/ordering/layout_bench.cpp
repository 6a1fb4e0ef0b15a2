#include "layout/outline.h"
#include "measure/figures.h"
#include "ordering/route.h"

#include <map>

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

// Of each pattern: its first neighbours, its two ends, and the hole farthest from the first (the diagonal).
void compare_marks(Route& route, const RouteNeeds& needs, const LayoutBench& bench) {
    const auto at = [&](int hole) { return needs.holes[static_cast<std::size_t>(hole)].at; };
    const auto compare = [&](int from, int to) {
        const Instruction check{
            CompareMarks{from, to, round_to_step(distance(at(from), at(to)), bench.measured_to).counts}, to};
        for (const Instruction& known : route.list)
            if (known == check)
                return;
        route.list.push_back(check);
    };
    for (std::size_t i = 0; i < needs.job.patterns.size(); ++i) {
        std::vector<int> own;
        for (const int hole : needs.order)
            if (needs.holes[static_cast<std::size_t>(hole)].pattern == i)
                own.push_back(hole);
        if (own.empty())
            continue;
        if (own.size() == 1) {
            // A hole by itself is checked against the first hole of the job.
            if (own.front() != needs.order.front())
                compare(needs.order.front(), own.front());
            continue;
        }
        int farthest = own[1];
        for (const int hole : own)
            if (distance(at(own.front()), at(hole)) > distance(at(own.front()), at(farthest)))
                farthest = hole;
        compare(own[0], own[1]);
        compare(own[0], farthest);
        compare(own[0], own.back());
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
        route.list.push_back({PunchMark{}, hole});
    compare_marks(route, needs, machine);
    for (const int hole : needs.order)
        route.list.push_back({DrillHole{}, hole});
    return route;
}

} // namespace clockface
