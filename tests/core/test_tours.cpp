// The way round the holes: against looking at every order, against a way known to be the best, and against itself.
#include "ordering/travel.h"
#include "support/jobs.h"

#include <algorithm>
#include <cmath>
#include <numeric>

using namespace clockface;
using namespace clockface::testing;

namespace {

rc::Gen<TravelCost> any_cost() {
    return rc::gen::exec([] {
        const auto axis = [] {
            return AxisCost{*rc::gen::inRange(1, 20) / 20.0, static_cast<double>(*rc::gen::inRange(0, 6)),
                            static_cast<double>(*rc::gen::inRange(0, 9)),
                            *rc::gen::element(Towards::Plus, Towards::Minus)};
        };
        return TravelCost{axis(), axis()};
    });
}

// On a coarse grid, so that many stops share a line.
rc::Gen<std::vector<Point>> any_stops(int least, int most) {
    return rc::gen::exec([=] {
        std::vector<Point> stops(static_cast<std::size_t>(*rc::gen::inRange(least, most + 1)));
        for (Point& stop : stops)
            stop = {mm(*rc::gen::inRange(-40, 40) * 2.5), mm(*rc::gen::inRange(-40, 40) * 2.5)};
        return stops;
    });
}

// Every order once.
double least_by_looking(const std::vector<Point>& stops, const TravelCost& cost) {
    std::vector<int> order(stops.size());
    std::iota(order.begin(), order.end(), 0);
    double least = 1e300;
    do
        least = std::min(least, seconds_of(stops, {}, cost, order));
    while (std::next_permutation(order.begin(), order.end()));
    return least;
}

bool is_permutation_of(const Tour& tour, std::size_t n) {
    std::vector<int> order = tour.order;
    std::sort(order.begin(), order.end());
    for (std::size_t i = 0; i < n; ++i)
        if (i >= order.size() || order[i] != static_cast<int>(i))
            return false;
    return order.size() == n;
}

// Points of a lattice, row after row, lines `across` apart along X and `up` along Y.
std::vector<Point> lattice(int columns, int rows, double across, double up) {
    std::vector<Point> stops;
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < columns; ++column)
            stops.push_back({mm(7.3 + across * column), mm(5.1 + up * row)});
    return stops;
}

} // namespace

