#include "survey/net.h"

#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <random>

namespace clockface {

namespace {

constexpr int pushed_starts = 6;
// A small net folds over easily, and another start costs little.
constexpr int pushed_starts_when_small = 30;
constexpr int small_net = 40; // unknowns
constexpr int most_unknowns_to_push = 300;
constexpr double agrees_within = 5.0;

// Holes that hang together with `from` by readings, through edges and other holes.
std::vector<bool> tied_to(const OldPart& part, const std::vector<Observation>& observations, int from) {
    std::vector<bool> holes(part.holes.size()), edges(part.edges.size());
    if (from >= 0)
        holes[static_cast<std::size_t>(from)] = true;
    for (bool more = true; more;) {
        more = false;
        for (const Observation& seen : observations) {
            const auto mark = [&](std::size_t k) -> std::vector<bool>::reference {
                return (wants_edge(seen, k) ? edges : holes)[static_cast<std::size_t>(seen.features[k])];
            };
            bool any = false, all = true;
            for (std::size_t k = 0; k < features_of(seen); ++k) {
                any = any || mark(k);
                all = all && mark(k);
            }
            if (!any || all)
                continue;
            more = true;
            for (std::size_t k = 0; k < features_of(seen); ++k)
                mark(k) = true;
        }
    }
    return holes;
}

// Holes that at least two readings hold, counting only what is held itself: taking away the others lays these bare.
std::vector<bool> well_held(const OldPart& part, const std::vector<Observation>& observations) {
    std::vector<bool> held(part.holes.size(), true);
    for (bool more = true; more;) {
        std::vector<int> readings(part.holes.size());
        for (const Observation& seen : observations) {
            bool stands = !seen.is_diameter;
            for (std::size_t k = 0; k < features_of(seen); ++k)
                stands = stands && (wants_edge(seen, k) || held[static_cast<std::size_t>(seen.features[k])]);
            for (std::size_t k = 0; stands && k < features_of(seen); ++k)
                if (!wants_edge(seen, k))
                    ++readings[static_cast<std::size_t>(seen.features[k])];
        }
        more = false;
        for (std::size_t i = 0; i < held.size(); ++i)
            if (held[i] && readings[i] < 2) {
                held[i] = false;
                more = true;
            }
    }
    return held;
}

// From `zero` to the farthest hole that the readings tie to it.
Axes axes_from(const OldPart& part, const std::vector<Observation>& observations, int zero) {
    Axes axes;
    axes.zero = zero;
    const std::vector<bool> tied = tied_to(part, observations, axes.zero);
    const std::vector<bool> held = well_held(part, observations);
    const auto sketched = [&](int hole) { return part.holes[static_cast<std::size_t>(hole)].sketched; };
    const auto worth = [&](int hole) {
        const auto at = static_cast<std::size_t>(hole);
        return tied[at] ? 1 + held[at] : 0;
    };
    const auto farther = [&](int one, int other) {
        if (other < 0 || worth(one) != worth(other))
            return other < 0 || worth(one) > worth(other);
        return distance(sketched(one), sketched(axes.zero)) > distance(sketched(other), sketched(axes.zero));
    };
    for (int i = 0; i < static_cast<int>(part.holes.size()); ++i)
        if (i != axes.zero && farther(i, axes.along))
            axes.along = i;
    return axes;
}

Axes axes_of(const OldPart& part, const std::vector<Observation>& observations) {
    if (part.holes.empty())
        return {};
    const int zero = std::max(hole_index(part, part.zero), 0);
    if (const int edge = edge_index(part, part.along); edge >= 0)
        return {zero, edge, true};
    if (const int along = hole_index(part, part.along); along >= 0 && along != zero)
        return {zero, along, false};
    return axes_from(part, observations, zero);
}

// The hole with most readings, whatever is wanted as zero.
Axes best_held(const OldPart& part, const std::vector<Observation>& observations) {
    if (part.holes.empty())
        return {};
    std::vector<int> readings(part.holes.size());
    for (const Observation& seen : observations)
        for (std::size_t k = 0; !seen.is_diameter && k < features_of(seen); ++k)
            if (!wants_edge(seen, k))
                ++readings[static_cast<std::size_t>(seen.features[k])];
    const auto most = std::max_element(readings.begin(), readings.end());
    return axes_from(part, observations, static_cast<int>(most - readings.begin()));
}

// Fit for comparing starts when some readings may be wrong: a gross error weighs little more than a middling one.
double robust_cost(const Net& net, const Weights& weights, const Estimate& at) {
    double sum = 0.0;
    for (std::size_t i = 0; i < net.observations.size(); ++i) {
        const Observation& seen = net.observations[i];
        const double ratio = (seen.value - predict(seen, at)) / (2.385 * seen.error);
        sum += weights[i] * std::log1p(ratio * ratio);
    }
    return sum;
}

bool acceptable(const Net& net, const Adjusted& fit) {
    const double spare = std::max(0.0, static_cast<double>(net.observations.size()) - net.unknowns.count());
    return fit.settled && fit.chi_square < spare + 4.0 * std::sqrt(2.0 * spare) + 1.0;
}

// Nearly all readings agree: the net has its shape, and the few others are slips, not a wrong start.
bool nearly_all_agree(const Net& net, const Weights& weights, const Estimate& at) {
    return misfits(net, weights, at, agrees_within) <= 1 + net.observations.size() / 8;
}

Net net_in(const OldPart& part, std::vector<Observation> observations, const Axes& axes) {
    const Unknowns unknowns(part, observations, axes);
    Estimate sketch = from_sketch(part, observations, axes);
    return {part, std::move(observations), axes, unknowns, std::move(sketch)};
}

} // namespace

Net net_of(const OldPart& part) {
    std::vector<Observation> observations = observations_of(part);
    const Axes axes = best_held(part, observations);
    return net_in(part, std::move(observations), axes);
}

Net as_wanted(const Net& net) {
    return net_in(net.part, net.observations, axes_of(net.part, net.observations));
}

Adjusted best_fit(const Net& net, const Weights& weights) {
    Adjusted best = adjust(net.observations, weights, net.unknowns, net.sketch);
    if (acceptable(net, best))
        return best;
    const auto try_from = [&](const Estimate& start) {
        Adjusted fit = adjust(net.observations, weights, net.unknowns, start);
        if (robust_cost(net, weights, fit.at) < robust_cost(net, weights, best.at))
            best = std::move(fit);
    };
    const Weights voted = robust_weights(net.observations, weights, net.unknowns, net.sketch);
    const Estimate start = adjust(net.observations, voted, net.unknowns, net.sketch).at;
    try_from(start);
    // Without axes to come back to, what is known stays.
    const bool small = net.unknowns.count() <= small_net;
    if ((!small && nearly_all_agree(net, weights, start)) || net.unknowns.count() > most_unknowns_to_push)
        return best;
    double reach = 0.0;
    for (Eigen::Index i = 0; i < net.sketch.holes.size(); i += 3)
        reach = std::max(reach, std::hypot(net.sketch.holes[i], net.sketch.holes[i + 1]));
    const double push = reach / std::max(2.0, std::sqrt(static_cast<double>(net.part.holes.size())));
    std::mt19937 dice(20261123); // the same every time: a survey must not change from look to look
    for (int k = 0; k < (small ? pushed_starts_when_small : pushed_starts) && !acceptable(net, best); ++k) {
        // Small pushes and large ones by turns: a sketch is mostly near, but may be far.
        const double far = push / static_cast<double>(1 << (2 * (k % 3)));
        Estimate pushed = net.sketch;
        for (Eigen::Index i = 0; i < pushed.holes.size(); ++i)
            if (i % 3 != 2 &&
                (net.axes.zero >= 0 || net.unknowns.of_hole(static_cast<int>(i / 3), static_cast<int>(i % 3)) >= 0))
                pushed.holes[i] += far * (static_cast<double>(dice()) / 2147483648.0 - 1.0);
        bring_to_axes(pushed, net.axes);
        try_from(pushed);
    }
    return best;
}

std::size_t misfits(const Net& net, const Weights& weights, const Estimate& at, double limit) {
    std::size_t many = 0;
    for (std::size_t i = 0; i < net.observations.size(); ++i) {
        const Observation& seen = net.observations[i];
        many += weights[i] > 0.0 && std::fabs(seen.value - predict(seen, at)) > limit * seen.error;
    }
    return many;
}

Point hole_at(const Estimate& estimate, int hole) {
    return {Length::mm(estimate.holes[hole * 3]), Length::mm(estimate.holes[hole * 3 + 1])};
}

std::string names_of(const Net& net, const Observation& seen) {
    std::vector<std::string> names;
    for (std::size_t k = 0; k < features_of(seen); ++k) {
        const auto feature = static_cast<std::size_t>(seen.features[k]);
        names.push_back(wants_edge(seen, k) ? net.part.edges[feature].name : net.part.holes[feature].name);
    }
    return all_of(names);
}

} // namespace clockface
