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

    void strike(Length diameter, int steps, Angle apart) const {
        const Pattern& struck = needs.job.patterns[static_cast<std::size_t>(pattern)];
        StrikeCircle strike{pattern, round_to_step(diameter / 2.0, bench.divider_step).counts, {}};
        for (const int hole : needs.order) {
            const Hole& each = needs.holes[static_cast<std::size_t>(hole)];
            const bool further = each.number > places_in(struck.layout);
            if (each.pattern == static_cast<std::size_t>(pattern) && !further && !struck.off.contains(each.number))
                strike.holes.push_back(hole);
        }
        route.list.push_back({strike});
        // Stepping round goes from each hole to the next, so all of them must stand where the circle has them. Chord
        // between neighbours: D sin(step / 2), from the triangle of two radii.
        if (steps > 0 && struck.off.empty())
            route.list.push_back(
                {StepChord{pattern, round_to_step(diameter * (apart / 2.0).sine(), bench.divider_step).counts, steps,
                           places_in(struck.layout), apart}});
    }
    void operator()(const CirclePattern& circle) const {
        strike(circle.diameter, circle.count > 2 ? circle.count : circle.count - 1, step_of(circle));
    }
    void operator()(const ArcPattern& arc) const { strike(arc.diameter, arc.count - 1, step_of(arc)); }
    // Unequal steps are not stepped off; the circle still shows whether every crossing lies on it.
    void operator()(const AnglesPattern& angles) const { strike(angles.diameter, 0, {}); }
    template <class Straight> void operator()(const Straight&) const {}
};

// Distances from mark to mark that show every single mark that is off, whichever way: each mark is in at least two,
// and they cross at an angle that leaves no direction unseen. The nearest first: short ones are measured best.
class MarkChecks {
public:
    MarkChecks(Route& route, const RouteNeeds& needs, const LayoutBench& bench)
        : m_route(route)
        , m_needs(needs)
        , m_bench(bench)
        , m_ways(needs.holes.size()) {}

    void write() {
        for (const int hole : m_needs.order) {
            std::vector<Way>& known = m_ways[static_cast<std::size_t>(hole)];
            if (known.empty())
                compare_with_nearest(hole, [](Way) { return true; });
            const auto crossed = [&] {
                return std::any_of(known.begin(), known.end(), [&](Way way) { return crosses(way, known.front()); });
            };
            if (!known.empty() && !crossed())
                compare_with_nearest(hole, [first = known.front()](Way way) { return crosses(way, first); });
            // A single mark, or all in one line: the edges see what no distance does.
            if (!crossed())
                m_route.list.push_back(
                    {place_check(m_needs, hole, m_bench.measured_to, m_bench.measured_to + m_bench.gauge_step * 1.5),
                     hole});
        }
    }

private:
    struct Way { // from one mark to another, in millimetres
        double x, y;
        [[nodiscard]] double squared() const { return x * x + y * y; }
    };
    Route& m_route;
    const RouteNeeds& m_needs;
    const LayoutBench& m_bench;
    std::vector<std::vector<Way>> m_ways; // by hole: along which it is checked
    std::set<std::pair<int, int>> m_taken;

    [[nodiscard]] Point at(int hole) const { return m_needs.holes[static_cast<std::size_t>(hole)].at; }
    [[nodiscard]] Way way(int from, int to) const {
        const Point step = at(to) - at(from);
        return {step.x.in_mm(), step.y.in_mm()};
    }
    // Off by e, a mark changes a distance by e cos(angle between); with two that are 30 degrees or more apart one of
    // them shows at least a quarter of e. Sine squared of 30 degrees: a quarter.
    static bool crosses(Way a, Way b) {
        constexpr double least = 0.25;
        const double area = a.x * b.y - a.y * b.x;
        return area * area >= least * a.squared() * b.squared();
    }
    template <class Fits> void compare_with_nearest(int hole, const Fits& fits) {
        int nearest = -1;
        double least = 0.0;
        for (const int other : m_needs.order) {
            const Way there = way(hole, other);
            const double far = there.squared();
            if (far > 0.0 && (nearest < 0 || far < least) && fits(there)) {
                nearest = other;
                least = far;
            }
        }
        if (nearest < 0)
            return;
        m_ways[static_cast<std::size_t>(hole)].push_back(way(hole, nearest));
        m_ways[static_cast<std::size_t>(nearest)].push_back(way(nearest, hole));
        if (m_taken.insert(std::minmax(hole, nearest)).second)
            m_route.list.push_back(
                {CompareMarks{hole, nearest,
                              round_to_step(distance(at(hole), at(nearest)), m_bench.measured_to).counts},
                 nearest});
    }
};

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
    MarkChecks(route, needs, machine).write();
    for (const int hole : needs.order)
        route.list.push_back({PunchMark{}, hole});
    each_visit(route, needs, [](int) {}); // the mark itself says where
    return route;
}

} // namespace clockface
