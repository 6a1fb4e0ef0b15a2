// What a survey calls settled, tried on parts made at random whose true places are known: one slip among the readings,
// no slip at all, another hole as zero. The files of readings with a fault are held against their right answers.
#include "formats/text_file.h"
#include "measure/figures.h"
#include "support/old_parts.h"
#include "survey/alike.h"
#include "survey/designs.h"
#include "survey/part_text.h"

#include <QTest>
#include <algorithm>
#include <cmath>
#include <set>

using namespace clockface;
using namespace clockface::testing;

namespace {

constexpr double caliper = 0.03;

struct Strewn {
    OldPart part;
    std::vector<std::pair<double, double>> truth;
    int spare = 0;
};

double true_distance(const Strewn& made, std::size_t one, std::size_t other) {
    return std::hypot(made.truth[one].first - made.truth[other].first,
                      made.truth[one].second - made.truth[other].second);
}

// Four to nine holes, each tied to two earlier ones by readings from centre to centre, and some readings to spare.
Strewn strewn_holes(Dice& dice, int spare) {
    Strewn made;
    const auto holes = static_cast<std::size_t>(uniform(dice, 4.0, 10.0));
    while (made.truth.size() < holes) {
        const std::pair<double, double> at{uniform(dice, 0.0, 100.0), uniform(dice, 0.0, 100.0)};
        if (std::all_of(made.truth.begin(), made.truth.end(), [&](const auto& other) {
                return std::hypot(at.first - other.first, at.second - other.second) > 10.0;
            }))
            made.truth.push_back(at);
    }
    for (std::size_t i = 0; i < holes; ++i) {
        OldHole hole;
        hole.name = "H" + std::to_string(i + 1);
        hole.diameter = Length::mm(6.0);
        hole.sketched = {Length::mm(made.truth[i].first + 3.0 * normal(dice)),
                         Length::mm(made.truth[i].second + 3.0 * normal(dice))};
        made.part.holes.push_back(hole);
    }
    std::set<std::pair<std::size_t, std::size_t>> pairs;
    const auto any = [&](std::size_t below) { return static_cast<std::size_t>(uniform(dice, 0.0, double(below))); };
    const auto tie = [&](std::size_t one, std::size_t other) {
        return one != other && pairs.insert(std::minmax(one, other)).second;
    };
    tie(0, 1);
    for (std::size_t i = 2; i < holes; ++i)
        for (int k = 0; k < 2;)
            k += tie(i, any(i));
    made.spare = std::min(spare, static_cast<int>(holes * (holes - 1) / 2 - pairs.size()));
    for (int k = 0; k < made.spare;)
        k += tie(any(holes), any(holes));
    for (const auto& [one, other] : pairs) {
        Reading reading;
        reading.kind = ReadingKind::Centres;
        reading.with = Instrument::Caliper;
        reading.between = {made.part.holes[one].name, made.part.holes[other].name};
        reading.length = Length::mm(true_distance(made, one, other) + caliper * normal(dice));
        made.part.readings.push_back(reading);
    }
    return made;
}

// One reading is out by 2 to 100 mm.
void slip(Strewn& made, Dice& dice) {
    const auto which = static_cast<std::size_t>(uniform(dice, 0.0, double(made.part.readings.size())));
    Length& reading = made.part.readings[which].length;
    const double by = uniform(dice, 2.0, 100.0);
    reading += Length::mm(uniform(dice, 0.0, 1.0) < 0.5 && reading.in_mm() - by > 1.0 ? -by : by);
}

bool is_doubted(const Survey& found) {
    const bool aside =
        std::any_of(found.readings.begin(), found.readings.end(), [](const Leftover& each) { return each.set_aside; });
    return aside || std::any_of(found.sentences.begin(), found.sentences.end(),
                                [](const std::string& each) { return each.find("contradict") != std::string::npos; });
}

Survey survey_of(const std::string& file) {
    const Result<std::string> text = read_file(std::string(SOURCE_FOLDER "/tests/broken/") + file);
    if (!text)
        qFatal("%s", text.error().text().c_str());
    std::vector<std::string> lines;
    for (const QString& line : QString::fromStdString(*text).split(QLatin1Char('\n'), Qt::SkipEmptyParts))
        lines.push_back(line.toStdString());
    return survey(part_of(lines));
}

bool says(const Survey& found, const char* words) {
    return std::any_of(found.sentences.begin(), found.sentences.end(),
                       [&](const std::string& each) { return each.find(words) != std::string::npos; });
}

} // namespace

