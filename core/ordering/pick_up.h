// Finding zero: which faces are touched with what, from which side, and what to set while touching.
#pragma once

#include "holding/held.h"

#include <string>
#include <vector>

namespace clockface {

/// One touch. Lengths are from the drawing's zero, x to the right and y away from the operator.
struct Touch {
    Axis axis = Axis::X;
    Towards stands = Towards::Minus; ///< where the finder stands: Minus, at smaller X (left) or Y (near) than the face
    Length face;                     ///< that is touched
    Length finder;                   ///< diameter
    /// The spindle while touching: face minus or plus half the finder.
    [[nodiscard]] Length spindle() const { return face + finder / (stands == Towards::Minus ? -2.0 : 2.0); }
};

/// What a machine's device shows there, rounded once from the exact place, half away from zero.
struct ShownAt {
    std::string figure; ///< with its sign, as the device counts: "-5.000"; of a dial "turn -2, then 2.46"
    Length leftover;    ///< the exact place less what is shown, along the axis
};

/// The touches that find a set-up's zero: along X at the end that goes to the stop (the left one without a stop), along
/// Y at the fixed jaw, or at the near edge of what is clamped. Nothing where it is not known how the work lies, or
/// without a finder. Requires `held` of that job.
std::vector<Touch> touches_for(const Job& job, const Held& held);

/// What the device of a machine shows at a place of an axis (from zero, x right and y up), once zero is set: a readout
/// in the drawing's axes, a dial in whole turns counted down from zero too. Nothing for a machine without such a
/// device.
std::optional<ShownAt> shown_at(const Job& job, const Machine& machine, Axis axis, Length at);

/// The steps in plain sentences, with this job's figures: each touch, then going to zero, then looking.
std::vector<std::string> pick_up_in_words(const Job& job, const Machine& machine, const Held& held);

} // namespace clockface
