#include "formats/hole_json.h"

#include "formats/job_json.h"
#include "formats/json_words.h"

namespace clockface {

namespace {

using nlohmann::json;

const std::vector<std::string> purposes = {"plain", "tapped", "reamed", "clearance"};
const std::vector<std::string> depth_words = {"full-diameter", "tip", "full-thread"};
const std::vector<std::string> clearings = {"close", "normal", "free"};
const std::vector<std::string> recesses = {"counterbore", "countersink"};

ordered wishes_json(const CuttingOverrides& wishes) {
    ordered out = ordered::object();
    if (wishes.locked)
        out["locked"] = true;
    for (const auto& [step, wish] : wishes.steps) {
        ordered each = ordered::object();
        if (wish.cutter)
            each["cutter"] = *wish.cutter;
        if (wish.skipped)
            each["skipped"] = true;
        if (wish.rpm)
            each["rpm"] = *wish.rpm;
        if (wish.depth)
            each["depth"] = wish.depth->in_mm();
        if (wish.peck)
            each["peck"] = wish.peck->in_mm();
        if (wish.one_go)
            each["one_go"] = true;
        out["steps"][step] = each;
    }
    for (const AddedStep& added : wishes.added) {
        ordered each{{"after", added.after}, {"cutter", added.cutter}};
        if (added.depth)
            each["depth"] = added.depth->in_mm();
        out["added"].push_back(each);
    }
    return out;
}

CuttingOverrides read_wishes(JsonObject& in) {
    CuttingOverrides wishes;
    wishes.locked = yes(in, "locked");
    if (in.has("steps")) {
        const json& steps = in.member("steps");
        if (!steps.is_object())
            in.fault().note(in.place_of("steps"), "A group of named values in { } is expected here.");
        else
            for (const auto& item : steps.items()) {
                JsonObject step(item.value(), in.place_of("steps") + "." + item.key(), in.fault());
                StepWish wish;
                if (step.has("cutter"))
                    wish.cutter = step.text("cutter");
                wish.skipped = yes(step, "skipped");
                if (step.has("rpm"))
                    wish.rpm = step.number("rpm");
                wish.depth = optional_length(step, "depth");
                wish.peck = optional_length(step, "peck");
                wish.one_go = yes(step, "one_go");
                if (wish.peck == Length::mm(1e4)) { // so the versions before wrote it
                    wish.peck.reset();
                    wish.one_go = true;
                }
                wishes.steps[item.key()] = wish;
            }
    }
    if (in.has("added"))
        for (const json& value : in.array("added")) {
            JsonObject step(value, in.place_of("added"), in.fault());
            AddedStep added{step.text("after"), step.text("cutter")};
            added.depth = optional_length(step, "depth");
            wishes.added.push_back(added);
        }
    return wishes;
}

} // namespace

ordered hole_json(const HoleSpec& hole) {
    ordered out{{"purpose", word_for(hole.purpose, purposes)}, {"diameter", hole.diameter.in_mm()}};
    if (!hole.label.empty())
        out["label"] = hole.label;
    if (!hole.drill.empty())
        out["drill"] = hole.drill;
    if (hole.depth)
        out["depth"] = hole.depth->in_mm();
    if (hole.depth_of)
        out["depth_of"] = word_for(*hole.depth_of, depth_words);
    if (hole.limits) {
        out["limits"] = ordered::object();
        if (hole.limits->least)
            out["limits"]["least"] = hole.limits->least->in_mm();
        if (hole.limits->most)
            out["limits"]["most"] = hole.limits->most->in_mm();
    }
    if (hole.purpose == Purpose::Clearance)
        out["clearing"] = word_for(hole.clearing, clearings);
    if (hole.recess) {
        out["recess"] = {{"kind", word_for(hole.recess->kind, recesses)}, {"diameter", hole.recess->diameter.in_mm()}};
        if (hole.recess->kind == RecessKind::Counterbore)
            out["recess"]["depth"] = hole.recess->depth.in_mm();
        else
            out["recess"]["angle"] = hole.recess->angle.in_degrees();
    }
    if (hole.captive)
        out["captive"] = true;
    if (!(hole.wishes == CuttingOverrides{}))
        out["wishes"] = wishes_json(hole.wishes);
    return out;
}

HoleSpec read_hole_spec(JsonObject& in) {
    HoleSpec hole;
    hole.purpose = static_cast<Purpose>(in.word("purpose", purposes));
    hole.diameter = length(in, "diameter");
    if (in.has("label"))
        hole.label = in.text("label");
    if (in.has("drill"))
        hole.drill = in.text("drill");
    hole.depth = optional_length(in, "depth");
    if (in.has("depth_of"))
        hole.depth_of = static_cast<DepthOf>(in.word("depth_of", depth_words));
    if (in.has("limits")) {
        JsonObject limits(in.member("limits"), in.place_of("limits"), in.fault());
        hole.limits = Limits{optional_length(limits, "least"), optional_length(limits, "most")};
    }
    if (in.has("clearing"))
        hole.clearing = static_cast<Clearing>(in.word("clearing", clearings));
    if (in.has("recess")) {
        JsonObject recess(in.member("recess"), in.place_of("recess"), in.fault());
        Recess read;
        read.kind = static_cast<RecessKind>(recess.word("kind", recesses));
        read.diameter = length(recess, "diameter");
        if (read.kind == RecessKind::Counterbore)
            read.depth = length(recess, "depth");
        else
            read.angle = angle(recess, "angle");
        hole.recess = read;
    }
    hole.captive = yes(in, "captive");
    if (in.has("wishes")) {
        JsonObject wishes(in.member("wishes"), in.place_of("wishes"), in.fault());
        hole.wishes = read_wishes(wishes);
    }
    return hole;
}

std::string name_of(Purpose purpose) {
    return word_for(purpose, purposes);
}

} // namespace clockface
