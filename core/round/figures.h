// Everything a hole in the side of a bar can be asked for.
#pragma once

#include "round/drill_path.h"

namespace clockface {

/// What the far mouth moves by when the spindle leans by this angle: the way through times its tangent.
Length exit_shift(const DrillPath& path, Angle lean);
/// The largest distance off the axis that leaves this wall beside the hole; below nought when even on the axis it does
/// not.
Length largest_offset(const Section& section, Length diameter, Length least_wall);
/// Distance between two mouths over the surface, the shorter way round, on one section: sqrt(along² + arc²).
Length between_mouths(const Section& section, const OnBar& one, const OnBar& other);
/// A caliper over a pin in the hole and the flank of the bar, on the clockwise and the counter-clockwise side. On the
/// axis both read radius + half the pin; half their difference is what the hole stands beside it.
struct PinReadings {
    Length clockwise, counter_clockwise;
};
PinReadings over_pin(const Section& section, const DrillLine& line, Length pin);

/// How far to roll the bar so that a start that skated by `off` comes under the spindle: asin(off / R); nothing when
/// the dimple is deeper than the drill's point, so that the drill would follow it: too late.
std::optional<Angle> roll_back(Length radius, Length off, Length depth, Length drill);

/// A strip skimmed or filed on a round bar: its width for a depth, 2 sqrt(d (D - d)), and back.
Length strip_width(Length diameter, Length depth);
Length strip_depth(Length diameter, Length width);

/// Sideways miss of the top line when the end line leans: R sin(lean), and the lean that a miss allows.
Length miss_of_lean(Length radius, Angle lean);
Angle lean_of_miss(Length radius, Length miss);

/// What the tailstock's point stands off, from opposite readings: half the difference.
Length off_centre(Length one_reading, Length opposite_reading);

/// A run-out read on the dial, as an offset: half of it; which is what the opposite jaw is to be eased by.
struct JawMove {
    Length by;
    int jaw = 1;  ///< of `jaws`, the one nearest to the high spot, counted on counter-clockwise from the first
    Angle beside; ///< how far the high spot stands from that jaw
};
JawMove jaw_move(Length total_reading, Angle high_spot, int jaws);

/// Safe speed for a mass held off centre: the speed at which its pull reaches `share` of its weight,
/// sqrt(share g / e) turned into turns a minute.
double speed_cap(Length off_centre, double share);
/// Widest swing of stock held off centre: its radius and the offset, twice.
Length swing(Length diameter, Length off_centre);

/// Angle uncertainty from the slop of a rod in a hole over the length that is in: atan(play / length).
Angle rod_slop(Length play, Length length);

} // namespace clockface
