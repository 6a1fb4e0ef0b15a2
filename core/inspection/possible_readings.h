// The readings that could be made at a hole with the instruments and pins at hand, each with the figure to expect and
// its error.
#pragma once

#include "inspection/what_to_measure.h"

#include <Eigen/Core>

#include <optional>

namespace clockface {

struct PossibleReading {
    ToMeasure made;
    double variance = 0.0; ///< of the distance it reads, mm²
};

class PossibleReadings {
public:
    PossibleReadings(const MeasuredPart& measured, const RoundKit& kit)
        : m_measured(measured)
        , m_part(measured.part)
        , m_kit(kit) {}

    /// Between two holes: over or between pins where there are pins, whichever figure is rounder; otherwise over the
    /// far sides, or by the rule. The one that is known best.
    [[nodiscard]] std::optional<PossibleReading> between(int one, int other) const;
    /// From a straight edge: the height of a pin, or the wall.
    [[nodiscard]] std::optional<PossibleReading> from_edge(int hole, int edge) const;

    [[nodiscard]] double far(int one, int other) const;
    /// The direction across an edge.
    [[nodiscard]] Eigen::Vector2d across(int edge) const;

private:
    const MeasuredPart& m_measured;
    const OldPart& m_part;
    const RoundKit& m_kit;

    [[nodiscard]] const OldHole& hole(int index) const { return m_part.holes[static_cast<std::size_t>(index)]; }
    [[nodiscard]] std::optional<Length> pin(int hole) const;
    [[nodiscard]] double variance_of(Instrument with) const;
    [[nodiscard]] double size_variance(int hole) const;
    [[nodiscard]] bool reaches(Instrument with, double value) const;
};

} // namespace clockface
