#include "formats/job_json.h"

#include "formats/json_reader.h"
#include "formats/json_words.h"
#include "formats/text_file.h"
#include "layout/validate.h"
#include "measure/cases.h"

#include <fmt/format.h>

namespace clockface {

namespace {

using nlohmann::json;
using ordered = nlohmann::ordered_json;

const std::vector<std::string> shapes = {"disc", "plate", "ring", "block", "angle", "outline"};
const std::vector<std::string> faces = {"top", "under", "front", "back", "left", "right"};
const std::vector<std::string> existing_kinds = {"hole", "boss", "slot"};
const std::vector<std::string> places = {"middle",      "lower-left", "lower-right", "upper-left",
                                         "upper-right", "left-edge",  "right-edge",  "lower-edge",
                                         "upper-edge",  "existing",   "point"};
const std::vector<std::string> axes = {"x", "y"};
const std::vector<std::string> purposes = {"plain", "tapped", "reamed"};
const std::vector<std::string> orders = {"as-drawn", "shortest-way"};
const std::vector<std::string> kinds = {"circle",  "arc",   "row",    "single",        "grid",   "angles",
                                        "margins", "steps", "middle", "two-distances", "points", "copy"};
const std::vector<std::string> ways = {"mirrored", "turned", "repeated", "at-each", "in-every-piece"};
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

ordered points(const std::vector<Point>& list) {
    ordered out = ordered::array();
    for (const Point& each : list)
        out.push_back(point(each));
    return out;
}

ordered existing_json(const Existing& there) {
    ordered out{{"name", there.name},
                {"kind", word_for(there.kind, existing_kinds)},
                {"face", word_for(there.face, faces)},
                {"from_middle", point(there.at)},
                {"diameter", there.diameter.in_mm()}};
    if (there.kind == ExistingKind::Slot) {
        out["length"] = there.length.in_mm();
        out["bearing"] = there.bearing.in_degrees();
    }
    return out;
}

ordered cutting_json(const Cutting& cutting) {
    return {{"pieces", cutting.pieces},     {"spares", cutting.spares},         {"length", cutting.length.in_mm()},
            {"kerf", cutting.kerf.in_mm()}, {"facing", cutting.facing.in_mm()}, {"end_is_true", cutting.end_is_true}};
}

ordered blank_json(const Blank& blank) {
    ordered out{{"shape", word_for(blank.shape, shapes)}};
    if (blank.is_round()) {
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
    out["thickness"] = blank.thickness.in_mm();
    out["material"] = blank.material;
    if (blank.step)
        out["step"] = {{"axis", word_for(blank.step->axis, axes)},
                       {"at", blank.step->at.in_mm()},
                       {"thickness", blank.step->thickness.in_mm()}};
    for (const Existing& there : blank.existing)
        out["existing"].push_back(existing_json(there));
    if (blank.cutting)
        out["cutting"] = cutting_json(*blank.cutting);
    if (blank.up != Face::Top)
        out["up"] = word_for(blank.up, faces);
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

ordered hole_ref(const HoleRef& ref) {
    return {{"pattern", ref.pattern}, {"number", ref.number}};
}

struct LayoutOut {
    ordered& out;

    void operator()(const CirclePattern& circle) const {
        out["centre"] = point(circle.centre);
        out["diameter"] = circle.diameter.in_mm();
        out["count"] = circle.count;
        out["first"] = circle.first.in_degrees();
        out["going"] = word_for(circle.going, sense_words());
        if (circle.astride)
            out["astride"] = true;
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
        if (row.centred)
            out["centred"] = true;
    }
    void operator()(const AnglesPattern& angles) const {
        out["centre"] = point(angles.centre);
        out["diameter"] = angles.diameter.in_mm();
        out["angles"] = ordered::array();
        for (const Angle angle : angles.at)
            out["angles"].push_back(angle.in_degrees());
    }
    void operator()(const MarginsPattern& margins) const {
        out["along"] = word_for(margins.along, axes);
        out["level"] = margins.level.in_mm();
        out["before"] = margins.before.in_mm();
        out["after"] = margins.after.in_mm();
        out["count"] = margins.count;
    }
    void operator()(const StepsPattern& row) const {
        out["at"] = point(row.first);
        out["bearing"] = row.bearing.in_degrees();
        out["steps"] = ordered::array();
        for (const Length step : row.steps)
            out["steps"].push_back(step.in_mm());
    }
    void operator()(const MiddlePattern& middle) const {
        out["one"] = hole_ref(middle.one);
        out["other"] = hole_ref(middle.other);
    }
    void operator()(const TwoDistancesPattern& two) const {
        out["one"] = hole_ref(two.one);
        out["from_one"] = two.from_one.in_mm();
        out["other"] = hole_ref(two.other);
        out["from_other"] = two.from_other.in_mm();
        out["side"] = two.left ? "left" : "right";
    }
    void operator()(const PointsPattern& all) const { out["points"] = points(all.at); }
    void operator()(const CopyPattern& copy) const {
        out["of"] = copy.of;
        out["way"] = ways.at(copy.way.index());
        std::visit(Cases{[&](const Mirrored& mirror) {
                             out["at"] = point(mirror.on);
                             out["bearing"] = mirror.along.in_degrees();
                         },
                         [&](const Turned& turn) {
                             out["at"] = point(turn.about);
                             out["by"] = turn.by.in_degrees();
                             out["times"] = turn.times;
                         },
                         [&](const Repeated& repeat) {
                             out["step"] = point(repeat.step);
                             out["times"] = repeat.times;
                         },
                         [&](const AtEach& each) { out["each"] = each.of; }, [](const InEveryPiece&) {}},
                   copy.way);
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
    if (pattern.face != Face::Top)
        out["face"] = word_for(pattern.face, faces);
    std::visit(LayoutOut{out}, pattern.layout);
    if (!std::holds_alternative<CopyPattern>(pattern.layout)) {
        ordered hole{{"purpose", word_for(pattern.hole.purpose, purposes)},
                     {"diameter", pattern.hole.diameter.in_mm()}};
        if (!pattern.hole.label.empty())
            hole["label"] = pattern.hole.label;
        if (pattern.hole.depth)
            hole["depth"] = pattern.hole.depth->in_mm();
        out["hole"] = hole;
    }
    if (!pattern.left_out.empty())
        out["left_out"] = pattern.left_out;
    for (const auto& [number, step] : pattern.off)
        out["off"].push_back({{"number", number}, {"by", point(step)}});
    if (!pattern.extras.empty())
        out["extras"] = points(pattern.extras);
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

std::vector<Point> read_points(JsonObject& in, const std::string& name) {
    std::vector<Point> out;
    for (const json& pair : in.array(name)) {
        if (!pair.is_array() || pair.size() != 2) {
            in.fault().note(in.place_of(name), "Pairs of two numbers in [ ] are expected here.");
            return {};
        }
        out.push_back({Length::mm(number_at(pair[0], in.place_of(name), in.fault())),
                       Length::mm(number_at(pair[1], in.place_of(name), in.fault()))});
    }
    return out;
}

Measured read_measured(JsonObject& in, const std::string& name) {
    JsonObject size(in.member(name), in.place_of(name), in.fault());
    Measured out{length(size, "nominal"), optional_length(size, "measured")};
    return out;
}

Angle angle(JsonObject& in, const std::string& name) {
    return Angle::degrees(in.number(name));
}
Sense sense(JsonObject& in, const std::string& name) {
    return static_cast<Sense>(in.word(name, sense_words()));
}

bool yes(JsonObject& in, const std::string& name) {
    return in.has(name) && in.flag(name);
}

Face read_face(JsonObject& in, const std::string& name) {
    return in.has(name) ? static_cast<Face>(in.word(name, faces)) : Face::Top;
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

Cutting read_cutting(JsonObject& in) {
    JsonObject cut(in.member("cutting"), in.place_of("cutting"), in.fault());
    Cutting out;
    out.pieces = cut.integer("pieces");
    out.spares = cut.integer("spares");
    out.length = length(cut, "length");
    out.kerf = length(cut, "kerf");
    out.facing = length(cut, "facing");
    out.end_is_true = cut.flag("end_is_true");
    return out;
}

void read_sizes(JsonObject& blank, Blank& out) {
    if (out.is_round()) {
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
    out.thickness = length(blank, "thickness");
}

Blank read_blank(JsonObject& in) {
    JsonObject blank(in.member("blank"), "blank", in.fault());
    Blank out;
    out.shape = static_cast<BlankShape>(blank.word("shape", shapes));
    read_sizes(blank, out);
    out.material = blank.text("material");
    if (blank.has("step")) {
        JsonObject step(blank.member("step"), blank.place_of("step"), in.fault());
        out.step = StepLine{static_cast<Axis>(step.word("axis", axes)), length(step, "at"), length(step, "thickness")};
    }
    if (blank.has("existing")) {
        const json& all = blank.array("existing");
        for (std::size_t i = 0; i < all.size(); ++i)
            out.existing.push_back(read_existing(all[i], fmt::format("blank.existing[{}]", i), in.fault()));
    }
    if (blank.has("cutting"))
        out.cutting = read_cutting(blank);
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

HoleRef read_hole_ref(JsonObject& in, const std::string& name) {
    JsonObject ref(in.member(name), in.place_of(name), in.fault());
    HoleRef out{ref.text("pattern"), ref.integer("number")};
    return out;
}

CopyWay read_way(JsonObject& in) {
    switch (in.word("way", ways)) {
    case 0: {
        Mirrored mirror{read_point(in, "at"), angle(in, "bearing")};
        return mirror;
    }
    case 1: {
        Turned turn{read_point(in, "at"), angle(in, "by"), in.integer("times")};
        return turn;
    }
    case 2: {
        Repeated repeat{read_point(in, "step"), in.integer("times")};
        return repeat;
    }
    case 3:
        return AtEach{in.text("each")};
    default:
        return InEveryPiece{};
    }
}

// One reader for each kind, in the order of the variant.
using LayoutReader = PatternLayout (*)(JsonObject&);
const std::vector<LayoutReader> layout_readers = {
    [](JsonObject& in) -> PatternLayout {
        return CirclePattern{read_point(in, "centre"), length(in, "diameter"), in.integer("count"),
                             angle(in, "first"),       sense(in, "going"),     yes(in, "astride")};
    },
    [](JsonObject& in) -> PatternLayout {
        return ArcPattern{read_point(in, "centre"), length(in, "diameter"), in.integer("count"),
                          angle(in, "first"),       angle(in, "sweep"),     sense(in, "going")};
    },
    [](JsonObject& in) -> PatternLayout {
        return RowPattern{read_point(in, "at"), in.integer("count"), length(in, "pitch"), angle(in, "bearing"),
                          yes(in, "centred")};
    },
    [](JsonObject& in) -> PatternLayout { return SinglePattern{read_point(in, "at")}; },
    [](JsonObject& in) -> PatternLayout {
        return GridPattern{read_point(in, "at"),  static_cast<GridKind>(in.word("holes", grid_kinds)),
                           in.integer("columns"), in.integer("rows"),
                           length(in, "pitch"),   length(in, "across"),
                           angle(in, "bearing")};
    },
    [](JsonObject& in) -> PatternLayout {
        AnglesPattern angles{read_point(in, "centre"), length(in, "diameter"), {}};
        for (const json& degrees : in.array("angles"))
            angles.at.push_back(Angle::degrees(number_at(degrees, in.place_of("angles"), in.fault())));
        return angles;
    },
    [](JsonObject& in) -> PatternLayout {
        return MarginsPattern{static_cast<Axis>(in.word("along", axes)), length(in, "level"), length(in, "before"),
                              length(in, "after"), in.integer("count")};
    },
    [](JsonObject& in) -> PatternLayout {
        StepsPattern row{read_point(in, "at"), angle(in, "bearing"), {}};
        for (const json& step : in.array("steps"))
            row.steps.push_back(Length::mm(number_at(step, in.place_of("steps"), in.fault())));
        return row;
    },
    [](JsonObject& in) -> PatternLayout {
        return MiddlePattern{read_hole_ref(in, "one"), read_hole_ref(in, "other")};
    },
    [](JsonObject& in) -> PatternLayout {
        return TwoDistancesPattern{read_hole_ref(in, "one"), read_hole_ref(in, "other"), length(in, "from_one"),
                                   length(in, "from_other"), in.word("side", {"left", "right"}) == 0};
    },
    [](JsonObject& in) -> PatternLayout { return PointsPattern{read_points(in, "points")}; },
    [](JsonObject& in) -> PatternLayout {
        return CopyPattern{in.text("of"), read_way(in)};
    }};

Pattern read_pattern(const json& value, const std::string& place, FirstFault& fault) {
    JsonObject in(value, place, fault);
    Pattern out;
    out.name = in.text("name");
    out.face = read_face(in, "face");
    out.layout = layout_readers.at(in.word("kind", kinds))(in);
    if (!std::holds_alternative<CopyPattern>(out.layout)) {
        JsonObject hole(in.member("hole"), in.place_of("hole"), fault);
        out.hole.purpose = static_cast<Purpose>(hole.word("purpose", purposes));
        out.hole.diameter = length(hole, "diameter");
        if (hole.has("label"))
            out.hole.label = hole.text("label");
        out.hole.depth = optional_length(hole, "depth");
    }
    if (in.has("left_out"))
        for (const json& number : in.array("left_out"))
            out.left_out.insert(integer_at(number, in.place_of("left_out"), fault));
    if (in.has("off"))
        for (const json& each : in.array("off")) {
            JsonObject off(each, in.place_of("off"), fault);
            const int number = off.integer("number");
            out.off[number] = read_point(off, "by");
        }
    if (in.has("extras"))
        out.extras = read_points(in, "extras");
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
    job.datum = read_datum(in.member("datum"), "datum", fault);
    if (in.has("other_datums")) {
        const json& all = in.member("other_datums");
        for (std::size_t i = 0; i < faces.size(); ++i)
            if (all.is_object() && all.contains(faces[i]))
                job.other_datums[static_cast<Face>(i)] = read_datum(all[faces[i]], "other_datums." + faces[i], fault);
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
    out["datum"] = datum_json(job.datum);
    for (const auto& [face, datum] : job.other_datums)
        out["other_datums"][word_for(face, faces)] = datum_json(datum);
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