class TestSurveyTrials : public QObject {
    Q_OBJECT
private slots:
    // Whatever is called settled lies within a millimetre among the other settled holes, 999 times in 1000. A hole is
    // wrong when half of its distances to the others are.
    void one_slip() {
        Dice dice(20261127);
        int settled = 0, wrong = 0;
        for (int round = 0; round < 800; ++round) {
            Strewn made = strewn_holes(dice, static_cast<int>(uniform(dice, 0.0, 7.0)));
            slip(made, dice);
            const Survey found = survey(made.part);
            std::vector<std::size_t> checked;
            for (std::size_t i = 0; i < found.holes.size(); ++i)
                if (found.holes[i].checked())
                    checked.push_back(i);
            for (const std::size_t one : checked) {
                const auto out = std::count_if(checked.begin(), checked.end(), [&](std::size_t other) {
                    return std::fabs(distance(*found.holes[one].at, *found.holes[other].at).in_mm() -
                                     true_distance(made, one, other)) > 1.0;
                });
                wrong += out > 0 && 2 * out >= static_cast<int>(checked.size()) - 1;
            }
            settled += static_cast<int>(checked.size());
        }
        QVERIFY2(settled > 1600, qPrintable(QString::number(settled))); // it does not just refuse
        QVERIFY2(wrong * 1000 <= settled, qPrintable(QStringLiteral("%1 of %2").arg(wrong).arg(settled)));
    }

    void faultless_parts_are_not_doubted() {
        Dice dice(15);
        int tried = 0, doubted = 0, checked = 0, holes = 0;
        while (tried < 500) {
            const Strewn made = strewn_holes(dice, static_cast<int>(uniform(dice, 2.0, 7.0)));
            if (made.spare < 2)
                continue;
            ++tried;
            const Survey found = survey(made.part);
            doubted += is_doubted(found);
            holes += static_cast<int>(found.holes.size());
            checked += static_cast<int>(std::count_if(found.holes.begin(), found.holes.end(),
                                                      [](const SurveyedHole& hole) { return hole.checked(); }));
        }
        QVERIFY2(doubted <= tried / 100, qPrintable(QString::number(doubted)));
        QVERIFY2(checked > holes * 6 / 10, qPrintable(QStringLiteral("%1 of %2").arg(checked).arg(holes)));
    }

    // Where zero is has nothing to do with what is settled. (A zero that hangs loose itself gives no hole a place.)
    void another_zero_the_same_verdict() {
        Dice dice(8);
        for (int round = 0; round < 100; ++round) {
            Strewn made = strewn_holes(dice, static_cast<int>(uniform(dice, 0.0, 7.0)));
            if (round % 2 == 0)
                slip(made, dice);
            const Survey first = survey(made.part);
            for (std::size_t zero = 1; zero < made.part.holes.size(); ++zero) {
                made.part.zero = made.part.holes[zero].name;
                const Survey found = survey(made.part);
                if (!found.holes[zero].at || !first.holes[0].at)
                    continue;
                const auto swings = [](const Survey& each) {
                    return std::any_of(each.holes.begin(), each.holes.end(), [](const SurveyedHole& hole) {
                        return hole.open.find("can still") != std::string::npos;
                    });
                };
                if (swings(found) || swings(first))
                    continue;
                for (std::size_t i = 0; i < found.holes.size(); ++i) {
                    QCOMPARE(found.holes[i].checked(), first.holes[i].checked());
                    QCOMPARE(found.readings.size(), first.readings.size());
                }
                for (std::size_t i = 0; i < found.readings.size(); ++i)
                    QCOMPARE(found.readings[i].set_aside, first.readings[i].set_aside);
            }
        }
    }

