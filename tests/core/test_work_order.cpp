// What is cut when, and what stands round it: cutters, checks, walks, locks, dials that cannot be turned, templates of
// the marks.
#include "ordering/tally.h"
#include "plan/advisor.h"
#include "plan/plan.h"
#include "support/jobs.h"

#include <algorithm>
#include <cmath>
#include <set>

using namespace clockface;
using namespace clockface::testing;

namespace {

SetupPlan plan_on(Job job, MachineKind kind) {
    at_hand(job).machine = "M";
    return plan_at_hand(job, shop_with(std::move(kind)));
}

template <class Action> int count_of(const Route& route) {
    return static_cast<int>(std::count_if(route.list.begin(), route.list.end(), [](const Instruction& each) {
        return std::holds_alternative<Action>(each.action);
    }));
}

const Handwheels metric{screw(Unit::Millimetre, 2.5, 125, 0.18), screw(Unit::Millimetre, 2.5, 125, 0.23)};
const Readout readout{Unit::Millimetre, mm(0.005), deg(0.001), from_three_counter_clockwise, false, true, true};

Length worst(const SimulatedRun& proof) {
    return proof.worst() ? proof.worst()->miss : Length{};
}

// What a distance between two marks changes by when one of them is off.
double change(Point from, Point to, Point off) {
    return std::fabs((distance(from, to + off) - distance(from, to)).in_mm());
}

} // namespace

