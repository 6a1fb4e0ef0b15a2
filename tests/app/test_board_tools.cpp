// Dragging, measuring, dimensions, faces, odd holes, words completed and holes from files: at the real window.
#include "board/board_view.h"
#include "layout/drag.h"
#include "slips/import_slip.h"
#include "support/window.h"

#include <QAbstractItemView>
#include <QCheckBox>
#include <QClipboard>
#include <QPushButton>
#include <QTableView>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

void drag(BoardView* board, QPointF from, QPointF to, bool let_go = true) {
    QTest::mousePress(board, Qt::LeftButton, {}, from.toPoint());
    // QTest::mouseMove tells no buttons, so the moves are sent as the screen sends them.
    for (const double part : {0.3, 0.7, 1.0}) {
        const QPointF at = from + (to - from) * part;
        QMouseEvent move(QEvent::MouseMove, at, board->mapToGlobal(at), Qt::NoButton, Qt::LeftButton, {});
        QApplication::sendEvent(board, &move);
    }
    if (let_go)
        QTest::mouseRelease(board, Qt::LeftButton, {}, to.toPoint());
}

QPointF on_board(const BoardView* board, const Job& job, Point from_datum) {
    return board->map().to_screen(from_datum + datum_from_middle(job));
}

void write_text(const QString& path, const QByteArray& text) {
    QFile file(path);
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(text);
}

} // namespace

