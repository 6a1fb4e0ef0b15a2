// The fewest readings that settle where the holes of a face stand, each with the figure to expect, before anything is
// measured.
//
// Holes are placed one after the other, each by the two readings to what is placed already (a bore, an edge, other
// holes) that leave its worst direction known best: with u the direction in which a reading feels the hole and s its
// error, what the reference adds included, the covariance is (Σ u uᵀ / s²)⁻¹. A pattern that may shift and turn begins
// with the two holes that are farthest apart, which takes one reading; so n holes take 2n - 3 readings, and n holes
// that keep to two edges 2n.
#pragma once

#include "inspection/deviations.h"
#include "shop/kit.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

struct ToMeasure {
    Reading reading;          ///< its length or angle is what is to be expected
    std::vector<Length> pins; ///< for each hole of it that a pin goes into; empty: none does
    std::size_t pattern = 0;  ///< of the job: it is for its holes
    bool closes = false;      ///< no place hangs on it: it checks the others, where an eye would
    std::string why;          ///< what for, in a few words
};

struct MeasuringPlan {
    std::vector<ToMeasure> readings;
    std::vector<std::optional<Length>>
        error;                          ///< by hole: two standard errors it will be known to; nothing: not settled
    std::vector<std::string> sentences; ///< what cannot be proved with what is at hand, and what could
};

/// Pure. `kit` gives the pins. Holes of a bar's side are read one by one, not here: nothing then.
MeasuringPlan what_to_measure(const Job& job, const MeasuredPart& measured, const RoundKit& kit,
                              const Estimates& estimates);

/// The figure a reading should give on a piece that is as drawn: millimetres or degrees, 0 where it is read whether
/// something is straight. Requires fault_of(part, reading) to be nothing but for the figure.
double expected_figure(const MeasuredPart& measured, const Reading& reading);

/// The same while it is being typed, over the pins that are in its holes or would be proposed; nothing as long as it
/// cannot be.
std::optional<double> expected_figure(const MeasuredPart& measured, Reading reading, const RoundKit& kit);
/// Whether such a reading was taken, from either side, and not struck out.
bool is_read(const MeasuredPart& measured, const Reading& reading);

/// A further reading that would settle a hole, or shrink its error most; nothing where none does.
std::optional<ToMeasure> reading_that_tells(const Job& job, const MeasuredPart& measured, const Deviations& found,
                                            std::size_t hole, const RoundKit& kit);

/// The largest pin that goes into a hole with at most `pin_shakes` to spare; of several pins of that kind the one that
/// makes the figure over (or between) them round is better. Nothing when there is none.
std::optional<Length> pin_for(const OldHole& hole, const RoundKit& kit);
inline constexpr Length pin_shakes = Length::mm(0.1);

} // namespace clockface
