// The Bench with a readout that talks: the stand-in on a real pseudo-terminal plays the machine.
#include "support/stand_in_process.h"
#include "support/window.h"

#include "bench/expected.h"
#include "bench/found_again.h"

#include <QComboBox>
#include <set>

using namespace clockface;
using namespace clockface::testing;

namespace {

Point mm(double x, double y) {
    return {Length::mm(x), Length::mm(y)};
}

struct Live {
    Window w;
    QString link = w.folder.filePath("port");
    std::optional<StandInProcess> stand_in;

    /// The shop's readout mill talks over the link; the stand-in has the same locks.
    explicit Live(SerialLine line = described(), const QStringList& options = {}) {
        line.port = link.toStdString();
        Shop shop = w.document.shop();
        Machine& mill = *std::find_if(shop.machines.begin(), shop.machines.end(),
                                      [](const Machine& each) { return each.name == "Readout mill"; });
        mill.line = line;
        mill.lock_jump = mm(0.03, -0.01);
        QVERIFY(w.document.edit_shop("line", shop, ""));
        stand_in.emplace(link, QStringList{"--jump-x", "0.03", "--jump-y", "-0.01"} + options);
    }
    static SerialLine described() {
        SerialLine line;
        line.pattern = "X{x} Y{y}";
        return line;
    }
    [[nodiscard]] QWidget* strip() { return w.find("benchLive"); }
    [[nodiscard]] QString said() { return strip() ? strip()->accessibleName() : QString(); }
    [[nodiscard]] const Task* task() const { return w.document.bench().now(); }
    [[nodiscard]] const Instruction& move() const { return w.document.bench().list.list[std::size_t(task()->move)]; }
    [[nodiscard]] std::optional<ExpectedShow> wanted() const {
        return expected_show(w.document.job(), w.document.plan(), move());
    }
    /// Keys until the next task is the way to a hole.
    void on_to_a_place() {
        for (int keys = 0; keys < 40 && task() && (hole() < 0 || !std::holds_alternative<GoToReadout>(move().action));
             ++keys)
            w.done_at_bench();
    }
    [[nodiscard]] int hole() const { return task()->hole; }
    [[nodiscard]] Point drawn(int at) const { return w.document.plan().holes[std::size_t(at)].at; }
    /// Every cut of the card is made with a key; the stand-in says where. The way there must be done already, or is
    /// done by the same key.
    void cut_here(std::vector<std::pair<int, Point>>& made) {
        const int here = hole();
        w.done_at_bench();
        made.emplace_back(here, stand_in->drill());
    }
};

// A small plate with two sizes, zero brought under the spindle as a whole, as a new user would begin.
Job plate_on_readout() {
    Job job = plate_of(120, 80, 10);
    at_hand(job).machine = "Readout mill";
    job.patterns = {circle("A", mm(60, 40), 51.3, 5, 17), single("B", 21.4, 61.7, 6.0)};
    return with_ids(job);
}

} // namespace

class TestLiveBench : public QObject {
    Q_OBJECT
private slots:
    void the_way_to_a_place_is_followed_over_a_line() {
        Live live;
        live.w.document.show_example(plate_on_readout());
        Shop shop = live.w.document.shop();
        shop.holdings.finders.clear();
        QVERIFY(live.w.document.edit_shop("no finder", shop, ""));
        live.w.main.show_stage(app::Stage::Bench);
        live.on_to_a_place();
        QVERIFY(live.wanted());
        QTRY_VERIFY2(live.said().contains("A stand-in plays the machine"), qPrintable(live.said()));
        // Zero is where the drawing has it: the spindle stood 25 left of it and 18 in front.
        live.stand_in->set(mm(-25, -18));
        QTRY_VERIFY(live.said().contains("to go"));
        const ExpectedShow wanted = *live.wanted();
        live.stand_in->go_to(wanted.set, 500);
        QTRY_VERIFY2(live.said().contains("There: X 0 mm off, Y 0 mm off"), qPrintable(live.said()));
        QVERIFY2(live.said().contains("Tightening moved X by 0.03 mm"), qPrintable(live.said()));
        // Knocked by 0.2: it is said, whatever key comes.
        live.stand_in->say("knock 0.1 0.1 0 0.2 0");
        QTRY_VERIFY2(live.said().contains("It has moved since, X by 0.2 mm"), qPrintable(live.said()));
    }

