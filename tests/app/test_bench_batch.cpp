// A batch at the Bench, in the real window: every load by its key, the first piece measured, steps back, a spoiled
// hole, and the place kept when the program ends.
#include "plan/plan.h"
#include "support/window.h"

#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QTableWidget>
#include <random>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

// Three straps of 96 x 28 with a hole near each end on the middle line, and one off it: turned end for end the two come
// to one place.
Job straps(const std::string& machine) {
    Job job = plate_of(96, 28, 5.5);
    job.title = "Bell-hammer straps";
    job.datum.place = DatumPlace::LowerLeft;
    job.pieces = 3;
    at_hand(job).machine = machine;
    at_hand(job).holding.batch.end_for_end = true;
    at_hand(job).holding.batch.together = true;
    job.patterns = {row("A", 9.5, 14, 2, 77, 0, 4.2), single("B", 40, 9, 6)};
    return with_ids(job);
}

struct AtBench : Window {
    explicit AtBench(const Job& job) {
        document.show_example(job);
        main.show_stage(Stage::Bench);
    }
    QString heading() { return find<QLabel>("benchHeading")->text(); }
    QString note() {
        auto* label = find<QLabel>("benchNote");
        return label ? label->text() : QString();
    }
    QString where() { return find<QLabel>("benchWhere")->text(); }
    bool lies() { return find("benchLoading") != nullptr; } // a piece is to be laid in
    // Up to the next load; the setting of the machine is done.
    void to_a_load() {
        for (int keys = 0; keys < 60 && !lies(); ++keys)
            done_at_bench();
    }
    [[nodiscard]] std::size_t cuts_of(int piece) const {
        std::size_t cuts = 0;
        for (const auto& [deed, made] : work_done(piece_of(job(), piece)).deeds)
            cuts += deed.act == Act::Cut ? 1 : 0;
        return cuts;
    }
};

} // namespace

class TestBenchBatch : public QObject {
    Q_OBJECT
private slots:
    void every_piece_through_every_setting_data() {
        QTest::addColumn<QString>("machine");
        for (const char* each : {"Readout mill", "Metric mill", "Drill press"})
            QTest::newRow(each) << each;
    }
    void every_piece_through_every_setting() {
        QFETCH(QString, machine);
        AtBench w(straps(machine.toStdString()));
        QTRY_VERIFY(w.heading() != "Looking for the fewest settings …");
        w.to_a_load();
        QVERIFY(w.heading() == "As drawn");
        QVERIFY2(w.where().contains("setting 1 of 2"), qPrintable(w.where()));
        QVERIFY(!w.note().contains("Measure"));
        w.done_at_bench();
        QCOMPARE(w.heading(), QString("Turned end for end"));
        QTest::keyClick(w.find("bench"), Qt::Key_H); // the card of the set-up
        auto* card = w.find<QLabel>("benchWhy");
        QVERIFY(card && card->text().contains("against the stop: mark that end") &&
                card->text().contains("The first piece has A1 9.5 mm from its left end and 14 mm from its lower edge"));
        QTest::keyClick(w.find("bench"), Qt::Key_H);
        w.done_at_bench();
        // The second piece waits until the first is measured, and what means done does not answer that.
        QVERIFY2(w.note().contains("Measure piece 1 before any more are drilled"), qPrintable(w.note()));
        const std::size_t before = w.cuts_of(2);
        QTest::keyClick(w.find("bench"), Qt::Key_Space);
        QVERIFY(!w.find("benchDone")->isEnabled());
        QCOMPARE(w.cuts_of(2), before);
        QTest::keyClick(w.find("bench"), Qt::Key_R);
        QVERIFY(w.cuts_of(2) > before);
        for (int keys = 0; keys < 300 && w.heading() != "Every piece is through its settings"; ++keys)
            w.done_at_bench();
        for (int piece = 1; piece <= 3; ++piece)
            for (const HoleProgress& each : progress_of(w.job(), w.document.plan(), piece_of(w.job(), piece)))
                QVERIFY(each.finished);
    }

    // Back takes the last load back, of the piece it was done to; X gives up the hole of the piece that lies there.
    void back_and_spoiled() {
        AtBench w(straps("Readout mill"));
        QTRY_VERIFY(w.heading() != "Looking for the fewest settings …");
        w.to_a_load();
        w.done_at_bench();
        w.done_at_bench();
        QCOMPARE(w.document.piece().number, 2);
        QTest::keyClick(w.find("bench"), Qt::Key_Backspace);
        QVERIFY(w.document.piece().number == 1 && w.heading() == "Turned end for end");
        QCOMPARE(w.cuts_of(1), std::size_t{1});
        w.done_at_bench();
        QTest::keyClick(w.find("bench"), Qt::Key_X);
        auto* line = w.find<QLineEdit>("benchNoteLine");
        QVERIFY(line);
        Window::type(line, "drill wandered");
        QTest::keyClick(line, Qt::Key_Return);
        QCOMPARE(work_done(piece_of(w.job(), 2)).spoiled.size(), std::size_t{1});
        QVERIFY(w.heading() == "Turned end for end" && w.document.piece().number == 2);
        QTest::keyClick(w.find("bench"), Qt::Key_D); // everything waits for its turn
        QVERIFY(w.note().contains("In a batch every piece waits for its turn"));
    }

