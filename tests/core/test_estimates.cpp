// Every guessed figure stands in the table, and none is there in vain: doubled, it moves something that is shown.
#include "bench/expected.h"
#include "formats/survey_report.h"
#include "formats/text_file.h"
#include "layout/ranked_ways.h"
#include "ordering/pick_up.h"
#include "ordering/travel.h"
#include "plan/advisor.h"
#include "plan/batch.h"
#include "support/bars.h"
#include "support/jobs.h"
#include "support/old_parts.h"
#include "survey/marks.h"

#include <boost/pfr/core.hpp>
#include <fmt/format.h>
#include <set>

using namespace clockface;
using namespace clockface::testing;

namespace {

std::string figure(double value) {
    return fmt::format("{:.9g} ", value);
}

std::string shown(const MachineErrors& errors) {
    return figure(errors.pick_up.in_mm()) + figure(errors.setting.in_mm()) + figure(errors.backlash_left.in_mm()) +
           figure(errors.marking.in_mm());
}

// One of every kind of move, each at the first hole.
template <std::size_t... I> Route one_of_each(std::index_sequence<I...>) {
    Route route;
    (route.list.push_back({std::variant_alternative_t<I, Action>{}, 0}), ...);
    for (Instruction& each : route.list) {
        if (auto* line = std::get_if<ScribeLine>(&each.action))
            line->holes = {0};
        if (auto* step = std::get_if<StepChord>(&each.action))
            step->steps = 3;
        if (auto* look = std::get_if<LookAtMarks>(&each.action))
            look->holes = {0};
    }
    route.list.push_back({ZeroReadout{true}});
    route.list.push_back({GoToReadout{4000, 0}, 0});
    return route;
}

// What the pages show of machines: the machine's own, times of moves, many parts.
std::string shown_of_machines(const Estimates& estimates) {
    std::string out;
    const Shop shop = default_shop(estimates);
    for (const Machine& machine : shop.machines)
        out += shown(machine.errors) + figure(machine.spindle.change_minutes);
    out += shown(shop.marks.errors);
    const Route each = one_of_each(std::make_index_sequence<std::variant_size_v<Action>>());
    out += figure(tally_of(each, *shop.find("Readout mill"), {}, {}, estimates).minutes);
    out += figure(tally_of(each, *shop.find("Layout bench"), {}, {}, estimates).minutes);
    for (const Machine& machine : shop.machines)
        out += figure(travel_cost(machine, estimates).seconds({}, {mm(31), mm(17)}));
    return out;
}

// Deep tapped holes, one of them with a split point and no spot, and a dowel hole.
Job flat_job() {
    Job job = plate_job();
    job.blank.thickness = mm(40.0);
    job.patterns = {circle("A", {mm(60), mm(45)}, 50.0, 3, 0.0), single("B", 20, 20, 6.0), single("C", 100, 20, 8.0)};
    job.patterns[0].hole = {Purpose::Tapped, mm(5.0), "M6", {}};
    job.patterns[1].hole.wishes.steps["start"].skipped = true;
    job.patterns[2].hole = {Purpose::Reamed, mm(8.0), "H7", {}};
    return with_ids(std::move(job));
}

std::string shown_of_a_flat_job(const Estimates& estimates) {
    std::string out;
    Shop shop = default_shop(estimates);
    shop.machines[0].lock_jump = {mm(0.2), mm(0.1)};
    const Job job = flat_job();
    for (const bool split : {false, true}) {
        shop.drawer.singles.clear();
        if (split) {
            Cutter drill = plain_drill("6 mm drill", mm(6));
            drill.split_point = true;
            shop.drawer.singles = {drill};
        }
        const SetupPlan plan = plan_at_hand(job, shop, estimates);
        for (const Finding& finding : plan.findings)
            out += finding.sentence;
        for (const OrderOption& way : order_options(job, shop, plan))
            out += figure(way.tally.minutes);
        for (const Chain& chain : plan.chains())
            for (const CutStep& step : chain.steps)
                out += figure(step.minutes);
        Job spotted = job;
        spotted.patterns[1].hole.wishes = {};
        for (const Job& each : {job, spotted})
            for (const BudgetLine& line : many_parts_of(each, plan_at_hand(each, shop, estimates), 20)->budget)
                out += figure(line.most.in_mm());
        for (const Allowed& allowed : allowed_of(job, plan.holes, estimates))
            out += in_words(allowed, Unit::Millimetre);
    }
    return out;
}

// What zero is found within over a bore, by a pin and over a crossing.
std::string shown_of_zero(const Estimates& estimates) {
    std::string out;
    Job job = plate_job();
    at_hand(job).machine = "Readout mill";
    job.patterns = {single("A", 20, 20)};
    for (const CentreKind kind : {CentreKind::Bore, CentreKind::PinInHole, CentreKind::ScribedCross}) {
        at_hand(job).holding.centre = CentreWish{kind, {mm(30), mm(30)}};
        const SetupPlan plan = plan_at_hand(with_ids(job), default_shop(), estimates);
        out += figure(zero_found_within(plan.route, plan.machine).in_mm());
    }
    return out;
}

// What two settings cost by the stop.
std::string shown_of_a_batch(const Estimates& estimates) {
    PartsToLoad parts{{mm(100), mm(40)}, {{{mm(10), mm(10)}, mm(0.1)}, {{mm(30), mm(15)}, mm(0.1)}}, loadings_of({})};
    const BatchCost cost = cost_of(fewest_settings(parts), parts, {}, 20, estimates);
    return figure(cost.by_stop) + figure(cost.laid_out) + figure(cost.in_fixture);
}

std::string shown_of_a_bar(const Estimates& estimates) {
    std::string out;
    const Shop shop = default_shop();
    RoundKit poor = shop.kit;
    poor.bushings.clear();
    Job bought = arbor();
    bought.blank.diameter.measured.reset();
    for (const Job& job : {arbor(), bought})
        for (const RoundKit& kit : {shop.kit, poor})
            for (const Machine& machine : shop.machines) {
                const std::vector<Hole> holes = holes_of(job);
                for (const auto& way : ranked_tops(job, kit, machine, estimates, holes.front()).ways) {
                    out += figure(way.error.in_mm()) + figure(way.minutes);
                    for (const WayFigure& each : way.figures)
                        out += each.value;
                }
                for (const auto& way : ranked_angles(job, kit, machine, estimates, holes.front(), holes.back()).ways)
                    out += figure(way.error.in_mm()) + figure(way.minutes);
            }
    return out;
}

std::string shown_of_an_old_part(const Estimates& estimates) {
    std::string out;
    const Shop shop = default_shop();
    const auto& drawer = std::get<MarksAcross>(shop.marks.kind);
    MarkingTerms terms;
    terms.drill_guide = terms.bonded = true;
    for (const char* hole : {"hole H1 6.2 at 0 0", "hole H1 5 tapped at 0 0 as M6", "hole H1 6.2 at 0 0 blind"})
        for (const WayAcross& way : ways_across(part_of({hole}).holes[0], terms, drawer, estimates, mm(0.02)))
            out += figure(way.expected.in_mm());
    const OldPart pair =
        part_of({"hole H1 6.6 at 0 0 bolt 6.55", "hole H2 6.6 at 100 0 bolt 6.55", "centres H1 H2 100.0"});
    return out + survey_to_text(pair, survey(pair), shop, estimates);
}

// Which of two readout mills is advised: one quick, the other placing its holes better, slower by so many minutes in
// all.
std::string advised(double slower, int pieces, const Estimates& estimates) {
    Job job = plate_job();
    job.pieces = pieces;
    job.patterns = {single("A", 20, 20), single("B", 60, 40)};
    Shop shop = shop_with(std::get<Readout>(default_shop().find("Readout mill")->kind));
    shop.machines[0].name = "quick";
    shop.machines[0].errors.pick_up = mm(0.02);
    shop.machines.push_back(shop.machines[0]);
    shop.machines[1].name = "true";
    shop.machines[1].errors.pick_up = mm(0.001);
    const int changes = plan_at_hand(with_ids(job), with_ids(shop)).route.list.empty()
                            ? 1
                            : tally_of(plan_at_hand(job, shop).route, shop.machines[0], {}, {}, estimates).changes;
    shop.machines[1].spindle.change_minutes =
        shop.machines[0].spindle.change_minutes + slower / (changes * static_cast<double>(pieces));
    for (const MethodReport& each : advise_methods(with_ids(job), with_ids(shop), estimates, 60))
        if (each.advised)
            return each.machine.name;
    return "none";
}

std::string shown_of_advice(const Estimates& estimates) {
    return advised(3.0, 1, estimates) + advised(40.0, 40, estimates);
}

} // namespace

