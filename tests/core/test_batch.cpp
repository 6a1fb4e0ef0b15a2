// A batch against the stop: what a piece allows, what a setting drills, what it costs and from how many it pays.
#include "formats/job_json.h"
#include "layout/validate.h"
#include "plan/setup_card.h"
#include "support/jobs.h"

#include <QTest>
#include <cmath>
#include <map>
#include <random>
#include <set>

using namespace clockface;
using namespace clockface::testing;

namespace {

// A bracket 87.4 long and 31.6 wide whose right end is slanted: two holes opposite each other, one on the middle line.
Job bracket() {
    Job job;
    job.blank.shape = BlankShape::Outline;
    job.blank.width = {mm(87.4), {}};
    job.blank.height = {mm(31.6), {}};
    job.blank.corners = {{}, {mm(87.4), mm(0)}, {mm(79.2), mm(31.6)}, {mm(0), mm(31.6)}};
    job.blank.thickness = mm(6.3);
    job.blank.material = "mild steel";
    job.datum.place = DatumPlace::LowerLeft;
    job.pieces = 34;
    job.holes_within = mm(0.15);
    at_hand(job).machine = "Readout mill";
    job.patterns = {row("A", 11.3, 7.9, 2, 15.8, 90, 5.2), single("B", 52.6, 15.8, 8.3)};
    return with_ids(job);
}

BatchPlan settings_of(const Job& job) {
    return fewest_settings(*parts_to_load(job, plan_at_hand(job, default_shop())));
}

std::string fault_of(const Job& job) {
    const auto parts = parts_to_load(job, plan_at_hand(job, default_shop()));
    return parts ? std::string() : parts.error().sentence;
}

} // namespace

class TestBatch : public QObject {
    Q_OBJECT
private slots:
    // The fixed jaw is the rear one, so y counts from the upper edge: A1 stands 31.6 - 7.9 = 23.7 from it. Turned over
    // front-back A2 comes to the same place, and two settings do for three holes.
    void a_bracket_turned_over() {
        Job job = bracket();
        const SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(plan.held.vise && plan.held.vise->fixed_rear && plan.held.stop == StopAt::Left);
        const auto parts = parts_to_load(job, plan);
        QVERIFY(parts && same(parts->holes[0].at, {mm(11.3), mm(23.7)}) &&
                same(parts->holes[2].at, {mm(52.6), mm(15.8)}));
        QVERIFY(parts->x_counted_from == 0.0 && parts->y_counted_from == 1.0); // drawn from the lower edge
        QCOMPARE(settings_of(job).settings.size(), std::size_t{3});
        at_hand(job).holding.batch.over_front_back = true;
        const BatchPlan batch = settings_of(job);
        QCOMPARE(batch.settings.size(), std::size_t{2});
        QCOMPARE(batch.settings[0].holes.size(), std::size_t{2});
        QVERIFY(same(batch.settings[1].at, {mm(52.6), mm(15.8)}, 1e-6));
        const std::string words = setting_in_words(plan, batch, 0, Unit::Millimetre);
        QVERIFY2(words.find("the spindle 11.3 mm from the stop") != std::string::npos &&
                     words.find("Turned over front-back: A") != std::string::npos,
                 words.c_str());
        // A width that scatters by 0.2 is more than a hole may miss: those that the drawing counts from the other edge
        // are reached turned over only, and that is what it says.
        at_hand(job).holding.batch.width_scatter = mm(0.2);
        QCOMPARE(settings_of(job).settings.size(), std::size_t{3});
        for (const Setting& each : settings_of(job).settings)
            QVERIFY(each.loadings() == std::vector{Loading::OverFrontBack});
        at_hand(job).holding.batch.over_front_back = false;
        QCOMPARE(settings_of(job).out_of_reach.size(), std::size_t{3});
    }

