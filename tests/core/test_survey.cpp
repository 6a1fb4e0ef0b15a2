// Readings of an old part become places: exact ones exactly, ones with errors with the errors they should have.
#include "support/old_parts.h"

#include <QTest>
#include <cmath>
#include <rapidcheck.h>

using namespace clockface;
using namespace clockface::testing;

namespace {

bool says(const Survey& found, const std::string& words) {
    return std::any_of(found.sentences.begin(), found.sentences.end(),
                       [&](const std::string& each) { return each.find(words) != std::string::npos; });
}

void near(const std::optional<Point>& at, double x, double y, double within = 1e-4) {
    QVERIFY(at);
    QVERIFY2(std::fabs(at->x.in_mm() - x) < within && std::fabs(at->y.in_mm() - y) < within,
             qPrintable(QStringLiteral("%1, %2").arg(at->x.in_mm()).arg(at->y.in_mm())));
}

const std::vector<std::string> triangle = {"hole H1 8 at 0 0", "hole H2 6 at 60 2", "hole H3 10 at 20 35"};

OldPart with(std::vector<std::string> lines, const std::vector<std::string>& more) {
    lines.insert(lines.end(), more.begin(), more.end());
    return part_of(lines);
}

} // namespace

class TestSurvey : public QObject {
    Q_OBJECT
private slots:
    void corrections_of_every_kind();
    void edges_and_corners();
    void an_inch_part();
    void exact_readings_give_exact_places();
    void errors_are_as_large_as_predicted();
    void repeats_are_averaged_honestly();
    void ten_errors_are_named();
    void causes();
    void either_of_two();
    void contradiction_is_refused();
    void scatter_widens_the_errors();
    void what_is_open_is_named();
    void anything_short_of_enough_is_refused();
    void mirrors_are_recognised();
    void next_reading_is_the_best();
    void many_holes_end_in_time();
};

// c = 52 between H1 (8) and H2 (6): outside 52 + 7 = 59, inside 52 - 7 = 45, over pins of 7.9 and 5.9 52 + 6.9 = 58.9,
// between them 45.1. H3 by 48 and 20 from both: x = (48² - 20² + 52²) / 104 = 44.3077, y = sqrt(48² - x²) = 18.4615.
void TestSurvey::corrections_of_every_kind() {
    const std::vector<std::string> others = {"centres H1 H3 48", "centres H2 H3 20"};
    for (const char* reading : {"outside H1 H2 59", "inside H1 H2 45", "over-pins H1 H2 58.9",
                                "between-pins H1 H2 45.1", "centres H2 H1 52"}) {
        OldPart part =
            with({"hole H1 8 at 0 0 pin 7.9", "hole H2 6 at 60 2 pin 5.9", "hole H3 10 at 50 20", "along H2"}, others);
        const Result<Reading> read = read_reading(reading, part);
        QVERIFY2(read, reading);
        part.readings.push_back(*read);
        const Survey found = survey(part);
        near(found.holes[1].at, 52.0, 0.0);
        near(found.holes[2].at, 44.3077, 18.4615);
        QCOMPARE(found.spare, 0);
    }
}

// Holes 20 and 70 along the base and 15 and 40 above it, the side square to it.
void TestSurvey::edges_and_corners() {
    const std::vector<std::string> base = {"hole H1 8 at 18 16 pin 7",
                                           "hole H2 6 at 74 38 pin 5",
                                           "edge base from 0 0 to 90 0",
                                           "edge side from 0 0 to 0 60",
                                           "along base",
                                           "square base side"};
    const std::vector<std::vector<std::string>> ways = {
        {"wall H1 base 11", "wall H2 base 37", "wall H1 side 16", "wall H2 side 67"},
        {"far-side H1 base 19", "far-side H2 base 43", "far-side H1 side 24", "far-side H2 side 73"},
        {"height H1 base 18.5", "height H2 base 42.5", "height H1 side 23.5", "height H2 side 72.5"},
        {"wall H1 base 11", "wall H2 base 37", "along-edge H1 base side 20", "along-edge H2 base side 70"}};
    for (const auto& way : ways) {
        const Survey found = survey(with(base, way));
        QVERIFY(found.settled());
        near(found.holes[1].at, 50.0, 25.0);
    }
}

void TestSurvey::an_inch_part() {
    // 2 1/4 over the far sides of two 1/4 holes: centres 2 in apart.
    const Survey found =
        survey(part_of({"unit in", "hole H1 1/4 at 0 0", "hole H2 1/4 at 60 0", "outside H1 H2 2 1/4"}));
    near(found.holes[1].at, 50.8, 0.0);
}

