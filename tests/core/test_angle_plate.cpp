// Tall work before an angle plate: what is proposed, what stands around it, how zero is found, what is refused.
#include "formats/shop_json.h"
#include "plan/plan.h"
#include "shop/validate.h"
#include "support/jobs.h"

#include <QTest>
#include <cmath>
#include <nlohmann/json.hpp>
#include <numbers>
#include <random>

using namespace clockface;
using namespace clockface::testing;

namespace {

// A block whose face of `along` x `across` is up, `height` under it.
Job block(double along, double across, double height, std::vector<Pattern> patterns,
          const char* machine = "Readout mill") {
    Job job;
    job.blank.shape = BlankShape::Plate;
    job.blank.width = {mm(along), {}};
    job.blank.height = {mm(across), {}};
    job.blank.thickness = mm(height);
    job.blank.material = "mild steel";
    job.datum.place = DatumPlace::LowerLeft;
    at_hand(job).machine = machine;
    job.patterns = std::move(patterns);
    return with_ids(job);
}

Pattern blind(const std::string& name, double x, double y, double diameter, double depth) {
    Pattern pattern = single(name, x, y, diameter);
    pattern.hole.depth = mm(depth);
    return pattern;
}

bool has(const SetupPlan& plan, FindingKind kind) {
    return std::any_of(plan.findings.begin(), plan.findings.end(),
                       [&](const Finding& each) { return each.kind == kind; });
}

std::string moves(const Job& job, const SetupPlan& plan) {
    std::string all;
    for (const Instruction& each : plan.route.list)
        all += in_words(each, words_for(job, plan)).sentence + "\n";
    return all;
}

} // namespace

class TestAnglePlate : public QObject {
    Q_OBJECT
private slots:
    // 210 high, and the deepest jaws of the made-up shop that open 58 grip 31 to 41: less than a quarter. The wall of
    // 132 backs 132 / 210 of it and ends 210 - 132 = 78 below its top.
    void proposed_for_tall_work() {
        const Job job = block(84, 58, 210, {blind("A", 30, 20, 5, 14)});
        const SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(plan.held.plate && !plan.held.vise && plan.held.clamps.empty());
        QCOMPARE(plan.held.holder(), std::string("angle plate"));
        QVERIFY(same(plan.held.proud, mm(78)) && same(plan.held.gripped, mm(132)));
        QVERIFY(plan.held.stop == StopAt::Left);
        QVERIFY2(plan.run.complaints.empty(), plan.run.complaints.empty() ? "" : plan.run.complaints.front().c_str());
        QVERIFY(kept_from_spinning(plan.held).find("Two screw clamps round work and wall") == 0);
        QCOMPARE(reseating(plan.held).size(), std::size_t{4});
        QVERIFY(in_words(plan.held, Unit::Millimetre).find("Against the angle plate, on the table.") == 0);
        // 90 high a vise grips enough of it; without a plate the shop's vise has to do; a bar on end wants jaws.
        QVERIFY(plan_at_hand(block(84, 58, 90, {blind("A", 30, 20, 5, 14)}), default_shop()).held.vise);
        Shop without = default_shop();
        without.holdings.angle_plates.clear();
        const SetupPlan gripped = plan_at_hand(job, without);
        QVERIFY(gripped.held.vise && has(gripped, FindingKind::LittleGrip));
        // Two plates: the lower of those that back half of it.
        Shop two = default_shop();
        two.holdings.angle_plates = {
            {"high", mm(90), mm(190), mm(20)}, {"low", mm(90), mm(70), mm(12)}, {"middle", mm(90), mm(110), mm(14)}};
        QCOMPARE(plan_at_hand(job, two).held.holder(), std::string("middle"));
    }

    // The wall ends below the top, so its face can be touched and both faces are found as drawn; a wall that stands
    // above the work covers the far one, and the near one is touched.
    void zero_is_found_before_it() {
        Job job = block(84, 58, 210, {blind("A", 30, 20, 5, 14)});
        job.datum.place = DatumPlace::UpperLeft;
        const auto touched_far = [&](const Shop& shop) {
            const SetupPlan plan = plan_at_hand(job, shop);
            int far = 0;
            for (const Instruction& each : plan.route.list)
                if (const auto* touch = std::get_if<TouchEdge>(&each.action); touch && touch->axis == Axis::Y)
                    far += touch->stands == Towards::Plus ? 1 : -1;
            if (!plan.run.complaints.empty())
                QTest::qFail(plan.run.complaints.front().c_str(), __FILE__, __LINE__);
            if (moves(job, plan).find("jaw") != std::string::npos)
                QTest::qFail(moves(job, plan).c_str(), __FILE__, __LINE__);
            if (!plan.run.worst() || plan.run.worst()->miss > mm(0.01))
                QTest::qFail("the run misses", __FILE__, __LINE__);
            return far;
        };
        QCOMPARE(touched_far(default_shop()), 1);
        Shop high = default_shop();
        high.holdings.angle_plates.front().height = mm(208); // 2 left, the finder needs 4
        QCOMPARE(touched_far(high), -1);
        high.holdings.angle_plates.front().height = mm(206);
        QCOMPARE(touched_far(high), 1);
    }

