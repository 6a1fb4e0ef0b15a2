#include "support/old_parts.h"

#include <QtGlobal>
#include <algorithm>
#include <cmath>
#include <numbers>

namespace clockface::testing {

OldPart part_of(const std::vector<std::string>& lines) {
    const Result<OldPart> read = read_old_part(lines);
    if (!read)
        qFatal("%s", read.error().text().c_str());
    return *read;
}

double uniform(Dice& dice, double from, double to) {
    return from + (to - from) * (static_cast<double>(dice()) + 0.5) / 4294967296.0;
}

double normal(Dice& dice) { // Box and Muller
    return std::sqrt(-2.0 * std::log(uniform(dice, 0.0, 1.0))) * std::cos(uniform(dice, 0.0, 2.0 * std::numbers::pi));
}

MadePart strewn(Dice& dice, int holes) {
    MadePart made;
    const double grow = std::max(1.0, std::sqrt(holes / 20.0));
    while (static_cast<int>(made.truth.size()) < holes) {
        const TrueHole hole{uniform(dice, 12.0, 180.0 * grow), uniform(dice, 12.0, 110.0 * grow),
                            uniform(dice, 4.0, 10.0)};
        const bool free = std::all_of(made.truth.begin(), made.truth.end(), [&](const TrueHole& other) {
            return std::hypot(hole.x - other.x, hole.y - other.y) > 14.0;
        });
        if (free)
            made.truth.push_back(hole);
    }
    for (std::size_t i = 0; i < made.truth.size(); ++i) {
        OldHole hole;
        hole.name = "H" + std::to_string(i + 1);
        hole.diameter = Length::mm(made.truth[i].diameter);
        hole.sketched = {Length::mm(made.truth[i].x + uniform(dice, -2.0, 2.0)),
                         Length::mm(made.truth[i].y + uniform(dice, -2.0, 2.0))};
        made.part.holes.push_back(hole);
    }
    made.part.edges = {{"base", {}, {Length::mm(190.0), Length::mm(1.0)}},
                       {"side", {}, {Length::mm(1.0), Length::mm(120.0)}}};
    return made;
}

double true_value(const MadePart& made, const Reading& reading) {
    const auto hole = [&](std::size_t k) {
        return made.truth[static_cast<std::size_t>(hole_index(made.part, reading.between[k]))];
    };
    const auto pin = [&](std::size_t k) {
        const auto index = static_cast<std::size_t>(hole_index(made.part, reading.between[k]));
        return made.part.holes[index].pin ? made.part.holes[index].pin->in_mm()
                                          : made.part.holes[index].diameter.in_mm();
    };
    const auto apart = [&] { return std::hypot(hole(0).x - hole(1).x, hole(0).y - hole(1).y); };
    const auto from_edge = [&] { return reading.between[1] == "base" ? hole(0).y : hole(0).x; };
    switch (reading.kind) {
    case ReadingKind::Outside:
        return apart() + (hole(0).diameter + hole(1).diameter) / 2.0;
    case ReadingKind::Inside:
        return apart() - (hole(0).diameter + hole(1).diameter) / 2.0;
    case ReadingKind::OverPins:
        return apart() + (pin(0) + pin(1)) / 2.0;
    case ReadingKind::BetweenPins:
        return apart() - (pin(0) + pin(1)) / 2.0;
    case ReadingKind::Centres:
        return apart();
    case ReadingKind::Wall:
        return from_edge() - hole(0).diameter / 2.0;
    case ReadingKind::FarSide:
        return from_edge() + hole(0).diameter / 2.0;
    case ReadingKind::Height:
        return from_edge() + pin(0) / 2.0;
    case ReadingKind::AlongEdge:
        return reading.between[1] == "base" ? hole(0).x : hole(0).y;
    case ReadingKind::AngleAt: {
        const double one = std::atan2(hole(0).y - hole(1).y, hole(0).x - hole(1).x);
        const double other = std::atan2(hole(2).y - hole(1).y, hole(2).x - hole(1).x);
        const double turn = std::fabs(one - other) * 180.0 / std::numbers::pi;
        return turn > 180.0 ? 360.0 - turn : turn;
    }
    default:
        return 0.0;
    }
}

void read(MadePart& made, Dice& dice, ReadingKind kind, std::vector<std::string> between, double errors) {
    Reading reading;
    reading.kind = kind;
    reading.between = std::move(between);
    const InstrumentError& with = made.part.instruments[static_cast<std::size_t>(instrument_of(reading))];
    const double value = true_value(made, reading);
    if (kind == ReadingKind::AngleAt)
        reading.angle = Angle::degrees(value + errors * with.angle_error.in_degrees() * normal(dice));
    else
        reading.length = Length::mm(value + errors * with.error.in_mm() * normal(dice));
    made.part.readings.push_back(std::move(reading));
}

void measure_all(MadePart& made, Dice& dice, int each, double errors) {
    if (errors > 0.0) // diameters are read with the caliper too
        for (std::size_t i = 0; i < made.truth.size(); ++i)
            made.part.holes[i].diameter =
                Length::mm(made.truth[i].diameter + errors * made.part.instruments[0].error.in_mm() * normal(dice));
    const int n = static_cast<int>(made.truth.size());
    const auto name = [&](int hole) { return made.part.holes[static_cast<std::size_t>(hole)].name; };
    constexpr ReadingKind kinds[] = {ReadingKind::Outside, ReadingKind::Inside, ReadingKind::Centres};
    for (int i = 0; i < n; ++i)
        for (int k = 1; k <= each; ++k) {
            const int other = (i + k * (1 + n / (each * 2 + 1))) % n;
            if (other != i)
                read(made, dice, kinds[(i + k) % 3], {name(i), name(other)}, errors);
        }
    for (int i = 0; i < n; ++i) {
        read(made, dice, i % 2 == 0 ? ReadingKind::Height : ReadingKind::Wall, {name(i), "base"}, errors);
        if (i % 3 != 1)
            read(made, dice, i % 2 == 0 ? ReadingKind::FarSide : ReadingKind::Height, {name(i), "side"}, errors);
    }
    read(made, dice, ReadingKind::AngleAt, {name(0), name(1 % n), name(2 % n)}, errors);
    read(made, dice, ReadingKind::Square, {"base", "side"}, 0.0);
}

Point true_place(const MadePart& made, const Survey& survey, int hole) {
    const TrueHole& zero = made.truth[static_cast<std::size_t>(survey.zero)];
    const TrueHole& at = made.truth[static_cast<std::size_t>(hole)];
    double turn = 0.0; // base lies along x, side along y
    if (survey.along_edge)
        turn = made.part.edges[static_cast<std::size_t>(survey.along)].name == "base" ? 0.0 : std::numbers::pi / 2.0;
    else if (survey.along >= 0)
        turn = std::atan2(made.truth[static_cast<std::size_t>(survey.along)].y - zero.y,
                          made.truth[static_cast<std::size_t>(survey.along)].x - zero.x);
    const double x = at.x - zero.x, y = at.y - zero.y;
    return {Length::mm(x * std::cos(turn) + y * std::sin(turn)), Length::mm(-x * std::sin(turn) + y * std::cos(turn))};
}

} // namespace clockface::testing