void TestSurvey::exact_readings_give_exact_places() {
    QVERIFY(rc::check("exact readings give exact places", [] {
        Dice dice(*rc::gen::inRange(1, 1'000'000));
        MadePart made = strewn(dice, *rc::gen::inRange(3, 16));
        if (*rc::gen::arbitrary<bool>())
            made.part.along = *rc::gen::element<std::string>("base", "side");
        measure_all(made, dice, 3, 0.0);
        RC_ASSERT(!first_fault(made.part));
        const Survey found = survey(made.part);
        RC_ASSERT(found.settled());
        for (int i = 0; i < static_cast<int>(made.truth.size()); ++i)
            RC_ASSERT(distance(*found.holes[static_cast<std::size_t>(i)].at, true_place(made, found, i)) <
                      Length::mm(1e-4));
        for (const Leftover& each : found.readings)
            RC_ASSERT(std::fabs(each.leftover) < 1e-3 && each.doubt.empty());
    }));
}

// For a place with errors of covariance C, d' C^-1 d is chi-square of two: mean 2, and above 5.99 once in twenty.
void TestSurvey::errors_are_as_large_as_predicted() {
    Dice dice(11);
    double sum = 0.0;
    int draws = 0, beyond = 0, refused = 0;
    for (int round = 0; round < 250; ++round) {
        MadePart made = strewn(dice, 7);
        made.part.along = "base";
        measure_all(made, dice, 3, 1.0);
        const Survey found = survey(made.part);
        if (!found.settled() || found.scatter > 1.0) {
            ++refused;
            continue;
        }
        const std::size_t n = made.truth.size() * 2;
        for (std::size_t i = 1; i < made.truth.size(); ++i) {
            const Point miss = *found.holes[i].at - true_place(made, found, static_cast<int>(i));
            const double x = miss.x.in_mm(), y = miss.y.in_mm();
            const double xx = found.covariance[(i * 2) * n + i * 2], xy = found.covariance[(i * 2) * n + i * 2 + 1],
                         yy = found.covariance[(i * 2 + 1) * n + i * 2 + 1];
            const double square = (x * x * yy - 2.0 * x * y * xy + y * y * xx) / (xx * yy - xy * xy);
            sum += square;
            ++draws;
            beyond += square > 5.991;
        }
    }
    QVERIFY2(refused <= 5, qPrintable(QString::number(refused)));
    const double mean = sum / draws, share = double(beyond) / draws;
    QVERIFY2(mean > 1.8 && mean < 2.2, qPrintable(QString::number(mean)));
    QVERIFY2(share > 0.03 && share < 0.07, qPrintable(QString::number(share)));
}

void TestSurvey::repeats_are_averaged_honestly() {
    const std::vector<std::string> pair = {"hole H1 8 at 0 0", "hole H2 8 at 50 0"};
    const auto error = [&](const std::vector<std::string>& readings) {
        return survey(with(pair, readings)).holes[1].spread.major.in_mm();
    };
    const double one = error({"centres H1 H2 50"});
    QCOMPARE(one, 0.03);
    // Four that agree: 0.03 sqrt(1/2 + 1/8), not 0.03 / 2.
    const double four = error({"centres H1 H2 50", "centres H2 H1 50.01", "centres H1 H2 49.99", "centres H1 H2 50"});
    QVERIFY(std::fabs(four - 0.03 * std::sqrt(0.625)) < 1e-9);
    // Two that scatter more than the caliper does: half their own variance counts. ±0.05: 0.005 / 2 + 0.00045.
    const double two = error({"centres H1 H2 50.05", "centres H1 H2 49.95"});
    QVERIFY(std::fabs(two - std::sqrt(0.005 / 2.0 + 0.00045)) < 1e-9);
    const Survey mean = survey(with(pair, {"centres H1 H2 50.04", "centres H1 H2 50.00", "centres H1 H2 50.02"}));
    near(mean.holes[1].at, 50.02, 0.0);
}

