#include "ordering/handwheel.h"

#include "measure/figures.h"
#include "ordering/route.h"

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
    m_lines = lines;
    if (way == 0)
        return {};
    const Turn turn = way > 0 ? Turn::Clockwise : Turn::CounterClockwise;
    const Turn finishing = m_screw.finish == Towards::Plus ? m_screw.plus : opposite(m_screw.plus);
    const int turns = static_cast<int>(std::abs(way) / m_screw.graduations);
    const int line = dial_line(lines, m_screw.graduations);
    if (turn == finishing)
        return {{m_axis, turn, turns, line, 0, false}};
    // Past by whole turns, so that the dial shows the same line on the way out and on the way back.
    const int extra = take_up_turns(m_screw.backlash / m_screw.lead);
    return {{m_axis, turn, turns + extra, line, extra, true}, {m_axis, finishing, extra, line, extra, false}};
}

Route make_route(const RouteNeeds& needs, const Handwheels& machine) {
    Route route;
    route.order = needs.order;
    route.list.push_back({PickUpZero{machine.x.finish, machine.y.finish}});
    DialWriter x(Axis::X, machine.x);
    DialWriter y(Axis::Y, machine.y);
    for (const int index : needs.order) {
        const Point at = needs.holes[static_cast<std::size_t>(index)].at;
        for (const TurnHandwheel& move : x.moves_to(at.x))
            route.list.push_back({move, index});
        for (const TurnHandwheel& move : y.moves_to(at.y))
            route.list.push_back({move, index});
        route.list.push_back({DrillHole{}, index});
    }
    return route;
}

} // namespace clockface