    void what_forbids_a_turn() {
        Job job = bracket();
        const Held held = plan_at_hand(job, default_shop()).held;
        QVERIFY(why_not_loaded(job.blank, held, Loading::AsDrawn).empty());
        QVERIFY(why_not_loaded(job.blank, held, Loading::OverFrontBack).empty());
        for (const Loading each : {Loading::EndForEnd, Loading::OverLeftRight})
            QVERIFY(why_not_loaded(job.blank, held, each).find("slanted end would come to the stop") !=
                    std::string::npos);
        at_hand(job).holding.batch = {true, true, true};
        QCOMPARE(parts_to_load(job, plan_at_hand(job, default_shop()))->loadings.size(), std::size_t{2});
        // Against a stop at the right the slant is wrong from the beginning, and turned over left-right is not.
        Held right = held;
        right.stop = StopAt::Right;
        QVERIFY(!why_not_loaded(job.blank, right, Loading::AsDrawn).empty());
        QVERIFY(why_not_loaded(job.blank, right, Loading::OverLeftRight).empty());
        // A step and a boss on top forbid lying on them; a boss below forbids lying as drawn.
        Job plate = plate_of(80, 40, 12);
        plate.blank.step = StepLine{Axis::X, mm(50), mm(8)};
        QVERIFY(why_not_loaded(plate.blank, held, Loading::EndForEnd).empty());
        QVERIFY(why_not_loaded(plate.blank, held, Loading::OverLeftRight).find("its step") != std::string::npos);
        plate.blank.step.reset();
        plate.blank.existing = {{"the boss", ExistingKind::Boss, Face::Top, {}, mm(12)}};
        QVERIFY(why_not_loaded(plate.blank, held, Loading::EndForEnd).empty());
        QVERIFY(why_not_loaded(plate.blank, held, Loading::OverFrontBack).find("the boss") != std::string::npos);
        plate.blank.existing.front().face = Face::Under;
        QVERIFY(!why_not_loaded(plate.blank, held, Loading::AsDrawn).empty());
        QVERIFY(why_not_loaded(plate.blank, held, Loading::OverFrontBack).empty());
        plate.blank.existing.front().face = Face::Front; // on a side it is in nobody's way
        for (const Loading each : {Loading::AsDrawn, Loading::EndForEnd, Loading::OverLeftRight})
            QVERIFY(why_not_loaded(plate.blank, held, each).empty());
        // With the underside up it is the other way round: as drawn it lies on its step.
        plate.blank.existing.clear();
        plate.blank.step = StepLine{Axis::X, mm(50), mm(8)};
        plate.blank.up = Face::Under;
        QVERIFY(!why_not_loaded(plate.blank, held, Loading::AsDrawn).empty());
        QVERIFY(why_not_loaded(plate.blank, held, Loading::OverLeftRight).empty());
    }

    // Setting 1 stands over A1 as drawn and A2 turned over front-back. Turned end for end it would drill at
    // 87.4 - 11.3 = 76.1, and 31.6 - 7.9 up; over left-right at 76.1, 7.9.
    void where_a_wrong_loading_would_drill() {
        Job job = bracket();
        at_hand(job).holding.batch.over_front_back = true;
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const auto parts = parts_to_load(job, plan);
        const BatchPlan batch = fewest_settings(*parts);
        std::map<Loading, DrilledWhere> at;
        for (const DrilledWhere& each : drilled_where(job, plan.held, *parts, batch.settings.front()))
            at[each.loading] = each;
        QCOMPARE(at.size(), std::size_t{4});
        for (const Loading each : {Loading::AsDrawn, Loading::OverFrontBack}) {
            QVERIFY(at[each].hole >= 0);
            QVERIFY(same(at[each].at, plan.holes[static_cast<std::size_t>(at[each].hole)].at, 1e-6));
        }
        const Point as_drawn = at[Loading::AsDrawn].at;
        QVERIFY(at[Loading::EndForEnd].hole < 0 &&
                same(at[Loading::EndForEnd].at, {mm(76.1), mm(31.6) - as_drawn.y}, 1e-6));
        QVERIFY(at[Loading::OverLeftRight].hole < 0 &&
                same(at[Loading::OverLeftRight].at, {mm(76.1), as_drawn.y}, 1e-6));
    }