void TestSurvey::ten_errors_are_named() {
    Dice dice(23);
    int tried = 0, named = 0, blamed_wrongly = 0;
    while (tried < 100) {
        MadePart made = strewn(dice, 6 + static_cast<int>(dice() % 5));
        measure_all(made, dice, 3, 1.0);
        const Survey honest = survey(made.part);
        const auto wrong = static_cast<std::size_t>(dice() % (made.part.readings.size() - 2));
        // Detectable: a tenth of it would not show in a leftover that moves by less than sqrt(controlled) x 10.
        if (honest.readings[wrong].controlled < 0.4 || !honest.readings[wrong].used)
            continue;
        Reading& reading = made.part.readings[wrong];
        const double sign = dice() % 2 == 0 ? 1.0 : -1.0;
        reading.length += Length::mm(
            sign * 10.0 * made.part.instruments[static_cast<std::size_t>(instrument_of(reading))].error.in_mm());
        const Survey found = survey(made.part);
        ++tried;
        named += !found.readings[wrong].doubt.empty();
        for (std::size_t i = 0; i < found.readings.size(); ++i)
            blamed_wrongly += i != wrong && !found.readings[i].doubt.empty() &&
                              found.readings[i].doubt.find("could as well") == std::string::npos;
    }
    QVERIFY2(named >= 95, qPrintable(QString::number(named)));
    QVERIFY2(blamed_wrongly <= 5, qPrintable(QString::number(blamed_wrongly)));
}

// A quadrilateral with both diagonals, and one reading taken in another way than it was written down.
void TestSurvey::causes() {
    Dice dice(5);
    MadePart made = strewn(dice, 6);
    for (std::size_t i = 0; i < 6; ++i)
        made.part.holes[i].pin = Length::mm(made.truth[i].diameter - 0.5);
    for (int i = 0; i < 6; ++i)
        for (int j = i + 1; j < 6; ++j)
            read(made, dice, ReadingKind::Centres, {"H" + std::to_string(i + 1), "H" + std::to_string(j + 1)}, 0.0);
    const auto doubt = [&](const Reading& slip) {
        OldPart part = made.part;
        part.readings[3] = slip; // H1 to H5
        const Survey found = survey(part);
        return QString::fromStdString(found.settled() ? found.readings[3].doubt : "not settled");
    };
    Reading reading = made.part.readings[3];
    const double c = reading.length.in_mm();
    const double d = (made.truth[0].diameter + made.truth[4].diameter) / 2.0, p = d - 0.5;
    const auto slip = [&](ReadingKind kind, double value) {
        reading.kind = kind;
        reading.length = Length::mm(value);
        return doubt(reading);
    };
    QVERIFY(slip(ReadingKind::Outside, c - d).contains(QStringLiteral("inside")));
    QVERIFY(slip(ReadingKind::Inside, c + d).contains(QStringLiteral("outside")));
    QVERIFY(slip(ReadingKind::OverPins, c).contains(QStringLiteral("centres themselves")));
    QVERIFY(slip(ReadingKind::OverPins, c - p).contains(QStringLiteral("between the pins")));
    QVERIFY(slip(ReadingKind::OverPins, c + 2.0 * p).contains(QStringLiteral("twice")));
    QVERIFY(slip(ReadingKind::Centres, c / 25.4).contains(QStringLiteral("inches")));
    QVERIFY(slip(ReadingKind::Centres, c + 20.0).contains(QStringLiteral("One figure")));
    QVERIFY2(
        slip(ReadingKind::Centres, std::hypot(made.truth[0].x - made.truth[2].x, made.truth[0].y - made.truth[2].y))
            .contains(QStringLiteral("H3 in place of H5")),
        "another hole");
    // 63.42 written as 36.42.
    OldPart swapped = part_of({"hole H1 8 at 0 0", "hole H2 8 at 60 0", "hole H3 8 at 60 40", "hole H4 8 at 0 40",
                               "centres H1 H2 36.42", "centres H2 H3 40", "centres H3 H4 63.42", "centres H1 H4 40",
                               "centres H1 H3 74.9824", "centres H2 H4 74.9824"});
    QVERIFY(QString::fromStdString(survey(swapped).readings[0].doubt).contains(QStringLiteral("63.42 mm would fit")));
    // A diameter that was mistyped is found as well: all readings over it are out by half of it.
    MadePart wide = strewn(dice, 6);
    measure_all(wide, dice, 4, 0.0);
    wide.part.holes[2].diameter += Length::mm(1.0);
    const Survey found = survey(wide.part);
    QVERIFY(says(found, "The diameter of H3"));
    QVERIFY(std::fabs(found.holes[2].diameter.in_mm() - wide.truth[2].diameter) < 1e-3);
}

