#include "round/drill_path.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

// The surface's height over a width is a concave function: circle and straight cuts bound it from above. So its
// least is at an end of the width, and its most is found by closing in on it from both sides.
std::optional<Length> least_height(const Section& section, Angle bearing, Length from, Length to) {
    const auto a = entry_at(section, bearing, from);
    const auto b = entry_at(section, bearing, to);
    return a && b ? std::optional(std::min(a->height, b->height)) : std::nullopt;
}

Length most_height(const Section& section, Angle bearing, Length from, Length to, Length sure) {
    constexpr int closings = 100;
    const auto height = [&](Length at) {
        const auto entry = entry_at(section, bearing, at);
        return entry ? entry->height : Length::mm(-std::numeric_limits<double>::infinity());
    };
    Length most = std::max({height(from), height(to), sure});
    // A plain round is highest where it is nearest to its axis.
    if (section.cuts.empty())
        return std::max(most, height(std::clamp(Length{}, from, to)));
    // Outside the metal nothing can be compared, so the search keeps to where there is some.
    Length low = from;
    Length high = to;
    for (int i = 0; i < closings; ++i) {
        const Length one = low + (high - low) / 3.0;
        const Length other = high - (high - low) / 3.0;
        if (height(one) < height(other))
            low = one;
        else
            high = other;
        most = std::max(most, height((low + high) / 2.0));
    }
    return most;
}

Length chord_half(Length radius, Length at) {
    return Length::mm(std::sqrt(std::max(0.0, radius.in_mm() * radius.in_mm() - at.in_mm() * at.in_mm())));
}

} // namespace

std::optional<DrillPath> drill_path(const Section& section, const DrillLine& line) {
    const Angle back = line.bearing + Angle::degrees(180.0);
    const auto near = entry_at(section, line.bearing, line.offset);
    const auto far = entry_at(section, back, -line.offset);
    if (!near || !far)
        return std::nullopt;
    const Length r = line.diameter / 2.0;
    const Length from = line.offset - r;
    const Length to = line.offset + r;
    DrillPath path;
    path.entry = near->height;
    path.slope = near->slope;
    path.far_slope = far->slope;
    path.crest = most_height(section, line.bearing, from, to, near->height);
    path.full_in = least_height(section, line.bearing, from, to);
    path.exit = -far->height;
    if (const auto least = least_height(section, back, -to, -from)) {
        path.exit_edge = -*least;
        path.exit_open = -most_height(section, back, -to, -from, far->height);
    }
    // The far side is lower in its middle, so over the cone it comes nearest at an edge of the drill, or at its axis.
    const Length rise = point_length(line.diameter);
    path.exit_tip = path.exit;
    for (const Length edge : {-to, -from})
        if (const auto there = entry_at(section, back, edge))
            path.exit_tip = std::max(path.exit_tip, -there->height - rise);
    const Length bore = section.bore_radius;
    if (abs(line.offset) < bore)
        path.bore_axis = chord_half(bore, line.offset);
    // Highest tip for which √(bore² - u²) reaches the cone, u from the bore's axis, (offset - u) k the cone's height:
    // the slope u / √(bore² - u²) equals k at u = bore k / √(1 + k²), as far as the drill reaches there.
    const double k = rise / r;
    const Length off = abs(line.offset);
    const Length beside = std::clamp(off - bore * (k / std::hypot(1.0, k)), Length{}, r);
    if (off - beside < bore)
        path.bore_tip = chord_half(bore, off - beside) - beside * k;
    if (const Length nearest = std::max(abs(line.offset) - r, Length{}); nearest < bore)
        path.bore_edge = chord_half(bore, nearest);
    if (abs(line.offset) + r <= bore)
        path.bore_open = chord_half(bore, abs(line.offset) + r);
    return path;
}

Walls walls_beside(const Section& section, const DrillLine& line) {
    const Angle quarter = Angle::degrees(90.0);
    const auto side = [&](Angle bearing) {
        const auto entry = entry_at(section, bearing, {});
        return entry ? entry->height : Length{};
    };
    const Length r = line.diameter / 2.0;
    return {side(line.bearing - quarter) + line.offset - r, side(line.bearing + quarter) - line.offset - r};
}

Length full_thread(const DrillPath& path, std::optional<Length> depth) {
    if (!path.full_in)
        return {};
    Length end = path.exit_edge.value_or(*path.full_in);
    if (path.bore_edge)
        end = std::max(end, *path.bore_edge);
    if (depth)
        end = std::max(end, path.entry - *depth);
    return std::max(*path.full_in - end, Length{});
}

Length drill_length_needed(const DrillPath& path, Length diameter, std::optional<Length> depth) {
    const Length clear = diameter / 100.0;
    const Length end = depth ? path.entry - *depth : path.exit_open.value_or(path.exit) - clear;
    return path.crest - end + point_length(diameter);
}

} // namespace clockface
