#include "bench/batch_walk.h"

#include "ordering/route.h"
#include "words/say.h"

#include <algorithm>
#include <map>

namespace clockface {

namespace {

// A place of the spindle, and the holes it drills, all with the same chain.
struct PlaceOfSpindle {
    int setting = 0;
    Point at; // from zero of the drawing, as for a piece that lies as drawn
    int kind = 0;
    std::vector<LoadedHole> holes;
};

// Which steps the set-up makes on the machine, by hole, in their order.
std::map<int, std::vector<Cut>> cuts_by_hole(const WorkOrder& work) {
    std::map<int, std::vector<Cut>> cuts;
    for (const Pass& pass : work.passes)
        for (const Visit& visit : pass.visits)
            for (const Cut& cut : visit.cuts)
                cuts[visit.hole].push_back(cut);
    for (auto& [hole, its] : cuts)
        std::sort(its.begin(), its.end(), [](const Cut& a, const Cut& b) { return a.step < b.step; });
    return cuts;
}

class WalkMaker {
public:
    WalkMaker(const Job& job, const Shop& shop, const SetupPlan& plan, const BatchPlan& batch)
        : m_job(job)
        , m_shop(shop)
        , m_plan(plan)
        , m_batch(batch)
        , m_cuts(cuts_by_hole(plan.work)) {}

    [[nodiscard]] BatchWalk walk() {
        find_places();
        BatchWalk walk{m_job, m_plan, {}, m_batch.out_of_reach, static_cast<int>(m_batch.settings.size())};
        make_job(walk.job);
        make_plan(walk);
        for (const Task& task : tasks_of(walk.job, walk.plan, walk.plan.route))
            if (task.deed.act == Act::Cut)
                walk.cuts.push_back(cut_of(walk, task));
        return walk;
    }

private:
    const Job& m_job;
    const Shop& m_shop;
    const SetupPlan& m_plan;
    const BatchPlan& m_batch;
    std::map<int, std::vector<Cut>> m_cuts;
    std::vector<PlaceOfSpindle> m_places;

    // At one setting holes that are cut otherwise are a place of their own, where the spindle stands already.
    void find_places() {
        for (std::size_t k = 0; k < m_batch.settings.size(); ++k) {
            const Setting& setting = m_batch.settings[k];
            const Point at = place_from_zero(m_job, m_plan.held, setting.at);
            const std::size_t first = m_places.size();
            for (const LoadedHole& each : setting.holes) {
                const int kind = m_plan.kind_of[static_cast<std::size_t>(each.hole)];
                auto place = std::find_if(m_places.begin() + static_cast<std::ptrdiff_t>(first), m_places.end(),
                                          [&](const PlaceOfSpindle& other) { return other.kind == kind; });
                if (place == m_places.end())
                    place = m_places.insert(m_places.end(), {static_cast<int>(k), at, kind, {}});
                place->holes.push_back(each);
            }
        }
    }

    // One pattern for all places: its id is the set-up's, so that places of two set-ups are told apart in one log.
    void make_job(Job& job) const {
        Pattern places;
        places.id = m_plan.setup;
        places.name = say("Settings");
        PointsPattern points;
        for (const PlaceOfSpindle& each : m_places)
            points.at.push_back(each.at);
        places.layout = std::move(points);
        places.face = m_plan.face;
        job.patterns = {places};
        at_hand(job).order = {};
        at_hand(job).order.check_half_way = false; // the first piece is measured instead
        // What pieces were zeroed by is gone where the machine was set for all of them, and the other way round; what
        // was cut in them is not of the machine.
        job.begun.clear();
        for (const Piece& each : m_job.begun) {
            Piece zeros{each.number, {}, {}, {}};
            for (const Event& event : each.log)
                if (const auto* done = std::get_if<Done>(&event.what);
                    done && (done->deed.act == Act::Zero || done->deed.act == Act::Lay))
                    zeros.log.push_back(event);
            if (each.number != all_pieces && !zeros.log.empty())
                job.begun.push_back(zeros);
        }
    }

    void make_plan(BatchWalk& walk) const {
        SetupPlan& plan = walk.plan;
        plan.holes.clear();
        plan.kind_of.clear();
        for (std::size_t i = 0; i < m_places.size(); ++i) {
            const PlaceOfSpindle& place = m_places[i];
            Hole hole = m_plan.holes[static_cast<std::size_t>(place.holes.front().hole)];
            hole.name = say("setting {number}", {{"number", place.setting + 1}});
            hole.pattern = 0;
            hole.number = static_cast<int>(i) + 1;
            hole.at = place.at;
            plan.holes.push_back(hole);
            plan.kind_of.push_back(place.kind);
        }
        plan.places.clear();
        plan.beneath.clear();
        plan.made_before.clear();
        plan.shares.clear();
        plan.findings.clear();
        plan.work = work();
        plan.route = route_for(walk.job, m_shop, plan, plan.work);
        plan.fingerprint = fingerprint(plan.route);
    }

