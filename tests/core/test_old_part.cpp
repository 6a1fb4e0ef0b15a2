// An old part as text, the designs behind its places, how it is laid on the new piece, whether bolts go through, and
// marks.
#include "layout/copies.h"
#include "layout/from_part.h"
#include "layout/validate.h"
#include "ordering/wording.h"
#include "plan/plan.h"
#include "shop/validate.h"
#include "support/findings.h"
#include "support/old_parts.h"
#include "survey/designs.h"
#include "survey/fits.h"
#include "survey/marks.h"

#include <QTest>
#include <cmath>
#include <fmt/format.h>
#include <rapidcheck.h>

using namespace clockface;
using namespace clockface::testing;

namespace {

// Holes at these places, every distance read exactly.
OldPart measured(const std::vector<Point>& places, const std::string& size = "8.4") {
    std::vector<std::string> lines;
    for (std::size_t i = 0; i < places.size(); ++i)
        lines.push_back(fmt::format("hole H{} {} at {} {}", i + 1, size, places[i].x.in_mm(), places[i].y.in_mm()));
    for (std::size_t i = 0; i < places.size(); ++i)
        for (std::size_t j = i + 1; j < places.size(); ++j)
            lines.push_back(
                fmt::format("centres H{} H{} {:.6f}", i + 1, j + 1, distance(places[i], places[j]).in_mm()));
    return part_of(lines);
}

Point at(double x, double y) {
    return {Length::mm(x), Length::mm(y)};
}

const Proposal* likely(const std::vector<Proposal>& all, DesignKind kind) {
    for (const Proposal& each : all)
        if (each.design && each.design->kind == kind)
            return &each;
    return nullptr;
}

// A plate, and on it the part laid with H1 at 20, 15.
Job copying(const OldPart& part) {
    Job job = plate_job();
    job.patterns.clear();
    job.old_part = part;
    job.old_part.laying.at = at(20, 15);
    job.old_part.laying.mirrored = false;
    return following_old_part(job);
}

} // namespace

class TestOldPart : public QObject {
    Q_OBJECT
private slots:
    void every_line_of_the_grammar() {
        const std::vector<std::string> lines = {"unit mm",
                                                "instrument caliper 0.02 to 300",
                                                "instrument height-gauge 0.05 not-at-hand",
                                                "instrument protractor 0.5",
                                                "hole H1 8.21 at 12 40",
                                                "hole H2 6.65 tapped at 60 42 pin 6 bolt 8 as M8 depth 12 blind "
                                                "head-room 30 free-round 15 by plug",
                                                "hole H3 10 at 90 10 as 10 H7",
                                                "edge base from 0 0 to 120 0",
                                                "edge side from 0 0 to 0 90",
                                                "outside H1 H2 63.42",
                                                "wall H1 base 7.9",
                                                "along-edge H1 base side 30.2",
                                                "height H1 base 41.5",
                                                "angle H1 H2 H3 91.5",
                                                "in-line H1 H2 H3",
                                                "square H1 H2 H3",
                                                "square base side",
                                                "outside H1 H3 90.1 by rule struck",
                                                "zero H1",
                                                "along base",
                                                "design circle 6 of 61.5: H1/0 H2/1 H3/2",
                                                "design symmetric: H1/0 H2/0 H3/1",
                                                "lay centred bearing 90 turned-over",
                                                "marks face-to-face bonded within 0.3"};
        const OldPart part = part_of(lines);
        const std::vector<std::string> again = to_lines(part);
        QCOMPARE(part_of(again), part);
        for (const std::string& line : lines)
            QVERIFY2(std::find(again.begin(), again.end(), line) != again.end() ||
                         line.find("H2 6.65") != std::string::npos,
                     line.c_str());
        QCOMPARE(part.holes[1].made_as->label, std::string("M8"));
        QCOMPARE(part.holes[1].access.way, std::optional(MarkWay::Plug));
    }

