// What was put right in the figures, seen through the real window: the folded list, places that are unchecked, collars
// that do not come out even, dials in decimals, progress on other faces, threads as people write them.
#include "bench/bench_view.h"
#include "order/instruction_list.h"
#include "order/order_slip.h"
#include "ordering/wording.h"
#include "support/window.h"

#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QRegularExpression>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

struct ListWindow : Window {
    ListWindow() { main.show_stage(Stage::Order); }
    QListView* list() { return find<QListView>("instructions"); }
    InstructionList& model() { return *qobject_cast<InstructionList*>(list()->model()); }
    int moves_seen() {
        int seen = 0;
        for (int row = 0; row < model().rowCount(); ++row)
            seen += model().move_of(row) >= 0;
        return seen;
    }
    QString row(int at) { return model().index(at, 0).data(Qt::AccessibleTextRole).toString(); }
    int heading(const QString& begins) {
        for (int at = 0; at < model().rowCount(); ++at)
            if (model().move_of(at) < 0 && row(at).startsWith(begins))
                return at;
        return -1;
    }
};

} // namespace

class TestRightWindow : public QObject {
    Q_OBJECT
private slots:
    // Only the beginning is open at first; what is at hand follows the Bench.
    void the_list_opens_what_is_at_hand() {
        ListWindow w;
        w.choose("machine", "Metric mill");
        QCOMPARE(w.moves_seen(), 4); // zero is found by both sides of X and of Y
        QVERIFY(w.row(0).startsWith("To begin with") && w.row(0).endsWith("open"));
        const int drill = w.heading("1.8 mm drill");
        QVERIFY(drill > 0 && w.row(drill).contains("D1 to D3") && w.row(drill).endsWith("closed"));
        const auto& list = w.document.plan().route.list;
        int at_hand = 0; // the first cut with the second cutter
        for (int changes = 0; changes < 2 || !std::holds_alternative<DrillHole>(list[std::size_t(at_hand)].action);)
            changes += std::holds_alternative<ChangeCutter>(list[std::size_t(++at_hand)].action);
        w.document.set_done(at_hand);
        w.model().refresh();
        bool open = false;
        for (int row = 0; row < w.model().rowCount(); ++row)
            open = open || w.model().move_of(row) == at_hand;
        QVERIFY(open);
    }
    void headings_open_by_click_and_by_enter() {
        ListWindow w;
        w.choose("machine", "Metric mill");
        const int drill = w.heading("1.8 mm drill");
        w.list()->scrollTo(w.model().index(drill, 0));
        QTest::mouseClick(w.list()->viewport(), Qt::LeftButton, {},
                          w.list()->visualRect(w.model().index(drill, 0)).center());
        QVERIFY(w.row(drill).endsWith("open"));
        QCOMPARE(w.list()->currentIndex().row(), drill);
        QVERIFY(w.row(drill + 2).startsWith("D") || w.model().move_of(drill + 1) >= 0);
        // By keys: down to a hole's heading, Enter opens it and its moves follow.
        int hole = drill + 1;
        while (w.model().move_of(hole) >= 0)
            ++hole;
        w.list()->setFocus();
        w.list()->setCurrentIndex(w.model().index(hole, 0));
        QVERIFY(w.find<QLabel>("why")->text().contains("Enter"));
        const int before = w.moves_seen();
        QTest::keyClick(w.list(), Qt::Key_Return);
        QVERIFY(w.row(hole).endsWith("open") && w.moves_seen() > before);
        QVERIFY(w.model().move_of(hole + 1) >= 0);
        QTest::keyClick(w.list(), Qt::Key_Return);
        QVERIFY(w.row(hole).endsWith("closed"));
        QCOMPARE(w.moves_seen(), before);
        // A move still says why, and chooses its hole.
        w.main.findChild<OrderSlip*>()->choose_move(4);
        QVERIFY(w.find<QLabel>("why")->text().startsWith("Why?"));
        QVERIFY(!w.main.selection().hole().empty());
    }
    void what_is_left_for_the_hands_stands_by_itself() {
        ListWindow w;
        w.choose("machine", "Metric mill");
        const int hands = w.heading("By hand");
        QVERIFY(hands > 0);
        w.model().toggle(hands);
        const int move = w.model().move_of(hands + 1);
        QVERIFY(move >= 0);
        QVERIFY(std::holds_alternative<WorkByHand>(w.document.plan().route.list[std::size_t(move)].action));
    }
    void a_short_list_is_not_folded() {
        ListWindow w;
        Job job = w.job();
        job.patterns = {single("A", 20, 20)};
        job.patterns[0].hole = HoleSpec{Purpose::Plain, mm(4), "", {}};
        QVERIFY(w.document.edit("one hole", job));
        w.choose("machine", "Readout mill");
        QVERIFY(w.document.plan().route.list.size() <= 14);
        QCOMPARE(w.moves_seen(), static_cast<int>(w.document.plan().route.list.size()));
    }

