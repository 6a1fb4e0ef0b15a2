// Finding zero by touching: the list, its words, and what the simulated machines make of it.
#include "bench/session.h"
#include "ordering/pick_up.h"
#include "ordering/zero_advice.h"
#include "plan/plan.h"
#include "simulate/broken.h"
#include "support/jobs.h"

#include <QTest>
#include <cmath>

using namespace clockface;
using namespace clockface::testing;

namespace {

Job plate(double along, double across, DatumPlace zero, const std::string& machine) {
    Job job;
    job.blank.shape = BlankShape::Plate;
    job.blank.width = {mm(along), {}};
    job.blank.height = {mm(across), {}};
    job.blank.thickness = mm(19);
    job.datum.place = zero;
    at_hand(job).machine = machine;
    const Point middle = datum_from_middle(job); // 3 right of the middle and 4 up, not through
    job.patterns = {single("A", 3 - middle.x.in_mm(), 4 - middle.y.in_mm(), 5)};
    job.patterns[0].hole.depth = mm(6);
    return with_ids(job);
}

Shop shop_of(const Machine& machine) {
    Shop shop = default_shop();
    shop.machines = {machine};
    return shop;
}
Shop wheels_shop(const Screw& x, const Screw& y, bool dials_turn = true) {
    return shop_of({"Mill", "", Handwheels{x, y, dials_turn}});
}

std::vector<TouchEdge> touches_in(const Route& route) {
    std::vector<TouchEdge> all;
    for (const Instruction& each : route.list)
        if (const auto* touch = std::get_if<TouchEdge>(&each.action))
            all.push_back(*touch);
    return all;
}

// What all holes are off by together: what zero is off by, since each hole adds no more than its own rounding.
Point off_of(const SimulatedRun& run, const std::vector<Hole>& holes) {
    return run.landings.front().at - holes[static_cast<std::size_t>(run.landings.front().hole)].at;
}

// Off by so much, either way, or by as much with turns of the screw more or less.
bool same_lines(double off, double expected, double turn, double within) {
    return std::min(std::fabs(std::remainder(off - expected, turn)), std::fabs(std::remainder(off + expected, turn))) <
           within;
}

std::string sentences(const Job& job, const SetupPlan& plan) {
    std::string all;
    for (std::size_t i = 0; i < moves_that_find_zero(plan.route); ++i)
        all += in_words(plan.route.list[i], words_for(job, plan)).sentence + "\n";
    return all;
}

} // namespace

class TestPickUp : public QObject {
    Q_OBJECT
private slots:
    // Left face at X 0, finder of 10: the spindle stands at -5. Fixed jaw behind a plate of 60: Y 60 + 5.
    void of_a_plate() {
        Job job = plate(100, 60, DatumPlace::LowerLeft, "Readout mill");
        at_hand(job).holding.in = "wide vise";
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const std::vector<TouchEdge> touches = touches_in(plan.route);
        QCOMPARE(touches.size(), std::size_t{2});
        QVERIFY(same(spindle_at(touches[0]), mm(-5)) && touches[0].against == LiesAgainst::Stop);
        QVERIFY(same(spindle_at(touches[1]), mm(65)) && touches[1].against == LiesAgainst::FixedJaw);
        // Then to the far left corner, X 0 and Y 60, before the first hole.
        QCOMPARE(moves_that_find_zero(plan.route), std::size_t{4});
        const std::string words = sentences(job, plan);
        for (const char* part : {"Touch the left end at the stop with the edge finder, standing left of it",
                                 "Set X to \u22125.000.", "Set Y to +65.000.", "X 0.000, Y +60.000",
                                 "half the tip must stand over each edge at the far left corner"})
            QVERIFY2(words.find(part) != std::string::npos, (std::string(part) + "\n" + words).c_str());
        QVERIFY(words.find("drawing's zero under the spindle") == std::string::npos);
    }