    void readings_are_read_as_people_write_them() {
        const OldPart part = part_of({"unit in", "hole H1 1/4 at 0 0", "hole H2 1/4 at 50 0", "hole H3 1/4 at 50 40"});
        const auto length = [&](const char* text) {
            const Result<Reading> read = read_reading(text, part);
            return read ? read->length.in(Unit::Inch) : -1.0;
        };
        QCOMPARE(length("outside H1 H2 2 1/4"), 2.25);
        QCOMPARE(length("ou h1 h2 2-1/4"), 2.25);
        QCOMPARE(length("OUTSIDE\tH1\tH2\t57.15mm"), 2.25);
        QCOMPARE(length("outside; H1; H2; 2.25"), 2.25);
        QCOMPARE(length("out H1 H2 2.25 # by the window"), 2.25);
        QCOMPARE(read_reading("ang H1 H2 H3 51°30'", part)->angle.in_degrees(), 51.5);
    }

    void refusals_data() {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("words");
        const auto row = [](const char* line, const char* words) { QTest::newRow(line) << line << words; };
        row("sideways H1 H2 30", "no kind of reading");
        row("o H1 H2 30", "one letter more");
        row("outside H1 H9 30", "no hole or edge named 'H9'");
        row("outside H1 H1 30", "cannot be measured to itself");
        row("outside H1 base 30", "base is an edge");
        row("wall H1 H2 30", "H2 is a hole");
        row("outside H1 H2 0", "above nought");
        row("outside H1 H2 -4", "above nought");
        row("outside H1 H2", "missing");
        row("outside H1", "missing");
        row("outside H1 H2 12.x", "");
        row("outside H1 H2 12", "less than the two holes together");
        row("centres H1 H2 5", "run into each other");
        row("over-pins H1 H2 9", "less than the two pins");
        row("far-side H1 base 5", "less than the hole itself");
        row("height H1 base 3", "less than the pin itself");
        row("along-edge H1 base top 30", "nearly the same way");
        row("angle H1 H2 H3 0", "above 0 and at most 180");
        row("angle H1 H2 H3 181", "above 0 and at most 180");
        row("square H1 base", "missing");
        row("outside H1 H2 30 by eye", "none of");
        row("outside H1 H2 30 twice", "");
        row("hole H1 8 at 5 5", "two things named H1");
        row("hole H9 0 at 5 5", "above nought");
        row("hole H9 8 pin 9 at 5 5", "does not go into");
        row("hole H9 8", "Where it stands in the sketch");
        row("hole 9H 8 at 5 5", "no name");
        row("hole H9 8 at 60 0", "the same spot");
        row("edge e from 3 3 to 3 3", "are the same");
        row("zero H9", "no hole named H9");
        row("along nowhere", "no hole or edge named nowhere");
        row("design circle 6 of 50: H1/0 H2/1 H3/9", "no place in it");
        row("design circle 6 of 50: H1/0 H2/0 H3/1", "the place of another");
        row("design circle 6 of 0: H1/0 H2/1 H3/2", "above nought");
        row("design row of 20: H1", "a hole and its place");
        row("instrument caliper 0", "none is perfect");
        row("instrument eye 1", "none of");
        row("unit cm", "none of");
        row("lay somewhere", "not expected");
    }
    void refusals() {
        QFETCH(QString, line);
        QFETCH(QString, words);
        std::vector<std::string> lines = {"hole H1 8 at 0 0",
                                          "hole H2 8 at 60 0",
                                          "hole H3 8 at 40 40",
                                          "edge base from 0 -9 to 90 -9",
                                          "edge top from 0 60 to 90 60",
                                          "outside H1 H2 68"};
        QVERIFY(read_old_part(lines).has_value());
        lines.push_back(line.toStdString());
        const Result<OldPart> read = read_old_part(lines);
        QVERIFY2(!read, "it was taken");
        QVERIFY2(QString::fromStdString(read.error().sentence).contains(words), read.error().text().c_str());
        QVERIFY(!read.error().place.empty());
    }

