// The proof itself: for random jobs and machines every list, carried out by the simulated operator, makes every hole
// within the rounding of the device; and lists that are wrong are found out.
#include "plan/plan.h"
#include "simulate/broken.h"
#include "simulate/lost_motion.h"
#include "support/jobs.h"

#include <algorithm>
#include <cmath>

using namespace clockface;
using namespace clockface::testing;

namespace {

SetupPlan plan_on(Job job, MachineKind kind, Point lock_jump = {}) {
    at_hand(job).machine = "M";
    Shop shop = shop_with(std::move(kind));
    shop.machines[0].lock_jump = lock_jump;
    at_hand(job).holding.in = ""; // there is no vise, for the end of a bar either, and no clamp in the way of a hole
    shop.holdings.clamps = false;
    return plan_at_hand(job, shop);
}

// What tightening the locks pulls the slides by: the list aims off by it, so it must not show in the part.
Point any_lock_jump() {
    const auto jump = [] { return mm(*rc::gen::element(0.0, 0.0, 0.03, -0.07)); };
    return {jump(), jump()};
}

// Every step of every hole made exactly once, at the machine or by hand, each within its allowance; and in the chain's
// order, at the machine.
template <class Allowance> void all_within(const SetupPlan& plan, Allowance&& allowance) {
    if (!plan.run.complaints.empty())
        RC_FAIL(plan.run.complaints.front());
    std::vector<std::vector<int>> made(plan.holes.size());
    for (const Landing& landing : plan.run.landings) {
        RC_ASSERT(landing.miss <= allowance(landing));
        if (landing.touch)
            continue;
        auto& steps = made.at(static_cast<std::size_t>(landing.hole));
        if (!steps.empty())
            RC_ASSERT(steps.back() < landing.step);
        steps.push_back(landing.step);
    }
    for (const Instruction& each : plan.route.list)
        if (const auto* work = std::get_if<WorkByHand>(&each.action))
            for (const int hole : work->holes) {
                const Chain& chain =
                    plan.chains()[static_cast<std::size_t>(plan.kind_of[static_cast<std::size_t>(hole)])];
                const CutStep* step = chain.find(work->step);
                RC_ASSERT(step != nullptr);
                made[static_cast<std::size_t>(hole)].push_back(static_cast<int>(step - chain.steps.data()));
            }
    for (std::size_t i = 0; i < made.size(); ++i) {
        const Chain& chain = plan.chains()[static_cast<std::size_t>(plan.kind_of[i])];
        std::vector<int> wanted;
        for (std::size_t k = 0; k < chain.steps.size(); ++k)
            if (!chain.steps[k].skipped)
                wanted.push_back(static_cast<int>(k));
        if (wanted.empty())
            wanted.push_back(-1);
        std::sort(made[i].begin(), made[i].end());
        RC_ASSERT(made[i] == wanted);
    }
}

constexpr double whisker = 1e-6; // mm, for floating point

// Half of what the table can be set to, in degrees: a step of its dial, or a hole of the coarsest circle it may use.
double half_step(const Job& job, const RotaryTable& machine) {
    int holes = machine.graduations;
    if (at_hand(job).order.table == TableWay::Plates)
        for (const auto& plate : machine.plates)
            for (const int circle : plate)
                holes = std::min(holes, circle);
    return 180.0 / machine.ratio / holes;
}

// The list with every take-up struck out: the wrong-way move goes straight to the target and nobody comes back.
Route without_take_up(const SetupPlan& plan) {
    return with_fault(plan.route, plan.machine, 0, MoveFault::NoTakeUp).route;
}

// How far a routine's turned figure reaches: the radius of its pitch circle, or the length of its row.
Length reach_of(const Job& job, const Pattern& pattern, const SetupPlan& plan) {
    if (const auto* copy = std::get_if<CopyPattern>(&pattern.layout))
        return reach_of(job, job.patterns[static_cast<std::size_t>(pattern_index(job, copy->of))], plan);
    if (const auto diameter = pitch_circle_of(pattern.layout))
        return *diameter / 2.0;
    Length most;
    for (const Hole& a : plan.holes)
        for (const Hole& b : plan.holes)
            if (job.patterns[a.pattern].name == pattern.name && job.patterns[b.pattern].name == pattern.name)
                most = std::max(most, distance(a.at, b.at));
    return most;
}

Length worst(const SimulatedRun& proof) {
    return proof.worst() ? proof.worst()->miss : Length{};
}

} // namespace

