// Patterns to begin with, and patterns taken hold of and moved by hand.
#include "layout/drag.h"
#include "layout/new_pattern.h"
#include "layout/validate.h"
#include "support/bars.h"
#include "support/jobs.h"

using namespace clockface;
using namespace clockface::testing;

namespace {

Job plate_with(Pattern pattern) {
    Job job = plate_job();
    job.patterns = {std::move(pattern)};
    return with_ids(std::move(job));
}

std::optional<PatternDrag> held(const Job& job, Point at, double grip = 2.0) {
    return PatternDrag::begin(job, holes_of(job), job.patterns[0].name, at, mm(grip));
}

bool is_multiple(Length length, Length step) {
    return std::fabs(std::remainder(length.in_mm(), step.in_mm())) < 1e-6;
}

} // namespace

class TestDrag : public QObject {
    Q_OBJECT
private slots:
    void every_new_pattern_is_sound() {
        holds("a new pattern on any flat job keeps the job sound and has holes", [] {
            Job job = *any_job();
            for (const PatternKind kind :
                 {PatternKind::Circle, PatternKind::Arc, PatternKind::Row, PatternKind::Single, PatternKind::Grid}) {
                Job next = job;
                next.patterns.push_back(new_pattern(job, kind));
                next = with_ids(std::move(next));
                const auto fault = first_fault(next);
                if (fault && next.patterns.size() > 1)
                    RC_FAIL(fault->text());
                RC_ASSERT(places_of(next).back().size() >= 1U);
            }
        });
    }
    void new_patterns_by_hand() {
        // 120 x 90: circles on 0.6 of 90, pitches a sixth and a seventh of it, in whole millimetres.
        const Job job = plate_job();
        const auto circle = std::get<CirclePattern>(new_pattern(job, PatternKind::Circle).layout);
        QVERIFY(same(circle.diameter, mm(54)) && same(circle.centre, {mm(60), mm(45)}) && circle.count == 6);
        const auto row = std::get<RowPattern>(new_pattern(job, PatternKind::Row).layout);
        QVERIFY(same(row.pitch, mm(15)) && same(row.first, {mm(45), mm(45)}) && row.count == 3);
        QVERIFY(same(std::get<GridPattern>(new_pattern(job, PatternKind::Grid).layout).pitch, mm(13)));
        Job inch = job;
        inch.unit = Unit::Inch;
        // 54 mm is 2.126 in: 17 eighths.
        QVERIFY(same(std::get<CirclePattern>(new_pattern(inch, PatternKind::Circle).layout).diameter,
                     Length::inches(17.0 / 8.0)));
        const Job bar = arbor();
        const auto ring = std::get<BarPattern>(new_pattern(bar, PatternKind::Ring).layout);
        QVERIFY(ring.all_round && ring.count == 6 && same(ring.along, mm(41)));
    }
    void said_another_way_a_pattern_stays_where_it_is() {
        holds("rows said by middle, margins or steps make the same holes", [] {
            const int count = *rc::gen::inRange(2, 9);
            const double pitch = *rc::gen::inRange(30, 90) / 10.0;
            const Job job = plate_with(row("A", *rc::gen::inRange(10, 30), *rc::gen::inRange(10, 60), count, pitch,
                                           *rc::gen::element(0.0, 90.0)));
            const auto before = places_of(job)[0];
            for (const RowWay way : {RowWay::Centred, RowWay::Steps, RowWay::Pitch}) {
                Job next = job;
                say_row(next, 0, way);
                const auto after = places_of(next)[0];
                RC_ASSERT(after.size() == before.size());
                for (std::size_t i = 0; i < after.size(); ++i)
                    RC_ASSERT(same(after[i].at, before[i].at, 1e-6));
            }
        });
        Job job = plate_with(circle("A", {mm(60), mm(45)}, 50.0, 5, 10.0));
        const auto before = places_of(job)[0];
        say_circle(job, 0, CircleWay::Listed);
        QVERIFY(std::holds_alternative<AnglesPattern>(job.patterns[0].layout));
        for (std::size_t i = 0; i < before.size(); ++i)
            QVERIFY(same(places_of(job)[0][i].at, before[i].at, 1e-6));
        job.patterns[0].left_out = {2, 9};
        trim_to_count(job, 0);
        QCOMPARE(job.patterns[0].left_out, std::set<int>{2});
        for (const CopyKind kind : {CopyKind::Mirrored, CopyKind::Turned, CopyKind::Repeated, CopyKind::InEveryPiece}) {
            Job copied = job;
            copied.patterns.push_back(new_pattern(copied, PatternKind::Copy));
            say_copy(copied, 1, kind);
            QCOMPARE(copy_kind(std::get<CopyPattern>(copied.patterns[1].layout)), kind);
        }
    }
    void moved_all_holes_go_along() {
        holds("a hole held goes where the hand is, to a snap or a whole step, and all others keep their places to it",
              [] {
                  const Job job = plate_with(row("A", 30, 30, *rc::gen::inRange(1, 6), 12, 30));
                  const std::vector<Hole> holes = holes_of(job);
                  const auto taken = *rc::gen::inRange(0, static_cast<int>(holes.size()));
                  const Hole& hole = holes[static_cast<std::size_t>(taken)];
                  const auto drag = held(job, hole.at + Point{mm(0.4), mm(-0.3)});
                  RC_ASSERT(drag.has_value());
                  const Point hand{mm(*rc::gen::inRange(0, 12000) / 100.0), mm(*rc::gen::inRange(0, 9000) / 100.0)};
                  const Length step = *rc::gen::element(mm(0.1), mm(0.5), mm(2.0)), snap = mm(0.8);
                  const Job next = drag->moved_to(hand, snap, step);
                  const std::vector<Hole> after = holes_of(next);
                  const Point at = after[static_cast<std::size_t>(taken)].at;
                  for (const auto& [came, wanted, edges] : {std::tuple{at.x, hand.x, std::vector<double>{0, 60, 120}},
                                                            std::tuple{at.y, hand.y, std::vector<double>{0, 45, 90}}}) {
                      const bool snapped_to = std::any_of(edges.begin(), edges.end(), [&, &came = came](double edge) {
                          return same(came, mm(edge), 1e-9);
                      });
                      RC_ASSERT(abs(came - wanted) <= std::max(snap, step / 2.0) + mm(1e-9));
                      RC_ASSERT(snapped_to || is_multiple(came, step));
                  }
                  for (std::size_t i = 0; i < holes.size(); ++i)
                      RC_ASSERT(same(after[i].at - at, holes[i].at - hole.at, 1e-6));
              });
    }
    void turned_and_widened_a_circle_keeps_its_centre() {
        holds("a hole of a circle turns it in whole degrees, the circle itself changes its diameter", [] {
            const Job job = plate_with(circle("A", {mm(60), mm(45)}, 60.0, *rc::gen::inRange(2, 9), 7.0));
            const std::vector<Hole> holes = holes_of(job);
            const Point hand{mm(60 + *rc::gen::inRange(-40, 40)), mm(45 + *rc::gen::inRange(5, 40))};
            const auto turning = held(job, holes.back().at);
            RC_ASSERT(turning.has_value());
            const Job turned = turning->moved_to(hand, mm(1), mm(0.5));
            const auto& ring = std::get<CirclePattern>(turned.patterns[0].layout);
            RC_ASSERT(same(ring.diameter, mm(60)) && same(ring.centre, {mm(60), mm(45)}));
            const Angle off = bearing_of(ring.centre, holes_of(turned).back().at) - bearing_of(ring.centre, hand);
            RC_ASSERT(std::fabs(std::remainder(off.in_degrees(), 360.0)) <= 0.5 + 1e-6);
            // Between two holes the circle itself is taken hold of.
            const Point on_circle = ring.centre + polar(mm(30.5), bearing_in(ring, 1) + Angle::degrees(20.0));
            const auto widening = PatternDrag::begin(turned, holes_of(turned), "A", on_circle, mm(1));
            RC_ASSERT(widening.has_value());
            const auto& wide =
                std::get<CirclePattern>(widening->moved_to({mm(60), mm(70.2)}, mm(1), mm(0.5)).patterns[0].layout);
            RC_ASSERT(same(wide.centre, ring.centre) && wide.first == ring.first);
            RC_ASSERT(same(wide.diameter, mm(50.5))); // twice 25.2, to half millimetres
        });
    }
    void nothing_to_take_hold_of() {
        const Job job = plate_with(circle("A", {mm(60), mm(45)}, 60.0, 6, 0.0));
        QVERIFY(!held(job, {mm(60), mm(60)}, 1.0));
        QVERIFY(held(job, {mm(60.5), mm(45)}, 1.0)); // its centre
        QVERIFY(!PatternDrag::begin(job, holes_of(job), "Z", {mm(90), mm(45)}, mm(1)));
    }
    void steps_the_hand_can_hold() {
        QCOMPARE(round_step(Unit::Millimetre, mm(0.0)), mm(0.01));
        QCOMPARE(round_step(Unit::Millimetre, mm(0.3)), mm(0.5));
        QCOMPARE(round_step(Unit::Millimetre, mm(40)), mm(10));
        QCOMPARE(round_step(Unit::Inch, mm(2)), Length::inches(1.0 / 8.0));
        QCOMPARE(round_step(Unit::Inch, mm(400)), Length::inches(1.0));
    }
};

QTEST_GUILESS_MAIN(TestDrag)
#include "test_drag.moc"
