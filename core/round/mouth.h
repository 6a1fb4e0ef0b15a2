// The mouth of a hole on the surface of a bar: an oval that is no ellipse, the wider the drill the longer round it.
#pragma once

#include "round/drill_path.h"

#include <vector>

namespace clockface {

/// A place on the surface of a bar.
struct OnSurface {
    Length along; ///< from the left end
    Point across; ///< in the section, seen from the right end, from the axis: x away from the front, y up
};

/// Once round the rim of the mouth a drill makes where it comes in, `far` where it comes out. Where it leaves the flank
/// the rim follows the flank.
std::vector<OnSurface> mouth_rim(const Blank& blank, const OnBar& bar, Length diameter, bool far, int places = 48);

/// The rim rolled out: x from the left end, y round from the top line, in one piece about the mouth's middle even where
/// it lies across the seam.
std::vector<Point> rolled_out_rim(const Blank& blank, const OnBar& bar, Length diameter, bool far, int places = 48);

} // namespace clockface
