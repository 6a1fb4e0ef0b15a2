// How the work of a set-up lies: in which vise, on what, how much of it is gripped, and what stands where around it.
#pragma once

#include "cutting/chain.h"
#include "job/job.h"
#include "layout/pattern.h"
#include "shop/shop.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// What a drill can meet below or beside the work. A slot is open: the drill goes into it and meets the table.
enum class Underneath { Free, Parallel, Jaw, Bed, Slot, Table, Waste, NotKnown };

/// Something solid, seen from above a box, from a level downwards. The work lies as drawn: measured from the middle of
/// its face, x along the jaws to the right, y away from the operator.
struct Solid {
    Underneath kind = Underneath::Table;
    Length left, right, near, far;
    Length top;        ///< its level below the work's top; above it where negative
    bool rear = false; ///< of jaws and parallels: at the operator's far side
    Length bottom{};   ///< down to this level; of the table, which is thick enough for every drill, its top again
};

/// How the spindle stands to the work, from an indicator swung half round it.
struct Lean {
    Angle tilt;    ///< off square, nought or more: its tangent is what the indicator reads apart over the span
    Length beside; ///< how far a straight hole through the work comes out beside where it went in: height times that
};

struct Held {
    bool known = false;                    ///< otherwise nothing takes it, or its list says how it lies
    bool by_its_list = false;              ///< a bar, an angle section, marks across: the moves themselves lay the work
    bool touched = false;                  ///< zero is found by touching its faces
    bool against_fence = false;            ///< it lies against the fence and stop of a drill press
    std::optional<Vise> vise;              ///< nothing: clamped on the table
    std::optional<ParallelPair> parallels; ///< nothing: it stands on the bed, or on the waste
    bool rear_taken_out = false;
    Length waste; ///< thickness below it on the table
    StopAt stop = StopAt::None;
    std::optional<Finder> finder;
    std::optional<Lean> lean; ///< where an indicator was swung

    Length along, across; ///< extents of the work as it lies
    Length height;        ///< of the work
    Length proud;         ///< from the jaws' top to the work's top; negative: it stands below them
    Length gripped;       ///< from the work's bottom to the jaws' top, from nought to its height; nought on the table
    std::string why;      ///< this holding, in plain sentences
    std::string why_parallels;
    std::string fault; ///< why what was asked for cannot be, with what would do; empty: it can

    /// Everything solid around it. Empty where nothing is known.
    [[nodiscard]] std::vector<Solid> solids() const;
};

/// The holes of the face that is up, with what cuts each.
struct HolesToHold {
    const std::vector<Hole>& holes;
    const std::vector<int>& kind_of; ///< by hole, of the chains
    const std::vector<Chain>& chains;
};

/// How a set-up's work is held: as the user said and, where nothing was said, as proposed. The job has that set-up at
/// hand. Proposed is the smallest vise that takes it as drawn, y across the jaws; the parallels that are met by the
/// fewest drills, let it be gripped by half its height (drilling pushes down: more is only wanted for side loads) and
/// stand proud enough for the finder; clamps and a waste board where no vise takes it, against a fence, on a rotary
/// table and for marked work. Of a bar, an angle section and marks across nothing is known: their lists say how the
/// work lies.
Held held_for(const Job& job, const Shop& shop, const Machine& machine, const HolesToHold& holes);

/// "In the wide vise, on the 6 × 28 mm parallels, with a stop at the left." Empty where it is not known.
std::string in_words(const Held& held, Unit unit);

/// Nothing where it was not swung. Requires a span above nought (`first_fault`).
std::optional<Lean> lean_of(const HoldingWishes& wishes, Length height);

/// What keeps the work from being spun by the drill, and what has to be seen to for that.
std::string kept_from_spinning(const Held& held);
/// What to do when the work has been out and goes back, step by step, and what of its zero is left then. Empty where it
/// is not known how it lies.
std::vector<std::string> reseating(const Held& held);

/// "a parallel", "the bed of the vise" …
std::string in_words(Underneath what);
/// Stable names for files: "parallel", "bed" …
std::string name_of(Underneath what);

} // namespace clockface
