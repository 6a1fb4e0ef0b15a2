// Check my sum: right figures agree, and a slip made on purpose, reckoned here and not by the program, is named.
#include "inspection/check_sum.h"
#include "measure/figures.h"
#include "support/planted.h"

#include <cmath>

using namespace clockface;
using namespace clockface::testing;

namespace {

constexpr double rad = 0.017453292519943295;

// What somebody would write down who reckons to the device's step.
std::string written(const PlanSum& sum, double value) {
    if (sum.in == SumIn::Degrees)
        return QString::number(value, 'f', 4).toStdString();
    if (sum.in == SumIn::Dial) {
        // Whole turns from zero, on or back, and what a dial shows whose figures rise clockwise.
        const auto count = static_cast<long long>(std::llround(value));
        const long long line = ((count % sum.a_turn) + sum.a_turn) % sum.a_turn;
        const double shows = static_cast<double>(line) * sum.line.in_mm() / (sum.unit == Unit::Inch ? 25.4 : 1.0);
        return QStringLiteral("%1 turns %2").arg(std::abs(count) / sum.a_turn).arg(shows, 0, 'f', 6).toStdString();
    }
    const double in_unit = value / (sum.unit == Unit::Inch ? 25.4 : 1.0);
    return QString::number(in_unit, 'f', sum.unit == Unit::Inch ? 5 : 4).toStdString();
}

struct Tried {
    int all = 0, named = 0;
    void look(const PlanSum& sum, double slipped, const char* words) {
        if (std::fabs(slipped - sum.value) < 3.0 * sum.step)
            return; // the slip makes no other figure
        ++all;
        const auto found = check_sum(sum, written(sum, slipped));
        const bool good = found && !found->agrees && found->words.find(words) != std::string::npos;
        named += good;
    }
};

} // namespace

class Checked_sum : public QObject {
    Q_OBJECT
private slots:
    void right_figures_agree();
    void names_the_slip_data();
    void names_the_slip();
    void by_hand();
    void what_is_no_figure();
};

// Every figure of every move of random lists, in both units, and rounded as coarsely as the device.
void Checked_sum::right_figures_agree() {
    Draws dice{std::mt19937(1)};
    int sums = 0;
    for (int k = 0; k < 150; ++k) {
        const auto piece = plant(std::nullopt, dice);
        if (!piece)
            continue;
        for (std::size_t move = 0; move < piece->plan.route.list.size(); ++move)
            for (const PlanSum& sum : sums_at(piece->job, piece->plan, piece->plan.route.list[move])) {
                ++sums;
                for (const double off : {0.0, 0.49, -0.49}) {
                    if (sum.in == SumIn::Dial && off != 0.0)
                        continue;
                    const auto found = check_sum(sum, written(sum, sum.value + off * sum.step));
                    QVERIFY2(found && found->agrees,
                             (sum.name + ": " + (found ? found->words : found.error().sentence)).c_str());
                }
            }
    }
    QVERIFY(sums > 2000);
}

void Checked_sum::names_the_slip_data() {
    QTest::addColumn<int>("which");
    QTest::newRow("handwheel") << 0;
    QTest::newRow("readout") << 1;
    QTest::newRow("pick-up") << 2;
    QTest::newRow("chord") << 3;
    QTest::newRow("circle figures") << 4;
}

