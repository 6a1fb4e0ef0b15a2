#include "survey/net.h"
#include "words/say.h"

#include <Eigen/SVD>

#include <algorithm>
#include <cmath>
#include <set>

namespace clockface {

namespace {

constexpr double hardly = 1e-5; // of the largest movement

struct Movement {
    Eigen::MatrixXd of_holes; // rows x and y of each hole, one column for each way that is open
};

Movement movement(const Net& net, const Knowledge& knowledge) {
    if (knowledge.open.cols() == 0) // nothing is open, and a row of no columns has no place in memory
        return {};
    Movement out{Eigen::MatrixXd::Zero(static_cast<Eigen::Index>(net.part.holes.size() * 2), knowledge.open.cols())};
    for (int hole = 0; hole < static_cast<int>(net.part.holes.size()); ++hole)
        for (int which = 0; which < 2; ++which)
            if (const int column = net.unknowns.of_hole(hole, which); column >= 0)
                out.of_holes.row(hole * 2 + which) = knowledge.open.row(column);
    for (Eigen::Index k = 0; k < out.of_holes.cols(); ++k)
        if (const double most = out.of_holes.col(k).cwiseAbs().maxCoeff(); most > 0.0)
            out.of_holes.col(k) /= most;
    return out;
}

class Namer {
public:
    Namer(const Net& net, const Weights& weights, const Estimate& at, const Knowledge& knowledge)
        : m_net(net)
        , m_weights(weights)
        , m_at(at)
        , m_movement(movement(net, knowledge))
        , m_hangings(hangings()) {}

    std::vector<std::string> take() {
        std::vector<std::string> out(m_net.part.holes.size());
        if (m_movement.of_holes.cols() == 0)
            return out;
        const std::string together = one_hinge();
        const bool any_length = std::any_of(m_net.observations.begin(), m_net.observations.end(), [](const auto& seen) {
            return !seen.is_diameter && reads_length(seen.kind);
        });
        for (int hole = 0; hole < static_cast<int>(out.size()); ++hole) {
            if (!moves(hole))
                continue;
            std::string& sentence = out[static_cast<std::size_t>(hole)];
            if (neighbours(hole).empty())
                sentence = say("{hole} has no reading yet.", {{"hole", name(hole)}});
            else if (!any_length)
                sentence = say("No length was read yet, so nothing says how large it is.");
            else if (const std::string island = apart_from_zero(hole); !island.empty())
                sentence = island;
            else
                sentence = together.empty() ? by_itself(hole) : together;
        }
        return out;
    }

private:
    const Net& m_net;
    const Weights& m_weights;
    const Estimate& m_at;
    Movement m_movement;
    std::vector<std::set<int>> m_hangings;

    [[nodiscard]] const std::string& name(int hole) const {
        return m_net.part.holes[static_cast<std::size_t>(hole)].name;
    }
    [[nodiscard]] auto rows(int hole) const { return m_movement.of_holes.middleRows(hole * 2, 2); }
    [[nodiscard]] bool moves(int hole) const { return rows(hole).cwiseAbs().maxCoeff() > hardly; }

    // What each reading that counts hangs on: holes, and edges, which count from the number of holes on.
    [[nodiscard]] std::vector<std::set<int>> hangings() const {
        const int holes = static_cast<int>(m_net.part.holes.size());
        std::vector<std::set<int>> out;
        for (std::size_t i = 0; i < m_net.observations.size(); ++i) {
            const Observation& seen = m_net.observations[i];
            if (m_weights[i] == 0.0 || seen.is_diameter)
                continue;
            std::set<int> here;
            for (std::size_t k = 0; k < features_of(seen); ++k)
                here.insert(seen.features[k] + (wants_edge(seen, k) ? holes : 0));
            out.push_back(std::move(here));
        }
        return out;
    }

    // Holes and edges a hole has readings with.
    [[nodiscard]] std::set<int> neighbours(int hole) const {
        std::set<int> out;
        for (std::set<int> here : m_hangings)
            if (here.erase(hole) > 0)
                out.merge(here);
        return out;
    }

    // Everything that hangs together with a hole.
    [[nodiscard]] std::set<int> island_of(int hole) const {
        std::set<int> out{hole};
        for (std::size_t before = 0; before < out.size();) {
            before = out.size();
            for (const std::set<int>& here : m_hangings)
                if (std::any_of(here.begin(), here.end(), [&](int at) { return out.count(at) > 0; }))
                    out.insert(here.begin(), here.end());
        }
        return out;
    }

