// What goes through a drill bushing that stands over the hole: in a jig, or above a bar.
#pragma once

#include "cutting/chain.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// Bore of the bushing made for this chain: the diameter of its last drill. Nothing where none drills: no bushing
/// guides a hole that is only spotted or threaded.
std::optional<Length> bushing_for(const Chain& chain);

/// What becomes of a step under the bushing.
enum class UnderBushing {
    Guided,  ///< the drill it is bored for
    LeftOut, ///< what would start or pilot it: too wide for the bushing, or loose in it, and the bushing does its work
    Afterwards ///< what widens, threads or breaks the edge: once the work is out of the bushing
};
/// Of a chain with a bushing.
UnderBushing under_bushing(const Chain& chain, int step);

/// "A bushing bored 6.2 mm starts and guides the drill: the centre drill stays out of it. The countersink follows once
/// the bar is out." Of all chains that are drilled through one. Empty where none is.
std::string bushing_advice(const std::vector<Chain>& chains, const std::vector<int>& kind_of, Unit unit);

} // namespace clockface