    // The same part drawn turned, shifted, at another scale, its readings in another order and its holes under other
    // names: the same verdict.
    void the_sketch_may_lie_anyhow() {
        Dice dice(21);
        int other_verdicts = 0;
        for (int round = 0; round < 60; ++round) {
            Strewn made = strewn_holes(dice, static_cast<int>(uniform(dice, 1.0, 7.0)));
            if (round % 2 == 0)
                slip(made, dice);
            const Survey first = survey(made.part);
            OldPart other = made.part;
            const Angle turn = Angle::degrees(uniform(dice, 0.0, 360.0));
            const double scale = uniform(dice, 0.2, 5.0);
            for (OldHole& hole : other.holes) {
                const Point from = hole.sketched;
                hole.sketched = Point{Length::mm(300), Length::mm(-70)} +
                                polar(hypot(from.x, from.y) * scale, bearing_of({}, from) + turn);
            }
            std::reverse(other.readings.begin(), other.readings.end());
            const Survey second = survey(other);
            bool same = true;
            for (std::size_t i = 0; i < first.holes.size(); ++i)
                same = same && second.holes[i].checked() == first.holes[i].checked();
            for (std::size_t i = 0; i < first.readings.size(); ++i)
                same = same && second.readings[first.readings.size() - 1 - i].set_aside == first.readings[i].set_aside;
            other_verdicts += !same;
        }
        QVERIFY2(other_verdicts <= 3, qPrintable(QString::number(other_verdicts)));
    }

    // Parts with diameters, pins, edges and an angle, all measured with something to spare: a slip of 2 to 30 mm in a
    // length. Whatever is called checked lies within a millimetre of the others.
    void one_slip_among_readings_of_every_kind() {
        Dice dice(5);
        int checked = 0, wrong = 0;
        for (int round = 0; round < 60; ++round) {
            MadePart made = strewn(dice, 5 + static_cast<int>(dice() % 4));
            measure_all(made, dice, 2, 1.0);
            auto which = static_cast<std::size_t>(dice() % made.part.readings.size());
            while (made.part.readings[which].kind > ReadingKind::Height)
                which = static_cast<std::size_t>(dice() % made.part.readings.size());
            made.part.readings[which].length += Length::mm(uniform(dice, 2.0, 30.0));
            const Survey found = survey(made.part);
            std::vector<std::size_t> known;
            for (std::size_t i = 0; i < found.holes.size(); ++i)
                if (found.holes[i].checked())
                    known.push_back(i);
            checked += static_cast<int>(known.size());
            for (const std::size_t one : known) {
                const auto out = std::count_if(known.begin(), known.end(), [&](std::size_t other) {
                    const double apart =
                        std::hypot(made.truth[one].x - made.truth[other].x, made.truth[one].y - made.truth[other].y);
                    return std::fabs(distance(*found.holes[one].at, *found.holes[other].at).in_mm() - apart) > 1.0;
                });
                wrong += out > 0 && 2 * out >= static_cast<int>(known.size()) - 1;
            }
        }
        QVERIFY2(checked > 150, qPrintable(QString::number(checked)));
        QCOMPARE(wrong, 0);
    }

    // In inches the same: verdicts do not hang on the unit the readings are written in.
    void an_inch_part_the_same_verdict() {
        Dice dice(33);
        for (int round = 0; round < 20; ++round) {
            Strewn made = strewn_holes(dice, 4);
            slip(made, dice);
            const Survey metric = survey(made.part);
            made.part.unit = Unit::Inch;
            const Survey inch = survey(made.part);
            for (std::size_t i = 0; i < metric.holes.size(); ++i)
                QCOMPARE(inch.holes[i].checked(), metric.holes[i].checked());
        }
    }

    // ---- solutions compared, free of axes

