#include "simulate/allowed.h"

#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

Allowed allowed_of(const Job& job, const Pattern& pattern, const HoleSpec& spec, const Estimates& estimates) {
    const Within& said = pattern.within;
    if (said.x || said.y) {
        const Length x = said.x.value_or(job.holes_within), y = said.y.value_or(job.holes_within);
        return {x, y, said.x == said.y, false};
    }
    const Length fit = estimates.pins_allow;
    if (spec.purpose == Purpose::Reamed && fit < job.holes_within)
        return {fit, fit, true, true};
    return {job.holes_within, job.holes_within, true, false};
}

std::vector<Allowed> allowed_of(const Job& job, const std::vector<Hole>& holes, const Estimates& estimates) {
    std::vector<Allowed> all;
    all.reserve(holes.size());
    for (const Hole& hole : holes)
        all.push_back(allowed_of(job, job.patterns[hole.pattern], hole.spec, estimates));
    return all;
}

std::string in_words(const Allowed& allowed, Unit unit) {
    return allowed.round
               ? with_unit(allowed.x, unit)
               : say("{x} in X and {y} in Y", {{"x", with_unit(allowed.x, unit)}, {"y", with_unit(allowed.y, unit)}});
}

} // namespace clockface
