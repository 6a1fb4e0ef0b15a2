// What follows from a job and a shop. Never saved as truth; the same job and shop give the same plan, bit for bit.
#pragma once

#include "cutting/cutter_list.h"
#include "job/job.h"
#include "layout/pattern.h"
#include "ordering/instruction.h"
#include "ordering/wording.h"
#include "ordering/work_order.h"
#include "plan/findings.h"
#include "shop/shop.h"
#include "simulate/operator.h"

#include <vector>

namespace clockface {

struct Plan {
    std::vector<Hole> holes;
    std::vector<Chain> chains; ///< one for each kind of hole in each depth of metal
    std::vector<int> chain_of; ///< by hole
    CutterList cutters;        ///< what to fetch for all of them
    bool metal_known = true;   ///< the job's material is one of the table; otherwise it is reckoned as mild steel
    Machine machine;           ///< the one the job names, or the shop's first when it names none that is there
    WorkOrder work;            ///< what is cut when, and why that way
    Route route;
    std::string fingerprint; ///< of the route
    Proof proof;
    std::vector<Finding> findings; ///< gravest first
};

/// What the words of a plan's moves need to know. The job and the plan must outlive it.
inline WordingNeeds words_for(const Job& job, const Plan& plan) {
    return {job, plan.holes, plan.machine, &plan.chains, &plan.chain_of, &plan.cutters};
}

/// Works out the plan. Pure. Requires: the job and the shop have no first_fault (readers and editors see to that).
/// The effort goes into the way round the holes.
Plan make_plan(const Job& job, const Shop& shop, Effort effort = Effort::Usual);

/// The list of a plan's holes for a given order of work.
Route route_for(const Job& job, const Shop& shop, const Plan& plan, const WorkOrder& work);

} // namespace clockface
