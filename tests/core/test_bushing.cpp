// Cutters agree with the jig that is taken: a bushing guides one drill, and what else a hole wants comes before or
// after.
#include "cutting/bushing.h"
#include "plan/plan.h"
#include "support/bars.h"
#include "support/jobs.h"

#include <QTest>
#include <random>
#include <set>

using namespace clockface;
using namespace clockface::testing;

namespace {

Pattern across(const std::string& name, double along, double bearing, HoleSpec hole, TopWay top) {
    BarPattern bar;
    bar.along = mm(along);
    bar.at = deg(bearing);
    Pattern pattern;
    pattern.name = name;
    pattern.layout = bar;
    pattern.hole = std::move(hole);
    pattern.top = top;
    return pattern;
}

HoleSpec plain(double diameter) {
    HoleSpec hole;
    hole.diameter = mm(diameter);
    return hole;
}
HoleSpec tapped(double diameter, const std::string& thread) {
    return {Purpose::Tapped, mm(diameter), thread, std::nullopt};
}

Job bar_job(double diameter, std::vector<Pattern> patterns, const char* machine = "Drill press") {
    Job job;
    job.blank.shape = BlankShape::RoundBar;
    job.blank.diameter = {mm(diameter), {}};
    job.blank.width = {mm(140), {}};
    job.blank.material = "mild steel";
    job.datum.place = DatumPlace::LeftEdge;
    at_hand(job).machine = machine;
    job.patterns = std::move(patterns);
    return with_ids(job);
}

Shop shop_with_lathe() {
    Shop shop = default_shop();
    shop.kit.lathe = true;
    return shop;
}

bool complains(const SimulatedRun& run, const std::string& of) {
    return std::any_of(run.complaints.begin(), run.complaints.end(),
                       [&](const std::string& each) { return each.find(of) != std::string::npos; });
}

// The list as it would be were there no bushing, carried out where there is one.
SimulatedRun run_of_list_without(const Job& job, const Shop& shop, const SetupPlan& plan) {
    WorkNeeds needs = work_needs(job, plan);
    needs.guided = false;
    const Route route = route_for(job, shop, plan, work_order(needs));
    const Workplace place = workplace_of(plan);
    Conditions conditions;
    conditions.workplace = &place;
    return carry_out(route, plan.machine, job, plan.holes, conditions);
}

} // namespace

class TestBushing : public QObject {
    Q_OBJECT
private slots:
    // M5 is drilled 4.3 in mild steel, that is the bushing's bore. The centre drill is wider than it; the tap follows
    // outside.
    void one_drill_goes_through() {
        const Job job = bar_job(24, {across("A", 30, 90, tapped(5, "M5"), TopWay::Jig)});
        const SetupPlan plan = plan_at_hand(job, shop_with_lathe());
        QVERIFY(plan.held.guided);
        const Chain& chain = plan.chain_of(0);
        QVERIFY2(bushing_for(chain) && same(*bushing_for(chain), mm(4.3)),
                 chain.last(StepKind::Drill)->cutter.name.c_str());
        int guided = 0, taps = 0;
        for (std::size_t i = 0; i < chain.steps.size(); ++i) {
            const UnderBushing what = under_bushing(chain, static_cast<int>(i));
            if (chain.steps[i].kind == StepKind::Start)
                QVERIFY(what == UnderBushing::LeftOut);
            if (chain.steps[i].kind == StepKind::Tap) {
                QVERIFY(what == UnderBushing::Afterwards);
                ++taps;
            }
            if (what == UnderBushing::Guided) {
                QCOMPARE(chain.steps[i].cutter.name, std::string("4.3 mm drill"));
                ++guided;
            }
        }
        QVERIFY(guided == 1 && taps > 0);
        for (const std::string words : {"A bushing bored 4.3 mm starts and guides the drill.", "centre drill",
                                        "Once the bar is out this follows: ", "M5"})
            QVERIFY2(plan.held.through_bushing.find(words) != std::string::npos, plan.held.through_bushing.c_str());
        // A hole that is only spotted has no drill, so nothing guides it and nothing is left out.
        Chain spotted = chain;
        std::erase_if(spotted.steps, [](const CutStep& step) { return step.kind != StepKind::Start; });
        QVERIFY(!bushing_for(spotted));
        QVERIFY(bushing_advice({spotted}, {0}, Unit::Millimetre).empty());
    }

