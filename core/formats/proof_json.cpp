#include "formats/proof_json.h"

#include "formats/json_words.h"
#include "formats/piece_json.h"
#include "measure/limits.h"
#include "survey/part_text.h"

namespace clockface {

namespace {

using nlohmann::json;

const std::vector<std::string> screw_goes = {"freely", "tightly", "stops"};
const std::vector<std::string> mates = {"as-drawn", "copied", "measured"};
const std::vector<std::string> mate_holes = {"none", "clear", "tapped", "reamed"};

const std::vector<std::string>& kind_words() {
    static const std::vector<std::string> words = [] {
        std::vector<std::string> all;
        for (const ReadingKind kind : reading_kinds)
            all.push_back(word_of(kind));
        return all;
    }();
    return words;
}

void write(ordered& out, const char* name, const std::optional<Length>& length) {
    if (length)
        out[name] = length->in_mm();
}

ordered reading_json(const Job& job, const ProofReading& reading) {
    ordered out{{"time", time_text(reading.time)},
                {"face", word_for(reading.face, face_words())},
                {"kind", word_of(reading.kind)},
                {"between", ordered::array()}};
    for (const ReadAt& at : reading.between) {
        if (const auto* name = std::get_if<std::string>(&at)) {
            out["between"].push_back(*name);
            continue;
        }
        ordered hole;
        write_hole(hole, job, std::get<HoleId>(at));
        out["between"].push_back(std::move(hole));
    }
    if (reads_length(reading.kind))
        out["length"] = reading.length.in_mm();
    else if (has_figure(reading.kind))
        out["angle"] = reading.angle.in_degrees();
    if (reading.with)
        out["with"] = word_for(*reading.with, instrument_words());
    if (reading.struck)
        out["struck"] = true;
    return out;
}

Instrument read_instrument(JsonObject& in, const std::string& name) {
    return static_cast<Instrument>(in.word(name, instrument_words()));
}

ProofReading read_proof_reading(JsonObject& in) {
    ProofReading out;
    out.time = read_time(in, "time");
    out.face = read_face(in, "face");
    out.kind = reading_kinds[in.word("kind", kind_words())];
    for (const json& each : in.array("between")) {
        if (each.is_string()) {
            out.between.emplace_back(text_at(each, in.place_of("between"), in.fault()));
            continue;
        }
        JsonObject hole(each, in.place_of("between"), in.fault());
        out.between.emplace_back(read_hole(hole));
    }
    if (reads_length(out.kind))
        out.length = length(in, "length");
    else if (has_figure(out.kind))
        out.angle = angle(in, "angle");
    if (in.has("with"))
        out.with = read_instrument(in, "with");
    out.struck = yes(in, "struck");
    return out;
}

constexpr std::pair<const char*, std::optional<Length> HoleRead::*> figures_of_hole[] = {{"pin", &HoleRead::pin},
                                                                                         {"across", &HoleRead::across},
                                                                                         {"tip", &HoleRead::tip},
                                                                                         {"full", &HoleRead::full},
                                                                                         {"thread", &HoleRead::thread}};
constexpr std::pair<const char*, std::optional<Length> CrossReadings::*> figures_of_cross[] = {
    {"entry_ccw", &CrossReadings::entry_ccw},
    {"entry_cw", &CrossReadings::entry_cw},
    {"exit_ccw", &CrossReadings::exit_ccw},
    {"exit_cw", &CrossReadings::exit_cw}};

ordered hole_read_json(const Job& job, const HoleRead& read) {
    ordered out{{"time", time_text(read.time)}};
    write_hole(out, job, read.hole);
    for (const auto& [name, which] : figures_of_hole)
        write(out, name, read.*which);
    if (read.mark_off)
        out["mark_off"] = point(*read.mark_off);
    if (read.screw) {
        out["screw"] = {{"goes", word_for(read.screw->goes, screw_goes)}, {"head_seats", read.screw->head_seats}};
        write(out["screw"], "stops_at", read.screw->stops_at);
    }
    if (read.cross != CrossReadings{}) {
        for (const auto& [name, which] : figures_of_cross)
            write(out["cross"], name, read.cross.*which);
        if (read.cross.over_pin)
            out["cross"]["over_pin"] = true;
    }
    return out;
}

HoleRead read_hole_read(JsonObject& in) {
    HoleRead out;
    out.time = read_time(in, "time");
    out.hole = read_hole(in);
    for (const auto& [name, which] : figures_of_hole)
        out.*which = optional_length(in, name);
    if (in.has("mark_off"))
        out.mark_off = read_point(in, "mark_off");
    if (in.has("screw")) {
        JsonObject screw(in.member("screw"), in.place_of("screw"), in.fault());
        ScrewTried tried;
        tried.goes = static_cast<ScrewGoes>(screw.word("goes", screw_goes));
        tried.head_seats = screw.flag("head_seats");
        tried.stops_at = optional_length(screw, "stops_at");
        out.screw = tried;
    }
    if (in.has("cross")) {
        JsonObject cross(in.member("cross"), in.place_of("cross"), in.fault());
        for (const auto& [name, which] : figures_of_cross)
            out.cross.*which = optional_length(cross, name);
        out.cross.over_pin = yes(cross, "over_pin");
    }
    return out;
}

/// Every object of a list, each read by `read`.
template <class Item, class Read> std::vector<Item> read_list(JsonObject& in, const std::string& name, Read read) {
    std::vector<Item> out;
    if (!in.has(name))
        return out;
    const json& all = in.array(name);
    for (std::size_t i = 0; i < all.size(); ++i) {
        JsonObject each(all[i], fmt::format("{}[{}]", in.place_of(name), i), in.fault());
        out.push_back(read(each));
    }
    return out;
}

ordered measured_piece_json(const Job& job, const MeasuredPiece& piece) {
    ordered out{{"number", piece.number}};
    for (const ProofReading& each : piece.readings)
        out["readings"].push_back(reading_json(job, each));
    for (const HoleRead& each : piece.holes)
        out["holes"].push_back(hole_read_json(job, each));
    for (const Wiped& each : piece.wiped) {
        ordered wiped{{"time", time_text(each.time)}, {"with", word_for(each.with, instrument_words())}};
        write(wiped, "drift", each.drift);
        out["wiped"].push_back(std::move(wiped));
    }
    for (const FitTried& each : piece.fits) {
        ordered fit{{"time", time_text(each.time)}, {"mate", each.mate}, {"goes", each.goes}};
        if (!each.remark.empty())
            fit["remark"] = each.remark;
        out["fits"].push_back(std::move(fit));
    }
    if (piece.saved) {
        ordered saved{{"time", time_text(piece.saved->time)}, {"words", piece.saved->words}};
        for (const SavedHole& each : piece.saved->holes) {
            ordered hole;
            write_hole(hole, job, each.hole);
            if (each.by != Point{})
                hole["by"] = point(each.by);
            if (!each.work.empty())
                hole["work"] = each.work;
            saved["holes"].push_back(std::move(hole));
        }
        out["saved"] = std::move(saved);
    }
    return out;
}

MeasuredPiece read_measured_piece(JsonObject& in) {
    MeasuredPiece out;
    out.number = in.integer("number");
    out.readings = read_list<ProofReading>(in, "readings", read_proof_reading);
    out.holes = read_list<HoleRead>(in, "holes", read_hole_read);
    out.wiped = read_list<Wiped>(in, "wiped", [](JsonObject& wiped) {
        return Wiped{read_time(wiped, "time"), read_instrument(wiped, "with"), optional_length(wiped, "drift")};
    });
    out.fits = read_list<FitTried>(in, "fits", [](JsonObject& fit) {
        FitTried tried;
        tried.time = read_time(fit, "time");
        tried.mate = fit.text("mate");
        tried.goes = fit.flag("goes");
        if (fit.has("remark"))
            tried.remark = fit.text("remark");
        return tried;
    });
    if (in.has("saved")) {
        JsonObject saved(in.member("saved"), in.place_of("saved"), in.fault());
        SavedBy by{read_time(saved, "time"), saved.text("words")};
        by.holes = read_list<SavedHole>(saved, "holes", [](JsonObject& hole) {
            SavedHole made{read_hole(hole)};
            if (hole.has("by"))
                made.by = read_point(hole, "by");
            if (hole.has("work"))
                made.work = hole.text("work");
            return made;
        });
        out.saved = std::move(by);
    }
    return out;
}

ordered mate_json(const Mate& mate) {
    ordered out{{"is", word_for(mate.is, mates)}, {"within", mate.within.in_mm()}, {"piece", mate.piece}};
    if (mate.face_to_face)
        out["face_to_face"] = true;
    if (mate.pinned)
        out["pinned"] = true;
    for (const MatePattern& each : mate.patterns) {
        ordered pattern{{"pattern", each.pattern}};
        if (each.hole)
            pattern["hole"] = word_for(*each.hole, mate_holes);
        write(pattern, "diameter", each.diameter);
        write(pattern, "bolt", each.bolt);
        out["patterns"].push_back(std::move(pattern));
    }
    return out;
}

Mate read_mate(JsonObject& in) {
    Mate out;
    out.is = static_cast<MateIs>(in.word("is", mates));
    out.within = length(in, "within");
    if (in.has("piece"))
        out.piece = in.integer("piece");
    out.face_to_face = yes(in, "face_to_face");
    out.pinned = yes(in, "pinned");
    out.patterns = read_list<MatePattern>(in, "patterns", [](JsonObject& pattern) {
        MatePattern made;
        made.pattern = pattern.integer("pattern");
        if (pattern.has("hole"))
            made.hole = static_cast<MateHole>(pattern.word("hole", mate_holes));
        made.diameter = optional_length(pattern, "diameter");
        made.bolt = optional_length(pattern, "bolt");
        return made;
    });
    return out;
}

} // namespace

ordered proof_json(const Job& job) {
    const JobProof& proof = job.proof;
    ordered out = ordered::object();
    if (proof.instruments != usual_instruments())
        for (std::size_t i = 0; i < proof.instruments.size(); ++i) {
            const InstrumentError& each = proof.instruments[i];
            ordered made{{"instrument", instrument_words()[i]},
                         {"error", each.error.in_mm()},
                         {"angle_error", each.angle_error.in_degrees()}};
            write(made, "reach", each.reach);
            if (!each.at_hand)
                made["not_at_hand"] = true;
            out["instruments"].push_back(std::move(made));
        }
    for (const MeasuredPiece& each : proof.pieces)
        out["pieces"].push_back(measured_piece_json(job, each));
    if (proof.mate != Mate{})
        out["mate"] = mate_json(proof.mate);
    return out;
}

JobProof read_proof(JsonObject& in) {
    JsonObject proof(in.member("proof"), in.place_of("proof"), in.fault());
    JobProof out;
    if (proof.has("instruments")) {
        const json& all = proof.array("instruments");
        for (std::size_t i = 0; i < all.size(); ++i) {
            JsonObject each(all[i], fmt::format("{}[{}]", proof.place_of("instruments"), i), proof.fault());
            InstrumentError& made = out.instruments[each.word("instrument", instrument_words())];
            made.error = length(each, "error");
            made.angle_error = angle(each, "angle_error");
            made.reach = optional_length(each, "reach");
            made.at_hand = !yes(each, "not_at_hand");
        }
    }
    out.pieces = read_list<MeasuredPiece>(proof, "pieces", read_measured_piece);
    if (proof.has("mate")) {
        JsonObject mate(proof.member("mate"), proof.place_of("mate"), proof.fault());
        out.mate = read_mate(mate);
    }
    return out;
}

} // namespace clockface
