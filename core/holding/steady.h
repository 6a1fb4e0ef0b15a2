// Whether held work tips, lifts or bends when it is clamped and drilled.
#pragma once

#include "holding/beneath.h"

#include <vector>

namespace clockface {

enum class UnsteadyKind {
    Tips,          ///< nothing stands below its middle: it lies over the open slot, or beyond the bed
    JawsOffMiddle, ///< the middle of the jaws, where the screw pushes, is beside the work
    Overhangs,     ///< a hole is drilled so far beyond what stands below, more than it is gripped deep, that its thrust
                   ///< lifts the other end
    Bows,          ///< too thin for its width between jaws
    SingleClamp    ///< the drill swings it round
};

struct Unsteady {
    UnsteadyKind kind = UnsteadyKind::Overhangs;
    std::vector<int> holes{}; ///< of Overhangs
    Length by{}; ///< how far the outermost hole is from what stands below; the middle of the jaws from the work's end
};

/// From how far to how far along the jaws, from the work's middle, something stands below it; nothing where it stands
/// on nothing at all. Of clamped work its whole length.
struct Support {
    Length from, to;
};
std::optional<Support> support_of(const Held& held);
/// Whether nothing stands below its middle.
bool tips(const Held& held);

/// What is unsteady about it. `drilled`: the holes that are cut on the machine, by place from the middle of the face.
std::vector<Unsteady> unsteady(const Held& held, const std::vector<HolePlace>& places,
                               const std::vector<bool>& drilled);

} // namespace clockface
