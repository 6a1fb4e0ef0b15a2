#include "ordering/handwheel.h"

#include "measure/figures.h"
#include "ordering/cut_writer.h"

#include <cmath>

namespace clockface {

std::int64_t dial_lines(const Screw& screw, Length position) {
    const std::int64_t lines = round_to_step(position, screw.graduation()).counts;
    return screw.plus == Turn::Clockwise ? lines : -lines;
}

int take_up_turns(double backlash_in_turns) {
    return static_cast<int>(std::floor(backlash_in_turns)) + 1;
}

int dial_line(std::int64_t lines, int graduations) {
    const std::int64_t rest = lines % graduations;
    return static_cast<int>(rest < 0 ? rest + graduations : rest);
}

std::vector<TurnHandwheel> DialWriter::moves_to(Length target) {
    const std::int64_t lines = dial_lines(m_screw, target);
    const std::int64_t way = lines - m_lines;
    const int from = dial_line(m_lines + m_at_zero, m_screw.graduations);
    m_lines = lines;
    if (way == 0)
        return {};
    const Turn turn = way > 0 ? Turn::Clockwise : Turn::CounterClockwise;
    const Turn finishing = m_screw.finish == Towards::Plus ? m_screw.plus : opposite(m_screw.plus);
    const int turns = static_cast<int>(std::abs(way) / m_screw.graduations);
    const int line = dial_line(lines + m_at_zero, m_screw.graduations);
    if (turn == finishing)
        return {{m_axis, turn, turns, line, 0, false, from}};
    // Past by whole turns, so that the dial shows the same line on the way out and on the way back.
    const int extra = take_up_turns(m_screw.backlash / m_screw.lead);
    return {{m_axis, turn, turns + extra, line, extra, true, from},
            {m_axis, finishing, extra, line, extra, false, line}};
}

Route make_route(const RouteNeeds& needs, const Handwheels& machine) {
    Route route;
    route.order = needs.order;
    const OrderWishes& wishes = needs.job.order;
    const int line_x = machine.dials_turn ? 0 : dial_line(wishes.dial_x, machine.x.graduations);
    const int line_y = machine.dials_turn ? 0 : dial_line(wishes.dial_y, machine.y.graduations);
    route.list.push_back({PickUpZero{machine.x.finish, machine.y.finish, line_x, line_y}});
    DialWriter x(Axis::X, machine.x, line_x);
    DialWriter y(Axis::Y, machine.y, line_y);
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
