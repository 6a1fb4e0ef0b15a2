// Bars: their sections, the holes in their sides, and callouts for them.
#include "job/section.h"
#include "layout/callout.h"
#include "layout/copies.h"
#include "layout/on_bar.h"
#include "layout/validate.h"
#include "support/bars.h"

using namespace clockface;
using namespace clockface::testing;

class TestBars : public QObject {
    Q_OBJECT
private slots:
    void where_a_line_meets_a_section() {
        const Blank bar = arbor().blank;
        const Section stock = section_at(bar, mm(40));
        QVERIFY(stock.round && same(stock.radius, mm(13.96)));
        // Through the axis: at the radius, square. At lateral 13.96 x 0.6 the height is 13.96 x 0.8 (3-4-5), the slope
        // asin 0.6, and the point on the surface lies asin 0.6 further round.
        const auto square = entry_at(stock, deg(90), {});
        QVERIFY(same(square->height, mm(13.96)) && square->slope == deg(0) && square->bearing == deg(90));
        const auto off = entry_at(stock, deg(90), mm(13.96 * 0.6));
        const double tilt = std::asin(0.6) * 180.0 / std::numbers::pi;
        QVERIFY(same(off->height, mm(13.96 * 0.8)));
        QVERIFY(std::fabs(off->slope.in_degrees() - tilt) < 1e-9);
        QVERIFY(std::fabs(off->bearing.in_degrees() - (90 + tilt)) < 1e-9);
        QVERIFY(!entry_at(stock, deg(90), mm(14)));
        // Beyond the shoulder it is thinner, and in the bore's reach it is hollow.
        QVERIFY(same(section_at(bar, mm(97)).radius, mm(10.7)));
        QCOMPARE(section_at(bar, mm(125.9)).bore_radius, Length{});
        QVERIFY(same(section_at(bar, mm(126.1)).bore_radius, mm(4.6)));
    }
    void hexagon_and_square_and_flats() {
        Blank hex = arbor().blank;
        hex.bar = {};
        hex.bore.reset();
        hex.diameter = {mm(24), {}};
        hex.shape = BlankShape::HexagonBar;
        const Section section = section_at(hex, mm(10));
        // On a flat: half across the flats. On a corner (30 off a flat): 12 / cos 30.
        QVERIFY(same(entry_at(section, deg(90), {})->height, mm(12)));
        QVERIFY(same(entry_at(section, deg(60), {})->height, mm(12 / std::cos(std::numbers::pi / 6))));
        // Once round: six sides of 24 tan 30; the corner lies half a side from the top line.
        QVERIFY(same(girth(section), mm(6 * 24 * std::tan(std::numbers::pi / 6))));
        QVERIFY(same(rolled_out(section, deg(60)), mm(12 * std::tan(std::numbers::pi / 6))));
        // A line 3 beside the axis onto a flat turned by 20 degrees: 12 = h cos 20 + 3 sin 20.
        const double c = std::cos(20 * std::numbers::pi / 180), s = std::sin(20 * std::numbers::pi / 180);
        const auto entry = entry_at(section, deg(70), mm(3));
        QVERIFY(same(entry->height, mm((12 - 3 * s) / c)));
        QVERIFY(std::fabs(entry->slope.in_degrees() - 20) < 1e-9);
        hex.shape = BlankShape::SquareBar;
        QVERIFY(same(girth(section_at(hex, mm(10))), mm(96)));
        Blank round = arbor().blank;
        round.bar.flats = {{deg(90), mm(10), mm(30), mm(1.4)}};
        QVERIFY(same(entry_at(section_at(round, mm(20)), deg(90), {})->height, mm(13.96 - 1.4)));
        QVERIFY(same(entry_at(section_at(round, mm(31)), deg(90), {})->height, mm(13.96)));
        QVERIFY(entry_at(section_at(round, mm(20)), deg(90), mm(2))->slope == deg(0)); // no slope on a flat
    }
    void rolled_out_and_back() {
        holds("a bearing rolled out comes back", [] {
            Blank bar = arbor().blank;
            bar.shape = static_cast<BlankShape>(*rc::gen::element(6, 8, 9));
            bar.bar.shoulders.clear();
            const Section section = section_at(bar, mm(50));
            const Angle bearing = deg(*rc::gen::inRange(0, 35999) / 100.0);
            const Angle back = bearing_at(section, rolled_out(section, bearing));
            RC_ASSERT(std::fabs(std::remainder(back.in_degrees() - bearing.in_degrees(), 360.0)) < 1e-9);
            RC_ASSERT(abs(rolled_out(section, bearing)) <= girth(section) / 2.0 + mm(1e-9));
        });
    }
    void callouts_for_a_bar() {
        Job job = arbor();
        job.patterns.clear();
        const auto add = [&](const std::string& text) {
            const auto read = read_callout(text, job);
            if (!read)
                qWarning("%s: %s", text.c_str(), read.error().sentence.c_str());
            QVERIFY(read);
            job.patterns.push_back(*read);
            QVERIFY(!first_fault(job));
            // The normal form says the same.
            Job again = job;
            again.patterns.pop_back();
            const auto said = read_callout(callout_of(*read, job), again);
            QVERIFY2(said, callout_of(*read, job).c_str());
            QCOMPARE(*said, *read);
        };
        add("3x 4.1 radial at 9.5 from the end, 120 apart");
        const auto& ring = std::get<BarPattern>(job.patterns[0].layout);
        QVERIFY(ring.count == 3 && ring.all_round && ring.along_from == AlongFrom::LeftEnd &&
                same(ring.along, mm(9.5)));
        QVERIFY(ring.at == deg(90) && ring.going == Sense::Clockwise); // the job counts clockwise from the top
        add("cross hole 6.2 thru at 17.3 from shoulder");
        add("cross hole 6.2 thru at 23.1 from shoulder, 30 ccw from B");
        const auto& from = std::get<BarPattern>(job.patterns[2].layout);
        QVERIFY(from.along_from == AlongFrom::Shoulder && from.shoulder == 1 && from.angle_from == (HoleRef{"B", 1}));
        QCOMPARE(from.at, deg(30));
        QCOMPARE(holes_of(job).at(4).bar->bearing, deg(120));
        QVERIFY(same(holes_of(job).at(4).bar->along, mm(96.5 + 23.1)));
        add("M5 into the bore at 12.7 from right end, at 2 o'clock");
        // The wall: 21.4 / 2 less what the bore's own curve leaves open under a width of 5.
        QVERIFY(same(*holes_of(job).at(5).spec.depth, mm(10.7 - std::sqrt(4.6 * 4.6 - 2.5 * 2.5))));
        add("4x 3.2 in row 7.4 apart at 31 from left end, angle 77.5, 5.1 deep");
        add("6x 2.6 in helix 4.2 by 40 apart at 52 from left end ccw, to the axis");
        QVERIFY(same(*holes_of(job).at(10).spec.depth, mm(13.96)));
        QCOMPARE(holes_of(job).at(11).bar->bearing, deg(130));
        add("5.1 at 88 from left end, 2.3 off the axis cw");
        QVERIFY(same(std::get<BarPattern>(job.patterns[6].layout).offset, mm(-2.3)));
        add("2.4 at 0 from B1, angle 200, into B1");
        add("repeated A step 6.5, 2 times");
        add("turned B by 71 cw");
        add("mirrored E at 40");
        // Seen from the other end the figures change and no hole moves.
        const std::vector<Hole> before = holes_of(job);
        job.blank.bar.seen_from = Face::Left;
        QCOMPARE(holes_of(job), before);
        for (std::size_t i = 0; i < job.patterns.size(); ++i) {
            Job upto = job;
            upto.patterns.resize(i);
            const std::string text = callout_of(job.patterns[i], job);
            const auto read = read_callout(text, upto);
            QVERIFY2(read, text.c_str());
            upto.patterns.push_back(*read);
            QCOMPARE(callout_of(*read, upto), text);
            for (std::size_t k = 0; k < holes_of(upto).size(); ++k)
                QVERIFY(same(holes_of(upto)[k].at, before[k].at));
        }
    }
    void callouts_that_are_refused_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("part");
        QTest::addColumn<QString>("sentence");
        QTest::newRow("nowhere") << "6.2 thru"
                                 << ""
                                 << "Where along the bar";
        QTest::newRow("no size") << "at 17 from left end"
                                 << ""
                                 << "size of the hole";
        QTest::newRow("shoulder") << "6.2 at 17 from shoulder 4"
                                  << ""
                                  << "1 shoulder";
        QTest::newRow("no step") << "3x 6.2 at 17 from left end"
                                 << ""
                                 << "follow each other";
        QTest::newRow("no hole") << "6.2 at 17 from Z9"
                                 << "z9"
                                 << "Z9";
        QTest::newRow("angle") << "6.2 at 17 from left end, angle 1e9"
                               << "1e9"
                               << "degrees";
        QTest::newRow("flat pattern") << "6x 4 on circle 61.5"
                                      << "circle"
                                      << "";
        QTest::newRow("to nowhere") << "6.2 at 17, to there"
                                    << "there"
                                    << "axis";
    }
    void callouts_that_are_refused() {
        QFETCH(QString, text);
        QFETCH(QString, part);
        QFETCH(QString, sentence);
        Job job = arbor();
        job.patterns.clear();
        const auto read = read_callout(text.toStdString(), job);
        QVERIFY(!read);
        const QString at = text.mid(static_cast<int>(read.error().begin), static_cast<int>(read.error().length));
        QVERIFY2(part.isEmpty() || at.toLower().contains(part), qPrintable(at));
        QVERIFY2(read.error().sentence.find(sentence.toStdString()) != std::string::npos,
                 read.error().sentence.c_str());
    }
    void cut_loose_no_hole_moves() {
        const Job job = arbor();
        for (std::size_t i = 0; i < job.patterns.size(); ++i) {
            const Job loose = cut_loose(job, i);
            QVERIFY2(!first_fault(loose), first_fault(loose).value_or(Problem{}).sentence.c_str());
            const std::vector<Hole> before = holes_of(job), after = holes_of(loose);
            QCOMPARE(after.size(), before.size());
            for (std::size_t k = 0; k < before.size(); ++k) {
                QVERIFY(same(after[k].at, before[k].at));
                QCOMPARE(after[k].spec.depth.has_value(), before[k].spec.depth.has_value());
            }
        }
        for (std::size_t i = 0; i < job.patterns.size(); ++i)
            QVERIFY(!first_fault(without_pattern(job, i)));
    }
    void bad_bars_are_refused_with_a_sentence() {
        const auto refused = [](const Job& job, const std::string& place) {
            const auto fault = first_fault(job);
            QVERIFY(fault);
            QCOMPARE(fault->place.substr(0, place.size()), place);
            QVERIFY(fault->sentence.size() > 20 && fault->sentence.back() == '.');
        };
        Job job = arbor();
        job.blank.width = {};
        refused(job, "blank.width");
        job = arbor();
        job.blank.bore = mm(21.4); // the thin part has no wall left
        refused(job, "blank.bore");
        job = arbor();
        job.blank.bar.bore_depth = mm(400);
        refused(job, "blank.bore_depth");
        job = arbor();
        job.blank.bar.shoulders = {{mm(96), mm(20)}, {mm(90), mm(18)}};
        refused(job, "blank.shoulders[1]");
        job = arbor();
        job.blank.bar.flats = {{deg(90), mm(10), mm(8), mm(1)}};
        refused(job, "blank.flats[0]");
        job.blank.bar.flats = {{deg(90), mm(1), mm(8), mm(14)}};
        refused(job, "blank.flats[0]");
        job = arbor();
        job.blank.shape = BlankShape::Tube; // a blind bore is no tube
        refused(job, "blank.bore");
        job = arbor();
        std::get<BarPattern>(job.patterns[0].layout).at = deg(1e9);
        refused(job, "patterns[0].at");
        job = arbor();
        job.patterns[0].off[1] = {mm(1), mm(0)};
        refused(job, "patterns[0].off");
        job = arbor();
        job.blank.shape = BlankShape::Plate;
        job.blank.height = {mm(30), {}};
        job.blank.thickness = mm(9);
        refused(job, "patterns[0]");
    }
};

QTEST_APPLESS_MAIN(TestBars)
#include "test_bars.moc"
