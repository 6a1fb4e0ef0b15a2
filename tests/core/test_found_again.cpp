// A lost zero found again: against shifts and turns that are known, and for the list that follows from it.
#include "bench/found_again.h"
#include "formats/job_json.h"
#include "ordering/route.h"
#include "simulate/operator.h"
#include "support/jobs.h"

#include <QTest>
#include <random>
#include <rapidcheck.h>

using namespace clockface;
using namespace clockface::testing;

namespace {

Point mm(double x, double y) {
    return {Length::mm(x), Length::mm(y)};
}
// Where the work's places are for the machine, written apart from the fit: turned by hand, then shifted.
struct Truth {
    double degrees = 0.0;
    Point shift;
    [[nodiscard]] Point place(Point p) const {
        const double a = degrees * 3.14159265358979323846 / 180.0, c = std::cos(a), s = std::sin(a);
        const double x = p.x.in_mm(), y = p.y.in_mm();
        return mm(c * x - s * y + shift.x.in_mm(), s * x + c * y + shift.y.in_mm());
    }
};
ZeroTouch touched(Point drawn, Point shown, double within = 0.02) {
    return {TouchedAt::Place, {}, drawn, shown, Length::mm(within)};
}
// Beside an edge that is drawn at this X: the spindle stands somewhere along it, a radius off it in the turned work.
ZeroTouch beside(double x, double along, const Truth& truth, double within = 0.01) {
    return {TouchedAt::EdgeX, {}, mm(x, 0), truth.place(mm(x, along)), Length::mm(within)};
}

QString said(const Result<Lie>& lie) {
    return lie ? QStringLiteral("found") : QString::fromStdString(lie.error().sentence);
}

// A mill job of two circles, part of whose holes are drilled.
struct HalfDone {
    Job job = hole_circles();
    Shop shop = default_shop();
    Plan plan;
    Piece piece;

    static Job hole_circles() {
        Job job = plate_of(140, 90, 12);
        job.patterns = {circle("A", mm(73, 43), 61.5, 7, 8.0)};
        return with_ids(job);
    }
    explicit HalfDone(const char* machine) {
        at_hand(job).machine = machine;
        plan = make_plan(job, shop);
        while (cuts() < 4)
            piece = with_next_done(piece, state(), 1000);
    }
    [[nodiscard]] const SetupPlan& setup() const { return plan.of(at_hand(job).id); }
    [[nodiscard]] BenchState state() const { return bench_state(job, shop, setup(), piece); }
    [[nodiscard]] int cuts() const {
        return int(std::count_if(piece.log.begin(), piece.log.end(), [](const Event& event) {
            const auto* done = std::get_if<Done>(&event.what);
            return done && done->deed.act == Act::Cut;
        }));
    }
    // Two finished holes touched where the truth has them.
    [[nodiscard]] ZeroFoundAgain found(const Truth& truth) const {
        ZeroFoundAgain again{at_hand(job).id, {}};
        for (const Touchable& each : touchables(job, shop, setup(), piece))
            if (each.touch.hole && again.touches.size() < 2) {
                ZeroTouch touch = each.touch;
                touch.shown = truth.place(touch.place);
                again.touches.push_back(touch);
            }
        return again;
    }
};

} // namespace

class TestFoundAgain : public QObject {
    Q_OBJECT
private slots:
    void two_places_give_shift_and_turn() {
        const Truth truth{1.75, mm(12.4, -380.15)};
        const std::vector<Point> places = {mm(-31, 4), mm(28, 17)};
        const auto lie = find_lie(
            {touched(places[0], truth.place(places[0])), touched(places[1], truth.place(places[1]))}, {mm(40, -20)});
        QVERIFY2(lie, qPrintable(said(lie)));
        QVERIFY(std::abs(lie->turn.in_degrees() - 1.75) < 1e-9);
        QVERIFY(distance(lie->place(mm(40, -20)), truth.place(mm(40, -20))) < Length::mm(1e-7));
    }

    void a_hole_and_an_edge_do_too() {
        const Truth truth{-2.3, mm(-4, 7)};
        const auto lie = find_lie({touched(mm(50, 10), truth.place(mm(50, 10))), beside(-5, -30, truth)}, {mm(20, 20)});
        QVERIFY2(lie, qPrintable(said(lie)));
        QVERIFY(std::abs(lie->turn.in_degrees() + 2.3) < 1e-6);
        QVERIFY(distance(lie->place(mm(20, 20)), truth.place(mm(20, 20))) < Length::mm(1e-5));
    }