    // The jig has its own stop and its bushings stand where the holes are wanted: fence and stop of the press are not
    // set, and every hole comes where it should.
    void no_second_stop() {
        const Shop shop = shop_with_lathe();
        const Job job =
            bar_job(24, {across("A", 30, 90, plain(6), TopWay::Jig), across("B", 75, 90, plain(6), TopWay::Jig)});
        const SetupPlan plan = plan_at_hand(job, shop);
        for (const Instruction& each : plan.route.list)
            QVERIFY(!std::holds_alternative<SetPacking>(each.action));
        QVERIFY2(plan.run.complaints.empty(), plan.run.complaints.empty() ? "" : plan.run.complaints.front().c_str());
        QVERIFY(plan.run.worst() && plan.run.worst()->miss < mm(1e-9));
        // In a vee against the fence both are set.
        const Job vee = bar_job(24, {across("A", 30, 90, plain(6), TopWay::VeeAndFence)});
        int set = 0;
        for (const Instruction& each : plan_at_hand(vee, shop).route.list)
            set += std::holds_alternative<SetPacking>(each.action) ? 1 : 0;
        QCOMPARE(set, 2);
    }

    // The arbor of the demo, its side in a jig and under bushings: nothing meets them, and nothing of its holes is
    // lost.
    void the_winding_arbor() {
        const Shop shop = shop_with_lathe();
        for (const TopWay top : {TopWay::Jig, TopWay::Bushing}) {
            Job job = arbor();
            for (Pattern& each : job.patterns)
                each.top = top;
            const SetupPlan plan = plan_at_hand(with_ids(job), shop);
            QVERIFY(plan.held.guided && plan.holes.size() > 5);
            QVERIFY2(!complains(plan.run, "bushing"),
                     plan.run.complaints.empty() ? "" : plan.run.complaints[0].c_str());
            QVERIFY(complains(run_of_list_without(with_ids(job), shop, plan), "does not go through the bushing"));
            QVERIFY2(plan.held.through_bushing.find("Bushings bored ") == 0, plan.held.through_bushing.c_str());
        }
    }

    // On random bars, in a jig or under a bushing: no cutter but the drill of a hole meets its bushing, all that is not
    // left out is made, and the simulated machine says so; the list of before is caught wherever it would jam.
    void run_finds_what_does_not_go_through() {
        std::mt19937 engine(31);
        const auto chance = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(engine); };
        const Shop shop = shop_with_lathe();
        const HoleSpec specs[] = {plain(3.5), plain(6.2), plain(11), tapped(5, "M5"), tapped(8, "M8")};
        int jammed = 0, loose = 0;
        for (int i = 0; i < 120; ++i) {
            const TopWay top = i % 3 == 0 ? TopWay::Bushing : TopWay::Jig;
            std::vector<Pattern> patterns;
            for (int k = 0; k <= i % 3; ++k)
                patterns.push_back(across(std::string(1, static_cast<char>('A' + k)), 20 + 45 * k + chance(-5, 5), 90,
                                          specs[static_cast<std::size_t>((i + k) % 5)], top));
            const Job job = bar_job(chance(22, 38), std::move(patterns), i % 2 ? "Drill press" : "Readout mill");
            const SetupPlan plan = plan_at_hand(job, shop);
            if (!plan.held.guided)
                continue;
            QVERIFY2(!complains(plan.run, "bushing"),
                     plan.run.complaints.empty() ? "" : plan.run.complaints[0].c_str());
            std::set<std::pair<int, std::string>> done;
            for (const Instruction& each : plan.route.list) {
                if (const auto* cut = std::get_if<DrillHole>(&each.action)) {
                    const Chain& chain = plan.chain_of(static_cast<std::size_t>(each.hole));
                    const CutStep& step = chain.steps[static_cast<std::size_t>(cut->step)];
                    QVERIFY(same(step.cutter.actual(), *bushing_for(chain)));
                    done.emplace(each.hole, step.name);
                } else if (const auto* hands = std::get_if<WorkByHand>(&each.action)) {
                    for (const int hole : hands->holes)
                        done.emplace(hole, hands->step);
                }
            }
            bool narrower = false, wider = false;
            for (std::size_t h = 0; h < plan.holes.size(); ++h) {
                const Chain& chain = plan.chain_of(h);
                const Length bore = *bushing_for(chain);
                const CutStep* last = chain.last(StepKind::Drill);
                for (const CutStep& step : chain.steps) {
                    const bool before =
                        !step.skipped && (step.kind == StepKind::Start || step.kind == StepKind::Pilot ||
                                          (step.kind == StepKind::Drill && &step != last));
                    QCOMPARE(done.contains({static_cast<int>(h), step.name}), !step.skipped && !before);
                    if (before)
                        (step.cutter.actual() > bore ? wider : narrower) = true;
                }
            }
            const SimulatedRun planted = run_of_list_without(job, shop, plan);
            if (wider)
                QVERIFY(complains(planted, "does not go through the bushing"));
            if (narrower)
                QVERIFY(complains(planted, "is loose in the bushing"));
            jammed += wider ? 1 : 0;
            loose += narrower ? 1 : 0;
        }
        QVERIFY2(jammed > 3 && loose > 15, qPrintable(QString("%1 %2").arg(jammed).arg(loose)));
    }
};

QTEST_APPLESS_MAIN(TestBushing)
#include "test_bushing.moc"
