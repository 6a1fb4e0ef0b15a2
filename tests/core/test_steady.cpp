// How work stands and is clamped: vises turned a quarter, work beside the middle of the jaws, clamps on the table, the
// chuck above it all, and what tips, lifts or bends.
#include "cutting/cutter_list.h"
#include "holding/beneath.h"
#include "holding/clamps.h"
#include "holding/steady.h"
#include "layout/validate.h"
#include "ordering/pick_up.h"
#include "plan/plan.h"
#include "shop/validate.h"
#include "support/jobs.h"

#include <QTest>
#include <cmath>
#include <random>

using namespace clockface;
using namespace clockface::testing;

namespace {

const Finding* find(const SetupPlan& plan, FindingKind kind) {
    for (const Finding& each : plan.findings)
        if (each.kind == kind)
            return &each;
    return nullptr;
}

std::vector<UnsteadyKind> kinds(const Held& held, const std::vector<HolePlace>& places = {}) {
    std::vector<UnsteadyKind> all;
    for (const Unsteady& each : unsteady(held, places, std::vector<bool>(places.size(), true)))
        all.push_back(each.kind);
    return all;
}

Held in_vise(double along, double across, double height) {
    Held held;
    held.known = true;
    held.vise = Vise{"v", mm(92), mm(34), mm(14), mm(86), mm(29), mm(26)};
    held.along = mm(along);
    held.across = mm(across);
    held.height = mm(height);
    held.proud = held.height - held.vise->jaw_depth;
    held.gripped = std::min(held.height, held.vise->jaw_depth);
    return held;
}

} // namespace

class TestSteady : public QObject {
    Q_OBJECT
private slots:
    // 140 high and 60 wide: no vise opens 140, but turned a quarter the small one (68) takes the 60. Its rear jaw, the
    // fixed one, then stands at the left, and X is touched there: the face at X 0 from inside, no; from its left, at
    // -5.
    void a_vise_turned_a_quarter() {
        Job job = plate_of(60, 140, 30);
        job.patterns = {single("A", 30, 70, 6)};
        job = with_ids(job);
        const SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(plan.held.vise && plan.held.turned);
        QCOMPARE(plan.held.vise->name, std::string("small vise"));
        QVERIFY(same(plan.held.extents().x, mm(60)) && same(plan.held.extents().y, mm(140)));
        for (const Solid& each : plan.held.solids())
            if (each.kind == Underneath::Jaw) {
                QVERIFY(same(each.rear ? each.right : each.left, mm(each.rear ? -30 : 30)));
                QVERIFY(same(each.far, mm(38)) && same(each.near, mm(-38))); // jaws 76 wide, along y
            }
        const auto* x = std::get_if<TouchEdge>(&plan.route.list.front().action);
        QVERIFY(x && x->axis == Axis::X && x->against == LiesAgainst::FixedJaw);
        QVERIFY(same(spindle_at(*x), mm(-5)));
        const std::string words = in_words(plan.route.list.front(), words_for(job, plan)).sentence;
        QVERIFY2(words.find("the left face at the fixed jaw") != std::string::npos, words.c_str());
        const auto* y = std::get_if<TouchEdge>(&plan.route.list[1].action); // the stop is at the near end
        QVERIFY(y && y->axis == Axis::Y && y->against == LiesAgainst::Stop && same(spindle_at(*y), mm(-5)));
        QVERIFY(plan.run.complaints.empty() && plan.run.worst()->miss < mm(0.01));
        // Said as drawn it fits no vise, and is clamped.
        at_hand(job).holding.turned = false;
        QVERIFY(!plan_at_hand(job, default_shop()).held.vise);
        // A vise that is named is turned where that helps, and refused where it does not.
        at_hand(job).holding = {};
        at_hand(job).holding.in = "drill vise";
        QVERIFY(plan_at_hand(job, default_shop()).held.turned);
        at_hand(job).holding.turned = false;
        QVERIFY(plan_at_hand(job, default_shop()).held.fault.find("opens 86 mm") != std::string::npos);
    }

