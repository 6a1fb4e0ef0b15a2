// A piece proved through the real window: from the reading to the verdict, what would tell, screws and bolts, undo, and
// what is kept.
#include "formats/job_json.h"
#include "inspection/face_proof.h"
#include "proof/proof_slip.h"
#include "support/window.h"
#include "widgets/line_button.h"

#include <QClipboard>
#include <QFile>
#include <QTableView>

using namespace clockface;
using namespace clockface::testing;

namespace {

// Three clearance holes and two dowel holes in a plate of 96 x 64; the first hole stands 0.21 to the right of its
// place.
struct ProofWindow : Window {
    explicit ProofWindow(int page = app::ProofSlip::Measure) {
        Job job = plate_of(96, 64, 10);
        Pattern screws = circle("A", {mm(47.2), mm(31.6)}, 38.4, 3, 20.0);
        screws.hole.purpose = Purpose::Clearance;
        screws.hole.label = "M5";
        screws.hole.diameter = mm(5.5);
        Pattern dowels = row("D", 11.3, 9.8, 2, 71.4, 0.0, 6.0);
        dowels.hole.purpose = Purpose::Reamed;
        dowels.hole.label = "H7";
        Pattern blind = single("T", 80.2, 51.7, 5.0);
        blind.hole.purpose = Purpose::Tapped;
        blind.hole.label = "M5";
        blind.hole.depth = mm(6);
        job.patterns = {screws, dowels, blind};
        job.pieces = 2;
        job.title = "Trial plate";
        command("new");
        QVERIFY(document.edit("plate", with_ids(job)));
        main.show_stage(app::Stage::Proof);
        slip()->show_page(static_cast<app::ProofSlip::Page>(page));
    }
    app::ProofSlip* slip() { return main.findChild<app::ProofSlip*>(); }
    const MeasuredPiece* measured(int piece = 1) { return measured_piece(job().proof, piece); }
    /// What stands at the head of the slip.
    QString verdict() { return words("proofVerdict"); }
    QString words(const QString& name) {
        auto* label = find<QLabel>(name);
        return label ? label->text() : QString();
    }
    QString all_words(const QString& beginning) {
        QStringList all;
        for (QLabel* each : main.findChildren<QLabel*>())
            if (each->isVisible() && each->objectName().startsWith(beginning))
                all << each->text();
        return all.join('\n');
    }
    /// Takes a proposal by its line, and types the figure that is to be expected and what it is out.
    void read(int line, double out) {
        click(QStringLiteral("toMeasure:%1").arg(line));
        auto* figure = qobject_cast<QLineEdit*>(QApplication::focusWidget());
        QVERIFY(figure && figure->objectName() == "readingFigure");
        const QString how = words("readingCorrection");
        const qsizetype at = how.indexOf("To be expected: ");
        QVERIFY2(at >= 0, qPrintable(how));
        const double expected = how.mid(at + 16).section(' ', 0, 0).toDouble();
        QVERIFY(expected > 1.0);
        QTest::keyClicks(figure, QString::number(expected + out, 'f', 3));
        QTest::keyClick(figure, Qt::Key_Return);
        QVERIFY2(words("proofTold").isEmpty(), qPrintable(words("proofTold")));
    }
    int proposals() {
        int count = 0;
        while (find(QStringLiteral("toMeasure:%1").arg(count + 1)))
            ++count;
        return count;
    }
};

} // namespace

class TestProofWindow : public QObject {
    Q_OBJECT
private slots:
    void from_the_reading_to_the_verdict() {
        ProofWindow w;
        QVERIFY(w.verdict().startsWith("Nothing was measured"));
        QVERIFY(w.words("drift").isEmpty());
        w.click("wiped");
        QTRY_COMPARE(w.measured()->wiped.size(), std::size_t{1});
        const int all = w.proposals();
        QVERIFY(all >= 9); // 3 for the circle of three, 2 each for three others
        for (int line = 1; line <= all; ++line)
            w.read(line, 0.0);
        QCOMPARE(w.measured()->readings.size(), static_cast<std::size_t>(all));
        QVERIFY(w.words("measureCount").startsWith(QStringLiteral("%1 of %1").arg(all)));
        w.click("pageVerdict");
        // Caliper on drilled edges: 0.15 can be told, the dowels' 0.05 perhaps not; nothing is bad.
        QVERIFY2(w.verdict().contains("Piece 1") && !w.verdict().contains("bad"), qPrintable(w.verdict()));
        QVERIFY(w.find<QAbstractButton>("proved:A1")->text().contains("✓"));
    }

