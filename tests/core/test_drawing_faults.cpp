// Slips of the drawing: each is found when it is there, names its hole, and is not found where all is well.
#include "layout/bar.h"
#include "layout/why.h"
#include "measure/figures.h"
#include "plan/plan.h"
#include "support/findings.h"

using namespace clockface;
using namespace clockface::testing;

namespace {

Pattern points(const std::string& name, std::vector<Point> at) {
    return {name, PointsPattern{std::move(at)}, {Purpose::Plain, mm(4), "", std::nullopt}};
}

bool says(const std::vector<Finding>& findings, const std::string& words) {
    return findings.size() == 1 && findings[0].sentence.find(words) != std::string::npos;
}

} // namespace

class TestDrawingFaults : public QObject {
    Q_OBJECT
private slots:
    void thin_metal_between_holes() {
        // Two holes of 4 and 6: centres 7 apart leave 2, just half of the smaller; 6.9 apart leave 1.9.
        QVERIFY(found(with({single("A", 50, 40, 4), single("B", 57, 40, 6)}), FindingKind::ThinMetal).empty());
        const auto thin = found(with({single("A", 50, 40, 4), single("B", 56.9, 40, 6)}), FindingKind::ThinMetal);
        QVERIFY(says(thin, "Only 1.9 mm of metal is left between A1 and B1"));
        QCOMPARE(thin[0].grade, Grade::Check);
        // A drawing's ring: 16 holes of 4 on 24: the chord 24 sin(180/16) = 4.682 leaves 0.682 between neighbours.
        QCOMPARE(found(with({circle("A", {mm(60), mm(45)}, 24, 16, 0)}), FindingKind::ThinMetal).size(), 16U);
    }
    void a_hole_across_a_step() {
        Job job = with({single("A", 41.9, 40), single("B", 42.1, 60)});
        job.blank.step = StepLine{Axis::X, mm(40), mm(6)};
        QVERIFY(says(found(job, FindingKind::OnStep), "A1 lies across the step, 1.9 mm from its line"));
        job.blank.step->axis = Axis::Y;
        QVERIFY(says(found(job, FindingKind::OnStep), "A1 lies across the step, 0 mm"));
        // Depth is judged by the metal under each hole.
        job.blank.step->axis = Axis::X;
        for (Pattern& pattern : job.patterns)
            pattern.hole.depth = mm(7);
        const auto deep = found(job, FindingKind::TooDeep);
        QCOMPARE(deep.size(), 2U); // both lie beyond the line, where it is 6 thick
        std::get<SinglePattern>(job.patterns[0].layout).at.x = mm(30);
        QVERIFY(says(found(job, FindingKind::TooDeep), "B1 is 7 mm deep, but the metal under it is only 6 mm"));
    }
    void the_saw_and_the_bar() {
        Job job = with({single("A", 20, 40), single("B", 29, 60)});
        job.blank.sawing = Sawing{3, 0, mm(30), mm(2), mm(0.5), true};
        // Piece 1 ends at 30; a hole of 4 at 29 reaches to 31.
        const auto in_cut = found(job, FindingKind::InSawCut);
        QVERIFY(says(in_cut, "B1 reaches over the end of piece 1"));
        QCOMPARE(in_cut[0].holes, std::vector<int>{1});
        QVERIFY(found(job, FindingKind::BarTooShort).empty()); // 3 x 30 + 2 x 3 + 0.5 + 2 = 98.5 of 120
        job.blank.sawing->spares = 1;
        // One more piece and its cut: 98.5 + 33 = 131.5.
        QVERIFY(says(found(job, FindingKind::BarTooShort), "11.5 mm too short"));
        job.pieces = 3;
        job.blank.sawing.reset();
        QVERIFY(found(job, FindingKind::InSawCut).empty());
    }
    void a_row_that_is_not_straight() {
        const auto crooked =
            found(with({points("A", {{mm(10), mm(20)}, {mm(30), mm(20.3)}, {mm(50), mm(20)}, {mm(70), mm(20)}})}),
                  FindingKind::NotStraight);
        QVERIFY(says(crooked, "A2 stands 0.3 mm off the line from A1 to A4"));
        QCOMPARE(crooked[0].holes, std::vector<int>{1});
        // Straight to the micrometre, or plainly meant otherwise, is no slip.
        QVERIFY(found(with({points("A", {{mm(10), mm(20)}, {mm(30), mm(20.002)}, {mm(50), mm(20)}})}),
                      FindingKind::NotStraight)
                    .empty());
        QVERIFY(
            found(with({points("A", {{mm(10), mm(20)}, {mm(30), mm(35)}, {mm(50), mm(20)}})}), FindingKind::NotStraight)
                .empty());
        // A row said as a row cannot be crooked.
        QVERIFY(found(with({row("A", 10, 20, 4, 20, 11)}), FindingKind::NotStraight).empty());
    }
    void figures_in_the_other_unit() {
        // One place of 2.1, 1.3 typed in inches among millimetres: 53.34, 33.02; here the slip is the other way round.
        const auto mixed =
            found(with({points("A", {{mm(20), mm(30)}, {mm(40), mm(35)}, {mm(60 * 25.4), mm(40 * 25.4)}})}),
                  FindingKind::UnitsMixed);
        QVERIFY(says(mixed, "A3 lies far off the others; divided by 25.4"));
        QVERIFY(
            found(with({points("A", {{mm(20), mm(30)}, {mm(40), mm(35)}, {mm(60), mm(40)}})}), FindingKind::UnitsMixed)
                .empty());
    }
    void radius_taken_for_diameter() {
        // 70 about the middle of 120 x 90 fits; 140 leaves the metal above and below, and half of it would fit.
        QVERIFY(found(with({circle("A", {mm(60), mm(45)}, 70, 6, 0)}), FindingKind::RadiusForDiameter).empty());
        QVERIFY(says(found(with({circle("A", {mm(60), mm(45)}, 140, 6, 30)}), FindingKind::RadiusForDiameter),
                     "140 mm across and leaves the metal"));
        Job ring = flange(); // a bore of 21.4
        ring.patterns = {circle("A", {}, 20, 5, 0)};
        QVERIFY(says(found(ring, FindingKind::RadiusForDiameter), "falls into the bore"));
        // Nothing to suggest where neither fits.
        QVERIFY(found(with({circle("A", {mm(60), mm(45)}, 400, 6, 0)}), FindingKind::RadiusForDiameter).empty());
    }
    void a_pitch_that_leaves_the_blank() {
        // From x = 20 to the right edge at 120 less the radius of 2 it is 98: four pitches of 24.5.
        const auto leaves = found(with({row("A", 20, 45, 5, 30, 0)}), FindingKind::PitchTooLong);
        QVERIFY(says(leaves, "The row A leaves the metal with a pitch of 30 mm"));
        QCOMPARE(leaves[0].remedy, std::string("A pitch of 24.5 mm or less, or fewer holes, would keep it on."));
        QVERIFY(found(with({row("A", 20, 45, 5, 24.5, 0)}), FindingKind::PitchTooLong).empty());
        // Centred, it may reach 58 to either side: two pitches of 29.
        Pattern centred = row("A", 60, 45, 5, 30, 0);
        std::get<RowPattern>(centred.layout).centred = true;
        QVERIFY(found(with({centred}), FindingKind::PitchTooLong)[0].remedy.find("29 mm") != std::string::npos);
        // A row that begins off the metal has another fault.
        QVERIFY(found(with({row("A", -20, 45, 5, 30, 0)}), FindingKind::PitchTooLong).empty());
    }
    void a_stray_whole_number() {
        Job job = with({single("A", 60, 45, 95)});
        job.unit = Unit::Inch;
        QVERIFY(says(found(job, FindingKind::WiderThanBlank), "and the blank only 3.5433 in"));
        QVERIFY(found(with({single("A", 60, 45, 8)}), FindingKind::WiderThanBlank).empty());
    }
    void the_sign_that_does_not_fit_the_corner() {
        const auto sign = found(with({single("A", -20, 30)}), FindingKind::OtherQuadrant);
        QVERIFY(says(sign, "The X of A1 has the wrong sign for zero at the lower left"));
        QVERIFY(says(found(with({single("A", -20, -30)}), FindingKind::OtherQuadrant), "The X and Y of A1"));
        Job upper = with({single("A", -20, -30)});
        upper.datum.place = DatumPlace::UpperRight;
        QVERIFY(found(upper, FindingKind::OtherQuadrant).empty());
        Job middle = with({single("A", -20, -30)});
        middle.datum.place = DatumPlace::Middle; // no corner, no sign to expect
        QVERIFY(found(middle, FindingKind::OtherQuadrant).empty());
    }
    void every_finding_names_holes_there_are() {
        holds("holes named in findings exist, sentences end in a full stop and say what would do", [](void) {
            const Job job = *any_job();
            const SetupPlan plan = plan_at_hand(job, default_shop());
            for (const Finding& finding : plan.findings) {
                for (const int hole : finding.holes)
                    RC_ASSERT(hole >= 0 && static_cast<std::size_t>(hole) < plan.holes.size());
                RC_ASSERT(finding.sentence.back() == '.');
                RC_ASSERT(finding.remedy.back() == '.');
                RC_ASSERT(!name_of(finding.kind).empty());
            }
        });
    }
    void every_place_has_its_why() {
        holds("why ends with the hole's own figures", [](void) {
            const Job job = *any_job();
            for (const Hole& hole : holes_of(job)) {
                const Point drawn = as_drawn(job.datum, hole.at);
                const std::string why = why_place(job, hole);
                const std::string answer = hole.name + " is at X " + column_figure(drawn.x, job.unit) + ", Y " +
                                           column_figure(drawn.y, job.unit) + ".";
                if (!why.ends_with(answer))
                    RC_FAIL(why + " / " + answer);
            }
        });
    }
};

QTEST_GUILESS_MAIN(TestDrawingFaults)
#include "test_drawing_faults.moc"
