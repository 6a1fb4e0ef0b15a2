#include "survey/net.h"

#include "measure/figures.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
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

// A ratio that one of n honest readings exceeds once in a hundred surveys; the normal distribution's tail, as a
// straight line over the logarithm of n (3.35 at 10, 3.9 at 100, 4.2 at 300 against 3.29, 3.89 and 4.15).
double honest_limit(std::size_t n) {
    return 2.8 + 0.55 * std::log10(static_cast<double>(std::max<std::size_t>(n, 2)));
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

// Those whose leftovers are largest, of an ordinary fit and of one in which agreeing readings outvote the others.
std::set<std::size_t> suspects(const Net& net, const Weights& weights, const Knowledge& knowledge,
                               const Estimate& voted) {
    std::vector<std::pair<double, std::size_t>> usual, robust;
    for (std::size_t i = 0; i < net.observations.size(); ++i) {
        const Observation& seen = net.observations[i];
        const double ratio = std::fabs(knowledge.normalised(i, seen.error));
        if (weights[i] == 0.0 || ratio == 0.0 || (seen.is_diameter && !is_checked(net, weights, seen.features[0])))
            continue;
        usual.emplace_back(ratio, i);
        robust.emplace_back(std::fabs(seen.value - predict(seen, voted)) / seen.error, i);
    }
    std::set<std::size_t> out;
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
        Adjusted fit = adjust(net.observations, weights, net.unknowns, *start);
        if (fit.chi_square < best.chi_square)
            best = std::move(fit);
    }
    return best;
}

double largest_ratio(const Net& net, const Weights& weights, const Knowledge& knowledge) {
    double largest = 0.0;
    for (std::size_t i = 0; i < net.observations.size(); ++i)
        if (weights[i] > 0.0)
            largest = std::max(largest, std::fabs(knowledge.normalised(i, net.observations[i].error)));
    return largest;
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

void find_rivals(const Net& net, Doubts& out, const std::vector<std::set<std::size_t>>& candidates) {
    for (std::size_t k = 0; k < out.set_aside.size(); ++k)
        for (const std::size_t other : candidates[k]) {
            if (other == out.set_aside[k] || out.weights[other] == 0.0)
                continue;
            Weights weights = out.weights;
            weights[out.set_aside[k]] = 1.0;
            Adjusted fit = fit_without(net, weights, other, {&out.fit.at});
            if (fit.chi_square < out.fit.chi_square + told_apart)
                out.rivals.push_back({k, other, std::move(fit.at)});
        }
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
        if (misfits(net, out.weights, voted, limit) > 2 * most + 3) {
            out.contradiction = true;
            break;
        }
        const std::set<std::size_t> suspected = suspects(net, out.weights, knowledge, voted);
        std::vector<Trial> trials;
        for (const std::size_t each : suspected)
            trials.push_back({each, fit_without(net, out.weights, each, {&out.fit.at, &voted})});
        const auto best = std::min_element(trials.begin(), trials.end(), [](const Trial& a, const Trial& b) {
            return a.fit.chi_square < b.fit.chi_square;
        });
        if (best == trials.end() || best->fit.chi_square > out.fit.chi_square - told_apart) {
            out.contradiction = true;
            break;
        }
        out.weights[best->observation] = 0.0;
        out.set_aside.push_back(best->observation);
        out.fit = best->fit;
        candidates.push_back(suspected);
        knowledge = knowledge_at(net.observations, out.weights, net.unknowns, out.fit.at);
    }
    out.scatter = scatter_of(out.fit.chi_square, knowledge.spare);
    out.contradiction = out.contradiction || out.scatter > most_scatter;
    if (!out.contradiction)
        find_rivals(net, out, candidates);
    return out;
}