    // Two settings, three cutters at each (centre drill, drill, countersink); at the first a piece lies two ways for
    // each: 2 x 3 + 3 loads. Once: 240 s of zero, twice 30 s for the second place, six times a cutter. A piece: 9 x 20
    // s. Laid out once: two lines along, three across at 15 s, and the cutters; a piece: 3 holes x (2 x 3 + 20) s, 9
    // times 8 s to find a mark, and laid on once for each cutter, 20 s.
    void what_it_costs() {
        Job job = bracket();
        at_hand(job).holding.batch.over_front_back = true;
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const auto parts = parts_to_load(job, plan);
        const BatchPlan batch = fewest_settings(*parts);
        const BatchCost cost = cost_of(batch, *parts, plan.held, 34, plan.estimates);
        for (const HoleToLoad& each : parts->holes)
            QCOMPARE(each.cutters.size(), std::size_t{3});
        QCOMPARE(cost.loads, 306);
        QCOMPARE(cost.resets, 1);
        const double put_in = batch.cutters_put_in * 1.5;
        QVERIFY(std::fabs(cost.by_stop - (4.0 + 1.0 + put_in + 34.0 * 3.0)) < 1e-9);
        std::set<int> different;
        for (const HoleToLoad& each : parts->holes)
            different.insert(each.cutters.begin(), each.cutters.end());
        QVERIFY(std::fabs(cost.laid_out - (5.0 * 0.25 + 1.5 * double(different.size()) +
                                           34.0 * (3.0 * 26.0 + 9.0 * 8.0 + double(different.size()) * 20.0) / 60.0)) <
                1e-9);
        QVERIFY(cost.stop_pays_from > 1 && cost.stop_pays_from < 34);
        QVERIFY(in_words(cost, batch).find("306 loads, 1 reset;") == 0);
    }

    // The number said is the first from which it stays quicker: counted up to 3,000 pieces.
    void it_pays_from_where_it_stays_quicker() {
        std::mt19937 chance(7);
        int never = 0, later = 0;
        for (int i = 0; i < 400; ++i) {
            const auto share = [&] { return std::uniform_real_distribution<double>(0.05, 4.0)(chance); };
            Estimates estimates;
            for (double* each : {&estimates.load_piece, &estimates.find_zero, &estimates.a_scribed_line,
                                 &estimates.a_crossing, &estimates.prick, &estimates.make_jig})
                *each *= share();
            PartsToLoad parts{{mm(100), mm(40)}, {}, loadings_of({})};
            for (int k = 0; k < 1 + i % 4; ++k)
                parts.holes.push_back({{mm(10 + 15 * k), mm(10)}, mm(0.1)});
            const BatchPlan plan = fewest_settings(parts);
            const int said = cost_of(plan, parts, {}, 1, estimates).stop_pays_from;
            int counted = 0;
            for (int pieces = 3000; pieces >= 1; --pieces) {
                const BatchCost cost = cost_of(plan, parts, {}, pieces, estimates);
                if (cost.by_stop >= cost.laid_out)
                    break;
                counted = pieces;
            }
            if (said > 3000)
                continue;
            QCOMPARE(said, counted);
            (said == 0 ? never : later) += 1;
        }
        QVERIFY2(never > 20 && later > 100, qPrintable(QString("%1 %2").arg(never).arg(later)));
    }

    // (60, 13) and (60, 20) of a width of 40: moved to the middle the first comes where the second is.
    void one_figure_that_would_save_a_setting() {
        PartsToLoad parts{
            {mm(100), mm(40)}, {{{mm(60), mm(13)}, mm(0.1)}, {{mm(60), mm(20)}, mm(0.1)}}, loadings_of({})};
        const auto instead = fewer_if_changed(parts, fewest_settings(parts));
        QVERIFY(instead && instead->hole == 0 && instead->axis == Axis::Y && instead->settings == 1);
        parts.holes[1].at = {mm(31), mm(9)};
        QVERIFY(!fewer_if_changed(parts, fewest_settings(parts)));
    }