void Checked_sum::names_the_slip() {
    QFETCH(int, which);
    Draws dice{std::mt19937(static_cast<unsigned>(which) + 3)};
    Tried tried;
    for (int k = 0; k < 4000 && tried.all < 400; ++k) {
        auto piece = plant(std::nullopt, dice);
        if (!piece)
            continue;
        if (which == 4) {
            for (Machine& each : piece->shop.machines)
                if (std::holds_alternative<Readout>(each.kind))
                    at_hand(piece->job).machine = ref(each);
            at_hand(piece->job).order.readout = ReadoutWay::Routines;
            piece->plan = plan_at_hand(piece->job, piece->shop);
        }
        const auto& circle = std::get<CirclePattern>(piece->job.patterns[0].layout);
        const double radius = circle.diameter.in_mm() / 2.0;
        const auto drawn = [&](Point at) { return as_drawn(piece->job.datum, at); };
        for (std::size_t move = 0; move < piece->plan.route.list.size(); ++move) {
            const Instruction& each = piece->plan.route.list[move];
            for (const PlanSum& sum : sums_at(piece->job, piece->plan, piece->plan.route.list[move])) {
                const bool x = sum.name.find('X') != std::string::npos;
                if (which <= 1 && each.hole >= 0 && (which == 0) == (sum.in == SumIn::Dial)) {
                    const Hole& hole = piece->plan.holes[static_cast<std::size_t>(each.hole)];
                    if (hole.pattern != 0 || dice.whole(0, 5) != 0)
                        continue;
                    const double step = 360.0 / circle.count * (circle.going == Sense::Clockwise ? -1 : 1);
                    const auto at = [&](double r, double degrees) {
                        return circle.centre + Point{mm(r * std::cos(degrees * rad)), mm(r * std::sin(degrees * rad))};
                    };
                    const double first = circle.first.in_degrees(), here = first + step * (hole.number - 1);
                    const auto figure = [&](Point place) {
                        if (sum.in == SumIn::Length)
                            return (x ? drawn(place).x : drawn(place).y).in_mm();
                        const auto& wheels = std::get<Handwheels>(piece->plan.machine.kind);
                        const Screw& screw = x ? wheels.x : wheels.y;
                        const double lines = (x ? place.x : place.y) / screw.lead * screw.lines;
                        // Engraved figures: whole turns times those, and the line.
                        const double way = screw.plus == Turn::Clockwise ? lines : -lines;
                        const double turns = std::floor(way / screw.lines + 1e-9);
                        return turns * sum.a_turn + std::round(way - turns * screw.lines);
                    };
                    switch (dice.whole(0, 5)) {
                    case 0:
                        tried.look(sum, figure(at(radius * 2.0, here)), "the diameter was taken for the radius");
                        break;
                    case 1:
                        tried.look(sum, figure(at(radius, here) - circle.centre),
                                   "the centre of the circle was left out");
                        break;
                    case 2:
                        if (hole.number > 1)
                            tried.look(sum, figure(at(radius, first - step * (hole.number - 1))), "the other way");
                        break;
                    case 3:
                        tried.look(sum, figure(at(radius, here + step)), "it is hole");
                        break;
                    case 4:
                        tried.look(sum, figure(at(radius * 0.5, here)), "halved once too often");
                        break;
                    default:
                        if (sum.in == SumIn::Dial)
                            tried.look(sum, sum.value + sum.a_turn,
                                       sum.value < 0.0 ? "a whole turn too few" : "a whole turn too many");
                        else
                            tried.look(sum, -sum.value, "the sign is lost");
                    }
                } else if (which == 2) {
                    const auto* touch = std::get_if<TouchEdge>(&each.action);
                    if (!touch)
                        continue;
                    const double face =
                        (touch->axis == Axis::X ? drawn({touch->face, {}}).x : drawn({{}, touch->face}).y).in_mm();
                    const double d = touch->finder.diameter.in_mm();
                    const double side = sum.value > face ? 1.0 : -1.0;
                    tried.look(sum, face, "half the finder was left out");
                    tried.look(sum, face - side * d / 2.0,
                               side > 0 ? "taken off instead of added" : "added instead of taken off");
                    tried.look(sum, face + side * d, "the whole finder was counted");
                } else if (which == 3 && std::holds_alternative<StepChord>(each.action)) {
                    const double n = circle.count, across = radius * 2.0;
                    tried.look(sum, radius * std::sin(180.0 / n * rad), "the radius was taken for the diameter");
                    tried.look(sum, across * 180.0 / n * rad, "the arc along the circle");
                    tried.look(sum, across * std::sin(180.0 / (n + 1) * rad), "divided by");
                    tried.look(sum, across * std::sin(360.0 / n * rad), "the whole angle");
                } else if (which == 4 && std::holds_alternative<KeyCircle>(each.action)) {
                    const auto& key = std::get<KeyCircle>(each.action);
                    const auto& readout = std::get<Readout>(piece->plan.machine.kind);
                    if (sum.name.find("diameter") != std::string::npos)
                        tried.look(sum, radius, "the radius was taken for the diameter");
                    if (sum.name.find("last") != std::string::npos && key.count > 1) {
                        const double begins = readout.angle_resolution.in_degrees() * static_cast<double>(key.first);
                        const double apart = 360.0 / circle.count;
                        tried.look(sum, std::fmod(begins + apart * key.count + 360.0, 360.0), "one step before");
                    }
                    if (sum.name.find("first") != std::string::npos)
                        tried.look(sum, std::fmod(720.0 - sum.value, 360.0), "the other way round");
                }
            }
        }
    }
    qInfo() << tried.named << "of" << tried.all;
    QVERIFY(tried.all >= 100);
    QVERIFY(tried.named >= tried.all * 0.95);
}

