// The chains of a whole job.
#pragma once

#include "cutting/cutter_list.h"
#include "layout/pattern.h"

#include <vector>

namespace clockface {

/// The cutters of a whole job: what is fetched once, for all its faces.
struct JobChains {
    std::vector<Chain> chains; ///< one for each kind of hole in each depth of metal, by the spindle it is made with
    CutterList list;
    bool metal_known = true;
};

/// Gathers the chains of a job face by face. Kinds of hole in the order in which they are met; a material the table
/// does not know is reckoned as mild steel, and that is said.
class ChainGatherer {
public:
    ChainGatherer(const Job& job, const Shop& shop, const Estimates& estimates);

    /// The chain of each hole of the face that `job` has at hand; `on[i]` is the machine hole i is made on.
    std::vector<int> add(const Job& job, const std::vector<Hole>& holes, const std::vector<const Machine*>& on);
    /// All of it. Ends the gathering.
    JobChains take();

private:
    const Shop& m_shop;
    const Estimates& m_estimates;
    Metal m_metal;
    std::vector<Cutter> m_owned;
    JobChains m_out;
    std::vector<ChainUse> m_uses;
    std::vector<const Spindle*> m_spindles; // of each chain
};

/// Metal under a hole's mouth, along its axis.
Length metal_under(const Job& job, const Hole& hole);

/// The pattern whose kind of hole a pattern has: its own, or that of the source of a copy.
std::size_t pattern_of_kind(const Job& job, std::size_t pattern);

} // namespace clockface
