// Finding zero: which faces are touched with what, from which side, and what is set while touching.
#pragma once

#include "ordering/handwheel.h"
#include "ordering/route.h"

namespace clockface {

/// Writes the moves that find a set-up's zero: the faces are touched one axis after the other, both sides of an axis
/// whose zero lies in the middle of the work (whatever its size, the middle is found), otherwise the end that goes to
/// the stop (the left one without a stop) and the face at the fixed jaw, or the near one of what is clamped. Then over
/// the corner between them, to look. Figures are rounded once, from the exact place of the spindle.
/// Where zero is found over the middle of something, one move says what to bring under the spindle and what to set
/// there. Writes nothing, and says so, where it is not known how the work lies, or without a finder.
bool pick_up_zero(Route& route, const RouteNeeds& needs, const Readout& machine);
/// The same by dials, which count from the line they show at zero. Dials that cannot be set touch one side only.
bool pick_up_zero(Route& route, const RouteNeeds& needs, const Handwheels& machine, DialWriter& x, DialWriter& y);

/// How many moves of a list find zero by touching: the first ones, none where zero is brought under the spindle as a
/// whole.
std::size_t moves_that_find_zero(const Route& route);

/// What zero is picked up within on each axis, one standard deviation: the finder's repeats over the root of how often
/// each face is touched, or what the middle of a bore, hole or crossing is found within; without either what the
/// machine's page says.
Length zero_found_within(const Route& route, const Machine& machine);

} // namespace clockface