    [[nodiscard]] std::string apart_from_zero(int hole) const {
        const std::set<int> island = island_of(hole);
        if (island.count(m_net.axes.zero) > 0)
            return {};
        std::vector<std::string> names;
        for (const int each : island)
            if (each < static_cast<int>(m_net.part.holes.size()))
                names.push_back(name(each));
        if (names.size() == 1)
            return say("Nothing ties {names} to {net} yet.",
                       {{"names", names.front()}, {"net", name(m_net.axes.zero)}});
        return say("{names} hang together, but nothing ties them to {net} yet.",
                   {{"names", all_of(names)}, {"net", name(m_net.axes.zero)}});
    }

    // One way is open, and it is a turn of several holes about one that stays.
    [[nodiscard]] std::string one_hinge() const {
        if (m_movement.of_holes.cols() != 1)
            return {};
        std::vector<int> moving;
        for (int hole = 0; hole < static_cast<int>(m_net.part.holes.size()); ++hole)
            if (moves(hole))
                moving.push_back(hole);
        for (int pivot = 0; pivot < static_cast<int>(m_net.part.holes.size()); ++pivot)
            if (moving.size() > 1 && !moves(pivot) && all_turn_about(pivot, moving)) {
                std::vector<std::string> names;
                for (const int each : moving)
                    names.push_back(name(each));
                return say("{names} together can still swing about {pivot}.",
                           {{"names", all_of(names)}, {"pivot", name(pivot)}});
            }
        return {};
    }

    [[nodiscard]] bool all_turn_about(int pivot, const std::vector<int>& moving) const {
        std::optional<double> rate;
        for (const int each : moving) {
            const Point arm = hole_at(m_at, each) - hole_at(m_at, pivot);
            const double x = arm.x.in_mm(), y = arm.y.in_mm(), square = x * x + y * y;
            const double dx = rows(each)(0, 0), dy = rows(each)(1, 0);
            const double turn = (x * dy - y * dx) / square, out = (x * dx + y * dy) / square;
            if (std::fabs(out) > 1e-3 * std::fabs(turn) ||
                std::fabs(turn - rate.value_or(turn)) > 1e-3 * std::fabs(turn))
                return false;
            rate = turn;
        }
        return rate.has_value();
    }

    [[nodiscard]] std::string by_itself(int hole) const {
        const Eigen::JacobiSVD<Eigen::MatrixXd> parts(rows(hole), Eigen::ComputeThinU);
        const bool both_ways =
            parts.singularValues().size() > 1 && parts.singularValues()[1] > 1e-4 * parts.singularValues()[0];
        const int holes = static_cast<int>(m_net.part.holes.size());
        if (both_ways) {
            std::vector<std::string> on;
            for (const int each : neighbours(hole))
                on.push_back(each < holes ? name(each) : m_net.part.edges[static_cast<std::size_t>(each - holes)].name);
            return say("{hole} is tied to {on} only, and {on2} not settled.",
                       {{"hole", name(hole)},
                        {"on", all_of(on)},
                        {"on2", on.size() == 1 ? say("that is") : say("those are")}});
        }
        const double ux = parts.matrixU()(0, 0), uy = parts.matrixU()(1, 0);
        for (const bool near : {true, false}) // a hole it was measured to, before any other
            for (int pivot = 0; pivot < holes; ++pivot) {
                if (pivot == hole || moves(pivot) || (near && neighbours(hole).count(pivot) == 0))
                    continue;
                const Point arm = hole_at(m_at, hole) - hole_at(m_at, pivot);
                const double along = arm.x.in_mm() * ux + arm.y.in_mm() * uy;
                if (std::fabs(along) < 1e-3 * hypot(arm.x, arm.y).in_mm())
                    return say("{hole} can still swing about {pivot}.", {{"hole", name(hole)}, {"pivot", name(pivot)}});
            }
        for (const int each : neighbours(hole))
            if (each >= holes) {
                const double direction = m_at.edges[(each - holes) * 2];
                if (std::fabs(ux * std::sin(direction) - uy * std::cos(direction)) < 1e-3)
                    return say(
                        "{hole} can still slide along {net}.",
                        {{"hole", name(hole)}, {"net", m_net.part.edges[static_cast<std::size_t>(each - holes)].name}});
            }
        return say("{hole} can still shift in one direction: a reading across it is missing.", {{"hole", name(hole)}});
    }
};

} // namespace

std::vector<std::string> open_holes(const Net& net, const Weights& weights, const Estimate& at,
                                    const Knowledge& knowledge) {
    return Namer(net, weights, at, knowledge).take();
}

} // namespace clockface
