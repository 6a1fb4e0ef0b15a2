// Weighted least squares over the equations of a survey (Gauss and Newton's steps, held back where they overshoot),
// what the equations leave open, and how the errors of the readings become errors of the places.
#pragma once

#include "survey/equations.h"

#include <Eigen/Core>

#include <functional>
#include <vector>

namespace clockface {

struct Adjusted {
    Estimate at;
    double chi_square = 0.0; ///< sum of (leftover / error)² over the observations that were used
    bool settled = false;    ///< the last step was below a hundredth of a micrometre
};

/// Which observations count, and how much: 1 fully, 0 not at all.
using Weights = std::vector<double>;

/// From a first estimate to the nearest least-squares solution, in at most so many steps.
Adjusted adjust(const std::vector<Observation>& observations, const Weights& weights, const Unknowns& unknowns,
                const Estimate& start, int most_steps = 40);

/// Weights that let the readings which agree outvote the few that do not: (1 + (leftover / 2.385 error)²)^-1, taken
/// again after every adjustment, with errors that begin large and shrink to their own size.
Weights robust_weights(const std::vector<Observation>& observations, const Weights& weights, const Unknowns& unknowns,
                       const Estimate& start);

/// What is known about the unknowns at a solution.
struct Knowledge {
    Eigen::MatrixXd covariance; ///< of the unknowns; of those left open it says nothing
    Eigen::MatrixXd open;      ///< directions in which the unknowns can change without any reading noticing, as columns
    Eigen::VectorXd leftovers; ///< observed less predicted, of each observation
    Eigen::VectorXd controlled; ///< 0 … 1: the part of an error in the observation that shows in its leftover
    int spare = 0;              ///< observations that are not needed
    /// The leftover in multiples of its own standard deviation; nought where the observation is not controlled.
    [[nodiscard]] double normalised(std::size_t observation, double error) const;
};
Knowledge knowledge_at(const std::vector<Observation>& observations, const Weights& weights, const Unknowns& unknowns,
                       const Estimate& at);

} // namespace clockface
