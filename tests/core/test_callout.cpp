// Callouts: legal and illegal examples are the grammar; text -> pattern -> text.
#include "layout/callout.h"
#include "layout/callout_words.h"

#include "layout/pattern.h"
#include "support/bars.h"

#include <algorithm>
#include <cmath>

using namespace clockface;
using namespace clockface::testing;

namespace {

// A plate of 120 x 90, zero at the lower left, 0 at twelve o'clock running clockwise.
Job drawing() {
    Job job = plate_job();
    job.convention = from_twelve_clockwise;
    return job;
}

} // namespace

class TestCallout : public QObject {
    Q_OBJECT
private slots:
    void what_its_holes_may_stand_off() {
        const Job job = plate_job();
        const auto within = [&](const std::string& text) {
            const auto read = read_callout(text, job);
            return read ? read->within : Within{mm(-1), {}};
        };
        QVERIFY((within("3x 6 in row 20 apart at 20, 20, within 0.05") == Within{mm(0.05), mm(0.05)}));
        QVERIFY((within("6 at 20, 20 within x 0.05 y 0.3") == Within{mm(0.05), mm(0.3)}));
        QVERIFY((within("within y 0.3, 6 at 20, 20") == Within{std::nullopt, mm(0.3)}));
        QVERIFY((within("6 at 20, 20") == Within{}));
        QVERIFY(within("6 at 20, 20 within 0.05 within 0.1").x == mm(-1)); // twice
        QVERIFY(within("6 at 20, 20 within 0").x == mm(-1));
        QVERIFY(within("6 at 20, 20 within").x == mm(-1));
    }
    void legal_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("normal");
        const auto legal = [](const char* text, const char* normal) { QTest::newRow(text) << text << normal; };
        legal("7x M5 on 61.5 circle from 1 o'clock cw", "7x M5, through, on circle 61.5 at 60, 45, from 30 cw");
        legal("7x M5 on 61.5 PC from 1 o'clock cw", "7x M5, through, on circle 61.5 at 60, 45, from 30 cw");
        legal("seven M5 11.2 deep on a pitch circle of 61.5, first hole", "");
        legal("Seven holes M5, 11.2 deep, on pitch circle 61.5 about 47.5, 33",
              "7x M5, 11.2 deep, on circle 61.5 at 47.5, 33, from 0 cw");
        legal("on circle 61.5 from 2:30 ccw", "");
        legal("2x 4 H7 thru on 43.7 circle at 10", "2x 4 H7, through, on circle 43.7 at 60, 45, from 10 cw");
        legal("2 x 4 h7 on 43.7 circle at 12 o'clock", "2x 4 H7, through, on circle 43.7 at 60, 45, from 0 cw");
        legal("ccw from 45 on circle 50 3x 6.2", "");
        legal("5x 2.6 on arc 76.8 from 238 over 67 ccw without 2",
              "5x 2.6, through, on arc 76.8 at 60, 45, from 238 over 67 ccw, without 2");
        legal("5x 2.6 on 76.8 circle from 238 to 171 ccw",
              "5x 2.6, through, on arc 76.8 at 60, 45, from 238 over 67 ccw");
        legal("3x #29 in row 7.4 apart at 12, 30 6.5 deep", "3x #29, 6.5 deep, in row 7.4 apart at 12, 30, towards 90");
        legal("3x 1.8 in a row, 7.4 apart, at x 12 y 30, towards top",
              "3x 1.8, through, in row 7.4 apart at 12, 30, towards 0");
        legal("3.3 at 12.6, 18.9", "3.3, through, at 12.6, 18.9");
        legal("1/4 in at 3 1/4 in, 2-1/2in", "6.35, through, at 82.55, 63.5");
        legal("4 by 3 grid of 3.2, 9.4 by 7.7 apart at 10, 12",
              "4 by 3 grid of 3.2, through, 9.4 by 7.7 apart at 10, 12, towards 90");
        legal("4 by 3 frame of M4 9.4 apart at 10, 12",
              "4 by 3 frame of M4, through, 9.4 by 9.4 apart at 10, 12, towards 90");
        legal("4 by 3 staggered 3.2 deep of M4 9.4 by 8 apart at 10, 12 without 1, 2 and 3",
              "4 by 3 staggered of M4, 3.2 deep, 9.4 by 8 apart at 10, 12, towards 90, without 1, 2, 3");
        legal("3x 4.1 on circle 50 from 45 from 3 o'clock ccw", "3x 4.1, through, on circle 50 at 60, 45, from 45 cw");
        legal("3x 4.1 on circle 50 from 45 from 12 ccw ccw", "3x 4.1, through, on circle 50 at 60, 45, from 315 ccw");
        legal("3 by 3 staggered grid of 3.2 9 apart at 10, 12",
              "3 by 3 staggered of 3.2, through, 9 by 9 apart at 10, 12, towards 90");
        legal("3x 5 pitch 7 in row at 10, 12", "3x 5, through, in row 7 apart at 10, 12, towards 90");
        legal("9x 3.2 3 by 3 grid 9 apart at 10, 12",
              "3 by 3 grid of 3.2, through, 9 by 9 apart at 10, 12, towards 90");
        legal("2x tapped M5 on circle 50", "2x M5, through, on circle 50 at 60, 45, from 0 cw");
        legal("6x (4.75-0.5)/2 on circle 50", "6x 2.125, through, on circle 50 at 60, 45, from 0 cw");
    }
    void legal() {
        QFETCH(QString, text);
        QFETCH(QString, normal);
        const auto read = read_callout(text.toStdString(), drawing());
        if (normal.isEmpty()) { // near misses: refused, with a place in the text
            QVERIFY(!read);
            QVERIFY(read.error().begin <= static_cast<std::size_t>(text.size()));
            return;
        }
        QVERIFY2(read, read ? "" : read.error().sentence.c_str());
        QCOMPARE(QString::fromStdString(callout_of(*read, drawing())), normal);
        // The normal form is read as itself, also where the figures are shown in inches.
        QCOMPARE(callout_of(*read_callout(normal.toStdString(), drawing()), drawing()), normal.toStdString());
        Job inches = drawing();
        inches.unit = Unit::Inch;
        const std::string in_inches = callout_of(*read, inches);
        QCOMPARE(callout_of(*read_callout(in_inches, inches), inches), in_inches);
    }
    void illegal_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("word"); // what the fault points at; empty: the end
        QTest::addColumn<QString>("says");
        const auto illegal = [](const char* text, const char* word, const char* says) {
            QTest::newRow(text) << text << word << says;
        };
        illegal("", "", "Nothing");
        illegal("7x", "", "size of the holes is missing");
        illegal("7x M5.5 on circle 61.5", "M5.5", "M5.5");
        illegal("7x M5 on circle", "", "diameter of the circle is missing");
        illegal("7x M5 on circle wide", "wide", "wide");
        illegal("7x M5", "", "How do the holes lie");
        illegal("M5", "", "Where?");
        illegal("7x M5 on circle 61.5 from noon", "noon", "noon");
        illegal("0x M5 on circle 61.5", "0x", "from 1 to");
        illegal("1000000x M5 on circle 61.5", "1000000x", "from 1 to");
        illegal("7x M5 61.5 8.2", "61.5", "not said what");
        illegal("7x M5 61.5, 8.2", "61.5", "not said what");
        illegal("3x 1.8 in row at 5, 5", "", "pitch of the row");
        illegal("3x 1.8 in row 0 apart at 5, 5", "", "more than nought");
        illegal("1x 2.6 on arc 76 over 30", "", "two holes or more");
        illegal("5x 2.6 on arc 76.8", "", "Where does the arc end");
        illegal("5x 2.6 on arc 76.8 over 360", "", "0 and less than 360");
        illegal("3.3 at 12.6", "", "Where?");
        illegal("3.3 about 12.6", "12.6", "comma");
        illegal("grid of M4", "grid", "how many rows");
        illegal("7x M5 on circle 61.5 without 8", "8", "1 to 7");
        illegal("7x M5 on circle 1/0", "1/0", "nought");
        illegal("3x M5 deep", "M5", "'5'");
        // What is said twice is refused where it is said again; what means nothing, where it stands.
        illegal("5x M5 on circle 50 without 2 without 3", "without", "holes left out");
        illegal("5x M5 on circle 50 from 30 from 60", "from", "first hole");
        illegal("5x M5 on circle 50 cw ccw", "ccw", "way round");
        illegal("5x M5 on circle 50 on circle 60", "circle", "circle");
        illegal("5x M5 on 50 circle on 60 circle", "60", "diameter");
        illegal("5x M5 6 deep 8 deep on circle 50", "8", "depth");
        illegal("5x M5 through 3 deep on circle 50", "3", "depth");
        illegal("5x M5 at 10, 10 at 20, 20 on circle 50", "at", "place");
        illegal("3x 2.6 on arc 76 from 5 over 30 to 90", "over", "last hole is given");
        illegal("3x 2.6 on arc 76 over 60 astride 12 o'clock", "astride", "nothing for an arc");
        illegal("3x 2.6 on circle 76 towards 90", "towards", "nothing for a circle");
        illegal("3x 2.6 on circle 76 in row 7 apart", "row", "nothing for a circle");
        illegal("3x 5 pitch 7 on circle 50", "pitch", "nothing for a circle");
        illegal("3x 2.6 3 by 4 grid 9 apart at 1, 2", "3x", "12 places");
        illegal("4x 4.2 on 48.5 circle angles 12, 95, 171.5", "4x", "3 places");
        illegal("3 by 3 frame staggered of 3.2 9 apart at 1, 2", "staggered", "grid");
        illegal("3x 4 by 3 of 5 on circle 50", "4", "makes a grid");
        illegal("tapped 8 at 10, 12", "tapped", "thread");
        illegal("8 reamed at 10, 12", "reamed", "8 H7");
        illegal("5 at 10, 12 piece", "piece", "does not fit");
    }
    void illegal() {
        QFETCH(QString, text);
        QFETCH(QString, word);
        QFETCH(QString, says);
        const auto read = read_callout(text.toStdString(), drawing());
        QVERIFY(!read);
        const CalloutProblem& fault = read.error();
        QVERIFY2(QString::fromStdString(fault.sentence).contains(says), fault.sentence.c_str());
        QCOMPARE(text.mid(static_cast<int>(fault.begin), static_cast<int>(fault.length)), word);
    }
    void normal_forms_read_back() {
        holds("pattern -> text -> pattern, whatever unit, axes and convention", [](void) {
            const Job job = *any_job();
            for (std::size_t i = 0; i < job.patterns.size(); ++i) {
                const Pattern& pattern = job.patterns[i];
                Job before = job; // a pattern may hang on those before it, and nothing else
                before.patterns.resize(i);
                const std::string text = callout_of(pattern, job);
                const auto read = read_callout(text, before);
                RC_CLASSIFY(!names_in(pattern.layout).empty(), "hangs on others");
                if (!read)
                    RC_FAIL(text + ": " + read.error().sentence);
                RC_ASSERT(read->layout.index() == pattern.layout.index());
                RC_ASSERT(read->left_out == pattern.left_out);
                RC_ASSERT(same(read->hole.diameter, pattern.hole.diameter));
                Job after = before;
                before.patterns.push_back(pattern);
                after.patterns.push_back(*read);
                const std::vector<Place> wanted = places_of(before).back();
                const std::vector<Place> got = places_of(after).back();
                RC_ASSERT(got.size() == wanted.size());
                for (std::size_t n = 0; n < wanted.size(); ++n)
                    RC_ASSERT(same(got[n].at, wanted[n].at, 1e-7));
            }
        });
    }
    void the_examples_of_the_guide_are_read() {
        const QString guide = QString::fromStdString(read_text(SOURCE_FOLDER "/docs/guide.md"));
        const QString page = guide.section("## Callouts", 1).section("## Keys", 0, 0);
        int read = 0;
        bool on_bar = false;
        for (const QString& line : page.split('\n')) {
            on_bar = on_bar || line.startsWith(QStringLiteral("In the side of a bar"));
            if (line.startsWith('|') || !line.contains(QStringLiteral("·")))
                continue; // the table holds parts of callouts, these lines whole ones
            const QStringList pieces = line.split('`');
            for (int i = 1; i < pieces.size(); i += 2, ++read) {
                const auto pattern = read_callout(pieces[i].toStdString(), on_bar ? arbor() : flange());
                QVERIFY2(pattern, qPrintable(pieces[i] + ": " +
                                             QString::fromStdString(pattern ? "" : pattern.error().sentence)));
            }
        }
        QVERIFY(read >= 10);
    }
    void every_kind_in_words_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("normal");
        const auto legal = [](const char* text, const char* normal) { QTest::newRow(text) << text << normal; };
        legal("4.2 on 48.5 circle angles 12, 95 and 171.5",
              "4.2, through, on circle 48.5 at 0, 0, angles 12, 95, 171.5");
        legal("4x 4.2 on circle 33 astride 12 o'clock", "4x 4.2, through, on circle 33 at 0, 0, astride 0 cw");
        legal("3x 2.6 in row 7.4 apart centred at 1, 2",
              "3x 2.6, through, in row 7.4 apart centred at 1, 2, towards 90");
        legal("5x 3.1 in row along y, margins 8 and 9.5, level -2",
              "5x 3.1, through, in row along y, margins 8, 9.5, level -2");
        legal("3.1 in row at 5, 10 steps 7.4, 9.1", "3.1, through, in row at 5, 10, towards 90, steps 7.4, 9.1");
        legal("6.1 midway between a1 and A3", "6.1, through, midway A1, A3");
        legal("6.1, 23.4 from A1, 31 from A3, right", "6.1, through, 23.4 from A1, 31 from A3, right");
        legal("3.3 points 1, 2; 3.5, -4, 6 deep", "3.3, 6 deep, points 1, 2; 3.5, -4");
        legal("mirrored a at x 4.3", "mirrored A, at 4.3, 0, towards 0");
        legal("mirrored A at 3, 4 towards 45", "mirrored A, at 3, 4, towards 45");
        legal("turned E by 72 cw, 4 times", "turned E by -72 ccw, 4 times, at 0, 0");
        legal("turned E by 72 about 3, 4", "turned E by 72 ccw, 1 times, at 3, 4");
        legal("repeated E step 12, 0, 3 times without 2", "repeated E step 12, 0, 3 times, without 2");
        legal("repeated E at each D", "repeated E at each D");
        legal("7x M5 on circle 61.5 shift 3 by 0.2, 0; 5 by 0, -1 plus 0, 20",
              "7x M5, through, on circle 61.5 at 0, 0, from 0 cw, shift 3 by 0.2, 0, shift 5 by 0, -1, plus 0, 20");
        legal("mirrored Z at x 4", "");
        legal("mirrored A sideways", "");
        legal("turned A about 0, 0", "");
        legal("repeated A often", "");
        legal("repeated A in every piece", ""); // a disc is not cut into pieces
        legal("6.1 midway A1, B99", "");
        legal("6.1, 2 from A1, 3 from A3", ""); // the arcs do not meet
        legal("6.1, 23.4 from A1", "");
        legal("5x 3.1 in row margins 8, 9.5", "");
        legal("3.3 points 1; 2", "");
        legal("7x M5 on circle 61.5 shift 3", "");
        legal("7x M5 on circle 61.5 shift 9 by 1, 0", "");
    }
    void every_kind_in_words() {
        QFETCH(QString, text);
        QFETCH(QString, normal);
        const auto read = read_callout(text.toStdString(), flange());
        if (normal.isEmpty()) {
            QVERIFY(!read);
            QVERIFY(!read.error().sentence.empty());
            return;
        }
        QVERIFY2(read, read ? "" : read.error().sentence.c_str());
        QCOMPARE(QString::fromStdString(callout_of(*read, flange())), normal);
        QCOMPARE(callout_of(*read_callout(normal.toStdString(), flange()), flange()), normal.toStdString());
    }
    // Every word of the language put where it does not belong: it is refused, or it changes the pattern; unless it only
    // says what holds anyway.
    void no_word_is_dropped() {
        struct Base {
            const char* text;
            std::vector<std::string> idle; // what this callout already is
        };
        const std::vector<Base> flat = {
            {"5x M5 on circle 61.5 from 30", {"cw", "clockwise", "through", "thru", "tapped", "pitch"}},
            {"3x 2.6 in row 7.4 apart at 12, 30", {"through", "thru", "x", "y"}},
            {"4 by 3 grid of 3.2 9.4 by 7.7 apart at 10, 12", {"through", "thru", "x", "y", "rows"}},
            {"5x 2.6 on arc 76.8 from 238 over 67", {"cw", "clockwise", "through", "thru", "circle", "pc", "pitch"}},
            {"3.3 at 12.6, 18.9", {"through", "thru", "x", "y"}}};
        const std::vector<std::string> grammar = {"a", "the", "of", "on", "and", "in", "hole", "holes", ",", ";"};
        for (const Base& base : flat) {
            const auto plain = read_callout(base.text, drawing());
            QVERIFY(plain);
            const QStringList words = QString(base.text).split(QLatin1Char(' '));
            for (const std::string& word : callout_all_words(false)) {
                if (std::find(grammar.begin(), grammar.end(), word) != grammar.end() ||
                    std::find(base.idle.begin(), base.idle.end(), word) != base.idle.end())
                    continue;
                for (int at = 1; at <= words.size(); ++at) {
                    QStringList with = words;
                    with.insert(at, QString::fromStdString(word));
                    const auto read = read_callout(with.join(QLatin1Char(' ')).toStdString(), drawing());
                    QVERIFY2(!read || callout_of(*read, drawing()) != callout_of(*plain, drawing()),
                             qPrintable(with.join(QLatin1Char(' '))));
                    if (!read)
                        QVERIFY(read.error().begin + read.error().length <=
                                static_cast<std::size_t>(with.join(QLatin1Char(' ')).toUtf8().size()));
                }
            }
        }
    }

    // Two of everything, in any order with the rest: never does the last win in silence.
    void nothing_is_said_twice() {
        holds("the second of two is refused", [](void) {
            struct Two {
                const char *one, *other;
            };
            static const std::vector<Two> circle = {{"from 30", "from 60"},
                                                    {"from 30", "astride 12 o'clock"},
                                                    {"cw", "ccw"},
                                                    {"on 61.5 circle", "on circle 70"},
                                                    {"6 deep", "8 deep"},
                                                    {"through", "8 deep"},
                                                    {"at 60, 45", "at 61, 45"},
                                                    {"without 2", "without 3"},
                                                    {"M5", "M6"},
                                                    {"from 45 from 12 cw", "from 30"},
                                                    {"plus 1, 2", "plus 3, 4"},
                                                    {"shift 3 by 1, 0", "shift 3 by 2, 0"}};
            static const std::vector<std::string> rest = {"on 61.5 circle", "M5", "6 deep", "from 30", "cw"};
            const Two two = *rc::gen::elementOf(circle);
            std::vector<std::string> parts = {two.one, two.other};
            for (const std::string& each : rest)
                if (each != two.one && each != two.other && *rc::gen::arbitrary<bool>())
                    parts.push_back(each);
            std::string text = "7x";
            const auto turn = *rc::gen::inRange<std::size_t>(0, parts.size());
            std::rotate(parts.begin(), parts.begin() + static_cast<std::ptrdiff_t>(turn), parts.end());
            for (const std::string& each : parts)
                text += " " + each;
            const auto read = read_callout(text, drawing());
            if (read)
                RC_FAIL(text + " gives " + callout_of(*read, drawing()));
        });
    }
    void anything_typed_gives_an_answer() {
        holds("words in any order are read or refused inside the text", [](void) {
            static const std::vector<std::string> words = {
                "7x",      "M5",     "on",      "circle", "61.5",     "from",   "1 o'clock", "cw",      ",",     "at",
                "x",       "y",      "without", "2",      "by",       "grid",   "row",       "apart",   "deep",  "in",
                "arc",     "over",   "to",      "-3",     "#29",      "(",      "holes",     "towards", "top",   "é",
                "angles",  "midway", "A1",      "A",      "mirrored", "turned", "repeated",  "step",    "times", "each",
                "margins", "steps",  "points",  ";",      "shift",    "plus",   "astride"};
            std::string text;
            for (int n = *rc::gen::inRange(0, 14); n > 0; --n)
                text += *rc::gen::elementOf(words) + " ";
            const auto read = read_callout(text, *rc::gen::arbitrary<bool>() ? drawing() : flange());
            if (!read)
                RC_ASSERT(read.error().begin + read.error().length <= text.size() && !read.error().sentence.empty());
        });
    }
};

QTEST_GUILESS_MAIN(TestCallout)
#include "test_callout.moc"
