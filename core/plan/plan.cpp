#include "plan/plan.h"

#include "cutting/chains.h"
#include "ordering/route.h"

namespace clockface {

Plan make_plan(const Job& job, const Shop& shop) {
    Plan plan;
    const Machine* machine = shop.find(job.machine);
    plan.machine = machine ? *machine : shop.machines.at(0);
    plan.holes = holes_of(job);
    JobChains cutting = chains_of(job, shop, plan.machine, plan.holes);
    plan.chains = std::move(cutting.chains);
    plan.chain_of = std::move(cutting.chain_of);
    plan.cutters = std::move(cutting.list);
    plan.metal_known = cutting.metal_known;
    plan.route = make_route({job, plan.holes, hole_order(plan.holes, job.order), shop.kit}, plan.machine);
    plan.fingerprint = fingerprint(plan.route);
    plan.proof = carry_out(plan.route, plan.machine, job, plan.holes);
    plan.findings = find_faults(job, shop, plan);
    return plan;
}

} // namespace clockface
