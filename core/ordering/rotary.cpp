#include "measure/figures.h"
#include "ordering/cut_writer.h"
#include "ordering/handwheel.h"
#include "ordering/index_plates.h"

#include <algorithm>
#include <map>
#include <utility>

namespace clockface {

namespace {

struct PolarStop {
    const Visit* visit;
    std::int64_t reading; // steps of the table, or holes of the index circle, 0 … full turn - 1
    std::int64_t slide;   // lines of the slide's dial
};

class RotaryRoute {
public:
    RotaryRoute(const RouteNeeds& needs, const RotaryTable& machine)
        : m_needs(needs)
        , m_machine(machine)
        , m_centre(table_centre(needs.job))
        , m_slide(Axis::X, machine.slide) {
        if (at_hand(needs.job).order.table == TableWay::Plates)
            m_circle = best_circle(turned(), machine.ratio, machine.plates);
        m_full_turn = static_cast<std::int64_t>(machine.ratio) * (m_circle ? m_circle->holes : machine.graduations);
    }

    Route make() {
        begin();
        CutWriter cuts(m_route, m_needs);
        std::vector<char> seen(m_needs.holes.size(), 0);
        for (const Pass& pass : m_needs.work.passes)
            for (const PolarStop& stop : in_order(pass)) {
                cuts.change_for(*stop.visit);
                go(stop);
                cuts.cut(*stop.visit);
                if (!std::exchange(seen[static_cast<std::size_t>(stop.visit->hole)], 1))
                    m_route.order.push_back(stop.visit->hole);
            }
        cuts.hands();
        return std::move(m_route);
    }

private:
    const RouteNeeds& m_needs;
    const RotaryTable& m_machine;
    Point m_centre;
    DialWriter m_slide;
    std::optional<IndexCircle> m_circle;
    std::int64_t m_full_turn = 0;
    std::int64_t m_table = 0; // turned so far; only ever grows
    Route m_route;

    // A point at bearing b comes to the right-hand side when the table turns clockwise by b.
    [[nodiscard]] Angle turned_for(int hole) const {
        const Angle bearing = bearing_of(m_centre, m_needs.holes[static_cast<std::size_t>(hole)].at);
        return (bearing * (m_machine.rising == Sense::Clockwise ? 1.0 : -1.0)).wrapped();
    }
    [[nodiscard]] std::vector<Angle> turned() const {
        std::vector<Angle> all;
        for (const int hole : m_needs.order)
            all.push_back(turned_for(hole));
        return all;
    }
    [[nodiscard]] std::int64_t reading_for(int hole) const {
        const Angle angle = turned_for(hole);
        const std::int64_t counts =
            m_circle ? index_holes(angle, m_machine.ratio, m_circle->holes)
                     : round_to_step(Length::mm(angle.in_degrees()), Length::mm(m_machine.step().in_degrees())).counts;
        return counts % m_full_turn;
    }

    // Backlash is taken up once, then the work is clamped over the middle of the table.
    void begin() {
        const int extra = take_up_turns(m_machine.backlash.in_degrees() / m_machine.per_turn().in_degrees());
        const std::int64_t full = static_cast<std::int64_t>(m_machine.ratio) * m_machine.graduations;
        const std::int64_t back = extra * static_cast<std::int64_t>(m_machine.graduations);
        m_route.list.push_back({TurnTable{Turn::CounterClockwise, extra, 0, (full - back % full) % full, extra}});
        m_route.list.push_back({TurnTable{Turn::Clockwise, extra, 0, 0, extra}});
        m_route.list.push_back({CentreOnTable{m_centre, m_machine.slide.approach}});
    }

    void go(const PolarStop& stop) {
        const int hole = stop.visit->hole;
        for (const TurnHandwheel& move :
             m_slide.moves_to(distance(m_centre, m_needs.holes[static_cast<std::size_t>(hole)].at)))
            m_route.list.push_back({move, hole});
        const std::int64_t on = ahead(stop);
        m_table += on;
        if (on == 0)
            return;
        const int round = m_circle ? m_circle->holes : m_machine.graduations;
        if (m_circle)
            m_route.list.push_back({TurnIndex{m_circle->plate, m_circle->holes, static_cast<int>(on / round),
                                              static_cast<int>(on % round), m_table % m_full_turn},
                                    hole});
        else
            m_route.list.push_back({TurnTable{Turn::Clockwise, static_cast<int>(on / round), dial_line(m_table, round),
                                              m_table % m_full_turn, 0},
                                    hole});
    }
    [[nodiscard]] std::int64_t ahead(const PolarStop& stop, std::int64_t from) const {
        return (stop.reading - from % m_full_turn + m_full_turn) % m_full_turn;
    }
    [[nodiscard]] std::int64_t ahead(const PolarStop& stop) const { return ahead(stop, m_table); }

    // Ring by ring, the slide set once for each; or once round, the slide moved wherever a bearing has holes at several
    // radii: whichever takes fewer moves.
    [[nodiscard]] std::vector<PolarStop> in_order(const Pass& pass) const {
        std::vector<PolarStop> rings;
        std::map<std::int64_t, std::size_t> ring_of; // in the order in which the pass first names them
        for (const Visit& visit : pass.visits) {
            const Length radius = distance(m_centre, m_needs.holes[static_cast<std::size_t>(visit.hole)].at);
            rings.push_back({&visit, reading_for(visit.hole), dial_count(m_machine.slide, radius)});
            ring_of.emplace(rings.back().slide, ring_of.size());
        }
        std::vector<PolarStop> once_round = rings;
        std::stable_sort(once_round.begin(), once_round.end(), [&](const PolarStop& a, const PolarStop& b) {
            return std::pair(ahead(a), ring_of.at(a.slide)) < std::pair(ahead(b), ring_of.at(b.slide));
        });
        std::stable_sort(rings.begin(), rings.end(), [&](const PolarStop& a, const PolarStop& b) {
            return ring_of.at(a.slide) < ring_of.at(b.slide);
        });
        std::int64_t from = m_table;
        for (auto first = rings.begin(); first != rings.end();) {
            const auto end =
                std::find_if(first, rings.end(), [&](const PolarStop& s) { return s.slide != first->slide; });
            std::stable_sort(first, end,
                             [&](const PolarStop& a, const PolarStop& b) { return ahead(a, from) < ahead(b, from); });
            from += ahead(*std::prev(end), from);
            first = end;
        }
        return moves_of(once_round) < moves_of(rings) ? once_round : rings;
    }
    [[nodiscard]] static int moves_of(const std::vector<PolarStop>& stops) {
        int moves = 0;
        for (std::size_t i = 1; i < stops.size(); ++i)
            moves += (stops[i].reading != stops[i - 1].reading) + (stops[i].slide != stops[i - 1].slide);
        return moves;
    }
};

} // namespace

Point table_centre(const Job& job) {
    for (const Pattern& pattern : job.patterns)
        if (const auto centre = centre_of(pattern.layout); centre && is_at_hand(job, pattern))
            return *centre;
    return middle_from_datum(job); // where the work can be centred; a drawing's corner would swing it round the room
}

Route make_route(const RouteNeeds& needs, const RotaryTable& machine) {
    return RotaryRoute(needs, machine).make();
}

} // namespace clockface