    // Vise and work turned together meet the same: whatever stands where, a quarter turn changes no answer.
    void a_quarter_turn_changes_no_answer() {
        std::mt19937 chance(4);
        const auto between = [&](double least, double most) {
            return std::uniform_real_distribution<double>(least, most)(chance);
        };
        int met = 0;
        for (int i = 0; i < 2000; ++i) {
            Held held = in_vise(between(20, 150), between(15, 80), between(5, 40));
            held.aside = mm(between(-30, 30));
            held.rear_taken_out = i % 3 == 0;
            if (i % 2 == 0)
                held.parallels = ParallelPair{mm(between(2, 12)), mm(between(4, 20)), mm(between(40, 160))};
            const Point at{mm(between(-60, 60)), mm(between(-45, 45))};
            const Plunge plunge{mm(between(0.5, 8)), deg(118), held.height + mm(between(-4, 40))};
            const Beneath plain = beneath(held.solids(), at, plunge);
            held.turned = true;
            const Point turned = rotated(at, deg(90)); // counter-clockwise: what lay right lies far
            QVERIFY(distance(held.in_jaws(turned), at) < mm(1e-9));
            const Beneath now = beneath(held.solids(), turned, plunge);
            QCOMPARE(now.what, plain.what);
            QCOMPARE(now.rear, plain.rear);
            QVERIFY(same(now.met, plain.met, 1e-9));
            met += spoils(now.what) ? 1 : 0;
        }
        QVERIFY(met > 300 && met < 1700);
    }

    // The work's middle 20 right of the jaws': their slot of 26, from -13 to 13, then lies from -33 to -7 under it.
    void work_beside_the_middle_of_the_jaws() {
        Held held = in_vise(60, 50, 20);
        const Plunge deep{mm(2), {}, mm(30)};
        QCOMPARE(beneath(held.solids(), {mm(0), mm(0)}, deep).what, Underneath::Slot);
        held.aside = mm(20);
        QCOMPARE(beneath(held.solids(), {mm(0), mm(0)}, deep).what, Underneath::Bed);
        QCOMPARE(beneath(held.solids(), {mm(-20), mm(0)}, deep).what, Underneath::Slot);
        QVERIFY(kinds(held).empty()); // bed from -7 to 26 of it, and from -30: its middle stands
        held.aside = mm(35);          // the jaws' middle is 5 beyond its left end, and bed from -22 to 11 below it
        QCOMPARE(kinds(held), std::vector{UnsteadyKind::JawsOffMiddle});
        QVERIFY(same(unsteady(held, {}, {}).front().by, mm(5)));
        held.aside = mm(-60); // the bed, 92 wide, begins at 60 - 46 under it
        QVERIFY(same(support_of(held)->from, mm(14)));
        QCOMPARE(kinds(held), (std::vector{UnsteadyKind::JawsOffMiddle, UnsteadyKind::Tips}));
        Job job = plate_of(60, 50, 20);
        job.patterns = {single("A", 30, 25, 4)};
        at_hand(job).holding.in = "drill vise";
        at_hand(job).holding.aside = mm(80);
        const Held beside = plan_at_hand(with_ids(job), default_shop()).held;
        QVERIFY2(!beside.known && beside.fault.find("lies beside the drill vise") != std::string::npos,
                 beside.fault.c_str());
    }

    // Over a slot of 26 a block of 20 falls in, one of 40 stands on both sides; parallels reach across.
    void what_stands_on_nothing_tips() {
        Held held = in_vise(20, 50, 20);
        QVERIFY(!support_of(held));
        QCOMPARE(kinds(held), std::vector{UnsteadyKind::Tips});
        held.parallels = ParallelPair{mm(5), mm(13), mm(118)};
        QVERIFY(kinds(held).empty());
        held.parallels.reset();
        held.along = mm(40);
        QVERIFY(kinds(held).empty());
        Job job = plate_of(20, 50, 20);
        job.patterns = {single("A", 10, 25, 4)};
        at_hand(job).holding.in = "drill vise";
        at_hand(job).holding.parallels = "";
        const SetupPlan plan = plan_at_hand(with_ids(job), default_shop());
        const Finding* tips = find(plan, FindingKind::Unsteady);
        QVERIFY(tips && tips->grade == Grade::Stop && tips->sentence.find("tips over") != std::string::npos);
    }

