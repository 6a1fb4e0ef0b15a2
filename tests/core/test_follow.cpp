// A readout followed to its places, by hands that come from both sides, tremble, knock and mistake a hole; and the mill
// that hands turn, against the simulated operator who goes by a list.
#include "bench/follow.h"
#include "bench/seen_otherwise.h"
#include "ordering/route.h"
#include "simulate/hand_machine.h"
#include "simulate/operator.h"
#include "support/jobs.h"

#include <QTest>
#include <rapidcheck.h>

using namespace clockface;
using namespace clockface::testing;

namespace {

Point mm(double x, double y) {
    return {Length::mm(x), Length::mm(y)};
}

// A place of a list, with locks that carry the slides 0.03 and -0.01 on.
ExpectedShow wanted(Point locked) {
    return {locked - mm(0.03, -0.01), locked, false, Towards::Plus, Length::mm(0.02), Length::mm(0.02)};
}

// Shows places as time goes on, twenty a second.
struct Hand {
    FollowReadout follow{Length::mm(0.005)};
    std::int64_t now = 0;
    Point at = mm(-40, -30);

    void stand(int ms) {
        for (const std::int64_t end = now + ms; now < end; now += 50)
            follow.show(at, now);
    }
    void move(Point to, int steps = 20) {
        const Point from = at;
        for (int i = 1; i <= steps; ++i, now += 50) {
            at = from + (to - from) * (double(i) / steps);
            follow.show(at, now);
        }
    }
    [[nodiscard]] AtPlace is() const { return follow.state(now).at; }
};

// To X 12, Y 8, from far away.
Hand on_its_way() {
    Hand hand;
    hand.follow.aim(wanted(mm(12, 8)));
    hand.stand(100);
    return hand;
}

} // namespace

class TestFollow : public QObject {
    Q_OBJECT
private slots:
    void it_is_there_with_both_locks_tight_and_still_for_a_second() {
        Hand hand;
        QCOMPARE(hand.is(), AtPlace::Unknown);
        hand.follow.aim(wanted(mm(12, 8)));
        hand.stand(100);
        QCOMPARE(hand.is(), AtPlace::Away);
        QCOMPARE(hand.follow.state(hand.now).to_go, mm(12 - 0.03 + 40, 8 + 0.01 + 30));
        hand.move(mm(11.97, 8.01));
        QCOMPARE(hand.is(), AtPlace::Near);
        hand.stand(600);
        hand.at = mm(12, 8.0); // tightened
        hand.stand(900);
        QCOMPARE(hand.is(), AtPlace::Near);
        hand.stand(200);
        QCOMPARE(hand.is(), AtPlace::There);
        const Followed followed = hand.follow.state(hand.now);
        QVERIFY(distance(followed.jumped, mm(0.03, -0.01)) < Length::mm(1e-9));
        QVERIFY(in_words(followed, wanted(mm(12, 8)), Unit::Millimetre)
                    .find("Tightening moved X by 0.03 mm and Y by −0.01 mm") != std::string::npos);
    }

    void flicker_of_a_step_is_no_movement() {
        Hand hand = on_its_way();
        hand.move(mm(12, 8));
        for (int i = 0; i < 40; ++i) {
            hand.at = mm(12 + (i % 2) * 0.005, 8 - (i % 3 == 0) * 0.005);
            hand.stand(50);
        }
        QCOMPARE(hand.is(), AtPlace::There);
    }

    void the_side_it_came_from_counts() {
        Hand hand = on_its_way();
        hand.move(mm(14, 8.01)); // past it in X, and straight back
        hand.move(mm(11.97, 8.01));
        QCOMPARE(hand.is(), AtPlace::WrongSide);
        hand.stand(2000);
        QCOMPARE(hand.is(), AtPlace::WrongSide);
        hand.move(mm(10, 6));
        hand.move(mm(11.97, 8.01));
        QCOMPARE(hand.is(), AtPlace::Near);
    }

