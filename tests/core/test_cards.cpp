// Cards of the Bench: every task on one of them, one key a hole and cutter, and nothing lost on the way.
#include "bench/cards.h"
#include "plan/plan.h"
#include "support/jobs.h"
#include "support/many_faces.h"
#include "support/person.h"

#include <set>

using namespace clockface;
using namespace clockface::testing;

namespace {

Job flange_on(const std::string& machine) {
    Job job = flange();
    at_hand(job).machine = machine;
    return job;
}

const Action& action_of(const BenchState& state, int task) {
    return state.list.list[static_cast<std::size_t>(state.tasks[static_cast<std::size_t>(task)].move)].action;
}

std::multiset<Deed> deeds_of(const Piece& piece) {
    std::multiset<Deed> deeds;
    for (const Event* event : standing_events(piece))
        if (const auto* done = std::get_if<Done>(&event->what))
            deeds.insert(done->deed);
    return deeds;
}

} // namespace

class TestCards : public QObject {
    Q_OBJECT
private slots:
    void every_task_stands_on_one_card() {
        holds("every task stands on one card", [](void) {
            Job job = *any_job_of_faces();
            const std::vector<Machine> machines = default_shop().machines;
            at_hand(job).machine =
                machines[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(machines.size())))].name;
            Person person(job);
            const BenchState state = person.state();
            const std::vector<BenchCard> moves = cards_of(state, CardSize::Move),
                                         holes = cards_of(state, CardSize::Hole);
            RC_ASSERT(moves.size() == state.tasks.size());
            int next = 0;
            for (const BenchCard& card : holes) {
                RC_ASSERT(card.first == next && card.end > card.first);
                next = card.end;
                std::set<std::string> cutters;
                bool cut = false;
                for (int i = card.first; i < card.end; ++i) {
                    const Task& task = state.tasks[static_cast<std::size_t>(i)];
                    // Of what is set, laid or asked there is one on a card, and it is the last.
                    const bool is_last = task.deed.act != Act::Move && task.deed.act != Act::Cut;
                    RC_ASSERT(!is_last || i + 1 == card.end);
                    RC_ASSERT(task.hole == state.tasks[static_cast<std::size_t>(card.first)].hole);
                    RC_ASSERT(!cut || task.deed.act == Act::Cut); // no move on the same card after a cut
                    if (task.deed.act == Act::Cut) {
                        cut = true;
                        cutters.insert(task.deed.with);
                    }
                }
                RC_ASSERT(cutters.size() <= 1);
            }
            RC_ASSERT(next == static_cast<int>(state.tasks.size()));
        });
    }
    // Whatever is pressed (cards, single moves, back, sizes changed), the same is done in the end, and once.
    void walked_in_any_way_the_same_is_done() {
        holds("walked in any way the same is done", [](void) {
            Job job = *any_job_of_faces();
            at_hand(job).machine = *rc::gen::element<std::string>("Metric mill", "Readout mill", "Drill press",
                                                                  "Layout bench", "Rotary table");
            Person plainly(job);
            plainly.approach();
            Person person(job);
            for (int keys = 0; keys < 6000 && person.state().now(); ++keys) {
                const BenchState state = person.state();
                const CardSize size = *rc::gen::inRange(0, 5) == 0 ? CardSize::Move : CardSize::Hole;
                const int key = keys < 150 ? *rc::gen::inRange(0, 6) : 1;
                if (key == 0) {
                    const Piece before = person.piece;
                    person.piece = with_card_back(person.piece, state, size, ++person.time);
                    RC_ASSERT(deeds_of(person.piece).size() <= deeds_of(before).size());
                    RC_ASSERT(state.next == 0 || person.state().next < state.next);
                } else if (key == 2) {
                    person.next();
                    RC_ASSERT(person.state().next > state.next);
                } else {
                    const auto card = card_at_hand(state, size);
                    RC_ASSERT(card && card->first <= state.next && state.next < card->end);
                    person.piece = with_card_done(person.piece, state, size, ++person.time);
                    RC_ASSERT(person.state().next >= card->end);
                }
            }
            RC_ASSERT(person.state().finished());
            RC_ASSERT(deeds_of(person.piece) == deeds_of(plainly.piece));
        });
    }
    void back_from_a_card_is_where_it_began() {
        Person person(flange_on("Readout mill"));
        std::vector<int> began;
        for (int i = 0; i < 30; ++i) {
            began.push_back(person.state().next);
            person.piece = with_card_done(person.piece, person.state(), CardSize::Hole, ++person.time);
        }
        QVERIFY(person.state().next > 45); // not move by move
        while (!began.empty()) {
            person.piece = with_card_back(person.piece, person.state(), CardSize::Hole, ++person.time);
            QCOMPARE(person.state().next, began.back());
            began.pop_back();
        }
        QVERIFY(deeds_of(person.piece).empty());
        // Half of a card done is taken back to where it began.
        while (std::get_if<GoToReadout>(&action_of(person.state(), person.state().next)) == nullptr)
            person.next();
        const int at = person.state().next;
        person.next();
        QCOMPARE(person.state().next, at + 1);
        person.piece = with_card_back(person.piece, person.state(), CardSize::Hole, ++person.time);
        QCOMPARE(person.state().next, at);
    }
    // The flange on a readout: a key for each hole and cutter, each change of cutter, each touch that finds zero, each
    // hole done by hand and each check, and none besides.
    void a_key_for_each_hole_and_cutter() {
        Person person(flange_on("Readout mill"));
        const BenchState state = person.state();
        std::set<std::pair<int, std::string>> holes_and_cutters;
        int others = 0;
        for (int i = 0; i < static_cast<int>(state.tasks.size()); ++i) {
            const Task& task = state.tasks[static_cast<std::size_t>(i)];
            if (std::holds_alternative<DrillHole>(action_of(state, i)))
                holes_and_cutters.insert({task.hole, task.deed.with});
            else if (task.deed.act != Act::Move)
                ++others;
        }
        std::size_t keys = 0;
        for (; person.state().now(); ++keys)
            person.piece = with_card_done(person.piece, person.state(), CardSize::Hole, ++person.time);
        QVERIFY(holes_and_cutters.size() > 17);
        QCOMPARE(keys, holes_and_cutters.size() + static_cast<std::size_t>(others));
        QVERIFY2(keys < state.tasks.size() * 2 / 3, qPrintable(QString("%1 of %2").arg(keys).arg(state.tasks.size())));
    }
    void what_a_machine_is_usually_led_by() {
        for (const Machine& machine : default_shop().machines) {
            const bool by_figures =
                std::holds_alternative<Readout>(machine.kind) || std::holds_alternative<DrillPress>(machine.kind);
            QCOMPARE(usual_card_size(machine.kind), by_figures ? CardSize::Hole : CardSize::Move);
        }
    }
    // 4 mm through 40 mm: deeper than three diameters, so it is drawn out on the way.
    void the_lines_of_a_card() {
        Job job = plate_job();
        job.blank.thickness = mm(40);
        job.patterns = {row("A", 20, 20, 2, 25, 0, 4.0)};
        job = with_ids(job);
        at_hand(job).machine = "Readout mill";
        for (const Unit unit : {Unit::Millimetre, Unit::Inch}) {
            job.unit = unit;
            Person person(job);
            const BenchState state = person.state();
            const SetupPlan& plan = person.plan();
            int pecked = 0;
            for (const BenchCard& card : cards_of(state, CardSize::Hole)) {
                const std::vector<CardLine> lines = lines_of(job, plan, state, card);
                QCOMPARE(lines.empty(), card.end - card.first == 1);
                if (lines.empty())
                    continue;
                if (state.tasks[static_cast<std::size_t>(card.first)].hole < 0) { // to the corner, and a look
                    QCOMPARE(lines.size(), std::size_t(2));
                    QVERIFY(lines[0].words.starts_with("Go to the corner"));
                    continue;
                }
                QCOMPARE(lines.size(), std::size_t(4));
                QVERIFY(lines[0].words.starts_with("Go to A") && lines[0].task == card.first);
                QVERIFY(lines[1].words.starts_with("Lock both slides") && lines[1].task == -1);
                QCOMPARE(lines[2].task, card.end - 1);
                QVERIFY(lines[3].words.find("unlock") != std::string::npos);
                if (lines[2].pecks.empty())
                    continue;
                ++pecked;
                // The last is the tip's depth, all rise, none is deeper at one go than three diameters.
                double last = 0.0;
                for (const std::string& each : lines[2].pecks) {
                    const double depth = std::stod(each) * (unit == Unit::Inch ? 25.4 : 1.0);
                    QVERIFY(depth > last && depth - last < 12.05);
                    last = depth;
                }
                const Chain& chain = plan.chain_of(0);
                QVERIFY(std::fabs(last - chain.last(StepKind::Drill)->tip.in_mm()) < 0.02);
            }
            QCOMPARE(pecked, 2);
        }
    }
};

QTEST_GUILESS_MAIN(TestCards)
#include "test_cards.moc"
