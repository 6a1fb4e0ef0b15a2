#include "ordering/work_order.h"

#include "cutting/bushing.h"
#include "ordering/travel.h"
#include "words/say.h"

#include <algorithm>
#include <map>
#include <numeric>
#include <set>
#include <tuple>

namespace clockface {

namespace {

// What tells one pass from another: the kind of step, and of its cutter the line in the list to fetch.
using PassKey = std::pair<StepKind, int>;

bool follows_drill(StepKind kind) {
    return kind == StepKind::Ream || kind == StepKind::Tap;
}

class Maker {
public:
    Maker(const WorkNeeds& needs, CutOrder way)
        : m_needs(needs)
        , m_cost(travel_cost(needs.machine, needs.estimates)) {
        m_order.way = way;
        for (std::size_t i = 0; i < needs.cutters.lines.size(); ++i)
            m_line[needs.cutters.lines[i].cutter.name] = static_cast<int>(i);
        m_places.reserve(needs.holes.size());
        for (const Hole& hole : needs.holes)
            m_places.push_back(as_set(needs.machine, hole.at));
    }

    WorkOrder make() {
        if (std::holds_alternative<Handwork>(at_hand(m_needs.job).makes)) {
            // Nothing is done at the machine.
        } else if (m_order.way == CutOrder::ByHole)
            by_hole();
        else
            by_cutter();
        hands();
        for (Pass& pass : m_order.passes)
            put_in_order(pass);
        return std::move(m_order);
    }

private:
    const WorkNeeds& m_needs;
    TravelCost m_cost;
    std::map<std::string, int> m_line;
    std::vector<Point> m_places;
    WorkOrder m_order;
    Point m_here;                 // where the pass before ended
    std::vector<int> m_last_tour; // its holes

    [[nodiscard]] const Chain* chain_of(int hole) const {
        const auto index = static_cast<std::size_t>(hole);
        return index < m_needs.kind_of.size() ? &m_needs.chains[static_cast<std::size_t>(m_needs.kind_of[index])]
                                              : nullptr;
    }
    [[nodiscard]] int line_of(const CutStep& step) const {
        const auto found = m_line.find(step.cutter.name);
        return found == m_line.end() ? -1 : found->second;
    }

    [[nodiscard]] bool takes(int hole, std::size_t step) const {
        return m_needs.shares.empty() || m_needs.shares[static_cast<std::size_t>(hole)][step];
    }
    [[nodiscard]] bool takes_whole(int hole) const {
        return m_needs.shares.empty() || m_needs.shares[static_cast<std::size_t>(hole)].back();
    }

    // What a bushing over the hole does to a step of it. Where there is none, nothing.
    [[nodiscard]] UnderBushing bushing_makes(const Chain& chain, std::size_t step) const {
        return m_needs.guided && bushing_for(chain) ? under_bushing(chain, static_cast<int>(step))
                                                    : UnderBushing::Guided;
    }
    [[nodiscard]] bool is_made(const Chain& chain, std::size_t step) const {
        return !chain.steps[step].skipped && bushing_makes(chain, step) != UnderBushing::LeftOut;
    }
    // Steps at the machine. A tap that is turned by hand can still be guided by the spindle, before moving away.
    [[nodiscard]] bool at_machine(const Chain& chain, std::size_t index, bool before_moving) const {
        const CutStep& step = chain.steps[index];
        return is_made(chain, index) && bushing_makes(chain, index) == UnderBushing::Guided &&
               (!step.by_hand || (before_moving && follows_drill(step.kind)));
    }
    [[nodiscard]] std::vector<Cut> cuts_at_once(int hole) const {
        std::vector<Cut> cuts;
        bool any = false;
        if (const Chain* chain = chain_of(hole))
            for (std::size_t i = 0; i < chain->steps.size(); ++i)
                if (at_machine(*chain, i, true)) {
                    any = true;
                    if (takes(hole, i))
                        cuts.push_back({static_cast<int>(i), line_of(chain->steps[i])});
                }
        if (!any && takes_whole(hole))
            cuts.push_back({});
        return cuts;
    }

    void by_hole() {
        Pass& pass = m_order.passes.emplace_back();
        for (int hole = 0; hole < static_cast<int>(m_needs.holes.size()); ++hole)
            if (std::vector<Cut> cuts = cuts_at_once(hole); !cuts.empty())
                pass.visits.push_back({hole, std::move(cuts)});
        if (pass.visits.empty())
            m_order.passes.clear();
    }

