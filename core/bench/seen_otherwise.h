// A slide that stands elsewhere than it should: at another hole, or as if an axis were counted the other way, the two
// were swapped, or zero had moved.
#pragma once

#include "bench/session.h"
#include "readout/line_reader.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// A place of a list, and what a readout shows there with both locks tight.
struct ShownAtHole {
    int hole = -1;
    Point locked;
};
/// Of all holes a list brings the slides to by figures from one zero, each once.
std::vector<ShownAtHole> shown_at_holes(const SetupPlan& plan, const Route& list);

/// The hole at whose figures it stands, of those that are not wanted now; nothing at none, or at several.
std::optional<int> other_hole(const std::vector<ShownAtHole>& all, int wanted, Point shown, Length within);

/// A place that was wanted, and what was shown there.
struct WantedAndShown {
    Point wanted, shown;
};
/// How the axes would have to be read for all of these to come right, where as they are read they do not. From one pair
/// only what a wrong sign or swapped figures explain, and only where a single such way does; nothing where none does.
std::optional<AxesOnLine> axes_seen(const std::vector<WantedAndShown>& pairs, Length within);
/// By how much zero has moved, where all pairs (two or more) are off by the same; nothing otherwise.
std::optional<Point> zero_moved(const std::vector<WantedAndShown>& pairs, Length within);

/// First the one, then the other way of reading.
AxesOnLine together(const AxesOnLine& line, const AxesOnLine& seen);
/// "X comes with the other sign", "X and Y are swapped" …
std::string in_words(const AxesOnLine& seen);

} // namespace clockface