    void text_comes_back_from_random_parts() {
        QVERIFY(rc::check("an old part comes back from its lines", [] {
            Dice dice(*rc::gen::inRange(1, 1'000'000));
            MadePart made = strewn(dice, *rc::gen::inRange(1, 12));
            measure_all(made, dice, 2, 1.0);
            made.part.unit = *rc::gen::element(Unit::Millimetre, Unit::Inch);
            made.part.laying.bearing = Angle::degrees(uniform(dice, 0.0, 360.0));
            if (!first_fault(made.part)) {
                const Result<OldPart> again = read_old_part(to_lines(made.part));
                RC_ASSERT(again.has_value());
                RC_ASSERT(*again == made.part);
            }
        }));
    }

    // Five of six places of a 47 circle, turned by 17 degrees, each 0.02 out at most: the design is seen and laid on
    // them.
    void a_circle_is_seen() {
        std::vector<Point> places;
        for (const int k : {0, 1, 2, 4, 5})
            places.push_back(at(60, 50) + polar(Length::mm(23.5), Angle::degrees(17.0 + 60.0 * k)));
        places[1] = places[1] + at(0.015, -0.01);
        OldPart part = measured(places);
        const Survey found = survey(part);
        const auto all = proposals(part, found);
        const Proposal* circle = likely(all, DesignKind::Circle);
        QVERIFY(circle);
        QCOMPARE(circle->design->count, 6);
        QCOMPARE(circle->design->size.in_mm(), 47.0);
        QVERIFY(circle->fits());
        QVERIFY(circle->sentence.find("five of six equal spaces") != std::string::npos);
        part.designs.push_back(*circle->design);
        const auto designed = designed_places(part, found);
        for (int i = 0; i < 5; ++i) {
            const std::string name = "H" + std::to_string(i + 1), next = "H" + std::to_string(i % 4 + 2);
            QVERIFY(distance(designed.at(name), *found.holes[static_cast<std::size_t>(i)].at) < Length::mm(0.03));
        }
        QVERIFY(std::fabs(distance(designed.at("H1"), designed.at("H2")).in_mm() - 23.5) <
                1e-9);                                                // 60 degrees: the radius
        QVERIFY(!likely(proposals(part, found), DesignKind::Circle)); // not offered again
    }

    void rows_symmetry_and_round_figures() {
        const OldPart row = measured({at(10, 10), at(32.5, 10.01), at(77.5, 10), at(55, 10), at(41, 63)});
        const auto in_row = proposals(row, survey(row));
        const Proposal* found = likely(in_row, DesignKind::Row);
        QVERIFY(found);
        QCOMPARE(found->design->size.in_mm(), 22.5);
        QCOMPARE(found->design->places[3].first, std::string("H3")); // in order along the row
        QCOMPARE(found->design->places[3].second, 3);

        OldPart kite = measured({at(0, 0), at(31.7, 12.3), at(31.7, -12.3), at(54.1, 20.6), at(54.1, -20.6)});
        const Survey places = survey(kite);
        const auto all = proposals(kite, places);
        const Proposal* mirror = likely(all, DesignKind::Symmetric);
        QVERIFY(mirror);
        QCOMPARE(mirror->design->places.size(), std::size_t{5});
        kite.designs.push_back(*mirror->design);
        for (const auto& [name, place] : designed_places(kite, places)) // symmetric already: nothing moves
            QVERIFY(distance(place, *places.holes[static_cast<std::size_t>(hole_index(kite, name))].at) <
                    Length::mm(1e-3));

        OldPart inch = measured({at(0, 0), at(25.4, 0), at(6.35, 19.05), at(31.75, 12.7), at(44.45, 25.4)});
        inch.unit = Unit::Inch;
        inch.along = "H2";
        const auto steps = proposals(inch, survey(inch));
        const Proposal* round = likely(steps, DesignKind::Round);
        QVERIFY(round);
        QCOMPARE(round->design->size.in_mm(), 6.35);
    }