    // Under 200 the bed of 92 reaches 46 either way, and parallels of 118 stand on it: holes at 58, 65 and -70 are 12,
    // 19 and 24 beyond. Gripped 20 deep, the jaws hold the first two.
    void thrust_beyond_what_it_stands_on() {
        Held held = in_vise(200, 50, 20);
        held.parallels = ParallelPair{mm(5), mm(13), mm(118)};
        const std::vector<HolePlace> places{{mm(65), mm(0)}, {mm(58), mm(9)}, {mm(-70), mm(0)}, {mm(-90), mm(0)}};
        const std::vector<Unsteady> all = unsteady(held, places, {true, true, true, false}); // the last is not cut here
        QCOMPARE(all.size(), std::size_t{1});
        QCOMPARE(all.front().holes, (std::vector<int>{2}));
        QVERIFY(same(all.front().by, mm(24)));
        held.turned = true; // the same places now lie across the jaws
        QVERIFY(unsteady(held, places, {true, true, true, true}).empty());
    }

    // 2.4 thick and 50 wide is thinner than a twentieth: it bows between jaws, so it is clamped flat.
    void thin_sheet_is_clamped_flat() {
        Job job = plate_of(60, 50, 2.4);
        job.patterns = {single("A", 30, 25, 4)};
        SetupPlan plan = plan_at_hand(with_ids(job), default_shop());
        QVERIFY(!plan.held.vise && plan.held.why.find("bow") != std::string::npos);
        at_hand(job).holding = {"small vise", "3x26"};
        plan = plan_at_hand(with_ids(job), default_shop());
        QVERIFY(find(plan, FindingKind::Unsteady)->sentence.find("it bows") != std::string::npos);
        job.blank.thickness = mm(2.6);
        at_hand(job).holding = {};
        QVERIFY(plan_at_hand(with_ids(job), default_shop()).held.vise.has_value());
    }

    // A strap of 24 reaches 10 over the left edge, half-way along 60: it covers X 0 to 10 and Y 18 to 42.
    void a_clamp_over_a_hole() {
        Job job = plate_of(100, 60, 19);
        at_hand(job).holding.in = "";
        job.patterns = {single("A", 12, 30, 6), single("B", 14, 30, 6), single("C", 5, 45.5, 6)};
        at_hand(job).holding.clamps = {{WorkEdge::Left, 2}, {WorkEdge::Right, 2}};
        SetupPlan plan = plan_at_hand(with_ids(job), default_shop());
        QCOMPARE(plan.beneath[0].what, Underneath::Clamp);  // its rim is at 9
        QVERIFY(plan.beneath[1].what != Underneath::Clamp); // 11
        QVERIFY(plan.beneath[2].what != Underneath::Clamp); // 42.5
        const Finding* stop = find(plan, FindingKind::DrillsHolding);
        QVERIFY(stop && stop->grade == Grade::Stop && stop->sentence.find("meets a clamp") != std::string::npos);
        QVERIFY2(!plan.run.complaints.empty() && plan.run.complaints.front().find("a clamp") != std::string::npos,
                 "the simulated machine drills through a clamp");
        at_hand(job).holding.clamps = {{WorkEdge::Right, 2}};
        plan = plan_at_hand(with_ids(job), default_shop());
        QVERIFY(!find(plan, FindingKind::DrillsHolding));
        QVERIFY(find(plan, FindingKind::Unsteady)->sentence.find("single clamp") != std::string::npos);
        at_hand(job).holding.clamps.clear(); // proposed again: neither stands over a hole, and there are two
        plan = plan_at_hand(with_ids(job), default_shop());
        QCOMPARE(plan.held.clamps.size(), std::size_t{2});
        QVERIFY(!find(plan, FindingKind::DrillsHolding) && !find(plan, FindingKind::Unsteady));
    }

