#include "round/meeting.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

namespace clockface {

namespace {

// Along the bar, away from the front, up.
using Space = std::array<double, 3>;

Space point(const OnBar& at, Length height) {
    const Point across = polar(height, at.bearing) + polar(at.offset, at.bearing + Angle::degrees(90.0));
    return {at.along.in_mm(), across.x.in_mm(), across.y.in_mm()};
}
Space without(const Space& a, const Space& b) {
    return {a[0] - b[0], a[1] - b[1], a[2] - b[2]};
}
double dot(const Space& a, const Space& b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
}

} // namespace

std::optional<Drilled> drilled(const Blank& blank, const OnBar& at, Length diameter, std::optional<Length> depth) {
    const auto path = drill_path(section_at(blank, at.along), {at.bearing, at.offset, diameter});
    if (!path)
        return std::nullopt;
    return Drilled{at, diameter, path->entry, depth ? path->entry - *depth : path->exit};
}

// The nearest points of p + s u and q + t v for s, t in [0, 1]: the free minimum, put back into the square edge by
// edge.
Length axes_apart(const Drilled& one, const Drilled& other) {
    const Space p = point(one.at, one.from);
    const Space q = point(other.at, other.from);
    const Space u = without(point(one.at, one.to), p);
    const Space v = without(point(other.at, other.to), q);
    const Space w = without(p, q);
    const double uu = dot(u, u);
    const double uv = dot(u, v);
    const double vv = dot(v, v);
    const double uw = dot(u, w);
    const double vw = dot(v, w);
    const auto apart = [&](double s, double t) {
        const Space between{w[0] + s * u[0] - t * v[0], w[1] + s * u[1] - t * v[1], w[2] + s * u[2] - t * v[2]};
        return std::sqrt(dot(between, between));
    };
    const auto share = [](double part, double whole) { return whole > 0.0 ? std::clamp(part / whole, 0.0, 1.0) : 0.0; };
    const double det = uu * vv - uv * uv;
    double best = std::min(std::min(apart(0.0, share(vw, vv)), apart(1.0, share(vw + uv, vv))),
                           std::min(apart(share(-uw, uu), 0.0), apart(share(uv - uw, uu), 1.0)));
    if (det > 1e-12 * uu * vv) {
        const double s = (uv * vw - vv * uw) / det;
        const double t = (uu * vw - uv * uw) / det;
        if (s >= 0.0 && s <= 1.0 && t >= 0.0 && t <= 1.0)
            best = std::min(best, apart(s, t));
    }
    return Length::mm(best);
}

std::optional<IntoHole> into_hole(const Blank& blank, const OnBar& drill, Length drill_diameter, const OnBar& there,
                                  Length diameter) {
    const double sine = (there.bearing - drill.bearing).sine();
    const double cosine = (there.bearing - drill.bearing).cosine();
    const auto path = drill_path(section_at(blank, drill.along), {drill.bearing, drill.offset, drill_diameter});
    constexpr double same_way = 1e-9;
    if (!path || std::fabs(sine) < same_way)
        return std::nullopt;
    IntoHole found;
    found.miss = abs(there.along - drill.along);
    const Length r = diameter / 2.0;
    if (found.miss < r)
        found.meeting = Meeting::Meets;
    else if (found.miss < r + drill_diameter / 2.0)
        found.meeting = Meeting::Grazes;
    else
        found.meeting = Meeting::Misses;
    const Length height = (drill.offset * cosine - there.offset) / sine;
    // The hole's wall at this distance along: half the chord, drawn out where the two do not cross squarely.
    const double left = std::max(0.0, r.in_mm() * r.in_mm() - found.miss.in_mm() * found.miss.in_mm());
    const Length half = Length::mm(std::sqrt(left) / std::fabs(sine));
    found.near_wall = path->depth_to(height + half);
    found.axis = path->depth_to(height);
    found.far_wall = path->depth_to(height - half);
    return found;
}

} // namespace clockface