    void a_wrong_hole_and_a_wrong_side_are_said() {
        Live live;
        live.w.document.show_example(plate_on_readout());
        live.w.main.show_stage(app::Stage::Bench);
        live.on_to_a_place();
        live.stand_in->set(mm(-25, -18));
        const auto all = shown_at_holes(live.w.document.plan(), live.w.document.bench().list);
        const int here = live.hole();
        const auto other =
            std::find_if(all.begin(), all.end(), [&](const ShownAtHole& each) { return each.hole != here; });
        live.stand_in->go_to(other->locked);
        const QString name = QString::fromStdString(live.w.document.plan().holes[std::size_t(other->hole)].name);
        QTRY_VERIFY2(live.said().contains("It stands at " + name), qPrintable(live.said()));
        live.stand_in->say("unlock");
        const ExpectedShow wanted = *live.wanted();
        live.stand_in->say(QString("approach x %1").arg(wanted.set.x.in_mm()));
        live.stand_in->say(QString("to y %1").arg(wanted.set.y.in_mm() + 5));
        live.stand_in->say(QString("to y %1").arg(wanted.set.y.in_mm()));
        QTRY_VERIFY2(live.said().contains("from the wrong side"), qPrintable(live.said()));
    }

    // A line whose X has the other sign: said from the first two places, and put right with a key.
    void mirrored_axes_are_recognised_from_two_places_and_read_so() {
        Live live(Live::described(), {"--x-back"});
        live.w.document.show_example(plate_on_readout());
        live.w.main.show_stage(app::Stage::Bench);
        live.on_to_a_place();
        live.stand_in->set(mm(-25, -18));
        for (int place = 0; place < 2; ++place) {
            live.on_to_a_place();
            live.stand_in->go_to(live.wanted()->set);
            QTRY_VERIFY2(live.said().contains("as if X comes with the other sign") ||
                             live.said().contains("At the last two"),
                         qPrintable(live.said()));
            QTest::qWait(150);
            live.w.done_at_bench(); // the hand is sure: the display shows what the list says
        }
        QTRY_VERIFY2(live.said().contains("At the last two places X comes with the other sign"),
                     qPrintable(live.said()));
        QTest::keyClick(live.w.find("bench"), Qt::Key_Q);
        QVERIFY(live.w.document.shop().find(MachineRef("Readout mill"))->line->axes.x_back);
        live.on_to_a_place();
        live.stand_in->go_to(live.wanted()->set);
        QTRY_VERIFY2(live.said().contains("There"), qPrintable(live.said()));
    }

    // It goes on by itself only from the way to a place to what is made there.
    void it_moves_on_by_itself_only_between_places() {
        SerialLine line = Live::described();
        line.moves_on = true;
        Live live(line);
        live.w.document.show_example(plate_on_readout());
        live.w.main.show_stage(app::Stage::Bench);
        live.on_to_a_place();
        live.stand_in->set(mm(-25, -18));
        const int here = live.hole();
        live.stand_in->go_to(live.wanted()->set);
        QTRY_COMPARE(live.task()->deed.act, Act::Cut);
        QCOMPARE(live.hole(), here);
        QTest::qWait(2500); // nothing is cut by itself
        QCOMPARE(live.task()->deed.act, Act::Cut);
        QCOMPARE(live.hole(), here);
        // A change of cutter, and its gate, wait for a hand too.
        while (live.task()->deed.act != Act::Tool)
            live.w.done_at_bench();
        QTest::qWait(1500);
        QCOMPARE(live.task()->deed.act, Act::Tool);
    }