class TestProof : public QObject {
    Q_OBJECT
private slots:
    void handwheels_land_within_rounding() {
        holds("half a line in X and in Y, whatever the backlash, units, turns and finishing side", [](void) {
            const Handwheels machine = *any_handwheels();
            const SetupPlan plan = plan_on(*any_job(), machine, any_lock_jump());
            const Length most = hypot(machine.x.graduation() / 2.0, machine.y.graduation() / 2.0) + mm(whisker);
            all_within(plan, [&](const Landing&) { return most; });
        });
    }
    void readouts_land_within_rounding() {
        holds("half a step in X and Y; the circle routine adds half a step of radius and of angle", [](void) {
            const Readout machine = *any_readout();
            const Job job = *any_job();
            const bool routines = at_hand(job).order.readout == ReadoutWay::Routines;
            const SetupPlan plan = plan_on(job, machine, routines ? Point{} : any_lock_jump());
            all_within(plan, [&](const Landing& landing) {
                const Length steps = machine.resolution * std::sqrt(0.5) + mm(whisker);
                if (!routines)
                    return steps;
                // Both keyed angles are off by up to half a step; so is every angle between them.
                const Hole& hole = plan.holes[static_cast<std::size_t>(landing.hole)];
                return steps + machine.resolution +
                       reach_of(job, job.patterns[hole.pattern], plan) *
                           (machine.angle_resolution.in_degrees() / 2.0 * 3.1416 / 180.0);
            });
        });
    }
    void rotary_tables_land_within_rounding() {
        holds("half a line of the slide, half a step of the table at the hole's own radius", [](void) {
            const RotaryTable machine = *any_rotary();
            const Job job = *any_job();
            const SetupPlan plan = plan_on(job, machine);
            Point centre;
            for (const Instruction& instruction : plan.route.list)
                if (const auto* table = std::get_if<CentreOnTable>(&instruction.action))
                    centre = table->centre;
            all_within(plan, [&](const Landing& landing) {
                const Length radius = distance(centre, plan.holes[static_cast<std::size_t>(landing.hole)].at);
                return machine.slide.graduation() / 2.0 + radius * (half_step(job, machine) * 3.1416 / 180.0) +
                       mm(whisker);
            });
        });
    }
    void layout_lands_within_rounding() {
        holds("half a gauge step in X and Y", [](void) {
            const LayoutBench machine = *any_layout();
            const SetupPlan plan = plan_on(*any_job(), machine);
            all_within(plan, [&](const Landing&) { return machine.gauge_step * std::sqrt(0.5) + mm(whisker); });
        });
    }

    void drill_presses_land_within_their_packing() {
        holds("packing is taken where it comes within 0.05, a caliper's step otherwise", [](void) {
            // Holes that a pin can be set to: half the pin and more from the edges.
            Job job = plate_job();
            at_hand(job).order = at_hand(*any_job()).order;
            const int holes = *rc::gen::inRange(1, 12);
            for (int i = 0; i < holes; ++i)
                job.patterns.push_back(single(next_pattern_name(job), *rc::gen::inRange(800, 11200) / 100.0,
                                              *rc::gen::inRange(800, 8200) / 100.0, *rc::gen::inRange(5, 90) / 10.0));
            const SetupPlan plan = plan_on(job, DrillPress{*rc::gen::element(Unit::Millimetre, Unit::Inch)});
            all_within(plan, [&](const Landing&) { return mm(0.05 * std::sqrt(2.0) + whisker); });
        });
    }
    void lines_are_all_scribed_before_a_mark_is_made() {
        holds("nothing is scribed over a mark that is needed", [](void) {
            const SetupPlan plan = plan_on(*any_job(), *any_layout());
            bool marked = false;
            for (const Instruction& each : plan.route.list) {
                marked = marked || std::holds_alternative<PrickMark>(each.action);
                RC_ASSERT(!marked || (!std::holds_alternative<ScribeLine>(each.action) &&
                                      !std::holds_alternative<StrikeCircle>(each.action)));
            }
        });
    }

    // ---- and the proof can fail

