// The simulated operator: carries an instruction list out, on a machine with the real one's faults, and knows nothing
// of the drawing while doing it. Where the holes land proves the list, or shows what is wrong with it.
#pragma once

#include "job/job.h"
#include "layout/pattern.h"
#include "ordering/instruction.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

struct Landing {
    int hole = 0;
    Point at;                   ///< where the hole came out, from the datum
    Length miss;                ///< distance from the drawing
    bool by_routine = false;    ///< made by the readout's circle routine instead of the coordinates
    std::optional<Point> far{}; ///< through the side of a bar: where the far mouth came out, rolled out
};

struct Proof {
    std::vector<Landing> landings;
    std::vector<std::string> complaints; ///< instructions that cannot be carried out, or checks that did not come true

    /// The landing farthest from the drawing, or nothing when no hole was made.
    [[nodiscard]] std::optional<Landing> worst() const;
};

/// What may go wrong with a bar that no list can know of, to see whether it shows.
struct BarFaults {
    Length off_axis; ///< the spindle stands this far beside the axis, away from the user
    Angle tilt;      ///< the spindle leans, so that the drill wanders away from the user on its way through
    Angle roll;      ///< the bar is turned this much too far counter-clockwise, every time but the first
};

/// Carries `route` out. The job is used for the blank's edges (layout) and the axes of the readout only; the holes are
/// used to score where they landed.
Proof carry_out(const Route& route, const Machine& machine, const Job& job, const std::vector<Hole>& holes,
                const BarFaults& faults = {});

} // namespace clockface