    void what_cannot_go_through_is_said() {
        Job job = bracket();
        at_hand(job).holding.stop = StopAt::None;
        QVERIFY(fault_of(job).find("where it stands") != std::string::npos);
        at_hand(job).holding = {};
        at_hand(job).holding.in = "";
        QVERIFY(fault_of(job).find("a vise holds a piece") != std::string::npos);
        QVERIFY(fault_of(flange()).find("Only flat pieces") != std::string::npos);
        Job plate = plate_of(120, 60, 10);
        at_hand(plate).machine = "Readout mill";
        plate.patterns = {row("A", 2, 2, 65, 1.5, 0, 1)};
        QVERIFY(fault_of(with_ids(plate)).find("Up to 64 holes") != std::string::npos);
        plate.patterns.clear();
        QVERIFY(fault_of(with_ids(plate)).find("no holes") != std::string::npos);
        at_hand(job).holding = {};
        at_hand(job).holding.stop = StopAt::Right; // against the slant
        QVERIFY(fault_of(job).find("slanted end") != std::string::npos);
        at_hand(job).holding.batch.length_scatter = mm(-1);
        QVERIFY(first_fault(job)->text().find("scatter by nought") != std::string::npos);
    }

    void is_kept_in_files() {
        Job job = bracket();
        at_hand(job).holding.batch = {true, false, true, mm(0.1), mm(0.05)};
        const auto read = job_from_json(job_to_json(job));
        QVERIFY(read && at_hand(*read).holding == at_hand(job).holding);
    }

    // What would do with fewer settings, taken: then it does. A hole of a row would drag its row along, and is left.
    void the_change_is_taken() {
        Job job = bracket();
        job.patterns[1] = single("B", 52.6, 13.1, 8.3); // beside the middle of the width, which is at 15.8
        job.patterns.push_back(single("C", 52.6, 15.8, 4.2));
        job = with_ids(job);
        at_hand(job).holding.batch.over_front_back = true;
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const auto parts = parts_to_load(job, plan);
        const BatchPlan before = fewest_settings(*parts);
        const auto instead = fewer_if_changed(*parts, before);
        QVERIFY(instead && plan.holes[static_cast<std::size_t>(instead->hole)].name == "B1" &&
                instead->axis == Axis::Y);
        const auto taken = with_taken(job, plan, *instead);
        QVERIFY(taken && !first_fault(*taken));
        QCOMPARE(static_cast<int>(settings_of(*taken).settings.size()), instead->settings);
        QVERIFY(instead->settings < static_cast<int>(before.settings.size()));
        QVERIFY(!with_taken(job, plan, {0, Axis::Y, 1}));
    }

    // Against fence and stop of a drill press: figures are counted from where the drawing counts them, so no size of a
    // piece goes into a hole as drawn, and the first place is set like every other, twice 30 s, instead of found.
    void against_a_fence() {
        Job job = bracket();
        at_hand(job).machine = "Drill press";
        SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(plan.held.against_fence && plan.held.stop == StopAt::Left && !plan.held.located_at_high(Axis::Y));
        QVERIFY(in_words(plan.held, Unit::Millimetre).find("Its lower edge against the fence. Under it a board of") ==
                0);
        Job blind = job; // goes into no board, and none is laid under it
        for (Pattern& each : blind.patterns)
            each.hole.depth = mm(2);
        QVERIFY(in_words(plan_at_hand(blind, default_shop()).held, Unit::Millimetre) ==
                "Its lower edge against the fence. A stop at the left.");
        const auto parts = parts_to_load(job, plan);
        QVERIFY(parts && same(parts->holes[0].at, {mm(11.3), mm(7.9)}) &&
                same(parts->holes[2].at, {mm(52.6), mm(15.8)}));
        QVERIFY(parts->x_counted_from == 0.0 && parts->y_counted_from == 0.0);
        at_hand(job).holding.batch.over_front_back = true;
        const BatchPlan batch = settings_of(job);
        QCOMPARE(batch.settings.size(), std::size_t{2});
        const std::string words = setting_in_words(plan, batch, 0, Unit::Millimetre);
        QVERIFY2(words.find("11.3 mm from the stop and 7.9 mm from the fence") != std::string::npos, words.c_str());
        const BatchCost cost = cost_of(batch, *parts_to_load(job, plan), plan.held, 34, plan.estimates);
        const double loads = 9.0; // with each of three cutters two for the first place, one for the second, 20 s each
        QVERIFY(std::fabs(cost.by_stop - (2.0 * 2.0 * 0.5 + batch.cutters_put_in * 1.5 + 34.0 * loads / 3.0)) < 1e-9);
        QVERIFY(batch_steps(batch, plan.held, 34)[1].find("Set fence and stop for setting 1") == 0);
        // What a setting drills in every loading lies on the part where the list for one piece puts it.
        const auto all = drilled_where(job, plan.held, *parts, batch.settings[0]);
        const auto drawn = std::find_if(all.begin(), all.end(), [](const DrilledWhere& each) {
            return each.loading == Loading::AsDrawn && each.hole >= 0;
        });
        QVERIFY(drawn != all.end() &&
                same(drawn->at, plan.holes[static_cast<std::size_t>(drawn->hole)].at, job.holes_within.in_mm()));
        // Counted from the right, the stop is there, where the end is slanted.
        job.datum.place = DatumPlace::UpperRight;
        plan = plan_at_hand(job, default_shop());
        QVERIFY(plan.held.stop == StopAt::Right && plan.held.fence_upper);
        QVERIFY(fault_of(job).find("a slanted end would come to the stop. Count its figures from straight sides") !=
                std::string::npos);
    }