    void without_take_up_the_backlash_shows_on_handwheels() {
        const Handwheels machine{screw(Unit::Millimetre, 2.5, 125, 0.4),
                                 screw(Unit::Inch, 2.54, 100, 0.3, Turn::CounterClockwise, Towards::Minus)};
        const SetupPlan plan = plan_on(flange(), machine);
        QVERIFY(worst(plan.run) < mm(0.02));
        const SimulatedRun spoilt = carry_out(without_take_up(plan), plan.machine, flange(), plan.holes);
        QVERIFY(worst(spoilt) > mm(0.29));
        QVERIFY(worst(spoilt) < mm(0.4 + 0.3));
    }
    void without_take_up_the_backlash_shows_on_random_machines() {
        holds("whenever some move goes the wrong way and the backlash is more than two lines, the spoilt list misses",
              [](void) {
                  Handwheels machine = *any_handwheels();
                  machine.x.backlash = std::max(machine.x.backlash, machine.x.graduation() * 2.5);
                  machine.y.backlash = std::max(machine.y.backlash, machine.y.graduation() * 2.5);
                  Job job = *any_job();
                  const SetupPlan plan = plan_on(job, machine);
                  const auto wrong_way = [&](Axis axis) {
                      return std::any_of(plan.route.list.begin(), plan.route.list.end(), [axis](const Instruction& i) {
                          const auto* move = std::get_if<TurnHandwheel>(&i.action);
                          // A whole turn and more is farther than the backlash; a shorter way back would miss by less
                          // than it.
                          return move && move->past && move->axis == axis && move->turns > move->take_up;
                      });
                  };
                  RC_PRE(wrong_way(Axis::X) || wrong_way(Axis::Y));
                  at_hand(job).machine = "M";
                  const SimulatedRun spoilt = carry_out(without_take_up(plan), plan.machine, job, plan.holes);
                  const Length least =
                      std::min(wrong_way(Axis::X) ? machine.x.backlash - machine.x.graduation() : mm(1e9),
                               wrong_way(Axis::Y) ? machine.y.backlash - machine.y.graduation() : mm(1e9));
                  RC_ASSERT(worst(spoilt) >= least);
              });
    }
    void without_take_up_the_backlash_shows_on_a_table() {
        const RotaryTable machine{90, 240, deg(0.5), Sense::Clockwise, screw(Unit::Millimetre, 2.5, 125, 0.18)};
        const SetupPlan plan = plan_on(flange(), machine);
        QVERIFY(worst(plan.run) < mm(0.03));
        // Half a degree on a radius of 38.4 mm is 0.335 mm.
        const SimulatedRun spoilt = carry_out(without_take_up(plan), plan.machine, flange(), plan.holes);
        QVERIFY(worst(spoilt) > mm(0.3));
    }
    void a_lost_turn_is_found() {
        SetupPlan plan = plan_on(
            flange(), Handwheels{screw(Unit::Millimetre, 2.5, 125, 0.18), screw(Unit::Millimetre, 2.5, 125, 0.18)});
        const auto first = std::find_if(plan.route.list.begin(), plan.route.list.end(), [](const Instruction& each) {
            return std::holds_alternative<TurnHandwheel>(each.action);
        });
        std::get<TurnHandwheel>(first->action).turns -= 1;
        QVERIFY(same(carry_out(plan.route, plan.machine, flange(), plan.holes).landings[0].miss, mm(2.5), 0.03));
    }
    void a_wrong_end_angle_is_found() {
        Job job = flange();
        at_hand(job).order.readout = ReadoutWay::Routines;
        SetupPlan plan = plan_on(job, Readout{Unit::Millimetre, mm(0.005), deg(0.001), from_three_counter_clockwise});
        for (Instruction& each : plan.route.list)
            if (auto* key = std::get_if<KeyCircle>(&each.action))
                key->last = key->first; // 360 on: the usual mistake, all holes on the first
        QVERIFY(worst(carry_out(plan.route, plan.machine, job, plan.holes)) > mm(20));
    }
    void what_cannot_be_done_is_complained_of() {
        SetupPlan plan = plan_on(
            flange(), Handwheels{screw(Unit::Millimetre, 2.5, 125, 0.18), screw(Unit::Millimetre, 2.5, 125, 0.18)});
        Route broken = plan.route;
        for (Instruction& each : broken.list)
            if (auto* move = std::get_if<TurnHandwheel>(&each.action)) {
                move->line = 125;
                break;
            }
        broken.list.push_back({GoToReadout{1, 1}, 0});
        broken.list.push_back({DrillHole{}, 99});
        const SimulatedRun proof = carry_out(broken, plan.machine, flange(), plan.holes);
        QVERIFY(proof.complaints.size() >= 3U); // and measured from the edges it shows too
        // A mark that was never scribed, and a check that does not come true.
        SetupPlan laid = plan_on(flange(), LayoutBench{Unit::Millimetre, mm(0.02), mm(0.1), mm(0.05)});
        laid.route.list.erase(laid.route.list.begin());
        for (Instruction& instruction : laid.route.list)
            if (auto* check = std::get_if<CompareMarks>(&instruction.action)) {
                check->expected += 5;
                break;
            }
        QVERIFY(carry_out(laid.route, laid.machine, flange(), laid.holes).complaints.size() >= 3);
    }
    void dividers_that_do_not_close_are_complained_of() {
        const SetupPlan laid = plan_on(flange(), LayoutBench{Unit::Millimetre, mm(0.02), mm(0.1), mm(0.05)});
        QVERIFY(laid.run.complaints.empty());
        for (const bool chord : {false, true}) {
            Route route = laid.route;
            for (Instruction& instruction : route.list) {
                auto* strike = std::get_if<StrikeCircle>(&instruction.action);
                auto* step = std::get_if<StepChord>(&instruction.action);
                if (!chord && strike)
                    strike->radius += 2; // 0.2 mm: more than the rounding of dividers and lines together
                if (chord && step)
                    step->chord -= 2;
            }
            const auto complaints = carry_out(route, laid.machine, flange(), laid.holes).complaints;
            QVERIFY(!complaints.empty());
            QVERIFY2(complaints[0].find(chord ? "do not step from A1 to A2" : " does not lie on its circle") !=
                         std::string::npos,
                     complaints[0].c_str());
        }
    }
    void lost_motion_by_hand() {
        // 1 mm a turn, 10 lines, 0.35 play. Forward to 5 lines: 0.5. Back to 2 lines: the slide waits 0.35, so it
        // stands at 0.2 + 0.35 = 0.55? No: it may only lag, so at min(0.5, 0.2 + 0.35) = 0.5. Back to 0: 0.35. Forward
        // 3: 0.35.
        LostMotion slide(0.1, 10, 0.35, true);
        slide.zero(true);
        QVERIFY(slide.turn(true, 0, 5));
        QVERIFY(std::abs(slide.position() - 0.5) < 1e-12);
        QVERIFY(slide.turn(false, 0, 2));
        QVERIFY(std::abs(slide.position() - 0.5) < 1e-12);
        QVERIFY(slide.turn(false, 0, 0));
        QVERIFY(std::abs(slide.position() - 0.35) < 1e-12);
        QVERIFY(slide.turn(true, 0, 3));
        QVERIFY(std::abs(slide.position() - 0.35) < 1e-12);
        QVERIFY(slide.turn(true, 1, 3));
        QVERIFY(std::abs(slide.position() - 1.3) < 1e-12);
        QVERIFY(!slide.turn(true, 0, 10));
    }
    void plans_are_the_same_bit_for_bit() {
        holds("same job, same shop, same plan", [](void) {
            const Job job = *any_job();
            const Shop shop = default_shop();
            const SetupPlan a = plan_at_hand(job, shop);
            const SetupPlan b = plan_at_hand(job, shop);
            RC_ASSERT(a.holes == b.holes && a.route == b.route && a.findings == b.findings &&
                      a.fingerprint == b.fingerprint);
        });
    }
    void a_job_without_holes_has_nothing_to_prove() {
        for (const Machine& machine : default_shop().machines) {
            Job job = plate_job();
            at_hand(job).machine = machine.name;
            const SetupPlan plan = plan_at_hand(job, default_shop());
            QVERIFY(!plan.run.worst() && plan.run.complaints.empty() && plan.route.order.empty());
        }
    }
    void four_hundred_holes() {
        Job job = plate_job();
        job.datum.place = DatumPlace::Middle;
        job.patterns = {circle("A", {}, 80, 400, 17, Sense::Clockwise, 0.4)};
        Shop shop = default_shop();
        for (Machine& machine : shop.machines) {
            at_hand(job).machine = machine.name;
            machine.spindle.chuck = {}; // so thin a drill is no longer than the work is thick
            const SetupPlan plan = plan_at_hand(job, shop);
            QVERIFY(plan.run.complaints.empty());
            QVERIFY(worst(plan.run) < mm(std::holds_alternative<DrillPress>(machine.kind) ? 0.071 : 0.03));
        }
    }
};

QTEST_GUILESS_MAIN(TestProof)
#include "test_proof.moc"
