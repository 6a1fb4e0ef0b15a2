// What the simulated machine refuses: each fault is planted in a list or in what stands around, and must be complained
// of.
#include "formats/job_json.h"
#include "plan/plan.h"
#include "support/jobs.h"

#include <QTest>

using namespace clockface;
using namespace clockface::testing;

namespace {

Job tapped_plate(const std::string& machine) {
    Job job;
    job.blank.shape = BlankShape::Plate;
    job.blank.width = {mm(100), {}};
    job.blank.height = {mm(60), {}};
    job.blank.thickness = mm(19);
    job.datum.place = DatumPlace::LowerLeft;
    at_hand(job).machine = machine;
    at_hand(job).holding.in = "wide vise";
    at_hand(job).holding.parallels = "3x26"; // they leave a clear way at 30 from each jaw
    job.patterns = {single("A", 30, 30, 6)};
    job.patterns[0].hole = {Purpose::Tapped, mm(6), "M6", std::nullopt};
    return with_ids(job);
}

SimulatedRun run_of(const Job& job, const SetupPlan& plan, const Route& route) {
    const Workplace place = workplace_of(plan);
    Conditions conditions;
    conditions.workplace = &place;
    return carry_out(route, plan.machine, job, plan.holes, conditions);
}

bool complains(const SimulatedRun& run, const std::string& of) {
    return std::any_of(run.complaints.begin(), run.complaints.end(),
                       [&](const std::string& each) { return each.find(of) != std::string::npos; });
}

template <class Gone> Route without(Route route, const Gone& gone) {
    std::erase_if(route.list, gone);
    return route;
}
bool is_change(const Instruction& each) {
    return std::holds_alternative<ChangeCutter>(each.action);
}

} // namespace

class TestWatch : public QObject {
    Q_OBJECT
private slots:
    void the_pin_is_still_in_the_chuck() {
        const Job job = tapped_plate("Drill press");
        const SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY2(plan.run.complaints.empty(), plan.run.complaints.empty() ? "" : plan.run.complaints.front().c_str());
        QVERIFY(complains(run_of(job, plan, without(plan.route, is_change)), "the pin is still in the chuck"));
        // The list of old: the cutter first, then the pin, then the hole.
        Route old = plan.route;
        const auto change = std::find_if(old.list.begin(), old.list.end(), is_change);
        std::rotate(old.list.begin(), change, change + 1);
        QVERIFY(complains(run_of(job, plan, old), "the pin is still in the chuck"));
    }
    void the_finder_is_still_in_the_chuck() {
        const Job job = tapped_plate("Readout mill");
        const SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY2(plan.run.complaints.empty(), plan.run.complaints.empty() ? "" : plan.run.complaints.front().c_str());
        QVERIFY(complains(run_of(job, plan, without(plan.route, is_change)), "the finder is still in the chuck"));
    }

    // The tap needs its hole, by the machine or by hand.
    void nothing_is_tapped_that_is_not_drilled() {
        for (const char* machine : {"Readout mill", "Drill press"}) {
            const Job job = tapped_plate(machine);
            const SetupPlan plan = plan_at_hand(job, default_shop());
            const Chain& chain = plan.chain_of(0);
            const Route undrilled = without(plan.route, [&](const Instruction& each) {
                const auto* drill = std::get_if<DrillHole>(&each.action);
                return drill && chain.steps[static_cast<std::size_t>(drill->step)].kind == StepKind::Drill;
            });
            QVERIFY(undrilled.list.size() < plan.route.list.size());
            QVERIFY(complains(run_of(job, plan, undrilled), "A1 is not drilled yet"));
        }
    }
    // Handwork that stands after the machine finds its holes; before it, it does not.
    void earlier_set_ups_have_made_their_steps() {
        Job job = tapped_plate("Readout mill");
        Setup hands = at_hand(job);
        hands.id = 9;
        hands.makes = Handwork{};
        job.setups.push_back(hands);
        job.own_setups = true;
        Plan plan = make_plan(job, default_shop());
        QVERIFY(!plan.of(9).route.list.empty());
        QVERIFY(plan.of(9).run.complaints.empty());
        std::swap(job.setups[0], job.setups[1]);
        plan = make_plan(job, default_shop());
        QVERIFY(complains(plan.of(9).run, "is not drilled yet"));
    }

