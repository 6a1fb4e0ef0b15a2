// A pattern taken hold of on the board, and where it goes when the hand moves.
#pragma once

#include "board/board_map.h"
#include "document/document.h"

#include <optional>
#include <vector>

namespace clockface::app {

/// Nearest figure within reach, otherwise the nearest round one. Everything in one unit.
double snapped(double value, const std::vector<double>& figures, double reach, double round);
/// A step for round figures that is no finer than the hand can hold at this scale: 1, 0.5 … mm, 1/8, 1/16 … in.
Length round_step(Unit unit, double pixels_per_mm);

/// Begins on the pattern at hand: on its pitch circle (the diameter changes), on a hole of a circle (it turns), on its
/// centre or any other hole (it moves). Everything snaps to edges, axes, other centres and round figures.
class PatternDrag {
public:
    /// Nothing when there is nothing of this pattern to take hold of at `at` (pixels).
    static std::optional<PatternDrag> begin(const Document& document, const BoardMap& map, const std::string& pattern,
                                            QPointF at);

    /// The job with the hand at this place.
    [[nodiscard]] Job moved_to(QPointF at, const BoardMap& map) const;

private:
    enum class Grip { Diameter, Turn, Move };

    Job m_job;
    std::size_t m_pattern = 0;
    Grip m_grip = Grip::Move;
    Point m_from;                       // where the hand took hold: the hole or centre itself, from the datum
    int m_number = 0;                   // the hole, 0 for the centre
    std::vector<double> m_across, m_up; // figures to snap to, in mm from the datum
};

} // namespace clockface::app
