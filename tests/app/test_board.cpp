// The board and the strips, by what is really painted and told.
#include "board/board_painter.h"
#include "formats/job_json.h"
#include "layout/bar_views.h"
#include "order/order_slip.h"
#include "report/sheet.h"
#include "support/bars.h"
#include "support/window.h"

#include <QLabel>
#include <QWheelEvent>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

QImage painted(Document& document, Stage stage, const std::string& hole = {}, QSize size = {700, 700}) {
    BoardMap map;
    map.pixels_per_mm = 5.0;
    map.middle = QPointF(size.width() / 2.0, size.height() / 2.0);
    QImage image(size, QImage::Format_RGB32);
    QPainter painter(&image);
    BoardPainter(painter, map, document, Look::day(), QRectF({}, size)).paint(stage, "A", hole);
    return image;
}

// How many pixels within `radius` of a place on the metal (mm from the middle, 5 pixels each) have nearly this colour.
int count_near(const QImage& image, double x, double y, int radius, const QColor& colour) {
    int found = 0;
    const QPoint at(image.width() / 2 + qRound(5.0 * x), image.height() / 2 - qRound(5.0 * y));
    for (int dx = -radius; dx <= radius; ++dx)
        for (int dy = -radius; dy <= radius; ++dy) {
            const QColor here = image.pixelColor(at + QPoint(dx, dy));
            found += std::abs(here.red() - colour.red()) + std::abs(here.green() - colour.green()) +
                                 std::abs(here.blue() - colour.blue()) <
                             24
                         ? 1
                         : 0;
        }
    return found;
}

} // namespace