    void locks_that_carry_it_off_are_told_from_a_place_not_reached() {
        Hand hand = on_its_way();
        hand.move(mm(11.97, 8.01));
        hand.stand(600);
        hand.at = mm(12.17, 8.01); // five times as far as usual
        hand.stand(1200);
        QCOMPARE(hand.is(), AtPlace::Carried);
        QVERIFY(in_words(hand.follow.state(hand.now), wanted(mm(12, 8)), Unit::Millimetre).find("0.2 mm in X") !=
                std::string::npos);
        Hand short_of = on_its_way();
        short_of.move(mm(11.8, 8.01));
        short_of.stand(1500);
        QCOMPARE(short_of.is(), AtPlace::Away);
    }

    void what_is_knocked_is_noticed() {
        Hand hand = on_its_way();
        hand.move(mm(12, 8));
        hand.stand(1200);
        QCOMPARE(hand.is(), AtPlace::There);
        hand.at = mm(12.2, 7.9);
        hand.stand(100);
        QCOMPARE(hand.is(), AtPlace::Moved);
        QVERIFY(distance(hand.follow.state(hand.now).moved, mm(0.2, -0.1)) < Length::mm(1e-9));
        hand.follow.aim(wanted(mm(30, 8))); // on to the next place
        QCOMPARE(hand.is(), AtPlace::Away);
    }

    void other_holes_and_mirrored_axes_are_recognised() {
        const Shop shop = default_shop();
        Job job = flange();
        at_hand(job).machine = "Readout mill";
        const Plan plan = make_plan(job, shop);
        const SetupPlan& setup = plan.of(at_hand(job).id);
        const std::vector<ShownAtHole> all = shown_at_holes(setup, setup.route);
        QCOMPARE(all.size(), setup.holes.size());
        const Length within = Length::mm(0.05);
        for (const ShownAtHole& each : all) {
            QVERIFY(!other_hole(all, each.hole, each.locked, within));
            QCOMPARE(*other_hole(all, (each.hole + 1) % int(all.size()), each.locked + mm(0.02, -0.02), within),
                     each.hole);
        }
        QVERIFY(!other_hole(all, 0, mm(1234, 5), within));
        // Each way of reading is seen from two places, if they are not on an axis, and from nothing else.
        for (int i = 0; i < 8; ++i) {
            const AxesOnLine axes{(i & 1) != 0, (i & 2) != 0, (i & 4) != 0};
            std::vector<WantedAndShown> pairs;
            for (const Point& place : {mm(31.2, 12.4), mm(-8.6, 22.9)})
                pairs.push_back({place, as_on_line(axes, place)});
            const auto seen = axes_seen(pairs, within);
            if (i == 0)
                QVERIFY(!seen);
            else
                QVERIFY(seen && *seen == axes);
            pairs.push_back({mm(5, 50), mm(7, 50)});
            QVERIFY(!axes_seen(pairs, within));
            // The line is then read so that it comes right, whatever was said of it before.
            for (int k = 0; k < 8; ++k) {
                const AxesOnLine line{(k & 1) != 0, (k & 2) != 0, (k & 4) != 0};
                const Point sent = mm(3, -7);
                QCOMPARE(as_drawn_axes(together(line, axes), sent), as_drawn_axes(axes, as_drawn_axes(line, sent)));
            }
        }
        QVERIFY(!axes_seen({{mm(20, 0), mm(-20, 0)}, {mm(30, 0), mm(-30, 0)}}, within)); // X back, or a half turn?
        QCOMPARE(*zero_moved({{mm(1, 2), mm(1.4, 1.5)}, {mm(40, -9), mm(40.4, -9.5)}}, within),
                 mm(1.4, 1.5) - mm(1, 2));
        QVERIFY(!zero_moved({{mm(1, 2), mm(1.4, 1.5)}, {mm(40, -9), mm(41.4, -9.5)}}, within));
    }

