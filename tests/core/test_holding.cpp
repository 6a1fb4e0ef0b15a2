// How the work is held: what lies under every hole, what is proposed, and where zero is found.
#include "formats/job_json.h"
#include "formats/shop_json.h"
#include "holding/beneath.h"
#include "holding/held.h"
#include "layout/hole_names.h"
#include "layout/validate.h"
#include "measure/figures.h"
#include "ordering/handwheel.h"
#include "plan/beneath_words.h"
#include "plan/plan.h"
#include "shop/holdings.h"
#include "shop/validate.h"
#include "support/jobs.h"

#include <QTest>
#include <cmath>
#include <map>
#include <numbers>
#include <random>

using namespace clockface;
using namespace clockface::testing;

namespace {

// The same question asked of the solid itself: the cutter is filled with points, ring by ring from its axis to its rim,
// and of each the lowest it comes is compared with the solid below it. Nothing of the program's own sums is used.
struct Filled {
    std::map<Underneath, double> deepest; // how far the cutter comes into each kind, in mm
    double nearest_miss = 1e9;            // the least by which anything was missed, or entered
};
Filled fill(const std::vector<Solid>& solids, Point at, const Plunge& plunge) {
    Filled filled;
    constexpr int rings = 60, round = 180;
    const double r = plunge.radius.in_mm(), tip = plunge.tip.in_mm();
    const double slope =
        plunge.point == Angle{} ? 0.0 : 1.0 / std::tan(plunge.point.in_degrees() / 2.0 * std::numbers::pi / 180.0);
    for (int ring = 0; ring <= rings; ++ring)
        for (int step = 0; step < (ring == 0 ? 1 : round); ++step) {
            const double out = r * ring / rings * 0.999999, turn = 2.0 * std::numbers::pi * step / round;
            const double x = at.x.in_mm() + out * std::cos(turn), y = at.y.in_mm() + out * std::sin(turn);
            const double low = tip - out * slope;
            for (const Solid& solid : solids) {
                if (x < solid.left.in_mm() || x > solid.right.in_mm() || y < solid.near.in_mm() ||
                    y > solid.far.in_mm())
                    continue;
                const double in = low - solid.top.in_mm();
                filled.nearest_miss = std::min(filled.nearest_miss, std::fabs(in));
                if (in > 0.0)
                    filled.deepest[solid.kind] = std::max(filled.deepest[solid.kind], in);
            }
        }
    return filled;
}

// A holding drawn at random, with a cutter over the work or at its edge. Left to chance alone some answers would hardly
// come up, so every draw aims at one, and may miss it.
struct Drawn {
    Held held;
    Point at;
    Plunge plunge;
};
Drawn draw(std::mt19937& chance, Underneath aim) {
    const auto between = [&](double least, double most) {
        return mm(std::uniform_real_distribution<double>(least, most)(chance));
    };
    const auto one_in = [&](int n) { return std::uniform_int_distribution<int>(1, n)(chance) == 1; };
    const bool on_table = aim == Underneath::Table || aim == Underneath::Waste;
    Drawn drawn;
    Held& held = drawn.held;
    held.known = aim != Underneath::NotKnown;
    held.along = between(20, 180);
    held.across = between(15, 120);
    held.height = between(4, 40);
    if (!on_table) {
        Vise vise{"v", between(50, 150), between(20, 50), between(8, 20), mm(140), between(15, 60)};
        if (aim == Underneath::Slot || !one_in(3))
            vise.slot = between(8, 30);
        held.vise = vise;
        if (aim == Underneath::Parallel || !one_in(4))
            held.parallels = ParallelPair{between(2, 12), between(4, 20), between(40, 160)};
        held.rear_taken_out = one_in(4);
        held.proud = held.height + (held.parallels ? held.parallels->height : Length{}) - vise.jaw_depth;
    } else if (aim == Underneath::Waste || one_in(3)) {
        held.waste = between(6, 25);
    }
    const auto deep = [&](double least, double most) { return held.height + between(least, most); };
    drawn.plunge = {between(0.5, 8), one_in(4) ? Angle{} : deg(std::uniform_real_distribution<double>(60, 140)(chance)),
                    aim == Underneath::Free ? deep(-6, 2) : deep(0, 18)};
    drawn.at = {between(-0.5, 0.5) * held.along.in_mm(), between(-0.5, 0.5) * held.across.in_mm()};
    if (aim == Underneath::Jaw) {
        drawn.at = {between(-20, 20), held.across / 2.0 - drawn.plunge.radius * 0.8};
        drawn.plunge.tip = deep(0, 20);
    } else if (aim == Underneath::Parallel) {
        drawn.at = {between(-15, 15), held.parallels->thickness / 2.0 - held.across / 2.0};
    } else if (aim == Underneath::Slot) {
        drawn.at = {between(-1, 1), between(-0.2, 0.2) * held.across.in_mm()};
        drawn.plunge.radius = between(0.5, 3);
        drawn.plunge.tip = deep(15, 45);
    } else if (aim == Underneath::Bed) {
        drawn.at = {held.vise->slot / 2.0 + between(2, 10), between(-0.1, 0.1) * held.across.in_mm()};
        drawn.plunge.tip = deep(15, 40);
    }
    return drawn;
}

bool has(const SetupPlan& plan, FindingKind kind) {
    return std::any_of(plan.findings.begin(), plan.findings.end(),
                       [&](const Finding& each) { return each.kind == kind; });
}

} // namespace

