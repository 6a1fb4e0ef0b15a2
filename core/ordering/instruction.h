// Instructions: what the hands do, as data. Made once; read by the wording, the Bench picture, the sheet, the CSV and
// the simulated operator, who has nothing else to go by.
#pragma once

#include "job/bar_ways.h"
#include "job/holding_wishes.h"
#include "job/old_part.h"
#include "measure/length.h"
#include "shop/shop.h"

#include <cmath>
#include <cstdint>
#include <string>
#include <type_traits>
#include <variant>
#include <vector>

namespace clockface {

/// Bring the drawing's zero under the spindle, last moving this way on each axis, and set both dials to 0.
struct PickUpZero {
    Towards approach_x = Towards::Plus;
    Towards approach_y = Towards::Plus;
    int line_x = 0, line_y = 0; ///< what the dials show there: 0, unless they cannot be turned to it
    bool by_dials = false;      ///< it is known, and only gone back to: whole turns are counted from it
    bool operator==(const PickUpZero&) const = default;
};

/// What a face of the work lies against. EmptyJaw: the fixed jaw itself is touched, before the work is in it.
enum class LiesAgainst { Nothing, Stop, FixedJaw, MovingJaw, EmptyJaw };

/// Touch a face of the work, the slide last moving towards it, and set the axis to a figure while it touches. Where two
/// sides are touched the first is set to nought; at the second half of what shows there is set, or, by a dial, half of
/// it is gone back and the dial set to 0.
struct TouchEdge {
    Axis axis = Axis::X;
    Towards stands = Towards::Minus; ///< where the finder stands: left of (in front of) the face; Plus: right, behind
    LiesAgainst against = LiesAgainst::Nothing;
    Finder finder;
    Length face;             ///< where the drawing has it, from zero
    int times = 1;           ///< it is touched so often, and the mean counts
    std::int64_t figure = 0; ///< as drawn, in counts of a readout; of a dial its engraved figures from zero
    bool halves = false;     ///< the second side: `figure` is what shows there before it is halved
    Length play;             ///< counted in a dial's figure, where it is touched against the way places are come to
    bool operator==(const TouchEdge&) const = default;
};

/// The spindle while a face is touched: face minus or plus half the finder.
inline Length spindle_at(const TouchEdge& touch) {
    return touch.face + touch.finder.diameter / (touch.stands == Towards::Minus ? -2.0 : 2.0);
}

/// Whether it is the right or far face that is touched; of an empty jaw the one the finder looks at.
inline bool is_high_face(const TouchEdge& touch) {
    return (touch.stands == Towards::Plus) != (touch.against == LiesAgainst::EmptyJaw);
}

/// What the touch finds its face within, one standard deviation: that of a mean is smaller by the root of the number.
inline Length found_within(const TouchEdge& touch) {
    return touch.finder.repeats / std::sqrt(static_cast<double>(touch.times));
}

/// Look whether the spindle stands over the corner of the work that lies right or left, at the far or the near side:
/// half its tip stands over each edge.
struct LookAtCorner {
    bool right = false, far = false;
    bool operator==(const LookAtCorner&) const = default;
};
/// What the eye sees a tip stand beside a corner.
inline constexpr Length seen_by_eye = Length::mm(0.3);

/// Bring the spindle over the middle of something of the work, the slides last moving the way every place is come to,
/// and set both axes to a figure there.
struct CentreOver {
    CentreKind kind = CentreKind::Bore;
    Point place;                             ///< where the drawing has its middle, from zero
    Length within;                           ///< what it is found within on each axis, one standard deviation
    std::int64_t figure_x = 0, figure_y = 0; ///< counted as those of TouchEdge
    bool operator==(const CentreOver&) const = default;
};

/// Turn a handwheel: `turns` whole turns, then on the same way until the dial shows `line` (0 … graduations-1).
struct TurnHandwheel {
    Axis axis = Axis::X;
    Turn way = Turn::Clockwise;
    int turns = 0;
    int line = 0;
    int take_up = 0;   ///< whole turns of this move that only take up backlash: gone past, or come back
    bool past = false; ///< goes past the target; a finishing move of take_up turns follows
    int from = 0;      ///< line the dial shows before the move: whole turns are counted from it
    bool operator==(const TurnHandwheel&) const = default;
};

/// Bring the drawing's zero under the spindle and set both axes of the readout to nought; or do that where it stands.
struct ZeroReadout {
    bool here = false;
    bool operator==(const ZeroReadout&) const = default;
};

/// What to key into a readout's circle routine. Lengths in counts of its resolution, angles in counts of its angle
/// resolution and in its own convention; `last` is the angle of the LAST hole.
struct KeyCircle {
    std::int64_t centre_x = 0, centre_y = 0;
    std::int64_t diameter = 0;
    std::int64_t first = 0, last = 0;
    std::int64_t step = 0; ///< from hole to hole, for a routine that asks for it instead of the last
    int count = 0;
    std::vector<int> holes; ///< hole made at each place of the routine, -1 where one is left out
    bool operator==(const KeyCircle&) const = default;
};

/// What to key into a readout's row routine: where it begins, pitch and way it goes, in its own convention.
struct KeyRow {
    std::int64_t x = 0, y = 0;
    std::int64_t pitch = 0;
    std::int64_t angle = 0;
    int count = 0;
    std::vector<int> holes; ///< as for KeyCircle
    bool operator==(const KeyRow&) const = default;
};

/// Call up a place (from 0) of the routine that was keyed last and move until the readout shows nought on both axes.
struct RoutinePlace {
    int place = 0;
    bool operator==(const RoutinePlace&) const = default;
};

/// Move until the readout shows these counts of its resolution, as the drawing counts its axes.
struct GoToReadout {
    std::int64_t x = 0, y = 0;
    std::int64_t short_x = 0, short_y = 0; ///< it stops so much short: tightening the locks carries the slides on
    bool from_last = false;                ///< counted from where zero was set last
    bool operator==(const GoToReadout&) const = default;
};

/// What the display shows there with both locks tight, and what it is brought to before they are tightened.
inline Point shown_locked(const GoToReadout& go, const Readout& readout) {
    return {readout.resolution * static_cast<double>(go.x), readout.resolution * static_cast<double>(go.y)};
}
inline Point shown_before_locking(const GoToReadout& go, const Readout& readout) {
    return {readout.resolution * static_cast<double>(go.x - go.short_x),
            readout.resolution * static_cast<double>(go.y - go.short_y)};
}
/// The scales see the slide itself, so the side it comes from does not move the hole; but it is kept all the same, so
/// that screw and nut rest on each other on the same side whenever the locks are tightened.
inline constexpr Towards readout_finish = Towards::Plus;

/// With the table's scale and handle dial at 0: bring the middle of the rotary table under the spindle, set the slide's
/// dial to 0 (last moving this way), and clamp the work with this point of it on the middle, its right-hand side right.
struct CentreOnTable {
    Point centre; ///< from the datum
    Towards approach = Towards::Plus;
    bool operator==(const CentreOnTable&) const = default;
};

/// Turn the rotary table's handle: whole turns, then on the same way until its dial shows `line`.
struct TurnTable {
    Turn way = Turn::Clockwise;
    int turns = 0;
    int line = 0;
    std::int64_t reading = 0; ///< what the table's own scale then shows, in steps (cross-check)
    int take_up = 0;          ///< as for TurnHandwheel
    bool operator==(const TurnTable&) const = default;
};

/// Turn the rotary table's handle by the index plate: whole turns, then on by so many holes of a circle.
struct TurnIndex {
    int plate = 0, circle = 0; ///< holes in the circle that is used
    int turns = 0, holes = 0;
    std::int64_t reading = 0; ///< holes of that circle turned since the start (cross-check)
    bool operator==(const TurnIndex&) const = default;
};

/// Scribe one line at a setting of the height gauge (counts of its step) from the reference edge. Axis X: the line
/// stands at that X. `holes` and `centres` (patterns) lie on it.
struct ScribeLine {
    Axis axis = Axis::X;
    bool from_far_edge = false; ///< right or upper edge is the reference, instead of left or lower
    std::int64_t setting = 0;
    std::vector<int> holes;
    std::vector<int> centres;
    bool operator==(const ScribeLine&) const = default;
};

/// Step from the reference edge to the scribed line, along the axis (negative from a far edge).
inline Length step_to(const ScribeLine& line, const LayoutBench& bench) {
    return bench.gauge_step * static_cast<double>(line.from_far_edge ? -line.setting : line.setting);
}

/// Set the dividers to a radius (counts) and strike the pitch circle of a pattern from its pricked centre. The
/// crossings of `holes` must lie on it; others of the pattern may stand off it.
struct StrikeCircle {
    int pattern = 0;
    std::int64_t radius = 0;
    std::vector<int> holes;
    bool operator==(const StrikeCircle&) const = default;
};

/// Set the dividers to the chord (counts) and step round from the first hole: each crossing must fall on the step.
struct StepChord {
    int pattern = 0;
    std::int64_t chord = 0;
    int steps = 0;
    int last = 0; ///< number of the last hole that is stepped to
    Angle apart;  ///< between neighbours
    bool operator==(const StepChord&) const = default;
};

/// Find the crossing of the hole's two lines with a sharp prick punch and mark it lightly.
struct PrickMark {
    bool operator==(const PrickMark&) const = default;
};

/// Look at the pricked marks through a magnifier, and draw over those that are beside their crossing.
struct LookAtMarks {
    std::vector<int> holes;
    bool operator==(const LookAtMarks&) const = default;
};

/// Deepen the mark with the centre punch.
struct PunchMark {
    bool operator==(const PunchMark&) const = default;
};

/// Measure between the marks of two holes before drilling; `expected` in counts of what the caliper is trusted to.
struct CompareMarks {
    int from = 0, to = 0;
    std::int64_t expected = 0;
    bool operator==(const CompareMarks&) const = default;
};

/// Bring a bearing of the bar to the top, by one of the ways. The first of them says what the top is called from then
/// on; all others go back to how the bar lay then (or to a rod in the hole that was made then), so nothing adds up.
struct TurnBar {
    bool first = false;
    Angle bearing;                 ///< the first: the bearing that is up
    std::optional<BarRest> rest{}; ///< the first: what it is laid in, where that is known
    std::string vise{};            ///< by name, where one holds it
    AngleWay way{};
    int from = -1; ///< hole that was made at the first bearing
    Angle set;     ///< protractor and end line: to be set, counter-clockwise
    Length height; ///< rod and heights: of the rod's one place above the other; strip: way round, counter-clockwise
    Length rod;    ///< rod and heights: length between its two places
    Sense lean{};  ///< rod and heights: counter-clockwise when the new bearing lies that way from the rod
    int faces = 0; ///< index: faces on, counter-clockwise
    int sides = 0;
    bool other_end = false; ///< the angle is read at the rod's other end, half a turn on
    bool far_mouth = false; ///< the hole goes through, and its far mouth stands at the angle wanted

