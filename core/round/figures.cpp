#include "round/figures.h"

#include "measure/radians.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace clockface {

namespace {

constexpr double gravity_mm_per_s2 = 9806.65;

} // namespace

Length exit_shift(const DrillPath& path, Angle lean) {
    return (path.entry - path.exit) * (lean.sine() / lean.cosine());
}

Length largest_offset(const Section& section, Length diameter, Length least_wall) {
    return section.radius - diameter / 2.0 - least_wall;
}

Length between_mouths(const Section& section, const OnBar& one, const OnBar& other) {
    const auto a = entry_at(section, one.bearing, one.offset);
    const auto b = entry_at(section, other.bearing, other.offset);
    if (!a || !b)
        return {};
    const double round = girth(section).in_mm();
    const double arc =
        std::remainder((rolled_out(section, a->bearing) - rolled_out(section, b->bearing)).in_mm(), round);
    return hypot(one.along - other.along, Length::mm(arc));
}

PinReadings over_pin(const Section& section, const DrillLine& line, Length pin) {
    const auto flank = [&](double quarter) {
        const auto entry = entry_at(section, line.bearing + Angle::degrees(quarter), {});
        return entry ? entry->height : Length{};
    };
    return {flank(-90.0) + line.offset + pin / 2.0, flank(90.0) - line.offset + pin / 2.0};
}

std::optional<Angle> roll_back(Length radius, Length off, Length depth, Length drill) {
    if (abs(off) > radius || depth > point_length(drill))
        return std::nullopt;
    return Angle::degrees(std::asin(off / radius) * degrees_per_radian);
}

Length strip_width(Length diameter, Length depth) {
    if (depth >= diameter / 2.0)
        return diameter; // widest half way down
    return Length::mm(2.0 * std::sqrt(std::max(0.0, depth.in_mm() * (diameter - depth).in_mm())));
}

Length strip_depth(Length diameter, Length width) {
    const double r = diameter.in_mm() / 2.0;
    if (width >= diameter)
        return diameter / 2.0;
    return Length::mm(r - std::sqrt(std::max(0.0, r * r - width.in_mm() * width.in_mm() / 4.0)));
}

Length miss_of_lean(Length radius, Angle lean) {
    return radius * lean.sine();
}

Angle lean_of_miss(Length radius, Length miss) {
    return Angle::degrees(std::asin(std::clamp(miss / radius, -1.0, 1.0)) * degrees_per_radian);
}

Length off_centre(Length one_reading, Length opposite_reading) {
    return (one_reading - opposite_reading) / 2.0;
}

JawMove jaw_move(Length total_reading, Angle high_spot, int jaws) {
    const double step = 360.0 / jaws;
    const double nearest = std::round(high_spot.wrapped().in_degrees() / step);
    return {total_reading / 2.0, static_cast<int>(nearest) % jaws + 1,
            Angle::degrees(high_spot.wrapped().in_degrees() - nearest * step)};
}

double speed_cap(Length off_centre, double share) {
    return std::sqrt(share * gravity_mm_per_s2 / off_centre.in_mm()) * 60.0 / (2.0 * std::numbers::pi);
}

Length swing(Length diameter, Length off_centre) {
    return diameter + abs(off_centre) * 2.0;
}

Angle rod_slop(Length play, Length length) {
    return Angle::degrees(std::atan(play / length) * degrees_per_radian);
}

} // namespace clockface
