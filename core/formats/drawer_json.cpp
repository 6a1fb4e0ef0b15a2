#include "formats/drawer_json.h"

#include "formats/json_words.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

using nlohmann::json;

const std::vector<std::string> families = {"fractional",   "number",        "letter",         "metric",
                                           "short-metric", "plain-centres", "metric-centres", "metric-reamers",
                                           "inch-reamers", "counterbores"};
const std::vector<std::string> cutter_kinds = {"drill",  "step-drill",  "centre-drill", "spotting-drill",
                                               "reamer", "counterbore", "countersink",  "tap"};
const std::vector<std::string> cutter_metals = {"high-speed-steel", "cobalt", "carbide"};
const std::vector<std::string> leads = {"taper", "plug", "bottoming"};
const std::vector<std::string> gates = {"seat-clean", "held-key-out", "locked", "measured", "seen-through", "let-go"};
const std::vector<std::string> guides = {"eye", "follower", "chuck"};
const std::vector<std::string> starts = {"centre-drill", "spotting-drill", "straight"};

std::vector<std::string> texts(JsonObject& from, const std::string& name) {
    std::vector<std::string> all;
    for (const json& text : from.array(name))
        all.push_back(text_at(text, from.place_of(name), from.fault()));
    return all;
}

ordered cutter_json(const Cutter& cutter) {
    ordered out{{"kind", word_for(cutter.kind, cutter_kinds)},
                {"name", cutter.name},
                {"size", cutter.size},
                {"diameter", cutter.diameter.in_mm()}};
    if (cutter.measured)
        out["measured"] = cutter.measured->in_mm();
    out["tip"] = cutter.tip.in_mm();
    out["tip_length"] = cutter.tip_length.in_mm();
    out["point"] = cutter.point.in_degrees();
    out["flute"] = cutter.flute.in_mm();
    out["overall"] = cutter.overall.in_mm();
    out["metal"] = word_for(cutter.metal, cutter_metals);
    if (cutter.kind == CutterKind::Tap)
        out["lead"] = word_for(cutter.lead, leads);
    for (const auto& [name, set] :
         {std::pair("worn", cutter.worn), {"split_point", cutter.split_point}, {"hand", cutter.hand}})
        if (set)
            out[name] = true;
    return out;
}

Cutter read_cutter(JsonObject& in) {
    Cutter cutter;
    cutter.kind = static_cast<CutterKind>(in.word("kind", cutter_kinds));
    cutter.name = in.text("name");
    cutter.size = in.text("size");
    cutter.diameter = length(in, "diameter");
    cutter.measured = optional_length(in, "measured");
    cutter.tip = length(in, "tip");
    cutter.tip_length = length(in, "tip_length");
    cutter.point = angle(in, "point");
    cutter.flute = length(in, "flute");
    cutter.overall = length(in, "overall");
    cutter.metal = static_cast<CutterMetal>(in.word("metal", cutter_metals));
    if (cutter.kind == CutterKind::Tap)
        cutter.lead = static_cast<TapLead>(in.word("lead", leads));
    cutter.worn = yes(in, "worn");
    cutter.split_point = yes(in, "split_point");
    cutter.hand = yes(in, "hand");
    return cutter;
}

} // namespace

ordered drawer_json(const Drawer& drawer) {
    ordered out{{"sets", ordered::array()}, {"taps", ordered::array()}, {"singles", ordered::array()}};
    for (const CutterSet& set : drawer.sets)
        out["sets"].push_back({{"family", word_for(set.family, families)},
                               {"from", set.from},
                               {"to", set.to},
                               {"step", set.step.in_mm()},
                               {"without", set.without}});
    for (const TapSet& set : drawer.taps)
        out["taps"].push_back(
            {{"thread", set.thread}, {"taper", set.taper}, {"plug", set.plug}, {"bottoming", set.bottoming}});
    for (const Cutter& each : drawer.singles)
        out["singles"].push_back(cutter_json(each));
    out["fluids"] = drawer.fluids;
    return out;
}

