#include "plan/plan.h"

#include "ordering/route.h"
#include "plan/makers.h"

#include <algorithm>
#include <set>

namespace clockface {

namespace {

// Makes the plan of a job: first what its faces want, together, then the work of each set-up.
class Planner {
public:
    Planner(const Job& job, const Shop& shop, const Estimates& estimates, Effort effort)
        : m_job(job)
        , m_shop(shop)
        , m_estimates(estimates)
        , m_effort(effort) {
        ChainGatherer gatherer(job, shop, estimates);
        for (const Setup& each : job.setups)
            if (!find(each.up))
                m_faces.push_back(read(each, gatherer));
        m_cutting = std::make_shared<const JobChains>(gatherer.take());
    }

    [[nodiscard]] const std::shared_ptr<const JobChains>& cutting() const { return m_cutting; }

    [[nodiscard]] SetupPlan plan_of(const Setup& setup) const {
        const OnFace& face = *find(setup.up);
        const bool here = setup.id == at_hand(m_job).id;
        const Job turned = here ? Job{} : with_setup(m_job, setup.id);
        const Job& job = here ? m_job : turned;
        SetupPlan plan;
        plan.estimates = m_estimates;
        plan.setup = setup.id;
        plan.face = setup.up;
        plan.cutting = m_cutting;
        plan.machine = m_shop.machine_for(setup.machine, m_job.unit);
        plan.holes = face.holes;
        plan.kind_of = face.kind_of;
        plan.shares = shares_of(setup, face);
        plan.made_before = made_before(setup, face);
        plan.places = places_as_held(job, plan.holes);
        plan.held =
            held_for(job, m_shop, plan.machine, m_estimates, {plan.holes, plan.places, plan.kind_of, plan.chains()});
        plan.beneath = beneath_holes(plan.held, plan.places, plan.kind_of, plan.chains());
        plan.room = room_for(chains_in(plan), plan.machine.spindle, overhead_of(plan.held), m_job.unit);
        plan.work = work_order(work_needs(job, plan, m_effort));
        plan.route = route_for(job, m_shop, plan, plan.work);
        plan.fingerprint = fingerprint(plan.route);
        const Workplace workplace = workplace_of(plan);
        Conditions exactly;
        exactly.workplace = &workplace;
        plan.run = carry_out(plan.route, plan.machine, job, plan.holes, exactly);
        plan.findings = find_faults(job, m_shop, plan);
        return plan;
    }

private:
    struct OnFace {
        Face face = Face::Top;
        std::vector<Hole> holes;
        std::vector<int> kind_of;
        std::vector<const Setup*> setups;
    };

    const Job& m_job;
    const Shop& m_shop;
    const Estimates& m_estimates;
    Effort m_effort;
    std::vector<OnFace> m_faces;
    std::shared_ptr<const JobChains> m_cutting;

    [[nodiscard]] const OnFace* find(Face face) const {
        const auto found =
            std::find_if(m_faces.begin(), m_faces.end(), [&](const OnFace& each) { return each.face == face; });
        return found == m_faces.end() ? nullptr : &*found;
    }

    [[nodiscard]] OnFace read(const Setup& first, ChainGatherer& gatherer) const {
        OnFace face;
        face.face = first.up;
        face.setups = setups_of(m_job, first.up);
        const bool here = first.up == m_job.blank.up;
        const Job turned = here ? Job{} : with_setup(m_job, first.id);
        const Job& job = here ? m_job : turned;
        face.holes = holes_of(job);
        std::vector<const Machine*> on;
        on.reserve(face.holes.size());
        for (const Hole& hole : face.holes)
            on.push_back(&m_shop.machine_for(cut_in(face.setups, m_job.patterns[hole.pattern].id).machine, m_job.unit));
        face.kind_of = gatherer.add(job, face.holes, on);
        return face;
    }

    [[nodiscard]] Shares shares_of(const Setup& setup, const OnFace& face) const {
        Shares shares;
        if (face.setups.size() == 1 && std::holds_alternative<TheRest>(setup.makes))
            return shares;
        for (std::size_t h = 0; h < face.holes.size(); ++h) {
            const Chain& chain = m_cutting->chains[static_cast<std::size_t>(face.kind_of[h])];
            const int pattern = m_job.patterns[face.holes[h].pattern].id;
            std::vector<bool>& own = shares.emplace_back();
            for (const CutStep& step : chain.steps)
                own.push_back(maker_of(face.setups, pattern, &step) == &setup);
            own.push_back(maker_of(face.setups, pattern, nullptr) == &setup);
        }
        return shares;
    }

