// The Hold stage through the real window: what holds the work chosen and typed, what the drills then meet, undo, files.
#include "bench/big_figures.h"
#include "bench/zero_history.h"
#include "board/board_painter.h"
#include "support/sentences.h"
#include "widgets/line_button.h"

#include <QImage>
#include <QLabel>
#include <cmath>

using namespace clockface;
using namespace clockface::testing;

namespace {

// A plate of 110 x 72, 22 thick, with a row 4 mm from its far edge and one in the middle.
struct HoldWindow : Window {
    HoldWindow() {
        Job job;
        job.blank.shape = BlankShape::Plate;
        job.blank.width = {mm(110), mm(110)};
        job.blank.height = {mm(72), mm(72)};
        job.blank.thickness = mm(22);
        job.datum.place = DatumPlace::LowerLeft;
        at_hand(job).machine = "Readout mill";
        job.patterns = {row("A", 20, 68, 3, 30, 0, 2.6), row("B", 20, 36, 3, 30, 0, 5)};
        if (!document.edit("a plate", with_ids(job)))
            qFatal("the plate is refused");
        main.show_stage(app::Stage::Hold);
        QApplication::processEvents();
    }
    const Held& held() { return document.plan().held; }
    QString said(const QString& name) { return find<QLabel>(name)->text(); }
    bool stopped() {
        for (const Finding& each : document.findings())
            if (each.kind == FindingKind::DrillsHolding)
                return true;
        return false;
    }
};

} // namespace

class TestHoldWindow : public QObject {
    Q_OBJECT
private slots:
    void stands_between_cutters_and_order() {
        HoldWindow w;
        w.main.show_stage(app::Stage::Blank);
        QTest::keyClick(&w.main, Qt::Key_4, Qt::ControlModifier);
        QTRY_COMPARE(w.main.stage(), app::Stage::Hold);
        QVERIFY(w.find("holder"));
        QVERIFY(w.find("holdView"));
        QTest::keyClick(&w.main, Qt::Key_5, Qt::ControlModifier);
        QTRY_COMPARE(w.main.stage(), app::Stage::Order);
        QVERIFY(!w.find("holdView"));
    }

    // New job, a callout, then Hold: every blank is come to with Tab and filled with Space, Down and Enter.
    void by_keys_from_an_empty_job() {
        Window w;
        QTest::keyClick(&w.main, Qt::Key_N, Qt::ControlModifier);
        QTest::keyClick(&w.main, Qt::Key_2, Qt::ControlModifier);
        w.main.activateWindow();
        QTRY_VERIFY(w.find<QLineEdit>("callout"));
        auto* line = w.find<QLineEdit>("callout");
        QTest::keyClick(&w.main, Qt::Key_L, Qt::ControlModifier);
        QTRY_COMPARE(QApplication::focusWidget(), line);
        QTest::keyClicks(line, "3x 5.1, thru on circle 37 at 48, 32 from 12");
        QTest::keyClick(line, Qt::Key_Return);
        QCOMPARE(w.document.plan().holes.size(), std::size_t{3});
        QTest::keyClick(&w.main, Qt::Key_4, Qt::ControlModifier);
        QTRY_COMPARE(w.main.stage(), app::Stage::Hold);
        QApplication::setActiveWindow(&w.main); // the list of words took it, and nothing gives it back offscreen
        const std::string proposed = w.document.plan().held.vise->name;
        for (const QString name : {"holder", "parallels", "rear", "stop", "finder"}) {
            auto* choice = w.find<app::ChoiceBlank>(name);
            w.main.findChild<app::BoardView*>()->setFocus();
            for (int i = 0; i < 200 && QApplication::focusWidget() != choice; ++i)
                QTest::keyClick(QApplication::focusWidget(), Qt::Key_Tab);
            QVERIFY2(choice && QApplication::focusWidget() == choice, qPrintable(name));
            const QString before = choice->text();
            QTest::keyClick(choice, Qt::Key_Space);
            QTest::keyClick(choice->list(), Qt::Key_Down);
            QTest::keyClick(choice->list(), Qt::Key_Return);
            QVERIFY2(w.find<app::ChoiceBlank>(name)->text() != before, qPrintable(name));
        }
        QVERIFY(w.document.plan().held.vise->name != proposed);
        QVERIFY(w.document.plan().held.rear_taken_out);
        QTest::keyClick(&w.main, Qt::Key_Z, Qt::ControlModifier); // each was a step of its own
        QCOMPARE(w.document.plan().held.finder->name, std::string("edge finder"));
        QVERIFY(w.document.plan().held.rear_taken_out);
    }