    // Nothing is seen in places strewn at random, nine times in ten at least.
    void chance_is_no_design() {
        Dice dice(4);
        int seen = 0;
        for (int round = 0; round < 40; ++round) {
            MadePart made = strewn(dice, 7);
            for (auto& hole : made.part.holes)
                hole.diameter = Length::mm(6.0);
            for (auto& hole : made.truth)
                hole.diameter = 6.0;
            measure_all(made, dice, 4, 1.0);
            for (auto& hole : made.part.holes)
                hole.diameter = Length::mm(6.0);
            const auto all = proposals(made.part, survey(made.part));
            seen += std::any_of(all.begin(), all.end(), [](const Proposal& each) { return each.design.has_value(); });
        }
        QVERIFY2(seen <= 4, qPrintable(QString::number(seen)));
    }

    void sizes_are_seen() {
        const auto sizes = [](const std::string& hole) {
            const OldPart part = part_of({hole});
            QStringList said;
            for (const Proposal& each : proposals(part, survey(part)))
                said << QString::fromStdString(each.sentence);
            return said.join('\n');
        };
        // M6 has 6 - 1.0825 = 4.9175 over its tips, M8 8 - 1.0825 x 1.25 = 6.647.
        QVERIFY(sizes("hole H1 5.02 tapped at 0 0").contains("M6"));
        QVERIFY(sizes("hole H1 6.72 tapped at 0 0").contains("M8"));
        QVERIFY(sizes("hole H1 8.01 at 0 0").contains("reamed 8 mm H7"));
        QVERIFY(sizes("hole H1 7.56 at 0 0").contains("a 7.5 mm hole"));
        QVERIFY(sizes("hole H1 8.4 at 0 0").isEmpty());
        QCOMPARE(copied_spec(OldPart{}, part_of({"hole H1 8.42 at 0 0"}).holes[0])->diameter.in_mm(), 8.4);
        QVERIFY(!copied_spec(OldPart{}, part_of({"hole H1 5.02 tapped at 0 0"}).holes[0]));
    }

    void laid_squared_centred_and_turned_over() {
        OldPart part = measured({at(0, 0), at(40, 0), at(40, 20)});
        part.along = "H2";
        Job job = copying(part);
        QCOMPARE(job.patterns.size(), std::size_t{1});
        const auto place_is = [&](int number, double x, double y) {
            const Point there = place(job, {job.patterns[0].name, number});
            return std::fabs(there.x.in_mm() - x) < 1e-3 && std::fabs(there.y.in_mm() - y) < 1e-3;
        };
        QVERIFY(place_is(1, 20, 15) && place_is(2, 60, 15) && place_is(3, 60, 35));
        job.old_part.laying.mirrored = true;
        job = following_old_part(job);
        QVERIFY(place_is(1, 20, 15) && place_is(2, 60, 15) && place_is(3, 60, -5));
        job.old_part.laying.bearing = Angle::degrees(90);
        job = following_old_part(job);
        QVERIFY(place_is(2, 20, 55) && place_is(3, 40, 55));
        job.old_part.laying.centred = true; // plate 120 x 90, zero at its lower left: box 20 x 40 about 60, 45
        job = following_old_part(job);
        QVERIFY(place_is(1, 50, 25) && place_is(2, 50, 65) && place_is(3, 70, 65));
        QCOMPARE(following_old_part(job), job);
        // Not before the user has said which face: nothing is copied.
        Job unsaid = plate_job();
        unsaid.patterns.clear();
        unsaid.old_part = part;
        QVERIFY(following_old_part(unsaid).patterns.empty());
    }

