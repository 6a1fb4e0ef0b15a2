// What a bar lies in while its side is drilled.
#pragma once

#include "holding/beneath.h"
#include "shop/kit.h"

#include <optional>
#include <vector>

namespace clockface {

/// A round bar whose side is up, held as the user said or, where nothing was said, as its ways want: a bushing above it
/// is gripped with it between a vise's jaws, a collet block turns it to its angles. Otherwise it lies in a vee block on
/// a drill press and after marking out, and in a vise on a mill. In the chuck of a table, in three jaws that serve as
/// an index, in a jig, and of bars that are not round, only its list says how it lies; but a square bar with all its
/// holes in its flats lies on one of them between a vise's jaws.
Held held_bar(const Job& job, const Shop& shop, const Machine& machine, const Estimates& estimates,
              const HolesToHold& holes);

/// Where along a bar a collet block grips it: on one thickness that its collets take, where the longest way is free of
/// holes, at the bar's end where that is. Its middle from the bar's, to the right; nothing where there is no such
/// place.
std::optional<Length> place_of_block(const Blank& blank, const ColletBlock& block, const std::vector<HolePlace>& places,
                                     const std::vector<Hole>& holes);

/// The hole drilled nearest to the collet block, and what is left between drill and block; below nought over it.
struct BlockGap {
    int hole = -1;
    Length room;
};
std::optional<BlockGap> gap_beside_block(const Held& held, const std::vector<HolePlace>& places,
                                         const std::vector<Hole>& holes);
/// A drill that runs off by less than this does not reach the collet.
constexpr Length gap_that_saves_the_collet = Length::mm(2.0);

} // namespace clockface
