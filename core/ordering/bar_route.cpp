#include "ordering/bar_route.h"

#include "ordering/cut_writer.h"

#include "layout/on_bar.h"
#include "layout/ranked_ways.h"
#include "measure/figures.h"
#include "ordering/handwheel.h"
#include "round/packing.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>
#include <utility>

namespace clockface {

namespace {

// Holes that are drilled with the bar in one position.
struct Position {
    TurnBar turn;
    Angle up; ///< the bearing that lies up then
    std::vector<int> holes;
};

// A hole whose far mouth does the work is drilled from the other side; it stands on the axis, so nothing else changes.
Length across_of(const OnBar& bar) {
    // A quarter turn counter-clockwise of the top, seen from the right end, is towards the user.
    return -bar.offset;
}

class BarRoute {
public:
    BarRoute(const RouteNeeds& needs, const Machine& machine)
        : m_needs(needs)
        , m_machine(machine)
        , m_packing(needs.kit.packing)
        , m_cuts(m_route, needs)
        , m_seen(needs.holes.size()) {
        m_route.machine = machine.name;
        if (!needs.order.empty())
            find_positions();
    }

    Route make() {
        if (m_needs.order.empty())
            return {};
        std::visit(*this, m_machine.kind);
        m_cuts.hands();
        return std::move(m_route);
    }

    void operator()(const Handwheels& wheels) {
        m_route.list.push_back({m_positions.front().turn, m_needs.order.front()});
        stand_over_axis(wheels.y.graduation(), wheels.y.approach);
        m_route.list.push_back({PickUpZero{wheels.x.approach, wheels.y.approach}});
        DialWriter along(Axis::X, wheels.x);
        DialWriter across(Axis::Y, wheels.y);
        each_hole([&](int hole) {
            for (const TurnHandwheel& move : along.moves_to(at(hole).at.x))
                m_route.list.push_back({move, hole});
            for (const TurnHandwheel& move : across.moves_to(across_of(*at(hole).bar)))
                m_route.list.push_back({move, hole});
        });
    }
    void operator()(const Readout& readout) {
        m_route.list.push_back({m_positions.front().turn, m_needs.order.front()});
        stand_over_axis(readout.resolution, readout_finish);
        m_route.list.push_back({ZeroReadout{}});
        each_hole([&](int hole) {
            const Point to = as_drawn(m_needs.job.datum, {at(hole).at.x, across_of(*at(hole).bar)});
            m_route.list.push_back({GoToReadout{round_to_step(to.x, readout.resolution).counts,
                                                round_to_step(to.y, readout.resolution).counts},
                                    hole});
        });
    }
    void operator()(const RotaryTable& table) {
        const std::int64_t full_turn = static_cast<std::int64_t>(table.ratio) * table.graduations;
        const int extra = take_up_turns(table.backlash.in_degrees() / table.per_turn().in_degrees());
        const std::int64_t back = extra * static_cast<std::int64_t>(table.graduations);
        m_route.list.push_back(
            {TurnTable{Turn::CounterClockwise, extra, 0, (full_turn - back % full_turn) % full_turn, extra}});
        m_route.list.push_back({TurnTable{Turn::Clockwise, extra, 0, 0, extra}});
        m_route.list.push_back({m_positions.front().turn, m_needs.order.front()});
        stand_over_axis(table.slide.graduation(), table.slide.approach);
        m_route.list.push_back({PickUpZero{table.slide.approach, table.slide.approach}});
        DialWriter along(Axis::X, table.slide);
        DialWriter across(Axis::Y, table.slide);
        sort_by_table(table, full_turn);
        std::int64_t turned = 0; // only ever grows
        for (const Pass& pass : m_needs.work.passes)
            for (const auto& [reading, position] : m_by_table) {
                const std::vector<const Visit*> here = visits_in(pass, m_positions[position]);
                if (here.empty())
                    continue;
                const std::int64_t on = (reading - turned % full_turn + full_turn) % full_turn;
                turned += on;
                if (on != 0)
                    m_route.list.push_back({TurnTable{Turn::Clockwise, static_cast<int>(on / table.graduations),
                                                      dial_line(turned, table.graduations), turned % full_turn, 0},
                                            here.front()->hole});
                for (const Visit* visit : here) {
                    m_cuts.change_for(*visit);
                    for (const TurnHandwheel& move : along.moves_to(at(visit->hole).at.x))
                        m_route.list.push_back({move, visit->hole});
                    for (const TurnHandwheel& move : across.moves_to(across_of(*at(visit->hole).bar)))
                        m_route.list.push_back({move, visit->hole});
                    drill(*visit);
                }
            }
    }
    void operator()(const LayoutBench& bench) {
        for (const Position& position : m_positions) {
            m_route.list.push_back({position.turn, position.holes.front()});
            std::map<std::int64_t, std::vector<int>> along;
            for (const int hole : position.holes)
                along[round_to_step(section(hole).radius + at(hole).bar->offset, bench.gauge_step).counts].push_back(
                    hole);
            for (auto& [setting, holes] : along)
                m_route.list.push_back({ScribeAlongBar{setting, holes}, holes.front()});
        }
        // Every setting from an end once, all its lines.
        const bool right = m_needs.job.datum.place == DatumPlace::RightEdge;
        std::map<std::int64_t, std::vector<int>> across;
        for (const int hole : m_needs.order) {
            const Length from_end =
                right ? m_needs.job.blank.width.actual() - at(hole).bar->along : at(hole).bar->along;
            across[round_to_step(from_end, bench.gauge_step).counts].push_back(hole);
        }
        for (auto& [setting, holes] : across)
            m_route.list.push_back({ScribeAcrossBar{right, setting, holes}, holes.front()});
        for (const int hole : m_needs.order)
            m_route.list.push_back({PunchMark{}, hole});
        for (const Pass& pass : m_needs.work.passes)
            for (const Visit& visit : pass.visits)
                drill(visit);
    }
    void operator()(const MarksAcross&) {} // a bar has no face to lay an old part on
    void operator()(const DrillPress&) {
        m_route.list.push_back({m_positions.front().turn, m_needs.order.front()});
        const TopWay top = taken_top();
        const Length pin = fence_pin(m_needs.kit);
        const bool vee = top == TopWay::VeeAndFence;
        const bool jig = top == TopWay::Jig; // its bushings stand where the holes are wanted, and it has its own stop
        std::optional<Length> fence, stop;
        if (!vee) {
            m_route.list.push_back({StandOverAxis{top, {}, {}, Towards::Plus}, m_needs.order.front()});
            fence = Length{};
        }
        const bool right = m_needs.job.datum.place == DatumPlace::RightEdge;
        each_hole([&](int hole) {
            if (jig)
                return;
            const Length across = across_of(*at(hole).bar);
            if (fence != across) {
                // Without a block the bar itself lies against the fence.
                const Length half = vee ? vee_block().width / 2.0 : section(hole).radius;
                set({Axis::Y, false, pin, {}, {}, half, vee}, half - pin / 2.0 + across, hole);
                fence = across;
            }
            const Length along = right ? m_needs.job.blank.width.actual() - at(hole).bar->along : at(hole).bar->along;
            if (stop != along) {
                set({Axis::X, right, pin, {}, {}, {}, false}, along - pin / 2.0, hole);
                stop = along;
            }
        });
    }

private:
    const RouteNeeds& m_needs;
    const Machine& m_machine;
    Packing m_packing;
    Route m_route;
    CutWriter m_cuts;
    std::vector<char> m_seen; // by hole: it has been cut before
    std::vector<Position> m_positions;
    std::vector<std::pair<std::int64_t, std::size_t>> m_by_table;