    void the_copy_follows_the_readings() {
        OldPart part = measured({at(0, 0), at(40, 0), at(40, 20), at(12, 31)});
        part.along = "H2";
        Job job = copying(part);
        const std::string name = job.patterns[0].name;
        // The last hole loses its readings: it has no place, and the plan says so.
        Job less = job;
        less.old_part.readings.erase(std::remove_if(less.old_part.readings.begin(), less.old_part.readings.end(),
                                                    [](const Reading& each) { return each.between[1] == "H4"; }),
                                     less.old_part.readings.end());
        less = following_old_part(less);
        QCOMPARE(holes_of(less).size(), std::size_t{3});
        QCOMPARE(found(less, FindingKind::NotSettled).size(), std::size_t{1});
        QVERIFY(!first_fault(less));
        // And gets it back under the old name.
        less.old_part.readings = job.old_part.readings;
        QCOMPARE(following_old_part(less), job);
        // Another size takes it to a pattern of its own; its number there is another, the rest stay.
        Job sized = job;
        sized.old_part.holes[3].made_as = HoleSpec{Purpose::Reamed, Length::mm(8.4), "H7", {}};
        sized = following_old_part(sized);
        QCOMPARE(sized.patterns.size(), std::size_t{2});
        QCOMPARE(sized.patterns[0].name, name);
        QCOMPARE(sized.patterns[1].hole.label, std::string("H7"));
        // Taking a hole away takes its readings; renaming renames them.
        const Job fewer = following_old_part(without_old_feature(job, "H2"));
        QVERIFY(!first_fault(fewer));
        QCOMPARE(fewer.old_part.readings.size(), std::size_t{3});
        const Job renamed = with_old_name(job, "H3", "boss-hole");
        QVERIFY(!first_fault(renamed));
        QCOMPARE(survey(renamed.old_part).holes[2].name, std::string("boss-hole"));
        // Zero moved: every hole stays on the metal.
        Job moved = following_old_part(with_datum_place(job, DatumPlace::Middle));
        for (int k = 1; k <= 4; ++k) {
            const Point before = place(job, {name, k}) + datum_from_middle(job);
            const Point after = place(moved, {name, k}) + datum_from_middle(moved);
            QVERIFY(distance(before, after) < Length::mm(1e-6));
        }
        // Cut loose it stays where it is and follows no more.
        Job loose = cut_loose(job, 0);
        loose.old_part.laying.at = at(90, 90);
        QVERIFY(distance(place(loose, {name, 1}), place(job, {name, 1})) < Length::mm(1e-9));
    }

    // Two holes whose copy is 0.3 wider: half of it at each, and 0.4 of play at each: 0.25 left. With a third hole on
    // the middle line nothing changes; turned by a small angle as a whole nothing changes either.
    void play_that_is_left() {
        const auto pair = [](double x, double y, double dx, double dy, double play) {
            return BoltedPair{"H", at(x, y), at(dx, dy), Length::mm(play)};
        };
        const auto left = [](const std::vector<BoltedPair>& pairs) { return play_left(pairs).in_mm(); };
        QVERIFY(std::fabs(left({pair(0, 0, 0, 0, 0.4), pair(50, 0, 0.3, 0, 0.4)}) - 0.25) < 1e-3);
        QVERIFY(std::fabs(left({pair(0, 0, 0, 0, 0.1), pair(50, 0, 0.3, 0, 0.1)}) + 0.05) < 1e-3);
        QVERIFY(std::fabs(left({pair(0, 0, 0, 0, 0.4), pair(25, 30, 0.15, 0, 0.4), pair(50, 0, 0.3, 0, 0.4)}) - 0.25) <
                1e-3);
        const double turn = 0.002;
        std::vector<BoltedPair> turned;
        for (const Point& each : {at(0, 0), at(60, 10), at(30, 50)})
            turned.push_back(pair(each.x.in_mm(), each.y.in_mm(), -turn * each.y.in_mm(), turn * each.x.in_mm(), 0.2));
        QVERIFY(std::fabs(left(turned) - 0.2) < 1e-3);
        QVERIFY(left({pair(5, 5, 1.0, 1.0, 0.3)}) > 0.299); // one hole is pushed over the other
    }

