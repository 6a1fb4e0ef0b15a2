// Figures that were wrong once, each against a value derived apart: breaking into a bore by the cone and flank of the
// drill, clearance by name, threads as people write them, chords, bars, tightening, taps, collars that do not come out
// even.
#include "cutting/choose.h"
#include "formats/job_json.h"
#include "formats/shop_json.h"
#include "layout/bar.h"
#include "layout/callout.h"
#include "layout/scribing.h"
#include "measure/figures.h"
#include "measure/shop_number.h"
#include "ordering/handwheel.h"
#include "ordering/tightening.h"
#include "ordering/work_wording.h"
#include "plan/advisor.h"
#include "round/figures.h"
#include "shop/hole_words.h"
#include "shop/tables.h"
#include "shop/threads.h"
#include "support/bars.h"
#include "support/old_parts.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>
#include <set>

using namespace clockface;
using namespace clockface::testing;

namespace {

bool near(Length length, double expected, double within = 1e-6) {
    if (std::fabs(length.in_mm() - expected) <= within)
        return true;
    qWarning("%.9f mm is not %.9f", length.in_mm(), expected);
    return false;
}

Job broken_job(const char* name) {
    const Result<Job> job = job_from_json(read_text(std::string(SOURCE_FOLDER "/tests/broken/") + name));
    if (!job)
        qFatal("%s", job.error().text().c_str());
    return *job;
}

std::string findings_of(const Job& job, FindingKind kind, Grade* grade = nullptr) {
    for (const Finding& each : plan_at_hand(job, default_shop()).findings)
        if (each.kind == kind) {
            if (grade)
                *grade = each.grade;
            return each.sentence;
        }
    return {};
}

// The tip of a drill going down in steps, at last of 0.002, until a point of its surface (cone, then flank) stands in
// the bore; the surface is sampled across the drill and, since the bore runs along the bar, only abreast of the axis.
double walked_into_bore(double outer, double bore, double offset, double diameter) {
    const double r = diameter / 2.0, k = 1.0 / std::tan(59.0 * std::numbers::pi / 180.0);
    const double entry = std::sqrt(outer * outer - offset * offset);
    const auto opens = [&](double tip) {
        for (double t = -r; t <= r + 1e-9; t += r / 400.0) {
            const double across = offset + t, up = tip + std::fabs(t) * k;
            if (across * across + up * up < bore * bore)
                return true;
        }
        return false;
    };
    for (double tip = entry; tip > -outer; tip -= 0.05)
        if (opens(tip)) {
            while (opens(tip + 0.002))
                tip += 0.002;
            return entry - tip;
        }
    return -1.0;
}

} // namespace

class TestRightFigures : public QObject {
    Q_OBJECT
private slots:
    // sqrt(100 - 5.5²) - 4 / tan 59 = 5.948 above the axis, the surface at sqrt(400 - 9.5²) = 17.600: 11.65 deep.
    void the_cone_breaks_into_the_bore_first() {
        const auto depth = [](const char* file) {
            const Job job = broken_job(file);
            const Hole hole = holes_of(job).front();
            const auto path = drill_path(section_at(job.blank, hole.bar->along),
                                         {hole.bar->bearing, hole.bar->offset, hole.spec.diameter});
            return path->depth_to(*path->bore_tip);
        };
        QVERIFY(near(depth("tube_off_axis.json"), 11.652, 1e-3));
        QVERIFY(near(depth("tube_beside_bore.json"), 11.966, 1e-3)); // 16.7033 - (sqrt(100 - 49) - 2.4034)
        for (const char* file : {"tube_off_axis.json", "tube_beside_bore.json"})
            QVERIFY2(findings_of(broken_job(file), FindingKind::TooDeep).find("breaks into the bore") !=
                         std::string::npos,
                     file);
    }
    void a_thousand_tubes_walked() {
        Dice dice(3);
        int opened = 0;
        for (int round = 0; round < 1000; ++round) {
            const double outer = uniform(dice, 6.0, 40.0), bore = outer * uniform(dice, 0.15, 0.9);
            const double diameter = uniform(dice, 0.1, 0.8) * outer;
            const double offset = uniform(dice, -0.98, 0.98) * (outer - diameter / 2.0);
            const auto path = drill_path(section_at(
                                             [&] {
                                                 Job job = arbor();
                                                 job.blank.shape = BlankShape::Tube;
                                                 job.blank.bar = {};
                                                 job.blank.diameter = {mm(2.0 * outer), {}};
                                                 job.blank.bore = mm(2.0 * bore);
                                                 return job.blank;
                                             }(),
                                             mm(20)),
                                         {deg(uniform(dice, 0.0, 360.0)), mm(offset), mm(diameter)});
            const double walked = walked_into_bore(outer, bore, offset, diameter);
            QVERIFY(path);
            QCOMPARE(path->bore_tip.has_value(), walked >= 0.0);
            if (walked < 0.0)
                continue;
            ++opened;
            QVERIFY2(std::fabs(path->depth_to(*path->bore_tip).in_mm() - walked) < 0.02,
                     qPrintable(QStringLiteral("%1 %2 %3 %4").arg(outer).arg(bore).arg(offset).arg(diameter)));
        }
        QVERIFY(opened > 500);
    }

