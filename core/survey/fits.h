// Whether bolts go through the old part and its copy together.
#pragma once

#include "survey/designs.h"

#include <cstdint>

namespace clockface {

/// One bolted pair of holes.
struct BoltedPair {
    std::string name;
    Point at;    ///< the old hole
    Point off;   ///< the copy's hole, from there
    Length play; ///< how far the centres of the two may be apart: (D + D') / 2 - bolt, or (D - bolt) / 2 where one is
                 ///< tapped
};

struct FitCheck {
    std::vector<BoltedPair> pairs;
    Length left; ///< play that is left at the worst hole with the copy pushed where it goes best; below nought: it does
                 ///< not go
    std::string worst;  ///< that hole
    double share = 0.0; ///< of copies that bolt up, by drawing the errors of readings and making many times
    int draws = 0;
};

/// The bolt for a hole: as given; of a tapped hole its thread; otherwise the largest metric or inch thread that goes
/// through with at least a fiftieth of its size to spare. Nothing when there is none.
std::optional<Length> bolt_of(const OldHole& hole);

/// Pushes the copy where the worst hole has most play left (turning and shifting as a whole), then draws `draws` copies
/// with the survey's errors and with `making` (one standard deviation on each axis) and counts those that go together.
/// The same seed gives the same count. Holes without a place or a bolt,
/// and those that are tapped in both, take no part.
FitCheck check_fit(const OldPart& part, const Survey& survey, Length making, int draws = 2000, std::uint32_t seed = 1);

/// One part pushed and turned on the other so that the worst pair has most play left.
struct LaidBest {
    Length left;           ///< play there; below nought: by how much it binds
    std::size_t worst = 0; ///< which pair that is
    Point shift;           ///< of the part whose holes are `off`, after the turn about zero
    Angle turn;
    std::vector<Point> off; ///< of every pair, as they lie then
};
/// A point of it that may be pushed at most so far towards a bearing; below nought: it has to be pushed the other way.
struct StaysWithin {
    Point at;
    Angle towards;
    Length by;
};
/// With bounds it is the best of the pushes that keep them, to a micrometre; where none does, left is -20 mm.
LaidBest laid_best(const std::vector<BoltedPair>& pairs, const std::vector<StaysWithin>& bounds = {});
/// The same where nothing can be pushed.
LaidBest laid_as_held(const std::vector<BoltedPair>& pairs);
/// The most play that can be left at the worst of these pairs.
Length play_left(const std::vector<BoltedPair>& pairs, std::string* worst = nullptr);

} // namespace clockface
