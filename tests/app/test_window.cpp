// The real window, driven with keys and mouse.
#include "order/instruction_list.h"
#include "slips/holes_slip.h"
#include "support/window.h"

#include <QLabel>
#include <QListView>
#include <QTableView>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

class TestWindow : public QObject {
    Q_OBJECT
private slots:
    void a_figure_is_typed_over() {
        Window w;
        w.fill("pitchCircle", "58.3");
        QVERIFY(same(std::get<CirclePattern>(w.job().patterns[0].layout).diameter, mm(58.3)));
        QCOMPARE(w.blank("pitchCircle")->text(), QStringLiteral("58.3 mm"));
        w.fill("pitchCircle", "2 3/8 in");
        QVERIFY(same(std::get<CirclePattern>(w.job().patterns[0].layout).diameter, Length::inches(2.375)));
        // The blank's own undo must not swallow the job's.
        QTest::keyClick(w.blank("pitchCircle"), Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(same(std::get<CirclePattern>(w.job().patterns[0].layout).diameter, mm(58.3)));
        QTest::keyClick(w.blank("pitchCircle"), Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
        QVERIFY(same(std::get<CirclePattern>(w.job().patterns[0].layout).diameter, Length::inches(2.375)));
    }
    void typing_shows_on_the_board_before_enter() {
        Window w;
        w.fill("count", "9", false);
        QCOMPARE(w.document.plan().holes.size(), 19U);
        QCOMPARE(w.job().patterns.size(), 5U);
        QCOMPARE(std::get<CirclePattern>(w.job().patterns[0].layout).count, 7);
        QTest::keyClick(w.blank("count"), Qt::Key_Escape);
        QCOMPARE(w.document.plan().holes.size(), 17U);
        QCOMPARE(w.blank("count")->text(), QStringLiteral("seven"));
    }
    void tab_walks_and_keeps() {
        Window w;
        w.fill("count", "8", false);
        QTest::keyClick(w.blank("count"), Qt::Key_Tab);
        QCOMPARE(std::get<CirclePattern>(w.job().patterns[0].layout).count, 8);
        QTRY_COMPARE(QApplication::focusWidget(), static_cast<QWidget*>(w.blank("size")));
        for (const char* next : {"depth", "circleWay", "pitchCircle", "placeX", "placeY", "astride", "first", "going",
                                 "leftOut", "extras"}) {
            QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
            QCOMPARE(QApplication::focusWidget()->objectName(), QString(next));
        }
    }
    void bad_figures_stay_to_be_mended_data() {
        QTest::addColumn<QString>("blank");
        QTest::addColumn<QString>("typed");
        QTest::addColumn<QString>("says");
        const char* lengths[] = {"pitchCircle", "placeX"};
        for (const char* name : lengths)
            for (const auto& [typed, says] : {std::pair("abc", "abc"),
                                              {"", "Nothing"},
                                              {"1/0", "nought"},
                                              {"3//4", "One sign"},
                                              {"1e400", "too large"},
                                              {"NaN", "NaN"},
                                              {"4,5", "comma"}})
                QTest::addRow("%s: %s", name, typed) << name << typed << says;
        QTest::newRow("negative circle") << "pitchCircle"
                                         << "-61"
                                         << "more than nought";
        QTest::newRow("circle of nought") << "pitchCircle"
                                          << "0"
                                          << "more than nought";
        QTest::newRow("no holes") << "count"
                                  << "0"
                                  << "from 1 to";
        QTest::newRow("a million holes") << "count"
                                         << "1,000,000"
                                         << "comma";
        QTest::newRow("a million holes, plain") << "count"
                                                << "1000000"
                                                << "from 1 to 10000";
        QTest::newRow("half a hole") << "count"
                                     << "2.5"
                                     << "whole";
        QTest::newRow("unknown thread") << "size"
                                        << "M5.5"
                                        << "M5.5";
        QTest::newRow("negative size") << "size"
                                       << "-3"
                                       << "more than nought";
        QTest::newRow("negative depth") << "depth"
                                        << "-3"
                                        << "more than nought";
        QTest::newRow("direction") << "first"
                                   << "13:00"
                                   << "clock";
        QTest::newRow("left out") << "leftOut"
                                  << "8"
                                  << "1 to 7";
        QTest::newRow("name taken") << "patternName"
                                    << "B"
                                    << "Two patterns";
        QTest::newRow("no name") << "patternName"
                                 << ""
                                 << "needs a name";
    }
    void bad_figures_stay_to_be_mended() {
        QFETCH(QString, blank);
        QFETCH(QString, typed);
        QFETCH(QString, says);
        Window w;
        w.fill(blank, typed);
        QCOMPARE(w.job(), flange());
        QCOMPARE(w.document.plan().holes.size(), 17U);
        QVERIFY2(w.blank(blank)->fault().contains(says), qPrintable(w.blank(blank)->fault()));
        QCOMPARE(w.blank(blank)->text(), typed);
        auto* below = w.find<QLabel>("below");
        QVERIFY(below && below->text().contains(says));
        // Still there after the focus has gone elsewhere, and mended by typing on.
        w.main.findChild<BoardView*>()->setFocus();
        QCOMPARE(w.blank(blank)->text(), typed);
        w.blank(blank)->setFocus();
        QTest::keyClick(w.blank(blank), Qt::Key_Escape);
        QVERIFY(w.blank(blank)->fault().isEmpty());
        QVERIFY(w.blank(blank)->text() != typed || typed.isEmpty());
    }
    void every_kind_of_pattern_is_added_and_taken_away() {
        Window w;
        w.command("new");
        QCOMPARE(w.main.stage(), Stage::Blank);
        QTest::keyClick(&w.main, Qt::Key_2, Qt::ControlModifier);
        QTRY_VERIFY(w.find("addCircle"));
        w.click("addCircle");
        w.fill("count", "5");
        w.fill("size", "1/4-28");
        w.fill("depth", "6.2 deep");
        w.fill("pitchCircle", "(3+1/4)in/2");
        w.fill("placeX", "47.3");
        w.fill("placeY", "31.9");
        w.fill("first", "2:30");
        w.choose("going", "clockwise");
        w.fill("leftOut", "2, 4");
        const Pattern& a = w.job().patterns.at(0);
        const auto& circle = std::get<CirclePattern>(a.layout);
        QVERIFY(circle.count == 5 && same(circle.diameter, Length::inches(1.625)) && circle.going == Sense::Clockwise);
        QVERIFY(same(circle.centre, {mm(47.3), mm(31.9)}) && circle.first == deg(15));
        QVERIFY(a.hole.purpose == Purpose::Tapped && a.hole.label == "1/4-28" && same(*a.hole.depth, mm(6.2)));
        QCOMPARE(a.left_out, (std::set<int>{2, 4}));
        w.click("addArc");
        w.fill("count", "4");
        w.fill("sweep", "77.5");
        QCOMPARE(std::get<ArcPattern>(w.job().patterns.at(1).layout).sweep, deg(77.5));
        w.fill("count", "1");
        QVERIFY(w.blank("count")->fault().contains("two holes or more"));
        QTest::keyClick(w.blank("count"), Qt::Key_Escape);
        w.click("addRow");
        w.fill("pitch", "8.6");
        w.fill("bearing", "top");
        QCOMPARE(std::get<RowPattern>(w.job().patterns.at(2).layout).bearing, deg(90));
        w.click("addSingle");
        w.fill("placeX", "11.7");
        w.fill("patternName", "Q");
        QCOMPARE(QApplication::focusWidget(), static_cast<QWidget*>(w.blank("patternName"))); // and the keys stay there
        QCOMPARE(w.job().patterns.at(3).name, std::string("Q"));
        QCOMPARE(w.blank("placeX")->text(), QStringLiteral("11.7 mm")); // still the open one
        w.click("removePattern");
        QCOMPARE(w.job().patterns.size(), 3U);
        w.click("addGrid");
        w.fill("columns", "four");
        w.fill("rows", "3");
        w.fill("leftOut", "12");
        w.choose("gridKind", "only round the edge"); // has 10 places: what was left out beyond them goes
        QCOMPARE(places_in(w.job().patterns.at(3).layout), 10);
        QVERIFY(w.job().patterns.at(3).left_out.empty());
        w.fill("pitch", "7.3");
        w.fill("across", "5/16in");
        QVERIFY(same(std::get<GridPattern>(w.job().patterns.at(3).layout).across, Length::inches(0.3125)));
        while (w.document.undo_stack().canUndo())
            w.document.undo_stack().undo();
        QVERIFY(w.job().patterns.empty());
        QVERIFY(!w.document.is_dirty());
    }
    void bars_refuse_what_cannot_be() {
        Window w;
        w.command("new");
        w.fill("width", "164");
        w.choose("shape", "tube");
        const Job sound = w.job();
        QVERIFY(sound.blank.bore && sound.datum.place == DatumPlace::LeftEdge);
        const auto refused = [&](const char* blank, const char* text, const char* says) {
            w.fill(blank, text);
            QVERIFY2(w.blank(blank)->fault().contains(QLatin1String(says)), qPrintable(w.blank(blank)->fault()));
            QCOMPARE(w.blank(blank)->text(), QString::fromLatin1(text)); // nothing typed is lost
            QTest::keyClick(w.blank(blank), Qt::Key_Escape);
            QCOMPARE(w.job(), sound);
        };
        refused("wall", "400", "as thick as the bar's radius");
        refused("width", "0", "more than nought");
        refused("bore", "400", "no wall would be left");
        refused("diameter", "thick", "'thick' is not a number");
        refused("shoulders", "90, 12; 50, 10", "one after the other");
        refused("shoulders", "90", "is no X, Y");
        w.main.show_stage(app::Stage::Holes);
        w.click("addHelix");
        QCOMPARE(w.document.plan().holes.size(), 4U);
        const Job helix = w.job();
        for (const auto& [blank, text] : {std::pair("first", "1e9"),
                                          {"along", "1e9"},
                                          {"count", "0"},
                                          {"offset", "far"},
                                          {"turn", "-40"},
                                          {"size", "0"}}) {
            w.fill(blank, text);
            QVERIFY2(!w.blank(blank)->fault().isEmpty(), blank);
            QTest::keyClick(w.blank(blank), Qt::Key_Escape);
            QCOMPARE(w.job(), helix);
        }
        // What can be typed but not drilled is told, not refused.
        w.fill("offset", "200 cw");
        QVERIFY(!w.document.plan().findings.empty() && w.document.plan().findings[0].grade == Grade::Stop);
        QVERIFY(w.document.plan().findings[0].sentence.find("misses the bar") != std::string::npos);
        // A bar with holes in its side does not silently become a plate.
        w.main.show_stage(app::Stage::Blank);
        w.choose("shape", "plate");
        QVERIFY(w.job().blank.shape == BlankShape::Tube);
    }
    void figures_and_ways_are_shown_for_a_hole() {
        Window w;
        w.command("demo-winding-arbor");
        w.main.show_stage(app::Stage::Holes);
        w.main.selection().select("A", "A1");
        const QString why = w.find<QLabel>("why")->text();
        for (const char* figure : {"wall beside it: 10.86 mm on both sides", "caliper over pin and flank: 17.06 mm",
                                   "round the bar: 43.857 mm"})
            QVERIFY2(why.contains(QLatin1String(figure)), qPrintable(why));
        w.main.show_stage(app::Stage::Order);
        w.main.selection().select("C", "C3");
        QVERIFY(w.find<QLabel>("angleWaysTitle")->text().contains("from A1 to the angle of C3"));
        w.click("angleWaysMore");
        QVERIFY(w.find<QLabel>("angleWaysRest")->text().contains("Not here: "));
        w.click("way:second line across the end");
        QVERIFY(w.job().patterns[2].angle == AngleWay::EndLine);
        w.fill("axisWithin", ".02");
        QVERIFY(w.find<QLabel>("topWaysWords")->text().contains("Nothing here keeps within"));
        w.fill("axisWithin", "0");
        QVERIFY(!w.blank("axisWithin")->fault().isEmpty());
    }
    void callouts_are_typed_seen_and_added() {
        Window w;
        auto* line = w.find<QLineEdit>("callout");
        line->setFocus();
        QTest::keyClicks(line, "4x 3.4 on 29.6 circle from 1:30");
        QCOMPARE(w.document.plan().holes.size(), 21U); // the ghost
        QVERIFY(w.document.is_ghost(5) && !w.document.is_ghost(4));
        QCOMPARE(w.job(), flange());
        QVERIFY(w.find<QLabel>("calloutBelow")->text().contains("4x 3.4, through, on circle 29.6 at 0, 0, from 45 cw"));
        QTest::keyClick(line, Qt::Key_Escape);
        QCOMPARE(w.document.plan().holes.size(), 17U);
        QTest::keyClicks(line, "4x 3.4 on 29.6 circle from noon");
        QVERIFY(w.find<QLabel>("calloutBelow")->text().contains("noon"));
        QTest::keyClick(line, Qt::Key_Return);
        QCOMPARE(w.job(), flange());
        QCOMPARE(line->selectedText(), QStringLiteral("noon"));
        QTest::keyClicks(line, "1:30"); // typing replaces the word that stood in the way
        QTest::keyClick(line, Qt::Key_Return);
        QCOMPARE(w.job().patterns.size(), 6U);
        QCOMPARE(w.main.selection().pattern(), std::string("F"));
        QVERIFY(line->text().isEmpty());
        QVERIFY(w.find<QLabel>("saidAs")->text().endsWith("4x 3.4, through, on circle 29.6 at 0, 0, from 45 cw"));
        w.document.undo_stack().undo();
        QCOMPARE(w.job(), flange());
    }
    void zero_and_convention_change_figures_only() {
        Window w;
        const SetupPlan before = w.document.plan();
        w.main.show_stage(Stage::Blank);
        w.fill("angleZero", "3 o'clock");
        w.choose("angleSense", "counter-clockwise");
        w.choose("unit", "inches");
        w.choose("xPlus", "left");
        QVERIFY(w.document.plan().holes == before.holes);
        w.choose("datum", "at the lower left");
        for (std::size_t i = 0; i < before.holes.size(); ++i)
            QVERIFY(same(w.document.plan().holes[i].at, before.holes[i].at + Point{mm(44.37), mm(44.37)}));
        w.main.show_stage(Stage::Holes);
        QCOMPARE(w.blank("first")->text(), QStringLiteral("60° (1:00)"));
        QCOMPARE(w.blank("placeX")->text(), QStringLiteral("−1.7469 in")); // 44.37 / 25.4, counted to the left
    }
    void nought_degrees_at_any_bearing() {
        Window w;
        w.main.show_stage(Stage::Blank);
        w.fill("angleZero", "1:30");
        QCOMPARE(w.job().convention.zero, deg(45));
        QCOMPARE(w.blank("angleZero")->text(), QStringLiteral("1:30"));
        w.fill("angleZero", "47.3");
        QCOMPARE(w.blank("angleZero")->text(), QStringLiteral("47.3°"));
        w.fill("angleZero", w.blank("angleZero")->text());
        QCOMPARE(w.job().convention.zero, deg(47.3));
        QVERIFY(w.document.plan().holes == holes_of(flange()));
        w.fill("angleZero", "13:15");
        QVERIFY(w.blank("angleZero")->fault().contains("clock"));
    }
    void moving_the_holes_is_an_act_of_its_own() {
        Window w;
        w.main.show_stage(Stage::Blank);
        w.choose("moveHoles", "at the lower left");
        QCOMPARE(w.job().datum.place, DatumPlace::LowerLeft);
        QVERIFY(w.job().patterns == flange().patterns); // the figures stay, so the holes are elsewhere on the metal
        QVERIFY(w.find<QLabel>("finding")->text().contains("Stop"));
        w.document.undo_stack().undo();
        QCOMPARE(w.job(), flange());
    }
    void what_a_blank_shows_can_be_typed_back() {
        // Every blank's own text, typed in again, is understood and changes nothing.
        Window w;
        w.main.show_stage(Stage::Blank);
        w.choose("xPlus", "left");
        const auto retype_all = [&] {
            for (BlankEdit* blank : w.main.findChildren<BlankEdit*>()) {
                if (!blank->isVisible())
                    continue;
                const Job before = w.job();
                w.fill(blank->objectName(), blank->text());
                QVERIFY2(blank->fault().isEmpty(), qPrintable(blank->objectName() + ": " + blank->fault()));
                QVERIFY2(w.job() == before, qPrintable(blank->objectName()));
            }
        };
        retype_all();
        w.main.show_stage(Stage::Holes);
        for (const char* pattern : {"A", "B", "C", "D", "E"}) {
            w.main.selection().select(pattern, {});
            retype_all();
        }
    }
    void blank_stage() {
        Window w;
        w.main.show_stage(Stage::Blank);
        w.fill("title", "Motion-work plate");
        w.choose("shape", "plate");
        w.fill("width", "143.6");
        w.fill("widthMeasured", "143.52");
        w.fill("height", "88.1");
        w.fill("thickness", "1/4 in");
        w.fill("bore", "none");
        w.fill("calledFor", "");
        const Blank& blank = w.job().blank;
        QVERIFY(blank.shape == BlankShape::Plate && same(blank.width.actual(), mm(143.52)) &&
                same(blank.thickness, mm(6.35)));
        QVERIFY(!blank.bore && !w.job().holes_called_for);
        w.fill("widthMeasured", "14.352");
        QVERIFY(w.blank("widthMeasured")->fault().contains("more than a quarter"));
        QVERIFY(w.find<QLabel>("jobTitle")->text() == "Motion-work plate");
    }
    void holes_are_chosen_on_the_board_and_in_the_table() {
        Window w;
        auto* board = w.main.findChild<BoardView*>();
        QTest::mouseClick(board, Qt::LeftButton, {}, board->position_of("C4")->toPoint());
        QCOMPARE(w.main.selection().hole(), std::string("C4"));
        QTRY_VERIFY(w.blank("sweep")); // its pattern has opened
        auto* table = w.find<QTableView>("holeTable");
        QCOMPARE(table->model()->index(table->currentIndex().row(), 0).data().toString(), QStringLiteral("C4"));
        QVERIFY(w.find<QLabel>("why")->text().contains("67° / (5 − 1)"));
        table->setFocus();
        QTest::keyClick(table, Qt::Key_Down);
        QCOMPARE(w.main.selection().hole(), std::string("C5"));
        board->setFocus();
        QTest::keyClick(board, Qt::Key_Right);
        QCOMPARE(w.main.selection().hole(), std::string("D1"));
        QTest::mouseClick(board, Qt::LeftButton, {}, QPoint(5, 5));
        QVERIFY(w.main.selection().hole().empty());
    }
    void the_board_zooms_pans_and_fits() {
        Window w;
        auto* board = w.main.findChild<BoardView*>();
        const QPointF home = *board->position_of("A1");
        board->setFocus();
        QTest::keyClick(board, Qt::Key_Plus);
        QVERIFY(*board->position_of("A1") != home);
        const QPointF zoomed = *board->position_of("A1");
        QTest::mousePress(board, Qt::LeftButton, {}, QPoint(100, 100));
        QTest::mouseMove(board, QPoint(130, 90));
        QTest::mouseMove(board, QPoint(160, 80));
        QTest::mouseRelease(board, Qt::LeftButton, {}, QPoint(160, 80));
        QCOMPARE(*board->position_of("A1") - zoomed, QPointF(60, -20));
        QTest::keyClick(board, Qt::Key_F);
        QCOMPARE(*board->position_of("A1"), home);
    }
    void findings_are_told_and_shown() {
        Window w;
        w.main.selection().select("E", "E1");
        w.fill("placeX", "-43");
        auto* finding = w.find<QLabel>("finding");
        QVERIFY2(finding->text().contains("E1"), qPrintable(finding->text()));
        QVERIFY(finding->text().contains("Stop"));
        w.main.selection().select("A", {});
        QTest::keyClick(&w.main, Qt::Key_F9);
        QTRY_COMPARE(w.main.selection().hole(), std::string("E1"));
        auto* holes = w.find<StageButton>("stageHoles");
        QCOMPARE(holes->state().kind, StageState::Kind::Attention);
        QVERIFY(holes->accessibleDescription().contains("attention"));
    }
    void order_shows_each_way_of_working() {
        Window w;
        QTest::keyClick(&w.main, Qt::Key_5, Qt::ControlModifier);
        QTRY_COMPARE(w.main.stage(), Stage::Order);
        for (const Machine& machine : w.document.shop().machines) {
            w.choose("machine", QString::fromStdString(machine.name));
            QCOMPARE(w.document.plan().machine.name, machine.name);
            QVERIFY(w.find<QLabel>("proof")->text().contains("from the drawing"));
            auto* list = w.find<QListView>("instructions");
            auto* model = qobject_cast<InstructionList*>(list->model());
            QVERIFY(model->rowCount() < static_cast<int>(w.document.plan().route.list.size())); // folded
            model->open_all();
            std::vector<int> moves;
            for (int row = 0; row < model->rowCount(); ++row)
                if (model->move_of(row) >= 0)
                    moves.push_back(model->move_of(row));
            QCOMPARE(moves.size(), w.document.plan().route.list.size());
            for (std::size_t i = 0; i < moves.size(); ++i)
                QCOMPARE(moves[i], static_cast<int>(i));
            list->setCurrentIndex(model->index(model->show(3), 0));
            QVERIFY(w.find<QLabel>("why")->text().size() > 20);
        }
        w.choose("machine", "Metric mill");
        const auto least = w.document.plan().route.order;
        w.choose("holeOrder", "as they are drawn");
        QVERIFY(w.document.plan().route.order != least);
    }
    void everything_has_a_name_for_those_who_cannot_see() {
        Window w;
        for (const Stage stage :
             {Stage::Blank, Stage::Holes, Stage::Cutters, Stage::Hold, Stage::Order, Stage::Bench}) {
            w.main.show_stage(stage);
            for (QWidget* widget : w.main.findChildren<QWidget*>()) {
                const bool works = qobject_cast<QAbstractButton*>(widget) || qobject_cast<QLineEdit*>(widget) ||
                                   qobject_cast<QAbstractItemView*>(widget);
                if (!works || !widget->isVisible() || widget->objectName().startsWith("qt_") ||
                    qobject_cast<QTableView*>(widget->parentWidget())) // a table's own corner and headings
                    continue;
                auto* button = qobject_cast<QAbstractButton*>(widget);
                QVERIFY2(!widget->accessibleName().isEmpty() || (button && !button->text().isEmpty()),
                         qPrintable(widget->objectName()));
                QVERIFY2(widget->focusPolicy() != Qt::NoFocus || widget->objectName().startsWith("bench"),
                         qPrintable(widget->objectName()));
            }
        }
    }
    void it_fits_the_smallest_window() {
        Window w;
        w.main.resize(1024, 700);
        QTRY_COMPARE(w.main.size(), QSize(1024, 700));
        for (const Stage stage : {Stage::Blank, Stage::Holes, Stage::Cutters, Stage::Hold, Stage::Order}) {
            w.main.show_stage(stage);
            auto* slip = w.find("slip");
            for (BlankEdit* blank : slip->findChildren<BlankEdit*>())
                if (blank->isVisible())
                    QVERIFY2(blank->mapTo(slip, QPoint(blank->width(), 0)).x() <= slip->width(),
                             qPrintable(blank->objectName()));
        }
    }
    void night_and_back() {
        Window w;
        const QString day = w.main.styleSheet();
        QTest::keyClick(&w.main, Qt::Key_F10);
        QVERIFY(w.main.styleSheet() != day);
        QTest::keyClick(&w.main, Qt::Key_F10);
        QCOMPARE(w.main.styleSheet(), day);
    }
};

CLOCKFACE_WINDOW_MAIN(TestWindow)
#include "test_window.moc"
