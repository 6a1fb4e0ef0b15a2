// The Cutters stage through the real window: steps chosen, typed, left out, kept; bad input; undo.
#include "cutters/cutters_slip.h"
#include "cutters/depth_view.h"
#include "support/sentences.h"

#include <QLabel>
#include <QPushButton>

#include <QSignalSpy>

using namespace clockface;
using namespace clockface::testing;

namespace {

struct CuttersWindow : Window {
    CuttersWindow() {
        main.show_demo("fly-bearing-block");
        main.show_stage(app::Stage::Cutters);
        choose_hole("A1");
    }
    void choose_hole(const std::string& name) {
        for (const Hole& hole : document.plan().holes)
            if (hole.name == name)
                main.selection().select(job().patterns[hole.pattern].name, name);
        QApplication::processEvents();
    }
    const Chain& chain(const std::string& hole) {
        const SetupPlan& plan = document.plan();
        for (std::size_t i = 0; i < plan.holes.size(); ++i)
            if (plan.holes[i].name == hole)
                return plan.chains()[static_cast<std::size_t>(plan.kind_of[i])];
        qFatal("no such hole");
    }
    QString said_below(const QString& blank_name) { return fault_below(*this, blank_name); }
};

} // namespace

class TestCuttersWindow : public QObject {
    Q_OBJECT
private slots:
    // Driven where the machine does that. M5 has a pitch of 0.8: 120 turns feed 96 mm a minute, 240 feed 192; 97 tears.
    void a_tap_that_is_driven() {
        CuttersWindow w;
        QVERIFY(!w.blank("feed:tap1"));
        Shop shop = w.document.shop();
        for (Machine& machine : shop.machines) {
            machine.spindle.taps = true;
            machine.spindle.steps = {60, 120, 240, 480};
        }
        QVERIFY(w.document.edit_shop("it drives taps", shop, w.folder.filePath("s.shop.json")));
        w.choose_hole("A1");
        QVERIFY(w.blank("feed:tap1"));
        const Job before = w.job();
        w.fill("feed:tap1", "97");
        QVERIFY2(w.said_below("feed:tap1").contains("96 mm a minute or 192 mm a minute would do"),
                 qPrintable(w.said_below("feed:tap1")));
        QVERIFY(w.job() == before);
        w.fill("feed:tap1", "96");
        QCOMPARE(*w.chain("A1").find("tap 1")->rpm, 120.0);
        QCOMPARE(w.blank("feed:tap1")->text(), QString("96 mm a minute"));
        w.fill("rpm:tap1", "240");
        QCOMPARE(w.blank("feed:tap1")->text(), QString("192 mm a minute"));
        w.fill("feed:tap1", "96 mm a minute"); // as it is shown
        QCOMPARE(*w.chain("A1").find("tap 1")->rpm, 120.0);
        w.document.undo_stack().undo();
        QCOMPARE(*w.chain("A1").find("tap 1")->rpm, 240.0);
    }
    void stage_and_selection() {
        CuttersWindow w;
        w.main.show_stage(app::Stage::Order);
        QTest::keyClick(&w.main, Qt::Key_3, Qt::ControlModifier);
        QTRY_COMPARE(w.main.stage(), app::Stage::Cutters);
        auto* depths = w.find<app::DepthView>("depthView");
        QVERIFY(depths && depths->stack());
        QVERIFY(same(depths->stack()->thread, mm(12.5)));
        QVERIFY(depths->accessibleDescription().contains("Full thread: to 12.5 mm"));
        QCOMPARE(w.blank("cutter:drill")->text(), QString("4.3 mm drill"));
        QCOMPARE(w.blank("depth:drill")->text(), QString("18.59 mm"));
        w.click("kind:4");
        QCOMPARE(w.main.selection().hole(), std::string("D1"));
        QVERIFY(w.find("recessDepth"));
        QVERIFY(!depths->stack()->crossings.size()); // D1 stands beside the oil hole
        w.choose_hole("D2");
        QCOMPARE(depths->stack()->crossings.size(), std::size_t{1});
        QVERIFY(depths->accessibleDescription().contains("E1"));
        // The other stages have no section.
        w.main.show_stage(app::Stage::Holes);
        QVERIFY(!depths->isVisible());
    }
    void another_cutter_typed_and_chosen() {
        CuttersWindow w;
        w.fill("cutter:drill", "11/64");
        QCOMPARE(w.chain("A1").find("drill")->cutter.name, std::string("11/64 drill"));
        QVERIFY(same(w.chain("A1").find("drill")->full, mm(17.3)));
        QCOMPARE(w.blank("cutter:drill")->text(), QString("11/64 drill"));
        QTest::keyClick(&w.main, Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(w.chain("A1").find("drill")->cutter.name, std::string("4.3 mm drill"));
        auto* instead = w.find<app::ChoiceBlank>("instead:drill");
        QVERIFY(instead);
        bool taken = false;
        for (QAction* action : instead->list()->actions())
            if (action->text().startsWith("11/64 drill gives 61 percent")) {
                action->trigger();
                taken = true;
                break;
            }
        QVERIFY(taken);
        QCOMPARE(w.chain("A1").find("drill")->cutter.name, std::string("11/64 drill"));
        // Emptied, the program chooses again.
        w.fill("cutter:drill", "");
        QCOMPARE(w.chain("A1").find("drill")->cutter.name, std::string("4.3 mm drill"));
    }
    void bad_input_is_told_at_the_place() {
        CuttersWindow w;
        const Job before = w.job();
        w.fill("cutter:drill", "the big one");
        QVERIFY(w.said_below("cutter:drill").contains("There is no drill called 'the big one'"));
        w.fill("rpm:drill", "fast");
        QVERIFY(w.said_below("rpm:drill").contains("not a number"));
        w.fill("rpm:drill", "-5");
        QVERIFY(w.said_below("rpm:drill").contains("turns a minute would do"));
        w.fill("depth:drill", "0");
        QVERIFY(!w.said_below("depth:drill").isEmpty());
        QCOMPARE(w.job(), before);
    }
    void depth_speed_and_pecks() {
        CuttersWindow w;
        w.fill("depth:drill", "30");
        QVERIFY(same(w.chain("A1").find("drill")->tip, mm(30)));
        bool stop = false; // 30 is deeper than the 23.5 there are
        for (const Finding& finding : w.document.plan().findings)
            stop = stop || (finding.kind == FindingKind::BreaksThrough && finding.grade == Grade::Stop);
        QVERIFY(stop);
        w.fill("depth:drill", "");
        w.fill("rpm:drill", "700");
        QCOMPARE(*w.chain("A1").find("drill")->rpm, 700.0);
        w.fill("peck:drill", "2");
        QVERIFY(w.chain("A1").find("drill")->pecks.size() >= 9);
        w.fill("peck:drill", "one go");
        QCOMPARE(w.chain("A1").find("drill")->pecks.size(), std::size_t{1});
        w.click("asPlanned");
        QVERIFY(w.job().patterns[0].hole.wishes == CuttingOverrides{});
    }
    void what_the_depth_is() {
        CuttersWindow w;
        w.choose("depthOf", "the depth of the drill's tip");
        QVERIFY(w.job().patterns[0].hole.depth_of == DepthOf::Tip);
        QVERIFY(same(w.chain("A1").find("drill")->tip, mm(12.5)));
        w.choose("depthOf", "the depth of the full diameter");
        QVERIFY(same(w.chain("A1").find("drill")->full, mm(12.5)));
        w.click("kind:4");
        w.fill("recessDepth", "6.1");
        QVERIFY(same(w.job().patterns[3].hole.recess->depth, mm(6.1)));
        w.fill("recessDiameter", "4");
        QVERIFY(w.said_below("recessDiameter").contains("wider than its hole"));
    }
    void left_out_why_and_further_steps() {
        CuttersWindow w;
        w.click("why:drill");
        QVERIFY(w.find<QLabel>("whyWords")->text().contains("12.5 mm of full thread"));
        w.click("why:drill");
        QVERIFY(!w.find<QLabel>("whyWords"));
        w.click("skip:chamfer");
        QVERIFY(w.chain("A1").find("chamfer")->skipped);
        QVERIFY(!w.blank("depth:chamfer"));
        w.click("skip:chamfer");
        QVERIFY(!w.chain("A1").find("chamfer")->skipped);
        w.click("addStep");
        QVERIFY(w.blank("cutter:own1"));
        w.fill("cutter:own1", "4.5 mm drill");
        w.fill("depth:own1", "1.5");
        QCOMPARE(w.chain("A1").find("own 1")->cutter.name, std::string("4.5 mm drill"));
        QVERIFY(same(w.chain("A1").find("own 1")->tip, mm(1.5)));
        w.click("dropStep");
        QVERIFY(!w.chain("A1").find("own 1"));
    }
    void like_holes_and_kept_steps() {
        CuttersWindow w;
        Job job = w.job();
        job.patterns.push_back(single("F", 59.0, 50.0));
        job.patterns.back().hole = job.patterns[0].hole;
        QVERIFY(w.document.edit("one more", job));
        w.fill("cutter:drill", "4.4");
        QCOMPARE(w.chain("A1").find("drill")->cutter.name, std::string("4.4 mm drill"));
        QCOMPARE(w.chain("F1").find("drill")->cutter.name, std::string("4.3 mm drill"));
        w.click("sameForLike");
        QCOMPARE(w.chain("F1").find("drill")->cutter.name, std::string("4.4 mm drill"));
        w.click("lockChain");
        QVERIFY(w.job().patterns[0].hole.wishes.locked);
        // A drawer that is emptied does not change what is kept.
        Shop shop = w.document.shop();
        shop.drawer.sets.clear();
        QVERIFY(w.document.edit_shop("emptied", shop, w.folder.filePath("s.shop.json")));
        QCOMPARE(w.chain("A1").find("drill")->cutter.name, std::string("4.4 mm drill"));
        QVERIFY(!w.chain("A1").find("drill")->owned);
    }
    void every_kind_is_told_on_the_board() {
        CuttersWindow w;
        QImage image(900, 700, QImage::Format_RGB32);
        QPainter painter(&image);
        app::BoardMap map;
        map.pixels_per_mm = 5.0;
        map.middle = {450, 300};
        app::BoardPainter board(painter, map, w.document, app::Look::day(), QRectF(0, 0, 900, 700));
        board.paint(app::Stage::Cutters, "A", "A1");
        QStringList words;
        for (const auto& written : board.written())
            words << written.words;
        QVERIFY(words.contains("A1 to A4:  4.3 mm drill, M5 taper tap, M5 plug tap"));
        QVERIFY(words.contains("C1, C2:  5.8 mm drill, 6 mm reamer"));
        QVERIFY(words.contains("D1 to D3:  5.5 mm drill, M5 counterbore"));
        for (int kind = 0; kind < 8; ++kind) // each disc can be read, and no two are the same
            for (int other = 0; other < kind; ++other)
                QVERIFY(app::kind_colour(kind) != app::kind_colour(other));
        for (int kind = 0; kind < 8; ++kind)
            QVERIFY(app::contrast(app::kind_colour(kind), app::Look::day().surround) > 7.0);
    }
    void every_tool_leads_to_the_drawer() {
        CuttersWindow w;
        w.click("drawer:drill");
        QVERIFY(w.find("drawerPicture"));
        w.click("leaveShop");
        QCOMPARE(w.main.stage(), app::Stage::Cutters);
        w.click("drawer:tap2");
        QVERIFY(w.blank("addTap"));
        w.click("leaveShop");
        w.click("toShop");
        QVERIFY(w.find("drawerPicture"));
    }
    void empty_job_says_what_it_is_for() {
        Window w;
        w.command("new");
        w.main.show_stage(app::Stage::Cutters);
        QVERIFY(!w.find("kind:1"));
        w.click("pageToFetch");
        QVERIFY(w.find("slip"));
    }
};

CLOCKFACE_WINDOW_MAIN(TestCuttersWindow)
#include "test_cutters_window.moc"
