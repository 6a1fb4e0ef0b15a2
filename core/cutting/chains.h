// The chains of a whole job.
#pragma once

#include "cutting/cutter_list.h"
#include "layout/pattern.h"

#include <vector>

namespace clockface {

struct JobChains {
    std::vector<Chain> chains;
    std::vector<int> chain_of; ///< by hole
    CutterList list;
    bool metal_known = true;
};

/// One chain for each kind of hole in each depth of metal, in the order of the holes. A material the table does not
/// know is reckoned as mild steel, and that is said.
JobChains chains_of(const Job& job, const Shop& shop, const Machine& machine, const std::vector<Hole>& holes);

/// Metal under a hole's mouth, along its axis.
Length metal_under(const Job& job, const Hole& hole);

/// The pattern whose kind of hole a pattern has: its own, or that of the source of a copy.
std::size_t pattern_of_kind(const Job& job, std::size_t pattern);

} // namespace clockface
