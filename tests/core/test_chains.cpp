// Chains: the cutters of a hole, their depths and speeds, as properties over random holes, drawers and machines.
#include "cutting/chains.h"
#include "cutting/depth_stack.h"
#include "cutting/machines.h"
#include "formats/cutter_report.h"
#include "formats/job_json.h"
#include "shop/cutter_points.h"
#include "shop/hole_words.h"
#include "support/jobs.h"

#include <QTest>
#include <rapidcheck.h>

using namespace clockface;
using namespace clockface::testing;

namespace {

HoleSpec spec(const std::string& words, std::optional<double> depth = std::nullopt) {
    const auto read = read_hole_size(words, Unit::Millimetre);
    if (!read)
        qFatal("%s", read.error().sentence.c_str());
    HoleSpec out = read->spec;
    if (depth)
        out.depth = mm(*depth);
    return out;
}

struct Bench {
    Shop shop = default_shop();
    Machine machine = shop.machines[0];
    std::string metal = "mild steel";
    std::vector<Cutter> owned = cutters_in(shop.drawer);

    Chain chain(const HoleSpec& hole, double thickness) const {
        const Metal cut = *metal_of(metal);
        return chain_for({hole,
                          mm(thickness),
                          std::nullopt,
                          cut,
                          owned,
                          machine.spindle,
                          shop.customs,
                          shop.drawer.fluids,
                          {},
                          Unit::Millimetre});
    }
    void lose(const std::string& name) {
        std::erase_if(owned, [&](const Cutter& each) { return each.name == name; });
    }
    Cutter& cutter(const std::string& name) {
        return *std::find_if(owned.begin(), owned.end(), [&](const Cutter& each) { return each.name == name; });
    }
};

bool holds_sorted(const std::vector<MachineFit>& all) {
    return std::is_sorted(all.begin(), all.end(),
                          [](const MachineFit& a, const MachineFit& b) { return a.share > b.share; });
}

std::string used(const Chain& chain, const std::string& step) {
    const CutStep* found = chain.find(step);
    return found ? found->cutter.name : "";
}

std::vector<Finding> of_kind(const SetupPlan& plan, FindingKind kind) {
    std::vector<Finding> out;
    std::copy_if(plan.findings.begin(), plan.findings.end(), std::back_inserter(out),
                 [&](const Finding& each) { return each.kind == kind; });
    return out;
}

std::string steps(const Chain& chain) {
    std::string out;
    for (const CutStep& step : chain.steps)
        out += (out.empty() ? "" : ", ") + step.name;
    return out;
}

/// A drawer with each kind of set there or not, with random gaps.
Drawer any_drawer() {
    Drawer drawer = default_drawer();
    std::erase_if(drawer.sets, [](const CutterSet&) { return *rc::gen::inRange(0, 4) == 0; });
    for (CutterSet& set : drawer.sets)
        for (const std::string& size : sizes_of(set.family))
            if (*rc::gen::inRange(0, 5) == 0)
                set.without.push_back(size);
    std::erase_if(drawer.taps, [](const TapSet&) { return *rc::gen::inRange(0, 4) == 0; });
    return drawer;
}

HoleSpec any_common_hole() {
    HoleSpec hole;
    switch (*rc::gen::inRange(0, 5)) {
    case 0: {
        const Thread thread = *rc::gen::elementOf(all_threads());
        hole = {Purpose::Tapped, thread.major, thread.name, std::nullopt};
        break;
    }
    case 1:
        hole = {Purpose::Reamed, mm(*rc::gen::element(3, 4, 5, 6, 8, 10, 12)), "H7", std::nullopt};
        break;
    case 2:
        hole = spec(
            *rc::gen::element<std::string>("M4 clear", "M5 clear close", "1/4-20 clear free", "M6 clear counterbored"));
        break;
    case 3: {
        hole = {Purpose::Plain, mm(*rc::gen::inRange(10, 250) / 10.0), "", std::nullopt};
        const Length by = mm(*rc::gen::inRange(1, 40) / 100.0);
        hole.limits = Limits{hole.diameter - by * 0.2, hole.diameter + by};
        break;
    }
    default:
        hole = {Purpose::Plain, mm(*rc::gen::inRange(10, 250) / 10.0), "", std::nullopt};
    }
    if (*rc::gen::arbitrary<bool>())
        hole.depth = mm(*rc::gen::inRange(20, 400) / 10.0);
    return hole;
}

} // namespace

