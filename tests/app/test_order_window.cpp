// The Order stage through the window: its four pages, by mouse and by keyboard.
#include "board/board_view.h"
#include "order/hole_one_view.h"
#include "order/order_list.h"
#include "order/order_slip.h"
#include "support/window.h"

#include <QLabel>
#include <QListView>
#include <QPushButton>

using namespace clockface;
using namespace clockface::testing;
using app::Stage;

namespace {

struct OrderWindow : Window {
    OrderWindow() { main.show_stage(Stage::Order); }
    QString words(const QString& name) {
        auto* label = find<QLabel>(name);
        return label ? label->text() : QString();
    }
    void choose_move(int row) { main.findChild<app::OrderSlip*>()->choose_move(row); }
    // The first move of the list of a kind.
    template <class Action> int first() const {
        const auto& list = document.plan().route.list;
        for (std::size_t i = 0; i < list.size(); ++i)
            if (std::holds_alternative<Action>(list[i].action))
                return static_cast<int>(i);
        return -1;
    }
};

} // namespace

class TestOrderWindow : public QObject {
    Q_OBJECT
private slots:
    void the_sentence_on_top_changes_the_list() {
        OrderWindow w;
        w.choose("machine", "Metric mill");
        const auto moves = w.document.plan().route.list.size();
        w.choose("cutOrder", "every hole finished before the next");
        QCOMPARE(at_hand(w.job()).order.cuts, CutOrder::ByHole);
        QVERIFY(w.document.plan().route.list.size() != moves);
        QVERIFY(w.words("orderReason").contains("every hole finished"));
        w.document.undo_stack().undo();
        QCOMPARE(at_hand(w.job()).order.cuts, CutOrder::Advised);
        QVERIFY(w.words("orderReason").contains("comes back to every place"));
    }
    void what_if_a_turn_is_miscounted() {
        OrderWindow w;
        w.choose("machine", "Metric mill");
        w.click("whatIf");
        w.choose_move(w.first<TurnHandwheel>());
        QVERIFY(w.find<QPushButton>("slip:2")); // a turn too many
        w.click("slip:2");
        QVERIFY2(w.words("brokenPart").contains("would be spoiled"), qPrintable(w.words("brokenPart")));
        // Another move, nothing is broken any more.
        w.choose_move(w.first<ChangeCutter>());
        QVERIFY(w.words("brokenPart").isEmpty());
        QVERIFY(!w.find<QPushButton>("slip:2"));
    }
    void the_chosen_move_is_the_hole_on_the_board() {
        OrderWindow w;
        const int move = w.first<DrillHole>();
        w.choose_move(move);
        const SetupPlan& plan = w.document.plan();
        QCOMPARE(w.main.selection().hole(),
                 plan.holes[static_cast<std::size_t>(plan.route.list[static_cast<std::size_t>(move)].hole)].name);
        QVERIFY(w.words("why").size() > 20);
    }
    void three_ways_and_all_machines_are_one_click_away() {
        OrderWindow w;
        w.click("orderComparePage");
        QVERIFY(w.await("way:1"));
        w.click("way:1"); // hole by hole
        QCOMPARE(at_hand(w.job()).order.cuts, CutOrder::ByHole);
        w.click("machine:Rotary table");
        QCOMPARE(at_hand(w.job()).machine.name, std::string("Rotary table"));
        const auto taken = [&] {
            auto* button = w.find<QPushButton>("machine:Rotary table");
            return button && button->isChecked();
        };
        QTRY_VERIFY(taken());
        QVERIFY(!w.words("methodRemark").isEmpty());
        w.document.undo_stack().undo();
        QVERIFY(at_hand(w.job()).machine.name != "Rotary table");
    }
    void many_parts_and_what_they_may_be_off() {
        OrderWindow w;
        w.choose("machine", "Readout mill");
        w.click("orderProofPage");
        QVERIFY(w.await("partsPlot"));
        QVERIFY(w.words("manyParts").contains("100 in 100"));
        // Where they came out lies over the board, and goes with the page.
        const auto dots = [&] {
            const QImage board = w.find<QWidget>("board")->grab().toImage();
            int green = 0;
            for (int y = 0; y < board.height(); ++y)
                for (int x = 0; x < board.width(); ++x) {
                    const QColor at = board.pixelColor(x, y);
                    green += at.green() > std::max(at.red(), at.blue()) + 20;
                }
            return green;
        };
        const int with_parts = dots();
        w.click("orderSetupPage");
        QVERIFY2(with_parts > 500 && dots() == 0, qPrintable(QString::number(with_parts)));
        w.click("orderProofPage");
        QVERIFY(w.await("partsPlot"));
        w.fill("holesWithin", "0.02");
        QCOMPARE(w.job().holes_within, Length::mm(0.02));
        QTRY_VERIFY(!w.words("manyParts").contains("<b>100 in 100</b> come out right"));
        // Bad input: said below the blank, nothing changed.
        w.fill("holesWithin", "-3");
        QCOMPARE(w.job().holes_within, Length::mm(0.02));
        w.fill("holesWithin", "a little");
        QCOMPARE(w.job().holes_within, Length::mm(0.02));
    }
    void holes_are_moved_by_hand() {
        OrderWindow w;
        w.click("orderSetupPage");
        auto* list = w.find<app::OrderList>("orderList");
        QVERIFY(list);
        const QStringList before = list->order();
        list->setFocus();
        list->setCurrentRow(2);
        QTest::keyClick(list, Qt::Key_Up, Qt::AltModifier);
        QCOMPARE(at_hand(w.job()).order.holes, HoleOrder::ByHand);
        QCOMPARE(QString::fromStdString(at_hand(w.job()).order.by_hand.at(1)), before[2]);
        QCOMPARE(QString::fromStdString(at_hand(w.job()).order.by_hand.at(2)), before[1]);
        QVERIFY(w.words("orderCost").contains("Once round takes about"));
        w.document.undo_stack().undo();
        QVERIFY(at_hand(w.job()).order.by_hand.empty());
    }
    void the_cost_is_said_while_a_hole_is_dragged() {
        OrderWindow w;
        w.click("orderSetupPage");
        auto* list = w.find<app::OrderList>("orderList");
        QStringList far = list->order();
        far.move(0, static_cast<int>(far.size()) - 1);
        emit list->hovered(far);
        QVERIFY2(w.words("orderCost").contains("than now"), qPrintable(w.words("orderCost")));
        emit list->reordered(far);
        QCOMPARE(QString::fromStdString(at_hand(w.job()).order.by_hand.back()), far.back());
    }
    void looking_longer_is_kept_as_an_own_order() {
        OrderWindow w;
        w.choose("machine", "Metric mill");
        w.choose("holeOrder", "as they are drawn");
        w.click("orderSetupPage");
        w.click("lookLonger");
        QTRY_COMPARE_WITH_TIMEOUT(at_hand(w.job()).order.holes, HoleOrder::ByHand, 20000);
        QCOMPARE(at_hand(w.job()).order.by_hand.size(), std::size_t{17});
        w.click("lookLonger"); // there is none shorter now
        QTRY_VERIFY_WITH_TIMEOUT(w.words("noticeText").contains("There is none"), 20000);
        // A job that was changed meanwhile keeps its own order.
        w.choose("holeOrder", "as they are drawn");
        w.click("lookLonger");
        w.choose("machine", "Readout mill");
        QTRY_VERIFY_WITH_TIMEOUT(w.words("noticeText").contains("has changed meanwhile"), 20000);
        QCOMPARE(at_hand(w.job()).order.holes, HoleOrder::AsDrawn);
    }
    void two_dimples_settle_the_readout() {
        OrderWindow w;
        w.choose("machine", "Readout mill");
        w.click("orderSetupPage");
        QVERIFY(w.words("holeOneQuestion").contains("first 30°"));
        QVERIFY(w.find("holeOnePicture"));
        const auto before = std::get<Readout>(w.document.shop().machines[2].kind).circle_convention;
        w.click("dimple:1"); // as the drawing has it
        const auto after = std::get<Readout>(w.document.shop().machines[2].kind).circle_convention;
        QVERIFY(after == w.job().convention && !(after == before));
        QVERIFY(w.words("noticeText").contains("The shop now knows"));
        w.document.undo_stack().undo();
        QVERIFY(std::get<Readout>(w.document.shop().machines[2].kind).circle_convention == before);
    }
    void each_machine_offers_its_own_ways() {
        OrderWindow w;
        w.click("orderSetupPage");
        w.choose("machine", "Readout mill");
        w.choose("readoutWay", "its own routines'");
        QCOMPARE(at_hand(w.job()).order.readout, ReadoutWay::Routines);
        QVERIFY(w.first<RoutinePlace>() >= 0);
        w.choose("machine", "Rotary table");
        QVERIFY(!w.find("readoutWay"));
        w.choose("tableWay", "its index plates");
        QVERIFY(w.first<TurnIndex>() >= 0);
        w.choose("machine", "Metric mill");
        w.choose("walkFirst", "touch every place lightly");
        QVERIFY(w.first<TouchLightly>() >= 0);
        w.choose("checkHalfWay", "do not measure");
        QVERIFY(w.first<CheckPlace>() < 0);
        QVERIFY(!w.find("dialX")); // its dials can be set to 0
    }
    void dials_that_cannot_be_set_to_nought() {
        OrderWindow w;
        Shop shop = w.document.shop();
        std::get<Handwheels>(shop.machines[0].kind).dials_turn = false;
        QVERIFY(w.document.edit_shop("fixed dials", shop, {}));
        w.choose("machine", "Metric mill");
        w.click("orderSetupPage");
        w.fill("dialX", "0.46");
        QCOMPARE(at_hand(w.job()).order.dial_x, 23);
        w.fill("dialX", "7"); // more than the dial shows
        QCOMPARE(at_hand(w.job()).order.dial_x, 23);
    }
    void a_template_is_written() {
        OrderWindow w;
        w.choose("machine", "Layout bench");
        w.click("orderSetupPage");
        w.next_file = w.folder.filePath("flange-template.svg");
        w.click("template");
        QVERIFY(QTest::qWaitFor([&] { return QFile::exists(w.next_file); }, 20000));
        QVERIFY(w.words("noticeText").contains("measure both bars"));
        w.next_file = "/nowhere/at/all.pdf";
        w.click("template");
        QVERIFY(QTest::qWaitFor([&] { return !w.words("noticeText").contains("measure both bars"); }, 20000));
    }
    void an_empty_job_says_so_on_every_page() {
        OrderWindow w;
        w.main.new_job();
        w.main.show_stage(Stage::Order);
        for (const char* page : {"orderListPage", "orderComparePage", "orderProofPage", "orderSetupPage"})
            w.click(page);
        w.click("orderProofPage");
        QVERIFY(!w.find("partsPlot"));
    }
};

CLOCKFACE_WINDOW_MAIN(TestOrderWindow)
#include "test_order_window.moc"
