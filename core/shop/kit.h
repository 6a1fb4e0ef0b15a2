// What lies in the drawer for work on bars: rods and pins, packing, blocks that index, instruments.
#pragma once

#include "measure/angle.h"
#include "measure/length.h"

#include <vector>

namespace clockface {

struct RoundKit {
    Length finder;                  ///< tip of the edge finder, diameter
    Length finder_repeats;          ///< how well it finds the same edge again
    std::vector<Length> rods;       ///< plain rods, pins, punch and drill shanks: diameters
    std::vector<Length> packing;    ///< spacers and gauge pieces: thicknesses
    std::vector<Length> vee_blocks; ///< widths as measured; the vee in the middle
    std::vector<Length> bushings;   ///< bores of bushings that take a bar
    std::vector<int> collet_blocks; ///< sides of the collet blocks: 4, 6
    bool three_jaws = false;        ///< a chuck whose jaws serve as an index of 120 degrees
    bool lathe = false;             ///< can bore a bushing or a jig
    bool jaws_lift = false;         ///< the vise's jaw lifts when it grips at two heights
    Angle protractor_step;          ///< what the protractor is read to
    Angle protractor_reach;         ///< the largest angle it takes
    Length height_step;             ///< what the height gauge is read to
    Length caliper_step;            ///< what the caliper is read to
    Length packing_within;          ///< packing that comes this near is good enough

    bool operator==(const RoundKit&) const = default;
};

} // namespace clockface
