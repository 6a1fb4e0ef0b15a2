// A batch walked at the Bench: every piece through every setting, put down and taken up, with steps back, a spoiled
// hole, a hole that was missed and pieces that come later; and what the machine did, carried out on the simulated one.
#include "bench/batch_walk.h"
#include "formats/job_json.h"
#include "support/jobs.h"

#include <QTest>
#include <map>
#include <random>
#include <set>

using namespace clockface;
using namespace clockface::testing;

namespace {

// The brackets of the demo: 87.4 x 31.6, the right end slanted; two holes that a turn over front-back brings to one
// place, and one on the middle line.
Job bracket(const std::string& machine, int pieces) {
    Job job = *load_job(SOURCE_FOLDER "/demo/dial-stay-brackets.clockface.json");
    job.pieces = pieces;
    at_hand(job).machine = machine;
    return job;
}

// Somebody who does what the state says, with a batch.
struct Worker {
    Shop shop = default_shop();
    Job job;
    std::int64_t time = 1775121300;
    Route machine; // what the machine was made to do, in its order
    struct Drilled {
        int piece, hole, step, place;
        Loading loading;
    };
    std::vector<Drilled> drilled;
    int keys = 0;

    // What is done changes neither the plan nor its settings.
    SetupPlan made;
    BatchPlan batch;

    explicit Worker(Job of)
        : job(std::move(of))
        , made(plan_at_hand(job, shop))
        , batch(fewest_settings(*parts_to_load(job, made))) {}
    [[nodiscard]] const SetupPlan& plan() const { return made; }
    [[nodiscard]] BatchWalk walk() const { return batch_walk(job, shop, made, batch); }
    [[nodiscard]] BatchState state() const { return batch_state(job, shop, walk()); }
    void next() {
        const BatchWalk way = walk();
        const BatchState now = batch_state(job, shop, way);
        const Task& task = *now.machine.now();
        if (now.load) {
            for (std::size_t i = 0; i < now.load->cuts.moves.size(); ++i)
                if (const auto* drill = std::get_if<DrillHole>(&now.load->cuts.moves[i].action))
                    drilled.push_back({now.load->piece, now.load->cuts.tasks[i].hole, drill->step, task.hole,
                                       *now.load->cuts.loading});
        }
        if (!now.load || machine.list.empty() || drills_elsewhere(now.machine, task))
            machine.list.push_back(now.machine.list.list[static_cast<std::size_t>(task.move)]);
        job = with_pieces(job, with_batch_done(job, now, ++time));
        ++keys;
    }
    void back() {
        const BatchWalk way = walk();
        job = with_pieces(job, with_batch_back(job, way, batch_state(job, shop, way), ++time));
    }
    void from_zero() {
        job = with_pieces(job, {with_jump(piece_of(job, all_pieces), at_hand(job).id, std::nullopt, ++time)});
    }
    // Of every hole and step of every piece how often it is in the log, taken back left out.
    [[nodiscard]] std::map<std::tuple<int, HoleId, std::string>, int> cuts() const {
        std::map<std::tuple<int, HoleId, std::string>, int> all;
        for (const Piece& each : job.begun)
            for (const Event* event : standing_events(each))
                if (const auto* done = std::get_if<Done>(&event->what);
                    done && each.number != all_pieces && done->deed.act == Act::Cut)
                    ++all[{each.number, *done->deed.hole, done->deed.what}];
        return all;
    }

private:
    // The machine drills there for the first piece; for the others it stands as it is.
    [[nodiscard]] bool drills_elsewhere(const BenchState& now, const Task& task) const {
        return !(machine.list.back() == now.list.list[static_cast<std::size_t>(task.move)]);
    }
};

// Where a place of the machine is on a piece that lies so: turned end for end about its middle by half a turn, over
// left-right and over front-back in a mirror.
Point on_the_piece(const Job& job, Loading loading, Point at) {
    const Point datum = datum_from_middle(job);
    Point from_middle = at + datum;
    if (loading == Loading::EndForEnd)
        from_middle = {-from_middle.x, -from_middle.y};
    else if (loading == Loading::OverLeftRight)
        from_middle = {-from_middle.x, from_middle.y};
    else if (loading == Loading::OverFrontBack)
        from_middle = {from_middle.x, -from_middle.y};
    return from_middle - datum;
}

} // namespace