class TestHolding : public QObject {
    Q_OBJECT
private slots:
    // A vise of 41 deep jaws, parallels of 28: a plate of 19 stands 19 + 28 - 41 = 6 proud and is gripped by 13.
    void how_it_stands() {
        Job job = plate_of(100, 60, 19);
        job.patterns = {single("A", 50, 30, 6)};
        at_hand(job).holding = {"wide vise", "6x28"};
        const SetupPlan plan = plan_at_hand(with_ids(job), default_shop());
        QVERIFY(plan.held.known);
        QVERIFY(same(plan.held.proud, mm(6)));
        QVERIFY(same(plan.held.gripped, mm(13)));
        // The bed begins 19 + 28 = 47 below the top; the middle of the wide vise is open, so the table at 47 + 47 is
        // next.
        QCOMPARE(plan.beneath.front().what, Underneath::Free);
        QVERIFY(same(plan.beneath.front().met, mm(94)));
    }

    // A drill of 6 (r = 3) 2.5 from a parallel's edge, 118 degrees: it is met when the tip is 2.5 cot 59 = 1.502 below.
    void an_edge_is_met_later() {
        const std::vector<Solid> solids{{Underneath::Parallel, mm(-50), mm(50), mm(-30), mm(-24), mm(19)}};
        const Beneath met = beneath(solids, {mm(0), mm(-21.5)}, Plunge{mm(3), deg(118), mm(21)});
        QCOMPARE(met.what, Underneath::Parallel);
        QVERIFY(same(met.met, mm(20.5021515), 1e-6));
        const Length just = met.met;
        QCOMPARE(beneath(solids, {mm(0), mm(-21.5)}, Plunge{mm(3), deg(118), just}).what, Underneath::Free);
        // Beside it by its whole radius it only touches: clear, however deep.
        QCOMPARE(beneath(solids, {mm(0), mm(-21)}, Plunge{mm(3), deg(118), mm(60)}).what, Underneath::Free);
        // A flat cutter meets it at its own level.
        QVERIFY(same(beneath(solids, {mm(0), mm(-21.5)}, Plunge{mm(3), {}, mm(21)}).met, mm(19)));
    }

    void agrees_with_a_solid_filled_with_points() {
        std::mt19937 chance(20261127);
        std::map<Underneath, int> came_up;
        constexpr Underneath all[] = {Underneath::Free, Underneath::Parallel, Underneath::Jaw,   Underneath::Bed,
                                      Underneath::Slot, Underneath::Table,    Underneath::Waste, Underneath::NotKnown};
        for (int i = 0; i < 1000; ++i) {
            const Drawn drawn = draw(chance, all[i % std::size(all)]);
            const std::vector<Solid> solids = drawn.held.solids();
            const Beneath said = beneath(solids, drawn.at, drawn.plunge);
            if (!drawn.held.known) {
                QCOMPARE(said.what, Underneath::NotKnown);
                ++came_up[said.what];
                continue;
            }
            const Filled filled = fill(solids, drawn.at, drawn.plunge);
            bool spoiled = false;
            double deepest = 0.0;
            for (const auto& [kind, in] : filled.deepest)
                if (spoils(kind)) {
                    spoiled = true;
                    deepest = std::max(deepest, in);
                }
            // Between two of its points the cutter may come a little deeper, or beside an edge, than any of them.
            const double grain = 0.2 + drawn.plunge.radius.in_mm() / 25.0;
            if (spoils(said.what) != spoiled) {
                QVERIFY2(!spoiled && (said.tip - said.met).in_mm() < grain, qPrintable(QString("draw %1").arg(i)));
                continue;
            }
            ++came_up[said.what];
            if (spoiled) {
                QVERIFY2(filled.deepest.contains(said.what) || deepest < grain, qPrintable(QString("draw %1").arg(i)));
                QVERIFY(std::fabs((said.tip - said.met).in_mm() - deepest) < grain * 3.0);
            } else if (said.what == Underneath::Waste) {
                QVERIFY(filled.deepest.contains(Underneath::Waste) || (said.tip - said.met).in_mm() < grain);
            } else if (said.what == Underneath::Slot) {
                const Length bed = drawn.held.height + (drawn.held.parallels ? drawn.held.parallels->height : Length{});
                QVERIFY(drawn.plunge.tip > bed && drawn.held.vise->slot > Length{});
            } else {
                QVERIFY(filled.deepest.empty());
            }
        }
        for (const Underneath each : all)
            QVERIFY2(came_up[each] >= 50, (name_of(each) + " " + std::to_string(came_up[each])).c_str());
    }