    [[nodiscard]] const Hole& at(int hole) const { return m_needs.holes[static_cast<std::size_t>(hole)]; }
    [[nodiscard]] Section section(int hole) const { return section_at(m_needs.job.blank, at(hole).bar->along); }

    // The way is only taken where one of the blocks takes the bar.
    [[nodiscard]] VeeBlock vee_block() const {
        return vee_block_for(m_needs.kit, m_needs.job.blank.diameter.actual()).value_or(m_needs.kit.vee_blocks.front());
    }
    [[nodiscard]] TopWay taken_top() const {
        const auto ranked =
            ranked_tops(m_needs.job, m_needs.kit, m_machine, m_needs.estimates, at(m_needs.order.front()));
        return ranked.ways[ranked.taken].kind;
    }

    void find_positions() {
        const int first = m_needs.order.front();
        std::map<std::pair<double, bool>, std::size_t> known;
        for (const int hole : m_needs.order) {
            const Angle bearing = at(hole).bar->bearing;
            const auto [place, is_new] =
                known.emplace(std::pair(bearing.in_degrees(), goes_through(hole)), m_positions.size());
            if (is_new)
                m_positions.push_back({turn_to(first, hole), {}, {}});
            m_positions[place->second].holes.push_back(hole);
        }
    }
    [[nodiscard]] bool goes_through(int hole) const { return angle_task(at(hole), at(hole)).to_through; }

