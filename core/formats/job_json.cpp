#include "formats/job_json.h"

#include "formats/json_words.h"
#include "formats/pattern_json.h"
#include "formats/piece_json.h"
#include "formats/proof_json.h"
#include "formats/setup_json.h"
#include "formats/text_file.h"
#include "layout/from_part.h"
#include "layout/validate.h"
#include "survey/part_text.h"

#include <fmt/format.h>

namespace clockface {

namespace {

const std::vector<std::string> jobs_for = {"parts", "practice", "example"};

using nlohmann::json;

const std::vector<std::string> shapes = {"disc",    "plate",     "ring", "block",       "angle",
                                         "outline", "round-bar", "tube", "hexagon-bar", "square-bar"};
const std::vector<std::string> existing_kinds = {"hole", "boss", "slot"};
const std::vector<std::string> places = {"middle",      "lower-left", "lower-right", "upper-left",
                                         "upper-right", "left-edge",  "right-edge",  "lower-edge",
                                         "upper-edge",  "existing",   "point"};

// ---- writing

ordered measured(const Measured& size) {
    ordered out{{"nominal", size.nominal.in_mm()}};
    if (size.measured)
        out["measured"] = size.measured->in_mm();
    return out;
}

ordered existing_json(const Existing& there) {
    ordered out{{"name", there.name},
                {"kind", word_for(there.kind, existing_kinds)},
                {"face", word_for(there.face, face_words())},
                {"from_middle", point(there.at)},
                {"diameter", there.diameter.in_mm()}};
    if (there.kind == ExistingKind::Slot) {
        out["length"] = there.length.in_mm();
        out["bearing"] = there.bearing.in_degrees();
    }
    return out;
}

ordered sawing_json(const Sawing& cutting) {
    return {{"pieces", cutting.pieces},     {"spares", cutting.spares},         {"length", cutting.length.in_mm()},
            {"kerf", cutting.kerf.in_mm()}, {"facing", cutting.facing.in_mm()}, {"end_is_true", cutting.end_is_true}};
}

void write_bar(ordered& out, const Blank& blank) {
    const BarForm& bar = blank.bar;
    out["diameter"] = measured(blank.diameter);
    out["length"] = measured(blank.width);
    for (const Shoulder& shoulder : bar.shoulders)
        out["shoulders"].push_back({{"at", shoulder.at.in_mm()}, {"diameter", shoulder.diameter.in_mm()}});
    for (const Flat& flat : bar.flats)
        out["flats"].push_back({{"facing", flat.facing.in_degrees()},
                                {"from", flat.from.in_mm()},
                                {"to", flat.to.in_mm()},
                                {"depth", flat.depth.in_mm()}});
    if (bar.bore_depth) {
        out["bore_depth"] = bar.bore_depth->in_mm();
        out["bore_from"] = word_for(bar.bore_from, face_words());
    }
    out["angles_seen_from"] = word_for(bar.seen_from, face_words());
}

ordered blank_json(const Blank& blank) {
    ordered out{{"shape", word_for(blank.shape, shapes)}};
    if (blank.is_bar()) {
        write_bar(out, blank);
    } else if (blank.is_round()) {
        out["diameter"] = measured(blank.diameter);
    } else if (blank.shape == BlankShape::Outline) {
        out["corners"] = points(blank.corners);
    } else {
        out["width"] = measured(blank.width);
        out["height"] = measured(blank.height);
        if (blank.shape == BlankShape::Angle)
            out["leg"] = measured(blank.leg);
    }
    if (blank.bore)
        out["bore"] = blank.bore->in_mm();
    if (!blank.is_bar())
        out["thickness"] = blank.thickness.in_mm();
    out["material"] = blank.material;
    if (blank.step)
        out["step"] = {{"axis", word_for(blank.step->axis, axis_words())},
                       {"at", blank.step->at.in_mm()},
                       {"thickness", blank.step->thickness.in_mm()}};
    for (const Existing& there : blank.existing)
        out["existing"].push_back(existing_json(there));
    if (blank.sawing)
        out["cutting"] = sawing_json(*blank.sawing);
    return out;
}

ordered datum_json(const Datum& datum) {
    ordered out{{"place", word_for(datum.place, places)},
                {"x_plus", datum.x_plus_right ? "right" : "left"},
                {"y_plus", datum.y_plus_up ? "up" : "down"}};
    if (!datum.on.empty())
        out["on"] = datum.on;
    if (datum.place == DatumPlace::Point)
        out["from_lower_left"] = point(datum.off);
    return out;
}

// ---- reading

Measured read_measured(JsonObject& in, const std::string& name) {
    JsonObject size(in.member(name), in.place_of(name), in.fault());
    Measured out{length(size, "nominal"), optional_length(size, "measured")};
    return out;
}

Existing read_existing(const json& value, const std::string& place, FirstFault& fault) {
    JsonObject in(value, place, fault);
    Existing out;
    out.name = in.text("name");
    out.kind = static_cast<ExistingKind>(in.word("kind", existing_kinds));
    out.face = read_face(in, "face");
    out.at = read_point(in, "from_middle");
    out.diameter = length(in, "diameter");
    if (out.kind == ExistingKind::Slot) {
        out.length = length(in, "length");
        out.bearing = angle(in, "bearing");
    }
    return out;
}

Sawing read_sawing(JsonObject& in) {
    JsonObject cut(in.member("cutting"), in.place_of("cutting"), in.fault());
    Sawing out;
    out.pieces = cut.integer("pieces");
    out.spares = cut.integer("spares");
    out.length = length(cut, "length");
    out.kerf = length(cut, "kerf");
    out.facing = length(cut, "facing");
    out.end_is_true = cut.flag("end_is_true");
    return out;
}

BarForm read_bar(JsonObject& blank) {
    BarForm bar;
    const auto each = [&](const std::string& name, const auto& read) {
        if (!blank.has(name))
            return;
        const json& all = blank.array(name);
        for (std::size_t i = 0; i < all.size(); ++i) {
            JsonObject in(all[i], fmt::format("{}[{}]", blank.place_of(name), i), blank.fault());
            read(in);
        }
    };
    each("shoulders", [&](JsonObject& in) { bar.shoulders.push_back({length(in, "at"), length(in, "diameter")}); });
    each("flats", [&](JsonObject& in) {
        bar.flats.push_back({angle(in, "facing"), length(in, "from"), length(in, "to"), length(in, "depth")});
    });
    bar.bore_depth = optional_length(blank, "bore_depth");
    if (bar.bore_depth)
        bar.bore_from = read_face(blank, "bore_from");
    bar.seen_from = read_face(blank, "angles_seen_from");
    return bar;
}

void read_sizes(JsonObject& blank, Blank& out) {
    if (out.is_bar()) {
        out.diameter = read_measured(blank, "diameter");
        out.width = read_measured(blank, "length");
        out.bar = read_bar(blank);
    } else if (out.is_round()) {
        out.diameter = read_measured(blank, "diameter");
    } else if (out.shape == BlankShape::Outline) {
        out.corners = read_points(blank, "corners");
    } else {
        out.width = read_measured(blank, "width");
        out.height = read_measured(blank, "height");
        if (out.shape == BlankShape::Angle)
            out.leg = read_measured(blank, "leg");
    }
    out.bore = optional_length(blank, "bore");
    if (!out.is_bar())
        out.thickness = length(blank, "thickness");
}

Blank read_blank(JsonObject& in, int version) {
    JsonObject blank(in.member("blank"), "blank", in.fault());
    Blank out;
    out.shape = static_cast<BlankShape>(blank.word("shape", shapes));
    read_sizes(blank, out);
    out.material = blank.text("material");
    if (blank.has("step")) {
        JsonObject step(blank.member("step"), blank.place_of("step"), in.fault());
        out.step =
            StepLine{static_cast<Axis>(step.word("axis", axis_words())), length(step, "at"), length(step, "thickness")};
    }
    if (blank.has("existing")) {
        const json& all = blank.array("existing");
        for (std::size_t i = 0; i < all.size(); ++i)
            out.existing.push_back(read_existing(all[i], fmt::format("blank.existing[{}]", i), in.fault()));
    }
    if (blank.has("cutting"))
        out.sawing = read_sawing(blank);
    if (version == 1) // since then the set-up at hand says it
        out.up = read_face(blank, "up");
    return out;
}

Datum read_datum(const json& value, const std::string& place, FirstFault& fault) {
    JsonObject datum(value, place, fault);
    Datum out;
    out.place = static_cast<DatumPlace>(datum.word("place", places));
    out.x_plus_right = datum.word("x_plus", {"right", "left"}) == 0;
    out.y_plus_up = datum.word("y_plus", {"up", "down"}) == 0;
    if (datum.has("on"))
        out.on = datum.text("on");
    if (out.place == DatumPlace::Point)
        out.off = read_point(datum, "from_lower_left");
    return out;
}

// Lines of text (survey/part_text.h): they are easier to read and to write than a tree of values.
OldPart read_old_part_lines(JsonObject& in) {
    std::vector<std::string> lines;
    for (const json& line : in.array("old_part"))
        lines.push_back(text_at(line, in.place_of("old_part"), in.fault()));
    Result<OldPart> part = read_old_part(lines);
    if (!part)
        in.fault().note("old_part, " + part.error().place, part.error().sentence);
    return part.value_or(OldPart{});
}

std::map<std::string, PlannedWith> read_planned_with(JsonObject& in, int version) {
    std::map<std::string, PlannedWith> out;
    const json& all = in.member("planned_with");
    if (!all.is_object()) {
        in.fault().note("planned_with", "A group of named values in { } is expected here.");
        return out;
    }
    for (const auto& item : all.items()) {
        const std::string place = "planned_with." + item.key();
        if (version == 1) {
            out[item.key()] = {"", text_at(item.value(), place, in.fault())};
            continue;
        }
        JsonObject known(item.value(), place, in.fault());
        out[item.key()] = {known.text("mark"), known.text("words")};
    }
    return out;
}

Job read_job(const json& document, FirstFault& fault) {
    JsonObject in(document, "", fault);
    Job job;
    in.text("clockface");
    const int version = in.integer("version");
    job.title = in.text("title");
    job.work_for = in.text("work_for");
    job.pieces = in.integer("pieces");
    job.unit = static_cast<Unit>(in.word("unit", unit_words()));
    job.blank = read_blank(in, version);
    job.datum = read_datum(in.member("datum"), "datum", fault);
    if (in.has("other_datums")) {
        const json& all = in.member("other_datums");
        for (std::size_t i = 0; i < face_words().size(); ++i)
            if (all.is_object() && all.contains(face_words()[i]))
                job.other_datums[static_cast<Face>(i)] =
                    read_datum(all[face_words()[i]], "other_datums." + face_words()[i], fault);
    }
    job.convention = read_convention(in, "angles");
    const json& patterns = in.array("patterns");
    for (std::size_t i = 0; i < patterns.size() && i <= static_cast<std::size_t>(limits::patterns); ++i)
        job.patterns.push_back(read_pattern(patterns[i], fmt::format("patterns[{}]", i), fault));
    if (in.has("holes_called_for"))
        job.holes_called_for = in.integer("holes_called_for");
    if (in.has("purpose"))
        job.is_for = static_cast<JobFor>(in.word("purpose", jobs_for));
    read_setups(in, version, job);
    if (in.has("holes_within"))
        job.holes_within = length(in, "holes_within");
    if (in.has("old_part"))
        job.old_part = read_old_part_lines(in);
    if (in.has("axis_within"))
        job.axis_within = length(in, "axis_within");
    if (in.has("begun"))
        job.begun = read_pieces(in);
    if (version == 1 && in.has("progress"))
        (void)in.member("progress"); // old_progress.h turns it into what was done
    if (in.has("depths_within"))
        job.depths_within = length(in, "depths_within");
    if (in.has("proof"))
        job.proof = read_proof(in);
    if (in.has("planned_with"))
        job.planned_with = read_planned_with(in, version);
    return job;
}

} // namespace

std::string job_to_json(const Job& job) {
    ordered out{{"clockface", "job"},
                {"version", job_file_version},
                {"title", job.title},
                {"work_for", job.work_for},
                {"pieces", job.pieces},
                {"purpose", word_for(job.is_for, jobs_for)},
                {"unit", word_for(job.unit, unit_words())},
                {"blank", blank_json(job.blank)}};
    out["datum"] = datum_json(job.datum);
    for (const auto& [face, datum] : job.other_datums)
        out["other_datums"][word_for(face, face_words())] = datum_json(datum);
    out["angles"] = convention_json(job.convention);
    out["patterns"] = ordered::array();
    for (const Pattern& pattern : job.patterns)
        out["patterns"].push_back(pattern_json(pattern));
    if (job.holes_called_for)
        out["holes_called_for"] = *job.holes_called_for;
    write_setups(out, job);
    out["holes_within"] = job.holes_within.in_mm();
    if (!job.old_part.empty())
        out["old_part"] = to_lines(job.old_part);
    if (job.blank.is_bar())
        out["axis_within"] = job.axis_within.in_mm();
    if (!job.begun.empty())
        out["begun"] = pieces_json(job);
    if (job.depths_within != Job{}.depths_within)
        out["depths_within"] = job.depths_within.in_mm();
    if (job.proof != JobProof{})
        out["proof"] = proof_json(job);
    for (const auto& [machine, known] : job.planned_with)
        out["planned_with"][machine] = {{"mark", known.mark}, {"words", known.words}};
    return out.dump(2, ' ', false, ordered::error_handler_t::replace) + "\n";
}

Result<Job> job_from_json(const std::string& text) {
    const Result<json> document = parse_json(text);
    if (!document)
        return tl::unexpected(document.error());
    if (const auto refused = refuse_other_files(*document, "job", job_file_version))
        return tl::unexpected(*refused);
    FirstFault fault;
    Job job = read_job(*document, fault);
    if (fault.problem)
        return tl::unexpected(*fault.problem);
    job = with_ids(std::move(job));
    if (const auto found = first_fault(job))
        return tl::unexpected(*found);
    if (const auto found = first_fault(job.begun))
        return tl::unexpected(*found);
    // What follows the old part may have come to be a pattern more.
    return with_ids(with_proposed_setups(following_old_part(std::move(job))));
}

Result<Job> read_job(const std::string& text, const std::string& path) {
    return job_from_json(text).map_error([&](Problem found) {
        found.place = found.place.empty() ? path : path + ", " + found.place;
        return found;
    });
}

Result<Job> load_job(const std::string& path) {
    return read_file(path).and_then([&](const std::string& text) { return read_job(text, path); });
}

Result<void> save_job(const Job& job, const std::string& path) {
    return write_file_atomically(path, job_to_json(job));
}

} // namespace clockface
