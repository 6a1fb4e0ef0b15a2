// Blanks: shapes, faces, zeros, what is there already, pieces from a bar, and what lies between features.
#include "layout/bar.h"
#include "layout/between.h"
#include "layout/outline.h"
#include "layout/validate.h"
#include "support/jobs.h"

using namespace clockface;
using namespace clockface::testing;

namespace {

// An L: 120 x 90 with a 40 x 40 corner taken out at the upper right.
Job outline_job() {
    Job job = plate_job();
    job.blank.shape = BlankShape::Outline;
    job.blank.corners = {{mm(0), mm(0)},   {mm(120), mm(0)}, {mm(120), mm(50)},
                         {mm(80), mm(50)}, {mm(80), mm(90)}, {mm(0), mm(90)}};
    return job;
}

// Where every hole is on the metal, from the middle of its face.
std::vector<Point> on_metal(const Job& job) {
    std::vector<Point> all;
    for (const Hole& hole : holes_of(job))
        all.push_back(hole.at + datum_from_middle(job));
    return all;
}

} // namespace

class TestBlank : public QObject {
    Q_OBJECT
private slots:
    void outline_and_edge_distance() {
        const Blank blank = outline_job().blank;
        QCOMPARE(blank.extent_x(), mm(120));
        QCOMPARE(blank.extent_y(), mm(90));
        // From the middle (60, 45): (70, 60) is 10 from the re-entrant edges x = 80 and inside; (90, 60) is 10 outside
        // it.
        QVERIFY(same(metal_to_edge(blank, {mm(10), mm(15)}), mm(10)));
        QVERIFY(same(metal_to_edge(blank, {mm(30), mm(15)}), mm(-10)));
        // At the inner corner (80, 50) the nearest metal edge of (77, 46) is the corner itself: 3-4-5.
        QVERIFY(same(metal_to_edge(blank, {mm(17), mm(1)}), mm(5)));
    }
    void slots_holes_and_bosses() {
        Job job = plate_job();
        job.blank.existing = {{"the slot", ExistingKind::Slot, Face::Top, {mm(10), mm(0)}, mm(8), mm(30), deg(90)},
                              {"the boss", ExistingKind::Boss, Face::Top, {mm(-30), mm(0)}, mm(20), {}, {}}};
        // 9 beside the slot's straight part: 9 - 4; 3-4-5 off the middle of its round end at (10, 15): 5 - 4.
        QVERIFY(same(metal_to_edge(job.blank, {mm(19), mm(5)}), mm(5)));
        QVERIFY(same(metal_to_edge(job.blank, {mm(13), mm(19)}), mm(1)));
        // A boss is metal.
        QVERIFY(metal_to_edge(job.blank, {mm(-30), mm(0)}) > mm(20));
        job.datum.place = DatumPlace::Existing;
        job.datum.on = "the boss";
        QVERIFY(!first_fault(job));
        QCOMPARE(datum_from_middle(job), (Point{mm(-30), mm(0)}));
        job.datum.on = "the bush";
        QCOMPARE(first_fault(job)->place, std::string("datum.on"));
    }
    void a_step_is_thinner_beyond_its_line() {
        Job job = plate_job();
        job.blank.step = StepLine{Axis::X, mm(40), mm(6)};
        QCOMPARE(job.blank.metal_under({mm(-21), mm(0)}), mm(9.5)); // 39 from the left edge
        QCOMPARE(job.blank.metal_under({mm(-19), mm(0)}), mm(6));
        job.blank.up = Face::Under; // turned over about the upright line, the step lies on the other side
        QCOMPARE(job.blank.metal_under({mm(21), mm(0)}), mm(9.5));
        QCOMPARE(job.blank.metal_under({mm(19), mm(0)}), mm(6));
    }
    void zero_anywhere_moves_no_hole() {
        holds("a hole keeps its place on the metal whatever zero is chosen", [](void) {
            Job job = *any_job();
            job.blank.existing = {{"the boss", ExistingKind::Boss, Face::Top, {mm(7), mm(-9)}, mm(5), {}, {}}};
            Datum datum = job.datum;
            datum.place = static_cast<DatumPlace>(*rc::gen::inRange(0, static_cast<int>(DatumPlace::Point) + 1));
            datum.on = datum.place == DatumPlace::Existing ? "the boss" : "";
            datum.off = {mm(*rc::gen::inRange(-300, 300)), mm(*rc::gen::inRange(-300, 300))};
            const auto before = on_metal(job);
            const auto after = on_metal(with_datum(job, datum));
            RC_ASSERT(before.size() == after.size());
            for (std::size_t i = 0; i < before.size(); ++i)
                RC_ASSERT(same(before[i], after[i], 1e-7));
        });
    }
    void faces_have_their_own_zero_and_holes() {
        Job job = plate_job();
        job.blank.shape = BlankShape::Block;
        job.blank.thickness = mm(30);
        job.patterns = {single("A", 10, 20)};
        Job front = with_face_up(job, Face::Front);
        QCOMPARE(front.blank.extent_x(), mm(120)); // seen from the front: as wide as the top, as high as it is thick
        QCOMPARE(front.blank.extent_y(), mm(30));
        QCOMPARE(front.blank.metal_under({}), mm(90));
        QVERIFY(holes_of(front).empty());
        front = with_datum_place(front, DatumPlace::Middle);
        Pattern on_front = single("B", 3, 4);
        on_front.face = Face::Front;
        front.patterns.push_back(on_front);
        QCOMPARE(holes_of(front).size(), 1U);
        const Job back = with_face_up(front, Face::Top);
        QCOMPARE(back.datum.place, DatumPlace::LowerLeft);
        QCOMPARE(holes_of(back).size(), 1U);
        QCOMPARE(holes_of(back)[0].name, std::string("A1"));
        QCOMPARE(with_face_up(back, Face::Front).datum.place, DatumPlace::Middle);
        QCOMPARE(front.setups.size(), 2U); // each face has its own set-up, and what is at hand is the face that is up
        QVERIFY(at_hand(front).up == Face::Front && at_hand(back).up == Face::Top);
        QCOMPARE(in_words(front, at_hand(front)), std::string("front"));
        QVERIFY(!first_fault(front));
        Job left = with_face_up(job, Face::Left);
        QCOMPARE(left.blank.extent_x(), mm(90));
        QCOMPARE(left.blank.metal_under({}), mm(120));
        Job disc = flange();
        disc.blank.up = Face::Left;
        QCOMPARE(first_fault(disc)->place, std::string("blank.up"));
    }
    void an_angle_section_has_two_legs() {
        Job job = plate_job();
        job.blank.shape = BlankShape::Angle;
        job.blank.height.nominal = mm(40);
        job.blank.leg = {mm(60), mm(60.4)};
        job.blank.thickness = mm(5);
        QVERIFY(!first_fault(job));
        QCOMPARE(job.blank.extent_y(), mm(40));
        const Job standing = with_face_up(job, Face::Front);
        QCOMPARE(standing.blank.extent_y(), mm(60.4));
        QCOMPARE(standing.blank.metal_under({}), mm(5));
        job.blank.thickness = mm(40);
        QCOMPARE(first_fault(job)->place, std::string("blank.thickness"));
    }
    void faulty_blanks_data() {
        QTest::addColumn<QString>("place");
        QTest::newRow("no bore in a ring") << "blank.bore";
        QTest::newRow("two corners") << "blank.corners";
        QTest::newRow("corners on a line") << "blank.corners";
        QTest::newRow("corners left of nought") << "blank.corners";
        QTest::newRow("kerf longer than the piece") << "blank.cutting.kerf";
        QTest::newRow("nameless boss") << "blank.existing[0].name";
        QTest::newRow("slot of no length") << "blank.existing[0].length";
        QTest::newRow("step of no thickness") << "blank.step.thickness";
    }
    void faulty_blanks() {
        QFETCH(QString, place);
        const QString which = QTest::currentDataTag();
        Job job = which.startsWith("corners") || which == "two corners" ? outline_job() : plate_job();
        Blank& blank = job.blank;
        if (which == "no bore in a ring") {
            blank.shape = BlankShape::Ring;
            blank.diameter.nominal = mm(50);
        } else if (which == "two corners") {
            blank.corners.resize(2);
        } else if (which == "corners on a line") {
            blank.corners = {{}, {mm(10), mm(10)}, {mm(20), mm(20)}};
        } else if (which == "corners left of nought") {
            blank.corners[0].x = mm(-1);
        } else if (which == "kerf longer than the piece") {
            blank.sawing = Sawing{2, 0, mm(10), mm(11), {}, true};
        } else if (which == "nameless boss") {
            blank.existing = {{"", ExistingKind::Boss, Face::Top, {}, mm(5), {}, {}}};
        } else if (which == "slot of no length") {
            blank.existing = {{"slot", ExistingKind::Slot, Face::Top, {}, mm(5), {}, {}}};
        } else {
            blank.step = StepLine{Axis::Y, mm(10), {}};
        }
        QVERIFY(first_fault(job));
        QCOMPARE(QString::fromStdString(first_fault(job)->place), place);
    }
    void pieces_from_a_bar() {
        // 61.7 + 1.9 + 2 x 0.4 = 64.4 from piece to piece.
        const Sawing cutting{6, 1, mm(61.7), mm(1.9), mm(0.4), false};
        QVERIFY(same(pitch_of(cutting), mm(64.4)));
        QVERIFY(same(start_of_piece(cutting, 1), mm(0.4))); // its sawn end is still to be faced
        QVERIFY(same(start_of_piece(cutting, 7), mm(0.4 + 6 * 64.4)));
        const auto cuts = saw_cuts(cutting);
        QCOMPARE(cuts.size(), 7U);
        QVERIFY(same(cuts[0].finished_end, mm(62.1)));
        QVERIFY(same(cuts[0].near_line, mm(62.5)));
        QVERIFY(same(cuts[0].far_line, mm(64.4)));
        QVERIFY(same(cuts[0].finished_start, mm(64.8)));
        QVERIFY(same(bar_needed(cutting), mm(0.4 + 6 * 64.4 + 61.7 + 0.4 + 1.9)));
        Sawing finished = cutting;
        finished.end_is_true = true;
        QVERIFY(same(start_of_piece(finished, 1), mm(0)));
        holds("every finished piece is as long as it should be, and the saw takes its kerf between the lines",
              [](void) {
                  const Sawing any{*rc::gen::inRange(1, 20),
                                   *rc::gen::inRange(0, 4),
                                   mm(*rc::gen::inRange(50, 900) / 7.0),
                                   mm(*rc::gen::inRange(0, 30) / 7.0),
                                   mm(*rc::gen::inRange(0, 20) / 7.0),
                                   *rc::gen::arbitrary<bool>()};
                  const auto all = saw_cuts(any);
                  for (std::size_t i = 0; i < all.size(); ++i) {
                      RC_ASSERT(same(all[i].finished_end - start_of_piece(any, static_cast<int>(i) + 1), any.length));
                      RC_ASSERT(same(all[i].far_line - all[i].near_line, any.kerf));
                      RC_ASSERT(same(all[i].near_line - all[i].finished_end, any.facing));
                      if (i + 1 < all.size())
                          RC_ASSERT(same(all[i].finished_start, start_of_piece(any, static_cast<int>(i) + 2)));
                  }
                  RC_ASSERT(same(bar_needed(any), all.back().far_line));
              });
    }
    void measuring_between_features() {
        const Feature a{"A1", {mm(10), mm(20)}, mm(6), std::nullopt};
        const Feature b{"B1", {mm(13), mm(24)}, mm(4), std::nullopt};
        const Between holes = between(a, b); // 3-4-5
        QVERIFY(same(*holes.apart, mm(5)));
        QVERIFY(same(holes.step, {mm(3), mm(4)}));
        QVERIFY(same(*holes.outside, mm(10)));
        QVERIFY(same(*holes.inside, mm(0)));
        QVERIFY(std::abs(holes.bearing->in_degrees() - 53.13010235) < 1e-6);
        const Feature lower{"lower edge", {mm(-60), mm(-45)}, {}, deg(0)};
        const Between edge = between(a, lower);
        QVERIFY(same(*edge.apart, mm(65)));
        QVERIFY(same(edge.step, {mm(0), mm(-65)}));
        QVERIFY(same(*edge.inside, mm(62)));
        QVERIFY(same(between(lower, a).step, {mm(0), mm(65)}));
        const Feature upper{"upper edge", {mm(3), mm(45)}, {}, deg(180)};
        QVERIFY(same(*between(lower, upper).apart, mm(90)));
        QVERIFY(!between(lower, upper).outside);
        const Feature slant{"edge 3", {mm(0), mm(0)}, {}, deg(200)};
        QVERIFY(!between(lower, slant).apart);
        QVERIFY(std::abs(between(lower, slant).corner->in_degrees() - 20.0) < 1e-9);
        Job job = plate_job();
        job.datum.x_plus_right = false;
        const auto lines = in_words(holes, a, b, job);
        QCOMPARE(lines.at(0), std::string("A1 to B1"));
        QCOMPARE(lines.at(1), std::string("apart 5.000 mm"));
        QCOMPARE(lines.at(2), std::string("X −3.000   Y +4.000"));
    }
};

QTEST_GUILESS_MAIN(TestBlank)
#include "test_blank.moc"