    void clearance_by_name() {
        const auto normal = [](const char* name) { return clearance_for(screw_of(*find_thread(name)))->normal; };
        QVERIFY(near(normal("6-32"), 0.1695 * 25.4)); // #18, not M3.5's 3.9
        QVERIFY(near(normal("6-40"), 0.1695 * 25.4));
        QVERIFY(near(normal("0BA"), 6.3) && near(normal("7BA"), 2.65)); // not those of an M6 and an M2.5
        QVERIFY(near(normal("M10x1"), 11) && near(normal("M3.5"), 3.9));
        QVERIFY(near(normal("9/16-12"), 0.625 * 25.4));
        QVERIFY(near(normal("1-64"), 0.089 * 25.4) && near(normal("1-8"), 35.0 / 32 * 25.4)); // number 1, and one inch
        QVERIFY(!clearance_for(screw_of(*find_thread("3/16 BSW")))); // no row of that name: asked for, not guessed
        const Job job = broken_job("clear_6-32.json");
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const CutStep* drill = plan.chains().front().find("drill");
        QVERIFY(drill && drill->owned);
        QCOMPARE(drill->cutter.size, std::string("#18"));
    }
    void clearance_by_the_charts_of_the_bench() {
        Job job = plate_job();
        Shop shop = default_shop();
        shop.customs.chart_clearance = true;
        for (const auto& [callout, size] : {std::pair("10-24 clear close", "#9"), {"10-24 clear free", "#7"}}) {
            job.patterns = {single("A", 20, 20)};
            job.patterns[0].hole = read_hole_size(callout, Unit::Inch)->spec;
            const SetupPlan plan = plan_at_hand(job, shop);
            QCOMPARE(plan.chains().front().find("drill")->cutter.size, std::string(size));
        }
        // Metric screws go by the standard all the same.
        job.patterns[0].hole = read_hole_size("M5 clear", Unit::Millimetre)->spec;
        QVERIFY(near(plan_at_hand(job, shop).chains().front().find("drill")->cutter.actual(), 5.5));
        shop.customs.chart_clearance = false;
        QCOMPARE(shop_from_json(shop_to_json(shop))->customs.chart_clearance, false);
        shop.customs.chart_clearance = true;
        QCOMPARE(*shop_from_json(shop_to_json(shop)), shop);
    }

