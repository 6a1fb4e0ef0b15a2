// Finding a screw's backlash with an indicator: the same place of the table, come to from both sides.
#pragma once

#include "measure/problem.h"
#include "shop/shop.h"

#include <string>
#include <vector>

namespace clockface {

/// What the dial shows, in its lines, with the indicator at nought: come to it moving plus, then moving minus.
struct BacklashTrial {
    double moving_plus = 0.0;
    double moving_minus = 0.0;
};

struct BacklashFound {
    Length backlash; ///< mean of the trials
    Length spread;   ///< largest less smallest
    std::string sentence;
};

/// The dial falls (rises, where its turn for plus is counter-clockwise) by the lost motion before the table follows:
/// backlash = difference of the readings, in whole lines round the dial, times a line. Backlash of a turn and more
/// cannot be told from less. A problem when a reading is off the dial, the two seem to be swapped, or the trials differ
/// by more than a third of their mean and three lines.
Result<BacklashFound> backlash_from(const Screw& screw, const std::vector<BacklashTrial>& trials);

} // namespace clockface