class TestBoard : public QObject {
    Q_OBJECT
private slots:
    void holes_are_where_the_plan_has_them() {
        Document document(default_shop());
        document.show_example(flange());
        const QImage image = painted(document, Stage::Blank);
        for (const Hole& hole : document.plan().holes)
            QVERIFY2(count_near(image, hole.at.x.in_mm(), hole.at.y.in_mm(), 4, Look::day().surround) > 10,
                     hole.name.c_str());
        // Metal where there is no hole: between A1 and A2 on the pitch circle's inside, and none off the disc.
        QVERIFY(count_near(image, 17.0, 9.0, 4, Look::day().board) > 10);
        QCOMPARE(count_near(image, 60.0, 60.0, 4, Look::day().board), 0);
    }
    void a_corner_zero_shows_the_same_part() {
        Document document(default_shop());
        document.show_example(flange());
        const QImage before = painted(document, Stage::Blank);
        QVERIFY(document.edit("zero", with_datum_place(flange(), DatumPlace::LowerLeft)));
        const QImage after = painted(document, Stage::Blank);
        for (const Hole& hole : flange().patterns.empty() ? std::vector<Hole>{} : holes_of(flange()))
            QVERIFY(count_near(after, hole.at.x.in_mm(), hole.at.y.in_mm(), 4, Look::day().surround) > 10);
        QVERIFY(before != after); // the zero itself has moved
    }
    void the_chosen_hole_is_brass() {
        Document document(default_shop());
        document.show_example(flange());
        const Hole a3 = document.plan().holes[2];
        const auto brass = [&](const std::string& chosen) {
            return count_near(painted(document, Stage::Holes, chosen), a3.at.x.in_mm(), a3.at.y.in_mm(), 16,
                              Look::day().brass_on_dark);
        };
        QVERIFY(brass("A3") > brass("A1") + 20);
    }
    void the_ring_shows_zero_and_sense() {
        Document document(default_shop());
        document.show_example(flange());
        // Nought at twelve running clockwise: the arrow lies to the right of the top; counter-clockwise to its left.
        const double r = 44.37 + (26.0 - 9.0) / 5.0;
        const auto arrow = [&](double bearing) {
            const Point at = polar(mm(r), deg(bearing));
            return count_near(painted(document, Stage::Blank), at.x.in_mm(), at.y.in_mm(), 5,
                              Look::day().brass_on_dark);
        };
        QVERIFY(arrow(78) > 5);
        QCOMPARE(arrow(108), 0);
        Job next = flange();
        next.convention.sense = Sense::CounterClockwise;
        QVERIFY(document.edit("sense", next));
        QVERIFY(arrow(102) > 5);
        QCOMPARE(arrow(72), 0);
    }
    void troubled_holes_wear_a_ring() {
        Document document(default_shop());
        document.show_example(flange());
        const auto red = [&](double x) {
            return count_near(painted(document, Stage::Holes), x, 18.9, 20, QColor("#FF9C86"));
        };
        QCOMPARE(red(-12.6), 0);
        Job next = flange();
        std::get<SinglePattern>(next.patterns[4].layout).at.x = mm(-38.6);
        QVERIFY(document.edit("near the edge", next));
        QVERIFY(red(-38.6) > 20);
    }
    void every_stage_paints_every_kind_of_blank() {
        for (const BlankShape shape : {BlankShape::Disc, BlankShape::Plate})
            for (const int holes : {0, 1, 500}) {
                Job job = plate_job();
                job.blank.shape = shape;
                job.blank.diameter.nominal = mm(90);
                if (holes > 0)
                    job.patterns = {circle("A", {mm(60), mm(45)}, 70, holes, 13, Sense::Clockwise, 0.3)};
                Document document(default_shop());
                document.show_example(job);
                for (const Stage stage : {Stage::Blank, Stage::Holes, Stage::Order})
                    QVERIFY(count_near(painted(document, stage), 20, 20, 3, Look::day().board) > 5);
            }
    }
    void a_bar_can_be_pointed_at_in_all_three_views() {
        Window w;
        w.main.show_demo(QStringLiteral("winding-arbor"));
        w.main.show_stage(Stage::Holes);
        auto* board = w.main.findChild<BoardView*>();
        const BarViews views(w.job().blank);
        for (const Hole& hole : w.document.plan().holes)
            for (const Point& place : views.places(hole)) {
                QTest::mouseClick(board, Qt::LeftButton, {}, QPoint(3, 3)); // nothing chosen
                QVERIFY(w.main.selection().hole().empty());
                const QPoint at = board->map().to_screen(place).toPoint();
                QVERIFY(board->rect().contains(at));
                QTest::mouseClick(board, Qt::LeftButton, {}, at);
                // On the end, holes at one bearing stand behind each other: the first of them is chosen.
                const std::string chosen = w.main.selection().hole();
                const auto found = std::find_if(w.document.plan().holes.begin(), w.document.plan().holes.end(),
                                                [&](const Hole& each) { return each.name == chosen; });
                QVERIFY2(found != w.document.plan().holes.end(), hole.name.c_str());
                QVERIFY2(chosen == hole.name || distance(views.places(*found)[2], place) < mm(3) ||
                             distance(views.places(*found)[1], place) < mm(3),
                         (hole.name + " " + chosen).c_str());
            }
    }
    void a_bar_moves_when_it_is_seen_from_the_other_end() {
        Document document(default_shop());
        Job job = arbor();
        document.show_example(job);
        QVERIFY(BarViews(document.job().blank).end().x > mm(0));
        job.blank.bar.seen_from = Face::Left;
        QVERIFY(document.edit("other end", job));
        const BarViews views(document.job().blank);
        QVERIFY(views.end().x < mm(0)); // the end view stands on the side of the end that is looked at
    }
    void hovering_reads_out_and_the_wheel_keeps_the_place() {
        Window w;
        auto* board = w.main.findChild<BoardView*>();
        const QPoint at = board->position_of("A3")->toPoint();
        const QPixmap before = board->grab();
        QTest::mouseMove(board, at);
        QTRY_VERIFY(board->grab().toImage() != before.toImage()); // the card has appeared
        const Point under = board->map().to_metal(at);
        QWheelEvent wheel(at, board->mapToGlobal(at), {}, {0, 240}, Qt::NoButton, Qt::NoModifier, Qt::NoScrollPhase,
                          false);
        QApplication::sendEvent(board, &wheel);
        QVERIFY(same(board->map().to_metal(at), under, 1e-6));
        QVERIFY(board->map().pixels_per_mm > 5.0);
        for (int i = 0; i < 200; ++i) { // no end of zooming breaks it
            QWheelEvent out(at, board->mapToGlobal(at), {}, {0, i < 100 ? 1200 : -1200}, Qt::NoButton, Qt::NoModifier,
                            Qt::NoScrollPhase, false);
            QApplication::sendEvent(board, &out);
        }
        QVERIFY(board->map().pixels_per_mm > 0.0);
        board->grab();
    }
    void nothing_written_covers_anything_data() {
        QTest::addColumn<QString>("job");
        for (const char* job : {"dial-centre-flange", "motion-work-plate", "bell-hammer-straps", "winding-arbor"})
            QTest::newRow(job) << job;
    }
    void nothing_written_covers_anything() {
        QFETCH(QString, job);
        Window w; // 1280 x 800, with the board as large as it is there
        w.command("demo-" + job);
        auto* board = w.main.findChild<BoardView*>();
        QStringList covered;
        for (const Pattern& pattern : w.job().patterns)
            for (const DimensionStyle style : {DimensionStyle::FromZero, DimensionStyle::Chain}) {
                QImage image(board->size(), QImage::Format_RGB32);
                QPainter painter(&image);
                BoardPainter written(painter, board->map(), w.document, Look::day(), QRectF(board->rect()));
                written.paint(Stage::Holes, pattern.name, {}, style);
                const auto& all = written.written();
                QVERIFY(all.size() > 10);
                for (std::size_t i = 0; i < all.size(); ++i) {
                    if (!QRectF(board->rect()).contains(all[i].box))
                        covered << QString::fromStdString(pattern.name) + ": " + all[i].words + " off the board";
                    for (std::size_t k = 0; k < i; ++k)
                        if (all[i].box.intersects(all[k].box))
                            covered << QString::fromStdString(pattern.name) + ": " + all[i].words + " on " +
                                           all[k].words;
                }
            }
        QVERIFY2(covered.isEmpty(), qPrintable(covered.join("; ")));
    }
    void the_sheet_says_where_the_saw_goes() {
        const Job job = load_job(SOURCE_FOLDER "/demo/bell-hammer-straps.clockface.json").value();
        const QString html = sheet_html(job, make_plan(job, default_shop()));
        // Piece 2 begins at 0.4 + 64.4 and ends 61.7 further; the saw between 0.4 and 2.3 past that.
        QVERIFY(html.contains("<td align='right'>2</td><td align='right'>64.800</td><td align='right'>126.500</td>"
                              "<td align='right'>126.900</td><td align='right'>128.800</td>"));
        QVERIFY(!sheet_html(flange(), make_plan(flange(), default_shop())).contains("Saw cuts"));
    }
    void the_sheet_lists_what_to_fetch() {
        const Job job = *load_job(SOURCE_FOLDER "/demo/fly-bearing-block.clockface.json");
        const QString html = sheet_html(job, make_plan(job, default_shop()));
        const qsizetype fetch = html.indexOf("Cutters to fetch");
        QVERIFY(fetch > 0 && html.indexOf("4.3 mm drill", fetch) < html.indexOf("M5 plug tap", fetch));
        QVERIFY(html.contains("Full thread: to 12.5 mm") && html.contains("touched off on the bare face"));
        QVERIFY(
            !sheet_html(app::blank_job(), make_plan(app::blank_job(), default_shop())).contains("Cutters to fetch"));
    }
    void the_sheet_tells_what_stands_against_the_job() {
        Job job = flange();
        job.holes_called_for = 18;
        job.title = "<b>Odd & ends</b>";
        const QString html = sheet_html(job, make_plan(job, default_shop()));
        QVERIFY(html.contains("calls for 18 holes"));
        QVERIFY(html.contains("&lt;b&gt;Odd &amp; ends"));
        QCOMPARE(html.mid(html.indexOf("Moves on")).count("<td align='center'>☐</td>"),
                 static_cast<int>(plan_at_hand(job, default_shop()).route.list.size()));
    }
};

CLOCKFACE_WINDOW_MAIN(TestBoard)
#include "test_board.moc"