// Three holes in a row and two ways to get from one end to the other: one of the three is wrong, and nothing says
// which.
void TestSurvey::either_of_two() {
    const Survey found =
        survey(part_of({"hole H1 4 at 0 0", "hole H2 4 at 40 0", "hole H3 4 at 70 0", "along H3", "in-line H1 H2 H3",
                        "centres H1 H2 40", "centres H2 H3 30", "centres H1 H3 72"}));
    QVERIFY(!found.settled());
    QVERIFY(says(found, "could as well be"));
    QVERIFY(!found.holes[1].at || !found.holes[2].at);
}

void TestSurvey::contradiction_is_refused() {
    Dice dice(9);
    MadePart made = strewn(dice, 6);
    measure_all(made, dice, 3, 0.0);
    for (std::size_t i = 0; i < made.part.readings.size(); i += 2)
        made.part.readings[i].length += Length::mm(uniform(dice, 2.0, 9.0));
    const Survey found = survey(made.part);
    QVERIFY(!found.settled());
    QVERIFY(says(found, "contradict"));
    for (std::size_t i = 0; i < found.holes.size(); ++i)
        QVERIFY(!found.holes[i].at || static_cast<int>(i) == found.zero);
    QVERIFY(!found.next);
}

void TestSurvey::scatter_widens_the_errors() {
    Dice dice(31);
    MadePart made = strewn(dice, 9);
    measure_all(made, dice, 4, 1.7); // errors 1.7 times those of the instruments
    const Survey found = survey(made.part);
    QVERIFY(found.settled());
    QVERIFY2(found.scatter > 1.3 && found.scatter < 2.2, qPrintable(QString::number(found.scatter)));
    QVERIFY(says(found, "scatter"));
}

void TestSurvey::what_is_open_is_named() {
    const auto open = [](const std::vector<std::string>& readings, std::size_t hole) {
        std::vector<std::string> lines = {"hole H1 8 at 0 0",
                                          "hole H2 6 at 60 2",
                                          "hole H3 10 at 20 35",
                                          "hole H4 8 at 70 40",
                                          "hole H5 8 at 90 60",
                                          "edge base from 0 -10 to 80 -10",
                                          "along H2"};
        return QString::fromStdString(survey(with(lines, readings)).holes[hole].open);
    };
    const std::vector<std::string> three = {"centres H1 H2 60", "centres H1 H3 40", "centres H2 H3 52"};
    const auto and_more = [&](std::vector<std::string> more) {
        more.insert(more.begin(), three.begin(), three.end());
        return more;
    };
    QCOMPARE(open(three, 3), QStringLiteral("H4 has no reading yet."));
    QCOMPARE(open(three, 1), QString());
    QCOMPARE(open(and_more({"centres H4 H1 80"}), 3), QStringLiteral("H4 can still swing about H1."));
    QCOMPARE(open(and_more({"centres H4 H1 80", "centres H4 H5 30", "centres H5 H1 108"}), 4),
             QStringLiteral("H4 and H5 together can still swing about H1."));
    QCOMPARE(open(and_more({"centres H4 H5 28"}), 3),
             QStringLiteral("H4 and H5 hang together, but nothing ties them to H1 yet."));
    QCOMPARE(open(and_more({"wall H4 base 40", "wall H1 base 6", "wall H2 base 9"}), 3),
             QStringLiteral("H4 can still slide along base."));
    QCOMPARE(open({"angle H1 H2 H3 40", "angle H2 H1 H3 60"}, 2),
             QStringLiteral("No length was read yet, so nothing says how large it is."));
    QCOMPARE(open({}, 1), QStringLiteral("H2 has no reading yet."));
    const Survey one = survey(part_of({"hole H1 8 at 3 4"}));
    near(one.holes[0].at, 0.0, 0.0);
    QVERIFY(survey(OldPart{}).holes.empty());
}

// Takes readings away from a full set until some hole has too few: it never has a place then.
void TestSurvey::anything_short_of_enough_is_refused() {
    QVERIFY(rc::check("a hole with one reading left is refused by name", [] {
        Dice dice(*rc::gen::inRange(1, 1'000'000));
        MadePart made = strewn(dice, *rc::gen::inRange(4, 10));
        measure_all(made, dice, 3, *rc::gen::element(0.0, 1.0));
        const int chosen = *rc::gen::inRange(2, static_cast<int>(made.truth.size()));
        const std::string name = made.part.holes[static_cast<std::size_t>(chosen)].name;
        const int keep = *rc::gen::inRange(0, 2);
        int kept = 0;
        std::vector<Reading> readings;
        for (const Reading& each : made.part.readings) {
            const bool names_it = std::find(each.between.begin(), each.between.end(), name) != each.between.end();
            if (!names_it || (each.between.size() == 2 && kept++ < keep))
                readings.push_back(each);
        }
        made.part.readings = readings;
        const Survey found = survey(made.part);
        const SurveyedHole& hole = found.holes[static_cast<std::size_t>(chosen)];
        RC_ASSERT(!hole.at);
        RC_ASSERT(hole.open.find(name) != std::string::npos);
        RC_ASSERT(found.next);
        RC_ASSERT(std::find(found.next->between.begin(), found.next->between.end(), name) != found.next->between.end());
    }));
}

