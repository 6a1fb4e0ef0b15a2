// A pattern for lines nobody has described: what stands still in them is kept, what are figures is named.
#pragma once

#include "readout/serial_line.h"

#include <string>
#include <vector>

namespace clockface {

struct Learnt {
    std::string pattern; ///< empty: none was found
    FiguresIn figures = FiguresIn::Millimetres;
    std::string sentence; ///< what is to be looked at, or why none was found
};

/// From some lines as they came. Axes are told by the letters before their figures; without letters by which figure
/// changes first while one slide is moved, X before Y. Lines of one figure each are taken to be one axis each.
Learnt learn_pattern(const std::vector<std::string>& lines);

} // namespace clockface
