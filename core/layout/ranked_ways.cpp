#include "layout/ranked_ways.h"

#include <cmath>

namespace clockface {

namespace {

template <class Kind> Ranked<Kind> take(std::vector<Way<Kind>> ways, std::optional<Kind> wanted) {
    Ranked<Kind> ranked{std::move(ways), 0};
    for (std::size_t i = 0; i < ranked.ways.size(); ++i)
        if (ranked.ways[i].kind == wanted && ranked.ways[i].fits) {
            ranked.taken = i;
            break;
        }
    return ranked;
}

} // namespace

WaysHere::WaysHere(const Job& job, const RoundKit& kit, const Machine& machine, const Estimates& estimates,
                   const Hole& hole)
    : section(section_at(job.blank, hole.bar ? hole.bar->along : Length{}))
    , needs{section,  job.blank.diameter.measured.has_value(), job.unit, job.axis_within, job.pieces, kit, machine,
            estimates} {}

AngleTask angle_task(const Hole& first, const Hole& hole) {
    const auto through = [](const Hole& each) { return !each.spec.depth && each.bar->offset == Length{}; };
    const Angle turn =
        Angle::degrees(std::remainder(hole.bar->bearing.in_degrees() - first.bar->bearing.in_degrees(), 360.0));
    return {turn, through(first), first.spec.diameter, through(hole)};
}

Ranked<TopWay> ranked_tops(const Job& job, const RoundKit& kit, const Machine& machine, const Estimates& estimates,
                           const Hole& hole) {
    const WaysHere here(job, kit, machine, estimates, hole);
    return take(top_ways(here.needs, hole.spec.diameter), job.patterns[hole.pattern].top);
}

Ranked<AngleWay> ranked_angles(const Job& job, const RoundKit& kit, const Machine& machine, const Estimates& estimates,
                               const Hole& first, const Hole& hole) {
    const WaysHere here(job, kit, machine, estimates, hole);
    return take(angle_ways(here.needs, angle_task(first, hole)), job.patterns[hole.pattern].angle);
}

} // namespace clockface
