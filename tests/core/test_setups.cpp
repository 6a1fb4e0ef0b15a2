// Set-ups: what the program proposes, how the steps of the holes are shared out, and the plan over all faces.
#include "bench/tasks.h"
#include "formats/job_json.h"
#include "layout/validate.h"
#include "measure/fingerprint.h"
#include "ordering/route.h"
#include "plan/makers.h"
#include "plan/plan.h"
#include "shop/hole_words.h"
#include "support/findings.h"
#include "support/jobs.h"
#include "support/many_faces.h"

#include <algorithm>
#include <map>

using namespace clockface;
using namespace clockface::testing;

namespace {

Job block() {
    Job job = plate_job();
    job.blank.shape = BlankShape::Block;
    job.blank.thickness = mm(30);
    job.patterns = {single("A", 20, 20), single("B", 60, 12)};
    job.patterns[1].face = Face::Front;
    return with_proposed_setups(with_ids(job));
}

std::vector<Face> faces_up(const Job& job) {
    std::vector<Face> faces;
    for (const Setup& each : job.setups)
        faces.push_back(each.up);
    return faces;
}

using StepOf = std::tuple<HoleId, std::string, std::string>; // hole, step, cutter

// How often each step is made, over the lists of all set-ups.
std::map<StepOf, int> made_in(const Job& job, const Plan& plan) {
    std::map<StepOf, int> made;
    each_setup(job, plan, [&](const Job& there, const SetupPlan& each) {
        for (const Task& task : tasks_of(there, each, each.route))
            if (task.deed.act == Act::Cut)
                ++made[{*task.deed.hole, task.deed.what, task.deed.with}];
    });
    return made;
}

// What the holes need, from their chains alone.
std::map<StepOf, int> needed_by(const Job& job, const Plan& plan) {
    std::map<StepOf, int> needed;
    each_setup(job, plan, [&](const Job& there, const SetupPlan& each) {
        for (std::size_t i = 0; i < each.holes.size(); ++i)
            for (const CutStep& step : each.chains()[static_cast<std::size_t>(each.kind_of[i])].steps)
                if (!step.skipped)
                    needed[{id_of(there, each.holes[i]), step.name, step.cutter.name}] = 1;
    });
    return needed;
}

template <class T> void mutate(T& value);

template <class T> void mutate_part(std::vector<T>& list) {
    list.push_back({});
}
template <class T> void mutate_part(std::optional<T>& value) {
    value = value ? std::nullopt : std::optional<T>(T{});
}
void mutate_part(Point& point) {
    point.y += mm(0.5);
}
void mutate_part(Finder& finder) {
    finder.repeats += mm(0.5);
}
template <class T> void mutate(T& value) {
    if constexpr (std::is_same_v<T, bool>)
        value = !value;
    else if constexpr (std::is_enum_v<T>)
        value = static_cast<T>(static_cast<int>(value) == 0 ? 1 : 0);
    else if constexpr (std::is_arithmetic_v<T>)
        value += 1;
    else if constexpr (std::is_same_v<T, Length>)
        value += mm(0.5);
    else if constexpr (std::is_same_v<T, Angle>)
        value = value + deg(0.5);
    else if constexpr (std::is_same_v<T, std::string>)
        value += "x";
    else
        mutate_part(value);
}

std::string mark_of(const Action& action) {
    Route route;
    route.list = {{action, -1}};
    return fingerprint(route);
}

// Every field of one kind of instruction, changed in turn.
template <class Kind> void change_each_field() {
    const Kind plain{};
    std::size_t field_number = 0;
    boost::pfr::for_each_field(plain, [&](const auto&) {
        Kind changed = plain;
        std::size_t at = 0;
        boost::pfr::for_each_field(changed, [&](auto& field) {
            if (at++ == field_number)
                mutate(field);
        });
        QVERIFY(!(changed == plain));
        QVERIFY2(mark_of(changed) != mark_of(plain), typeid(Kind).name());
        ++field_number;
    });
}

template <std::size_t... I> void change_each_kind(std::index_sequence<I...>) {
    (change_each_field<std::variant_alternative_t<I, Action>>(), ...);
}

} // namespace

