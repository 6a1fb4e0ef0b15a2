// The lists for each way of working, against figures reckoned by hand.
#include "ordering/handwheel.h"
#include "ordering/route.h"
#include "ordering/wording.h"
#include "plan/plan.h"
#include "support/jobs.h"

#include <cmath>
#include <set>

using namespace clockface;
using namespace clockface::testing;

namespace {

template <class Action> std::vector<Action> all_of(const Route& route) {
    std::vector<Action> found;
    for (const Instruction& instruction : route.list)
        if (const auto* action = std::get_if<Action>(&instruction.action))
            found.push_back(*action);
    return found;
}

SetupPlan plan_on(Job job, MachineKind kind) {
    at_hand(job).machine = "M";
    return plan_at_hand(job, shop_with(std::move(kind)));
}

Job by_routines(Job job) {
    at_hand(job).order.readout = ReadoutWay::Routines;
    return job;
}

// What is keyed for the circle of so many holes.
KeyCircle circle_of(const SetupPlan& plan, int count) {
    for (const KeyCircle& key : all_of<KeyCircle>(plan.route))
        if (key.count == count)
            return key;
    return {};
}

// The holes that are drilled, in order: the steps of one kind of a plan's list.
std::vector<Instruction> moves_with(const SetupPlan& plan, StepKind kind) {
    std::vector<Instruction> found;
    for (const Instruction& each : plan.route.list)
        if (const auto* drill = std::get_if<DrillHole>(&each.action); drill && drill->step >= 0) {
            const Chain& chain =
                plan.chains()[static_cast<std::size_t>(plan.kind_of[static_cast<std::size_t>(each.hole)])];
            if (chain.steps[static_cast<std::size_t>(drill->step)].kind == kind)
                found.push_back(each);
        }
    return found;
}

} // namespace

