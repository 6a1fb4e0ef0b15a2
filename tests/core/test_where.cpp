// Where a piece stands at a glance, against what its log and its list say.
#include "bench/where.h"
#include "support/jobs.h"
#include "support/many_faces.h"
#include "support/person.h"

using namespace clockface;
using namespace clockface::testing;

class TestWhere : public QObject {
    Q_OBJECT
private slots:
    // Half walked through, jumps and spoiled holes among it: a row is finished where nothing lacks, and no sooner.
    void a_row_is_finished_where_nothing_lacks() {
        int finished = 0, begun = 0;
        holds("a row is finished where nothing lacks", [&] {
            Job job = *any_job_of_faces();
            at_hand(job).machine = *rc::gen::element<std::string>("Metric mill", "Readout mill", "Drill press");
            Person person(job);
            const SetupPlan& plan = person.plan();
            if (plan.holes.empty())
                return;
            const int tasks = static_cast<int>(person.state().tasks.size());
            const int moves = *rc::gen::arbitrary<bool>() ? 3000 : *rc::gen::inRange(0, 2 * tasks + 1);
            for (int i = 0; i < moves && person.state().now(); ++i) {
                const Hole& any =
                    plan.holes[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(plan.holes.size())))];
                const int what = i < 60 ? *rc::gen::inRange(0, 30) : 30;
                if (what == 0)
                    person.piece = with_jump(person.piece, plan.setup, id_of(job, any), ++person.time);
                else if (what == 1)
                    person.piece = with_spoiled(person.piece, id_of(job, any), ++person.time);
                else
                    person.next();
            }
            const BenchState state = person.state();
            const WorkDone done = work_done(person.piece);
            const WhereGrid grid = where_grid(person.job, plan, person.piece, state);
            RC_ASSERT(grid.holes.size() == plan.holes.size());
            std::set<int> seen;
            int at_hand_cells = 0, done_cells = 0;
            for (const HoleRow& row : grid.holes) {
                RC_ASSERT(seen.insert(row.hole).second && row.cells.size() == grid.columns.size());
                bool all_done = true;
                for (const CellState cell : row.cells) {
                    all_done = all_done && (cell == CellState::Done || cell == CellState::NotWanted);
                    at_hand_cells += cell == CellState::AtHand ? 1 : 0;
                    done_cells += cell == CellState::Done ? 1 : 0;
                }
                const bool nothing_lacks = lacking(person.job, plan, row.hole, done).empty();
                RC_ASSERT(all_done == nothing_lacks);
                ++(nothing_lacks ? finished : begun);
            }
            RC_ASSERT(at_hand_cells <= 1 && (state.now() || at_hand_cells == 0));
            RC_ASSERT(grid.pieces.size() == 1u);
            int counted = 0;
            for (const PieceRow::Count& each : grid.pieces.front().counts)
                counted += each.done;
            RC_ASSERT(counted == done_cells);
            RC_ASSERT(grid.pieces.front().spoiled == static_cast<int>(done.spoiled.size()));
        });
        QVERIFY2(finished > 20 && begun > 20, qPrintable(QString("%1 %2").arg(finished).arg(begun)));
    }
    // Of three pieces the second lacks one hole: its row alone is not finished.
    void the_one_missed_of_one_piece() {
        Job job = plate_job();
        job.patterns = {row("A", 20, 20, 4, 20, 0, 6.0)};
        job.pieces = 3;
        job = with_ids(job);
        at_hand(job).machine = "Readout mill";
        for (int number = 1; number <= 3; ++number) {
            Person person(job);
            person.piece.number = number;
            person.time += number * 1000;
            person.approach();
            Piece piece = person.piece;
            if (number == 2) // the drill of A3 was taken back
                for (const Event& event : std::vector<Event>(piece.log))
                    if (const auto* done = std::get_if<Done>(&event.what);
                        done && done->deed.what == "drill" && done->deed.hole == id_of(job, person.plan().holes[2]))
                        piece.log.push_back({piece.log.back().id + 1, ++person.time, TakenBack{event.id}});
            job.begun.push_back(piece);
        }
        Person person(job);
        person.piece = job.begun[1];
        const WhereGrid grid = where_grid(job, person.plan(), person.piece, person.state());
        QCOMPARE(grid.pieces.size(), std::size_t(3));
        QVERIFY(grid.pieces[0].finished() && !grid.pieces[1].finished() && grid.pieces[2].finished());
        const auto drill = std::find(grid.columns.begin(), grid.columns.end(), StepKind::Drill) - grid.columns.begin();
        QCOMPARE(grid.pieces[1].counts[static_cast<std::size_t>(drill)].done, 3);
        for (const HoleRow& each : grid.holes)
            QCOMPARE(each.cells[static_cast<std::size_t>(drill)] == CellState::Done, each.name != "A3");
    }
    void words() {
        QCOMPARE(in_words(CellState::AtHand), std::string("at hand"));
        QVERIFY(in_words(CellState::NotWanted).empty());
    }
};

QTEST_GUILESS_MAIN(TestWhere)
#include "test_where.moc"
