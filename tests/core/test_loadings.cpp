// Parts against a stop: turned end for end and over, in the fewest settings.
#include "holding/loadings.h"
#include "support/jobs.h"

#include <QTest>
#include <cmath>
#include <functional>
#include <map>
#include <random>

using namespace clockface;
using namespace clockface::testing;

namespace {

struct Draw {
    std::mt19937 engine;
    double operator()(double least, double most) { return std::uniform_real_distribution<double>(least, most)(engine); }
    bool one_in(int n) { return std::uniform_int_distribution<int>(1, n)(engine) == 1; }
};

HoleToLoad hole_at(double x, double y, double within = 0.1) {
    return {{mm(x), mm(y)}, mm(within)};
}

// Part, hole by hole: some are put where a turn brings an earlier one, or nearly so.
PartsToLoad any_parts(Draw& chance, int most_holes) {
    PartsToLoad parts;
    parts.size = {mm(chance(40, 160)), mm(chance(20, 60))};
    parts.loadings = loadings_of({chance.one_in(2), chance.one_in(2), chance.one_in(2)});
    if (chance.one_in(2)) {
        parts.length_scatter = mm(chance(0, 0.15));
        parts.width_scatter = mm(chance(0, 0.1));
    }
    parts.x_counted_from = chance.one_in(4) ? 1.0 : 0.0;
    const int count = 1 + static_cast<int>(chance(0, most_holes - 0.001));
    for (int i = 0; i < count; ++i) {
        HoleToLoad hole =
            hole_at(chance(3, parts.size.x.in_mm() - 3), chance(3, parts.size.y.in_mm() - 3), chance(0.05, 0.3));
        if (i > 0 && !chance.one_in(3)) {
            const auto turn = static_cast<Loading>(static_cast<int>(chance(0, 3.999)));
            const Point of = parts.holes[static_cast<std::size_t>(chance(0, i - 0.001))].at;
            hole.at = brought_to(turn, of, parts.size) + Point{mm(chance(-0.35, 0.35)), mm(chance(-0.35, 0.35))};
        }
        hole.from_either_side = !chance.one_in(5);
        hole.cutters = {chance.one_in(2) ? 1 : 2, 3};
        parts.holes.push_back(hole);
    }
    return parts;
}

struct Circle {
    double x, y, r;
};

// How far the best common place is from the edge of the worst circle, walked to in ever shorter steps; above nought:
// there is none.
double common_place(const std::vector<Circle>& circles) {
    double x = circles.front().x, y = circles.front().y;
    const auto worst = [&](double px, double py) {
        double most = -1e9;
        for (const Circle& each : circles)
            most = std::max(most, std::hypot(px - each.x, py - each.y) - each.r);
        return most;
    };
    double step = 1.0, now = worst(x, y);
    while (step > 1e-5) {
        bool better = false;
        for (int i = 0; i < 16; ++i) {
            const double px = x + step * std::cos(i * 0.392699), py = y + step * std::sin(i * 0.392699);
            if (const double there = worst(px, py); there < now) {
                x = px;
                y = py;
                now = there;
                better = true;
            }
        }
        if (!better)
            step /= 2.0;
    }
    return now;
}

// The fewest groups by trying all: which sets of holes have a common place in some loading of each, then the fewest
// sets that make up the whole. Nothing where a place is so scarce that the last digit decides.
std::optional<int> fewest_by_trying(const PartsToLoad& parts) {
    const int count = static_cast<int>(parts.holes.size());
    std::vector<std::vector<Circle>> of(parts.holes.size());
    for (int i = 0; i < count; ++i) {
        const HoleToLoad& hole = parts.holes[static_cast<std::size_t>(i)];
        for (const Loading loading : parts.loadings) {
            const double l = parts.size.x.in_mm(), w = parts.size.y.in_mm();
            double x = hole.at.x.in_mm(), y = hole.at.y.in_mm(), sx = 0.0, sy = 0.0;
            bool left = true;
            switch (loading) {
            case Loading::AsDrawn:
                break;
            case Loading::EndForEnd:
                x = l - x;
                y = w - y;
                sy = parts.width_scatter.in_mm();
                left = false;
                break;
            case Loading::OverLeftRight:
                x = l - x;
                left = false;
                break;
            case Loading::OverFrontBack:
                y = w - y;
                sy = parts.width_scatter.in_mm();
                break;
            }
            if (left == (parts.x_counted_from > 0.5))
                sx = parts.length_scatter.in_mm();
            const bool over = loading == Loading::OverLeftRight || loading == Loading::OverFrontBack;
            const double r = hole.within.in_mm() - std::sqrt(sx * sx + sy * sy);
            if (std::fabs(r) < 1e-3)
                return std::nullopt;
            if (r > 0.0 && (hole.from_either_side || !over))
                of[static_cast<std::size_t>(i)].push_back({x, y, r});
        }
    }
    bool knife_edge = false;
    std::vector<char> together(std::size_t{1} << count, 0);
    int all = 0;
    for (int i = 0; i < count; ++i)
        if (!of[static_cast<std::size_t>(i)].empty())
            all |= 1 << i;
    for (int set = 1; set < 1 << count; ++set) {
        if ((set & all) != set)
            continue;
        bool parts_fit = true; // what has a common place has one without any of its holes
        for (int i = 0; i < count; ++i)
            if ((set >> i & 1) && set != 1 << i && !together[static_cast<std::size_t>(set & ~(1 << i))])
                parts_fit = false;
        if (!parts_fit)
            continue;
        std::vector<Circle> chosen;
        const std::function<bool(int)> fits = [&](int from) {
            int next = from;
            while (next < count && !(set >> next & 1))
                ++next;
            if (next == count) {
                const double off = common_place(chosen);
                knife_edge = knife_edge || std::fabs(off) < 1e-3;
                return off < 0.0;
            }
            for (const Circle& each : of[static_cast<std::size_t>(next)]) {
                chosen.push_back(each);
                const bool near =
                    chosen.size() < 2 ||
                    std::hypot(chosen.front().x - each.x, chosen.front().y - each.y) < chosen.front().r + each.r + 1e-2;
                if (near && fits(next + 1))
                    return true;
                chosen.pop_back();
            }
            return false;
        };
        together[static_cast<std::size_t>(set)] = fits(0);
    }
    if (knife_edge)
        return std::nullopt;
    std::vector<int> fewest(std::size_t{1} << count, 99);
    fewest[0] = 0;
    for (int set = 1; set < 1 << count; ++set)
        for (int part = set; part; part = (part - 1) & set)
            if (together[static_cast<std::size_t>(part)])
                fewest[static_cast<std::size_t>(set)] =
                    std::min(fewest[static_cast<std::size_t>(set)], fewest[static_cast<std::size_t>(set & ~part)] + 1);
    return fewest[static_cast<std::size_t>(all)];
}

} // namespace