    void by_cutter() {
        const bool follow = m_order.way == CutOrder::FollowDrill;
        std::map<PassKey, std::vector<Visit>> passes;
        std::vector<Visit> whole; // holes of which no chain is known
        for (int hole = 0; hole < static_cast<int>(m_needs.holes.size()); ++hole) {
            const Chain* chain = chain_of(hole);
            const bool stays = follow && chain &&
                               std::any_of(chain->steps.begin(), chain->steps.end(),
                                           [](const CutStep& s) { return !s.skipped && follows_drill(s.kind); });
            std::vector<Cut>* at_drill = nullptr;
            bool any = false;
            for (std::size_t i = 0; chain && i < chain->steps.size(); ++i) {
                const CutStep& step = chain->steps[i];
                if (!at_machine(*chain, i, stays))
                    continue;
                any = true;
                if (!takes(hole, i))
                    continue;
                const Cut cut{static_cast<int>(i), line_of(step)};
                if (stays && at_drill) {
                    at_drill->push_back(cut);
                    continue;
                }
                auto& visits = passes[{step.kind, cut.cutter}];
                visits.push_back({hole, {cut}});
                if (stays && step.kind == StepKind::Drill)
                    at_drill = &visits.back().cuts;
            }
            if (!any && takes_whole(hole))
                whole.push_back({hole, {{}}});
        }
        // The list to fetch is in the order of use: its lines order the passes of one kind of step.
        for (auto& [key, visits] : passes)
            m_order.passes.push_back({std::move(visits)});
        if (!whole.empty())
            m_order.passes.push_back({std::move(whole)});
    }

    // What no visit has done.
    void hands() {
        std::set<std::pair<int, int>> done;
        for (const Pass& pass : m_order.passes)
            for (const Visit& visit : pass.visits)
                for (const Cut& cut : visit.cuts)
                    done.emplace(visit.hole, cut.step);
        std::map<std::tuple<StepKind, int, std::string>, std::vector<int>> left;
        for (int hole = 0; hole < static_cast<int>(m_needs.holes.size()); ++hole) {
            const Chain* chain = chain_of(hole);
            for (std::size_t i = 0; chain && i < chain->steps.size(); ++i) {
                const CutStep& step = chain->steps[i];
                if (is_made(*chain, i) && takes(hole, i) && !done.contains({hole, static_cast<int>(i)}))
                    left[{step.kind, line_of(step), step.name}].push_back(hole);
            }
        }
        for (auto& [key, holes] : left)
            m_order.by_hand.push_back({std::get<1>(key), std::get<2>(key), std::move(holes)});
        std::stable_partition(m_order.by_hand.begin(), m_order.by_hand.end(),
                              [](const ByHand& each) { return each.step != "deburr"; });
    }

    void put_in_order(Pass& pass) {
        switch (at_hand(m_needs.job).order.holes) {
        case HoleOrder::AsDrawn:
            return;
        case HoleOrder::ByHand:
            return as_named(pass);
        case HoleOrder::LeastWork:
            break;
        }
        // On a bar the first hole is what angles are set from: it stays the first on the drawing, and turning the bar
        // is counted, not the way along it.
        if (!m_needs.job.blank.on_side())
            least_work(pass);
    }

    void as_named(Pass& pass) const {
        std::map<std::string, std::size_t> rank;
        for (const std::string& name : at_hand(m_needs.job).order.by_hand)
            rank.emplace(name, rank.size());
        const auto rank_of = [&](const Visit& visit) {
            const auto found = rank.find(m_needs.holes[static_cast<std::size_t>(visit.hole)].name);
            return found == rank.end() ? rank.size() : found->second;
        };
        std::stable_sort(pass.visits.begin(), pass.visits.end(),
                         [&](const Visit& a, const Visit& b) { return rank_of(a) < rank_of(b); });
    }

    void least_work(Pass& pass) {
        std::vector<Point> stops;
        stops.reserve(pass.visits.size());
        for (const Visit& visit : pass.visits)
            stops.push_back(m_places[static_cast<std::size_t>(visit.hole)]);
        Tour tour = tour_through(pass, stops);
        std::vector<Visit> sorted;
        sorted.reserve(pass.visits.size());
        m_last_tour.clear();
        for (const int stop : tour.order) {
            sorted.push_back(std::move(pass.visits[static_cast<std::size_t>(stop)]));
            m_last_tour.push_back(sorted.back().hole);
        }
        pass.visits = std::move(sorted);
        pass.proved = tour.proved;
        if (!tour.order.empty())
            m_here = stops[static_cast<std::size_t>(tour.order.back())];
    }