    // The same list in other holdings, each with something under the hole, and where nothing holds the work at all.
    void cutters_keep_out_of_what_holds_the_work() {
        const Job job = tapped_plate("Readout mill");
        SetupPlan plan = plan_at_hand(job, default_shop());
        const Held good = plan.held;
        QVERIFY(good.parallels);
        plan.held.parallels->thickness = mm(28); // the hole stands 30 from either jaw, its drill reaches 2.5 nearer
        QVERIFY(complains(run_of(job, plan, plan.route), "into a parallel"));
        plan.held = good;
        plan.held.parallels->height = mm(2);
        plan.held.vise->slot = {};
        QVERIFY2(complains(run_of(job, plan, plan.route), "into the bed of the vise"),
                 in_words(plan.beneath.front().what).c_str());
        plan.held = good;
        plan.held.across = mm(2); // the jaws close over the hole
        QVERIFY(complains(run_of(job, plan, plan.route), "into a jaw"));
        plan.held = good;
        plan.held.vise.reset();
        QVERIFY(complains(run_of(job, plan, plan.route), "into the table"));
        plan.held = {};
        QVERIFY(complains(run_of(job, plan, plan.route), "nothing holds the work"));
    }

    // A bar that was never laid is held by nothing; one let go before its end line was scribed has lost its bearings.
    void a_bar_is_laid_before_it_is_drilled() {
        const auto job = job_from_json(read_text(SOURCE_FOLDER "/demo/winding-arbor.clockface.json"));
        const SetupPlan plan = plan_at_hand(*job, default_shop());
        QVERIFY(plan.run.complaints.empty());
        const auto lays = [](const Instruction& each) { return std::holds_alternative<TurnBar>(each.action); };
        QVERIFY(complains(run_of(*job, plan, without(plan.route, lays)), "nothing holds the bar"));
        Route unscribed = plan.route;
        bool first = true;
        for (Instruction& each : unscribed.list)
            if (auto* turn = std::get_if<TurnBar>(&each.action)) {
                if (first) // the first laying is forgotten; the next goes by a line that is not there
                    *turn = TurnBar{.way = AngleWay::EndLine};
                first = false;
            }
        QVERIFY(complains(run_of(*job, plan, unscribed), "let go before the line across its end was scribed"));
    }

    // The same with a clamp over the hole, and a chuck that is wider than the way to the jaw beside it.
    void neither_clamp_nor_jaw_is_met_from_above() {
        Job job = tapped_plate("Readout mill");
        SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(plan.run.complaints.empty());
        plan.held.proud = mm(-90); // jaws that stand 90 above the work, 30 from the chuck's middle
        plan.held.chuck = mm(70);
        QVERIFY(complains(run_of(job, plan, plan.route), "the chuck comes down on a jaw"));
        plan.held.chuck = mm(40);
        QVERIFY(!complains(run_of(job, plan, plan.route), "the chuck comes down"));
        plan.held.vise.reset();
        plan.held.waste = mm(40);
        plan.held.clamps = {{WorkEdge::Left, 2}};
        plan.held.strap.reach = mm(35); // over the hole, 30 from the left edge
        QVERIFY(complains(run_of(job, plan, plan.route), "into a clamp"));
    }

    // What counts is where the hole comes out, not where it was meant: zero found on the wrong side puts it into the
    // parallel at the fixed jaw.
    void a_wrong_zero_is_drilled_into_the_parallel() {
        Job job = tapped_plate("Readout mill");
        job.patterns = {single("A", 30, 52, 5)};
        job = with_ids(job);
        const SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(plan.run.complaints.empty()); // 5.5 from the inner edge of the parallel, which is 3 thick
        Route wrong = plan.route;
        for (Instruction& each : wrong.list)
            if (auto* touch = std::get_if<TouchEdge>(&each.action); touch && touch->axis == Axis::Y)
                touch->figure -=
                    5000 /
                    static_cast<int>(std::lround(std::get<Readout>(plan.machine.kind).resolution.in_mm() * 1000.0));
        QVERIFY(complains(run_of(job, plan, wrong), "into a parallel"));
    }

    // Findings and run are two ways to the same answer: what is said to be drilled into is, and nothing else.
    void run_and_findings_agree() {
        int drilled = 0, clear = 0;
        // A poor shop: no boards, and one pair of thick parallels.
        Shop shop = default_shop();
        shop.holdings.waste.clear();
        shop.holdings.parallels = {{mm(14), mm(12), mm(140)}};
        holds("random jobs", [&] {
            const Job job = *any_job();
            const SetupPlan plan = plan_at_hand(with_ids(job), shop);
            bool found = false;
            for (const Beneath& under : plan.beneath)
                found = found || spoils(under.what);
            bool ran = false;
            for (const char* into : {"into a parallel", "into a jaw", "into the bed of the vise", "into the table",
                                     "into a clamp", "into the face of the chuck", "into the vee block",
                                     "into the collet block", "the chuck comes down on"})
                ran = ran || complains(plan.run, into);
            // A set-up that cuts nothing drills into nothing.
            RC_ASSERT(found == ran || plan.run.landings.empty());
            (found ? drilled : clear) += 1;
        });
        QVERIFY2(drilled > 5 && clear > 5, qPrintable(QString("%1 %2").arg(drilled).arg(clear)));
    }
};

QTEST_APPLESS_MAIN(TestWatch)
#include "test_watch.moc"