    void a_hole_that_is_out_is_bad_and_undo_takes_one_reading() {
        ProofWindow w;
        const int all = w.proposals();
        for (int line = 1; line <= all; ++line)
            w.read(line, 0.0);
        // The first dowel hole 0.4 farther from the left than it should be.
        const auto& readings = w.measured()->readings;
        std::size_t wrong = readings.size();
        for (std::size_t i = 0; i < readings.size(); ++i)
            if (readings[i].between.size() == 2 && readings[i].between[1] == ReadAt(std::string("left")) &&
                readings[i].between[0] == ReadAt(HoleId{w.job().patterns[1].id, 1}))
                wrong = i;
        QVERIFY(wrong < readings.size());
        auto* table = w.find<QTableView>("readingTable");
        const Job before = w.job();
        QVERIFY(table->model()->setData(table->model()->index(static_cast<int>(wrong), app::ReadingTable::Figure),
                                        QString::number(readings[wrong].length.in_mm() + 0.4, 'f', 3)));
        w.click("pageVerdict");
        QTRY_VERIFY(w.verdict().contains("bad"));
        QVERIFY(w.find<QAbstractButton>("proved:D1")->text().startsWith("✗"));
        QVERIFY(w.all_words("proofWords").contains("D1 is out"));
        // Undo of that one step; what was done to pieces is not touched by any.
        w.document.undo_stack().undo();
        QVERIFY(w.job().proof == before.proof);
        QTRY_VERIFY(!w.verdict().contains("bad"));
    }

    void what_cannot_be_is_said_and_nothing_typed_is_lost() {
        ProofWindow w;
        const auto enter = [&](const QStringList& fields) {
            auto* kind = w.find<QLineEdit>("readingKind");
            kind->setFocus();
            kind->selectAll();
            for (const QString& word : fields) {
                auto* field = qobject_cast<QLineEdit*>(QApplication::focusWidget());
                QTest::keyClicks(field, word);
                QTest::keyClick(field, Qt::Key_Return);
            }
            return w.words("proofTold");
        };
        QVERIFY(enter({"outside", "A1", "A1", "12"}).contains("cannot be measured to itself"));
        QVERIFY(!w.measured());
        QCOMPARE(w.find<QLineEdit>("readingFigure")->text(), QString("12"));
        for (const char* name : {"readingOne", "readingTwo", "readingFigure"})
            w.find<QLineEdit>(name)->clear();
        QVERIFY(enter({"outside", "A1", "Z9", "12"}).contains("no hole or edge named 'Z9'"));
        for (const char* name : {"readingOne", "readingTwo", "readingFigure"})
            w.find<QLineEdit>(name)->clear();
        QVERIFY(enter({"outside", "A1", "A2", "7"}).contains("less than the two holes"));
        for (const char* name : {"readingOne", "readingTwo", "readingFigure"})
            w.find<QLineEdit>(name)->clear();
        // No pin of the shop goes into 5.5, and nobody said which one is in.
        QVERIFY2(enter({"over-pins", "A1", "A2", "38"}).contains("Which pin is in"), qPrintable(w.words("proofTold")));
        // Pasted lines: one wrong, none is taken.
        QApplication::clipboard()->setText("outside A1 A2 38.75\noutside A1 Q 3");
        w.click("pasteReadings");
        QVERIFY(w.words("proofTold").contains("Line 2"));
        QVERIFY(!w.measured());
        QApplication::clipboard()->setText("outside A1 A2 38.75\nwall D1 left 8.31");
        w.click("pasteReadings");
        QCOMPARE(w.measured()->readings.size(), std::size_t{2});
    }

