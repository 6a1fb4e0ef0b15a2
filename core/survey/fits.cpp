#include "survey/fits.h"

#include "measure/radians.h"
#include "shop/threads.h"
#include "survey/draws.h"

#include <Eigen/Cholesky>
#include <Eigen/Core>

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

constexpr double clears_by = 0.02; // of the bolt's diameter
constexpr double round_off = 0.3;  // over k, mm

struct PlainPair {
    double x, y;   // of the old hole, from the middle of all
    double dx, dy; // of the copy's hole from it
    double play;
    double ux = 0.0, uy = 0.0; // of a bound: the way it must not go beyond `play`; otherwise nought

    [[nodiscard]] bool bounds() const { return ux != 0.0 || uy != 0.0; }
};

// `rounded`: where the two holes lie on each other the distance has a point, in which Newton's steps would be caught;
// sqrt(u² + rounded²) has none.
double excess(const PlainPair& pair, const Eigen::Vector3d& by, double rounded = 0.0) {
    const double x = pair.dx + by[0] - by[2] * pair.y, y = pair.dy + by[1] + by[2] * pair.x;
    return (pair.bounds() ? x * pair.ux + y * pair.uy : std::sqrt(x * x + y * y + rounded * rounded)) - pair.play;
}

/// Least largest excess over all pushes. The excess of a pair is a distance less a constant, of a bound a length along
/// its way, so all are convex in the push, and so is the largest of them; it is approached from above by
/// log(sum(exp(k excess))) / k with growing k, whose valley Newton's steps find.
double least_excess(const std::vector<PlainPair>& pairs, Eigen::Vector3d& by) {
    by.setZero(); // begin with the offsets' middle taken out
    for (const PlainPair& pair : pairs)
        by -= Eigen::Vector3d(pair.dx, pair.dy, 0.0) / static_cast<double>(pairs.size());
    const auto largest = [&](const Eigen::Vector3d& at, double rounded) {
        double most = -HUGE_VAL;
        for (const PlainPair& pair : pairs)
            most = std::max(most, excess(pair, at, rounded));
        return most;
    };
    const auto smooth = [&](const Eigen::Vector3d& at, double k) {
        const double most = largest(at, round_off / k);
        double sum = 0.0;
        for (const PlainPair& pair : pairs)
            sum += std::exp(k * (excess(pair, at, round_off / k) - most));
        return most + std::log(sum) / k;
    };
    // Where only a bound counts nothing bends.
    const bool bounded = std::any_of(pairs.begin(), pairs.end(), [](const PlainPair& each) { return each.bounds(); });
    for (double k = 8.0; k < 20'000.0; k *= 4.0)
        for (int step = 0; step < 12; ++step) {
            const double most = largest(by, round_off / k);
            double sum = 0.0;
            Eigen::Vector3d slope = Eigen::Vector3d::Zero();
            Eigen::Matrix3d bend = Eigen::Matrix3d::Zero();
            for (const PlainPair& pair : pairs) {
                const double weight = std::exp(k * (excess(pair, by, round_off / k) - most));
                Eigen::Matrix<double, 2, 3> move;
                move << 1.0, 0.0, -pair.y, 0.0, 1.0, pair.x;
                Eigen::Vector2d unit(pair.ux, pair.uy);
                Eigen::Matrix2d curve = Eigen::Matrix2d::Zero();
                if (!pair.bounds()) {
                    const double ux = pair.dx + by[0] - by[2] * pair.y, uy = pair.dy + by[1] + by[2] * pair.x;
                    const double length = std::sqrt(ux * ux + uy * uy + std::pow(round_off / k, 2));
                    unit = {ux / length, uy / length};
                    curve = (Eigen::Matrix2d::Identity() - unit * unit.transpose()) / length;
                }
                const Eigen::Vector3d own = move.transpose() * unit;
                sum += weight;
                slope += weight * own;
                bend += weight * (k * own * own.transpose() + move.transpose() * curve * move);
            }
            slope /= sum;
            bend = bend / sum - k * slope * slope.transpose();
            bend.diagonal().array() += 1e-9 * bend.diagonal().maxCoeff() + (bounded ? 1e-3 : 1e-12);
            const Eigen::Vector3d go = -bend.ldlt().solve(slope);
            const double now = smooth(by, k);
            double share = 1.0;
            while (share > 1e-6 && !(smooth(by + share * go, k) < now))
                share /= 2.0;
            if (share <= 1e-6 || go.norm() * share < 1e-9)
                break;
            by += share * go;
        }
    return largest(by, 0.0);
}

Point middle_of(const std::vector<BoltedPair>& pairs) {
    Point out{};
    for (const BoltedPair& each : pairs)
        out = out + each.at * (1.0 / static_cast<double>(pairs.size()));
    return out;
}

std::vector<PlainPair> flat(const std::vector<BoltedPair>& pairs) {
    const Point middle = middle_of(pairs);
    std::vector<PlainPair> out;
    for (const BoltedPair& each : pairs)
        out.push_back({(each.at.x - middle.x).in_mm(), (each.at.y - middle.y).in_mm(), each.off.x.in_mm(),
                       each.off.y.in_mm(), each.play.in_mm()});
    return out;
}

LaidBest laid_at(const std::vector<BoltedPair>& pairs, const Eigen::Vector3d& by) {
    const std::vector<PlainPair> all = flat(pairs);
    LaidBest out;
    out.left = Length::mm(HUGE_VAL);
    for (std::size_t i = 0; i < all.size(); ++i) {
        const PlainPair& each = all[i];
        out.off.push_back({Length::mm(each.dx + by[0] - by[2] * each.y), Length::mm(each.dy + by[1] + by[2] * each.x)});
        if (const Length left = Length::mm(-excess(each, by)); left < out.left) {
            out.left = left;
            out.worst = i;
        }
    }
    out.turn = Angle::degrees(by[2] * degrees_per_radian);
    // The turn is about the middle m of all: the same about zero, and a shift less by turn × m.
    const Point middle = middle_of(pairs);
    out.shift = {Length::mm(by[0] + by[2] * middle.y.in_mm()), Length::mm(by[1] - by[2] * middle.x.in_mm())};
    return out;
}

} // namespace

