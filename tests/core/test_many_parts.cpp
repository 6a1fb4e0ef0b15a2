// Many parts with errors drawn at random, held to closed forms; and single moves done wrong, which must show.
#include "formats/job_json.h"
#include "plan/advisor.h"
#include "simulate/broken.h"
#include "support/jobs.h"

#include <algorithm>
#include <cmath>

using namespace clockface;
using namespace clockface::testing;

namespace {

Shop exact_shop(MachineKind kind) {
    Shop shop = shop_with(std::move(kind));
    shop.machines[0].errors = {};
    return shop;
}

Job on_m(Job job) {
    at_hand(job).machine = "M";
    return job;
}

const Readout fine{Unit::Millimetre, mm(0.0001), deg(0.0001), from_three_counter_clockwise};
const Handwheels metric{screw(Unit::Millimetre, 2.5, 125, 0.18), screw(Unit::Millimetre, 2.5, 125, 0.23)};

Length line_of(const ManyParts& many, ErrorSource source) {
    for (const BudgetLine& line : many.budget)
        if (line.source == source)
            return line.most;
    return {};
}

} // namespace

class TestManyParts : public QObject {
    Q_OBJECT
private slots:
    void the_same_seed_makes_the_same_parts() {
        const Job job = flange();
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const auto one = many_parts_of(job, plan, 50, 7), again = many_parts_of(job, plan, 50, 7);
        const auto other = many_parts_of(job, plan, 50, 1000);
        QVERIFY(one && again && other);
        QVERIFY(one->cloud == again->cloud);
        QVERIFY(one->worst_of_part == again->worst_of_part);
        QVERIFY(one->cloud != other->cloud);
        QVERIFY(std::is_sorted(one->worst_of_part.begin(), one->worst_of_part.end()));
    }
    void zero_alone_is_a_known_spread() {
        // Picking up zero with s on each axis puts every hole off by a length whose square is s² times chi-square of
        // two: nineteen in twenty lie within s sqrt(-2 ln 0.05) = 2.4477 s.
        Shop shop = exact_shop(fine);
        shop.machines[0].errors.pick_up = mm(0.02);
        const Job job = on_m(flange());
        const SetupPlan plan = plan_at_hand(job, shop);
        const auto many = many_parts_of(job, plan, 4000, 3);
        QVERIFY(many);
        const Length pick_up = line_of(*many, ErrorSource::PickUp);
        QVERIFY2(same(pick_up, mm(0.02 * 2.4477), 0.012), qPrintable(QString::number(pick_up.in_mm())));
        // It moves all holes of a part alike.
        const auto& cloud = many->cloud;
        QVERIFY(cloud.size() == plan.holes.size() && cloud[0].size() == cloud[9].size());
    }
    void all_together_are_the_root_of_the_squares() {
        Shop shop = exact_shop(fine);
        shop.machines[0].errors.pick_up = mm(0.03);
        shop.machines[0].errors.setting = mm(0.02);
        const Job job = on_m(flange());
        const auto many = many_parts_of(job, plan_at_hand(job, shop), 3000, 5);
        // The drill's own wander in a spot: 0.015 mm by the metal's share.
        const double wander =
            wander_of(job, plan_at_hand(job, shop).chains(), plan_at_hand(job, shop).kind_of, {})[0].in_mm();
        const double s = std::sqrt(0.03 * 0.03 + 0.02 * 0.02 + wander * wander);
        QVERIFY2(same(many->most, mm(s * 2.4477), s * 0.12), qPrintable(QString::number(many->most.in_mm())));
    }
    void what_may_be_off_decides() {
        Job job = flange();
        for (Pattern& pattern : job.patterns)
            if (pattern.hole.purpose == Purpose::Reamed) // a fit has a figure of its own
                pattern.hole = HoleSpec{Purpose::Plain, pattern.hole.diameter, "", {}};
        const SetupPlan plan = plan_at_hand(job, default_shop());
        double before = -1.0;
        for (const double within : {0.005, 0.03, 0.06, 0.1, 0.5}) {
            job.holes_within = mm(within);
            const double share = many_parts_of(job, plan, 200)->share_within;
            QVERIFY(share >= before);
            before = share;
        }
        QCOMPARE(before, 1.0);
        job.holes_within = mm(0.005);
        QVERIFY(many_parts_of(job, plan, 200)->share_within < 0.05);
    }
    void bolting_up() {
        // M5 in a usual clearance hole of 5.5: play 0.25. With errors far below it every part goes on; with a spread of
        // 0.4 hardly any of seven does.
        Shop shop = exact_shop(fine);
        const Job job = on_m(flange());
        shop.machines[0].errors.setting = mm(0.02);
        const auto good = many_parts_of(job, plan_at_hand(job, shop), 100);
        QVERIFY(good->share_bolts && *good->share_bolts == 1.0);
        shop.machines[0].errors.setting = mm(0.4);
        QVERIFY(*many_parts_of(job, plan_at_hand(job, shop), 60)->share_bolts < 0.1);
        // A shift of all holes alike costs nothing: the mate goes with it.
        shop.machines[0].errors.setting = {};
        shop.machines[0].errors.pick_up = mm(0.6);
        QVERIFY(*many_parts_of(job, plan_at_hand(job, shop), 60)->share_bolts > 0.97);
        Job plain = on_m(plate_job());
        plain.patterns = {row("A", 20, 20, 4, 12, 0)};
        QVERIFY(!many_parts_of(plain, plan_at_hand(plain, shop), 20)->share_bolts); // no screws
    }
    void zero_set_at_each_hole_hands_its_error_on() {
        // Counted from zero a hole is off by one setting; set anew at each, the n-th is off by n of them: root n times
        // as much, so over 25 holes the spread of the last is five times that of the first.
        Shop shop = exact_shop(fine);
        shop.machines[0].errors.setting = mm(0.02);
        Job job = on_m(plate_job());
        at_hand(job).order.cuts = CutOrder::ByHole;
        at_hand(job).order.holes = HoleOrder::AsDrawn;
        job.patterns = {row("A", 5, 20, 25, 4.4, 0, 3)};
        at_hand(job).order.readout = ReadoutWay::FromEachHole;
        const auto spread = [](const std::vector<Point>& cloud) {
            double sum = 0.0;
            for (const Point& off : cloud)
                sum += off.x.in_mm() * off.x.in_mm();
            return std::sqrt(sum / static_cast<double>(cloud.size()));
        };
        const auto chained = many_parts_of(job, plan_at_hand(job, shop), 240);
        QVERIFY(spread(chained->cloud[24]) > 3.5 * spread(chained->cloud[0]));
        at_hand(job).order.readout = ReadoutWay::FromZero;
        const auto absolute = many_parts_of(job, plan_at_hand(job, shop), 240);
        QVERIFY(spread(absolute->cloud[24]) < 1.4 * spread(absolute->cloud[0]));
    }
    void marks_from_an_old_part() {
        // The bracket's marks, each drawn beside its place: the spread is the punch's, 0.08 mm on each axis, and the
        // readings' own error stays as it is in every part.
        Job job = load_job(SOURCE_FOLDER "/demo/bell-crank-bracket.clockface.json").value();
        at_hand(job).machine = default_shop().marks.name;
        const SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(std::holds_alternative<MarksAcross>(plan.machine.kind));
        const auto many = many_parts_of(job, plan, 100);
        QVERIFY(many && !plan.route.order.empty());
        QVERIFY(same(line_of(*many, ErrorSource::Marking), mm(0.08 * 2.4477), 0.06));
    }
    void nothing_where_there_is_nothing_to_make() {
        const Job job = plate_job();
        QVERIFY(!many_parts_of(job, plan_at_hand(job, default_shop())));
    }
    void each_machine_draws_its_own_errors() {
        const Job flange_job = flange();
        const Shop shop = default_shop();
        for (const Machine& machine : shop.machines) {
            Job job = flange_job;
            at_hand(job).machine = machine.name;
            const SetupPlan plan = plan_at_hand(job, shop);
            const auto many = many_parts_of(job, plan, 60);
            QVERIFY(many && many->most > mm(0.01));
            QCOMPARE(many->worst_of_part.size(), std::size_t{60});
            const bool layout = std::holds_alternative<LayoutBench>(machine.kind);
            QCOMPARE(line_of(*many, ErrorSource::Marking) > Length{}, layout);
            QVERIFY(line_of(*many, ErrorSource::Wander) > Length{});
        }
    }

