// Index plates: circles of holes that a plunger on the table's handle drops into.
#pragma once

#include "measure/angle.h"

#include <cstdint>
#include <optional>
#include <vector>

namespace clockface {

/// A circle of holes on one of the plates, and what it misses angles by at the worst.
struct IndexCircle {
    int plate = 0;
    int holes = 0;
    Angle worst;
};

/// Holes of this circle from the start to an angle, rounded once from the angle itself: nothing adds up.
/// `ratio` turns of the handle make one turn of the table.
std::int64_t index_holes(Angle from_start, int ratio, int circle);

/// The circle that misses these angles least, at the worst of them; of equals the one with fewest holes, then the first
/// plate. Nothing when there are no plates.
std::optional<IndexCircle> best_circle(const std::vector<Angle>& angles, int ratio,
                                       const std::vector<std::vector<int>>& plates);

/// For equal divisions: what every move is when it comes out even (turns, and holes of the circle).
struct EvenIndex {
    int plate = 0, circle = 0;
    int turns = 0, holes = 0;
};
/// ratio / divisions turns: even when divisions divides ratio x circle. The smallest such circle; nothing when none
/// comes out even.
std::optional<EvenIndex> even_index(int divisions, int ratio, const std::vector<std::vector<int>>& plates);

} // namespace clockface
