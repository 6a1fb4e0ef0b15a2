// The simulated operator with the old part laid on: he has the part itself, not its drawing.
#pragma once

#include "simulate/operator.h"

namespace clockface {

/// Carries out a list of marks. Holes land where the old part's own holes are, as its readings have them, so a design
/// that was taken and differs from the part shows as a miss. A punch, plug or drill is taken to stand in the middle.
SimulatedRun carry_out_by_marks(const Route& route, const Job& job, const std::vector<Hole>& holes,
                                const Conditions& conditions, const MachineErrors& errors);

} // namespace clockface
