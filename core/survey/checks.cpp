#include "survey/alike.h"

#include <Eigen/Eigenvalues>

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

// A slip shows (999 times in 1000) when it moves its own leftover by so many errors: the limit of a leftover and three.
constexpr double shows = 7.0;
// The largest slip to reckon with where none at all would show (mm or degrees).
constexpr double largest_slip = 100.0;
constexpr double matters = 1.0;            // mm
constexpr double matters_in_errors = 10.0; // of the usual reading, where all is read coarsely

constexpr double too_weak = 0.1; // of the part's size

} // namespace

double usual_error(const Net& net) {
    std::vector<double> errors;
    for (const Observation& seen : net.observations)
        if (!seen.is_diameter && reads_length(seen.kind))
            errors.push_back(seen.error);
    if (errors.empty())
        return 0.0;
    const auto half = errors.begin() + static_cast<std::ptrdiff_t>(errors.size() / 2);
    std::nth_element(errors.begin(), half, errors.end());
    return *half;
}
// A slip s in reading i moves the unknowns by Q aᵢ s / eᵢ² and its own leftover by s times what is controlled of it, in
// errors s √controlled / eᵢ (Baarda's reliability).
std::vector<std::vector<std::size_t>> unchecked(const Net& net, const Weights& weights, const Estimate& at,
                                                const Knowledge& knowledge) {
    std::vector<std::vector<std::size_t>> out(net.part.holes.size());
    const double within = std::max(matters, matters_in_errors * usual_error(net));
    for (std::size_t i = 0; i < net.observations.size(); ++i) {
        if (weights[i] == 0.0)
            continue;
        const Observation& seen = net.observations[i];
        const double controlled = std::max(knowledge.controlled[static_cast<Eigen::Index>(i)], 1e-12);
        const double slip = std::min(shows * seen.error / std::sqrt(controlled), largest_slip);
        const Predicted slopes = predict(seen, at, net.unknowns);
        Eigen::VectorXd step = Eigen::VectorXd::Zero(net.unknowns.count());
        for (std::size_t k = 0; k < static_cast<std::size_t>(slopes.used); ++k)
            step += knowledge.covariance.col(slopes.columns[k]) * slopes.slopes[k];
        step *= slip / (seen.error * seen.error);
        if (step.size() == 0 || step.cwiseAbs().maxCoeff() < within / 2.0)
            continue;
        const std::vector<bool> hang = moved_along(net, at, step, within);
        for (std::size_t hole = 0; hole < out.size(); ++hole)
            if (hang[hole])
                out[hole].push_back(i);
    }
    return out;
}

double size_of(const Estimate& at) {
    double size = 0.0;
    for (Eigen::Index i = 0; i < at.holes.size(); i += 3)
        for (Eigen::Index j = i + 3; j < at.holes.size(); j += 3)
            size = std::max(size, (at.holes.segment<2>(i) - at.holes.segment<2>(j)).norm());
    return size;
}

// Each axis of the ellipsoid of errors by itself, as far as it goes.
std::vector<bool> weakly_held(const Net& net, const Estimate& at, const Knowledge& knowledge, double errors) {
    std::vector<bool> out(net.part.holes.size());
    const double within = too_weak * size_of(at);
    if (within == 0.0 || knowledge.covariance.trace() * errors * errors < within * within)
        return out;
    const Eigen::SelfAdjointEigenSolver<Eigen::MatrixXd> axes(knowledge.covariance);
    for (Eigen::Index k = 0; k < axes.eigenvalues().size(); ++k) {
        const double far = errors * std::sqrt(std::max(axes.eigenvalues()[k], 0.0));
        if (far < within / 2.0)
            continue;
        const std::vector<bool> weak = moved_along(net, at, axes.eigenvectors().col(k) * far, within);
        for (std::size_t hole = 0; hole < out.size(); ++hole)
            out[hole] = out[hole] || weak[hole];
    }
    return out;
}

} // namespace clockface
