#include "job/section.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace clockface {

namespace {

constexpr double top_bearing = 90.0;

int sides_of(BlankShape shape) {
    if (shape == BlankShape::HexagonBar)
        return 6;
    if (shape == BlankShape::SquareBar)
        return 4;
    return 0;
}

Length side_length(const Section& section) {
    return section.radius * (2.0 * std::tan(std::numbers::pi / section.sides));
}

double tangent(Angle angle) {
    return angle.sine() / angle.cosine();
}

// In (-180, 180].
double half_turns(Angle angle) {
    const double wrapped = angle.wrapped().in_degrees();
    return wrapped > 180.0 ? wrapped - 360.0 : wrapped;
}

} // namespace

Length Section::across_x() const {
    // A hexagon lies with a flat on top, so its corners are at the sides.
    return sides == 6 ? radius * (2.0 / std::cos(std::numbers::pi / sides)) : radius * 2.0;
}

Length Section::across_y() const {
    return radius * 2.0;
}

Section section_at(const Blank& blank, Length from_left_end) {
    Section section;
    section.radius = blank.diameter.actual() / 2.0;
    section.sides = sides_of(blank.shape);
    for (const Shoulder& shoulder : blank.bar.shoulders)
        if (from_left_end > shoulder.at) {
            section.radius = shoulder.diameter / 2.0;
            section.sides = 0;
        }
    section.round = section.sides == 0;
    for (int k = 0; k < section.sides; ++k)
        section.cuts.push_back({Angle::degrees(top_bearing + 360.0 * k / section.sides), section.radius});
    const Length stock = blank.diameter.actual() / 2.0;
    for (const Flat& flat : blank.bar.flats)
        if (from_left_end >= flat.from && from_left_end <= flat.to)
            section.cuts.push_back({flat.facing, stock - flat.depth});
    if (blank.bore) {
        const Length reach = blank.bar.bore_depth.value_or(blank.width.actual());
        const bool in_bore =
            blank.bar.bore_from == Face::Left ? from_left_end <= reach : from_left_end >= blank.width.actual() - reach;
        if (in_bore || !blank.bar.bore_depth)
            section.bore_radius = *blank.bore / 2.0;
    }
    return section;
}

Section end_section(const Blank& blank, Face end) {
    return section_at(blank, end == Face::Left ? Length{} : blank.width.actual());
}

// The line's heights are bounded by every cut: cos(d) h + sin(d) t <= a, with d the cut's bearing from the line's;
// and by the round: h² + t² <= R².
std::optional<SurfaceEntry> entry_at(const Section& section, Angle bearing, Length lateral) {
    double most = std::numeric_limits<double>::infinity();
    double least = -most;
    Angle slope;
    const double t = lateral.in_mm();
    if (section.round) {
        const double radius = section.radius.in_mm();
        if (std::fabs(t) > radius)
            return std::nullopt;
        most = std::sqrt(radius * radius - t * t);
        least = -most;
        slope = Angle::degrees(std::asin(std::fabs(t) / radius) * 180.0 / std::numbers::pi);
    }
    constexpr double along = 1e-12; // a cut this near to the line's own direction bounds no height
    for (const SectionCut& cut : section.cuts) {
        const Angle from = cut.facing - bearing;
        const double rest = cut.from_axis.in_mm() - from.sine() * t;
        if (std::fabs(from.cosine()) < along) {
            if (rest < 0.0)
                return std::nullopt;
        } else if (from.cosine() > 0.0) {
            const double height = rest / from.cosine();
            if (height < most) {
                most = height;
                slope = Angle::degrees(std::fabs(half_turns(from)));
            }
        } else {
            least = std::max(least, rest / from.cosine());
        }
    }
    if (most < least)
        return std::nullopt;
    const Angle on_surface = bearing_of({}, {Length::mm(most), lateral});
    return SurfaceEntry{Length::mm(most), (bearing + on_surface).wrapped(), slope};
}

Length way_through(const Section& section) {
    const auto near = entry_at(section, Angle::degrees(top_bearing), {});
    const auto far = entry_at(section, Angle::degrees(-top_bearing), {});
    return near && far ? near->height + far->height : Length{};
}

Length girth(const Section& section) {
    return section.round ? section.radius * (2.0 * std::numbers::pi) : side_length(section) * section.sides;
}

Length widest_girth(const Blank& blank) {
    Length widest = girth(section_at(blank, {}));
    for (const Shoulder& shoulder : blank.bar.shoulders)
        widest = std::max(widest, shoulder.diameter * std::numbers::pi);
    return widest;
}

Length rolled_out(const Section& section, Angle bearing) {
    const double from_top = half_turns(Angle::degrees(top_bearing) - bearing);
    if (section.round)
        return section.radius * (from_top * std::numbers::pi / 180.0);
    const double step = 360.0 / section.sides;
    const double side = std::round(from_top / step);
    return side_length(section) * side + section.radius * tangent(Angle::degrees(from_top - side * step));
}

Angle bearing_at(const Section& section, Length rolled_out) {
    if (section.round)
        return Angle::degrees(top_bearing - rolled_out / section.radius * 180.0 / std::numbers::pi).wrapped();
    const double side = std::round(rolled_out / side_length(section));
    const double rest = (rolled_out - side_length(section) * side) / section.radius;
    return Angle::degrees(top_bearing - side * 360.0 / section.sides - std::atan(rest) * 180.0 / std::numbers::pi)
        .wrapped();
}

} // namespace clockface
