// How the work of a set-up lies: in which vise, on what, how much of it is gripped, and what stands where around it.
#pragma once

#include "cutting/chain.h"
#include "cutting/cutter_list.h"
#include "job/job.h"
#include "layout/pattern.h"
#include "shop/shop.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// What a drill, or the chuck above it, can meet below or beside the work. A slot is open: the drill goes into it and
/// meets the table.
enum class Underneath {
    Free,
    Parallel,
    Jaw,
    Bed,
    Slot,
    Table,
    Waste,
    Clamp,
    ChuckFace,
    VeeBlock,
    ColletBlock,
    AnglePlate,
    NotKnown
};

/// Something solid, seen from above a box, from a level downwards. The work lies as drawn: measured from the middle of
/// its face, x to the right, y away from the operator. Slot is the room between the two halves of a bed.
struct Solid {
    Underneath kind = Underneath::Table;
    Length left, right, near, far;
    Length top;        ///< its level below the work's top; above it where negative
    bool rear = false; ///< of jaws and parallels: the vise's rear one, at the operator's far side unless it is turned
    Length bottom{};   ///< down to this level; of the table, which is thick enough for every drill, its top again
    Angle turn{};      ///< the box is turned counter-clockwise about its middle
    Length falls{};    ///< its top slopes from near to far: at its far edge it lies so much lower; of boxes that are
                       ///< longer than all work
    bool disc = false; ///< round, as wide as the box, with a hole in its middle
    Length bore{};     ///< diameter of that hole
};

/// The box round it whose sides lie along x and y.
Solid upright(const Solid& solid);

/// What of a solid lies in a section straight across at x: from near to far, two of what has a hole there. Empty where
/// it is not cut.
struct Span {
    Length near, far;
};
std::vector<Span> cut_at(const Solid& solid, Length x);

/// How the spindle stands to the work, from an indicator swung half round it.
struct Lean {
    Angle tilt;    ///< off square, nought or more: its tangent is what the indicator reads apart over the span
    Length beside; ///< how far a straight hole through the work comes out beside where it went in: height times that
};

struct Held {
    bool known = false;                  ///< otherwise nothing takes it, or its list says how it lies
    bool by_its_list = false;            ///< a bar, an angle section, marks across: the moves themselves lay the work
    bool touched = false;                ///< zero is found by touching its faces
    bool against_fence = false;          ///< it lies against the fence and stop of a drill press
    bool fence_upper = false;            ///< its upper edge does, as drawn
    bool bench_vise = false;             ///< the shop has one: what is done by hand is done in it
    bool try_square = false;             ///< the shop has one
    bool on_flats = false;               ///< a square bar: it lies on a flat, and the jaws close on two others
    bool guided = false;                 ///< a bushing stands over every hole: a jig's, or one gripped above the bar
    std::optional<Vise> vise;            ///< nothing: clamped on the table, or in a chuck or vee block that lies there
    std::optional<WorkChuck> work_chuck; ///< on the table
    std::optional<AnglePlate> plate;     ///< on the table: it is drawn against its wall
    std::optional<BarRest> rest;         ///< of a bar whose side is up
    VeeBlock vee{};                      ///< that it rests in
    ColletBlock collet{};                ///< likewise, held in the vise
    Length block_at;                     ///< middle of the collet block, from the bar's, to the right
    std::optional<ParallelPair> parallels; ///< nothing: it stands on the bed, or on the waste
    bool rear_taken_out = false;
    Length waste; ///< thickness below it on the table
    StopAt stop = StopAt::None;
    std::optional<Finder> finder;
    std::optional<Lean> lean;         ///< where an indicator was swung
    bool turned = false;              ///< the vise stands turned a quarter, its rear jaw at the left
    Length aside;                     ///< the work's middle, along the jaws, from theirs
    std::vector<ClampAt> clamps;      ///< on the table, where they stay for the whole set-up
    bool round = false;               ///< a disc or a ring
    Strap strap;                      ///< each of them
    Length chuck;                     ///< the spindle's: its diameter; nought: not known
    std::optional<CentreWish> centre; ///< zero is found over the middle of this

    Length along, across; ///< extents of the work along and across the jaws; on the table along x and y
    Length height;        ///< of the work
    Length proud;         ///< from the jaws' or the wall's top to the work's top; negative: it stands below them
    Length gripped;       ///< from the work's bottom to the jaws' or the wall's top, from nought to its height; nought
                          ///< on the table
    std::string why;      ///< this holding, in plain sentences
    std::string why_parallels;
    std::string through_bushing; ///< where it is guided: what goes through the bushings and what does not
    std::string fault;           ///< why what was asked for cannot be, with what would do; empty: it can

