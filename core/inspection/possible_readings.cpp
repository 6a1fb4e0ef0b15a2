#include "inspection/possible_readings.h"

#include <cmath>

namespace clockface {

namespace {

double square(double value) {
    return value * value;
}

// Decimals a figure needs, to the last one that is read.
int decimals_of(Length figure, Unit unit) {
    const int most = unit == Unit::Inch ? 4 : 3;
    constexpr double as_good_as_whole = 0.02; // of the last place
    double scaled = std::fabs(figure.in(unit));
    for (int decimals = 0; decimals < most; ++decimals, scaled *= 10.0)
        if (std::fabs(scaled - std::round(scaled)) < as_good_as_whole)
            return decimals;
    return most;
}

PossibleReading reading_of(ReadingKind kind, std::vector<std::string> between, double value, double variance,
                           std::vector<Length> pins) {
    PossibleReading out;
    out.made.reading.kind = kind;
    out.made.reading.between = std::move(between);
    out.made.reading.length = Length::mm(value);
    out.made.pins = std::move(pins);
    out.variance = variance;
    return out;
}

} // namespace

double PossibleReadings::far(int one, int other) const {
    return distance(hole(one).sketched, hole(other).sketched).in_mm();
}

std::optional<Length> PossibleReadings::pin(int index) const {
    if (hole(index).pin)
        return hole(index).pin;
    return index < static_cast<int>(m_measured.holes.size()) ? pin_for(hole(index), m_kit) : std::nullopt;
}

double PossibleReadings::variance_of(Instrument with) const {
    return square(m_part.instruments[static_cast<std::size_t>(with)].error.in_mm());
}

// Of half the diameter, which is what a reading over the hole itself has in it.
double PossibleReadings::size_variance(int index) const {
    return square(m_measured.size_within[static_cast<std::size_t>(index)].in_mm()) / 4.0;
}

bool PossibleReadings::reaches(Instrument with, double value) const {
    const InstrumentError& each = m_part.instruments[static_cast<std::size_t>(with)];
    return each.at_hand && value > 0.0 && (!each.reach || value <= each.reach->in_mm());
}

std::optional<PossibleReading> PossibleReadings::between(int one, int other) const {
    constexpr double alike = 1e-6; // variances that differ by less are the same
    std::optional<PossibleReading> best;
    const auto offer = [&](ReadingKind kind, Instrument with, double value, double variance,
                           const std::vector<Length>& pins) {
        if (!reaches(with, value))
            return;
        PossibleReading made = reading_of(kind, {hole(one).name, hole(other).name}, value, variance, pins);
        const auto decimals = [&](const PossibleReading& each) {
            return decimals_of(each.made.reading.length, m_part.unit);
        };
        if (!best || variance < best->variance * (1.0 - alike) ||
            (variance <= best->variance * (1.0 + alike) && decimals(made) < decimals(*best)))
            best = std::move(made);
    };
    const double centres = far(one, other), caliper = variance_of(Instrument::Caliper);
    const auto pin_one = pin(one), pin_other = pin(other);
    if (pin_one && pin_other) {
        const double pins = (*pin_one + *pin_other).in_mm() / 2.0;
        offer(ReadingKind::OverPins, Instrument::Caliper, centres + pins, caliper, {*pin_one, *pin_other});
        offer(ReadingKind::BetweenPins, Instrument::Caliper, centres - pins, caliper, {*pin_one, *pin_other});
    }
    const double sizes = (hole(one).diameter + hole(other).diameter).in_mm() / 2.0;
    offer(ReadingKind::Outside, Instrument::Caliper, centres + sizes,
          caliper + size_variance(one) + size_variance(other), {});
    offer(ReadingKind::Centres, Instrument::Rule, centres, variance_of(Instrument::Rule), {});
    return best;
}

Eigen::Vector2d PossibleReadings::across(int edge) const {
    const OldEdge& line = m_part.edges[static_cast<std::size_t>(edge)];
    const Eigen::Vector2d along((line.to.x - line.from.x).in_mm(), (line.to.y - line.from.y).in_mm());
    return Eigen::Vector2d(-along.y(), along.x()).normalized();
}

std::optional<PossibleReading> PossibleReadings::from_edge(int index, int edge) const {
    const OldEdge& line = m_part.edges[static_cast<std::size_t>(edge)];
    const Point way = hole(index).sketched - line.from;
    const double away = std::fabs(across(edge).dot(Eigen::Vector2d(way.x.in_mm(), way.y.in_mm())));
    const double half = hole(index).diameter.in_mm() / 2.0;
    std::optional<PossibleReading> best;
    const auto offer = [&](ReadingKind kind, Instrument with, double value, double variance,
                           const std::vector<Length>& pins) {
        if (reaches(with, value) && (!best || variance < best->variance))
            best = reading_of(kind, {hole(index).name, line.name}, value, variance, pins);
    };
    if (const auto peg = pin(index))
        offer(ReadingKind::Height, Instrument::HeightGauge, away + peg->in_mm() / 2.0,
              variance_of(Instrument::HeightGauge), {*peg});
    const double sized = variance_of(Instrument::Caliper) + size_variance(index);
    offer(ReadingKind::Wall, Instrument::Caliper, away - half, sized, {});
    offer(ReadingKind::FarSide, Instrument::Caliper, away + half, sized, {});
    return best;
}

} // namespace clockface