    /// Whether it only goes back to how the bar lay first.
    [[nodiscard]] bool back_to_first() const {
        return !first && set == Angle{} && height == Length{} && faces == 0 && !other_end;
    }
    bool operator==(const TurnBar&) const = default;
};

/// Stand the spindle over the bar's axis and count across from there. Touching one side, it goes on by `go`.
struct StandOverAxis {
    TopWay way{};
    Length go;
    Length finder; ///< touching one side: diameter of its tip
    Towards approach = Towards::Plus;
    bool operator==(const StandOverAxis&) const = default;
};

/// Set fence (axis Y) or stop (axis X): a pin in the chuck, and packing between it and the fence; where no packing
/// comes near, the gap is set with a caliper.
struct SetPacking {
    Axis axis = Axis::X;
    bool from_far_end = false; ///< the right end (upper edge) lies against it
    Length pin;
    std::vector<Length> pieces;
    Length gap;        ///< by the caliper; with packing the sum of its pieces
    Length half_block; ///< half the width of what lies against the fence with the bar's axis in its middle
    bool vee = false;  ///< that is a vee block, not the bar itself
    bool operator==(const SetPacking&) const = default;
};

/// Scribe along the bar, which lies on the plate with the bearing level, at a setting of the height gauge.
struct ScribeAlongBar {
    std::int64_t setting = 0;
    std::vector<int> holes;
    bool operator==(const ScribeAlongBar&) const = default;
};

/// Scribe across that line, standing the bar on its end, at a setting of the height gauge.
struct ScribeAcrossBar {
    bool from_right_end = false;
    std::int64_t setting = 0;
    std::vector<int> holes;
    bool operator==(const ScribeAcrossBar&) const = default;
};

/// Lay the old part on the new piece, with one of its holes over a place and another one towards a bearing, and clamp
/// it.
struct LayOldPart {
    std::string zero;  ///< hole that comes over `at`
    std::string along; ///< hole, or edge, that lies towards `bearing`; empty: only one hole
    Point at;          ///< from the datum
    Angle bearing;
    bool turned_over = false;
    bool bonded = false; ///< glued on, not clamped
    bool operator==(const LayOldPart&) const = default;
};

/// Get the place of one of its holes across.
struct MarkAcross {
    std::string from; ///< hole of the old part
    MarkWay way{};
    Length hole; ///< its diameter
    Length tool; ///< diameter of the punch, plug, marker or drill
    std::string thread;
    bool operator==(const MarkAcross&) const = default;
};

/// Put a pin, or the drill itself, through the hole just drilled, so that nothing shifts for the next.
struct PinThrough {
    std::string from;
    Length pin;
    bool operator==(const PinThrough&) const = default;
};

/// What is done by hand when the machine has done its part: taps, reamers, the burr on the far side.
struct WorkByHand {
    int cutter = 0;
    std::string step; ///< of the chains: "tap 1", "deburr"
    std::vector<int> holes;
    bool bench_vise = false; ///< in one; otherwise it stays clamped as it was drilled
    bool operator==(const WorkByHand&) const = default;
};

/// Take the old part off again.
struct TakeOldPartOff {
    bool operator==(const TakeOldPartOff&) const = default;
};

/// Measure between the marks (or holes) of two of its holes before going on.
struct CompareAcross {
    std::string from, to;
    Length expected;
    Length within; ///< what they may differ by
    bool operator==(const CompareAcross&) const = default;
};

/// Drill where a hole's mark is.
struct DrillMark {
    std::string from;
    std::string size; ///< "8.4 mm", "for thread M6"
    bool operator==(const DrillMark&) const = default;
};

/// Put another cutter of the list to fetch into the spindle.
struct ChangeCutter {
    int cutter = 0;
    bool operator==(const ChangeCutter&) const = default;
};

/// Bring the knee up (or down, and up again) so that the cutter's tip stands where the last one's stood.
struct MoveKnee {
    bool up = true;
    int turns = 0, line = 0; ///< whole turns, then on until the dial, set to 0 before, shows the line
    Length by;               ///< how far in all
    bool operator==(const MoveKnee&) const = default;
};

/// Touch the work where the spindle stands: a dimple that only shows the place.
struct TouchLightly {
    bool operator==(const TouchLightly&) const = default;
};

/// Before the hole is made, measure from the edges of the blank to a pin in the spindle.
struct CheckPlace {
    bool from_right = false, from_upper = false;
    std::int64_t x = 0, y = 0; ///< counts of the caliper's step, from the edges
    Length step, within;       ///< what the caliper is read to, and what the figures may differ by
    bool operator==(const CheckPlace&) const = default;
};

/// Make one step of the hole's chain where the spindle stands (or where the mark is).
struct DrillHole {
    int step = -1;   ///< of the hole's chain; -1: the hole as a whole
    int cutter = -1; ///< that has to be in the spindle
    bool operator==(const DrillHole&) const = default;
};

using Action =
    std::variant<PickUpZero, TurnHandwheel, ZeroReadout, KeyCircle, GoToReadout, CentreOnTable, TurnTable, ScribeLine,
                 StrikeCircle, StepChord, PunchMark, CompareMarks, TurnBar, StandOverAxis, SetPacking, ScribeAlongBar,
                 ScribeAcrossBar, LayOldPart, MarkAcross, PinThrough, TakeOldPartOff, CompareAcross, DrillMark,
                 DrillHole, KeyRow, RoutinePlace, TurnIndex, PrickMark, LookAtMarks, ChangeCutter, MoveKnee,
                 TouchLightly, CheckPlace, WorkByHand, TouchEdge, LookAtCorner, CentreOver>;

// Which moves belong together, so that a reader can name those it has nothing to do with, and the compiler names the
// readers that do not know a new one.
template <class... Moves> struct Kinds {};
using TouchMoves = Kinds<TouchEdge, LookAtCorner, CentreOver>;
using DialMoves = Kinds<PickUpZero, TurnHandwheel>;
using ReadoutMoves = Kinds<ZeroReadout, GoToReadout>;
using RoutineMoves = Kinds<KeyCircle, KeyRow, RoutinePlace>;
using TableMoves = Kinds<CentreOnTable, TurnTable, TurnIndex>;
using PlateMoves = Kinds<ScribeLine, StrikeCircle, StepChord, PrickMark, LookAtMarks, CompareMarks>;
using BarMoves = Kinds<TurnBar, StandOverAxis, ScribeAlongBar, ScribeAcrossBar>;
using AcrossMoves = Kinds<LayOldPart, MarkAcross, PinThrough, TakeOldPartOff, CompareAcross, DrillMark>;

template <class Move, class... All> constexpr bool is_one_of(Kinds<All...>) {
    return (std::is_same_v<Move, All> || ...);
}
/// A move of any of these groups.
template <class Move, class... Groups>
concept MoveOf = (is_one_of<Move>(Groups{}) || ...);

/// Whether it lays, turns or packs the work, or lays an old part on it.
inline bool lays_the_work(const Action& action) {
    return std::holds_alternative<TurnBar>(action) || std::holds_alternative<StandOverAxis>(action) ||
           std::holds_alternative<SetPacking>(action) || std::holds_alternative<LayOldPart>(action);
}

struct Instruction {
    Action action;
    int hole = -1; ///< index of the hole it serves, -1 when it serves none in particular
    bool operator==(const Instruction&) const = default;
};

/// All that is to be done on one machine, in order.
struct Route {
    std::string machine;
    std::vector<Instruction> list;
    std::vector<int> order; ///< holes in the order in which they are made
    bool operator==(const Route&) const = default;
};

} // namespace clockface