    // Five holes, turned and shifted as a whole, one of them put elsewhere: that one has moved, whichever it is.
    void the_one_that_moved_is_found() {
        Dice dice(4);
        for (int round = 0; round < 200; ++round) {
            const Strewn made = strewn_holes(dice, 6);
            const auto holes = static_cast<Eigen::Index>(made.truth.size());
            Estimate from{Eigen::VectorXd::Zero(holes * 3), Eigen::VectorXd()}, to = from;
            const double turn = uniform(dice, 0.0, 6.28), x = uniform(dice, -50.0, 50.0),
                         y = uniform(dice, -50.0, 50.0);
            for (Eigen::Index i = 0; i < holes; ++i) {
                const auto [px, py] = made.truth[static_cast<std::size_t>(i)];
                from.holes[i * 3] = px;
                from.holes[i * 3 + 1] = py;
                to.holes[i * 3] = x + px * std::cos(turn) - py * std::sin(turn);
                to.holes[i * 3 + 1] = y + px * std::sin(turn) + py * std::cos(turn);
            }
            for (const bool each : moved(from, to, 1e-6))
                QVERIFY(!each);
            const auto which = static_cast<Eigen::Index>(uniform(dice, 0.0, double(holes)));
            to.holes[which * 3] += 0.7;
            to.holes[which * 3 + 1] -= 0.4;
            const std::vector<bool> found = moved(from, to, 0.05);
            if (holes < 5)
                continue; // of four, three that keep their places can be found in two ways
            for (Eigen::Index i = 0; i < holes; ++i)
                QCOMPARE(found[static_cast<std::size_t>(i)], i == which);
            // Turned over, no group of three keeps its places, but for three in a line.
            Estimate over = from;
            for (Eigen::Index i = 1; i < holes * 3; i += 3)
                over.holes[i] = -over.holes[i];
            const std::vector<bool> flipped = moved(from, over, 1e-6);
            QVERIFY(std::count(flipped.begin(), flipped.end(), true) >= holes - 2);
        }
    }
    // A slip moves what hangs on it. H5 by its two readings alone: a slip in either puts H5 out, and no other hole.
    void what_hangs_on_a_reading() {
        std::vector<std::string> lines = {"hole H1 6 at 0 0",     "hole H2 6 at 60 0",     "hole H3 6 at 0 40",
                                          "hole H4 6 at 60 40",   "hole H5 6 at 25 15",    "centres H1 H2 60",
                                          "centres H1 H3 40",     "centres H2 H3 72.1110", "centres H1 H4 72.1110",
                                          "centres H3 H4 60",     "centres H2 H4 40",      "centres H1 H5 29.1548",
                                          "centres H2 H5 38.0789"};
        for (std::string& line : lines)
            if (line[0] == 'c')
                line += " by caliper";
        const OldPart part = part_of(lines);
        const Net net = net_of(part);
        const Weights all(net.observations.size(), 1.0);
        const Adjusted fit = best_fit(net, all);
        QVERIFY(fit.chi_square < 1.0);
        const Knowledge known = knowledge_at(net.observations, all, net.unknowns, fit.at);
        const auto hanging = unchecked(net, all, fit.at, known);
        for (std::size_t hole = 0; hole < 4; ++hole)
            QVERIFY(hanging[hole].empty());
        QCOMPARE(hanging[4], (std::vector<std::size_t>{6, 7}));
        // The sketch is the solution here: nothing is far from it, also with the solution turned over first.
        for (const double away : from_the_sketch(net, fit.at))
            QVERIFY(away < 0.5);
        Estimate over = fit.at;
        for (Eigen::Index i = 1; i < over.holes.size(); i += 3)
            over.holes[i] = -over.holes[i];
        const std::vector<double> far = from_the_sketch(net, over);
        QVERIFY(*std::max_element(far.begin(), far.end()) > 10.0);
        for (const double away : from_the_sketch(net, as_sketched(net, over)))
            QVERIFY(away < 0.5);
    }

    void three_distances_that_cannot_be() {
        const Survey found = survey_of("three_contradict.txt");
        for (const SurveyedHole& hole : found.holes)
            QVERIFY(!hole.at);
        QVERIFY(says(found, "it is 150, which is longer than 44.72 and 50 together"));
    }

    // H5 to H1 and H2: 32.31 + 12.31 does not reach over the 60 between them (the rectangle proves those). Either may
    // be the wrong one; the rectangle stands.
    void one_slip_in_five_holes() {
        const Survey found = survey_of("five_one_slip.txt");
        for (std::size_t i = 0; i < 4; ++i)
            QVERIFY(found.holes[i].at.has_value());
        QVERIFY(!found.holes[4].at);
        QCOMPARE(found.readings[6].set_aside || found.readings[7].set_aside, true);
        QVERIFY(says(found, "reading 7 (H1 and H5)") || says(found, "Reading 7 (H1 and H5)"));
        QVERIFY(says(found, "reading 8 (H2 and H5)") || says(found, "Reading 8 (H2 and H5)"));
        QCOMPARE(found.scatter, 1.0);
    }