    // No opposite pair of clamps is in the way of fewer holes than the one proposed: counted with rectangles of my own.
    void proposed_clamps_are_in_the_way_of_the_fewest() {
        std::mt19937 chance(11);
        const auto between = [&](double least, double most) {
            return std::uniform_real_distribution<double>(least, most)(chance);
        };
        int none_free = 0;
        for (int i = 0; i < 300; ++i) {
            const double w = between(50, 200), h = between(40, 150), r = between(1, 6);
            std::vector<Point> holes;
            for (int k = 0; k < 14; ++k)
                holes.push_back({mm(between(-w / 2, w / 2)), mm(between(-h / 2, h / 2))});
            const Strap strap;
            const auto met_by = [&](const std::vector<Solid>& solids) {
                std::vector<bool> met;
                for (const Point& hole : holes)
                    met.push_back(spoils(beneath(solids, hole, Plunge{mm(r), deg(118), mm(20)}).what));
                return met;
            };
            const auto mine = [&](const ClampAt& at, const Point& hole) {
                const double reach = strap.reach.in_mm(), half = strap.width.in_mm() / 2;
                const bool end = at.edge == WorkEdge::Left || at.edge == WorkEdge::Right;
                const bool high = at.edge == WorkEdge::Right || at.edge == WorkEdge::Far;
                const double along = (end ? hole.x : hole.y).in_mm() * (high ? 1 : -1),
                             aside = (end ? hole.y : hole.x).in_mm();
                const double out = std::max(0.0, (end ? w : h) / 2 - reach - along);
                const double beside = std::max(0.0, std::fabs(aside - (end ? h : w) * (at.quarter - 2) / 4.0) - half);
                return std::hypot(out, beside) < r;
            };
            const auto count = [&](const ClampAt& a, const ClampAt& b) {
                return std::count_if(holes.begin(), holes.end(),
                                     [&](const Point& hole) { return mine(a, hole) || mine(b, hole); });
            };
            const std::vector<ClampAt> two = proposed_clamps({mm(w), mm(h)}, strap, false, met_by);
            QCOMPARE(two.size(), std::size_t{2});
            auto least = count(two[0], two[1]);
            none_free += least > 0 ? 1 : 0;
            for (const auto& [low, high] :
                 {std::pair(WorkEdge::Left, WorkEdge::Right), {WorkEdge::Near, WorkEdge::Far}})
                for (int a = 1; a <= 3; ++a)
                    for (int b = 1; b <= 3; ++b)
                        QVERIFY(count({low, a}, {high, b}) >= least);
        }
        QVERIFY(none_free > 5); // not only easy ones
    }

    // Clamps on a disc of 100 stand at 45 degrees: 3 from its rim there a hole is covered, at 0 degrees it is not.
    void clamps_on_a_disc_leave_the_rim_to_be_touched() {
        const auto covered = [](double bearing, const ClampAt& at) {
            const auto solids = clamp_solids(at, {mm(100), mm(100)}, true, Strap{});
            return spoils(
                beneath({solids.begin(), solids.end()}, polar(mm(47), deg(bearing)), Plunge{mm(2), {}, mm(5)}).what);
        };
        QVERIFY(covered(45, {WorkEdge::Right, 3}) && covered(315, {WorkEdge::Right, 1}));
        QVERIFY(covered(135, {WorkEdge::Left, 3}) && covered(225, {WorkEdge::Left, 1}));
        for (const ClampAt& each : clamp_places(true))
            for (const double bearing : {0.0, 90.0, 180.0, 270.0})
                QVERIFY(!covered(bearing, each));
        QCOMPARE(clamp_places(true).size(), std::size_t{4});
        QCOMPARE(clamp_places(false).size(), std::size_t{12});
    }