    /// Name of what holds it in the shop; empty where clamps or a block for bars do.
    [[nodiscard]] std::string holder() const {
        return vise ? vise->name : work_chuck ? work_chuck->name : plate ? plate->name : std::string();
    }
    /// Everything solid around it. Empty where nothing is known.
    [[nodiscard]] std::vector<Solid> solids() const;
    /// How high its jaws stand above the bed of the vise, or above the face of the chuck. Nought on the table.
    [[nodiscard]] Length jaw_depth() const {
        return vise ? vise->jaw_depth : work_chuck ? work_chuck->jaw_height : Length{};
    }
    /// What the vise's jaws close on: the work, or the collet block round it; and the level of its bottom.
    [[nodiscard]] Length between_jaws() const { return rest == BarRest::ColletBlock ? collet.across : across; }
    [[nodiscard]] Length bottom() const {
        return rest == BarRest::ColletBlock ? (height + collet.across) / 2.0 : height;
    }
    /// The level of what it stands on, above its bottom: two parallels at the jaws let a round bar down between them.
    [[nodiscard]] Length stands_at() const;
    /// Extents of the work along the drawing's x and y.
    [[nodiscard]] Point extents() const { return turned ? Point{across, along} : Point{along, across}; }
    /// A point of the face, from its middle, seen along (x) and across the jaws (y).
    [[nodiscard]] Point in_jaws(Point from_middle) const {
        return turned ? Point{from_middle.y, -from_middle.x} : from_middle;
    }
    /// A solid seen so.
    [[nodiscard]] Solid in_jaws(const Solid& solid) const;
    /// The axis the jaws close along.
    [[nodiscard]] Axis across_jaws() const { return turned ? Axis::X : Axis::Y; }
    /// Whether the face it is found by along an axis, at the fixed jaw, at the wall, at the fence or at the stop, is
    /// the right or far one. A wall that stands too high for the finder covers that face, and the near one is left.
    [[nodiscard]] bool located_at_high(Axis axis) const {
        if (axis != across_jaws())
            return stop == StopAt::Right;
        if (against_fence)
            return fence_upper;
        return plate ? finder && proud >= finder->needs : vise && vise->fixed_rear != turned;
    }
};

/// What stands highest beside the work, and how far above its top.
struct Highest {
    Underneath what = Underneath::Clamp;
    Length above;
};
/// Nothing where all of it ends below the work's top, or is not known.
std::optional<Highest> highest_beside(const Held& held);
/// How high the work's top is above the table, and what a cutter passes over on its way between two holes. Where it is
/// not known how it lies, as if it lay on the table.
Overhead overhead_of(const Held& held);
/// "Between two holes lift every cutter more than 30 mm above the work: a clamp stands as high." And how much room the
/// longest of them has. Empty where there is nothing to say.
std::string passing_in_words(const Held& held, const Room& room, Unit unit);

/// Where a hole is drilled, as the work lies: from the middle of its face; on the side of a bar, turned until the hole
/// is up, from the bar's middle along it and from its axis across, away from the operator.
struct HolePlace {
    Point at;
    Length below{}; ///< its mouth lies so much lower than the work's top: on a bar's thinner part, or beside its crest
};

/// The holes of the face that is up, with where and by what each is cut.
struct HolesToHold {
    const std::vector<Hole>& holes;
    const std::vector<HolePlace>& places; ///< by hole
    const std::vector<int>& kind_of;      ///< by hole, of the chains
    const std::vector<Chain>& chains;
};

/// How a set-up's work is held: as the user said and, where nothing was said, as proposed. The job has that set-up at
/// hand. Proposed is the smallest vise that takes it, y across the jaws, or turned a quarter where none takes it so;
/// the parallels that are met by the fewest drills, let it be gripped by half its height (drilling pushes down: more is
/// only wanted for side loads) and stand proud enough for the finder; clamps and a waste board where no vise takes it,
/// for discs and thin sheet, against a fence, on a rotary table and for marked work; a chuck for discs, and bars on
/// end, that it takes; an angle plate for work so tall that jaws would grip too little of it. A round bar whose side is
/// up lies in a vee block on a drill press, in a vise on a mill, or as the way wants that stands the drill over its
/// axis or brings it to its angles; a square one lies in a vise by its flats. Of other bars' sides, an angle section
/// and marks across nothing is known: their lists say how the work lies.
Held held_for(const Job& job, const Shop& shop, const Machine& machine, const Estimates& estimates,
              const HolesToHold& holes);

/// "In the wide vise, on the 6 × 28 mm parallels, with a stop at the left." Empty where it is not known.
std::string in_words(const Held& held, Unit unit);

/// Nothing where it was not swung. Requires a span above nought (`first_fault`).
std::optional<Lean> lean_of(const HoldingWishes& wishes, Length height);

/// What the indicator may read apart until a straight hole through the work comes out by half of what is allowed
/// beside. Requires a height above nought.
Length lean_allowed(const HoldingWishes& wishes, Length height, Length holes_within);
/// That, and what to do without an indicator or with a table that gives. Empty where nothing is allowed or known.
std::vector<std::string> square_advice(const HoldingWishes& wishes, Length height, Length holes_within, Unit unit);

/// What keeps the work from being spun by the drill, and what has to be seen to for that.
std::string kept_from_spinning(const Held& held);
/// What to do when the work has been out and goes back, step by step, and what of its zero is left then. Empty where it
/// is not known how it lies.
std::vector<std::string> reseating(const Held& held);

/// Where the vise's rear or its other jaw stands, for a sentence: "rear" and "near", or "left" and "right".
std::string side_in_words(const Held& held, bool rear);
/// Too little of it is gripped to be drilled: less than a quarter of its height. What is taller than wide does not need
/// more than its own width.
bool little_grip(Length gripped, Length height, Length across);
/// What a sheet that is thin for its width does between jaws.
bool bows(Length height, Length across);

/// "a parallel", "the bed of the vise" …
std::string in_words(Underneath what);
/// Stable names for files: "parallel", "bed" …
std::string name_of(Underneath what);

} // namespace clockface
