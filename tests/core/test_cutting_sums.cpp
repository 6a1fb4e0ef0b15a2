// The sums of drilling, tapping and reaming against figures worked by hand.
#include "cutting/formulas.h"
#include "shop/cutter_points.h"
#include "shop/shop.h"
#include "support/jobs.h"

#include <QTest>
#include <rapidcheck.h>

using namespace clockface;
using namespace clockface::testing;

namespace {

bool near(double a, double b, double within = 1e-6) {
    return std::fabs(a - b) <= within;
}

const Cutter& sold(const std::string& name) {
    for (const Cutter& cutter : cutters_sold())
        if (cutter.name == name)
            return cutter;
    qFatal("no such cutter");
}

double percent(const char* thread, Length hole) {
    return percent_of_thread(*find_thread(thread), hole);
}

} // namespace

class TestCuttingSums : public QObject {
    Q_OBJECT
private slots:
    void points_and_cones() {
        // 118 degrees: d / (2 tan 59) = 10 / (2 x 1.664279) = 3.00430
        QVERIFY(near(point_length(mm(10)).in_mm(), 3.00430, 1e-5));
        // 135 degrees: 10 / (2 x 2.414214) = 2.07107; a 90 degree point is half its diameter; a flat one nothing
        QVERIFY(near(point_length(mm(10), deg(135)).in_mm(), 2.07107, 1e-5));
        QVERIFY(same(point_length(Length::inches(0.5), deg(90)), Length::inches(0.25)));
        QVERIFY(same(point_length(mm(10), deg(0)), mm(0)));
        // A spot for a 5.4 mouth with 90 degrees: 2.7 deep; blunt by 0.4: 2.5.
        QVERIFY(same(cone_depth(mm(5.4), deg(90)), mm(2.7)));
        QVERIFY(same(cone_depth(mm(5.4), deg(90), mm(0.4)), mm(2.5)));
        QVERIFY(rc::check("a mouth gives a depth and the depth the mouth", [] {
            const Length mouth = mm(*rc::gen::inRange(100, 3000) / 100.0);
            const Angle angle = deg(*rc::gen::inRange(40, 150));
            const Length flat = mm(*rc::gen::inRange(0, 90) / 100.0);
            RC_ASSERT(near(cone_mouth(cone_depth(mouth, angle, flat), angle, flat).in_mm(), mouth.in_mm(), 1e-9));
        }));
        // Chamfer of 0.3 round a 5.0 hole with 90 degrees: from touching the edge 0.3 on.
        QVERIFY(same(chamfer_depth(mm(5), mm(0.3), deg(90)), mm(0.3)));
    }
    void percent_of_thread_in_every_standard() {
        // M5: (5 - 4.2) / (2 x 0.6495 x 0.8) = 0.8 / 1.0392 = 76.98
        QVERIFY(near(percent("M5", mm(4.2)), 76.982, 1e-3));
        QVERIFY(near(percent("M5", mm(4.3)), 67.359, 1e-3));
        // 11/64 in = 4.365625 mm: 0.634375 / 1.0392 = 61.04
        QVERIFY(near(percent("M5", Length::inches(11.0 / 64.0)), 61.044, 1e-3));
        // 1/4-20, drill #7 (0.201 in): 0.049 / (1.299 x 0.05) = 75.44
        QVERIFY(near(percent("1/4-20", Length::inches(0.201)), 75.443, 1e-3));
        // 2BA (4.7, 0.81), 4.0: 0.7 / (2 x 0.6 x 0.81) = 72.02
        QVERIFY(near(percent("2BA", mm(4.0)), 72.016, 1e-3));
        // 1/4 BSW (20 an inch), 5.1: 1.25 / (2 x 0.6403 x 1.27) = 76.86
        QVERIFY(near(percent("1/4 BSW", mm(5.1)), 76.859, 1e-3));
        QVERIFY(percent("M5", mm(5.2)) < 0.0);
        QVERIFY(rc::check("the hole for a percentage gives the percentage", [] {
            const Thread& thread = *rc::gen::elementOf(all_threads());
            const double wanted = *rc::gen::inRange(400, 950) / 10.0;
            RC_ASSERT(near(percent_of_thread(thread, hole_for_percent(thread, wanted)), wanted, 1e-9));
        }));
    }
    void threads() {
        QVERIFY(near(threads_engaged(mm(6), mm(0.8)), 7.5)); // 6 / 0.8
        QVERIFY(same(pitch_of(20), mm(1.27)));
        QVERIFY(near(threads_an_inch(mm(1.27)), 20));
        // 12 thick, 2 of counterbore, 1.5 bare: 8.5 left, more than the 0.8 x 5 a nut has
        const GuidedThread left = guided_thread(mm(12), mm(2), mm(1.5), mm(5));
        QVERIFY(same(left.left, mm(8.5)) && left.harmless);
        QVERIFY(!guided_thread(mm(5), mm(2), mm(0), mm(5)).harmless); // 3 < 4
        QVERIFY(same(guided_thread(mm(3), mm(4), mm(0), mm(5)).left, mm(0)));
        QVERIFY(same(tap_protrusion(TapLead::Plug, mm(1.25)), mm(6.25))); // (4 + 1) x 1.25
        QCOMPARE(tap_sequence(true, mm(0), mm(1)).size(), std::size_t{1});
        QCOMPARE(tap_sequence(false, mm(8), mm(1)).size(), std::size_t{1});
        QVERIFY(tap_sequence(false, mm(5), mm(1)).back() == TapLead::Plug);
        QVERIFY(tap_sequence(false, mm(3), mm(1)).back() == TapLead::Bottoming);
        const Thread m6 = *find_thread("M6");
        QCOMPARE(chamfer_left(mm(6.1), m6).verdict, std::string("too little")); // 0.05 < 0.1 pitch
        QCOMPARE(chamfer_left(mm(6.6), m6).verdict, std::string("good"));
        QVERIFY(same(chamfer_left(mm(6.6), m6).width, mm(0.3)));
        QCOMPARE(chamfer_left(mm(9), m6).verdict, std::string("too much"));
    }
    void starting() {
        const Cutter& number_2 = sold("#2 centre drill"); // body 3/16, tip 5/64 in
        QVERIFY(same(half_way_mouth(number_2), Length::inches((0.1875 + 0.078125) / 2.0)));
        // Tip 5/64 long and the cone to half way: (mouth - tip) / 2 / tan 30
        const double cone = (0.1328125 - 0.078125) / 2.0 / 0.5773503;
        QVERIFY(near(half_way_depth(number_2).in(Unit::Inch), 0.078125 + cone, 1e-6));
        QVERIFY(same(centre_mouth(number_2, half_way_depth(number_2)), half_way_mouth(number_2)));
        QVERIFY(same(centre_mouth(number_2, Length::inches(0.05)), mm(0)));
        QVERIFY(same(centre_mouth(number_2, mm(50)), number_2.diameter));
        QVERIFY(judge_spot(mm(0.5), mm(5)) == SpotVerdict::DoesNotGuide);
        QVERIFY(judge_spot(mm(3), mm(5)) == SpotVerdict::Good);
        QVERIFY(judge_spot(mm(5.5), mm(5)) == SpotVerdict::LooksUgly);
        QVERIFY(lands_on_its_point(deg(120), deg(118)) && !lands_on_its_point(deg(90), deg(118)));
        const auto drawer = cutters_in(default_drawer());
        for (double d = 2.0; d < 13.0; d += 0.1) {
            const Cutter* centre = centre_for(drawer, mm(d));
            QVERIFY(centre && (half_way_mouth(*centre) <= mm(d) || centre->size == "#1"));
        }
        QVERIFY(!centre_for({}, mm(5)));
        // Half the stick-out is eight times as stiff, twice the diameter sixteen times.
        QVERIFY(near(stiffness(mm(5), mm(20)) / stiffness(mm(5), mm(40)), 8.0));
        QVERIFY(near(stiffness(mm(10), mm(40)) / stiffness(mm(5), mm(40)), 16.0));
        Cutter drill = sold("5 mm drill");
        const Length plain = expected_wander(drill, mm(50), 1.0, {});
        QVERIFY(near(plain.in_mm(), 0.3)); // ten diameters at 0.03
        drill.split_point = true;
        QVERIFY(expected_wander(drill, mm(50), 1.0, {}) < plain && expected_wander(drill, mm(50), 1.4, {}) < plain);
        QVERIFY(how_to_start(*metal_of("mild steel"), drill, mm(10)).find("by itself") != std::string::npos);
        QVERIFY(how_to_start(*metal_of("stainless"), drill, mm(50)).find("skids") != std::string::npos);
        QVERIFY(same(pilot_for(mm(12)), mm(4)));
    }
    void speeds() {
        // 25 m/min at 8 mm: 25000 / 25.1327 = 994.7
        QVERIFY(near(rpm_for(25, mm(8)), 994.718, 1e-3));
        // The inch shop's 12 v / (pi d): 82 ft/min at 5/16 in = 12 x 82 / 0.981748 = 1002.29; 82 ft = 24.9936 m
        QVERIFY(near(rpm_for(24.9936, Length::inches(0.3125)), 1002.29, 0.01));
        QVERIFY(near(surface_speed(rpm_for(17, mm(6.3)), mm(6.3)), 17));
        Spindle spindle;
        spindle.steps = {100, 250, 600};
        QVERIFY(near(*step_not_above(spindle, 599), 250) && near(*step_not_above(spindle, 600), 600));
        QVERIFY(near(*step_not_above(spindle, 9999), 600) && !step_not_above(spindle, 99));
        spindle.steps.clear();
        spindle.slowest = 60;
        spindle.fastest = 3000;
        QVERIFY(near(*step_not_above(spindle, 777), 777) && near(*step_not_above(spindle, 7777), 3000));
        QVERIFY(same(tabulated_feed_per_revolution(mm(6)), mm(0.12)));
        QVERIFY(same(tabulated_feed_per_revolution(mm(10)), mm(0.2)));
        QVERIFY(same(tabulated_feed_per_revolution(mm(40)), mm(0.4)));            // 0.2 x sqrt 4
        QCOMPARE(judge_feed(5, 1000, mm(0.1)).verdict, std::string("only rubs")); // 0.005
        QCOMPARE(judge_feed(50, 1000, mm(0.1)).verdict, std::string("gentle"));
        QCOMPARE(judge_feed(90, 1000, mm(0.1)).verdict, std::string("usual"));
        QCOMPARE(judge_feed(200, 1000, mm(0.1)).verdict, std::string("pushed"));
        QVERIFY(near(rounded_down(87.9), 87) && near(rounded_down(3.7), 3.5) && near(rounded_down(143), 140));
        const auto tap = tap_feed(std::nullopt, 200.0, mm(0.8));
        QVERIFY(tap && near(tap->feed, 160));
        QVERIFY(near(tap_feed(160.0, std::nullopt, mm(0.8))->turns, 200));
        QVERIFY(same(tap_feed(160.0, 200.0, std::nullopt)->pitch, mm(0.8)));
        QVERIFY(tap_feed(160.5, 200.0, mm(0.8)) && !tap_feed(170.0, 200.0, mm(0.8)));
        QVERIFY(!tap_feed(160.0, std::nullopt, std::nullopt) && !tap_feed(0.0, 200.0, std::nullopt));
    }
    void pecks() {
        QCOMPARE(pecks_to(mm(10), mm(5), true).size(), std::size_t{1}); // two diameters
        QCOMPARE(pecks_to(mm(15), mm(5), false).size(), std::size_t{1});
        QCOMPARE(pecks_to(mm(16), mm(5), true).size(), std::size_t{4}); // 16 / 5
        QVERIFY(rc::check("pecks are even, rise and end at the depth", [] {
            const Length depth = mm(*rc::gen::inRange(10, 9000) / 100.0);
            const Length peck = mm(*rc::gen::inRange(20, 2000) / 100.0);
            const auto all = pecks_of(depth, peck);
            RC_ASSERT(near(all.back().in_mm(), depth.in_mm(), 1e-9));
            Length last;
            for (const Length each : all) {
                RC_ASSERT(each > last);
                RC_ASSERT((each - last) <= peck + mm(1e-6));
                RC_ASSERT(near((each - last).in_mm(), all.front().in_mm(), 1e-6));
                last = each;
            }
        }));
        const auto from = pecks_from(mm(2), mm(10), mm(4)); // 12 from the approach in three of 4
        QVERIFY(from && from->size() == 3 && same(from->front(), mm(2)) && same(from->back(), mm(10)));
        QVERIFY(!pecks_from(mm(5), mm(10), mm(4))); // the first only cuts air
    }
    void depths() {
        // 20 thick, 8 mm drill: 20 + 8 x 0.300430 + 1 = 23.4034
        QVERIFY(near(through_depth(mm(20), mm(8), deg(118), mm(1)).in_mm(), 23.40344, 1e-5));
        QVERIFY(same(far_side(mm(19), mm(20), mm(8), deg(118)), mm(0)));
        QVERIFY(same(far_side(mm(24), mm(20), mm(8), deg(118)), mm(8)));
        // Only 1 out: 2 x 1 x tan 59 = 3.32856 across
        QVERIFY(near(far_side(mm(21), mm(20), mm(8), deg(118)).in_mm(), 3.32856, 1e-5));
        // 12 of thread, plug tap (4), 2 for chips, 0.8 pitch: 12 + 6 x 0.8 = 16.8
        QVERIFY(same(drilled_for_thread(mm(12), mm(0.8), 4, 2), mm(16.8)));
        QVERIFY(same(thread_held(mm(16.8), mm(0.8), 4, 2), mm(12)));
        QVERIFY(same(thread_held(mm(3), mm(0.8), 4, 2), mm(0)));
        QVERIFY(same(part_of_thickness(mm(18), 2.0 / 3.0, mm(1.5), false), mm(12)));
        QVERIFY(same(part_of_thickness(mm(18), 2.0 / 3.0, mm(1.5), true), mm(13.5)));
        QVERIFY(same(before_squaring(mm(9), mm(0.5)), mm(8.5)));
        QVERIFY(same(on_scale(mm(12.3), mm(0.5)), mm(12.5)) && same(on_scale(mm(12.5), mm(0.5)), mm(12.5)));
        QVERIFY(same(cutter_path(mm(20), mm(6), true), mm(23)) && same(cutter_path(mm(20), mm(6), false), mm(17)));
        Cutter step;
        step.kind = CutterKind::StepDrill;
        step.tip = mm(4);
        step.diameter = mm(12);
        step.tip_length = mm(5);
        // Steps of 2: 8 is the third; two steps of 5 and 3 of plate
        QVERIFY(same(*step_drill_depth(step, mm(2), mm(8), mm(3)), mm(13)));
        QVERIFY(!step_drill_depth(step, mm(2), mm(8), mm(6))); // the next step would follow it in
        QVERIFY(!step_drill_depth(step, mm(2), mm(9), mm(3)) && !step_drill_depth(step, mm(2), mm(14), mm(3)));
        // A rod of 7.93 with 0.05 of play wants 7.98; an 8 mm drill that cuts 1 percent over shakes by 0.15
        const ClearanceFit fit = clearance_fit(mm(7.93), mm(0.05), mm(8), 0.01);
        QVERIFY(same(fit.hole, mm(7.98)) && near(fit.shake.in_mm(), 0.15));
    }
};

QTEST_GUILESS_MAIN(TestCuttingSums)
#include "test_cutting_sums.moc"
