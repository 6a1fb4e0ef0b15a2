// What a hole may stand beside its place before the part is wrong: by its pattern, by its fit, or by the job.
#pragma once

#include "job/job.h"
#include "layout/pattern.h"
#include "shop/estimates.h"

namespace clockface {

/// A round zone where the same counts in every direction, otherwise a box along the drawing's axes ("the spacing
/// counts, the height does not").
struct Allowed {
    Length x, y;
    bool round = true;   ///< of radius x
    bool by_fit = false; ///< nothing was said, and the hole has a fit that wants less than the job allows

    /// Whether a hole that stands so far off is still right.
    [[nodiscard]] bool holds(Point off) const {
        return round ? hypot(off.x, off.y) <= x : abs(off.x) <= x && abs(off.y) <= y;
    }
    bool operator==(const Allowed&) const = default;
};

/// Of the holes of a pattern. One axis said alone: the other is as the job says; both the same: a round zone. Holes
/// with a fit, of which nothing is said, have to let two pins in: Estimates::pins_allow.
Allowed allowed_of(const Job& job, const Pattern& pattern, const HoleSpec& spec, const Estimates& estimates);
/// Of each hole of a face.
std::vector<Allowed> allowed_of(const Job& job, const std::vector<Hole>& holes, const Estimates& estimates);

/// "0.05 mm", "0.05 mm in X and 0.3 mm in Y".
std::string in_words(const Allowed& allowed, Unit unit);

} // namespace clockface