class TestBatchWalk : public QObject {
    Q_OBJECT
private slots:
    // Every setting is set once, every cutter put in once at each; five pieces are turned over at setting 1, and not at
    // setting 2. Centre drill and drill there: (2 + 1) loads x 2 cutters x 5 pieces.
    void everything_once_data() {
        QTest::addColumn<QString>("machine");
        for (const char* each : {"Readout mill", "Metric mill", "Drill press"})
            QTest::newRow(each) << each;
    }
    void everything_once() {
        QFETCH(QString, machine);
        Worker at(bracket(machine.toStdString(), 5));
        const SetupPlan plan = at.plan();
        QCOMPARE(QString::fromStdString(plan.machine.name), machine);
        const BatchWalk walk = at.walk();
        QCOMPARE(walk.settings, 2);
        std::size_t machine_cuts = 0, by_hand = 0;
        for (const BatchCut& each : walk.cuts)
            (each.setting < 0 ? by_hand : machine_cuts) += each.loads.size() * 5;
        const BatchCost cost = cost_of(fewest_settings(*parts_to_load(at.job, plan)), *parts_to_load(at.job, plan),
                                       plan.held, 5, plan.estimates);
        QCOMPARE(static_cast<int>(machine_cuts), cost.loads);
        std::map<int, int> loads_of_piece;
        std::vector<int> settings;
        while (at.state().machine.now()) {
            QVERIFY(at.keys < 400);
            const BatchState now = at.state();
            if (now.load && now.load->cuts.loading) {
                ++loads_of_piece[now.load->piece];
                const int setting = walk.cuts[static_cast<std::size_t>(now.load->cut)].setting;
                if (settings.empty() || settings.back() != setting)
                    settings.push_back(setting);
            }
            at.next();
        }
        QCOMPARE(settings, (std::vector<int>{0, 1}));
        QCOMPARE(at.state().loads_left, 0);
        QCOMPARE(loads_of_piece.size(), std::size_t{5});
        for (const auto& [piece, loads] : loads_of_piece)
            QCOMPARE(loads, cost.loads / 5);
        // All that the plan of one piece makes is in the log of each piece, once.
        const auto cuts = at.cuts();
        for (const auto& [what, times] : cuts)
            QCOMPARE(times, 1);
        std::size_t of_a_piece = 0;
        for (std::size_t hole = 0; hole < plan.holes.size(); ++hole)
            of_a_piece += static_cast<std::size_t>(std::count_if(plan.chain_of(hole).steps.begin(),
                                                                 plan.chain_of(hole).steps.end(),
                                                                 [](const CutStep& step) { return !step.skipped; }));
        QCOMPARE(cuts.size(), of_a_piece * 5);
        for (int piece = 1; piece <= 5; ++piece)
            for (const HoleProgress& each : progress_of(at.job, plan, piece_of(at.job, piece)))
                QVERIFY(each.finished);
        in_their_places(at, plan, walk);
    }