    // 9 x 34 parallels reach under the row 4 mm from the far edge; taken out at the rear, nothing is met any more.
    void what_is_chosen_shows_at_once() {
        HoldWindow w;
        QVERIFY(w.held().vise.has_value());
        w.choose("holder", "in the wide vise");
        w.choose("parallels", "the 9 × 34 mm parallels");
        QCOMPARE(w.held().vise->name, std::string("wide vise"));
        QVERIFY(w.stopped());
        QVERIFY(w.find<app::LineButton>("beneath:1")->words().contains("A1 to A3: drilled into the rear parallel"));
        w.choose("rear", "the rear one is taken out once it is clamped");
        QVERIFY(!w.stopped());
        w.document.undo_stack().undo();
        QVERIFY(w.stopped());
        w.document.undo_stack().undo();
        w.document.undo_stack().undo();
        QVERIFY(at_hand(w.document.job()).holding == HoldingWishes{});
        w.document.undo_stack().redo();
        w.choose("holder", "in the wide vise");
        w.click("asProposed");
        QVERIFY(at_hand(w.document.job()).holding == HoldingWishes{});
    }

    void a_board_is_typed_and_refused() {
        HoldWindow w;
        w.choose("holder", "by clamps on the table");
        QVERIFY(!w.held().vise);
        QCOMPARE(w.document.plan().beneath.front().what, Underneath::Waste);
        w.fill("waste", "1/4 in");
        QVERIFY(same(w.held().waste, mm(6.35)));
        w.fill("waste", "plenty", false);
        QVERIFY(!fault_below(w, "waste").isEmpty());
        QVERIFY(same(w.held().waste, mm(6.35)));
        w.fill("waste", "9000");
        QVERIFY(!fault_below(w, "waste").isEmpty());
        w.fill("waste", "none");
        QVERIFY(same(w.held().waste, mm(0)));
        QVERIFY(w.stopped());
    }

    void zero_is_found_with_this_jobs_figures() {
        HoldWindow w;
        w.choose("finder", "the wiggler"); // 6 mm: the spindle stands 3 mm from the face
        QVERIFY(w.said("zero:1").contains("Set X to \u22123.000."));
        QVERIFY(w.said("zero:2").contains("Set Y to +75.000."));
        w.choose("stop", "a stop at the right");
        QVERIFY(w.said("zero:1").contains("Set X to +113.000."));
    }