    // Jaws of 41, parallels of 28 and a plate of 12: it stands 1 below them, so the jaw itself is touched, standing in
    // front of it: Y 60 less 5. On a mill with play it is touched the other way than a face from behind.
    void a_jaw_is_touched_where_no_face_stands_free() {
        Job job = plate(100, 60, DatumPlace::LowerLeft, "Readout mill");
        job.blank.thickness = mm(12);
        at_hand(job).holding.in = "wide vise";
        at_hand(job).holding.parallels = "6x28";
        SetupPlan plan = plan_at_hand(job, default_shop());
        const TouchEdge jaw = touches_in(plan.route).front(); // while there is no work in it
        QVERIFY(jaw.against == LiesAgainst::EmptyJaw && jaw.stands == Towards::Minus);
        QVERIFY(same(spindle_at(jaw), mm(55)));
        QVERIFY(plan.run.complaints.empty() && plan.run.worst()->miss < mm(0.01));
        QVERIFY2(sentences(job, plan).find("the fixed jaw's own face in the empty vise with the edge finder, "
                                           "standing in front of it") != std::string::npos,
                 sentences(job, plan).c_str());
        Shop shop = wheels_shop(screw(Unit::Millimetre, 2.5, 125, 0.1), screw(Unit::Millimetre, 2.5, 125, 0.4));
        plan = plan_at_hand(job, shop);
        QVERIFY(plan.run.complaints.empty() && plan.run.worst()->miss < mm(0.03));
        QVERIFY(touches_in(plan.route).front().axis == Axis::Y && touches_in(plan.route).back().axis == Axis::X);
        QVERIFY(sentences(job, plan).find("Then the work goes in.") < sentences(job, plan).find("Touch the left end"));
        // Two sides cannot be halved where neither stands free.
        job = plate(100, 60, DatumPlace::Middle, "Readout mill");
        job.blank.thickness = mm(12);
        at_hand(job).holding = {"wide vise", "6x28"};
        plan = plan_at_hand(job, default_shop());
        QCOMPARE(touches_in(plan.route).size(), std::size_t{3});
        QVERIFY(plan.run.complaints.empty() && plan.run.worst()->miss < mm(0.01));
    }

    // A plate whose far left corner is cut off has nothing there to look over; near the fixed jaw in front it has.
    void a_corner_that_is_not_there_is_not_looked_at() {
        Job job = plate(100, 60, DatumPlace::LowerLeft, "Readout mill");
        job.blank.shape = BlankShape::Outline;
        job.blank.corners = {{mm(0), mm(0)}, {mm(100), mm(0)}, {mm(100), mm(60)}, {mm(20), mm(60)}, {mm(0), mm(40)}};
        at_hand(job).holding.in = "wide vise";
        Shop shop = default_shop();
        const auto looks = [&] {
            const Route route = plan_at_hand(job, shop).route;
            return std::any_of(route.list.begin(), route.list.end(), [](const Instruction& each) {
                return std::holds_alternative<LookAtCorner>(each.action);
            });
        };
        QVERIFY(!looks());
        for (Vise& vise : shop.holdings.vises)
            vise.fixed_rear = false;
        QVERIFY(looks());
    }

    // Zero in the middle of 100 x 60: from side to side it is 110 and 70.
    void of_a_middle() {
        const Job job = plate(100, 60, DatumPlace::Middle, "Readout mill");
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const std::vector<TouchEdge> touches = touches_in(plan.route);
        QCOMPARE(touches.size(), std::size_t{4});
        QVERIFY(!touches[0].halves && touches[0].figure == 0);
        const Length step = std::get<Readout>(plan.machine.kind).resolution;
        QVERIFY(touches[1].halves && same(step * static_cast<double>(touches[1].figure), mm(110)));
        QVERIFY(touches[3].halves && same(step * static_cast<double>(touches[3].figure), mm(70)));
        // A blank sawn 0.6 too long and 0.4 too narrow has its middle where the halves meet.
        Conditions sawn;
        sawn.larger = {mm(0.6), mm(-0.4)};
        const SimulatedRun run = carry_out(plan.route, plan.machine, job, plan.holes, sawn);
        QVERIFY2(run.complaints.empty(), run.complaints.empty() ? "" : run.complaints.front().c_str());
        QVERIFY(run.worst()->miss < step * 2.0);
        // One that is 3 too long was not meant: it shows while touching.
        sawn.larger = {mm(3), {}};
        QVERIFY(!carry_out(plan.route, plan.machine, job, plan.holes, sawn).complaints.empty());
    }

