#include "ordering/handwheel.h"

#include "measure/figures.h"
#include "ordering/cut_writer.h"
#include "ordering/pick_up.h"

#include <cmath>

namespace clockface {

std::int64_t dial_count(const Screw& screw, Length position, int at_zero) {
    const Length line = screw.graduation();
    const std::int64_t engraved = screw.engraved();
    const std::int64_t away = round_to_step(position, line).counts; // ties away from nought, as everywhere
    if (static_cast<double>(engraved) == screw.lines)
        return (screw.plus == Turn::Clockwise ? away : -away) + at_zero;
    const double shown = position / line * (screw.plus == Turn::Clockwise ? 1.0 : -1.0) + at_zero;
    const double turns = std::floor(shown / screw.lines), rest = shown - turns * screw.lines;
    // The line below or above, which after the last one is the next turn's 0.
    const double below = std::min(std::floor(rest), static_cast<double>(engraved - 1));
    const double above = below + 1.0 < static_cast<double>(engraved) ? below + 1.0 : screw.lines;
    return static_cast<std::int64_t>(turns) * engraved + static_cast<std::int64_t>(below) +
           (above - rest < rest - below);
}

Length dial_position(const Screw& screw, std::int64_t count, int at_zero) {
    const int line = dial_line(count, screw.engraved());
    const double turns = static_cast<double>((count - line) / screw.engraved());
    const Length along = screw.lead * turns + screw.graduation() * static_cast<double>(line - at_zero);
    return screw.plus == Turn::Clockwise ? along : -along;
}

int line_at_zero(const Handwheels& wheels, const OrderWishes& wishes, Axis axis) {
    if (wheels.dials_turn)
        return 0;
    return axis == Axis::X ? dial_line(wishes.dial_x, wheels.x.engraved())
                           : dial_line(wishes.dial_y, wheels.y.engraved());
}

int take_up_turns(double backlash_in_turns) {
    return static_cast<int>(std::floor(backlash_in_turns)) + 1;
}

int dial_line(std::int64_t count, int engraved) {
    const std::int64_t rest = count % engraved;
    return static_cast<int>(rest < 0 ? rest + engraved : rest);
}

std::int64_t DialWriter::count_at(Length position) const {
    return dial_count(m_screw, position, m_at_zero);
}

std::vector<TurnHandwheel> DialWriter::moves_to(Length target) {
    const std::int64_t count = count_at(target);
    const std::int64_t way = count - m_count;
    const int engraved = m_screw.engraved();
    const int from = dial_line(m_count, engraved);
    const bool finished = m_finished;
    m_count = count;
    m_finished = true;
    if (way == 0 && finished)
        return {};
    const Turn finishing = m_screw.approach == Towards::Plus ? m_screw.plus : opposite(m_screw.plus);
    const Turn turn = way > 0 ? Turn::Clockwise : Turn::CounterClockwise;
    const int turns = static_cast<int>(std::abs(way) / engraved);
    const int line = dial_line(count, engraved);
    // Past by whole turns, so that the dial shows the same line on the way out and on the way back.
    const int extra = take_up_turns(m_screw.backlash / m_screw.lead);
    const TurnHandwheel back{m_axis, finishing, extra, line, extra, false, line};
    if (way != 0 && turn != finishing)
        return {{m_axis, turn, turns + extra, line, extra, true, from}, back};
    if (finished || m_screw.graduation() * static_cast<double>(std::abs(way) - 1) > m_screw.backlash)
        return {{m_axis, finishing, turns, line, 0, false, from}};
    // It stands there against the finishing way, and what is left to go is no longer than the play: back to the same
    // line some turns before it.
    const int part_of_a_turn = line == from ? 0 : 1;
    return {{m_axis, opposite(finishing), extra - turns - part_of_a_turn, line, extra, true, from}, back};
}

Route make_route(const RouteNeeds& needs, const Handwheels& machine) {
    Route route;
    route.order = needs.order;
    const OrderWishes& wishes = at_hand(needs.job).order;
    const int line_x = line_at_zero(machine, wishes, Axis::X), line_y = line_at_zero(machine, wishes, Axis::Y);
    DialWriter x(Axis::X, machine.x, line_x);
    DialWriter y(Axis::Y, machine.y, line_y);
    if (!pick_up_zero(route, needs, machine, x, y))
        route.list.push_back({PickUpZero{machine.x.approach, machine.y.approach, line_x, line_y}});
    // Locking carries the slides on: they are set short by as much.
    const Point jump = needs.machine.lock_jump;
    const auto go = [&](int hole) {
        const Point at = needs.holes[static_cast<std::size_t>(hole)].at - jump;
        for (const TurnHandwheel& move : x.moves_to(at.x))
            route.list.push_back({move, hole});
        for (const TurnHandwheel& move : y.moves_to(at.y))
            route.list.push_back({move, hole});
    };
    if (wishes.walk_first)
        for (const int hole : needs.order) {
            go(hole);
            route.list.push_back({TouchLightly{}, hole});
        }
    HalfWay half_way(needs);
    each_visit(route, needs, [&](int hole) {
        go(hole);
        half_way.check(route, hole);
    });
    return route;
}

} // namespace clockface
