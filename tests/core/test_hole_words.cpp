// The size of a hole as it is shown can be typed again: shown, read and shown once more it is the same hole.
#include "layout/callout.h"
#include "layout/validate.h"
#include "measure/drill_names.h"
#include "measure/figures.h"
#include "shop/hole_words.h"
#include "support/jobs.h"

using namespace clockface;
using namespace clockface::testing;

namespace {

// What the words of a size say; its depth and the wishes stand elsewhere.
HoleSpec said(HoleSpec hole) {
    hole.depth.reset();
    hole.depth_of.reset();
    hole.wishes = {};
    return hole;
}

} // namespace

class TestHoleWords : public QObject {
    Q_OBJECT
private slots:
    void what_is_shown_reads_back() {
        holds("size -> words -> size, to what the words show", [](void) {
            HoleSpec hole = said(any_hole());
            if (hole.purpose == Purpose::Tapped)
                hole.captive = *rc::gen::arbitrary<bool>();
            const Unit unit = *rc::gen::element(Unit::Millimetre, Unit::Inch);
            const std::string words = size_in_words(hole, unit);
            const auto read = read_hole_size(words, unit);
            if (!read)
                RC_FAIL(words + ": " + read.error().sentence);
            RC_CLASSIFY(!hole.drill.empty(), "named drill");
            RC_CLASSIFY(hole.recess.has_value(), "with a mouth");
            RC_ASSERT(read->spec.purpose == hole.purpose);
            RC_ASSERT(read->spec.label == hole.label);
            RC_ASSERT(read->spec.drill == hole.drill);
            RC_ASSERT(read->spec.captive == hole.captive);
            RC_ASSERT(read->spec.recess.has_value() == hole.recess.has_value());
            const double shown = unit == Unit::Inch ? 0.00005 * 25.4 : 0.0005; // half of the last figure
            RC_ASSERT(same(read->spec.diameter, hole.diameter, hole.drill.empty() ? shown + 1e-9 : 1e-9));
            RC_ASSERT(size_in_words(read->spec, unit) == words); // nothing drifts by being looked at
        });
    }
    void drills_by_name_data() {
        QTest::addColumn<QString>("typed");
        QTest::addColumn<QString>("shown"); // in inches; empty: no drill's name
        const auto row = [](const char* typed, const char* shown) { QTest::newRow(typed) << typed << shown; };
        row("#7", "#7 (0.201 in)");
        row("# 7", "#7 (0.201 in)");
        row("No 7", "#7 (0.201 in)");
        row("no. 29", "#29 (0.136 in)");
        row("#80", "#80 (0.0135 in)");
        row("F", "F (0.257 in)");
        row("f", "F (0.257 in)");
        row("Z", "Z (0.413 in)");
        row("#7 (0.201 in)", "#7 (0.201 in)");
        row("#7 (whatever)", "#7 (0.201 in)");
        row("#7 +0.003 0", "#7 (0.201 in) +0.003 0");
        row("#7 ±0.002", "#7 (0.201 in) +0.002 −0.002");
        row("#7 counterbored .4:.2", "#7 (0.201 in) counterbored 0.4:0.2");
        row("F H7", "F (0.257 in) H7");
        row("7/64", "0.1094 in");
        row(".201", "0.201 in"); // just as large, but nobody named it
        row("#7+0.1", "0.301 in");
        row("(#7)", "0.201 in");
    }
    void drills_by_name() {
        QFETCH(QString, typed);
        QFETCH(QString, shown);
        const auto read = read_hole_size(typed.toStdString(), Unit::Inch);
        QVERIFY2(read, read ? "" : read.error().sentence.c_str());
        QCOMPARE(QString::fromStdString(size_in_words(read->spec, Unit::Inch)), shown);
        // What goes by a drill's name has that drill's size.
        if (!read->spec.drill.empty())
            QVERIFY(same(read->spec.diameter, drill_diameter(read->spec.drill).value()));
    }
    void no_such_drill() {
        for (const char* typed : {"#0", "#81", "#100", "AA", "#", "No", "#7 #8"})
            QVERIFY2(!read_hole_size(typed, Unit::Inch), typed);
    }
    void a_name_and_a_diameter_that_differ_are_refused() {
        Job job = plate_job();
        job.patterns = {single("A", 20, 20)};
        for (const auto& [drill, diameter, good] :
             {std::tuple("#7", 0.201 * 25.4, true),
              {"#7", 5.1, false},
              {"#81", 0.3, false},
              {"", 5.1, true},
              {"7/64", 7.0 / 64.0 * 25.4, false}}) { // a fraction is a figure, not a name
            job.patterns[0].hole = {Purpose::Plain, mm(diameter), "", std::nullopt};
            job.patterns[0].hole.drill = drill;
            QVERIFY2(first_fault(job).has_value() != good, drill);
        }
    }
    void the_name_goes_through_the_callout() {
        const Job job = plate_job();
        const auto read = read_callout("3x #7 +0.05 0, in row 12 apart at 20, 30", job);
        QVERIFY2(read, read ? "" : read.error().sentence.c_str());
        QCOMPARE(read->hole.drill, std::string("#7"));
        QVERIFY(same(*read->hole.limits->most, Length::inches(0.201) + mm(0.05)));
        QVERIFY(same(*read->hole.limits->least, Length::inches(0.201)));
        QCOMPARE(callout_of(*read, job).substr(0, 14), std::string("3x #7 +0.05 0,"));
    }
};

QTEST_GUILESS_MAIN(TestHoleWords)
#include "test_hole_words.moc"