    // -2.54 on a screw of 2.5 mm with 125 lines of 0.02 is 127 lines back: turn -2, then 123 lines, 2.46.
    void turns_are_counted_down_from_zero_too() {
        Job job = plate(100, 60, DatumPlace::LowerLeft, "");
        Shop shop = wheels_shop(screw(Unit::Millimetre, 2.5, 125, 0.1), screw(Unit::Millimetre, 2.5, 125, 0.1));
        shop.holdings.finders = {{"pin", FinderKind::Pin, mm(5.08), mm(0.01), mm(2)}};
        SetupPlan plan = plan_at_hand(job, shop);
        QVERIFY2(sentences(job, plan).find("Set X to turn \u22122, then 2.46.") != std::string::npos,
                 sentences(job, plan).c_str());
        const Wording words = in_words(plan.route.list.front(), words_for(job, plan));
        QCOMPARE(words.figures.front().value, std::string("2.46")); // large at the bench
        QCOMPARE(words.figures.front().after, std::string("in turn \u22122"));
        // Dials that cannot be set are not set: from the touch at X -2.54 zero lies 2.54 on.
        shop = wheels_shop(screw(Unit::Millimetre, 2.5, 125, 0.1), screw(Unit::Millimetre, 2.5, 125, 0.1), false);
        shop.holdings.finders = {{"pin", FinderKind::Pin, mm(5.08), mm(0.01), mm(2)}};
        plan = plan_at_hand(job, shop);
        QVERIFY(sentences(job, plan).find("X 0 lies 2.54 mm further on towards plus") != std::string::npos);
        QVERIFY(sentences(job, plan).find("Set X") == std::string::npos);
    }

    // Whatever part, finder, side and machine: the list puts zero where the drawing has it, but for rounding.
    void zero_is_the_drawings() {
        holds("readouts and dials", [] {
            Job job = plate(*rc::gen::inRange(30, 220), *rc::gen::inRange(25, 130),
                            *rc::gen::element(DatumPlace::LowerLeft, DatumPlace::LowerRight, DatumPlace::UpperLeft,
                                              DatumPlace::UpperRight, DatumPlace::Middle, DatumPlace::LeftEdge,
                                              DatumPlace::UpperEdge),
                            "");
            job.datum.x_plus_right = *rc::gen::arbitrary<bool>();
            job.datum.y_plus_up = *rc::gen::arbitrary<bool>();
            at_hand(job).holding.stop = *rc::gen::element(StopAt::None, StopAt::Left, StopAt::Right);
            at_hand(job).order.dial_x = *rc::gen::inRange(0, 40);
            at_hand(job).order.dial_y = *rc::gen::inRange(0, 40);
            const bool wheels = *rc::gen::arbitrary<bool>();
            const Screw x = *any_screw(), y = *any_screw();
            const Readout readout = *any_readout();
            const bool turn = *rc::gen::arbitrary<bool>();
            Shop shop = wheels ? wheels_shop(x, y, turn) : shop_of({"Mill", "", readout});
            for (Vise& vise : shop.holdings.vises)
                vise.fixed_rear = *rc::gen::arbitrary<bool>();
            shop.holdings.finders = {
                {"f", FinderKind::EdgeFinder, mm(*rc::gen::inRange(0, 200) / 10.0 + 0.013), mm(0.01), mm(4)}};
            const SetupPlan plan = plan_at_hand(job, shop);
            RC_ASSERT(touches_in(plan.route).size() >= 2U);
            RC_ASSERT(plan.run.complaints.empty());
            const Point off = off_of(plan.run, plan.holes);
            // Half a step of the touch and half of the hole's; between two sides a whole one, read and halved.
            const Length step_x = wheels ? x.graduation() : readout.resolution;
            const Length step_y = wheels ? y.graduation() : readout.resolution;
            RC_ASSERT(abs(off.x) <= step_x * 1.51);
            RC_ASSERT(abs(off.y) <= step_y * 1.51);
        });
    }