    // What earlier set-ups have made of each hole when this one's turn comes.
    [[nodiscard]] std::vector<std::vector<bool>> made_before(const Setup& setup, const OnFace& face) const {
        std::vector<std::vector<bool>> made;
        const auto turn = [&](const Setup* each) { return std::find(face.setups.begin(), face.setups.end(), each); };
        const auto own = turn(&setup);
        if (own == face.setups.begin())
            return made;
        for (std::size_t h = 0; h < face.holes.size(); ++h) {
            std::vector<bool>& steps = made.emplace_back();
            for (const CutStep& step : m_cutting->chains[static_cast<std::size_t>(face.kind_of[h])].steps)
                steps.push_back(turn(maker_of(face.setups, m_job.patterns[face.holes[h].pattern].id, &step)) < own);
        }
        return made;
    }

    // The chains the set-up cuts any step of.
    [[nodiscard]] std::vector<const Chain*> chains_in(const SetupPlan& plan) const {
        std::vector<bool> seen(m_cutting->chains.size(), false);
        std::vector<const Chain*> used;
        for (std::size_t h = 0; h < plan.holes.size(); ++h) {
            const auto chain = static_cast<std::size_t>(plan.kind_of[h]);
            if (seen[chain] || (!plan.shares.empty() &&
                                std::find(plan.shares[h].begin(), plan.shares[h].end(), true) == plan.shares[h].end()))
                continue;
            seen[chain] = true;
            used.push_back(&m_cutting->chains[chain]);
        }
        return used;
    }
};

} // namespace

const SetupPlan& Plan::of(int setup) const {
    return *std::find_if(setups.begin(), setups.end(), [&](const SetupPlan& each) { return each.setup == setup; });
}

std::vector<int> SetupPlan::kinds() const {
    const std::set<int> kinds(kind_of.begin(), kind_of.end());
    return {kinds.begin(), kinds.end()};
}

std::vector<int> SetupPlan::served_by(int cutter) const {
    const std::string& name = cutters().lines[static_cast<std::size_t>(cutter)].cutter.name;
    std::vector<int> served;
    for (std::size_t i = 0; i < holes.size(); ++i)
        if (std::any_of(chain_of(i).steps.begin(), chain_of(i).steps.end(),
                        [&](const CutStep& step) { return !step.skipped && step.cutter.name == name; }))
            served.push_back(static_cast<int>(i));
    return served;
}

std::vector<const SetupPlan*> Plan::faces() const {
    std::vector<const SetupPlan*> all;
    for (const SetupPlan& each : setups)
        if (!each.holes.empty() &&
            std::none_of(all.begin(), all.end(), [&](const SetupPlan* known) { return known->face == each.face; }))
            all.push_back(&each);
    return all;
}

int Plan::holes() const {
    std::size_t holes = 0;
    for (const SetupPlan* each : faces())
        holes += each->holes.size();
    return static_cast<int>(holes);
}

Plan make_plan(const Job& job, const Shop& shop, const Estimates& estimates, Effort effort) {
    const Planner planner(job, shop, estimates, effort);
    Plan plan;
    plan.cutting = planner.cutting();
    for (const Setup& each : job.setups)
        plan.setups.push_back(planner.plan_of(each));
    plan.findings = find_faults(job, plan);
    return plan;
}

SetupPlan plan_at_hand(const Job& job, const Shop& shop, const Estimates& estimates, Effort effort) {
    return Planner(job, shop, estimates, effort).plan_of(at_hand(job));
}

WorkNeeds work_needs(const Job& job, const SetupPlan& plan, Effort effort) {
    return {job,       plan.machine, plan.holes,     plan.chains(), plan.kind_of,    plan.cutters(),
            plan.room, plan.shares,  plan.estimates, effort,        plan.held.guided};
}

Route route_for(const Job& job, const Shop& shop, const SetupPlan& plan, const WorkOrder& work) {
    return make_route({job, plan.holes, work, work.holes(), shop.kit, plan.cutters(), plan.room, plan.machine,
                       plan.estimates, plan.held},
                      plan.machine);
}

} // namespace clockface
