#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <numeric>

namespace clockface {

namespace {

constexpr const char* minus = "−";

// Ties away from zero, with a whisker of tolerance so that a tie in the written figure is a tie in binary too.
double round_tie_away(double value) {
    const double nudged = std::floor(std::fabs(value) + 0.5 + 1e-9);
    return std::copysign(nudged, value);
}

} // namespace

Stepped round_to_step(Length length, Length step) {
    const double counts = round_tie_away(length / step);
    return {static_cast<std::int64_t>(counts), length - step * counts};
}

NearestFraction nearest_fraction(Length length, int denominator) {
    const auto [counts, leftover] = round_to_step(length, Length::inches(1.0) / denominator);
    const std::int64_t size = counts < 0 ? -counts : counts;
    const std::int64_t whole = size / denominator;
    const std::int64_t part = size % denominator;
    std::string text = counts < 0 ? minus : "";
    if (whole != 0 || part == 0)
        text += fmt::format("{}", whole);
    if (part != 0) {
        const std::int64_t common = std::gcd(part, static_cast<std::int64_t>(denominator));
        text += fmt::format("{}{}/{}", whole != 0 ? " " : "", part / common, denominator / common);
    }
    return {text, leftover};
}

std::string decimal(double value, int decimals, Sign sign, Tail tail) {
    const double scale = std::pow(10.0, decimals);
    double rounded = value;
    if (std::fabs(value) * scale < 1e15)
        rounded = round_tie_away(value * scale) / scale;
    std::string digits = fmt::format("{:.{}f}", std::fabs(rounded), decimals);
    if (tail == Tail::Trim && decimals > 0) {
        digits.erase(digits.find_last_not_of('0') + 1);
        if (digits.back() == '.')
            digits.pop_back();
    }
    if (rounded < 0.0)
        return minus + digits;
    return sign == Sign::Always && rounded > 0.0 ? "+" + digits : digits;
}

int job_decimals(Unit unit) {
    return unit == Unit::Inch ? 4 : 3;
}

int worth_writing(double error, int most) {
    if (!(error > 0.0))
        return most;
    return std::clamp(static_cast<int>(std::ceil(-std::log10(error) - 1e-9)), 0, most);
}

int decimals_of_step(Length step, Unit unit) {
    double scaled = step.in(unit);
    for (int decimals = 0; decimals < 6; ++decimals, scaled *= 10.0)
        if (std::fabs(scaled - std::round(scaled)) < 1e-6)
            return decimals;
    return 6;
}

std::string with_unit(Length length, Unit unit) {
    return fmt::format("{} {}", decimal(length.in(unit), job_decimals(unit), Sign::WhenNegative, Tail::Trim),
                       unit_name(unit));
}

std::string deviation_in_words(Length length, Unit unit) {
    const Length least = Length::of(std::pow(10.0, -job_decimals(unit)), unit);
    if (length > Length{} && length < least / 2.0)
        return say("less than {least}", {{"least", with_unit(least, unit)}});
    return with_unit(length, unit);
}

std::string thousandths(Length length, Unit unit) {
    return decimal(length.in(unit), job_decimals(unit), Sign::WhenNegative, Tail::Trim) + " " + unit_name(unit);
}

std::string miss_in_words(Length miss, Unit unit) {
    const double whole = std::round(miss.in_mm() * 100.0);
    const std::string least = with_unit(Length::mm(std::max(whole, 1.0) / 100.0), unit);
    return whole < 1.0 ? say("under {least}", {{"least", least}}) : least;
}

std::string way_in_words(Point way, Unit unit) {
    constexpr Length least = Length::mm(0.005);
    const auto figure = [&](Length length) { return thousandths(abs(length), unit); };
    const std::string x = way.x < Length{} ? say("{by} to the left", {{"by", figure(way.x)}})
                                           : say("{by} to the right", {{"by", figure(way.x)}});
    const std::string y =
        way.y < Length{} ? say("{by} down", {{"by", figure(way.y)}}) : say("{by} up", {{"by", figure(way.y)}});
    if (abs(way.y) < least)
        return x;
    return abs(way.x) < least ? y : say("{x} and {y}", {{"x", x}, {"y", y}});
}

std::string to_two_figures(Length length, Unit unit) {
    const double value = length.in(unit);
    if (value <= 0.0)
        return "0";
    const int decimals = std::max(0, 1 - static_cast<int>(std::floor(std::log10(value))));
    return decimal(value, std::min(decimals, job_decimals(unit)));
}

int in_hundred(double share) {
    constexpr double hair = 1e-9;
    return static_cast<int>(std::floor(share * 100.0 + hair));
}

std::string minutes_in_words(double minutes) {
    constexpr int hour = 60;
    const auto whole = static_cast<int>(std::lround(minutes));
    return whole < hour ? say("{whole} min", {{"whole", whole}})
                        : fmt::format("{} h {:02}", whole / hour, whole % hour);
}

std::string column_figure(Length length, Unit unit, Sign sign) {
    return decimal(length.in(unit), job_decimals(unit), sign);
}

std::string in_degrees(Angle angle, int decimals) {
    return decimal(angle.in_degrees(), decimals, Sign::WhenNegative, Tail::Trim) + "°";
}

std::string degrees_minutes_seconds(Angle angle) {
    const double tenths = round_tie_away(std::fabs(angle.in_degrees()) * 36'000.0); // of a second
    const auto seconds = static_cast<std::int64_t>(tenths) / 10;
    const auto part = static_cast<std::int64_t>(tenths) % 10;
    std::string text = fmt::format("{}{}° {:02}' {:02}", angle.in_degrees() < 0.0 && tenths > 0.0 ? minus : "",
                                   seconds / 3600, seconds / 60 % 60, seconds % 60);
    if (part != 0)
        text += fmt::format(".{}", part);
    return text + "\"";
}

std::string unit_name(Unit unit) {
    return unit == Unit::Inch ? "in" : "mm";
}

std::string unit_word(Unit unit) {
    return unit == Unit::Inch ? say("inches") : say("millimetres");
}

std::string said_count(int count) {
    return say(count_word(count));
}

std::string count_word(int count) {
    static constexpr std::array words = {later("no"),   later("one"),    later("two"),   later("three"), later("four"),
                                         later("five"), later("six"),    later("seven"), later("eight"), later("nine"),
                                         later("ten"),  later("eleven"), later("twelve")};
    if (count >= 0 && count < static_cast<int>(words.size()))
        return words[static_cast<std::size_t>(count)];
    return fmt::format("{}", count);
}

} // namespace clockface
