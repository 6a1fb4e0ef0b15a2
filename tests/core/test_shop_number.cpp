// Shop numbers: legal and illegal examples are the grammar.
#include "measure/drill_names.h"
#include "measure/shop_number.h"
#include "shop/hole_words.h"
#include "shop/threads.h"
#include "support/jobs.h"

#include <cmath>

using namespace clockface;
using namespace clockface::testing;

class TestShopNumber : public QObject {
    Q_OBJECT
private slots:
    void legal_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<bool>("inch_field");
        QTest::addColumn<double>("mm");
        QTest::addColumn<bool>("said"); // whether it must be said how it was read
        const auto legal = [](const char* text, bool inch, double mm, bool said = false) {
            QTest::newRow(text) << text << inch << mm << said;
        };
        legal("12.5", false, 12.5);
        legal("12.5", true, 317.5);
        legal(".4375", true, 11.1125);
        legal("5.", false, 5);
        legal("3 1/4", true, 82.55);
        legal("3-1/4", true, 82.55, true);
        legal("1-3/16", true, 30.1625, true);
        legal("12-1/2", true, 317.5, true);
        legal("12 - 1/2", true, 292.1, true); // blanks on both sides: eleven and a half
        legal("12 -1/2", true, 317.5, true);
        legal("2.5-1/2", false, 2.0);
        legal("12-5/4", false, 10.75, true); // as a difference, and that is said
        legal("7/16", true, 11.1125);
        legal("7/16 in", false, 11.1125);
        legal("3 1/4\"", false, 82.55);
        legal("12.5mm", true, 12.5);
        legal("1 in", false, 25.4);
        legal("2 INCHES", false, 50.8);
        legal("40 thou", false, 1.016);
        legal("1.2cm", true, 12);
        legal("(4.75-0.5)/2", true, 53.975); // 4.25 / 2 = 2.125 in
        legal("(4.75-0.5)in/2", false, 53.975);
        legal("2*(3+4)", false, 14);
        legal("3x4", false, 12);
        legal("2 x 3 mm", true, 6);
        legal("1/2/2", true, 6.35);
        legal("6/3mm", true, 2);
        legal("2*3/4in", false, 38.1);
        legal("10/2.5", false, 4);
        legal("-4", false, -4);
        legal("--4", false, 4);
        legal("1 in + 2", false, 27.4, true); // the bare 2 is taken in millimetres, and said
        legal("10mm/4", false, 2.5);
        legal("10mm/5mm*3mm", false, 6);
        legal("1e2", false, 100);
        legal("#29", false, 3.4544, true); // 0.136 in
        legal("No 29", true, 3.4544, true);
        legal("no. 7", false, 5.1054, true);    // 0.201 in
        legal("F", false, 6.5278, true);        // 0.257 in
        legal("x + 1mm", false, 11.0838, true); // drill X, 0.397 in
        legal("  8  ", false, 8);
        legal("0", false, 0);
        legal("−4.5", false, -4.5); // a true minus, as figures are printed
        legal("2 × 3″", false, 152.4);
    }
    void legal() {
        QFETCH(QString, text);
        QFETCH(bool, inch_field);
        QFETCH(double, mm);
        QFETCH(bool, said);
        const auto read = read_length(text.toStdString(), inch_field ? Unit::Inch : Unit::Millimetre);
        QVERIFY2(read, read ? "" : read.error().sentence.c_str());
        QVERIFY2(std::abs(read->value.in_mm() - mm) < 1e-9, qPrintable(QString::number(read->value.in_mm(), 'g', 15)));
        QCOMPARE(!read->how.empty(), said);
    }
    void illegal_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("names"); // what the sentence must name
        const auto illegal = [](const char* text, const char* names) { QTest::newRow(text) << text << names; };
        illegal("", "Nothing");
        illegal("   ", "Nothing");
        illegal("abc", "abc");
        illegal("1/0", "nought");
        illegal("5/(3-3)", "nought");
        illegal("3//4", "/4");
        illegal("1e400", "1e400");
        illegal("1e12", "100 metres");
        illegal("nan", "nan");
        illegal("inf", "inf");
        illegal("12,5", "comma");
        illegal("3 4", "4");
        illegal("(3", "bracket");
        illegal("3)", ")");
        illegal("3+", "missing");
        illegal("3 furlongs", "furlongs");
        illegal("2mm*3mm", "area");
        illegal("6mm/3mm", "no unit");
        illegal("6/(3mm)", "plain number");
        illegal("3mm mm", "mm");
        illegal("(3mm)in", "already");
        illegal("#0", "#0");
        illegal("#81", "#80");
        illegal("#", "#80");
        illegal("4$", "$");
        illegal("∅5", "∅");
    }
    void illegal() {
        QFETCH(QString, text);
        QFETCH(QString, names);
        const auto read = read_length(text.toStdString(), Unit::Millimetre);
        QVERIFY(!read);
        QVERIFY2(QString::fromStdString(read.error().sentence).contains(names), read.error().sentence.c_str());
        QVERIFY(read.error().sentence.ends_with('.'));
    }
    void depth_of_brackets_is_bounded() {
        QVERIFY(!read_length(std::string(100'000, '('), Unit::Millimetre));
        QVERIFY(!read_length(std::string(100'000, '-') + "1", Unit::Millimetre));
        QVERIFY(read_length(std::string(20, '(') + "1" + std::string(20, ')'), Unit::Millimetre));
    }
    void anything_typed_gives_an_answer() {
        holds("no text crashes the reader, and a reading is a finite figure", [](const std::string& text) {
            const auto read = read_length(text, Unit::Inch);
            RC_ASSERT((read ? std::isfinite(read->value.in_mm()) : !read.error().sentence.empty()));
        });
        holds("nor does text made of the reader's own letters", [] {
            const auto text =
                *rc::gen::container<std::string>(rc::gen::elementOf(std::string("0123456789./-+*x() inm#\"FX,e")));
            const auto read = read_length(text, Unit::Millimetre);
            RC_ASSERT((read ? std::isfinite(read->value.in_mm()) : !read.error().sentence.empty()));
        });
    }
    void decimals_read_back() {
        holds("a written decimal is read as it stands", [](int n) {
            const double value = n / 1000.0;
            const auto read = read_length(std::to_string(value), Unit::Millimetre);
            RC_PRE(std::abs(value) < 100'000.0);
            RC_ASSERT(read && std::abs(read->value.in_mm() - value) < 1e-9);
        });
    }
    void counts_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<int>("count"); // 0: refused
        QTest::newRow("figure") << "7" << 7;
        QTest::newRow("word") << "Seven" << 7;
        QTest::newRow("sum") << "2*4" << 8;
        QTest::newRow("none") << "0" << 0;
        QTest::newRow("too many") << "1000000" << 0;
        QTest::newRow("half") << "2.5" << 0;
        QTest::newRow("negative") << "-3" << 0;
        QTest::newRow("with a unit") << "3mm" << 0;
        QTest::newRow("not a number") << "NaN" << 0;
        QTest::newRow("too large for the machine") << "1e300" << 0;
    }
    void counts() {
        QFETCH(QString, text);
        QFETCH(int, count);
        const auto read = read_count(text.toStdString(), 1, 10'000, "holes");
        QCOMPARE(read ? *read : 0, count);
    }
    void drills_by_name() {
        // Ends and middle of the published tables.
        QVERIFY(same(*drill_diameter("#1"), Length::inches(0.2280)));
        QVERIFY(same(*drill_diameter("#60"), Length::inches(0.0400)));
        QVERIFY(same(*drill_diameter("#80"), Length::inches(0.0135)));
        QVERIFY(same(*drill_diameter("A"), Length::inches(0.234)));
        QVERIFY(same(*drill_diameter("E"), Length::inches(0.250)));
        QVERIFY(same(*drill_diameter("Z"), Length::inches(0.413)));
        QVERIFY(!drill_diameter("a") && !drill_diameter("#0") && !drill_diameter(""));
        // They shrink without a break from #1 to #80 and grow from A to Z: a slipped digit would show.
        for (int n = 2; n <= 80; ++n)
            QVERIFY(*drill_diameter("#" + std::to_string(n)) < *drill_diameter("#" + std::to_string(n - 1)));
        for (char c = 'B'; c <= 'Z'; ++c)
            QVERIFY(*drill_diameter(std::string(1, c)) > *drill_diameter(std::string(1, static_cast<char>(c - 1))));
    }
    void threads_by_name() {
        QVERIFY(same(find_thread("m5")->pitch, mm(0.8)));
        QVERIFY(same(find_thread("M5")->tap_drill(), mm(4.2)));
        QVERIFY(same(find_thread("M8 x 1")->pitch, mm(1.0)));
        QVERIFY(same(find_thread("1/4-28")->major, mm(6.35)));
        QVERIFY(std::abs(find_thread("1/4-28")->pitch.in_mm() - 25.4 / 28) < 1e-6);
        QVERIFY(!find_thread("M5.5") && !find_thread("") && !find_thread("1/4"));
    }
    void sizes_of_holes() {
        const auto tapped = read_hole_size("m5", Unit::Inch);
        QVERIFY(tapped && tapped->spec.purpose == Purpose::Tapped && tapped->spec.label == "M5");
        QVERIFY(same(tapped->spec.diameter, mm(5)));
        const auto reamed = read_hole_size("4 h7", Unit::Millimetre);
        QVERIFY(reamed && reamed->spec.purpose == Purpose::Reamed && reamed->spec.label == "H7");
        const auto inch_thread = read_hole_size("1/4-28", Unit::Millimetre);
        QVERIFY(inch_thread && inch_thread->spec.purpose == Purpose::Tapped);
        const auto plain = read_hole_size("1/4", Unit::Inch);
        QVERIFY(plain && plain->spec.purpose == Purpose::Plain && same(plain->spec.diameter, mm(6.35)));
        QVERIFY(!read_hole_size("M5.5", Unit::Millimetre));
        QVERIFY(!read_hole_size("wide H7", Unit::Millimetre));
    }
    void numbers_of_holes() {
        QCOMPARE(*read_hole_numbers("2, 5;7", 7), (std::set<int>{2, 5, 7}));
        QVERIFY(read_hole_numbers("none", 7)->empty());
        QVERIFY(read_hole_numbers("", 7)->empty());
        QVERIFY(!read_hole_numbers("8", 7));
        QVERIFY(!read_hole_numbers("two and a half", 7));
    }
    void holes_for_screws_and_limits() {
        const auto read = [](const char* text, Unit unit = Unit::Millimetre) { return read_hole_size(text, unit); };
        const auto clear = read("m5 clear");
        QVERIFY(clear && clear->spec.purpose == Purpose::Clearance && same(clear->spec.diameter, mm(5.5)));
        QVERIFY(same(read("M5 clear close")->spec.diameter, mm(5.3)) &&
                same(read("M5 clear free")->spec.diameter, mm(5.8)));
        QVERIFY(same(read("1/4-20 clear")->spec.diameter, Length::inches(9.0 / 32.0)));
        QVERIFY(same(read("2BA clear")->spec.diameter, mm(4.95))); // 4.7 and 5 percent, to the next 0.05
        const auto bored = read("M6 clear counterbored");
        QVERIFY(bored && same(bored->spec.recess->diameter, mm(11)) && same(bored->spec.recess->depth, mm(6.4)));
        const auto sunk = read("M6 clear countersunk 13:90");
        QVERIFY(sunk && same(sunk->spec.recess->diameter, mm(13)) && sunk->spec.recess->angle == deg(90));
        QVERIFY(same(read("8.4 counterbored 14:3.5")->spec.recess->depth, mm(3.5)));
        QVERIFY(read("M5 captive")->spec.captive);
        const auto limits = read("8.4 +0.2 -0.1");
        QVERIFY(limits && same(*limits->spec.limits->least, mm(8.3)) && same(*limits->spec.limits->most, mm(8.6)));
        QVERIFY(same(limits->spec.diameter, mm(8.4)));
        QVERIFY(same(*read("8.4 \u22120.05 +0")->spec.limits->least, mm(8.35)));
        QVERIFY(same(*read("8.4 ±0.05")->spec.limits->most, mm(8.45)));
        QVERIFY(same(*read("1/4 +.002 -0", Unit::Inch)->spec.limits->most, Length::inches(0.252)));
        QVERIFY(read("8 or more")->spec.limits->least && !read("8 or more")->spec.limits->most);
        QVERIFY(!read("8 or less")->spec.limits->least);
        QVERIFY(same(read("8.4 + 0.2")->spec.diameter, mm(8.6)) && !read("8.4 + 0.2")->spec.limits); // a sum
        // What cannot be is said.
        for (const char* bad : {"M5 counterbored", "9.7 counterbored", "M5 clear counterbored wide:deep", "8 clear",
                                "9 captive", "8.4 +qq -0.1", "M24x9 clear"})
            QVERIFY2(!read(bad) && read(bad).error().sentence.size() > 15, bad);
        // What is written is read the same again.
        for (const char* said : {"M5", "M5 clear", "M5 clear close", "M5 clear free", "M6 clear counterbored 11:6.4",
                                 "M6 clear countersunk 12.6:90", "8.4 +0.2 -0.1", "6 H7", "8 or more", "8 or less",
                                 "M5 captive", "8.4 counterbored 14:3.5", "1/4 BSW", "2BA clear"})
            for (const Unit unit : {Unit::Millimetre, Unit::Inch}) {
                const auto once = read(said, Unit::Millimetre);
                QVERIFY2(once, said);
                const std::string words = size_in_words(once->spec, unit);
                const auto again = read_hole_size(words, unit);
                QVERIFY2(again, words.c_str());
                QVERIFY2(again->spec.purpose == once->spec.purpose && again->spec.label == once->spec.label &&
                             again->spec.captive == once->spec.captive && again->spec.clearing == once->spec.clearing &&
                             again->spec.limits.has_value() == once->spec.limits.has_value() &&
                             again->spec.recess.has_value() == once->spec.recess.has_value() &&
                             same(again->spec.diameter, once->spec.diameter, 0.002),
                         words.c_str());
            }
    }
};

QTEST_GUILESS_MAIN(TestShopNumber)
#include "test_shop_number.moc"