    // Home sets the place again; Where am I only shows, and its keys change nothing.
    void zero_again_and_where() {
        AtBench w(straps("Readout mill"));
        QTRY_VERIFY(w.heading() != "Looking for the fewest settings …");
        w.to_a_load();
        w.done_at_bench();
        QTest::keyClick(w.find("bench"), Qt::Key_Home);
        QVERIFY(!w.lies());
        w.to_a_load();
        QVERIFY(w.document.piece().number == 1 && w.heading() == "Turned end for end");
        QTest::keyClick(w.find("bench"), Qt::Key_W);
        auto* holes = w.find<QTableWidget>("whereHoles");
        QVERIFY(holes && w.find<QLabel>("whereHolesTitle")->text().contains("follows by itself"));
        const Job before = w.job();
        holes->setCurrentCell(2, 0);
        QTest::keyClick(holes, Qt::Key_A);
        QTest::keyClick(holes, Qt::Key_Return);
        QVERIFY(w.job() == before);
        QTest::keyClick(holes, Qt::Key_Escape);
        QVERIFY(w.lies());
    }

    // What the program shows after it was ended anywhere, it shows when the job is opened again.
    void its_place_is_kept() {
        QTemporaryDir folder;
        const QString path = folder.filePath("straps.clockface.json");
        QString heading, where;
        {
            AtBench w(straps("Drill press"));
            w.document.clock = [] { return std::int64_t{1775121300}; }; // some months ago
            QTRY_VERIFY(w.heading() != "Looking for the fewest settings …");
            w.to_a_load();
            for (int i = 0; i < 3; ++i)
                w.done_at_bench();
            heading = w.heading();
            where = w.where();
            QVERIFY(w.document.save(path));
        }
        Window w;
        QVERIFY(w.document.open(path));
        w.main.show_stage(Stage::Bench);
        QTRY_VERIFY(w.find("benchLoading"));
        QCOMPARE(w.find<QLabel>("benchHeading")->text(), heading);
        QCOMPARE(w.find<QLabel>("benchWhere")->text(), where);
        QCOMPARE(w.document.piece().number, 2);
        // Said once, not at every piece that was begun before.
        const auto says_it_was_left = [&] {
            auto* note = w.find<QLabel>("benchNote");
            return note && note->text().contains("It was left after");
        };
        QVERIFY(says_it_was_left());
        w.done_at_bench();
        for (int keys = 0; keys < 40 && w.document.piece().number != 1; ++keys)
            w.done_at_bench();
        QVERIFY(w.document.piece().number == 1 && w.find("benchLoading") && !says_it_was_left());
    }

    // Keys that come while the settings are looked for do nothing, and leave off nothing that was soon there.
    void keys_while_it_looks() {
        Job job = straps("Drill press");
        job.blank.width.nominal = mm(200);
        job.blank.height.nominal = mm(120);
        job.holes_within = mm(1.5);
        at_hand(job).holding.batch.over_left_right = at_hand(job).holding.batch.over_front_back = true;
        job.patterns.clear();
        std::mt19937 chance(11);
        const auto along = [&](int most) { return 10.0 + static_cast<double>(chance() % 1000) / 1000.0 * (most - 20); };
        for (int i = 0; i < 60; ++i)
            job.patterns.push_back(single("H" + std::to_string(i), along(200), along(120), 3.3));
        AtBench w(with_ids(job));
        QVERIFY2(w.heading() == "Looking for the fewest settings …", qPrintable(w.note()));
        QTest::keyClick(w.find("bench"), Qt::Key_Backspace); // there is nothing to take back
        QTest::keyClick(w.find("bench"), Qt::Key_Space);     // and nobody has waited yet
        QTRY_VERIFY_WITH_TIMEOUT(w.heading() != "Looking for the fewest settings …", 20000);
        QVERIFY(w.job().begun.empty());
        QVERIFY2(!w.where().contains("perhaps not the fewest settings"), qPrintable(w.where()));
        w.to_a_load();
        QVERIFY(w.lies());
    }

    // Taken at the Bench and undone; where they cannot go together it says why, and goes piece by piece.
    void together_or_each_by_itself() {
        AtBench w(straps("Readout mill"));
        QTRY_VERIFY(w.heading() != "Looking for the fewest settings …");
        QTest::keyClick(w.find("bench"), Qt::Key_M);
        auto* menu = w.main.findChild<QMenu*>("benchMenu");
        QVERIFY(menu);
        for (QAction* each : menu->actions())
            if (each->text().remove('&') == "Each piece by itself")
                each->trigger();
        menu->close();
        QVERIFY(!at_hand(w.job()).holding.batch.together);
        QVERIFY(w.where().contains("piece 1 of 3"));
        w.document.undo_stack().undo();
        QVERIFY(at_hand(w.job()).holding.batch.together);
        Job loose = straps("Readout mill");
        at_hand(loose).holding.stop = StopAt::None;
        w.document.show_example(loose);
        w.main.show_stage(Stage::Bench);
        QVERIFY2(w.note().contains("The pieces go through one by one. A batch lies against a stop"),
                 qPrintable(w.note()));
        for (int keys = 0; keys < 200 && w.document.piece().number == 1; ++keys)
            w.done_at_bench();
        QCOMPARE(w.document.piece().number, 2); // and on to the next
    }
};

CLOCKFACE_WINDOW_MAIN(TestBenchBatch)
#include "test_bench_batch.moc"
