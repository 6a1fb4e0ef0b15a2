// The sums of scribing, against the geometry they stand for; and the order in which bolts are tightened.
#include "layout/scribing.h"
#include "ordering/tightening.h"
#include "support/jobs.h"

#include <algorithm>
#include <cmath>

using namespace clockface;
using namespace clockface::testing;

class TestScribing : public QObject {
    Q_OBJECT
private slots:
    void two_lines_find_the_middle() {
        holds("a plate of any width, a gauge that is off by anything", [](void) {
            const double width = *rc::gen::inRange(1000, 9000) / 100.0, off = *rc::gen::inRange(-90, 90) / 100.0;
            const double setting = width / 2.0 + off; // what the gauge is really set to
            const double from_left = setting, from_right = width - setting;
            const double gap = from_right - from_left; // positive: each short of the middle
            RC_ASSERT(same(setting_that_meets(mm(setting), mm(gap)), mm(width / 2.0), 1e-9));
        });
        QVERIFY(same(setting_that_meets(mm(23.4), mm(0.3)), mm(23.55)));
        QVERIFY(same(setting_that_meets(mm(23.4), mm(-0.3)), mm(23.25)));
    }
    void a_lens_tells_the_spacing() {
        // Ends 62.0 apart, arcs of 31.2 from both: they reach to 31.2 and to 62.0 - 31.2 = 30.8, a lens of 0.4.
        QVERIFY(same(*apart_from_lens(mm(31.2), mm(0.4)), mm(62.0)));
        QVERIFY(!apart_from_lens(mm(31.2), mm(40)));
        QVERIFY(!apart_from_lens(mm(31.2), mm(-0.1)));
    }
    void a_chord_piles_up() {
        // 7 x 0.05 / cos(180/7) = 0.35 / 0.900969; from both sides the farthest is three steps off.
        const SteppingError error = stepping_error(mm(0.05), 7, deg(360.0 / 7));
        QVERIFY(same(error.one_way, mm(0.388471), 1e-5));
        QVERIFY(same(error.from_both_sides, mm(0.166488), 1e-5));
        QVERIFY(same(stepping_error(mm(-0.02), 12, deg(30)).one_way, mm(-0.248466), 1e-5)); // / cos 15
    }
    void an_arc_over_a_line() {
        // 3-4-5: radius 50, 30 off the line, crosses 40 along; the tangent makes acos(30/50) = 53.13 degrees with it.
        const auto good = arc_over_line(mm(50), mm(30));
        QVERIFY(good && same(good->along, mm(40)) && std::abs(good->degrees - 53.1301) < 1e-3 && !good->shallow);
        const auto flat = arc_over_line(mm(40), mm(37));
        QVERIFY(flat && flat->shallow); // acos(0.925) = 22.3
        const auto touching = arc_over_line(mm(40), mm(40));
        QVERIFY(touching && same(touching->along, {}) && touching->degrees < 1e-6);
        QVERIFY(!arc_over_line(mm(40), mm(40.1)));
        QVERIFY(!arc_over_line({}, {}));
    }
    void a_ring_is_tightened_in_a_star() {
        Job job = plate_job();
        job.patterns = {circle("A", {mm(60), mm(45)}, 50, 6, 0)};
        const auto holes = holes_of(job);
        const auto order = tightening_order(job, holes, 0);
        QCOMPARE(order.size(), std::size_t{6});
        // Pairs are opposite: 1 and 4, and so on.
        for (std::size_t i = 0; i < 6; i += 2)
            QCOMPARE(std::abs(order[i] - order[i + 1]), 3);
        for (const int count : {3, 5, 7, 8, 12}) {
            job.patterns = {circle("A", {mm(60), mm(45)}, 50, count, 11)};
            auto star = tightening_order(job, holes_of(job), 0);
            for (std::size_t i = 1; i < star.size() && count > 4; ++i) // no two neighbours one after the other
                QVERIFY(i + 1 >= star.size() || (std::abs(star[i] - star[i - 1]) != 1 || count < 8));
            std::sort(star.begin(), star.end());
            for (int i = 0; i < count; ++i)
                QCOMPARE(star[static_cast<std::size_t>(i)], i);
        }
    }
    void a_row_goes_from_its_middle() {
        Job job = plate_job();
        job.patterns = {single("B", 5, 5), row("A", 10, 10, 7, 12, 0)};
        const auto order = tightening_order(job, holes_of(job), 1);
        QCOMPARE(order.size(), std::size_t{7});
        QCOMPARE(order.front(), 4); // the fourth of the row; the single hole is 0
        QVERIFY(order.back() == 1 || order.back() == 7);
        const auto reach = [&](int hole) { return std::abs(hole - 4); };
        for (std::size_t i = 1; i < order.size(); ++i)
            QVERIFY(reach(order[i]) >= reach(order[i - 1]));
    }
};

QTEST_GUILESS_MAIN(TestScribing)
#include "test_scribing.moc"