    // Two of three holes came out 0.7 too far to the right, as read from the edges; the third is still to be made, and
    // follows them: explained, saved, made at the Bench, and taken back as any edit.
    void a_spoiled_piece_is_explained_saved_and_made() {
        ProofWindow w;
        QStringList lines;
        const MeasuredPart drawn = measured_part(w.job(), MeasuredPiece{}, Estimates{});
        const auto wall = [&](const char* hole, const char* edge, double out) {
            Reading reading;
            reading.kind = ReadingKind::Wall;
            reading.between = {hole, edge};
            lines << QStringLiteral("wall %1 %2 %3")
                         .arg(hole, edge)
                         .arg(expected_figure(drawn, reading) + out, 0, 'f', 2);
        };
        for (const char* hole : {"A1", "A2"}) {
            wall(hole, "left", 0.7);
            wall(hole, "lower", 0.0);
        }
        QApplication::clipboard()->setText(lines.join('\n'));
        w.click("pasteReadings");
        QVERIFY2(w.measured() && w.measured()->readings.size() == 4, qPrintable(w.words("proofTold")));
        w.click("pageWhy");
        QTRY_VERIFY(w.find<QLabel>("cause:1"));
        QVERIFY2(w.words("cause:1").contains("all holes are out the same way", Qt::CaseInsensitive) ||
                     w.words("cause:1").contains("A as a whole is out"),
                 qPrintable(w.words("cause:1")));
        w.click("pageSave");
        QTRY_VERIFY(w.find("saveBy:1"));
        QVERIFY2(w.words("way:1").startsWith("Make A3, D1, D2 and T1 0.7") && w.words("way:1").contains("to the right"),
                 qPrintable(w.words("way:1")));
        w.click("saveBy:1");
        QTRY_VERIFY(w.measured()->saved);
        QCOMPARE(w.measured()->saved->holes.size(), std::size_t{4}); // the mate has all of them
        QVERIFY(w.find("savedGone"));
        // The list of this piece goes to the new place, that of the next piece to the drawn one.
        w.to_the_bench("Readout mill");
        const auto x_of_a3 = [&] {
            const BenchState& state = w.document.bench();
            for (const Instruction& each : state.list.list)
                if (const auto* go = std::get_if<GoToReadout>(&each.action);
                    go && each.hole >= 0 && w.document.plan().holes[static_cast<std::size_t>(each.hole)].name == "A3")
                    return static_cast<double>(go->x) * 0.005;
            return 0.0;
        };
        const double saved = x_of_a3();
        QVERIFY(w.words("benchNote").contains("This piece is saved"));
        w.document.choose_piece(2);
        QVERIFY(std::fabs(saved - x_of_a3() - 0.7) < 0.03);
        QVERIFY(!w.words("benchNote").contains("This piece is saved"));
        w.document.choose_piece(1);
        // A3 is made there, counts as made, and is not asked for again.
        const auto at_a3 = [&] {
            const Task* now = w.document.bench().now();
            return now && now->hole >= 0 && w.document.plan().holes[static_cast<std::size_t>(now->hole)].name == "A3";
        };
        for (int k = 0; k < 400 && !w.document.bench().finished(); ++k)
            w.done_at_bench();
        QVERIFY(w.document.bench().finished() && !at_a3());
        // What was measured as there is not made again; the log, which knows nothing of it, says nothing of it.
        for (std::size_t i = 0; i < w.document.holes_done().size(); ++i) {
            const std::string& name = w.document.plan().holes[i].name;
            const bool there = name == "A1" || name == "A2";
            QVERIFY2((w.document.holes_done()[i].state >= HoleState::Drilled) != there, name.c_str());
        }
        w.document.undo_stack().undo(); // what was done at the Bench is no edit
        QVERIFY(w.measured());
        QVERIFY(!w.measured()->saved);
        w.document.undo_stack().redo();
        QVERIFY(w.measured()->saved);
    }

    // The demo's second piece: the finder's half counted twice along X, three holes made 5 to the right; the rest
    // follows.
    void the_demo_piece_is_saved() {
        ProofWindow w;
        w.command("new");
        QVERIFY(w.document.edit("demo", load_job(SOURCE_FOLDER "/demo/strike-side-cock.clockface.json").value()));
        w.document.choose_piece(2);
        w.main.show_stage(app::Stage::Proof);
        w.click("pageWhy");
        QTRY_VERIFY(w.words("cause:1").contains("counted twice along X"));
        w.click("pageSave");
        QTRY_VERIFY(w.words("way:1").startsWith("Make A4, A5, D1, D2, B1, B2 and B3 4.97"));
        w.click("saveBy:1");
        QTRY_VERIFY(w.measured(2)->saved && !w.measured(1)->saved);
        w.main.show_stage(app::Stage::Bench);
        QVERIFY(w.words("benchNote").contains("This piece is saved"));
        const SetupPlan& moved = w.document.plan_of_piece();
        for (std::size_t i = 0; i < moved.holes.size(); ++i) {
            const Length off = distance(moved.holes[i].at, w.document.plan().holes[i].at);
            const bool made = moved.holes[i].name == "A1" || moved.holes[i].name == "A2" || moved.holes[i].name == "A3";
            QVERIFY2(made ? off == Length{} : off > mm(4.9) && off < mm(5.1), moved.holes[i].name.c_str());
        }
        QVERIFY(w.document.bench().list.list != w.document.plan().route.list);
        // Why a move is so is said of where the hole goes on this piece, and that is what one's own sum is held
        // against.
        const auto goes_to = [&](const char* hole) {
            const BenchState& state = w.document.bench();
            const Instruction& move = state.list.list[static_cast<std::size_t>(state.now()->move)];
            return move.hole >= 0 && moved.holes[static_cast<std::size_t>(move.hole)].name == hole &&
                   std::holds_alternative<TurnHandwheel>(move.action) &&
                   std::get<TurnHandwheel>(move.action).axis == Axis::X;
        };
        for (int k = 0; k < 300 && !goes_to("B1"); ++k)
            w.done_at_bench();
        QVERIFY(goes_to("B1"));
        w.click("benchWhyButton");
        QTRY_VERIFY2(w.words("benchWhy").contains("17.7"), qPrintable(w.words("benchWhy"))); // 12.8 and 4.97, not 12.8
    }

