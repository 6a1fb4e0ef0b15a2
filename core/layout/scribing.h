// The sums of scribing: what two lines, two arcs or a chord stepped round tell about a setting that is slightly off.
#pragma once

#include "measure/angle.h"
#include "measure/length.h"
#include "measure/problem.h"

namespace clockface {

/// The two-line trick: a line from each of two opposite edges at one setting. Where they fall apart by `gap` (positive:
/// each lies short of the middle), the middle is half way between them whatever the setting's error, and the setting
/// that would have met is setting + gap / 2.
Length setting_that_meets(Length setting, Length gap);

/// Two arcs of one radius from the ends of a line form a thin lens of this width where they overlap: the ends then
/// stand 2 x setting - width apart. A problem where the lens is wider than an arc.
Result<Length> apart_from_lens(Length setting, Length width);

/// What a chord that is off by `error` closes wrong by, stepped n times, measured along the circle. The chord is D
/// sin(a/2) for neighbours a apart, so each step goes wrong by error / cos(a/2), and n of them by n error / cos(a/2):
/// right round, a being 360/n, by n error / cos(180/n). Stepped from both sides the farthest is n/2 steps off, rounded
/// down.
struct SteppingError {
    Length one_way;
    Length from_both_sides;
};
/// `apart`: the angle between neighbours, below a half turn.
SteppingError stepping_error(Length error, int steps, Angle apart);

/// How sharply an arc crosses a line: its angle, from the distance of its centre from the line and its radius. Below 30
/// degrees the crossing cannot be told along the line. A problem where the arc does not reach it.
struct ArcCrossing {
    Length along; ///< from the foot of the centre to the crossing: sqrt(r² - d²)
    double degrees = 0.0;
    bool shallow = false;
};
Result<ArcCrossing> arc_over_line(Length radius, Length from_line);

} // namespace clockface