    // ---- one move done wrong

    void a_turn_miscounted_spoils_or_shows() {
        holds("any turn too many or too few on any handwheel move but the first zero", [](void) {
            const Handwheels wheels = *any_handwheels();
            Job job = on_m(*any_job());
            at_hand(job).order.check_half_way = *rc::gen::arbitrary<bool>();
            const SetupPlan plan = plan_at_hand(job, shop_with(wheels));
            std::vector<std::size_t> turned;
            for (std::size_t i = 0; i < plan.route.list.size(); ++i)
                if (std::holds_alternative<TurnHandwheel>(plan.route.list[i].action))
                    turned.push_back(i);
            RC_PRE(!turned.empty());
            const std::size_t move =
                turned[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(turned.size())))];
            for (const MoveFault fault : faults_at(plan.route, plan.machine, move)) {
                if (fault != MoveFault::TurnTooMany && fault != MoveFault::TurnTooFew)
                    continue;
                const Broken broken = with_fault(plan.route, plan.machine, move, fault);
                const SimulatedRun proof = carry_out(broken.route, broken.machine, job, plan.holes);
                const auto& wheel = std::get<TurnHandwheel>(plan.route.list[move].action);
                const Length lead = wheel.axis == Axis::X ? wheels.x.lead : wheels.y.lead;
                // The slide stands a turn off, less what the play swallows.
                const Length play = wheel.axis == Axis::X ? wheels.x.backlash : wheels.y.backlash;
                RC_ASSERT(proof.worst()->miss > lead - play - mm(0.2) || !proof.complaints.empty());
            }
        });
    }
    void every_slip_is_carried_out_on_every_machine() {
        const Shop shop = default_shop();
        for (const Machine& machine : shop.machines)
            for (const ReadoutWay way : {ReadoutWay::FromZero, ReadoutWay::FromEachHole, ReadoutWay::Routines}) {
                Job job = flange();
                at_hand(job).machine = machine.name;
                at_hand(job).order.readout = way;
                const SetupPlan plan = plan_at_hand(job, shop);
                int tried = 0, spoiled = 0;
                for (std::size_t move = 0; move < plan.route.list.size(); move += 3)
                    for (const MoveFault fault : faults_at(plan.route, plan.machine, move)) {
                        const Broken broken = with_fault(plan.route, plan.machine, move, fault);
                        const SimulatedRun proof = carry_out(broken.route, broken.machine, job, plan.holes);
                        QVERIFY(!in_words(fault).empty());
                        ++tried;
                        const bool shows = !proof.complaints.empty() || proof.worst()->miss > mm(0.1);
                        spoiled += shows ? 1 : 0;
                        // What never depends on luck:
                        if (fault == MoveFault::OtherZero || fault == MoveFault::OtherSense ||
                            fault == MoveFault::NoTakeUp)
                            QVERIFY2(shows, (machine.name + ": " + in_words(fault)).c_str());
                    }
                QVERIFY(tried > 0);
                QVERIFY2(spoiled * 4 > tried * 3, machine.name.c_str()); // most slips cost a part
            }
    }
    void the_wrong_sense_by_hand() {
        // Seven from 1 o'clock clockwise, keyed for a readout that turns out to count the other way round: hole k
        // stands mirrored about the routine's own 0.
        Job job = flange();
        at_hand(job).order.readout = ReadoutWay::Routines;
        at_hand(job).order.cuts = CutOrder::ByHole;
        job.patterns.resize(1);
        at_hand(job).machine = "Readout mill";
        const SetupPlan plan = plan_at_hand(job, default_shop());
        std::size_t move = 0;
        while (!std::holds_alternative<RoutinePlace>(plan.route.list[move].action))
            ++move;
        const Broken broken = with_fault(plan.route, plan.machine, move, MoveFault::OtherSense);
        const SimulatedRun proof = carry_out(broken.route, broken.machine, job, plan.holes);
        for (const Landing& landing : proof.landings) {
            const Point wanted = plan.holes[static_cast<std::size_t>(landing.hole)].at;
            QVERIFY(same(landing.at, {wanted.x, -wanted.y}, 0.01)); // 0 at 3 o'clock: a mirror in the X axis
        }
        job.holes_within = mm(0.1);
        const auto spoiled = [&](const SimulatedRun& of) {
            return holes_spoiled(of, plan.holes, allowed_of(job, plan.holes, {}));
        };
        QCOMPARE(spoiled(proof), 7); // each counted once, however many cuts it has
        QCOMPARE(spoiled(plan.run), 0);
        // The mirror leaves X as it was: where only X counts, nothing is spoiled.
        job.patterns[0].within = {mm(0.1), mm(500)};
        QCOMPARE(spoiled(proof), 0);
        job.patterns[0].within = {mm(500), mm(0.1)};
        QCOMPARE(spoiled(proof), 7);
    }
    void what_a_hole_may_stand_off() {
        Job job = plate_job();
        job.patterns = {single("A", 20, 20), single("B", 40, 20)};
        job.patterns[1].hole.purpose = Purpose::Reamed;
        const auto of = [&](std::size_t pattern) {
            return allowed_of(job, job.patterns[pattern], job.patterns[pattern].hole, {});
        };
        QVERIFY((of(0) == Allowed{mm(0.15), mm(0.15), true, false}));
        QVERIFY((of(1) == Allowed{mm(0.05), mm(0.05), true, true})); // a fit wants less than the job says
        job.holes_within = mm(0.02);
        QVERIFY((of(1) == Allowed{mm(0.02), mm(0.02), true, false}));
        job.patterns[1].within.y = mm(0.3); // said: the fit no longer decides
        QVERIFY((of(1) == Allowed{mm(0.02), mm(0.3), false, false}));
        QVERIFY(of(1).holds({mm(-0.02), mm(0.29)}) && !of(1).holds({mm(0.021), mm(0)}));
        job.patterns[0].within = {mm(0.1), mm(0.1)};
        QVERIFY(of(0).holds({mm(0.06), mm(-0.08)})); // 3, 4, 5
        QVERIFY(!of(0).holds({mm(0.08), mm(0.08)}));
        QCOMPARE(in_words(of(1), Unit::Millimetre), std::string("0.02 mm in X and 0.3 mm in Y"));
    }
    void the_height_may_be_let_go() {
        // What taking up leaves is 0.1 on each axis; Y is set once for the row. In a round zone of 0.15 all five are
        // right in the integral over y of P(|x| < sqrt(0.15^2 - y^2))^5, 30 of 100; where only X counts, each in 87 of
        // 100, five of them in 49.
        Shop shop = default_shop();
        shop.machines[0].errors.backlash_left = mm(0.1);
        Job job = plate_job();
        job.patterns = {row("A", 20, 40, 5, 18, 0)};
        at_hand(job).machine = "Metric mill";
        const auto share = [&] { return many_parts_of(job, plan_at_hand(job, shop), 300)->share_within; };
        const double before = share();
        job.patterns[0].within = {mm(0.15), mm(2)};
        const double let_go = share();
        QVERIFY2(std::abs(before - 0.30) < 0.08, qPrintable(QString::number(before)));
        QVERIFY2(std::abs(let_go - 0.49) < 0.12, qPrintable(QString::number(let_go)));
        QVERIFY(many_parts_of(job, plan_at_hand(job, shop), 20)->own_within);
    }
};

QTEST_GUILESS_MAIN(TestManyParts)
#include "test_many_parts.moc"