    // A held mate cannot be pushed: nothing follows, the mate would have to be changed; said and undone in the window.
    void a_held_mate_changes_what_saves() {
        ProofWindow w;
        QApplication::clipboard()->setText(
            "wall A1 left 63.2\nwall A1 lower 35.41\nwall A2 left 37.8\nwall A2 lower 48.3");
        w.click("pasteReadings");
        w.click("pageSave");
        QTRY_VERIFY(w.find("mateHeld"));
        QTRY_VERIFY(!w.words("savingWords:1").isEmpty() || w.find("saveBy:1"));
        w.choose("matePinned", "is held where it is");
        QTRY_VERIFY(w.job().proof.mate.pinned);
        QTRY_VERIFY(!w.all_words("way:").contains("they follow the mate"));
        w.document.undo_stack().undo();
        QVERIFY(!w.job().proof.mate.pinned);
    }

    // One's own sum beside the list's and the drawing's: agrees, or what differs; nothing of it changes the job, and
    // Enter in it does no move.
    void ones_own_sum() {
        ProofWindow w;
        w.main.show_stage(app::Stage::Holes);
        w.main.selection().select("D", "D2");
        auto* own = w.find<QLineEdit>("mySum");
        QVERIFY(own);
        const Job before = w.job();
        QTest::keyClicks(own, "82.7"); // 11.3 + 71.4
        QVERIFY2(w.words("mySumSays").startsWith("✓"), qPrintable(w.words("mySumSays")));
        own->clear();
        QTest::keyClicks(own, "71.4");
        QVERIFY2(w.words("mySumSays").contains("the place of the first hole was left out"),
                 qPrintable(w.words("mySumSays")));
        own->clear();
        QTest::keyClicks(own, "some");
        QVERIFY(!w.words("mySumSays").isEmpty() && !w.words("mySumSays").contains("✓"));
        QVERIFY(w.job() == before);
        w.to_the_bench("Readout mill");
        const auto goes_to_a_hole = [&] {
            const BenchState& state = w.document.bench();
            const Instruction& move = state.list.list[static_cast<std::size_t>(state.now()->move)];
            return move.hole >= 0 && std::holds_alternative<GoToReadout>(move.action);
        };
        while (!goes_to_a_hole())
            w.done_at_bench();
        w.click("benchWhyButton");
        QTRY_VERIFY(w.find<QLineEdit>("mySum"));
        own = w.find<QLineEdit>("mySum");
        const int next = w.document.bench().next;
        own->setFocus();
        QTest::keyClicks(own, "1.5");
        QTest::keyClick(own, Qt::Key_Return);
        QCOMPARE(w.document.bench().next, next);
        QVERIFY(w.words("mySumSays").startsWith("✗"));
        QTest::keyClick(own, Qt::Key_Escape);
        QVERIFY(own->text().isEmpty());
        QTest::keyClick(w.find("bench"), Qt::Key_Space);
        QVERIFY(w.document.bench().next > next);
    }

    void a_pin_larger_than_its_hole() {
        ProofWindow w(app::ProofSlip::Hole);
        w.main.selection().select("D", "D1");
        QTRY_VERIFY(w.blank("pin"));
        w.fill("pin", "6.4", false);
        QVERIFY2(w.blank("pin")->fault().contains("does not go into a hole of 6 mm"),
                 qPrintable(w.blank("pin")->fault()));
        QVERIFY(!w.measured());
        w.fill("pin", "5.98");
        QCOMPARE(w.measured()->holes.size(), std::size_t{1});
    }

