#include "measure/reckon.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

constexpr double same_mm = 1e-9;

Result<FencePosts> two_at_least() {
    return problem("", say("A row has two holes or more."));
}
Result<FencePosts> some_length() {
    return problem("", say("Lengths must be more than nought."));
}

} // namespace

Halved halved(Length reading, Length graduation) {
    const Length half = reading / 2.0;
    // A half within a billionth of a graduation is on it.
    const double steps = half / graduation;
    const double nearest = std::round(steps);
    if (std::fabs(steps - nearest) < 1e-9)
        return {half, graduation * nearest, graduation * nearest};
    return {half, graduation * std::floor(steps), graduation * std::ceil(steps)};
}

Result<FencePosts> posts_by_spacing_of(int holes, Length span) {
    if (holes < 2)
        return two_at_least();
    if (!(span > Length{}))
        return some_length();
    return FencePosts{holes, span, span / (holes - 1), {}};
}

Result<FencePosts> posts_by_count_of(Length span, Length spacing) {
    if (!(span > Length{}) || !(spacing > Length{}))
        return some_length();
    if (spacing > span + Length::mm(same_mm))
        return problem("", say("The spacing is longer than the span, so not even two holes fit."));
    constexpr double most = 100'000.0;
    if (span / spacing > most)
        return problem("", say("That would be more than a hundred thousand holes. A longer spacing would do."));
    const int gaps = static_cast<int>(std::floor(span / spacing + 1e-9));
    const Length filled = spacing * gaps;
    return FencePosts{gaps + 1, filled, spacing, abs(span - filled) < Length::mm(same_mm) ? Length{} : span - filled};
}

Result<FencePosts> posts_by_span_of(int holes, Length spacing) {
    if (holes < 2)
        return two_at_least();
    if (!(spacing > Length{}))
        return some_length();
    return FencePosts{holes, spacing * (holes - 1), spacing, {}};
}

Result<RowInLength> row_in_length(Length length, int holes, Length spacing, Length diameter, double least,
                                  Length round) {
    if (holes < 1 || !(diameter > Length{}) || !(length > Length{}))
        return problem("", say("A length, a hole size and a number of holes are needed."));
    const Length span = spacing * (holes - 1);
    if (span >= length)
        return problem("", say("The row alone is {span} mm longer than the piece. A smaller spacing would do.",
                               {{"span", decimal((span - length).in_mm(), 3, Sign::WhenNegative, Tail::Trim)}}));
    RowInLength row;
    row.margin = (length - span) / 2.0;
    row.margin_in_diameters = row.margin / diameter;
    if (holes < 2)
        return row;
    const Length widest = (length - diameter * (2.0 * least)) / (holes - 1);
    for (double steps = std::floor(widest / round + 1e-9); steps > 0.0 && row.round_spacings.size() < 3; --steps)
        row.round_spacings.push_back(round * steps);
    return row;
}

Stepping stepping(Length figure, Length step, int times) {
    const Stepped once = round_to_step(figure, step);
    const Length set = step * static_cast<double>(once.counts);
    return {set, figure - set, (set - figure) * times};
}

PairInWidth pair_from_middle(Length spacing, Length measured) {
    const Length edge = (measured - spacing) / 2.0;
    return {spacing, edge, edge};
}

PairInWidth pair_from_left(Length spacing, Length drawn, Length measured) {
    const Length left = (drawn - spacing) / 2.0;
    return {spacing, left, measured - spacing - left};
}

PairInWidth pair_from_nearest_edges(Length spacing, Length drawn, Length measured) {
    const Length edge = (drawn - spacing) / 2.0;
    return {measured - edge * 2.0, edge, edge};
}

BoreFound bore_found(const BoreReadings& readings) {
    return {(readings.right - readings.left) / 2.0, (readings.far - readings.near) / 2.0,
            abs(readings.right + readings.left - readings.far - readings.near)};
}

TouchedAgain touched_again(const std::vector<Length>& readings) {
    const auto [least, most] = std::minmax_element(readings.begin(), readings.end());
    const auto n = static_cast<double>(readings.size());
    Length sum;
    for (const Length each : readings)
        sum += each;
    TouchedAgain found{sum / n, *most - *least, std::nullopt};
    if (readings.size() < 2)
        return found;
    double squares = 0.0;
    for (const Length each : readings)
        squares += std::pow((each - found.mean).in_mm(), 2.0);
    found.within = Length::mm(std::sqrt(squares / (n - 1.0) / n));
    return found;
}

BothSides both_sides(Length first, Length second, Length tool, Length by_caliper) {
    constexpr Length trusted_to = Length::mm(0.05);
    const Length width = abs(second - first) - tool;
    const Length off = abs(width - by_caliper);
    return {(first + second) / 2.0, width, off, off <= trusted_to};
}

Length fence_to_spindle(Length spacer, Length drill, Length run_out) {
    return spacer + drill / 2.0 + run_out / 2.0;
}

} // namespace clockface
