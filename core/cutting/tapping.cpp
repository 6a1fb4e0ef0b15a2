#include "cutting/tapping.h"

#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

double tap_turns(Length depth, Length pitch) {
    return std::max(depth / pitch, 0.0);
}

TapRhythm rhythm_for(const Thread& thread, const Metal& metal, const Customs& customs) {
    if (customs.tap_rhythm)
        return *customs.tap_rhythm;
    constexpr Length small = Length::mm(4.0);
    return thread.major <= small || !metal.long_chips ? TapRhythm{1.0, 0.5} : TapRhythm{0.5, 0.25};
}

std::string turns_in_words(const TapByHand& tap) {
    constexpr double quarters = 4.0, exact = 1e-6;
    const double count = tap.turns * quarters;
    const auto whole = static_cast<std::int64_t>(tap.stops ? std::floor(count + exact) : std::ceil(count - exact));
    static const char* const rest[] = {"", " 1/4", " 1/2", " 3/4"};
    const std::int64_t turns = whole / 4;
    const std::string part = rest[whole % 4];
    if (turns == 0 && !part.empty())
        return part.substr(1);
    return std::to_string(turns) + part;
}

std::string rhythm_in_words(const TapRhythm& rhythm) {
    if (rhythm == TapRhythm{0.5, 0.25})
        return say("Half a turn on, a quarter back.");
    if (rhythm == TapRhythm{1.0, 0.5})
        return say("One turn on, half a turn back.");
    const auto figure = [](double turns) { return decimal(turns, 2, Sign::WhenNegative, Tail::Trim); };
    return say("{on} turns on, {back} back.", {{"on", figure(rhythm.on)}, {"back", figure(rhythm.back)}});
}

} // namespace clockface
