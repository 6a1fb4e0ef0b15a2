// The job's own rules: what may change figures and what may move holes, and what cannot be at all.
#include "layout/pattern.h"
#include "layout/validate.h"
#include "shop/validate.h"
#include "support/jobs.h"

#include <limits>

using namespace clockface;
using namespace clockface::testing;

namespace {

// Places on the metal, from its middle: what must not move.
std::vector<Point> on_metal(const Job& job) {
    std::vector<Point> places;
    for (const Hole& hole : holes_of(job))
        places.push_back(hole.at + datum_from_middle(job));
    return places;
}

} // namespace

class TestJob : public QObject {
    Q_OBJECT
private slots:
    void zero_moves_figures_only() {
        holds("holes stay on the metal when zero moves, and come back with it", [](void) {
            const Job job = *any_job();
            const DatumPlace place =
                *rc::gen::element(DatumPlace::Middle, DatumPlace::LowerLeft, DatumPlace::LowerRight,
                                  DatumPlace::UpperLeft, DatumPlace::UpperRight);
            const Job moved = with_datum_place(job, place);
            const auto before = on_metal(job);
            const auto after = on_metal(moved);
            RC_ASSERT(before.size() == after.size());
            for (std::size_t i = 0; i < before.size(); ++i)
                RC_ASSERT(same(before[i], after[i]));
            const auto back = on_metal(with_datum_place(moved, job.datum.place));
            for (std::size_t i = 0; i < before.size(); ++i)
                RC_ASSERT(same(before[i], back[i]));
        });
    }
    void unit_convention_and_axes_move_nothing() {
        holds("unit, convention and axis directions do not enter the holes", [](void) {
            const Job job = *any_job();
            Job other = job;
            other.unit = job.unit == Unit::Inch ? Unit::Millimetre : Unit::Inch;
            other.convention = {deg(123), opposite(job.convention.sense)};
            other.datum.x_plus_right = !job.datum.x_plus_right;
            RC_ASSERT(holes_of(job) == holes_of(other));
        });
    }
    void drawn_figures_follow_the_axes() {
        Job job = plate_job();
        job.datum = {DatumPlace::LowerRight, false, true};
        const Point drawn = as_drawn(job.datum, {mm(-20), mm(30)});
        QCOMPARE(drawn, (Point{mm(20), mm(30)}));
        QCOMPARE(from_drawn(job.datum, drawn), (Point{mm(-20), mm(30)}));
    }
    void corners() {
        Blank blank = plate_job().blank;
        blank.width.measured = mm(121);
        QCOMPARE(datum_from_middle(blank, DatumPlace::UpperRight), (Point{mm(60.5), mm(45)}));
        QCOMPARE(datum_from_middle(blank, DatumPlace::Middle), Point{});
    }
    void pattern_names() {
        Job job;
        for (const char* name : {"A", "B", "D"})
            job.patterns.push_back(single(name, 1, 1));
        QCOMPARE(next_pattern_name(job), std::string("C"));
        job.patterns.clear();
        for (int i = 0; i < 26; ++i)
            job.patterns.push_back(single(std::string(1, static_cast<char>('A' + i)), i, i));
        QCOMPARE(next_pattern_name(job), std::string("AA"));
    }
    void a_sound_job_has_no_fault() {
        QVERIFY(!first_fault(flange()));
        QVERIFY(!first_fault(plate_job()));
        holds("random jobs are sound", [](void) { RC_ASSERT(!first_fault(*any_job())); });
    }
    void faults_data() {
        QTest::addColumn<QString>("place");
        for (const char* place : {"blank.width",
                                  "blank.width nan",
                                  "blank.thickness",
                                  "blank.bore",
                                  "blank.width.measured",
                                  "patterns[0].count",
                                  "patterns[0].count many",
                                  "patterns[0].diameter",
                                  "patterns[1].count",
                                  "patterns[1].sweep",
                                  "patterns[1].sweep full",
                                  "patterns[2].pitch",
                                  "patterns[3].at",
                                  "patterns[3].at inf",
                                  "patterns[0].hole.diameter",
                                  "patterns[0].hole.depth",
                                  "patterns[0].hole.label",
                                  "patterns[0].left_out",
                                  "patterns[1].name",
                                  "patterns[0].name",
                                  "patterns[0].name figure",
                                  "patterns[0].name long",
                                  "pieces",
                                  "holes_called_for",
                                  "patterns[0].first"})
            QTest::newRow(place) << place;
    }
    void faults() {
        QFETCH(QString, place);
        Job job = plate_job();
        job.patterns = {circle("A", {mm(60), mm(45)}, 40, 5, 0), arc("B", {mm(60), mm(45)}, 70, 3, 0, 90),
                        row("C", 5, 5, 3, 9, 0), single("D", 30, 60)};
        QVERIFY(!first_fault(job));
        auto& a = std::get<CirclePattern>(job.patterns[0].layout);
        auto& b = std::get<ArcPattern>(job.patterns[1].layout);
        const std::map<QString, std::function<void()>> spoil = {
            {"blank.width", [&] { job.blank.width.nominal = mm(0); }},
            {"blank.width nan", [&] { job.blank.width.nominal = mm(std::numeric_limits<double>::quiet_NaN()); }},
            {"blank.thickness", [&] { job.blank.thickness = mm(-1); }},
            {"blank.bore", [&] { job.blank.bore = mm(90); }},
            {"blank.width.measured", [&] { job.blank.width.measured = mm(12.03); }},
            {"patterns[0].count", [&] { a.count = 0; }},
            {"patterns[0].count many", [&] { a.count = 1'000'000; }},
            {"patterns[0].diameter", [&] { a.diameter = mm(-40); }},
            {"patterns[0].first", [&] { a.first = deg(1e9); }},
            {"patterns[1].count", [&] { b.count = 1; }},
            {"patterns[1].sweep", [&] { b.sweep = deg(0); }},
            {"patterns[1].sweep full", [&] { b.sweep = deg(360); }},
            {"patterns[2].pitch", [&] { std::get<RowPattern>(job.patterns[2].layout).pitch = mm(0); }},
            {"patterns[3].at", [&] { std::get<SinglePattern>(job.patterns[3].layout).at.x = mm(1e6); }},
            {"patterns[3].at inf",
             [&] {
                 std::get<SinglePattern>(job.patterns[3].layout).at.y = mm(std::numeric_limits<double>::infinity());
             }},
            {"patterns[0].hole.diameter", [&] { job.patterns[0].hole.diameter = mm(0); }},
            {"patterns[0].hole.depth", [&] { job.patterns[0].hole.depth = mm(-2); }},
            {"patterns[0].hole.label", [&] { job.patterns[0].hole.purpose = Purpose::Tapped; }},
            {"patterns[0].left_out", [&] { job.patterns[0].left_out = {6}; }},
            {"patterns[1].name", [&] { job.patterns[1].name = "A"; }},
            {"patterns[0].name", [&] { job.patterns[0].name = ""; }},
            {"patterns[0].name figure", [&] { job.patterns[0].name = "A1"; }},
            {"patterns[0].name long", [&] { job.patterns[0].name = "the outer ring"; }},
            {"pieces", [&] { job.pieces = 0; }},
            {"holes_called_for", [&] { job.holes_called_for = 0; }},
        };
        spoil.at(place)();
        const auto fault = first_fault(job);
        QVERIFY(fault);
        QCOMPARE(QString::fromStdString(fault->place), place.section(' ', 0, 0));
        QVERIFY(fault->sentence.size() > 10 && fault->sentence.ends_with('.'));
    }
    void hole_names_never_meet() {
        holds("in a sound job every hole has a name of its own", [](void) {
            std::set<std::string> names;
            for (const Hole& hole : holes_of(*any_job()))
                RC_ASSERT(names.insert(hole.name).second);
        });
    }
    void the_whole_job_is_counted() {
        Job job = plate_job();
        for (const char* name : {"A", "B", "C"})
            job.patterns.push_back(circle(name, {mm(60), mm(45)}, 40, 9000, 0));
        QVERIFY(first_fault(job) && first_fault(job)->place == "patterns[2].count");
    }
    void shops() {
        QVERIFY(!first_fault(default_shop()));
        Shop none;
        QVERIFY(first_fault(none));
        Shop twice = default_shop();
        twice.machines[1].name = twice.machines[0].name;
        QCOMPARE(first_fault(twice)->place, std::string("machines[1].name"));
        Shop slack =
            shop_with(Handwheels{screw(Unit::Millimetre, 2.5, 125, 0.1), screw(Unit::Millimetre, 2.5, 0, 0.1)});
        QCOMPARE(first_fault(slack)->place, std::string("machines[0].y.graduations"));
        QVERIFY(first_fault(shop_with(RotaryTable{0, 100, {}, Sense::Clockwise, screw(Unit::Millimetre, 2, 100, 0)})));
        QVERIFY(first_fault(shop_with(Readout{Unit::Millimetre, mm(0), deg(0.001), {}})));
        QVERIFY(first_fault(shop_with(LayoutBench{Unit::Millimetre, mm(0.02), mm(0), mm(0.05)})));
    }
};

QTEST_GUILESS_MAIN(TestJob)
#include "test_job.moc"
