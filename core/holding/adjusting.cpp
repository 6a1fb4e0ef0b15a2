#include "holding/adjusting.h"

#include "measure/radians.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

// By so much two lengths differ that a gauge or a file can tell apart.
constexpr Length nothing = Length::mm(5e-5);

std::string by(Length length, Unit unit) {
    return deviation_in_words(abs(length), unit);
}

std::string way(Length away, Unit unit) {
    if (abs(away) < nothing)
        return say("not at all");
    return say(away > Length{} ? later("{by} away from you") : later("{by} towards you"), {{"by", by(away, unit)}});
}

std::string stands(Length off, Unit unit) {
    if (abs(off) < nothing)
        return say("right");
    return say(off > Length{} ? later("{by} too near you") : later("{by} too far from you"), {{"by", by(off, unit)}});
}

} // namespace

Nudge nudge_for(const GaugeReading& reading, const Adjusting& adjusting) {
    const auto end = [&](Length far, Length near) {
        return adjusting.wanted ? far - *adjusting.wanted : (far - near) / 2.0;
    };
    Nudge nudge;
    nudge.left = end(reading.far_left, reading.near_left);
    nudge.right = end(reading.far_right, reading.near_right);
    nudge.shift = (nudge.left + nudge.right) / 2.0;
    nudge.turn = Angle::degrees(std::atan((nudge.right - nudge.left) / adjusting.span) * degrees_per_radian);
    const Length left = reading.far_left + reading.near_left, right = reading.far_right + reading.near_right;
    nudge.left_over = adjusting.wanted
                          ? std::max(abs(left - *adjusting.wanted * 2.0), abs(right - *adjusting.wanted * 2.0))
                          : abs(left - right) / 4.0;
    return nudge;
}

bool is_within(const GaugeReading& reading, const Adjusting& adjusting) {
    const Nudge nudge = nudge_for(reading, adjusting);
    return std::max(abs(nudge.left), abs(nudge.right)) <= adjusting.within;
}

bool is_released(const Adjusting& adjusting) {
    return !adjusting.log.empty() && adjusting.log.back().clamps == Tightness::Tight &&
           is_within(adjusting.log.back(), adjusting);
}

std::string next_in_words(const Adjusting& adjusting, Unit unit) {
    if (adjusting.log.empty())
        return say("Lock the gauge and do not touch its setting again. Try it at both sides of both ends while the "
                   "clamps are loose, and note what it reads.");
    const GaugeReading& last = adjusting.log.back();
    const Nudge nudge = nudge_for(last, adjusting);
    if (!is_within(last, adjusting)) {
        const bool alike = abs(nudge.right - nudge.left) < nothing;
        const std::string moves =
            alike ? say("Nudge both ends {shift}, and read again.", {{"shift", way(nudge.shift, unit)}})
                  : say("Nudge the left end {left} and the right end {right}: as a whole {shift}, and a turn of {turn} "
                        "{sense}. "
                        "Then read again.",
                        {{"left", way(nudge.left, unit)},
                         {"right", way(nudge.right, unit)},
                         {"shift", way(nudge.shift, unit)},
                         {"turn", in_degrees(Angle::degrees(std::fabs(nudge.turn.in_degrees())), 3)},
                         {"sense", nudge.turn < Angle{} ? say("clockwise") : say("counter-clockwise")}});
        return last.clamps == Tightness::Tight
                   ? say("Tightening moved it. Slacken both ends until they are snug.") + " " + moves
                   : moves;
    }
    switch (last.clamps) {
    case Tightness::Loose:
        return say(
            "It lies right. Draw one end down until it is snug, and read again: that end stays where it is now.");
    case Tightness::OneEndSnug:
        return say("Draw the other end down until it is snug, and read again.");
    case Tightness::BothSnug:
        return say("Tighten both ends by turns, and read once more: only a reading after that releases it.");
    case Tightness::Tight:
        break;
    }
    return say("Released: read after the final tightening, each end within {within}.",
               {{"within", by(adjusting.within, unit)}});
}

std::vector<std::string> log_in_words(const Adjusting& adjusting, Unit unit) {
    std::vector<std::string> lines;
    for (std::size_t i = 0; i < adjusting.log.size(); ++i) {
        const GaugeReading& reading = adjusting.log[i];
        const Nudge nudge = nudge_for(reading, adjusting);
        std::string line =
            say("{clamps}: the left end {left}, the right end {right}.", {{"clamps", in_words(reading.clamps)},
                                                                          {"left", stands(nudge.left, unit)},
                                                                          {"right", stands(nudge.right, unit)}});
        if (i > 0) {
            const Nudge before = nudge_for(adjusting.log[i - 1], adjusting);
            line += " " + say("Since the line before the left end went {left}, the right end {right}.",
                              {{"left", way(before.left - nudge.left, unit)},
                               {"right", way(before.right - nudge.right, unit)}});
        }
        if (nudge.left_over > adjusting.within)
            line += " " + say("{over} are left whatever is done: work or sides are not alike at both ends.",
                              {{"over", by(nudge.left_over, unit)}});
        lines.push_back(line);
    }
    return lines;
}

std::string name_of(Tightness clamps) {
    switch (clamps) {
    case Tightness::Loose:
        return "loose";
    case Tightness::OneEndSnug:
        return "one-end-snug";
    case Tightness::BothSnug:
        return "both-snug";
    case Tightness::Tight:
        break;
    }
    return "tight";
}

std::string in_words(Tightness clamps) {
    switch (clamps) {
    case Tightness::Loose:
        return say("Loose");
    case Tightness::OneEndSnug:
        return say("One end snug");
    case Tightness::BothSnug:
        return say("Both ends snug");
    case Tightness::Tight:
        break;
    }
    return say("Tight");
}

} // namespace clockface
