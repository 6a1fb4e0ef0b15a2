// The ways of standing over a bar's axis and of bringing it to an angle, ranked for a job's own holes.
#pragma once

#include "layout/pattern.h"
#include "round/ways.h"

namespace clockface {

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
