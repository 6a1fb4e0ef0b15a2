// Every demo job walked to its last move on every machine, with jumps, steps back, the job put down and read again and
// the order changed half way; and the log carried out on the simulated machine.
#include "bench/cards.h"
#include "bench/gates.h"
#include "formats/job_json.h"
#include "layout/validate.h"
#include "support/jobs.h"
#include "support/person.h"

#include <random>
#include <set>

using namespace clockface;
using namespace clockface::testing;

namespace {

struct Dice {
    std::mt19937 engine;
    int operator()(int below) { return static_cast<int>(engine() % static_cast<unsigned>(below)); }
};

// Machines that leave nothing on the work until a hole is cut, and on which zero is found again after a jump.
bool keeps_no_marks(const Machine& machine) {
    return std::holds_alternative<Handwheels>(machine.kind) || std::holds_alternative<Readout>(machine.kind);
}

} // namespace

class TestBenchWalks : public QObject {
    Q_OBJECT
private slots:
    void walked_to_the_last_move_data() {
        QTest::addColumn<QString>("machine");
        for (const char* demo : {"bell-crank-bracket", "bell-hammer-straps", "dial-centre-flange", "dial-stay-brackets",
                                 "fly-bearing-block", "motion-work-plate", "winding-arbor"})
            for (const Machine& machine : default_shop().machines)
                QTest::addRow("%s/%s", demo, machine.name.c_str()) << QString::fromStdString(machine.name);
    }
    void walked_to_the_last_move() {
        QFETCH(QString, machine);
        const QString tag = QTest::currentDataTag();
        const auto demo =
            load_job((QString(SOURCE_FOLDER "/demo/") + tag.section('/', 0, 0) + ".clockface.json").toStdString());
        QVERIFY(demo);
        unsigned seed = 7;
        for (const QChar each : tag)
            seed = seed * 31 + each.unicode();
        Dice dice{std::mt19937(seed)};
        for (const Setup& setup : demo->setups) {
            Job job = with_setup(*demo, setup.id);
            at_hand(job).machine = machine.toStdString();
            job.begun.clear();
            if (first_fault(job))
                continue;
            Person person(job);
            const std::size_t all = person.state().tasks.size();
            const std::size_t half = all / 2;
            Route played;
            std::map<std::pair<int, int>, int> wanted; // cuts of the machine, by hole and step
            bool put_down = false, changed = false;
            std::set<GateKind> asked;
            for (std::size_t keys = 0; keys < 4 * all + 200 && person.state().now(); ++keys) {
                const BenchState state = person.state();
                const CardSize size = dice(4) == 0 ? CardSize::Move : usual_card_size(person.plan().machine.kind);
                if (const auto gate = gate_at(person.job, person.plan(), person.shop.customs, state, size))
                    asked.insert(gate->kind);
                if (keys > 5 && keys < 60 && !person.plan().holes.empty() && dice(12) == 0) {
                    const auto to = static_cast<std::size_t>(dice(static_cast<int>(person.plan().holes.size())));
                    person.piece = with_jump(person.piece, person.plan().setup,
                                             id_of(person.job, person.plan().holes[to]), ++person.time);
                    continue;
                }
                if (!put_down && keys > half / 2) { // killed: what was written is read again
                    put_down = true;
                    Job kept = person.job;
                    kept.begun = {person.piece};
                    const auto read = job_from_json(job_to_json(kept));
                    QVERIFY(read && read->begun.size() == 1);
                    person.piece = read->begun.front();
                    QCOMPARE(person.state().next, state.next);
                    QVERIFY(person.state().now()->deed == state.now()->deed);
                }
                if (!changed && keys > half && keeps_no_marks(person.plan().machine)) {
                    changed = true;
                    OrderWishes& order = at_hand(person.job).order;
                    order.holes = order.holes == HoleOrder::AsDrawn ? HoleOrder::LeastWork : HoleOrder::AsDrawn;
                    continue;
                }
                const auto card = card_at_hand(state, size);
                QVERIFY(card);
                const WorkDone so_far = work_done(person.piece);
                for (int i = state.next; i < card->end; ++i) {
                    const Task& task = state.tasks[static_cast<std::size_t>(i)];
                    if (i > state.next && task.deed.act == Act::Cut && so_far.has(task))
                        continue; // it is behind already
                    Instruction move = state.list.list[static_cast<std::size_t>(task.move)];
                    if (auto* by_hand = std::get_if<WorkByHand>(&move.action))
                        by_hand->holes = {task.hole};
                    if (const auto* drill = std::get_if<DrillHole>(&move.action))
                        ++wanted[{move.hole, drill->step}];
                    played.list.push_back(move);
                }
                person.piece = with_card_done(person.piece, state, size, ++person.time);
            }
            QVERIFY2(person.state().finished(), qPrintable(tag));
            // Nothing is lost and nothing is done twice.
            for (const auto& [what, times] : person.cuts())
                QVERIFY2(times == 1, what.c_str());
            const WorkDone done = work_done(person.piece);
            for (const BenchState finished = person.state(); const Task& task : finished.tasks)
                if (task.deed.act == Act::Cut)
                    QVERIFY(done.has(task));
            if (std::any_of(played.list.begin(), played.list.end(),
                            [](const Instruction& each) { return std::holds_alternative<ChangeCutter>(each.action); }))
                QVERIFY(asked.contains(GateKind::HeldKeyOut));
            if (!keeps_no_marks(person.plan().machine) || person.job.blank.on_side())
                continue;
            const SimulatedRun run = carry_out(played, person.plan().machine, person.job, person.plan().holes);
            for (const Landing& landing : run.landings)
                if (!landing.touch) {
                    QVERIFY2(landing.miss < mm(0.06), qPrintable(tag));
                    --wanted[{landing.hole, landing.step}];
                }
            for (const auto& [step, times] : wanted)
                QCOMPARE(times, 0);
        }
    }
};

QTEST_GUILESS_MAIN(TestBenchWalks)
#include "test_bench_walks.moc"
