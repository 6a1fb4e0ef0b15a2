// Findings: each kind appears when it should, not when it should not, and names its holes.
#include "bench/work_findings.h"
#include "plan/plan.h"
#include "plan/right_way_up.h"
#include "support/findings.h"

#include <algorithm>

using namespace clockface;
using namespace clockface::testing;

class TestFindings : public QObject {
    Q_OBJECT
private slots:
    void the_flange_has_nothing_against_it() {
        const auto findings = plan_at_hand(flange(), default_shop()).findings;
        QCOMPARE(findings.size(), 1U); // just the note which way up it goes
        QCOMPARE(findings[0].kind, FindingKind::RightWayUp);
        QCOMPARE(findings[0].sentence, std::string("The disc looks alike turned round or over, its holes do not."));
    }
    void right_way_up_data() {
        QTest::addColumn<int>("which");
        QTest::addColumn<bool>("turned");
        QTest::addColumn<bool>("over");
        QTest::newRow("four in the corners of a plate") << 0 << false << false;
        QTest::newRow("one more beside them") << 1 << true << true;
        QTest::newRow("two across corners: half a turn fits, over does not") << 2 << false << true;
        QTest::newRow("two on the middle line, to the left: over about that line fits") << 3 << true << false;
        QTest::newRow("blind holes are on one face") << 4 << false << true;
        QTest::newRow("square plate, two opposite: a quarter turn shows") << 5 << true << false;
        QTest::newRow("disc with a ring: any turn shows, over fits") << 6 << true << false;
        QTest::newRow("disc with three unequal holes") << 7 << true << true;
        QTest::newRow("disc with a hole in the middle") << 8 << false << false;
        QTest::newRow("equal places, unequal sizes") << 9 << true << true;
    }
    void right_way_up() {
        QFETCH(int, which);
        QFETCH(bool, turned);
        QFETCH(bool, over);
        // A plate of 120 x 90 with zero at the lower left; its middle is at 60, 45.
        const std::vector<Pattern> corners{single("A", 12, 11), single("B", 108, 11), single("C", 12, 79),
                                           single("D", 108, 79)};
        Job job = with(corners);
        if (which == 1)
            job.patterns.push_back(single("E", 31, 29));
        else if (which == 2)
            job.patterns = {single("A", 12, 11), single("D", 108, 79)};
        else if (which == 3)
            job.patterns = {single("A", 12, 45), single("B", 40, 45)};
        else if (which == 4)
            for (Pattern& pattern : job.patterns)
                pattern.hole.depth = mm(4);
        else if (which == 5) {
            job.blank.height.nominal = mm(120);
            job.patterns = {single("A", 60, 20), single("B", 60, 100)};
        } else if (which == 9)
            job.patterns[0].hole.diameter = mm(5);
        if (which >= 6 && which <= 8) {
            job.blank.shape = BlankShape::Disc;
            job.blank.diameter.nominal = mm(100);
            job.datum.place = DatumPlace::Middle;
            if (which == 6)
                job.patterns = {circle("A", {}, 60, 5, 17)};
            else if (which == 7)
                job.patterns = {single("A", 30, 0), single("B", 0, 30, 5), single("C", -20, 10, 6)};
            else
                job.patterns = {single("A", 0, 0)};
        }
        const LooksAlike alike = looks_alike(job, holes_of(job));
        QCOMPARE(alike.turned, turned);
        QCOMPARE(alike.over, over);
        QCOMPARE(found(job, FindingKind::RightWayUp).empty(), !turned && !over);
    }
    void off_the_blank() {
        QCOMPARE(found(with({single("A", -0.1, 40)}), FindingKind::OffBlank).size(), 1U);
        QCOMPARE(found(with({single("A", 1.9, 40)}), FindingKind::OffBlank).size(), 1U); // radius 2 breaks out
        QVERIFY(found(with({single("A", 2.0, 40)}), FindingKind::OffBlank).empty());
        Job bored = with({single("A", 60, 45)});
        bored.blank.bore = mm(20);
        QCOMPARE(found(bored, FindingKind::OffBlank).at(0).grade, Grade::Stop);
    }
    void near_the_edge() {
        // Diameter 4, factor 1.5: 6.0 from the edge is enough, 5.99 is not.
        QVERIFY(found(with({single("A", 6.0, 40)}), FindingKind::NearEdge).empty());
        const auto near = found(with({single("A", 5.99, 40)}), FindingKind::NearEdge);
        QCOMPARE(near.size(), 1U);
        QCOMPARE(near[0].grade, Grade::Check);
        QVERIFY(near[0].sentence.find("A1") != std::string::npos);
    }
    void holes_that_meet() {
        QVERIFY(found(with({single("A", 50, 40), single("B", 54.01, 40)}), FindingKind::HolesMeet).empty());
        const auto meet = found(with({single("A", 50, 40), single("B", 53.9, 40)}), FindingKind::HolesMeet);
        QCOMPARE(meet.size(), 1U);
        QCOMPARE(meet[0].holes, (std::vector<int>{0, 1}));
        // A wide hole reaches across many cells of narrow ones.
        QCOMPARE(found(with({single("A", 60, 45, 30), single("B", 74, 45, 1)}), FindingKind::HolesMeet).size(), 1U);
        // Seven holes of 12 on a circle of 24: chord 10.4, all seven pairs meet.
        QCOMPARE(
            found(with({circle("A", {mm(60), mm(45)}, 24, 7, 0, Sense::Clockwise, 12)}), FindingKind::HolesMeet).size(),
            7U);
    }
    void double_holes() {
        const auto twice = found(with({single("A", 50, 40), single("B", 50.01, 40)}), FindingKind::DoubleHole);
        QCOMPARE(twice.size(), 1U);
        QVERIFY(found(with({single("A", 50, 40), single("B", 50.01, 40)}), FindingKind::HolesMeet).empty());
    }
    void neighbours_are_those_of_a_plain_search() {
        holds("the grid finds exactly the pairs that a search over all pairs finds", [](void) {
            Job job = *any_job();
            const SetupPlan plan = plan_at_hand(job, default_shop());
            std::set<std::pair<int, int>> wanted;
            for (std::size_t i = 0; i < plan.holes.size(); ++i)
                for (std::size_t k = 0; k < i; ++k)
                    // meeting, or with less metal between them than half the smaller hole
                    if (distance(plan.holes[i].at, plan.holes[k].at) <
                        (widest(plan.holes[i].spec) + widest(plan.holes[k].spec)) / 2.0 +
                            std::min(plan.holes[i].spec.diameter, plan.holes[k].spec.diameter) / 2.0)
                        wanted.insert({static_cast<int>(k), static_cast<int>(i)});
            std::set<std::pair<int, int>> reported;
            std::size_t findings = 0;
            for (const Finding& f : plan.findings)
                if (f.kind == FindingKind::HolesMeet || f.kind == FindingKind::DoubleHole ||
                    f.kind == FindingKind::ThinMetal) {
                    RC_ASSERT(f.holes.size() == 2U);
                    reported.insert(std::minmax(f.holes[0], f.holes[1]));
                    ++findings;
                }
            RC_ASSERT(findings == reported.size()); // none twice
            if (wanted.size() <= 200)
                RC_ASSERT(reported == wanted);
            else // a longer list nobody reads: the first of them
                RC_ASSERT(reported.size() == 200U &&
                          std::includes(wanted.begin(), wanted.end(), reported.begin(), reported.end()));
        });
    }
    void counts_that_differ() {
        Job job = with({circle("A", {mm(60), mm(45)}, 40, 6, 0)});
        job.holes_called_for = 6;
        const auto differing = [&] {
            auto all = make_plan(job, default_shop()).findings;
            std::erase_if(all, [](const Finding& each) { return each.kind != FindingKind::CountDiffers; });
            return all;
        };
        QVERIFY(differing().empty());
        job.patterns[0].left_out = {2};
        const auto differs = differing();
        QCOMPARE(differs.size(), 1U);
        QVERIFY(differs[0].sentence.find("6 holes") != std::string::npos &&
                differs[0].sentence.find("5") != std::string::npos);
    }
    void depths() {
        Job job = with({single("A", 50, 40)});
        job.patterns[0].hole.depth = mm(9.4); // of 9.5
        QVERIFY(found(job, FindingKind::TooDeep).empty());
        job.patterns[0].hole.depth = mm(9.5);
        QCOMPARE(found(job, FindingKind::TooDeep).size(), 1U);
    }
    void machines_and_lists() {
        Job job = flange();
        at_hand(job).machine = "Jig borer";
        QCOMPARE(found(job, FindingKind::NoSuchMachine).size(), 1U);
        job = flange();
        const auto no_longer_wanted = [&] { return find_work_faults(job, make_plan(job, default_shop())); };
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const Chain& chain = plan.chains()[static_cast<std::size_t>(plan.kind_of.back())];
        const std::string drill = chain.find("drill")->cutter.name;
        job.begun = {
            Piece{1, "", {{1, 0, Done{{1, Act::Cut, HoleId{job.patterns.back().id, 1}, "drill", drill, 0}}}}, {}}};
        QVERIFY(no_longer_wanted().empty());
        job.patterns.pop_back();
        QCOMPARE(no_longer_wanted().size(), 1U);
        QVERIFY(no_longer_wanted()[0].sentence.find("drill of a hole that is gone") != std::string::npos);
    }
    void gravest_first() {
        Job job = with({single("A", 5, 40), single("B", -5, 40)});
        const auto findings = plan_at_hand(job, default_shop()).findings;
        QCOMPARE(findings.front().grade, Grade::Stop);
        QVERIFY(std::is_sorted(findings.begin(), findings.end(),
                               [](const Finding& a, const Finding& b) { return a.grade < b.grade; }));
    }
};

QTEST_GUILESS_MAIN(TestFindings)
#include "test_findings.moc"
