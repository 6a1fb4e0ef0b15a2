// Patterns against places worked out by other means: symmetry, chords, complex numbers.
#include "layout/outline.h"
#include "layout/pattern.h"
#include "layout/why.h"
#include "support/jobs.h"

#include <algorithm>
#include <cmath>
#include <complex>

using namespace clockface;
using namespace clockface::testing;

class TestPatterns : public QObject {
    Q_OBJECT
private slots:
    void four_holes_land_on_the_axes_exactly() {
        const Pattern four = circle("A", {mm(10), mm(20)}, 38.4, 4, 0);
        QCOMPARE(place_of(four.layout, 1), (Point{mm(29.2), mm(20)}));
        QCOMPARE(place_of(four.layout, 2), (Point{mm(10), mm(39.2)}));
        QCOMPARE(place_of(four.layout, 3), (Point{mm(10) - mm(19.2), mm(20)}));
        QCOMPARE(place_of(four.layout, 4), (Point{mm(10), mm(20) - mm(19.2)}));
    }
    void the_flange_seven() {
        // Seven on 61.5 from one o'clock clockwise; hole k at bearing 60 - (k-1) 360/7, by powers of a complex root.
        const Job job = flange();
        const std::complex<double> start = std::polar(30.75, 3.14159265358979323846 / 3);
        const std::complex<double> turn = std::polar(1.0, -2 * 3.14159265358979323846 / 7);
        std::complex<double> at = start;
        for (int k = 1; k <= 7; ++k, at *= turn)
            QVERIFY(same(place_of(job.patterns[0].layout, k), {mm(at.real()), mm(at.imag())}));
    }
    void neighbours_are_a_chord_apart() {
        holds("chord = D sin(pi / n), all the way round, and every hole on the circle", [] {
            const int n = *rc::gen::inRange(2, 400);
            const double d = 0.1 * *rc::gen::inRange(1, 5000);
            const double first = *rc::gen::inRange(-900, 900);
            const Pattern pattern = circle("A", {mm(-31), mm(12)}, d, n, first,
                                           *rc::gen::element(Sense::Clockwise, Sense::CounterClockwise));
            const double chord = d * std::sin(3.14159265358979323846 / n);
            for (int k = 1; k <= n; ++k) {
                const Point a = place_of(pattern.layout, k);
                RC_ASSERT(same(distance(a, place_of(pattern.layout, k % n + 1)), mm(chord), 1e-9));
                RC_ASSERT(same(distance(a, {mm(-31), mm(12)}), mm(d / 2), 1e-9));
            }
        });
    }
    void one_hole_is_the_first() { QVERIFY(same(place_of(circle("A", {}, 20, 1, 90).layout, 1), {mm(0), mm(10)})); }
    void an_arc_ends_on_its_end() {
        // Five from 212 over 67 counter-clockwise: the last at 279, the step 16.75, never 67 / 5.
        const Pattern five = arc("C", {}, 76.8, 5, 212, 67);
        QCOMPARE(step_of(five.layout).in_degrees(), 16.75);
        QVERIFY(same(place_of(five.layout, 5), polar(mm(38.4), deg(279))));
        QVERIFY(same(place_of(arc("C", {}, 76.8, 5, 212, 67, Sense::Clockwise).layout, 5), polar(mm(38.4), deg(145))));
    }
    void arcs_run_across_nought() {
        const Pattern over = arc("C", {}, 20, 3, 350, 20);
        QVERIFY(same(place_of(over.layout, 2), {mm(10), mm(0)}));
    }
    void rows_do_not_add_up_errors() {
        const Pattern thousand = row("D", 1, 2, 1000, 0.1, 0);
        QVERIFY(same(place_of(thousand.layout, 1000), {mm(100.9), mm(2)}, 1e-12));
        QVERIFY(same(place_of(row("D", 0, 0, 3, 5, 90).layout, 3), {mm(0), mm(10)}, 0.0));
    }
    void grids_by_hand() {
        // Three by two, 7 apart and 5 across, from (1, 2), rows to the right: 1 7+1 15 / then up by 5.
        const GridPattern grid{{mm(1), mm(2)}, GridKind::Full, 3, 2, mm(7), mm(5), {}};
        QCOMPARE(places_in(grid), 6);
        QVERIFY(same(place_of(grid, 3), {mm(15), mm(2)}));
        QVERIFY(same(place_of(grid, 4), {mm(1), mm(7)}));
        GridPattern turned = grid;
        turned.bearing = deg(90); // rows go up, the next row lies to the left
        QVERIFY(same(place_of(turned, 3), {mm(1), mm(16)}));
        QVERIFY(same(place_of(turned, 4), {mm(-4), mm(2)}));
    }
    void staggered_rows_sit_between() {
        GridPattern grid{{}, GridKind::Staggered, 4, 3, mm(8), mm(6), {}};
        QCOMPARE(places_in(grid), 11); // 4 + 3 + 4
        QVERIFY(same(place_of(grid, 5), {mm(4), mm(6)}));
        QVERIFY(same(place_of(grid, 7), {mm(20), mm(6)}));
        QVERIFY(same(place_of(grid, 8), {mm(0), mm(12)}));
        grid.rows = 2;
        QCOMPARE(places_in(grid), 7);
    }
    void frames_go_once_round() {
        // Four by three: 10 holes; the corners are 1, 4, 6 and 9.
        const GridPattern grid{{}, GridKind::Frame, 4, 3, mm(10), mm(8), {}};
        QCOMPARE(places_in(grid), 10);
        QVERIFY(same(place_of(grid, 4), {mm(30), mm(0)}));
        QVERIFY(same(place_of(grid, 6), {mm(30), mm(16)}));
        QVERIFY(same(place_of(grid, 9), {mm(0), mm(16)}));
        QVERIFY(same(place_of(grid, 10), {mm(0), mm(8)}));
    }
    void frames_are_the_edge_of_the_grid() {
        holds("a frame has exactly the grid's places on the edge, each once, and each step goes to a neighbour",
              [](void) {
                  GridPattern grid{
                      {mm(3), mm(-4)}, GridKind::Full, *rc::gen::inRange(1, 12),      *rc::gen::inRange(1, 12),
                      mm(7),           mm(5),          deg(*rc::gen::inRange(0, 360))};
                  std::vector<Point> edge;
                  for (int n = 1; n <= places_in(grid); ++n) {
                      const int row = (n - 1) / grid.columns;
                      const int column = (n - 1) % grid.columns;
                      if (row == 0 || column == 0 || row == grid.rows - 1 || column == grid.columns - 1)
                          edge.push_back(place_of(grid, n));
                  }
                  grid.kind = GridKind::Frame;
                  RC_ASSERT(places_in(grid) == static_cast<int>(edge.size()));
                  for (int n = 1; n <= places_in(grid); ++n) {
                      const Point at = place_of(grid, n);
                      RC_ASSERT(std::count_if(edge.begin(), edge.end(), [&](Point p) { return same(p, at); }) == 1);
                      if (n > 1) {
                          const Length step = distance(at, place_of(grid, n - 1));
                          RC_ASSERT(same(step, mm(7)) || same(step, mm(5)));
                      }
                  }
              });
    }
    void names_stay_when_holes_are_left_out() {
        Job job = plate_job();
        job.patterns = {circle("A", {mm(60), mm(45)}, 50, 5, 0), single("B", 10, 10)};
        job.patterns[0].left_out = {1, 3};
        const auto holes = holes_of(job);
        QCOMPARE(holes.size(), 4U);
        QCOMPARE(holes[0].name, std::string("A2"));
        QCOMPARE(holes[1].name, std::string("A4"));
        QCOMPARE(holes[3].name, std::string("B1"));
        QVERIFY(same(holes[0].at, place_of(job.patterns[0].layout, 2)));
    }
    void metal_to_the_edge() {
        Blank plate = plate_job().blank; // 120 x 90
        QVERIFY(same(metal_to_edge(plate, {}), mm(45)));
        QVERIFY(same(metal_to_edge(plate, {mm(50), mm(10)}), mm(10)));
        QVERIFY(same(metal_to_edge(plate, {mm(63), mm(49)}), mm(-5))); // 3-4-5 outside the corner
        plate.bore = mm(20);
        QVERIFY(same(metal_to_edge(plate, {mm(13), mm(0)}), mm(3)));
        QVERIFY(same(metal_to_edge(plate, {}), mm(-10)));
        Blank disc;
        disc.shape = BlankShape::Disc;
        disc.diameter = {mm(88.6), mm(88.74)};
        QVERIFY(same(metal_to_edge(disc, {mm(30), mm(0)}), mm(14.37))); // the measured size counts
    }
    void why_names_the_numbers() {
        const Job job = flange();
        const auto holes = holes_of(job);
        const std::string why = why_place(job, holes[2]);
        for (const char* part : {"360° / 7", "30.75", "317.143°", "+22.541", "−20.915", "132.857°", "4:26"})
            QVERIFY2(why.find(part) != std::string::npos, part);
        for (const Hole& hole : holes)
            QVERIFY(why_place(job, hole).find(hole.name) != std::string::npos || hole.name == "E1");
    }
};

QTEST_GUILESS_MAIN(TestPatterns)
#include "test_patterns.moc"