    // Against trying pushes on a fine grid about the best.
    void play_that_is_left_is_the_most_there_can_be() {
        QVERIFY(rc::check("no push leaves more play than the one found", [] {
            Dice dice(*rc::gen::inRange(1, 1'000'000));
            std::vector<BoltedPair> pairs;
            const int n = *rc::gen::inRange(2, 8);
            for (int i = 0; i < n; ++i)
                pairs.push_back({"H", at(uniform(dice, -60, 60), uniform(dice, -40, 40)),
                                 at(uniform(dice, -0.2, 0.2), uniform(dice, -0.2, 0.2)),
                                 Length::mm(uniform(dice, 0.1, 0.4))});
            const double best = play_left(pairs).in_mm();
            for (int k = 0; k < 300; ++k) {
                const double x = uniform(dice, -0.3, 0.3), y = uniform(dice, -0.3, 0.3),
                             w = uniform(dice, -0.005, 0.005);
                double mx = 0, my = 0, least = 1e9;
                for (const BoltedPair& each : pairs) {
                    mx += each.at.x.in_mm() / n;
                    my += each.at.y.in_mm() / n;
                }
                for (const BoltedPair& each : pairs)
                    least = std::min(least, each.play.in_mm() -
                                                std::hypot(each.off.x.in_mm() + x - w * (each.at.y.in_mm() - my),
                                                           each.off.y.in_mm() + y + w * (each.at.x.in_mm() - mx)));
                RC_ASSERT(least < best + 2e-3);
            }
        }));
    }

    void copies_bolt_up_as_often_as_they_should() {
        OldPart part = measured({at(0, 0), at(80, 0), at(80, 50), at(0, 50)});
        for (OldHole& hole : part.holes)
            hole.bolt = Length::mm(8.0); // 0.4 of play each
        const Survey found = survey(part);
        QCOMPARE(check_fit(part, found, Length::mm(0.03), 500).share, 1.0);
        const double poor = check_fit(part, found, Length::mm(0.35), 500).share;
        QVERIFY(poor < 0.6);
        QCOMPARE(check_fit(part, found, Length::mm(0.35), 500).share, poor); // the same seed, the same count
        for (OldHole& hole : part.holes)
            hole.bolt = Length::mm(8.5);
        QVERIFY(check_fit(part, found, Length::mm(0.03), 100).left < Length{});
    }

    // Every way of marking has its own words, with the tool and the cautions that belong to it.
    void words_of_marks() {
        Job job = plate_job();
        const Machine marks = default_shop().marks;
        const std::vector<Hole> none;
        const WordingNeeds needs{job, none, marks};
        const auto words = [&](MarkWay way) {
            return in_words(Instruction{MarkAcross{"H3", way, Length::mm(6.6), Length::mm(6.4), "M6"}, -1}, needs);
        };
        QVERIFY(words(MarkWay::Punch).sentence.find("6.4 mm punch") != std::string::npos);
        QVERIFY(words(MarkWay::Punch).why.find("0.1 mm beside") != std::string::npos); // (6.6 - 6.4) / 2
        QVERIFY(words(MarkWay::Punch).note.find("Eyes covered") != std::string::npos);
        QVERIFY(words(MarkWay::Screw).sentence.find("M6") != std::string::npos);
        QVERIFY(words(MarkWay::Plug).sentence.find("6.4 mm plug") != std::string::npos);
        QVERIFY(words(MarkWay::DrillThrough).note.find("chuck key out") != std::string::npos);
        std::set<std::string> all;
        for (int i = 0; i < mark_ways; ++i)
            all.insert(words(static_cast<MarkWay>(i)).sentence);
        QCOMPARE(all.size(), std::size_t{mark_ways - 1}); // a guide and a bonded guide are drilled alike
        const auto say = [&](const Action& action) { return in_words(Instruction{action, -1}, needs).sentence; };
        QVERIFY(say(LayOldPart{"H1", "base", at(20, 15), {}, true, false}).find("turned over") != std::string::npos);
        QVERIFY(say(LayOldPart{"H1", "", at(20, 15), {}, false, true}).find("Glue it on") != std::string::npos);
        QVERIFY(say(PinThrough{"H3", Length::mm(6.4)}).find("6.4 mm") != std::string::npos);
        QVERIFY(say(CompareAcross{"H1", "H2", Length::mm(47.32), Length::mm(0.3)}).find("expect 47.32 mm") !=
                std::string::npos);
        QVERIFY(say(DrillMark{"H3", "8.4 mm"}).find("drill 8.4 mm where it is marked") != std::string::npos);
        job.unit = Unit::Inch;
        QVERIFY(say(CompareAcross{"H1", "H2", Length::inches(1.863), Length::inches(0.012)}).find("expect 1.863 in") !=
                std::string::npos);
    }