    [[nodiscard]] std::vector<Cut> cuts_at(const PlaceOfSpindle& place) const {
        std::vector<Cut> cuts;
        for (const LoadedHole& each : place.holes)
            if (const auto its = m_cuts.find(each.hole); its != m_cuts.end())
                for (const Cut& cut : its->second)
                    if (std::find(cuts.begin(), cuts.end(), cut) == cuts.end())
                        cuts.push_back(cut);
        std::sort(cuts.begin(), cuts.end(), [](const Cut& a, const Cut& b) { return a.step < b.step; });
        return cuts;
    }

    [[nodiscard]] WorkOrder work() const {
        WorkOrder work;
        work.way = CutOrder::ByHole;
        Pass pass;
        for (std::size_t first = 0; first < m_places.size();) {
            std::size_t end = first;
            std::vector<std::vector<Cut>> left;
            while (end < m_places.size() && m_places[end].setting == m_places[first].setting)
                left.push_back(cuts_at(m_places[end++]));
            // The cutter in the chuck goes to all that want it next, before another is put in.
            for (auto next = left.begin(); next != left.end();) {
                if (next->empty()) {
                    ++next;
                    continue;
                }
                const int cutter = next->front().cutter;
                for (std::size_t i = 0; i < left.size(); ++i)
                    while (!left[i].empty() && left[i].front().cutter == cutter) {
                        const auto place = static_cast<int>(first + i);
                        if (!pass.visits.empty() && pass.visits.back().hole == place)
                            pass.visits.back().cuts.push_back(left[i].front());
                        else
                            pass.visits.push_back({place, {left[i].front()}});
                        left[i].erase(left[i].begin());
                    }
            }
            first = end;
        }
        work.passes.push_back(std::move(pass));
        for (const ByHand& each : m_plan.work.by_hand)
            if (const int place = place_with(each); place >= 0)
                work.by_hand.push_back({each.cutter, each.step, {place}});
        return work;
    }

    // The first place one of whose holes wants a step by hand.
    [[nodiscard]] int place_with(const ByHand& hand) const {
        for (std::size_t i = 0; i < m_places.size(); ++i)
            for (const LoadedHole& each : m_places[i].holes)
                if (std::find(hand.holes.begin(), hand.holes.end(), each.hole) != hand.holes.end())
                    return static_cast<int>(i);
        return -1;
    }

    [[nodiscard]] BatchCut cut_of(const BatchWalk& walk, const Task& task) const {
        BatchCut cut{task, -1, false, {}};
        const Instruction& move = walk.plan.route.list[static_cast<std::size_t>(task.move)];
        if (const auto* hand = std::get_if<WorkByHand>(&move.action)) {
            cut.loads.push_back({std::nullopt, {}, {}});
            for (const ByHand& each : m_plan.work.by_hand)
                if (each.step == hand->step && each.cutter == hand->cutter)
                    for (const int hole : each.holes)
                        if (std::find(walk.out_of_reach.begin(), walk.out_of_reach.end(), hole) ==
                            walk.out_of_reach.end())
                            add(cut.loads.front(), {WorkByHand{hand->cutter, hand->step, {hole}, hand->bench_vise}, -1},
                                hole, step_named(hole, hand->step));
            return cut;
        }
        const PlaceOfSpindle& place = m_places[static_cast<std::size_t>(task.hole)];
        const auto& drill = std::get<DrillHole>(move.action);
        cut.setting = place.setting;
        cut.first_there = cuts_at(place).front().step == drill.step;
        for (const LoadedHole& each : place.holes) {
            const auto its = m_cuts.find(each.hole);
            if (its == m_cuts.end() || std::none_of(its->second.begin(), its->second.end(),
                                                    [&](const Cut& one) { return one.step == drill.step; }))
                continue;
            if (cut.loads.empty() || cut.loads.back().loading != each.loading)
                cut.loads.push_back({each.loading, {}, {}});
            add(cut.loads.back(), {drill, each.hole}, each.hole, drill.step);
        }
        return cut;
    }

    void add(LoadCuts& load, const Instruction& move, int hole, int step) const {
        Task task = cut_task(m_job, m_plan, hole, step);
        task.move = static_cast<int>(load.moves.size());
        load.moves.push_back(move);
        load.tasks.push_back(std::move(task));
    }

    [[nodiscard]] int step_named(int hole, const std::string& step) const {
        const auto& steps = m_plan.chain_of(static_cast<std::size_t>(hole)).steps;
        const auto found =
            std::find_if(steps.begin(), steps.end(), [&](const CutStep& each) { return each.name == step; });
        return found == steps.end() ? -1 : static_cast<int>(found - steps.begin());
    }
};

} // namespace

BatchWalk batch_walk(const Job& job, const Shop& shop, const SetupPlan& plan, const BatchPlan& batch) {
    return WalkMaker(job, shop, plan, batch).walk();
}

} // namespace clockface
