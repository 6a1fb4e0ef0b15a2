// The ends of cutters: points and cones.
#pragma once

#include "measure/angle.h"
#include "measure/length.h"

namespace clockface {

inline constexpr double usual_drill_point = 118.0; // degrees

/// Length of a drill's point, diameter / 2 / tan(half the point angle); nought for a flat end (angle nought).
Length point_length(Length diameter, Angle point = Angle::degrees(usual_drill_point));

/// How deep a cone of this included angle stands for a mouth, and the mouth it makes at a depth; `flat` is the width of
/// its blunt tip. depth = (mouth - flat) / 2 / tan(angle / 2).
Length cone_depth(Length mouth, Angle angle, Length flat = {});
Length cone_mouth(Length depth, Angle angle, Length flat = {});

} // namespace clockface