class TestBoardTools : public QObject {
    Q_OBJECT
private slots:
    void snapping() {
        QCOMPARE(snapped(12.03, {12.0, 14.0}, 0.1, 0.5), 12.0);
        QCOMPARE(snapped(12.3, {12.0, 14.0}, 0.1, 0.5), 12.5);
        QCOMPARE(snapped(-0.04, {0.0}, 0.1, 0.5), 0.0);
        QCOMPARE(round_step(Unit::Millimetre, mm(0.6)), mm(1.0)); // half a millimetre is too fine
        QCOMPARE(round_step(Unit::Inch, mm(0.6)), Length::inches(1.0 / 32.0));
    }
    void labels_spread_without_overlap() {
        QCOMPARE(spread({10, 40, 80}, 14), (std::vector<double>{10, 40, 80}));
        QCOMPARE(spread({10, 10}, 14), (std::vector<double>{3, 17}));
        holds("gaps are kept, order is kept, and the whole is not shifted", [](void) {
            auto wanted = *rc::gen::container<std::vector<double>>(
                rc::gen::map(rc::gen::inRange(0, 1000), [](int n) { return n / 3.0; }));
            std::sort(wanted.begin(), wanted.end());
            const auto places = spread(wanted, 14.0);
            RC_ASSERT(places.size() == wanted.size());
            double sum = 0.0;
            for (std::size_t i = 0; i < places.size(); ++i) {
                sum += places[i] - wanted[i];
                if (i > 0)
                    RC_ASSERT(places[i] - places[i - 1] >= 14.0 - 1e-9);
            }
            RC_ASSERT(std::abs(sum) < 1e-6);
        });
    }
    void the_circle_is_dragged_by_line_hole_and_centre() {
        Window w;
        auto* board = w.main.findChild<BoardView*>();
        w.main.selection().select("A", "");
        const auto circle_now = [&] { return std::get<CirclePattern>(w.job().patterns[0].layout); };
        // The line of the pitch circle at 3 o'clock, out to a radius of 34.
        const QPointF line = on_board(board, w.job(), polar(mm(30.75), deg(355)));
        drag(board, line, on_board(board, w.job(), polar(mm(34.0), deg(355))), false);
        QVERIFY(w.document.job() != w.document.settled()); // shown before it is let go
        QCOMPARE(w.blank("pitchCircle")->text(), QStringLiteral("68 mm"));
        QTest::mouseRelease(board, Qt::LeftButton, {}, on_board(board, w.job(), polar(mm(34.0), deg(355))).toPoint());
        QCOMPARE(circle_now().diameter, mm(68));
        QTest::keyClick(&w.main, Qt::Key_Z, Qt::ControlModifier);
        QCOMPARE(circle_now().diameter, mm(61.5));
        // Hole 1 from 1 o'clock to a little past 2 o'clock: whole degrees, 61 clockwise from the top.
        const QPointF hole = *board->position_of("A1");
        drag(board, hole, on_board(board, w.job(), polar(mm(30.75), deg(29.1))));
        QCOMPARE(circle_now().first, deg(29));
        QCOMPARE(circle_now().count, 7);
        QTest::keyClick(&w.main, Qt::Key_Z, Qt::ControlModifier);
        // The centre, dragged near the height of a hole of another pattern, snaps to it.
        const Point e1 = w.document.plan().holes.back().at;
        drag(board, on_board(board, w.job(), {}), on_board(board, w.job(), {mm(3.1), e1.y + mm(0.4)}));
        QVERIFY(same(circle_now().centre, {mm(3), e1.y}));
        QTest::keyClick(&w.main, Qt::Key_Z, Qt::ControlModifier);
        // Escape gives up.
        drag(board, on_board(board, w.job(), {}), on_board(board, w.job(), {mm(9), mm(9)}), false);
        QTest::keyClick(board, Qt::Key_Escape);
        QVERIFY(w.document.job() == w.document.settled());
        QVERIFY(circle_now().centre == Point{});
    }
    void a_row_moves_and_exact_entry_wins() {
        Window w;
        auto* board = w.main.findChild<BoardView*>();
        w.main.selection().select("D", "");
        const QPointF from = *board->position_of("D2");
        const Point before = std::get<RowPattern>(w.job().patterns[3].layout).first;
        drag(board, from, from + QPointF(0, -60));
        const Point after = std::get<RowPattern>(w.job().patterns[3].layout).first;
        QVERIFY(after.y > before.y + mm(5));
        QVERIFY(same(after.x, before.x, 1e-9)); // its middle hole snapped to the upright axis
        w.fill("placeY", "-20.7");
        QVERIFY(same(std::get<RowPattern>(w.job().patterns[3].layout).first.y, mm(-20.7)));
        // Beside every hole the board is dragged, not the holes.
        const Job still = w.job();
        const QPointF middle = board->map().middle;
        drag(board, {30, 300}, {60, 330});
        QVERIFY(w.job() == still);
        QCOMPARE(board->map().middle - middle, QPointF(30, 30));
    }
    void measuring_with_keys_and_mouse() {
        Window w;
        auto* board = w.main.findChild<BoardView*>();
        board->setFocus();
        QTest::keyClick(board, Qt::Key_M);
        w.main.selection().select("A", "A1");
        QTest::keyClick(board, Qt::Key_Return);
        w.main.selection().select("A", "A2");
        QTest::keyClick(board, Qt::Key_Return);
        // The chord of a seventh: 61.5 sin(180/7) = 26.684; over M5 pins 5 more.
        QVERIFY2(board->measured_text().contains("A1 to A2\napart 26.684 mm"), qPrintable(board->measured_text()));
        QVERIFY(board->measured_text().contains("over pins 31.684 mm"));
        QTest::keyClick(board, Qt::Key_C);
        QCOMPARE(QApplication::clipboard()->text(), board->measured_text());
        QTest::mouseClick(board, Qt::LeftButton, {}, board->position_of("E1")->toPoint());
        QTest::mouseClick(board, Qt::LeftButton, {}, on_board(board, w.job(), {}).toPoint());
        QVERIFY2(board->measured_text().startsWith("E1 to centre of A"), qPrintable(board->measured_text()));
        board->grab();
        QTest::keyClick(board, Qt::Key_Escape);
        QCOMPARE(board->measured_text(), QString());
    }
    void measuring_to_an_edge() {
        Window w;
        w.command("demo-motion-work-plate");
        auto* board = w.main.findChild<BoardView*>();
        w.click("measure");
        QTest::mouseClick(board, Qt::LeftButton, {}, board->position_of("F1")->toPoint());
        const QPointF edge = on_board(board, w.job(), {mm(0), mm(60)});
        QTest::mouseClick(board, Qt::LeftButton, {}, edge.toPoint());
        QVERIFY2(board->measured_text().startsWith("F1 to left edge\napart 0.3880 in"),
                 qPrintable(board->measured_text()));
        QVERIFY(w.document.undo_stack().count() == 0);
    }
    void dimensions_are_shown_in_three_ways() {
        Window w;
        auto* board = w.main.findChild<BoardView*>();
        w.main.selection().select("A", "");
        QSet<QByteArray> pictures;
        for (int i = 0; i < 3; ++i) {
            const QImage image = board->grab().toImage();
            pictures.insert(QByteArray(reinterpret_cast<const char*>(image.constBits()), image.sizeInBytes()));
            QTest::keyClick(board, Qt::Key_D);
        }
        QCOMPARE(pictures.size(), 3);
        QCOMPARE(w.find<QPushButton>("dimensions")->text(), QStringLiteral("Dimensions from zero"));
    }
    void single_holes_are_shifted_left_out_and_added() {
        Window w;
        auto* table = w.find<QTableView>("holeTable");
        const QModelIndex x = table->model()->index(1, 1); // A2
        QVERIFY(table->model()->setData(x, "30.5", Qt::EditRole));
        QVERIFY(w.job().patterns[0].off.contains(2));
        QVERIFY(same(w.document.plan().holes[1].at.x, mm(30.5)));
        QVERIFY(std::holds_alternative<CirclePattern>(w.job().patterns[0].layout));
        QVERIFY(!table->model()->setData(x, "thirty", Qt::EditRole));
        QVERIFY(w.find<QLabel>("why")->text().contains("thirty"));
        table->setCurrentIndex(table->model()->index(4, 0));
        table->setFocus();
        QTest::keyClick(table, Qt::Key_Delete);
        QCOMPARE(w.job().patterns[0].left_out, std::set<int>{5});
        w.fill("extras", "0, 20; 3, -4");
        QCOMPARE(w.job().patterns[0].extras.size(), 2U);
        const auto& holes = w.document.plan().holes;
        QVERIFY(std::any_of(holes.begin(), holes.end(), [](const Hole& hole) {
            return hole.name == "A9" && same(hole.at, {mm(3), mm(-4)});
        }));
        w.fill("extras", "none");
        QVERIFY(w.job().patterns[0].extras.empty());
    }
    void every_way_of_saying_a_pattern() {
        Window w;
        w.choose("circleWay", "at listed angles");
        QVERIFY(std::holds_alternative<AnglesPattern>(w.job().patterns[0].layout));
        QCOMPARE(w.document.plan().holes.size(), 17U); // nothing moved
        w.fill("angles", "12, 95, 171.5 and 250");
        QCOMPARE(w.document.plan().holes.size(), 14U);
        w.fill("angles", "12, noon");
        QCOMPARE(w.document.plan().holes.size(), 14U);
        QTest::keyClick(w.blank("angles"), Qt::Key_Escape);
        w.choose("circleWay", "equally");
        w.choose("astride", "astride");
        QVERIFY(std::get<CirclePattern>(w.job().patterns[0].layout).straddle);
        w.main.selection().select("C", "");
        w.fill("last", "6 o'clock");
        const auto arc_now = [&] { return std::get<ArcPattern>(w.job().patterns[2].layout); };
        QVERIFY(std::abs(bearing_in(arc_now(), arc_now().count).in_degrees() - 270.0) < 1e-9);
        w.fill("arcStep", "10");
        QVERIFY(std::abs(arc_now().sweep.in_degrees() - 10.0 * (arc_now().count - 1)) < 1e-9);
        w.main.selection().select("D", "");
        const Point d2 = *board_place(w, "D2");
        w.choose("rowWay", "by its middle");
        QVERIFY(same(*board_place(w, "D2"), d2));
        w.choose("rowWay", "by unequal steps");
        w.fill("steps", "7.4, 8.1");
        QVERIFY(same(distance(*board_place(w, "D2"), *board_place(w, "D3")), mm(8.1)));
        w.choose("rowWay", "between margins");
        QVERIFY(std::holds_alternative<MarginsPattern>(w.job().patterns[3].layout));
        w.fill("before", "85"); // takes up the disc
        QVERIFY(!w.blank("before")->fault().isEmpty());
        QTest::keyClick(w.blank("before"), Qt::Key_Escape);
        w.main.selection().select("E", "");
        w.choose("holeWay", "in the middle between");
        w.fill("one", "a1");
        w.fill("other", "A3");
        QVERIFY(same(*board_place(w, "E1"), (*board_place(w, "A1") + *board_place(w, "A3")) * 0.5));
        w.choose("holeWay", "at the crossing of");
        w.fill("fromOne", "0.01");
        QVERIFY(w.blank("fromOne")->fault().contains("do not meet"));
        QTest::keyClick(w.blank("fromOne"), Qt::Key_Escape);
        w.choose("holeWay", "at");
        QVERIFY(std::holds_alternative<SinglePattern>(w.job().patterns[4].layout));
    }
    void zero_on_a_hole_moves_nothing() {
        Window w;
        auto* board = w.main.findChild<BoardView*>();
        w.main.selection().select("A", "A3");
        const QPointF before = *board->position_of("C5");
        w.click("zeroHere");
        QVERIFY(same(*board_place(w, "A3"), {}));
        QVERIFY(QLineF(before, *board->position_of("C5")).length() < 1e-6);
        QCOMPARE(w.job().datum.on, std::string("hole A3"));
        w.main.show_stage(Stage::Blank);
        QCOMPARE(w.find<QToolButton>("datum")->text(), QStringLiteral("on hole A3"));
        w.choose("datum", "in the middle");
        QVERIFY(QLineF(before, *board->position_of("C5")).length() < 1e-6);
    }
    void copies_follow_until_they_are_cut_loose() {
        Window w;
        w.main.selection().select("E", "");
        w.click("addCopy");
        QCOMPARE(w.job().patterns.size(), 6U);
        const Point before = *board_place(w, "F1");
        w.choose("way", "turned");
        w.fill("turnBy", "120");
        w.fill("times", "2");
        QCOMPARE(w.document.plan().holes.size(), 19U);
        w.choose("way", "at each further hole of");
        w.fill("each", "D");
        QCOMPARE(w.document.plan().holes.size(), 19U);
        w.choose("way", "in every further piece of the bar"); // a disc is no bar
        QVERIFY(std::holds_alternative<AtEach>(std::get<CopyPattern>(w.job().patterns[5].layout).way));
        w.choose("way", "mirrored");
        QVERIFY(same(*board_place(w, "F1"), before));
        w.main.selection().select("E", "");
        w.fill("placeX", "-14");
        QVERIFY(same(board_place(w, "F1")->x, mm(14)));
        w.main.selection().select("F", "");
        w.click("cutLoose");
        QVERIFY(std::holds_alternative<SinglePattern>(w.job().patterns[5].layout));
        QVERIFY(same(board_place(w, "F1")->x, mm(14)));
    }
    void taking_a_source_away_leaves_its_copy() {
        Window w;
        w.main.selection().select("E", "");
        w.click("addCopy");
        const Point f1 = *board_place(w, "F1");
        w.main.selection().select("E", "");
        w.click("removePattern");
        QCOMPARE(w.job().patterns.size(), 5U);
        QVERIFY(same(*board_place(w, "F1"), f1));
    }
    void blanks_of_other_shapes() {
        Window w;
        w.main.show_stage(Stage::Blank);
        for (const char* shape : {"ring", "block", "angle section", "plate of another outline", "plate", "disc"}) {
            w.choose("shape", shape);
            QCOMPARE(w.find<QToolButton>("shape")->text(), QString::fromLatin1(shape));
            w.main.grab();
        }
        w.choose("shape", "plate of another outline");
        w.fill("corners", "0, 0; 110, 0; 110, 50; 80, 50; 80, 90; 0, 90");
        QCOMPARE(w.job().blank.corners.size(), 6U);
        w.fill("corners", "0, 0; 110");
        QVERIFY(!w.blank("corners")->fault().isEmpty());
        QTest::keyClick(w.blank("corners"), Qt::Key_Escape);
        w.choose("step", "has a step");
        w.fill("stepAt", "40");
        w.choose("stepAxis", "lower edge");
        QCOMPARE(w.job().blank.step->axis, Axis::Y);
        w.click("addExisting");
        w.fill("there0", "the old bush");
        w.fill("thereDiameter0", "12");
        w.fill("thereX0", "30");
        const std::vector<Hole> before = w.document.plan().holes;
        w.choose("datum", "on the old bush");
        QCOMPARE(w.document.plan().holes.size(), before.size());
        w.fill("there0", "the bush"); // zero stays on it
        QCOMPARE(w.job().datum.on, std::string("the bush"));
        const Point zero = datum_from_middle(w.job());
        w.click("removeThere0");
        QCOMPARE(w.job().datum.place, DatumPlace::Point);
        QVERIFY(same(datum_from_middle(w.job()), zero));
        w.fill("zeroRight", "-25"); // off the part
        QVERIFY(same(datum_from_middle(w.job()).x, mm(-55 - 25)));
        w.choose("face", "underside");
        QVERIFY(w.document.plan().holes.empty());
        w.choose("face", "top");
        QCOMPARE(w.document.plan().holes.size(), before.size());
    }
    void words_are_completed() {
        Window w;
        auto* line = w.find<QLineEdit>("callout");
        line->setFocus();
        QTest::keyClicks(line, "6x 4.2 on cir");
        auto* words = w.main.findChild<QAbstractItemView*>("calloutWords");
        if (!words)
            for (QWidget* top : QApplication::topLevelWidgets())
                if (top->objectName() == "calloutWords")
                    words = qobject_cast<QAbstractItemView*>(top);
        QVERIFY(words && words->isVisible());
        QTest::keyClick(words, Qt::Key_Down);
        QTest::keyClick(words, Qt::Key_Return);
        QCOMPARE(line->text(), QStringLiteral("6x 4.2 on circle "));
        QCOMPARE(w.job().patterns.size(), 5U); // completing is not adding
        QTest::keyClicks(line, "44");
        QTest::keyClick(line, Qt::Key_Return);
        QCOMPARE(w.job().patterns.size(), 6U);
    }
    void a_table_is_looked_at_before_it_is_taken() {
        Window w;
        const QString path = w.folder.filePath("old plate.csv");
        write_text(path, "hole;X;Y;dia\nP1;12,5;3;4\nP2;15;bad;4\nQ1;-8;4,25;\n");
        w.next_file = path;
        const Job before = w.job();
        w.command("import");
        QVERIFY(w.find<QPushButton>("importTake"));
        QCOMPARE(w.document.plan().holes.size(), 19U); // shown
        QVERIFY(w.job() == before);                    // and nothing changed
        QVERIFY(w.find<QLabel>("importLeftOut")->text().contains("Line 3"));
        w.fill("importPlain", "3.1");
        w.choose("importUnit", "inches");
        w.choose("importUnit", "millimetres");
        w.main.grab();
        w.click("importTake");
        QCOMPARE(w.job().patterns.size(), 7U);
        QCOMPARE(w.job().patterns[6].hole.diameter, mm(3.1));
        QVERIFY(w.find<QLineEdit>("callout")); // back among the patterns
        QTest::keyClick(&w.main, Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(w.job() == before);
    }
    void how_a_table_is_read_can_be_changed() {
        Window w;
        const QString path = w.folder.filePath("turned.csv");
        // Y stands before X, without a heading; points where the separator could be taken for a decimal sign.
        write_text(path, "12.5,3.25,6.2\n15,4,6.2\n18.5,-5,6.2\n");
        w.next_file = path;
        w.command("import");
        const auto last = [&] { return w.document.plan().holes.back().at; };
        QVERIFY(same(last(), {mm(18.5), mm(-5)}));
        w.choose("csvX", "column 2");
        w.choose("csvY", "column 1");
        QVERIFY(same(last(), {mm(-5), mm(18.5)}));
        w.choose("csvDiameter", "nowhere");
        w.fill("importPlain", "#29");
        QVERIFY(same(w.document.plan().holes.back().spec.diameter, Length::inches(0.136)));
        w.fill("importPlain", "0");
        QVERIFY(!w.blank("importPlain")->fault().isEmpty());
        QTest::keyClick(w.blank("importPlain"), Qt::Key_Escape);
        w.choose("csvHeading", "names the columns"); // the first line is not a hole then
        QCOMPARE(w.document.plan().holes.size(), 19U);
        w.choose("csvSeparator", "semicolons"); // nothing can be read so; it is said, and can be taken back
        QVERIFY(w.find<QLabel>("importLeftOut"));
        QVERIFY(!w.find<QPushButton>("importTake")->isEnabled());
        QCOMPARE(w.document.plan().holes.size(), 17U);
        w.choose("csvSeparator", "commas");
        w.choose("csvHeading", "is a hole already");
        QCOMPARE(w.document.plan().holes.size(), 20U);
        // Another stage: the ghost goes, the job is as it was.
        w.main.show_stage(Stage::Blank);
        QCOMPARE(w.document.plan().holes.size(), 17U);
    }
    void layers_of_a_drawing_are_chosen() {
        Window w;
        w.command("demo-motion-work-plate");
        const std::size_t all = w.document.plan().holes.size();
        w.next_file = w.folder.filePath("plate.dxf");
        w.command("dxf");
        w.command("new");
        w.command("import");
        QCOMPARE(w.document.plan().holes.size(), all);
        QCOMPARE(w.find<QToolButton>("importUnit")->text(), QStringLiteral("inches")); // as the drawing says itself
        for (const char* layer : {"layer0", "layer1"}) {
            auto* box = w.find<QCheckBox>(layer);
            QVERIFY(box);
            QVERIFY(!box->accessibleName().isEmpty());
            box->setFocus();
            QTest::keyClick(box, Qt::Key_Space);
        }
        QCOMPARE(w.document.plan().holes.size(), all - 8); // A has five holes, B three
        w.click("importTake");
        QCOMPARE(w.document.plan().holes.size(), all - 8);
        QCOMPARE(w.document.undo_stack().count(), 1);
    }
    void each_face_is_worked_by_itself() {
        Window w;
        w.command("new");
        w.choose("shape", "block");
        w.fill("thickness", "40");
        w.choose("face", "front");
        w.choose("datum", "on the left edge, half way up");
        w.main.show_stage(Stage::Holes);
        w.click("addSingle");
        w.fill("placeX", "20");
        QCOMPARE(w.document.plan().holes.size(), 1U);
        QVERIFY(same(w.document.plan().holes[0].at, {mm(20), mm(0)}));
        w.document.set_done(2);
        QVERIFY(at_hand(w.job()).up == Face::Front);
        QCOMPARE(w.document.done(), 2);
        w.main.show_stage(Stage::Blank);
        w.choose("face", "top");
        QVERIFY(w.document.plan().holes.empty());
        QCOMPARE(w.document.done(), 0); // the front's progress is not the top's
        QCOMPARE(w.find<QToolButton>("datum")->text(), QStringLiteral("at the lower left"));
        w.main.show_stage(Stage::Holes);
        QVERIFY(!w.find<QWidget>("patternSentence")); // the front's pattern is not shown here
        w.click("addCircle");
        QCOMPARE(w.job().patterns.size(), 2U);
        QCOMPARE(w.job().patterns[1].face, Face::Top);
        w.main.show_stage(Stage::Blank);
        w.choose("face", "front");
        QCOMPARE(w.document.done(), 2);
    }
    void a_diameter_by_its_radius() {
        Window w;
        w.fill("pitchCircle", "r 30.5", false);
        QVERIFY(std::get<CirclePattern>(w.document.job().patterns[0].layout).diameter == mm(61));
        QTest::keyClick(w.blank("pitchCircle"), Qt::Key_Return);
        QCOMPARE(w.blank("pitchCircle")->text(), QStringLiteral("61 mm"));
        w.fill("pitchCircle", "radius (60)/2");
        QCOMPARE(std::get<CirclePattern>(w.job().patterns[0].layout).diameter, mm(60));
        w.fill("pitchCircle", "r");
        QVERIFY(!w.blank("pitchCircle")->fault().isEmpty() ||
                std::get<CirclePattern>(w.job().patterns[0].layout).diameter != mm(60)); // R is also a letter drill
    }
    void sizes_of_a_drawing_are_chosen_or_all_is_left() {
        Window w;
        const Job before = w.job();
        w.next_file = w.folder.filePath("flange.dxf");
        w.command("dxf");
        QVERIFY(QFile::exists(w.next_file));
        w.command("new");
        w.command("import");
        QCOMPARE(w.document.plan().holes.size(), 17U);
        auto* size = w.find<QCheckBox>("size0");
        QVERIFY(size);
        size->setFocus();
        QTest::keyClick(size, Qt::Key_Space);
        QVERIFY(w.document.plan().holes.size() < 17U);
        w.click("importLeave");
        QVERIFY(w.job().patterns.empty());
        QVERIFY(w.document.plan().holes.empty());
        w.command("import");
        w.click("importTake");
        QCOMPARE(w.document.plan().holes.size(), 17U);
    }
    void reckoning_beside_the_job() {
        Window w;
        const Job before = w.job();
        QTest::keyClick(&w.main, Qt::Key_R, Qt::ControlModifier);
        w.fill("halfOf", "25.4");
        QCOMPARE(w.find<QLabel>("answer0")->text(), QStringLiteral("12.7 mm, on a graduation."));
        w.choose("postsKnown", "span and spacing");
        w.fill("postSpan", "50");
        QVERIFY(w.find<QLabel>("answer2")->text().contains("2 mm of the span is left over"));
        w.fill("rowSpacing", "25");
        QVERIFY(w.find<QLabel>("answer3")->text().contains("longer than the piece"));
        w.fill("postHoles", "none");
        QVERIFY(!w.blank("postHoles")->fault().isEmpty());
        QTest::keyClick(w.blank("postHoles"), Qt::Key_Escape);
        // Cutters and depths: (5 - 4.4) / 1.0392 = 57.7 percent; 6^4/96^3 against 5^4/62^3 = 1.79
        const auto answer = [&](int number) { return w.find<QLabel>(QString("answer%1").arg(number))->text(); };
        // Scribing: half of 0.3 more than 23.4; 2 x 31.2 - 0.4; 7 x 0.05 / cos(180/7), and 3 of them; an arc of 40 from
        // 37 off crosses at acos(37/40)
        QVERIFY(answer(13).contains("23.55 mm would have met"));
        QVERIFY(answer(14).contains("62 mm apart"));
        QVERIFY(answer(15).contains("0.388 mm") && answer(15).contains("0.166 mm"));
        QVERIFY(answer(16).contains("22.3°") && answer(16).contains("too shallow"));
        w.fill("twoLineGap", "-0.2"); // they cross over: half of it less
        QVERIFY(answer(13).contains("23.3 mm would have met"));
        // A bore: (0.34 - 0.26) / 2 to the right, (0.28 - 0.32) / 2 away, which is towards.
        QVERIFY(answer(27).contains("bring the work 0.04 mm to the right and 0.02 mm towards you"));
        w.fill("boreRight", "-0.14");
        w.fill("boreLeft", "0");
        QVERIFY(answer(27).contains("0.07 mm to the left") && answer(27).contains("not round"));
        QVERIFY2(answer(28).contains("\u22124.998 mm") && answer(28).contains("0.004 mm"), qPrintable(answer(28)));
        QVERIFY2(answer(29).contains("at 35.06 mm") && answer(29).contains("good"), qPrintable(answer(29)));
        w.fill("sidesSecond", "4");
        QVERIFY(answer(29).contains("no work fits between them"));
        QVERIFY(answer(30).contains("18.04 mm from the fence"));
        QVERIFY(answer(17).startsWith("58 percent of thread"));
        w.fill("anyThread", "2BA");
        w.fill("anyDrill", "4");
        QVERIFY(answer(17).startsWith("72 percent of thread"));
        w.fill("anyThread", "Q9");
        QVERIFY(w.blank("anyThread")->fault().contains("There is no thread named 'Q9'"));
        QTest::keyClick(w.blank("anyThread"), Qt::Key_Escape);
        QVERIFY(answer(18).contains("the first is 1.8 times as stiff"));
        w.fill("tapTurns", "200");
        QVERIFY(answer(19).startsWith("feed 160 mm a minute"));
        QVERIFY(answer(20).startsWith("feed it 13 mm")); // two steps of 5 and 3 of plate
        w.fill("stepPlate", "6");
        QVERIFY(answer(20).contains("it cannot"));
        QVERIFY(answer(21).startsWith("stop at 11.6 mm")); // 17.4 x 2 / 3
        QVERIFY(answer(22).contains("15.6 mm") && answer(22).contains("21.6 mm"));
        QVERIFY(answer(23).contains("7.98 mm"));
        w.fill("peckFrom", "5");
        QVERIFY(answer(24).contains("only cuts air"));
        QVERIFY(answer(25).startsWith("go 0.3 mm on"));
        w.click("leaveReckoner");
        QVERIFY(w.find<QLineEdit>("callout"));
        QVERIFY(w.job() == before);
    }
    void bad_files_change_nothing() {
        Window w;
        const Job before = w.job();
        const std::pair<const char*, QByteArray> files[] = {
            {"empty.csv", ""}, {"binary.dxf", QByteArray("\0\1\2\3", 4)}, {"words.csv", "nothing to see\nat all\n"}};
        for (const auto& [name, content] : files) {
            w.next_file = w.folder.filePath(name);
            write_text(w.next_file, content);
            w.command("import");
            QVERIFY2(!w.find<QPushButton>("importTake"), name);
            QVERIFY(w.job() == before);
            QVERIFY(w.find<QLabel>("noticeText") || w.main.findChild<QWidget*>("notice")->isVisible());
        }
        w.next_file = w.folder.filePath("not there.csv");
        w.command("import");
        w.next_file = w.folder.filePath("huge.csv");
        QFile huge(w.next_file);
        QVERIFY(huge.open(QIODevice::WriteOnly) && huge.resize(100LL * 1024 * 1024));
        huge.close();
        w.command("import");
        QVERIFY(w.job() == before);
    }

private:
    static std::optional<Point> board_place(const Window& w, const std::string& name) {
        for (const Hole& hole : w.document.plan().holes)
            if (hole.name == name)
                return hole.at;
        return std::nullopt;
    }
};

CLOCKFACE_WINDOW_MAIN(TestBoardTools)
#include "test_board_tools.moc"
