#include "survey/net.h"

#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace clockface {

namespace {

// What the reading would be if it had been taken another way.
struct Otherwise {
    ReadingKind kind;
    const char* words;
};
constexpr Otherwise other_ways[] = {
    {ReadingKind::Outside, later("It fits a reading over the far sides (outside).")},
    {ReadingKind::Inside, later("It fits a reading between the near sides (inside).")},
    {ReadingKind::Centres,
     later("It fits the distance of the centres themselves: half of both diameters is in it already.")},
    {ReadingKind::OverPins, later("It fits a reading over the pins.")},
    {ReadingKind::BetweenPins, later("It fits a reading between the pins.")},
    {ReadingKind::Wall, later("It fits the near side of the hole (wall).")},
    {ReadingKind::FarSide, later("It fits the far side of the hole.")},
    {ReadingKind::Height, later("It fits a height over the top of the pin.")}};

bool is_from_edge(ReadingKind kind) {
    return kind == ReadingKind::Wall || kind == ReadingKind::FarSide || kind == ReadingKind::Height;
}

double pin_of(const Net& net, int hole) {
    const OldHole& at = net.part.holes[static_cast<std::size_t>(hole)];
    return at.pin.value_or(at.diameter).in_mm();
}

double pins_for(const Net& net, const Observation& seen, ReadingKind kind) {
    switch (kind) {
    case ReadingKind::OverPins:
        return (pin_of(net, seen.features[0]) + pin_of(net, seen.features[1])) / 2.0;
    case ReadingKind::BetweenPins:
        return -(pin_of(net, seen.features[0]) + pin_of(net, seen.features[1])) / 2.0;
    case ReadingKind::Height:
        return pin_of(net, seen.features[0]) / 2.0;
    default:
        return 0.0;
    }
}

// Digits of the figure with two neighbours changed round, and where those differ.
std::vector<double> swapped(double value, Unit unit) {
    std::string text = fmt::format("{:.{}f}", value / millimetres_in(unit), unit == Unit::Inch ? 4 : 2);
    std::vector<double> out;
    for (std::size_t i = 0; i + 1 < text.size(); ++i) {
        const std::size_t next = text[i + 1] == '.' ? i + 2 : i + 1;
        if (text[i] == '.' || next >= text.size() || text[i] == text[next])
            continue;
        std::string changed = text;
        std::swap(changed[i], changed[next]);
        out.push_back(std::stod(changed) * millimetres_in(unit));
    }
    return out;
}

// Whether the two differ in one figure only, which the other may have been misread for.
bool one_figure(double value, double expected, double within, Unit unit) {
    const double in_unit = std::fabs(value - expected) / millimetres_in(unit);
    for (const double place : {100.0, 10.0, 1.0, 0.1}) {
        const double figures = std::round(in_unit / place);
        if (figures >= 1.0 && figures <= 9.0 && std::fabs(in_unit - figures * place) * millimetres_in(unit) < within)
            return true;
    }
    return false;
}

} // namespace

std::string likely_cause(const Net& net, const Reading& reading, const Observation& seen, const Estimate& at) {
    const double value = reading.kind == ReadingKind::AngleAt ? reading.angle.in_degrees() : reading.length.in_mm();
    const double within = 4.5 * seen.error;
    const auto fits = [&](double other) { return std::fabs(value - other) < within; };
    const double expected = predict(seen, at);
    if (reading.kind == ReadingKind::AngleAt)
        return fits(180.0 - expected) ? say("It fits the angle on the other side, to a half turn.") : "";
    if (!is_of_two_holes(reading.kind) && !is_from_edge(reading.kind))
        return {};
    for (const Otherwise& way : other_ways) {
        if (way.kind == reading.kind || is_of_two_holes(way.kind) != is_of_two_holes(reading.kind))
            continue;
        Observation other = seen;
        other.kind = way.kind;
        other.pins = pins_for(net, seen, way.kind);
        if (fits(predict(other, at)))
            return say(way.words);
    }
    if (std::fabs(seen.pins) > 0.0) {
        Observation bare = seen;
        bare.pins = 0.0;
        if (fits(predict(bare, at)))
            return say("The pin seems to be subtracted already.");
        bare.pins = seen.pins * 2.0;
        if (fits(predict(bare, at)))
            return say("The whole pin is in it twice, not its half.");
    }
    for (const double factor : {25.4, 1.0 / 25.4})
        if (std::fabs(value * factor - expected) < within * std::max(1.0, factor))
            return factor > 1.0 ? say("It fits when it is taken as inches.")
                                : say("It fits when it is taken as millimetres.");
    for (const double other : swapped(value, net.part.unit))
        if (std::fabs(other - expected) < within)
            return say("Two figures seem to have changed places: {mm} would fit.",
                       {{"mm", with_unit(Length::mm(other), net.part.unit)}});
    for (std::size_t k = 0; k < features_of(seen); ++k)
        for (int hole = 0; hole < static_cast<int>(net.part.holes.size()); ++hole) {
            if (wants_edge(seen, k) || hole == seen.features[0] || hole == seen.features[1])
                continue;
            Observation other = seen;
            other.features[k] = hole;
            if (fits(predict(other, at)))
                return say("It fits {net} in place of {feature}.",
                           {{"net", net.part.holes[static_cast<std::size_t>(hole)].name},
                            {"feature", net.part.holes[static_cast<std::size_t>(seen.features[k])].name}});
        }
    if (one_figure(value, expected, within, net.part.unit))
        return say("One figure may have been misread.");
    return {};
}

std::string impossible_triangle(const Net& net) {
    constexpr double surely = 5.0; // errors
    struct Side {
        double length = 0.0, error = 0.0;
    };
    std::map<std::pair<int, int>, Side> sides;
    for (const Observation& seen : net.observations) {
        if (seen.is_diameter || !is_of_two_holes(seen.kind))
            continue;
        // The distance of the centres: without diameters and pins, whatever these are.
        const double between =
            distance(hole_at(net.sketch, seen.features[0]), hole_at(net.sketch, seen.features[1])).in_mm();
        sides[std::minmax(seen.features[0], seen.features[1])] = {seen.value - (predict(seen, net.sketch) - between),
                                                                  seen.error};
    }
    const auto name = [&](int hole) { return net.part.holes[static_cast<std::size_t>(hole)].name; };
    const auto figure = [&](double length) {
        return decimal(length / millimetres_in(net.part.unit), job_decimals(net.part.unit), Sign::WhenNegative,
                       Tail::Trim);
    };
    for (const auto& [ends, side] : sides)
        for (int third = 0; third < static_cast<int>(net.part.holes.size()); ++third) {
            const auto one = sides.find(std::minmax(ends.first, third)),
                       other = sides.find(std::minmax(ends.second, third));
            if (third == ends.first || third == ends.second || one == sides.end() || other == sides.end())
                continue;
            const double error = side.error + one->second.error + other->second.error;
            if (side.length > one->second.length + other->second.length + surely * error)
                return say("{one_end}, {other_end} and {third} cannot lie so: from {one_end} to {other_end} it is "
                           "{side}, which is longer than {one} and {other} together.",
                           {{"one_end", name(ends.first)},
                            {"other_end", name(ends.second)},
                            {"third", name(third)},
                            {"side", figure(side.length)},
                            {"one", figure(one->second.length)},
                            {"other", figure(other->second.length)}});
        }
    return {};
}

} // namespace clockface
