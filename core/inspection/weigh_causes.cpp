#include "inspection/weigh_causes.h"

#include "inspection/ties.h"

#include <Eigen/SparseCholesky>
#include <Eigen/SparseCore>

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

constexpr double size_read = 1.0;       // mm, of a diameter before it is read
constexpr double edge_elsewhere = 0.5;  // mm, of an edge zero is not counted from
constexpr double existing_off = 0.05;   // mm, of what was there before
constexpr double slipped_reading = 5.0; // mm or degrees
constexpr double least_spread = 1e-4;
constexpr int most_rounds = 3;

std::vector<bool> known_of(const std::vector<double>& spread) {
    std::vector<bool> out;
    for (const double each : spread)
        out.push_back(each <= 0.0);
    return out;
}

std::vector<double> spread_of_holes(const MeasuredPart& measured, const std::vector<Observation>& seen,
                                    const UsualScatter& usual) {
    std::vector<double> out;
    for (std::size_t i = 0; i < measured.part.holes.size(); ++i) {
        const bool made = i < measured.holes.size();
        const double off = made ? usual.own[i].in_mm() : static_cast<int>(i) == measured.zero_on ? 0.0 : existing_off;
        const bool sized = std::any_of(seen.begin(), seen.end(), [&](const Observation& each) {
            return each.is_diameter && each.features[0] == static_cast<int>(i);
        });
        out.insert(out.end(), {off, off, sized ? size_read : 0.0});
    }
    return out;
}

std::vector<double> spread_of_edges(const MeasuredPart& measured) {
    std::vector<double> out;
    for (const bool in_place : measured.edge_in_place)
        out.insert(out.end(), {0.0, in_place ? 0.0 : edge_elsewhere});
    return out;
}

} // namespace

// The equations at one set of figures and their solution. Columns: unknowns of the part, zero's two, the figures.
struct Weighed::Solved {
    double log_likelihood = 0.0, chi_square = 0.0;
    Eigen::VectorXd expected, step;
    Estimate at;                                // as the readings have it
    std::vector<std::vector<double>> by_figure; // how each figure moves each coordinate of the holes
    Eigen::SimplicialLLT<Eigen::SparseMatrix<double>> factor;
};

CauseWeigher::CauseWeigher(const CauseNeeds& needs)
    : m_needs(needs)
    , m_seen(observed(needs.measured))
    , m_drawn(as_drawn(needs.measured.part))
    , m_usual(usual_scatter(needs.job, needs.plan))
    , m_spread_of_holes(spread_of_holes(needs.measured, m_seen, m_usual))
    , m_spread_of_edges(spread_of_edges(needs.measured))
    , m_unknowns(known_of(m_spread_of_holes), known_of(m_spread_of_edges))
    , m_spread(static_cast<std::size_t>(m_unknowns.count()))
    , m_coordinate(static_cast<std::size_t>(m_unknowns.count()), -1) {
    const auto note = [&](int column, double spread, Eigen::Index coordinate) {
        if (column < 0)
            return;
        m_spread[static_cast<std::size_t>(column)] = spread;
        m_coordinate[static_cast<std::size_t>(column)] = coordinate;
    };
    for (std::size_t i = 0; i < m_spread_of_holes.size(); ++i) {
        const bool place = i % 3 < 2 && i / 3 < needs.measured.holes.size();
        note(m_unknowns.of_hole(static_cast<int>(i / 3), static_cast<int>(i % 3)), m_spread_of_holes[i],
             place ? static_cast<Eigen::Index>(i / 3 * 2 + i % 3) : -1);
    }
    for (std::size_t i = 0; i < m_spread_of_edges.size(); ++i)
        note(m_unknowns.of_edge(static_cast<int>(i / 2), static_cast<int>(i % 2)), m_spread_of_edges[i], -1);

    m_errors.resize(static_cast<Eigen::Index>(m_seen.size()));
    const double together = std::max(m_usual.together.in_mm(), least_spread);
    for (std::size_t i = 0; i < m_seen.size(); ++i) {
        double variance = m_seen[i].error * m_seen[i].error;
        for (const Entry& each : slopes_of(predict(m_seen[i], m_drawn, m_unknowns), {})) {
            const bool own = each.column < m_unknowns.count();
            const double spread = own ? m_spread[static_cast<std::size_t>(each.column)] : together;
            if (!m_seen[i].is_diameter)
                variance += std::pow(each.slope * spread, 2);
        }
        m_errors[static_cast<Eigen::Index>(i)] = std::sqrt(variance);
    }
}