class TestLoadings : public QObject {
    Q_OBJECT
private slots:
    // 120 long, 40 wide: (10, 12) comes to (110, 28), (110, 12) and (10, 28). Any two turns make the third.
    void turns() {
        const Point size{mm(120), mm(40)}, at{mm(10), mm(12)};
        QVERIFY(same(brought_to(Loading::EndForEnd, at, size), {mm(110), mm(28)}));
        QVERIFY(same(brought_to(Loading::OverLeftRight, at, size), {mm(110), mm(12)}));
        QVERIFY(same(brought_to(Loading::OverFrontBack, at, size), {mm(10), mm(28)}));
        // From the middle, (60, 20), the same place is (-50, -8).
        QVERIFY(same(laid_from_middle(Loading::AsDrawn, {mm(-50), mm(-8)}), {mm(-50), mm(-8)}));
        QVERIFY(same(laid_from_middle(Loading::EndForEnd, {mm(-50), mm(-8)}), {mm(50), mm(8)}));
        QVERIFY(same(laid_from_middle(Loading::OverLeftRight, {mm(-50), mm(-8)}), {mm(50), mm(-8)}));
        QVERIFY(same(laid_from_middle(Loading::OverFrontBack, {mm(-50), mm(-8)}), {mm(-50), mm(8)}));
        QCOMPARE(loadings_of({}).size(), std::size_t{1});
        QVERIFY(loadings_of({false, true, false}) == (std::vector{Loading::AsDrawn, Loading::OverLeftRight}));
        QCOMPARE(loadings_of({true, false, true}).size(), std::size_t{4});
    }

