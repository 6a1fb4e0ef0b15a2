#include "formats/job_json.h"

#include "formats/json_reader.h"
#include "formats/json_words.h"
#include "formats/text_file.h"
#include "job/validate.h"

#include <fmt/format.h>

namespace clockface {

namespace {

using nlohmann::json;
using ordered = nlohmann::ordered_json;

const std::vector<std::string> shapes = {"disc", "plate"};
const std::vector<std::string> places = {"middle", "lower-left", "lower-right", "upper-left", "upper-right"};
const std::vector<std::string> purposes = {"plain", "tapped", "reamed"};
const std::vector<std::string> orders = {"as-drawn", "shortest-way"};
const std::vector<std::string> kinds = {"circle", "arc", "row", "single", "grid"};
const std::vector<std::string> grid_kinds = {"full", "frame", "staggered"};

// ---- writing

ordered point(Point at) {
    return ordered::array({at.x.in_mm(), at.y.in_mm()});
}

ordered measured(const Measured& size) {
    ordered out{{"nominal", size.nominal.in_mm()}};
    if (size.measured)
        out["measured"] = size.measured->in_mm();
    return out;
}

ordered blank_json(const Blank& blank) {
    ordered out{{"shape", word_for(blank.shape, shapes)}};
    if (blank.shape == BlankShape::Disc) {
        out["diameter"] = measured(blank.diameter);
    } else {
        out["width"] = measured(blank.width);
        out["height"] = measured(blank.height);
    }
    if (blank.bore)
        out["bore"] = blank.bore->in_mm();
    out["thickness"] = blank.thickness.in_mm();
    out["material"] = blank.material;
    return out;
}

struct LayoutOut {
    ordered& out;

