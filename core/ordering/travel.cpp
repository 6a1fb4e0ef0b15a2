#include "ordering/travel.h"

#include "measure/cases.h"

#include "measure/figures.h"
#include "ordering/handwheel.h"

namespace clockface {

namespace {

Length to_step(Length length, Length step) {
    return step * static_cast<double>(round_to_step(length, step).counts);
}

struct CostOn {
    const Estimates& guess;

    [[nodiscard]] AxisCost screw_cost(const Screw& screw) const {
        AxisCost cost;
        cost.per_mm = guess.a_turn / screw.lead.in_mm();
        cost.touch = guess.a_touch;
        // Past it by whole turns and back again.
        cost.against = 2.0 * take_up_turns(screw.backlash / screw.lead) * guess.a_turn + guess.a_touch / 2.0;
        cost.approach = screw.approach;
        return cost;
    }
    TravelCost operator()(const Handwheels& wheels) const { return {screw_cost(wheels.x), screw_cost(wheels.y)}; }
    TravelCost operator()(const Readout&) const {
        const AxisCost axis{guess.a_mm, guess.a_touch, 0.0, readout_finish};
        return {axis, axis};
    }
    TravelCost operator()(const RotaryTable& table) const { return {screw_cost(table.slide), screw_cost(table.slide)}; }
    TravelCost operator()(const DrillPress&) const {
        const AxisCost axis{0.0, guess.a_setting, 0.0, Towards::Plus};
        return {axis, axis};
    }
    // The work is pushed from mark to mark; near ones are found sooner.
    TravelCost operator()(const LayoutBench&) const { return pushed(); }
    TravelCost operator()(const MarksAcross&) const { return pushed(); }
    [[nodiscard]] TravelCost pushed() const {
        const AxisCost axis{guess.pushed_mm, guess.a_mark / 2.0, 0.0, Towards::Plus};
        return {axis, axis};
    }
};

} // namespace

TravelCost travel_cost(const Machine& machine, const Estimates& estimates) {
    return std::visit(CostOn{estimates}, machine.kind);
}

Point as_set(const Machine& machine, Point at) {
    const auto as_it_is = [&] { return at; };
    return std::visit(
        Cases{[&](const Handwheels& wheels) {
                  return Point{to_step(at.x, wheels.x.graduation()), to_step(at.y, wheels.y.graduation())};
              },
              [&](const Readout& readout) {
                  return Point{to_step(at.x, readout.resolution), to_step(at.y, readout.resolution)};
              },
              [&](const RotaryTable&) { return as_it_is(); }, [&](const LayoutBench&) { return as_it_is(); },
              [&](const DrillPress&) { return as_it_is(); }, [&](const MarksAcross&) { return as_it_is(); }},
        machine.kind);
}

double seconds_round(const Machine& machine, const Estimates& estimates, const std::vector<Hole>& holes,
                     const std::vector<int>& order) {
    std::vector<Point> stops;
    stops.reserve(holes.size());
    for (const Hole& hole : holes)
        stops.push_back(as_set(machine, hole.at));
    return seconds_of(stops, {}, travel_cost(machine, estimates), order);
}

} // namespace clockface
