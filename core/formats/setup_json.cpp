#include "formats/setup_json.h"

#include "formats/holdings_json.h"
#include "formats/json_words.h"
#include "measure/limits.h"

namespace clockface {

namespace {

using nlohmann::json;

const std::vector<std::string> orders = {"as-drawn", "shortest-way", "by-hand"};
const std::vector<std::string> cut_orders = {"advised", "by-cutter", "by-hole", "follow-drill"};
const std::vector<std::string> readout_ways = {"from-zero", "from-each-hole", "routines"};
const std::vector<std::string> table_ways = {"dial", "plates"};
const std::vector<std::string> operations = {"the-rest", "handwork", "cutters", "patterns"};

// What was not said when the file was written is as it is for a new job.
OrderWishes read_order(JsonObject& in) {
    OrderWishes order;
    order.holes = static_cast<HoleOrder>(in.word("order", orders));
    if (in.has("by_hand"))
        for (const json& name : in.array("by_hand"))
            order.by_hand.push_back(text_at(name, in.place_of("by_hand"), in.fault()));
    if (in.has("cuts"))
        order.cuts = static_cast<CutOrder>(in.word("cuts", cut_orders));
    if (in.has("walk_first"))
        order.walk_first = in.flag("walk_first");
    if (in.has("check_half_way"))
        order.check_half_way = in.flag("check_half_way");
    if (in.has("readout_way"))
        order.readout = static_cast<ReadoutWay>(in.word("readout_way", readout_ways));
    if (in.has("table_way"))
        order.table = static_cast<TableWay>(in.word("table_way", table_ways));
    if (in.has("dials_at_zero")) {
        JsonObject dials(in.member("dials_at_zero"), in.place_of("dials_at_zero"), in.fault());
        order.dial_x = dials.integer("x");
        order.dial_y = dials.integer("y");
    }
    return order;
}

void write_order(ordered& out, const OrderWishes& order) {
    out["order"] = word_for(order.holes, orders);
    if (!order.by_hand.empty())
        out["by_hand"] = order.by_hand;
    out["cuts"] = word_for(order.cuts, cut_orders);
    out["walk_first"] = order.walk_first;
    out["check_half_way"] = order.check_half_way;
    out["readout_way"] = word_for(order.readout, readout_ways);
    out["table_way"] = word_for(order.table, table_ways);
    if (order.dial_x != 0 || order.dial_y != 0)
        out["dials_at_zero"] = {{"x", order.dial_x}, {"y", order.dial_y}};
}

struct OperationsOut {
    ordered& out;
    void operator()(const TheRest&) const {}
    void operator()(const Handwork&) const {}
    void operator()(const WithCutters& own) const { out["cutters"] = own.cutters; }
    void operator()(const OfPatterns& own) const { out["patterns"] = own.patterns; }
};

Operations read_operations(JsonObject& in) {
    switch (in.word("makes", operations)) {
    case 1:
        return Handwork{};
    case 2: {
        WithCutters own;
        for (const json& name : in.array("cutters"))
            own.cutters.push_back(text_at(name, in.place_of("cutters"), in.fault()));
        return own;
    }
    case 3: {
        OfPatterns own;
        for (const json& id : in.array("patterns"))
            own.patterns.push_back(integer_at(id, in.place_of("patterns"), in.fault()));
        return own;
    }
    default:
        return TheRest{};
    }
}

Setup read_setup(const json& value, const std::string& place, FirstFault& fault) {
    JsonObject in(value, place, fault);
    Setup setup;
    setup.id = in.integer("id");
    if (in.has("name"))
        setup.name = in.text("name");
    setup.up = static_cast<Face>(in.word("up", face_words()));
    JsonObject machine(in.member("machine"), in.place_of("machine"), fault);
    setup.machine = {machine.text("id"), machine.text("name")};
    setup.makes = read_operations(in);
    setup.order = read_order(in);
    setup.holding = read_holding(in);
    return setup;
}

} // namespace

void write_setups(ordered& out, const Job& job) {
    out["setups"] = ordered::array();
    for (const Setup& setup : job.setups) {
        ordered each{{"id", setup.id}};
        if (!setup.name.empty())
            each["name"] = setup.name;
        each["up"] = word_for(setup.up, face_words());
        each["machine"] = {{"id", setup.machine.id}, {"name", setup.machine.name}};
        each["makes"] = operations.at(setup.makes.index());
        std::visit(OperationsOut{each}, setup.makes);
        write_order(each, setup.order);
        write_holding(each, setup.holding);
        out["setups"].push_back(std::move(each));
    }
    out["setup_at_hand"] = job.setup;
    out["own_setups"] = job.own_setups;
    out["handwork_apart"] = job.handwork_apart;
    out["next_id"] = job.next_id;
}

void read_setups(JsonObject& in, int version, Job& job) {
    if (version == 1) {
        job.setups = {Setup{1, "", job.blank.up, MachineRef(in.text("machine")), TheRest{}, read_order(in)}};
        return;
    }
    const json& all = in.array("setups");
    job.setups.clear();
    for (std::size_t i = 0; i < all.size() && i <= limits::setups; ++i)
        job.setups.push_back(read_setup(all[i], fmt::format("setups[{}]", i), in.fault()));
    job.setup = in.integer("setup_at_hand");
    job.own_setups = in.flag("own_setups");
    job.handwork_apart = in.flag("handwork_apart");
    job.next_id = in.integer("next_id");
    if (const Setup* at_hand = find_setup(job, job.setup))
        job.blank.up = at_hand->up;
    else
        in.fault().note("setup_at_hand", "There is no set-up of that id.");
    if (job.setups.empty())
        job.setups = {Setup{}};
}

} // namespace clockface
