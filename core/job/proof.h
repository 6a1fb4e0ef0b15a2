// What was measured on the pieces once they were made, and what they are bolted to. Typed figures, each with the time
// it was read: they are corrected, struck out and undone like those of the drawing, unlike what was done to a piece.
#pragma once

#include "job/blank.h"
#include "job/hole_id.h"
#include "job/old_part.h"

#include <cstdint>
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace clockface {

/// What a reading is taken at: a hole by what never changes, or a straight edge ("left", "lower", "right", "upper"),
/// the "bore", or what is there already, by its name.
using ReadAt = std::variant<HoleId, std::string>;

/// A reading on one face of a piece. `length` and `angle` as in a Reading of an old part.
struct ProofReading {
    std::int64_t time = 0; ///< seconds since 1970, in universal time
    Face face = Face::Top;
    ReadingKind kind = ReadingKind::OverPins;
    std::vector<ReadAt> between;
    Length length{};
    Angle angle{};
    std::optional<Instrument> with{}; ///< nothing: the usual one for the kind
    bool struck = false;
    bool operator==(const ProofReading&) const = default;
};

/// An instrument was wiped and set to zero, and what it showed of that zero when it was looked at again.
struct Wiped {
    std::int64_t time = 0;
    Instrument with = Instrument::Caliper;
    std::optional<Length> drift{};
    bool operator==(const Wiped&) const = default;
};

/// The real screw as a gauge.
enum class ScrewGoes { Freely, Tightly, Stops };
struct ScrewTried {
    ScrewGoes goes = ScrewGoes::Freely;
    std::optional<Length> stops_at{}; ///< how far it enters
    bool head_seats = true;           ///< flush on the face, once it is in
    bool operator==(const ScrewTried&) const = default;
};

/// The four readings of a hole across a bar: from the bar's side to the hole's edge (or over the bar's other side and a
/// pin in it), on the counter-clockwise side and on the clockwise one, where it enters and where it comes out.
struct CrossReadings {
    std::optional<Length> entry_ccw{}, entry_cw{}, exit_ccw{}, exit_cw{};
    bool over_pin = false;
    bool operator==(const CrossReadings&) const = default;
};

/// What was read at one hole by itself.
struct HoleRead {
    HoleId hole;
    std::int64_t time = 0;
    std::optional<Length> pin{};                   ///< real diameter of the pin put into it
    std::optional<Length> across{};                ///< its diameter
    std::optional<Length> tip{}, full{}, thread{}; ///< depths by gauge: to the tip, of full diameter, of full thread
    std::optional<ScrewTried> screw{};
    std::optional<Point> mark_off{}; ///< its punch mark before drilling, from its place, x right and y up
    CrossReadings cross{};
    bool operator==(const HoleRead&) const = default;
};

/// A mating part, tried while it can still be corrected.
struct FitTried {
    std::int64_t time = 0;
    std::string mate;
    bool goes = true;
    std::string remark{};
    bool operator==(const FitTried&) const = default;
};

/// How a spoiled piece is saved: its list and its holes change, those of other pieces do not.
struct SavedHole {
    HoleId hole;
    Point by{};         ///< still to be made: so far from its drawn place
    std::string work{}; ///< there already: what is done to it, in words
    bool operator==(const SavedHole&) const = default;
};
struct SavedBy {
    std::int64_t time = 0;
    std::string words; ///< what is done, as it was decided
    std::vector<SavedHole> holes{};
    bool operator==(const SavedBy&) const = default;
};

struct MeasuredPiece {
    int number = 1;
    std::vector<ProofReading> readings{};
    std::vector<HoleRead> holes{};
    std::vector<Wiped> wiped{};
    std::vector<FitTried> fits{};
    std::optional<SavedBy> saved{};
    bool operator==(const MeasuredPiece&) const = default;
};

/// What lies against a pattern where it is bolted.
enum class MateHole {
    None,   ///< it is not bolted
    Clear,  ///< a clearance hole: bolt and nut, or this part's holes are tapped
    Tapped, ///< the screw goes into the mate's thread
    Reamed  ///< a pin goes into both
};
struct MatePattern {
    int pattern = 0; ///< its id
    std::optional<MateHole> hole{};
    std::optional<Length> diameter{}; ///< of the mate's hole
    std::optional<Length> bolt{};     ///< diameter of bolt, screw or pin
    bool operator==(const MatePattern&) const = default;
};

enum class MateIs {
    AsDrawn,  ///< every hole of it within `within` of the drawing
    Copied,   ///< drilled or marked through this piece: its holes are within `within` of this piece's
    Measured, ///< another piece of this job, as it was measured
};
struct Mate {
    MateIs is = MateIs::AsDrawn;
    Length within = Length::mm(0.03); ///< what its holes repeat to on each axis, one standard deviation
    int piece = 2;                    ///< Measured: its number
    bool face_to_face = false;        ///< Measured: turned over onto this one, left to right
    bool pinned = false;              ///< it is held where it is, and cannot be pushed or turned to suit
    std::vector<MatePattern> patterns{};
    bool operator==(const Mate&) const = default;
};

struct JobProof {
    std::vector<InstrumentError> instruments = usual_instruments(); ///< by Instrument
    std::vector<MeasuredPiece> pieces{};                            ///< by number
    Mate mate{};
    bool operator==(const JobProof&) const = default;
};

/// What was measured on the piece of that number; nothing where nothing was.
const MeasuredPiece* measured_piece(const JobProof& proof, int number);
/// The same to be changed; one that is not there is made.
MeasuredPiece& measured_piece(JobProof& proof, int number);
/// What was read at a hole, or nothing; and the same to be changed.
const HoleRead* read_at(const MeasuredPiece& piece, const HoleId& hole);
HoleRead& read_at(MeasuredPiece& piece, const HoleId& hole);
/// Pieces and holes of which nothing is left are taken away.
void tidy(JobProof& proof);

} // namespace clockface
