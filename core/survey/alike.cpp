#include "survey/alike.h"

#include <Eigen/Geometry>

#include <algorithm>
#include <cmath>
#include <numeric>

namespace clockface {

namespace {

// Beyond this many holes not every pair is tried: two for each hole find any group of some size.
constexpr int most_for_every_pair = 20;
constexpr int turns_of_weighing = 10;

using HoleColumns = Eigen::Matrix2Xd; // one column a hole

HoleColumns places_of(const Estimate& at) {
    HoleColumns out(2, at.holes.size() / 3);
    for (Eigen::Index i = 0; i < out.cols(); ++i)
        out.col(i) = at.holes.segment<2>(i * 3);
    return out;
}

// A shift and a turn, never turned over.
struct Motion {
    double c = 1.0, s = 0.0;
    Eigen::Vector2d shift = Eigen::Vector2d::Zero();
    [[nodiscard]] HoleColumns of(const HoleColumns& from) const {
        Eigen::Matrix2d turn;
        turn << c, -s, s, c;
        return (turn * from).colwise() + shift;
    }
};

// Least squares: with u and v from the weighted middles the turn is atan2(Σ w u×v, Σ w u·v).
Motion laid_on(const HoleColumns& from, const HoleColumns& to, const Eigen::VectorXd& weights) {
    const double sum = weights.sum();
    const Eigen::Vector2d middle = from * weights / sum, other = to * weights / sum;
    double along = 0.0, across = 0.0;
    for (Eigen::Index i = 0; i < from.cols(); ++i) {
        const Eigen::Vector2d u = from.col(i) - middle, v = to.col(i) - other;
        along += weights[i] * u.dot(v);
        across += weights[i] * (u.x() * v.y() - u.y() * v.x());
    }
    Motion out;
    if (const double length = std::hypot(along, across); length > 0.0) {
        out.c = along / length;
        out.s = across / length;
    }
    Eigen::Matrix2d turn;
    turn << out.c, -out.s, out.s, out.c;
    out.shift = other - turn * middle;
    return out;
}

std::vector<bool> moved(const HoleColumns& from, const HoleColumns& to, double within) {
    const auto n = static_cast<int>(from.cols());
    std::vector<bool> out(static_cast<std::size_t>(n), true);
    std::ptrdiff_t most = n < 3 ? n - 1 : 2;
    const auto try_pair = [&](int one, int other) {
        const double apart = (from.col(one) - from.col(other)).norm();
        if (std::fabs(apart - (to.col(one) - to.col(other)).norm()) > within || apart == 0.0)
            return;
        Eigen::VectorXd weights = Eigen::VectorXd::Zero(n);
        weights[one] = weights[other] = 1.0;
        const Eigen::RowVectorXd away = (laid_on(from, to, weights).of(from) - to).colwise().norm();
        const std::ptrdiff_t many = (away.array() <= within).count();
        if (many <= most)
            return;
        most = many;
        for (int i = 0; i < n; ++i)
            out[static_cast<std::size_t>(i)] = away[i] > within;
    };
    for (int one = 0; one < n; ++one)
        if (n <= most_for_every_pair) {
            for (int other = one + 1; other < n; ++other)
                try_pair(one, other);
        } else {
            try_pair(one, (one + n / 2) % n);
            try_pair(one, (one + n / 3) % n);
        }
    if (n == 1)
        out[0] = false;
    return out;
}

} // namespace

std::vector<bool> moved(const Estimate& from, const Estimate& to, double within) {
    return moved(places_of(from), places_of(to), within);
}

std::vector<bool> moved_along(const Net& net, const Estimate& at, const Eigen::VectorXd& step, double within) {
    constexpr double small = 1e-5; // mm or radians: what is left out is of the order of its square over the part's size
    const double largest = step.size() > 0 ? step.cwiseAbs().maxCoeff() : 0.0;
    if (largest == 0.0)
        return std::vector<bool>(net.part.holes.size());
    Estimate to = at;
    net.unknowns.add(to, step * (small / largest));
    return moved(places_of(at), places_of(to), within * small / largest);
}

// The sketch is laid over again and again, each time with less weight on those that lie far off.
std::vector<double> from_the_sketch(const Net& net, const Estimate& at) {
    const HoleColumns sketch = places_of(net.sketch), places = places_of(at);
    const Eigen::Index n = places.cols();
    Eigen::VectorXd weights = Eigen::VectorXd::Ones(n);
    Eigen::VectorXd away = Eigen::VectorXd::Zero(n);
    for (int turn = 0; turn < turns_of_weighing && n > 0; ++turn) {
        away = (laid_on(sketch, places, weights).of(sketch) - places).colwise().norm().transpose();
        std::vector<double> sorted(away.begin(), away.end());
        const auto half = sorted.begin() + static_cast<std::ptrdiff_t>(n / 2);
        std::nth_element(sorted.begin(), half, sorted.end());
        const double usual = std::max(*half, 1e-6);
        weights = 1.0 / (1.0 + (away.array() / usual).square());
    }
    return {away.begin(), away.end()};
}

Estimate as_sketched(const Net& net, Estimate at) {
    if (net.unknowns.count() == 0 || at.edges.size() > 0) // an edge says by the side of its holes which way is up
        return at;
    const auto far = [&](const Estimate& each) {
        const std::vector<double> away = from_the_sketch(net, each);
        return std::accumulate(away.begin(), away.end(), 0.0);
    };
    Estimate over = at;
    for (Eigen::Index i = 1; i < over.holes.size(); i += 3)
        over.holes[i] = -over.holes[i];
    return far(over) < far(at) ? over : at;
}

} // namespace clockface