    // A hole whose drill meets steel is ringed in another colour than one that is free.
    // Touched three times, said so at once and in the list; nought times is refused at the place and nothing is lost.
    void touches_are_counted() {
        HoldWindow w;
        w.fill("times", "3");
        QCOMPARE(at_hand(w.document.job()).holding.touches, 3);
        QVERIFY(w.said("zero:1").contains("Touch it 3 times"));
        w.fill("times", "0", false);
        QVERIFY(!fault_below(w, "times").isEmpty());
        QCOMPARE(at_hand(w.document.job()).holding.touches, 3);
        w.document.undo_stack().undo();
        QVERIFY(!w.said("zero:1").contains("Touch it"));
        // A list done at the Bench begins with the touch, its figure large.
        w.main.show_stage(app::Stage::Bench);
        QVERIFY(w.find<app::BigFigures>("bigFigures")->accessibleName().startsWith("X "));
    }
    // Read 0.06 apart over 150: a slope of 1 in 2500, 0.0088 in 22.
    void an_indicator_is_swung() {
        HoldWindow w;
        QVERIFY(!w.find("lean") && !w.find("apart")); // opens on asking
        w.click("allOfHold");
        w.fill("apart", "0.06");
        QVERIFY2(w.said("lean").contains("22 mm comes out 0.009 mm beside"), qPrintable(w.said("lean")));
        w.click("lessOfHold"); // what was read stays in sight, and the rest can be opened again
        QVERIFY(w.find("lean") && !w.find("turned"));
        w.click("allOfHold");
        QVERIFY(w.find("turned"));
        w.fill("apart", "crooked", false);
        QVERIFY(!fault_below(w, "apart").isEmpty());
        w.fill("apart", "");
        QVERIFY(!w.find("lean"));
        w.click("lessOfHold");
        QVERIFY(!w.find("apart") && w.find("allOfHold"));
    }
    // Turned a quarter the stop stands at an end along Y and X is touched at the jaw; each is one step, and undone.
    void the_vise_is_turned() {
        HoldWindow w;
        w.choose("holder", "in the wide vise");
        w.click("allOfHold");
        w.choose("turned", "turned a quarter, its rear jaw at the left");
        QVERIFY(w.held().turned && w.held().vise);
        QVERIFY2(w.said("zero:1").contains("the left face at the fixed jaw"), qPrintable(w.said("zero:1")));
        w.choose("stop", "a stop at the far end");
        QVERIFY2(w.said("zero:2").contains("the far end at the stop"), qPrintable(w.said("zero:2")));
        w.fill("aside", "80", false);
        QTest::keyClick(w.blank("aside"), Qt::Key_Return);
        QVERIFY(w.document.plan().held.aside == mm(80)); // its end is 44 from the middle of the jaws: a check says so
        QVERIFY(std::any_of(w.document.findings().begin(), w.document.findings().end(),
                            [](const Finding& each) { return each.kind == FindingKind::Unsteady; }));
        w.fill("aside", "far", false);
        QVERIFY(!fault_below(w, "aside").isEmpty());
        w.fill("aside", "900");
        QVERIFY2(w.said("heldFault").contains("lies beside the wide vise"), qPrintable(w.said("heldFault")));
        for (int i = 0; i < 4; ++i)
            w.document.undo_stack().undo();
        QVERIFY(!w.held().turned && w.held().aside == mm(0));
    }
    // A clamp stands at the middle of the near edge; one that reaches 36 comes over B2 at (50, 36).
    void clamps_are_put_where_they_are_wanted() {
        HoldWindow w;
        w.choose("holder", "by clamps on the table");
        QCOMPARE(w.held().clamps.size(), std::size_t{2});
        QVERIFY(!w.stopped());
        w.choose("firstClamp", "the near edge, in the middle");
        QCOMPARE(at_hand(w.document.job()).holding.clamps.front(), (ClampAt{WorkEdge::Near, 2}));
        QVERIFY(!w.stopped());
        Shop shop = w.document.shop();
        shop.holdings.strap.reach = mm(36);
        QVERIFY(w.document.edit_shop("longer straps", shop, w.folder.filePath("shop.json")));
        QVERIFY(w.stopped());
        QVERIFY2(w.find<app::LineButton>("beneath:1")->words().contains("a clamp stands over it"),
                 qPrintable(w.find<app::LineButton>("beneath:1")->words()));
        w.choose("firstClamp", "the near edge, at the left");
        QVERIFY(!w.find<app::LineButton>("beneath:1")->words().contains("B2"));
        w.choose("secondClamp", "nowhere else");
        QCOMPARE(w.held().clamps.size(), std::size_t{1});
        QVERIFY(std::any_of(w.document.findings().begin(), w.document.findings().end(), [](const Finding& each) {
            return each.sentence.find("single clamp") != std::string::npos;
        }));
    }
    // Zero over a bore at X 40, Y 25; the place is typed as the drawing counts it, and refused where there is no work.
    void zero_over_a_bore() {
        HoldWindow w;
        QVERIFY(w.said("zeroAdvice:1").contains("prove them square"));
        w.choose("zeroBy", "over a bore, with an indicator");
        w.fill("centreX", "40");
        w.fill("centreY", "25");
        QVERIFY2(w.said("zero:1").contains("Set X to +40.000. Set Y to +25.000."), qPrintable(w.said("zero:1")));
        QVERIFY(!w.find("finder") && !w.find("times") && !w.find("zeroAdvice:1"));
        w.fill("centreX", "here", false);
        QVERIFY(!fault_below(w, "centreX").isEmpty());
        w.fill("centreX", "140");
        QVERIFY(w.said("heldFault").contains("There is no work at that place"));
        QVERIFY(w.find("centreX") && w.said("zero:1").contains("Touch")); // faces are touched instead, nothing is lost
        w.choose("zeroBy", "by touching faces of the work");
        w.fill("localZero", "b2"); // at (50, 36), A1 at (20, 68)
        QCOMPARE(w.blank("localZero")->text(), QString("B2"));
        const std::size_t at_a1 = [&] {
            const auto& list = w.document.plan().route.list;
            for (std::size_t i = 0; i < list.size(); ++i)
                if (list[i].hole == 0 && std::holds_alternative<GoToReadout>(list[i].action))
                    return i;
            return list.size();
        }();
        const std::string sentence =
            in_words(w.document.plan().route.list.at(at_a1), words_for(w.document.job(), w.document.plan())).sentence;
        QVERIFY2(sentence.find("From the local zero on B2: X \u221230.000, Y +32.000.") != std::string::npos,
                 sentence.c_str());
        w.fill("localZero", "Q7", false);
        QVERIFY(fault_below(w, "localZero").contains("no hole Q7"));
        w.fill("localZero", "none");
        QVERIFY(!at_hand(w.document.job()).holding.local_zero);
        QVERIFY(w.find("finder") && w.find("times"));
        w.main.show_stage(app::Stage::Bench);
        QVERIFY(w.find<app::BigFigures>("bigFigures")->accessibleName().startsWith("X "));
    }
    // On a drill press nothing is touched and no vise is offered: it lies against fence and stop, on a board.
    void against_fence_and_stop() {
        HoldWindow w;
        Job job = w.document.job();
        at_hand(job).machine = "Drill press";
        QVERIFY(w.document.edit("machine", job));
        QTRY_VERIFY(!w.find("holder"));
        QVERIFY(!w.find("finder") && !w.find("times") && w.find("waste"));
        QVERIFY(w.said("spinning").contains("never hold it by hand"));
        w.click("allOfHold");
        QVERIFY(w.find("reseat:1") && !w.find("turned"));
        w.fill("waste", "none");
        QVERIFY(w.stopped());
    }

