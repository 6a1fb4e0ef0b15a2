// The old part a job copies from: its holes and straight edges as sketched, what was read off it, and how its holes go
// onto the new piece. Readings may come in any order and any number; core/survey works coordinates out of them.
#pragma once

#include "job/hole_spec.h"
#include "measure/angle.h"
#include "measure/length.h"

#include <array>
#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace clockface {

/// How a hole's place gets across to the new piece with the old part lying on it.
enum class MarkWay {
    Punch,        ///< a punch of the hole's own size, struck through it
    Screw,        ///< a pointed screw of its thread, pressed down
    Plug,         ///< a pointed plug in a blind hole, pressed down
    Cone,         ///< a punch with a long cone in the countersunk hole
    Scribe,       ///< a scriber right round inside it
    Marker,       ///< a long-nosed marker
    DrillThrough, ///< drilled through it, the old part being the guide
    Bonded,       ///< glued, then drilled together
    Measure       ///< not at all: by its measured place
};
inline constexpr int mark_ways = 9;

/// What a mark has to get past to reach the new piece through a hole of the old one.
struct HoleAccess {
    Length depth;                     ///< of metal the punch or scriber goes through; nought: not said
    bool blind = false;               ///< the old hole does not go through
    std::optional<Length> head_room;  ///< free height above it where something hangs over; nothing: free
    std::optional<Length> free_round; ///< distance from its axis to a wall or body beside it; nothing: free
    std::optional<MarkWay> way;       ///< the way the user has taken; nothing: the one that ranks first
    bool operator==(const HoleAccess&) const = default;
};

/// A hole of the old part.
struct OldHole {
    std::string name;
    Point sketched;  ///< where it stands in the sketch, y up, at any scale
    Length diameter; ///< as measured; of a tapped hole over the tips of its thread
    bool tapped = false;
    std::optional<Length> pin;       ///< diameter of the pin put into it for readings over pins and heights
    std::optional<Length> bolt;      ///< what goes through it in use
    std::optional<HoleSpec> made_as; ///< the design taken for it: a thread, a fit, a round size
    HoleAccess access;
    bool operator==(const OldHole&) const = default;
};

/// A straight edge of the old part, through two points of the sketch.
struct OldEdge {
    std::string name;
    Point from, to;
    bool operator==(const OldEdge&) const = default;
};

/// What was measured. Every kind says how its figure stands to the centres (c: distance of two centres; e: of a centre
/// from an edge; d: a hole's diameter; p: a pin's).
enum class ReadingKind {
    Outside,     ///< over the far sides of two holes: c + (d1 + d2) / 2
    Inside,      ///< between their near sides: c - (d1 + d2) / 2
    OverPins,    ///< outside, over the pins in them: c + (p1 + p2) / 2
    BetweenPins, ///< inside, between the pins: c - (p1 + p2) / 2
    Centres,     ///< from centre to centre: c
    Wall,        ///< from an edge to the near side of a hole: e - d / 2
    FarSide,     ///< from an edge to the far side of a hole: e + d / 2
    AlongEdge,   ///< along an edge from the corner where another edge crosses it, to abreast of a centre
    Height,      ///< standing on an edge: from the plate to the top of the pin: e + p / 2
    AngleAt,     ///< at the second hole, from the first to the third
    InLine,      ///< three holes on a straight line
    Square       ///< a right angle at the second of three holes, or between two edges
};
inline constexpr std::array reading_kinds = {ReadingKind::Outside,     ReadingKind::Inside,    ReadingKind::OverPins,
                                             ReadingKind::BetweenPins, ReadingKind::Centres,   ReadingKind::Wall,
                                             ReadingKind::FarSide,     ReadingKind::AlongEdge, ReadingKind::Height,
                                             ReadingKind::AngleAt,     ReadingKind::InLine,    ReadingKind::Square};

/// Whether it reads a length; the others read an angle or whether something is straight.
bool reads_length(ReadingKind kind);
/// Whether a figure is read at all: a length, or an angle.
bool has_figure(ReadingKind kind);
/// Whether it reads how far two holes are apart.
bool is_of_two_holes(ReadingKind kind);
/// Whether it reads over pins in the holes it names, and not over the holes themselves.
bool goes_over_pins(ReadingKind kind);