    [[nodiscard]] TurnBar turn_to(int first, int hole) const {
        TurnBar turn;
        if (m_positions.empty()) {
            turn.first = true;
            turn.bearing = at(first).bar->bearing;
            if (std::holds_alternative<LayoutBench>(m_machine.kind)) // heights are counted from the plate it lies on
                return turn;
            turn.rest = m_needs.held.rest;
            turn.vise = m_needs.held.vise ? m_needs.held.vise->name : std::string();
            return turn;
        }
        const AngleTask task = angle_task(at(first), at(hole));
        const auto ranked = ranked_angles(m_needs.job, m_needs.kit, m_machine, m_needs.estimates, at(first), at(hole));
        const Way<AngleWay>& way = ranked.ways[ranked.taken];
        turn.way = way.kind;
        turn.from = first;
        const auto to_step = [&](Angle angle) {
            const Length step = Length::mm(m_needs.kit.protractor_step.in_degrees());
            return m_needs.kit.protractor_step *
                   static_cast<double>(round_to_step(Length::mm(angle.in_degrees()), step).counts);
        };
        switch (way.kind) {
        case AngleWay::ColletBlock:
        case AngleWay::JawIndex:
            turn.sides = way.sides;
            turn.faces = index_step(task, way.sides).value_or(IndexStep{}).faces;
            turn.far_mouth = index_step(task, way.sides).value_or(IndexStep{}).far_mouth;
            break;
        case AngleWay::RodAndProtractor: {
            const SetAngle set = set_angle(task, m_needs.kit.protractor_reach).value_or(SetAngle{});
            turn.set = to_step(set.set);
            turn.other_end = set.rod_other_end;
            turn.far_mouth = set.far_mouth;
            break;
        }
        case AngleWay::RodHeights: {
            const SetAngle set = set_angle(task, Angle::degrees(90.0)).value_or(SetAngle{});
            turn.rod = rod_length(section(first));
            const Angle up = Angle::degrees(90.0 - std::fabs(set.set.in_degrees()));
            turn.height = rounded(turn.rod * up.sine(), m_needs.kit.height_step);
            turn.lean = set.set < Angle{} ? Sense::Clockwise : Sense::CounterClockwise;
            turn.other_end = set.rod_other_end;
            turn.far_mouth = set.far_mouth;
            break;
        }
        case AngleWay::WrappedStrip:
            turn.height = rounded(girth(section(first)) * (task.turn.in_degrees() / 360.0), Length::mm(0.5));
            break;
        case AngleWay::EndLine:
            turn.set = to_step(task.turn);
            break;
        case AngleWay::Table:
            break;
        }
        return turn;
    }
    static Length rounded(Length length, Length step) {
        return step * static_cast<double>(round_to_step(length, step).counts);
    }

    void stand_over_axis(Length step, Towards approach) {
        const TopWay way = taken_top();
        const Length go =
            way == TopWay::TouchOne ? section(m_needs.order.front()).radius + m_needs.kit.finder / 2.0 : Length{};
        m_route.list.push_back(
            {StandOverAxis{way, rounded(go, step), m_needs.kit.finder, approach}, m_needs.order.front()});
    }
    void set(SetPacking setting, Length gap, int hole) {
        const Packed packed = m_packing.pack_or_measure(gap, m_needs.kit.packing_within, m_needs.kit.caliper_step);
        setting.pieces = packed.pieces;
        setting.gap = packed.sum;
        m_route.list.push_back({setting, hole});
        m_cuts.pin_in_chuck();
    }
    void drill(const Visit& visit) {
        m_cuts.cut(visit);
        if (!std::exchange(m_seen[static_cast<std::size_t>(visit.hole)], 1))
            m_route.order.push_back(visit.hole);
    }
    // The stops of a pass that a position of the bar serves, in the order of its holes.
    [[nodiscard]] static std::vector<const Visit*> visits_in(const Pass& pass, const Position& position) {
        std::vector<const Visit*> out;
        for (const int hole : position.holes)
            for (const Visit& visit : pass.visits)
                if (visit.hole == hole)
                    out.push_back(&visit);
        return out;
    }
    // Several passes only where the bar stays in one position: see bar_comes_back.
    template <class Go> void each_hole(const Go& go) {
        for (const Pass& pass : m_needs.work.passes)
            for (const Position& position : m_positions) {
                if (!position.turn.first)
                    m_route.list.push_back({position.turn, position.holes.front()});
                for (const Visit* visit : visits_in(pass, position)) {
                    m_cuts.change_for(*visit);
                    go(visit->hole);
                    drill(*visit);
                }
            }
    }
    // The table turns one way only, so positions come in the order in which it meets them; a through hole on the axis
    // may be drilled from either side.
    void sort_by_table(const RotaryTable& table, std::int64_t full_turn) {
        const Angle first = m_positions.front().turn.bearing;
        for (std::size_t i = 0; i < m_positions.size(); ++i) {
            const Angle on = at(m_positions[i].holes.front()).bar->bearing - first;
            const double turn = (on * (table.rising == Sense::Clockwise ? 1.0 : -1.0)).wrapped().in_degrees();
            const std::int64_t steps =
                round_to_step(Length::mm(turn), Length::mm(table.step().in_degrees())).counts % full_turn;
            m_by_table.emplace_back(steps, i);
        }
        std::stable_sort(m_by_table.begin(), m_by_table.end(),
                         [](const auto& a, const auto& b) { return a.first < b.first; });
    }
};

} // namespace

Route make_bar_route(const RouteNeeds& needs, const Machine& machine) {
    BarRoute maker(needs, machine);
    return maker.make();
}

} // namespace clockface