    void a_faulty_drawer_is_refused() {
        const auto fault = [](const auto& spoil) {
            Shop shop = default_shop();
            spoil(std::get<MarksAcross>(shop.marks.kind));
            const auto found = first_fault(shop);
            return found ? found->place : std::string();
        };
        QCOMPARE(fault([](MarksAcross&) {}), std::string());
        QCOMPARE(fault([](MarksAcross& marks) { marks.punches[0].step = {}; }), std::string("marks.punches"));
        QCOMPARE(fault([](MarksAcross& marks) { std::swap(marks.punches[0].from, marks.punches[0].to); }),
                 std::string("marks.punches"));
        QCOMPARE(fault([](MarksAcross& marks) { marks.plugs = {Length::mm(-1)}; }), std::string("marks.plugs"));
        QCOMPARE(fault([](MarksAcross& marks) { marks.screws = {"M99"}; }), std::string("marks.screws"));
        QCOMPARE(fault([](MarksAcross& marks) { marks.cone = Length::mm(-2); }), std::string("marks.cone"));
        Shop other = default_shop();
        other.marks.kind = DrillPress{};
        QCOMPARE(first_fault(other)->place, std::string("marks.kind"));
        other = default_shop();
        other.machines[0].name = other.marks.name;
        QVERIFY(first_fault(other));
    }

    void punches_and_the_gap_between_two_sets() {
        const auto drawer = std::get<MarksAcross>(default_shop().marks.kind);
        const auto punch = [&](double hole) {
            const auto got = punch_for(Length::mm(hole), drawer.punches);
            return got ? got->in_mm() : 0.0;
        };
        QCOMPARE(punch(6.4), 6.4);
        QCOMPARE(punch(6.39), 6.0);
        QCOMPARE(punch(7.9), 6.4); // between the sets
        QCOMPARE(punch(8.2), 8.0);
        QCOMPARE(punch(20.0), 12.5);
        QCOMPARE(punch(2.3), 0.0);
    }

    void ways_by_access() {
        const auto drawer = std::get<MarksAcross>(default_shop().marks.kind);
        const auto best = [&](const std::string& hole, MarkingTerms terms = {}) {
            return ways_across(part_of({hole}).holes[0], terms, drawer, {}, std::nullopt).front();
        };
        const auto way = [&](const std::string& hole, MarkWay wanted, MarkingTerms terms = {}) {
            for (const WayAcross& each : ways_across(part_of({hole}).holes[0], terms, drawer, {}, std::nullopt))
                if (each.way == wanted)
                    return each;
            return WayAcross{};
        };
        // A punch of 6.0 in a hole of 6.2 may stand 0.1 beside it, and wanders 0.05.
        QVERIFY(std::fabs(way("hole H1 6.2 at 0 0", MarkWay::Punch).expected.in_mm() - 0.15) < 1e-9);
        QVERIFY(!way("hole H1 6.2 at 0 0 blind", MarkWay::Punch).possible);
        QVERIFY(!way("hole H1 6.2 at 0 0 head-room 60", MarkWay::Punch).possible);
        QVERIFY(!way("hole H1 6.2 at 0 0 free-round 5", MarkWay::Punch).possible);
        QVERIFY(!way("hole H1 5 tapped at 0 0 as M6", MarkWay::Punch).possible);
        QCOMPARE(best("hole H1 5 tapped at 0 0 as M6").way, MarkWay::Screw);
        QVERIFY(!way("hole H1 3.4 tapped at 0 0 as M4", MarkWay::Screw).possible); // not in the drawer
        QCOMPARE(best("hole H1 6.1 at 0 0 blind").way, MarkWay::Plug);
        MarkingTerms guide;
        guide.drill_guide = true;
        QCOMPARE(best("hole H1 6.2 at 0 0", guide).way, MarkWay::DrillThrough);
        MarkingTerms bonded = guide;
        bonded.bonded = true;
        QCOMPARE(best("hole H1 6.2 at 0 0", bonded).way, MarkWay::Bonded);
        // Hung over and deep: only the long-nosed marker gets down, and not within what is wanted.
        const WayAcross marker = best("hole H1 6.2 at 0 0 head-room 45 depth 40");
        QCOMPARE(marker.way, MarkWay::Marker);
        QVERIFY(!marker.holds);
        QVERIFY(
            !best("hole H1 6.2 at 0 0 blind depth 40 head-room 10", {false, false, false, Length::mm(0.2)}).possible);
    }

