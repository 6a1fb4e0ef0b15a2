// From what a drawing says of holes in the side of a bar to where their drills come in.
#pragma once

#include "layout/pattern.h"

namespace clockface {

/// Where zero of the bar's side lies, from its left end, whatever face is at hand.
Length zero_on_side(const Job& job);

/// The distance along from the left end that a bar pattern counts from. `from_hole`: where the named hole is.
Length along_origin(const Job& job, const BarPattern& bar, Length from_hole);

/// Angle from each hole of a bar pattern to the next, counter-clockwise.
Angle turn_of(const BarPattern& bar);

/// A point of the rolled-out side from its datum, for a place on the bar's surface.
Point rolled_out(const Job& job, Length along, Angle bearing);

/// "A1 is 17.3 mm from the left end …": where the figures of a hole come from.
std::string why_on_bar(const Job& job, const Hole& hole, const BarPattern& bar);
/// The figures of a hole in the side of a bar: what it leaves, what it needs, how it is proved.
struct HoleFigure {
    std::string what;
    std::string value;
};
std::vector<HoleFigure> figures_of(const Job& job, const Hole& hole);

/// "17.3 mm from the left end".
std::string along_in_words(const Job& job, const BarPattern& bar);
/// "65.2° (seen from the right end, from 12 o'clock, clockwise)": an angle round the bar can be read only with its end.
std::string angle_in_words(const Job& job, Angle bearing);
/// "the right end".
std::string end_in_words(Face end);

/// The depth of a hole that is said by where it reaches to, from where the drill's point touches first to where its
/// full width must come. Nothing: through. A problem when it cannot reach it.
Result<std::optional<Length>> depth_of(const Job& job, const BarPattern& bar, const HoleSpec& spec, const OnBar& at,
                                       const std::optional<OnBar>& into);

} // namespace clockface
