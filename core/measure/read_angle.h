// Angles and directions as people write them: 51.43, 360/7, 51°25'43", 2:30, 1 o'clock, top.
#pragma once

#include "measure/convention.h"
#include "measure/problem.h"

#include <string>
#include <string_view>

namespace clockface {

/// An angle as read; `how` says how it was read where that is not plain (clock times, side words, minutes).
struct ReadAngle {
    Angle value;
    std::string how;
};

/// Reads an amount of turn in degrees (sums, or degrees, minutes and seconds). Errors as for read_length, and anything
/// beyond ten full turns.
Result<ReadAngle> read_turn(std::string_view text);

/// Reads a direction and gives its bearing (0 to the right, counter-clockwise, in [0, 360)). Plain figures are in
/// `convention`; a figure of another one says so ("45 from 12 cw"); clock times ("2:30", "1 o'clock") and sides ("top",
/// "right", "bottom", "left") need none.
Result<ReadAngle> read_direction(std::string_view text, const AngleConvention& convention);

/// A direction as read_direction() reads it with angles from three o'clock, counter-clockwise: "12 o'clock", "1:30",
/// "37.25°".
std::string direction_to_type(Angle bearing);

} // namespace clockface