    // With the keyboard alone, and more holes than are worked out between two keys: the line always holds the first
    // that is not read yet, whatever is still being worked out.
    void one_after_the_other() {
        ProofWindow w;
        Job job = w.job();
        std::get<CirclePattern>(job.patterns[0].layout).count = 14;
        job.patterns[0].hole.diameter = mm(3.2);
        job.patterns[0].hole.label.clear();
        job.patterns[0].may_shift = true;
        QVERIFY(w.document.edit("more", job));
        QTRY_VERIFY(w.find("toMeasure:30"));
        const int all = w.proposals();
        w.click("measureNext");
        for (int i = 0; i < all; ++i) {
            auto* figure = qobject_cast<QLineEdit*>(QApplication::focusWidget());
            QVERIFY2(figure && figure->objectName() == "readingFigure", qPrintable(QString::number(i)));
            const QString how = w.words("readingCorrection");
            QTest::keyClicks(figure, how.section("To be expected: ", 1).section(' ', 0, 0));
            QTest::keyClick(figure, Qt::Key_Return);
            QVERIFY2(w.words("proofTold").isEmpty(), qPrintable(w.words("proofTold")));
        }
        QCOMPARE(w.measured()->readings.size(), static_cast<std::size_t>(all));
        QTRY_VERIFY(w.words("measureCount").startsWith(QStringLiteral("%1 of %1").arg(all)));
        // Taken back, the line above is the last one again, and a click takes that.
        w.document.undo_stack().undo();
        QTRY_VERIFY(w.find("measureNext"));
        w.click("measureNext");
        const auto& last = w.find<app::LineButton>("measureNext")->words();
        for (const char* field : {"readingOne", "readingTwo"})
            QVERIFY2(last.contains(' ' + w.find<QLineEdit>(field)->text()), qPrintable(last));
    }

    void what_is_typed_is_of_the_piece_that_is_shown() {
        ProofWindow w(app::ProofSlip::Hole);
        w.main.selection().select("T", "T1");
        QTRY_VERIFY(w.blank("thread"));
        w.fill("thread", "6.4");
        w.choose("screwGoes", "goes in by hand");
        w.fill("provedPiece", "2");
        QTRY_VERIFY(w.verdict().contains("piece 2 yet"));
        QCOMPARE(w.blank("thread")->text(), QString("not read"));
        w.fill("thread", "6.1");
        w.fill("markX", "0.2");
        const HoleId hole{w.job().patterns[2].id, 1};
        QCOMPARE(read_at(*w.measured(1), hole)->thread, std::optional(mm(6.4)));
        QVERIFY(read_at(*w.measured(1), hole)->screw && !read_at(*w.measured(1), hole)->mark_off);
        QCOMPARE(read_at(*w.measured(2), hole)->thread, std::optional(mm(6.1)));
        QVERIFY(!read_at(*w.measured(2), hole)->screw);
    }

    void one_hole_by_itself() {
        ProofWindow w(app::ProofSlip::Hole);
        w.main.selection().select("T", "T1");
        QTRY_VERIFY(w.blank("thread"));
        w.fill("thread", "5.2");
        QTRY_VERIFY(w.verdict().contains("bad"));
        QVERIFY(w.all_words("holeCheck").contains("Depth of full thread: 5.2 mm"));
        w.fill("thread", "6.4");
        w.choose("screwGoes", "goes in tightly");
        QTRY_VERIFY(w.all_words("holeCheck").contains("run the tap through again"));
        w.choose("screwGoes", "stops");
        QTRY_VERIFY(w.blank("stopsAt"));
        w.fill("stopsAt", "3");
        QTRY_VERIFY(w.all_words("holeCheck").contains("stops at 3 mm"));
        w.choose("screwGoes", "goes in by hand");
        QTRY_VERIFY(w.all_words("holeCheck").contains("its head seats: good"));
        w.fill("thread", "");
        w.choose("screwGoes", "was not tried");
        QTRY_VERIFY(!w.measured()); // nothing is left of it
        w.fill("thread", "deep", false);
        QVERIFY(!w.blank("thread")->fault().isEmpty());
        w.fill("markX", "-0.5");
        QTRY_VERIFY2(w.words("markWords").contains("lean the top of the punch to the left"),
                     qPrintable(w.words("markWords")));
    }

