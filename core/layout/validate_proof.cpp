// What was measured: within limits, each kind of reading with its holes and a figure. Whether a reading can be of this
// piece is said where it stands (fault_of), since a drawing may change after it was measured.
#include "layout/faults.h"

#include "measure/limits.h"
#include "survey/part_text.h"
#include "words/say.h"

#include <cmath>
#include <fmt/format.h>

namespace clockface {

namespace {

Fault at_fault(const std::string& place, const ReadAt& at) {
    if (const auto* name = std::get_if<std::string>(&at))
        return words_fault(place, say("The name of what was measured"), *name, limits::name);
    return std::nullopt;
}

Fault reading_fault(const std::string& place, const ProofReading& reading) {
    const std::size_t names = reading.between.size();
    if (names < 2 || names > 3 || features_of(reading.kind, names).size() != names)
        return fault(place + ".between",
                     say("{reading} names {wanted}.",
                         {{"reading", kind_in_words(reading.kind)}, {"wanted", features_in_words(reading.kind)}}));
    for (const ReadAt& each : reading.between)
        if (Fault found = at_fault(place + ".between", each))
            return found;
    if (reads_length(reading.kind) && (!(reading.length > Length{}) || reading.length > limits::reading))
        return fault(place + ".length", say("A reading must be above nought and below 10 metres."));
    if (reading.kind == ReadingKind::AngleAt && !(reading.angle > Angle{} && reading.angle <= Angle::degrees(180.0)))
        return fault(place + ".angle", say("An angle between two directions is above 0 and at most 180 degrees."));
    return std::nullopt;
}

Fault hole_fault(const std::string& place, const HoleRead& read) {
    for (const auto& each :
         {read.pin, read.across, read.tip, read.full, read.thread, read.cross.entry_ccw, read.cross.entry_cw,
          read.cross.exit_ccw, read.cross.exit_cw, read.screw ? read.screw->stops_at : std::nullopt})
        if (each)
            if (Fault found = size_fault(place, say("A reading"), *each))
                return found;
    if (read.mark_off)
        return point_fault(place + ".mark_off", *read.mark_off);
    return std::nullopt;
}

Fault saved_fault(const std::string& place, const SavedBy& saved) {
    if (Fault found = words_fault(place + ".words", say("How a piece is saved"), saved.words, limits::text))
        return found;
    if (saved.holes.size() > static_cast<std::size_t>(limits::holes_in_job))
        return fault(place + ".holes", say("There are more of them than there can be holes."));
    for (const SavedHole& each : saved.holes) {
        if (Fault found = point_fault(place + ".holes", each.by))
            return found;
        if (Fault found = words_fault(place + ".holes", say("What is done to a hole"), each.work, limits::text))
            return found;
    }
    return std::nullopt;
}

Fault piece_fault(const std::string& place, const MeasuredPiece& piece) {
    if (piece.readings.size() > limits::old_readings)
        return fault(place + ".readings",
                     say("Up to {readings} readings of a piece would do.", {{"readings", limits::old_readings}}));
    if (piece.holes.size() > static_cast<std::size_t>(limits::holes_in_job) ||
        piece.wiped.size() > limits::old_readings || piece.fits.size() > limits::drawer)
        return fault(place, say("This is more than can have been measured of one piece."));
    for (std::size_t i = 0; i < piece.readings.size(); ++i)
        if (Fault found = reading_fault(fmt::format("{}.readings[{}]", place, i), piece.readings[i]))
            return found;
    for (std::size_t i = 0; i < piece.holes.size(); ++i)
        if (Fault found = hole_fault(fmt::format("{}.holes[{}]", place, i), piece.holes[i]))
            return found;
    for (const Wiped& each : piece.wiped)
        if (each.drift && !(abs(*each.drift) <= limits::size))
            return fault(place + ".wiped", say("A drift of zero is a small length."));
    for (const FitTried& each : piece.fits)
        for (const std::string& text : {each.mate, each.remark})
            if (Fault found = words_fault(place + ".fits", say("The name of a mating part"), text, limits::text))
                return found;
    return piece.saved ? saved_fault(place + ".saved", *piece.saved) : std::nullopt;
}

Fault mate_fault(const Mate& mate) {
    if (Fault found = size_fault("proof.mate.within", say("What the mate's holes repeat to"), mate.within))
        return found;
    if (mate.piece < 1 || mate.piece > limits::pieces)
        return fault("proof.mate.piece", say("Pieces are numbered from 1."));
    if (mate.patterns.size() > static_cast<std::size_t>(limits::patterns))
        return fault("proof.mate.patterns", say("There are more of them than there can be patterns."));
    for (const MatePattern& each : mate.patterns)
        for (const auto& length : {each.diameter, each.bolt})
            if (length)
                if (Fault found = size_fault("proof.mate.patterns", say("A diameter"), *length))
                    return found;
    return std::nullopt;
}

} // namespace

Fault proof_fault(const JobProof& proof) {
    OldPart tools; // an old part's instruments are checked in the same way
    tools.instruments = proof.instruments;
    if (const auto found = first_fault(tools))
        return fault("proof.instruments, " + found->place, found->sentence);
    int last = 0;
    for (std::size_t i = 0; i < proof.pieces.size(); ++i) {
        const std::string place = fmt::format("proof.pieces[{}]", i);
        if (proof.pieces[i].number <= last || proof.pieces[i].number > limits::pieces)
            return fault(place + ".number", say("Pieces have numbers that rise from 1, each its own."));
        last = proof.pieces[i].number;
        if (Fault found = piece_fault(place, proof.pieces[i]))
            return found;
    }
    return mate_fault(proof.mate);
}

} // namespace clockface
