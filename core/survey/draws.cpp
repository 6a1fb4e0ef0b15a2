#include "survey/draws.h"

#include <Eigen/Cholesky>

#include <cmath>
#include <numbers>

namespace clockface {

namespace {

double normal(std::mt19937& dice) { // Box and Muller
    const auto share = [&] { return (static_cast<double>(dice()) + 0.5) / 4294967296.0; };
    return std::sqrt(-2.0 * std::log(share())) * std::cos(2.0 * std::numbers::pi * share());
}

} // namespace

CorrelatedDraws::CorrelatedDraws(Eigen::MatrixXd covariance, std::uint32_t seed)
    : m_dice(seed) {
    constexpr double nothing = 1e-12; // so that what is known exactly can be drawn too
    covariance.diagonal().array() += nothing;
    m_root = covariance.llt().matrixL();
}

Eigen::VectorXd CorrelatedDraws::next() {
    Eigen::VectorXd drawn(m_root.rows());
    for (double& each : drawn)
        each = normal(m_dice);
    return m_root * drawn;
}

} // namespace clockface