std::optional<Length> bolt_of(const OldHole& hole) {
    if (hole.bolt)
        return hole.bolt;
    if (hole.tapped)
        return hole.made_as ? std::optional(hole.made_as->diameter) : std::nullopt;
    std::optional<Length> best;
    for (const Thread& each : all_threads())
        if (each.major * (1.0 + clears_by) <= hole.diameter && each.major > best.value_or(Length{}))
            best = each.major;
    return best;
}

LaidBest laid_best(const std::vector<BoltedPair>& pairs, const std::vector<StaysWithin>& bounds) {
    if (pairs.empty())
        return {};
    const std::vector<PlainPair> all = flat(pairs);
    Eigen::Vector3d by = Eigen::Vector3d::Zero();
    double least = least_excess(all, by);
    if (bounds.empty())
        return laid_at(pairs, by);
    // The least excess t for which the largest of (excess - t) and of the bounds does not go above nought: halved.
    const Point middle = middle_of(pairs);
    const auto holds = [&](double t, Eigen::Vector3d& at) {
        std::vector<PlainPair> held = all;
        for (PlainPair& each : held)
            each.play += t;
        for (const StaysWithin& each : bounds)
            held.push_back({(each.at.x - middle.x).in_mm(), (each.at.y - middle.y).in_mm(), 0.0, 0.0, each.by.in_mm(),
                            each.towards.cosine(), each.towards.sine()});
        constexpr double nearly = 5e-4;
        return least_excess(held, at) <= nearly;
    };
    constexpr double gives_up_at = 20.0, exact = 1e-4; // mm
    double most = least;
    Eigen::Vector3d best = by;
    for (double step = 0.01; !holds(most, best); step *= 2.0) {
        if (step > gives_up_at) {
            LaidBest none = laid_as_held(pairs);
            none.left = Length::mm(-gives_up_at);
            return none;
        }
        least = most;
        most += step;
    }
    while (most - least > exact) {
        const double t = (most + least) / 2.0;
        Eigen::Vector3d at = Eigen::Vector3d::Zero();
        if (holds(t, at)) {
            most = t;
            best = at;
        } else {
            least = t;
        }
    }
    return laid_at(pairs, best);
}