    void the_board_shows_it() {
        HoldWindow w;
        w.choose("parallels", "the 9 × 34 mm parallels");
        const auto red = [&] {
            QImage image(780, 420, QImage::Format_RGB32);
            QPainter painter(&image);
            app::BoardMap map;
            map.pixels_per_mm = 4.0;
            map.middle = {390.0, 210.0};
            app::BoardPainter board(painter, map, w.document, app::Look::day(), QRectF(image.rect()));
            board.paint(app::Stage::Hold, "B", "B1");
            painter.end();
            int count = 0;
            for (int y = 0; y < 210; ++y) // the far half, where the row is
                for (int x = 0; x < image.width(); ++x)
                    count += image.pixelColor(x, y) == QColor("#FF9C86") ? 1 : 0;
            return count;
        };
        QVERIFY(red() > 100);
        w.choose("rear", "the rear one is taken out once it is clamped");
        QCOMPARE(red(), 0);
    }

    void made_up_figures_say_so() {
        HoldWindow w;
        QVERIFY(w.said("madeUp").contains("made-up"));
        w.click("holdingsInShop");
        QApplication::processEvents();
        w.fill("opening:1", "69.4");
        QTest::keyClick(w.find<QWidget>("slip"), Qt::Key_Escape);
        QApplication::processEvents();
        QVERIFY(w.find("holder") && !w.find("madeUp"));
    }