    // What a list tells is done by hands on the mill that knows no list: it comes out where the simulated operator's
    // does.
    void hands_that_do_as_the_list_says_end_where_it_says() {
        rc::check("turned by hand as told", [] {
            const auto screw = [] {
                Screw made;
                made.lead = Length::mm(*rc::gen::element(2.5, 4.0, 5.08));
                made.lines = *rc::gen::element(100, 125, 200);
                made.backlash = Length::mm(*rc::gen::inRange(0, 60) / 100.0);
                made.plus = *rc::gen::element(Turn::Clockwise, Turn::CounterClockwise);
                made.approach = *rc::gen::element(Towards::Plus, Towards::Minus);
                return made;
            };
            Machine machine = *default_shop().find(MachineRef("Metric mill"));
            machine.kind = Handwheels{screw(), screw()};
            machine.lock_jump = mm(0.04, -0.02);
            Shop shop = default_shop();
            shop.machines = {machine};
            Job job = flange();
            job.unit = Unit::Millimetre;
            shop.holdings.finders.clear(); // zero is brought under the spindle as a whole
            const Plan plan = make_plan(job, shop);
            const SetupPlan& setup = plan.of(at_hand(job).id);
            RC_PRE(std::holds_alternative<PickUpZero>(setup.route.list.front().action));
            const SimulatedRun run = carry_out(setup.route, machine, job, setup.holes);
            HandMachine mill(machine, job.datum, mm(-17, 9));
            std::size_t landed = 0;
            for (const Instruction& each : setup.route.list) {
                if (const auto* zero = std::get_if<PickUpZero>(&each.action)) {
                    for (const Axis axis : {Axis::X, Axis::Y}) {
                        // Far to the other side, then on until it stands over zero.
                        const bool plus = (axis == Axis::X ? zero->approach_x : zero->approach_y) == Towards::Plus;
                        mill.turn_towards(axis, Length::mm(plus ? -100 : 100));
                        const auto left = [&] { return axis == Axis::X ? -mill.slides().x : -mill.slides().y; };
                        mill.turn_towards(axis, left());
                        mill.turn_towards(axis, left());
                        mill.set_dial(axis, axis == Axis::X ? zero->line_x : zero->line_y);
                    }
                } else if (const auto* turn = std::get_if<TurnHandwheel>(&each.action)) {
                    const double a_turn = mill.screw(turn->axis).lines;
                    const bool clockwise = turn->way == Turn::Clockwise;
                    double on = clockwise ? turn->line - mill.dial(turn->axis) : mill.dial(turn->axis) - turn->line;
                    on -= std::floor(on / a_turn + 1e-6) * a_turn;
                    RC_ASSERT(mill.turn(turn->axis, (clockwise ? 1 : -1) * (turn->turns * a_turn + on)));
                } else if (std::holds_alternative<DrillHole>(each.action)) {
                    for (const Axis axis : {Axis::X, Axis::Y})
                        mill.lock(axis, true);
                    RC_ASSERT(!mill.turn(Axis::X, 3.0));
                    RC_ASSERT(distance(mill.drill({}), run.landings.at(landed++).at) < Length::mm(1e-6));
                    for (const Axis axis : {Axis::X, Axis::Y})
                        mill.lock(axis, false);
                }
            }
            RC_ASSERT(landed == run.landings.size());
        });
    }

    void a_knocked_piece_lies_turned_about_the_spindle() {
        const Machine machine = *default_shop().find(MachineRef("Readout mill"));
        HandMachine mill(machine, {}, mm(30, 20));
        mill.knock(mm(0.4, -0.3), Angle::degrees(2));
        // What was under the spindle has gone by the shift: the spindle now stands so much beside it, in the turned
        // work.
        const double a = 2 * 3.14159265358979323846 / 180;
        const Point beside =
            mm(30 - (std::cos(a) * 0.4 + std::sin(a) * -0.3), 20 - (-std::sin(a) * 0.4 + std::cos(a) * -0.3));
        QVERIFY(distance(mill.over_work(), beside) < Length::mm(1e-9));
        QCOMPARE(mill.shown(), mm(30, 20)); // the scales see the slides only
        mill.set_shown(Axis::X, Length::mm(-5));
        QCOMPARE(mill.shown().x, Length::mm(-5));
        mill.turn_towards(Axis::X, Length::mm(7));
        QVERIFY(abs(mill.shown().x - Length::mm(2)) < Length::mm(1e-9));
        mill.turn_towards(Axis::X, Length::mm(-0.2)); // within the play
        QVERIFY(abs(mill.shown().x - Length::mm(2)) < Length::mm(1e-9));
    }
};

QTEST_APPLESS_MAIN(TestFollow)
#include "test_follow.moc"
