// Set-ups and pieces in the real window: the block's two faces, the Bench from one to the next, three pieces, jumps,
// notes and spoiled holes.
#include "bench/bench_view.h"
#include "support/window.h"

#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QMenu>
#include <QPushButton>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

QString text_of(Window& w, const char* name) {
    const auto* label = w.find<QLabel>(name);
    return label ? label->text() : QString();
}

void key(Window& w, Qt::Key pressed, Qt::KeyboardModifiers with = Qt::NoModifier) {
    QTest::keyClick(w.find<BenchView>("bench"), pressed, with);
}

// Space until the set-up at hand is finished.
void work_off(Window& w) {
    for (int i = 0; i < 3000 && !w.document.bench().finished(); ++i)
        w.done_at_bench();
    QVERIFY(w.document.bench().finished());
}

QAction* in_menu(Window& w, const QString& words) {
    key(w, Qt::Key_M);
    for (QMenu* menu : w.main.findChildren<QMenu*>())
        if (menu->isVisible() || menu->objectName() == "benchHoles")
            for (QAction* action : menu->actions())
                if (action->text().remove(QLatin1Char('&')).startsWith(words))
                    return action;
    return nullptr;
}

} // namespace

class TestSetupsWindow : public QObject {
    Q_OBJECT
private slots:
    void a_flat_part_is_asked_nothing_more() {
        Window w;
        w.main.show_stage(Stage::Order);
        QVERIFY(!w.find<QToolButton>("setup"));
        w.click("orderSetupPage");
        QVERIFY(!w.find("setupName1") && w.find("setupAdd"));
        w.main.show_stage(Stage::Bench);
        QVERIFY(!text_of(w, "benchWhere").contains("set-up"));
    }
    void the_block_shows_its_set_ups() {
        Window w;
        w.command("demo-fly-bearing-block");
        w.main.show_stage(Stage::Order);
        QCOMPARE(w.find<QToolButton>("setup")->text(), QStringLiteral("1: top"));
        const int steps = w.document.undo_stack().count();
        w.choose("setup", "2: front");
        QCOMPARE(w.document.undo_stack().count(), steps + 1);
        QVERIFY(w.job().blank.up == Face::Front);
        QCOMPARE(w.document.plan().holes.size(), 1U);
        w.choose("machine", "Readout mill");
        QCOMPARE(w.document.whole_plan().setups[0].machine.name, std::string("Metric mill"));
        QCOMPARE(w.document.whole_plan().setups[1].machine.name, std::string("Readout mill"));
        w.document.undo_stack().undo();
        w.document.undo_stack().undo();
        QVERIFY(w.job().blank.up == Face::Top);
        QCOMPARE(w.find<QToolButton>("setup")->text(), QStringLiteral("1: top"));
    }
    void the_bench_goes_from_one_set_up_to_the_next() {
        Window w;
        w.command("demo-fly-bearing-block");
        w.main.show_stage(Stage::Bench);
        QVERIFY(text_of(w, "benchWhere").contains("set-up 1 of 2: top"));
        work_off(w);
        QVERIFY(text_of(w, "benchHeading").contains("this set-up"));
        QVERIFY(w.find<QPushButton>("benchDone")->text().contains("front"));
        const int steps = w.document.undo_stack().count();
        w.done_at_bench();
        QVERIFY(text_of(w, "benchWhere").contains("set-up 2 of 2: front"));
        QCOMPARE(w.document.undo_stack().count(), steps); // a place, not a figure
        work_off(w);
        QVERIFY(text_of(w, "benchHeading") == "The last move is done");
        QVERIFY(!w.find<QPushButton>("benchDone")->isEnabled());
        QVERIFY(!w.document.next_setup());
        // All of it is in the file.
        w.next_file = w.folder.filePath("block.clockface.json");
        w.main.save_as();
        Window again;
        QVERIFY(again.main.open_file(w.next_file));
        QVERIFY(again.document.bench().finished() && !again.document.next_setup());
    }
    void three_pieces() {
        Window w;
        Job job = w.job();
        job.pieces = 3;
        QVERIFY(w.document.edit("pieces", job));
        w.main.show_stage(Stage::Bench);
        QVERIFY(text_of(w, "benchWhere").contains("piece 1 of 3"));
        w.done_at_bench();
        w.done_at_bench();
        QAction* second = in_menu(w, "2, not begun");
        if (!second) { // it stands in the menu of pieces
            for (QAction* action : w.main.findChildren<QAction*>())
                if (action->text() == "2, not begun")
                    second = action;
        }
        QVERIFY(second);
        second->trigger();
        QVERIFY(text_of(w, "benchWhere").contains("piece 2 of 3"));
        QCOMPARE(w.document.bench().next, 0);
        QCOMPARE(w.job().begun.size(), 1U); // a piece is kept once something was done to it
        work_off(w);
        w.done_at_bench();
        QVERIFY(text_of(w, "benchWhere").contains("piece 3 of 3"));
        // Others lay on the machine meanwhile: its zero has to be found again, and that is told.
        w.document.choose_piece(1);
        QCOMPARE(w.document.bench().next, 0);
        QVERIFY(text_of(w, "benchNote").contains("begins with finding zero again"));
        w.done_at_bench();
        QVERIFY(!text_of(w, "benchNote").contains("begins with finding zero again"));
        QCOMPARE(w.document.bench().next, 1);
        w.document.choose_piece(2);
        QVERIFY(w.document.bench().finished());
    }
    void another_hole_a_note_and_a_spoiled_one() {
        Window w;
        w.main.show_stage(Stage::Bench);
        for (int i = 0; i < 6; ++i)
            w.done_at_bench();
        QAction* hole = in_menu(w, "C3: planned");
        QVERIFY(hole);
        hole->trigger();
        QVERIFY(w.document.bench().from_zero);
        QVERIFY(text_of(w, "benchWhere").contains("move 1 of"));
        while (w.document.bench().now()->deed.act != Act::Cut)
            w.done_at_bench();
        QCOMPARE(w.document.plan().holes[static_cast<std::size_t>(w.document.bench().now()->hole)].name,
                 std::string("C3"));
        QAction* spoiled = in_menu(w, "C3 is spoiled");
        QVERIFY(spoiled);
        spoiled->trigger();
        QTest::keyClick(w.find("benchNoteLine"), Qt::Key_Return); // nothing was seen that is worth a word
        for (const Task& task : w.document.bench().tasks)
            QVERIFY(task.deed.act != Act::Cut || task.hole < 0 ||
                    w.document.plan().holes[static_cast<std::size_t>(task.hole)].name != "C3");
        key(w, Qt::Key_N);
        auto* line = w.find<QLineEdit>("benchNoteLine");
        QVERIFY(line && line->isVisible() && line->hasFocus());
        QTest::keyClicks(line, "chips in the bore");
        QTest::keyClick(line, Qt::Key_Return);
        QVERIFY(std::holds_alternative<Noted>(w.job().begun.at(0).log.back().what));
        const std::size_t lines = w.job().begun.at(0).log.size();
        key(w, Qt::Key_N);
        QTest::keyClicks(w.find<QLineEdit>("benchNoteLine"), "not this");
        QTest::keyClick(w.find<QLineEdit>("benchNoteLine"), Qt::Key_Escape);
        QCOMPARE(w.job().begun.at(0).log.size(), lines);
        QAction* mark = in_menu(w, "Mark of this piece");
        QVERIFY(mark);
        mark->trigger();
        QTest::keyClicks(w.find<QLineEdit>("benchNoteLine"), "B");
        QTest::keyClick(w.find<QLineEdit>("benchNoteLine"), Qt::Key_Return);
        QCOMPARE(w.job().begun.at(0).mark, std::string("B"));
        QVERIFY(text_of(w, "benchWhere").contains("piece B of 2"));
        QCOMPARE(w.main.stage(), Stage::Bench);
    }
    void set_ups_of_ones_own() {
        Window w;
        w.command("demo-fly-bearing-block");
        w.main.show_stage(Stage::Order);
        w.click("orderSetupPage");
        w.choose("handworkApart", "in a set-up of its own");
        QCOMPARE(w.job().setups.size(), 4U); // the burr of the oil hole is handwork too
        QVERIFY(!w.job().own_setups);
        w.fill("setupName3", "At the vise");
        QCOMPARE(in_words(w.job(), w.job().setups[2]), std::string("At the vise"));
        w.click("setupAdd");
        QVERIFY(w.job().own_setups);
        QCOMPARE(w.job().setups.size(), 5U);
        w.choose("setupMakes5", "the holes of");
        w.fill("setupPatterns5", "c, A", false);
        QVERIFY(std::get<OfPatterns>(w.job().setups[4].makes).patterns.size() == 1U); // there is no pattern c
        w.fill("setupPatterns5", "C, A");
        QCOMPARE(std::get<OfPatterns>(w.job().setups[4].makes).patterns.size(), 2U);
        const auto& plan = w.document.whole_plan();
        for (const int hole : plan.setups[4].route.order)
            QVERIFY(plan.setups[4].holes[static_cast<std::size_t>(hole)].name[0] == 'A' ||
                    plan.setups[4].holes[static_cast<std::size_t>(hole)].name[0] == 'C');
        // Its holes are drilled after the vise has tapped them: that is told, and mended.
        const auto early = [&] {
            return std::any_of(w.document.findings().begin(), w.document.findings().end(),
                               [](const Finding& each) { return each.kind == FindingKind::TooEarly; });
        };
        QVERIFY(early());
        for (int at = 5; at > 1; --at)
            w.click(QStringLiteral("setupEarlier%1").arg(at));
        QVERIFY(!early());
        w.click("setupsProposed");
        QCOMPARE(w.job().setups.size(), 4U);
        while (w.document.undo_stack().canUndo())
            w.document.undo_stack().undo();
        QCOMPARE(w.job().setups.size(), 2U);
    }
    void the_list_knows_what_is_done() {
        Window w;
        w.document.set_done(30);
        w.document.jump_to(HoleId{w.job().patterns[2].id, 2});
        const auto& behind = w.document.moves_done();
        QCOMPARE(std::count(behind.begin(), behind.end(), true),
                 29); // the last was a move, and the hand went elsewhere
        w.main.show_stage(Stage::Order);
        const auto* list = w.main.findChild<QListView*>("instructions");
        QVERIFY(list);
        int ticked = 0;
        for (int row = 0; row < list->model()->rowCount(); ++row)
            ticked += list->model()->index(row, 0).data().toString().contains(QChar(0x2713)) ? 1 : 0;
        QVERIFY(ticked > 0);
    }
};

CLOCKFACE_WINDOW_MAIN(TestSetupsWindow)
#include "test_setups_window.moc"