    void figures_of_ones_own_are_not_called_made_up() {
        HoldWindow w;
        w.click("holdingsInShop");
        QApplication::processEvents();
        w.click("shopPage:interview");
        w.click("theseAreMine");
        QVERIFY(w.document.shop().holdings.own && !w.find("theseAreMine"));
        QTest::keyClick(w.find<QWidget>("slip"), Qt::Key_Escape);
        QApplication::processEvents();
        QVERIFY(w.find("holder") && !w.find("madeUp"));
    }

    // A bar lies in a vee block on the drill press and is drawn in it; said otherwise it lies between jaws, or is
    // refused with what is missing, and nothing said is lost.
    void a_bar_is_laid_and_drawn() {
        HoldWindow w;
        w.main.show_demo("winding-arbor");
        w.main.show_stage(app::Stage::Hold);
        QVERIFY(w.held().rest == BarRest::VeeBlock && !w.find("holder"));
        QVERIFY2(w.said("laid:1").contains("in the vee block with its left end"), qPrintable(w.said("laid:1")));
        QVERIFY(w.find("beneath:1"));
        QVERIFY(w.find("holdView")->height() > 200);
        QVERIFY(!w.stopped());
        w.choose("rest", "between the jaws");
        QTRY_VERIFY(w.held().rest == BarRest::Jaws && w.find("holder"));
        QVERIFY(w.said("laid:1").contains("tighten the jaws"));
        w.choose("holder", "in the wide vise");
        QTRY_COMPARE(w.held().vise->name, std::string("wide vise"));
        w.choose("rest",
                 "in a collet block"); // 27.92 is thicker than its collets take, the thin end is too full of holes
        QTRY_VERIFY(w.said("heldFault").contains("No collet block in the shop finds a place on this bar"));
        QVERIFY(w.find("rest") && !w.held().known);
        QTest::keyClick(&w.main, Qt::Key_Z, Qt::ControlModifier);
        QTRY_VERIFY(w.held().rest == BarRest::Jaws && w.held().vise->name == "wide vise");
        // The shop gets a block that reaches: shorter than the way between shoulder and last hole.
        Shop shop = w.document.shop();
        shop.kit.collet_blocks = {{4, mm(44.6), mm(40), mm(26)}};
        QVERIFY(w.document.edit_shop("a short block", shop, w.document.shop_path()));
        w.choose("rest", "in a collet block");
        QTRY_VERIFY(w.held().rest == BarRest::ColletBlock);
        QVERIFY(w.said("laid:1").contains("Grip the bar in the collet block"));
    }

    void a_disc_goes_into_the_chuck() {
        HoldWindow w;
        w.main.show_demo("dial-centre-flange"); // 88.74, more than the chuck takes
        w.main.show_stage(app::Stage::Hold);
        QVERIFY(!w.held().work_chuck);
        w.choose("holder", "in the chuck on the table");
        QTRY_VERIFY(w.said("heldFault").contains("grips from 4 mm to 82 mm"));
        w.click("holdingsInShop");
        QApplication::processEvents();
        w.fill("gripsTo:1", "95");
        w.fill("jaws:1", "1", false);
        QVERIFY(!fault_below(w, "jaws:1").isEmpty());
        QTest::keyClick(w.find<QWidget>("slip"), Qt::Key_Escape);
        QTest::keyClick(w.find<QWidget>("slip"), Qt::Key_Escape);
        QTRY_VERIFY(w.find("holder"));
        QVERIFY(w.held().work_chuck && w.held().clamps.empty());
        QVERIFY2(w.said("spinning").contains("Its key out"), qPrintable(w.said("spinning")));
    }

