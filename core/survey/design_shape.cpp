#include "survey/designs.h"
#include "survey/mirror_line.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

/// Lays a shape on places by turning and shifting it as a whole, so that the squares of the distances are least: the
/// turn is atan2(sum of cross products, sum of dot products) about both middles.
std::vector<Point> laid_on(const std::vector<Point>& shape, const std::vector<Point>& places) {
    Point from, to;
    const double n = static_cast<double>(shape.size());
    for (std::size_t i = 0; i < shape.size(); ++i) {
        from = from + shape[i] * (1.0 / n);
        to = to + places[i] * (1.0 / n);
    }
    double dot = 0.0, cross = 0.0;
    for (std::size_t i = 0; i < shape.size(); ++i) {
        const Point a = shape[i] - from, b = places[i] - to;
        dot += a.x.in_mm() * b.x.in_mm() + a.y.in_mm() * b.y.in_mm();
        cross += a.x.in_mm() * b.y.in_mm() - a.y.in_mm() * b.x.in_mm();
    }
    const double length = std::hypot(dot, cross), c = length > 0 ? dot / length : 1.0,
                 s = length > 0 ? cross / length : 0.0;
    std::vector<Point> out;
    for (const Point& each : shape) {
        const Point a = each - from;
        out.push_back(to + Point{a.x * c - a.y * s, a.x * s + a.y * c});
    }
    return out;
}

// The line of a symmetric design: through the middle of all, with the direction that makes the mirror images fit best.
// A pair at bearings a and b from the middle wants the direction (a + b) / 2, weighed by the product of its distances;
// a hole on the line its own.
MirrorLine mirror_line(const std::vector<std::vector<Point>>& groups) {
    Point middle;
    double n = 0.0;
    for (const auto& group : groups)
        for (const Point& each : group) {
            middle = middle + each;
            n += 1.0;
        }
    middle = middle * (1.0 / n);
    double c = 0.0, s = 0.0;
    for (const auto& group : groups) {
        const Point a = group.front() - middle, b = group.back() - middle;
        // (a + b)/2 doubled is the product of the two as complex numbers.
        c += a.x.in_mm() * b.x.in_mm() - a.y.in_mm() * b.y.in_mm();
        s += a.x.in_mm() * b.y.in_mm() + a.y.in_mm() * b.x.in_mm();
    }
    return {middle, std::atan2(s, c) / 2.0};
}

} // namespace

std::vector<Point> design_laid_on(const Design& design, const std::vector<Point>& measured) {
    std::vector<Point> shape;
    switch (design.kind) {
    case DesignKind::Circle:
        for (const auto& [name, slot] : design.places)
            shape.push_back(polar(design.size / 2.0, Angle::degrees(360.0 * slot / design.count)));
        return laid_on(shape, measured);
    case DesignKind::Row:
        for (const auto& [name, slot] : design.places)
            shape.push_back({design.size * slot, {}});
        return laid_on(shape, measured);
    case DesignKind::Rectangle:
        for (const auto& [name, slot] : design.places)
            shape.push_back({slot == 1 || slot == 2 ? design.size : Length{}, slot >= 2 ? design.across : Length{}});
        return laid_on(shape, measured);
    case DesignKind::Round:
        for (const Point& each : measured)
            shape.push_back(
                {design.size * std::round(each.x / design.size), design.size * std::round(each.y / design.size)});
        return shape;
    case DesignKind::Symmetric:
        break;
    }
    std::map<int, std::vector<Point>> pairs;
    for (std::size_t i = 0; i < measured.size(); ++i)
        pairs[design.places[i].second].push_back(measured[i]);
    std::vector<std::vector<Point>> groups;
    for (const auto& [slot, group] : pairs)
        groups.push_back(group);
    const MirrorLine line = mirror_line(groups);
    for (std::size_t i = 0; i < measured.size(); ++i) {
        const auto& group = pairs[design.places[i].second];
        const Point other = measured[i] == group.front() ? group.back() : group.front();
        shape.push_back((measured[i] + line.image(other)) * 0.5);
    }
    return shape;
}

std::map<std::string, Point> designed_places(const OldPart& part, const Survey& survey) {
    std::map<std::string, Point> out;
    for (const SurveyedHole& hole : survey.holes)
        if (hole.at)
            out[hole.name] = *hole.at;
    for (const Design& design : part.designs) {
        Design settled = design;
        settled.places.clear();
        std::vector<Point> measured;
        for (const auto& [name, slot] : design.places) {
            const int index = hole_index(part, name);
            if (index < 0 || !survey.holes[static_cast<std::size_t>(index)].at)
                continue;
            settled.places.emplace_back(survey.holes[static_cast<std::size_t>(index)].name, slot);
            measured.push_back(*survey.holes[static_cast<std::size_t>(index)].at);
        }
        const std::vector<Point> made = design_laid_on(settled, measured);
        for (std::size_t i = 0; i < made.size(); ++i)
            out[settled.places[i].first] = made[i];
    }
    return out;
}

std::optional<HoleSpec> copied_spec(const OldPart& part, const OldHole& hole) {
    std::optional<HoleSpec> spec = hole.made_as;
    const double step = part.unit == Unit::Inch ? 0.0254 : 0.1;
    if (!spec && !hole.tapped)
        spec = HoleSpec{Purpose::Plain, Length::mm(std::round(hole.diameter.in_mm() / step) * step), "", {}};
    if (spec && !spec->depth && hole.access.blind && hole.access.depth > Length{})
        spec->depth = hole.access.depth;
    return spec;
}

} // namespace clockface