    // 14.2 from the edge: parallels of 6 leave 8.2 - 4 = 4.2 beside an 8 mm drill; those of 15 would be drilled into.
    void proposes_parallels_no_drill_meets() {
        Job job = plate_of(110, 72, 22);
        job.patterns = {row("A", 20, 14.2, 4, 20, 0, 8)};
        job = with_ids(job);
        Shop shop = default_shop();
        shop.holdings.vises = {{"one", mm(100), mm(40), mm(15), mm(90), mm(40)}};
        shop.holdings.parallels = {{mm(15), mm(20), mm(120)}, {mm(6), mm(20), mm(120)}};
        const SetupPlan plan = plan_at_hand(job, shop);
        QVERIFY(plan.held.parallels.has_value());
        QVERIFY(same(plan.held.parallels->thickness, mm(6)));
        QVERIFY(!has(plan, FindingKind::DrillsHolding));
        // With nothing but the thick ones it stands on the bed instead: blind to nothing, 8 mm above is what a drill
        // needs.
        shop.holdings.parallels.pop_back();
        at_hand(job).holding.parallels = name_of(shop.holdings.parallels.front());
        const SetupPlan thick = plan_at_hand(job, shop);
        QVERIFY(has(thick, FindingKind::DrillsHolding));
        QCOMPARE(thick.beneath.front().what, Underneath::Parallel);
        QVERIFY(!thick.beneath.front().rear);
        // Nothing of it is said where the drill does not come through.
        for (Pattern& pattern : job.patterns)
            pattern.hole.depth = mm(9);
        QVERIFY(!has(plan_at_hand(job, shop), FindingKind::DrillsHolding));
    }

    void the_rear_parallel_taken_out_leaves_the_near_one() {
        Job job = plate_of(110, 72, 22);
        job.patterns = {single("A", 30, 68, 3), single("B", 60, 4, 3)};
        job = with_ids(job);
        at_hand(job).holding = {"wide vise", "9x34"};
        SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(plan.beneath[0].rear && plan.beneath[0].what == Underneath::Parallel);
        QVERIFY(!plan.beneath[1].rear && plan.beneath[1].what == Underneath::Parallel);
        at_hand(job).holding.rear_taken_out = true;
        plan = plan_at_hand(job, default_shop());
        QCOMPARE(plan.beneath[0].what, Underneath::Free);
        QCOMPARE(plan.beneath[1].what, Underneath::Parallel);
    }

    void what_does_not_fit_is_said() {
        Job job = with_ids(plate_of(145, 150, 22));
        job.patterns = {single("A", 30, 68, 3)};
        at_hand(job).holding.in = "wide vise";
        SetupPlan plan = plan_at_hand(with_ids(job), default_shop());
        QVERIFY(!plan.held.known);
        QVERIFY(plan.held.fault.find("opens 138 mm") != std::string::npos);
        QCOMPARE(plan.beneath.front().what, Underneath::NotKnown);
        at_hand(job).holding.in.reset(); // then the table is proposed, and a board for a drill that goes through
        plan = plan_at_hand(with_ids(job), default_shop());
        QVERIFY(plan.held.known && !plan.held.vise);
        QVERIFY(same(plan.held.waste, mm(12)));
        QCOMPARE(plan.beneath.front().what, Underneath::Waste);
        at_hand(job).holding.waste = mm(0);
        plan = plan_at_hand(with_ids(job), default_shop());
        QCOMPARE(plan.beneath.front().what, Underneath::Table);
        QVERIFY(has(plan, FindingKind::DrillsHolding));
        at_hand(job).holding = {};
        at_hand(job).holding.in = "the vise next door";
        QVERIFY(plan_at_hand(with_ids(job), default_shop()).held.fault.find("vise next door") != std::string::npos);
        // Parallels so high that nothing grips: jaws of 31 deep, a stack of 34.
        Job low = with_ids(plate_of(60, 50, 8));
        low.patterns = {single("A", 30, 25, 3)};
        at_hand(low).holding = {"small vise", "9x34"};
        const Held high = plan_at_hand(with_ids(low), default_shop()).held;
        QVERIFY(!high.fault.empty() && high.gripped == Length{});
    }