    // A chuck of 46 with its jaws 15 above the work is 46/6 = 7.667 in radius there and widens at 35 degrees: 10 from
    // its axis it is (10 - 7.667) cot 35 = 3.332 higher. A jaw that stands 18 above the work is cleared there, one of
    // 20 is met by 1.668; within 7.667 of the axis one of 16 is met by 1, and beyond 23 nothing is.
    void the_chuck_comes_down_on_a_jaw() {
        const auto meets = [](double jaw_above, double from_jaw) {
            const std::vector<Solid> solids{
                {Underneath::Jaw, mm(-50), mm(50), mm(30), mm(44), mm(-jaw_above), true, mm(40)}};
            const StepPlunge cut{0, {mm(3), deg(118), mm(12)}, {mm(23), deg(70), mm(-15), mm(46.0 / 6.0)}};
            return beneath(solids, {mm(0), mm(30 - from_jaw)}, std::vector<StepPlunge>{cut});
        };
        QCOMPARE(meets(18, 10).what, Underneath::Free);
        QVERIFY(meets(20, 10).chuck && meets(20, 10).what == Underneath::Jaw);
        QVERIFY(same(meets(20, 10).tip - meets(20, 10).met, mm(1.668), 1e-3));
        QVERIFY(same(meets(16, 7).tip - meets(16, 7).met, mm(1), 1e-9));
        QCOMPARE(meets(60, 23).what, Underneath::Free); // just touching is clear
        QVERIFY(meets(60, 22.9).chuck);
        // In a plan: jaws 41 deep, 20 of them above a plate of 8 on parallels of 13, and a drill with 17 free.
        Job job = plate_of(60, 50, 8);
        job.patterns = {single("A", 30, 41, 6)};
        at_hand(job).holding = {"wide vise", "5x13"};
        Shop shop = default_shop();
        shop.drawer = {};
        Cutter stub{CutterKind::Drill, "6 mm stub", "6 mm", mm(6)};
        stub.point = deg(118);
        stub.flute = mm(14);
        stub.overall = mm(52); // 25 in the chuck, so 27 stand out
        shop.drawer.singles = {stub};
        SetupPlan plan = plan_at_hand(with_ids(job), shop);
        QVERIFY(same(plan.held.proud, mm(-20)));
        QVERIFY(same(stick_out(stub), mm(27)));
        QVERIFY2(plan.beneath.front().chuck, name_of(plan.beneath.front().what).c_str());
        QVERIFY(find(plan, FindingKind::DrillsHolding)->sentence.find("The chuck comes down on a jaw") !=
                std::string::npos);
        QVERIFY(!plan.run.complaints.empty());
        Machine* mill = &shop.machines[2];
        mill->spindle.chuck = {}; // not said, not looked at
        QVERIFY(!find(plan_at_hand(with_ids(job), shop), FindingKind::DrillsHolding));
    }

    // The end of a bar on a mill: it stands upright in a vise, in a vee or by its flats, and its rim is touched all
    // round; on a drill press its list lays it. A bar no vise opens for is held by nothing.
    void a_bar_stands_upright() {
        Job job;
        job.blank.shape = BlankShape::RoundBar;
        job.blank.diameter = {mm(24), {}};
        job.blank.width = {mm(90), {}};
        job.blank.up = at_hand(job).up = Face::Left;
        at_hand(job).machine = "Readout mill";
        job.patterns = {single("A", 6, 0, 3)};
        job.patterns.front().hole.depth = mm(8);
        job.patterns.front().face = Face::Left;
        Shop shop = default_shop();
        const auto plan_now = [&] { return plan_at_hand(with_ids(job), shop); };
        // The chuck grips it all round, 29 of its 90.
        SetupPlan plan = plan_now();
        QVERIFY(plan.held.work_chuck && same(plan.held.proud, mm(61)) && plan.run.complaints.empty());
        shop.holdings.chucks.clear();
        plan = plan_now();
        QVERIFY2(plan.held.vise && plan.held.why.find("in a vee") != std::string::npos, plan.held.why.c_str());
        QVERIFY(same(plan.held.gripped, mm(31)) && same(plan.held.proud, mm(59)));
        QCOMPARE(moves_that_find_zero(plan.route), std::size_t{4});
        QVERIFY(plan.run.complaints.empty() && plan.run.worst()->miss < mm(0.01));
        QVERIFY(!find(plan, FindingKind::Unsteady)); // not in a vise whose slot it would fall into
        at_hand(job).machine = "Drill press";
        QVERIFY(plan_now().held.by_its_list);
        at_hand(job).machine = "Readout mill";
        job.blank.shape = BlankShape::HexagonBar;
        QVERIFY(plan_now().held.why.find("by its flats") != std::string::npos);
        job.blank.shape = BlankShape::RoundBar;
        job.blank.diameter = {mm(150), {}};
        plan = plan_now();
        QVERIFY(!plan.held.known && plan.held.fault.find("a vise that opens 150 mm") != std::string::npos);
        QCOMPARE(find(plan, FindingKind::NotHeld)->grade, Grade::Stop);
    }

