#include "plan/plan.h"

#include "cutting/chains.h"
#include "ordering/route.h"

namespace clockface {

Plan make_plan(const Job& job, const Shop& shop, Effort effort) {
    Plan plan;
    plan.machine = shop.machine_for(job.machine, job.unit);
    plan.holes = holes_of(job);
    JobChains cutting = chains_of(job, shop, plan.machine, plan.holes);
    plan.chains = std::move(cutting.chains);
    plan.chain_of = std::move(cutting.chain_of);
    plan.cutters = std::move(cutting.list);
    plan.metal_known = cutting.metal_known;
    plan.work = work_order({job, plan.machine, plan.holes, plan.chains, plan.chain_of, plan.cutters, effort});
    plan.route = route_for(job, shop, plan, plan.work);
    plan.fingerprint = fingerprint(plan.route);
    plan.proof = carry_out(plan.route, plan.machine, job, plan.holes);
    plan.findings = find_faults(job, shop, plan);
    return plan;
}

Route route_for(const Job& job, const Shop& shop, const Plan& plan, const WorkOrder& work) {
    return make_route({job, plan.holes, work, work.holes(), shop.kit, plan.cutters, plan.machine}, plan.machine);
}

} // namespace clockface