    // All of the flange, on the mill that is played: every hole lands where it is drawn, a wrong hole and a bump are
    // noticed on the way, zero is found again by two holes, and the rest lands within what was said.
    void the_flange_goes_to_its_end_over_a_line() {
        SerialLine line = Live::described();
        line.moves_on = true;
        Live live(line);
        Job job = flange();
        at_hand(job).machine = "Readout mill";
        live.w.document.show_example(job);
        Shop shop = live.w.document.shop();
        shop.holdings.finders.clear(); // zero is brought under the spindle as a whole
        QVERIFY(live.w.document.edit_shop("no finder", shop, ""));
        live.w.main.show_stage(app::Stage::Bench);
        live.on_to_a_place();
        live.stand_in->set(mm(-25, -18));
        std::vector<std::pair<int, Point>> made;
        bool wrong_hole = false, bumped = false;
        Length said_within;
        int keys = 0;
        const auto by_hand = [&] { return std::holds_alternative<WorkByHand>(live.move().action); };
        while (live.task() && !by_hand() && ++keys < 400) {
            if (live.task()->deed.act != Act::Move) {
                if (live.task()->deed.act == Act::Cut)
                    live.cut_here(made);
                else
                    live.w.done_at_bench();
                continue;
            }
            const int here = live.hole();
            if (!wrong_hole && made.size() == 3) { // the eye slips by a line
                const auto all = shown_at_holes(live.w.document.plan(), live.w.document.bench().list);
                const auto other =
                    std::find_if(all.begin(), all.end(), [&](const ShownAtHole& each) { return each.hole != here; });
                live.stand_in->go_to(other->locked);
                QTRY_VERIFY2(live.said().contains("It stands at"), qPrintable(live.said()));
                wrong_hole = true;
            }
            const ExpectedShow wanted = *live.wanted();
            live.stand_in->go_to(wanted.set);
            // By itself to what is made there.
            QTRY_VERIFY2_WITH_TIMEOUT(live.task() && (live.task()->deed.act != Act::Move || live.w.find("benchGate")) &&
                                          live.hole() == here,
                                      qPrintable(live.said()), 6000);
            if (live.task()->deed.act == Act::Move) { // what is measured there has its own answer
                live.w.done_at_bench();
                continue;
            }
            if (!bumped && made.size() == 7) {
                live.stand_in->say("knock 0.45 -0.3 0.4 0.15 -0.1");
                QTRY_VERIFY2(live.said().contains("It has moved since"), qPrintable(live.said()));
                bumped = true;
                // Two holes that are made, far apart, touched: where the spindle stands over them the work itself
                // tells.
                QTest::keyClick(live.w.find("bench"), Qt::Key_Z);
                QWidget* lost = live.w.find("lostZero");
                QVERIFY(lost);
                const auto choices = touchables(live.w.document.job(), live.w.document.shop(), live.w.document.plan(),
                                                live.w.document.piece());
                for (int touch = 1; touch <= 2; ++touch) {
                    auto* what = lost->findChild<QComboBox*>(QString("touchWhat:%1").arg(touch));
                    const Point place = choices[std::size_t(what->currentIndex())].touch.place;
                    live.stand_in->say("unlock");
                    // Centred by eye: moved until the work under the spindle is the hole, twice for the play.
                    for (int i = 0; i < 4; ++i) {
                        live.stand_in->say("where");
                        const QStringList words = live.stand_in->answer("slides ").split(' ');
                        const double off_x = place.x.in_mm() - words[3].toDouble(),
                                     off_y = place.y.in_mm() - words[4].toDouble();
                        for (const auto& [axis, off] : {std::pair("x", off_x), {"y", off_y}}) {
                            live.stand_in->say(QString("move %1 %2").arg(axis).arg(off - 2.0));
                            live.stand_in->say(QString("move %1 2").arg(axis)); // from the usual side
                        }
                        live.stand_in->say("wait 30");
                    }
                    QTest::qWait(400);
                    live.w.click(QString("touchNow:%1").arg(touch));
                }
                live.w.click("lostZeroTake");
                const auto lie = lie_of(live.w.document.piece(), live.w.document.plan().setup);
                QVERIFY(lie);
                QVERIFY2(std::abs(lie->turn.in_degrees() - 0.4) < 0.01,
                         qPrintable(QString::number(lie->turn.in_degrees())));
                for (const Point& each :
                     places_left(live.w.document.job(), live.w.document.plan(), live.w.document.piece()))
                    said_within = std::max(said_within, lie->error_at(each).away);
                QVERIFY(!live.w.find("lostZero"));
            }
        }
        QVERIFY(wrong_hole && bumped);
        QVERIFY2(keys < 400, qPrintable(QString::number(keys)));
        std::set<int> holes;
        Length before, after;
        for (std::size_t i = 0; i < made.size(); ++i) {
            Length& worst = i < 7 ? before : after;
            worst = std::max(worst, distance(made[i].second, live.drawn(made[i].first)));
            holes.insert(made[i].first);
        }
        QCOMPARE(holes.size(), live.w.document.plan().holes.size());
        // Half a step of the display on each axis; after the bump besides what was said of the fit.
        QVERIFY2(before < Length::mm(0.006), qPrintable(QString::number(before.in_mm())));
        QVERIFY2(after < Length::mm(0.006) + said_within,
                 qPrintable(QString("%1 %2").arg(after.in_mm()).arg(said_within.in_mm())));
        QVERIFY(said_within < Length::mm(0.3));
        // Played with a stand-in, it counts for no part.
        QVERIFY(live.w.document.piece().played);
    }