    void the_sketch_and_rivals_data() {
        QTest::addColumn<QString>("file");
        QTest::addColumn<QList<int>>("named"); // every reading that could be the wrong one
        QTest::addColumn<QString>("settled");  // holes that may be called settled
        // 184.785 against 87 in the sketch. H1 hangs on two readings, so nothing about it is checked.
        QTest::newRow("mirror") << "mirror_not_decided.txt" << QList<int>{11} << "H2 H3 H4";
        // H1-H2 is 25.5 against 51.6 in the sketch; with H2 mirrored H2-H3 could be the slip instead.
        QTest::newRow("rival") << "rival_not_named.txt" << QList<int>{1, 3} << "H1 H4 H5";
        // H3-H2 is 120.9 against 16.6; all others agree without it.
        QTest::newRow("two good") << "two_good_set_aside.txt" << QList<int>{2} << "H1 H2 H3 H4 H5 H6 H7";
    }

    void the_sketch_and_rivals() {
        QFETCH(QString, file);
        QFETCH(QList<int>, named);
        QFETCH(QString, settled);
        const Survey found = survey_of(file.toStdString());
        QString all;
        for (const std::string& each : found.sentences)
            all += QString::fromStdString(each).toLower();
        for (const int reading : named)
            QVERIFY2(all.contains(QStringLiteral("reading %1 (").arg(reading)), qPrintable(all));
        for (std::size_t i = 0; i < found.readings.size(); ++i)
            QVERIFY(!found.readings[i].set_aside || named.contains(static_cast<int>(i) + 1));
        QStringList checked;
        for (const SurveyedHole& hole : found.holes)
            if (hole.checked())
                checked << QString::fromStdString(hole.name);
        QCOMPARE(checked.join(QLatin1Char(' ')), settled);
    }

    // A reading no other checks is named, and with one reading more across the hole is settled. By Pythagoras: H4 is at
    // 60, 40 and H2 at 60, 0 by H1, so H2-H4 is 40. H5 at 25, 15: 29.1548,
    // 38.0789 and 35.3553 from the first three.
    void what_is_unchecked_is_named() {
        std::vector<std::string> lines = {"hole H1 6 at 0 0",      "hole H2 6 at 60 0",     "hole H3 6 at 0 40",
                                          "hole H4 6 at 60 40",    "centres H1 H2 60",      "centres H1 H3 40",
                                          "centres H2 H3 72.1110", "centres H1 H4 72.1110", "centres H3 H4 60"};
        for (std::string& line : lines)
            if (line[0] == 'c')
                line += " by caliper";
        QVERIFY(says(survey(part_of(lines)), "none checks another"));
        lines.emplace_back("centres H2 H4 40 by caliper");
        lines.emplace_back("hole H5 6 at 25 15");
        lines.emplace_back("centres H1 H5 29.1548 by caliper");
        lines.emplace_back("centres H2 H5 38.0789 by caliper");
        const Survey once = survey(part_of(lines));
        QVERIFY(once.holes[4].at.has_value());
        QVERIFY(!once.holes[4].checked());
        QVERIFY(once.holes[3].checked());
        QVERIFY(
            says(once, "H5 is unchecked: no other reading checks reading 7 (H1 and H5) and reading 8 (H2 and H5)."));
        lines.emplace_back("centres H3 H5 35.3553 by caliper");
        QVERIFY(survey(part_of(lines)).checked());
    }

    // Three holes nearly in a line: how far the middle one is beside it hangs on the last hundredth of the sum.
    void what_is_held_by_a_hair_has_no_place() {
        const Survey found = survey(part_of({"hole H1 6 at 0 0", "hole H2 6 at 50 1", "hole H3 6 at 100 0", "along H3",
                                             "centres H1 H3 100 by caliper", "centres H1 H2 50 by caliper",
                                             "centres H2 H3 50.0001 by caliper"}));
        QVERIFY(!found.holes[1].at);
        QVERIFY(says(found, "so weakly"));
        QVERIFY(found.worst().value_or(Length{}) < Length::mm(1.0));
    }

