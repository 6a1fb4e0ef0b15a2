// The readings of a row nobody takes: first to last against the sum of the gaps, and whether it is straight.
#pragma once

#include "inspection/deviations.h"

#include <string>
#include <vector>

namespace clockface {

/// Which of some places in a row stands farthest beside the straight line that lies best through them, and by how much,
/// to the left as you go along `bearing`. With u along and v across, v = a + b u by least squares. Requires three.
struct Beside {
    std::size_t which = 0;
    Length by;
};
Beside farthest_beside(const std::vector<Point>& places, Angle bearing);

/// A sentence for every row of which all gaps and the whole were read, whether these agree within what their readings
/// may be out; and one for every row of three holes and more whose places are settled, on which stands out.
std::vector<std::string> rows_checked(const Job& job, const MeasuredPart& measured, const Deviations& found);

} // namespace clockface
