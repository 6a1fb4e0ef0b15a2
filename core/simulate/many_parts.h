// Many parts made with the same list, each with its own errors: how many come out right, how many bolt up, and which
// error costs most.
#pragma once

#include "cutting/chain.h"
#include "simulate/allowed.h"
#include "simulate/operator.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

struct ManyPartsNeeds {
    const Route& route;
    const Machine& machine;
    const Job& job;
    const std::vector<Hole>& holes;
    const std::vector<Chain>& chains;
    const std::vector<int>& kind_of;
    const Estimates& estimates;
};

/// What one source of error gives: nineteen holes in twenty lie within `most` from it alone.
struct BudgetLine {
    std::optional<ErrorSource> source; ///< nothing: rounding to what the device shows
    Length most;
};

struct ManyParts {
    int parts = 0;
    Length within;                     ///< what a hole may stand beside its place, where nothing else counts for it
    std::optional<Length> fits_within; ///< the same of holes with a fit, where there are any and this is less
    bool own_within = false;           ///< some patterns say their own
    double share_within = 0.0;         ///< parts of which no hole stands farther
    std::optional<double> share_bolts; ///< parts that go on a mate that is made exactly to the drawing; nothing:
                                       ///< the job has no screw holes
    Length most;                       ///< nineteen holes in twenty lie within
    std::vector<Length> worst_of_part; ///< of each part its worst hole, rising
    std::vector<std::vector<Point>>
        cloud;                      ///< by hole: where it came out in the first few hundred parts, from its place
    std::vector<BudgetLine> budget; ///< dearest first
};

/// Makes `parts` parts. The same seed gives the same parts. Nothing for work on the side of a bar, whose ways carry
/// their own sums of errors, and for a list without holes.
std::optional<ManyParts> make_many(const ManyPartsNeeds& needs, int parts = 400, std::uint64_t seed = 1);

/// What a hole's drill runs off by where it starts, one standard deviation on each axis: little in a spot, more
/// without, by metal.
std::vector<Length> wander_of(const Job& job, const std::vector<Chain>& chains, const std::vector<int>& kind_of,
                              const Estimates& estimates);

/// "picking up zero", "setting to the line" …
std::string in_words(ErrorSource source);

} // namespace clockface