    // Chosen in the sentence; its size in the shop; what it says when it cannot be; undone as one step.
    void a_block_stands_before_an_angle_plate() {
        HoldWindow w;
        w.main.show_demo("fly-bearing-block");
        w.main.show_stage(app::Stage::Hold);
        QVERIFY(w.held().vise && !w.held().plate);
        w.choose("holder", "against the angle plate");
        QTRY_VERIFY(w.held().plate && !w.held().vise);
        QVERIFY2(w.said("spinning").contains("Two screw clamps"), qPrintable(w.said("spinning")));
        QVERIFY(w.said("passing").contains("the angle plate stands as high")); // 132 high, the block 23.5
        w.click("holdingsInShop");
        QApplication::processEvents();
        w.fill("plateHeight:1", "high", false);
        QVERIFY(!fault_below(w, "plateHeight:1").isEmpty());
        w.fill("plateHeight:1", "-4");
        QVERIFY2(!fault_below(w, "plateHeight:1").isEmpty(), "a wall below the table");
        QCOMPARE(w.blank("plateHeight:1")->text(), QString("-4"));
        w.fill("plateHeight:1", "20");
        QTest::keyClick(w.find<QWidget>("slip"), Qt::Key_Escape);
        QTest::keyClick(w.find<QWidget>("slip"), Qt::Key_Escape);
        QTRY_VERIFY(w.find("holder"));
        QVERIFY(same(w.held().plate->height, mm(20)) && !w.said("passing").contains("stands as high"));
        w.document.undo_stack().undo();
        w.document.undo_stack().undo();
        QTRY_VERIFY(w.held().vise);
    }

    // Four readings typed, one of them badly; noted; what is next is said and stands among the findings until a reading
    // after the last tightening releases it. All of it is undone as any edit.
    void brought_right_by_a_gauge() {
        HoldWindow w;
        w.main.show_demo("motion-work-plate");
        w.main.show_stage(app::Stage::Hold);
        w.click("allOfHold");
        QTRY_VERIFY(w.find("adjusting"));
        QVERIFY(!w.find("noteReading"));
        const auto read = [&](const char* far_left, const char* near_left, const char* far_right,
                              const char* near_right) {
            w.fill("farLeft", far_left);
            w.fill("nearLeft", near_left);
            w.fill("farRight", far_right);
            w.fill("nearRight", near_right);
            QTRY_VERIFY(w.find("noteReading"));
            w.click("noteReading");
            QTRY_VERIFY(!w.find("noteReading"));
        };
        w.fill("farLeft", "a little", false);
        QVERIFY(!fault_below(w, "farLeft").isEmpty());
        w.fill("gaugeSpan", "200 mm");
        read("10.3 mm", "9.7 mm", "9.9 mm", "10.1 mm");
        const auto log = [&] { return at_hand(w.document.job()).holding.adjusting.log; };
        QVERIFY(log().size() == 1 && same(log()[0].far_left, mm(10.3)) && same(log()[0].near_right, mm(10.1)));
        QVERIFY2(w.said("gaugeNext").contains("a turn of 0.115° clockwise"), qPrintable(w.said("gaugeNext")));
        const auto open = [&] {
            const auto& all = w.document.plan().findings;
            return std::any_of(all.begin(), all.end(),
                               [](const Finding& each) { return each.kind == FindingKind::NotReleased; });
        };
        QVERIFY(open());
        w.choose("tightness", "tight");
        read("10 mm", "10 mm", "10 mm", "10 mm");
        QTRY_VERIFY(w.said("gaugeNext").contains("Released"));
        QVERIFY(!open());
        w.document.undo_stack().undo();
        QTRY_VERIFY(log().size() == 1 && open());
        w.document.undo_stack().redo();
        QTRY_VERIFY(w.find("adjustAnew"));
        w.click("adjustAnew");
        QTRY_VERIFY(log().empty() && !open());
    }

