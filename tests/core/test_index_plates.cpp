// Index plates against counting every hole there is.
#include "ordering/index_plates.h"
#include "support/jobs.h"

#include <cmath>
#include <cstdlib>

using namespace clockface;
using namespace clockface::testing;

namespace {

using Plates = std::vector<std::vector<int>>;

const std::vector<std::pair<int, Plates>>& sets() {
    static const std::vector<std::pair<int, Plates>> all = {
        {40, {{15, 16, 17, 18, 19, 20}, {21, 23, 27, 29, 31, 33}, {37, 39, 41, 43, 47, 49}}},
        {60, {{22, 25, 28}, {34, 38, 46}}},
        {90, {{15, 17, 19, 23, 29}, {27, 31, 37, 41, 49}}},
        {72, {{13}}},
    };
    return all;
}

// Counts hole after hole of a circle, and keeps the one that comes nearest to an angle.
long nearest_by_counting(double degrees, int ratio, int circle) {
    const double step = 360.0 / ratio / circle;
    long best = 0;
    for (long k = 1; k <= static_cast<long>(ratio) * circle; ++k)
        if (std::fabs(k * step - degrees) < std::fabs(best * step - degrees) - 1e-12)
            best = k;
    return best;
}

} // namespace

class TestIndexPlates : public QObject {
    Q_OBJECT
private slots:
    void even_divisions_against_counting() {
        for (const auto& [ratio, plates] : sets())
            for (int divisions = 2; divisions <= 400; ++divisions) {
                // Brute force: the smallest circle on which some whole number of holes, taken `divisions` times, is
                // once round.
                int smallest = 0;
                for (const auto& plate : plates)
                    for (const int circle : plate)
                        for (long k = 1; k <= static_cast<long>(ratio) * circle / divisions + 1; ++k)
                            if (k * divisions == static_cast<long>(ratio) * circle &&
                                (smallest == 0 || circle < smallest))
                                smallest = circle;
                const auto found = even_index(divisions, ratio, plates);
                QCOMPARE(found.has_value(), smallest != 0);
                if (!found)
                    continue;
                QCOMPARE(found->circle, smallest);
                QCOMPARE((static_cast<long>(found->turns) * found->circle + found->holes) * divisions,
                         static_cast<long>(ratio) * found->circle);
                QVERIFY(found->holes < found->circle);
            }
    }
    void best_circle_against_counting() {
        for (const auto& [ratio, plates] : sets())
            for (int divisions = 2; divisions <= 400; divisions += divisions < 60 ? 1 : 17) {
                std::vector<Angle> angles;
                for (int k = 0; k < divisions; ++k)
                    angles.push_back(deg(360.0 * k / divisions));
                double least = 1e9;
                for (const auto& plate : plates)
                    for (const int circle : plate) {
                        const double step = 360.0 / ratio / circle;
                        double worst = 0.0;
                        for (const Angle angle : angles) { // the nearest hole is one of the two beside it
                            const double holes = angle.in_degrees() / step;
                            worst =
                                std::max(worst, step * std::min(holes - std::floor(holes), std::ceil(holes) - holes));
                        }
                        least = std::min(least, worst);
                    }
                const auto found = best_circle(angles, ratio, plates);
                QVERIFY(found);
                QVERIFY2(std::fabs(found->worst.in_degrees() - least) < 1e-8, qPrintable(QString::number(divisions)));
                if (even_index(divisions, ratio, plates))
                    QVERIFY(found->worst.in_degrees() < 1e-8);
            }
    }
    void nearest_hole_against_counting() {
        for (const auto& [ratio, plates] : sets())
            for (const double angle : {0.0, 0.013, 17.3, 51.0 + 3.0 / 7.0, 123.4567, 359.99})
                QCOMPARE(static_cast<long>(index_holes(deg(angle), ratio, plates[0][0])),
                         nearest_by_counting(angle, ratio, plates[0][0]));
    }
    void seven_holes_by_hand() {
        // 40:1 and 7 divisions: 40/7 = 5 5/7 turns; on a circle of 21 that is 5 turns and 15 holes.
        const auto found = even_index(7, 40, {{15, 16}, {21, 49}});
        QVERIFY(found);
        QCOMPARE(found->circle, 21);
        QCOMPARE(found->plate, 1);
        QCOMPARE(found->turns, 5);
        QCOMPARE(found->holes, 15);
        QVERIFY(!even_index(127, 40, {{15, 16}}));
        QVERIFY(!best_circle({deg(10)}, 40, {}));
    }
    void running_correction_never_adds_up() {
        holds("every stop within half a hole, however many there are", [](void) {
            const int divisions = *rc::gen::inRange(2, 401);
            const int ratio = *rc::gen::element(40, 60, 72, 90, 120);
            const int circle = *rc::gen::inRange(11, 67);
            const double step = 360.0 / ratio / circle;
            for (int k = 0; k < divisions; ++k) {
                const double wanted = 360.0 * k / divisions;
                const auto holes = index_holes(deg(wanted), ratio, circle);
                RC_ASSERT(std::fabs(static_cast<double>(holes) * step - wanted) <= step / 2.0 + 1e-6);
            }
        });
    }
};

QTEST_GUILESS_MAIN(TestIndexPlates)
#include "test_index_plates.moc"