    // Steps back, zero found anew, the file written and read, now and then: nothing is lost and nothing asked twice.
    void put_down_and_taken_up_data() {
        QTest::addColumn<unsigned>("seed");
        for (unsigned seed = 1; seed <= 12; ++seed)
            QTest::addRow("%u", seed) << seed;
    }
    void put_down_and_taken_up() {
        QFETCH(unsigned, seed);
        std::mt19937 chance(seed);
        Worker at(bracket(seed % 2 ? "Readout mill" : "Metric mill", 2 + static_cast<int>(seed % 4)));
        const SetupPlan plan = at.plan();
        int backs = 0, zeros = 0, read_again = 0;
        while (at.state().machine.now()) {
            QVERIFY(at.keys < 900);
            const BatchState now = at.state();
            const auto dice = chance() % 14;
            if (dice == 0 && at.keys > 4 && backs < 12) {
                ++backs;
                at.back();
                // One load or move less is behind, never more.
                const BatchState then = at.state();
                QVERIFY(then.loads_left - now.loads_left <= 1);
                if (now.machine.next > 0)
                    QVERIFY(then.loads_left > now.loads_left || then.machine.next == now.machine.next - 1);
                std::erase_if(at.drilled, [&](const Worker::Drilled& each) {
                    return then.loads_left > now.loads_left && then.load && each.piece == then.load->piece &&
                           each.place == then.machine.now()->hole && each.loading == then.load->cuts.loading;
                });
            } else if (dice == 1 && zeros < 3) {
                ++zeros;
                at.from_zero();
                QCOMPARE(at.state().loads_left, now.loads_left);
                QVERIFY(!at.state().load); // zero first
            } else if (dice == 2) {
                ++read_again;
                const auto read = job_from_json(job_to_json(at.job));
                QVERIFY(read);
                at.job = *read;
                QCOMPARE(at.state().machine.next, now.machine.next);
                QVERIFY(at.state().load.has_value() == now.load.has_value());
            } else {
                at.next();
            }
        }
        for (const auto& [what, times] : at.cuts())
            QCOMPARE(times, 1);
        for (int piece = 1; piece <= at.job.pieces; ++piece)
            for (const HoleProgress& each : progress_of(at.job, plan, piece_of(at.job, piece)))
                QVERIFY(each.finished);
        QVERIFY(read_again > 0);
    }

    // A hole that is taken back in one piece after all are through is found, zero first; so are pieces added later.
    void one_missed_hole_and_later_pieces() {
        Worker at(bracket("Readout mill", 3));
        while (at.state().machine.now())
            at.next();
        Piece second = piece_of(at.job, 2);
        const auto events = standing_events(second);
        const auto missed = std::find_if(events.begin(), events.end(), [](const Event* event) {
            const auto* done = std::get_if<Done>(&event->what);
            return done && done->deed.act == Act::Cut && done->deed.what == "drill";
        });
        QVERIFY(missed != events.end());
        const Deed deed = std::get<Done>((*missed)->what).deed;
        at.job = with_pieces(at.job, {with_taken_back(second, (*missed)->id, ++at.time)});
        BatchState now = at.state();
        QCOMPARE(now.loads_left, 1);
        QVERIFY(now.machine.broken_off && !now.load);
        int keys = 0;
        for (; !at.state().load; ++keys)
            at.next();
        now = at.state();
        QCOMPARE(now.load->piece, 2);
        QVERIFY(now.load->cuts.tasks.size() == 1 && now.load->cuts.tasks.front().deed.hole == deed.hole);
        at.next();
        QVERIFY(at.state().finished());
        at.job.pieces = 5;
        now = at.state();
        QVERIFY(!now.finished() && now.loads_left == now.loads / 5 * 2);
        while (at.state().machine.now()) {
            if (at.state().load)
                QVERIFY(at.state().load->piece > 3);
            at.next();
        }
        QCOMPARE(at.cuts().size(), at.cuts().size() / 5 * 5);
    }

    // A spoiled hole is not come to again in that piece, and every other piece has it.
    void a_spoiled_hole() {
        Worker at(bracket("Readout mill", 3));
        while (!at.state().load || at.state().load->piece != 2)
            at.next();
        const HoleId hole = *at.state().load->cuts.tasks.front().deed.hole;
        at.job = with_pieces(at.job, {with_spoiled(piece_of(at.job, 2), hole, ++at.time)});
        while (at.state().machine.now()) {
            if (const auto now = at.state(); now.load && now.load->piece == 2)
                for (const Task& each : now.load->cuts.tasks)
                    QVERIFY(*each.deed.hole != hole);
            at.next();
        }
        std::set<int> with_hole;
        for (const auto& [what, times] : at.cuts())
            if (std::get<1>(what) == hole)
                with_hole.insert(std::get<0>(what));
        QCOMPARE(with_hole, (std::set<int>{1, 3}));
    }

