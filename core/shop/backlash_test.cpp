#include "shop/backlash_test.h"

#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

Result<BacklashFound> backlash_from(const Screw& screw, const std::vector<BacklashTrial>& trials) {
    if (trials.empty())
        return problem("", say("Two readings of the dial are needed: one moving plus, one moving minus."));
    const double round = screw.lines;
    double sum = 0.0, least = round, most = 0.0;
    for (std::size_t i = 0; i < trials.size(); ++i) {
        for (const double reading : {trials[i].moving_plus, trials[i].moving_minus})
            if (!(reading >= 0.0 && reading <= round))
                return problem("", say("Trial {number}: this dial has lines from 0 to {engraved}.",
                                       {{"number", i + 1}, {"engraved", screw.engraved()}}));
        double lines = trials[i].moving_plus - trials[i].moving_minus;
        if (screw.plus == Turn::CounterClockwise)
            lines = -lines;
        lines -= std::floor(lines / round) * round;
        constexpr double swapped = 0.75; // of a turn: far more likely a small figure of the other sign
        if (lines > round * swapped)
            return problem(
                "",
                say("Trial {number}: that would be {lines} lines lost, most of a turn. Are the two readings swapped?",
                    {{"number", i + 1}, {"lines", decimal(lines, 1, Sign::WhenNegative, Tail::Trim)}}));
        sum += lines;
        least = std::min(least, lines);
        most = std::max(most, lines);
    }
    const double mean = sum / static_cast<double>(trials.size());
    constexpr double much = 3.0;
    if (most - least > much && most - least > mean / much)
        return problem("", say("The trials differ by {least} lines. Is the slide locked lightly, the indicator firm, "
                               "and did the wheel go on far enough past nought each time?",
                               {{"least", decimal(most - least, 1, Sign::WhenNegative, Tail::Trim)}}));
    BacklashFound found{screw.graduation() * mean, screw.graduation() * (most - least), {}};
    found.sentence = say("{mean} lines of {graduation}: {backlash} of backlash",
                         {{"mean", decimal(mean, 1, Sign::WhenNegative, Tail::Trim)},
                          {"graduation", with_unit(screw.graduation(), screw.unit)},
                          {"backlash", with_unit(found.backlash, screw.unit)}});
    found.sentence += trials.size() > 1 ? say(", the trials within {spread} of each other.",
                                              {{"spread", with_unit(found.spread, screw.unit)}})
                                        : say(". Another trial or two would show whether it can be trusted.");
    return found;
}

} // namespace clockface
