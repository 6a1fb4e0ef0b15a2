#include "survey/equations.h"

#include "measure/radians.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>
#include <tuple>

#include <unsupported/Eigen/AutoDiff>

namespace clockface {

namespace {

// Repeats that differ by more than this many errors are not averaged: one of them is wrong, and the rest must tell
// which.
constexpr double repeats_agree_within = 4.0;

using Slopes = Eigen::Matrix<double, most_unknowns, 1>;
using Dual = Eigen::AutoDiffScalar<Slopes>;

// Absolute value of a figure whose sign only says which way round it was taken.
template <class Scalar> Scalar positive(const Scalar& value) {
    return value < 0.0 ? Scalar(-value) : value;
}

template <class Scalar> struct Place { Scalar x, y, d; };
template <class Scalar> struct Line {
    Scalar direction, offset;
    [[nodiscard]] Scalar from(const Place<Scalar>& hole) const {
        using std::cos, std::sin;
        return Scalar(-sin(direction) * hole.x + cos(direction) * hole.y - offset);
    }
};

template <class Scalar> Scalar apart(const Place<Scalar>& a, const Place<Scalar>& b) {
    using std::sqrt;
    const Scalar x = a.x - b.x, y = a.y - b.y;
    const Scalar square = x * x + y * y;
    return square < 1e-18 ? Scalar(square * 0.0) : Scalar(sqrt(square));
}

template <class Scalar> Scalar angle_at(const Place<Scalar>& from, const Place<Scalar>& at, const Place<Scalar>& to) {
    using std::atan2;
    const Scalar ax = from.x - at.x, ay = from.y - at.y, bx = to.x - at.x, by = to.y - at.y;
    const Scalar turn = atan2(Scalar(ax * by - ay * bx), Scalar(ax * bx + ay * by));
    return positive(Scalar(turn * degrees_per_radian));
}

// How far the middle one of three holes is beside the line through the outer two.
template <class Scalar>
Scalar beside(const Place<Scalar>& one, const Place<Scalar>& middle, const Place<Scalar>& other) {
    const Scalar length = apart(one, other);
    const Scalar area = (other.x - one.x) * (middle.y - one.y) - (other.y - one.y) * (middle.x - one.x);
    return length < 1e-9 ? area : Scalar(area / length);
}

// Along `edge`, from where `cross` cuts it to abreast of the hole. With u the direction and n the normal of the edge
// the corner is the point u t + n offset with n'·(u t + n offset) = offset'.
template <class Scalar> Scalar along(const Place<Scalar>& hole, const Line<Scalar>& edge, const Line<Scalar>& cross) {
    using std::cos, std::sin;
    const Scalar turn = edge.direction - cross.direction;
    Scalar slant = sin(turn);
    if (slant * slant < 1e-12)
        slant = Scalar(slant * 0.0 + 1e-6); // parallel edges have no corner; validation refuses them
    const Scalar corner = (cross.offset - edge.offset * cos(turn)) / slant;
    return Scalar(cos(edge.direction) * hole.x + sin(edge.direction) * hole.y - corner);
}

template <class Scalar, class Hole, class Edge>
Scalar value_of(const Observation& seen, const Hole& hole, const Edge& edge) {
    using std::cos;
    const auto& f = seen.features;
    if (seen.is_diameter)
        return hole(f[0]).d;
    switch (seen.kind) {
    case ReadingKind::Outside: {
        const auto a = hole(f[0]), b = hole(f[1]);
        return Scalar(apart(a, b) + (a.d + b.d) * 0.5);
    }
    case ReadingKind::Inside: {
        const auto a = hole(f[0]), b = hole(f[1]);
        return Scalar(apart(a, b) - (a.d + b.d) * 0.5);
    }
    case ReadingKind::OverPins:
    case ReadingKind::BetweenPins:
    case ReadingKind::Centres:
        return Scalar(apart(hole(f[0]), hole(f[1])) + seen.pins);
    case ReadingKind::Wall: {
        const auto a = hole(f[0]);
        return Scalar(edge(f[1]).from(a) * seen.side - a.d * 0.5);
    }
    case ReadingKind::FarSide: {
        const auto a = hole(f[0]);
        return Scalar(edge(f[1]).from(a) * seen.side + a.d * 0.5);
    }
    case ReadingKind::Height:
        return Scalar(edge(f[1]).from(hole(f[0])) * seen.side + seen.pins);
    case ReadingKind::AlongEdge:
        return Scalar(along(hole(f[0]), edge(f[1]), edge(f[2])) * seen.side);
    case ReadingKind::AngleAt:
        return angle_at(hole(f[0]), hole(f[1]), hole(f[2]));
    case ReadingKind::InLine:
        return beside(hole(f[0]), hole(f[1]), hole(f[2]));
    case ReadingKind::Square:
        break;
    }
    if (!seen.of_edges)
        return angle_at(hole(f[0]), hole(f[1]), hole(f[2]));
    const Scalar turn = edge(f[0]).direction - edge(f[1]).direction;
    return Scalar(cos(turn) * degrees_per_radian + 90.0); // 90 and what is missing, for small angles
}

double sketched_side(const OldPart& part, int hole, int edge) {
    const OldEdge& line = part.edges[static_cast<std::size_t>(edge)];
    const double ux = (line.to.x - line.from.x).in_mm(), uy = (line.to.y - line.from.y).in_mm();
    const auto beyond = [&](const OldHole& each) {
        return ux * (each.sketched.y - line.from.y).in_mm() - uy * (each.sketched.x - line.from.x).in_mm();
    };
    double most = 0.0, all = 0.0;
    for (const OldHole& each : part.holes) {
        most = std::max(most, std::fabs(beyond(each)));
        all += beyond(each);
    }
    // A hole sketched hard by the edge may have slipped over it: then it is where the others are.
    const double own = beyond(part.holes[static_cast<std::size_t>(hole)]);
    return (std::fabs(own) > most * 0.1 ? own : all) < 0.0 ? -1.0 : 1.0;
}

// Which way along an edge the hole lies from the corner, by the sketch.
double sketched_way(const OldPart& part, const Observation& seen) {
    const OldEdge& edge = part.edges[static_cast<std::size_t>(seen.features[1])];
    const OldEdge& cross = part.edges[static_cast<std::size_t>(seen.features[2])];
    const auto line = [](const OldEdge& each) {
        const double direction = bearing_of(each.from, each.to).in_degrees() / degrees_per_radian;
        return Line<double>{direction,
                            -std::sin(direction) * each.from.x.in_mm() + std::cos(direction) * each.from.y.in_mm()};
    };
    const OldHole& hole = part.holes[static_cast<std::size_t>(seen.features[0])];
    const Place<double> at{hole.sketched.x.in_mm(), hole.sketched.y.in_mm(), 0.0};
    return along(at, line(edge), line(cross)) < 0.0 ? -1.0 : 1.0;
}

Observation observation_of(const OldPart& part, std::size_t index) {
    const Reading& reading = part.readings[index];
    Observation out;
    out.readings = {static_cast<int>(index)};
    out.kind = reading.kind;
    out.of_edges = reading.kind == ReadingKind::Square && reading.between.size() == 2;
    for (std::size_t k = 0; k < reading.between.size(); ++k)
        out.features[k] =
            wants_edge(out, k) ? edge_index(part, reading.between[k]) : hole_index(part, reading.between[k]);
    const auto pin = [&](std::size_t k) {
        const OldHole& hole = part.holes[static_cast<std::size_t>(out.features[k])];
        return hole.pin.value_or(hole.diameter).in_mm();
    };
    if (reading.kind == ReadingKind::OverPins)
        out.pins = (pin(0) + pin(1)) / 2.0;
    else if (reading.kind == ReadingKind::BetweenPins)
        out.pins = -(pin(0) + pin(1)) / 2.0;
    else if (reading.kind == ReadingKind::Height)
        out.pins = pin(0) / 2.0;
    if (wants_edge(out, 1) && !out.of_edges)
        out.side = reading.kind == ReadingKind::AlongEdge ? sketched_way(part, out)
                                                          : sketched_side(part, out.features[0], out.features[1]);
    const InstrumentError& instrument = part.instruments[static_cast<std::size_t>(instrument_of(reading))];
    const bool is_angle = reading.kind == ReadingKind::AngleAt || reading.kind == ReadingKind::Square;
    out.error = is_angle ? instrument.angle_error.in_degrees() : instrument.error.in_mm();
    if (reading.kind == ReadingKind::AngleAt)
        out.value = reading.angle.in_degrees();
    else if (reading.kind == ReadingKind::Square)
        out.value = 90.0;
    else if (reading.kind == ReadingKind::InLine)
        out.value = 0.0;
    else
        out.value = reading.length.in_mm();
    return out;
}

// What makes two readings repeats of each other: the same thing measured the same way, from either side.
auto repeat_key(Observation seen, Instrument with) {
    const bool either_way = is_of_two_holes(seen.kind) || seen.of_edges;
    if (either_way && seen.features[0] > seen.features[1])
        std::swap(seen.features[0], seen.features[1]);
    if ((seen.kind == ReadingKind::AngleAt || seen.kind == ReadingKind::Square) && !seen.of_edges &&
        seen.features[0] > seen.features[2])
        std::swap(seen.features[0], seen.features[2]);
    return std::tuple(seen.kind, seen.features, seen.of_edges, with);
}

std::vector<Observation> averaged(const std::vector<Observation>& repeats) {
    if (repeats.size() == 1)
        return repeats;
    double mean = 0.0;
    for (const Observation& each : repeats)
        mean += each.value / static_cast<double>(repeats.size());
    const double error = repeats.front().error;
    double scatter = 0.0;
    for (const Observation& each : repeats) {
        if (std::fabs(each.value - mean) > repeats_agree_within * error)
            return repeats;
        scatter += (each.value - mean) * (each.value - mean) / static_cast<double>(repeats.size() - 1);
    }
    Observation out = repeats.front();
    out.readings.clear();
    for (const Observation& each : repeats)
        out.readings.push_back(each.readings.front());
    out.value = mean;
    const double n = static_cast<double>(repeats.size());
    out.error = std::sqrt(error * error / 2.0 + std::max(error * error / 2.0, scatter) / n);
    return {out};
}

bool uses_diameter(ReadingKind kind) {
    return kind == ReadingKind::Outside || kind == ReadingKind::Inside || kind == ReadingKind::Wall ||
           kind == ReadingKind::FarSide;
}

double middle_of(std::vector<double> values) {
    const auto half = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::nth_element(values.begin(), half, values.end());
    return *half;
}

} // namespace

bool wants_edge(const Observation& seen, std::size_t feature) {
    switch (seen.kind) {
    case ReadingKind::Wall:
    case ReadingKind::FarSide:
    case ReadingKind::Height:
    case ReadingKind::AlongEdge:
        return feature > 0;
    case ReadingKind::Square:
        return seen.of_edges;
    default:
        return false;
    }
}

std::size_t features_of(const Observation& seen) {
    if (seen.is_diameter)
        return 1;
    const bool three = seen.kind == ReadingKind::AlongEdge || seen.kind == ReadingKind::AngleAt ||
                       seen.kind == ReadingKind::InLine || (seen.kind == ReadingKind::Square && !seen.of_edges);
    return three ? 3 : 2;
}

Unknowns::Unknowns(const OldPart& part, const std::vector<Observation>& observations, const Axes& axes)
    : m_holes(part.holes.size() * 3, -1)
    , m_edges(part.edges.size() * 2, -1) {
    std::vector<bool> diameters(part.holes.size()), edges(part.edges.size());
    for (const Observation& seen : observations)
        for (std::size_t k = 0; k < features_of(seen); ++k) {
            const auto feature = static_cast<std::size_t>(seen.features[k]);
            if (seen.is_diameter)
                diameters[feature] = true;
            else if (wants_edge(seen, k))
                edges[feature] = true;
        }
    const auto held = [&](std::size_t hole, std::size_t which) {
        const int index = static_cast<int>(hole);
        if (which == 2)
            return !diameters[hole];
        return index == axes.zero || (which == 1 && !axes.along_edge && index == axes.along);
    };
    for (std::size_t i = 0; i < m_holes.size(); ++i)
        m_holes[i] = held(i / 3, i % 3) ? -1 : m_count++;
    for (std::size_t i = 0; i < m_edges.size(); ++i) {
        const bool is_x = axes.along_edge && static_cast<int>(i / 2) == axes.along && i % 2 == 0;
        m_edges[i] = is_x || !edges[i / 2] ? -1 : m_count++;
    }
}

Unknowns::Unknowns(const std::vector<bool>& known_of_holes, const std::vector<bool>& known_of_edges) {
    for (const bool known : known_of_holes)
        m_holes.push_back(known ? -1 : m_count++);
    for (const bool known : known_of_edges)
        m_edges.push_back(known ? -1 : m_count++);
}

void Unknowns::add(Estimate& estimate, const Eigen::VectorXd& step) const {
    for (std::size_t i = 0; i < m_holes.size(); ++i)
        if (m_holes[i] >= 0)
            estimate.holes[static_cast<Eigen::Index>(i)] += step[m_holes[i]];
    for (std::size_t i = 0; i < m_edges.size(); ++i)
        if (m_edges[i] >= 0)
            estimate.edges[static_cast<Eigen::Index>(i)] += step[m_edges[i]];
}

double predict(const Observation& observation, const Estimate& at) {
    return value_of<double>(
        observation,
        [&](int hole) {
            return Place<double>{at.holes[hole * 3], at.holes[hole * 3 + 1], at.holes[hole * 3 + 2]};
        },
        [&](int edge) {
            return Line<double>{at.edges[edge * 2], at.edges[edge * 2 + 1]};
        });
}

Predicted predict(const Observation& observation, const Estimate& at, const Unknowns& unknowns) {
    Predicted out;
    const auto variable = [&](double value, int column) {
        Dual made(value, Slopes::Zero());
        if (column < 0)
            return made;
        for (int k = 0; k < out.used; ++k)
            if (out.columns[static_cast<std::size_t>(k)] == column) {
                made.derivatives()[k] = 1.0;
                return made;
            }
        out.columns[static_cast<std::size_t>(out.used)] = column;
        made.derivatives()[out.used++] = 1.0;
        return made;
    };
    const Dual value = value_of<Dual>(
        observation,
        [&](int hole) {
            return Place<Dual>{variable(at.holes[hole * 3], unknowns.of_hole(hole, 0)),
                               variable(at.holes[hole * 3 + 1], unknowns.of_hole(hole, 1)),
                               variable(at.holes[hole * 3 + 2], unknowns.of_hole(hole, 2))};
        },
        [&](int edge) {
            return Line<Dual>{variable(at.edges[edge * 2], unknowns.of_edge(edge, 0)),
                              variable(at.edges[edge * 2 + 1], unknowns.of_edge(edge, 1))};
        });
    out.value = value.value();
    for (int k = 0; k < out.used; ++k)
        out.slopes[static_cast<std::size_t>(k)] = value.derivatives()[k];
    return out;
}

std::vector<Observation> observations_of(const OldPart& part) {
    std::map<decltype(repeat_key({}, {})), std::vector<Observation>> repeats;
    std::vector<decltype(repeat_key({}, {}))> order;
    std::vector<bool> diameters(part.holes.size());
    for (std::size_t i = 0; i < part.readings.size(); ++i) {
        if (part.readings[i].struck)
            continue;
        const Observation seen = observation_of(part, i);
        const auto key = repeat_key(seen, instrument_of(part.readings[i]));
        if (repeats[key].empty())
            order.push_back(key);
        repeats[key].push_back(seen);
        if (uses_diameter(seen.kind))
            for (std::size_t k = 0; k < 2; ++k)
                if (!wants_edge(seen, k))
                    diameters[static_cast<std::size_t>(seen.features[k])] = true;
    }
    std::vector<Observation> out;
    for (const auto& key : order)
        for (Observation& each : averaged(repeats[key]))
            out.push_back(std::move(each));
    for (std::size_t i = 0; i < part.holes.size(); ++i) {
        if (!diameters[i])
            continue;
        Observation diameter;
        diameter.is_diameter = true;
        diameter.features[0] = static_cast<int>(i);
        diameter.value = part.holes[i].diameter.in_mm();
        diameter.error = part.instruments[static_cast<std::size_t>(Instrument::Caliper)].error.in_mm();
        out.push_back(diameter);
    }
    return out;
}

void bring_to_axes(Estimate& estimate, const Axes& axes) {
    const auto [zero, along, along_edge] = axes;
    const double zx = zero < 0 ? 0.0 : estimate.holes[zero * 3];
    const double zy = zero < 0 ? 0.0 : estimate.holes[zero * 3 + 1];
    double turn = 0.0;
    if (along >= 0)
        turn = along_edge ? estimate.edges[along * 2]
                          : std::atan2(estimate.holes[along * 3 + 1] - zy, estimate.holes[along * 3] - zx);
    const double c = std::cos(turn), s = std::sin(turn);
    for (Eigen::Index i = 0; i < estimate.holes.size(); i += 3) {
        const double x = estimate.holes[i] - zx, y = estimate.holes[i + 1] - zy;
        estimate.holes[i] = c * x + s * y;
        estimate.holes[i + 1] = -s * x + c * y;
    }
    for (Eigen::Index i = 0; i < estimate.edges.size(); i += 2) {
        estimate.edges[i + 1] += std::sin(estimate.edges[i]) * zx - std::cos(estimate.edges[i]) * zy;
        estimate.edges[i] -= turn;
    }
    if (along >= 0) // exactly, not but for a rounding: these are held
        (along_edge ? estimate.edges[along * 2] : estimate.holes[along * 3 + 1]) = 0.0;
}

Estimate as_drawn(const OldPart& part, double scale) {
    Estimate out{Eigen::VectorXd::Zero(static_cast<Eigen::Index>(part.holes.size() * 3)),
                 Eigen::VectorXd::Zero(static_cast<Eigen::Index>(part.edges.size() * 2))};
    for (std::size_t i = 0; i < part.holes.size(); ++i) {
        const auto at = static_cast<Eigen::Index>(i * 3);
        out.holes[at] = part.holes[i].sketched.x.in_mm() * scale;
        out.holes[at + 1] = part.holes[i].sketched.y.in_mm() * scale;
        out.holes[at + 2] = part.holes[i].diameter.in_mm();
    }
    for (std::size_t i = 0; i < part.edges.size(); ++i) {
        const OldEdge& edge = part.edges[i];
        const double direction = bearing_of(edge.from, edge.to).in_degrees() / degrees_per_radian;
        const auto at = static_cast<Eigen::Index>(i * 2);
        out.edges[at] = direction;
        out.edges[at + 1] =
            scale * (-std::sin(direction) * edge.from.x.in_mm() + std::cos(direction) * edge.from.y.in_mm());
    }
    return out;
}

Estimate from_sketch(const OldPart& part, const std::vector<Observation>& observations, const Axes& axes) {
    Estimate out = as_drawn(part);
    std::vector<double> ratios;
    for (const Observation& seen : observations) {
        if (seen.is_diameter || !reads_length(seen.kind))
            continue;
        // Without diameters and pins: what is left grows with the sketch.
        Estimate bare = out;
        for (Eigen::Index i = 2; i < bare.holes.size(); i += 3)
            bare.holes[i] = 0.0;
        Observation plain = seen;
        plain.pins = 0.0;
        const double sketched = std::fabs(predict(plain, bare));
        const double read = seen.value - (predict(seen, out) - predict(plain, bare));
        if (sketched > 1e-6 && read > 0.0)
            ratios.push_back(read / sketched);
    }
    if (!ratios.empty())
        out = as_drawn(part, middle_of(std::move(ratios)));
    bring_to_axes(out, axes);
    return out;
}

} // namespace clockface