    // Against a sum of its own: a drill of radius r with a point of 118 degrees meets the wall when it reaches beyond
    // the far face, r beside it at the earliest; the wall's top lies where it lies.
    void what_a_drill_meets() {
        std::mt19937 engine(7);
        const auto chance = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(engine); };
        int wall = 0, free = 0, table = 0, waste = 0;
        for (int i = 0; i < 1500; ++i) {
            Held held;
            held.known = true;
            held.plate = AnglePlate{"p", mm(chance(40, 150)), mm(chance(80, 200)), mm(chance(8, 25))};
            held.along = mm(90);
            held.across = mm(chance(20, 60));
            held.height = mm(chance(90, 220));
            held.waste = i % 3 == 0 ? mm(chance(5, 25)) : Length{};
            held.proud = held.height + held.waste - held.plate->height;
            const double x = chance(-90, 90), y = chance(-30, 60), r = chance(0.5, 8);
            const double tip = chance(5, 260), half = 59.0 * std::numbers::pi / 180.0;
            const Beneath said = beneath(held.solids(), {mm(x), mm(y)}, Plunge{mm(r), deg(118), mm(tip)});
            // From its nearest corner or edge, the depth of the tip that touches the wall's top there.
            const double dx = std::max(0.0, std::fabs(x) - held.plate->width.in_mm() / 2.0);
            const double near = held.across.in_mm() / 2.0, far = near + held.plate->thickness.in_mm();
            const double dy = y < near ? near - y : std::max(0.0, y - far);
            const double beside = std::hypot(dx, dy);
            const double to_wall = beside < r ? held.proud.in_mm() + beside / std::tan(half) : 1e9;
            const bool over_board = held.waste > Length{} && std::fabs(x) - r < 45 && std::fabs(y) - r < near;
            const double floor = held.height.in_mm() + held.waste.in_mm();
            if (to_wall < tip && (to_wall < floor || beside == 0.0)) {
                QVERIFY2(said.what == Underneath::AnglePlate, qPrintable(QString::number(i)));
                QVERIFY(std::fabs(said.met.in_mm() - to_wall) < 1e-6);
                ++wall;
            } else if (!over_board && tip > floor) {
                QCOMPARE(said.what, Underneath::Table);
                ++table;
            } else if (tip < held.height.in_mm()) {
                QCOMPARE(said.what, Underneath::Free);
                ++free;
            } else {
                ++waste; // into the board, or beside it: what it meets there is tested with every other holding
            }
        }
        QVERIFY2(wall > 100 && free > 100 && table > 50 && waste > 20,
                 qPrintable(QString("%1 %2 %3 %4").arg(wall).arg(free).arg(table).arg(waste)));
    }

    // How high the work's top is above the table, from the sizes of what it stands on, and what stands beside it.
    void what_is_passed_over() {
        const std::vector<Pattern> one{blind("A", 30, 20, 5, 9)};
        // In a vise: its bed, the parallels, the work. Its jaws end below the top.
        Job job = block(84, 58, 24, one);
        at_hand(job).holding.in = "wide vise";
        at_hand(job).holding.parallels = "6x28";
        SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(same(overhead_of(plan.held).work_top, mm(47 + 28 + 24)) && !highest_beside(plan.held));
        QVERIFY(same(plan.room.free, plan.machine.spindle.room - stick_out(*plan.room.longest) - mm(99)));
        std::string words = passing_in_words(plan.held, plan.room, Unit::Millimetre);
        QVERIFY2(words.find("The longest of its cutters, the ") == 0, words.c_str());
        // Low between the jaws: on the bed, 41 - 24 = 17 below their top.
        at_hand(job).holding.parallels = "";
        plan = plan_at_hand(job, default_shop());
        QVERIFY(highest_beside(plan.held)->what == Underneath::Jaw && same(highest_beside(plan.held)->above, mm(17)));
        // Clamped on a board of 18: the studs stand 30 above the work, and every cutter goes over them.
        at_hand(job).holding.in = "";
        at_hand(job).holding.waste = mm(18);
        plan = plan_at_hand(job, default_shop());
        const Overhead overhead = overhead_of(plan.held);
        QVERIFY(same(overhead.work_top, mm(42)) && same(overhead.lift, mm(30)));
        words = passing_in_words(plan.held, plan.room, Unit::Millimetre);
        QVERIFY2(words.find("lift every cutter more than 30 mm above the work: a clamp stands as high.") !=
                     std::string::npos,
                 words.c_str());
        // Where the list itself lays the work, its own height counts: a bar on end under a drill press.
        Job end;
        end.blank.shape = BlankShape::RoundBar;
        end.blank.diameter = {mm(24), {}};
        end.blank.width = {mm(140), {}};
        end.blank.up = at_hand(end).up = Face::Left;
        end.datum.place = DatumPlace::Middle;
        at_hand(end).machine = "Drill press";
        end.patterns = {blind("A", 0, 0, 5, 9)};
        end.patterns.front().face = Face::Left;
        plan = plan_at_hand(with_ids(end), default_shop());
        QVERIFY(plan.held.by_its_list && same(overhead_of(plan.held).work_top, mm(140)));
        QVERIFY(same(plan.room.free, plan.machine.spindle.room - stick_out(*plan.room.longest) - mm(140)));
        // Before a plate on a mill with little room: what was room enough for the work alone is not any more.
        const Job tall = block(84, 58, 210, one);
        Shop low = default_shop();
        for (Machine& machine : low.machines)
            machine.spindle.room = mm(250);
        plan = plan_at_hand(tall, low);
        QVERIFY(has(plan, FindingKind::NoRoom) && plan.room.free < mm(0));
        QVERIFY(plan.room.sentence.find("whose top is 210 mm above the table") != std::string::npos);
        QVERIFY(plan_at_hand(tall, default_shop()).room.free >= mm(0));
    }

    // A drill that reaches over the far edge goes into the wall: found before and in the run.
    void found_and_refused_in_the_run() {
        Shop shop = default_shop();
        shop.holdings.angle_plates.front().height = mm(205); // its top 5 below the work's
        const Job job = block(84, 58, 210, {blind("A", 30, 57, 5, 14)});
        const SetupPlan plan = plan_at_hand(job, shop);
        QCOMPARE(plan.beneath.front().what, Underneath::AnglePlate);
        QVERIFY(has(plan, FindingKind::DrillsHolding));
        QVERIFY(!plan.run.complaints.empty());
        QVERIFY(plan.run.complaints.front().find("into the angle plate") != std::string::npos);
    }

    void what_cannot_be_is_said() {
        const auto fault = [](Job job, const Shop& shop = default_shop()) {
            at_hand(job).holding.in = "angle plate";
            return plan_at_hand(job, shop).held.fault;
        };
        const std::vector<Pattern> one{blind("A", 30, 20, 5, 14)};
        QVERIFY(fault(block(84, 58, 60, one)).empty()); // as the user says, tall or not
        QVERIFY(fault(block(84, 58, 60, one, "Rotary table")).find("take a mill") != std::string::npos);
        QVERIFY(fault(block(84, 58, 60, one, "Drill press")).find("lies on the table") != std::string::npos);
        Job disc = block(60, 60, 60, one);
        disc.blank.shape = BlankShape::Disc;
        disc.blank.diameter = {mm(60), {}};
        disc.datum.place = DatumPlace::Middle;
        QVERIFY(fault(disc).find("along one line only") != std::string::npos);
        Shop low = default_shop();
        low.holdings.angle_plates.front().height = mm(15);
        Job high_up = block(84, 58, 60, one);
        at_hand(high_up).holding.waste = mm(18);
        QVERIFY(fault(high_up, low).find("a board below 15 mm would do") != std::string::npos);
        QVERIFY(has(plan_at_hand(
                        [&] {
                            Job job = block(84, 58, 60, one);
                            at_hand(job).holding.in = "angle plate";
                            return job;
                        }(),
                        [&] {
                            Shop shop = default_shop();
                            shop.holdings.angle_plates.front().height = mm(12);
                            return shop;
                        }()),
                    FindingKind::LittleGrip));
        Job nowhere = block(84, 58, 60, one);
        at_hand(nowhere).holding.in = "anvil";
        QVERIFY(plan_at_hand(nowhere, default_shop()).held.fault.find("vises, chucks or angle plates") !=
                std::string::npos);
    }

    void kept_in_files() {
        Shop shop = default_shop();
        shop.holdings.angle_plates.push_back({"tall wall", mm(77), mm(163), mm(19)});
        QVERIFY(!first_fault(shop));
        nlohmann::json text = nlohmann::json::parse(shop_to_json(shop));
        const Result<Shop> read = shop_from_json(text.dump());
        QVERIFY(read && read->holdings == shop.holdings);
        text["holdings"].erase("angle_plates"); // a shop of before
        const Result<Shop> old = shop_from_json(text.dump());
        QVERIFY(old && old->holdings.angle_plates.empty());
        const auto refused = [&](const char* place, auto change) {
            Shop bad = shop;
            change(bad.holdings.angle_plates.back());
            const auto fault = first_fault(bad);
            QVERIFY2(fault && fault->text().find(place) != std::string::npos, place);
        };
        refused("holdings.angle_plates[1].name", [](AnglePlate& plate) { plate.name = "wide vise"; });
        refused("holdings.angle_plates[1].width", [](AnglePlate& plate) { plate.width = mm(0); });
        refused("holdings.angle_plates[1].height", [](AnglePlate& plate) { plate.height = mm(-3); });
        refused("holdings.angle_plates[1].thickness", [](AnglePlate& plate) { plate.thickness = mm(NAN); });
    }
};

QTEST_APPLESS_MAIN(TestAnglePlate)
#include "test_angle_plate.moc"