class TestWorkOrder : public QObject {
    Q_OBJECT
private slots:
    void each_cutter_is_taken_up_once() {
        Job job = flange();
        at_hand(job).order.cuts = CutOrder::ByCutter;
        const SetupPlan plan = plan_on(job, metric);
        std::set<int> used;
        for (const Instruction& each : plan.route.list)
            if (const auto* drill = std::get_if<DrillHole>(&each.action))
                used.insert(drill->cutter);
        // A cutter may come twice only when two kinds of step want it.
        QVERIFY(count_of<ChangeCutter>(plan.route) <= static_cast<int>(used.size()) + 1);
        QCOMPARE(tally_of(plan.route, plan.machine, plan.chains(), plan.kind_of, {}).changes,
                 count_of<ChangeCutter>(plan.route));
    }
    void every_hole_is_left_finished() {
        Job job = flange();
        at_hand(job).order.cuts = CutOrder::ByHole;
        const SetupPlan plan = plan_on(job, metric);
        std::set<int> left;
        int at = -1;
        for (const Instruction& each : plan.route.list)
            if (std::holds_alternative<DrillHole>(each.action) && each.hole != at) {
                QVERIFY(!left.contains(each.hole));
                left.insert(std::exchange(at, each.hole));
            }
        QCOMPARE(plan.route.order.size(), plan.holes.size());
    }
    void taps_follow_their_drill() {
        Job job = flange(); // A and D are tapped
        at_hand(job).order.cuts = CutOrder::FollowDrill;
        const SetupPlan plan = plan_on(job, metric);
        int followed = 0;
        for (std::size_t i = 0; i < plan.route.list.size(); ++i) {
            const auto* drill = std::get_if<DrillHole>(&plan.route.list[i].action);
            if (!drill || drill->step < 0)
                continue;
            const int hole = plan.route.list[i].hole;
            const Chain& chain = plan.chains()[static_cast<std::size_t>(plan.kind_of[static_cast<std::size_t>(hole)])];
            if (chain.steps[static_cast<std::size_t>(drill->step)].kind != StepKind::Tap)
                continue;
            ++followed;
            for (std::size_t back = i; back-- > 0;) { // no move since the hole's drill
                QVERIFY(!std::holds_alternative<TurnHandwheel>(plan.route.list[back].action));
                const auto* before = std::get_if<DrillHole>(&plan.route.list[back].action);
                if (before && chain.steps[static_cast<std::size_t>(before->step)].kind == StepKind::Drill)
                    break;
            }
        }
        QVERIFY(followed >= 7);
    }
    void an_own_order_is_kept() {
        Job job = flange();
        at_hand(job).order.holes = HoleOrder::ByHand;
        at_hand(job).order.cuts = CutOrder::ByHole;
        at_hand(job).order.by_hand = {"E1", "A5", "nonsense", "C1"};
        const SetupPlan plan = plan_on(job, metric);
        const auto name = [&](std::size_t i) { return plan.holes[static_cast<std::size_t>(plan.route.order[i])].name; };
        QCOMPARE(name(0), std::string("E1"));
        QCOMPARE(name(1), std::string("A5"));
        QCOMPARE(name(2), std::string("C1"));
        QCOMPARE(name(3), std::string("A1")); // what is not named follows as drawn
        QCOMPARE(plan.route.order.size(), plan.holes.size());
    }
    void least_work_is_less_work() {
        holds("never more seconds than as drawn, up to twelve holes", [](void) {
            Job job = *any_job();
            RC_PRE(holes_of(job).size() <= 12 && !holes_of(job).empty());
            at_hand(job).order.cuts = CutOrder::ByHole;
            const auto seconds = [&](HoleOrder order) {
                at_hand(job).order.holes = order;
                const SetupPlan plan = plan_on(job, metric);
                std::vector<Point> stops;
                for (const Hole& hole : plan.holes)
                    stops.push_back(hole.at);
                return seconds_of(stops, {},
                                  {AxisCost{0.4, 4.0, 4.0, Towards::Plus}, AxisCost{0.4, 4.0, 4.0, Towards::Plus}},
                                  plan.work.holes());
            };
            // The plan weighs rounded places; a line's worth of cranking for each hole is the difference.
            RC_ASSERT(seconds(HoleOrder::LeastWork) <= seconds(HoleOrder::AsDrawn) + 12 * 0.4 * 0.04 + 1e-6);
        });
    }
    void the_wrong_cutter_is_noticed() {
        const SetupPlan plan = plan_on(flange(), metric);
        Route route = plan.route;
        const auto first = std::find_if(route.list.begin(), route.list.end(), [](const Instruction& each) {
            return std::holds_alternative<ChangeCutter>(each.action);
        });
        route.list.erase(first);
        const SimulatedRun proof = carry_out(route, plan.machine, flange(), plan.holes);
        QVERIFY(!proof.complaints.empty());
        QVERIFY(proof.complaints[0].find("another cutter is in the spindle") != std::string::npos);
    }
    void half_way_a_lost_turn_shows() {
        Job job = flange();
        const SetupPlan plan = plan_on(job, metric);
        QCOMPARE(count_of<CheckPlace>(plan.route), 2);
        Route route = plan.route;
        for (Instruction& each : route.list)
            if (auto* move = std::get_if<TurnHandwheel>(&each.action)) {
                ++move->turns; // and all that is counted from there
                break;
            }
        const SimulatedRun proof = carry_out(route, plan.machine, job, plan.holes);
        QVERIFY(!proof.complaints.empty());
        QVERIFY(proof.complaints[0].find("is not where it should be") != std::string::npos);
        at_hand(job).order.check_half_way = false;
        QCOMPARE(count_of<CheckPlace>(plan_on(job, metric).route), 0);
        job.patterns = {row("A", 10, 10, 5, 7, 0)};
        at_hand(job).order.check_half_way = true;
        QCOMPARE(count_of<CheckPlace>(plan_on(job, metric).route), 0); // five holes are seen at a glance
    }
    void a_first_light_walk() {
        Job job = flange();
        at_hand(job).order.walk_first = true;
        for (const MachineKind& kind : {MachineKind(metric), MachineKind(readout)}) {
            const SetupPlan plan = plan_on(job, kind);
            QCOMPARE(count_of<TouchLightly>(plan.route), 17);
            std::set<int> touched;
            for (const Landing& landing : plan.run.landings)
                if (landing.touch)
                    touched.insert(landing.hole);
            QCOMPARE(touched.size(), std::size_t{17});
            // All touched before anything is cut.
            const auto cut = std::find_if(plan.route.list.begin(), plan.route.list.end(), [](const Instruction& each) {
                return std::holds_alternative<DrillHole>(each.action);
            });
            QCOMPARE(std::count_if(
                         plan.route.list.begin(), cut,
                         [](const Instruction& each) { return std::holds_alternative<TouchLightly>(each.action); }),
                     17);
        }
    }
    void from_each_hole_to_the_next_nothing_adds_up() {
        Job job = plate_job();
        at_hand(job).order.readout = ReadoutWay::FromEachHole;
        at_hand(job).order.cuts = CutOrder::ByHole;
        job.patterns = {row("A", 0.004, 10, 40, 1.004, 0)}; // each step 1.004 shown in hundredths would be 1.00
        const SetupPlan plan = plan_on(job, Readout{Unit::Millimetre, mm(0.01), deg(0.001), {}});
        QVERIFY(plan.run.complaints.empty());
        QVERIFY(worst(plan.run) <= mm(0.005 + 1e-9));
        std::int64_t sum = 0;
        for (const Instruction& each : plan.route.list)
            if (const auto* go = std::get_if<GoToReadout>(&each.action)) {
                QVERIFY(go->from_last);
                sum += go->x;
            }
        QCOMPARE(sum, std::int64_t{3916}); // 0.004 + 39 x 1.004 = 39.160
    }
    void locks_that_move_the_slides_are_aimed_off() {
        for (const MachineKind& kind : {MachineKind(metric), MachineKind(readout)}) {
            Shop shop = shop_with(kind);
            Job job = flange();
            at_hand(job).machine = "M";
            job.datum.x_plus_right = false;
            shop.machines[0].lock_jump = {mm(0.035), mm(-0.02)};
            const SetupPlan plan = plan_at_hand(job, shop);
            QVERIFY(plan.run.complaints.empty());
            QVERIFY2(worst(plan.run) < mm(0.0145), kind_in_words(kind).c_str()); // half a line each way
            // A list that does not know of it misses by it.
            const SimulatedRun unaware =
                carry_out(plan_at_hand(job, shop_with(kind)).route, plan.machine, job, plan.holes);
            QVERIFY(worst(unaware) > mm(0.03));
        }
    }
    void dials_that_cannot_be_turned() {
        Handwheels fixed = metric;
        fixed.dials_turn = false;
        Job job = flange();
        at_hand(job).order.dial_x = 117;
        at_hand(job).order.dial_y = 38;
        const SetupPlan plan = plan_on(job, fixed);
        QVERIFY(plan.run.complaints.empty());
        QVERIFY(worst(plan.run) < mm(0.0145));
        const auto& zero = std::get<PickUpZero>(plan.route.list.front().action);
        QCOMPARE(zero.line_x, 117);
        const std::string words = in_words(plan.route.list.front(), words_for(job, plan)).sentence;
        QVERIFY2(words.find("the X dial must show 2.34 and the Y dial 0.76") != std::string::npos, words.c_str());
        // Read as if it stood at 0, the parts are off by what it stood at.
        Route route = plan.route;
        std::get<PickUpZero>(route.list.front().action).line_x = 0;
        QVERIFY(worst(carry_out(route, plan.machine, job, plan.holes)) > mm(0.1));
    }
    void every_single_wrong_mark_shows() {
        const auto look = [](const Job& job) {
            const LayoutBench bench{Unit::Millimetre, mm(0.02), mm(0.1), mm(0.05)};
            const SetupPlan plan = plan_on(job, bench);
            RC_ASSERT(plan.run.complaints.empty());
            // A mark off by a millimetre, whichever way, changes some distance by more than the check lets pass.
            const double allowed = 0.05 * 0.51 + 0.02 * 1.5 + 0.05;
            for (std::size_t i = 0; i < plan.holes.size(); ++i)
                for (int way = 0; way < 24; ++way) {
                    const Point off = polar(mm(1.0), deg(15.0 * way));
                    bool shows = false;
                    for (const Instruction& each : plan.route.list) {
                        if (const auto* check = std::get_if<CompareMarks>(&each.action)) {
                            const bool from = check->from == static_cast<int>(i), to = check->to == static_cast<int>(i);
                            const int other = from ? check->to : check->from;
                            if (from || to)
                                shows = shows || change(plan.holes[static_cast<std::size_t>(other)].at,
                                                        plan.holes[i].at, off) > allowed;
                        } else if (std::holds_alternative<CheckPlace>(each.action)) {
                            shows = shows || each.hole == static_cast<int>(i);
                        }
                    }
                    RC_ASSERT(shows);
                }
        };
        holds("on any job with room between its holes", [&](void) {
            Job job = *any_job();
            const auto holes = holes_of(job);
            RC_PRE(!holes.empty());
            for (std::size_t i = 0; i < holes.size(); ++i)
                for (std::size_t j = 0; j < i; ++j)
                    RC_PRE(distance(holes[i].at, holes[j].at) > mm(3.0));
            look(job);
        });
    }
    void a_table_with_index_plates() {
        Job job = plate_job();
        job.datum.place = DatumPlace::Middle;
        at_hand(job).order.cuts = CutOrder::ByHole;
        at_hand(job).order.table = TableWay::Plates;
        job.patterns = {circle("A", {}, 40, 7, 0)};
        RotaryTable table{40, 240, deg(0.05), Sense::Clockwise, screw(Unit::Millimetre, 2.5, 125, 0.18)};
        table.plates = {{15, 16}, {21, 49}};
        const SetupPlan plan = plan_on(job, table);
        QVERIFY(plan.run.complaints.empty());
        // 5 turns and 15 holes of 21 each time: exactly a seventh.
        for (const Instruction& each : plan.route.list)
            if (const auto* turn = std::get_if<TurnIndex>(&each.action)) {
                QCOMPARE(turn->circle, 21);
                QCOMPARE(turn->turns, 5);
                QCOMPARE(turn->holes, 15);
            }
        QCOMPARE(count_of<TurnIndex>(plan.route), 6);
        QVERIFY(worst(plan.run) < mm(0.0101));
    }
    void rings_or_once_round_whichever_is_fewer() {
        // Two rings of six at the same bearings: ring by ring is 5 + 1 + 6 moves of table and slide at least; once
        // round is 5 turns and 11 slides. Two holes at each of six bearings, found on one ray each: once round wins
        // when every second bearing has only one radius.
        Job job = plate_job();
        job.datum.place = DatumPlace::Middle;
        at_hand(job).order.cuts = CutOrder::ByHole;
        RotaryTable table{90, 240, deg(0.05), Sense::Clockwise, screw(Unit::Millimetre, 2.5, 125, 0.18)};
        job.patterns = {circle("A", {}, 40, 6, 0), circle("B", {}, 60, 6, 0)};
        QCOMPARE(tally_of(plan_on(job, table).route, {}, {}, {}, {}).reversals, 2); // the first take-up only
        job.patterns = {row("A", 10, 0, 5, 4, 0), row("B", 0, 12, 5, 5, 90)};       // two rays with five radii each
        const SetupPlan rays = plan_on(job, table);
        QVERIFY(rays.run.complaints.empty());
        QCOMPARE(count_of<TurnTable>(rays.route), 3); // back and forth, then one quarter turn
    }
    void the_knee_moves_only_where_the_quill_does_not_reach() {
        Shop shop = shop_with(metric);
        Job job = flange();
        at_hand(job).machine = "M";
        shop.machines[0].spindle.knee_lead = mm(3.0);
        shop.machines[0].spindle.knee_lines = 150;
        QCOMPARE(count_of<MoveKnee>(plan_at_hand(job, shop).route), 0);
        shop.machines[0].spindle.stroke = mm(8.0);
        const SetupPlan plan = plan_at_hand(job, shop);
        QVERIFY(count_of<MoveKnee>(plan.route) > 0);
        Length height; // ends where the cutters' lengths say
        for (const Instruction& each : plan.route.list)
            if (const auto* knee = std::get_if<MoveKnee>(&each.action))
                height += knee->up ? knee->by : -knee->by;
        QVERIFY(abs(height) < mm(200));
    }
    void three_ways_are_counted() {
        const Job job = flange();
        const Shop shop = default_shop();
        const SetupPlan plan = plan_at_hand(job, shop);
        const auto options = order_options(job, shop, plan);
        QCOMPARE(options.size(), std::size_t{3});
        QCOMPARE(std::count_if(options.begin(), options.end(), [](const OrderOption& o) { return o.taken; }), 1);
        QCOMPARE(std::count_if(options.begin(), options.end(), [](const OrderOption& o) { return o.advised; }), 1);
        QVERIFY(options[0].tally.changes < options[1].tally.changes); // by cutter against by hole
        QVERIFY(options[0].tally.moves > options[1].tally.moves);
        for (const OrderOption& option : options)
            QVERIFY(option.tally.minutes > 10.0 && option.tally.minutes < 600.0);
    }
    void machines_side_by_side() {
        Job job = flange();
        const Shop shop = default_shop();
        const auto advised = [&] {
            for (const MethodReport& each : advise_methods(job, shop, {}, 60))
                if (each.advised)
                    return each.machine.name;
            return std::string();
        };
        QCOMPARE(advise_methods(job, shop, {}, 20).size(), shop.machines.size());
        QCOMPARE(advised(), std::string("Readout mill"));
        job.holes_within = mm(5.0); // anything will do: then the quickest
        const auto loose = advise_methods(job, shop, {}, 20);
        const auto quickest = std::min_element(loose.begin(), loose.end(),
                                               [](const auto& a, const auto& b) { return a.minutes < b.minutes; });
        QCOMPARE(advised(), quickest->machine.name);
    }
    void looking_longer_is_never_dearer() {
        Job job = flange();
        at_hand(job).order.holes = HoleOrder::AsDrawn;
        const LongSearch found = look_longer(job, plan_at_hand(job, default_shop()));
        QCOMPARE(found.names.size(), std::size_t{17});
        QVERIFY(found.seconds <= found.before);
    }
};

QTEST_GUILESS_MAIN(TestWorkOrder)
#include "test_work_order.moc"
