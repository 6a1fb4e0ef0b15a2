#include "shop/backlash_test.h"

#include "measure/figures.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace clockface {

Result<BacklashFound> backlash_from(const Screw& screw, const std::vector<BacklashTrial>& trials) {
    if (trials.empty())
        return problem("", "Two readings of the dial are needed: one moving plus, one moving minus.");
    const double round = screw.lines;
    double sum = 0.0, least = round, most = 0.0;
    for (std::size_t i = 0; i < trials.size(); ++i) {
        for (const double reading : {trials[i].moving_plus, trials[i].moving_minus})
            if (!(reading >= 0.0 && reading <= round))
                return problem("", fmt::format("Trial {}: this dial has lines from 0 to {}.", i + 1, screw.engraved()));
        double lines = trials[i].moving_plus - trials[i].moving_minus;
        if (screw.plus == Turn::CounterClockwise)
            lines = -lines;
        lines -= std::floor(lines / round) * round;
        constexpr double swapped = 0.75; // of a turn: far more likely a small figure of the other sign
        if (lines > round * swapped)
            return problem("",
                           fmt::format("Trial {}: that would be {} lines lost, most of a turn. Are the two readings "
                                       "swapped?",
                                       i + 1, decimal(lines, 1, Sign::WhenNegative, Tail::Trim)));
        sum += lines;
        least = std::min(least, lines);
        most = std::max(most, lines);
    }
    const double mean = sum / static_cast<double>(trials.size());
    constexpr double much = 3.0;
    if (most - least > much && most - least > mean / much)
        return problem(
            "", fmt::format("The trials differ by {} lines. Is the slide locked lightly, the indicator firm, and "
                            "did the wheel go on far enough past nought each time?",
                            decimal(most - least, 1, Sign::WhenNegative, Tail::Trim)));
    BacklashFound found{screw.graduation() * mean, screw.graduation() * (most - least), {}};
    found.sentence = fmt::format("{} lines of {}: {} of backlash", decimal(mean, 1, Sign::WhenNegative, Tail::Trim),
                                 with_unit(screw.graduation(), screw.unit), with_unit(found.backlash, screw.unit));
    found.sentence += trials.size() > 1
                          ? fmt::format(", the trials within {} of each other.", with_unit(found.spread, screw.unit))
                          : ". Another trial or two would show whether it can be trusted.";
    return found;
}

} // namespace clockface
