// The sums of drilling, tapping and reaming. Lengths carry their dimension; speeds are metres a minute and turns a
// minute, feeds millimetres a minute, advances a Length for one turn.
#pragma once

#include "measure/problem.h"
#include "shop/cutters.h"
#include "shop/estimates.h"
#include "shop/spindle.h"
#include "shop/tables.h"
#include "shop/threads.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

// ---- threads

/// Percent of full thread a hole of this size leaves: (major - hole) / (2 x height). Above 100 for a hole that is too
/// small, below nought for one wider than the thread.
double percent_of_thread(const Thread& thread, Length hole);
/// The hole for a percentage; the inverse.
Length hole_for_percent(const Thread& thread, double percent);
/// Threads engaged in so much metal: thickness / pitch.
double threads_engaged(Length thickness, Length pitch);
/// Pitch from threads an inch, and back.
Length pitch_of(double threads_an_inch);
double threads_an_inch(Length pitch);
/// Thread left where a tap is guided by a shallow counterbore at clearance size: thickness - counterbore - bare end,
/// never below nought. Harmless while as much is left as a nut is high, 0.8 of the diameter (ISO 4032).
struct GuidedThread {
    Length left;
    bool harmless = false;
};
GuidedThread guided_thread(Length thickness, Length counterbore, Length bare_end, Length major);
/// How far a tap has to stand out beyond the far face for full thread through: its lead and one pitch more.
Length tap_protrusion(TapLead lead, Length pitch);
/// The taps to use one after another: through, taper or plug alone will do; blind down to less than the lead of a plug
/// tap above the drilled bottom, on to plug and bottoming. `room` is from full thread wanted down to full diameter.
std::vector<TapLead> tap_sequence(bool through, Length room, Length pitch);
/// What is left of a spot's mouth round the thread: (mouth - major) / 2; good between a tenth of a pitch and one pitch.
struct ChamferLeft {
    Length width;
    std::string verdict; ///< "too little", "good", "too much"
};
ChamferLeft chamfer_left(Length mouth, const Thread& thread);

// ---- starting

/// The mouth of a centre drill's cone at a depth of its tip (nought while only the tip is in), and half way up the
/// cone, where it guides a drill.
Length centre_mouth(const Cutter& centre, Length depth);
Length half_way_mouth(const Cutter& centre);
/// Depth of a centre drill's tip for half way up its cone.
Length half_way_depth(const Cutter& centre);
/// What a mouth does for the drill that follows.
enum class SpotVerdict { DoesNotGuide, Good, LooksUgly };
/// As the end of "It leaves a mouth …: ".
std::string in_words(SpotVerdict verdict);
/// Below the drill's web (its chisel edge, about a sixth of it) a spot does not guide; wider than the drill it shows
/// round the finished hole.
SpotVerdict judge_spot(Length mouth, Length drill);
/// Whether a drill of this point lands in a spot of this angle on its point (spot as wide or wider) or on its lips.
bool lands_on_its_point(Angle spot, Angle drill_point);
/// The largest centre drill whose half-way mouth still lies inside the hole, or the smallest there is.
const Cutter* centre_for(const std::vector<Cutter>& cutters, Length drill);
/// How far a drill may run off where it starts without a spot, nineteen times in twenty: so much for each time its
/// diameter goes into its length, by metal, and less of it for a split point.
Length expected_wander(const Cutter& drill, Length stick_out, double metal_wander, const Estimates& estimates);
/// Relative stiffness of a tool at its stick-out, diameter^4 / length^3 (a cantilever's; only the ratio of two means
/// anything).
double stiffness(Length diameter, Length stick_out);
/// How to start in this metal with this point, in a sentence.
std::string how_to_start(const Metal& metal, const Cutter& drill, Length stick_out);
/// Size of a pilot by the final drill's web: about a third of its diameter.
Length pilot_for(Length drill);

// ---- speeds and feeds

