#include "formats/pattern_json.h"

#include "formats/hole_json.h"
#include "formats/job_json.h"
#include "formats/json_words.h"
#include "measure/cases.h"

namespace clockface {

namespace {

using nlohmann::json;

const std::vector<std::string> pattern_kinds = {"circle", "arc",     "row",   "single", "grid",
                                                "angles", "margins", "steps", "middle", "two-distances",
                                                "points", "copy",    "bar"};
const std::vector<std::string> along_from = {"zero", "left-end", "right-end", "shoulder", "hole"};
const std::vector<std::string> top_way_words = {"touch-both",    "touch-one", "skimmed-flat", "filed-flat", "scribed",
                                                "vee-and-fence", "bushing",   "jig",          "centred"};
const std::vector<std::string> angle_way_words = {"table",       "collet-block", "jaw-index",    "rod-and-protractor",
                                                  "rod-heights", "end-line",     "wrapped-strip"};
const std::vector<std::string> reaches = {"as-said", "to-axis", "into-bore", "into-hole"};
const std::vector<std::string> ways = {"mirrored", "turned", "repeated", "at-each", "in-every-piece"};
const std::vector<std::string> grid_kinds = {"full", "frame", "staggered"};

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
        if (circle.straddle)
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
        out["along"] = word_for(margins.along, axis_words());
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
    void operator()(const PointsPattern& all) const {
        out["points"] = points(all.at);
        if (!all.copied.empty())
            out["copied"] = all.copied;
        if (!all.open.empty())
            out["open"] = all.open;
    }
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
    void operator()(const BarPattern& bar) const {
        out["distance_from"] = word_for(bar.along_from, along_from);
        if (bar.along_from == AlongFrom::Shoulder)
            out["shoulder"] = bar.shoulder;
        if (bar.hole)
            out["distance_hole"] = hole_ref(*bar.hole);
        out["distance"] = bar.along.in_mm();
        if (bar.angle_from)
            out["angle_from"] = hole_ref(*bar.angle_from);
        out["angle"] = bar.at.in_degrees();
        out["count"] = bar.count;
        out["each_along"] = bar.pitch.in_mm();
        if (bar.all_round)
            out["all_round"] = true;
        out["each_round"] = bar.turn.in_degrees();
        out["going"] = word_for(bar.going, sense_words());
        out["offset"] = bar.offset.in_mm();
        out["reach"] = word_for(bar.reach, reaches);
        if (bar.into)
            out["into"] = hole_ref(*bar.into);
    }
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

} // namespace

ordered pattern_json(const Pattern& pattern) {
    ordered out{{"id", pattern.id}, {"name", pattern.name}, {"kind", pattern_kinds.at(pattern.layout.index())}};
    if (pattern.face != Face::Top)
        out["face"] = word_for(pattern.face, face_words());
    std::visit(LayoutOut{out}, pattern.layout);
    if (!std::holds_alternative<CopyPattern>(pattern.layout))
        out["hole"] = hole_json(pattern.hole);
    if (!pattern.left_out.empty())
        out["left_out"] = pattern.left_out;
    for (const auto& [number, step] : pattern.off)
        out["off"].push_back({{"number", number}, {"by", point(step)}});
    if (!pattern.extras.empty())
        out["extras"] = points(pattern.extras);
    if (pattern.top)
        out["top_way"] = word_for(*pattern.top, top_way_words);
    if (pattern.angle)
        out["angle_way"] = word_for(*pattern.angle, angle_way_words);
    if (pattern.within.x)
        out["within"]["x"] = pattern.within.x->in_mm();
    if (pattern.within.y)
        out["within"]["y"] = pattern.within.y->in_mm();
    if (pattern.may_shift)
        out["may_shift"] = *pattern.may_shift;
    return out;
}

namespace {

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
        return MarginsPattern{static_cast<Axis>(in.word("along", axis_words())), length(in, "level"),
                              length(in, "before"), length(in, "after"), in.integer("count")};
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
    [](JsonObject& in) -> PatternLayout {
        PointsPattern points{read_points(in, "points")};
        if (in.has("copied"))
            for (const json& name : in.array("copied"))
                points.copied.push_back(text_at(name, in.place_of("copied"), in.fault()));
        if (in.has("open"))
            for (const json& number : in.array("open"))
                points.open.insert(integer_at(number, in.place_of("open"), in.fault()));
        return points;
    },
    [](JsonObject& in) -> PatternLayout {
        return CopyPattern{in.text("of"), read_way(in)};
    },
    [](JsonObject& in) -> PatternLayout {
        BarPattern bar;
        bar.along_from = static_cast<AlongFrom>(in.word("distance_from", along_from));
        if (bar.along_from == AlongFrom::Shoulder)
            bar.shoulder = in.integer("shoulder");
        const auto ref = [&](const std::string& name) {
            return in.has(name) ? std::optional(read_hole_ref(in, name)) : std::nullopt;
        };
        bar.hole = ref("distance_hole");
        bar.along = length(in, "distance");
        bar.angle_from = ref("angle_from");
        bar.at = angle(in, "angle");
        bar.count = in.integer("count");
        bar.pitch = length(in, "each_along");
        bar.all_round = yes(in, "all_round");
        bar.turn = angle(in, "each_round");
        bar.going = sense(in, "going");
        bar.offset = length(in, "offset");
        bar.reach = static_cast<BarReach>(in.word("reach", reaches));
        bar.into = ref("into");
        return bar;
    }};

} // namespace

Pattern read_pattern(const json& value, const std::string& place, FirstFault& fault) {
    JsonObject in(value, place, fault);
    Pattern out;
    out.id = in.has("id") ? in.integer("id") : 0;
    out.name = in.text("name");
    out.face = read_face(in, "face");
    out.layout = layout_readers.at(in.word("kind", pattern_kinds))(in);
    if (!std::holds_alternative<CopyPattern>(out.layout)) {
        JsonObject hole(in.member("hole"), in.place_of("hole"), fault);
        out.hole = read_hole_spec(hole);
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
    if (in.has("top_way"))
        out.top = static_cast<TopWay>(in.word("top_way", top_way_words));
    if (in.has("angle_way"))
        out.angle = static_cast<AngleWay>(in.word("angle_way", angle_way_words));
    if (in.has("may_shift"))
        out.may_shift = in.flag("may_shift");
    if (in.has("within")) {
        JsonObject within(in.member("within"), in.place_of("within"), fault);
        out.within = {optional_length(within, "x"), optional_length(within, "y")};
    }
    return out;
}

} // namespace clockface
