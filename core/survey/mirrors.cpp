#include "survey/net.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace clockface {

namespace {

constexpr int starts_round_a_hole = 16;
constexpr int steps_to_another_place = 15;
// A place counts as another one only this far off (mm), and when it fits the readings about as well: three errors'
// worth.
constexpr double another_place = 0.25;
constexpr double fits_as_well = 9.0;
// Before the other holes may give way a little, a place may look worse than it is.
constexpr double worth_trying = 60.0;
// Beyond this many holes only single holes are tried: every pair would take too long.
constexpr std::size_t most_for_pairs = 120;

using Touching = std::vector<std::vector<std::size_t>>; // observations of each hole

Touching touching(const Net& net, const Weights& weights) {
    Touching out(net.part.holes.size());
    for (std::size_t i = 0; i < net.observations.size(); ++i) {
        const Observation& seen = net.observations[i];
        if (weights[i] == 0.0 || seen.is_diameter)
            continue;
        for (std::size_t k = 0; k < features_of(seen); ++k)
            if (!wants_edge(seen, k))
                out[static_cast<std::size_t>(seen.features[k])].push_back(i);
    }
    return out;
}

class Finder {
public:
    Finder(const Net& net, const Weights& weights, const Adjusted& fit, const std::vector<bool>& settled)
        : m_net(net)
        , m_weights(weights)
        , m_fit(fit)
        , m_settled(settled)
        , m_touching(touching(net, weights)) {}

    std::vector<Mirror> take() {
        for (int hole = 0; hole < holes(); ++hole)
            if (m_settled[static_cast<std::size_t>(hole)])
                single(hole);
        if (m_net.part.holes.size() <= most_for_pairs)
            for (int one = 0; one < holes(); ++one)
                for (int other = one + 1; other < holes(); ++other)
                    hinged(one, other);
        return std::move(m_found);
    }

private:
    const Net& m_net;
    const Weights& m_weights;
    const Adjusted& m_fit;
    const std::vector<bool>& m_settled;
    Touching m_touching;
    std::vector<Mirror> m_found;

    [[nodiscard]] int holes() const { return static_cast<int>(m_net.part.holes.size()); }

    double local(const Estimate& at, int hole) const {
        double sum = 0.0;
        for (const std::size_t i : m_touching[static_cast<std::size_t>(hole)]) {
            const Observation& seen = m_net.observations[i];
            const double ratio = (seen.value - predict(seen, at)) / seen.error;
            sum += ratio * ratio;
        }
        return sum;
    }

    // Moves the one hole to where its own readings fit, the others staying; Gauss and Newton in two unknowns, the
    // slopes by differences.
    double settle(Estimate& at, int hole) const {
        double now = local(at, hole), damping = 1e-3;
        for (int step = 0; step < 25 && damping < 1e6; ++step) {
            double a = 0, b = 0, c = 0, u = 0, v = 0;
            for (const std::size_t i : m_touching[static_cast<std::size_t>(hole)]) {
                const Observation& seen = m_net.observations[i];
                const auto slope = [&](int which) {
                    constexpr double h = 1e-5;
                    double& moved = at.holes[hole * 3 + which];
                    const double kept = moved;
                    moved = kept + h;
                    const double up = predict(seen, at);
                    moved = kept - h;
                    const double down = predict(seen, at);
                    moved = kept;
                    return (up - down) / (2.0 * h) / seen.error;
                };
                const double sx = slope(0), sy = slope(1);
                const double left = (seen.value - predict(seen, at)) / seen.error;
                a += sx * sx;
                b += sx * sy;
                c += sy * sy;
                u += sx * left;
                v += sy * left;
            }
            const double da = a * (1 + damping) + 1e-9, dc = c * (1 + damping) + 1e-9, det = da * dc - b * b;
            const double x = (dc * u - b * v) / det, y = (da * v - b * u) / det;
            double &px = at.holes[hole * 3], &py = at.holes[hole * 3 + 1];
            const double kept_x = px, kept_y = py;
            px += x;
            py += y;
            const double then = local(at, hole);
            if (then > now) {
                px = kept_x;
                py = kept_y;
                damping *= 8.0;
                continue;
            }
            now = then;
            damping *= 0.2;
            if (std::hypot(x, y) < 1e-5)
                break;
        }
        return now;
    }