    // Holes within 0.15 in 20 of height: half of that is 0.075 in 20, over 150 it is 0.5625.
    void how_far_a_spindle_may_lean() {
        QVERIFY(same(lean_allowed({}, mm(20), mm(0.15)), mm(0.5625), 1e-9));
        const HoldingWishes wishes;
        QVERIFY(square_advice(wishes, mm(20), mm(0.15), Unit::Millimetre).front().find("0.563 mm apart") !=
                std::string::npos);
        QVERIFY(square_advice(wishes, mm(20), mm(0), Unit::Millimetre).empty());
        // Read just so, it comes out by half of what is allowed beside.
        HoldingWishes read;
        read.swing_reads = lean_allowed(read, mm(20), mm(0.15));
        QVERIFY(same(lean_of(read, mm(20))->beside, mm(0.075), 1e-9));
    }

    // A plate of 200 touched at both ends with a finder of 10 wants 210 along X; its holes alone, 160 apart, do not.
    void travel_that_is_too_short() {
        Job job = plate_of(200, 60, 20);
        job.datum.place = DatumPlace::Middle;
        job.patterns = {single("A", -80, 0, 4), single("B", 80, 0, 4)};
        Shop shop = default_shop();
        Machine& mill = shop.machines[2];
        const auto is_short = [&] {
            const SetupPlan now = plan_at_hand(with_ids(job), shop);
            return find(now, FindingKind::ShortTravel) != nullptr;
        };
        mill.travel = {mm(211), mm(100)};
        QVERIFY(!is_short());
        mill.travel.x = mm(209);
        const SetupPlan plan = plan_at_hand(with_ids(job), shop);
        const Finding* along_x = find(plan, FindingKind::ShortTravel);
        QVERIFY2(along_x && along_x->sentence.find("Along X the Readout mill has to go 210 mm") != std::string::npos,
                 along_x ? along_x->sentence.c_str() : "nothing");
        at_hand(job).holding.centre = CentreWish{CentreKind::Bore, {mm(20), mm(0)}}; // between the holes
        QVERIFY(!is_short());
        mill.travel.x = mm(159);
        QVERIFY(is_short());
        mill.travel = {}; // not said, not looked at
        QVERIFY(!is_short());
    }

    // What nothing holds is a reason to stop: a drill spins it.
    void work_that_nothing_holds() {
        Job job = plate_of(300, 250, 20);
        job.patterns = {single("A", 30, 40, 6)};
        Shop shop = default_shop();
        shop.holdings.clamps = false;
        const SetupPlan plan = plan_at_hand(with_ids(job), shop);
        QVERIFY(!plan.held.known);
        QCOMPARE(find(plan, FindingKind::NotHeld)->grade, Grade::Stop);
        QVERIFY(!plan.run.complaints.empty());
        // Here it is held, only not as wished: looked at, not stopped.
        shop.holdings.clamps = true;
        at_hand(job).holding.finder = "a finder of another shop";
        QCOMPARE(find(plan_at_hand(with_ids(job), shop), FindingKind::NotHeld)->grade, Grade::Check);
    }

    void figures_that_cannot_be_are_refused() {
        Job job = with_ids(plate_of(60, 50, 20));
        at_hand(job).holding.clamps = {{WorkEdge::Left, 4}};
        QVERIFY(first_fault(job)->text().find("clamps") != std::string::npos);
        at_hand(job).holding.clamps.assign(5, {});
        QVERIFY(first_fault(job).has_value());
        at_hand(job).holding = {};
        at_hand(job).holding.aside = mm(std::nan(""));
        QVERIFY(first_fault(job)->text().find("aside") != std::string::npos);
        at_hand(job).holding = {};
        at_hand(job).holding.centre = CentreWish{CentreKind::Bore, {mm(1e7), {}}};
        QVERIFY(first_fault(job)->text().find("centre") != std::string::npos);
        Shop shop = default_shop();
        shop.holdings.strap.width = mm(0);
        QVERIFY(first_fault(shop)->text().find("strap.width") != std::string::npos);
        shop = default_shop();
        shop.machines[0].spindle.chuck = mm(-1);
        QVERIFY(first_fault(shop)->text().find("chuck") != std::string::npos);
    }
};

QTEST_APPLESS_MAIN(TestSteady)
#include "test_steady.moc"
