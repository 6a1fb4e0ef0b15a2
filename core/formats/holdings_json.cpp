#include "formats/holdings_json.h"

#include "formats/json_words.h"
#include "holding/adjusting.h"

namespace clockface {

namespace {

using nlohmann::json;

const std::vector<std::string> finder_kinds = {"edge-finder", "wiggler", "centre-drill", "drill-tip", "pin"};
const std::vector<std::string> fixed_jaws = {"rear", "front"};
const std::vector<std::string> stops = {"none", "left", "right"};
const std::vector<std::string> edges = {"left", "right", "near", "far"};
const std::vector<std::string> rests = {name_of(BarRest::Jaws), name_of(BarRest::VeeBlock),
                                        name_of(BarRest::ColletBlock)};
const std::vector<std::string> centres = {"bore", "rim", "pin-in-hole", "scribed-cross"};

const std::vector<std::string> tightness = {name_of(Tightness::Loose), name_of(Tightness::OneEndSnug),
                                            name_of(Tightness::BothSnug), name_of(Tightness::Tight)};

const std::pair<const char*, std::optional<Length> Adjusting::*> of_gauge[] = {{"wanted", &Adjusting::wanted},
                                                                               {"far_left", &Adjusting::far_left},
                                                                               {"near_left", &Adjusting::near_left},
                                                                               {"far_right", &Adjusting::far_right},
                                                                               {"near_right", &Adjusting::near_right}};

ordered adjusting_json(const Adjusting& adjusting) {
    ordered out{{"span", adjusting.span.in_mm()},
                {"within", adjusting.within.in_mm()},
                {"clamps", word_for(adjusting.clamps, tightness)}};
    for (const auto& [name, reading] : of_gauge)
        if (adjusting.*reading)
            out[name] = (adjusting.*reading)->in_mm();
    out["log"] = ordered::array();
    for (const GaugeReading& each : adjusting.log)
        out["log"].push_back({{"far_left", each.far_left.in_mm()},
                              {"near_left", each.near_left.in_mm()},
                              {"far_right", each.far_right.in_mm()},
                              {"near_right", each.near_right.in_mm()},
                              {"clamps", word_for(each.clamps, tightness)}});
    return out;
}

// Each thing in a list of things.
template <class Thing, class Read>
std::vector<Thing> read_all(JsonObject& in, const std::string& name, const Read& read) {
    std::vector<Thing> all;
    for (const json& each : in.array(name)) {
        JsonObject thing(each, in.place_of(name), in.fault());
        all.push_back(read(thing));
    }
    return all;
}

Adjusting read_adjusting(JsonObject in) {
    Adjusting adjusting;
    adjusting.span = length(in, "span");
    adjusting.within = length(in, "within");
    adjusting.clamps = static_cast<Tightness>(in.word("clamps", tightness));
    for (const auto& [name, reading] : of_gauge)
        if (in.has(name))
            adjusting.*reading = length(in, name);
    adjusting.log = read_all<GaugeReading>(in, "log", [](JsonObject& each) {
        GaugeReading reading;
        reading.far_left = length(each, "far_left");
        reading.near_left = length(each, "near_left");
        reading.far_right = length(each, "far_right");
        reading.near_right = length(each, "near_right");
        reading.clamps = static_cast<Tightness>(each.word("clamps", tightness));
        return reading;
    });
    return adjusting;
}

} // namespace

ordered holdings_json(const Holdings& all) {
    ordered out{{"vises", ordered::array()}, {"chucks", ordered::array()},   {"parallels", ordered::array()},
                {"waste", ordered::array()}, {"finders", ordered::array()},  {"clamps", all.clamps},
                {"stop", all.stop},          {"bench_vise", all.bench_vise}, {"square", all.square}};
    if (all.own)
        out["own"] = true;
    out["strap"] = {{"reach", all.strap.reach.in_mm()},
                    {"width", all.strap.width.in_mm()},
                    {"thickness", all.strap.thickness.in_mm()},
                    {"stud_out", all.strap.stud_out.in_mm()},
                    {"stud_above", all.strap.stud_above.in_mm()}};
    for (const Vise& vise : all.vises)
        out["vises"].push_back({{"name", vise.name},
                                {"jaw_width", vise.jaw_width.in_mm()},
                                {"jaw_depth", vise.jaw_depth.in_mm()},
                                {"jaw_thickness", vise.jaw_thickness.in_mm()},
                                {"opening", vise.opening.in_mm()},
                                {"bed_height", vise.bed_height.in_mm()},
                                {"slot", vise.slot.in_mm()},
                                {"fixed_jaw", fixed_jaws.at(vise.fixed_rear ? 0 : 1)},
                                {"jaw_lifts", vise.jaw_lifts}});
    for (const WorkChuck& chuck : all.chucks)
        out["chucks"].push_back({{"name", chuck.name},
                                 {"jaws", chuck.jaws},
                                 {"smallest", chuck.smallest.in_mm()},
                                 {"largest", chuck.largest.in_mm()},
                                 {"body", chuck.body.in_mm()},
                                 {"bore", chuck.bore.in_mm()},
                                 {"height", chuck.height.in_mm()},
                                 {"jaw_height", chuck.jaw_height.in_mm()},
                                 {"jaw_width", chuck.jaw_width.in_mm()},
                                 {"jaw_length", chuck.jaw_length.in_mm()}});
    for (const AnglePlate& plate : all.angle_plates)
        out["angle_plates"].push_back({{"name", plate.name},
                                       {"width", plate.width.in_mm()},
                                       {"height", plate.height.in_mm()},
                                       {"thickness", plate.thickness.in_mm()}});
    for (const ParallelPair& pair : all.parallels)
        out["parallels"].push_back(
            {{"thickness", pair.thickness.in_mm()}, {"height", pair.height.in_mm()}, {"length", pair.length.in_mm()}});
    for (const Length board : all.waste)
        out["waste"].push_back(board.in_mm());
    for (const Finder& finder : all.finders)
        out["finders"].push_back({{"name", finder.name},
                                  {"kind", word_for(finder.kind, finder_kinds)},
                                  {"diameter", finder.diameter.in_mm()},
                                  {"repeats", finder.repeats.in_mm()},
                                  {"needs", finder.needs.in_mm()}});
    return out;
}

Holdings read_holdings(JsonObject& shop) {
    JsonObject in(shop.member("holdings"), shop.place_of("holdings"), shop.fault());
    Holdings all;
    all.vises = read_all<Vise>(in, "vises", [](JsonObject& each) {
        Vise vise;
        vise.name = each.text("name");
        vise.jaw_width = length(each, "jaw_width");
        vise.jaw_depth = length(each, "jaw_depth");
        vise.jaw_thickness = length(each, "jaw_thickness");
        vise.opening = length(each, "opening");
        vise.bed_height = length(each, "bed_height");
        vise.slot = length(each, "slot");
        vise.fixed_rear = each.word("fixed_jaw", fixed_jaws) == 0;
        vise.jaw_lifts = each.flag("jaw_lifts");
        return vise;
    });
    if (in.has("chucks")) // shops of before know of none
        all.chucks = read_all<WorkChuck>(in, "chucks", [](JsonObject& each) {
            WorkChuck chuck;
            chuck.name = each.text("name");
            chuck.jaws = each.integer("jaws");
            chuck.smallest = length(each, "smallest");
            chuck.largest = length(each, "largest");
            chuck.body = length(each, "body");
            chuck.bore = length(each, "bore");
            chuck.height = length(each, "height");
            chuck.jaw_height = length(each, "jaw_height");
            chuck.jaw_width = length(each, "jaw_width");
            chuck.jaw_length = length(each, "jaw_length");
            return chuck;
        });
    if (in.has("angle_plates"))
        all.angle_plates = read_all<AnglePlate>(in, "angle_plates", [](JsonObject& each) {
            AnglePlate plate;
            plate.name = each.text("name");
            plate.width = length(each, "width");
            plate.height = length(each, "height");
            plate.thickness = length(each, "thickness");
            return plate;
        });
    all.parallels = read_all<ParallelPair>(in, "parallels", [](JsonObject& each) {
        const Length thickness = length(each, "thickness"), height = length(each, "height");
        return ParallelPair{thickness, height, length(each, "length")};
    });
    for (const json& each : in.array("waste"))
        all.waste.push_back(Length::mm(number_at(each, in.place_of("waste"), in.fault())));
    all.finders = read_all<Finder>(in, "finders", [](JsonObject& each) {
        Finder finder;
        finder.name = each.text("name");
        finder.kind = static_cast<FinderKind>(each.word("kind", finder_kinds));
        finder.diameter = length(each, "diameter");
        finder.repeats = length(each, "repeats");
        finder.needs = length(each, "needs");
        return finder;
    });
    all.clamps = in.flag("clamps");
    if (in.has("own"))
        all.own = in.flag("own");
    if (in.has("strap")) {
        JsonObject strap(in.member("strap"), in.place_of("strap"), in.fault());
        all.strap.reach = length(strap, "reach");
        all.strap.width = length(strap, "width");
        all.strap.thickness = length(strap, "thickness");
        all.strap.stud_out = length(strap, "stud_out");
        all.strap.stud_above = length(strap, "stud_above");
    }
    all.stop = in.flag("stop");
    if (in.has("bench_vise")) // shops of before say nothing of these two, and lists took them for granted
        all.bench_vise = in.flag("bench_vise");
    if (in.has("square"))
        all.square = in.flag("square");
    return all;
}

ordered clamp_json(const ClampAt& clamp) {
    return {{"edge", word_for(clamp.edge, edges)}, {"quarter", clamp.quarter}};
}

void write_holding(ordered& setup, const HoldingWishes& wishes) {
    if (wishes == HoldingWishes{})
        return;
    ordered out = ordered::object();
    if (wishes.in)
        out["in"] = *wishes.in;
    if (wishes.rest)
        out["rest"] = name_of(*wishes.rest);
    if (wishes.batch != BatchWishes{}) {
        out["batch"] = {{"end_for_end", wishes.batch.end_for_end},
                        {"over_left_right", wishes.batch.over_left_right},
                        {"over_front_back", wishes.batch.over_front_back},
                        {"length_scatter", wishes.batch.length_scatter.in_mm()},
                        {"width_scatter", wishes.batch.width_scatter.in_mm()}};
        if (wishes.batch.together)
            out["batch"]["together"] = true;
    }
    if (wishes.adjusting != Adjusting{})
        out["adjusting"] = adjusting_json(wishes.adjusting);
    if (wishes.parallels)
        out["parallels"] = *wishes.parallels;
    if (wishes.rear_taken_out)
        out["rear_taken_out"] = true;
    if (wishes.waste)
        out["waste"] = wishes.waste->in_mm();
    if (wishes.stop)
        out["stop"] = word_for(*wishes.stop, stops);
    if (wishes.finder)
        out["finder"] = *wishes.finder;
    if (wishes.swing_reads)
        out["swing_reads"] = wishes.swing_reads->in_mm();
    if (wishes.swing_span != HoldingWishes{}.swing_span)
        out["swing_span"] = wishes.swing_span.in_mm();
    if (wishes.touches != 1)
        out["touches"] = wishes.touches;
    if (wishes.turned)
        out["turned"] = *wishes.turned;
    if (wishes.aside != Length{})
        out["aside"] = wishes.aside.in_mm();
    for (const ClampAt& each : wishes.clamps)
        out["clamps"].push_back(clamp_json(each));
    if (wishes.centre)
        out["centre"] = {{"over", word_for(wishes.centre->kind, centres)},
                         {"x", wishes.centre->at.x.in_mm()},
                         {"y", wishes.centre->at.y.in_mm()}};
    if (wishes.local_zero)
        out["local_zero"] = {{"pattern", wishes.local_zero->pattern}, {"number", wishes.local_zero->number}};
    setup["holding"] = std::move(out);
}

HoldingWishes read_holding(JsonObject& setup) {
    HoldingWishes wishes;
    if (!setup.has("holding"))
        return wishes;
    JsonObject in(setup.member("holding"), setup.place_of("holding"), setup.fault());
    if (in.has("in"))
        wishes.in = in.text("in");
    if (in.has("rest"))
        wishes.rest = static_cast<BarRest>(in.word("rest", rests));
    if (in.has("batch")) {
        JsonObject batch(in.member("batch"), in.place_of("batch"), in.fault());
        wishes.batch.end_for_end = batch.flag("end_for_end");
        wishes.batch.over_left_right = batch.flag("over_left_right");
        wishes.batch.over_front_back = batch.flag("over_front_back");
        wishes.batch.length_scatter = length(batch, "length_scatter");
        wishes.batch.width_scatter = length(batch, "width_scatter");
        if (batch.has("together"))
            wishes.batch.together = batch.flag("together");
    }
    if (in.has("adjusting"))
        wishes.adjusting = read_adjusting(JsonObject(in.member("adjusting"), in.place_of("adjusting"), in.fault()));
    if (in.has("parallels"))
        wishes.parallels = in.text("parallels");
    if (in.has("rear_taken_out"))
        wishes.rear_taken_out = in.flag("rear_taken_out");
    if (in.has("waste"))
        wishes.waste = length(in, "waste");
    if (in.has("stop"))
        wishes.stop = static_cast<StopAt>(in.word("stop", stops));
    if (in.has("finder"))
        wishes.finder = in.text("finder");
    if (in.has("swing_reads"))
        wishes.swing_reads = length(in, "swing_reads");
    if (in.has("swing_span"))
        wishes.swing_span = length(in, "swing_span");
    if (in.has("touches"))
        wishes.touches = in.integer("touches");
    if (in.has("turned"))
        wishes.turned = in.flag("turned");
    if (in.has("aside"))
        wishes.aside = length(in, "aside");
    if (in.has("clamps"))
        wishes.clamps = read_all<ClampAt>(in, "clamps", [](JsonObject& each) {
            const auto edge = static_cast<WorkEdge>(each.word("edge", edges));
            return ClampAt{edge, each.integer("quarter")};
        });
    if (in.has("centre")) {
        JsonObject centre(in.member("centre"), in.place_of("centre"), in.fault());
        const auto kind = static_cast<CentreKind>(centre.word("over", centres));
        const Length x = length(centre, "x");
        wishes.centre = CentreWish{kind, {x, length(centre, "y")}};
    }
    if (in.has("local_zero")) {
        JsonObject hole(in.member("local_zero"), in.place_of("local_zero"), in.fault());
        const int pattern = hole.integer("pattern");
        wishes.local_zero = HoleId{pattern, hole.integer("number")};
    }
    return wishes;
}

} // namespace clockface