    void a_callout_is_told_where_it_says_a_thing_twice() {
        Window w;
        w.main.show_stage(Stage::Holes);
        auto* line = w.find<QLineEdit>("callout");
        QVERIFY(line);
        line->setFocus();
        const std::size_t before = w.job().patterns.size();
        Window::type(line, "5x M5 on 50 circle from 30 from 60");
        QTest::keyClick(line, Qt::Key_Return);
        QCOMPARE(w.job().patterns.size(), before);
        QCOMPARE(line->text(), QStringLiteral("5x M5 on 50 circle from 30 from 60")); // nothing typed is lost
        line->clear();
        Window::type(line, "2x M8x1.25 on 50 circle from 45 from 12 cw");
        QTest::keyClick(line, Qt::Key_Return);
        QCOMPARE(w.job().patterns.size(), before + 1);
        QCOMPARE(w.job().patterns.back().hole.label, std::string("M8"));
        // 45 clockwise from twelve o'clock is half past one: a bearing of 45 from the right.
        QCOMPARE(std::get<CirclePattern>(w.job().patterns.back().layout).first, deg(45));
    }

    // 1/16 in a turn in thousandths: 62.5 lines, typed as they are engraved; the list's figures are on the dial.
    void a_collar_of_62_and_a_half_lines() {
        Window w;
        w.main.show_shop("Inch mill");
        w.fill("lines:y", "62.5");
        const auto& wheels = std::get<Handwheels>(w.document.shop().machines[1].kind);
        QCOMPARE(wheels.y.lines, 62.5);
        w.fill("lines:y", "many");
        QVERIFY(!w.blank("lines:y")->fault().isEmpty());
        QTest::keyClick(w.blank("lines:y"), Qt::Key_Escape);
        w.main.show_stage(Stage::Order);
        w.choose("machine", "Inch mill");
        const SetupPlan& plan = w.document.plan();
        QVERIFY(plan.run.complaints.empty());
        // Half a line each way, and what halving leaves of zero: 0.00106.
        QVERIFY(plan.run.worst()->miss < Length::inches(0.0011));
        for (const Instruction& each : plan.route.list)
            if (const auto* move = std::get_if<TurnHandwheel>(&each.action); move && move->axis == Axis::Y) {
                QVERIFY(move->line >= 0 && move->line <= 62);
                // A line of a thousandth, never half of one.
                const QString words = QString::fromStdString(in_words(each, words_for(w.job(), plan)).sentence);
                QVERIFY2(words.contains(QRegularExpression(QStringLiteral("to 0\\.0\\d\\d(\\D|$)"))),
                         qPrintable(words));
            }
    }
    void inch_screws_clear_by_the_charts() {
        Window w;
        w.main.show_shop("cutting");
        w.choose("chartClearance", "the charts of the bench");
        QVERIFY(w.document.shop().customs.chart_clearance);
        w.document.undo_stack().undo();
        QVERIFY(!w.document.shop().customs.chart_clearance);
    }

