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
    bool tight = false;              ///< the height has to be changed between two of them
    bool loses = false;              ///< and on this machine that loses the place
    std::string sentence{};          ///< what to do; empty when all is well
    std::optional<Cutter> longest{}; ///< stands furthest out of the chuck; nothing: none is cut at the machine
    Length free{};                   ///< between its tip and the top of the work, the spindle raised as far as it goes
};

/// What stands under the spindle.
struct Overhead {
    Length work_top; ///< above the machine's table
    Length lift{};   ///< above the work stands something so high that every cutter has to pass over
};

struct CutterList {
    std::vector<FetchLine> lines;
    std::vector<std::string> fluids;
    double minutes = 0.0; ///< cutting and changing, for one piece
};

/// What a chain is used for.
struct ChainUse {
    int holes = 0;               ///< it makes
    double change_minutes = 0.0; ///< to change a cutter, on the machine it is made on
};

/// How far a cutter stands out of the chuck: what the chuck does not hold.
Length stick_out(const Cutter& cutter);

/// `uses[i]` is what chain i is used for. Starts come first, then pilots, drills, recesses, chamfers, reamers and taps;
/// within each from small to large.
CutterList cutter_list(const std::vector<Chain>& chains, const std::vector<ChainUse>& uses);

/// Whether the cutters of some chains fit under one spindle together. Set so that the one that stands furthest out
/// passes over the work and what is beside it, the quill has to bring every other one down to its depth:
/// stick-out of the longest - its own + its depth + what is passed over.
Room room_for(const std::vector<const Chain*>& chains, const Spindle& spindle, const Overhead& overhead, Unit unit);

} // namespace clockface
