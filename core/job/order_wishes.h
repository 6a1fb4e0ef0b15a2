// What the user wants of the order of the work. Everything left alone is chosen by the program, and said.
#pragma once

#include <string>
#include <vector>

namespace clockface {

/// Which hole after which: as drawn, with least work on the machine, or the user's own order.
enum class HoleOrder { AsDrawn, LeastWork, ByHand };

/// One cutter through all its holes; every hole finished before the next; or one cutter through all its holes, but what
/// follows the drill (ream, tap) done where it stands.
enum class CutOrder { Advised, ByCutter, ByHole, FollowDrill };

/// How a readout is used: figures from the drawing's zero; zero set anew at each hole; or its own routines.
enum class ReadoutWay { FromZero, FromEachHole, Routines };

/// What a rotary table's handle is set by: its dial, or the index plates it has.
enum class TableWay { Dial, Plates };

struct OrderWishes {
    HoleOrder holes = HoleOrder::AsDrawn;
    std::vector<std::string> by_hand{}; ///< names of holes; those that are not named follow as drawn
    CutOrder cuts = CutOrder::Advised;
    bool walk_first = false;    ///< touch every place lightly before the first hole is made
    bool check_half_way = true; ///< measure half way and at the last hole, before they are made
    ReadoutWay readout = ReadoutWay::FromZero;
    TableWay table = TableWay::Dial;
    int dial_x = 0, dial_y = 0; ///< lines the dials show at zero, where they cannot be set to 0

    bool operator==(const OrderWishes&) const = default;
};

} // namespace clockface
