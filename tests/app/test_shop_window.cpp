// The shop through the real window: sets, single cutters, taps, machines, the backlash test, several shops, bad input.
#include "formats/shop_json.h"
#include "shell/strips.h"
#include "shop/backlash_test.h"
#include "shop/shop_view.h"
#include "support/sentences.h"

#include <QLabel>
#include <QPushButton>

using namespace clockface;
using namespace clockface::testing;

namespace {

struct ShopWindow : Window {
    ShopWindow() { QTest::keyClick(&main, Qt::Key_K, Qt::ControlModifier); }
    const Shop& shop() const { return document.shop(); }
    void page(const QString& name) {
        click("shopPage:" + name);
        QApplication::processEvents();
    }
    bool owns(const std::string& name) const {
        const auto all = cutters_in(document.shop().drawer);
        return std::any_of(all.begin(), all.end(), [&](const Cutter& each) { return each.name == name; });
    }
    QString below(const QString& blank_name) { return fault_below(*this, blank_name); }
};

} // namespace

class TestShopWindow : public QObject {
    Q_OBJECT
private slots:
    // Five questions: what is not here leaves the shop, and comes back as it was; one undo step each.
    void the_made_up_shop_becomes_ones_own() {
        ShopWindow w;
        w.page("interview");
        w.choose("have:Inch mill", "not here");
        QVERIFY(!w.shop().find("Inch mill"));
        w.choose("have:Inch mill", "here");
        QVERIFY(w.shop().find("Inch mill") && *w.shop().find("Inch mill") == *default_shop().find("Inch mill"));
        w.choose("have:wiggler", "not here");
        QCOMPARE(w.shop().holdings.finders.size(), default_holdings().finders.size() - 1);
        QTest::keyClick(&w.main, Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(w.shop().holdings.finders.size(), default_holdings().finders.size());
        w.choose("have:angle plate", "not here");
        w.choose("have:chuck on the table", "not here");
        QVERIFY(w.shop().holdings.angle_plates.empty() && w.shop().holdings.chucks.empty());
        w.choose("have:angle plate", "here");
        QVERIFY(w.shop().holdings.angle_plates == default_holdings().angle_plates);
        w.fill("opening:1", "71.5");
        QVERIFY(same(w.shop().holdings.vises[0].opening, mm(71.5)));
        w.click("viseGone:3");
        QCOMPARE(w.shop().holdings.vises.size(), std::size_t{2});
        // Pairs: known ones keep their length, inches are inches.
        w.fill("pairs", "6 x 28, 1/8x1 in, 4x19.5 mm");
        const auto& pairs = w.shop().holdings.parallels;
        QCOMPARE(pairs.size(), std::size_t{3});
        QVERIFY(pairs[0] == default_holdings().parallels[5]);
        QVERIFY(same(pairs[1].thickness, mm(3.175)) && same(pairs[1].height, mm(25.4)));
        QCOMPARE(w.blank("pairs")->text(), QString("6 × 28 mm, 1/8 × 1 in, 4 × 19.5 mm"));
        for (const char* nonsense : {"6", "6 x high", "6 x 28 x 3", "6 x 28, 6 x 28", "0 x 20"}) {
            w.fill("pairs", nonsense, false);
            QTest::keyClick(w.blank("pairs"), Qt::Key_Return);
            QVERIFY2(!w.below("pairs").isEmpty(), nonsense);
            QCOMPARE(w.shop().holdings.parallels.size(), std::size_t{3});
        }
        w.choose("have:metric drills", "not here");
        QVERIFY(!w.owns("8 mm drill"));
    }
    // The last machine cannot leave: a sentence says so, and it stays.
    void a_shop_keeps_a_machine() {
        ShopWindow w;
        w.page("interview");
        for (const char* name : {"Metric mill", "Inch mill", "Rotary table", "Layout bench", "Drill press"})
            w.choose(QString("have:") + name, "not here");
        QCOMPARE(w.shop().machines.size(), std::size_t{1});
        w.choose("have:Readout mill", "not here");
        QCOMPARE(w.shop().machines.size(), std::size_t{1});
        const auto labels = w.main.findChildren<QLabel*>();
        QVERIFY(std::any_of(labels.begin(), labels.end(), [](const QLabel* each) {
            return each->isVisible() && each->text().startsWith("▲") && each->text().contains("has no machine");
        }));
    }
    // Offered once the demo is understood, never before; not again once it was answered, nor with a shop of one's own.
    void the_questions_are_offered_after_the_demo() {
        Window w;
        auto* notice = w.main.findChild<app::NoticeStrip*>();
        QVERIFY(notice->text().contains("finished job to look round in"));
        w.main.offer_interview();
        QVERIFY(notice->text().contains("finished job to look round in"));
        w.click("noticeFirst");
        QVERIFY(notice->text().isEmpty());
        w.command("new");
        QVERIFY2(notice->text().contains("Five questions make it yours"), qPrintable(notice->text()));
        w.click("noticeSecond");
        QVERIFY(notice->text().isEmpty());
        w.main.offer_interview();
        QVERIFY(notice->text().isEmpty());
        Window again;
        again.click("noticeFirst");
        again.command("new");
        again.click("noticeFirst"); // the questions
        QVERIFY(again.find("have:Inch mill"));
    }
    void a_gap_in_a_set_changes_the_plan() {
        ShopWindow w;
        QVERIFY(w.find("drawerPicture"));
        QVERIFY(!w.owns("4.2 mm drill") && w.owns("4.3 mm drill"));
        w.fill("setWithout:1", "4.3, 8.4, 11.8");
        QVERIFY(w.owns("4.2 mm drill") && !w.owns("4.3 mm drill"));
        // The open job's M5 holes are drilled 4.2 now.
        QCOMPARE(w.document.plan().chains()[0].find("drill")->cutter.name, std::string("4.2 mm drill"));
        QTest::keyClick(&w.main, Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(w.owns("4.3 mm drill"));
        QCOMPARE(w.blank("setWithout:1")->text(), QString("4.2, 8.4, 11.8"));
        w.click("setGone:1");
        QVERIFY(!w.owns("4.3 mm drill"));
        w.choose("addSet", "letter drills");
        QVERIFY(w.owns("F drill"));
        // Escape leads back to the stage.
        QTest::keyClick(w.find<QWidget>("slip"), Qt::Key_Escape);
        QVERIFY(!w.find("leaveShop"));
    }
    void bad_input_in_the_drawer() {
        ShopWindow w;
        const Shop before = w.shop();
        w.fill("setFrom:2", "1/7");
        QVERIFY(w.below("setFrom:2")
                    .contains("There is no '1/7' among the fractional drills. They run from 1/64 to 1 1/2."));
        w.fill("setWithout:2", "15/64, blue");
        QVERIFY(w.below("setWithout:2").contains("'blue'"));
        w.fill("setStep:2", "wide");
        QVERIFY(!w.below("setStep:2").isEmpty());
        QCOMPARE(w.shop(), before);
        QCOMPARE(w.blank("setFrom:2")->text(), QString("1/7")); // what was typed is not lost
    }
    void single_cutters_taps_fluids() {
        ShopWindow w;
        w.page("singles");
        w.choose("addSingle", "drill");
        w.fill("singleName:3", "5 mm drill");
        w.fill("singleDiameter:3", "5");
        w.fill("singleMeasured:3", "5.04");
        w.choose("singleWorn:3", "worn");
        QVERIFY(same(*w.shop().drawer.singles[2].measured, mm(5.04)) && w.shop().drawer.singles[2].worn);
        w.fill("singleMeasured:3", "thick");
        QVERIFY(!w.below("singleMeasured:3").isEmpty());
        w.fill("singleDiameter:3", "0");
        QVERIFY(w.below("singleDiameter:3").contains("0.05 mm to 200 mm"));
        w.choose("singleSplit:3", "a split point");
        QVERIFY(w.shop().drawer.singles[2].split_point);
        w.choose("addSingle", "reamer");
        w.choose("singleHand:4", "by hand");
        QVERIFY(w.shop().drawer.singles[3].hand && w.shop().drawer.singles[3].kind == CutterKind::Reamer);
        w.click("singleGone:4");
        w.click("singleGone:3");
        QCOMPARE(w.shop().drawer.singles.size(), std::size_t{2});
        w.page("taps");
        w.fill("addTap", "3/8 BSW");
        QVERIFY(w.owns("3/8 BSW plug tap"));
        w.fill("addTap", "M77");
        QVERIFY(w.below("addTap").contains("There is no thread named 'M77'"));
        w.fill("taps:1", "plug, bottoming");
        QVERIFY(!w.owns("M3 taper tap") && w.owns("M3 bottoming tap"));
        w.fill("taps:1", "blunt");
        QVERIFY(w.below("taps:1").contains("Taper, plug and bottoming would do"));
        w.fill("fluids", "cutting oil, sulphur oil");
        QCOMPARE(w.shop().drawer.fluids.size(), std::size_t{2});
    }
    void how_we_cut() {
        ShopWindow w;
        w.page("cutting");
        w.choose("startWay", "with a spotting drill that leaves the chamfer too");
        QVERIFY(w.shop().customs.start == StartWay::SpottingDrill);
        w.fill("threadPercent", "65");
        QCOMPARE(w.shop().customs.thread_percent, 65.0);
        w.fill("threadPercent", "99");
        QVERIFY(w.below("threadPercent").contains("From 40 to 95"));
        w.fill("threadPercent", "");
        QCOMPARE(w.shop().customs.thread_percent, 0.0);
        w.fill("speed:brass", "42");
        QCOMPARE(w.shop().customs.speeds.at("brass"), 42.0);
        w.fill("speed:brass", "");
        QVERIFY(w.shop().customs.speeds.empty());
        w.fill("briskness", "60");
        QCOMPARE(w.shop().customs.briskness, 60.0);
    }
    void pins_packing_and_instruments() {
        ShopWindow w;
        w.page("kit");
        w.fill("rods", "3, 4.1, 1/4\"");
        QCOMPARE(w.shop().kit.rods.size(), std::size_t{3});
        QVERIFY(same(w.shop().kit.rods[2], mm(6.35)));
        w.fill("packing", "none");
        QVERIFY(w.shop().kit.packing.empty());
        w.fill("caliperStep", "0.01");
        QVERIFY(same(w.shop().kit.caliper_step, mm(0.01)));
        w.fill("protractorReach", "400");
        QVERIFY(w.below("protractorReach").contains("From") || !w.below("protractorReach").isEmpty());
        w.choose("lathe", "is not there");
        QVERIFY(!w.shop().kit.lathe);
        w.choose("jawsLift", "lifts when it grips");
        QVERIFY(w.shop().kit.jaws_lift);
        for (int i = 0; i < 4; ++i)
            QTest::keyClick(&w.main, Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(w.shop().kit.lathe && !w.shop().kit.jaws_lift);
    }
    void every_kind_of_machine_is_typed_over() {
        ShopWindow w;
        w.page("Readout mill");
        w.fill("resolution", "0.001 in");
        const auto readout = [&] { return std::get<Readout>(w.shop().machines[2].kind); };
        QVERIFY(same(readout().resolution, mm(0.0254)));
        w.fill("routineZero", "90");
        w.choose("routineSense", "clockwise");
        QVERIFY(readout().circle_convention.zero == deg(90) && readout().circle_convention.sense == Sense::Clockwise);
        w.page("Rotary table");
        w.fill("ratio", "72");
        w.fill("tableBacklash", "0.1");
        w.choose("rising", "counter-clockwise");
        const auto table = std::get<RotaryTable>(w.shop().machines[3].kind);
        QVERIFY(table.ratio == 72 && table.backlash == deg(0.1) && table.rising == Sense::CounterClockwise);
        w.fill("ratio", "0");
        QVERIFY(!w.below("ratio").isEmpty());
        w.page("Layout bench");
        w.fill("dividerStep", "0.2");
        QVERIFY(same(std::get<LayoutBench>(w.shop().machines[4].kind).divider_step, mm(0.2)));
        w.page("Drill press");
        w.choose("keepsPlace", "keeps the place");
        w.fill("room", "150");
        w.fill("hour", "24.5");
        w.fill("changeMinutes", "0.5");
        const Spindle spindle = w.shop().machines[5].spindle;
        QVERIFY(spindle.keeps_place && same(spindle.room, mm(150)) && spindle.change_minutes == 0.5);
        QVERIFY(w.shop().machines[5].hour == 24.5);
        w.fill("stroke", "deep");
        QVERIFY(!w.below("stroke").isEmpty());
        // What an hour costs stands on the list to fetch.
        w.main.show_stage(app::Stage::Order);
        w.choose("machine", "Drill press");
        w.main.show_stage(app::Stage::Cutters);
        w.click("pageToFetch");
        QVERIFY(w.find<QLabel>("fetchWords")->text().contains("At 24.5 an hour"));
    }
    void a_machine_and_its_backlash() {
        ShopWindow w;
        w.page("Metric mill");
        w.fill("lead:x", "2");
        w.fill("lines:x", "100");
        const auto& wheels = [&]() -> const Handwheels& { return std::get<Handwheels>(w.shop().machines[0].kind); };
        QVERIFY(same(wheels().x.lead, mm(2)) && wheels().x.lines == 100.0);
        w.fill("speeds", "60 to 4000");
        QVERIFY(w.shop().machines[0].spindle.steps.empty() && w.shop().machines[0].spindle.fastest == 4000.0);
        w.fill("speeds", "120, 90, 400");
        QCOMPARE(w.shop().machines[0].spindle.steps, (std::vector<double>{90, 120, 400}));
        w.fill("speeds", "slow and fast");
        QVERIFY(!w.below("speeds").isEmpty());
        w.fill("lines:x", "1");
        QVERIFY(!w.below("lines:x").isEmpty());
        // The guided test: 2 mm in 100 lines; three trials of about 11 lines.
        w.click("findBacklash:X");
        const auto type = [&](const QString& name, const QString& text) {
            auto* edit = w.find<QLineEdit>(name);
            QVERIFY2(edit, qPrintable(name));
            edit->setFocus();
            edit->clear();
            QTest::keyClicks(edit, text);
        };
        type("movingPlus:X:1", "42");
        QVERIFY(w.find<QLabel>("backlashFound:X")->text().contains("wants its other reading"));
        QVERIFY(!w.find<QPushButton>("takeBacklash:X")->isEnabled());
        type("movingMinus:X:1", "31");
        type("movingPlus:X:2", "5");
        type("movingMinus:X:2", "94.5"); // over nought: 10.5 lines
        type("movingPlus:X:3", "60");
        type("movingMinus:X:3", "48.5");
        QVERIFY(w.find<QLabel>("backlashFound:X")->text().contains("11 lines of 0.02 mm: 0.22 mm of backlash"));
        w.click("takeBacklash:X");
        QVERIFY(same(wheels().x.backlash, mm(0.22), 1e-9));
        QCOMPARE(w.blank("backlash:x")->text(), QString("0.22 mm"));
        type("movingPlus:X:3", "200");
        QVERIFY(w.find<QLabel>("backlashFound:X")->text().contains("lines from 0 to 100"));
        // Its name, a further one, and one that is gone.
        w.fill("machineName", "Window mill");
        QCOMPARE(w.shop().machines[0].name, std::string("Window mill"));
        w.page("Window mill");
        w.click("copyMachine");
        QCOMPARE(w.shop().machines.back().name, std::string("Window mill 2"));
        w.page("Window mill 2");
        w.click("machineGone");
        QCOMPARE(w.shop().machines.size(), std::size_t{6});
        // Order shows the machines there are.
        w.main.show_stage(app::Stage::Order);
        w.click("orderComparePage");
        QVERIFY(w.await("machine:Window mill") && !w.find("machine:Metric mill"));
        w.click("machineFigures");
        QVERIFY(w.find("leaveShop"));
    }
    // The demo's flange is clamped; a plate goes into the vise, and follows what the shop says of it.
    void vises_and_parallels() {
        ShopWindow w;
        w.page("hold");
        w.fill("opening:1", "2 3/4 in");
        QVERIFY(same(w.shop().holdings.vises[0].opening, mm(69.85)));
        w.fill("opening:1", "-3");
        QVERIFY(!w.below("opening:1").isEmpty());
        w.fill("slot:1", "90"); // wider than its jaws
        QVERIFY(w.below("slot:1").contains("narrower"));
        QVERIFY(same(w.shop().holdings.vises[0].opening, mm(69.85)));
        w.fill("viseName:2", "small vise");
        QVERIFY(w.below("viseName:2").contains("name of its own"));
        w.click("addVise");
        w.click("addVise");
        QCOMPARE(w.shop().holdings.vises.size(), std::size_t{5});
        QVERIFY(w.shop().holdings.vises[3].name != w.shop().holdings.vises[4].name);
        w.click("viseGone:4");
        w.click("addPair");
        w.fill("pairHeight:9", "41.5");
        QVERIFY(same(w.shop().holdings.parallels[8].height, mm(41.5)));
        w.fill("boards", "9, 22.5");
        QCOMPARE(w.shop().holdings.waste, (std::vector<Length>{mm(9), mm(22.5)}));
        w.fill("finderDiameter:1", "0.2 in");
        QVERIFY(same(w.shop().holdings.finders[0].diameter, mm(5.08)));
        const auto kept = load_shop(w.document.shop_path().toStdString());
        QVERIFY(kept && kept->holdings == w.shop().holdings);
        w.document.undo_stack().undo();
        QVERIFY(same(w.shop().holdings.finders[0].diameter, mm(10)));
    }
    void every_page_has_names_and_fits() {
        ShopWindow w;
        w.main.resize(1024, 700);
        QStringList pages = {"drawer", "singles", "taps", "cutting", "hold", "kit", "shops"};
        for (const Machine& machine : w.shop().machines)
            pages << QString::fromStdString(machine.name);
        for (const QString& page : pages) {
            QVERIFY2(w.main.show_shop(page), qPrintable(page));
            QApplication::processEvents();
            auto* card = w.find("slip");
            for (app::BlankEdit* blank : card->findChildren<app::BlankEdit*>())
                if (blank->isVisible()) {
                    QVERIFY2(!blank->accessibleName().isEmpty(), qPrintable(blank->objectName()));
                    QVERIFY2(blank->mapTo(card, QPoint(blank->width(), 0)).x() <= card->width(),
                             qPrintable(blank->objectName()));
                }
        }
        QVERIFY(!w.main.show_shop("no such page"));
    }
    void several_shops_are_kept() {
        ShopWindow w;
        w.page("shops");
        w.fill("shopName", "Loft");
        QVERIFY(w.document.shop_path().endsWith(".shop.json") && QFile::exists(w.document.shop_path()));
        QCOMPARE(load_shop(w.document.shop_path().toStdString())->name, std::string("Loft"));
        const QString loft = w.document.shop_path();
        w.click("copyShop");
        QVERIFY(w.document.shop_path() != loft);
        w.fill("shopName", "Cellar");
        w.page("drawer");
        w.fill("setWithout:1", "none");
        QVERIFY(w.owns("4.2 mm drill"));
        w.page("shops");
        // Back to the loft, where it is still missing.
        QPushButton* back = nullptr;
        for (QPushButton* each : w.main.findChildren<QPushButton*>())
            if (each->isVisible() && each->text() == "go over to Loft")
                back = each;
        QVERIFY(back);
        QTest::mouseClick(back, Qt::LeftButton);
        QCOMPARE(w.shop().name, std::string("Loft"));
        QVERIFY(!w.owns("4.2 mm drill"));
        QCOMPARE(app::ShopStore::last_used(w.folder.filePath("settings.ini")), loft);
        // Out to a file and in again.
        w.next_file = w.folder.filePath("mine.json");
        w.click("exportShop");
        QCOMPARE(load_shop(w.next_file.toStdString())->name, std::string("Loft"));
        w.click("importShop");
        QCOMPARE(w.shop().name, std::string("Loft"));
        QVERIFY(w.document.shop_path() != loft);
        // A file that is no shop leaves all as it is, and says why.
        QFile bad(w.folder.filePath("bad.json"));
        QVERIFY(bad.open(QIODevice::WriteOnly));
        bad.write("{\"clockface\": \"shop\", \"version\": 1, \"edge_distance_factor\": \"wide\"}");
        bad.close();
        w.next_file = bad.fileName();
        const Shop before = w.shop();
        w.click("importShop");
        QVERIFY(w.find<QLabel>("shopTold")->text().contains("left as it is"));
        QCOMPARE(w.shop(), before);
    }
    void a_job_remembers_its_figures() {
        ShopWindow w;
        w.next_file = w.folder.filePath("job.clockface.json");
        w.main.save_as();
        QVERIFY(w.job().planned_with.contains("metric-mill"));
        w.page("Metric mill");
        w.fill("backlash:x", "0.31");
        const auto& findings = w.document.plan().findings;
        QVERIFY(std::any_of(findings.begin(), findings.end(), [](const Finding& f) {
            return f.kind == FindingKind::FiguresChanged && f.sentence.find("0.31 mm") != std::string::npos;
        }));
        w.main.save();
        QVERIFY(std::none_of(w.document.plan().findings.begin(), w.document.plan().findings.end(),
                             [](const Finding& f) { return f.kind == FindingKind::FiguresChanged; }));
    }
    void backlash_by_hand() {
        Screw metric = screw(Unit::Millimetre, 2.5, 125, 0.18);
        // 52 - 43 = 9 lines of 0.02
        QVERIFY(same(backlash_from(metric, {{52, 43}})->backlash, mm(0.18)));
        metric.plus = Turn::CounterClockwise; // the dial rises on the way back
        QVERIFY(same(backlash_from(metric, {{43, 52}})->backlash, mm(0.18)));
        QVERIFY(same(backlash_from(metric, {{120, 4}})->backlash, mm(0.18)));
        const Screw inch = screw(Unit::Inch, 2.54, 100, 0.2);
        QVERIFY(same(backlash_from(inch, {{3, 94}, {50, 41}})->backlash, Length::inches(0.009)));
        QVERIFY(!backlash_from(inch, {}) && !backlash_from(inch, {{41, 50}}) &&
                !backlash_from(inch, {{50, 41}, {50, 20}}));
        QVERIFY(!backlash_from(inch, {{-1, 5}}) && !backlash_from(inch, {{5, std::nan("")}}));
    }
};

CLOCKFACE_WINDOW_MAIN(TestShopWindow)
#include "test_shop_window.moc"
