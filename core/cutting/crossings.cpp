#include "cutting/depth_stack.h"

#include "shop/cutter_points.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace clockface {

namespace {

// Places in the block: x to the right, y away, z up, from its middle, in millimetres.
using Place3 = std::array<double, 3>;

struct Ray {
    Place3 mouth;
    Place3 way; // of the drill, a unit along one axis
};

// Where a place on a face lies in the block, and which way a drill goes in there. The front is the side towards the
// reader; every side is seen upright from outside, and the underside is the top turned over about its upright middle.
Ray ray(Face face, Point at, const Place3& size) {
    const double x = at.x.in_mm(), y = at.y.in_mm();
    const double w = size[0] / 2.0, d = size[1] / 2.0, h = size[2] / 2.0;
    switch (face) {
    case Face::Under:
        return {{-x, y, -h}, {0, 0, 1}};
    case Face::Front:
        return {{x, -d, y}, {0, 1, 0}};
    case Face::Back:
        return {{-x, d, y}, {0, -1, 0}};
    case Face::Left:
        return {{-w, -x, y}, {1, 0, 0}};
    case Face::Right:
        return {{w, x, y}, {-1, 0, 0}};
    case Face::Top:
        break;
    }
    return {{x, y, h}, {0, 0, -1}};
}

double along_each_other(const Place3& a, const Place3& b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
}
Place3 apart(const Place3& a, const Place3& b) {
    return {a[0] - b[0], a[1] - b[1], a[2] - b[2]};
}

// How another hole of radius r and length `reach` opens into the way of a drill of radius own.
std::optional<Crossing> meet(const Ray& drill, double own, const Ray& other, double r, double reach) {
    const Place3 between = apart(other.mouth, drill.mouth);
    const double along = along_each_other(drill.way, other.way);
    Crossing out;
    if (std::fabs(along) > 0.5) { // the same line: towards each other from opposite faces
        const double depth = along_each_other(between, drill.way);
        const Place3 side = apart(between, {drill.way[0] * depth, drill.way[1] * depth, drill.way[2] * depth});
        const double miss = std::sqrt(along_each_other(side, side));
        if (along > 0.0 || miss >= own + r)
            return std::nullopt;
        out.from = Length::mm(depth - reach);
        out.to = Length::mm(depth);
        out.miss = Length::mm(miss);
        return out;
    }
    const double depth = along_each_other(between, drill.way);      // of the other's axis, below the face
    const double travelled = -along_each_other(between, other.way); // of the other drill when it passes
    const Place3 across = apart(apart(between, {drill.way[0] * depth, drill.way[1] * depth, drill.way[2] * depth}),
                                {-other.way[0] * travelled, -other.way[1] * travelled, -other.way[2] * travelled});
    const double miss = std::sqrt(along_each_other(across, across));
    if (miss >= own + r || travelled < -own || travelled - own > reach || depth < -r)
        return std::nullopt;
    const double edge = std::max(0.0, miss - own);
    const double half = std::sqrt(std::max(0.0, r * r - edge * edge));
    out.from = Length::mm(depth - half);
    out.to = Length::mm(depth + half);
    out.miss = Length::mm(miss);
    return out;
}

} // namespace

std::vector<Crossing> crossings_of(const Job& job, const Hole& hole, Length widest) {
    std::vector<Crossing> out;
    if (job.blank.is_bar() || job.blank.shape == BlankShape::Angle)
        return out;
    Blank top = job.blank;
    top.up = Face::Top;
    const Place3 size{top.extent_x().in_mm(), top.extent_y().in_mm(), job.blank.thickness.in_mm()};
    const Ray drill = ray(job.blank.up, hole.at + datum_from_middle(job), size);
    const auto places = places_of(job);
    const auto length_of = [&](Face face) {
        Blank turned = job.blank;
        turned.up = face;
        return turned.metal_under({}).in_mm();
    };
    for (std::size_t i = 0; i < job.patterns.size(); ++i) {
        const Pattern& pattern = job.patterns[i];
        if (pattern.face == job.blank.up)
            continue;
        const Job there = with_face_up(job, pattern.face);
        const Point middle = datum_from_middle(there);
        const HoleSpec& spec = spec_of(job, pattern);
        const double reach =
            spec.depth && !spec.captive ? (*spec.depth + point_length(spec.diameter)).in_mm() : length_of(pattern.face);
        for (std::size_t k = 0; k < places[i].size(); ++k)
            if (places[i][k].made)
                if (auto met = meet(drill, widest.in_mm() / 2.0, ray(pattern.face, places[i][k].at + middle, size),
                                    spec.diameter.in_mm() / 2.0, reach)) {
                    met->name = pattern.name + std::to_string(k + 1);
                    met->diameter = spec.diameter;
                    out.push_back(*met);
                }
    }
    for (const Existing& there : job.blank.existing)
        if (there.kind == ExistingKind::Hole && there.face != job.blank.up)
            if (auto met = meet(drill, widest.in_mm() / 2.0, ray(there.face, there.at, size),
                                there.diameter.in_mm() / 2.0, length_of(there.face))) {
                met->name = there.name;
                met->diameter = there.diameter;
                met->existing = true;
                out.push_back(*met);
            }
    return out;
}

} // namespace clockface