    // Over a bore, the rim, a pin's hole or a crossing, wherever it is: the list puts zero where the drawing has it,
    // but for half a step of what is set and half of the hole's own; by dials that cannot be set too.
    void zero_over_the_middle_of_something() {
        holds("bores, rims, pins and crossings", [] {
            const CentreKind kind =
                *rc::gen::element(CentreKind::Bore, CentreKind::PinInHole, CentreKind::ScribedCross);
            const auto place = *rc::gen::element(DatumPlace::LowerLeft, DatumPlace::UpperRight, DatumPlace::Middle);
            Job job = plate(120, 90, place, "");
            job.datum.x_plus_right = *rc::gen::arbitrary<bool>();
            job.datum.y_plus_up = *rc::gen::arbitrary<bool>();
            at_hand(job).order.dial_x = *rc::gen::inRange(0, 40);
            const Point from_middle{mm(*rc::gen::inRange(-5900, 5900) / 100.0),
                                    mm(*rc::gen::inRange(-4400, 4400) / 100.0)};
            at_hand(job).holding.centre = CentreWish{kind, from_middle - datum_from_middle(job)};
            const bool wheels = *rc::gen::arbitrary<bool>();
            const Screw x = *any_screw(), y = *any_screw();
            const Readout readout = *any_readout();
            const Shop shop = wheels ? wheels_shop(x, y, *rc::gen::arbitrary<bool>()) : shop_of({"Mill", "", readout});
            const SetupPlan plan = plan_at_hand(job, shop);
            RC_ASSERT(touches_in(plan.route).empty());
            RC_ASSERT(moves_that_find_zero(plan.route) == 1U);
            RC_ASSERT(plan.run.complaints.empty());
            const Point off = off_of(plan.run, plan.holes);
            RC_ASSERT(abs(off.x) <= (wheels ? x.graduation() : readout.resolution) * 1.01);
            RC_ASSERT(abs(off.y) <= (wheels ? y.graduation() : readout.resolution) * 1.01);
        });
    }

    // A bore at X 40, Y 25 from the lower left: the figures set there, and what it is found within.
    void a_bore_in_words() {
        Job job = plate(100, 60, DatumPlace::LowerLeft, "Readout mill");
        at_hand(job).holding.centre = CentreWish{CentreKind::Bore, {mm(40), mm(25)}};
        SetupPlan plan = plan_at_hand(job, default_shop());
        const std::string words = sentences(job, plan);
        for (const char* part : {"Swing an indicator round in the bore", "half of their difference away from the wall",
                                 "Set X to +40.000.", "Set Y to +25.000."})
            QVERIFY2(words.find(part) != std::string::npos, (std::string(part) + "\n" + words).c_str());
        QVERIFY(same(zero_found_within(plan.route, plan.machine), Estimates{}.indicated));
        at_hand(job).holding.centre->kind = CentreKind::ScribedCross;
        plan = plan_at_hand(job, default_shop());
        QVERIFY(same(zero_found_within(plan.route, plan.machine), Estimates{}.seen_cross));
        // Drawn 2,000 times, zero is off by that, one standard deviation on each axis.
        double squares = 0.0;
        for (std::uint64_t seed = 0; seed < 2000; ++seed) {
            Conditions drawn;
            drawn.drawn = {ErrorSource::PickUp};
            drawn.seed = seed;
            const SimulatedRun run = carry_out(plan.route, plan.machine, job, plan.holes, drawn);
            squares += std::pow(off_of(run, plan.holes).y.in_mm(), 2.0);
        }
        QVERIFY2(std::fabs(std::sqrt(squares / 2000) - 0.15) < 0.01, qPrintable(QString::number(squares)));
        // What has no rim, and a place beside the work, are said and touched instead.
        at_hand(job).holding.centre = CentreWish{CentreKind::Rim, {mm(50), mm(30)}};
        plan = plan_at_hand(job, default_shop());
        QVERIFY(plan.held.fault.find("Only a disc or a ring has a rim") != std::string::npos);
        QCOMPARE(touches_in(plan.route).size(), std::size_t{2});
        at_hand(job).holding.centre = CentreWish{CentreKind::PinInHole, {mm(101), mm(30)}};
        QVERIFY(plan_at_hand(job, default_shop()).held.fault.find("no work at that place") != std::string::npos);
        // The move left out: nothing has a zero.
        at_hand(job).holding.centre = CentreWish{CentreKind::Bore, {mm(40), mm(25)}};
        plan = plan_at_hand(job, default_shop());
        const Broken forgotten = with_fault(plan.route, plan.machine, 0, MoveFault::LeftOut);
        QVERIFY(carry_out(forgotten.route, forgotten.machine, job, plan.holes).complaints.front().find("no zero yet") !=
                std::string::npos);
    }

