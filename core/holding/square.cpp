// How the spindle stands to the work.
#include "holding/held.h"
#include "measure/figures.h"
#include "words/say.h"

#include <cmath>
#include <numbers>

namespace clockface {

std::optional<Lean> lean_of(const HoldingWishes& wishes, Length height) {
    if (!wishes.swing_reads)
        return std::nullopt;
    const double slope = abs(*wishes.swing_reads) / wishes.swing_span;
    return Lean{Angle::degrees(std::atan(slope) * 180.0 / std::numbers::pi), height * slope};
}

Length lean_allowed(const HoldingWishes& wishes, Length height, Length holes_within) {
    return wishes.swing_span * (holes_within / 2.0 / height);
}

std::vector<std::string> square_advice(const HoldingWishes& wishes, Length height, Length holes_within, Unit unit) {
    if (height <= Length{} || holes_within <= Length{})
        return {};
    return {
        say("For these holes it may read up to {apart} apart: then a hole through {height} comes out by half of what "
            "is allowed beside.",
            {{"apart", deviation_in_words(lean_allowed(wishes, height, holes_within), unit)},
             {"height", with_unit(height, unit)}}),
        say("Without an indicator: press a flat tool with a machined face in the chuck, spindle off, down on the "
            "loose work, and tighten the work so. That is as square as the tool's face; where holes are to be "
            "closer, swing the indicator."),
        say("A table that gives under the feed leans only while it is drilled: support it, feed gently, and measure "
            "the first hole as it was drilled.")};
}

} // namespace clockface