    // Two holes that one turn end for end changes for each other take one setting, and two where it is not allowed. A
    // third in the middle of the width is reached from both ends, but nowhere near the first.
    void one_setting_for_both_ends() {
        PartsToLoad parts{{mm(120), mm(40)}, {hole_at(10, 12), hole_at(110, 28), hole_at(60, 20)}, loadings_of({})};
        QCOMPARE(fewest_settings(parts).settings.size(), std::size_t{3});
        parts.loadings = loadings_of({true, false, false});
        BatchPlan plan = fewest_settings(parts);
        QCOMPARE(plan.settings.size(), std::size_t{2});
        QVERIFY(plan.proved && plan.out_of_reach.empty());
        QCOMPARE(plan.settings[0].loadings().size(), std::size_t{2});
        QVERIFY(same(plan.settings[0].at, {mm(10), mm(12)}, 1e-6) ||
                same(plan.settings[0].at, {mm(110), mm(28)}, 1e-6));
        // 0.15 off still goes: each gives half of it. 0.25 does not, within 0.1 each.
        parts.holes[1].at.x = mm(110.15);
        plan = fewest_settings(parts);
        QCOMPARE(plan.settings.size(), std::size_t{2});
        QVERIFY(same(plan.settings[0].at.x, mm(9.925), 1e-6));
        parts.holes[1].at.x = mm(110.25);
        QCOMPARE(fewest_settings(parts).settings.size(), std::size_t{3});
        // A blind hole is not reached from below, a length that scatters by 0.08 leaves 0.02 of 0.1, one by 0.12
        // nothing.
        parts.holes = {hole_at(10, 12), hole_at(110, 12)};
        parts.loadings = loadings_of({false, true, false});
        QCOMPARE(fewest_settings(parts).settings.size(), std::size_t{1});
        parts.holes[1].from_either_side = parts.holes[0].from_either_side = false;
        QCOMPARE(fewest_settings(parts).settings.size(), std::size_t{2});
        parts.holes[1].from_either_side = true;
        parts.length_scatter = mm(0.08);
        QVERIFY(same(*room_left(parts, parts.holes[1], Loading::OverLeftRight), mm(0.02)));
        QCOMPARE(fewest_settings(parts).settings.size(), std::size_t{1});
        parts.length_scatter = mm(0.12);
        QCOMPARE(fewest_settings(parts).settings.size(), std::size_t{2});
        // Counted from the end away from the stop it is the part as drawn that scatters.
        parts.x_counted_from = 1.0;
        parts.loadings = loadings_of({});
        QCOMPARE(fewest_settings(parts).out_of_reach.size(), std::size_t{2});
    }

    void as_few_as_trying_all_finds() {
        Draw chance{std::mt19937(19)};
        int compared = 0, saved = 0;
        std::map<int, int> came_up;
        while (compared < 500) {
            const PartsToLoad parts = any_parts(chance, 12);
            const auto wanted = fewest_by_trying(parts);
            if (!wanted)
                continue;
            const BatchPlan plan = fewest_settings(parts);
            QVERIFY(plan.proved);
            QCOMPARE(static_cast<int>(plan.settings.size()), *wanted);
            std::vector<int> times(parts.holes.size(), 0);
            for (const Setting& setting : plan.settings)
                for (const LoadedHole& each : setting.holes)
                    ++times[static_cast<std::size_t>(each.hole)];
            for (const int hole : plan.out_of_reach)
                ++times[static_cast<std::size_t>(hole)];
            for (const int each : times)
                QCOMPARE(each, 1);
            saved += *wanted < static_cast<int>(parts.holes.size()) ? 1 : 0;
            ++came_up[static_cast<int>(parts.loadings.size())];
            ++compared;
        }
        QVERIFY2(saved > 200 && came_up[1] > 30 && came_up[2] > 60 && came_up[4] > 60,
                 qPrintable(QString("%1 %2").arg(saved).arg(came_up[1])));
    }

