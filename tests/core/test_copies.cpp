// Patterns that hang on others, odd holes inside patterns, and the kinds beyond circle, arc, row and grid.
#include "layout/copies.h"
#include "layout/validate.h"
#include "layout/why.h"
#include "measure/drill_names.h"
#include "measure/lists.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"
#include "support/jobs.h"

using namespace clockface;
using namespace clockface::testing;

namespace {

Job with(std::vector<Pattern> patterns) {
    Job job = plate_job();
    job.patterns = std::move(patterns);
    return job;
}

Pattern copy(const std::string& name, const std::string& of, CopyWay way) {
    return {name, CopyPattern{of, std::move(way)}, {}};
}

Pattern of_layout(const std::string& name, PatternLayout layout) {
    return {name, std::move(layout), {Purpose::Plain, mm(4), "", std::nullopt}};
}

Point at(const Job& job, const std::string& name) {
    for (const Hole& hole : holes_of(job))
        if (hole.name == name)
            return hole.at;
    return {mm(1e9), mm(1e9)};
}

} // namespace

class TestCopies : public QObject {
    Q_OBJECT
private slots:
    void listed_angles_and_astride() {
        Job job = with({of_layout("A", AnglesPattern{{mm(50), mm(40)}, mm(20), {deg(0), deg(90), deg(225)}})});
        QVERIFY(same(at(job, "A1"), {mm(60), mm(40)}));
        QVERIFY(same(at(job, "A2"), {mm(50), mm(50)}));
        QVERIFY(same(at(job, "A3"), {mm(50) - mm(10 / std::sqrt(2.0)), mm(40) - mm(10 / std::sqrt(2.0))}));
        // Four holes astride 12 o'clock: half a step of 90 past it, so at 1:30 when going clockwise.
        Pattern four = circle("B", {mm(50), mm(40)}, 20, 4, 90, Sense::Clockwise);
        std::get<CirclePattern>(four.layout).straddle = true;
        job = with({four});
        QVERIFY(same(at(job, "B1"), {mm(50) + mm(10 / std::sqrt(2.0)), mm(40) + mm(10 / std::sqrt(2.0))}));
        QVERIFY(same(at(job, "B4"), {mm(50) - mm(10 / std::sqrt(2.0)), mm(40) + mm(10 / std::sqrt(2.0))}));
    }
    void rows_of_every_kind() {
        Job job = with({of_layout("A", RowPattern{{mm(60), mm(45)}, 4, mm(10), deg(0), true}),
                        of_layout("B", StepsPattern{{mm(5), mm(10)}, deg(90), {mm(7.4), mm(9.1), mm(12.2)}}),
                        of_layout("C", MarginsPattern{Axis::X, mm(70), mm(8), mm(12), 5})});
        // From the middle out: 1.5 pitches either side.
        QVERIFY(same(at(job, "A1"), {mm(45), mm(45)}));
        QVERIFY(same(at(job, "A4"), {mm(75), mm(45)}));
        QVERIFY(same(at(job, "B4"), {mm(5), mm(10 + 7.4 + 9.1 + 12.2)}));
        // (120 - 8 - 12) / 4 = 25 apart; the last 12 from the right edge.
        QVERIFY(same(at(job, "C2"), {mm(33), mm(70)}));
        QVERIFY(same(at(job, "C5"), {mm(108), mm(70)}));
        // The metal is half a millimetre longer than drawn: the margins stay, the pitch takes it up.
        job.blank.width.measured = mm(120.5);
        QVERIFY(same(at(job, "C5"), {mm(108.5), mm(70)}));
        job = with_datum_place(job, DatumPlace::UpperRight);
        QVERIFY(same(at(job, "C5"), {mm(-12), mm(-20)}));
        QVERIFY(why_place(job, holes_of(job).back()).find("(120.5 − 8 − 12) / 4 = 25.125 mm") != std::string::npos);
    }
    void middle_and_two_distances() {
        Job job = with({single("A", 10, 20), single("B", 40, 60), of_layout("C", MiddlePattern{{"A", 1}, {"B", 1}}),
                        of_layout("D", TwoDistancesPattern{{"A", 1}, {"B", 1}, mm(30), mm(40), true})});
        QVERIFY(!first_fault(job));
        QVERIFY(same(at(job, "C1"), {mm(25), mm(40)}));
        // 30-40-50: (900 - 1600 + 2500) / 100 = 18 along (0.6, 0.8), 24 across it to the left (-0.8, 0.6).
        const Point d = at(job, "D1");
        QVERIFY(same(distance(d, {mm(10), mm(20)}), mm(30)));
        QVERIFY(same(distance(d, {mm(40), mm(60)}), mm(40)));
        QVERIFY(same(d, {mm(10 + 10.8 - 19.2), mm(20 + 14.4 + 14.4)}));
        std::get<TwoDistancesPattern>(job.patterns[3].layout).left = false;
        QVERIFY(same(at(job, "D1"), {mm(40), mm(20)})); // 24 across it to the right
        // Move A: what hangs on it follows.
        std::get<SinglePattern>(job.patterns[0].layout).at = {mm(20), mm(20)};
        QVERIFY(same(at(job, "C1"), {mm(30), mm(40)}));
    }
    void distances_that_do_not_meet() {
        Job job = with({single("A", 10, 20), single("B", 40, 60),
                        of_layout("C", TwoDistancesPattern{{"A", 1}, {"B", 1}, mm(20), mm(25), true})});
        QVERIFY(first_fault(job)->sentence.find("5 mm longer") != std::string::npos); // 50 apart, 45 together
        std::get<TwoDistancesPattern>(job.patterns[2].layout).from_one = mm(80);
        QVERIFY(first_fault(job)->sentence.find("5 mm shorter") != std::string::npos); // 80 - 25 - 50
        // Tangent within rounding: one crossing, accepted.
        std::get<TwoDistancesPattern>(job.patterns[2].layout).from_one = mm(25);
        QVERIFY(!first_fault(job));
        QVERIFY(same(at(job, "C1"), {mm(25), mm(40)}, 1e-6));
        holds("both crossings are at both distances, mirror images of each other", [](void) {
            const auto real = [] { return *rc::gen::inRange(-1000, 1000) / 7.0; };
            const Point a{mm(real()), mm(real())};
            const Point b{mm(real()), mm(real())};
            RC_PRE(distance(a, b) > mm(0.01));
            const Length from_a = distance(a, b) * (*rc::gen::inRange(30, 120) / 100.0);
            const Length from_b = distance(a, b) * (*rc::gen::inRange(71, 120) / 100.0);
            const auto both = crossings(a, b, from_a, from_b, Unit::Millimetre);
            RC_PRE(both.has_value());
            for (const Point& c : {both->first, both->second}) {
                RC_ASSERT(same(distance(a, c), from_a, 1e-6));
                RC_ASSERT(same(distance(b, c), from_b, 1e-6));
            }
            const Point run = b - a;
            const Point left = both->first - a;
            RC_ASSERT(run.x.in_mm() * left.y.in_mm() - run.y.in_mm() * left.x.in_mm() >= -1e-9);
        });
    }
    void mirror_turn_repeat() {
        Job job =
            with({single("A", 10, 20), copy("B", "A", Mirrored{{mm(60), mm(0)}, deg(90)}),
                  copy("C", "A", Turned{{mm(60), mm(45)}, deg(180), 1}), copy("D", "A", Repeated{{mm(15), mm(2)}, 3}),
                  copy("E", "A", Mirrored{{mm(0), mm(0)}, deg(45)})});
        QVERIFY(!first_fault(job));
        QVERIFY(same(at(job, "B1"), {mm(110), mm(20)}));
        QVERIFY(same(at(job, "C1"), {mm(110), mm(70)}));
        QVERIFY(same(at(job, "D3"), {mm(55), mm(26)}));
        QVERIFY(same(at(job, "E1"), {mm(20), mm(10)})); // in the diagonal X and Y change places
        job.patterns[0].hole = {Purpose::Tapped, mm(5), "M5", mm(6)};
        for (const Hole& hole : holes_of(job))
            QCOMPARE(hole.spec.label, std::string("M5")); // a live copy has its source's holes
    }
    void a_hole_on_the_mirror_is_not_doubled() {
        // A row of three whose middle hole stands on the line: only two are made again, and both fall on the others.
        Job job = with({row("A", 50, 45, 3, 10, 0), copy("B", "A", Mirrored{{mm(60), mm(0)}, deg(90)})});
        QCOMPARE(holes_of(job).size(), 3U);
        std::get<RowPattern>(job.patterns[0].layout).first.x = mm(40);
        QCOMPARE(holes_of(job).size(), 5U); // 40, 50, 60 and 80, 70; the 60 stands on the line
        QVERIFY(same(at(job, "B1"), {mm(80), mm(45)}));
        // Turned about a hole of its own: that hole is not made again.
        job = with({row("A", 50, 45, 3, 10, 0), copy("B", "A", Turned{{mm(50), mm(45)}, deg(120), 2})});
        QCOMPARE(holes_of(job).size(), 7U);
    }
    void a_pattern_at_each_hole_of_another() {
        Job job =
            with({circle("A", {mm(20), mm(20)}, 10, 3, 0), row("B", 20, 20, 3, 30, 0), copy("C", "A", AtEach{"B"})});
        QVERIFY(!first_fault(job));
        QCOMPARE(holes_of(job).size(), 3U + 3U + 6U);
        QVERIFY(same(at(job, "C1"), {mm(55), mm(20)}));
        QVERIFY(same(at(job, "C4"), {mm(85), mm(20)}));
    }
    void in_every_piece() {
        Job job = with({single("A", 9.3, 10), copy("B", "A", InEveryPiece{})});
        QVERIFY(first_fault(job)->sentence.find("not cut into pieces") != std::string::npos);
        job.blank.sawing = Sawing{2, 1, mm(30), mm(1.5), mm(0.5), true};
        QVERIFY(!first_fault(job));
        QVERIFY(same(at(job, "B2"), {mm(9.3 + 2 * 32.5), mm(10)})); // 30 + 1.5 + 2 x 0.5
        QVERIFY(why_place(job, holes_of(job).back()).find("2 × (30 long + 1.5 saw + 2 × 0.5 to face)") !=
                std::string::npos);
    }
    void mirrored_twice_is_as_before() {
        holds("mirror twice: the same holes", [](void) {
            Job job = *any_job();
            const auto source = static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(job.patterns.size())));
            const Mirrored mirror{{mm(*rc::gen::inRange(-90, 90)), mm(*rc::gen::inRange(-90, 90))},
                                  deg(*rc::gen::inRange(0, 360))};
            // The first copy with nothing left out for being doubled, so far as its places go.
            job.patterns.push_back(copy("Q", job.patterns[source].name, mirror));
            job.patterns.push_back(copy("R", "Q", mirror));
            for (std::size_t i = job.patterns.size() - 2; i < job.patterns.size(); ++i)
                job.patterns[i].face = job.patterns[source].face;
            const auto places = places_of(job);
            RC_ASSERT(places.back().size() == places[source].size());
            for (std::size_t i = 0; i < places[source].size(); ++i)
                RC_ASSERT(same(places.back()[i].at, places[source][i].at, 1e-7));
        });
    }
    void copies_keep_distances() {
        holds("no copy changes the distance between two holes", [](void) {
            const Job job = *any_job();
            const auto places = places_of(job);
            for (std::size_t i = 0; i < job.patterns.size(); ++i) {
                const auto* made = std::get_if<CopyPattern>(&job.patterns[i].layout);
                if (!made || !job.patterns[i].off.empty())
                    continue;
                const auto& from = places[static_cast<std::size_t>(pattern_index(job, made->of))];
                for (std::size_t k = 1; k < from.size(); ++k)
                    RC_ASSERT(same(distance(places[i][k].at, places[i][0].at), distance(from[k].at, from[0].at), 1e-7));
            }
        });
    }
    void odd_holes_inside_a_pattern() {
        Job job = with({circle("A", {mm(50), mm(40)}, 20, 4, 0)});
        const Hole second = holes_of(job)[1];
        move_hole(job, second, second.at + Point{mm(0.3), mm(-0.2)});
        QVERIFY(std::holds_alternative<CirclePattern>(job.patterns[0].layout)); // it stays a pattern
        QVERIFY(same(at(job, "A2"), {mm(50.3), mm(49.8)}));
        QVERIFY(same(at(job, "A1"), {mm(60), mm(40)}));
        QVERIFY(why_place(job, holes_of(job)[1]).find("off that place by X +0.300, Y −0.200") != std::string::npos);
        move_hole(job, holes_of(job)[1], second.at);
        QVERIFY(job.patterns[0].off.empty());      // back in its place it is no exception any more
        job.patterns[0].extras = {{mm(0), mm(0)}}; // one in the middle
        QVERIFY(same(at(job, "A5"), {mm(50), mm(40)}));
        move_hole(job, holes_of(job)[4], {mm(51), mm(41)});
        QVERIFY(same(job.patterns[0].extras[0], {mm(1), mm(1)}));
        job.patterns[0].left_out = {5, 6};
        QCOMPARE(first_fault(job)->place, std::string("patterns[0].left_out"));
    }
    void cut_loose_and_taken_away() {
        holds("cutting loose or taking away a source moves no other hole", [](void) {
            Job job = *any_job();
            const auto index = static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(job.patterns.size())));
            const auto by_name = [](const Job& of) {
                std::map<std::string, Hole> all;
                for (const Hole& hole : holes_of(of))
                    all[hole.name] = hole;
                return all;
            };
            const auto before = by_name(job);
            const Job loose = cut_loose(job, index);
            RC_ASSERT(!first_fault(loose));
            RC_ASSERT(names_in(std::as_const(loose.patterns[index].layout)).empty());
            const Job without = without_pattern(job, index);
            RC_ASSERT(!first_fault(without));
            for (const auto& [name, hole] : by_name(loose)) {
                RC_ASSERT(before.contains(name));
                RC_ASSERT(same(before.at(name).at, hole.at, 1e-7));
                RC_ASSERT(before.at(name).spec == hole.spec);
            }
            RC_ASSERT(by_name(loose).size() == before.size());
            for (const auto& [name, hole] : by_name(without))
                RC_ASSERT(same(before.at(name).at, hole.at, 1e-7));
        });
    }
    void a_new_name_goes_everywhere() {
        Job job = with({single("A", 10, 20), row("B", 20, 20, 2, 5, 0), copy("C", "A", AtEach{"B"}),
                        of_layout("D", MiddlePattern{{"A", 1}, {"B", 2}})});
        rename_pattern(job, 0, "Post");
        QVERIFY(!first_fault(job));
        QCOMPARE(std::get<CopyPattern>(job.patterns[2].layout).of, std::string("Post"));
        QCOMPARE(std::get<MiddlePattern>(job.patterns[3].layout).one.pattern, std::string("Post"));
    }
    void what_cannot_hang_together_data() {
        QTest::addColumn<QString>("says");
        QTest::newRow("nothing of that name") << "no pattern Z";
        QTest::newRow("itself") << "stand before it";
        QTest::newRow("a later one") << "stand before it";
        QTest::newRow("no such hole") << "no hole B9";
        QTest::newRow("the same hole twice") << "two different holes";
        QTest::newRow("at its own holes") << "its own holes";
        QTest::newRow("no step") << "Repeated without a step";
        QTest::newRow("a full turn") << "falls on its source";
        QTest::newRow("too many") << "holds up to 10000";
        QTest::newRow("another face") << "another face";
        QTest::newRow("holes of its own") << "the holes of its source";
    }
    void what_cannot_hang_together() {
        QFETCH(QString, says);
        const QString which = QTest::currentDataTag();
        Job job = with({single("A", 10, 20), row("B", 20, 20, 2, 5, 0), copy("C", "A", Repeated{{mm(5), mm(0)}, 2})});
        auto& last = std::get<CopyPattern>(job.patterns[2].layout);
        if (which == "nothing of that name")
            last.of = "Z";
        else if (which == "itself")
            last.of = "C";
        else if (which == "a later one")
            std::swap(job.patterns[0], job.patterns[2]);
        else if (which == "no such hole")
            job.patterns[2] = of_layout("C", MiddlePattern{{"A", 1}, {"B", 9}});
        else if (which == "the same hole twice")
            job.patterns[2] = of_layout("C", MiddlePattern{{"A", 1}, {"A", 1}});
        else if (which == "at its own holes")
            last.way = AtEach{"A"};
        else if (which == "no step")
            last.way = Repeated{{}, 2};
        else if (which == "a full turn")
            last.way = Turned{{}, deg(360), 1};
        else if (which == "too many")
            for (const char* name : {"D", "E", "F"}) {
                job.patterns.push_back(copy(name, job.patterns.back().name, Repeated{{mm(0.001), mm(0)}, 9000}));
            }
        else if (which == "another face")
            job.patterns[0].face = Face::Under;
        else
            job.patterns[2].hole.diameter = mm(3);
        QVERIFY(first_fault(job));
        QVERIFY2(QString::fromStdString(first_fault(job)->sentence).contains(says), first_fault(job)->sentence.c_str());
    }
    void sides_as_they_are_said_at_the_bench() {
        for (const auto& [words, bearing] : {std::pair("towards me", 270.0),
                                             {"toward me", 270.0},
                                             {"away", 90.0},
                                             {"away from me", 90.0},
                                             {"left", 180.0}})
            QVERIFY(std::abs(read_direction(words, from_twelve_clockwise)->value.in_degrees() - bearing) < 1e-9);
    }
    void drills_by_their_size() {
        QCOMPARE(drill_of(Length::inches(0.136)), std::string("#29"));
        QCOMPARE(drill_of(Length::inches(0.257)), std::string("F"));
        QCOMPARE(drill_of(mm(3.454)), std::string("#29")); // to a twentieth of a thousandth of an inch
        QCOMPARE(drill_of(mm(3.5)), std::string());
        QVERIFY(both_units(Length::inches(0.136)).ends_with("drill #29"));
    }
    void lists_of_figures() {
        const auto lengths = read_lengths("7.4, 9.1 and 3x 12.2; 1/2 in", Unit::Millimetre);
        QVERIFY(lengths);
        QCOMPARE(lengths->size(), 6U);
        QVERIFY(same((*lengths)[4], mm(12.2)));
        QVERIFY(same((*lengths)[5], mm(12.7)));
        QVERIFY(!read_lengths(" , ", Unit::Millimetre));
        QVERIFY(!read_lengths("7.4, wide", Unit::Millimetre));
        QVERIFY(!read_lengths("0x 7.4", Unit::Millimetre));
        const auto points = read_points("3, 4; 5, 6.5", Unit::Inch);
        QVERIFY(points && points->size() == 2 && same((*points)[1].y, Length::inches(6.5)));
        QVERIFY(!read_points("3, 4; 5", Unit::Inch));
        QVERIFY(!read_points("", Unit::Inch));
        const auto angles = read_directions("12, 95, 2:30", from_twelve_clockwise);
        QVERIFY(angles && angles->size() == 3);
        QVERIFY(std::abs((*angles)[2].in_degrees() - 15.0) <
                1e-9); // 2:30 is 75 clockwise from the top, 15 from the right
        QVERIFY(!read_directions("12, noon", from_twelve_clockwise));
    }
    void figures_of_another_convention() {
        // 45 clockwise from the top is half past one: 45 from the right.
        const auto read = read_direction("45 from 12 cw", from_three_counter_clockwise);
        QVERIFY(read && std::abs(read->value.in_degrees() - 45.0) < 1e-9);
        QVERIFY(read->how.find("45° clockwise from 12:00 is 45° here") != std::string::npos);
        QVERIFY(std::abs(read_direction("30 from 3 o'clock ccw", from_twelve_clockwise)->value.in_degrees() - 30.0) <
                1e-9);
        QVERIFY(std::abs(read_direction("10 from left clockwise", from_twelve_clockwise)->value.in_degrees() - 170.0) <
                1e-9);
        QVERIFY(!read_direction("45 from noon cw", from_three_counter_clockwise));
        QVERIFY(!read_direction("x from 12 cw", from_three_counter_clockwise));
    }
};

QTEST_GUILESS_MAIN(TestCopies)
#include "test_copies.moc"