class TestEstimates : public QObject {
    Q_OBJECT
private slots:
    void the_table_has_a_line_for_every_figure() {
        const auto& lines = estimate_lines();
        QCOMPARE(lines.size(), boost::pfr::tuple_size_v<Estimates>);
        std::set<std::string_view> names, words;
        for (const EstimateLine& line : lines) {
            QVERIFY2(names.insert(line.name).second && words.insert(line.what).second, line.name.data());
            QVERIFY2(!line.unit.empty() && line.source.find("common figure") == 0, line.name.data());
            QVERIFY2(value_of({}, line) > 0.0, line.name.data());
            // The line points at a figure of its own: doubled, that one line reads twice as much and no other changes.
            const Estimates twice = scaled({}, line, 2.0);
            for (const EstimateLine& other : lines)
                QVERIFY2(std::fabs(value_of(twice, other) -
                                   value_of({}, other) * (other.name == line.name ? 2.0 : 1.0)) < 1e-12,
                         line.name.data());
        }
    }
    void doubled_each_moves_something_shown() {
        const std::vector<std::string (*)(const Estimates&)> pages = {
            shown_of_machines,    shown_of_zero,       shown_of_a_batch, shown_of_a_bar,
            shown_of_an_old_part, shown_of_a_flat_job, shown_of_advice};
        std::vector<std::string> before;
        for (const auto& page : pages) {
            before.push_back(page({}));
            QVERIFY(before.back() == page({}));
        }
        for (const EstimateLine& line : estimate_lines()) {
            const Estimates twice = scaled({}, line, 2.0);
            bool moved = false;
            for (std::size_t i = 0; i < pages.size() && !moved; ++i)
                moved = pages[i](twice) != before[i];
            QVERIFY2(moved, line.name.data());
        }
    }
    void the_document_is_the_table() {
        const auto text = read_file(SOURCE_FOLDER "/docs/estimates.md");
        QVERIFY(text);
        QVERIFY2(text->ends_with(in_words(Estimates{})),
                 "docs/estimates.md is not what clockface-cli estimates prints");
    }
    void what_is_as_quick_is_told_by_two_minutes_or_a_tenth() {
        // A few minutes for one piece: two count. Hours for forty: a tenth of it counts.
        QCOMPARE(advised(1.5, 1, {}), "true");
        QCOMPARE(advised(2.5, 1, {}), "quick");
        QCOMPARE(advised(5.0, 40, {}), "true");
        QCOMPARE(advised(120.0, 40, {}), "quick");
    }

