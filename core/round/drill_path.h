// The way of a drill into the side of a bar: where it meets metal, the bore and the far side. Heights are counted along
// the drill's axis from the level of the bar's axis, outwards; depths from where its point first touches, inwards.
#pragma once

#include "job/section.h"
#include "shop/cutter_points.h"

#include <optional>

namespace clockface {

/// A hole's line and width in a section.
struct DrillLine {
    Angle bearing;
    Length offset; ///< of its axis from the bar's, plus on the counter-clockwise side
    Length diameter;
};

struct DrillPath {
    Length entry;                    ///< where the point touches first: depth nought
    Length crest;                    ///< highest metal under the whole width of the drill
    std::optional<Length> full_in;   ///< below it the drill cuts with its whole width; nothing when it leaves the flank
    std::optional<Length> bore_tip;  ///< where the point stands when its cone or flank first breaks into the bore
    std::optional<Length> bore_axis; ///< where the drill's axis meets the bore; nothing when it passes beside it
    std::optional<Length> bore_edge; ///< where the full width first meets the bore
    std::optional<Length> bore_open; ///< where the whole width stands in the bore
    Length exit;                     ///< where its axis leaves the far side (below nought beyond the axis)
    Length exit_tip;                 ///< where the point stands when its cone or flank first breaks out there
    std::optional<Length> exit_edge; ///< where the full width first breaks out there
    std::optional<Length> exit_open; ///< where the whole width is out
    Angle slope;                     ///< of the surface the point starts on
    Angle far_slope;                 ///< and of the one it leaves by

    [[nodiscard]] Length depth_to(Length height) const { return entry - height; }
};

/// The point is a cone of the usual drill: t beside its axis it cuts t / tan(half its angle) above its tip. Nothing
/// when the drill's axis passes the bar altogether.
std::optional<DrillPath> drill_path(const Section& section, const DrillLine& line);

/// Metal left beside the hole at the level of the bar's axis, on the clockwise and the counter-clockwise side: the
/// outer surface there, less the hole's edge. Below nought where the hole breaks out of the flank.
struct Walls {
    Length clockwise, counter_clockwise;
};
Walls walls_beside(const Section& section, const DrillLine& line);

/// Length over which a thread of this diameter is whole: from where the full width is in to where it first meets the
/// bore, the far side or `depth` (nothing: through). Nought when there is none.
Length full_thread(const DrillPath& path, std::optional<Length> depth);

/// Flute length a drill needs to make the hole: from the highest metal to its depth (through: until the whole width is
/// out, plus a hundredth of the diameter), and its point.
Length drill_length_needed(const DrillPath& path, Length diameter, std::optional<Length> depth);

} // namespace clockface
