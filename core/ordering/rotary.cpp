#include "measure/figures.h"
#include "ordering/handwheel.h"
#include "ordering/route.h"

#include <algorithm>
#include <map>

namespace clockface {

namespace {

struct PolarHole {
    int index;
    std::int64_t reading; // steps of the table, 0 … full turn - 1
};

} // namespace

Point table_centre(const Job& job) {
    for (const Pattern& pattern : job.patterns)
        if (const auto centre = centre_of(pattern.layout); centre && is_at_hand(job, pattern))
            return *centre;
    return {};
}

Route make_route(const RouteNeeds& needs, const RotaryTable& machine) {
    const Point centre = table_centre(needs.job);
    const std::int64_t full_turn = static_cast<std::int64_t>(machine.ratio) * machine.graduations;

    // Rings: all holes at one setting of the slide, in the order in which the drawing first names them.
    std::vector<std::vector<PolarHole>> rings;
    std::map<std::int64_t, std::size_t> ring_at_radius;
    for (const int index : needs.order) {
        const Point at = needs.holes[static_cast<std::size_t>(index)].at;
        // A point at bearing b comes to the right-hand side when the table turns clockwise by b.
        const Angle turned = (bearing_of(centre, at) * (machine.rising == Sense::Clockwise ? 1.0 : -1.0)).wrapped();
        const Stepped steps = round_to_step(Length::mm(turned.in_degrees()), Length::mm(machine.step().in_degrees()));
        const auto [ring, is_new] =
            ring_at_radius.emplace(dial_lines(machine.slide, distance(centre, at)), rings.size());
        if (is_new)
            rings.emplace_back();
        rings[ring->second].push_back({index, steps.counts % full_turn});
    }

    Route route;
    const int extra = take_up_turns(machine.backlash.in_degrees() / machine.per_turn().in_degrees());
    const std::int64_t back = extra * static_cast<std::int64_t>(machine.graduations);
    route.list.push_back(
        {TurnTable{Turn::CounterClockwise, extra, 0, (full_turn - back % full_turn) % full_turn, extra}});
    route.list.push_back({TurnTable{Turn::Clockwise, extra, 0, 0, extra}});
    route.list.push_back({CentreOnTable{centre, machine.slide.finish}});

    DialWriter slide(Axis::X, machine.slide);
    std::int64_t table = 0; // steps turned so far; only ever grows
    for (std::vector<PolarHole>& ring : rings) {
        const auto ahead = [&](const PolarHole& hole) {
            return (hole.reading - table % full_turn + full_turn) % full_turn;
        };
        std::stable_sort(ring.begin(), ring.end(),
                         [&](const PolarHole& a, const PolarHole& b) { return ahead(a) < ahead(b); });
        const Point first = needs.holes[static_cast<std::size_t>(ring.front().index)].at;
        for (const TurnHandwheel& move : slide.moves_to(distance(centre, first)))
            route.list.push_back({move, ring.front().index});
        for (const PolarHole& hole : ring) {
            const std::int64_t on = ahead(hole);
            table += on;
            if (on != 0)
                route.list.push_back({TurnTable{Turn::Clockwise, static_cast<int>(on / machine.graduations),
                                                dial_line(table, machine.graduations), table % full_turn, 0},
                                      hole.index});
            route.list.push_back({DrillHole{}, hole.index});
            route.order.push_back(hole.index);
        }
    }
    return route;
}

} // namespace clockface
