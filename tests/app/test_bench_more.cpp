// The Bench beside its cards: where am I, keys that are taught, a spoiled hole, one left for later, and coming back.
#include "bench/bench_view.h"
#include "formats/job_json.h"
#include "formats/text_file.h"
#include "plan/plan.h"
#include "support/window.h"

#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPluginLoader>
#include <QSettings>
#include <QTableWidget>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

// An entry of the menu under More…, in whatever menu of it.
void take(Window& w, const QString& words) {
    QTest::keyClick(w.find("bench"), Qt::Key_M);
    auto* menu = w.main.findChild<QMenu*>("benchMenu");
    QVERIFY(menu);
    for (QAction* each : menu->findChildren<QAction*>())
        if (each->text().remove(QLatin1Char('&')).startsWith(words)) {
            each->trigger();
            menu->close();
            delete menu;
            return;
        }
    QFAIL(qPrintable("nothing called " + words));
}

QString note(Window& w) {
    auto* label = w.find<QLabel>("benchNote");
    return label ? label->text() : QString();
}

// Hears what is said aloud.
struct Listener : Voice {
    QStringList heard;
    [[nodiscard]] bool works() const override { return true; }
    void speak(const QString& words) override { heard << words; }
};

HoleId id_at_hand(const Window& w) {
    const Task* task = w.document.bench().now();
    return task && task->deed.hole ? *task->deed.hole : HoleId{};
}

} // namespace

