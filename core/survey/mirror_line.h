// A line that places are mirrored in.
#pragma once

#include "measure/length.h"

#include <cmath>

namespace clockface {

struct MirrorLine {
    Point on;
    double direction = 0.0; ///< radians
    /// The mirror image of a place.
    [[nodiscard]] Point image(Point at) const {
        const Point d = at - on;
        const double c = std::cos(2.0 * direction), s = std::sin(2.0 * direction);
        return on + Point{d.x * c + d.y * s, d.x * s - d.y * c};
    }
};

} // namespace clockface
