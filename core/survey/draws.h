// Errors that hang together, drawn at random: the same draws on every machine.
#pragma once

#include <Eigen/Core>

#include <cstdint>
#include <random>

namespace clockface {

class CorrelatedDraws {
public:
    /// Of that covariance, which may be singular. The same seed gives the same draws.
    CorrelatedDraws(Eigen::MatrixXd covariance, std::uint32_t seed);
    Eigen::VectorXd next();

private:
    Eigen::MatrixXd m_root;
    std::mt19937 m_dice;
};

} // namespace clockface
