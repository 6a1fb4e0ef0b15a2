// Many flat parts against a stop and a fixed jaw: the ways to load one, and the fewest places of the spindle that make
// all its holes.
//
// x = 0 is at the stop, y = 0 at the fixed jaw. Of a part L long and W wide the hole at (x, y) comes to (L - x, W - y)
// when it is turned end for end, to (L - x, y) turned over left-right and to (x, W - y) turned over front-back. One
// setting is one place of the spindle, and serves every loading that brings a hole there within its tolerance.
#pragma once

#include "job/blank.h"

#include <atomic>
#include <optional>
#include <string>
#include <vector>

namespace clockface {

enum class Loading { AsDrawn, EndForEnd, OverLeftRight, OverFrontBack };

/// The turns that the part allows.
struct Turns {
    bool end_for_end = false, over_left_right = false, over_front_back = false;
    bool operator==(const Turns&) const = default;
};

/// As drawn, and all that comes of turns that are allowed, one after the other: any two of them make the third.
std::vector<Loading> loadings_of(const Turns& allowed);
/// Whether the underside is up; whether the other end, the other edge lies against stop and fixed jaw.
bool turned_over(Loading loading);
bool flips_x(Loading loading);
bool flips_y(Loading loading);
/// Where a place of the part, from stop and fixed jaw as drawn, comes to. `size`: its length and width.
Point brought_to(Loading loading, Point at, Point size);
/// The same of a place from the part's middle.
Point laid_from_middle(Loading loading, Point from_middle);

struct HoleToLoad {
    Point at; ///< from stop and fixed jaw, as drawn
    Length within;
    bool from_either_side = true; ///< through, with nothing that only one side has
    std::vector<int> cutters{};   ///< by number, in the order in which they cut it
    int kind = 0;                 ///< holes of one kind are cut alike, and go under the spindle in one load
    bool operator==(const HoleToLoad&) const = default;
};

/// A batch of parts.
struct PartsToLoad {
    Point size; ///< length and width
    std::vector<HoleToLoad> holes;
    std::vector<Loading> loadings; ///< that are possible
    Length length_scatter{}; ///< plus or minus; the whole of it goes into the place of a hole reached from the end or
    Length width_scatter{};  ///< edge that its figures are not counted from
    double x_counted_from = 0.0; ///< as drawn: 0 the end at the stop, 1 the other one; between them half of it counts
    double y_counted_from = 0.0; ///< likewise: 0 the edge at the fixed jaw
    bool operator==(const PartsToLoad&) const = default;
};

/// What is left of a hole's tolerance when it is loaded so; below nought: it cannot be reached so. Nothing where it is
/// made from the other side.
std::optional<Length> room_left(const PartsToLoad& parts, const HoleToLoad& hole, Loading loading);

struct LoadedHole {
    int hole = 0;
    Loading loading = Loading::AsDrawn;
    bool operator==(const LoadedHole&) const = default;
};

/// One place of the spindle, and what is drilled there.
struct Setting {
    Point at;
    std::vector<LoadedHole> holes; ///< by loading, as drawn first

    [[nodiscard]] std::vector<Loading> loadings() const;
};

struct BatchPlan {
    std::vector<Setting> settings;
    std::vector<int> out_of_reach; ///< holes that no loading brings within their tolerance
    int cutters_put_in = 0;        ///< in one way through all settings
    bool proved = true;            ///< nothing needs fewer settings; otherwise only none was found, or it was left off
};

/// As many holes as are worked out at once.
inline constexpr std::size_t most_holes_to_load = 64;

/// The fewest settings, and of those the ones in which cutters are put in least often. Proved by search: a common place
/// of several tolerance discs can be moved until it is the middle of one or lies on the edges of two, so no others are
/// tried. Requires at most `most_holes_to_load` holes. `leave_off` ends it early, with what was found until then.
BatchPlan fewest_settings(const PartsToLoad& parts, const std::atomic<bool>* leave_off = nullptr);

} // namespace clockface