    // The same step ticked off on the front face is found again there, and the list that has changed is noticed there.
    void progress_on_another_face() {
        Window w;
        Job job = w.job();
        job.blank = Blank{};
        job.blank.shape = BlankShape::Block;
        job.blank.width.nominal = mm(100);
        job.blank.height.nominal = mm(60);
        job.blank.thickness = mm(30);
        job.datum = Datum{};
        job.other_datums.clear();
        job.patterns.clear();
        job = with_face_up(job, Face::Front);
        job.patterns = {single("A", 0, 0)};
        job.patterns[0].face = Face::Front;
        job.holes_called_for.reset();
        at_hand(job).order = {};
        const auto kept = w.document.edit("front", job);
        QVERIFY2(kept, kept ? "" : kept.error().text().c_str());
        w.main.show_stage(Stage::Bench);
        auto* bench = w.find<BenchView>("bench");
        w.done_at_bench();
        w.done_at_bench();
        QCOMPARE(w.document.done(), 2);
        QVERIFY(!w.find<QLabel>("benchNote") || !w.find<QLabel>("benchNote")->text().contains("has changed"));
        QTest::keyClick(bench, Qt::Key_Escape);
        Job next = w.job();
        next.patterns[0].layout = SinglePattern{{mm(7), mm(3)}};
        QVERIFY(w.document.edit("moved", next));
        QCOMPARE(w.document.done(), 2); // nothing was cut yet, so nothing is out of place
        while (!w.document.bench().finished() && w.document.bench().now()->deed.act != Act::Cut)
            w.document.next_done();
        w.document.next_done();
        next.patterns[0].layout = SinglePattern{{mm(9), mm(3)}};
        QVERIFY(w.document.edit("moved", next));
        w.main.show_stage(Stage::Bench);
        QVERIFY(w.find<QLabel>("benchNote") && w.find<QLabel>("benchNote")->text().contains("has changed"));
    }

    // Two holes and one reading between them: both have a place, neither is checked; it is said and drawn.
    void unchecked_places_are_shown() {
        Window w;
        Job job = w.job();
        job.old_part = OldPart{};
        for (const auto& [name, x] : {std::pair("H1", 0.0), {"H2", 40.0}, {"H3", 20.0}}) {
            OldHole hole;
            hole.name = name;
            hole.diameter = mm(6);
            hole.sketched = {mm(x), mm(x == 20.0 ? 30.0 : 0.0)};
            job.old_part.holes.push_back(hole);
        }
        const auto read = [&](const char* one, const char* other, double value) {
            Reading reading;
            reading.kind = ReadingKind::Outside;
            reading.between = {one, other};
            reading.length = mm(value);
            job.old_part.readings.push_back(reading);
        };
        read("H1", "H2", 46);
        read("H1", "H3", 42.06);
        read("H2", "H3", 42.06);
        QVERIFY(w.document.edit("a part", job));
        w.command("oldPart");
        const Survey& found = w.document.survey();
        QVERIFY(found.settled() && !found.checked());
        auto* words = w.find<QLabel>("surveyWords");
        QVERIFY(words);
        QVERIFY2(words->text().contains("3 holes are unchecked"), qPrintable(words->text()));
        // A slip of the pen is told where no reading is to spare: 46 was 146.
        Job slip = w.job();
        slip.old_part.readings[0].length = mm(146);
        QVERIFY(w.document.edit("a slip", slip));
        QVERIFY2(words->text().contains("cannot lie so"), qPrintable(words->text()));
        for (const SurveyedHole& hole : w.document.survey().holes)
            QVERIFY(!hole.at);
    }
    void fits_are_said_where_parts_are_counted() {
        Window w; // the flange has two 4 H7
        w.main.show_stage(Stage::Order);
        w.click("orderProofPage");
        QVERIFY(w.await<QLabel>("manyParts")->text().contains("Holes with a fit are judged by 0.05 mm"));
    }
};

CLOCKFACE_WINDOW_MAIN(TestRightWindow)
#include "test_right_window.moc"
