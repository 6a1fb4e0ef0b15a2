// The measuring of an old part as equations: what each reading says about the unknown places, and its error.
// Unknown: two coordinates and the diameter of every hole, direction and offset of every straight edge. Three of them
// are held, so that the part cannot drift or turn as a whole: both coordinates of the hole that is zero, and the second
// coordinate of the hole (or the direction of the edge) that x runs to. Everything here is in millimetres and degrees.
#pragma once

#include "job/old_part.h"

#include <Eigen/Core>

#include <array>
#include <vector>

namespace clockface {

/// Most unknowns one reading can hang on: three holes with their diameters.
inline constexpr int most_unknowns = 9;

/// A reading, or the mean of repeats of one, or the measured diameter of a hole.
struct Observation {
    std::vector<int> readings; ///< indices into OldPart::readings; empty: a diameter
    ReadingKind kind = ReadingKind::Centres;
    std::array<int, 3> features{-1, -1, -1}; ///< holes, or edges where the kind wants them
    bool of_edges = false;                   ///< Square: between two edges
    bool is_diameter = false;
    double pins = 0.0; ///< what the pins add to (or take from) the distance of the centres
    double side = 1.0; ///< edges: the side the hole is on; AlongEdge: the way along it
    double value = 0.0;
    double error = 1.0; ///< standard deviation
};

/// Values of all unknowns.
struct Estimate {
    Eigen::VectorXd holes; ///< x, y, diameter of each
    Eigen::VectorXd edges; ///< direction in radians, offset of each: n·p = offset with n = (-sin, cos)
};

/// Which hole is nought of the old part's axes, and which hole (or edge) their x runs to; -1: none.
struct Axes {
    int zero = -1, along = -1;
    bool along_edge = false;
};

/// Where the unknowns stand in the equations.
class Unknowns {
public:
    /// Diameters that no observation holds and edges that none touches are no unknowns.
    Unknowns(const OldPart& part, const std::vector<Observation>& observations, const Axes& axes);
    /// The same with what is known said one by one: x, y and diameter of every hole, direction and offset of every
    /// edge.
    Unknowns(const std::vector<bool>& known_of_holes, const std::vector<bool>& known_of_edges);

    /// Column of a hole's unknown (0 x, 1 y, 2 diameter), or of an edge's (0 direction, 1 offset); -1 when it is held.
    [[nodiscard]] int of_hole(int hole, int which) const { return m_holes[static_cast<std::size_t>(hole * 3 + which)]; }
    [[nodiscard]] int of_edge(int edge, int which) const { return m_edges[static_cast<std::size_t>(edge * 2 + which)]; }
    [[nodiscard]] int count() const { return m_count; }
    void add(Estimate& estimate, const Eigen::VectorXd& step) const;

private:
    std::vector<int> m_holes, m_edges;
    int m_count = 0;
};

/// What an observation should read, and how it changes with its unknowns (columns of which none is -1 twice).
struct Predicted {
    double value = 0.0;
    std::array<int, most_unknowns> columns{};
    std::array<double, most_unknowns> slopes{};
    int used = 0;
};
Predicted predict(const Observation& observation, const Estimate& at, const Unknowns& unknowns);
/// The value alone.
double predict(const Observation& observation, const Estimate& at);

/// One observation for each reading that is not struck out, and one for the diameter of each hole that enters in any.
/// Repeats that agree become their mean. Half of an instrument's variance is taken to be the same in every repeat (its
/// jaws, the feel of the hand, a hole that is not round), so n repeats have e²(1/2 + 1/2n), or more where they scatter
/// more than the instrument's error says. Requires first_fault(part) to be nothing.
std::vector<Observation> observations_of(const OldPart& part);

/// The sketch as it stands, places and edges `scale` times as large.
Estimate as_drawn(const OldPart& part, double scale = 1.0);
/// A first estimate from the sketch: turned and shifted so that what is held is nought, and scaled by the lengths that
/// were read (middle of their ratios to the sketch's).
Estimate from_sketch(const OldPart& part, const std::vector<Observation>& observations, const Axes& axes);

/// Turns and shifts an estimate so that `zero` is nought and x runs to `along`.
void bring_to_axes(Estimate& estimate, const Axes& axes);

/// Whether the observation's feature at this place is an edge.
bool wants_edge(const Observation& observation, std::size_t feature);
/// How many features the observation has.
std::size_t features_of(const Observation& observation);

} // namespace clockface