    // Holes at X 20 and 45.0025 on a step of 0.005: shown are 20 and 45.005 (half away from zero), so 25.005 from the
    // first.
    void a_local_zero_beside_the_drawings() {
        Job job = plate(100, 60, DatumPlace::LowerLeft, "Readout mill");
        job.patterns = {single("A", 20, 30, 5), single("B", 45.0025, 12, 5)};
        job = with_ids(job);
        const auto said = [&] {
            const SetupPlan plan = plan_at_hand(job, default_shop());
            std::string all;
            for (const Instruction& each : plan.route.list)
                all += in_words(each, words_for(job, plan)).sentence + "\n";
            return all;
        };
        QVERIFY(said().find("local zero") == std::string::npos);
        at_hand(job).holding.local_zero = HoleId{job.patterns[0].id, 1};
        QVERIFY2(said().find("X +45.005, Y +12.000. From the local zero on A1: X +25.005, Y \u221218.000.") !=
                     std::string::npos,
                 said().c_str());
        QVERIFY(said().find("From the local zero on A1: X 0.000, Y 0.000.") != std::string::npos);
        job.patterns[0].name = "H"; // it is known by its id, not by its name
        QVERIFY(said().find("From the local zero on H1") != std::string::npos);
        at_hand(job).holding.local_zero = HoleId{99, 1};
        QVERIFY(said().find("local zero") == std::string::npos);
    }

    // Zero at the lower left, touched at the rear jaw: the width of 60 goes into every Y. Holes within 0.15, the
    // furthest 53 from zero: 0.15 / 53 over 100 is 0.283.
    void what_is_worth_knowing_before() {
        Job job = plate(100, 60, DatumPlace::LowerLeft, "Readout mill");
        at_hand(job).holding.in = "wide vise";
        const auto said = [&] {
            const SetupPlan plan = plan_at_hand(job, default_shop());
            std::string all;
            for (const std::string& each : zero_advice(job, plan.held, plan.route, plan.holes))
                all += each + "\n";
            return all;
        };
        job.holes_within = mm(0.15);
        QVERIFY2(said().find("out of square by 0.283 mm over 100 mm") != std::string::npos, said().c_str());
        QVERIFY(said().find("Y is touched at one side and counted from the other") != std::string::npos);
        QVERIFY(said().find("off 60 mm goes into every Y") != std::string::npos);
        QVERIFY(said().find("X is touched") == std::string::npos);
        QVERIFY2(said().find("the far left corner, where fixed jaw and stop meet") != std::string::npos,
                 said().c_str());
        job.blank.height.measured = mm(60.2); // then it is counted in
        QVERIFY(said().find("Y is touched") == std::string::npos);
        job = plate(100, 60, DatumPlace::UpperLeft, "Readout mill");
        at_hand(job).holding.in = "wide vise";
        QVERIFY(said().find("Easiest") == std::string::npos &&
                said().find("counted from the other") == std::string::npos);
        job = plate(100, 60, DatumPlace::Middle, "Readout mill");
        QVERIFY(said().find("takes 4 touches") != std::string::npos);
        at_hand(job).holding.centre = CentreWish{};
        QVERIFY(said().empty());
    }

    // Half of 6 left out puts every hole 3 off, on the wrong side 6, and the corner shows both. A dial only knows its
    // line: on a screw of 2.5 it is 0.5 or 1 off, or that short of a turn.
    void what_is_left_out_shows() {
        for (const bool wheels : {false, true}) {
            const Job job = plate(100, 60, DatumPlace::LowerLeft, wheels ? "" : "Readout mill");
            const Screw x = screw(Unit::Millimetre, 2.5, 125, 0.1);
            Shop shop = wheels ? wheels_shop(x, x) : default_shop();
            shop.holdings.finders = {{"f", FinderKind::EdgeFinder, mm(6), mm(0.01), mm(4)}};
            const SetupPlan plan = plan_at_hand(job, shop);
            const std::vector<Allowed> allowed = allowed_of(job, plan.holes, {});
            int played = 0;
            for (std::size_t move = 0; move < plan.route.list.size(); ++move) {
                if (!std::holds_alternative<TouchEdge>(plan.route.list[move].action))
                    continue;
                for (const auto& [fault, off] :
                     {std::pair(MoveFault::HalfLeftOut, 3.0), std::pair(MoveFault::OtherSide, 6.0)}) {
                    const Broken broken = with_fault(plan.route, plan.machine, move, fault);
                    const SimulatedRun run = carry_out(broken.route, broken.machine, job, plan.holes);
                    QVERIFY(same_lines(run.worst()->miss.in_mm(), off, wheels ? 2.5 : 1e9, 0.03));
                    QVERIFY(!run.complaints.empty());
                    QCOMPARE(holes_spoiled(run, plan.holes, allowed), 1);
                    ++played;
                }
                // Nothing is gone to on an axis that has no zero.
                const Broken forgotten = with_fault(plan.route, plan.machine, move, MoveFault::LeftOut);
                QVERIFY(carry_out(forgotten.route, forgotten.machine, job, plan.holes)
                            .complaints.front()
                            .find("no zero yet") != std::string::npos);
            }
            QCOMPARE(played, 4);
        }
    }