    void digits_are_worth_their_error() {
        SurveyedHole hole;
        hole.at = {Length::mm(76.5461), Length::mm(-10.6987)};
        hole.spread.major = Length::mm(0.101 / nineteen_in_twenty);
        const PlaceWords place = place_in_words(hole, Unit::Millimetre);
        QCOMPARE(place.x, std::string("+76.5"));
        QCOMPARE(place.y, std::string("−10.7"));
        QCOMPARE(place.error, std::string("0.10"));
        hole.spread.major = Length::inches(0.0016 / nineteen_in_twenty); // 3.0136 in and -0.4212 in, to a thou
        QCOMPARE(place_in_words(hole, Unit::Inch).x, std::string("+3.014"));
        QCOMPARE(place_in_words(hole, Unit::Inch).y, std::string("−0.421"));
    }

    // Digits never claim more than the error allows, and never hide what it does not.
    void digits_of_any_error() {
        Dice dice(2);
        for (int round = 0; round < 500; ++round) {
            const double error = std::pow(10.0, uniform(dice, -4.5, 1.5));
            const int decimals = worth_writing(error, 3);
            const double last = std::pow(10.0, -decimals);
            QVERIFY(decimals == 3 || last <= error * 1.0001); // no coarser than the error
            QVERIFY(decimals == 0 || last * 10.0 > error);    // no finer than a tenth of it
        }
        QCOMPARE(worth_writing(0.0, 3), 3);
        QCOMPARE(worth_writing(0.1, 3), 1);
        QCOMPARE(worth_writing(0.099, 3), 2);
        QCOMPARE(worth_writing(25.0, 3), 0);
    }

    // 80 by 50, turned by 30 degrees; sixth and fifth hole elsewhere. Metric throughout.
    void a_rectangle_is_seen() {
        const auto turned = [](double x, double y) {
            return Point{Length::mm(20.0 + x * 0.8660254038 - y * 0.5), Length::mm(9.0 + x * 0.5 + y * 0.8660254038)};
        };
        OldPart part = part_of({"instrument caliper 0.005", "instrument rule 0.005"});
        std::vector<Point> places = {turned(0, 0), turned(80, 0), turned(0, 50), turned(80, 50), turned(33, 17)};
        for (std::size_t i = 0; i < places.size(); ++i) {
            OldHole hole;
            hole.name = "H" + std::to_string(i + 1);
            hole.diameter = Length::mm(6.4);
            hole.sketched = places[i];
            part.holes.push_back(hole);
        }
        for (std::size_t i = 0; i < places.size(); ++i)
            for (std::size_t j = i + 1; j < places.size(); ++j)
                part.readings.push_back({ReadingKind::Centres,
                                         {part.holes[i].name, part.holes[j].name},
                                         distance(places[i], places[j]),
                                         {},
                                         Instrument::Caliper,
                                         false});
        const Survey found = survey(part);
        const auto all = proposals(part, found);
        const auto rectangle = std::find_if(all.begin(), all.end(), [](const Proposal& each) {
            return each.design && each.design->kind == DesignKind::Rectangle;
        });
        QVERIFY(rectangle != all.end());
        QCOMPARE(rectangle->sentence.substr(0, 66),
                 std::string("H1, H2, H4 and H3: the corners of a rectangle, 80 mm by 50 mm. H1 is").substr(0, 66));
        for (const Proposal& each : all)
            QVERIFY2(each.sentence.find(" in ") == std::string::npos ||
                         each.sentence.find("in a row") != std::string::npos,
                     each.sentence.c_str());
        part.designs.push_back(*rectangle->design);
        QVERIFY(!first_fault(part));
        const auto again = read_old_part(to_lines(part));
        QVERIFY(again && *again == part);
        const auto laid = designed_places(part, found);
        QVERIFY(std::fabs(distance(laid.at("H1"), laid.at("H4")).in_mm() - std::sqrt(8900.0)) < 1e-9);
    }
};

QTEST_APPLESS_MAIN(TestSurveyTrials)
#include "test_survey_trials.moc"
