// The simulated operator: carries an instruction list out, on a machine with the real one's faults, and knows nothing
// of the drawing while doing it. Where the holes land proves the list, or shows what is wrong with it.
#pragma once

#include "job/job.h"
#include "layout/pattern.h"
#include "ordering/instruction.h"
#include "simulate/conditions.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

struct Landing {
    int hole = 0;
    Point at;                   ///< where the hole came out, from the datum
    Length miss;                ///< distance from the drawing
    int step = -1;              ///< of the hole's chain that was made there; -1: the hole as a whole
    bool touch = false;         ///< only touched lightly
    std::optional<Point> far{}; ///< through the side of a bar: where the far mouth came out, rolled out
};

struct SimulatedRun {
    std::vector<Landing> landings;
    std::vector<std::string> complaints; ///< instructions that cannot be carried out, or checks that did not come true

    /// The landing farthest from the drawing, or nothing when no hole was made.
    [[nodiscard]] std::optional<Landing> worst() const;
};

/// Carries `route` out. The job is used for the blank's edges (layout) and the axes of the readout only; the holes are
/// used to score where they landed.
SimulatedRun carry_out(const Route& route, const Machine& machine, const Job& job, const std::vector<Hole>& holes,
                       const Conditions& conditions = {});

} // namespace clockface
