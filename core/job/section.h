// A bar cut across: what a drill meets on its way from the side. All bearings are seen from the bar's right end, 0 to
// the right (away from somebody who stands before the bar), 90 at the top, counter-clockwise. A drill comes in at a
// bearing, along a line that may pass the axis at a distance; heights are counted along that line from the level of
// the axis, outwards.
#pragma once

#include "job/blank.h"

namespace clockface {

/// A hole in the side of a bar: where its drill comes in. The bearing is seen from the right end.
struct OnBar {
    Length along; ///< from the left end
    Angle bearing;
    Length offset; ///< of its axis from the bar's, plus on the counter-clockwise side
    bool operator==(const OnBar&) const = default;
};

/// Metal taken off a section by a straight cut (a flat, or the side of a hexagon).
struct SectionCut {
    Angle facing;
    Length from_axis;
};

/// The section of a bar at one place along it.
struct Section {
    bool round = true;
    Length radius; ///< of the round; of a hexagon or square: half across the flats
    int sides = 0; ///< of a hexagon or square
    std::vector<SectionCut> cuts;
    Length bore_radius; ///< nought where there is no bore

    [[nodiscard]] Length across_x() const;
    [[nodiscard]] Length across_y() const;
};

Section section_at(const Blank& blank, Length from_left_end);
Section end_section(const Blank& blank, Face end);

/// Where a line that comes in at a bearing, `lateral` counter-clockwise of the axis, meets the surface.
struct SurfaceEntry {
    Length height; ///< along the line, from the level of the axis
    Angle bearing; ///< of the point on the surface
    Angle slope;   ///< of the surface there against a square start: 0 where the drill meets it squarely
};
/// Nothing when the line passes the bar.
std::optional<SurfaceEntry> entry_at(const Section& section, Angle bearing, Length lateral);

/// Metal and bore on a line straight through the axis, from the top.
Length way_through(const Section& section);

/// Once round the surface.
Length girth(const Section& section);
/// The largest girth along the bar.
Length widest_girth(const Blank& blank);
/// Way round the surface from its top line to the point at a bearing, in (-girth/2, girth/2]; plus towards the back,
/// as a paper wrapped round the bar lies when it is rolled out and looked at from outside, right end to the right.
Length rolled_out(const Section& section, Angle bearing);
/// The bearing at a way round from the top line.
Angle bearing_at(const Section& section, Length rolled_out);

} // namespace clockface
