// How figures are written: rounding once, ties, signs, fractions.
#include "measure/figures.h"
#include "measure/shop_number.h"
#include "support/jobs.h"

#include <cmath>

using namespace clockface;
using namespace clockface::testing;

class TestFigures : public QObject {
    Q_OBJECT
private slots:
    void decimals_data() {
        QTest::addColumn<double>("value");
        QTest::addColumn<int>("places");
        QTest::addColumn<QString>("text");
        QTest::newRow("tie up") << 0.0005 << 3 << "0.001";
        QTest::newRow("tie down from zero") << -0.0005 << 3 << "−0.001";
        QTest::newRow("tie written 2.675") << 2.675 << 2 << "2.68"; // binary 2.67499…, but the figure written is a tie
        QTest::newRow("no minus nought") << -0.0004 << 3 << "0.000";
        QTest::newRow("carries") << 9.9996 << 3 << "10.000";
        QTest::newRow("whole") << 7.0 << 0 << "7";
    }
    void decimals() {
        QFETCH(double, value);
        QFETCH(int, places);
        QFETCH(QString, text);
        QCOMPARE(QString::fromStdString(decimal(value, places)), text);
    }
    void signs_and_tails() {
        QCOMPARE(decimal(1.5, 3, Sign::Always), std::string("+1.500"));
        QCOMPARE(decimal(0.0, 3, Sign::Always), std::string("0.000"));
        QCOMPARE(decimal(-1.5, 3, Sign::Always, Tail::Trim), std::string("−1.5"));
        QCOMPARE(decimal(40.0, 2, Sign::WhenNegative, Tail::Trim), std::string("40"));
    }
    void steps() {
        // 26.63 mm on 0.02 mm lines: 1331.5 lines, the tie goes away from nought to 1332, 0.01 too far.
        const Stepped tie = round_to_step(mm(26.63), mm(0.02));
        QCOMPARE(tie.counts, 1332);
        QVERIFY(same(tie.leftover, mm(-0.01)));
        QCOMPARE(round_to_step(mm(-26.63), mm(0.02)).counts, -1332);
        // 0.125 in on thousandths is exact; 5/64 in = 0.078125 in leaves 0.125 thou.
        QCOMPARE(round_to_step(Length::inches(0.125), Length::inches(0.001)).counts, 125);
        QVERIFY(
            same(round_to_step(Length::inches(5.0 / 64), Length::inches(0.001)).leftover, Length::inches(0.000125)));
    }
    void steps_never_miss_by_more_than_half() {
        holds("rounding leaves at most half a step", [](int n, int d) {
            const Length step = mm(0.001 * (1 + std::abs(d % 500)));
            const auto rounded = round_to_step(mm(n * 0.000137), step);
            RC_ASSERT(abs(rounded.leftover) <= step * 0.500001);
            RC_ASSERT(same(step * static_cast<double>(rounded.counts) + rounded.leftover, mm(n * 0.000137), 1e-6));
        });
    }
    void fractions_data() {
        QTest::addColumn<double>("inches");
        QTest::addColumn<QString>("text");
        QTest::addColumn<double>("leftover_inches");
        QTest::newRow("mixed") << 3.25 << "3 1/4" << 0.0;
        QTest::newRow("below one") << 0.4375 << "7/16" << 0.0;
        QTest::newRow("number drill 29") << 0.136 << "9/64" << 0.136 - 9.0 / 64;
        QTest::newRow("nought") << 0.0 << "0" << 0.0;
        QTest::newRow("negative") << -1.5 << "−1 1/2" << 0.0;
        QTest::newRow("rounds to a whole") << 1.999 << "2" << -0.001;
    }
    void fractions() {
        QFETCH(double, inches);
        QFETCH(QString, text);
        QFETCH(double, leftover_inches);
        const NearestFraction nearest = nearest_fraction(Length::inches(inches));
        QCOMPARE(QString::fromStdString(nearest.text), text);
        QVERIFY(same(nearest.leftover, Length::inches(leftover_inches)));
    }
    void angles_in_minutes() {
        QCOMPARE(degrees_minutes_seconds(deg(360.0 / 7)), std::string("51° 25' 42.9\""));
        QCOMPARE(degrees_minutes_seconds(deg(4)), std::string("4° 00' 00\""));
        QCOMPARE(degrees_minutes_seconds(deg(59.0 / 60 + 59.99 / 3600)), std::string("1° 00' 00\""));
    }
    void places_that_show_a_step() {
        QCOMPARE(decimals_of_step(mm(0.02), Unit::Millimetre), 2);
        QCOMPARE(decimals_of_step(mm(0.005), Unit::Millimetre), 3);
        QCOMPARE(decimals_of_step(Length::inches(0.001), Unit::Inch), 3);
        QCOMPARE(decimals_of_step(Length::inches(0.0625) / 125, Unit::Inch), 4);
        QCOMPARE(decimals_of_step(mm(1), Unit::Millimetre), 0);
    }
    void words_for_counts() {
        QCOMPARE(count_word(7), std::string("seven"));
        QCOMPARE(count_word(13), std::string("13"));
    }
    void both_units_are_shown() {
        QCOMPARE(both_units(Length::inches(3.25)), std::string("82.55 mm = 3.25 in, 3 1/4 in exactly"));
        QVERIFY(both_units(mm(10)).find("25/64 in and +0.078 mm") != std::string::npos); // 10 - 9.921875
    }
    void errors_shares_and_times_in_words() {
        QCOMPARE(thousandths(Length::mm(0.03749), Unit::Millimetre), std::string("0.037 mm"));
        QCOMPARE(thousandths(Length::mm(0.5), Unit::Millimetre), std::string("0.5 mm"));
        QCOMPARE(thousandths(Length::mm(0.0254), Unit::Inch), std::string("0.001 in"));
        QCOMPARE(miss_in_words(Length::mm(0.146), Unit::Millimetre), std::string("0.15 mm"));
        QCOMPARE(miss_in_words(Length::mm(0.004), Unit::Millimetre), std::string("under 0.01 mm"));
        QCOMPARE(to_two_figures(Length::mm(0.0629), Unit::Millimetre), std::string("0.063"));
        QCOMPARE(to_two_figures(Length::mm(1.234), Unit::Millimetre), std::string("1.2"));
        QCOMPARE(to_two_figures(Length::mm(47.6), Unit::Millimetre), std::string("48"));
        QCOMPARE(to_two_figures(Length{}, Unit::Inch), std::string("0"));
        QCOMPARE(in_hundred(0.999), 99); // all is only said of all
        QCOMPARE(in_hundred(1.0), 100);
        QCOMPARE(in_hundred(0.29), 29); // 0.29 * 100 is 28.999…
        QCOMPARE(minutes_in_words(39.6), std::string("40 min"));
        QCOMPARE(minutes_in_words(59.7), std::string("1 h 00"));
        QCOMPARE(minutes_in_words(84.6), std::string("1 h 25"));
    }
};

QTEST_GUILESS_MAIN(TestFigures)
#include "test_figures.moc"
