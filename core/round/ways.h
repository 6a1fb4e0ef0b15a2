// The choice people argue about: how to stand over the axis of a bar, and how to bring it to an angle. Every way that
// there is, with its figures, steps, expected error and time; those that the machine and the drawer allow ranked first.
//
// What a way is expected to miss by is the sum of its parts: what its figures are rounded to, what its aids are off by,
// and what people reach with it (shop/estimates.h).
#pragma once

#include "job/bar_ways.h"
#include "job/section.h"
#include "shop/kit.h"
#include "shop/shop.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

struct WayFigure {
    std::string what;
    std::string value;
};

template <class Kind> struct Way {
    Kind kind;
    std::string name;
    bool fits = true; ///< the machine and the drawer allow it; otherwise the reason says why not
    std::vector<WayFigure> figures;
    std::vector<std::string> steps;
    Length error;         ///< expected at the surface, crosswise
    int sides = 0;        ///< of an index
    double minutes = 0.0; ///< a piece, its share of making aids included
    std::string reason;
};

struct WayNeeds {
    const Section& section;
    bool measured; ///< the bar's own size has been measured
    Unit unit;
    Length within; ///< what the holes may miss the axis by
    int pieces;
    const RoundKit& kit;
    const Machine& machine;
    const Estimates& estimates;
};

/// Ways to stand over the axis, the best first: those that hold `within` by time, then the others by error, then those
/// that cannot be done here.
std::vector<Way<TopWay>> top_ways(const WayNeeds& needs, Length hole_diameter);

/// What is known of the hole an angle is carried from, and of the one it is carried to.
struct AngleTask {
    Angle turn;        ///< from the one to the other, counter-clockwise
    bool from_through; ///< a rod in the first shows at both ends
    Length from_diameter;
    bool to_through; ///< drilled through on the axis, so its far mouth stands half a turn on
};

/// An angle as a device of limited reach sets it.
struct SetAngle {
    Angle set;                  ///< to be set, counter-clockwise, in [-90, 90]
    bool rod_other_end = false; ///< read at the rod's other end
    bool far_mouth = false;     ///< the drill's far mouth stands at the angle wanted
};
/// Nothing when the angle can only be had by a device of larger reach.
std::optional<SetAngle> set_angle(const AngleTask& task, Angle reach);

/// Positions of an index of `sides` that serve: how many to go on counter-clockwise, and whether the far mouth does it.
struct IndexStep {
    int faces = 0;
    bool far_mouth = false;
};
std::optional<IndexStep> index_step(const AngleTask& task, int sides);

/// Ways to bring the bar to the angle, ranked likewise.
std::vector<Way<AngleWay>> angle_ways(const WayNeeds& needs, const AngleTask& task);

/// Side of a drill jig's square block for this bar, its bore, bushing and the number of pieces from which it pays
/// against drilling without it; 0: never.
struct DrillJig {
    Length block, bore, bushing_outside;
    int pays_from = 0;
};
DrillJig drill_jig(Length stock, Length hole, const Estimates& estimates);

/// The pin of the drawer that stands in for the spindle when a fence is set: the one nearest to 6 mm.
Length fence_pin(const RoundKit& kit);
/// Length over which a rod in a hole of this bar is measured.
Length rod_length(const Section& section);

std::string in_words(TopWay way);
std::string in_words(AngleWay way);

} // namespace clockface
