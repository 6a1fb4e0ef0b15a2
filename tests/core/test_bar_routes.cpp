// Instruction lists for bars, carried out by the simulated operator, and what goes wrong with a spindle that leans.
#include "holding/beneath.h"
#include "job/section.h"
#include "layout/callout.h"
#include "layout/on_bar.h"
#include "layout/validate.h"
#include "ordering/wording.h"
#include "simulate/bar_operator.h"
#include "support/bars.h"

#include <set>

using namespace clockface;
using namespace clockface::testing;

namespace {

Length worst(const SimulatedRun& run) {
    const auto landing = run.worst();
    return landing ? landing->miss : Length{};
}

SetupPlan plan_with(const Job& job, MachineKind kind) {
    return plan_at_hand(job, shop_with(std::move(kind)));
}

// The largest way round that an angle taken in these steps may be off by.
Length angle_rounding(const Job& job, const SetupPlan& plan) {
    Length most;
    for (const Instruction& each : plan.route.list)
        if (const auto* turn = std::get_if<TurnBar>(&each.action); turn && !turn->first) {
            const RoundKit kit = default_kit();
            const Length radius =
                girth(section_at(job.blank, plan.holes[static_cast<std::size_t>(each.hole)].bar->along)) /
                (2.0 * std::numbers::pi);
            Length off;
            if (turn->way == AngleWay::RodAndProtractor || turn->way == AngleWay::EndLine)
                off = radius * (kit.protractor_step.in_degrees() * 0.501 * std::numbers::pi / 180.0);
            else if (turn->way == AngleWay::WrappedStrip)
                off = mm(0.51);
            else if (turn->way == AngleWay::RodHeights) // h = l cos(a): da = dh / (l sin a), and sin a > 0.17
                off = radius * (kit.height_step.in_mm() * 0.51 / (turn->rod.in_mm() * 0.17));
            most = std::max(most, off);
        }
    return most;
}

} // namespace

