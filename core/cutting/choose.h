// Which cutter of those there are, and what each would come to.
#pragma once

#include "cutting/formulas.h"
#include "job/hole_spec.h"

#include <string>
#include <vector>

namespace clockface {

/// A cutter that would do, and what comes of it.
struct Choice {
    Cutter cutter;
    bool owned = true;
    bool sound = true;       ///< inside what the hole asks for
    double miss = 0.0;       ///< how far from ideal; only for ranking
    std::string consequence; ///< "gives 66 percent of thread"
};

/// What a drill of this size really cuts in the metal: its diameter and the usual oversize.
Length cuts(const Cutter& drill, const Metal& metal);

/// Limits of a hole: its own, those of its fit, or nothing.
std::optional<Limits> limits_of(const HoleSpec& hole);

// Each list holds at most the twelve best.

/// Drills for a thread, nearest to the wanted percentage first; sound from 50 to 85 percent.
std::vector<Choice> tap_drills(const std::vector<Cutter>& cutters, const Thread& thread, double wanted);
inline constexpr double least_percent = 50.0, most_percent = 85.0;

/// Drills for a hole with limits: sound where both the drill and what it cuts lie inside. A limit below only: the
/// smallest not below it; above only: the largest that does not cut above it. Nearest to the middle first.
std::vector<Choice> drills_within(const std::vector<Cutter>& cutters, const Limits& limits, const Metal& metal,
                                  Unit unit);

/// Drills for a plain hole without limits, nearest first; sound to a tenth of a millimetre or a fiftieth of it.
std::vector<Choice> drills_near(const std::vector<Cutter>& cutters, Length wanted, Unit unit);

/// Step drills whose widest step is the wanted size: for metal no thicker than one step is high.
std::vector<Choice> step_drills_for(const std::vector<Cutter>& cutters, Length wanted, Length metal, Unit unit);

/// Drills for a screw to go through: nearest to the wanted clearance, none below the close one; sound up to the free
/// one.
std::vector<Choice> clearance_drills(const std::vector<Cutter>& cutters, Length wanted, const Clearance& row,
                                     Unit unit);

/// Drills under a reamer: nearest to the reamer less its allowance; sound where after its oversize something is left to
/// cut (a quarter of the allowance) and not more than three times the allowance.
std::vector<Choice> drills_under(const std::vector<Cutter>& cutters, const Cutter& reamer, const Metal& metal,
                                 Unit unit);

/// Reamers whose size lies within the limits, or within a hundredth of the diameter where there are none.
std::vector<Choice> reamers_for(const std::vector<Cutter>& cutters, Length diameter,
                                const std::optional<Limits>& limits, Unit unit);

/// Cutters that can make a mouth of this width by their cone (a step drill has none), or a counterbore: only those wide
/// enough, with nothing blunt in the way.
std::vector<Choice> cones_for(const std::vector<Cutter>& cutters, Length mouth, Length hole, Angle angle, Unit unit);
std::vector<Choice> counterbores_for(const std::vector<Cutter>& cutters, Length diameter, Length hole, Unit unit);

} // namespace clockface