void TestSurvey::mirrors_are_recognised() {
    // H3 by two distances may be above or below H1-H2; sketched well above, the sketch decides.
    const std::vector<std::string> distances = {"centres H1 H2 60", "centres H1 H3 40", "centres H2 H3 52"};
    const Survey above = survey(with(triangle, distances));
    QVERIFY(above.settled());
    QVERIFY(above.holes[2].at->y > Length{});
    // H4 hangs on H1 and H2 only; the sketch has it hard by their line: it cannot decide.
    std::vector<std::string> lines = triangle;
    lines.emplace_back("hole H4 4 at 30 2");
    lines.insert(lines.end(), distances.begin(), distances.end());
    lines.emplace_back("centres H1 H4 36");
    lines.emplace_back("centres H2 H4 33");
    const Survey close = survey(part_of(lines));
    QVERIFY(!close.holes[3].at);
    QVERIFY(QString::fromStdString(close.holes[3].open).contains(QStringLiteral("two places")));
    QVERIFY(close.next);
    QCOMPARE(close.next->between.size(), std::size_t{2});
    QVERIFY(close.next->between[0] == "H3" || close.next->between[1] == "H3");
    // With the reading that was advised it has its place.
    // H3 at (60² + 40² - 52²) / 120 = 20.8, 34.166; H4 at (60² + 36² - 33²) / 120 = 31.725, 17.015: 20.333 apart.
    lines.emplace_back("centres H3 H4 20.333");
    QVERIFY(survey(part_of(lines)).holes[3].at.has_value());
}

// The advice is held against trying every pair: the survey is done again with each reading at the value it would have.
void TestSurvey::next_reading_is_the_best() {
    Dice dice(77);
    for (int round = 0; round < 6; ++round) {
        MadePart made = strewn(dice, 6);
        made.part.edges.clear();
        for (const auto& [one, other] :
             {std::pair{1, 2}, {1, 3}, {2, 3}, {3, 4}, {2, 4}, {4, 5}, {3, 5}, {5, 6}, {4, 6}})
            read(made, dice, ReadingKind::Outside, {"H" + std::to_string(one), "H" + std::to_string(other)}, 0.0);
        made.part.zero = "H1";
        made.part.along = "H2";
        const Survey now = survey(made.part);
        if (!now.settled())
            continue;
        QVERIFY(now.next);
        double least = 1e9, advised = 0.0;
        for (int one = 1; one <= 6; ++one)
            for (int other = one + 1; other <= 6; ++other) {
                MadePart more = made;
                const std::vector<std::string> between = {"H" + std::to_string(one), "H" + std::to_string(other)};
                read(more, dice, ReadingKind::Outside, between, 0.0);
                const bool again = std::any_of(made.part.readings.begin(), made.part.readings.end(),
                                               [&](const Reading& each) { return each.between == between; });
                const double reach = more.part.instruments[0].reach->in_mm();
                if (again || more.part.readings.back().length.in_mm() > reach)
                    continue;
                const double error = survey(more.part).worst()->in_mm();
                least = std::min(least, error);
                if (between == now.next->between)
                    advised = error;
            }
        QVERIFY2(std::fabs(advised - least) < 0.02 * least, qPrintable(QString("%1 %2").arg(advised).arg(least)));
    }
}

// 200 holes and 2,000 readings, and as many that make no sense, come to an end.
void TestSurvey::many_holes_end_in_time() {
    Dice dice(3);
    MadePart made = strewn(dice, 200);
    measure_all(made, dice, 8, 1.0);
    QVERIFY(made.part.readings.size() > 1900);
    QVERIFY(!first_fault(made.part));
    QVERIFY(survey(made.part).settled());
    for (Reading& each : made.part.readings)
        each.length = Length::mm(uniform(dice, 20.0, 200.0));
    QVERIFY(!survey(made.part).settled());
}

QTEST_APPLESS_MAIN(TestSurvey)
#include "test_survey.moc"