    void a_flood_rubbish_and_a_pulled_cable_leave_the_keys_working() {
        Live live;
        live.w.document.show_example(plate_on_readout());
        live.w.main.show_stage(app::Stage::Bench);
        live.on_to_a_place();
        QTRY_VERIFY(live.said().contains("to go"));
        for (int second = 0; second < 3; ++second) {
            for (int i = 0; i < 10; ++i) {
                live.stand_in->say("flood 1000");
                live.stand_in->say("wait 90");
            }
            const int next = live.w.document.bench().next;
            QTest::keyClick(live.w.find("bench"), Qt::Key_Right);
            QVERIFY(live.w.document.bench().next > next);
            QTest::keyClick(live.w.find("bench"), Qt::Key_Left);
            QTest::qWait(1000);
        }
        QVERIFY(live.said().contains("to go"));
        live.stand_in->say("silent");
        live.stand_in->say("rubbish 3000");
        QTRY_VERIFY2_WITH_TIMEOUT(live.said().contains("Nothing comes over"), qPrintable(live.said()), 8000);
        live.stand_in->say("talk");
        QTRY_VERIFY2(live.said().contains("to go") && !live.said().contains("Nothing comes"), qPrintable(live.said()));
        live.stand_in->say("unplug");
        QTRY_VERIFY2(live.said().contains("There is no port") || live.said().contains("is gone"),
                     qPrintable(live.said()));
        QTest::keyClick(live.w.find("bench"), Qt::Key_Right);
        QTest::keyClick(live.w.find("bench"), Qt::Key_Left);
        live.stand_in->say("plug");
        QTRY_VERIFY2_WITH_TIMEOUT(live.said().contains("to go") && !live.said().contains("port"),
                                  qPrintable(live.said()), 8000);
        // Figures that stand still while the list goes on.
        live.stand_in->say("stick");
        live.w.done_at_bench();
        live.on_to_a_place();
        live.w.done_at_bench();
        QTRY_VERIFY2(live.said().contains("have not changed since the last place"), qPrintable(live.said()));
    }

    void a_port_that_cannot_be_is_said_data() {
        QTest::addColumn<QString>("port");
        QTest::addColumn<QString>("sentence");
        QTest::newRow("none") << "/dev/ttyUSB99"
                              << "There is no port /dev/ttyUSB99";
        QTest::newRow("a file") << QString(SOURCE_FOLDER) + "/README.md"
                                << "is no serial port";
    }
    void a_port_that_cannot_be_is_said() {
        QFETCH(QString, port);
        QFETCH(QString, sentence);
        SerialLine line = Live::described();
        line.port = port.toStdString();
        app::PortReader reader;
        reader.open(line, Length::mm(0.005));
        QTRY_VERIFY2(reader.now().trouble.contains(sentence), qPrintable(reader.now().trouble));
    }

    void a_port_in_use_is_said() {
        QTemporaryDir folder;
        StandInProcess stand_in(folder.filePath("port"));
        SerialLine line = Live::described();
        line.port = folder.filePath("port").toStdString();
        app::PortReader first, second;
        first.open(line, Length::mm(0.005));
        QTRY_VERIFY2(first.now().shown, qPrintable(first.now().trouble));
        second.open(line, Length::mm(0.005));
        QTRY_VERIFY2(second.now().trouble.contains("in use by another program"), qPrintable(second.now().trouble));
        first.close();
        QTRY_VERIFY2(second.now().shown, qPrintable(second.now().trouble)); // tried again by itself
    }

    void how_lines_look_is_learnt_under_the_shop() {
        SerialLine line;
        Live live(line, {"--form", "POS {x} ; {y} in", "--figures", "inches"});
        QVERIFY(live.w.main.show_shop("Readout mill"));
        live.w.click("lineLearn");
        QTRY_VERIFY(live.w.find<QLabel>("lineAsItComes"));
        QTest::qWait(400);
        live.stand_in->say("move x 6");
        live.stand_in->say("wait 200");
        live.stand_in->say("move y 6");
        QTRY_VERIFY2(live.w.find<QLabel>("lineLearnt")->text().contains("POS {x} ; {y} in"),
                     qPrintable(live.w.find<QLabel>("lineLearnt")->text()));
        live.w.click("takeLine");
        const SerialLine learnt = *live.w.document.shop().find(MachineRef("Readout mill"))->line;
        QCOMPARE(learnt.pattern, std::string("POS {x} ; {y} in"));
        QCOMPARE(learnt.figures, FiguresIn::Inches);
        // A pattern that means nothing is refused where it is typed.
        live.w.fill("linePattern", "X{x} only");
        QCOMPARE(live.w.document.shop().find(MachineRef("Readout mill"))->line->pattern, learnt.pattern);
    }
};

CLOCKFACE_WINDOW_MAIN(TestLiveBench)
#include "test_live_bench.moc"
