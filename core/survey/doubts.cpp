#include "survey/alike.h"
#include "survey/net.h"

#include <algorithm>
#include <cmath>
#include <numeric>
#include <set>

namespace clockface {

namespace {

constexpr std::size_t suspects_each_way = 5;
// Of two readings the one with the smaller leftover is hardly to blame when it is below this part of the larger.
constexpr double suspicious = 0.6;
constexpr std::size_t most_slips = 12;
// Two explanations whose chi-squares differ by less than this cannot be told apart (one in a hundred of chi-square 1).
constexpr double told_apart = 6.63;
// More scatter than this is no scatter any more.
constexpr double most_scatter = 3.0;

constexpr int steps_of_a_trial = 15;

// So few unknowns that a slip may well fold the net over, or hide in it: every observation is tried as the wrong one,
// and from the sketch too. In larger nets those that stand out.
bool folds_easily(const Net& net) {
    return net.unknowns.count() <= 24;
}

// A ratio that one of n honest readings exceeds once in three hundred surveys; the normal distribution's tail, as
// a straight line over the logarithm of n (3.6 at 10, 4.1 at 100, 4.34 at 300 against 3.59, 4.15 and 4.40).
double honest_limit(std::size_t n) {
    return 3.1 + 0.5 * std::log10(static_cast<double>(std::max<std::size_t>(n, 2)));
}

struct Trial {
    std::size_t observation = 0;
    Adjusted fit;
};

// How many readings hang on a diameter. Where it is only one, the slip may be in either: the reading is blamed.
bool is_checked(const Net& net, const Weights& weights, int hole) {
    int many = 0;
    for (std::size_t i = 0; i < net.observations.size(); ++i) {
        const Observation& seen = net.observations[i];
        const bool over_it = seen.kind == ReadingKind::Outside || seen.kind == ReadingKind::Inside ||
                             seen.kind == ReadingKind::Wall || seen.kind == ReadingKind::FarSide;
        for (std::size_t k = 0; k < features_of(seen); ++k)
            many +=
                weights[i] > 0.0 && !seen.is_diameter && over_it && !wants_edge(seen, k) && seen.features[k] == hole;
    }
    return many > 1;
}

// Those whose leftovers are largest, of an ordinary fit and of one in which agreeing readings outvote the others. In
// a small net all: a slip in one that hardly shows bends the others.
std::set<std::size_t> suspects(const Net& net, const Weights& weights, const Knowledge& knowledge,
                               const Estimate& voted) {
    std::vector<std::pair<double, std::size_t>> usual, robust;
    std::set<std::size_t> out;
    const bool all = folds_easily(net);
    for (std::size_t i = 0; i < net.observations.size(); ++i) {
        const Observation& seen = net.observations[i];
        if (weights[i] == 0.0 || (seen.is_diameter && !is_checked(net, weights, seen.features[0])))
            continue;
        if (all)
            out.insert(i);
        const double ratio = std::fabs(knowledge.normalised(i, seen.error));
        if (ratio == 0.0)
            continue;
        usual.emplace_back(ratio, i);
        robust.emplace_back(std::fabs(seen.value - predict(seen, voted)) / seen.error, i);
    }
    for (auto* list : {&usual, &robust}) {
        const std::size_t many = std::min(suspects_each_way, list->size());
        std::partial_sort(list->begin(), list->begin() + static_cast<std::ptrdiff_t>(many), list->end(),
                          std::greater<>());
        for (std::size_t k = 0; k < many && (*list)[k].first > suspicious * list->front().first; ++k)
            out.insert((*list)[k].second);
    }
    return out;
}

Adjusted fit_without(const Net& net, Weights weights, std::size_t observation,
                     const std::vector<const Estimate*>& starts) {
    weights[observation] = 0.0;
    Adjusted best;
    best.chi_square = HUGE_VAL;
    for (const Estimate* start : starts) {
        Adjusted fit = adjust(net.observations, weights, net.unknowns, *start, steps_of_a_trial);
        if (fit.chi_square < best.chi_square)
            best = std::move(fit);
    }
    return best;
}

// The worst leftover, in multiples of what is usual for it. Where a leftover is hardly controlled its own error says
// nothing, but it can still be seen that the readings cannot all be.
double largest_ratio(const Net& net, const Weights& weights, const Knowledge& knowledge) {
    double largest = 0.0;
    for (std::size_t i = 0; i < net.observations.size(); ++i)
        if (weights[i] > 0.0) {
            const double error = net.observations[i].error;
            largest = std::max({largest, std::fabs(knowledge.normalised(i, error)),
                                std::fabs(knowledge.leftovers[static_cast<Eigen::Index>(i)]) / error});
        }
    return largest;
}

double far_from_sketch(const Net& net, const Estimate& at) {
    const std::vector<double> away = from_the_sketch(net, at);
    return std::accumulate(away.begin(), away.end(), 0.0);
}

// How much more the readings scatter than they should, when that is no accident (one in a thousand). Wilson and
// Hilferty: the cube root of chi-square over its degrees of freedom is nearly normal.
double scatter_of(double chi_square, int spare) {
    if (spare < 1)
        return 1.0;
    const double part = 2.0 / (9.0 * spare);
    const double z = (std::cbrt(chi_square / spare) - (1.0 - part)) / std::sqrt(part);
    return z > 3.1 ? std::sqrt(chi_square / spare) : 1.0;
}

bool agrees(const Net& net, const Weights& weights, const Adjusted& fit, double limit) {
    return misfits(net, weights, fit.at, limit) == 0 &&
           largest_ratio(net, weights, knowledge_at(net.observations, weights, net.unknowns, fit.at)) <= limit;
}

void find_rivals(const Net& net, Doubts& out, const std::vector<std::set<std::size_t>>& candidates, double limit) {
    for (std::size_t k = 0; k < out.set_aside.size(); ++k)
        for (const std::size_t other : candidates[k]) {
            if (other == out.set_aside[k] || out.weights[other] == 0.0)
                continue;
            Weights weights = out.weights;
            weights[out.set_aside[k]] = 1.0;
            Adjusted fit = fit_without(net, weights, other, {&out.fit.at});
            if (folds_easily(net) && fit.chi_square > out.fit.chi_square + told_apart)
                if (Adjusted folded = fit_without(net, weights, other, {&net.sketch});
                    folded.chi_square < fit.chi_square)
                    fit = std::move(folded);
            weights[other] = 0.0;
            if (fit.chi_square < out.fit.chi_square + told_apart || agrees(net, weights, fit, limit))
                out.rivals.push_back({k, other, as_sketched(net, std::move(fit.at)), std::move(weights)});
        }
}

bool any_agrees(const Net& net, const Weights& weights, const std::vector<Trial>& trials, double limit) {
    return std::any_of(trials.begin(), trials.end(), [&](const Trial& each) {
        Weights without = weights;
        without[each.observation] = 0.0;
        return agrees(net, without, each.fit, limit);
    });
}

// The trial to follow: of those after which all agrees one that leaves nothing open, the nearest to the sketch; where
// none agrees, the one that comes nearest to it.
const Trial* best_of(const Net& net, const Weights& weights, const std::vector<Trial>& trials, double limit) {
    constexpr double as_near = 1e-3; // mm: so that the choice of zero, whose roundings differ, cannot decide
    const Trial* best = nullptr;
    double nearest = HUGE_VAL;
    for (const Trial& each : trials) {
        Weights without = weights;
        without[each.observation] = 0.0;
        if (!agrees(net, without, each.fit, limit))
            continue;
        const bool open = knowledge_at(net.observations, without, net.unknowns, each.fit.at).open.cols() > 0;
        const double far = open ? 1e300 : far_from_sketch(net, as_sketched(net, each.fit.at));
        if (!best || far < nearest - as_near) {
            nearest = far;
            best = &each;
        }
    }
    if (best || trials.empty())
        return best;
    return &*std::min_element(trials.begin(), trials.end(),
                              [](const Trial& a, const Trial& b) { return a.fit.chi_square < b.fit.chi_square; });
}

} // namespace

Doubts find_doubts(const Net& net) {
    Doubts out;
    out.weights.assign(net.observations.size(), 1.0);
    out.fit = best_fit(net, out.weights);
    const double limit = honest_limit(net.observations.size());
    const std::size_t most = std::clamp<std::size_t>(net.observations.size() / 5, 1, most_slips);
    std::vector<std::set<std::size_t>> candidates;
    Knowledge knowledge = knowledge_at(net.observations, out.weights, net.unknowns, out.fit.at);
    while (largest_ratio(net, out.weights, knowledge) > limit) {
        if (out.set_aside.size() == most) {
            out.contradiction = true;
            break;
        }
        const Weights robust = robust_weights(net.observations, out.weights, net.unknowns, out.fit.at);
        const Estimate voted = adjust(net.observations, robust, net.unknowns, out.fit.at).at;
        const bool few = folds_easily(net);
        if (!few && misfits(net, out.weights, voted, limit) > 2 * most + 3) {
            out.contradiction = true;
            break;
        }
        const std::set<std::size_t> suspected = suspects(net, out.weights, knowledge, voted);
        std::vector<Trial> trials;
        for (const std::size_t each : suspected)
            trials.push_back({each, fit_without(net, out.weights, each, {&out.fit.at, &voted})});
        // A slip may have folded the net over; then only the sketch leads back.
        if (few && !any_agrees(net, out.weights, trials, limit))
            for (Trial& each : trials)
                if (Adjusted fit = fit_without(net, out.weights, each.observation, {&net.sketch});
                    fit.chi_square < each.fit.chi_square)
                    each.fit = std::move(fit);
        const Trial* best = best_of(net, out.weights, trials, limit);
        if (!best || best->fit.chi_square > out.fit.chi_square - told_apart) {
            out.contradiction = true;
            break;
        }
        out.weights[best->observation] = 0.0;
        out.set_aside.push_back(best->observation);
        out.fit = adjust(net.observations, out.weights, net.unknowns, best->fit.at);
        candidates.push_back(suspected);
        knowledge = knowledge_at(net.observations, out.weights, net.unknowns, out.fit.at);
    }
    out.fit.at = as_sketched(net, std::move(out.fit.at));
    out.scatter = scatter_of(out.fit.chi_square, knowledge.spare);
    out.contradiction = out.contradiction || out.scatter > most_scatter;
    if (!out.contradiction)
        find_rivals(net, out, candidates, limit);
    return out;
}

} // namespace clockface