namespace {

// What the reading would be if it had been taken another way.
struct Otherwise {
    ReadingKind kind;
    const char* words;
};
constexpr Otherwise other_ways[] = {
    {ReadingKind::Outside, "It fits a reading over the far sides (outside)."},
    {ReadingKind::Inside, "It fits a reading between the near sides (inside)."},
    {ReadingKind::Centres, "It fits the distance of the centres themselves: half of both diameters is in it already."},
    {ReadingKind::OverPins, "It fits a reading over the pins."},
    {ReadingKind::BetweenPins, "It fits a reading between the pins."},
    {ReadingKind::Wall, "It fits the near side of the hole (wall)."},
    {ReadingKind::FarSide, "It fits the far side of the hole."},
    {ReadingKind::Height, "It fits a height over the top of the pin."}};

bool is_of_two_holes(ReadingKind kind) {
    return kind <= ReadingKind::Centres;
}
bool is_from_edge(ReadingKind kind) {
    return kind == ReadingKind::Wall || kind == ReadingKind::FarSide || kind == ReadingKind::Height;
}

double pin_of(const Net& net, int hole) {
    const OldHole& at = net.part.holes[static_cast<std::size_t>(hole)];
    return at.pin.value_or(at.diameter).in_mm();
}

double pins_for(const Net& net, const Observation& seen, ReadingKind kind) {
    switch (kind) {
    case ReadingKind::OverPins:
        return (pin_of(net, seen.features[0]) + pin_of(net, seen.features[1])) / 2.0;
    case ReadingKind::BetweenPins:
        return -(pin_of(net, seen.features[0]) + pin_of(net, seen.features[1])) / 2.0;
    case ReadingKind::Height:
        return pin_of(net, seen.features[0]) / 2.0;
    default:
        return 0.0;
    }
}

// Digits of the figure with two neighbours changed round, and where those differ.
std::vector<double> swapped(double value, Unit unit) {
    std::string text = fmt::format("{:.{}f}", value / millimetres_in(unit), unit == Unit::Inch ? 4 : 2);
    std::vector<double> out;
    for (std::size_t i = 0; i + 1 < text.size(); ++i) {
        const std::size_t next = text[i + 1] == '.' ? i + 2 : i + 1;
        if (text[i] == '.' || next >= text.size() || text[i] == text[next])
            continue;
        std::string changed = text;
        std::swap(changed[i], changed[next]);
        out.push_back(std::stod(changed) * millimetres_in(unit));
    }
    return out;
}

// Whether the two differ in one figure only, which the other may have been misread for.
bool one_figure(double value, double expected, double within, Unit unit) {
    const double in_unit = std::fabs(value - expected) / millimetres_in(unit);
    for (const double place : {100.0, 10.0, 1.0, 0.1}) {
        const double figures = std::round(in_unit / place);
        if (figures >= 1.0 && figures <= 9.0 && std::fabs(in_unit - figures * place) * millimetres_in(unit) < within)
            return true;
    }
    return false;
}

} // namespace

std::string likely_cause(const Net& net, const Reading& reading, const Observation& seen, const Estimate& at) {
    const double value = reading.kind == ReadingKind::AngleAt ? reading.angle.in_degrees() : reading.length.in_mm();
    const double within = 4.5 * seen.error;
    const auto fits = [&](double other) { return std::fabs(value - other) < within; };
    const double expected = predict(seen, at);
    if (reading.kind == ReadingKind::AngleAt)
        return fits(180.0 - expected) ? "It fits the angle on the other side, to a half turn." : "";
    if (reading.kind >= ReadingKind::AlongEdge && reading.kind != ReadingKind::Height)
        return {};
    if (is_of_two_holes(reading.kind) || is_from_edge(reading.kind))
        for (const Otherwise& way : other_ways) {
            if (way.kind == reading.kind || is_of_two_holes(way.kind) != is_of_two_holes(reading.kind))
                continue;
            Observation other = seen;
            other.kind = way.kind;
            other.pins = pins_for(net, seen, way.kind);
            if (fits(predict(other, at)))
                return way.words;
        }
    if (std::fabs(seen.pins) > 0.0) {
        Observation bare = seen;
        bare.pins = 0.0;
        if (fits(predict(bare, at)))
            return "The pin seems to be subtracted already.";
        bare.pins = seen.pins * 2.0;
        if (fits(predict(bare, at)))
            return "The whole pin is in it twice, not its half.";
    }
    for (const double factor : {25.4, 1.0 / 25.4})
        if (std::fabs(value * factor - expected) < within * std::max(1.0, factor))
            return factor > 1.0 ? "It fits when it is taken as inches." : "It fits when it is taken as millimetres.";
    for (const double other : swapped(value, net.part.unit))
        if (std::fabs(other - expected) < within)
            return fmt::format("Two figures seem to have changed places: {} would fit.",
                               with_unit(Length::mm(other), net.part.unit));
    for (std::size_t k = 0; k < features_of(seen); ++k)
        for (int hole = 0; hole < static_cast<int>(net.part.holes.size()); ++hole) {
            if (wants_edge(seen, k) || hole == seen.features[0] || hole == seen.features[1])
                continue;
            Observation other = seen;
            other.features[k] = hole;
            if (fits(predict(other, at)))
                return fmt::format("It fits {} in place of {}.", net.part.holes[static_cast<std::size_t>(hole)].name,
                                   net.part.holes[static_cast<std::size_t>(seen.features[k])].name);
        }
    if (one_figure(value, expected, within, net.part.unit))
        return "One figure may have been misread.";
    return {};
}

} // namespace clockface
