// What follows from a job and a shop. Never saved as truth; the same job and shop give the same plan, bit for bit.
#pragma once

#include "cutting/chains.h"
#include "holding/beneath.h"
#include "job/job.h"
#include "layout/pattern.h"
#include "ordering/instruction.h"
#include "ordering/wording.h"
#include "ordering/work_order.h"
#include "plan/findings.h"
#include "shop/shop.h"
#include "simulate/operator.h"
#include "simulate/workplace.h"

#include <memory>
#include <vector>

namespace clockface {

/// The work of one set-up. Holes are those of its face, by that face's own zero.
struct SetupPlan {
    Estimates estimates; ///< it was worked out with
    int setup = 1;       ///< its id
    Face face{};         ///< it has up
    std::vector<Hole> holes;
    std::vector<int> kind_of;                 ///< by hole, of chains()
    std::shared_ptr<const JobChains> cutting; ///< of the whole job, shared by all its set-ups
    Shares shares;                            ///< which steps of which holes it makes
    Room room;                                ///< for its cutters under its spindle
    Machine machine; ///< the one it names, or the shop's first that suits when it names none that is there
    std::vector<std::vector<bool>> made_before; ///< by hole and step: in an earlier set-up; empty: nothing is
    std::vector<HolePlace> places;              ///< by hole, as the work lies
    Held held;                                  ///< how the work lies
    std::vector<Beneath> beneath;               ///< what the drill of each hole meets
    WorkOrder work;                             ///< what is cut when, and why that way
    Route route;
    std::string fingerprint; ///< of the route
    SimulatedRun run;
    std::vector<Finding> findings; ///< on this set-up, gravest first

    [[nodiscard]] const std::vector<Chain>& chains() const { return cutting->chains; }
    [[nodiscard]] const CutterList& cutters() const { return cutting->list; }
    /// What cuts a hole.
    [[nodiscard]] const Chain& chain_of(std::size_t hole) const {
        return cutting->chains[static_cast<std::size_t>(kind_of[hole])];
    }
    /// The holes a cutter of the list to fetch goes to, whichever set-up it is in then.
    [[nodiscard]] std::vector<int> served_by(int cutter) const;
    /// The chains its holes have, as indices of chains(), rising.
    [[nodiscard]] std::vector<int> kinds() const;
};

/// The plan of a whole job: what to fetch, and the work of every set-up, in the order of the set-ups.
struct Plan {
    std::shared_ptr<const JobChains> cutting;
    std::vector<SetupPlan> setups;
    std::vector<Finding> findings; ///< of all set-ups and of the job as a whole, gravest first

    /// The work of the set-up of that id. Requires one.
    [[nodiscard]] const SetupPlan& of(int setup) const;
    /// One set-up of each face that has holes: a face may have several, with the same holes.
    [[nodiscard]] std::vector<const SetupPlan*> faces() const;
    /// Holes on all faces.
    [[nodiscard]] int holes() const;
};

/// What the words of a set-up's moves need to know. The job, with that set-up at hand, and the plan must outlive it.
inline WordingNeeds words_for(const Job& job, const SetupPlan& plan) {
    return {job, plan.holes, plan.machine, &plan.chains(), &plan.kind_of, &plan.cutters()};
}

/// What the simulated machine finds around the work. The plan must outlive it.
inline Workplace workplace_of(const SetupPlan& plan) {
    return {plan.held, plan.chains(), plan.kind_of, plan.made_before};
}

/// Calls `act` with every set-up of a plan that has work or holes, and the job with that set-up at hand.
template <class Act> void each_setup(const Job& job, const Plan& plan, const Act& act) {
    for (const SetupPlan& each : plan.setups)
        if (!each.holes.empty() || plan.setups.size() == 1) {
            if (each.setup == at_hand(job).id)
                act(job, each);
            else
                act(with_setup(job, each.setup), each);
        }
}

/// Works out the plan. Pure. Requires: the job and the shop have no first_fault (readers and editors see to that).
/// The effort goes into the way round the holes.
Plan make_plan(const Job& job, const Shop& shop, const Estimates& estimates, Effort effort = Effort::Usual);

/// The work of the set-up at hand alone, with the cutters of the whole job.
SetupPlan plan_at_hand(const Job& job, const Shop& shop, const Estimates& estimates, Effort effort = Effort::Usual);

/// What an order of work for a set-up is made from. The job, with that set-up at hand, and the plan must outlive it.
WorkNeeds work_needs(const Job& job, const SetupPlan& plan, Effort effort = Effort::Usual);

/// The list of a set-up's holes for a given order of work.
Route route_for(const Job& job, const Shop& shop, const SetupPlan& plan, const WorkOrder& work);

} // namespace clockface