    // The list for marks on the simulated bench: every hole lands where the old part has it.
    void the_list_for_marks_is_proved() {
        OldPart part = measured({at(0, 0), at(40, 0), at(40, 20), at(12, 31)});
        part.along = "H2";
        part.marking.within = Length::mm(0.5);
        Job job = copying(part);
        at_hand(job).machine = "Marks";
        SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(std::holds_alternative<MarksAcross>(plan.machine.kind));
        QVERIFY(plan.run.complaints.empty());
        QVERIFY(!plan.run.landings.empty());
        QVERIFY(plan.run.worst()->miss < Length::mm(1e-3));
        const WordingNeeds needs{job, plan.holes, plan.machine};
        for (const Instruction& each : plan.route.list)
            QVERIFY(!in_words(each, needs).sentence.empty());
        // As a guide: the first hole is drilled and pinned before the second.
        job.old_part.marking.drill_guide = true;
        plan = plan_at_hand(job, default_shop());
        std::vector<std::string> order;
        for (const Instruction& each : plan.route.list)
            if (const auto* across = std::get_if<MarkAcross>(&each.action))
                order.push_back(across->from);
            else if (const auto* pin = std::get_if<PinThrough>(&each.action))
                order.push_back("pin " + pin->from);
        const auto first_drilled = std::find_if(order.begin(), order.end(),
                                                [](const std::string& each) { return each.rfind("pin ", 0) == 0; });
        QVERIFY(first_drilled != order.end() && first_drilled != order.begin());
        QCOMPARE(*first_drilled, "pin " + *(first_drilled - 1));
        QVERIFY(plan.run.worst()->miss < Length::mm(1e-3));
        // A list that leaves the old part lying on a mark is found out.
        Route wrong = plan.route;
        wrong.list.erase(
            std::remove_if(wrong.list.begin(), wrong.list.end(),
                           [](const Instruction& each) { return std::holds_alternative<LayOldPart>(each.action); }),
            wrong.list.end());
        QVERIFY(!carry_out(wrong, plan.machine, job, plan.holes).complaints.empty());
        // A mark three millimetres out does not pass the comparison: the design taken is another than the part.
        Job other = job;
        other.old_part.marking.drill_guide = false;
        const SetupPlan marked = plan_at_hand(other, default_shop());
        Route compared = marked.route;
        for (Instruction& each : compared.list)
            if (auto* compare = std::get_if<CompareAcross>(&each.action))
                compare->expected += Length::mm(3.0);
        QVERIFY(!carry_out(compared, marked.machine, other, marked.holes).complaints.empty());
        // Nothing to lay on a bar, and nothing without a part: an empty list, no crash.
        Job none = plate_job();
        none.patterns = {{"A", SinglePattern{at(20, 20)}, {Purpose::Plain, Length::mm(5), "", {}}}};
        at_hand(none).machine = "Marks";
        QVERIFY(plan_at_hand(none, default_shop()).route.list.empty());
        QVERIFY(!found(none, FindingKind::NotMarked).empty());
    }
};

QTEST_APPLESS_MAIN(TestOldPart)
#include "test_old_part.moc"