    // The card at the machine: drawn from the lower left, in a vise whose fixed jaw is the rear one, a stop at the
    // left.
    void the_card_of_the_setup() {
        Job job = bracket();
        at_hand(job).holding.batch.over_front_back = true;
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const BatchPlan batch = settings_of(job);
        const SetupCard card = setup_card(job, plan, batch);
        QVERIFY(card.to_seat == WorkEdge::Far && card.to_stop == WorkEdge::Left);
        QCOMPARE(card.places.size(), std::size_t{2});
        QCOMPARE(card.first_piece.size(), std::size_t{3});
        for (const SetupCard::Measure& each : card.first_piece) {
            const std::string& name = plan.holes[static_cast<std::size_t>(each.hole)].name;
            const Length y = name == "A1" ? mm(7.9) : name == "A2" ? mm(23.7) : mm(15.8);
            QVERIFY(same(each.along_y, y) && same(each.along_x, name == "B1" ? mm(52.6) : mm(11.3)));
        }
        for (const SetupCard::Place& each : card.places)
            QVERIFY(each.cutters.size() == 3 && each.cutters[1].find("drill") != std::string::npos);
        const std::vector<std::string> lines = in_words(job, plan, card);
        QCOMPARE(lines.size(), std::size_t{6});
        QVERIFY2(lines[1].find("its upper edge lies against the fixed jaw and its left end against the stop") !=
                     std::string::npos,
                 lines[1].c_str());
        QVERIFY2(lines[4].find("A2 11.3 mm from its left end and 23.7 mm from its lower edge") != std::string::npos,
                 lines[4].c_str());
        QVERIFY(lines[4].find("within 0.15 mm") != std::string::npos);
        // Of one place: its own number, its own holes.
        const std::vector<std::string> second = in_words(job, plan, card, 1);
        QCOMPARE(second.size(), std::size_t{5});
        QVERIFY(second[2].find("Setting 2:") == 0 && second[3].find("B1 52.6 mm") != std::string::npos &&
                second[3].find("A1") == std::string::npos);
        // Against a fence, counted from the right where the stop is: figures from there.
        job.blank.corners = {{}, {mm(87.4), mm(0)}, {mm(87.4), mm(31.6)}, {mm(8.2), mm(31.6)}};
        job.datum.place = DatumPlace::LowerRight;
        at_hand(job).machine = "Drill press";
        const SetupPlan press = plan_at_hand(job, default_shop());
        const SetupCard other = setup_card(job, press, settings_of(job));
        QVERIFY(other.to_seat == WorkEdge::Near && other.to_stop == WorkEdge::Right);
        QVERIFY(in_words(job, press, other)[1].find("against the fence and its right end against the stop") !=
                std::string::npos);
    }

    void the_master_is_finished_last() {
        Job job = bracket();
        at_hand(job).holding.batch.over_front_back = true;
        const std::vector<std::string> steps =
            batch_steps(settings_of(job), plan_at_hand(job, default_shop()).held, 34);
        QCOMPARE(steps.size(), std::size_t{6});
        QVERIFY(steps[2].find("All 34 pieces through it") != std::string::npos);
        QVERIFY(steps[1].find("before any more are drilled") != std::string::npos);
        QVERIFY(steps.back().find("finished last") != std::string::npos);
    }
};

QTEST_APPLESS_MAIN(TestBatch)
#include "test_batch.moc"