class TestInstructions : public QObject {
    Q_OBJECT
private slots:
    void dial_on_a_metric_screw() {
        // 2.5 mm a turn, 125 lines of 0.02. To 15.37: 768.5 lines, a tie, 769 = 6 turns of 125 and 19 lines, dial 0.38.
        DialWriter dial(Axis::X, screw(Unit::Millimetre, 2.5, 125, 0.18));
        const auto there = dial.moves_to(mm(15.37));
        QCOMPARE(there.size(), 1U);
        QCOMPARE(there[0], (TurnHandwheel{Axis::X, Turn::Clockwise, 6, 19, 0, false}));
        // Back to 3.00 = 150 lines: 619 lines back = 4 turns and 119, dial 25 (0.50), plus one turn past, then a turn
        // forward.
        const auto back = dial.moves_to(mm(3.0));
        QCOMPARE(back.size(), 2U);
        QCOMPARE(back[0], (TurnHandwheel{Axis::X, Turn::CounterClockwise, 5, 25, 1, true, 19}));
        QCOMPARE(back[1], (TurnHandwheel{Axis::X, Turn::Clockwise, 1, 25, 1, false, 25}));
        QVERIFY(dial.moves_to(mm(3.0)).empty());
    }
    void dial_on_an_inch_screw_for_a_metric_job() {
        // 26.63 mm = 1.048425 in; 0.1 in a turn in thousandths: 1048 lines = 10 turns and 48.
        DialWriter dial(Axis::Y, screw(Unit::Inch, 2.54, 100, 0.2));
        QCOMPARE(dial.moves_to(mm(26.63))[0], (TurnHandwheel{Axis::Y, Turn::Clockwise, 10, 48, 0, false}));
    }
    void dial_that_runs_down_towards_plus() {
        // Plus is counter-clockwise: +3.10 mm is 155 lines counter-clockwise, one turn and 30 lines down from 0 to 95.
        DialWriter dial(Axis::Y, screw(Unit::Millimetre, 2.5, 125, 0.2, Turn::CounterClockwise));
        QCOMPARE(dial.moves_to(mm(3.10))[0], (TurnHandwheel{Axis::Y, Turn::CounterClockwise, 1, 95, 0, false}));
        // Finishing towards minus instead: going plus is the wrong way, so past and back.
        DialWriter minus(Axis::Y, screw(Unit::Millimetre, 2.5, 125, 0.2, Turn::CounterClockwise, Towards::Minus));
        const auto moves = minus.moves_to(mm(3.10));
        QCOMPARE(moves.size(), 2U);
        QVERIFY(moves[0].past && moves[1].way == Turn::Clockwise);
    }
    void take_up_is_more_than_the_backlash() {
        QCOMPARE(take_up_turns(0.0), 1);
        QCOMPARE(take_up_turns(0.499), 1);
        QCOMPARE(take_up_turns(1.0), 2);
        QCOMPARE(take_up_turns(2.3), 3);
        QCOMPARE(dial_line(-1, 125), 124);
        QCOMPARE(dial_line(-125, 125), 0);
    }
    void readout_figures_are_rounded_once_from_zero() {
        Job job = plate_job();
        job.patterns = {row("A", 0.004, 10, 20, 1.004, 0)};
        const SetupPlan plan = plan_on(job, Readout{Unit::Millimetre, mm(0.01), deg(0.001), {}});
        const auto stops = all_of<GoToReadout>(plan.route);
        QCOMPARE(stops.size() % 20U, 0U); // 20 for each cutter
        QCOMPARE(stops[0].x, 0);
        QCOMPARE(stops[19].x, 1908); // 0.004 + 19 x 1.004 = 19.080, not 19 x 1.00
    }
    void circle_routine_wants_the_last_hole() {
        // Seven from one o'clock clockwise, in a routine with 0 at three o'clock counter-clockwise: the first stays at
        // 60, the holes come in reverse, and the last is at 60 + 6 x 360/7 = 368.571, shown as 8.571.
        Job job = flange();
        at_hand(job).order.readout = ReadoutWay::Routines;
        const SetupPlan plan =
            plan_on(job, Readout{Unit::Millimetre, mm(0.005), deg(0.001), from_three_counter_clockwise});
        const KeyCircle key = circle_of(plan, 7);
        QCOMPARE(key.first, 60'000);
        QCOMPARE(key.last, 8'571);
        QCOMPARE(key.diameter, 12'300);
        QCOMPARE(key.holes, (std::vector<int>{0, 6, 5, 4, 3, 2, 1}));
        // In a routine that runs like the drawing, figures are the drawing's: 30 and 30 + 308.571.
        const KeyCircle same_way =
            circle_of(plan_on(job, Readout{Unit::Millimetre, mm(0.005), deg(0.001), from_twelve_clockwise}), 7);
        QCOMPARE(same_way.first, 30'000);
        QCOMPARE(same_way.last, 338'571);
        QCOMPARE(same_way.holes, (std::vector<int>{0, 1, 2, 3, 4, 5, 6}));
    }
    void circle_routine_names_what_is_left_out() {
        const SetupPlan plan = plan_on(by_routines(flange()),
                                       Readout{Unit::Millimetre, mm(0.005), deg(0.001), from_three_counter_clockwise});
        const KeyCircle arc_key = circle_of(plan, 5);
        QCOMPARE(arc_key.count, 5);
        QCOMPARE(arc_key.holes[1], -1);
        QCOMPARE(arc_key.first, 212'000);
        QCOMPARE(arc_key.last, 279'000);
    }
    void table_turns_one_way_and_counts_from_nought() {
        // 90:1, 4 degrees a turn, 240 lines of one minute. Three holes at bearings 10, 130, 250; the table turns
        // clockwise.
        Job job = plate_job();
        job.datum.place = DatumPlace::Middle;
        job.patterns = {circle("A", {}, 40, 3, 10)};
        const SetupPlan plan =
            plan_on(job, RotaryTable{90, 240, deg(0.05), Sense::Clockwise, screw(Unit::Millimetre, 2.5, 125, 0.18)});
        const auto turns = all_of<TurnTable>(plan.route);
        QVERIFY(turns.size() >= 5U); // back and forth at the start, then three for each cutter
        QCOMPARE(turns[0].way, Turn::CounterClockwise);
        QCOMPARE(turns[2],
                 (TurnTable{Turn::Clockwise, 2, 120, 600, 0})); // 10 degrees: 2 turns, 2 degrees = 120 minutes
        QCOMPARE(turns[3], (TurnTable{Turn::Clockwise, 30, 120, 7800, 0}));
        QCOMPARE(turns[4], (TurnTable{Turn::Clockwise, 30, 120, 15000, 0}));
        // The radius is set once: 20 mm = 8 turns, dial 0.
        const auto slide = all_of<TurnHandwheel>(plan.route);
        QCOMPARE(slide.size(), 1U);
        QCOMPARE(slide[0], (TurnHandwheel{Axis::X, Turn::Clockwise, 8, 0, 0, false}));
    }
    void table_never_turns_back() {
        holds("after the first take-up the handle only ever goes clockwise", [](void) {
            const SetupPlan plan = plan_on(*any_job(), *any_rotary());
            const auto turns = all_of<TurnTable>(plan.route);
            for (std::size_t i = 1; i < turns.size(); ++i)
                RC_ASSERT(turns[i].way == Turn::Clockwise);
            RC_ASSERT(plan.route.order.size() == plan.holes.size());
        });
    }
    void layout_sets_the_gauge_once_a_line() {
        Job job = plate_job();
        job.patterns = {row("A", 20, 30, 4, 10, 0), single("B", 20, 50)};
        const SetupPlan plan = plan_on(job, LayoutBench{Unit::Millimetre, mm(0.02), mm(0.1), mm(0.05)});
        const auto lines = all_of<ScribeLine>(plan.route);
        QCOMPARE(lines.size(), 6U); // x 20, 30, 40, 50 and y 30, 50
        QCOMPARE(lines[0].setting, 1000);
        QCOMPARE(lines[0].holes, (std::vector<int>{0, 4}));
        QCOMPARE(lines[4].axis, Axis::Y);
        std::set<std::pair<Axis, std::int64_t>> settings;
        for (const ScribeLine& line : lines)
            QVERIFY(settings.insert({line.axis, line.setting}).second);
        QCOMPARE(all_of<PunchMark>(plan.route).size(), 5U);
    }
    void layout_works_from_the_datum_edges() {
        // Zero at the upper right, figures to the left and down: settings are the drawing's own, whatever the width is.
        Job job = plate_job();
        job.datum = {DatumPlace::UpperRight, false, false};
        job.blank.width.measured = mm(120.6);
        job.patterns = {single("A", -22, -13)};
        const auto lines =
            all_of<ScribeLine>(plan_on(job, LayoutBench{Unit::Millimetre, mm(0.02), mm(0.1), mm(0.05)}).route);
        QVERIFY(lines[0].from_far_edge && lines[0].setting == 1100);
        QVERIFY(lines[1].from_far_edge && lines[1].setting == 650);
    }
    void layout_dividers_and_checks() {
        const SetupPlan plan = plan_on(flange(), LayoutBench{Unit::Millimetre, mm(0.02), mm(0.1), mm(0.05)});
        QCOMPARE(all_of<StrikeCircle>(plan.route).at(0).radius, 308); // 30.75 is a tie at tenths
        QCOMPARE(all_of<StepChord>(plan.route).at(0).chord, 267);     // 61.5 sin(180/7) = 26.684
        const auto checks = all_of<CompareMarks>(plan.route);
        for (const CompareMarks& check : checks) {
            QVERIFY(check.from != check.to);
            const Length apart = distance(plan.holes[static_cast<std::size_t>(check.from)].at,
                                          plan.holes[static_cast<std::size_t>(check.to)].at);
            QVERIFY(std::abs(apart / mm(0.05) - static_cast<double>(check.expected)) <= 0.5 + 1e-6);
        }
    }
    void every_instruction_has_words() {
        for (const Machine& machine : default_shop().machines) {
            Job job = flange();
            at_hand(job).machine = machine.name;
            const SetupPlan plan = plan_at_hand(job, default_shop());
            for (const Instruction& instruction : plan.route.list) {
                const Wording words = in_words(instruction, words_for(job, plan));
                QVERIFY(!words.heading.empty() && !words.figures.empty() && words.why.size() > 15);
                QVERIFY2(words.sentence.ends_with('.'), words.sentence.c_str());
            }
        }
    }
    void words_of_a_dial_move() {
        const SetupPlan plan = plan_at_hand(flange(), default_shop());
        const Job job = flange();
        const auto first = std::find_if(plan.route.list.begin(), plan.route.list.end(), [](const Instruction& each) {
            return std::holds_alternative<TurnHandwheel>(each.action);
        });
        const Wording words = in_words(*first, words_for(job, plan));
        QVERIFY2(words.sentence.starts_with("Y handwheel: "), words.sentence.c_str());
        QVERIFY(words.direction.find(", the cutter goes ") != std::string::npos);
        QVERIFY2(words.why.find(" whole turns of 125 and ") != std::string::npos, words.why.c_str());
    }
    void a_changed_list_has_another_fingerprint() {
        Job job = flange();
        const std::string before = plan_at_hand(job, default_shop()).fingerprint;
        QCOMPARE(plan_at_hand(job, default_shop()).fingerprint, before);
        std::get<SinglePattern>(job.patterns[4].layout).at.x += mm(0.05);
        QVERIFY(plan_at_hand(job, default_shop()).fingerprint != before);
    }
    void a_moved_hole_moves_in_every_list() {
        for (const Machine& machine : default_shop().machines) {
            Job job = flange();
            at_hand(job).machine = machine.name;
            const SetupPlan before = plan_at_hand(job, default_shop());
            std::get<SinglePattern>(job.patterns[4].layout).at = {mm(-13.9), mm(17.1)};
            const SetupPlan after = plan_at_hand(job, default_shop());
            QVERIFY2(before.route.list != after.route.list, machine.name.c_str());
            const auto landed = [](const SetupPlan& plan) {
                for (const Landing& landing : plan.run.landings)
                    if (plan.holes[static_cast<std::size_t>(landing.hole)].name == "E1")
                        return landing.at;
                return Point{};
            };
            // Packing is taken where it comes within 0.05, on two axes.
            const double within = std::holds_alternative<DrillPress>(machine.kind) ? 0.071 : 0.03;
            QVERIFY(same(landed(before), {mm(-12.6), mm(18.9)}, within));
            QVERIFY(same(landed(after), {mm(-13.9), mm(17.1)}, within));
        }
    }
    void a_drilling_move_says_which_depth_it_means() {
        Job job = flange(); // A: M5, 8.6 of full thread
        const auto words = [&](DepthOf of) {
            job.patterns[0].hole.depth_of = of;
            const SetupPlan plan = plan_at_hand(job, default_shop());
            for (const Instruction& move : moves_with(plan, StepKind::Drill))
                if (plan.holes[static_cast<std::size_t>(move.hole)].pattern == 0)
                    return in_words(move, words_for(job, plan));
            return Wording{};
        };
        QVERIFY(words(DepthOf::FullThread).sentence.find("drill for thread M5, 8.6 mm of full thread") !=
                std::string::npos);
        // The tip is what is set: 8.6 + (1.5 + 2) x 0.8 = 11.4, and 4.3 x 0.300430 of point.
        QVERIFY(words(DepthOf::FullThread).note.find("The tip of the 4.3 mm drill goes to 12.69 mm.") !=
                std::string::npos);
        QVERIFY(words(DepthOf::Tip).sentence.find("the tip 8.6 mm deep") != std::string::npos);
        QVERIFY(words(DepthOf::Tip).note.find("goes to 8.6 mm.") != std::string::npos);
        QVERIFY(words(DepthOf::FullDiameter).note.find("goes to 9.89 mm.") != std::string::npos);
    }
    void figures_engraved_on_a_dial() {
        const auto every = [](Unit unit, double lead_mm, double lines) {
            return lines_between_figures(screw(unit, lead_mm, lines, 0.1));
        };
        QCOMPARE(every(Unit::Millimetre, 2.5, 125), 5);    // 0.02 a line: every 0.1, 25 figures
        QCOMPARE(every(Unit::Inch, 2.54, 100), 5);         // a thou a line: every 5, 20 figures
        QCOMPARE(every(Unit::Millimetre, 1.0, 10), 1);     // 0.1 a line: every line
        QCOMPARE(every(Unit::Inch, 25.4 / 16.0, 62.5), 5); // to 62 and a half thou: every 5
        QCOMPARE(every(Unit::Millimetre, 3.7, 97), 9);     // no round value falls on a line: about ten figures
    }
};

QTEST_GUILESS_MAIN(TestInstructions)
#include "test_instructions.moc"
