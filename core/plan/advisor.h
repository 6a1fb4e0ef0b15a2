// Side by side: the three ways of ordering the cutters on one machine, and all machines of the shop for one job.
#pragma once

#include "ordering/tally.h"
#include "plan/plan.h"
#include "simulate/many_parts.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// One of the three ways, counted.
struct OrderOption {
    CutOrder way = CutOrder::ByCutter;
    Tally tally;
    bool advised = false;
    bool taken = false;
};
/// All three for the plan's machine; for the side of a bar only the one there is.
std::vector<OrderOption> order_options(const Job& job, const Shop& shop, const SetupPlan& plan);

/// A machine of the shop for this job.
struct MethodReport {
    MachineRef machine;
    Tally tally;                   ///< for one piece
    double minutes = 0.0;          ///< for all pieces of the job, what a batch pays once counted once
    Length worst;                  ///< of the list, carried out exactly
    std::optional<ManyParts> many; ///< with the machine's errors; nothing on the side of a bar
    bool can = true;               ///< the list can be carried out
    bool advised = false;
    std::string remark; ///< what it stands or falls by, one sentence
};

/// The quickest machine of which nineteen parts in twenty come out right is advised, of machines as quick (as
/// far as times are known) the one that places its holes best; where there is none, the one with the largest share.
/// Marks from an old part are among them only when the job has one.
std::vector<MethodReport> advise_methods(const Job& job, const Shop& shop, const Estimates& estimates, int parts = 200);

/// How many parts to make so that somebody can wait for it: `most` for a few dozen holes, fewer for thousands.
int parts_worth_making(std::size_t holes, int most);

/// The cheapest way once round all holes that can be found in about a second, as names for OrderWishes::by_hand, and
/// what going round with every cutter then takes, against what it takes now.
struct LongSearch {
    std::vector<std::string> names;
    double seconds = 0.0, before = 0.0;
};
LongSearch look_longer(const Job& job, const SetupPlan& plan);

/// What many parts come to for a plan.
std::optional<ManyParts> many_parts_of(const Job& job, const SetupPlan& plan, int parts = 400, std::uint64_t seed = 1);

} // namespace clockface
