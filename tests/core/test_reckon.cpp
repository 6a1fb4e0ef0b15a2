#include "measure/reckon.h"
#include "support/jobs.h"

#include <cmath>
#include <random>

using namespace clockface;
using namespace clockface::testing;

class TestReckon : public QObject {
    Q_OBJECT
private slots:
    void half_of_a_reading() {
        // 12.37 / 2 = 6.185, between 6.18 and 6.20 on graduations of 0.02.
        const Halved half = halved(mm(12.37), mm(0.02));
        QVERIFY(same(half.half, mm(6.185)));
        QVERIFY(same(half.below, mm(6.18)) && same(half.above, mm(6.20)));
        const Halved on_it = halved(mm(12.36), mm(0.02));
        QVERIFY(same(on_it.below, mm(6.18)) && same(on_it.above, mm(6.18)));
    }
    void fence_posts() {
        QVERIFY(same(posts_by_spacing_of(5, mm(48))->spacing, mm(12)));
        QCOMPARE(posts_by_spacing_of(5, mm(48))->gaps(), 4);
        QVERIFY(same(posts_by_span_of(5, mm(12))->span, mm(48)));
        const auto counted = posts_by_count_of(mm(50), mm(12));
        QCOMPARE(counted->holes, 5);
        QVERIFY(same(counted->left_over, mm(2)));
        // Seven spacings of 0.1 make 0.7 although 0.7 / 0.1 is a hair below seven in binary.
        QCOMPARE(posts_by_count_of(mm(0.7), mm(0.1))->holes, 8);
        QCOMPARE(posts_by_count_of(mm(0.7), mm(0.1))->left_over, Length{});
        QVERIFY(!posts_by_spacing_of(1, mm(48)));
        QVERIFY(!posts_by_spacing_of(3, mm(0)));
        QVERIFY(!posts_by_count_of(mm(5), mm(12)));
        QVERIFY(!posts_by_count_of(mm(5), mm(-1)));
        QVERIFY(!posts_by_count_of(mm(1e9), mm(1e-3)));
        QVERIFY(!posts_by_span_of(2, mm(0)));
        holds("any two give the third back", [](void) {
            const int holes = *rc::gen::inRange(2, 200);
            const Length spacing = mm(*rc::gen::inRange(1, 5000) / 37.0);
            const auto posts = posts_by_span_of(holes, spacing);
            RC_ASSERT(same(posts_by_spacing_of(holes, posts->span)->spacing, spacing));
            RC_ASSERT(posts_by_count_of(posts->span, spacing)->holes == holes);
        });
    }
    void a_row_in_a_length() {
        // 140 - 6 x 18 = 32: 16 at either end, 16 / 6.2 diameters.
        const auto row = row_in_length(mm(140), 7, mm(18), mm(6.2), 1.5, mm(0.5));
        QVERIFY(same(row->margin, mm(16)));
        QVERIFY(std::abs(row->margin_in_diameters - 16 / 6.2) < 1e-9);
        // (140 - 2 x 9.3) / 6 = 20.233: 20, 19.5 and 19 are round and leave enough.
        QCOMPARE(row->round_spacings.size(), 3U);
        QVERIFY(same(row->round_spacings[0], mm(20)));
        QVERIFY(same(row->round_spacings[2], mm(19)));
        QVERIFY(!row_in_length(mm(100), 7, mm(18), mm(6.2), 1.5, mm(0.5)));
        QVERIFY(!row_in_length(mm(100), 0, mm(18), mm(6.2), 1.5, mm(0.5)));
        QVERIFY(row_in_length(mm(100), 1, mm(18), mm(6.2), 1.5, mm(0.5))->round_spacings.empty());
    }
    void stepping_a_rounded_figure() {
        // 7/64 = 0.109375 on thousandths: 0.109 set, 0.000375 short each time, 0.0045 after twelve.
        const Stepping done = stepping(Length::inches(7.0 / 64.0), Length::inches(0.001), 12);
        QVERIFY(same(done.set, Length::inches(0.109)));
        QVERIFY(same(done.off_once, Length::inches(0.000375)));
        QVERIFY(same(done.piled_up, Length::inches(-0.0045)));
    }
    void a_pair_in_a_width() {
        // 40 apart on 60 drawn, 60.3 measured.
        const PairInWidth middle = pair_from_middle(mm(40), mm(60.3));
        QVERIFY(same(middle.left, mm(10.15)) && same(middle.right, mm(10.15)) && same(middle.spacing, mm(40)));
        const PairInWidth left = pair_from_left(mm(40), mm(60), mm(60.3));
        QVERIFY(same(left.left, mm(10)) && same(left.right, mm(10.3)) && same(left.spacing, mm(40)));
        const PairInWidth edges = pair_from_nearest_edges(mm(40), mm(60), mm(60.3));
        QVERIFY(same(edges.left, mm(10)) && same(edges.right, mm(10)) && same(edges.spacing, mm(40.3)));
        holds("spacing and edge distances make up the width in every way", [](void) {
            const Length drawn = mm(*rc::gen::inRange(500, 2000) / 7.0);
            const Length measured = drawn + mm(*rc::gen::inRange(-50, 50) / 70.0);
            const Length spacing = drawn * (*rc::gen::inRange(10, 90) / 100.0);
            for (const PairInWidth& pair :
                 {pair_from_middle(spacing, measured), pair_from_left(spacing, drawn, measured),
                  pair_from_nearest_edges(spacing, drawn, measured)})
                RC_ASSERT(same(pair.left + pair.spacing + pair.right, measured, 1e-9));
        });
    }
    // Standing 0.04 right of the middle of a bore of radius 20 the walls are 19.96 and 20.04 away; the plunger, which
    // reads 0.3 at 20, reads 0.34 and 0.26.
    void a_bore_by_four_readings() {
        const BoreFound found = bore_found({mm(0.34), mm(0.26), mm(0.28), mm(0.32)});
        QVERIFY(same(found.right, mm(0.04)) && same(found.far, mm(-0.02)) && same(found.oval, mm(0)));
        holds("whatever the bore, its place and how far it is oval", [](void) {
            const auto any = [](int most) { return *rc::gen::inRange(-most, most) / 1000.0; };
            const double right = any(400), far = any(400), at = any(2000), oval = *rc::gen::inRange(0, 60) / 1000.0;
            // Wider along X by the oval, its walls are half of that further away there.
            const BoreFound back =
                bore_found({mm(at + right - oval / 2.0), mm(at - right - oval / 2.0), mm(at + far), mm(at - far)});
            RC_ASSERT(same(back.right, mm(right), 1e-9) && same(back.far, mm(far), 1e-9));
            RC_ASSERT(same(back.oval, mm(oval), 1e-9));
        });
    }
    // -5, -4.99 and -5.005 have the mean -4.99833 and spread over 0.015; by n - 1 they scatter by 0.0076376, their mean
    // by that over the root of 3.
    void touched_several_times() {
        const TouchedAgain found = touched_again({mm(-5), mm(-4.99), mm(-5.005)});
        QVERIFY(same(found.mean, mm(-4.9983333), 1e-6) && same(found.spread, mm(0.015), 1e-9));
        QVERIFY(same(*found.within, mm(0.0044096), 1e-6));
        QVERIFY(!touched_again({mm(3)}).within);
        // The mean of n draws scatters as it says: drawn with 0.02, five touches are good to 0.02 / sqrt 5.
        std::mt19937 chance(3);
        std::normal_distribution<double> off(0.0, 0.02);
        double squares = 0.0, said = 0.0;
        constexpr int draws = 4000;
        for (int i = 0; i < draws; ++i) {
            std::vector<Length> readings;
            for (int k = 0; k < 5; ++k)
                readings.push_back(mm(7.0 + off(chance)));
            const TouchedAgain each = touched_again(readings);
            squares += std::pow(each.mean.in_mm() - 7.0, 2.0);
            said += std::pow(each.within->in_mm(), 2.0);
        }
        QVERIFY(std::fabs(std::sqrt(squares / draws) - 0.0089443) < 0.0004);
        QVERIFY(std::fabs(std::sqrt(said / draws) - 0.0089443) < 0.0004);
    }
    // A work of 60.12 from 5 to 65.12, touched with 10: the spindle stands at 0 and 70.12.
    void both_sides_with_one_tool() {
        const BothSides found = both_sides(mm(0), mm(70.12), mm(10), mm(60.1));
        QVERIFY(same(found.middle, mm(35.06)) && same(found.width, mm(60.12)));
        const BothSides back = both_sides(mm(70.12), mm(0), mm(10), mm(60.0));
        QVERIFY(same(back.middle, found.middle) && same(back.width, found.width));
        QVERIFY(same(found.off, mm(0.02)) && found.good && same(back.off, mm(0.12)) && !back.good);
    }
    // A drill of 6 that runs out 0.08, all round, touches 3.04 from its axis.
    void a_drill_brushes_with_its_high_spot() { QVERIFY(same(fence_to_spindle(mm(15), mm(6), mm(0.08)), mm(18.04))); }
};

QTEST_GUILESS_MAIN(TestReckon)
#include "test_reckon.moc"