LaidBest laid_as_held(const std::vector<BoltedPair>& pairs) {
    return pairs.empty() ? LaidBest{} : laid_at(pairs, Eigen::Vector3d::Zero());
}

Length play_left(const std::vector<BoltedPair>& pairs, std::string* worst) {
    if (pairs.empty())
        return {};
    const LaidBest best = laid_best(pairs);
    if (worst)
        *worst = pairs[best.worst].name;
    return best.left;
}

FitCheck check_fit(const OldPart& part, const Survey& survey, Length making, int draws, std::uint32_t seed) {
    FitCheck out;
    const std::map<std::string, Point> designed = designed_places(part, survey);
    std::vector<Eigen::Index> rows;
    for (std::size_t i = 0; i < part.holes.size(); ++i) {
        const OldHole& hole = part.holes[i];
        const std::optional<HoleSpec> spec = copied_spec(part, hole);
        const std::optional<Length> bolt = bolt_of(hole);
        if (!survey.holes[i].at || !spec || !bolt || (hole.tapped && spec->purpose == Purpose::Tapped))
            continue; // a screw is not turned into two threads
        // A reamed hole holds its pin as a tapped one its screw: it takes no part in the play.
        const auto gives = [&](Length diameter, bool holds) { return holds ? Length{} : (diameter - *bolt) / 2.0; };
        const Length play = gives(hole.diameter, hole.tapped) + gives(spec->diameter, spec->purpose == Purpose::Tapped);
        out.pairs.push_back({hole.name, *survey.holes[i].at, designed.at(hole.name) - *survey.holes[i].at, play});
        rows.push_back(static_cast<Eigen::Index>(i * 2));
    }
    if (out.pairs.empty())
        return out;
    out.left = play_left(out.pairs, &out.worst);
    const auto n = static_cast<Eigen::Index>(rows.size());
    const std::size_t whole = part.holes.size() * 2;
    Eigen::MatrixXd covariance(2 * n, 2 * n);
    for (Eigen::Index i = 0; i < 2 * n; ++i)
        for (Eigen::Index j = 0; j < 2 * n; ++j)
            covariance(i, j) =
                survey.covariance[static_cast<std::size_t>(rows[static_cast<std::size_t>(i / 2)] + i % 2) * whole +
                                  static_cast<std::size_t>(rows[static_cast<std::size_t>(j / 2)] + j % 2)];
    covariance.diagonal().array() += making.in_mm() * making.in_mm();
    CorrelatedDraws errors(covariance, seed);
    const std::vector<PlainPair> settled = flat(out.pairs);
    int go = 0;
    for (out.draws = 0; out.draws < draws; ++out.draws) {
        const Eigen::VectorXd draw = errors.next();
        std::vector<PlainPair> copy = settled;
        for (Eigen::Index i = 0; i < n; ++i) {
            copy[static_cast<std::size_t>(i)].dx += draw[i * 2];
            copy[static_cast<std::size_t>(i)].dy += draw[i * 2 + 1];
        }
        Eigen::Vector3d by = Eigen::Vector3d::Zero();
        go += least_excess(copy, by) <= 0.0;
    }
    out.share = draws > 0 ? static_cast<double>(go) / draws : 0.0;
    return out;
}

} // namespace clockface