    // A plate of 19 drilled through at 6 mm goes 19 + 1.8 deep: the table is met without a board, on a drill press and
    // after marking out just as on a mill.
    void what_is_not_touched_lies_on_something_too() {
        for (const char* machine : {"Drill press", "Layout bench"}) {
            Job job = plate_of(100, 60, 19);
            at_hand(job).machine = machine;
            job.patterns = {single("A", 50, 30, 6)};
            job = with_ids(job);
            const SetupPlan plan = plan_at_hand(job, default_shop());
            QCOMPARE(plan.machine.name, std::string(machine));
            QVERIFY(plan.held.known && !plan.held.touched && plan.held.waste >= mm(12));
            QCOMPARE(plan.beneath.front().what, Underneath::Waste);
            at_hand(job).holding.waste = Length{};
            const SetupPlan bare = plan_at_hand(job, default_shop());
            QCOMPARE(bare.beneath.front().what, Underneath::Table);
            QVERIFY(has(bare, FindingKind::DrillsHolding) && !bare.run.complaints.empty());
        }
        Job job = plate_of(100, 60, 19);
        at_hand(job).machine = "Drill press";
        at_hand(job).holding.in = "drill vise";
        const Held held = plan_at_hand(with_ids(job), default_shop()).held;
        QVERIFY(!held.vise && held.fault.find("mark it out, or take a mill") != std::string::npos);
    }
    // 0.06 over 150 is a slope of 1 in 2500: 0.023 degrees, and 0.008 in a plate of 20, more than half of 0.01.
    void a_leaning_spindle_comes_out_beside() {
        Job job = plate_of(100, 60, 20);
        job.patterns = {single("A", 50, 30, 6)};
        job = with_ids(job);
        QVERIFY(!plan_at_hand(job, default_shop()).held.lean);
        at_hand(job).holding.swing_reads = mm(-0.06);
        job.holes_within = mm(0.01);
        SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(same(plan.held.lean->beside, mm(0.008), 1e-9));
        QVERIFY(std::fabs(plan.held.lean->tilt.in_degrees() - 0.0229183) < 1e-6);
        QVERIFY(has(plan, FindingKind::OutOfSquare));
        at_hand(job).holding.swing_span = mm(300);
        plan = plan_at_hand(job, default_shop());
        QVERIFY(same(plan.held.lean->beside, mm(0.004), 1e-9) && !has(plan, FindingKind::OutOfSquare));
        at_hand(job).holding.swing_span = mm(0);
        QVERIFY(first_fault(job)->text().find("swing_span") != std::string::npos);
        at_hand(job).holding = {};
        at_hand(job).holding.swing_reads = mm(20);
        QVERIFY(first_fault(job).has_value());
    }
    // What is said of going back follows what holds it: a lifting jaw is tapped down, a rear parallel comes out last,
    // and only a stop keeps zero along the jaws.
    void how_it_goes_back() {
        Job job = plate_of(60, 50, 19);
        at_hand(job).holding = {"drill vise", "5x13", true};
        Held held = plan_at_hand(with_ids(job), default_shop()).held;
        const auto said = [&] {
            std::string all;
            for (const std::string& step : reseating(held))
                all += step + "\n";
            return all;
        };
        QVERIFY(said().find("the moving jaw lifts the work") != std::string::npos);
        QVERIFY(said().find("then take the rear one out") > said().find("Put both parallels back in"));
        QVERIFY(said().find("Zero is kept by stop and fixed jaw") != std::string::npos);
        held.stop = StopAt::None;
        QVERIFY(said().find("zero is lost along the jaws") != std::string::npos);
        held.vise.reset();
        QVERIFY(said().find("find it again, touch by touch") != std::string::npos);
        held.against_fence = true;
        QVERIFY(kept_from_spinning(held).find("never hold it by hand") != std::string::npos);
        // Of four jaws two stay for the next piece; three move together.
        held = {};
        held.known = true;
        held.work_chuck = WorkChuck{};
        held.work_chuck->jaws = 3;
        QVERIFY(said().find("touched no more") == std::string::npos);
        held.work_chuck->jaws = 4;
        QVERIFY(said().find("Only the other two are loosened") != std::string::npos);
        held = {};
        QVERIFY(reseating(held).empty() && kept_from_spinning(held).empty());
    }

