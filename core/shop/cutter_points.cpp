#include "shop/cutter_points.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

double tangent_of_half(Angle angle) {
    const Angle half = angle / 2.0;
    return half.sine() / half.cosine();
}

} // namespace

Length point_length(Length diameter, Angle point) {
    return cone_depth(diameter, point);
}

Length cone_depth(Length mouth, Angle angle, Length flat) {
    if (angle <= Angle{} || mouth <= flat)
        return {};
    return (mouth - flat) / 2.0 / tangent_of_half(angle);
}

Length cone_mouth(Length depth, Angle angle, Length flat) {
    return flat + std::max(depth, Length{}) * 2.0 * tangent_of_half(angle);
}

} // namespace clockface
