// A hole in section: what lies at which depth, what the cutters meet, and what is really had.
#pragma once

#include "cutting/chain.h"
#include "job/job.h"
#include "layout/pattern.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// Another hole, or something that is in the blank, on the way of this one.
struct Crossing {
    std::string name;
    Length from, to; ///< depths between which it opens into this hole's way, if their axes met
    Length miss;     ///< of the two axes
    Length diameter;
    bool existing = false;
    int hole = -1; ///< index into the plan's holes, where it is one of the face at hand
};

struct DepthStack {
    Length metal;
    bool through = false;
    Length spot_mouth, spot_depth; ///< nought: no spot
    Length mouth, mouth_depth;     ///< chamfer, countersink or counterbore; nought: none
    bool flat_mouth = false;       ///< it is a counterbore
    Length drill, full, tip;       ///< diameter, depth of the full diameter, of the tip
    Angle point;
    Length reamed, reamed_to;        ///< nought: not reamed
    Length major, thread, tap;       ///< major diameter, full thread, tip of the last tap; nought: not tapped
    double percent = 0.0;            ///< of thread
    double threads = 0.0;            ///< full threads
    Length below;                    ///< metal under the tip; nought when through
    Length in_spot;                  ///< what the depth comes out wrong by when zero is touched off in the spot
    std::vector<Crossing> crossings; ///< in the order in which the tip meets them
    std::string first_hit;           ///< in words; empty when nothing is met
};

/// The section of one hole. Tapped holes: thread had is what the last tap really cuts, less its lead, and never more
/// than the drilled hole holds.
DepthStack depth_stack(const Chain& chain, std::vector<Crossing> crossings, Unit unit);

/// Holes of other faces, and what is in the blank already, that cross the way of a hole of a plate, block or disc whose
/// sides are square: axes from `places_of`, a crossing where they pass within half the sum of the diameters.
std::vector<Crossing> crossings_of(const Job& job, const Hole& hole, Length widest);

} // namespace clockface
