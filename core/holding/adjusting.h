// Work brought parallel and to the middle by one locked gauge: read at both sides of both ends, nudged, drawn down a
// little, read again, until a reading after the final tightening releases it.
#pragma once

#include "job/adjusting.h"
#include "measure/angle.h"
#include "measure/figures.h"

#include <string>
#include <vector>

namespace clockface {

/// What would bring the work right. Lengths away from the operator, towards the far side.
struct Nudge {
    Length left, right; ///< of each end
    Length shift;       ///< of its middle: half of both together
    Angle turn;         ///< counter-clockwise: its tangent is what the right end goes further, over the span
    Length left_over;   ///< what neither shift nor turn takes away: opposites made alike, how far the gap at each end
                      ///< is from the mean of both ends then; with a figure wanted at the far side, what the near side
                      ///< is off it at most
};
/// With opposites made alike an end goes half of what its far reading is more than its near one; with a figure wanted
/// it goes what its far reading is more than that. Requires a span above nought (`first_fault`).
Nudge nudge_for(const GaugeReading& reading, const Adjusting& adjusting);
/// Whether neither end has to go further than is allowed.
bool is_within(const GaugeReading& reading, const Adjusting& adjusting);
/// Whether the last reading was taken after the final tightening and is within what is allowed.
bool is_released(const Adjusting& adjusting);

/// What is done next, from the last reading that was noted.
std::string next_in_words(const Adjusting& adjusting, Unit unit);
/// "Loose: the left end 0.12 mm too near you, the right end 0.03 mm too far from you." A line for each reading; from
/// the second on with what the nudge before it did.
std::vector<std::string> log_in_words(const Adjusting& adjusting, Unit unit);

/// Stable names for files: "loose", "one-end-snug", "both-snug", "tight".
std::string name_of(Tightness clamps);
std::string in_words(Tightness clamps);

} // namespace clockface