    // Every row of the table: close below normal below free, and the charts' two between the thread and the free hole.
    void rows_of_clearance_are_in_order() {
        int charted = 0;
        for (const Clearance& row : all_clearances()) {
            QVERIFY2(row.major < row.close && row.close < row.normal && row.normal < row.free, row.screw.c_str());
            if (row.chart_close == Length{})
                continue;
            ++charted;
            QVERIFY2(row.major < row.chart_close && row.chart_close < row.chart_free && row.chart_free <= row.free,
                     row.screw.c_str());
        }
        QCOMPARE(charted, 19);
        // Every name is there once, and every thread that finds a row has its diameter.
        std::set<std::string> names;
        for (const Clearance& row : all_clearances())
            QVERIFY2(names.insert(row.screw).second, row.screw.c_str());
        for (const Thread& thread : all_threads())
            if (const auto row = clearance_for(screw_of(thread)))
                QVERIFY2(std::fabs((row->major - thread.major).in_mm()) < 1e-6, thread.name.c_str());
        for (const ScrewHead& head : all_heads())
            QVERIFY2(std::fabs((clearance_for(head.screw)->major - head.major).in_mm()) < 1e-6, head.screw.c_str());
    }
    // However a name is written, the thread found is one of the table and reads back as itself.
    void names_of_threads_read_back() {
        holds("in full, with its class, in small letters", [](void) {
            const Thread& thread = all_threads()[*rc::gen::inRange<std::size_t>(0, all_threads().size())];
            std::string written = thread.name;
            const bool metric = thread.series.starts_with("metric");
            if (metric && written.find('x') == std::string::npos && *rc::gen::arbitrary<bool>())
                written += "x" + decimal(thread.pitch.in_mm(), 2, Sign::WhenNegative, Tail::Trim);
            if (thread.series == "UNC" || thread.series == "UNF") {
                if (written.find('/') == std::string::npos && *rc::gen::arbitrary<bool>() && written.size() > 3)
                    written = "#" + written;
                if (*rc::gen::arbitrary<bool>())
                    written += " " + thread.series;
            }
            if (metric && *rc::gen::arbitrary<bool>())
                written += "-6H";
            if (*rc::gen::arbitrary<bool>())
                std::transform(written.begin(), written.end(), written.begin(),
                               [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
            const auto found = find_thread(written);
            if (!found)
                RC_FAIL(written);
            RC_ASSERT(found->name == thread.name);
        });
    }

    void threads_as_people_write_them_data() {
        QTest::addColumn<QString>("written");
        QTest::addColumn<QString>("name"); // empty: there is none
        const auto row = [](const char* written, const char* name) { QTest::newRow(written) << written << name; };
        row("M6x1", "M6");
        row("M8x1.25", "M8");
        row("M10 x 1.5", "M10");
        row("m8 \u00d7 1", "M8x1");
        row("1/4-20 UNC", "1/4-20");
        row("1/4-28 UNF", "1/4-28");
        row("#10-24", "10-24");
        row("10-32 UNF-2B", "10-32");
        row("M5-6H", "M5");
        row("M12x1-6H", "M12x1");
        row("1/4 bsw", "1/4 BSW");
        row("1/4-20 UNF", "");
        row("M6x1.3", "");
        row("#1/4-20", "");
    }
    void threads_as_people_write_them() {
        QFETCH(QString, written);
        QFETCH(QString, name);
        const auto found = find_thread(written.toStdString());
        QCOMPARE(found ? QString::fromStdString(found->name) : QString(), name);
        const Job job = plate_job();
        const auto callout = read_callout(("2x " + written + " on circle 50").toStdString(), job);
        QCOMPARE(callout.has_value(), !name.isEmpty());
    }
    // Every thread's chart drill leaves 60 to 90 percent, and metric rows have the pitches of ISO 261.
    void the_rows_that_were_missing() {
        for (const auto& [name, major, pitch] : {std::tuple("M1.8", 1.8, 0.35),
                                                 {"M2.2", 2.2, 0.45},
                                                 {"M4.5", 4.5, 0.75},
                                                 {"M9", 9.0, 1.25},
                                                 {"M11", 11.0, 1.5},
                                                 {"M3.5x0.35", 3.5, 0.35},
                                                 {"M14x1.25", 14.0, 1.25},
                                                 {"M24x2", 24.0, 2.0},
                                                 {"11/16 BSW", 17.4625, 25.4 / 11},
                                                 {"11/16 BSF", 17.4625, 25.4 / 14},
                                                 {"9/32 BSF", 7.14375, 25.4 / 26},
                                                 {"13/16 BSF", 20.6375, 25.4 / 12}}) {
            const auto thread = find_thread(name);
            QVERIFY2(thread, name);
            QVERIFY(near(thread->major, major, 1e-9) && near(thread->pitch, pitch, 1e-9));
        }
        for (const Thread& thread : all_threads()) {
            const auto drill = std::find_if(cutters_sold().begin(), cutters_sold().end(), [&](const Cutter& each) {
                return each.kind == CutterKind::Drill && each.size == thread.charted;
            });
            QVERIFY2(drill != cutters_sold().end(), thread.name.c_str());
            const double percent = percent_of_thread(thread, drill->diameter);
            QVERIFY2(percent > 58.0 && percent < 92.0,
                     qPrintable(QStringLiteral("%1 %2").arg(thread.name.c_str()).arg(percent)));
        }
        QVERIFY(std::any_of(cutters_sold().begin(), cutters_sold().end(),
                            [](const Cutter& each) { return each.size == "22.75"; }));
    }

    // The chord D sin(a/2) grows by D/2 cos(a/2) da: carried out here by the angles themselves.
    void a_chord_adds_up() {
        for (const int n : {3, 4, 5, 7, 12, 40}) {
            const double error = 1e-4, diameter = 100.0;
            const double wanted = 2.0 * std::numbers::pi / n;
            const double made = 2.0 * std::asin((diameter * std::sin(wanted / 2.0) + error) / diameter);
            const double off = n * (made - wanted) * diameter / 2.0;
            QVERIFY(near(stepping_error(mm(error), n, deg(360.0 / n)).one_way, off, 1e-7));
        }
        // Three on 100: 3 x 0.05 / cos 60 = 0.30; from both sides one step.
        const Job job = broken_job("stepping_3.json");
        const auto& circle = std::get<CirclePattern>(job.patterns[0].layout);
        QVERIFY(near(stepping_error(mm(0.05), circle.count, step_of(circle)).one_way, 0.30));
        QVERIFY(near(stepping_error(mm(0.05), 3, deg(120)).from_both_sides, 0.10));
    }

    // 3 x 18.77 + 3 x 0.93 + 6 x 0.2 = 60.3; with the bar's own end a kerf and a facing less: 59.17.
    void a_bar_that_is_just_long_enough() {
        Job job = broken_job("bar_exact.json");
        QVERIFY(near(bar_needed(*job.blank.sawing), 60.3, 1e-9));
        QVERIFY(near(bar_needed_to_its_end(*job.blank.sawing), 59.17, 1e-9));
        Grade grade = Grade::Note;
        QVERIFY(findings_of(job, FindingKind::BarTooShort).empty());
        job.blank.width.nominal = mm(59.17);
        const std::string said = findings_of(job, FindingKind::BarTooShort, &grade);
        QCOMPARE(grade, Grade::Check);
        QVERIFY2(said.find("60.3 mm") != std::string::npos && said.find("59.17 mm") != std::string::npos, said.c_str());
        job.blank.width.nominal = mm(59.1);
        QVERIFY(!findings_of(job, FindingKind::BarTooShort, &grade).empty());
        QCOMPARE(grade, Grade::Stop);
    }
    void a_strip_is_no_wider_than_the_bar() {
        QVERIFY(near(strip_width(mm(28), mm(20)), 28) && near(strip_depth(mm(28), mm(30)), 14));
        QVERIFY(near(strip_depth(mm(10), mm(6)), 1.0)); // 3-4-5: 5 - 4
    }

    void no_neighbours_in_succession() {
        Job job = broken_job("tighten_5.json");
        for (const int count : {5, 6, 7, 8, 9, 11, 12, 24, 60}) {
            std::get<CirclePattern>(job.patterns[0].layout).count = count;
            auto order = tightening_order(job, holes_of(job), 0);
            for (std::size_t i = 1; i < order.size(); ++i) {
                const int gap = std::abs(order[i] - order[i - 1]);
                QVERIFY2(gap != 1 && gap != count - 1, qPrintable(QString::number(count)));
            }
            std::sort(order.begin(), order.end());
            for (int i = 0; i < count; ++i)
                QCOMPARE(order[static_cast<std::size_t>(i)], i);
        }
        // Four corners go crosswise: 1 and the one across it, then the other two.
        Job corners = plate_job();
        corners.patterns = {single("A", 0, 0)};
        corners.patterns[0].layout =
            PointsPattern{{{mm(10), mm(10)}, {mm(90), mm(10)}, {mm(90), mm(70)}, {mm(10), mm(70)}}};
        const auto order = tightening_order(corners, holes_of(corners), 0);
        QCOMPARE(std::abs(order[0] - order[1]), 2);
        QCOMPARE(std::abs(order[2] - order[3]), 2);
    }

    // Any ring, whatever holes it has: all of them once, and from five on never one beside the last.
    void rings_of_any_holes() {
        holds("listed angles in any order", [](void) {
            Job job = plate_job();
            job.patterns = {circle("A", {mm(60), mm(45)}, 50, 5, 0)};
            AnglesPattern ring{{mm(60), mm(45)}, mm(50), {}};
            const int count = *rc::gen::inRange(3, 30);
            std::vector<int> places;
            for (int i = 0; i < count; ++i)
                places.push_back(i);
            for (int i = count - 1; i > 0; --i)
                std::swap(places[std::size_t(i)], places[std::size_t(*rc::gen::inRange(0, i + 1))]);
            for (const int place : places)
                ring.at.push_back(deg(17.0 + 360.0 * place / count));
            job.patterns[0].layout = ring;
            const auto order = tightening_order(job, holes_of(job), 0);
            RC_ASSERT(std::set<int>(order.begin(), order.end()).size() == std::size_t(count));
            for (std::size_t i = 1; i < order.size() && count >= 5; ++i) {
                const int gap = std::abs(places[std::size_t(order[i])] - places[std::size_t(order[i - 1])]);
                RC_ASSERT(gap != 1 && gap != count - 1);
            }
        });
    }

    void shop_numbers_that_look_like_others() {
        const auto difference = read_length("12-13/4", Unit::Millimetre);
        QVERIFY(difference && near(difference->value, 8.75));
        QVERIFY(difference->how.find("12 minus 13/4") != std::string::npos);
        QVERIFY(near(read_length("7.3/3 mm", Unit::Millimetre)->value, 7.3 / 3));
        QVERIFY(near(read_length("7.3/3 in", Unit::Millimetre)->value, 7.3 / 3 * 25.4));
        QVERIFY(near(read_length("(1+6.3)/3 mm", Unit::Inch)->value, 7.3 / 3));
        QVERIFY(!read_length("5/#29", Unit::Millimetre)); // a number over a drill is still nothing
        QVERIFY(near(read_length("2-1/2", Unit::Millimetre)->value, 2.5));
    }

    // ---- cutters

    // Ø 40 tube, bore 31: walls of 4.5 on the axis. The way across is 40; one peck is enough for either wall.
    void a_tube_is_two_walls() {
        Job job = broken_job("tube_off_axis.json");
        job.blank.bore = mm(31);
        auto& bar = std::get<BarPattern>(job.patterns[0].layout);
        bar.offset = {};
        job.patterns[0].hole.depth.reset();
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const Chain& chain = plan.chains().front();
        QVERIFY(chain.hollow && near(chain.hollow->from, 4.5) && near(chain.hollow->to, 35.5));
        const CutStep* drill = chain.find("drill");
        QCOMPARE(drill->pecks.size(), std::size_t{1});
        QVERIFY2(drill->why_depth.find("walls of 4.5 mm and 4.5 mm") != std::string::npos, drill->why_depth.c_str());
        job.blank.bore.reset();
        job.blank.shape = BlankShape::RoundBar;
        QVERIFY(plan_at_hand(job, default_shop()).chains().front().find("drill")->pecks.size() > 1);
    }
    void taps_there_are() {
        Job job = plate_job();
        Shop shop = default_shop();
        job.patterns = {single("A", 20, 20)};
        job.patterns[0].hole = read_hole_size("M5", Unit::Millimetre)->spec;
        shop.drawer.taps = {{"M5", false, true, false}}; // a plug tap only
        Chain chain = plan_at_hand(job, shop).chains().front();
        QVERIFY(chain.last(StepKind::Tap) && chain.last(StepKind::Tap)->owned);
        QCOMPARE(chain.last(StepKind::Tap)->cutter.lead, TapLead::Plug);
        // Captive: drilled through, so the lead has room below and no bottoming tap is wanted.
        job.patterns[0].hole = read_hole_size("M5 captive", Unit::Millimetre)->spec;
        job.patterns[0].hole.depth = mm(6);
        shop.drawer.taps = {{"M5", true, true, true}};
        chain = plan_at_hand(job, shop).chains().front();
        QCOMPARE(chain.last(StepKind::Tap)->cutter.lead, TapLead::Plug);
        QVERIFY(near(chain.last(StepKind::Tap)->full, 6.0));
    }
    // A step drill of 6 to 12 in steps 5 high, 20 to its widest step.
    void a_step_drill_for_its_own_size() {
        Job job = plate_job();
        job.blank.thickness = mm(3);
        job.patterns = {single("A", 40, 40)};
        job.patterns[0].hole = read_hole_size("12.1", Unit::Millimetre)->spec;
        Shop shop = default_shop();
        Cutter steps = plain_drill("step drill 6 to 12", mm(12.1));
        steps.kind = CutterKind::StepDrill;
        steps.tip = mm(6);
        steps.tip_length = mm(5);
        steps.flute = mm(20);
        shop.drawer.sets.clear();
        shop.drawer.singles = {steps};
        const CutStep* drill = nullptr;
        const SetupPlan thin = plan_at_hand(job, shop);
        drill = thin.chains().front().find("drill");
        QVERIFY(drill && drill->owned && drill->cutter.kind == CutterKind::StepDrill);
        QVERIFY(near(drill->tip, 23.0)); // its steps, and the metal
        QVERIFY(!thin.chains().front().find("chamfer") ||
                thin.chains().front().find("chamfer")->cutter.kind != CutterKind::StepDrill);
        job.blank.thickness = mm(6); // thicker than a step is high
        const SetupPlan thick = plan_at_hand(job, shop);
        drill = thick.chains().front().find("drill");
        QVERIFY(!drill || drill->cutter.kind != CutterKind::StepDrill);
    }
    void a_centre_drill_stays_inside_the_sheet() {
        for (const double thickness : {0.4, 0.8, 2.0, 4.1, 12.0}) {
            Job job = plate_job();
            job.blank.thickness = mm(thickness);
            job.patterns = {single("A", 40, 40)};
            job.patterns[0].hole = read_hole_size("10", Unit::Millimetre)->spec;
            const SetupPlan plan = plan_at_hand(job, default_shop());
            const CutStep* start = plan.chains().front().find("start");
            QVERIFY(start);
            QVERIFY2(start->tip < mm(thickness), qPrintable(QString::number(start->tip.in_mm())));
            job.patterns[0].hole.wishes.steps["start"].depth =
                mm(thickness + 1.0); // as the user says, but not in silence
            const std::string said = findings_of(job, FindingKind::BreaksThrough);
            QVERIFY2(said.find("comes out below") != std::string::npos, said.c_str());
        }
    }
    // 5/16-24: 25.4 / 24 = 1.0583 pitch; turns are the thread that is had over it, not the metal.
    void turns_of_a_finer_thread() {
        Job job = plate_job();
        job.blank.material = "aluminium";
        job.blank.thickness = mm(31);
        job.patterns = {single("A", 40, 40)};
        job.patterns[0].hole = read_hole_size("5/16-18", Unit::Inch)->spec;
        job.patterns[0].hole.depth = mm(10);
        for (const Finding& each : plan_at_hand(job, default_shop()).findings)
            if (const auto at = each.remedy.find("5/16-24 would have "); at != std::string::npos) {
                const double turns = std::stod(each.remedy.substr(at + 19));
                QVERIFY2(turns < 10.0 / 1.05833 + 0.1, each.remedy.c_str());
                return;
            }
        QFAIL("nothing was said of a finer thread");
    }

    // ---- dials

    // A turn of 1/16 in on a collar in thousandths: 62.5 lines, of which 0 to 62 are engraved.
    void a_collar_that_does_not_come_out_even() {
        Screw collar = screw(Unit::Inch, 25.4 / 16.0, 62.5, 0.2);
        QCOMPARE(collar.engraved(), 63);
        // 0.100 in is one turn (0.0625) and 37.5 lines: the nearest that is engraved is 37 or 38.
        const std::int64_t count = dial_count(collar, Length::inches(0.1));
        QVERIFY(count == 63 + 37 || count == 63 + 38);
        QVERIFY(near(dial_position(collar, 63 + 37), (0.0625 + 0.037) * 25.4));
        // Just short of a turn: the half line after 62 belongs to whichever is nearer.
        QCOMPARE(dial_count(collar, Length::inches(0.0624)), 63);
        QCOMPARE(dial_count(collar, Length::inches(0.0621)), 62);
        collar.plus = Turn::CounterClockwise; // 0.1 in that way is two turns back and 25 lines on: exactly engraved
        QCOMPARE(dial_count(collar, Length::inches(0.1)), -2 * 63 + 25);
        QVERIFY(near(dial_position(collar, -2 * 63 + 25), 2.54));
    }
    void every_figure_to_set_is_on_the_dial() {
        holds("any lead and division, either way, any line at zero: the nearest engraved figure", [](void) {
            Screw dial = *any_screw();
            const int at_zero = *rc::gen::inRange(0, dial.engraved());
            const Length wanted = mm(*rc::gen::inRange(-90000, 90000) / 977.0);
            const std::int64_t count = dial_count(dial, wanted, at_zero);
            const Length off = dial_position(dial, count, at_zero) - wanted;
            for (const std::int64_t other : {count - 1, count + 1})
                RC_ASSERT(abs(off) <= abs(dial_position(dial, other, at_zero) - wanted) + mm(1e-9));
            RC_ASSERT(abs(off) <= dial.graduation() / 2.0 + mm(1e-9));
        });
    }

    // ---- ordering

    void one_finding_for_a_ring() {
        Job job = broken_job("stepping_3.json");
        auto& circle = std::get<CirclePattern>(job.patterns[0].layout);
        circle.count = 48;
        circle.diameter = mm(132); // 4 from the rim of a 140 disc
        int near_edge = 0;
        for (const Finding& each : plan_at_hand(job, default_shop()).findings)
            if (each.kind == FindingKind::NearEdge) {
                ++near_edge;
                QCOMPARE(each.holes.size(), std::size_t{48});
                QVERIFY2(each.sentence.starts_with("Each of A1 to A48 is 4 mm from the edge"), each.sentence.c_str());
            }
        QCOMPARE(near_edge, 1);
    }
    // What is not alike stays apart: two rings, two distances; and what is about two holes keeps both their names.
    void findings_that_differ_stay_apart() {
        Job job = broken_job("stepping_3.json");
        job.patterns = {circle("A", {}, 132, 12, 0, Sense::CounterClockwise, 6.0),
                        circle("B", {}, 128, 12, 15, Sense::CounterClockwise, 6.0)};
        std::map<std::string, std::size_t> said;
        for (const Finding& each : plan_at_hand(job, default_shop()).findings)
            if (each.kind == FindingKind::NearEdge)
                said[each.sentence] = each.holes.size();
        QCOMPARE(said.size(), std::size_t{2});
        QVERIFY(said.contains("Each of A1 to A12 is 4 mm from the edge, 0.67 diameters; 1.5 is the usual least."));
        QVERIFY(said.contains("Each of B1 to B12 is 6 mm from the edge, 1.00 diameters; 1.5 is the usual least."));
        job.patterns[0].left_out = {2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12}; // one hole speaks for itself
        bool one = false;
        for (const Finding& each : plan_at_hand(job, default_shop()).findings)
            one = one || each.sentence.starts_with("A1 is 4 mm from the edge");
        QVERIFY(one);
    }
    // Thirty-five turns are not counted on the fingers: a rule along the table says how far it must have gone.
    void many_turns_have_a_check() {
        Job job = plate_job();
        job.blank.width.nominal = mm(300);
        job.patterns = {single("A", 250, 20)};
        at_hand(job).machine = "Metric mill";
        const SetupPlan plan = plan_at_hand(job, default_shop());
        QStringList notes;
        for (const Instruction& each : plan.route.list)
            if (const auto* move = std::get_if<TurnHandwheel>(&each.action);
                move && each.hole >= 0 && move->turns >= 8 && !move->past)
                notes << QString::fromStdString(in_words(each, words_for(job, plan)).note);
        QVERIFY(!notes.isEmpty());
        // 250 mm at 2.5 a turn: a hundred turns.
        QVERIFY2(notes.first().contains("check with a rule: the table has gone 250 mm"), qPrintable(notes.first()));
    }
    void no_stop_by_caliper_where_none_reaches() {
        Job job = plate_job();
        job.blank.width.nominal = mm(700);
        job.patterns = {single("A", 616.3, 20)};
        at_hand(job).machine = "Drill press";
        const SetupPlan plan = plan_at_hand(job, default_shop());
        std::string all;
        for (const Instruction& each : plan.route.list)
            if (std::holds_alternative<SetPacking>(each.action)) {
                const Wording words = in_words(each, words_for(job, plan));
                all += words.sentence + " " + words.note;
            }
        QVERIFY2(all.find("by a bar cut to length") != std::string::npos &&
                     all.find("scribe the place and punch it") != std::string::npos,
                 all.c_str());
    }
    // Marks keep the place whatever the height does.
    void layout_is_not_taken_hole_by_hole() {
        Job job = plate_job();
        job.patterns = {row("A", 20, 20, 4, 20, 0, 12.0)};
        Shop shop = default_shop();
        for (Machine& machine : shop.machines) {
            machine.spindle.stroke = mm(5); // no two cutters reach without changing the height
            machine.spindle.keeps_place = false;
            at_hand(job).machine = machine.name;
            const SetupPlan plan = plan_at_hand(job, shop);
            if (std::holds_alternative<LayoutBench>(machine.kind))
                QCOMPARE(plan.work.way, CutOrder::ByCutter);
            else if (plan.room.loses)
                QCOMPARE(plan.work.way, CutOrder::ByHole);
        }
    }
    void a_drilling_move_says_what_to_set_first() {
        Job job = plate_job();
        job.patterns = {single("A", 40, 40)};
        job.patterns[0].hole = read_hole_size("M5", Unit::Millimetre)->spec;
        job.patterns[0].hole.depth = mm(8);
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const CutStep* drill = plan.chains().front().find("drill");
        const std::string stop = with_unit(drill->stop, plan.machine.spindle.scale);
        bool said = false;
        for (const Instruction& each : plan.route.list) {
            const std::string words = in_words(each, words_for(job, plan)).sentence;
            said = said ||
                   words.find("stop at " + stop + ": drill for thread M5, 8 mm of full thread") != std::string::npos;
        }
        QVERIFY(said);
    }
    // Five tapped holes round a bar on a rotary table: each cutter once, not five times.
    void cutters_go_through_a_ring_in_a_bar() {
        Job job = broken_job("tube_off_axis.json");
        auto& bar = std::get<BarPattern>(job.patterns[0].layout);
        bar.offset = {};
        bar.count = 5;
        bar.all_round = true;
        job.patterns[0].hole = read_hole_size("M5", Unit::Millimetre)->spec;
        Shop shop = default_shop();
        const auto table = std::find_if(shop.machines.begin(), shop.machines.end(), [](const Machine& each) {
            return std::holds_alternative<RotaryTable>(each.kind);
        });
        at_hand(job).machine = table->name;
        const auto changes = [&](CutOrder way) {
            at_hand(job).order.cuts = way;
            const SetupPlan plan = plan_at_hand(job, shop);
            if (!plan.run.complaints.empty())
                qWarning("%s", plan.run.complaints.front().c_str());
            const auto worst = plan.run.worst();
            if (!plan.run.complaints.empty() || !worst || worst->miss > mm(0.2))
                return -1;
            return static_cast<int>(std::count_if(plan.route.list.begin(), plan.route.list.end(), [](const auto& each) {
                return std::holds_alternative<ChangeCutter>(each.action);
            }));
        };
        const int by_hole = changes(CutOrder::ByHole), by_cutter = changes(CutOrder::ByCutter);
        // By hole: start, drill, chamfer and tap, five times. By cutter: three, and the taps for the hands.
        QVERIFY2(by_cutter == 3 && by_hole == 20, qPrintable(QStringLiteral("%1 %2").arg(by_hole).arg(by_cutter)));
        QCOMPARE(changes(CutOrder::Advised), by_cutter);
    }
    void a_grid_on_the_table_turns_about_the_blank() {
        Job job = plate_job();
        job.patterns = {single("A", 20, 20)};
        job.patterns[0].layout = GridPattern{{mm(20), mm(20)}, GridKind::Full, 3, 2, mm(30), mm(30), {}};
        QCOMPARE(table_centre(job), middle_from_datum(job));
    }
    void a_readout_does_not_go_where_it_stands() {
        Job job = plate_job();
        job.patterns = {single("A", 40, 30)};
        job.patterns[0].hole = read_hole_size("M5", Unit::Millimetre)->spec;
        const Shop shop = default_shop();
        for (const Machine& machine : shop.machines)
            if (std::holds_alternative<Readout>(machine.kind))
                at_hand(job).machine = machine.name;
        for (const ReadoutWay way : {ReadoutWay::FromZero, ReadoutWay::FromEachHole}) {
            at_hand(job).order.readout = way;
            const SetupPlan plan = plan_at_hand(job, shop);
            QVERIFY(plan.run.complaints.empty());
            int sent = 0, zeroed = 0;
            for (const Instruction& each : plan.route.list) {
                sent += std::holds_alternative<GoToReadout>(each.action) && each.hole >= 0;
                const auto* zero = std::get_if<ZeroReadout>(&each.action);
                zeroed += zero && zero->here;
            }
            QCOMPARE(sent, 1); // several cutters, one hole
            QCOMPARE(zeroed, way == ReadoutWay::FromEachHole ? 1 : 0);
        }
    }
    void no_edge_that_is_not_there() {
        Job job = broken_job("stepping_3.json"); // a disc
        const Shop shop = default_shop();
        for (const Machine& machine : shop.machines)
            if (std::holds_alternative<LayoutBench>(machine.kind))
                at_hand(job).machine = machine.name;
        const auto scribed = [&](const Job& on) {
            const SetupPlan plan = plan_at_hand(on, shop);
            std::string all;
            for (const Instruction& each : plan.route.list)
                if (std::holds_alternative<ScribeLine>(each.action))
                    all += in_words(each, words_for(on, plan)).sentence;
            return all;
        };
        QVERIFY(scribed(job).find("edge") == std::string::npos &&
                scribed(job).find("the rim at the") != std::string::npos);
        QVERIFY(scribed([&] {
                    Job plate = plate_job();
                    at_hand(plate).machine = at_hand(job).machine;
                    plate.patterns = {single("A", 20, 20)};
                    return plate;
                }())
                    .find("the left edge") != std::string::npos);
    }

    // A list on collars that do not come out even, carried out on the simulated machine: every hole within rounding,
    // with dials that turn and dials that do not.
    void uneven_collars_land_every_hole() {
        for (const bool turn : {true, false})
            for (const double lines : {62.5, 98.425, 40.2}) {
                Job job = plate_job();
                job.unit = Unit::Inch;
                job.patterns = {circle("A", {mm(60), mm(45)}, 61, 9, 20), row("B", 7, 83, 6, 19, 0)};
                at_hand(job).order.dial_x = 11;
                at_hand(job).order.dial_y = 37;
                Handwheels wheels{screw(Unit::Inch, 25.4 / 16.0, lines, 0.25),
                                  screw(Unit::Inch, 2.5, lines, 0.4, Turn::CounterClockwise, Towards::Minus), turn};
                Shop shop = shop_with(wheels);
                at_hand(job).machine = "M";
                const SetupPlan plan = plan_at_hand(job, shop);
                QVERIFY2(plan.run.complaints.empty(),
                         plan.run.complaints.empty() ? "" : plan.run.complaints.front().c_str());
                const Length most = hypot(wheels.x.graduation() / 2.0, wheels.y.graduation() / 2.0) + mm(1e-6);
                QCOMPARE(plan.run.worst()->miss <= most, true);
                for (const Instruction& each : plan.route.list)
                    if (const auto* move = std::get_if<TurnHandwheel>(&each.action)) {
                        const Screw& dial = move->axis == Axis::X ? wheels.x : wheels.y;
                        QVERIFY(move->line >= 0 && move->line < dial.engraved());
                    }
            }
    }

    // ---- advice

    // What a batch pays once is counted once: zero, found against a stop, in 100 pieces still 4 minutes.
    void a_batch_pays_its_setting_up_once() {
        Job job = plate_job();
        job.patterns = {single("A", 40, 30)};
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const Tally tally = tally_of(plan.route, plan.machine, plan.chains(), plan.kind_of, {});
        QVERIFY(std::fabs(tally.once - 4.0) < 1e-9);
        QVERIFY(std::fabs(tally.batch(1) - tally.minutes) < 1e-9);
        QVERIFY(std::fabs(tally.batch(100) - (4.0 + 100.0 * (tally.minutes - 4.0))) < 1e-6);
    }
    void fits_are_not_judged_loosely() {
        Job job = plate_job();
        job.patterns = {row("A", 20, 20, 3, 25, 0)};
        job.patterns[0].hole = read_hole_size("6 H7", Unit::Millimetre)->spec;
        job.holes_within = mm(0.15);
        const Shop shop = default_shop();
        const auto all = advise_methods(job, shop, {}, 100);
        for (const MethodReport& each : all) {
            if (each.many) {
                QVERIFY(each.many->fits_within && near(*each.many->fits_within, 0.05));
            }
            if (each.advised)
                QVERIFY2(!std::holds_alternative<LayoutBench>(shop.find(each.machine)->kind),
                         each.machine.name.c_str());
        }
        job.patterns[0].hole = read_hole_size("6", Unit::Millimetre)->spec;
        for (const MethodReport& each : advise_methods(job, shop, {}, 20))
            QVERIFY(!each.many || !each.many->fits_within);
    }
};

QTEST_GUILESS_MAIN(TestRightFigures)
#include "test_right_figures.moc"
