// What lies in the drawer for work on bars: rods and pins, packing, blocks that index, instruments.
#pragma once

#include "measure/angle.h"
#include "measure/length.h"

#include <optional>
#include <vector>

namespace clockface {

/// A block with a vee of 90 degrees, whose bottom is relieved by a groove; bars lie in it.
struct VeeBlock {
    Length width; ///< as measured; the vee stands in its middle
    Length height;
    Length opening; ///< of the vee, at the block's top
    Length groove;  ///< width of the groove
    Length depth;   ///< from the block's top to the floor of the groove
    bool operator==(const VeeBlock&) const = default;

    /// The thickest and the thinnest bar that lies on both flanks: it touches them at its radius / sqrt 2 beside the
    /// middle.
    [[nodiscard]] Length largest() const;
    [[nodiscard]] Length smallest() const;
};

/// One of the usual proportions, where nothing but its width is known.
VeeBlock vee_block_of(Length width);

/// A block of even sides in which a collet grips a bar; it is held by its flats.
struct ColletBlock {
    int sides = 4;
    Length across = Length::mm(44.6); ///< its flats
    Length length = Length::mm(68.0);
    Length largest = Length::mm(26.0); ///< bar that its collets take
    bool operator==(const ColletBlock&) const = default;
};

struct RoundKit {
    Length finder;               ///< tip of the edge finder, diameter
    Length finder_repeats;       ///< how well it finds the same edge again
    std::vector<Length> rods;    ///< plain rods, pins, punch and drill shanks: diameters
    std::vector<Length> packing; ///< spacers and gauge pieces: thicknesses
    std::vector<VeeBlock> vee_blocks;
    std::vector<Length> bushings; ///< bores of bushings that take a bar
    std::vector<ColletBlock> collet_blocks;
    bool three_jaws = false; ///< a chuck whose jaws serve as an index of 120 degrees
    bool lathe = false;      ///< can bore a bushing or a jig
    bool jaws_lift = false;  ///< the vise's jaw lifts when it grips at two heights
    Angle protractor_step;   ///< what the protractor is read to
    Angle protractor_reach;  ///< the largest angle it takes
    Length height_step;      ///< what the height gauge is read to
    Length caliper_step;     ///< what the caliper is read to
    Length packing_within;   ///< packing that comes this near is good enough

    bool operator==(const RoundKit&) const = default;
};

/// The first of its vee blocks that a bar lies in; nothing where none takes it.
std::optional<VeeBlock> vee_block_for(const RoundKit& kit, Length diameter);

} // namespace clockface