    // Parts as they really come, longer and wider by what they scatter, each loaded and drilled where the spindle
    // stands: measured from where the drawing counts, every hole is within what it may miss.
    void every_hole_is_in_its_place() {
        Draw chance{std::mt19937(20)};
        int drilled = 0, tight = 0;
        for (int i = 0; i < 1500; ++i) {
            const PartsToLoad parts = any_parts(chance, 24);
            const BatchPlan plan = fewest_settings(parts);
            for (int part = 0; part < 4; ++part) {
                const double longer = parts.length_scatter.in_mm() * (part % 2 ? 1 : -1),
                             wider = parts.width_scatter.in_mm() * (part / 2 ? 1 : -1);
                const double l = parts.size.x.in_mm() + longer, w = parts.size.y.in_mm() + wider;
                for (const Setting& setting : plan.settings)
                    for (const LoadedHole& each : setting.holes) {
                        const HoleToLoad& hole = parts.holes[static_cast<std::size_t>(each.hole)];
                        const double x = setting.at.x.in_mm(), y = setting.at.y.in_mm();
                        const bool other_end =
                            each.loading == Loading::EndForEnd || each.loading == Loading::OverLeftRight;
                        const bool other_edge =
                            each.loading == Loading::EndForEnd || each.loading == Loading::OverFrontBack;
                        double in_part = other_end ? l - x : x;
                        if (parts.x_counted_from > 0.5) // counted from there: that end stands where the drawing has it
                            in_part -= longer;
                        const double miss =
                            std::hypot(in_part - hole.at.x.in_mm(), (other_edge ? w - y : y) - hole.at.y.in_mm());
                        QVERIFY2(miss <= hole.within.in_mm() + 1e-6, qPrintable(QString("%1 %2").arg(i).arg(miss)));
                        QVERIFY(hole.from_either_side || !turned_over(each.loading));
                        ++drilled;
                        tight += miss > hole.within.in_mm() * 0.7 ? 1 : 0;
                    }
            }
        }
        QVERIFY2(drilled > 20000 && tight > 500, qPrintable(QString("%1 %2").arg(drilled).arg(tight)));
    }

    // Of two ways with as many settings the one in which cutters are put in less often: the hole that either setting
    // serves goes where its cutter is in already.
    void cutters_are_put_in_least_often() {
        PartsToLoad parts{{mm(100), mm(40)}, {}, loadings_of({true, true, false})};
        parts.holes = {hole_at(10, 10), hole_at(30, 15), hole_at(90, 30)};
        parts.holes[0].cutters = {1};
        parts.holes[1].cutters = {2};
        parts.holes[2].cutters = {1};
        BatchPlan plan = fewest_settings(parts);
        QCOMPARE(plan.settings.size(), std::size_t{2});
        QCOMPARE(plan.cutters_put_in, 2);
        // 20, 20 and 20.15, 20: a place between serves both; a third at 20.3, 20 goes with the second only. The second
        // is cut like the third.
        parts.loadings = loadings_of({});
        parts.holes = {hole_at(20, 20), hole_at(20.15, 20), hole_at(20.3, 20)};
        parts.holes[0].cutters = {1};
        parts.holes[1].cutters = {2, 3};
        parts.holes[2].cutters = {2, 3};
        plan = fewest_settings(parts);
        QCOMPARE(plan.settings.size(), std::size_t{2});
        QCOMPARE(plan.cutters_put_in, 3);
        QVERIFY(same(plan.settings[0].at, {mm(20), mm(20)}, 1e-6));
    }

    void is_left_off_when_told() {
        Draw chance{std::mt19937(3)};
        const std::atomic<bool> leave{true};
        PartsToLoad parts = any_parts(chance, 24);
        while (parts.holes.size() < 20)
            parts = any_parts(chance, 24);
        const BatchPlan plan = fewest_settings(parts, &leave);
        QVERIFY(!plan.proved && !plan.settings.empty());
    }
};

QTEST_APPLESS_MAIN(TestLoadings)
#include "test_loadings.moc"
