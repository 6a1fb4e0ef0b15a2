// Angles, directions and conventions: the exact values people reckon with, and their edges.
#include "measure/convention.h"
#include "measure/read_angle.h"
#include "support/jobs.h"

#include <cmath>

using namespace clockface;
using namespace clockface::testing;

class TestAngle : public QObject {
    Q_OBJECT
private slots:
    void quarter_turns_are_exact() {
        // The fourth hole of four must land on exactly nought, however many turns the angle has run up.
        for (const double turns : {-720.0, -360.0, 0.0, 360.0, 3600.0}) {
            QCOMPARE(deg(turns).sine(), 0.0);
            QCOMPARE(deg(turns + 90).sine(), 1.0);
            QCOMPARE(deg(turns + 90).cosine(), 0.0);
            QCOMPARE(deg(turns + 180).cosine(), -1.0);
            QCOMPARE(deg(turns + 180).sine(), 0.0);
            QCOMPARE(deg(turns + 270).sine(), -1.0);
            QVERIFY(!std::signbit(deg(turns + 90).cosine()));
        }
    }
    void sine_and_cosine_agree_with_the_library() {
        for (int i = -1000; i <= 1000; ++i) {
            const double d = i * 0.731;
            QVERIFY(std::abs(deg(d).sine() - std::sin(d * 3.14159265358979323846 / 180.0)) < 1e-13);
            QVERIFY(std::abs(deg(d).cosine() - std::cos(d * 3.14159265358979323846 / 180.0)) < 1e-13);
        }
    }
    void wrapping_data() {
        QTest::addColumn<double>("in");
        QTest::addColumn<double>("out");
        QTest::newRow("nought") << 0.0 << 0.0;
        QTest::newRow("minus nought") << -0.0 << 0.0;
        QTest::newRow("full turn") << 360.0 << 0.0;
        QTest::newRow("back a quarter") << -90.0 << 270.0;
        QTest::newRow("two turns and a bit") << 733.5 << 13.5;
        QTest::newRow("just below nought") << -1e-17 << 0.0;
    }
    void wrapping() {
        QFETCH(double, in);
        QFETCH(double, out);
        QCOMPARE(deg(in).wrapped().in_degrees(), out);
        QVERIFY(!std::signbit(deg(in).wrapped().in_degrees()));
    }
    void bearings_of_points() {
        const Point here{mm(3), mm(4)};
        QCOMPARE(bearing_of(here, here).in_degrees(), 0.0);
        QCOMPARE(bearing_of(here, {mm(3), mm(9)}).in_degrees(), 90.0);
        QCOMPARE(bearing_of(here, {mm(1), mm(4)}).in_degrees(), 180.0);
        QCOMPARE(bearing_of(here, {mm(3), mm(0)}).in_degrees(), 270.0);
    }
    void clock_times_data() {
        QTest::addColumn<double>("bearing");
        QTest::addColumn<QString>("time");
        // Twelve is up (bearing 90); an hour is 30 degrees clockwise, a minute half a degree.
        QTest::newRow("up") << 90.0 << "12:00";
        QTest::newRow("right") << 0.0 << "3:00";
        QTest::newRow("one o'clock") << 60.0 << "1:00";
        QTest::newRow("left") << 180.0 << "9:00";
        QTest::newRow("seventh of seven from one")
            << 60.0 - 6 * 360.0 / 7 << "11:17"; // 30 + 308.571 = 338.571 cw = 677.1 min
        QTest::newRow("rounds up to twelve") << 90.2 << "12:00";
    }
    void clock_times() {
        QFETCH(double, bearing);
        QFETCH(QString, time);
        QCOMPARE(QString::fromStdString(clock_time(deg(bearing))), time);
    }
    void conventions_go_there_and_back() {
        holds("figure_of and bearing_at are inverse", [](int zero, bool clockwise, int bearing) {
            const AngleConvention convention{deg(zero % 2000 * 0.37),
                                             clockwise ? Sense::Clockwise : Sense::CounterClockwise};
            const Angle b = deg(bearing % 9000 * 0.11).wrapped();
            const double off = (convention.bearing_at(convention.figure_of(b)) - b).wrapped().in_degrees();
            RC_ASSERT(std::min(off, 360.0 - off) < 1e-9);
        });
    }
    void the_two_usual_conventions() {
        // A hole at the top: 90 in the one, 0 in the other; a hole at the right: 0 and 90.
        QCOMPARE(from_three_counter_clockwise.figure_of(deg(90)).in_degrees(), 90.0);
        QCOMPARE(from_twelve_clockwise.figure_of(deg(90)).in_degrees(), 0.0);
        QCOMPARE(from_twelve_clockwise.figure_of(deg(0)).in_degrees(), 90.0);
        QCOMPARE(QString::fromStdString(from_twelve_clockwise.in_words()), "0° at 12 o'clock, running clockwise");
        // A zero that no clock time says exactly is never rounded to one.
        QCOMPARE(QString::fromStdString(AngleConvention{deg(47.3), Sense::CounterClockwise}.in_words()),
                 "0° at 47.3° counter-clockwise from 3 o'clock, running counter-clockwise");
        QCOMPARE(QString::fromStdString(direction_in_words(deg(45))), "1:30");
    }
    void a_direction_to_type_is_read_as_itself() {
        QCOMPARE(direction_to_type(deg(90)), std::string("12 o'clock"));
        QCOMPARE(direction_to_type(deg(47.3)), std::string("47.3°"));
        holds("what stands in a blank for a direction is read as that direction", [] {
            const Angle bearing = deg(*rc::gen::inRange(-7200, 7200) / *rc::gen::element(1.0, 2.0, 10.0, 1000.0));
            const auto read = read_direction(direction_to_type(bearing), from_three_counter_clockwise);
            RC_ASSERT(read.has_value());
            RC_ASSERT(std::fabs((read->value - bearing).wrapped().cosine() - 1.0) < 1e-9);
        });
    }
    void directions_as_typed_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<double>("bearing");
        QTest::newRow("figure in the convention") << "30" << 60.0;
        QTest::newRow("with degree sign") << "30°" << 60.0;
        QTest::newRow("sum") << "360/8" << 45.0;
        QTest::newRow("clock") << "1:00" << 60.0;
        QTest::newRow("clock in words") << "1 o'clock" << 60.0;
        QTest::newRow("half past two") << "2:30" << 15.0;
        QTest::newRow("side") << "left" << 180.0;
        QTest::newRow("more than a turn") << "390" << 60.0;
        QTest::newRow("backwards") << "-30" << 120.0;
        QTest::newRow("minutes") << "30°30'" << 59.5;
        QTest::newRow("seconds") << "30° 00' 36\"" << 59.99;
    }
    void directions_as_typed() {
        QFETCH(QString, text);
        QFETCH(double, bearing);
        const auto read = read_direction(text.toStdString(), from_twelve_clockwise);
        QVERIFY2(read, read ? "" : read.error().sentence.c_str());
        QVERIFY(std::abs(read->value.in_degrees() - bearing) < 1e-9);
    }
    void directions_that_are_none_data() {
        QTest::addColumn<QString>("text");
        for (const char* text : {"", "noon", "13:00", "2:75", "1e9", "3601", "12 mm", "30°75'", "nan", "inf", "1/0"})
            QTest::newRow(text) << text;
    }
    void directions_that_are_none() {
        QFETCH(QString, text);
        const auto read = read_direction(text.toStdString(), from_twelve_clockwise);
        QVERIFY(!read);
        QVERIFY(read.error().sentence.ends_with('.'));
    }
};

QTEST_GUILESS_MAIN(TestAngle)
#include "test_angle.moc"
