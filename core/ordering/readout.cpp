#include "measure/figures.h"
#include "ordering/route.h"

namespace clockface {

namespace {

// A circle routine runs one way only. A circle that runs the other way on the drawing is keyed from the same first hole
// and met in reverse; an arc is keyed from its other end.
struct RoutineRun {
    Angle first, last;        // bearings
    std::vector<int> numbers; // of the pattern's holes, in the routine's order
};

template <class Round> RoutineRun run_of(const Round& pattern, Sense routine, bool closed) {
    RoutineRun run;
    const int n = pattern.count;
    const bool same = pattern.going == routine;
    for (int k = 0; k < n; ++k)
        run.numbers.push_back(same ? k + 1 : closed ? (n - k) % n + 1 : n - k);
    run.first = bearing_in(pattern, run.numbers.front());
    run.last = bearing_in(pattern, run.numbers.back());
    return run;
}

std::int64_t angle_counts(Angle figure, Angle step) {
    return round_to_step(Length::mm(figure.in_degrees()), Length::mm(step.in_degrees())).counts;
}

// The readout works in the drawing's axes. Where one of them counts the other way, the drawing is a mirror image of the
// work as it lies, and the routine's angles are mirrored with it.
template <class Round> Round in_drawn_axes(const Datum& datum, Round round) {
    round.centre = as_drawn(datum, round.centre);
    round.first = bearing_of({}, as_drawn(datum, polar(Length::mm(1.0), round.first)));
    if (datum.x_plus_right != datum.y_plus_up)
        round.going = opposite(round.going);
    return round;
}

template <class Round>
KeyCircle key_circle(const RouteNeeds& needs, const Readout& machine, std::size_t pattern, const Round& round,
                     bool closed) {
    const Round drawn = in_drawn_axes(needs.job.datum, round);
    const RoutineRun run = run_of(drawn, machine.circle_convention.sense, closed);
    KeyCircle key;
    key.centre_x = round_to_step(drawn.centre.x, machine.resolution).counts;
    key.centre_y = round_to_step(drawn.centre.y, machine.resolution).counts;
    key.diameter = round_to_step(drawn.diameter, machine.resolution).counts;
    key.first = angle_counts(machine.circle_convention.figure_of(run.first), machine.angle_resolution);
    key.last = angle_counts(machine.circle_convention.figure_of(run.last), machine.angle_resolution);
    key.count = drawn.count;
    std::vector<int> by_number(static_cast<std::size_t>(drawn.count) + 1, -1);
    for (std::size_t i = 0; i < needs.holes.size(); ++i)
        if (needs.holes[i].pattern == pattern && needs.holes[i].number <= drawn.count)
            by_number[static_cast<std::size_t>(needs.holes[i].number)] = static_cast<int>(i);
    for (const int number : run.numbers)
        key.holes.push_back(by_number[static_cast<std::size_t>(number)]);
    return key;
}

} // namespace

Route make_route(const RouteNeeds& needs, const Readout& machine) {
    Route route;
    route.order = needs.order;
    route.list.push_back({ZeroReadout{}});
    for (std::size_t i = 0; i < needs.job.patterns.size(); ++i) {
        const Pattern& pattern = needs.job.patterns[i];
        // The routine knows nothing of a hole that is off its place; then every hole is gone to by its figures.
        if (!is_at_hand(needs.job, pattern) || !pattern.off.empty())
            continue;
        const PatternLayout& layout = pattern.layout;
        if (const auto* circle = std::get_if<CirclePattern>(&layout))
            route.list.push_back({key_circle(needs, machine, i, *circle, true)});
        else if (const auto* arc = std::get_if<ArcPattern>(&layout))
            route.list.push_back({key_circle(needs, machine, i, *arc, false)});
    }
    for (const int index : needs.order) {
        const Point at = as_drawn(needs.job.datum, needs.holes[static_cast<std::size_t>(index)].at);
        route.list.push_back({GoToReadout{round_to_step(at.x, machine.resolution).counts,
                                          round_to_step(at.y, machine.resolution).counts},
                              index});
        route.list.push_back({DrillHole{}, index});
    }
    return route;
}

} // namespace clockface