Estimate CauseWeigher::standing(const std::vector<Point>& places) const {
    Estimate out = m_drawn;
    for (std::size_t i = 0; i < places.size(); ++i) {
        out.holes[static_cast<Eigen::Index>(i * 3)] = places[i].x.in_mm();
        out.holes[static_cast<Eigen::Index>(i * 3 + 1)] = places[i].y.in_mm();
    }
    return out;
}

Eigen::VectorXd CauseWeigher::expected(const std::vector<Point>& places) const {
    const Estimate at = standing(places);
    Eigen::VectorXd out(static_cast<Eigen::Index>(m_seen.size()));
    for (std::size_t i = 0; i < m_seen.size(); ++i)
        out[static_cast<Eigen::Index>(i)] = predict(m_seen[i], at);
    return out;
}

double CauseWeigher::misfit(const std::vector<Point>& places) const {
    const Estimate at = standing(places);
    double out = 0.0;
    for (std::size_t i = 0; i < m_seen.size(); ++i)
        out += std::pow((m_seen[i].value - predict(m_seen[i], at)) / m_errors[static_cast<Eigen::Index>(i)], 2);
    return out;
}

// In all columns: what moves a hole moves it by itself, with zero, and with the figures.
CauseWeigher::Slopes CauseWeigher::slopes_of(const Predicted& seen,
                                             const std::vector<std::vector<double>>& by_figure) const {
    Slopes out;
    double zero[2] = {0.0, 0.0};
    std::vector<double> figures(by_figure.size());
    for (int k = 0; k < seen.used; ++k) {
        const auto column = static_cast<std::size_t>(seen.columns[static_cast<std::size_t>(k)]);
        const double slope = seen.slopes[static_cast<std::size_t>(k)];
        out.push_back({static_cast<Eigen::Index>(column), slope});
        if (m_coordinate[column] < 0)
            continue;
        zero[m_coordinate[column] % 2] += slope;
        for (std::size_t f = 0; f < by_figure.size(); ++f)
            figures[f] += slope * by_figure[f][static_cast<std::size_t>(m_coordinate[column])];
    }
    const Eigen::Index first = m_unknowns.count();
    for (Eigen::Index axis = 0; axis < 2; ++axis)
        if (zero[axis] != 0.0)
            out.push_back({first + axis, zero[axis]});
    for (std::size_t f = 0; f < figures.size(); ++f)
        if (figures[f] != 0.0)
            out.push_back({first + 2 + static_cast<Eigen::Index>(f), figures[f]});
    return out;
}

