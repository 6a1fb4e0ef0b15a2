// A pattern taken hold of, and where it goes when the hand moves. All places are from the datum.
#pragma once

#include "job/job.h"
#include "layout/pattern.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// Nearest figure within reach, otherwise the nearest multiple of `round`. Everything in one unit; `round` > 0.
double snapped(double value, const std::vector<double>& figures, double reach, double round);
/// A step for round figures that is no finer than the hand can hold: the first of 0.01, 0.02, 0.05 … 10 mm, or of
/// 1/64, 1/32 … 1 in, that is at least so long; the largest where none is.
Length round_step(Unit unit, Length least);

/// Begins on the pattern at hand: on its pitch circle (the diameter changes), on a hole of a circle (it turns), on its
/// centre or any other hole (it moves). Everything snaps to edges, axes, other centres and round figures.
class PatternDrag {
public:
    /// Nothing when there is nothing of this pattern to take hold of within `grip` of `at`. `holes` are those of the
    /// face at hand.
    static std::optional<PatternDrag> begin(const Job& job, const std::vector<Hole>& holes, const std::string& pattern,
                                            Point at, Length grip);

    /// The job with the hand at this place: snapped to what is within `snap`, otherwise to whole multiples of `step`.
    [[nodiscard]] Job moved_to(Point hand, Length snap, Length step) const;

private:
    enum class Grip { Diameter, Turn, Move };

    Job m_job;
    std::size_t m_pattern = 0;
    Grip m_grip = Grip::Move;
    Point m_from;                       // where the hand took hold: the hole or centre itself
    int m_number = 0;                   // the hole, 0 for the centre
    std::vector<double> m_across, m_up; // figures to snap to, in mm
};

} // namespace clockface