class TestChains : public QObject {
    Q_OBJECT
private slots:
    void tapped_blind() {
        const Chain chain = Bench().chain(spec("M5", 12.5), 23.5);
        QCOMPARE(steps(chain), std::string("start, drill, chamfer, tap 1, tap 2"));
        // No 4.2 in this drawer: 4.3 leaves 67 percent, nearer to 75 than 11/64 (61) or 4.1 (87).
        QCOMPARE(used(chain, "drill"), std::string("4.3 mm drill"));
        QVERIFY(chain.better && chain.better->cutter.name == "4.2 mm drill");
        QVERIFY(chain.better->consequence.find("77 percent") != std::string::npos);
        // 12.5 + (4 + 2) x 0.8 = 17.3 at full diameter; the point 4.3 x 0.300430 = 1.29185
        QVERIFY(same(chain.find("drill")->full, mm(17.3)));
        QVERIFY(same(chain.find("drill")->tip, mm(18.59185), 1e-4));
        // The plug tap may go to 17.3 - 1.6 = 15.7, so that its full thread reaches 15.7 - 3.2 = 12.5.
        QVERIFY(same(chain.find("tap 2")->tip, mm(15.7)) && same(chain.find("tap 2")->full, mm(12.5)));
        const DepthStack stack = depth_stack(chain, {}, Unit::Millimetre);
        QVERIFY(same(stack.thread, mm(12.5)) && same(stack.below, mm(23.5 - 18.59185), 1e-4));
        QVERIFY(same(stack.in_spot, chain.find("start")->tip) && !stack.through);
    }
    void depth_means_three_things() {
        HoleSpec hole = spec("M6", 14);
        const Bench bench;
        const auto had = [&](DepthOf of) {
            hole.depth_of = of;
            return depth_stack(bench.chain(hole, 30), {}, Unit::Millimetre);
        };
        // Drill 5.0, point 1.50215, plug tap: lead 4 and chips 2.
        const DepthStack thread = had(DepthOf::FullThread);
        QVERIFY(same(thread.thread, mm(14)) && same(thread.full, mm(20)) && same(thread.tip, mm(21.50215), 1e-4));
        const DepthStack full = had(DepthOf::FullDiameter);
        QVERIFY(same(full.full, mm(14)) && same(full.tip, mm(15.50215), 1e-4) && same(full.thread, mm(8)));
        const DepthStack tip = had(DepthOf::Tip);
        QVERIFY(same(tip.tip, mm(14)) && same(tip.full, mm(14 - 1.50215), 1e-4));
        QVERIFY(same(tip.thread, mm(14 - 1.50215 - 6), 1e-4)); // a tip stopped at the thread's figure leaves it short
    }
    void thin_metal_takes_a_bottoming_tap() {
        const Chain chain = Bench().chain(spec("M5", 8.6), 14.3);
        QVERIFY(chain.last(StepKind::Tap)->cutter.lead == TapLead::Bottoming);
        QVERIFY(same(depth_stack(chain, {}, Unit::Millimetre).thread, mm(8.6)));
        QVERIFY(chain.find("drill")->tip < mm(14.3));
    }
    void captive_thread() {
        HoleSpec hole = spec("M6 captive", 9);
        QVERIFY(hole.captive);
        const Chain chain = Bench().chain(hole, 20);
        QVERIFY(chain.find("drill")->tip > mm(20)); // drilled through
        QVERIFY(same(chain.last(StepKind::Tap)->full, mm(9)));
        QVERIFY(same(depth_stack(chain, {}, Unit::Millimetre).thread, mm(9)));
    }
    void reamed_pair() {
        const Chain chain = Bench().chain(spec("6 H7", 14), 23.5);
        QCOMPARE(steps(chain), std::string("start, drill, chamfer, ream"));
        QCOMPARE(used(chain, "drill"), std::string("5.8 mm drill")); // 6 - 0.2
        QCOMPARE(used(chain, "ream"), std::string("6 mm reamer"));
        // Lead 0.9 and 1 of room below: 15.9 drilled, reamer to 14.9, whole to 14.
        QVERIFY(same(chain.find("drill")->full, mm(15.9)) && same(chain.find("ream")->full, mm(14)));
        Bench without;
        without.lose("6 mm reamer");
        const Chain other = without.chain(spec("6 H7"), 10);
        QCOMPARE(used(other, "ream"), std::string("6 mm reamer"));
        QVERIFY(!other.find("ream")->owned && !other.missing.empty());
    }
    void counterbored_row() {
        const Chain chain = Bench().chain(spec("M5 clear counterbored"), 23.5);
        QCOMPARE(steps(chain), std::string("start, drill, recess, deburr"));
        QCOMPARE(used(chain, "drill"), std::string("5.5 mm drill"));
        QCOMPARE(used(chain, "recess"), std::string("M5 counterbore"));
        QVERIFY(same(chain.find("recess")->tip, mm(5.4)));
        const Chain sunk = Bench().chain(spec("M6 clear countersunk"), 10);
        QVERIFY(same(sunk.find("recess")->tip, mm(6.3))); // 12.6 / 2 at 90 degrees
    }
    void limits_take_drills_that_stay_inside() {
        // 1 percent over in mild steel: 8.2 cuts 8.282, 8.3 cuts 8.383.
        const Chain chain = Bench().chain(spec("8.2 +0.15 -0.05"), 10);
        QCOMPARE(used(chain, "drill"), std::string("8.2 mm drill"));
        QVERIFY(!chain.find("ream"));
        // A hundredth wide: no drill; a reamer does.
        QVERIFY(Bench().chain(spec("8 +0.015 -0"), 10).find("ream"));
        const auto least = drills_within(Bench().owned, {mm(8.0), std::nullopt}, *metal_of("brass"), Unit::Millimetre);
        QVERIFY(same(least.front().cutter.actual(), mm(8.0)));
        const auto most =
            drills_within(Bench().owned, {std::nullopt, mm(8.0)}, *metal_of("mild steel"), Unit::Millimetre);
        QVERIFY(most.front().cutter.actual() * 1.01 <= mm(8.0) && most.front().cutter.actual() > mm(7.8));
    }
    void large_holes_take_pilots_by_power() {
        Bench bench; // 12 mm in one go
        QVERIFY(!bench.chain(spec("11.7"), 20).find("pilot 1"));
        bench.machine.spindle.one_go = mm(8);
        const Chain chain = bench.chain(spec("12"), 20);
        QVERIFY(chain.find("pilot 1"));
        // What is left after the last pilot is no more metal than a hole of 8 has: 12² - p² <= 8², p >= 8.944
        const CutStep* last = chain.last(StepKind::Pilot);
        QVERIFY(last->cutter.actual() > mm(8.8));
        bench.machine.spindle.one_go = mm(12);
        bench.shop.customs.small_steps = true;
        const Chain small = bench.chain(spec("10"), 20);
        QVERIFY(small.find("pilot 1") && small.find("pilot 2"));
    }
    void spotting_drill_leaves_the_chamfer() {
        Bench bench;
        bench.shop.customs.start = StartWay::SpottingDrill;
        const Chain chain = bench.chain(spec("M5"), 10);
        QVERIFY(!chain.find("chamfer"));
        QVERIFY(same(chain.find("start")->mouth, mm(5.5)) && same(chain.find("start")->tip, mm(2.75)));
        // A spot of 10 does not do for a wider mouth.
        const Chain wide = bench.chain(spec("M10"), 10);
        QVERIFY(wide.find("start")->cutter.kind == CutterKind::CentreDrill && wide.find("chamfer"));
        bench.shop.customs.start = StartWay::Straight;
        QVERIFY(!bench.chain(spec("M5"), 10).find("start"));
    }
    void the_users_word_goes_before() {
        HoleSpec hole = spec("M5", 12);
        const Bench bench;
        hole.wishes.steps["drill"].cutter = "11/64 drill";
        hole.wishes.steps["drill"].rpm = 700;
        hole.wishes.steps["drill"].peck = mm(2);
        hole.wishes.steps["chamfer"].skipped = true;
        hole.wishes.added = {{"drill", "4.5 mm drill", mm(3)}};
        const Chain chain = bench.chain(hole, 25);
        QCOMPARE(used(chain, "drill"), std::string("11/64 drill"));
        QVERIFY(chain.find("drill")->edited && *chain.find("drill")->rpm == 700.0);
        QVERIFY(chain.find("drill")->pecks.front() <= mm(2));
        QCOMPARE(chain.find("drill")->others.front().cutter.name, std::string("4.3 mm drill")); // the way back
        QVERIFY(chain.find("chamfer")->skipped && !chain.last(StepKind::Chamfer));
        QCOMPARE(steps(chain), std::string("start, drill, own 1, chamfer, tap 1, tap 2"));
        QVERIFY(same(chain.find("own 1")->tip, mm(3)));
        HoleSpec locked = spec("M5", 12);
        locked.wishes.locked = true;
        locked.wishes.steps["drill"].cutter = "9/64 drill"; // not a good one, but locked
        QCOMPARE(steps(bench.chain(locked, 25)), std::string("drill"));
        // A cutter nobody knows any more keeps its name.
        hole.wishes.steps["drill"].cutter = "the old blue drill";
        QVERIFY(!bench.chain(hole, 25).find("drill")->owned);
    }
    void fluids_on_hand() {
        Bench bench;
        bench.metal = "stainless steel";
        const Chain chain = bench.chain(spec("M5", 8), 25);
        QCOMPARE(chain.find("drill")->fluid, std::string("cutting oil")); // sulphur oil is not on hand
        QVERIFY(chain.find("drill")->why_fluid.find("smoke") != std::string::npos);
        bench.metal = "brass";
        QCOMPARE(bench.chain(spec("M5", 8), 25).find("drill")->fluid, std::string("dry"));
        QCOMPARE(bench.chain(spec("M3", 8), 25).find("tap 1")->fluid, std::string("cutting oil")); // small
        QCOMPARE(bench.chain(spec("M5", 8), 25).find("tap 1")->fluid, std::string("dry"));
    }
    void worn_and_carbide() {
        Bench bench;
        bench.machine = bench.shop.machines[2]; // any speed, not steps
        const double fresh = bench.chain(spec("8"), 10).find("drill")->surface;
        bench.cutter("8 mm drill").worn = true;
        QVERIFY(bench.chain(spec("8"), 10).find("drill")->surface < fresh);
        bench.cutter("8 mm drill").metal = CutterMetal::Carbide;
        bench.cutter("8 mm drill").worn = false;
        QVERIFY(bench.chain(spec("8"), 10).find("drill")->surface > fresh);
        bench.cutter("8 mm drill").metal = CutterMetal::HighSpeedSteel;
        bench.machine = bench.shop.machines[0];
        bench.shop.customs.speeds["mild steel"] = 14; // 14000 / (pi 8) = 557: the step below is 420
        QCOMPARE(*bench.chain(spec("8"), 10).find("drill")->rpm, 420.0);
    }
    void random_chains_hold() {
        holds("whatever the drawer holds", [] {
            Bench bench;
            bench.shop.drawer = any_drawer();
            bench.owned = cutters_in(bench.shop.drawer);
            bench.machine = *rc::gen::elementOf(bench.shop.machines);
            const Metal metal = *rc::gen::elementOf(all_metals());
            bench.metal = metal.name;
            bench.shop.customs.start =
                *rc::gen::element(StartWay::CentreDrill, StartWay::SpottingDrill, StartWay::Straight);
            bench.shop.customs.small_steps = *rc::gen::arbitrary<bool>();
            const HoleSpec hole = any_common_hole();
            const double thickness = *rc::gen::inRange(20, 600) / 10.0;
            const Chain chain = bench.chain(hole, thickness);
            const CutStep* drill = chain.last(StepKind::Drill);
            const auto limits = limits_of(hole);
            // The chosen drill never breaks the tolerance, unless it is said.
            if (limits && drill && !chain.last(StepKind::Ream) && chain.missing.empty() && limits->most) {
                RC_ASSERT(drill->cutter.actual() >= limits->least.value_or(Length{}) - mm(1e-9));
                RC_ASSERT(cuts(drill->cutter, metal) <= *limits->most + mm(1e-9));
            }
            // A reamer always has something to cut, unless it is said.
            if (const CutStep* ream = chain.last(StepKind::Ream); ream && drill && chain.missing.empty())
                RC_ASSERT(cuts(drill->cutter, metal) < ream->cutter.actual());
            // A thread drilled by the program is a usual one, unless it is said.
            if (hole.purpose == Purpose::Tapped && drill && chain.missing.empty()) {
                const double percent = percent_of_thread(*find_thread(hole.label), drill->cutter.actual());
                RC_ASSERT(percent >= least_percent && percent <= most_percent);
            }
            // Where the program chooses the depth it never exceeds the metal.
            if (hole.depth && hole.purpose == Purpose::Tapped && drill && thickness > 15.0)
                RC_ASSERT(drill->tip <= mm(thickness));
            const DepthStack stack = depth_stack(chain, {}, Unit::Millimetre);
            if (stack.major > Length{} && !stack.through) {
                RC_ASSERT(stack.thread <= stack.full + mm(1e-9));
                RC_ASSERT(stack.full <= stack.tip + mm(1e-9));
                RC_ASSERT(stack.tap <= stack.full + mm(1e-9));
            }
            for (const CutStep& step : chain.steps) {
                if (!step.rpm)
                    continue;
                // Speed never above the limit of the metal, and always one the spindle has.
                const double most = step.cutter.metal == CutterMetal::Carbide ? metal.carbide : metal.fast;
                RC_ASSERT(step.surface <= most * 1.2 + 1e-9);
                RC_ASSERT(*step.rpm <= bench.machine.spindle.highest());
                RC_ASSERT(*step.rpm >= bench.machine.spindle.lowest());
                RC_ASSERT(step.feed_set > 0.0 && step.feed_set <= step.feed + 1e-9);
                RC_ASSERT(step.minutes > 0.0);
                RC_ASSERT(!step.why_depth.empty() && !step.why_speed.empty() && !step.why_feed.empty());
                RC_ASSERT(same(step.pecks.back(), step.tip, 1e-6));
            }
            // Pilots grow and stay below the drill.
            Length last;
            for (const CutStep& step : chain.steps)
                if (step.kind == StepKind::Pilot) {
                    RC_ASSERT(step.cutter.actual() > last && step.cutter.actual() < drill->cutter.actual());
                    last = step.cutter.actual();
                }
        });
    }
    void whole_job() {
        const Job job = *load_job(std::string(SOURCE_FOLDER) + "/demo/fly-bearing-block.clockface.json");
        const SetupPlan plan = plan_at_hand(job, default_shop());
        QCOMPARE(plan.chains().size(), std::size_t{5}); // four kinds on the top, the oil hole on the front
        QCOMPARE(plan.kind_of.size(), plan.holes.size());
        QCOMPARE(holes_of_chain(plan, plan.kind_of.front()), std::string("A1 to A4"));
        std::string fetch;
        for (const FetchLine& line : plan.cutters().lines) {
            QVERIFY2(line.owned, line.cutter.name.c_str());
            fetch += line.cutter.name + "; ";
        }
        QCOMPARE(fetch, std::string(
                            "#2 centre drill; #3 centre drill; #4 centre drill; 4.1 mm drill; 4.3 mm drill; 5 mm "
                            "drill; 5.5 mm drill; "
                            "5.8 mm drill; M5 counterbore; 20.5 mm 90° countersink; 6 mm reamer; M5 taper tap; M5 plug "
                            "tap; M6 taper tap; "));
        // E1 comes in from the front at half the height: 11.75 - 2.05 = 9.7 below the top, under D2.
        const auto crossing = of_kind(plan, FindingKind::IntoOtherHole);
        QCOMPARE(crossing.size(), std::size_t{1});
        QVERIFY(crossing.front().sentence.find("D2 runs into E1 at 9.7 mm") == 0);
        QVERIFY(cutters_to_text(job, make_plan(job, default_shop())).find("M5 counterbore") != std::string::npos);
    }
    void findings() {
        Job job = plate_job();
        job.blank.thickness = mm(12);
        job.blank.material = "mild steel";
        job.patterns = {single("A", 40, 40)};
        const Shop shop = default_shop();
        const auto found_in = [&](const HoleSpec& hole, FindingKind kind) {
            job.patterns[0].hole = hole;
            const auto all = of_kind(plan_at_hand(job, shop), kind);
            return !all.empty();
        };
        QVERIFY(found_in(spec("8", 11), FindingKind::BreaksThrough)); // 11 + 2.4 of point
        QVERIFY(!found_in(spec("8", 8), FindingKind::BreaksThrough));
        QVERIFY(found_in(spec("M6", 8), FindingKind::TooFewThreads));
        HoleSpec hole = spec("M6", 5);
        hole.wishes.steps["drill"].cutter = "5.6 mm drill"; // 31 percent
        QVERIFY(found_in(hole, FindingKind::ThreadPercent));
        hole.wishes = {};
        hole.wishes.steps["tap 1"].depth = mm(11.9);
        QVERIFY(found_in(hole, FindingKind::TapTooDeep));
        HoleSpec reamed = spec("6 H7");
        reamed.wishes.steps["drill"].skipped = true;
        QVERIFY(found_in(reamed, FindingKind::NothingUnderReamer));
        reamed.wishes.steps["drill"] = {};
        reamed.wishes.steps["drill"].cutter = "6 mm drill";
        QVERIFY(found_in(reamed, FindingKind::NothingUnderReamer));
        HoleSpec fast = spec("8");
        fast.wishes.steps["drill"].rpm = 9000;
        QVERIFY(found_in(fast, FindingKind::SpeedOutOfRange));
        HoleSpec left_out = spec("8");
        left_out.wishes.steps["start"].skipped = true;
        left_out.wishes.steps["deburr"].skipped = true;
        QVERIFY(found_in(left_out, FindingKind::NotAudited));
        QVERIFY(found_in(spec("16"), FindingKind::NoCutter)); // the drawer ends at 13
        job.blank.thickness = mm(60);
        QVERIFY(found_in(spec("2"), FindingKind::DrillTooShort)); // a 2 mm drill cuts 24 deep
        job.blank.thickness = mm(45);
        QVERIFY(found_in(spec("4"), FindingKind::DrillTooShort)); // 43 of flute (DIN 338)
        job.blank.thickness = mm(40);
        QVERIFY(!found_in(spec("4"), FindingKind::DrillTooShort) && found_in(spec("4"), FindingKind::LongAndThin));
        job.blank.thickness = mm(12);
        QVERIFY(!found_in(spec("4"), FindingKind::LongAndThin));
        job.blank.material = "moon cheese";
        const SetupPlan unknown = plan_at_hand(job, shop);
        QVERIFY(!unknown.cutting->metal_known && !of_kind(unknown, FindingKind::NoCutter).empty());
        at_hand(job).machine = "Metric mill";
        job.planned_with["metric-mill"] = {"another mark", "something else"};
        QVERIFY(!of_kind(plan_at_hand(job, shop), FindingKind::FiguresChanged).empty());
        job.planned_with["metric-mill"] = {figures_mark(shop.machines[0]), "something else"};
        QVERIFY(of_kind(plan_at_hand(job, shop), FindingKind::FiguresChanged).empty());
        job.planned_with = {{"Metric mill", {"", machine_in_words(shop.machines[0])}}}; // as old files have it
        QVERIFY(of_kind(plan_at_hand(job, shop), FindingKind::FiguresChanged).empty());
    }
    void findings_say_what_the_chain_does() {
        holds("every finding follows from the figures, and none is missing", [] {
            Job job = plate_job();
            job.blank.thickness = mm(*rc::gen::inRange(30, 400) / 10.0);
            job.blank.material =
                *rc::gen::element<std::string>("mild steel", "brass", "silver steel", "aluminium", "unobtainium");
            job.patterns = {single("A", 40, 40)};
            HoleSpec& hole = job.patterns[0].hole;
            hole = any_common_hole();
            const auto any_wish = [&](const char* step) {
                StepWish& wish = hole.wishes.steps[step];
                if (*rc::gen::inRange(0, 3) == 0)
                    wish.depth = mm(*rc::gen::inRange(1, 600) / 10.0);
                if (*rc::gen::inRange(0, 3) == 0)
                    wish.rpm = *rc::gen::inRange(10, 9000);
                wish.skipped = *rc::gen::inRange(0, 5) == 0;
                if (*rc::gen::inRange(0, 4) == 0)
                    wish.cutter =
                        *rc::gen::element<std::string>("5 mm drill", "F drill", "no such thing", "6 mm reamer");
            };
            if (*rc::gen::arbitrary<bool>())
                any_wish("drill");
            if (*rc::gen::arbitrary<bool>())
                any_wish("tap 1");
            if (*rc::gen::arbitrary<bool>())
                any_wish("ream");
            hole.wishes.locked = *rc::gen::inRange(0, 6) == 0;
            Shop shop = default_shop();
            at_hand(job).machine = (*rc::gen::elementOf(shop.machines)).name;
            const SetupPlan plan = plan_at_hand(job, shop);
            const Chain& chain = plan.chains().front();
            const CutStep* drill = chain.last(StepKind::Drill);
            const auto said = [&](FindingKind kind, std::optional<Grade> grade = std::nullopt) {
                const auto all = of_kind(plan, kind);
                return std::any_of(all.begin(), all.end(),
                                   [&](const Finding& f) { return !grade || f.grade == *grade; });
            };
            const bool blind = !is_through(hole);
            if (drill && blind)
                RC_ASSERT(said(FindingKind::BreaksThrough, Grade::Stop) == (drill->tip >= chain.metal));
            bool slow = false, short_one = false;
            for (const CutStep& step : chain.steps) {
                if (step.skipped)
                    continue;
                if (!step.by_hand)
                    slow = slow || !step.rpm || *step.rpm < plan.machine.spindle.lowest() ||
                           *step.rpm > plan.machine.spindle.highest();
                if (step.kind == StepKind::Drill || step.kind == StepKind::Pilot || step.kind == StepKind::Ream)
                    short_one = short_one || (step.cutter.flute > Length{} && step.tip > step.cutter.flute);
            }
            RC_ASSERT(said(FindingKind::SpeedOutOfRange) == slow);
            RC_ASSERT(said(FindingKind::DrillTooShort) == short_one);
            if (hole.purpose == Purpose::Tapped && drill) {
                const double percent = percent_of_thread(*find_thread(hole.label), drill->cutter.actual());
                RC_ASSERT(said(FindingKind::ThreadPercent) == (percent < least_percent || percent > most_percent));
            }
            if (const CutStep* ream = chain.last(StepKind::Ream)) {
                const Metal metal = metal_of(job.blank.material).value_or(all_metals().front());
                RC_ASSERT(said(FindingKind::NothingUnderReamer) ==
                          (!drill || cuts(drill->cutter, metal) >= ream->cutter.actual()));
            }
            RC_ASSERT(plan.cutting->metal_known == (job.blank.material != "unobtainium"));
            // The words of it all can be made, whatever was asked for.
            RC_ASSERT(!cutters_to_text(job, make_plan(job, shop)).empty() &&
                      !cutters_to_json(job, make_plan(job, shop)).empty());
        });
    }
    void into_the_bore_of_a_bar() {
        // The arbor's tapped hole opens into the bore: 10.7 - sqrt(4.6² - 2.5²) = 6.839 of metal, and nothing to drill
        // beyond.
        const Job job = *load_job(std::string(SOURCE_FOLDER) + "/demo/winding-arbor.clockface.json");
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const Chain& chain = plan.chains()[static_cast<std::size_t>(plan.kind_of.back())];
        QVERIFY(chain.spec.purpose == Purpose::Tapped && is_through(chain.spec));
        QVERIFY(same(chain.metal, mm(10.7 - std::sqrt(4.6 * 4.6 - 2.5 * 2.5)), 1e-6));
        QVERIFY(same(depth_stack(chain, {}, Unit::Millimetre).thread, chain.metal, 1e-6));
        // A cross hole's metal is the bar itself.
        QVERIFY(same(metal_under(job, plan.holes.front()), mm(27.92), 1e-6));
    }
    void which_machine_turns_it_right() {
        const Shop shop = default_shop();
        const Metal steel = *metal_of("mild steel");
        const auto small = machines_for(shop, mm(1.2), steel);        // 25000 / (pi 1.2) = 6631
        QCOMPARE(small.front().machine, std::string("Readout mill")); // up to 4200
        QVERIFY(small.back().verdict.find("hides the feel") != std::string::npos);
        const auto large = machines_for(shop, mm(26), steel); // 306: the pillar drill begins at 390
        QVERIFY(!large.back().rpm && large.back().verdict.find("too fast") != std::string::npos);
        QVERIFY(large.front().verdict.find("pilot") != std::string::npos);
        QVERIFY(holds_sorted(large));
    }
    void room_under_the_chuck() {
        Bench bench;
        bench.machine.spindle.stroke = mm(40);
        bench.machine.spindle.keeps_place = false;
        const std::vector<Chain> chains = {bench.chain(spec("10"), 20)};
        Overhead overhead{mm(20)}; // it lies on the table
        const auto room = [&] {
            return room_for({&chains.front()}, bench.machine.spindle, overhead, Unit::Millimetre);
        };
        QVERIFY(room().tight && room().loses);
        QVERIFY(room().sentence.find("finish each hole") != std::string::npos);
        bench.machine.spindle.stroke = mm(200);
        QVERIFY(!room().tight);
        // A drill of 10 is the longest: what its overall length leaves when 25 of it are in the chuck. On a vise that
        // lifts the work to 90 there is so much less room, and over a clamp of 30 the quill has to come down from
        // there.
        const Length out = stick_out(room().longest.value());
        QCOMPARE(room().longest->name, std::string("10 mm drill"));
        QVERIFY(same(room().free, bench.machine.spindle.room - out - mm(20)));
        overhead.work_top = mm(90);
        bench.machine.spindle.room = out + mm(89.9);
        QVERIFY(room().tight && room().loses);
        QVERIFY(room().sentence.find("whose top is 90 mm above the table") != std::string::npos);
        bench.machine.spindle.room = out + mm(90.1);
        QVERIFY(!room().tight);
        overhead.lift = mm(30);
        QVERIFY(room().tight);
        bench.machine.spindle.room = mm(400);
        const Length down = out - stick_out(chains.front().steps.front().cutter); // the centre drill, the shortest
        bench.machine.spindle.stroke = down + chains.front().steps.front().tip + mm(29.9);
        QVERIFY(room().tight);
    }
};

QTEST_GUILESS_MAIN(TestChains)
#include "test_chains.moc"
