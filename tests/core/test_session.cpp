// The Bench as a state machine over the log of a piece: what is done stays done, whatever happens to the list.
#include "bench/old_progress.h"
#include "bench/session.h"
#include "bench/work_findings.h"
#include "formats/job_json.h"
#include "layout/validate.h"
#include "plan/makers.h"
#include "shop/hole_words.h"
#include "support/jobs.h"
#include "support/many_faces.h"
#include "support/person.h"
#include "support/pieces.h"

#include <algorithm>
#include <map>

using namespace clockface;
using namespace clockface::testing;

namespace {

Job two_rows() {
    Job job = plate_job();
    job.patterns = {row("A", 20, 20, 4, 20, 0, 6.0), row("B", 20, 60, 3, 25, 0, 6.0)};
    return with_ids(job);
}

HoleId hole(const Job& job, std::size_t pattern, int number) {
    return {job.patterns[pattern].id, number};
}

} // namespace

class TestSession : public QObject {
    Q_OBJECT
private slots:
    void one_move_after_the_other() {
        Person person(flange());
        const SetupPlan plan = person.plan();
        const auto tasks = tasks_of(person.job, plan, plan.route);
        for (std::size_t i = 0; i < tasks.size(); ++i) {
            const BenchState state = person.state();
            QCOMPARE(state.next, static_cast<int>(i));
            QVERIFY(!state.from_zero && !state.broken_off);
            QCOMPARE(state.now()->deed, tasks[i].deed);
            person.next();
        }
        QVERIFY(person.state().finished());
        const auto behind = moves_done(person.job, plan, person.piece);
        QVERIFY(std::all_of(behind.begin(), behind.end(), [](bool each) { return each; }));
        const std::size_t lines = person.piece.log.size();
        person.next(); // nothing after the end
        QCOMPARE(person.piece.log.size(), lines);
    }
    // Two holes made and the slides already on their way to the third, which is then wanted 3 mm beside. Turns are
    // counted from where the last move ended: a list that goes on would drill it 3 mm off. A readout shows where it is.
    void slides_that_have_moved_on_are_not_forgotten() {
        for (const char* machine : {"Metric mill", "Inch mill", "Rotary table", "Readout mill"}) {
            Job job = two_rows();
            at_hand(job).machine = machine;
            Person person(job);
            person.until_cut(2);
            while (is_logged(person.state().now()->deed.act))
                person.next();
            person.next();
            QVERIFY(person.piece.standing && !person.piece.standing->path.empty());
            const BenchState before = person.state();
            const int hole = before.tasks[static_cast<std::size_t>(before.next) - 1].hole;
            QVERIFY(hole >= 0);
            person.job.title += " again"; // nothing that leads there: it goes on
            QCOMPARE(person.state().next, before.next);
            const Hole going_to = person.plan().holes[static_cast<std::size_t>(hole)];
            person.job.patterns[going_to.pattern].off[going_to.number] = Point{mm(3), mm(0)};
            const BenchState after = person.state();
            if (std::string(machine) == "Readout mill") {
                QVERIFY(!after.broken_off);
                QCOMPARE(after.next, before.next - 1); // it is gone there once more
            } else {
                QVERIFY2(after.broken_off && after.from_zero && after.next == 0, machine);
            }
        }
    }
    // Measured where it was to be, and moved since: what was measured is another place.
    void a_measured_place_that_moved_is_noticed() {
        Job job = two_rows();
        at_hand(job).machine = "Readout mill";
        Person person(job);
        while (person.state().now()->deed.act != Act::Check)
            person.next();
        const int hole = person.state().now()->hole;
        person.next();
        QVERIFY(person.state().now()->hole == hole && !person.state().broken_off);
        const Hole measured = person.plan().holes[static_cast<std::size_t>(hole)];
        person.job.patterns[measured.pattern].off[measured.number] = Point{mm(0), mm(2)};
        QVERIFY(person.state().broken_off);
    }
    void back_goes_move_by_move_to_the_beginning() {
        for (const Machine& machine : default_shop().machines) {
            Person person(flange());
            at_hand(person.job).machine = ref(machine);
            for (int i = 0; i < 40; ++i)
                person.next();
            for (int i = 39; i >= 0; --i) {
                person.back();
                QCOMPARE(person.state().next, i);
            }
            QVERIFY(work_done(person.piece).deeds.empty());
            const std::size_t lines = person.piece.log.size();
            person.back(); // nothing before the beginning
            QCOMPARE(person.piece.log.size(), lines);
        }
    }
    void seven_taps_are_seven_things() {
        Job job = plate_job();
        job.patterns = {row("A", 15, 20, 7, 14, 0)};
        job.patterns[0].hole = read_hole_size("M5", Unit::Millimetre)->spec;
        Person person(with_ids(job));
        const BenchState state = person.state();
        const auto taps = [&](const auto& tasks) {
            return std::count_if(tasks.begin(), tasks.end(),
                                 [](const Task& each) { return each.deed.what == "tap 1"; });
        };
        QCOMPARE(taps(state.tasks), 7);
        person.approach();
        QCOMPARE(person.cuts().at("tap 1 of A3 with M5 taper tap"), 1);
    }
    void a_hole_added_behind_changes_nothing() {
        Person person(two_rows());
        at_hand(person.job).order.cuts = CutOrder::ByHole;
        person.until_cut(4);
        const int next = person.state().next;
        std::get<RowPattern>(person.job.patterns[1].layout).count = 4;
        QVERIFY(!person.state().broken_off);
        QCOMPARE(person.state().next, next);
    }
    void a_speed_changes_nothing() {
        Person person(two_rows());
        person.until_cut(3);
        const int next = person.state().next;
        for (Pattern& each : person.job.patterns)
            each.hole.wishes.steps["drill"].rpm = 265.0;
        QVERIFY(!person.state().broken_off);
        QCOMPARE(person.state().next, next);
        QVERIFY(person.faults().empty());
    }
    void a_hole_before_it_is_made_from_zero() {
        Person person(two_rows());
        at_hand(person.job).order.cuts = CutOrder::ByHole;
        person.until_cut(4); // A1 and A2
        person.job.patterns.insert(person.job.patterns.begin(), single("C", 10, 80, 6.0));
        person.job = with_ids(person.job);
        const BenchState state = person.state();
        QVERIFY(state.broken_off && state.next == 0);
        QVERIFY(std::holds_alternative<TouchEdge>(state.list.list.front().action));
        for (const Task& each : state.tasks)
            QVERIFY(each.deed.act != Act::Cut || !work_done(person.piece).has(each));
        person.next();
        QVERIFY(!person.state().broken_off && person.state().from_zero); // it is the list that is followed now
        QCOMPARE(person.state().next, 1);
        person.approach();
        for (const auto& [what, times] : person.cuts())
            QVERIFY2(times == 1, what.c_str());
    }
    void another_piece_on_the_machine_takes_the_zero() {
        for (const Machine& machine : default_shop().machines) {
            Person one(two_rows());
            at_hand(one.job).machine = ref(machine);
            Person two(one.job);
            two.piece.number = 2;
            one.until_cut(3);
            const int next = one.state().next;
            two.time = one.time;
            two.until_cut(1);
            one.job.begun = {one.piece, two.piece};
            // A marked piece is laid under the drill anew for every hole; everywhere else zero is gone.
            const bool keeps = std::holds_alternative<LayoutBench>(machine.kind);
            QCOMPARE(one.state().broken_off, !keeps);
            QCOMPARE(one.state().next, keeps ? next : 0);
            // The three holes stay made, and once it is found again the work goes on from there.
            one.time = two.time;
            one.until_cut(1);
            one.job.begun = {one.piece, two.piece};
            QVERIFY(!one.state().broken_off && one.state().next > 0);
            one.approach();
            for (const auto& [cut, times] : one.cuts())
                QVERIFY2(times == 1, cut.c_str());
            QVERIFY(one.state().finished());
        }
    }
    void another_piece_on_another_machine_does_not() {
        Person one(two_rows());
        Setup further;
        further.id = 7;
        further.machine = "Inch mill";
        at_hand(one.job).machine = "Metric mill";
        one.job.setups.push_back(further);
        one.until_cut(3);
        Piece two;
        two.number = 2;
        two.log = {{1, one.time + 5, Done{Deed{7, Act::Zero, {}, "zero", {}, 0}, {}}}};
        one.job.begun = {one.piece, two};
        QVERIFY(!one.state().broken_off);
        one.job.setups.back().machine = "Metric mill";
        QVERIFY(one.state().broken_off);
    }
    void a_hole_that_was_moved_is_wanted_elsewhere() {
        Person person(two_rows());
        person.approach();
        person.job.patterns[1].off[2] = {mm(0.4), {}};
        const auto told = person.faults();
        QCOMPARE(told.size(), 1U);
        QVERIFY2(told[0].sentence.find("drill of B2 with 6 mm drill") != std::string::npos, told[0].sentence.c_str());
        const BenchState state = person.state();
        QVERIFY(state.broken_off);
        for (const Task& each : state.tasks)
            QVERIFY(!each.deed.hole || *each.deed.hole == hole(person.job, 1, 2));
        // Another zero moves no hole on the metal.
        person.job.patterns[1].off.clear();
        person.job = with_datum_place(person.job, DatumPlace::Middle);
        QVERIFY(person.faults().empty());
        QVERIFY(person.state().finished());
        // Nor does measuring the blank, with zero at a corner.
        person.job = with_datum_place(person.job, DatumPlace::LowerLeft);
        person.job.blank.width.measured = mm(120.7);
        QVERIFY(person.state().finished());
    }
    void another_cutter_or_depth_is_another_step() {
        Person person(two_rows());
        person.approach();
        person.job.patterns[0].hole.diameter = mm(6.5);
        QVERIFY(!person.state().finished());
        QCOMPARE(person.faults().size(), 1U);
        person.job.patterns[0].hole.diameter = mm(6.0);
        QVERIFY(person.state().finished());
        person.job.patterns[0].hole.depth = mm(5);
        QVERIFY(!person.state().finished());
    }
    void another_machine_wants_its_own_zero() {
        Person person(two_rows());
        at_hand(person.job).machine = "Metric mill";
        person.until_cut(3);
        at_hand(person.job).machine = "Readout mill";
        const BenchState state = person.state();
        QVERIFY(state.broken_off && state.now()->deed.act == Act::Zero);
        person.approach();
        for (const auto& [what, times] : person.cuts())
            QVERIFY2(times == 1, what.c_str());
    }
    void work_that_lay_in_another_set_up_wants_its_zero_again() {
        Job job = two_rows();
        job.blank.shape = BlankShape::Block;
        job.blank.thickness = mm(30);
        job.patterns[1].face = Face::Front;
        job.patterns[1].layout = SinglePattern{{mm(60), mm(15)}};
        Person person(with_proposed_setups(job));
        const int top = person.job.setups[0].id, front = person.job.setups[1].id;
        person.until_cut(2);
        person.job = with_setup(person.job, front);
        QVERIFY(!person.state().broken_off && person.state().now()->deed.act == Act::Zero); // nothing was begun there
        person.until_cut(1);
        person.job = with_setup(person.job, top);
        QVERIFY(person.state().broken_off && person.state().now()->deed.act == Act::Zero);
        person.approach();
        person.job = with_setup(person.job, front);
        person.approach();
        person.job = with_setup(person.job, top);
        QVERIFY(person.state().finished() && !person.state().broken_off); // nothing is left, so nothing is found again
        for (const auto& [what, times] : person.cuts())
            QVERIFY2(times == 1, what.c_str());
    }
    void any_hole_can_be_gone_to_and_come_back_from() {
        Person person(two_rows());
        at_hand(person.job).order.cuts = CutOrder::ByHole;
        person.until_cut(2);
        const int before = person.state().next;
        person.piece = with_jump(person.piece, 1, hole(person.job, 1, 3), person.time);
        person.until_cut(1);
        const auto* done = std::get_if<Done>(&person.piece.log.back().what);
        QVERIFY(done && *done->deed.hole == hole(person.job, 1, 3));
        while (person.state().next > 0)
            person.back();
        person.back(); // and the list that was followed before
        QVERIFY(!person.state().from_zero);
        QCOMPARE(person.state().next, before);
    }
    void a_spoiled_hole_is_left_alone() {
        Person person(two_rows());
        person.until_cut(1);
        const HoleId spoiled = hole(person.job, 0, 1);
        person.piece = with_spoiled(person.piece, spoiled, person.time);
        QVERIFY(states_of(person.job, person.plan(), person.piece)[0] == HoleState::Spoiled);
        person.approach();
        const std::size_t steps = person.plan().chains().front().steps.size();
        QCOMPARE(person.cuts().size(), 7 * steps - (steps - 1)); // of the spoiled hole only the first was made
        QVERIFY(person.state().finished());
    }
    void states_follow_the_steps() {
        Job job = plate_job();
        job.patterns = {single("A", 20, 20)};
        job.patterns[0].hole = read_hole_size("M5", Unit::Millimetre)->spec;
        Person person(with_ids(job));
        std::vector<std::string> seen;
        while (person.state().now()) {
            person.next();
            const std::string now = in_words(states_of(person.job, person.plan(), person.piece)[0]);
            if (seen.empty() || seen.back() != now)
                seen.push_back(now);
        }
        QCOMPARE(seen, (std::vector<std::string>{"planned", "spotted", "drilled", "tapped", "deburred"}));
        QVERIFY(lacking(person.job, person.plan(), 0, work_done(person.piece)).empty());
        person.piece.log.push_back({99, person.time, Inspected{hole(person.job, 0, 1), "across", mm(4.21)}});
        QVERIFY(states_of(person.job, person.plan(), person.piece)[0] == HoleState::Inspected);
    }
    void notes_change_no_work() {
        Person person(two_rows());
        person.until_cut(2);
        const int next = person.state().next;
        person.piece = with_note(person.piece, "chips in the bore", person.time);
        QCOMPARE(person.state().next, next);
    }
    void what_is_done_survives_any_edit_that_keeps_the_step() {
        holds("steps that are still wanted stay done, and the piece can be finished", [](void) {
            Person person(*any_job_of_faces());
            person.until_cut(*rc::gen::inRange(0, 12));
            const WorkDone done = work_done(person.piece);
            for (int edits = *rc::gen::inRange(1, 4); edits > 0; --edits)
                switch (*rc::gen::inRange(0, 5)) {
                case 0:
                    person.job.patterns.push_back(single(next_pattern_name(person.job), 55, *rc::gen::inRange(40, 80)));
                    break;
                case 1:
                    at_hand(person.job).order.cuts =
                        *rc::gen::element(CutOrder::ByCutter, CutOrder::ByHole, CutOrder::FollowDrill);
                    break;
                case 2:
                    at_hand(person.job).machine = ref(*rc::gen::elementOf(person.shop.machines));
                    break;
                case 3:
                    for (Pattern& each : person.job.patterns)
                        each.hole.wishes.steps["drill"].rpm = *rc::gen::inRange(300, 900);
                    break;
                default:
                    person.job.title += " again";
                    person.job.pieces = 7;
                }
            person.job = with_proposed_setups(with_ids(person.job));
            const SetupPlan plan = person.plan();
            const auto still = [&](const WorkDone& work) {
                std::set<std::pair<HoleId, std::string>> all;
                for (int h = 0; h < static_cast<int>(plan.holes.size()); ++h) {
                    const auto& chain =
                        plan.chains()[static_cast<std::size_t>(plan.kind_of[static_cast<std::size_t>(h)])];
                    for (int s = 0; s < static_cast<int>(chain.steps.size()); ++s)
                        if (const Task task = cut_task(person.job, plan, h, s); work.has(task))
                            all.emplace(*task.deed.hole, task.deed.what);
                }
                return all;
            };
            const auto before = still(done);
            RC_ASSERT(still(work_done(person.piece)) == before); // an edit writes nothing in the log
            person.approach();
            const auto after = still(work_done(person.piece));
            RC_ASSERT(std::includes(after.begin(), after.end(), before.begin(), before.end()));
            RC_ASSERT(person.state().finished());
        });
    }
    void a_log_played_again_makes_every_hole_in_its_place() {
        holds("jumps, steps back and all, on the simulated machine", [](void) {
            Job job = *any_job_of_faces();
            // Marks keep their place by themselves, so there is nothing to find again after a jump.
            at_hand(job).machine = *rc::gen::element<std::string>("Metric mill", "Inch mill", "Readout mill");
            Person person(job);
            const SetupPlan plan = person.plan();
            Route played; // what the hands did, one move after the other
            std::map<std::pair<int, int>, int> wanted;
            for (int moves = 0; moves < 4000; ++moves) {
                const BenchState state = person.state();
                if (!state.now())
                    break;
                if (moves > 3 && moves < 120 && !plan.holes.empty() && *rc::gen::inRange(0, 12) == 0) {
                    const Hole& to =
                        plan.holes[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(plan.holes.size())))];
                    person.piece = with_jump(person.piece, plan.setup, id_of(job, to), ++person.time);
                    continue;
                }
                Instruction move = state.list.list[static_cast<std::size_t>(state.now()->move)];
                if (auto* by_hand = std::get_if<WorkByHand>(&move.action))
                    by_hand->holes = {state.now()->hole};
                if (const auto* drill = std::get_if<DrillHole>(&move.action))
                    ++wanted[{move.hole, drill->step}];
                played.list.push_back(move);
                person.next();
            }
            RC_ASSERT(person.state().finished());
            const SimulatedRun run = carry_out(played, plan.machine, job, plan.holes);
            // A half-way check that is interrupted by a jump is no fault; a hole in the wrong place is.
            for (const Landing& landing : run.landings)
                if (!landing.touch) {
                    RC_ASSERT(landing.miss < mm(0.06));
                    --wanted[{landing.hole, landing.step}];
                }
            for (const auto& [step, times] : wanted)
                RC_ASSERT(times == 0);
            for (const auto& [what, times] : person.cuts())
                RC_ASSERT(times == 1);
        });
    }
    void old_files_data() {
        QTest::addColumn<int>("moves");
        for (const char* name : {"bell-crank-bracket", "bell-hammer-straps", "dial-centre-flange", "fly-bearing-block",
                                 "motion-work-plate", "winding-arbor"})
            QTest::newRow(name) << 7; // each demo as the program before saved it, with seven moves done
    }
    void old_files() {
        QFETCH(int, moves);
        const std::string text =
            read_text(std::string(SOURCE_FOLDER "/tests/old/") + QTest::currentDataTag() + ".clockface.json");
        const auto read = job_from_json(text);
        QVERIFY2(read, read ? "" : read.error().text().c_str());
        const Shop shop = default_shop();
        const auto old = old_progress_in(text);
        QCOMPARE(old.size(), 1U);
        QCOMPARE(old[0].done, moves);
        Job job = with_old_progress(with_machines_of(*read, shop), shop, old, 1775121300);
        QCOMPARE(job.begun.size(), 1U);
        const BenchState state = bench_state(job, shop, plan_at_hand(job, shop), job.begun[0]);
        QVERIFY(!state.broken_off);
        // The list finds zero by touches now, and puts the cutter in after the pin: what comes next is what came
        // eighth.
        Shop as_it_was = shop;
        as_it_was.holdings.finders.clear();
        const auto move = [](const Route& route, int at) { return route.list.at(static_cast<std::size_t>(at)); };
        if (!job.blank.is_bar())
            QVERIFY(move(state.list, state.now()->move) == move(plan_at_hand(job, as_it_was).route, moves));
        else
            QVERIFY(std::holds_alternative<TurnBar>(move(state.list, state.now()->move).action)); // A1 is drilled
        // With another list it cannot be told what the seven moves were, and that is noted.
        job = *read;
        job.patterns[0].left_out.insert(1);
        job = with_old_progress(job, shop, old, 1775121300);
        QVERIFY(std::holds_alternative<Noted>(job.begun[0].log.at(0).what));
    }
};

QTEST_GUILESS_MAIN(TestSession)
#include "test_session.moc"
