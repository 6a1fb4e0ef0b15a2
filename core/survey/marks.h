// The ways to get a hole's place across from the old part lying on the new piece: what each needs, how far it may miss,
// and which can be done here.
#pragma once

#include "job/old_part.h"
#include "shop/shop.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

struct WayAcross {
    MarkWay way{};
    bool possible = false;
    bool holds = false; ///< the expected miss is within what is wanted
    Length expected;    ///< miss, nineteen times in twenty
    Length tool;        ///< diameter of the punch, plug, marker or drill
    std::string thread; ///< of a transfer screw
    std::string kit;    ///< what has to be there
    std::string reason; ///< how the miss comes about, or why it cannot be done
};

/// All ways for one hole, the best first: possible before impossible, holding before not, then by the expected miss.
/// `measured`: the error of its surveyed place, if it has one. A punch stands (hole - punch) / 2 beside the middle at
/// worst, a plug likewise, and a guided drill half its clearance; what each misses by besides is estimated.
std::vector<WayAcross> ways_across(const OldHole& hole, const MarkingTerms& terms, const MarksAcross& drawer,
                                   const Estimates& estimates, std::optional<Length> measured);

/// The way that is taken for a hole: the user's own where it can be done, otherwise the best; nothing when none can.
std::optional<WayAcross> way_taken(const OldHole& hole, const MarkingTerms& terms, const MarksAcross& drawer,
                                   const Estimates& estimates, std::optional<Length> measured);

/// The punch nearest below a hole's diameter that is in one of the sets; nothing where all are too large.
std::optional<Length> punch_for(Length hole, const std::vector<PunchSet>& sets);

/// "a punch through it", "a transfer screw" …
std::string in_words(MarkWay way);

} // namespace clockface
