// What a list of moves comes to: counts that people compare, and the time it takes.
#pragma once

#include "ordering/route.h"

namespace clockface {

struct Tally {
    int changes = 0;      ///< of the cutter
    int moves = 0;        ///< of slides, table, fence or gauge
    int reversals = 0;    ///< gone past and back, to take up backlash
    int settings = 0;     ///< of fence, stop or height gauge
    double turns = 0.0;   ///< of the handles
    double minutes = 0.0; ///< for one piece, cutting included
    double once = 0.0; ///< of these, what a batch pays once: zero found against a stop, gauge, fence and dividers set
    /// Minutes for so many pieces.
    [[nodiscard]] double batch(int pieces) const { return once + (minutes - once) * pieces; }
    bool operator==(const Tally&) const = default;
};

/// Counts a list. Times are estimates, cutting and changing those of the chains and the machine.
Tally tally_of(const Route& route, const Machine& machine, const std::vector<Chain>& chains,
               const std::vector<int>& kind_of, const Estimates& estimates);

} // namespace clockface
