// The document: one way to change the job, undo for everything, nothing lost.
#include "document/beside.h"
#include "document/document.h"
#include "document/recovery.h"
#include "formats/job_json.h"
#include "formats/text_file.h"
#include "layout/from_part.h"
#include "layout/new_pattern.h"
#include "layout/validate.h"
#include "order/instruction_list.h"
#include "slips/hole_table.h"
#include "support/jobs.h"
#include "support/old_parts.h"

#include <QAbstractItemModelTester>
#include <QDir>
#include <QFile>
#include <QSignalSpy>
#include <QTemporaryDir>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

class TestDocument : public QObject {
    Q_OBJECT
private slots:
    void edits_are_undo_steps() {
        Document document(default_shop());
        document.show_example(flange());
        Job next = document.job();
        next.title = "Other";
        QVERIFY(document.edit("title", next));
        QVERIFY(document.is_dirty());
        QCOMPARE(document.undo_stack().count(), 1);
        QVERIFY(document.edit("nothing", next)); // no change, no step
        QCOMPARE(document.undo_stack().count(), 1);
        document.undo_stack().undo();
        QCOMPARE(document.settled(), flange());
        QVERIFY(!document.is_dirty());
        document.undo_stack().redo();
        QCOMPARE(document.settled().title, std::string("Other"));
    }
    void impossible_edits_change_nothing() {
        Document document(default_shop());
        document.show_example(flange());
        QSignalSpy changed(&document, &Document::changed);
        Job next = flange();
        next.blank.thickness = mm(0);
        const auto edited = document.edit("thickness", next);
        QVERIFY(!edited && edited.error().place == "blank.thickness");
        QCOMPARE(document.settled(), flange());
        QCOMPARE(changed.count(), 0);
    }
    void previews_are_seen_but_not_kept() {
        Document document(default_shop());
        document.show_example(flange());
        Job next = flange();
        std::get<CirclePattern>(next.patterns[0].layout).diameter = mm(50);
        QVERIFY(document.preview(next));
        QCOMPARE(document.job(), next);
        QCOMPARE(document.settled(), flange());
        QVERIFY(same(distance({}, document.plan().holes[0].at), mm(25)));
        QVERIFY(!document.is_dirty());
        document.drop_preview();
        QVERIFY(same(distance({}, document.plan().holes[0].at), mm(30.75)));
    }
    void undo_leaves_the_work_done() {
        Document document(default_shop());
        document.show_example(flange());
        Job next = flange();
        next.title = "Other";
        QVERIFY(document.edit("title", next));
        document.set_done(4);
        document.undo_stack().undo();
        QCOMPARE(document.done(), 4);
        QCOMPARE(document.settled().title, flange().title);
    }
    void progress_belongs_to_its_list() {
        Document document(default_shop());
        document.show_example(flange());
        document.set_done(7);
        Job next = document.settled();
        at_hand(next).machine = "Readout mill";
        QVERIFY(document.edit("machine", next));
        QCOMPARE(document.done(), 0);
        document.undo_stack().undo();
        QCOMPARE(document.done(), 7);
        next = document.settled();
        next.patterns.pop_back(); // of a hole whose turn has not come yet
        QVERIFY(document.edit("fewer", next));
        QCOMPARE(document.done(), 7);
        QVERIFY(!document.bench().broken_off);
        document.undo_stack().undo();
        QCOMPARE(document.done(), 7);
    }
    void a_full_log_is_told() {
        Document document(default_shop());
        Job job = flange();
        Piece piece;
        for (std::size_t i = 0; i < limits::events; ++i)
            piece.log.push_back({static_cast<std::int64_t>(i) + 1, 0, Noted{""}});
        job.begun = {piece};
        const std::string text = job_to_json(job);
        QVERIFY(text.size() < 32'000'000 && job_from_json(text)); // what can be written can be read
        document.show_example(job);
        QSignalSpy told(&document, &Document::log_full);
        document.next_done();
        QCOMPARE(told.count(), 1);
        QCOMPARE(document.settled().begun[0].log.size(), limits::events);
        QCOMPARE(document.done(), 0);
    }
    void undo_gives_no_id_twice() {
        Document document(default_shop());
        Job job = document.settled();
        job.patterns.push_back(single("A", 20, 20));
        QVERIFY(document.edit("hole", job));
        document.set_done(static_cast<int>(document.plan().route.list.size()));
        document.undo_stack().undo(); // the hole is drilled, and no longer wanted
        QVERIFY(document.settled().patterns.empty());
        QCOMPARE(document.findings().size(), 1U);
        QVERIFY(document.findings()[0].kind == FindingKind::NoLongerWanted);
        job = document.settled();
        job.patterns.push_back(single("A", 50, 40)); // another one, if of the same name
        QVERIFY(document.edit("hole", job));
        QVERIFY(states_of(document.settled(), document.plan(), document.piece())[0] == HoleState::Planned);
    }
    void any_way_through_the_undo_steps() {
        holds("undo and redo come to the jobs that were there, whatever is previewed or refused between", [](void) {
            Document document(default_shop());
            std::vector<Job> states{document.settled()};
            std::size_t at = 0;
            for (int n = *rc::gen::inRange(1, 12); n > 0; --n) {
                switch (*rc::gen::inRange(0, 5)) {
                case 0:
                    document.undo_stack().undo();
                    at -= at > 0 ? 1 : 0;
                    break;
                case 1:
                    document.undo_stack().redo();
                    at += at + 1 < states.size() ? 1 : 0;
                    break;
                case 2: {
                    Job bad = document.settled();
                    bad.pieces = 0;
                    RC_ASSERT(!document.edit("bad", bad).has_value());
                    break;
                }
                case 3: {
                    Job tried = document.settled();
                    tried.title += " tried";
                    RC_ASSERT(document.preview(tried));
                    RC_ASSERT(document.job() == tried);
                    break;
                }
                default: {
                    Job next = document.settled();
                    next.pieces = *rc::gen::inRange(1, 400);
                    next.patterns.resize(next.patterns.size() / 2);
                    next.patterns.push_back(single(next_pattern_name(next), *rc::gen::inRange(2, 60), 30));
                    if (next == document.settled())
                        break;
                    RC_ASSERT(document.edit("change", next).has_value());
                    states.resize(at + 1);
                    states.push_back(with_proposed_setups(with_ids(next)));
                    ++at;
                }
                }
                RC_ASSERT(document.settled() == states[at]);
                RC_ASSERT(document.undo_stack().canUndo() == (at > 0));
                RC_ASSERT(document.is_dirty() == !(states[at] == states[0]));
            }
            document.drop_preview();
            RC_ASSERT(document.job() == states[at]);
            RC_ASSERT(document.plan().holes.size() == holes_of(states[at]).size());
        });
    }
    void saving_and_opening() {
        QTemporaryDir folder;
        Document document(default_shop());
        document.show_example(flange());
        document.set_done(3);
        QVERIFY(document.is_dirty());
        QVERIFY(document.save(folder.filePath("a.json")));
        QVERIFY(!document.is_dirty());
        Document other(default_shop());
        QVERIFY(other.open(folder.filePath("a.json")));
        QCOMPARE(other.settled(), document.settled());
        QCOMPARE(other.done(), 3);
        const Job before = other.settled();
        QVERIFY(!other.open(folder.filePath("none.json")));
        QCOMPARE(other.settled(), before);
    }
    void unsaved_work_survives_a_kill() {
        QTemporaryDir folder;
        Document document(default_shop());
        Recovery recovery(document, folder.path());
        document.show_example(flange());
        Job next = flange();
        next.title = "Half done";
        QVERIFY(document.edit("title", next));
        // The copy comes by itself, soon after the change.
        QTRY_COMPARE(QDir(folder.path()).entryList({"*.autosave.json"}, QDir::Files).size(), 1);
        QVERIFY(recovery.left_behind().empty()); // this program still runs
        // As a killed program leaves it: the same copy under a number that no process has.
        const QString own = QDir(folder.path()).entryList({"*.autosave.json"}, QDir::Files).first();
        QVERIFY(QFile::copy(folder.filePath(own), folder.filePath("999999999.autosave.json")));
        const auto left = recovery.left_behind();
        QCOMPARE(left.size(), 1U);
        QCOMPARE(left[0].job.title, std::string("Half done"));
        document.new_job();
        QVERIFY(recovery.bring_back(left[0]));
        QCOMPARE(document.settled().title, std::string("Half done"));
        QVERIFY(document.is_dirty());
        QVERIFY(recovery.left_behind().empty()); // it is this program's own now, and on the disk all the while
        QVERIFY(QFile::exists(left[0].file));
    }
    // Each thing done at the Bench is on the disk once its key has been handled, not a moment later.
    void work_is_kept_at_the_key() {
        QTemporaryDir folder;
        Document document(default_shop());
        Recovery recovery(document, folder.path());
        document.show_example(flange());
        for (int i = 0; i < 6; ++i) {
            document.next_done();
            QApplication::processEvents(); // what waits, waits no longer
            const QStringList copies = QDir(folder.path()).entryList({"*.autosave.json"}, QDir::Files);
            QCOMPARE(copies.size(), 1);
            const auto text = read_file(folder.filePath(copies.first()).toStdString());
            QVERIFY(text);
            const auto kept = job_from_json(text->substr(text->find('\n') + 1));
            QVERIFY(kept && kept->begun == document.settled().begun);
        }
    }
    void saved_work_leaves_no_copy() {
        QTemporaryDir folder;
        Document document(default_shop());
        Recovery recovery(document, folder.filePath("unsaved"));
        Job next = document.settled();
        next.title = "Soon saved";
        QVERIFY(document.edit("title", next));
        recovery.keep_now();
        QVERIFY(!QDir(folder.filePath("unsaved")).entryList(QDir::Files).isEmpty());
        QVERIFY(document.save(folder.filePath("a.json")));
        recovery.keep_now();
        QVERIFY(QDir(folder.filePath("unsaved")).entryList(QDir::Files).isEmpty());
    }
    void a_copy_that_cannot_be_written_is_told_once() {
        Document document(default_shop());
        Recovery recovery(document, "/proc/no-such-place");
        QSignalSpy told(&recovery, &Recovery::failed);
        Job next = document.settled();
        next.title = "Nowhere to go";
        QVERIFY(document.edit("title", next));
        recovery.keep_now();
        recovery.keep_now();
        QCOMPARE(told.count(), 1);
        QVERIFY(!recovery.set_aside());
    }
    void models_are_sound() {
        Document document(default_shop());
        HoleTable holes(document);
        InstructionList moves(document);
        QAbstractItemModelTester holes_tester(&holes, QAbstractItemModelTester::FailureReportingMode::QtTest);
        QAbstractItemModelTester moves_tester(&moves, QAbstractItemModelTester::FailureReportingMode::QtTest);
        const auto show = [&] {
            holes.show_pattern("A");
            moves.refresh();
        };
        show();
        document.show_example(flange());
        show();
        QCOMPARE(holes.rowCount(), 7);
        QCOMPARE(holes.data(holes.index(2, 2), Qt::DisplayRole).toString(), QStringLiteral("−20.915"));
        QCOMPARE(holes.data(holes.index(2, 3), Qt::DisplayRole).toString(), QStringLiteral("4:26"));
        // Folded, every move is found in its row, and with all open they stand in their order.
        const int all = static_cast<int>(document.plan().route.list.size());
        QVERIFY(moves.rowCount() < all);
        QCOMPARE(moves.move_of(0), -1);
        const int folded = moves.rowCount();
        moves.toggle(0); // what is at hand was open
        QVERIFY(moves.rowCount() < folded);
        for (const int move : {0, all / 2, all - 1}) {
            const int row = moves.show(move);
            QCOMPARE(moves.move_of(row), move);
            QVERIFY(moves.data(moves.index(row), Qt::DisplayRole).toString().contains(QString::number(move + 1)));
        }
        moves.open_all();
        int next_move = 0;
        for (int row = 0; row < moves.rowCount(); ++row)
            if (const int move = moves.move_of(row); move >= 0)
                QCOMPARE(move, next_move++);
            else
                QVERIFY(moves.data(moves.index(row), Qt::AccessibleTextRole).toString().endsWith("open"));
        QCOMPARE(next_move, all);
        Job next = flange();
        next.patterns[0].left_out = {2};
        next.unit = Unit::Inch;
        QVERIFY(document.edit("leave out", next));
        show();
        QCOMPARE(holes.rowCount(), 6);
        QCOMPARE(holes.headerData(1, Qt::Horizontal, Qt::DisplayRole).toString(), QStringLiteral("X, in"));
        holes.show_pattern({});
        QCOMPARE(holes.rowCount(), 16);
    }
    void new_patterns_are_possible_on_any_blank() {
        holds("a pattern to begin with never breaks the job", [](void) {
            Job job = *any_job();
            for (const auto kind :
                 {PatternKind::Circle, PatternKind::Arc, PatternKind::Row, PatternKind::Single, PatternKind::Grid})
                job.patterns.push_back(new_pattern(job, kind));
            RC_ASSERT(!first_fault(job));
        });
    }
    void a_survey_that_takes_long_is_worked_out_beside() {
        Dice dice(7);
        MadePart made = strewn(dice, 40);
        measure_all(made, dice, 3, 1.0);
        QVERIFY(takes_long(made.part));
        Document document(default_shop());
        Job job = document.settled();
        job.blank.width.nominal = mm(400);
        job.blank.height.nominal = mm(300);
        job.old_part = made.part;
        job.old_part.laying.mirrored = false;
        QVERIFY(document.edit("a part", job));
        // Meanwhile every hole is drawn and every reading has its line, and it is said why no more.
        QVERIFY(document.surveying() && !document.survey().settled());
        QCOMPARE(document.survey().holes.size(), std::size_t{40});
        QCOMPARE(document.survey().readings.size(), made.part.readings.size());
        QVERIFY(document.survey().sentences.front().find("being worked out") != std::string::npos);
        QVERIFY(document.plan().holes.empty());
        QTRY_VERIFY_WITH_TIMEOUT(!document.surveying(), 30'000);
        const Survey by_hand = survey(job.old_part);
        for (std::size_t i = 0; i < by_hand.holes.size(); ++i)
            QVERIFY(document.survey().holes[i].at == by_hand.holes[i].at);
        // The copies followed, and it is still one step to undo.
        QCOMPARE(document.plan().holes.size(), std::size_t{40});
        QCOMPARE(document.undo_stack().count(), 1);
        const Job copied = document.settled();
        const Point hole_before = document.plan().holes[0].at;
        // A place that only hangs on how the copy is laid follows at once, from the survey that is known.
        Job next = copied;
        next.old_part.laying.at = next.old_part.laying.at + Point{mm(5), mm(0)};
        QVERIFY(document.edit("laid elsewhere", next));
        QVERIFY(!document.surveying());
        QVERIFY(same(document.plan().holes[0].at.x, hole_before.x + mm(5)));
        // Two corrections, the first overtaken by the second.
        for (const double more : {0.02, 0.03}) {
            next = document.settled();
            next.old_part.readings[5].length += mm(more);
            QVERIFY(document.edit("a reading", next));
        }
        QTRY_VERIFY_WITH_TIMEOUT(!document.surveying(), 30'000);
        QVERIFY(document.settled() == following_old_part(document.settled()));
        QCOMPARE(document.undo_stack().count(), 4);
        // Another figure changed before the survey was there: taking it back leaves the copies where they belong.
        next = document.settled();
        next.old_part.readings[7].length += mm(0.03);
        QVERIFY(document.edit("a third reading", next));
        QVERIFY(document.surveying());
        next = document.settled();
        next.title = "another";
        QVERIFY(document.edit("title", next));
        QTRY_VERIFY_WITH_TIMEOUT(!document.surveying(), 30'000);
        document.undo_stack().undo();
        QVERIFY(document.settled().title != "another");
        QVERIFY(document.settled() == following_old_part(document.settled()));
        for (int i = 0; i < 4; ++i)
            document.undo_stack().undo();
        QVERIFY(document.settled() == copied);
        QTRY_VERIFY_WITH_TIMEOUT(!document.surveying(), 30'000);
        QVERIFY(document.settled() == copied && document.undo_stack().count() == 6);
    }
    void nobody_is_told_of_a_survey_once_the_job_is_gone() {
        Dice dice(7);
        MadePart made = strewn(dice, 40);
        measure_all(made, dice, 3, 1.0);
        {
            Document document(default_shop());
            Job job = document.settled();
            job.old_part = made.part;
            QVERIFY(document.edit("a part", job));
            QVERIFY(document.surveying());
        }
        QTest::qWait(50);
        QThreadPool& pool = beside_the_window();
        QVERIFY(pool.waitForDone(30'000));
        QCoreApplication::processEvents();
    }
};

QTEST_MAIN(TestDocument)
#include "test_document.moc"
