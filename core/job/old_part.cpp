#include "job/old_part.h"

#include "measure/small_letters.h"

#include <algorithm>

namespace clockface {

namespace {

template <class Named> int index_of(const std::vector<Named>& list, const std::string& name) {
    const auto found = std::find_if(list.begin(), list.end(),
                                    [&](const Named& each) { return small_letters(each.name) == small_letters(name); });
    return found == list.end() ? -1 : static_cast<int>(found - list.begin());
}

} // namespace

std::vector<InstrumentError> usual_instruments() {
    return {{Length::mm(0.03), {}, Length::mm(150.0)},
            {Length::mm(0.3), {}, Length::mm(500.0)},
            {Length::mm(0.02), {}, Length::mm(300.0)},
            {{}, Angle::degrees(0.2)},
            {Length::mm(0.1), {}},
            {{}, Angle::degrees(0.1)}};
}

int hole_index(const OldPart& part, const std::string& name) {
    return index_of(part.holes, name);
}

int edge_index(const OldPart& part, const std::string& name) {
    return index_of(part.edges, name);
}

Instrument instrument_of(const Reading& reading) {
    if (reading.with)
        return *reading.with;
    switch (reading.kind) {
    case ReadingKind::AlongEdge:
        return Instrument::Rule;
    case ReadingKind::Height:
        return Instrument::HeightGauge;
    case ReadingKind::AngleAt:
        return Instrument::Protractor;
    case ReadingKind::InLine:
        return Instrument::Straightedge;
    case ReadingKind::Square:
        return Instrument::TrySquare;
    default:
        return Instrument::Caliper;
    }
}

std::size_t least_holes(DesignKind kind) {
    switch (kind) {
    case DesignKind::Circle:
    case DesignKind::Rectangle:
        return 3;
    case DesignKind::Row:
    case DesignKind::Symmetric:
        return 2;
    case DesignKind::Round:
        return 1;
    }
    return 1;
}

namespace {

enum class Reads { TwoHoles, FromEdge, Angle, NoFigure };

Reads what_it_reads(ReadingKind kind) {
    switch (kind) {
    case ReadingKind::Outside:
    case ReadingKind::Inside:
    case ReadingKind::OverPins:
    case ReadingKind::BetweenPins:
    case ReadingKind::Centres:
        return Reads::TwoHoles;
    case ReadingKind::Wall:
    case ReadingKind::FarSide:
    case ReadingKind::AlongEdge:
    case ReadingKind::Height:
        return Reads::FromEdge;
    case ReadingKind::AngleAt:
        return Reads::Angle;
    case ReadingKind::InLine:
    case ReadingKind::Square:
        break;
    }
    return Reads::NoFigure;
}

} // namespace

bool reads_length(ReadingKind kind) {
    return what_it_reads(kind) == Reads::TwoHoles || what_it_reads(kind) == Reads::FromEdge;
}

bool has_figure(ReadingKind kind) {
    return what_it_reads(kind) != Reads::NoFigure;
}

bool is_of_two_holes(ReadingKind kind) {
    return what_it_reads(kind) == Reads::TwoHoles;
}

bool goes_over_pins(ReadingKind kind) {
    return kind == ReadingKind::OverPins || kind == ReadingKind::BetweenPins || kind == ReadingKind::Height;
}

} // namespace clockface