    void is_kept_in_files() {
        Job job = with_ids(plate_of(100, 60, 19));
        HoldingWishes& wishes = at_hand(job).holding;
        wishes = {"wide vise",
                  "6x28",
                  true,
                  mm(12.7),
                  StopAt::Right,
                  "wiggler",
                  3,
                  mm(0.06),
                  mm(210),
                  true,
                  mm(-7.5),
                  {{WorkEdge::Far, 3}, {WorkEdge::Near, 1}},
                  CentreWish{CentreKind::PinInHole, {mm(12), mm(-3)}},
                  HoleId{4, 2}};
        const auto back = job_from_json(job_to_json(job));
        QVERIFY2(back.has_value(), back ? "" : back.error().text().c_str());
        QVERIFY(at_hand(*back).holding == wishes);
        Shop shop = default_shop();
        shop.holdings.vises[1].slot = mm(19.4);
        shop.holdings.vises[1].fixed_rear = false;
        shop.holdings.finders[0].repeats = mm(0.013);
        shop.holdings.stop = false;
        shop.holdings.own = true;
        shop.holdings.strap = {mm(11), mm(22), mm(13), mm(31), mm(37)};
        shop.machines[1].spindle.chuck = mm(39);
        shop.machines[1].travel = {mm(401), mm(171)};
        const auto shop_back = shop_from_json(shop_to_json(shop));
        QVERIFY2(shop_back.has_value(), shop_back ? "" : shop_back.error().text().c_str());
        QVERIFY(shop_back->holdings == shop.holdings);
        QVERIFY(shop_back->machines[1] == shop.machines[1]);
    }

    void shops_that_cannot_be_are_refused() {
        Shop shop = default_shop();
        shop.holdings.vises[0].opening = mm(0);
        QVERIFY(first_fault(shop).has_value());
        shop = default_shop();
        shop.holdings.vises[0].name = shop.holdings.vises[1].name;
        QVERIFY(first_fault(shop).has_value());
        shop = default_shop();
        shop.holdings.parallels.push_back({mm(3), mm(-2), mm(100)});
        QVERIFY(first_fault(shop).has_value());
        shop = default_shop();
        shop.holdings.finders[0].repeats = mm(std::nan(""));
        QVERIFY(first_fault(shop).has_value());
        QVERIFY(!first_fault(default_shop()).has_value());
    }

    // What is proposed for the demo jobs drills into nothing, and grips what it holds.
    void the_demos_hold() {
        int in_vises = 0, on_the_table = 0;
        for (const char* name : {"dial-centre-flange", "motion-work-plate", "bell-hammer-straps", "winding-arbor",
                                 "bell-crank-bracket", "fly-bearing-block"}) {
            const auto job = job_from_json(read_text(std::string(SOURCE_FOLDER "/demo/") + name + ".clockface.json"));
            QVERIFY2(job.has_value(), name);
            for (const SetupPlan& plan : make_plan(*job, default_shop()).setups) {
                QVERIFY2(!has(plan, FindingKind::DrillsHolding) && !has(plan, FindingKind::NotHeld), name);
                QCOMPARE(plan.beneath.size(), plan.holes.size());
                if (!plan.held.known)
                    continue;
                ++(plan.held.vise ? in_vises : on_the_table);
                if (plan.held.vise) // by half its height, or as deep as the jaws are
                    QVERIFY(plan.held.gripped >= std::min(plan.held.height * 0.5, plan.held.vise->jaw_depth));
            }
        }
        QVERIFY(in_vises >= 3 && on_the_table >= 1);
    }

    void many_holes_by_name() {
        Job job = plate_of(200, 60, 19);
        job.patterns = {row("A", 10, 30, 6, 20, 0), row("B", 10, 50, 2, 20, 0)};
        const std::vector<Hole> holes = holes_of(with_ids(job));
        QCOMPARE(names_in_runs(holes, {0, 1, 2, 3}), std::string("A1 to A4"));
        QCOMPARE(names_in_runs(holes, {0, 1, 3, 6, 7}), std::string("A1, A2, A4, B1, B2"));
        QCOMPARE(names_in_runs(holes, {}), std::string());
    }
};

QTEST_APPLESS_MAIN(TestHolding)
#include "test_holding.moc"