    // The first piece is measured before the second goes under the spindle at a new place, again where zero was found
    // anew, and nothing else answers it.
    void the_first_piece_is_measured() {
        Worker at(bracket("Readout mill", 3));
        const SetupPlan plan = at.plan();
        Customs customs = at.shop.customs;
        std::map<GateKind, int> asked;
        while (at.state().machine.now()) {
            const BatchState now = at.state();
            if (const auto gate = gate_at(at.job, plan, customs, at.walk(), now)) {
                ++asked[gate->kind];
                if (gate->kind == GateKind::Measured) {
                    QCOMPARE(gate->key, 'R');
                    QVERIFY(now.load && now.load->piece == 2);
                    QVERIFY2(gate->question.find("piece 1") != std::string::npos, gate->question.c_str());
                }
                if (gate->kind == GateKind::Measured && asked[GateKind::Measured] == 1)
                    // Setting 1 drills A1 as drawn and A2 turned over: 7.9 and 7.9 + 15.8 above the lower edge.
                    QVERIFY2(gate->question.find("A2 11.3 mm from its left end and 23.7 mm from its lower edge") !=
                                 std::string::npos,
                             gate->question.c_str());
            }
            at.next();
        }
        QCOMPARE(asked[GateKind::Measured], 2); // once a setting
        QVERIFY(asked[GateKind::HeldKeyOut] > 0 && asked[GateKind::SeenThrough] == 3);
        // Set anew after the second piece: the third is the first there, and is measured before the fourth.
        Worker anew(bracket("Readout mill", 5));
        while (!anew.state().load || anew.state().load->piece != 3)
            anew.next();
        anew.from_zero();
        while (!anew.state().load)
            anew.next();
        QVERIFY(anew.state().load->piece == 3 && !anew.state().load->first_piece);
        while (anew.state().load->piece == 3)
            anew.next();
        QCOMPARE(anew.state().load->first_piece.value_or(0), 3);
        customs.quietened.insert(GateKind::Measured);
        Worker again(bracket("Readout mill", 3));
        while (again.state().machine.now()) {
            if (const auto gate = gate_at(again.job, plan, customs, again.walk(), again.state()))
                QVERIFY(gate->kind != GateKind::Measured);
            again.next();
        }
    }

    // Two faces, one log for the machine: what is done in one set-up counts in no other, and each begins with its own
    // zero.
    void two_setups() {
        Job job = plate_of(80, 40, 20);
        job.pieces = 3;
        Pattern top = row("A", 10, 20, 2, 60, 0, 4.2), under = row("B", 10, 20, 2, 60, 0, 4.2);
        under.face = Face::Under;
        job.patterns = {top, under};
        job = with_proposed_setups(with_ids(job));
        QCOMPARE(job.setups.size(), std::size_t{2});
        for (Setup& each : job.setups) {
            each.machine = std::string("Readout mill");
            each.holding.batch.end_for_end = each.holding.batch.together = true;
        }
        std::size_t before = 0;
        for (const Setup& each : std::vector<Setup>(job.setups)) {
            Worker at(with_setup(job, each.id));
            at.time += static_cast<std::int64_t>(before);
            const BatchState first = at.state();
            QVERIFY(first.loads_left == first.loads && first.machine.next == 0 && !first.machine.broken_off);
            QVERIFY(first.machine.now()->deed.act == Act::Zero);
            while (at.state().machine.now())
                at.next();
            for (const auto& [what, times] : at.cuts())
                QCOMPARE(times, 1);
            QVERIFY(at.cuts().size() > before);
            before = at.cuts().size();
            job.begun = at.job.begun;
        }
        for (const Setup& each : job.setups) {
            const Job seen = with_setup(job, each.id);
            const SetupPlan plan = plan_at_hand(seen, default_shop());
            for (int piece = 1; piece <= 3; ++piece)
                for (const HoleProgress& hole : progress_of(seen, plan, piece_of(seen, piece)))
                    QVERIFY(hole.finished);
            // By itself nothing is left of a piece, no zero either.
            QVERIFY(bench_state(seen, default_shop(), plan, piece_of(seen, 2)).finished());
        }
    }