class TestBarRoutes : public QObject {
    Q_OBJECT
private slots:
    void the_arbor_on_every_machine() {
        const Job job = arbor();
        for (const Machine& machine : default_shop().machines) {
            Job here = job;
            at_hand(here).machine = machine.name;
            const SetupPlan plan = plan_at_hand(here, default_shop());
            QVERIFY2(plan.run.complaints.empty(),
                     (machine.name + ": " + (plan.run.complaints.empty() ? "" : plan.run.complaints[0])).c_str());
            std::set<int> made;
            for (const Landing& landing : plan.run.landings)
                made.insert(landing.hole);
            QCOMPARE(made.size(), plan.holes.size());
            QVERIFY2(worst(plan.run) < mm(0.12), (machine.name + std::to_string(worst(plan.run).in_mm())).c_str());
            for (const Landing& landing : plan.run.landings) // a through hole has two mouths
                QCOMPARE(landing.far.has_value(),
                         !plan.holes[static_cast<std::size_t>(landing.hole)].spec.depth.has_value());
            for (const Instruction& each : plan.route.list) {
                const Wording words = in_words(each, {here, plan.holes, plan.machine});
                QVERIFY(!words.heading.empty() && words.sentence.back() == '.' && !words.figures.empty());
            }
        }
    }
    void far_mouths_come_out_opposite() {
        Job job = arbor();
        job.patterns.resize(1);
        const SetupPlan plan = plan_with(job, Readout{Unit::Millimetre, mm(0.005), deg(0.001), from_twelve_clockwise});
        // Straight through the axis from the top: half of the girth further round.
        QVERIFY(same(plan.run.landings[0].at.y, mm(0)));
        QVERIFY(same(abs(plan.run.landings[0].far->y), mm(27.92 * std::numbers::pi / 2)));
    }
    void tilt_and_off_centre_show() {
        Job job = arbor();
        job.patterns.resize(1);
        const SetupPlan plan = plan_with(job, Readout{Unit::Millimetre, mm(0.005), deg(0.001), from_twelve_clockwise});
        const auto with = [&](const BarFaults& faults) {
            Conditions conditions;
            conditions.bar = faults;
            return carry_out(plan.route, plan.machine, job, plan.holes, conditions).landings.at(0);
        };
        // Beside the axis by e: both mouths lie R asin(e/R) round, the far one on the same side in space.
        const double r = 13.96, e = 0.4;
        const Landing off = with({mm(e), {}, {}});
        QVERIFY(same(abs(off.at.y), mm(r * std::asin(e / r)), 1e-9));
        QVERIFY(same(off.miss, mm(r * std::asin(e / r)), 1e-9));
        // A lean of 2 degrees about the mouth it starts at: the chord's far end stands 2 x 2 degrees round (inscribed
        // angle), so R x 4 degrees.
        const Landing lean = with({{}, deg(2), {}});
        QVERIFY(same(lean.at.y, mm(0), 1e-9));
        QVERIFY(same(lean.miss, mm(r * 4 * std::numbers::pi / 180), 1e-9));
    }
    void turned_too_far_shows() {
        const Job job = arbor();
        const SetupPlan plan = plan_at_hand(job, default_shop());
        Conditions rolled;
        rolled.bar.roll = deg(1);
        const SimulatedRun spoilt = carry_out(plan.route, plan.machine, job, plan.holes, rolled);
        QVERIFY(worst(spoilt) > mm(13.96 * 0.9 * std::numbers::pi / 180));
    }
    void set_65_have_115() {
        Job job = arbor();
        job.patterns.clear();
        for (const char* text : {"6.2 at 17.3 from left end, angle 0", "6.2 at 40 from left end, 115 cw from A1"})
            job.patterns.push_back(*read_callout(text, job));
        job.patterns[1].angle = AngleWay::RodAndProtractor;
        const SetupPlan plan = plan_with(job, Readout{Unit::Millimetre, mm(0.005), deg(0.001), from_twelve_clockwise});
        bool seen = false;
        for (const Instruction& each : plan.route.list)
            if (const auto* turn = std::get_if<TurnBar>(&each.action); turn && !turn->first) {
                QVERIFY(turn->way == AngleWay::RodAndProtractor && turn->far_mouth && !turn->other_end);
                QCOMPARE(turn->set, deg(65)); // 115 clockwise is 65 counter-clockwise and half a turn
                const Wording words = in_words(each, {job, plan.holes, plan.machine});
                QVERIFY2(words.note.find("Set 65°, have 115°") != std::string::npos, words.note.c_str());
                seen = true;
            }
        QVERIFY(seen);
        QVERIFY(worst(plan.run) < mm(0.003));
        // A blind hole cannot be drilled from the other side, but the rod in the through hole has another end.
        job.patterns[1].hole.depth = mm(5);
        const SetupPlan blind = plan_with(job, Readout{Unit::Millimetre, mm(0.005), deg(0.001), from_twelve_clockwise});
        for (const Instruction& each : blind.route.list)
            if (const auto* turn = std::get_if<TurnBar>(&each.action); turn && !turn->first)
                QVERIFY(turn->other_end && !turn->far_mouth);
        QVERIFY(worst(blind.run) < mm(0.003));
    }
    void vee_block_and_fence() {
        Job job = arbor();
        at_hand(job).machine = "Drill press";
        job.patterns.resize(1);
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const auto fence = std::find_if(plan.route.list.begin(), plan.route.list.end(), [](const Instruction& each) {
            return std::holds_alternative<SetPacking>(each.action);
        });
        QVERIFY(fence != plan.route.list.end());
        // Half the block less half the pin: 41.3 / 2 - 6 / 2 = 17.65, from 15 + 2 + 0.5 + 0.1 (+ 0.05): four pieces are
        // within a twentieth.
        const auto& packing = std::get<SetPacking>(fence->action);
        QVERIFY(packing.axis == Axis::Y && same(packing.half_block, mm(20.65)) && packing.pin == mm(6));
        QVERIFY(abs(packing.gap - mm(17.65)) <= mm(0.05) + mm(1e-9));
        QVERIFY(packing.pieces.size() <= 4);
        QVERIFY(worst(plan.run) < mm(0.12));
    }
    void a_hexagon_lies_against_the_fence_itself() {
        Job job = arbor();
        at_hand(job).machine = "Drill press";
        job.blank.shape = BlankShape::HexagonBar;
        job.blank.bar = {};
        job.blank.bore.reset();
        job.blank.diameter = {mm(24), {}};
        job.patterns = {*read_callout("4.6 at 20 from left end, angle 0, 3.1 off the axis cw", job)};
        const SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(plan.run.complaints.empty());
        // Clockwise of the top is away from the user: 12 + 3.1 from the fence, less half a pin of 6.
        for (const Instruction& each : plan.route.list)
            if (const auto* packing = std::get_if<SetPacking>(&each.action); packing && packing->axis == Axis::Y)
                QVERIFY(!packing->vee && abs(packing->gap - mm(12.1)) <= mm(0.0501));
        QVERIFY(worst(plan.run) < mm(0.1));
    }
    void drill_press_on_flat_work() {
        Job job = flange();
        at_hand(job).machine = "Drill press";
        const SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(plan.run.complaints.empty());
        QVERIFY(worst(plan.run) <= mm(0.0501 * std::sqrt(2.0))); // packing is taken when it comes within 0.05
    }
    void lists_land_on_the_drawing_whatever_the_bar() {
        holds("lists for bars land where the drawing wants them", [] {
            Job job = *any_bar_job();
            RC_PRE(!first_fault(job));
            const std::vector<MachineKind> kinds = {*any_handwheels(), *any_readout(), *any_rotary(), *any_layout(),
                                                    DrillPress{}};
            for (const MachineKind& kind : kinds) {
                const SetupPlan plan = plan_with(job, kind);
                std::string heard;
                for (const std::string& complaint : plan.run.complaints)
                    heard += complaint;
                // What it lies in is drilled into only where that is found too.
                const bool met = std::any_of(plan.beneath.begin(), plan.beneath.end(),
                                             [](const Beneath& each) { return spoils(each.what); });
                RC_ASSERT(heard.find("pin would have to stand inside") != std::string::npos || heard.empty() || met);
                if (!heard.empty())
                    continue;
                Length step;
                if (const auto* wheels = std::get_if<Handwheels>(&kind))
                    step = hypot(wheels->x.graduation(), wheels->y.graduation());
                else if (const auto* readout = std::get_if<Readout>(&kind))
                    step = readout->resolution * 1.5;
                else if (const auto* table = std::get_if<RotaryTable>(&kind))
                    step = hypot(table->slide.graduation(), table->slide.graduation()) +
                           job.blank.diameter.actual() * (table->step().in_degrees() * std::numbers::pi / 360);
                else if (const auto* bench = std::get_if<LayoutBench>(&kind))
                    step = bench->gauge_step * 1.5;
                else
                    step = mm(0.15);
                // Across, a step beside the axis makes more on a slope: the holes here stand off by up to 0.4 R, where
                // the surface slopes by asin 0.4 (more on a hexagon's corner), and the axis may be found a step off.
                for (const Landing& landing : plan.run.landings) {
                    const Hole& hole = plan.holes[static_cast<std::size_t>(landing.hole)];
                    RC_LOG() << "kind " << kind.index() << " shape " << static_cast<int>(job.blank.shape) << " hole "
                             << hole.name << " along " << hole.bar->along.in_mm() << " of "
                             << job.blank.width.actual().in_mm() << " bearing " << hole.bar->bearing.in_degrees()
                             << " offset " << hole.bar->offset.in_mm() << " in " << job.blank.diameter.actual().in_mm()
                             << " misses by " << landing.miss.in_mm() << "\n";
                    // On a shoulder a hair decides which of two surfaces the hole is in.
                    if (!job.blank.bar.shoulders.empty() &&
                        abs(hole.bar->along - job.blank.bar.shoulders[0].at) < mm(0.5))
                        continue;
                    RC_ASSERT(landing.miss <= step * 3.0 + angle_rounding(job, plan) * 2.5 + mm(0.001));
                }
            }
        });
    }
};

QTEST_APPLESS_MAIN(TestBarRoutes)
#include "test_bar_routes.moc"