    void operator()(const CirclePattern& circle) const {
        out["centre"] = point(circle.centre);
        out["diameter"] = circle.diameter.in_mm();
        out["count"] = circle.count;
        out["first"] = circle.first.in_degrees();
        out["going"] = word_for(circle.going, sense_words());
    }
    void operator()(const ArcPattern& arc) const {
        out["centre"] = point(arc.centre);
        out["diameter"] = arc.diameter.in_mm();
        out["count"] = arc.count;
        out["first"] = arc.first.in_degrees();
        out["sweep"] = arc.sweep.in_degrees();
        out["going"] = word_for(arc.going, sense_words());
    }
    void operator()(const RowPattern& row) const {
        out["at"] = point(row.first);
        out["count"] = row.count;
        out["pitch"] = row.pitch.in_mm();
        out["bearing"] = row.bearing.in_degrees();
    }
    void operator()(const SinglePattern& single) const { out["at"] = point(single.at); }
    void operator()(const GridPattern& grid) const {
        out["at"] = point(grid.first);
        out["holes"] = word_for(grid.kind, grid_kinds);
        out["columns"] = grid.columns;
        out["rows"] = grid.rows;
        out["pitch"] = grid.pitch.in_mm();
        out["across"] = grid.across.in_mm();
        out["bearing"] = grid.bearing.in_degrees();
    }
};

ordered pattern_json(const Pattern& pattern) {
    ordered out{{"name", pattern.name}, {"kind", kinds.at(pattern.layout.index())}};
    std::visit(LayoutOut{out}, pattern.layout);
    ordered hole{{"purpose", word_for(pattern.hole.purpose, purposes)}, {"diameter", pattern.hole.diameter.in_mm()}};
    if (!pattern.hole.label.empty())
        hole["label"] = pattern.hole.label;
    if (pattern.hole.depth)
        hole["depth"] = pattern.hole.depth->in_mm();
    out["hole"] = hole;
    if (!pattern.left_out.empty())
        out["left_out"] = pattern.left_out;
    return out;
}

// ---- reading

Length length(JsonObject& in, const std::string& name) {
    return Length::mm(in.number(name));
}

std::optional<Length> optional_length(JsonObject& in, const std::string& name) {
    return in.has(name) ? std::optional(length(in, name)) : std::nullopt;
}

Point read_point(JsonObject& in, const std::string& name) {
    const json& pair = in.array(name, 2);
    if (pair.size() != 2)
        return {};
    return {Length::mm(number_at(pair[0], in.place_of(name), in.fault())),
            Length::mm(number_at(pair[1], in.place_of(name), in.fault()))};
}

Measured read_measured(JsonObject& in, const std::string& name) {
    JsonObject size(in.member(name), in.place_of(name), in.fault());
    Measured out{length(size, "nominal"), optional_length(size, "measured")};
    return out;
}

Blank read_blank(JsonObject& in) {
    JsonObject blank(in.member("blank"), "blank", in.fault());
    Blank out;
    out.shape = static_cast<BlankShape>(blank.word("shape", shapes));
    if (out.shape == BlankShape::Disc) {
        out.diameter = read_measured(blank, "diameter");
    } else {
        out.width = read_measured(blank, "width");
        out.height = read_measured(blank, "height");
    }
    out.bore = optional_length(blank, "bore");
    out.thickness = length(blank, "thickness");
    out.material = blank.text("material");
    return out;
}

Angle angle(JsonObject& in, const std::string& name) {
    return Angle::degrees(in.number(name));
}
Sense sense(JsonObject& in, const std::string& name) {
    return static_cast<Sense>(in.word(name, sense_words()));
}

PatternLayout read_layout(JsonObject& in) {
    switch (in.word("kind", kinds)) {
    case 0: {
        CirclePattern circle{read_point(in, "centre"), length(in, "diameter"), in.integer("count"), angle(in, "first"),
                             sense(in, "going")};
        return circle;
    }
    case 1: {
        ArcPattern arc{read_point(in, "centre"), length(in, "diameter"), in.integer("count"),
                       angle(in, "first"),       angle(in, "sweep"),     sense(in, "going")};
        return arc;
    }
    case 2: {
        RowPattern row{read_point(in, "at"), in.integer("count"), length(in, "pitch"), angle(in, "bearing")};
        return row;
    }
    case 3:
        return SinglePattern{read_point(in, "at")};
    default: {
        GridPattern grid;
        grid.first = read_point(in, "at");
        grid.kind = static_cast<GridKind>(in.word("holes", grid_kinds));
        grid.columns = in.integer("columns");
        grid.rows = in.integer("rows");
        grid.pitch = length(in, "pitch");
        grid.across = length(in, "across");
        grid.bearing = angle(in, "bearing");
        return grid;
    }
    }
}

Pattern read_pattern(const json& value, const std::string& place, FirstFault& fault) {
    JsonObject in(value, place, fault);
    Pattern out;
    out.name = in.text("name");
    out.layout = read_layout(in);
    JsonObject hole(in.member("hole"), in.place_of("hole"), fault);
    out.hole.purpose = static_cast<Purpose>(hole.word("purpose", purposes));
    out.hole.diameter = length(hole, "diameter");
    if (hole.has("label"))
        out.hole.label = hole.text("label");
    out.hole.depth = optional_length(hole, "depth");
    if (in.has("left_out"))
        for (const json& number : in.array("left_out"))
            out.left_out.insert(integer_at(number, in.place_of("left_out"), fault));
    return out;
}

std::map<std::string, Progress> read_progress(JsonObject& in) {
    std::map<std::string, Progress> out;
    const json& all = in.member("progress");
    if (!all.is_object()) {
        in.fault().note("progress", "A group of named values in { } is expected here.");
        return out;
    }
    for (const auto& item : all.items()) {
        JsonObject progress(item.value(), "progress." + item.key(), in.fault());
        const Progress read{progress.integer("done"), progress.text("list")};
        if (read.done < 0)
            in.fault().note("progress." + item.key(), "The number of moves done cannot be below nought.");
        out[item.key()] = read;
    }
    return out;
}

Job read_job(const json& document, FirstFault& fault) {
    JsonObject in(document, "", fault);
    Job job;
    in.text("clockface");
    in.integer("version");
    job.title = in.text("title");
    job.work_for = in.text("work_for");
    job.pieces = in.integer("pieces");
    job.unit = static_cast<Unit>(in.word("unit", unit_words()));
    job.blank = read_blank(in);
    {
        JsonObject datum(in.member("datum"), "datum", fault);
        job.datum.place = static_cast<DatumPlace>(datum.word("place", places));
        job.datum.x_plus_right = datum.word("x_plus", {"right", "left"}) == 0;
        job.datum.y_plus_up = datum.word("y_plus", {"up", "down"}) == 0;
    }
    job.convention = read_convention(in, "angles");
    const json& patterns = in.array("patterns");
    for (std::size_t i = 0; i < patterns.size() && i <= static_cast<std::size_t>(most_patterns); ++i)
        job.patterns.push_back(read_pattern(patterns[i], fmt::format("patterns[{}]", i), fault));
    if (in.has("holes_called_for"))
        job.holes_called_for = in.integer("holes_called_for");
    job.machine = in.text("machine");
    job.order = static_cast<HoleOrder>(in.word("order", orders));
    if (in.has("progress"))
        job.progress = read_progress(in);
    return job;
}

} // namespace

std::string name_of(Purpose purpose) {
    return word_for(purpose, purposes);
}

std::string job_to_json(const Job& job) {
    ordered out{{"clockface", "job"},
                {"version", job_file_version},
                {"title", job.title},
                {"work_for", job.work_for},
                {"pieces", job.pieces},
                {"unit", word_for(job.unit, unit_words())},
                {"blank", blank_json(job.blank)}};
    out["datum"] = {{"place", word_for(job.datum.place, places)},
                    {"x_plus", job.datum.x_plus_right ? "right" : "left"},
                    {"y_plus", job.datum.y_plus_up ? "up" : "down"}};
    out["angles"] = convention_json(job.convention);
    out["patterns"] = ordered::array();
    for (const Pattern& pattern : job.patterns)
        out["patterns"].push_back(pattern_json(pattern));
    if (job.holes_called_for)
        out["holes_called_for"] = *job.holes_called_for;
    out["machine"] = job.machine;
    out["order"] = word_for(job.order, orders);
    if (!job.progress.empty()) {
        out["progress"] = ordered::object();
        for (const auto& [machine, progress] : job.progress)
            out["progress"][machine] = {{"done", progress.done}, {"list", progress.list}};
    }
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
    if (const auto found = first_fault(job))
        return tl::unexpected(*found);
    return job;
}

Result<Job> load_job(const std::string& path) {
    return read_file(path).and_then(job_from_json).map_error([&](Problem found) {
        if (found.place != path)
            found.place = found.place.empty() ? path : path + ", " + found.place;
        return found;
    });
}

Result<void> save_job(const Job& job, const std::string& path) {
    return write_file_atomically(path, job_to_json(job));
}

} // namespace clockface