class TestSetups : public QObject {
    Q_OBJECT
private slots:
    void a_flat_part_has_one() {
        const Job job = with_proposed_setups(flange());
        QCOMPARE(job.setups.size(), 1U);
        QVERIFY(at_hand(job).up == Face::Top && std::holds_alternative<TheRest>(at_hand(job).makes));
    }
    void each_face_with_holes_has_one() {
        Job job = block();
        QCOMPARE(faces_up(job), (std::vector<Face>{Face::Top, Face::Front}));
        const int front = job.setups[1].id;
        at_hand(job).machine = "Readout mill";
        job.setups[1].order.walk_first = true;
        job.patterns.push_back(single("C", 10, 10));
        job.patterns.back().face = Face::Left;
        job = with_proposed_setups(with_ids(job));
        QCOMPARE(faces_up(job), (std::vector<Face>{Face::Top, Face::Front, Face::Left}));
        QCOMPARE(job.setups[1].id, front); // what is known of a set-up stays
        QVERIFY(job.setups[1].order.walk_first);
        QCOMPARE(job.setups[2].machine.name, std::string("Readout mill")); // new ones work on the first's machine
        job.patterns.erase(job.patterns.begin() + 1);
        job = with_proposed_setups(job);
        QCOMPARE(faces_up(job), (std::vector<Face>{Face::Top, Face::Left}));
        QVERIFY(!first_fault(job));
    }
    void the_face_that_is_looked_at_has_one() {
        const Job job = with_proposed_setups(with_face_up(block(), Face::Back));
        QCOMPARE(faces_up(job), (std::vector<Face>{Face::Top, Face::Front, Face::Back}));
        const Job back = with_proposed_setups(with_setup(job, job.setups[0].id));
        QCOMPARE(faces_up(back), (std::vector<Face>{Face::Top, Face::Front}));
    }
    void handwork_may_stand_apart() {
        Job job = block();
        job.patterns[0].hole = read_hole_size("M5", Unit::Millimetre)->spec;
        job.handwork_apart = true;
        job = with_proposed_setups(job);
        QCOMPARE(job.setups.size(), 4U);
        QCOMPARE(in_words(job, job.setups[2]), std::string("top, by hand"));
        const Plan plan = make_plan(job, default_shop());
        for (const Instruction& each : plan.of(job.setups[0].id).route.list)
            QVERIFY(!std::holds_alternative<WorkByHand>(each.action));
        const SetupPlan& hands = plan.of(job.setups[2].id);
        QVERIFY(!hands.route.list.empty());
        for (const Instruction& each : hands.route.list)
            QVERIFY(std::holds_alternative<WorkByHand>(each.action));
        QVERIFY(hands.run.complaints.empty());
    }
    void the_users_own_list_is_left_alone() {
        Job job = block();
        job.own_setups = true;
        job.setups.erase(job.setups.begin() + 1);
        QCOMPARE(with_proposed_setups(job).setups.size(), 1U);
        const auto findings = make_plan(job, default_shop()).findings;
        const auto unmade = std::find_if(findings.begin(), findings.end(),
                                         [](const Finding& each) { return each.kind == FindingKind::NotMade; });
        QVERIFY(unmade != findings.end() && unmade->grade == Grade::Stop);
        QVERIFY(unmade->sentence.find("No set-up has the front up, so B is not made") == 0);
    }
    void set_ups_in_the_wrong_order_are_told() {
        Job job = block();
        job.patterns[0].hole = read_hole_size("M5", Unit::Millimetre)->spec;
        job.own_setups = true;
        job.setups.insert(job.setups.begin(), Setup{job.next_id++, "", Face::Top, {}, Handwork{}, {}});
        QVERIFY(!first_fault(job));
        const auto findings = make_plan(job, default_shop()).findings;
        QVERIFY(std::any_of(findings.begin(), findings.end(),
                            [](const Finding& each) { return each.kind == FindingKind::TooEarly; }));
    }
    void the_front_hole_of_the_block_has_its_drill() {
        const Job job = load_job(SOURCE_FOLDER "/demo/fly-bearing-block.clockface.json").value();
        const Plan plan = make_plan(job, default_shop());
        QCOMPARE(plan.setups.size(), 2U);
        const auto& front = plan.of(job.setups[1].id);
        QCOMPARE(front.holes.size(), 1U);
        QVERIFY(!front.route.list.empty() && front.run.complaints.empty());
        const CutStep* drill = front.chains()[static_cast<std::size_t>(front.kind_of[0])].last(StepKind::Drill);
        QVERIFY(drill);
        QCOMPARE(std::count_if(plan.cutting->list.lines.begin(), plan.cutting->list.lines.end(),
                               [&](const FetchLine& line) { return line.cutter.name == drill->cutter.name; }),
                 1);
    }
    void every_step_is_made_once_and_its_cutter_fetched() {
        holds("over any faces and any sharing out", [](void) {
            const Job job = *any_job_of_faces();
            RC_ASSERT(!first_fault(job).has_value());
            const Plan plan = make_plan(job, default_shop());
            const auto made = made_in(job, plan);
            RC_ASSERT(made == needed_by(job, plan));
            std::set<std::string> fetched;
            for (const FetchLine& line : plan.cutting->list.lines)
                RC_ASSERT(fetched.insert(line.cutter.name).second); // each once
            for (const auto& [step, times] : made)
                RC_ASSERT(fetched.contains(std::get<2>(step)));
            for (const SetupPlan& each : plan.setups)
                if (!each.run.complaints.empty()) // only what the findings say too: made too early, or into a vise
                    RC_ASSERT(std::any_of(plan.findings.begin(), plan.findings.end(), [](const Finding& found) {
                        return found.kind == FindingKind::TooEarly || found.kind == FindingKind::DrillsHolding ||
                               found.kind == FindingKind::NotHeld;
                    }));
        });
    }
    void the_set_up_at_hand_changes_no_list() {
        holds("the same plan whatever is looked at", [](void) {
            const Job job = *any_job_of_faces();
            const Job other = with_setup(job, (*rc::gen::elementOf(job.setups)).id);
            const Plan here = make_plan(job, default_shop()), there = make_plan(other, default_shop());
            for (const SetupPlan& each : here.setups)
                RC_ASSERT(each.fingerprint == there.of(each.setup).fingerprint);
        });
    }
    void ids_are_never_given_twice() {
        Job job = block();
        const int first = job.patterns[1].id;
        job.begun = {Piece{1, "", {{1, 0, Done{{1, Act::Cut, HoleId{job.next_id + 4, 1}, "drill", "", 0}, {}}}}, {}}};
        job.patterns.push_back(job.patterns[1]); // copied with its id
        job.patterns.back().name = "C";
        job.patterns.back().layout = SinglePattern{{mm(80), mm(12)}};
        const int next = job.next_id;
        job = with_ids(job);
        QCOMPARE(job.patterns[1].id, first);
        QCOMPARE(job.patterns[2].id, next + 5); // above the one the log speaks of
        QCOMPARE(with_ids(job), job);
    }
    void machines_are_known_by_their_ids() {
        Shop shop = default_shop();
        const MachineRef mill = ref(shop.machines[2]);
        QCOMPARE(mill.id, std::string("readout-mill"));
        shop.machines[2].name = "The long mill";
        QCOMPARE(shop.find(mill)->name, std::string("The long mill"));
        shop.machines.push_back({"Readout mill", "", DrillPress{}});
        shop = with_ids(shop);
        QCOMPARE(shop.machines.back().id, std::string("readout-mill-2"));
        QCOMPARE(shop.find(mill)->name, std::string("The long mill"));
        QCOMPARE(shop.find(MachineRef("Readout mill"))->id, std::string("readout-mill-2")); // as a person says it
        QVERIFY(!shop.find(MachineRef("somebody-elses", "Lathe")));
    }
    void a_list_is_recognised_by_every_figure_of_it() {
        change_each_kind(std::make_index_sequence<std::variant_size_v<Action>>());
        SetPacking packing;
        packing.pieces = {mm(10), mm(20)};
        SetPacking swapped = packing;
        swapped.pieces = {mm(12), mm(18)}; // as many, and as much in all
        QVERIFY(mark_of(packing) != mark_of(swapped));
    }
};

QTEST_GUILESS_MAIN(TestSetups)
#include "test_setups.moc"