    // Two holes b apart, each within s on both axes, by hand: between them the place is known to s/sqrt 2 on each axis;
    // the turn to s sqrt 2 / b, so that at d from the middle, square to their line, the axis along it adds d s sqrt 2 /
    // b.
    void the_error_is_what_touches_and_geometry_give() {
        const double s = 0.02, b = 80, d = 50;
        const auto lie = find_lie({touched(mm(-40, 0), mm(-40, 0), s), touched(mm(40, 0), mm(40, 0), s)}, {});
        QVERIFY(lie);
        const double flat = s / std::sqrt(2.0), by_turn = d * s * std::sqrt(2.0) / b;
        const PlaceError error = lie->error_at(mm(0, d));
        QVERIFY(std::abs(error.x.in_mm() - 1.96 * std::hypot(flat, by_turn)) < 1e-6);
        QVERIFY(std::abs(error.y.in_mm() - 1.96 * flat) < 1e-6);
    }

    // Equal on both axes: sqrt(-2 ln 0.05) deviations (Rayleigh); all on one: 1.96. Between them by counting draws.
    void the_circle_holds_nineteen_in_twenty() {
        QVERIFY(std::abs(circle_of_nineteen(4, 4, 0) - 2 * std::sqrt(-2 * std::log(0.05))) < 1e-6);
        QVERIFY(std::abs(circle_of_nineteen(9, 0, 0) - 3 * 1.95996) < 0.05);
        QVERIFY(circle_of_nineteen(0, 0, 0) == 0.0);
        std::mt19937 dice(3);
        std::normal_distribution<double> normal;
        const double radius = circle_of_nineteen(1.0, 0.25, 0.3);
        int inside = 0;
        for (int i = 0; i < 200'000; ++i) { // y = 0.3 x + rest: variance of the rest 0.25 - 0.09
            const double x = normal(dice), y = 0.3 * x + std::sqrt(0.16) * normal(dice);
            inside += std::hypot(x, y) < radius;
        }
        QVERIFY2(std::abs(inside / 200'000.0 - 0.95) < 0.003, qPrintable(QString::number(inside)));
    }

    // The error said holds nineteen times in twenty, whatever was touched.
    void two_thousand_lost_zeros_are_found_within_what_is_said() {
        std::mt19937 dice(21);
        std::normal_distribution<double> normal;
        const auto any = [&](double low, double high) {
            return std::uniform_real_distribution<double>(low, high)(dice);
        };
        int tried = 0, inside = 0, inside_x = 0, inside_y = 0, refused = 0;
        while (tried < 2000) {
            const Truth truth{any(-4.5, 4.5), mm(any(-300, 300), any(-300, 300))};
            const double s = any(0.005, 0.05), t = any(0.005, 0.05);
            const Point first = mm(any(-90, 90), any(-60, 60)), second = mm(any(-90, 90), any(-60, 60)),
                        left = mm(any(-90, 90), any(-60, 60));
            const auto missed = [&](Point p, double by) { return p + mm(by * normal(dice), by * normal(dice)); };
            std::vector<ZeroTouch> touches = {touched(first, missed(truth.place(first), s), s)};
            if (tried % 3 == 0) { // an edge in place of the second hole
                ZeroTouch edge = beside(-95, second.y.in_mm(), truth, t);
                edge.shown = missed(edge.shown, t);
                touches.push_back(edge);
            } else {
                touches.push_back(touched(second, missed(truth.place(second), t), t));
            }
            const auto lie = find_lie(touches, {left});
            if (!lie) {
                ++refused;
                QVERIFY2(refused < 3000, qPrintable(said(lie)));
                continue;
            }
            ++tried;
            const Point off = lie->place(left) - truth.place(left);
            const PlaceError error = lie->error_at(left);
            inside += hypot(off.x, off.y) <= error.away;
            inside_x += abs(off.x) <= error.x;
            inside_y += abs(off.y) <= error.y;
            // What touches and geometry give, worked out apart: each touch moved by its deviation on each axis.
            double variance = 0.0;
            for (ZeroTouch& each : touches)
                for (const Point step : {mm(1e-4, 0), mm(0, 1e-4)}) {
                    const Point was = each.shown;
                    each.shown = was + step;
                    const Point by = find_lie(touches, {})->place(left) - lie->place(left);
                    each.shown = was;
                    const double per = std::hypot(by.x.in_mm(), by.y.in_mm()) / 1e-4 * each.within.in_mm();
                    variance += per * per;
                }
            QVERIFY2(error.away.in_mm() <= 1.3 * 2.4477 * std::sqrt(variance) &&
                         error.away.in_mm() >= 1.2 * std::sqrt(variance),
                     qPrintable(QString("%1 %2").arg(error.away.in_mm()).arg(std::sqrt(variance))));
        }
        for (const int each : {inside, inside_x, inside_y})
            QVERIFY2(each >= 1840 && each <= 1960,
                     qPrintable(QString("%1 %2 %3 of 2000").arg(inside).arg(inside_x).arg(inside_y)));
    }

    void what_cannot_be_is_refused_with_what_would_do_data() {
        QTest::addColumn<int>("what");
        QTest::addColumn<QString>("sentence");
        QTest::newRow("one") << 0 << "A second one would do";
        QTest::newRow("same") << 1 << "of the same place";
        QTest::newRow("close") << 2 << "too close together";
        QTest::newRow("turned") << 3 << "turned by 7°";
        QTest::newRow("apart") << 4 << "contradict each other";
        QTest::newRow("edges") << 5 << "Edges alone";
        QTest::newRow("beside") << 6 << "leave open how the work is turned";
        QTest::newRow("odd") << 7 << "Touch 3 contradicts";
    }
    void what_cannot_be_is_refused_with_what_would_do() {
        QFETCH(int, what);
        QFETCH(QString, sentence);
        const Truth straight{0, mm(1, 2)}, seven{7, {}};
        const auto at = [](const Truth& truth, Point p) { return touched(p, truth.place(p)); };
        std::vector<ZeroTouch> touches;
        switch (what) {
        case 0:
            touches = {at(straight, mm(0, 0))};
            break;
        case 1:
            touches = {at(straight, mm(10, 0)), at(straight, mm(10, 0))};
            break;
        case 2:
            touches = {at(straight, mm(10, 0)), at(straight, mm(16, 3))};
            break;
        case 3:
            touches = {at(seven, mm(10, 0)), at(seven, mm(60, 20))};
            break;
        case 4: // 80 mm apart, shown 80.3 apart, each within 0.02
            touches = {touched(mm(-40, 0), mm(-40, 0)), touched(mm(40, 0), mm(40.3, 0))};
            break;
        case 5:
            touches = {beside(-5, 10, straight), beside(-5, 60, straight)};
            break;
        case 6: // touched just beside the hole: the line through both is the edge's own
            touches = {at(straight, mm(10, 0)), beside(-5, 0, straight)};
            break;
        default:
            touches = {at(straight, mm(-40, 0)), at(straight, mm(40, 5)), touched(mm(20, 30), mm(21.4, 32)),
                       at(straight, mm(0, -30))};
        }
        const auto lie = find_lie(touches, {mm(70, 40)});
        QVERIFY2(said(lie).contains(sentence), qPrintable(said(lie)));
    }

    // As many touches as there may be, no two of which agree: refused at once, in a file too.
    void many_touches_that_contradict_each_other_are_refused_at_once() {
        std::vector<ZeroTouch> touches;
        for (int i = 0; i < 24; ++i)
            touches.push_back(touched(mm(i * 7 % 80, i * 13 % 60), mm(i * 7 % 80 + i % 5, i * 13 % 60 - i % 3)));
        QVERIFY2(said(find_lie(touches, {})).contains("contradict each other"),
                 qPrintable(said(find_lie(touches, {}))));
    }

    void what_is_left_is_made_where_the_work_lies_now_data() {
        QTest::addColumn<QString>("machine");
        QTest::addColumn<double>("step");
        QTest::newRow("readout") << "Readout mill" << 0.005;
        QTest::newRow("handwheels") << "Metric mill" << 0.02;
        QTest::newRow("inch handwheels") << "Inch mill" << 0.0254;
    }
    // The list is carried out by the simulated machine, whose axes know nothing of the bump; taken back into the work
    // every hole that was left lies in its place, as near as the machine can be set.
    void what_is_left_is_made_where_the_work_lies_now() {
        QFETCH(QString, machine);
        QFETCH(double, step);
        HalfDone bench(machine.toStdString().c_str());
        const Truth truth{1.3, mm(0.85, -2.4)};
        const auto lie = find_lie(bench.found(truth).touches, places_left(bench.job, bench.setup(), bench.piece));
        QVERIFY2(lie, qPrintable(said(lie)));
        bench.piece = with_zero_found_again(bench.piece, bench.found(truth), 2000);
        BenchState now = bench.state();
        QVERIFY(!now.broken_off);
        QVERIFY(now.from_zero);
        Route list = now.list;
        if (machine == "Readout mill") // its zero stands still; the simulated machine has none when it is switched on
            list.list.insert(list.list.begin(), Instruction{ZeroReadout{}});
        const SimulatedRun run = carry_out(list, bench.setup().machine, bench.job, bench.setup().holes);
        QVERIFY2(run.complaints.empty(), run.complaints.empty() ? "" : run.complaints.front().c_str());
        std::set<int> made;
        for (const Landing& landing : run.landings) {
            const Point wanted = truth.place(bench.setup().holes[std::size_t(landing.hole)].at);
            QVERIFY(distance(landing.at, wanted) < Length::mm(step));
            made.insert(landing.hole);
        }
        QCOMPARE(made.size(), std::size_t(7)); // four are only spotted
        // All that was left is in the list, nothing of what was done.
        int cuts = 0;
        for (const Task& task : now.tasks)
            cuts += task.deed.act == Act::Cut;
        int all = 0;
        for (const Task& task : tasks_of(bench.job, bench.setup(), bench.setup().route))
            all += task.deed.act == Act::Cut;
        QCOMPARE(cuts, all - 4);
        // It is kept, and followed to its end.
        const auto read = job_from_json(job_to_json(with_pieces(bench.job, {bench.piece})));
        QVERIFY2(read.has_value(), read ? "" : read.error().text().c_str());
        QCOMPARE(read->begun.front(), bench.piece);
        int tasks = 0;
        while (!bench.state().finished() && ++tasks < 400)
            bench.piece = with_next_done(bench.piece, bench.state(), 3000);
        QVERIFY(bench.state().finished());
        QCOMPARE(bench.cuts(), all);
    }

    void it_is_dropped_when_zero_is_found_as_at_the_beginning() {
        HalfDone bench("Readout mill");
        const Piece before = bench.piece;
        bench.piece = with_zero_found_again(bench.piece, bench.found({1.3, mm(0.85, -2.4)}), 2000);
        QVERIFY(lie_of(bench.piece, at_hand(bench.job).id));
        QVERIFY(!lie_of(bench.piece, 77)); // of another set-up
        // On to another hole the work lies no otherwise.
        const HoleId last = id_of(bench.job, bench.setup().holes.back());
        QVERIFY(lie_of(with_jump(bench.piece, at_hand(bench.job).id, last, 2500), at_hand(bench.job).id));
        // From zero again: as drawn.
        const Piece anew = with_jump(bench.piece, at_hand(bench.job).id, std::nullopt, 2600);
        QVERIFY(!lie_of(anew, at_hand(bench.job).id));
        bench.piece = anew;
        QCOMPARE(bench.state().now()->deed.act, Act::Zero);
        // Taken back it was never found.
        const Piece back = with_taken_back(with_zero_found_again(before, bench.found({1.3, mm(0.85, -2.4)}), 2000),
                                           before.log.back().id + 1, 2700);
        QVERIFY(!lie_of(back, at_hand(bench.job).id));
    }

    void only_what_is_made_can_be_touched() {
        HalfDone bench("Readout mill");
        int holes = 0, edges = 0;
        for (const Touchable& each : touchables(bench.job, bench.shop, bench.setup(), bench.piece)) {
            holes += each.touch.hole.has_value();
            edges += each.touch.what != TouchedAt::Place;
            QVERIFY(each.touch.within > Length{});
        }
        QCOMPARE(holes, 4);
        QCOMPARE(edges, 4);
        Piece spoiled = with_spoiled(bench.piece, id_of(bench.job, bench.setup().holes[0]), 1500);
        QCOMPARE(touchables(bench.job, bench.shop, bench.setup(), spoiled).size() + 1,
                 touchables(bench.job, bench.shop, bench.setup(), bench.piece).size());
        QVERIFY(!can_find_again(bench.job, HalfDone("Layout bench").setup()));
    }
};

QTEST_APPLESS_MAIN(TestFoundAgain)
#include "test_found_again.moc"