Drawer read_drawer(JsonObject& shop) {
    JsonObject in(shop.member("drawer"), shop.place_of("drawer"), shop.fault());
    Drawer drawer;
    const auto each = [&](const std::string& name, const auto& read) {
        const json& all = in.array(name);
        for (std::size_t i = 0; i < all.size(); ++i) {
            JsonObject entry(all[i], fmt::format("{}[{}]", in.place_of(name), i), in.fault());
            read(entry);
        }
    };
    each("sets", [&](JsonObject& set) {
        const auto family = static_cast<SetFamily>(set.word("family", families));
        const std::string from = set.text("from"), to = set.text("to");
        const Length step = length(set, "step");
        drawer.sets.push_back({family, from, to, step, texts(set, "without")});
    });
    each("taps", [&](JsonObject& set) {
        const std::string thread = set.text("thread");
        const bool taper = set.flag("taper"), plug = set.flag("plug");
        drawer.taps.push_back({thread, taper, plug, set.flag("bottoming")});
    });
    each("singles", [&](JsonObject& single) { drawer.singles.push_back(read_cutter(single)); });
    drawer.fluids = texts(in, "fluids");
    return drawer;
}

ordered customs_json(const Customs& customs) {
    ordered out{{"start", word_for(customs.start, starts)}, {"small_steps", customs.small_steps},
                {"thread_percent", customs.thread_percent}, {"chart_clearance", customs.chart_clearance},
                {"chip_room", customs.chip_room},           {"beyond", customs.beyond.in_mm()},
                {"chamfer", customs.chamfer.in_mm()},       {"briskness", customs.briskness}};
    out["speeds"] = ordered::object();
    for (const auto& [metal, speed] : customs.speeds)
        out["speeds"][metal] = speed;
    if (customs.tap_rhythm)
        out["tap_rhythm"] = {{"on", customs.tap_rhythm->on}, {"back", customs.tap_rhythm->back}};
    if (customs.tap_guide != TapGuide::Chuck)
        out["tap_guide"] = word_for(customs.tap_guide, guides);
    if (customs.novice)
        out["novice"] = true;
    for (const GateKind gate : customs.quietened)
        out["quietened"].push_back(word_for(gate, gates));
    return out;
}

Customs read_customs(JsonObject& shop) {
    JsonObject in(shop.member("customs"), shop.place_of("customs"), shop.fault());
    Customs customs;
    customs.start = static_cast<StartWay>(in.word("start", starts));
    customs.small_steps = in.flag("small_steps");
    customs.thread_percent = in.number("thread_percent");
    customs.chart_clearance = in.has("chart_clearance") && in.flag("chart_clearance"); // newer than shop files
    customs.chip_room = in.number("chip_room");
    customs.beyond = length(in, "beyond");
    customs.chamfer = length(in, "chamfer");
    customs.briskness = in.number("briskness");
    const json& speeds = in.member("speeds");
    if (!speeds.is_object())
        in.fault().note(in.place_of("speeds"), "A group of named values in { } is expected here.");
    else
        for (const auto& item : speeds.items())
            customs.speeds[item.key()] = number_at(item.value(), in.place_of("speeds") + "." + item.key(), in.fault());
    if (in.has("tap_rhythm")) {
        JsonObject rhythm(in.member("tap_rhythm"), in.place_of("tap_rhythm"), in.fault());
        const double on = rhythm.number("on");
        customs.tap_rhythm = TapRhythm{on, rhythm.number("back")};
    }
    if (in.has("tap_guide"))
        customs.tap_guide = static_cast<TapGuide>(in.word("tap_guide", guides));
    customs.novice = in.has("novice") && in.flag("novice");
    if (in.has("quietened"))
        for (const std::string& name : texts(in, "quietened")) {
            const auto gate = std::find(gates.begin(), gates.end(), name);
            if (gate == gates.end())
                in.fault().note(in.place_of("quietened"), say("One of these words is expected here: {words}.",
                                                              {{"words", fmt::format("{}", fmt::join(gates, ", "))}}));
            else
                customs.quietened.insert(static_cast<GateKind>(gate - gates.begin()));
        }
    return customs;
}

} // namespace clockface
