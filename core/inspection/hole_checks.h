// What is proved at one hole by itself: depths by gauge, the real screw, the size, and where a hole across a bar enters
// and comes out.
#pragma once

#include "cutting/depth_stack.h"
#include "inspection/verdict.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

enum class Check { Across, Tip, FullDiameter, FullThread, Screw, CrossEntry, CrossExit, CrossLean };

struct HoleCheck {
    Check what = Check::Across;
    std::optional<Length> wanted;      ///< the figure to expect
    std::optional<Length> least, most; ///< it may be
    std::optional<Length> is;          ///< as it was read
    Length error;                      ///< two standard errors of it
    std::optional<Verdict> verdict;    ///< nothing: not read yet
    std::string words;                 ///< in a sentence: what to read and what it should be, or what it says
};

/// In the order in which they are made; only what the drawing asks of that hole. A depth that is called for is a least
/// one, and may be `Job::depths_within` more; a tip only has to stay in the metal. `stack` is the hole's section.
std::vector<HoleCheck> hole_checks(const Job& job, const Hole& hole, const DepthStack& stack, const HoleRead* read);

/// The axis of a hole across a bar from its four readings, each side's half difference: where it enters and where it
/// comes out, towards the counter-clockwise side, and the angle between: atan((exit - entry) / thickness).
struct CrossAxis {
    std::optional<Length> entry, exit;
    std::optional<Angle> lean;
};
CrossAxis cross_axis(const CrossReadings& read, Length thickness);
/// Half of the bar's thickness where the hole goes through it: of a shoulder its own, of a hexagon or square half
/// across the flats. Requires a hole in the side of a bar.
Length bar_radius_at(const Job& job, const Hole& hole);
/// What one such reading should be: R - o - d / 2 on the counter-clockwise side and R + o - d / 2 on the other (o: the
/// offset called for); over the bar and a pin R + o + p / 2 and R - o + p / 2.
Length expected_cross(Length bar_radius, Length hole_or_pin, Length offset, bool ccw, bool over_pin);

std::string in_words(Check what);

} // namespace clockface
