#include "measure/figures.h"
#include "measure/radians.h"
#include "ordering/cut_writer.h"
#include "ordering/pick_up.h"

#include <algorithm>
#include <map>

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
    for (int k = 0; k < n; ++k) {
        const int met = closed ? (n - k) % n + 1 : n - k; // when it runs the other way
        run.numbers.push_back(same ? k + 1 : met);
    }
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

// The hole a number of a pattern is, or -1 when it is left out.
int hole_of(const RouteNeeds& needs, std::size_t pattern, int number) {
    for (std::size_t i = 0; i < needs.holes.size(); ++i)
        if (needs.holes[i].pattern == pattern && needs.holes[i].number == number)
            return static_cast<int>(i);
    return -1;
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
    key.step = angle_counts(step_of(drawn), machine.angle_resolution);
    key.count = drawn.count;
    for (const int number : run.numbers)
        key.holes.push_back(hole_of(needs, pattern, number));
    return key;
}

// A row as a routine makes it: from its first hole, at its pitch, along its bearing.
KeyRow key_row(const RouteNeeds& needs, const Readout& machine, std::size_t pattern, const RowPattern& row) {
    const Point first = as_drawn(needs.job.datum, place_of(row, 1));
    const Point second = as_drawn(needs.job.datum, place_of(row, 2));
    KeyRow key;
    key.x = round_to_step(first.x, machine.resolution).counts;
    key.y = round_to_step(first.y, machine.resolution).counts;
    key.pitch = round_to_step(row.pitch, machine.resolution).counts;
    key.angle = angle_counts(machine.circle_convention.figure_of(bearing_of(first, second)), machine.angle_resolution);
    key.count = row.count;
    for (int number = 1; number <= row.count; ++number)
        key.holes.push_back(hole_of(needs, pattern, number));
    return key;
}

class ReadoutRoute {
public:
    ReadoutRoute(const RouteNeeds& needs, const Readout& machine)
        : m_needs(needs)
        , m_machine(machine)
        , m_half_way(needs) {}

    Route make() {
        m_route.order = m_needs.order;
        if (!pick_up_zero(m_route, m_needs, m_machine))
            m_route.list.push_back({ZeroReadout{}});
        if (at_hand(m_needs.job).order.walk_first)
            for (const int hole : m_needs.order) {
                go(hole);
                m_route.list.push_back({TouchLightly{}, hole});
            }
        if (at_hand(m_needs.job).order.readout == ReadoutWay::Routines)
            by_routines();
        else
            each_visit(m_route, m_needs, [&](int hole) {
                go(hole);
                m_half_way.check(m_route, hole);
            });
        return std::move(m_route);
    }

private:
    const RouteNeeds& m_needs;
    const Readout& m_machine;
    HalfWay m_half_way;
    Route m_route;
    std::int64_t m_zero_x = 0, m_zero_y = 0;                     // where zero is set, in counts from the drawing's
    std::optional<std::pair<std::int64_t, std::int64_t>> m_here; // where it was sent last, from the drawing's zero

    [[nodiscard]] std::int64_t counts(Length length) const {
        return round_to_step(length, m_machine.resolution).counts;
    }

    void go(int hole) {
        const Point at = as_drawn(m_needs.job.datum, m_needs.holes[static_cast<std::size_t>(hole)].at);
        const Point jump = as_drawn(m_needs.job.datum, m_needs.machine.lock_jump);
        // Rounded from the drawing's zero each time: what is shown from the last hole is a difference of rounded
        // figures, so nothing adds up.
        const std::int64_t x = counts(at.x), y = counts(at.y);
        // What it stops short is rounded together with the place, not by itself.
        const GoToReadout to{x - m_zero_x, y - m_zero_y, x - counts(at.x - jump.x), y - counts(at.y - jump.y),
                             at_hand(m_needs.job).order.readout == ReadoutWay::FromEachHole};
        if (m_here == std::pair(x, y))
            return; // it stands there already, locked
        m_here = std::pair(x, y);
        m_route.list.push_back({to, hole});
        if (to.from_last && (x != m_zero_x || y != m_zero_y)) {
            m_route.list.push_back({ZeroReadout{true}, hole});
            m_zero_x = x;
            m_zero_y = y;
        }
    }