    void single(int hole) {
        double reach = 0.0; // where else it could be is about as far from its neighbours as it is now
        const Point here = hole_at(m_fit.at, hole);
        for (const std::size_t i : m_touching[static_cast<std::size_t>(hole)])
            for (std::size_t k = 0; k < features_of(m_net.observations[i]); ++k)
                if (!wants_edge(m_net.observations[i], k))
                    reach =
                        std::max(reach, distance(here, hole_at(m_fit.at, m_net.observations[i].features[k])).in_mm());
        if (reach == 0.0)
            return;
        const double limit = local(m_fit.at, hole) + worth_trying;
        for (int k = 0; k < starts_round_a_hole; ++k) {
            Estimate start = m_fit.at;
            const double turn = 2.0 * std::numbers::pi * k / starts_round_a_hole;
            const double far = reach * (k % 2 == 0 ? 1.0 : 1.8);
            start.holes[hole * 3] += far * std::cos(turn);
            start.holes[hole * 3 + 1] += far * std::sin(turn);
            if (settle(start, hole) < limit && distance(hole_at(start, hole), here).in_mm() > another_place)
                consider(std::move(start), {hole});
        }
    }

    // Whether the holes apart from two hang together without them; those that do not can be folded over.
    void hinged(int one, int other) {
        std::vector<int> group(m_net.part.holes.size(), -1);
        group[static_cast<std::size_t>(one)] = group[static_cast<std::size_t>(other)] = -2;
        int groups = 0;
        std::vector<int> sizes;
        std::vector<bool> edge_done(m_net.part.edges.size());
        for (int first = 0; first < holes(); ++first) {
            if (group[static_cast<std::size_t>(first)] != -1)
                continue;
            std::vector<int> waiting{first};
            group[static_cast<std::size_t>(first)] = groups;
            int size = 0;
            while (!waiting.empty()) {
                const int at = waiting.back();
                waiting.pop_back();
                ++size;
                for (const std::size_t i : m_touching[static_cast<std::size_t>(at)]) {
                    const Observation& seen = m_net.observations[i];
                    for (std::size_t k = 0; k < features_of(seen); ++k) {
                        if (wants_edge(seen, k))
                            return; // an edge ties holes together in ways a fold would have to follow: left alone
                        int& there = group[static_cast<std::size_t>(seen.features[k])];
                        if (there == -1) {
                            there = groups;
                            waiting.push_back(seen.features[k]);
                        }
                    }
                }
            }
            sizes.push_back(size);
            ++groups;
        }
        if (groups < 2)
            return;
        const int largest = static_cast<int>(std::max_element(sizes.begin(), sizes.end()) - sizes.begin());
        for (int each = 0; each < groups; ++each)
            if (each != largest && sizes[static_cast<std::size_t>(each)] > 1)
                fold(one, other, group, each);
    }

    void fold(int one, int other, const std::vector<int>& group, int which) {
        const Point a = hole_at(m_fit.at, one), b = hole_at(m_fit.at, other);
        const Angle along = bearing_of(a, b);
        if (a == b)
            return;
        Estimate folded = m_fit.at;
        std::vector<int> moved;
        for (int hole = 0; hole < holes(); ++hole) {
            if (group[static_cast<std::size_t>(hole)] != which)
                continue;
            const Point at = hole_at(m_fit.at, hole);
            const Point over = a + polar(distance(a, at), along * 2.0 - bearing_of(a, at));
            folded.holes[hole * 3] = over.x.in_mm();
            folded.holes[hole * 3 + 1] = over.y.in_mm();
            moved.push_back(hole);
            if (!m_settled[static_cast<std::size_t>(hole)])
                return;
        }
        consider(std::move(folded), moved);
    }

    void consider(Estimate start, const std::vector<int>& moved) {
        const auto differs = [&](const Estimate& one, const Estimate& other) {
            return std::any_of(moved.begin(), moved.end(), [&](int hole) {
                return distance(hole_at(one, hole), hole_at(other, hole)).in_mm() > another_place;
            });
        };
        bring_to_axes(start, m_net.axes);
        Adjusted fit = adjust(m_net.observations, m_weights, m_net.unknowns, start, steps_to_another_place);
        if (fit.chi_square > m_fit.chi_square + fits_as_well || !fit.settled || same_shape(fit.at))
            return;
        const bool known = std::any_of(m_found.begin(), m_found.end(), [&](const Mirror& each) {
            return each.holes == moved && !differs(each.at, fit.at);
        });
        if (!known)
            m_found.push_back({moved, std::move(fit.at)});
    }

    // The settled holes as far apart as before: nothing but the whole turned over, or the same solution again.
    bool same_shape(const Estimate& at) const {
        const auto settled = [&](int hole) { return m_settled[static_cast<std::size_t>(hole)]; };
        for (int one = 0; one < holes(); ++one)
            for (int other = one + 1; other < holes(); ++other)
                if (settled(one) && settled(other) &&
                    std::fabs(distance(hole_at(at, one), hole_at(at, other)).in_mm() -
                              distance(hole_at(m_fit.at, one), hole_at(m_fit.at, other)).in_mm()) > another_place)
                    return false;
        return true;
    }
};

} // namespace

std::vector<Mirror> mirrors(const Net& net, const Weights& weights, const Adjusted& fit,
                            const std::vector<bool>& settled) {
    return Finder(net, weights, fit, settled).take();
}

} // namespace clockface
