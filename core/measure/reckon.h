// Sums people do on scrap paper at the bench: halves, differences, fence posts, rows in a length, stepping errors.
#pragma once

#include "measure/figures.h"
#include "measure/problem.h"

#include <optional>
#include <vector>

namespace clockface {

/// Half of a reading, and the two settings of a graduated device it lies between (the same when it falls on one).
struct Halved {
    Length half;
    Length below, above; ///< nearest graduations on either side
};
/// `graduation` > 0.
Halved halved(Length reading, Length graduation);

/// Holes at equal distances: span from first to last, spacing, and how many. Gaps = holes - 1, and so many copies of
/// the first are made.
struct FencePosts {
    int holes = 2;
    Length span, spacing;
    Length left_over; ///< of the span that was asked for, when a whole number of spacings does not fill it
    [[nodiscard]] int gaps() const { return holes - 1; }
};
/// From any two the third. Problems: fewer than two holes, no span, a spacing longer than the span.
Result<FencePosts> posts_by_spacing_of(int holes, Length span);
Result<FencePosts> posts_by_count_of(Length span, Length spacing);
Result<FencePosts> posts_by_span_of(int holes, Length spacing);

/// A row centred in a length: equal margins at both ends, from the end to the centre of the first hole.
struct RowInLength {
    Length margin;
    double margin_in_diameters = 0.0;
    std::vector<Length> round_spacings; ///< round ones that leave at least the margin wanted, widest first, up to three
};
/// `least` is the margin wanted in diameters; `round` the step of a round spacing. Problem: the row is longer than the
/// length.
Result<RowInLength> row_in_length(Length length, int holes, Length spacing, Length diameter, double least,
                                  Length round);

/// Setting a figure on a device that cannot show it exactly: once, and what stepping the rounded figure would pile up.
struct Stepping {
    Length set;      ///< nearest the device can show
    Length off_once; ///< the figure less what is set
    Length piled_up; ///< after `times` steps of the rounded figure
};
/// `step` > 0.
Stepping stepping(Length figure, Length step, int times);

/// A pair of holes across a width, found in three ways when the metal is not as wide as drawn: what each makes of the
/// hole spacing and of the two edge distances.
struct PairInWidth {
    Length spacing, left, right;
};
PairInWidth pair_from_middle(Length spacing, Length measured);
PairInWidth pair_from_left(Length spacing, Length drawn, Length measured);
PairInWidth pair_from_nearest_edges(Length spacing, Length drawn, Length measured);

/// What an indicator swung round inside a bore reads at its four sides.
struct BoreReadings {
    Length right, left, far, near;
};
/// Where the spindle stands from the bore's centre, to the right and away from the user. A wall that is nearer pushes
/// the plunger in further: from a bore of radius r the spindle stands e to the right of, the walls are r - e and r + e
/// away, the readings differ by 2 e.
struct BoreFound {
    Length right, far;
    Length oval; ///< what the two diameters differ by: right and left together, less far and near together
};
BoreFound bore_found(const BoreReadings& readings);

/// A face touched several times: the mean counts. `within` is what that mean is good to, one standard deviation: the
/// readings' own, by n - 1, over the root of their number; nothing of one reading.
struct TouchedAgain {
    Length mean, spread;
    std::optional<Length> within;
};
/// Requires one reading at least.
TouchedAgain touched_again(const std::vector<Length>& readings);

/// Two sides touched with one tool, which stood outside each: the middle lies between the readings whatever the tool
/// measures, and the work is as wide as they are apart, less the tool. They are good where that is within 0.05 mm, what
/// a caliper is trusted to, of the width by the caliper.
struct BothSides {
    Length middle, width;
    Length off; ///< the caliper, nought or more
    bool good = false;
};
BothSides both_sides(Length first, Length second, Length tool, Length by_caliper);

/// From a fence to the spindle, over a spacer that a turning drill just brushes: it touches with its high spot, which
/// stands half of what it runs out (read all round) further than half its diameter.
Length fence_to_spindle(Length spacer, Length drill, Length run_out);

} // namespace clockface