enum class Instrument { Caliper, Rule, HeightGauge, Protractor, Straightedge, TrySquare };
inline constexpr int instruments = 6;

struct Reading {
    ReadingKind kind = ReadingKind::Outside;
    std::vector<std::string> between; ///< names of holes and edges, two or three of them
    Length length;                    ///< of the kinds that are lengths
    Angle angle;                      ///< of AngleAt
    std::optional<Instrument> with;   ///< nothing: the usual one for the kind
    bool struck = false;              ///< struck out by the user
    bool operator==(const Reading&) const = default;
};

/// What an instrument is trusted to (one standard deviation of a single reading), how far it reaches, and whether it is
/// at hand.
struct InstrumentError {
    Length error;
    Angle angle_error;             ///< protractor and square
    std::optional<Length> reach{}; ///< longest reading; nothing: long enough
    bool at_hand = true;
    bool operator==(const InstrumentError&) const = default;
};
/// Caliper 0.03, rule 0.3, height gauge 0.02, straightedge 0.1 mm; protractor 0.2, square 0.1 degrees.
std::vector<InstrumentError> usual_instruments();

enum class DesignKind {
    Circle,    ///< holes on a pitch circle of `size`, `count` equal spaces round
    Row,       ///< holes in a row, `size` apart
    Symmetric, ///< pairs of holes on both sides of one line, and holes on it
    Round,     ///< coordinates in the old part's own axes that are whole multiples of `size`
    Rectangle  ///< corners of a rectangle, `size` along and `across` the other way
};

/// How many holes a design of that kind must have.
std::size_t least_holes(DesignKind kind);

/// Spaces a circle can have round.
inline constexpr int least_spaces = 3, most_spaces = 400;

/// The design the user has taken to be behind some of the measured places. `places` says what each hole is in it: the
/// space of the circle or row it stands at (from 0), or the number of its pair (two holes share a number). The corners
/// of a rectangle are 0 to 3 round it, its `size` lying between 0 and 1.
struct Design {
    DesignKind kind = DesignKind::Circle;
    int count = 0;
    Length size;
    Length across; ///< of a rectangle
    std::vector<std::pair<std::string, int>> places;
    bool operator==(const Design&) const = default;
};

/// How the old part's holes go onto the new piece.
struct Laying {
    bool centred = false;         ///< the box round all holes comes to lie in the middle of the new piece
    Point at;                     ///< otherwise: where the hole `zero` comes to lie, from the new piece's zero
    Angle bearing;                ///< of the old part's x on the new piece
    std::optional<bool> mirrored; ///< turned over; nothing: the user has not said yet
    bool operator==(const Laying&) const = default;
};

/// How marks may be got across.
struct MarkingTerms {
    bool face_to_face = true;        ///< the parts can be clamped on each other
    bool drill_guide = false;        ///< the old part may be drilled through
    bool bonded = false;             ///< the parts are glued for good
    Length within = Length::mm(0.2); ///< how far a hole may be out of its place
    bool operator==(const MarkingTerms&) const = default;
};

struct OldPart {
    Unit unit = Unit::Millimetre; ///< bare figures of readings are in this
    std::vector<OldHole> holes;
    std::vector<OldEdge> edges;
    std::vector<Reading> readings;
    std::vector<InstrumentError> instruments = usual_instruments(); ///< by Instrument
    std::string zero;  ///< hole that is nought of the old part's axes; empty: the first
    std::string along; ///< hole or edge that its x runs to, or along; empty: the hole farthest away
    std::vector<Design> designs;
    Laying laying;
    MarkingTerms marking;

    [[nodiscard]] bool empty() const { return holes.empty() && edges.empty() && readings.empty(); }
    bool operator==(const OldPart&) const = default;
};

/// Index of the hole (edge) of that name, or -1; capitals do not matter.
int hole_index(const OldPart& part, const std::string& name);
int edge_index(const OldPart& part, const std::string& name);

/// The instrument a reading was made with.
Instrument instrument_of(const Reading& reading);

} // namespace clockface