    // Places are come to towards minus, the left end is touched towards plus: without the play of 0.3 counted in, every
    // hole stands 0.3 off.
    void play_is_counted_in() {
        Screw x = screw(Unit::Millimetre, 2.5, 125, 0.3);
        x.approach = Towards::Minus;
        const Job job = plate(100, 60, DatumPlace::LowerLeft, "");
        const SetupPlan plan = plan_at_hand(job, wheels_shop(x, screw(Unit::Millimetre, 2.5, 125, 0.1)));
        QVERIFY(plan.run.worst()->miss < mm(0.03));
        Route without = plan.route;
        auto& touch = std::get<TouchEdge>(without.list.front().action);
        QVERIFY(same(touch.play, mm(0.3)));
        touch.figure -= dial_count(x, touch.play);
        const SimulatedRun run = carry_out(without, plan.machine, job, plan.holes);
        QVERIFY(same_lines(off_of(run, plan.holes).x.in_mm(), 0.3, 2.5, 0.021));
    }

    // A finder that repeats to 0.02, touched four times: zero is off by 0.01, one standard deviation on each axis.
    void repeats_count_in_the_error() {
        Job job = plate(100, 60, DatumPlace::LowerLeft, "Readout mill");
        at_hand(job).holding.touches = 4;
        Shop shop = default_shop();
        shop.holdings.finders = {{"f", FinderKind::EdgeFinder, mm(10), mm(0.02), mm(4)}};
        const SetupPlan plan = plan_at_hand(job, shop);
        double squares = 0.0;
        constexpr int parts = 2000;
        for (int part = 0; part < parts; ++part) {
            Conditions drawn;
            drawn.drawn = {ErrorSource::PickUp};
            drawn.seed = static_cast<std::uint64_t>(part);
            squares += std::pow(
                off_of(carry_out(plan.route, plan.machine, job, plan.holes, drawn), plan.holes).x.in_mm(), 2.0);
        }
        QVERIFY2(std::fabs(std::sqrt(squares / parts) - 0.01) < 0.0006, qPrintable(QString::number(squares)));
        QVERIFY(sentences(job, plan).find("Touch it 4 times") != std::string::npos);
    }

    // A log that found zero as a whole goes on where it was; one that has only one touch does not drill yet.
    void what_was_found_before_counts() {
        const Job job = plate(100, 60, DatumPlace::LowerLeft, "Readout mill");
        const Shop shop = default_shop();
        const SetupPlan plan = plan_at_hand(job, shop);
        Piece piece;
        piece.log = {{1, 100, Done{{plan.setup, Act::Zero, std::nullopt, plan.machine.id + ":"}, {}}}};
        const Task hole = cut_task(job, plan, 0, 0);
        piece.log.push_back({2, 200, Done{hole.deed, hole.made}});
        const BenchState state = bench_state(job, shop, plan, piece);
        QVERIFY(!state.broken_off && state.next > static_cast<int>(moves_that_find_zero(plan.route)));
        Piece begun;
        begun = with_next_done(begun, bench_state(job, shop, plan, begun), 100);
        QCOMPARE(bench_state(job, shop, plan, begun).next, 1);
        // After an interruption it begins with the first touch again, and ends with the look.
        const Piece again = with_jump(piece, plan.setup, std::nullopt, 300);
        const BenchState from_zero = bench_state(job, shop, plan, again);
        QVERIFY(std::holds_alternative<TouchEdge>(from_zero.list.list.front().action));
    }
};

QTEST_APPLESS_MAIN(TestPickUp)
#include "test_pick_up.moc"
