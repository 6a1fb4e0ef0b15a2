// Every zero a readout, or the ring of a dial, was set to, and the way back to each.
//
// Setting an axis that shows b to a takes every figure on by a - b. A zero that was overwritten is had again by taking
// back all that was taken on since. A ring shows where in a turn the slide stands, not in which one: of it all figures
// are within one turn, and so is the way back.
#pragma once

#include "bench/session.h"

namespace clockface {

/// One axis set once, or an earlier zero of it restored.
struct ZeroSet {
    std::int64_t time = 0; ///< seconds since 1970
    int piece = 1;
    int setup = 1;
    AxisSet set;
    bool restored = false;
    std::string by;             ///< the deed's name: what was touched or stood over
    std::optional<Length> back; ///< added to what the axis shows now it gives what this zero would show; nothing: what
                                ///< it showed was not noted every time since
    std::optional<Length> crept{}; ///< the same was found by the same again: shown then, less what it was set to
    std::optional<Length> turn{};  ///< of a dial: the travel for one turn of its screw
};

/// Of one machine, over all pieces, what was taken back left out, in the order of time.
std::vector<ZeroSet> zero_history(const Job& job, const Shop& shop, const std::string& machine);

/// What the next task sets a readout or a dial's ring to, and what it showed before as far as that was noted. Empty
/// where it sets none.
struct ShownBefore {
    std::optional<Length> x, y;
};
std::vector<AxisSet> axes_set(const SetupPlan& plan, const BenchState& state, const ShownBefore& before = {});

/// "X was set to -5 mm, touching the left face with the edge finder; it showed 12.3 mm before."
std::string in_words(const ZeroSet& zero, Unit unit);
/// How to have it again, or what is missing for that. Empty for the zero that holds now.
std::string way_back(const ZeroSet& zero, Unit unit);
/// What a creep means for holes that may miss by so much. Empty where nothing has crept.
std::string creep_advice(const ZeroSet& zero, Length holes_within);

} // namespace clockface
