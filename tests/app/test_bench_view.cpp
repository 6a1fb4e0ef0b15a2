// The Bench, walked from the first move to the last on every machine.
#include "support/window.h"

#include <QLabel>
#include <QRegularExpression>
#include <QSettings>
#include <set>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

class TestBenchView : public QObject {
    Q_OBJECT
private slots:
    void the_whole_list_is_walked_data() {
        QTest::addColumn<QString>("machine");
        for (const Machine& machine : default_shop().machines)
            QTest::newRow(machine.name.c_str()) << QString::fromStdString(machine.name);
    }
    void the_whole_list_is_walked() {
        QFETCH(QString, machine);
        Window w;
        w.main.show_stage(Stage::Order);
        w.choose("machine", machine);
        w.click("goToBench");
        QCOMPARE(w.main.stage(), Stage::Bench);
        auto* bench = w.find<BenchView>("bench");
        const int all = static_cast<int>(w.document.plan().route.list.size());
        const int tasks = static_cast<int>(w.document.bench().tasks.size());
        QVERIFY(tasks >= all); // what is done by hand is one task for each hole
        const CardSize size = usual_card_size(w.document.plan().machine.kind);
        const std::vector<BenchCard> cards = cards_of(w.document.bench(), size);
        const QString words = size == CardSize::Hole ? "card %1 of %2" : "move %1 of %2";
        for (std::size_t step = 0; step < cards.size(); ++step) {
            QCOMPARE(w.document.bench().next, cards[step].first);
            QVERIFY(w.find<QLabel>("benchWhere")->text().contains(words.arg(step + 1).arg(cards.size())));
            QCOMPARE(w.find("benchCard") != nullptr, cards[step].end - cards[step].first > 1);
            const QString shown = w.find<BigFigures>("bigFigures")->accessibleName();
            QVERIFY(!shown.isEmpty());
            QVERIFY(!w.find<QLabel>("benchHeading")->text().isEmpty());
            bench->grab(); // every picture is really drawn
            w.done_at_bench();
        }
        QCOMPARE(w.document.done(), all);
        QVERIFY(w.find<QLabel>("benchHeading")->text().contains("last move"));
        w.done_at_bench(); // on to the next piece
        QCOMPARE(w.document.piece().number, 2);
        QCOMPARE(w.document.done(), 0);
        w.document.choose_piece(1);
        QCOMPARE(w.document.done(), all);
        QTest::keyClick(bench, Qt::Key_Backspace);
        QCOMPARE(w.document.bench().next, cards.back().first);
        QTest::keyClick(bench, Qt::Key_Home);
        QCOMPARE(w.document.done(), 0);
    }
    void the_place_is_kept_in_the_file() {
        Window w;
        w.main.show_stage(Stage::Bench);
        auto* bench = w.find<BenchView>("bench");
        for (int i = 0; i < 9; ++i)
            w.done_at_bench();
        QTest::keyClick(bench, Qt::Key_Backspace);
        const QString shown = w.find<BigFigures>("bigFigures")->accessibleName();
        QTest::keyClick(bench, Qt::Key_Escape);
        QCOMPARE(w.main.stage(), Stage::Order);
        w.next_file = w.folder.filePath("flange.clockface.json");
        w.main.save_as();
        w.main.new_job();
        QVERIFY(w.main.open_file(w.next_file));
        w.main.show_stage(Stage::Bench);
        QCOMPARE(w.document.done(), 8);
        QCOMPARE(w.find<BigFigures>("bigFigures")->accessibleName(), shown);
    }
    void figures_are_those_of_the_list() {
        Window w;
        w.main.show_stage(Stage::Bench);
        auto* bench = w.find<BenchView>("bench");
        QCOMPARE(w.find<BigFigures>("bigFigures")->accessibleName(), QStringLiteral("X 0.00"));
        for (int touch = 0; touch < 4; ++touch) // zero is found, from both sides each way; now the first cutter
            w.done_at_bench();
        QCOMPARE(w.find<BigFigures>("bigFigures")->accessibleName(), QStringLiteral("#1 centre drill"));
        w.done_at_bench(); // and Y to D2, −18.3: 915 lines, 7 turns and 40 lines, one more past
        QCOMPARE(w.find<BigFigures>("bigFigures")->accessibleName(), QStringLiteral("8 turns, then on to 0.80 mm"));
        QVERIFY(!w.find("benchWhy"));
        QTest::keyClick(bench, Qt::Key_H);
        QVERIFY(w.find<QLabel>("benchWhy")->text().contains("915 lines"));
    }
    void near_enough_is_told_of_a_readout() {
        Window w;
        Job job = w.document.job();
        at_hand(job).machine = "Readout mill";
        QVERIFY(w.document.edit("machine", job));
        w.main.show_stage(Stage::Bench);
        auto* bench = w.find<BenchView>("bench");
        const auto is_go = [&] {
            return std::holds_alternative<GoToReadout>(
                w.document.bench().list.list[static_cast<std::size_t>(w.document.bench().now()->move)].action);
        };
        QTest::keyClick(bench, Qt::Key_H);
        QVERIFY(!w.find<QLabel>("benchWhy")->text().contains("Near enough"));
        while (!is_go())
            w.done_at_bench();
        // The flange allows 0.15; zero and a spotted drill leave less than 0.15 / sqrt 2.
        const QString why = w.find<QLabel>("benchWhy")->text();
        const auto found = QRegularExpression("Near enough for this hole: within (0\\.0\\d+) mm in X").match(why);
        QVERIFY2(found.hasMatch(), qPrintable(why));
        const double off = found.captured(1).toDouble();
        QVERIFY(off >= 0.005 && off < 0.1061 && std::fabs(std::remainder(off, 0.005)) < 1e-9);
    }
    void figures_are_large_enough_data() {
        QTest::addColumn<QSize>("size");
        QTest::addColumn<double>("least"); // pixels
        QTest::newRow("a large screen") << QSize(1920, 1080) << 108.0;
        QTest::newRow("the smallest window") << QSize(1024, 700) << 72.0;
    }
    void figures_are_large_enough() {
        QFETCH(QSize, size);
        QFETCH(double, least);
        Window w;
        w.main.resize(size);
        for (const char* machine : {"Metric mill", "Readout mill"}) {
            w.to_the_bench(machine);
            for (int i = 0; i < 12; ++i) {
                QTest::qWait(0);
                const Task& task = *w.document.bench().now();
                auto* figures = w.find<BigFigures>("bigFigures");
                if (task.deed.act == Act::Move && task.hole >= 0) // what is set; names of cutters are longer
                    QVERIFY2(figures->digit_height() >= least,
                             qPrintable(
                                 QStringLiteral("%1: %2").arg(figures->accessibleName()).arg(figures->digit_height())));
                w.done_at_bench();
            }
        }
    }
    // 8 turns and on to 0.80: after three, five are left and the slide of 2.5 a turn has gone 7.5.
    void turns_are_counted() {
        Window w;
        w.main.show_stage(Stage::Bench);
        auto* bench = w.find<BenchView>("bench");
        const auto shown = [&] { return w.find<BigFigures>("bigFigures")->accessibleName(); };
        while (shown() != "8 turns, then on to 0.80 mm")
            w.done_at_bench();
        for (int i = 0; i < 3; ++i)
            QTest::keyClick(bench, Qt::Key_Down);
        QCOMPARE(shown(), QString("5 of 8 turns left 0.80 mm"));
        const auto* wheels = std::get_if<Handwheels>(&w.document.plan().machine.kind);
        QVERIFY(wheels && same(wheels->y.lead, mm(2.5)));
        QVERIFY2(w.find<QLabel>("benchNote")->text().startsWith("3 turns made: the slide has gone 7.5 mm"),
                 qPrintable(w.find<QLabel>("benchNote")->text()));
        QTest::keyClick(bench, Qt::Key_Up);
        QCOMPARE(shown(), QString("6 of 8 turns left 0.80 mm"));
        for (int i = 0; i < 20; ++i)
            QTest::keyClick(bench, Qt::Key_Down);
        QCOMPARE(shown(), QString("0 of 8 turns left 0.80 mm"));
        w.done_at_bench(); // the next move begins with none
        QVERIFY(!shown().contains("left"));
        QTest::keyClick(bench, Qt::Key_Backspace);
        QCOMPARE(shown(), QString("8 turns, then on to 0.80 mm"));
    }
    void nothing_overlaps_in_the_smallest_window() {
        Window w;
        w.main.resize(1024, 700);
        for (const Machine& machine : w.document.shop().machines) {
            w.to_the_bench(machine.name);
            auto* bench = w.find<BenchView>("bench");
            for (int i = 0; i < 12; ++i) {
                QApplication::processEvents();
                const QRect figures = w.find("bigFigures")->geometry();
                for (const char* other : {"benchHeading", "benchDirection", "benchNote", "benchNext", "benchDone"})
                    if (auto* widget = w.find(other))
                        QVERIFY2(
                            !widget->geometry().intersects(figures),
                            qPrintable(
                                QStringLiteral("%1, move %2: %3").arg(machine.name.c_str()).arg(i + 1).arg(other)));
                w.done_at_bench();
            }
            QTest::keyClick(bench, Qt::Key_Home);
        }
    }
    void buttons_are_knuckle_wide_and_never_take_the_space_key() {
        Window w;
        w.main.show_stage(Stage::Bench);
        QTest::mouseClick(w.find("benchGate"), Qt::LeftButton); // the seat is clean: the first touch
        QTest::mouseClick(w.find("benchDone"), Qt::LeftButton);
        QTest::mouseClick(w.find("benchBack"), Qt::LeftButton);
        QCOMPARE(w.document.done(), 1);
        QTest::keyClick(QApplication::focusWidget(), Qt::Key_Space);
        QCOMPARE(w.document.done(), 2);
        for (const char* name : {"benchDone", "benchBack", "benchWhyButton"})
            QVERIFY(w.find(name)->width() >= 48 && w.find(name)->height() >= 48);
    }
    // All that means done, pressed at every gate of a job on every machine: nothing goes on, and it is said why.
    void no_gate_is_answered_by_what_means_done() {
        Window w;
        Shop shop = w.document.shop();
        shop.customs.novice = true;
        QVERIFY(w.document.edit_shop("a beginner", shop, {}));
        std::set<QString> met;
        for (const Machine& machine : w.document.shop().machines) {
            w.to_the_bench(machine.name);
            auto* bench = w.find<BenchView>("bench");
            std::set<QString> here; // each gate is tried once a machine
            for (;;) {
                const bool finished = w.document.bench().finished();
                QWidget* gate = w.find("benchGate");
                if (gate && here.insert(gate->property("key").toString()).second) {
                    const int at = w.document.bench().next, piece = w.document.piece().number;
                    for (const int key : {Qt::Key_Space, Qt::Key_Right, Qt::Key_Return, Qt::Key_PageDown, Qt::Key_X})
                        QTest::keyClick(bench, Qt::Key(key));
                    QTest::mouseClick(w.find("benchDone"), Qt::LeftButton);
                    QCOMPARE(w.document.bench().next, at);
                    QCOMPARE(w.document.piece().number, piece);
                    QTest::keyClick(bench, Qt::Key_Space);
                    QVERIFY(w.find<QLabel>("benchNote")
                                ->text()
                                .contains("Only " + gate->property("key").toString() + " answers this"));
                }
                met.insert(here.begin(), here.end());
                if (finished)
                    break;
                w.done_at_bench();
            }
            QTest::keyClick(bench, Qt::Key_Home);
        }
        QCOMPARE(met, (std::set<QString>{"K", "L", "R", "S", "T", "U"}));
    }
    void gates_that_are_quietened_are_not_asked() {
        Window w;
        Shop shop = w.document.shop();
        shop.customs.quietened = {GateKind::SeatClean, GateKind::Measured, GateKind::SeenThrough, GateKind::LetGo,
                                  GateKind::HeldKeyOut};
        QVERIFY(w.document.edit_shop("used to it", shop, {}));
        w.main.show_stage(Stage::Bench);
        int asked = 0, changes = 0;
        while (!w.document.bench().finished()) {
            const BenchState& bench = w.document.bench();
            const bool change = std::holds_alternative<ChangeCutter>(
                bench.list.list[static_cast<std::size_t>(bench.now()->move)].action);
            changes += change ? 1 : 0;
            asked += w.find("benchGate") ? 1 : 0;
            QCOMPARE(w.find("benchGate") != nullptr, change); // key and holding are asked all the same
            w.done_at_bench();
        }
        QVERIFY(changes > 3 && asked == changes && !w.find("benchGate"));
    }
    // A card a hole or a move: chosen with C, kept for the machine, the next window has it too.
    void the_size_of_a_card_is_chosen_and_kept() {
        Window w;
        w.to_the_bench("Readout mill");
        auto* bench = w.find<BenchView>("bench");
        while (!w.find("benchCard"))
            w.done_at_bench();
        const int at = w.document.bench().next;
        QVERIFY(w.find("benchCard")->accessibleName().contains("Lock both slides"));
        QVERIFY(w.find<QLabel>("benchWhere")->text().contains("card "));
        QTest::keyClick(bench, Qt::Key_Right); // only the move that leads there
        QCOMPARE(w.document.bench().next, at + 1);
        QVERIFY(w.find("benchCard"));
        QTest::keyClick(bench, Qt::Key_Left);
        QCOMPARE(w.document.bench().next, at);
        QTest::keyClick(bench, Qt::Key_Space);
        QCOMPARE(w.document.bench().next, at + 2);
        QTest::keyClick(bench, Qt::Key_Backspace);
        QCOMPARE(w.document.bench().next, at);
        QTest::keyClick(bench, Qt::Key_C);
        QVERIFY(!w.find("benchCard") && w.find<QLabel>("benchWhere")->text().contains("move "));
        QTest::keyClick(bench, Qt::Key_Space);
        QCOMPARE(w.document.bench().next, at + 1);
        QSettings kept(w.folder.filePath("settings.ini"), QSettings::IniFormat);
        BenchView another(w.document);
        another.keep_in(kept);
        kept.setValue("cards/" + QString::fromStdString(w.document.plan().machine.id), "move");
        another.resize(1000, 700);
        another.show();
        QVERIFY(another.findChild<QLabel*>("benchWhere")->text().contains("move "));
        QTest::keyClick(&another, Qt::Key_C);
        QCOMPARE(kept.value("cards/" + QString::fromStdString(w.document.plan().machine.id)).toString(),
                 QString("hole"));
        QVERIFY(another.findChild<QLabel*>("benchWhere")->text().contains("card "));
    }
    void a_changed_list_is_told() {
        Window w;
        w.document.set_done(6);
        w.main.selection().select("E", {});
        w.fill("placeX", "-13.1"); // its turn has not come: nothing to tell
        QVERIFY(!w.document.bench().broken_off);
        QCOMPARE(w.document.done(), 6);
        w.document.set_done(static_cast<int>(w.document.plan().route.list.size()));
        w.fill("placeX", "-13.4"); // now it is drilled where it is not wanted any more
        QVERIFY(w.find<QLabel>("finding")->text().contains("not wanted so any more"));
        w.main.show_stage(Stage::Bench);
        QVERIFY(w.find<QLabel>("benchNote")->text().contains("has changed"));
        QVERIFY(w.find<QLabel>("benchNote")->text().contains("Nothing that is done is lost"));
    }
    void a_job_without_holes_has_an_empty_bench() {
        Window w;
        w.command("new");
        w.main.show_stage(Stage::Bench);
        auto* bench = w.find<BenchView>("bench");
        w.done_at_bench();
        bench->grab();
        QVERIFY(w.document.plan().route.list.empty());
        QCOMPARE(w.document.done(), 0);
        QVERIFY(w.job().begun.empty()); // nothing was noted that was not done
    }
};

CLOCKFACE_WINDOW_MAIN(TestBenchView)
#include "test_bench_view.moc"