    // Many stops that the pass before has all been to: its way, forth or back, is a start that only needs mending.
    [[nodiscard]] Tour tour_through(const Pass& pass, const std::vector<Point>& stops) const {
        std::map<int, int> stop_of;
        for (std::size_t i = 0; i < pass.visits.size(); ++i)
            stop_of[pass.visits[i].hole] = static_cast<int>(i);
        std::vector<int> known;
        for (const int hole : m_last_tour)
            if (const auto found = stop_of.find(hole); found != stop_of.end())
                known.push_back(found->second);
        if (stops.size() <= static_cast<std::size_t>(most_proved) || known.size() < stops.size())
            return cheapest_tour(stops, m_here, m_cost, m_needs.effort);
        std::vector<int> back(known.rbegin(), known.rend());
        const bool turn = seconds_of(stops, m_here, m_cost, back) < seconds_of(stops, m_here, m_cost, known);
        std::vector<int>& better = turn ? back : known;
        if (m_needs.effort == Effort::Quick)
            return {std::move(better), 0.0, false};
        return improved_tour(stops, m_here, m_cost, std::move(better));
    }
};

bool any_step(const WorkNeeds& needs, const std::function<bool(const CutStep&)>& is) {
    for (const int chain : needs.kind_of)
        for (const CutStep& step : needs.chains[static_cast<std::size_t>(chain)].steps)
            if (!step.skipped && is(step))
                return true;
    return false;
}

} // namespace

std::vector<int> WorkOrder::holes() const {
    std::vector<int> order;
    std::set<int> seen;
    for (const Pass& pass : passes)
        for (const Visit& visit : pass.visits)
            if (seen.insert(visit.hole).second)
                order.push_back(visit.hole);
    return order;
}

bool bar_comes_back(const WorkNeeds& needs) {
    if (std::holds_alternative<RotaryTable>(needs.machine.kind) || needs.holes.empty())
        return true;
    return std::all_of(needs.holes.begin(), needs.holes.end(), [&](const Hole& hole) {
        const Hole& first = needs.holes.front();
        return hole.bar && hole.bar->bearing == first.bar->bearing &&
               hole.spec.depth.has_value() == first.spec.depth.has_value();
    });
}

CutOrder advised_way(const WorkNeeds& needs, std::string& why) {
    if (needs.job.blank.on_side() && !bar_comes_back(needs)) {
        why = say("Turning the bar costs most, so every hole is finished before it is turned on, in the order of the "
                  "drawing.");
        return CutOrder::ByHole;
    }
    // Marks keep the place, whatever the height does.
    if (needs.room.loses && !std::holds_alternative<LayoutBench>(needs.machine.kind)) {
        why = say("Changing the height loses the place on this machine, so every hole is finished before moving on.");
        return CutOrder::ByHole;
    }
    if (std::holds_alternative<DrillPress>(needs.machine.kind)) {
        why = say(
            "Setting fence and stop takes longer than changing a cutter, so every hole is finished at its setting.");
        return CutOrder::ByHole;
    }
    if (std::holds_alternative<Handwheels>(needs.machine.kind) &&
        any_step(needs, [](const CutStep& step) { return step.kind == StepKind::Tap && !step.by_hand; })) {
        why = say(
            "A tap under power has to stand over its hole, and dials come back only to about a line: it follows its "
            "drill without moving.");
        return CutOrder::FollowDrill;
    }
    why = say("This machine comes back to every place, so each cutter goes through all its holes: fewest changes.");
    return CutOrder::ByCutter;
}

WorkOrder work_order(const WorkNeeds& needs) {
    if ((needs.job.blank.on_side() && !bar_comes_back(needs)) || at_hand(needs.job).order.cuts == CutOrder::Advised) {
        std::string why;
        const CutOrder way = advised_way(needs, why);
        WorkOrder made = work_order(needs, way);
        made.reason = why;
        return made;
    }
    return work_order(needs, at_hand(needs.job).order.cuts);
}

WorkOrder work_order(const WorkNeeds& needs, CutOrder way) {
    return Maker(needs, way).make();
}

std::string in_words(CutOrder way) {
    switch (way) {
    case CutOrder::ByHole:
        return say("every hole finished before the next");
    case CutOrder::FollowDrill:
        return say("cutter by cutter, but tap and reamer follow their drill");
    case CutOrder::ByCutter:
        return say("each cutter through all its holes");
    case CutOrder::Advised:
        break;
    }
    return say("as the program advises");
}

} // namespace clockface
