#include "cutting/tapping.h"

#include "cutting/depth_figure.h"
#include "cutting/formulas.h"
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

bool under_power(const Spindle& spindle, TapLead lead) {
    return spindle.taps && lead != TapLead::Bottoming;
}

Result<double> turns_for_feed(const Spindle& spindle, double feed, Length pitch, Unit unit) {
    const auto wanted = tap_feed(feed, std::nullopt, pitch);
    if (!wanted)
        return tl::unexpected(wanted.error());
    constexpr double same = 0.005; // of it
    const double turns = wanted->turns;
    std::vector<double> near;
    if (spindle.steps.empty()) {
        if (turns >= spindle.slowest * (1.0 - same) && turns <= spindle.fastest * (1.0 + same))
            return std::clamp(turns, spindle.slowest, spindle.fastest);
        near = {turns < spindle.slowest ? spindle.slowest : spindle.fastest};
    } else {
        const auto above = std::lower_bound(spindle.steps.begin(), spindle.steps.end(), turns * (1.0 - same));
        if (above != spindle.steps.end() && *above <= turns * (1.0 + same))
            return *above;
        if (above != spindle.steps.begin())
            near.push_back(*std::prev(above));
        if (above != spindle.steps.end())
            near.push_back(*above);
    }
    const auto figure = [](double value) { return decimal(value, 0); };
    const auto fed = [&](double rpm) { return feed_figure(rpm * pitch.in_mm(), unit); };
    return problem(
        "",
        say("At a pitch of {pitch} this feed wants {turns} turns a minute, and the spindle has "
            "{near}: {feeds} would do.",
            {{"pitch", depth_figure(pitch, unit)},
             {"turns", decimal(turns, turns < 10.0 ? 1 : 0)},
             {"near", near.size() > 1 ? say("{one} or {other}", {{"one", figure(near[0])}, {"other", figure(near[1])}})
                                      : figure(near[0])},
             {"feeds", near.size() > 1 ? say("{one} or {other}", {{"one", fed(near[0])}, {"other", fed(near[1])}})
                                       : fed(near[0])}}));
}

std::string in_words(TapGuide guide, bool quill_springs_back) {
    switch (guide) {
    case TapGuide::Eye:
        return say("By hand, upright by the eye: look from two sides at right angles over the first three turns.");
    case TapGuide::Follower:
        return say(
            "By hand, the pointed follower in the chuck resting in the end of the tap, lightly, and brought down "
            "with it; the power off.");
    case TapGuide::Chuck:
        break;
    }
    return quill_springs_back
               ? say("Gripped in the chuck, which is turned by hand with the power off. The quill pulls upwards: let "
                     "its return spring off as the maker's manual says, and set it again afterwards.")
               : say("Gripped in the chuck, which is turned by hand with the power off and the drive out of gear.");
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
