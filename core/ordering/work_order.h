// What is cut when: passes round the holes, and at each stop the steps that are made without moving away.
#pragma once

#include "cutting/cutter_list.h"
#include "job/job.h"
#include "layout/pattern.h"
#include "ordering/tour.h"

#include <string>
#include <vector>

namespace clockface {

/// One step of a hole's chain, and the line of the list to fetch that has its cutter. -1: the hole as a whole, for
/// which no chain is known.
struct Cut {
    int step = -1;
    int cutter = -1;
    bool operator==(const Cut&) const = default;
};

/// A stop at a hole.
struct Visit {
    int hole = 0;
    std::vector<Cut> cuts;
    bool operator==(const Visit&) const = default;
};

/// Once round the holes that want the same.
struct Pass {
    std::vector<Visit> visits;
    bool proved = false; ///< there is no cheaper way round, from where the pass before ended
};

/// What is left for the hands: one cutter, the holes it goes to.
struct ByHand {
    int cutter = 0;
    std::string step;
    std::vector<int> holes;
};

struct WorkOrder {
    CutOrder way = CutOrder::ByCutter;
    std::string reason; ///< why that way, where the program chose it
    std::vector<Pass> passes;
    std::vector<ByHand> by_hand;

    /// Holes in the order in which each is first come to.
    [[nodiscard]] std::vector<int> holes() const;
};

/// Which steps a set-up makes: by hole of its face, by step of its chain, and last the hole as a whole. Empty: all.
using Shares = std::vector<std::vector<bool>>;

/// What an order is made from. References must outlive the call.
struct WorkNeeds {
    const Job& job;
    const Machine& machine;
    const std::vector<Hole>& holes;
    const std::vector<Chain>& chains;
    const std::vector<int>& kind_of;
    const CutterList& cutters;
    const Room& room;
    const Shares& shares;
    const Estimates& estimates;
    Effort effort = Effort::Usual;
    bool guided = false; ///< a bushing stands over every hole
};

/// Whether each cutter can go through all holes in the side of a bar: on a rotary table, which comes back to every
/// angle, or where the bar is not turned at all. Otherwise turning it costs most, and work goes hole by hole.
bool bar_comes_back(const WorkNeeds& needs);

/// The order wanted by the job; on a bar that does not come back, hole by hole.
WorkOrder work_order(const WorkNeeds& needs);
/// The same in one of the three ways, whatever the job says.
WorkOrder work_order(const WorkNeeds& needs, CutOrder way);

/// Which of the three ways suits this machine and these holes, and why.
CutOrder advised_way(const WorkNeeds& needs, std::string& why);

/// "one cutter through all its holes" …
std::string in_words(CutOrder way);

} // namespace clockface
