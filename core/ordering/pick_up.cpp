#include "ordering/pick_up.h"

#include "layout/outline.h"
#include "measure/figures.h"

#include <algorithm>

namespace clockface {

namespace {

// One axis: where the faces of the work stand from zero, and which of them is touched.
struct ToTouch {
    Axis axis = Axis::X;
    Length low, high; ///< left and right, or near and far
    bool both = false;
    bool high_only = false;
};

class PickUp {
public:
    PickUp(Route& route, const RouteNeeds& needs)
        : m_route(route)
        , m_held(needs.held)
        , m_times(at_hand(needs.job).holding.touches) {
        const Point datum = datum_from_middle(needs.job);
        const Point half{m_held.extents().x / 2.0, m_held.extents().y / 2.0};
        x = to_touch(Axis::X, half.x, datum.x, m_held.located_at_high(Axis::X));
        y = to_touch(Axis::Y, half.y, datum.y, m_held.located_at_high(Axis::Y));
        // Where the work does not stand out of the jaws far enough, the fixed jaw is touched before it is in.
        m_empty_jaw = m_held.vise && m_held.finder && m_held.proud < m_held.finder->needs;
        ToTouch& across = m_held.across_jaws() == Axis::X ? x : y;
        across.both = across.both && !m_empty_jaw;
    }

    ToTouch x, y;

    // What the jaw is touched for is done before the work is in it, so it comes first; otherwise X does.
    [[nodiscard]] bool y_first() const { return m_empty_jaw && !m_held.turned; }
    [[nodiscard]] bool is_known() const { return m_held.known && m_held.finder; }

    void touch(const ToTouch& at, bool high, std::int64_t figure, bool halves, Length play = {}) {
        m_route.list.push_back({touching(at, high, figure, halves, play)});
    }
    [[nodiscard]] Length spindle(const ToTouch& at, bool high) const {
        return spindle_at(touching(at, high, 0, false));
    }
    [[nodiscard]] bool stands_behind(const ToTouch& at, bool high) const {
        return touching(at, high, 0, false).stands == Towards::Plus;
    }
    // From the spindle at one side to the spindle at the other.
    [[nodiscard]] Length across(const ToTouch& at) const { return spindle(at, true) - spindle(at, false); }

    // The corner of the two faces that were touched; what is round, or cut off there, has none to look at.
    [[nodiscard]] Point corner() const { return {x.high_only ? x.high : x.low, y.high_only ? y.high : y.low}; }
    [[nodiscard]] bool has_corner(const Job& job) const {
        constexpr Length exact = Length::mm(1e-6);
        return abs(metal_to_edge(job.blank, corner() + datum_from_middle(job))) < exact;
    }
    void look() { m_route.list.push_back({LookAtCorner{x.high_only, y.high_only}}); }

private:
    Route& m_route;
    const Held& m_held;
    int m_times;
    bool m_empty_jaw = false;

