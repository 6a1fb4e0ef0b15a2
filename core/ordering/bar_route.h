// Instruction lists for the side of a bar: stand over the axis, turn the bar, go along, drill.
#pragma once

#include "ordering/route.h"
#include "round/ways.h"

namespace clockface {

/// The list for any kind of machine. Holes are grouped by the bearing they are drilled at, in the order wanted.
Route make_bar_route(const RouteNeeds& needs, const Machine& machine);

/// What the ways of standing over the axis depend on, at the place of a hole. References must outlive it.
struct WaysHere {
    Section section;
    WayNeeds needs;

    WaysHere(const Job& job, const RoundKit& kit, const Machine& machine, const Estimates& estimates, const Hole& hole);
    WaysHere(const WaysHere&) = delete;
    WaysHere& operator=(const WaysHere&) = delete;
};

/// The task of bringing the bar from the hole made first to another.
AngleTask angle_task(const Hole& first, const Hole& hole);

/// The ways for one hole, ranked, and the one that is taken: the user's choice where it fits, otherwise the first.
template <class Kind> struct Ranked {
    std::vector<Way<Kind>> ways;
    std::size_t taken = 0;
};
Ranked<TopWay> ranked_tops(const Job& job, const RoundKit& kit, const Machine& machine, const Estimates& estimates,
                           const Hole& hole);
Ranked<AngleWay> ranked_angles(const Job& job, const RoundKit& kit, const Machine& machine, const Estimates& estimates,
                               const Hole& first, const Hole& hole);

} // namespace clockface
