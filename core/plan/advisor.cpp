#include "plan/advisor.h"

#include "measure/figures.h"
#include "ordering/travel.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

constexpr double right_enough = 0.95; // nineteen parts in twenty

// Which machine to take of those that can make the job: of those right enough the quickest; of the equally quick the
// one that places its holes best. Where none is right enough, the one with the largest share.
const MethodReport* best_of(const std::vector<MethodReport>& all, const Estimates& guess) {
    const auto share = [](const MethodReport& each) { return each.many ? each.many->share_within : right_enough; };
    const auto most = [](const MethodReport& each) { return each.many ? each.many->most : each.worst; };
    std::vector<const MethodReport*> good, can;
    for (const MethodReport& each : all)
        if (each.can) {
            can.push_back(&each);
            if (share(each) >= right_enough)
                good.push_back(&each);
        }
    if (can.empty())
        return nullptr;
    if (good.empty())
        return *std::max_element(can.begin(), can.end(),
                                 [&](const auto* a, const auto* b) { return share(*a) < share(*b); });
    const double least = (*std::min_element(good.begin(), good.end(), [](const auto* a, const auto* b) {
                             return a->minutes < b->minutes;
                         }))->minutes;
    std::erase_if(good, [&](const auto* each) {
        return each->minutes > least + std::max(guess.alike_minutes, least * guess.alike_share);
    });
    return *std::min_element(good.begin(), good.end(),
                             [&](const auto* a, const auto* b) { return most(*a) < most(*b); });
}

std::string remark_on(const MethodReport& report, const SetupPlan& plan, Unit unit) {
    if (!report.can)
        return plan.run.complaints.empty() ? say("It cannot make these holes.") : plan.run.complaints.front();
    if (!report.many || report.many->budget.empty())
        return say("The ways of the bar carry their own sums of errors.");
    const BudgetLine& dearest = report.many->budget.front();
    const std::string fits = report.many->fits_within
                                 ? " " + say("Holes with a fit are judged by {report}.",
                                             {{"report", with_unit(*report.many->fits_within, unit)}})
                                 : "";
    return say("Most of it is {dearest}: {most}.{fits}",
               {{"dearest", dearest.source ? in_words(*dearest.source) : say("rounding")},
                {"most", thousandths(dearest.most, unit)},
                {"fits", fits}});
}

} // namespace

std::optional<ManyParts> many_parts_of(const Job& job, const SetupPlan& plan, int parts, std::uint64_t seed) {
    return make_many({plan.route, plan.machine, job, plan.holes, plan.chains(), plan.kind_of, plan.estimates}, parts,
                     seed);
}

LongSearch look_longer(const Job& job, const SetupPlan& plan) {
    std::vector<Point> stops;
    stops.reserve(plan.holes.size());
    for (const Hole& hole : plan.holes)
        stops.push_back(as_set(plan.machine, hole.at));
    LongSearch found;
    for (const int hole : cheapest_tour(stops, {}, travel_cost(plan.machine, plan.estimates), Effort::Long).order)
        found.names.push_back(plan.holes[static_cast<std::size_t>(hole)].name);
    Job own = job;
    at_hand(own).order.holes = HoleOrder::ByHand;
    at_hand(own).order.by_hand = found.names;
    const auto all_passes = [&](const WorkOrder& work) {
        std::vector<int> order;
        for (const Pass& pass : work.passes)
            for (const Visit& visit : pass.visits)
                order.push_back(visit.hole);
        return seconds_of(stops, {}, travel_cost(plan.machine, plan.estimates), order);
    };
    found.seconds = all_passes(work_order(work_needs(own, plan), plan.work.way));
    found.before = all_passes(plan.work);
    return found;
}

std::vector<OrderOption> order_options(const Job& job, const Shop& shop, const SetupPlan& plan) {
    std::vector<OrderOption> options;
    const WorkNeeds needs = work_needs(job, plan);
    std::string why;
    const CutOrder advised = advised_way(needs, why);
    for (const CutOrder way : {CutOrder::ByCutter, CutOrder::ByHole, CutOrder::FollowDrill}) {
        const bool taken = way == plan.work.way;
        if (job.blank.on_side() && !bar_comes_back(needs) && !taken)
            continue;
        const Route route = taken ? plan.route : route_for(job, shop, plan, work_order(needs, way));
        options.push_back(
            {way, tally_of(route, plan.machine, plan.chains(), plan.kind_of, plan.estimates), way == advised, taken});
    }
    return options;
}

int parts_worth_making(std::size_t holes, int most) {
    constexpr int hole_visits = 20'000, least = 20;
    return std::clamp(hole_visits / std::max(1, static_cast<int>(holes)), std::min(least, most), most);
}

std::vector<MethodReport> advise_methods(const Job& job, const Shop& shop, const Estimates& estimates, int parts) {
    std::vector<MethodReport> all;
    std::vector<const Machine*> machines;
    for (const Machine& machine : shop.machines)
        machines.push_back(&machine);
    if (!job.old_part.empty())
        machines.push_back(&shop.marks);
    for (const Machine* machine : machines) {
        Job on = job;
        at_hand(on).machine = ref(*machine);
        const SetupPlan plan = plan_at_hand(on, shop, estimates);
        MethodReport report;
        report.machine = ref(*machine);
        report.tally = tally_of(plan.route, plan.machine, plan.chains(), plan.kind_of, estimates);
        report.minutes = report.tally.batch(job.pieces);
        report.can = plan.run.complaints.empty() && !plan.route.order.empty();
        if (const auto worst = plan.run.worst())
            report.worst = worst->miss;
        report.many = many_parts_of(on, plan, parts_worth_making(plan.holes.size(), parts));
        report.remark = remark_on(report, plan, job.unit);
        all.push_back(std::move(report));
    }
    if (const MethodReport* best = best_of(all, estimates))
        all[static_cast<std::size_t>(best - all.data())].advised = true;
    return all;
}

} // namespace clockface
