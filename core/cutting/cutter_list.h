// What to fetch from the drawer for a whole job, in the order of use, and whether it all fits under the chuck.
#pragma once

#include "cutting/chain.h"

#include <string>
#include <vector>

namespace clockface {

struct FetchLine {
    Cutter cutter;
    bool owned = true;
    StepKind kind = StepKind::Drill; ///< of its first use
    std::vector<int> chains;         ///< it is used in
    int holes = 0;
    std::optional<double> rpm{}; ///< the slowest of its uses
    bool by_hand = false;
};

/// Whether long and short cutters follow each other without the height being changed.
struct Room {
    bool tight = false;     ///< the height has to be changed between two of them
    bool loses = false;     ///< and on this machine that loses the place
    std::string sentence{}; ///< what to do; empty when all is well
};

struct CutterList {
    std::vector<FetchLine> lines;
    std::vector<std::string> fluids;
    Room room;
    double minutes = 0.0; ///< cutting and changing, for one piece
};

/// How far a cutter stands out of the chuck: what the chuck does not hold.
Length stands_out(const Cutter& cutter);

/// `holes[i]` is the number of holes chain i makes. Starts come first, then pilots, drills, recesses, chamfers, reamers
/// and taps; within each from small to large.
CutterList cutter_list(const std::vector<Chain>& chains, const std::vector<int>& holes, const Spindle& spindle,
                       Unit unit);

} // namespace clockface
