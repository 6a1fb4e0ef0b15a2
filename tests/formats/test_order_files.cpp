// What the order adds to files: wishes of the job, figures of machines, the comparison as text and JSON.
#include "formats/job_json.h"
#include "formats/order_report.h"
#include "formats/shop_json.h"
#include "ordering/tally.h"
#include "plan/plan.h"
#include "support/jobs.h"

#include <nlohmann/json.hpp>

using namespace clockface;
using namespace clockface::testing;
using nlohmann::json;

namespace {

// The demo with one value of its file changed.
std::string refusal(const std::string& name, const json& value) {
    json file = json::parse(job_to_json(flange()));
    (name == "holes_within" ? file : file["setups"][0])[name] = value;
    const auto read = job_from_json(file.dump());
    return read ? std::string() : read.error().text();
}

std::string shop_refusal(std::size_t machine, const std::string& name, const json& value) {
    json file = json::parse(shop_to_json(default_shop()));
    file["machines"][machine][name] = value;
    const auto read = shop_from_json(file.dump());
    return read ? std::string() : read.error().text();
}

} // namespace

class TestOrderFiles : public QObject {
    Q_OBJECT
private slots:
    void wishes_come_back() {
        holds("job -> text -> job, with any wishes", [](void) {
            Job job = *any_job();
            at_hand(job).order.holes = *rc::gen::element(HoleOrder::AsDrawn, HoleOrder::LeastWork, HoleOrder::ByHand);
            at_hand(job).order.by_hand =
                *rc::gen::element(std::vector<std::string>{}, std::vector<std::string>{"A2", "A1", "Ω7"});
            job.holes_within = mm(*rc::gen::inRange(1, 900) / 1000.0);
            const auto read = job_from_json(job_to_json(job));
            RC_ASSERT(read.has_value());
            RC_ASSERT(at_hand(*read).order == at_hand(job).order);
            RC_ASSERT(read->holes_within == job.holes_within);
        });
    }
    void a_job_from_before_there_were_wishes() {
        json file = json::parse(job_to_json(flange()));
        file.erase("holes_within");
        for (const char* name : {"cuts", "walk_first", "check_half_way", "readout_way", "table_way"})
            file["setups"][0].erase(name);
        const auto read = job_from_json(file.dump());
        QVERIFY(read);
        QVERIFY(at_hand(*read).order.cuts == CutOrder::Advised && at_hand(*read).order.check_half_way &&
                !at_hand(*read).order.walk_first);
        QCOMPARE(read->holes_within, Job{}.holes_within);
    }
    void wishes_that_cannot_be_are_named() {
        QVERIFY(refusal("cuts", "sideways").starts_with("setups[0].cuts"));
        QVERIFY(refusal("order", "random").starts_with("setups[0].order"));
        QVERIFY(refusal("readout_way", 3).starts_with("setups[0].readout_way"));
        QVERIFY(refusal("table_way", "hammer").starts_with("setups[0].table_way"));
        QVERIFY(refusal("walk_first", "yes").starts_with("setups[0].walk_first"));
        QVERIFY(refusal("by_hand", "A1").starts_with("setups[0].by_hand"));
        QVERIFY(refusal("by_hand", json::array({1, 2})).starts_with("setups[0].by_hand"));
        QVERIFY(refusal("dials_at_zero", json{{"x", 1.5}, {"y", 0}}).starts_with("setups[0].dials_at_zero"));
        QVERIFY(refusal("dials_at_zero", json{{"x", 1}, {"y", 0}, {"z", 0}}).starts_with("setups[0].dials_at_zero"));
        QVERIFY(refusal("holes_within", -0.1).starts_with("holes_within"));
        QVERIFY(refusal("holes_within", 0).starts_with("holes_within"));
        QVERIFY(refusal("cuts", "by-hole").empty());
    }
    void figures_of_machines_that_cannot_be_are_named() {
        QVERIFY(shop_refusal(0, "dials_turn", "no").find("dials_turn") != std::string::npos);
        QVERIFY(shop_refusal(0, "lock_jump_y", 9.0).find("lock_jump_y") != std::string::npos);
        QVERIFY(shop_refusal(0, "errors", json{{"pick_up", -1}, {"setting", 0}, {"backlash_left", 0}, {"marking", 0}})
                    .find("errors.pick_up") != std::string::npos);
        QVERIFY(shop_refusal(0, "errors", json{{"pick_up", 0.01}}).find("errors") != std::string::npos);
        QVERIFY(shop_refusal(2, "asks_step", 1).find("asks_step") != std::string::npos);
        QVERIFY(shop_refusal(3, "vernier", 0).find("vernier") != std::string::npos);
        QVERIFY(shop_refusal(3, "plates", json::array({15, 16})).find("plates") != std::string::npos);
        QVERIFY(shop_refusal(3, "plates", json::array({json::array({15, 1})})).find("plates") != std::string::npos);
        QVERIFY(shop_refusal(3, "plates", json::array()).empty());
    }
    void one_lock_jump_of_older_files_is_both() {
        json file = json::parse(shop_to_json(default_shop()));
        file["machines"][0].erase("lock_jump_x");
        file["machines"][0].erase("lock_jump_y");
        file["machines"][0]["lock_jump"] = 0.02;
        const auto read = shop_from_json(file.dump());
        QVERIFY2(read, read ? "" : read.error().text().c_str());
        QVERIFY(read->machines[0].lock_jump == (Point{mm(0.02), mm(0.02)}));
    }
    void a_knee_comes_back() {
        Shop shop = default_shop();
        shop.machines[1].spindle.knee_lead = Length::inches(0.125);
        shop.machines[1].spindle.knee_lines = 125;
        const auto read = shop_from_json(shop_to_json(shop));
        QVERIFY(read && *read == shop);
        shop.machines[1].spindle.knee_lines = 0; // a knee without a dial
        QVERIFY(!shop_from_json(shop_to_json(shop)));
    }
    void the_comparison_as_json() {
        const Job job = flange();
        const Shop shop = default_shop();
        const json order = json::parse(order_to_json(job, shop, make_plan(job, shop)))["setups"][0];
        QCOMPARE(order["ways"].size(), std::size_t{3});
        QCOMPARE(order["machines"].size(), shop.machines.size());
        int advised = 0;
        for (const json& machine : order["machines"]) {
            advised += machine["advised"].get<bool>() ? 1 : 0;
            QVERIFY(machine["minutes"].get<double>() > 0.0);
            const double share = machine["many"]["share_within"].get<double>();
            QVERIFY(share >= 0.0 && share <= 1.0);
        }
        QCOMPARE(advised, 1);
        QVERIFY(order["many"]["budget"].size() >= 4);
        for (std::size_t i = 1; i < order["many"]["budget"].size(); ++i) // dearest first
            QVERIFY(order["many"]["budget"][i - 1]["most"] >= order["many"]["budget"][i]["most"]);
        QVERIFY(order["tightening"][0].get<std::string>().starts_with("Tighten A in this order"));
    }
    void the_comparison_in_words() {
        const Job job = flange();
        const Shop shop = default_shop();
        const std::string text = order_to_text(job, shop, make_plan(job, shop));
        for (const char* part : {"> each cutter through all its holes (advised)", "every hole finished before the next",
                                 "19 in 20 within", "Readout mill (advised)", "bolt up", "picking up zero"})
            QVERIFY2(text.find(part) != std::string::npos, part);
    }
    void a_bar_is_compared_by_its_one_way() {
        const Job job = load_job(SOURCE_FOLDER "/demo/winding-arbor.clockface.json").value();
        const Shop shop = default_shop();
        const json order = json::parse(order_to_json(job, shop, make_plan(job, shop)))["setups"][0];
        QCOMPARE(order["ways"].size(), std::size_t{1});
        QVERIFY(!order.contains("many")); // its ways carry their own sums of errors
    }
    void a_short_list_is_counted_by_hand() {
        // One cutter, two moves of X, one of them past and back; 3 and 5 turns and half a turn each on the average.
        const Machine machine{
            "M", "", Handwheels{screw(Unit::Millimetre, 2.5, 125, 0.18), screw(Unit::Millimetre, 2.5, 125, 0.18)}};
        Route route;
        route.list = {{ChangeCutter{0}},
                      {TurnHandwheel{Axis::X, Turn::Clockwise, 3, 10, 0, false}, 0},
                      {TurnHandwheel{Axis::X, Turn::CounterClockwise, 5, 4, 1, true}, 1},
                      {TurnHandwheel{Axis::X, Turn::Clockwise, 1, 4, 1, false}, 1}};
        const Tally tally = tally_of(route, machine, {}, {}, {});
        QCOMPARE(tally.changes, 1);
        QCOMPARE(tally.moves, 2);
        QCOMPARE(tally.reversals, 1);
        QVERIFY(std::abs(tally.turns - (3.5 + 5.5 + 1.0)) < 1e-9);
    }
};

QTEST_GUILESS_MAIN(TestOrderFiles)
#include "test_order_files.moc"