class TestTours : public QObject {
    Q_OBJECT
private slots:
    void cost_by_hand() {
        // A 2.5 mm screw at a second a turn, 4 s a touch, and 2 x 1 + 2 s against the finishing side.
        const TravelCost cost = travel_cost(
            {"M", "", Handwheels{screw(Unit::Millimetre, 2.5, 125, 0.18), screw(Unit::Millimetre, 2.5, 125, 0.18)}},
            {});
        QVERIFY(std::abs(cost.seconds({}, {mm(25), {}}) - (10.0 + 4.0)) < 1e-9);
        QVERIFY(std::abs(cost.seconds({mm(25), {}}, {}) - (10.0 + 4.0 + 4.0)) < 1e-9);
        QVERIFY(std::abs(cost.seconds({}, {mm(25), mm(-5)}) - (14.0 + 2.0 + 4.0 + 4.0)) < 1e-9);
        QCOMPARE(cost.seconds({mm(3), mm(4)}, {mm(3), mm(4)}), 0.0);
    }
    void no_stop_and_one_stop() {
        const TravelCost cost = travel_cost(default_shop().machines[0], {});
        QVERIFY(cheapest_tour({}, {}, cost).order.empty());
        const Tour one = cheapest_tour({{mm(10), mm(-10)}}, {}, cost);
        QCOMPARE(one.order, std::vector<int>{0});
        QVERIFY(one.proved && one.seconds > 0.0);
    }
    void proved_ways_are_the_best() {
        holds("up to seven stops, against every order", [](void) {
            const auto stops = *any_stops(1, 7);
            const TravelCost cost = *any_cost();
            const Tour tour = cheapest_tour(stops, {}, cost);
            RC_ASSERT(tour.proved);
            RC_ASSERT(is_permutation_of(tour, stops.size()));
            RC_ASSERT(std::abs(tour.seconds - least_by_looking(stops, cost)) < 1e-6);
            RC_ASSERT(std::abs(tour.seconds - seconds_of(stops, {}, cost, tour.order)) < 1e-6);
        });
    }
    void twelve_are_proved_thirteen_are_not() {
        const TravelCost cost = travel_cost(default_shop().machines[0], {});
        const auto stops = lattice(13, 1, 3.7, 1.0);
        QVERIFY(cheapest_tour({stops.begin(), stops.begin() + 12}, {}, cost).proved);
        QVERIFY(!cheapest_tour(stops, {}, cost).proved);
    }
    void no_way_of_nine_is_missed_by_the_search() {
        // The search for many stops, held to what the proof finds: nine stops, once proved and once as part of a
        // descent from the drawn order.
        holds("a descent never makes it dearer, and is never cheaper than the proved way", [](void) {
            const auto stops = *any_stops(9, 9);
            const TravelCost cost = *any_cost();
            std::vector<int> drawn(stops.size());
            std::iota(drawn.begin(), drawn.end(), 0);
            const Tour better = improved_tour(stops, {}, cost, drawn);
            const Tour best = cheapest_tour(stops, {}, cost);
            RC_ASSERT(is_permutation_of(better, stops.size()));
            RC_ASSERT(better.seconds <= seconds_of(stops, {}, cost, drawn) + 1e-6);
            RC_ASSERT(better.seconds >= best.seconds - 1e-6);
            RC_ASSERT(std::abs(better.seconds - seconds_of(stops, {}, cost, better.order)) < 1e-6);
        });
    }
    void long_ways_are_whole_and_add_up() {
        holds("thirteen to sixty stops: every stop once, the price is the price, the same input the same way",
              [](void) {
                  const auto stops = *any_stops(13, 60);
                  const TravelCost cost = *any_cost();
                  const Tour tour = cheapest_tour(stops, {}, cost);
                  RC_ASSERT(is_permutation_of(tour, stops.size()));
                  RC_ASSERT(std::abs(tour.seconds - seconds_of(stops, {}, cost, tour.order)) < 1e-6);
                  RC_ASSERT(cheapest_tour(stops, {}, cost).order == tour.order);
                  RC_ASSERT(tour.seconds <= cheapest_tour(stops, {}, cost, Effort::Quick).seconds + 1e-6);
              });
    }
    void a_lattice_is_gone_row_by_row() {
        // Every leg moves one slide at least: the cheapest leg is one across. Row changes are needed, at least rows -
        // 1, and cost one up each. So from the corner nothing is below (n - rows) across + (rows - 1) up, which going
        // there and back row by row comes to.
        const AxisCost plain{0.35, 4.0, 0.0, Towards::Plus};
        const TravelCost cost{plain, plain};
        for (const auto& [columns, rows] : {std::pair(20, 10), {40, 25}}) {
            const auto stops = lattice(columns, rows, 6.4, 9.7);
            const double across = 4.0 + 0.35 * 6.4, up = 4.0 + 0.35 * 9.7;
            const double least = (columns * rows - rows) * across + (rows - 1) * up + cost.seconds({}, stops.front());
            const Tour tour = cheapest_tour(stops, {}, cost);
            QVERIFY2(tour.seconds <= least * 1.02, qPrintable(QString::number(tour.seconds / least)));
            QVERIFY(tour.seconds >= least - 1e-6);
        }
    }
    void reversals_are_part_of_the_search() {
        // Three on a line, the spindle beyond the last: without reversal costs straight back is best; where going back
        // costs more than the way, it goes to the far end first and comes home the right way.
        const std::vector<Point> stops = {{mm(-30), {}}, {mm(-20), {}}, {mm(-10), {}}};
        const AxisCost still{0.0, 0.0, 0.0, Towards::Plus};
        const Tour near_first = cheapest_tour(stops, {}, {AxisCost{0.4, 0.0, 0.0, Towards::Plus}, still});
        QCOMPARE(near_first.order, (std::vector<int>{2, 1, 0}));
        const Tour far_first = cheapest_tour(stops, {}, {AxisCost{0.4, 0.0, 9.0, Towards::Plus}, still});
        QCOMPARE(far_first.order, (std::vector<int>{0, 1, 2}));
    }
    void what_is_set_alike_stands_alike() {
        // 10.004 and 9.997 are the same line of a 0.02 mm dial: no move between them.
        const Machine machine{
            "M", "", Handwheels{screw(Unit::Millimetre, 2.5, 125, 0.1), screw(Unit::Millimetre, 2.5, 125, 0.1)}};
        QVERIFY(same(as_set(machine, {mm(10.004), mm(-3.331)}), {mm(10.0), mm(-3.34)}));
        QVERIFY(same(as_set(machine, {mm(9.997), mm(-3.331)}), {mm(10.0), mm(-3.34)}));
    }
};

QTEST_GUILESS_MAIN(TestTours)
#include "test_tours.moc"