// The left face stands 10 to the left of zero; the finder measures 6 and stands left of it: -10 - 3 = -13. Somebody
// adds half the finder: -7, which is 6 more.
void Checked_sum::by_hand() {
    PlanSum sum;
    sum.name = "X while the finder touches";
    sum.value = -13.0;
    sum.step = 0.005;
    sum.otherwise = {{-10.0, "half the finder was left out"}, {-7.0, "half the finder was added instead of taken off"}};
    QCOMPARE(check_sum(sum, "-7")->words,
             std::string("Yours is 6 mm more: half the finder was added instead of taken off. The list has −13 mm."));
    QVERIFY(check_sum(sum, "-13.002")->agrees);
    QVERIFY(!check_sum(sum, "-13.01")->agrees);
    QVERIFY(check_sum(sum, "-(10+6/2)")->agrees); // a sum may be typed as it was reckoned
    QVERIFY(check_sum(sum, "-11.11")->words.find("No usual slip") != std::string::npos);
    // A dial of 125 lines of 0.02: 7 turns and line 42 are 917 lines, it shows 0.84; alone that is compared within its
    // turn. Back from zero 13 turns and 3 lines are -1628, and it shows (125 - 3) x 0.02 = 2.44.
    sum.in = SumIn::Dial;
    sum.value = 917;
    sum.step = 1.0;
    sum.a_turn = 125;
    sum.line = mm(0.02);
    sum.otherwise = {{926, "backlash was added; it is taken up, not counted"}};
    QVERIFY(check_sum(sum, "7 turns 0.84")->agrees && check_sum(sum, "7 .84")->agrees &&
            check_sum(sum, "0.84")->agrees);
    QVERIFY(!check_sum(sum, "8 turns 0.84")->agrees);
    QVERIFY(check_sum(sum, "1.02")->words.find("backlash was added") != std::string::npos);
    sum.value = -1628;
    QVERIFY(check_sum(sum, "13 turns 2.44")->agrees && !check_sum(sum, "13 turns 0.06")->agrees);
    QVERIFY(check_sum(sum, "12 2.44")->words.find("13 turns back from zero, the dial shows 2.44") != std::string::npos);
    // 359.99 and 0.01 degrees are neighbours.
    sum.in = SumIn::Degrees;
    sum.value = 0.0;
    sum.step = 0.02;
    QVERIFY(check_sum(sum, "359.995")->agrees);
}

void Checked_sum::what_is_no_figure() {
    PlanSum sum;
    sum.step = 0.01;
    QVERIFY(!check_sum(sum, "") && !check_sum(sum, "x y") && !check_sum(sum, "3 4 5 6"));
    sum.in = SumIn::Dial;
    sum.a_turn = 125;
    sum.line = mm(0.02);
    for (const char* typed : {"", "turns", "1 2 3", "7 2.5", "7 -0.3"})
        QVERIFY2(!check_sum(sum, typed), typed);
    QVERIFY(check_sum(sum, "200").error().sentence.find("0 to 2.48") != std::string::npos);
    sum.in = SumIn::Degrees;
    QVERIFY(!check_sum(sum, "round"));
}

QTEST_APPLESS_MAIN(Checked_sum)
#include "test_check_sum.moc"
