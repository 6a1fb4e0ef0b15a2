#include "formats/shop_json.h"

#include "formats/drawer_json.h"
#include "formats/holdings_json.h"
#include "formats/json_values.h"
#include "formats/json_words.h"
#include "formats/text_file.h"
#include "shop/validate.h"

namespace clockface {

namespace {

using nlohmann::json;
using ordered = nlohmann::ordered_json;

const std::vector<std::string> machine_kinds = {"handwheels",   "readout",     "rotary-table",
                                                "layout-bench", "drill-press", "marks"};
const std::vector<std::string> turns = {"clockwise", "counter-clockwise"};
const std::vector<std::string> sides = {"plus", "minus"};

ordered screw_json(const Screw& screw) {
    return {{"unit", word_for(screw.unit, unit_words())},
            {"lead", screw.lead.in_mm()},
            {"graduations", screw.lines},
            {"backlash", screw.backlash.in_mm()},
            {"plus", word_for(screw.plus, turns)},
            {"finish", word_for(screw.approach, sides)}};
}

struct KindOut {
    ordered& out;
    void operator()(const Handwheels& wheels) const {
        out["x"] = screw_json(wheels.x);
        out["y"] = screw_json(wheels.y);
        out["dials_turn"] = wheels.dials_turn;
    }
    void operator()(const Readout& readout) const {
        out["unit"] = word_for(readout.unit, unit_words());
        out["resolution"] = readout.resolution.in_mm();
        out["angle_resolution"] = readout.angle_resolution.in_degrees();
        out["circle_convention"] = convention_json(readout.circle_convention);
        out["asks_step"] = readout.asks_step;
        out["circle_routine"] = readout.circle_routine;
        out["row_routine"] = readout.row_routine;
    }
    void operator()(const RotaryTable& table) const {
        out["ratio"] = table.ratio;
        out["graduations"] = table.graduations;
        out["backlash"] = table.backlash.in_degrees();
        out["rising"] = word_for(table.rising, sense_words());
        out["slide"] = screw_json(table.slide);
        out["vernier"] = table.vernier;
        out["decimal"] = table.decimal;
        out["plates"] = table.plates;
    }
    void operator()(const LayoutBench& bench) const {
        out["unit"] = word_for(bench.unit, unit_words());
        out["gauge_step"] = bench.gauge_step.in_mm();
        out["divider_step"] = bench.divider_step.in_mm();
        out["measured_to"] = bench.measured_to.in_mm();
    }
    void operator()(const DrillPress& press) const { out["unit"] = word_for(press.unit, unit_words()); }
    void operator()(const MarksAcross& marks) const {
        out["unit"] = word_for(marks.unit, unit_words());
        out["punches"] = ordered::array();
        for (const PunchSet& set : marks.punches)
            out["punches"].push_back({{"from", set.from.in_mm()}, {"to", set.to.in_mm()}, {"step", set.step.in_mm()}});
        out["punch_length"] = marks.punch_length.in_mm();
        out["scriber_reach"] = marks.scriber_reach.in_mm();
        out["marker_tip"] = marks.marker_tip.in_mm();
        out["marker_reach"] = marks.marker_reach.in_mm();
        out["screws"] = marks.screws;
        out["plugs"] = ordered::array();
        for (const Length each : marks.plugs)
            out["plugs"].push_back(each.in_mm());
        out["cone"] = marks.cone.in_mm();
    }
};

Unit unit(JsonObject& in) {
    return static_cast<Unit>(in.word("unit", unit_words()));
}

Screw read_screw(JsonObject& in, const std::string& name) {
    JsonObject screw(in.member(name), in.place_of(name), in.fault());
    Screw out;
    out.unit = unit(screw);
    out.lead = length(screw, "lead");
    out.lines = screw.number("graduations");
    out.backlash = length(screw, "backlash");
    out.plus = static_cast<Turn>(screw.word("plus", turns));
    out.approach = static_cast<Towards>(screw.word("finish", sides));
    return out;
}

MarksAcross read_marks(JsonObject& in) {
    MarksAcross marks;
    marks.unit = unit(in);
    for (const json& each : in.array("punches")) {
        JsonObject set(each, in.place_of("punches"), in.fault());
        const Length from = length(set, "from"), to = length(set, "to");
        marks.punches.push_back({from, to, length(set, "step")});
    }
    marks.punch_length = length(in, "punch_length");
    marks.scriber_reach = length(in, "scriber_reach");
    marks.marker_tip = length(in, "marker_tip");
    marks.marker_reach = length(in, "marker_reach");
    for (const json& each : in.array("screws"))
        marks.screws.push_back(text_at(each, in.place_of("screws"), in.fault()));
    for (const json& each : in.array("plugs"))
        marks.plugs.push_back(Length::mm(number_at(each, in.place_of("plugs"), in.fault())));
    marks.cone = length(in, "cone");
    return marks;
}

std::vector<std::vector<int>> read_plates(JsonObject& in) {
    std::vector<std::vector<int>> plates;
    for (const json& plate : in.array("plates")) {
        if (!plate.is_array()) {
            in.fault().note(in.place_of("plates"),
                            "A list of circles for each plate is expected here, such as [15, 17, 19].");
            return {};
        }
        std::vector<int>& circles = plates.emplace_back();
        for (const json& holes : plate)
            circles.push_back(integer_at(holes, in.place_of("plates"), in.fault()));
    }
    return plates;
}

MachineErrors read_errors(JsonObject& machine) {
    JsonObject in(machine.member("errors"), machine.place_of("errors"), machine.fault());
    MachineErrors errors;
    errors.pick_up = length(in, "pick_up");
    errors.setting = length(in, "setting");
    errors.backlash_left = length(in, "backlash_left");
    errors.marking = length(in, "marking");
    return errors;
}

// What each slide moves; older files have one figure for both.
Point read_lock_jump(JsonObject& machine) {
    if (machine.has("lock_jump"))
        return {length(machine, "lock_jump"), Length::mm(machine.number("lock_jump"))};
    return {machine.has("lock_jump_x") ? length(machine, "lock_jump_x") : Length{},
            machine.has("lock_jump_y") ? length(machine, "lock_jump_y") : Length{}};
}

MachineKind read_kind(JsonObject& in) {
    switch (in.word("kind", machine_kinds)) {
    case 0: {
        const Screw x = read_screw(in, "x");
        Handwheels wheels{x, read_screw(in, "y")};
        if (in.has("dials_turn"))
            wheels.dials_turn = in.flag("dials_turn");
        return wheels;
    }
    case 1: {
        Readout readout;
        readout.unit = unit(in);
        readout.resolution = length(in, "resolution");
        readout.angle_resolution = Angle::degrees(in.number("angle_resolution"));
        readout.circle_convention = read_convention(in, "circle_convention");
        for (const auto& [name, flag] : {std::pair("asks_step", &readout.asks_step),
                                         {"circle_routine", &readout.circle_routine},
                                         {"row_routine", &readout.row_routine}})
            if (in.has(name))
                *flag = in.flag(name);
        return readout;
    }
    case 2: {
        RotaryTable table;
        table.ratio = in.integer("ratio");
        table.graduations = in.integer("graduations");
        table.backlash = Angle::degrees(in.number("backlash"));
        table.rising = static_cast<Sense>(in.word("rising", sense_words()));
        table.slide = read_screw(in, "slide");
        if (in.has("vernier"))
            table.vernier = in.integer("vernier");
        if (in.has("decimal"))
            table.decimal = in.flag("decimal");
        if (in.has("plates"))
            table.plates = read_plates(in);
        return table;
    }
    case 4:
        return DrillPress{unit(in)};
    case 5:
        return read_marks(in);
    default: {
        LayoutBench bench;
        bench.unit = unit(in);
        bench.gauge_step = length(in, "gauge_step");
        bench.divider_step = length(in, "divider_step");
        bench.measured_to = length(in, "measured_to");
        return bench;
    }
    }
}

ordered lengths_json(const std::vector<Length>& all) {
    ordered out = ordered::array();
    for (const Length each : all)
        out.push_back(each.in_mm());
    return out;
}

ordered kit_json(const RoundKit& kit) {
    ordered vee_blocks = ordered::array(), collet_blocks = ordered::array();
    for (const VeeBlock& block : kit.vee_blocks)
        vee_blocks.push_back({{"width", block.width.in_mm()},
                              {"height", block.height.in_mm()},
                              {"opening", block.opening.in_mm()},
                              {"groove", block.groove.in_mm()},
                              {"depth", block.depth.in_mm()}});
    for (const ColletBlock& block : kit.collet_blocks)
        collet_blocks.push_back({{"sides", block.sides},
                                 {"across", block.across.in_mm()},
                                 {"length", block.length.in_mm()},
                                 {"largest", block.largest.in_mm()}});
    return {{"finder", kit.finder.in_mm()},
            {"finder_repeats", kit.finder_repeats.in_mm()},
            {"rods", lengths_json(kit.rods)},
            {"packing", lengths_json(kit.packing)},
            {"vee_blocks", vee_blocks},
            {"bushings", lengths_json(kit.bushings)},
            {"collet_blocks", collet_blocks},
            {"three_jaws", kit.three_jaws},
            {"lathe", kit.lathe},
            {"jaws_lift", kit.jaws_lift},
            {"protractor_step", kit.protractor_step.in_degrees()},
            {"protractor_reach", kit.protractor_reach.in_degrees()},
            {"height_step", kit.height_step.in_mm()},
            {"caliper_step", kit.caliper_step.in_mm()},
            {"packing_within", kit.packing_within.in_mm()}};
}

RoundKit read_kit(JsonObject& shop) {
    JsonObject in(shop.member("kit"), shop.place_of("kit"), shop.fault());
    const auto lengths = [&](const std::string& name) {
        std::vector<Length> all;
        for (const json& each : in.array(name))
            all.push_back(Length::mm(number_at(each, in.place_of(name), in.fault())));
        return all;
    };
    RoundKit kit;
    kit.finder = length(in, "finder");
    kit.finder_repeats = length(in, "finder_repeats");
    kit.rods = lengths("rods");
    kit.packing = lengths("packing");
    for (const json& each : in.array("vee_blocks")) {
        if (each.is_number()) { // as shops were written that knew nothing but its width
            kit.vee_blocks.push_back(vee_block_of(Length::mm(each.get<double>())));
            continue;
        }
        JsonObject block(each, in.place_of("vee_blocks"), in.fault());
        const Length width = length(block, "width"), height = length(block, "height");
        const Length opening = length(block, "opening"), groove = length(block, "groove");
        kit.vee_blocks.push_back({width, height, opening, groove, length(block, "depth")});
    }
    kit.bushings = lengths("bushings");
    for (const json& each : in.array("collet_blocks")) {
        ColletBlock made;
        if (each.is_number()) { // likewise, of its sides
            made.sides = integer_at(each, in.place_of("collet_blocks"), in.fault());
        } else {
            JsonObject block(each, in.place_of("collet_blocks"), in.fault());
            made.sides = block.integer("sides");
            made.across = length(block, "across");
            made.length = length(block, "length");
            made.largest = length(block, "largest");
        }
        kit.collet_blocks.push_back(made);
    }
    kit.three_jaws = in.flag("three_jaws");
    kit.lathe = in.flag("lathe");
    kit.jaws_lift = in.flag("jaws_lift");
    kit.protractor_step = Angle::degrees(in.number("protractor_step"));
    kit.protractor_reach = Angle::degrees(in.number("protractor_reach"));
    kit.height_step = length(in, "height_step");
    kit.caliper_step = length(in, "caliper_step");
    kit.packing_within = length(in, "packing_within");
    return kit;
}

ordered spindle_json(const Spindle& spindle) {
    ordered out = ordered::object();
    if (spindle.steps.empty()) {
        out["slowest"] = spindle.slowest;
        out["fastest"] = spindle.fastest;
    } else {
        out["steps"] = spindle.steps;
    }
    out["one_go"] = spindle.one_go.in_mm();
    out["room"] = spindle.room.in_mm();
    out["stroke"] = spindle.stroke.in_mm();
    out["keeps_place"] = spindle.keeps_place;
    out["scale"] = word_for(spindle.scale, unit_words());
    out["scale_step"] = spindle.scale_step.in_mm();
    out["change_minutes"] = spindle.change_minutes;
    if (spindle.knee_lead > Length{}) {
        out["knee_lead"] = spindle.knee_lead.in_mm();
        out["knee_lines"] = spindle.knee_lines;
    }
    if (spindle.taps)
        out["taps"] = true;
    if (spindle.chuck > Length{})
        out["chuck"] = spindle.chuck.in_mm();
    return out;
}

Spindle read_spindle(JsonObject& machine) {
    JsonObject in(machine.member("spindle"), machine.place_of("spindle"), machine.fault());
    Spindle spindle;
    if (in.has("steps")) {
        for (const json& each : in.array("steps"))
            spindle.steps.push_back(number_at(each, in.place_of("steps"), in.fault()));
    } else {
        spindle.slowest = in.number("slowest");
        spindle.fastest = in.number("fastest");
    }
    spindle.one_go = length(in, "one_go");
    spindle.room = length(in, "room");
    spindle.stroke = length(in, "stroke");
    spindle.keeps_place = in.flag("keeps_place");
    spindle.taps = in.has("taps") && in.flag("taps");
    spindle.scale = static_cast<Unit>(in.word("scale", unit_words()));
    spindle.scale_step = length(in, "scale_step");
    spindle.change_minutes = in.number("change_minutes");
    if (in.has("knee_lead")) {
        spindle.knee_lead = length(in, "knee_lead");
        spindle.knee_lines = in.integer("knee_lines");
    }
    if (in.has("chuck"))
        spindle.chuck = length(in, "chuck");
    return spindle;
}

const std::vector<std::string> figures_on_line = {"millimetres", "inches", "steps"};

ordered line_json(const SerialLine& line) {
    return {{"port", line.port},
            {"speed", line.speed},
            {"frame", line.frame},
            {"pattern", line.pattern},
            {"figures", word_for(line.figures, figures_on_line)},
            {"swapped", line.axes.swapped},
            {"x_back", line.axes.x_back},
            {"y_back", line.axes.y_back},
            {"moves_on", line.moves_on}};
}

SerialLine read_line(JsonObject& machine) {
    JsonObject in(machine.member("line"), machine.place_of("line"), machine.fault());
    SerialLine line;
    line.port = in.text("port");
    line.speed = in.integer("speed");
    line.frame = in.text("frame");
    line.pattern = in.text("pattern");
    line.figures = static_cast<FiguresIn>(in.word("figures", figures_on_line));
    line.axes.swapped = in.flag("swapped");
    line.axes.x_back = in.flag("x_back");
    line.axes.y_back = in.flag("y_back");
    line.moves_on = in.flag("moves_on");
    return line;
}

Shop read_shop(const json& document, FirstFault& fault) {
    JsonObject in(document, "", fault);
    in.text("clockface");
    in.integer("version");
    Shop shop;
    shop.edge_distance_factor = in.number("edge_distance_factor");
    const auto read_machine = [&](const json& value, const std::string& place) -> Machine {
        JsonObject machine(value, place, fault);
        const std::string name = machine.text("name");
        const std::string remark = machine.text("remark");
        Machine read{name, remark, read_kind(machine)};
        read.spindle = machine.has("spindle") ? read_spindle(machine) : default_spindle(read);
        read.lock_jump = read_lock_jump(machine);
        if (machine.has("travel_x"))
            read.travel.x = length(machine, "travel_x");
        if (machine.has("travel_y"))
            read.travel.y = length(machine, "travel_y");
        if (machine.has("line"))
            read.line = read_line(machine);
        if (machine.has("id"))
            read.id = machine.text("id");
        read.errors = machine.has("errors") ? read_errors(machine) : default_errors(read);
        if (machine.has("hour"))
            read.hour = machine.number("hour");
        return read;
    };
    const json& machines = in.array("machines");
    for (std::size_t i = 0; i < machines.size(); ++i)
        shop.machines.push_back(read_machine(machines[i], fmt::format("machines[{}]", i)));
    // A shop that was written before there was work on bars, or marks, has the drawers to begin with.
    shop.kit = in.has("kit") ? read_kit(in) : default_kit();
    shop.marks = in.has("marks") ? read_machine(in.member("marks"), "marks") : default_marks();
    if (in.has("name"))
        shop.name = in.text("name");
    shop.drawer = in.has("drawer") ? read_drawer(in) : default_drawer();
    shop.customs = in.has("customs") ? read_customs(in) : default_customs();
    shop.holdings = in.has("holdings") ? read_holdings(in) : default_holdings();
    return shop;
}

} // namespace

std::string shop_to_json(const Shop& shop) {
    ordered out{{"clockface", "shop"},
                {"version", shop_file_version},
                {"name", shop.name},
                {"edge_distance_factor", shop.edge_distance_factor}};
    const auto machine_json = [](const Machine& machine) {
        ordered entry{{"id", machine.id},
                      {"name", machine.name},
                      {"remark", machine.remark},
                      {"kind", machine_kinds.at(machine.kind.index())}};
        std::visit(KindOut{entry}, machine.kind);
        entry["travel_x"] = machine.travel.x.in_mm();
        entry["travel_y"] = machine.travel.y.in_mm();
        entry["lock_jump_x"] = machine.lock_jump.x.in_mm();
        entry["lock_jump_y"] = machine.lock_jump.y.in_mm();
        if (machine.line)
            entry["line"] = line_json(*machine.line);
        entry["errors"] = {{"pick_up", machine.errors.pick_up.in_mm()},
                           {"setting", machine.errors.setting.in_mm()},
                           {"backlash_left", machine.errors.backlash_left.in_mm()},
                           {"marking", machine.errors.marking.in_mm()}};
        entry["spindle"] = spindle_json(machine.spindle);
        entry["hour"] = machine.hour;
        return entry;
    };
    out["machines"] = ordered::array();
    for (const Machine& machine : shop.machines)
        out["machines"].push_back(machine_json(machine));
    out["marks"] = machine_json(shop.marks);
    out["kit"] = kit_json(shop.kit);
    out["drawer"] = drawer_json(shop.drawer);
    out["customs"] = customs_json(shop.customs);
    out["holdings"] = holdings_json(shop.holdings);
    return out.dump(2, ' ', false, ordered::error_handler_t::replace) + "\n";
}

Result<Shop> shop_from_json(const std::string& text) {
    const Result<json> document = parse_json(text);
    if (!document)
        return tl::unexpected(document.error());
    if (const auto refused = refuse_other_files(*document, "shop", shop_file_version))
        return tl::unexpected(*refused);
    FirstFault fault;
    Shop shop = read_shop(*document, fault);
    if (fault.problem)
        return tl::unexpected(*fault.problem);
    if (const auto found = first_fault(shop))
        return tl::unexpected(*found);
    return with_ids(std::move(shop));
}

Result<Shop> load_shop(const std::string& path) {
    return read_file(path).and_then(shop_from_json).map_error([&](Problem found) {
        if (found.place != path)
            found.place = found.place.empty() ? path : path + ", " + found.place;
        return found;
    });
}

} // namespace clockface