std::shared_ptr<Weighed::Solved> CauseWeigher::solve(const Cause& cause, const CauseFigures& at) const {
    auto out = std::make_shared<Weighed::Solved>();
    const std::vector<Point> places = cause.places(at);
    for (std::size_t f = 0; f < at.size(); ++f) { // by a small step of each
        CauseFigures further = at;
        const double step = cause.spread[f] * 1e-3;
        further[f] += step;
        const std::vector<Point> there = cause.places(further);
        auto& slopes = out->by_figure.emplace_back();
        for (std::size_t i = 0; i < places.size(); ++i) {
            slopes.push_back((there[i].x - places[i].x).in_mm() / step);
            slopes.push_back((there[i].y - places[i].y).in_mm() / step);
        }
    }
    const Eigen::Index own = m_unknowns.count(), columns = own + 2 + static_cast<Eigen::Index>(at.size());
    Eigen::VectorXd spread(columns), begins = Eigen::VectorXd::Zero(columns);
    for (Eigen::Index c = 0; c < own; ++c) {
        const auto column = static_cast<std::size_t>(c);
        const Eigen::Index coordinate = m_coordinate[column];
        spread[c] = coordinate >= 0 && !cause.wander.empty()
                        ? std::hypot(m_spread[column], cause.wander[static_cast<std::size_t>(coordinate / 2)])
                        : m_spread[column];
    }
    spread[own] = spread[own + 1] = std::max(m_usual.together.in_mm(), least_spread);
    for (std::size_t f = 0; f < at.size(); ++f) {
        spread[own + 2 + static_cast<Eigen::Index>(f)] = cause.spread[f];
        begins[own + 2 + static_cast<Eigen::Index>(f)] = at[f];
    }
    std::vector<Eigen::Triplet<double>> entries;
    const Eigen::VectorXd precision = spread.array().square().inverse();
    for (Eigen::Index c = 0; c < columns; ++c)
        entries.emplace_back(c, c, precision[c]);
    Eigen::VectorXd right = -precision.cwiseProduct(begins);
    const Estimate stands = standing(places);
    out->expected.resize(static_cast<Eigen::Index>(m_seen.size()));
    double squares = begins.dot(precision.cwiseProduct(begins)), log_errors = 0.0;
    for (std::size_t i = 0; i < m_seen.size(); ++i) {
        const Observation& seen = m_seen[i];
        const Predicted predicted = predict(seen, stands, m_unknowns);
        out->expected[static_cast<Eigen::Index>(i)] = predicted.value;
        const bool slipped = std::any_of(seen.readings.begin(), seen.readings.end(), [&](int reading) {
            return std::find(cause.readings.begin(), cause.readings.end(), static_cast<std::size_t>(reading)) !=
                   cause.readings.end();
        });
        const double error = slipped ? std::hypot(seen.error, slipped_reading) : seen.error;
        const double leftover = seen.value - predicted.value, weight = 1.0 / (error * error);
        squares += leftover * leftover * weight;
        log_errors += std::log(error);
        const Slopes slopes = slopes_of(predicted, out->by_figure);
        for (const Entry& one : slopes) {
            right[one.column] += one.slope * leftover * weight;
            for (const Entry& other : slopes)
                if (other.column <= one.column)
                    entries.emplace_back(one.column, other.column, one.slope * other.slope * weight);
        }
    }
    Eigen::SparseMatrix<double> matrix(columns, columns);
    matrix.setFromTriplets(entries.begin(), entries.end());
    out->factor.compute(matrix);
    out->step = out->factor.solve(right);
    // log |M| from the factor's diagonal; |C| = |R| |M| |S|.
    double log_matrix = 0.0;
    const Eigen::SparseMatrix<double> lower = out->factor.matrixL();
    for (Eigen::Index c = 0; c < columns; ++c)
        log_matrix += std::log(lower.coeff(c, c));
    out->chi_square = squares - right.dot(out->step);
    out->log_likelihood = -0.5 * out->chi_square - log_errors - log_matrix - spread.array().log().sum();

    out->at = stands;
    m_unknowns.add(out->at, out->step.head(own));
    for (Eigen::Index i = 0; i < static_cast<Eigen::Index>(places.size()); ++i)
        for (Eigen::Index axis = 0; axis < 2; ++axis) {
            double& coordinate = out->at.holes[i * 3 + axis];
            coordinate += out->step[own + axis];
            for (std::size_t f = 0; f < at.size(); ++f)
                coordinate += out->step[own + 2 + static_cast<Eigen::Index>(f)] *
                              out->by_figure[f][static_cast<std::size_t>(i * 2 + axis)];
        }
    return out;
}

Weighed CauseWeigher::weigh(const Cause& cause) const {
    Weighed out;
    out.figures.assign(cause.spread.size(), 0.0);
    std::shared_ptr<Weighed::Solved> solved = solve(cause, out.figures);
    for (int round = 0; round < most_rounds && !cause.spread.empty(); ++round) {
        double moves = 0.0; // in parts of what each may be
        for (std::size_t f = 0; f < out.figures.size(); ++f) {
            const double step = solved->step[m_unknowns.count() + 2 + static_cast<Eigen::Index>(f)];
            out.figures[f] += step;
            moves = std::max(moves, std::fabs(step) / cause.spread[f]);
        }
        if (moves < 1e-3)
            break;
        solved = solve(cause, out.figures);
    }
    out.chi_square = solved->chi_square;
    out.log_likelihood = solved->log_likelihood;
    out.expected = solved->expected;
    for (std::size_t i = 0; i < m_needs.measured.holes.size(); ++i) {
        const auto at = static_cast<Eigen::Index>(i * 3);
        out.places.push_back({Length::mm(solved->at.holes[at]), Length::mm(solved->at.holes[at + 1])});
    }
    out.solved = std::move(solved);
    return out;
}

CauseWeigher::Foreseen CauseWeigher::foresee(const Weighed& weighed, const Observation& further) const {
    const Predicted predicted = predict(further, weighed.solved->at, m_unknowns);
    Eigen::VectorXd row = Eigen::VectorXd::Zero(weighed.solved->step.size());
    for (const Entry& each : slopes_of(predicted, weighed.solved->by_figure))
        row[each.column] += each.slope;
    const double variance = row.dot(weighed.solved->factor.solve(row));
    return {predicted.value, std::sqrt(std::max(variance, 0.0) + further.error * further.error)};
}

} // namespace clockface