class TestBenchMore : public QObject {
    Q_OBJECT
private slots:
    void where_am_i_by_keys() {
        Window w;
        w.to_the_bench("Readout mill");
        for (int i = 0; i < 12; ++i)
            w.done_at_bench();
        const auto done_before = w.document.piece().log.size();
        QTest::keyClick(w.find("bench"), Qt::Key_W);
        auto* holes = w.find<QTableWidget>("whereHoles");
        QVERIFY(holes && holes->hasFocus() && !w.find("benchDone"));
        const int next = w.document.bench().next;
        QTest::keyClick(w.find("bench"), Qt::Key_Space); // what is done unseen is not done
        QCOMPARE(w.document.bench().next, next);
        QCOMPARE(holes->rowCount(), static_cast<int>(w.document.plan().holes.size()));
        QVERIFY(w.find("wherePieces")); // the flange is wanted four times
        // The row that is chosen is that of the next cut.
        const QString chosen = holes->verticalHeaderItem(holes->currentRow())->text();
        const int at_hand = w.document.bench().now()->hole;
        QCOMPARE(chosen, QString::fromStdString(w.document.plan().holes[static_cast<std::size_t>(at_hand)].name));
        int said_done = 0;
        for (int row = 0; row < holes->rowCount(); ++row)
            said_done += holes->item(row, 0)->text() == "done" ? 1 : 0;
        QVERIFY(said_done > 0 && said_done < holes->rowCount());
        // To another, four rows on, and there with Enter.
        for (int i = 0; i < 4; ++i)
            QTest::keyClick(holes, Qt::Key_Down);
        const QString wanted = holes->verticalHeaderItem(holes->currentRow())->text();
        QTest::keyClick(holes, Qt::Key_Return);
        QVERIFY(!w.find("whereHoles") && w.find("benchDone"));
        QVERIFY(w.document.bench().from_zero);
        const std::string first =
            w.document.plan().holes[static_cast<std::size_t>(w.document.bench().list.order.front())].name;
        QCOMPARE(QString::fromStdString(first), wanted);
        QVERIFY(w.document.piece().log.size() == done_before + 1); // nothing but that it was gone to
        QTest::keyClick(w.find("bench"), Qt::Key_W);
        QTest::keyClick(w.find("whereHoles"), Qt::Key_Escape);
        QVERIFY(w.main.stage() == Stage::Bench && w.find("benchDone"));
    }
    // Off until it is wanted; then every card says its figures once, with their signs, and V says them again.
    void figures_are_said_aloud() {
        Listener listener;
        Window w;
        w.to_the_bench("Readout mill");
        auto* bench = w.find<BenchView>("bench");
        bench->set_voice([&] { return &listener; });
        w.done_at_bench();
        QVERIFY(listener.heard.isEmpty());
        take(w, "Figures are said aloud");
        QCOMPARE(listener.heard.size(), 1);
        while (w.document.bench().now() && w.document.bench().now()->deed.act != Act::Move)
            w.done_at_bench();
        const auto heard = listener.heard.size();
        const QString last = listener.heard.back();
        QVERIFY2(last.contains("X ") && last.contains("Y ") && (last.contains("plus ") || last.contains("minus ")),
                 qPrintable(last));
        QVERIFY(!last.contains(QChar(0x2212)));
        bench->resize(bench->width() - 20, bench->height()); // the same card is not said twice
        QCOMPARE(listener.heard.size(), heard);
        QTest::keyClick(bench, Qt::Key_V);
        QVERIFY(listener.heard.size() == heard + 1 && listener.heard.back() == last);
        take(w, "Figures are said aloud");
        w.done_at_bench();
        QCOMPARE(listener.heard.size(), heard + 1);
    }
    // Where nothing can speak it stays off, and says so.
    void without_a_voice() {
        Window w;
        w.to_the_bench("Readout mill");
        w.find<BenchView>("bench")->set_voice([] { return nullptr; });
        take(w, "Figures are said aloud");
        QVERIFY2(note(w).startsWith("Nothing here can speak"), qPrintable(note(w)));
        // The plugin itself is there, and loads whether or not a voice is installed.
        QPluginLoader loader(QStringLiteral(VOICE_PLUGIN));
        QVERIFY2(qobject_cast<Voice*>(loader.instance()), qPrintable(loader.errorString()));
    }
    // Where the work lay otherwise until now that stands large, until the first thing is done as it lies now.
    void laid_otherwise_until_now() {
        Window w;
        QVERIFY(w.document.open(SOURCE_FOLDER "/demo/fly-bearing-block.clockface.json"));
        w.main.show_stage(Stage::Bench);
        QVERIFY(w.job().setups.size() > 1 && !w.find("benchBanner"));
        w.document.clock = [] { return std::int64_t{1775121300}; }; // some months ago
        const auto nothing_done = [&] { return w.document.piece().log.empty(); };
        while (nothing_done())
            w.done_at_bench();
        QVERIFY(!w.find("benchBanner"));
        const int first = at_hand(w.job()).id;
        const int other = w.job().setups[0].id == first ? w.job().setups[1].id : w.job().setups[0].id;
        w.document.go_to_setup(other);
        auto* banner = w.find<QLabel>("benchBanner");
        QVERIFY(banner && banner->text().contains("Until now the work lay for"));
        QVERIFY2(!note(w).contains("It was left after"), qPrintable(note(w))); // that zero is none of this one
        const auto before = w.document.piece().log.size();
        while (w.document.piece().log.size() == before)
            w.done_at_bench();
        QVERIFY(!w.find("benchBanner"));
    }
    // A drill cools after a hole where that is wanted: counted down beside the card, and nothing waits for it.
    void a_drill_cools() {
        Window w;
        w.to_the_bench("Readout mill");
        take(w, "For 10 seconds");
        const auto kind_at_hand = [&] {
            const auto card = card_at_hand(w.document.bench(), CardSize::Hole);
            const Task& last = w.document.bench().tasks[static_cast<std::size_t>(card->end - 1)];
            return last.deed.act == Act::Cut ? last.deed.what : std::string();
        };
        while (kind_at_hand() != "start")
            w.done_at_bench();
        w.done_at_bench();
        QVERIFY(!w.find("benchCools")); // the centre drill is not what gets hot
        while (kind_at_hand() != "drill" && kind_at_hand() != "pilot 1")
            w.done_at_bench();
        w.done_at_bench();
        auto* cools = w.find<CoolDown>("benchCools");
        QVERIFY(cools && cools->text().contains("10"));
        QTRY_VERIFY_WITH_TIMEOUT(cools->text().contains("9"), 3000);
        const auto done = w.document.piece().log.size();
        w.done_at_bench();
        QVERIFY(w.document.piece().log.size() > done);
        take(w, "It need not");
        QVERIFY(!w.find("benchCools"));
        w.done_at_bench();
        QVERIFY(!w.find("benchCools"));
    }
    void all_before_a_hole_is_done() {
        Window w;
        w.to_the_bench("Readout mill");
        QTest::keyClick(w.find("bench"), Qt::Key_W);
        auto* holes = w.find<QTableWidget>("whereHoles");
        holes->setCurrentCell(5, 0);
        const QString wanted = holes->verticalHeaderItem(5)->text();
        QTest::keyClick(holes, Qt::Key_A);
        const Task* now = w.document.bench().now();
        QVERIFY(now && now->hole >= 0);
        QCOMPARE(QString::fromStdString(w.document.plan().holes[static_cast<std::size_t>(now->hole)].name), wanted);
        int done = 0;
        for (int row = 0; row < holes->rowCount(); ++row)
            done += holes->item(row, 0)->text() == "done" ? 1 : 0;
        QCOMPARE(done, 5);
    }
    void pieces_are_taken_there() {
        Window w;
        w.to_the_bench("Readout mill");
        for (int i = 0; i < 8; ++i)
            w.done_at_bench();
        w.document.choose_piece(3);
        QTest::keyClick(w.find("bench"), Qt::Key_W);
        auto* pieces = w.find<QTableWidget>("wherePieces");
        QCOMPARE(pieces->rowCount(), 2); // the one that is begun, and the one at hand
        QCOMPARE(pieces->currentRow(), 1);
        pieces->setCurrentCell(0, 0);
        QTest::keyClick(pieces, Qt::Key_Return);
        QCOMPARE(w.document.piece().number, 1);
        QVERIFY(w.document.bench().next > 0);
    }
    void a_pedal_is_taught() {
        Window w;
        w.to_the_bench("Readout mill");
        auto* bench = w.find<BenchView>("bench");
        qint64 now = 10'000;
        bench->set_clock([&] { return now; });
        take(w, "One that means done");
        QTest::keyClick(bench, Qt::Key_K); // a gate's answer
        QVERIFY(note(w).contains("means something at the Bench already"));
        QTest::keyClick(bench, Qt::Key_PageDown);
        QCOMPARE(w.document.bench().next, 0); // it was taught, not pressed
        QTest::keyClick(bench, Qt::Key_PageDown);
        QCOMPARE(w.document.bench().next, 0);
        QVERIFY(note(w).contains("Only S answers"));
        QTest::keyClick(bench, Qt::Key_S);
        QCOMPARE(w.document.bench().next, 1);
        now += 900;
        QTest::keyClick(bench, Qt::Key_PageDown);
        QCOMPARE(w.document.bench().next, 2);
        now += 499; // the foot trembles
        QTest::keyClick(bench, Qt::Key_PageDown);
        QCOMPARE(w.document.bench().next, 2);
        now += 500;
        QTest::keyClick(bench, Qt::Key_PageDown);
        QCOMPARE(w.document.bench().next, 3);
        take(w, "One that means back");
        QTest::keyClick(bench, Qt::Key_PageDown);
        QVERIFY(note(w).contains("mean the other of the two"));
        QTest::keyClick(bench, Qt::Key_Plus, Qt::KeypadModifier);
        now += 900;
        QTest::keyClick(bench, Qt::Key_Plus); // above the letters it is another key
        QCOMPARE(w.document.bench().next, 3);
        QTest::keyClick(bench, Qt::Key_Plus, Qt::KeypadModifier);
        QCOMPARE(w.document.bench().next, 2);
        // The next window knows it, the one that is left with Esc is as it was.
        QSettings kept(w.folder.filePath("settings.ini"), QSettings::IniFormat);
        TaughtKeys keys;
        keys.keep_in(kept);
        QKeyEvent page(QEvent::KeyPress, Qt::Key_PageDown, Qt::NoModifier);
        QVERIFY(keys.meaning_of(page) == TaughtKeys::Means::Done);
        take(w, "One that means done");
        QTest::keyClick(bench, Qt::Key_Escape);
        QCOMPARE(w.main.stage(), Stage::Bench);
        now += 900;
        QTest::keyClick(bench, Qt::Key_PageDown);
        QCOMPARE(w.document.bench().next, 3);
    }
    void a_double_tap_is_one() {
        Window w;
        w.to_the_bench("Readout mill");
        qint64 now = 10'000;
        w.find<BenchView>("bench")->set_clock([&] { return now; });
        w.done_at_bench(); // the gate
        QTest::mouseClick(w.find("benchDone"), Qt::LeftButton);
        now += 120;
        QTest::mouseClick(w.find("benchDone"), Qt::LeftButton);
        QCOMPARE(w.document.bench().next, 2);
        now += 600;
        QTest::mouseClick(w.find("benchDone"), Qt::LeftButton);
        QCOMPARE(w.document.bench().next, 3);
    }
    void a_hole_is_spoiled_or_left_for_later() {
        Window w;
        w.to_the_bench("Readout mill");
        auto* bench = w.find<BenchView>("bench");
        QTest::keyClick(bench, Qt::Key_X); // no hole is at hand
        QVERIFY(!w.find("benchNoteLine"));
        while (!w.find("benchCard"))
            w.done_at_bench();
        const HoleId first = id_at_hand(w);
        QTest::keyClick(bench, Qt::Key_D);
        QTest::keyClicks(w.find("benchNoteLine"), "a clamp stands over it");
        QTest::keyClick(w.find("benchNoteLine"), Qt::Key_Return);
        QVERIFY(w.document.bench().from_zero);
        QVERIFY(!work_done(w.document.piece()).spoiled.contains(first));
        while (!w.find("benchCard"))
            w.done_at_bench();
        const HoleId second = id_at_hand(w);
        QVERIFY(second != first);
        QTest::keyClick(bench, Qt::Key_X);
        QTest::keyClick(w.find("benchNoteLine"), Qt::Key_Escape); // thought better of
        QVERIFY(work_done(w.document.piece()).spoiled.empty());
        QTest::keyClick(bench, Qt::Key_X);
        QTest::keyClicks(w.find("benchNoteLine"), "0.6 too far right");
        QTest::keyClick(w.find("benchNoteLine"), Qt::Key_Return);
        QVERIFY(work_done(w.document.piece()).spoiled.contains(second));
        QStringList notes;
        for (const Event& event : w.document.piece().log)
            if (const auto* noted = std::get_if<Noted>(&event.what))
                notes << QString::fromStdString(noted->text);
        QCOMPARE(notes.size(), 2);
        QVERIFY(notes[0].endsWith("left for later: a clamp stands over it"));
        QVERIFY(notes[1].endsWith("spoiled: 0.6 too far right"));
        // All the rest is done in the end, the first among it, the spoiled one not.
        while (!w.document.bench().finished())
            w.done_at_bench();
        int cut_first = 0, cut_second = 0;
        for (const auto& [deed, made] : work_done(w.document.piece()).deeds)
            if (deed.act == Act::Cut && deed.hole) {
                cut_first += *deed.hole == first ? 1 : 0;
                cut_second += *deed.hole == second ? 1 : 0;
            }
        QVERIFY(cut_first > 1);
        QCOMPARE(cut_second, 0);
    }
    void what_a_cutter_tells() {
        Window w;
        w.to_the_bench("Readout mill");
        while (!w.find("benchCard"))
            w.done_at_bench();
        take(w, "It squeals");
        QVERIFY2(note(w).contains("turns a minute"), qPrintable(note(w)));
    }
    // A job that was left in the middle on another day.
    void coming_back() {
        Window w;
        Job job = w.job();
        at_hand(job).machine = "Readout mill";
        Piece piece;
        const SetupPlan plan = plan_at_hand(job, w.document.shop());
        for (int i = 0; i < 40; ++i)
            piece = with_next_done(piece, bench_state(job, w.document.shop(), plan, piece), 1775121300 + i * 60);
        job.begun = {piece};
        w.next_file = w.folder.filePath("left.clockface.json");
        QVERIFY(write_file_atomically(w.next_file.toStdString(), job_to_json(job)));
        QVERIFY(w.main.open_file(w.next_file));
        w.main.show_stage(Stage::Bench);
        QVERIFY2(note(w).contains("It was left after") && note(w).contains("Prove zero"), qPrintable(note(w)));
        const int at = w.document.bench().next;
        QVERIFY(at > 30);
        while (!is_logged(w.document.bench().now()->deed.act))
            QTest::keyClick(w.find("bench"), Qt::Key_Right);
        w.done_at_bench();
        QVERIFY(!note(w).contains("It was left after")); // it goes on
    }
};

CLOCKFACE_WINDOW_MAIN(TestBenchMore)
#include "test_bench_more.moc"
