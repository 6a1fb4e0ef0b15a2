#include "survey/adjust.h"

#include <Eigen/Cholesky>
#include <Eigen/Eigenvalues>

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

constexpr double small_step = 1e-5; // mm and radians alike
constexpr double small_gain = 1e-8; // of chi-square: a ten-thousandth of an error
// A direction counts as open when moving along it changes the readings by less than this part of what others do.
constexpr double open_below = 1e-9;
// An observation that is controlled less than this has no leftover worth speaking of.
constexpr double controlled_at_least = 1e-4;

double chi_square_of(const std::vector<Observation>& observations, const Weights& weights, const Estimate& at) {
    double sum = 0.0;
    for (std::size_t i = 0; i < observations.size(); ++i) {
        if (weights[i] == 0.0)
            continue;
        const double ratio = (observations[i].value - predict(observations[i], at)) / observations[i].error;
        sum += weights[i] * ratio * ratio;
    }
    return sum;
}

struct Normal {
    Eigen::MatrixXd matrix;
    Eigen::VectorXd right;
};

Normal normal_equations(const std::vector<Observation>& observations, const Weights& weights, const Unknowns& unknowns,
                        const Estimate& at) {
    Normal out{Eigen::MatrixXd::Zero(unknowns.count(), unknowns.count()), Eigen::VectorXd::Zero(unknowns.count())};
    for (std::size_t i = 0; i < observations.size(); ++i) {
        if (weights[i] == 0.0)
            continue;
        const Predicted seen = predict(observations[i], at, unknowns);
        const double weight = weights[i] / (observations[i].error * observations[i].error);
        const double leftover = observations[i].value - seen.value;
        for (std::size_t a = 0; a < static_cast<std::size_t>(seen.used); ++a) {
            out.right[seen.columns[a]] += weight * seen.slopes[a] * leftover;
            for (std::size_t b = 0; b < static_cast<std::size_t>(seen.used); ++b)
                out.matrix(seen.columns[a], seen.columns[b]) += weight * seen.slopes[a] * seen.slopes[b];
        }
    }
    return out;
}

} // namespace

Adjusted adjust(const std::vector<Observation>& observations, const Weights& weights, const Unknowns& unknowns,
                const Estimate& start, int most_steps) {
    Adjusted out{start, chi_square_of(observations, weights, start), false};
    double damping = 1e-4;
    for (int step = 0; step < most_steps && unknowns.count() > 0;) {
        const Normal normal = normal_equations(observations, weights, unknowns, out.at);
        const double floor = 1e-12 * (normal.matrix.diagonal().maxCoeff() + 1.0); // of what nothing was read about
        bool better = false;
        while (!better && damping < 1e12 && step++ < most_steps) {
            Eigen::MatrixXd damped = normal.matrix;
            damped.diagonal() *= 1.0 + damping;
            damped.diagonal().array() += floor;
            const Eigen::VectorXd by = damped.llt().solve(normal.right);
            Estimate next = out.at;
            unknowns.add(next, by);
            const double chi_square = chi_square_of(observations, weights, next);
            if (chi_square <= out.chi_square) {
                better = true;
                // What is left open may still drift; the readings do not feel it.
                out.settled = by.lpNorm<Eigen::Infinity>() < small_step ||
                              out.chi_square - chi_square < small_gain + 1e-12 * chi_square;
                out.at = std::move(next);
                out.chi_square = chi_square;
                damping = std::max(damping * 0.1, 1e-12);
            } else if (by.lpNorm<Eigen::Infinity>() < small_step) {
                out.settled = true; // so near that only the rounding of the sum is left
                return out;
            } else {
                damping *= 10.0;
            }
        }
        if (!better || out.settled)
            return out;
    }
    return out;
}

Weights robust_weights(const std::vector<Observation>& observations, const Weights& weights, const Unknowns& unknowns,
                       const Estimate& start) {
    Weights out = weights;
    Estimate at = start;
    for (double width = 256.0; width >= 1.0; width /= 4.0)
        for (int again = 0; again < 3; ++again) {
            for (std::size_t i = 0; i < observations.size(); ++i) {
                const double ratio =
                    (observations[i].value - predict(observations[i], at)) / (2.385 * width * observations[i].error);
                out[i] = weights[i] / (1.0 + ratio * ratio);
            }
            at = adjust(observations, out, unknowns, at, 2).at;
        }
    return out;
}

double Knowledge::normalised(std::size_t observation, double error) const {
    const auto i = static_cast<Eigen::Index>(observation);
    return controlled[i] < controlled_at_least ? 0.0 : leftovers[i] / (error * std::sqrt(controlled[i]));
}

Knowledge knowledge_at(const std::vector<Observation>& observations, const Weights& weights, const Unknowns& unknowns,
                       const Estimate& at) {
    Knowledge out;
    const Eigen::Index n = unknowns.count();
    const Eigen::MatrixXd normal = normal_equations(observations, weights, unknowns, at).matrix;
    // Scaled to a diagonal of ones, so that millimetres and radians can be compared.
    Eigen::VectorXd scale = normal.diagonal().cwiseSqrt();
    for (double& each : scale)
        each = each > 0.0 ? 1.0 / each : 1.0;
    const Eigen::MatrixXd scaled = scale.asDiagonal() * normal * scale.asDiagonal();
    const Eigen::LLT<Eigen::MatrixXd> whole(scaled);
    const bool all_known =
        n == 0 || (whole.info() == Eigen::Success && whole.matrixLLT().diagonal().cwiseAbs().minCoeff() > 1e-4);
    if (all_known) {
        out.covariance = whole.solve(Eigen::MatrixXd::Identity(n, n));
        out.open = Eigen::MatrixXd::Zero(n, 0);
    } else {
        const Eigen::SelfAdjointEigenSolver<Eigen::MatrixXd> parts(scaled);
        const double limit = open_below * std::max(parts.eigenvalues().maxCoeff(), 1.0);
        Eigen::VectorXd inverse = parts.eigenvalues();
        Eigen::Index open = 0;
        for (double& each : inverse) {
            open += each <= limit;
            each = each <= limit ? 0.0 : 1.0 / each;
        }
        out.covariance = parts.eigenvectors() * inverse.asDiagonal() * parts.eigenvectors().transpose();
        out.open = scale.asDiagonal() * parts.eigenvectors().leftCols(open); // eigenvalues come smallest first
    }
    out.covariance = scale.asDiagonal() * out.covariance * scale.asDiagonal();
    out.leftovers.resize(static_cast<Eigen::Index>(observations.size()));
    out.controlled = Eigen::VectorXd::Zero(out.leftovers.size());
    double spare = 0.0;
    for (std::size_t i = 0; i < observations.size(); ++i) {
        const auto row = static_cast<Eigen::Index>(i);
        const Predicted seen = predict(observations[i], at, unknowns);
        out.leftovers[row] = observations[i].value - seen.value;
        if (weights[i] == 0.0)
            continue;
        double explained = 0.0;
        for (std::size_t a = 0; a < static_cast<std::size_t>(seen.used); ++a)
            for (std::size_t b = 0; b < static_cast<std::size_t>(seen.used); ++b)
                explained += seen.slopes[a] * seen.slopes[b] * out.covariance(seen.columns[a], seen.columns[b]);
        out.controlled[row] = std::clamp(1.0 - explained / (observations[i].error * observations[i].error), 0.0, 1.0);
        spare += out.controlled[row];
    }
    out.spare = static_cast<int>(std::lround(spare));
    return out;
}

} // namespace clockface
