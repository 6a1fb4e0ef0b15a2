// The parts of making a chain: which steps, how deep each, how fast each.
#pragma once

#include "cutting/chain.h"

namespace clockface {

/// Sets depths, mouths and the stop of every step. Requires cutters and kinds.
void set_depths(Chain& chain, const ChainNeeds& needs);
/// Sets speed, feed, pecks, fluid and minutes of every step. Requires depths.
void set_speeds(Chain& chain, const ChainNeeds& needs);

/// The thread of a tapped hole, or of the screw a clearance hole is for.
std::optional<Thread> thread_of(const HoleSpec& spec);

/// Metal that a blind hole's tip leaves under it at the least.
inline constexpr double least_floor_mm = 0.5;
/// A reamer's lead, in diameters, and the room left for chips below it in a blind hole.
inline constexpr double reamer_lead = 0.15;
inline constexpr double reamer_room_mm = 1.0;

/// Full-diameter depth the drill needs so that the reamer finishes a blind hole: its lead and room for chips more.
inline Length drilled_for_reamer(Length depth, Length diameter) {
    return depth + diameter * reamer_lead + Length::mm(reamer_room_mm);
}

/// What the hole's drilled part is asked to be: the depth of its full diameter; nothing: through.
std::optional<Length> drilled_depth(const ChainNeeds& needs, const Cutter& drill, double lead_of_last_tap);

} // namespace clockface
