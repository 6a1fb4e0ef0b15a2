// What the hands find at the machine beside the list: how the work is held, what is made of every hole, and how far it
// is.
#pragma once

#include "cutting/chain.h"
#include "holding/held.h"

#include <vector>

namespace clockface {

/// References must outlive the run.
struct Workplace {
    const Held& held;
    const std::vector<Chain>& chains;
    const std::vector<int>& kind_of; ///< by hole, of the chains
    /// By hole and step of its chain: made before, in an earlier set-up. Empty: nothing was.
    const std::vector<std::vector<bool>>& made;
};

} // namespace clockface
