// The outline of the blank and how much metal is left towards it.
#pragma once

#include "job/job.h"

namespace clockface {

/// Signed distance from a point (from the middle of the blank) to the nearest edge of the metal: outline, bore,
/// or an existing hole or slot.
/// Positive in the metal, negative in the air. Measured sizes are used where they are known.
Length metal_to_edge(const Blank& blank, Point from_middle);

/// Signed distance from a point to the rim of an existing hole, boss or slot: positive outside it.
Length metal_to_existing(const Existing& there, Point from_middle);

/// The corners of the face at hand once round, from its middle; of something round, those of the square it fits into.
std::vector<Point> corners_from_middle(const Blank& blank);

/// Which of the plate's edges (or tangents of the disc) a height gauge works from: the datum's own, so that the blank's
/// size error stays out; left and lower when zero is in the middle.
struct ReferenceEdges {
    bool right = false;
    bool upper = false;
    Point corner; ///< where they meet, from the datum
};
ReferenceEdges reference_edges(const Job& job);
/// A side of the rectangle the blank fits into: of its length or of its height, the near one (left, lower) or the far
/// one.
struct BlankSide {
    Axis axis = Axis::X;
    bool far = false;
};
/// Whether the blank has an edge along that side: a straight one, not only a point.
bool has_straight_edge(const Blank& blank, BlankSide side);

} // namespace clockface