    // At the Bench what the readout shows before it is set is typed; under Hold stands every zero, and the way back.
    void a_zero_is_had_again() {
        HoldWindow w;
        const auto note = [&](const QString& figures) {
            QTest::keyClick(w.find("bench"), Qt::Key_B);
            auto* line = w.find<QLineEdit>("benchNoteLine");
            QVERIFY(line && line->isVisible());
            QTest::keyClicks(line, figures);
            QTest::keyClick(line, Qt::Key_Return);
        };
        w.main.show_stage(app::Stage::Bench);
        note("twelve");
        QVERIFY(w.find<QLineEdit>("benchNoteLine")->isVisible()); // what was typed stays, with what would do
        QCOMPARE(w.find<QLineEdit>("benchNoteLine")->text(), QString("twelve"));
        QVERIFY(!w.said("benchNote").isEmpty());
        QTest::keyClick(w.find<QLineEdit>("benchNoteLine"), Qt::Key_Escape);
        note("12.3");
        QVERIFY2(w.said("benchNote").contains("shows 12.3 mm before it is set"), qPrintable(w.said("benchNote")));
        w.done_at_bench();
        note("1 in");
        w.done_at_bench();
        w.main.show_stage(app::Stage::Hold);
        QTRY_VERIFY(w.find("zeroSet:2"));
        QVERIFY2(w.said("zeroSet:1").contains("It showed 25.4 mm before"), qPrintable(w.said("zeroSet:1")));
        QVERIFY2(w.said("zeroSet:2").contains("It showed 12.3 mm before"), qPrintable(w.said("zeroSet:2")));
        QVERIFY(!w.find("zeroBack:1") && !w.find("zeroBack:2")); // X once and Y once: both hold now
        // From zero again: X is set a second time, and then the first can be had.
        w.main.show_stage(app::Stage::Bench);
        QTest::keyClick(w.find("bench"), Qt::Key_Home);
        note("-4.9");
        w.done_at_bench();
        w.main.show_stage(app::Stage::Hold);
        QTRY_VERIFY(w.find("zeroBack:3"));
        QVERIFY2(w.said("zeroSet:1").contains("crept by 0.1 mm"), qPrintable(w.said("zeroSet:1")));
        QVERIFY2(w.said("zeroSet:3").contains("where X shows 0 now, set it to 0.1 mm"),
                 qPrintable(w.said("zeroSet:3")));
        w.click("zeroBack:3");
        QTRY_VERIFY(w.said("zeroSet:1").contains("an earlier zero was restored"));
        QVERIFY(!w.find("zeroBack:4"));
    }
    // A dial's ring was turned twice: the first zero is had again by a turn of the ring, within one turn of the screw.
    void a_ring_of_a_dial_is_turned_back() {
        HoldWindow w;
        Job job = w.job();
        at_hand(job).machine = "Metric mill";
        QVERIFY(w.document.edit("machine", job));
        w.main.show_stage(app::Stage::Bench);
        for (const char* shown : {"1.2", "0.6"}) { // X twice: from zero again after the first
            QTest::keyClick(w.find("bench"), Qt::Key_Home);
            QTest::keyClick(w.find("bench"), Qt::Key_B);
            QTest::keyClicks(w.find("benchNoteLine"), shown);
            QTest::keyClick(w.find("benchNoteLine"), Qt::Key_Return);
            QVERIFY2(w.said("benchNote").contains(QString("X shows %1 mm before it is set").arg(shown)),
                     qPrintable(w.said("benchNote")));
            w.done_at_bench();
        }
        w.main.show_stage(app::Stage::Hold);
        QTRY_VERIFY(w.find("zeroSet:2"));
        // It was set to the same line twice, the second time where it showed 0.6: that is how far it had moved on.
        const auto all = zero_history(w.job(), w.document.shop(), w.document.plan().machine.id);
        const double line = all.at(1).set.to.in_mm();
        const double back = std::fmod(0.6 - line + 2.5, 2.5);
        QVERIFY2(w.said("zeroSet:2").contains(QString("the X dial shows 0 now, turn its ring to %1 mm").arg(back)),
                 qPrintable(w.said("zeroSet:2")));
        w.click("zeroBack:2");
        QTRY_VERIFY(w.said("zeroSet:1").contains("an earlier zero was restored"));
    }
};

CLOCKFACE_WINDOW_MAIN(TestHoldWindow)
#include "test_hold_window.moc"
