// What a readout has to show at a move of the list: taken from where the simulated operator takes it.
#pragma once

#include "plan/plan.h"

#include <optional>

namespace clockface {

/// Figures as the display counts them, in the drawing's axes.
struct ExpectedShow {
    Point set;           ///< before the locks are tightened
    Point locked;        ///< with both locks tight
    bool to_go = false;  ///< a place of a routine: the display shows how far it still is, so nought is wanted
    Towards approach{};  ///< the last move on each axis goes this way
    Length off_x, off_y; ///< near enough: what each axis may be off and the hole still come out right, never less than
                         ///< a step of the display
};

/// Of a move of a set-up's list that brings a slide to a figure of the readout; nothing for other moves and machines.
/// The job has that set-up at hand. What a hole is allowed is shared out: zero and the drill take what nineteen in
/// twenty of them do, 2.45 deviations of both together; the rest is for setting the axes.
std::optional<ExpectedShow> expected_show(const Job& job, const SetupPlan& plan, const Instruction& instruction);

} // namespace clockface