    static ToTouch to_touch(Axis axis, Length half, Length zero, bool high_only) {
        constexpr Length exact = Length::mm(1e-9);
        return {axis, -half - zero, half - zero, abs(zero) < exact, high_only};
    }
    [[nodiscard]] TouchEdge touching(const ToTouch& at, bool high, std::int64_t figure, bool halves,
                                     Length play = {}) const {
        return {at.axis,
                high != (m_empty_jaw && at.axis == m_held.across_jaws()) ? Towards::Plus : Towards::Minus,
                against(at.axis, high),
                *m_held.finder,
                high ? at.high : at.low,
                m_times,
                figure,
                halves,
                play};
    }
    [[nodiscard]] LiesAgainst against(Axis axis, bool high) const {
        if (axis != m_held.across_jaws())
            return m_held.stop == (high ? StopAt::Right : StopAt::Left) ? LiesAgainst::Stop : LiesAgainst::Nothing;
        if (!m_held.vise)
            return LiesAgainst::Nothing;
        if (m_empty_jaw)
            return LiesAgainst::EmptyJaw;
        return m_held.located_at_high(axis) == high ? LiesAgainst::FixedJaw : LiesAgainst::MovingJaw;
    }
};

// By a dial. Between two sides half of what it shows is gone back and the dial is set to 0 there: a figure that hangs
// on the real width of the work could not be counted on from.
void touch_by_dial(PickUp& pick_up, const ToTouch& at, const Screw& screw, DialWriter& dial, bool can_be_set) {
    // Standing left of a face, or before it, the slide goes towards plus to touch it.
    const auto finishes = [&](bool behind) { return (screw.approach == Towards::Plus) != behind; };
    const auto play = [&](bool behind) {
        if (finishes(behind))
            return Length{};
        return screw.approach == Towards::Plus ? -screw.backlash : screw.backlash;
    };
    if (at.both && can_be_set) {
        pick_up.touch(at, false, dial.count_at(play(false)), false, play(false));
        pick_up.touch(at, true, dial.count_at(pick_up.across(at) + play(true)), true, play(true));
        return; // it stands at 0, where the dial begins
    }
    const bool high = at.high_only;
    const bool behind = pick_up.stands_behind(at, high);
    const std::int64_t count = dial.count_at(pick_up.spindle(at, high) + play(behind));
    pick_up.touch(at, high, count, false, play(behind));
    dial.set_to(count, finishes(behind));
}

Length found_within(CentreKind kind, const Estimates& estimates) {
    switch (kind) {
    case CentreKind::Bore:
    case CentreKind::Rim:
        return estimates.indicated;
    case CentreKind::PinInHole:
        return estimates.pin_in_hole;
    case CentreKind::ScribedCross:
        return estimates.seen_cross;
    }
    return {};
}

CentreOver centre_over(const CentreWish& wish, const Estimates& estimates) {
    return {wish.kind, wish.at, found_within(wish.kind, estimates)};
}

} // namespace

bool pick_up_zero(Route& route, const RouteNeeds& needs, const Readout& machine) {
    if (needs.held.known && needs.held.centre) {
        CentreOver over = centre_over(*needs.held.centre, needs.estimates);
        const Point drawn = as_drawn(needs.job.datum, over.place);
        over.figure_x = round_to_step(drawn.x, machine.resolution).counts;
        over.figure_y = round_to_step(drawn.y, machine.resolution).counts;
        route.list.push_back({over});
        return true;
    }
    PickUp pick_up(route, needs);
    if (!pick_up.is_known())
        return false;
    const auto counts = [&](Axis axis, Length at) {
        const Point drawn = as_drawn(needs.job.datum, {at, at});
        return round_to_step(axis == Axis::X ? drawn.x : drawn.y, machine.resolution).counts;
    };
    const auto touch = [&](const ToTouch& at) {
        if (at.both) {
            pick_up.touch(at, false, 0, false);
            pick_up.touch(at, true, counts(at.axis, pick_up.across(at)), true);
        } else {
            pick_up.touch(at, at.high_only, counts(at.axis, pick_up.spindle(at, at.high_only)), false);
        }
    };
    touch(pick_up.y_first() ? pick_up.y : pick_up.x);
    touch(pick_up.y_first() ? pick_up.x : pick_up.y);
    if (pick_up.has_corner(needs.job)) {
        const Point corner = pick_up.corner();
        route.list.push_back({GoToReadout{counts(Axis::X, corner.x), counts(Axis::Y, corner.y), 0, 0, false}});
        pick_up.look();
    }
    return true;
}

bool pick_up_zero(Route& route, const RouteNeeds& needs, const Handwheels& machine, DialWriter& x, DialWriter& y) {
    if (needs.held.known && needs.held.centre) {
        CentreOver over = centre_over(*needs.held.centre, needs.estimates);
        over.figure_x = x.count_at(over.place.x);
        over.figure_y = y.count_at(over.place.y);
        x.set_to(over.figure_x, true);
        y.set_to(over.figure_y, true);
        route.list.push_back({over});
        return true;
    }
    PickUp pick_up(route, needs);
    if (!pick_up.is_known())
        return false;
    const auto go = [&](DialWriter& dial, Length to) {
        for (const TurnHandwheel& move : dial.moves_to(to))
            route.list.push_back({move});
    };
    const auto touch_x = [&] { touch_by_dial(pick_up, pick_up.x, machine.x, x, machine.dials_turn); };
    const auto touch_y = [&] { touch_by_dial(pick_up, pick_up.y, machine.y, y, machine.dials_turn); };
    if (pick_up.y_first()) { // in front of the jaw it stands beside the ends of the work already
        touch_y();
        touch_x();
    } else {
        touch_x();
        // The other face is touched well inside the work.
        if (!pick_up.x.both) {
            const Length in = std::min((pick_up.x.high - pick_up.x.low) / 2.0, needs.held.finder->diameter * 2.0);
            go(x, pick_up.x.high_only ? pick_up.x.high - in : pick_up.x.low + in);
        }
        touch_y();
    }
    if (pick_up.has_corner(needs.job)) {
        go(x, pick_up.corner().x);
        go(y, pick_up.corner().y);
        pick_up.look();
    }
    return true;
}

std::size_t moves_that_find_zero(const Route& route) {
    std::size_t found = 0;
    for (std::size_t i = 0; i < route.list.size() && route.list[i].hole < 0; ++i)
        if (std::visit([]<class Move>(const Move&) { return is_one_of<Move>(TouchMoves{}); }, route.list[i].action))
            found = i + 1;
    return found;
}

Length zero_found_within(const Route& route, const Machine& machine) {
    for (const Instruction& each : route.list) {
        if (const auto* touch = std::get_if<TouchEdge>(&each.action))
            return found_within(*touch);
        if (const auto* over = std::get_if<CentreOver>(&each.action))
            return over->within;
    }
    return machine.errors.pick_up;
}

} // namespace clockface
