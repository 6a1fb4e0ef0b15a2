#include "measure/read_angle.h"

#include "measure/figures.h"
#include "measure/limits.h"
#include "measure/shop_number.h"
#include "measure/text.h"
#include "words/say.h"

#include <array>
#include <cmath>
#include <regex>

namespace clockface {

namespace {

constexpr double most_degrees = 3600.0;

std::string trimmed(std::string_view text) {
    const std::size_t first = text.find_first_not_of(" \t");
    if (first == std::string_view::npos)
        return {};
    return std::string(text.substr(first, text.find_last_not_of(" \t") - first + 1));
}

// Drops a trailing "°", "deg" or "degrees": the field is in degrees anyway.
std::string without_degree_sign(std::string text) {
    for (const std::string_view sign : {"°", "degrees", "degree", "deg"})
        if (text.size() > sign.size() && text.ends_with(sign))
            return trimmed(text.substr(0, text.size() - sign.size()));
    return text;
}

} // namespace

Result<ReadAngle> read_turn(std::string_view text) {
    if (const auto fault = length_fault(text, limits::figure))
        return problem("", *fault);
    const std::string typed = trimmed(text);
    static const std::regex sexagesimal(
        R"(([-+]?)(\d{1,4})\s*°\s*(\d{1,2})\s*'(?:\s*(\d{1,2}(?:\.\d+)?)\s*(?:"|''))?)");
    std::smatch part;
    ReadAngle read;
    if (std::regex_match(typed, part, sexagesimal)) {
        const double minutes = std::stod(part[3]);
        const double seconds = part[4].matched ? std::stod(part[4]) : 0.0;
        if (minutes >= 60.0 || seconds >= 60.0)
            return problem("", say("Minutes and seconds of angle run from 0 to below 60."));
        const double size = std::stod(part[2]) + minutes / 60.0 + seconds / 3600.0;
        read.value = Angle::degrees(part[1] == "-" ? -size : size);
        read.how = say("{read} in decimals", {{"read", in_degrees(read.value, 5)}});
    } else {
        const Result<double> degrees = read_number(without_degree_sign(typed));
        if (!degrees)
            return tl::unexpected(degrees.error());
        read.value = Angle::degrees(*degrees);
    }
    if (std::fabs(read.value.in_degrees()) > most_degrees)
        return problem("", say("That is more than ten full turns. An angle between 0 and 360 degrees would do."));
    return read;
}

Result<ReadAngle> read_direction(std::string_view text, const AngleConvention& convention) {
    if (const auto fault = length_fault(text, limits::figure))
        return problem("", *fault);
    const std::string typed = trimmed(text);
    static const std::regex clock(R"((\d{1,2})(?::(\d{2}))?\s*(o'?clock|o’clock|h)?)", std::regex::icase);
    std::smatch part;
    if (std::regex_match(typed, part, clock) && (part[2].matched || part[3].matched)) {
        const int hours = std::stoi(part[1]);
        const int minutes = part[2].matched ? std::stoi(part[2]) : 0;
        if (hours > 12 || minutes > 59)
            return problem("", say("A time on the clock face runs from 0:00 to 12:59."));
        const Angle bearing = bearing_of_clock(hours, minutes);
        return ReadAngle{bearing, say("{clock} on the clock is {figure} here ({convention})",
                                      {{"clock", clock_time(bearing)},
                                       {"figure", in_degrees(convention.figure_of(bearing))},
                                       {"convention", convention.in_words()}})};
    }
    // "45 from 12 cw": a figure of another convention, with its zero and its sense.
    static const std::regex foreign(R"((.+?)\s+from\s+(.+?)\s+(cw|ccw|clockwise|counter-clockwise))",
                                    std::regex::icase);
    if (std::regex_match(typed, part, foreign)) {
        static const std::regex bare_hour(R"(\d{1,2})");
        const std::string zero_word = part[2];
        const Result<ReadAngle> zero =
            read_direction(std::regex_match(zero_word, bare_hour) ? zero_word + " o'clock" : zero_word, convention);
        if (!zero)
            return zero;
        const bool clockwise = part[3].str()[1] == 'w' || part[3].str()[1] == 'W' || part[3].str().size() == 9;
        const Result<ReadAngle> figure = read_turn(part[1].str());
        if (!figure)
            return figure;
        const AngleConvention other{zero->value, clockwise ? Sense::Clockwise : Sense::CounterClockwise};
        const Angle bearing = other.bearing_at(figure->value);
        return ReadAngle{bearing, say("{angle} {sense} from {zero} is {figure} here ({convention})",
                                      {{"angle", in_degrees(figure->value)},
                                       {"sense", in_words(other.sense)},
                                       {"zero", clock_time(other.zero)},
                                       {"figure", in_degrees(convention.figure_of(bearing))},
                                       {"convention", convention.in_words()}})};
    }
    static constexpr std::array<std::pair<std::string_view, double>, 8> sides = {{{"right", 0.0},
                                                                                  {"top", 90.0},
                                                                                  {"left", 180.0},
                                                                                  {"bottom", 270.0},
                                                                                  {"away", 90.0},
                                                                                  {"away from me", 90.0},
                                                                                  {"toward me", 270.0},
                                                                                  {"towards me", 270.0}}};
    for (const auto& [side, bearing] : sides)
        if (typed == side)
            return ReadAngle{
                Angle::degrees(bearing),
                say("the {side} is {bearing} here",
                    {{"side", side}, {"bearing", in_degrees(convention.figure_of(Angle::degrees(bearing)))}})};
    Result<ReadAngle> turn = read_turn(typed);
    if (turn)
        turn->value = convention.bearing_at(turn->value);
    return turn;
}

std::string direction_to_type(Angle bearing) {
    const double minutes = bearing.wrapped().in_degrees() * 2.0; // of the clock's hand: half a degree each
    if (std::fabs(minutes - std::round(minutes)) > 1e-9)
        return in_degrees(bearing.wrapped(), 4);
    const std::string time = clock_time(bearing);
    return time.ends_with(":00") ? time.substr(0, time.size() - 3) + " o'clock" : time;
}

} // namespace clockface