    // A piece worked on by itself afterwards finds its own zero again, though it was drilled last in the batch; and the
    // batch finds its own when it has been.
    void zeros_of_batch_and_piece_are_two() {
        Job one_hole = bracket("Readout mill", 2); // what is cut first in the batch is so by itself
        one_hole.patterns = {single("A", 11.3, 7.9, 5.2)};
        Worker at(with_ids(one_hole));
        const SetupPlan plan = at.plan();
        const auto alone = [&] { return bench_state(at.job, at.shop, plan, piece_of(at.job, 2)); };
        while (alone().now()->deed.act != Act::Cut)
            at.job = with_pieces(at.job, {with_next_done(piece_of(at.job, 2), alone(), ++at.time)});
        const BenchState with_zero = alone();
        QVERIFY(with_zero.next > 0 && !with_zero.broken_off);
        while (!at.state().load || at.state().load->piece != 2)
            at.next();
        at.next(); // the last thing done on the machine, to this very piece
        QVERIFY(alone().broken_off && alone().next == 0);
        at.job = with_pieces(at.job, {with_next_done(piece_of(at.job, 2), alone(), ++at.time)});
        QVERIFY(at.state().machine.broken_off && at.state().machine.next == 0);
    }

    void words() {
        Worker at(bracket("Drill press", 34));
        while (!at.state().load)
            at.next();
        const BatchState now = at.state();
        const SetupPlan plan = at.plan();
        const Wording words = in_words(at.job, at.walk(), *now.load);
        QCOMPARE(words.heading, std::string("As drawn"));
        QVERIFY(words.figures.front().value == "1" && words.figures.front().after == "of 34");
        const auto lines = lines_of(at.job, plan, *now.load);
        QCOMPARE(lines.size(), std::size_t{2});
        QVERIFY(lines[0].words.find("The marked end to the stop, the marked face up") != std::string::npos);
        QVERIFY2(place_in_words(at.walk(), now).find("setting 1 of 2") == 0, place_in_words(at.walk(), now).c_str());
        at.next();
        QVERIFY(in_words(at.job, at.walk(), *at.state().load).heading == "Turned over front-back");
        QCOMPARE(laid_in_words(Loading::EndForEnd),
                 std::string("The marked end away from the stop, the marked face up."));
    }

private:
    // What the machine was made to do, done by the simulated one; where it stood, on a piece that lies as it was
    // loaded.
    static void in_their_places(const Worker& at, const SetupPlan& plan, const BatchWalk& walk) {
        const SimulatedRun run = carry_out(at.machine, plan.machine, walk.job, walk.plan.holes);
        for (const std::string& each : run.complaints)
            QFAIL(each.c_str());
        std::map<std::pair<int, int>, Point> stood; // by place and step
        for (const Landing& each : run.landings)
            stood[{each.hole, each.step}] = each.at;
        QVERIFY(at.drilled.size() > 20);
        for (const Worker::Drilled& each : at.drilled) {
            QVERIFY(stood.contains({each.place, each.step}));
            const Point made = on_the_piece(at.job, each.loading, stood[{each.place, each.step}]);
            const Point wanted = plan.holes[static_cast<std::size_t>(each.hole)].at;
            QVERIFY2(distance(made, wanted) <= at.job.holes_within,
                     qPrintable(QString("piece %1: %2 mm off").arg(each.piece).arg(distance(made, wanted).in_mm())));
        }
    }
};

QTEST_APPLESS_MAIN(TestBatchWalk)
#include "test_batch_walk.moc"