    void does_it_bolt_up() {
        ProofWindow w;
        for (int line = 1, all = w.proposals(); line <= all; ++line)
            w.read(line, 0.0);
        w.click("pageBolts");
        QTRY_VERIFY2(w.all_words("boltWords").contains("It bolts up"), qPrintable(w.all_words("boltWords")));
        const QString id = QString::number(w.job().patterns[0].id);
        w.fill("bolt:" + id, "5.9");
        QTRY_VERIFY2(w.all_words("boltWords").contains("does not go through"), qPrintable(w.all_words("boltWords")));
        w.fill("bolt:" + id, "");
        w.choose("mateIs", "another piece that was measured");
        QTRY_VERIFY(w.all_words("boltWords").contains("Nothing was measured of piece 2"));
        w.choose("mateIs", "drilled or marked through this piece");
        QTRY_VERIFY(w.all_words("boltWords").contains("It bolts up"));
        w.click("tryOn");
        w.fill("fitMate:1", "the bearing block");
        w.choose("fitGoes:1", "does not go");
        QTRY_VERIFY(w.verdict().contains("bad"));
        w.click("fitGone:1");
        QTRY_VERIFY(w.measured()->fits.empty());
    }

    void reports_and_the_file() {
        ProofWindow w;
        for (int line = 1, all = w.proposals(); line <= all; ++line)
            w.read(line, 0.0);
        w.click("pageVerdict");
        w.next_file = w.folder.filePath("proof.csv");
        w.click("proofCsv");
        QFile csv(w.next_file);
        QTRY_VERIFY(csv.exists()); // it is made beside the window
        QVERIFY(csv.open(QIODevice::ReadOnly));
        const QByteArray text = csv.readAll();
        QVERIFY(text.startsWith("piece,face,hole,what,unit,planned,measured,error,limit,with,verdict"));
        QVERIFY(text.contains("1,top,A1,from its place,mm,"));
        w.next_file = w.folder.filePath("proof.json");
        w.click("proofData");
        QTRY_VERIFY(QFile::exists(w.next_file));
        const auto back = job_from_json(job_to_json(w.job()));
        QVERIFY(back && back->proof == w.job().proof);
        w.fill("provedPiece", "2");
        QTRY_VERIFY(w.verdict().contains("piece 2 yet"));
        w.fill("provedPiece", "3", false);
        QVERIFY(!w.blank("provedPiece")->fault().isEmpty());
    }

    // The demo of a finished and measured piece: one hole out, one whose screw goes tightly.
    void the_demo() {
        ProofWindow w;
        w.next_file = SOURCE_FOLDER "/demo/strike-side-cock.clockface.json";
        w.command("open");
        QCOMPARE(w.job().title, std::string("Strike-side cock"));
        w.main.show_stage(app::Stage::Proof);
        w.slip()->show_page(app::ProofSlip::Comes);
        QTRY_VERIFY2(w.verdict().contains("bad"), qPrintable(w.verdict()));
        QVERIFY(w.find<QAbstractButton>("proved:A4")->text().startsWith("✗"));
        QVERIFY(w.find<QAbstractButton>("proved:A2")->text().startsWith("✗"));
        QVERIFY(w.find<QAbstractButton>("proved:A1")->text().startsWith("✓"));
    }

    void a_thousand_readings_beside_the_window() {
        ProofWindow w;
        Job job = plate_of(400, 300, 12);
        job.patterns = {circle("A", {mm(200), mm(150)}, 250, 120, 0.0, Sense::CounterClockwise, 3.0)};
        job = with_ids(job);
        MeasuredPiece& piece = measured_piece(job.proof, 1);
        const MeasuredPart part = measured_part(job, piece, Estimates{});
        for (std::size_t i = 0; i < 120; ++i)
            for (std::size_t k = 1; k <= 8; ++k) {
                ProofReading each;
                each.kind = ReadingKind::Outside;
                each.between = {id_of(job, part.holes[i]), id_of(job, part.holes[(i + 7 * k) % 120])};
                each.length = distance(part.holes[i].at, part.holes[(i + 7 * k) % 120].at) + mm(3.0);
                piece.readings.push_back(each);
            }
        QVERIFY(w.document.edit("many", job));
        QTRY_VERIFY_WITH_TIMEOUT(w.words("measureCount").contains("of"), 60000); // the watchdog looks on
        w.click("pageVerdict");
        QTRY_VERIFY_WITH_TIMEOUT(w.find("proved:A1"), 60000);
    }
};

CLOCKFACE_WINDOW_MAIN(TestProofWindow)
#include "test_proof_window.moc"