/// Turns a minute for a surface speed: 1000 v / (pi d), d in millimetres.
double rpm_for(double metres_a_minute, Length diameter);
/// Surface speed at the diameter: pi d n / 1000.
double surface_speed(double rpm, Length diameter);
/// The spindle's step not above the wanted speed; nothing when even its slowest is above it.
std::optional<double> step_not_above(const Spindle& spindle, double rpm);
/// Advance for one turn of a twist drill in mild steel: 0.02 of its diameter up to 10 mm, from there as the root of the
/// diameter (0.2 mm x sqrt(d / 10 mm)); middle of published tables.
Length tabulated_feed_per_revolution(Length diameter);
/// What a feed is for each turn, and whether that cuts: below 0.01 mm a drill only rubs, above one and a half times the
/// table it is pushed.
struct FeedVerdict {
    Length feed_per_revolution;
    std::string verdict; ///< "only rubs", "gentle", "usual", "brisk", "pushed"
};
FeedVerdict judge_feed(double feed, double rpm, Length tabulated);
/// A feed rounded down to what can be set or read.
double rounded_down(double feed);
/// Tapping under power: feed, speed and pitch, any two of which give the third. Refused when all three are given and
/// disagree by more than a percent, or fewer than two are.
struct TapFeed {
    double feed = 0.0, turns = 0.0;
    Length pitch;
};
Result<TapFeed> tap_feed(std::optional<double> feed, std::optional<double> turns, std::optional<Length> pitch);

/// Depths of the pecks for a hole. No pecks (one depth) to three diameters, two in metals with long chips; below that
/// each takes a diameter (half as much again with short chips), evened so that the last is no scrap.
std::vector<Length> pecks_to(Length depth, Length diameter, bool long_chips);
/// So many equal pecks, or pecks of one depth, evened. Requires depth and peck above nought.
std::vector<Length> equal_pecks(Length depth, int count);
std::vector<Length> pecks_of(Length depth, Length peck);
/// Pecks counted from an approach height: a first one that does not reach metal is refused.
Result<std::vector<Length>> pecks_from(Length approach, Length depth, Length peck);

// ---- depths

/// Tip depth for a hole right through: thickness, point and what it goes beyond.
Length through_depth(Length thickness, Length diameter, Angle point, Length beyond);
/// What the far side measures where a drill's tip stops at this depth: full once its whole cone is out, less before,
/// nought where it does not break through.
Length far_side(Length tip, Length thickness, Length diameter, Angle point);
/// Full-diameter depth below the face for so much full thread: thread, lead of the last tap, chip room.
Length drilled_for_thread(Length thread, Length pitch, double lead_threads, double chip_room_pitches);
/// Full thread a hole of this full-diameter depth can hold; never below nought.
Length thread_held(Length full_diameter, Length pitch, double lead_threads, double chip_room_pitches);
/// Stop value for a fraction of the thickness, the drill's point counted in or not.
Length part_of_thickness(Length thickness, double fraction, Length point, bool to_full_diameter);
/// Tip depth that leaves the floor for a flat-ended tool to square: floor depth less the point it would leave, so that
/// the tip just does not mark the floor.
Length before_squaring(Length floor, Length left_to_square);
/// A depth on a machine's scale: to the nearest line not below, so that a hole is never too shallow.
Length on_scale(Length depth, Length line);
/// Touch depth of a cone for a chamfer of this width round a hole, from where it touches the hole's edge.
Length chamfer_depth(Length hole, Length width, Angle angle);
/// A step drill in a plate: how deep it is fed, from where its tip touches, so that the step of the wanted diameter is
/// through; nothing when the next step would follow it into the metal before (each step is too low for the thickness)
/// or there is no such step.
std::optional<Length> step_drill_depth(const Cutter& step_drill, Length step_rise, Length wanted, Length thickness);
/// A land milled beside a hole: the cutter's path from the finished edge, on its far side plus, on its near side minus
/// half the cutter.
Length cutter_path(Length edge, Length cutter, bool beyond_edge);
/// The drill for a loose fit on something measured, and how much it shakes: measured + play.
struct ClearanceFit {
    Length hole;
    Length shake;
};
ClearanceFit clearance_fit(Length measured, Length play, Length drill, double oversize);

} // namespace clockface