    void what_a_readout_has_to_show() {
        Job job = plate_job();
        job.patterns = {single("A", 20.003, 30.0)};
        job.holes_within = mm(0.2);
        Shop shop = shop_with(Readout{Unit::Millimetre, mm(0.005), deg(0.001), from_three_counter_clockwise});
        shop.machines[0].lock_jump = {mm(0.03), mm(-0.02)};
        shop.machines[0].errors.pick_up = mm(0.012);
        const SetupPlan plan = plan_at_hand(job, shop);
        std::optional<ExpectedShow> show;
        for (const Instruction& move : plan.route.list)
            if (const auto found = expected_show(job, plan, move))
                show = found;
        QVERIFY(show && !show->to_go);
        // 20.003 is shown as 20.005; the locks carry X on by 0.03 and Y back by 0.02.
        QVERIFY(same(show->locked.x, mm(20.005)) && same(show->locked.y, mm(30.0)));
        QVERIFY(same(show->set.x, mm(19.975)) && same(show->set.y, mm(30.02)));
        // Allowed 0.2; zero and a spotted drill in mild steel take 2.4477 sqrt(0.012^2 + 0.015^2) = 0.0470; the square
        // in the circle of 0.153 has half a side of 0.153 / sqrt 2 = 0.1082.
        QVERIFY2(same(show->off_x, mm(0.1082), 1e-4), qPrintable(QString::number(show->off_x.in_mm())));
        // In X and Y apart it is no circle: 0.3 - 0.0470 in Y; X said tighter than zero can be found: one step.
        job.patterns[0].within = {mm(0.04), mm(0.3)};
        const auto own = expected_show(job, plan_at_hand(job, shop), Instruction{GoToReadout{4001, 6000}, 0});
        QVERIFY(same(own->off_x, mm(0.005)) && same(own->off_y, mm(0.2530), 1e-4));
        QVERIFY(!expected_show(job, plan, Instruction{PunchMark{}, 0}));
        QVERIFY(!expected_show(job, plan_at_hand(job, shop_with(any_wheels())), Instruction{GoToReadout{1, 1}, 0}));
    }
    void across_a_bar_the_axis_counts() {
        Job job = arbor();
        job.holes_within = mm(0.5);
        job.axis_within = mm(0.1);
        Shop shop = default_shop();
        at_hand(job).machine = ref(*shop.find("Readout mill"));
        const SetupPlan plan = plan_at_hand(job, shop);
        int shown = 0;
        for (const Instruction& move : plan.route.list)
            if (const auto show = expected_show(job, plan, move)) {
                ++shown;
                // Not more than may be missed, whatever zero and drill take of it.
                QVERIFY(show->off_y < mm(0.1) && show->off_x < mm(0.5) && show->off_x > show->off_y);
            }
        QVERIFY(shown > 3);
    }
    // Whoever sets the display to what is expected, anywhere in what is near enough, makes every hole right.
    void near_enough_is_right() {
        holds("set anywhere near enough, a hole without other errors comes out right", [] {
            Job job = *any_job();
            Shop shop = shop_with(*any_readout());
            const SetupPlan plan = plan_at_hand(job, shop);
            const auto& readout = std::get<Readout>(plan.machine.kind);
            const std::vector<Allowed> allowed = allowed_of(job, plan.holes, plan.estimates);
            for (const Instruction& move : plan.route.list) {
                const auto show = expected_show(job, plan, move);
                if (!show)
                    continue;
                RC_ASSERT(show->off_x >= readout.resolution && show->off_y >= readout.resolution);
                const Allowed& zone = allowed[static_cast<std::size_t>(move.hole)];
                if (std::min(zone.x, zone.y) > readout.resolution * 2.0)
                    RC_ASSERT(zone.holds({show->off_x, show->off_y}) && zone.holds({-show->off_x, show->off_y}));
            }
        });
    }

private:
    static Handwheels any_wheels() {
        return {screw(Unit::Millimetre, 2.5, 125, 0.18), screw(Unit::Millimetre, 2.5, 125, 0.18)};
    }
};

QTEST_GUILESS_MAIN(TestEstimates)
#include "test_estimates.moc"
