// From readings of a finished face to how far every hole stands from its place, and how well that is known.
//
// The readings are worked out by least squares from where the holes should be (survey). They say more or less about the
// whole: holes that only hang on each other have a shape but no place. What a group of holes is free in (its shift, its
// turn) is fitted and taken out of places and errors alike: with G the motions it is free in, as columns, the part of a
// deviation that counts is P = 1 - G (GᵀG)⁻¹ Gᵀ, and its covariance P C Pᵀ. A hole is settled where nothing the
// readings leave open moves it after that.
#pragma once

#include "inspection/measured_part.h"
#include "survey/survey.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// What a group of holes is laid by before it is looked at.
struct LaidAs {
    bool shift = false, turn = false; ///< it is free to
};

struct Deviation {
    bool read = false;              ///< some reading is of it
    std::optional<Point> off;       ///< from its place, after laying; nothing while the readings do not settle it
    std::array<double, 3> spread{}; ///< covariance of it: xx, xy, yy in mm²
    std::optional<Point> at;        ///< from zero as measured, before laying; only among the holes of one net a place
    int net = -1;                   ///< holes of one net hang together by readings, or by zero
    std::string open;               ///< why there is nothing, in a sentence

    /// Two standard errors, along the worst direction.
    [[nodiscard]] Length error() const;
    /// The ellipse of two standard errors.
    [[nodiscard]] Spread ellipse() const;
    /// Two standard errors along an axis.
    [[nodiscard]] Length error(Axis axis) const;
};

struct LaidGroup {
    std::vector<std::size_t> holes; ///< that are settled in it
    LaidAs as;
};

struct Deviations {
    std::vector<Deviation> holes; ///< by hole of the face
    std::vector<LaidGroup> groups;
    std::vector<Leftover> readings;     ///< by reading of the MeasuredPart
    std::vector<std::string> sentences; ///< what is to be known of the readings, gravest first
    std::vector<double> covariance;     ///< of x1, y1, x2, y2 … of `at`, mm², by rows
    double scatter = 1.0;               ///< readings scatter so many times as much as they should; errors are widened
    bool contradiction = false;         ///< the readings cannot all be, and nothing is settled by them
};

/// Whether a pattern is laid by its own holes: what the job says of it; otherwise three or more tapped or clearance
/// holes round a centre, which only have to meet another part's.
bool lies_free(const Pattern& pattern);

/// Pure; time grows with the third power of the holes that are read. Readings of a MeasuredPart can be told one by one
/// from fault_of(part, reading): what is at fault is left out and said.
Deviations deviations(const Job& job, const MeasuredPart& measured);

/// The largest standard deviation of a covariance xx, xy, yy.
Length largest_of(const std::array<double, 3>& spread);

} // namespace clockface