    // Whether a keyed step, as far as it is rounded, would pile up to more than the readout shows.
    [[nodiscard]] bool piles_up(Length rounding, int steps) const {
        return abs(rounding) * static_cast<double>(steps) > m_machine.resolution / 2.0;
    }
    [[nodiscard]] bool step_piles_up(Length radius, Angle step, int count) const {
        const double off =
            round_to_step(Length::mm(step.in_degrees()), Length::mm(m_machine.angle_resolution.in_degrees()))
                .leftover.in_mm() /
            degrees_per_radian;
        return m_machine.asks_step && piles_up(radius * off, count - 1);
    }

    // The routine a hole's pattern can be made by: none where a hole stands beside its place, since the routine would
    // not know of it, nor where a step that is keyed rounded would pile up.
    [[nodiscard]] std::optional<Action> routine_of(std::size_t index) const {
        const Pattern& pattern = m_needs.job.patterns[index];
        if (!pattern.off.empty())
            return std::nullopt;
        if (const auto* circle = std::get_if<CirclePattern>(&pattern.layout);
            circle && m_machine.circle_routine &&
            !step_piles_up(circle->diameter / 2.0, step_of(*circle), circle->count))
            return key_circle(m_needs, m_machine, index, *circle, true);
        if (const auto* arc = std::get_if<ArcPattern>(&pattern.layout);
            arc && m_machine.circle_routine && !step_piles_up(arc->diameter / 2.0, step_of(*arc), arc->count))
            return key_circle(m_needs, m_machine, index, *arc, false);
        if (const auto* row = std::get_if<RowPattern>(&pattern.layout);
            row && row->count > 1 && m_machine.row_routine &&
            !piles_up(round_to_step(row->pitch, m_machine.resolution).leftover, row->count - 1))
            return key_row(m_needs, m_machine, index, *row);
        return std::nullopt;
    }

    static const std::vector<int>& holes_of_routine(const Action& routine) {
        if (const auto* circle = std::get_if<KeyCircle>(&routine))
            return circle->holes;
        return std::get<KeyRow>(routine).holes;
    }

    void by_routines() {
        std::map<std::size_t, std::optional<Action>> routines;
        CutWriter cuts(m_route, m_needs);
        for (const Pass& pass : m_needs.work.passes) {
            std::vector<char> made(pass.visits.size(), 0);
            for (std::size_t i = 0; i < pass.visits.size(); ++i) {
                if (made[i])
                    continue;
                const std::size_t pattern = m_needs.holes[static_cast<std::size_t>(pass.visits[i].hole)].pattern;
                const auto known = routines.try_emplace(pattern, std::nullopt);
                if (known.second)
                    known.first->second = routine_of(pattern);
                const std::optional<Action>& routine = known.first->second;
                const auto place = routine ? place_in(*routine, pass.visits[i].hole) : std::nullopt;
                cuts.change_for(pass.visits[i]);
                if (!place) {
                    go(pass.visits[i].hole);
                    m_half_way.check(m_route, pass.visits[i].hole);
                    cuts.cut(pass.visits[i]);
                    made[i] = 1;
                    continue;
                }
                m_route.list.push_back({*routine});
                m_here.reset();
                const std::vector<int>& holes = holes_of_routine(*routine);
                for (std::size_t k = 0; k < holes.size(); ++k)
                    for (std::size_t j = i; j < pass.visits.size(); ++j)
                        if (!made[j] && pass.visits[j].hole == holes[k]) {
                            cuts.change_for(pass.visits[j]);
                            m_route.list.push_back({RoutinePlace{static_cast<int>(k)}, holes[k]});
                            cuts.cut(pass.visits[j]);
                            made[j] = 1;
                        }
            }
        }
        cuts.hands();
    }

    static std::optional<int> place_in(const Action& routine, int hole) {
        const std::vector<int>& holes = holes_of_routine(routine);
        const auto found = std::find(holes.begin(), holes.end(), hole);
        return found == holes.end() ? std::nullopt : std::optional(static_cast<int>(found - holes.begin()));
    }
};

} // namespace

Route make_route(const RouteNeeds& needs, const Readout& machine) {
    return ReadoutRoute(needs, machine).make();
}

} // namespace clockface
