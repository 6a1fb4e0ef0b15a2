// The demo jobs that ship are what somebody makes at the window: nothing else made them.
#include "order/shown_parts.h"
#include "support/window.h"

#include <QLabel>
#include <QPushButton>

using namespace clockface;
using namespace clockface::testing;

namespace {

// Types a callout and takes it.
void call_out(Window& w, const char* text) {
    auto* line = w.find<QLineEdit>("callout");
    QVERIFY(line);
    line->setFocus();
    line->clear();
    QTest::keyClicks(line, text);
    const std::size_t before = w.job().patterns.size();
    QTest::keyClick(line, Qt::Key_Return);
    QVERIFY2(w.job().patterns.size() == before + 1, text);
}

void fill_all(Window& w, std::initializer_list<std::pair<const char*, const char*>> blanks) {
    for (const auto& [name, text] : blanks)
        w.fill(name, text);
}

void saved_equals_shipped(Window& w, const char* name) {
    Job example = w.job();
    example.is_for = JobFor::Example;
    QVERIFY(w.document.edit("an example", example));
    w.next_file = w.folder.filePath(QString::fromLatin1(name) + ".clockface.json");
    QTest::keyClick(&w.main, Qt::Key_S, Qt::ControlModifier | Qt::ShiftModifier);
    QVERIFY(QFile::exists(w.next_file));

    QCOMPARE(read_text(w.next_file.toStdString()),
             read_text(std::string(SOURCE_FOLDER "/demo/") + name + ".clockface.json"));
}

std::vector<std::string> stops_and_checks(const Window& w) {
    std::vector<std::string> sentences;
    for (const Finding& finding : w.document.findings())
        if (finding.grade != Grade::Note)
            sentences.push_back(finding.sentence);
    return sentences;
}

} // namespace

class TestDemos : public QObject {
    Q_OBJECT
private slots:
    void motion_work_plate() {
        Window w;
        w.command("new");
        w.choose("unit", "inches");
        fill_all(w, {{"title", "Motion-work plate"},
                     {"workFor", "Thornmere stable clock"},
                     {"calledFor", "40"},
                     {"material", "brass"},
                     {"width", "5.43"},
                     {"height", "3 7/8 - .015"},
                     {"thickness", ".281"},
                     {"widthMeasured", "5.426"},
                     {"heightMeasured", "3.858"}});
        w.choose("usualAngles", "from 12 o'clock, clockwise");
        w.main.show_stage(app::Stage::Holes);
        call_out(w, "5x #29 on 1.372 circle at 1.283, 2.471 from 2:30 cw");
        call_out(w, "3x 1/4-28, thru on .914 pc at 3.861, 2.617 astride 12 o'clock");
        // The third circle with the mouse and the blanks, in another order than the sentence.
        w.click("addCircle");
        fill_all(w, {{"count", "6"},
                     {"size", "3/32"},
                     {"pitchCircle", ".806"},
                     {"placeX", "2.709"},
                     {"placeY", "1.093"},
                     {"first", "45 from 12 cw"},
                     {"leftOut", "4"}});
        w.choose("going", "counter-clockwise");
        call_out(w, "6 by 2 staggered of .0785, .317 by .219 apart at 3.51, .412");
        call_out(w, "4 by 3 frame of .125, .56 by .66 apart at 3.021, 1.957");
        call_out(w, "3x #42 in row .288 apart at .388, 3.512 towards 3:00");
        w.click("addCopy"); // mirrored in the middle line, as it is offered
        QCOMPARE(w.blank("of")->text(), QStringLiteral("F"));
        w.fill("placeX", "2.713");
        w.main.show_stage(app::Stage::Order);
        w.choose("machine", "Metric mill");
        QCOMPARE(w.document.plan().holes.size(), 40U);
        QCOMPARE(stops_and_checks(w), std::vector<std::string>{});
        QVERIFY(w.document.plan().run.complaints.empty());
        // The mirrored row by hand: 2 x 2.713 - .388 = 5.038, then .288 less each time.
        const auto& holes = w.document.plan().holes;
        QVERIFY(same(holes[37].at, {Length::inches(5.038), Length::inches(3.512)}));
        QVERIFY(same(holes[39].at, {Length::inches(4.462), Length::inches(3.512)}));
        saved_equals_shipped(w, "motion-work-plate");
    }
    // A batch with a slanted end: turned over front-back two of its three holes come to one place.
    void dial_stay_brackets() {
        Window w;
        w.command("new");
        w.choose("shape", "plate of another outline");
        fill_all(w, {{"title", "Dial stay brackets"},
                     {"workFor", "Thornmere stable clock"},
                     {"pieces", "34"},
                     {"material", "mild steel"},
                     {"corners", "0, 0; 87.4, 0; 79.2, 31.6; 0, 31.6"},
                     {"thickness", "6.3"}});
        w.choose("datum", "at the lower left");
        w.main.show_stage(app::Stage::Holes);
        call_out(w, "2x 5.2 thru in row 15.8 apart at 11.3, 7.9 towards 12:00");
        call_out(w, "8.3 thru at 52.6, 15.8");
        w.main.show_stage(app::Stage::Order);
        w.choose("machine", "Readout mill");
        w.main.show_stage(app::Stage::Hold);
        QTRY_VERIFY(w.find("setting:3"));
        w.choose("endForEnd", "may be turned end for end");
        QTRY_VERIFY(w.find("notLoaded:2"));
        QVERIFY(w.find<QLabel>("notLoaded:2")->text().contains("a slanted end would come to the stop"));
        w.choose("endForEnd", "is never turned end for end");
        w.choose("overFrontBack", "may be turned over front-back");
        w.fill("widthScatter", "0.06");
        w.choose("together", "all go through each setting before the next is set");
        QTRY_VERIFY(w.find("setting:2") && !w.find("setting:3"));
        QVERIFY(!w.find("asProposed")); // what a piece allows is nothing that was proposed
        w.click("setting:1");
        QTRY_COMPARE(w.main.findChild<app::ShownParts*>()->drilled().size(), std::size_t{4});
        w.click("batchOrder");
        QTRY_VERIFY(w.find<QLabel>("batchStep:3")->text().contains("All 34 pieces"));
        QCOMPARE(stops_and_checks(w), std::vector<std::string>{});
        saved_equals_shipped(w, "dial-stay-brackets");
        w.main.show_stage(app::Stage::Bench);
        QTRY_COMPARE(w.find<QLabel>("benchHeading")->text(), QString("Touch the fixed jaw"));
        int keys = 0;
        while (w.find<QLabel>("benchHeading")->text() != "Every piece is through its settings" && keys++ < 1000)
            w.done_at_bench();
        // 34 pieces: 306 loads under the spindle, 34 times by hand, and what the machine itself is set by.
        QVERIFY2(keys > 340 && keys < 360, qPrintable(QString::number(keys)));
        for (int piece = 1; piece <= 34; ++piece)
            for (const HoleProgress& each : progress_of(w.job(), w.document.plan(), piece_of(w.job(), piece)))
                QVERIFY(each.finished);
        w.main.show_stage(app::Stage::Hold);
        QTRY_VERIFY(w.find("setting:2"));
        QTest::keyClick(&w.main, Qt::Key_2, Qt::ControlModifier);
        QVERIFY(w.main.findChild<app::ShownParts*>()->drilled().empty()); // nothing of it is left on the board
    }
    void bell_hammer_straps() {
        Window w;
        w.command("new");
        fill_all(w, {{"title", "Bell-hammer straps"},
                     {"workFor", "Thornmere stable clock"},
                     {"material", "flat bar, bright"},
                     {"width", "473"},
                     {"height", "24.6"},
                     {"heightMeasured", "24.55"},
                     {"thickness", "5.8"}});
        w.choose("cutting", "is a bar to be cut");
        fill_all(
            w,
            {{"cutLength", "61.7"}, {"cutPieces", "six"}, {"cutSpares", "1"}, {"cutKerf", "1.9"}, {"cutFacing", ".4"}});
        w.choose("cutEnd", "sawn and to be faced");
        w.choose("datum", "on the left edge, half way up");
        w.fill("calledFor", "21");
        w.main.show_stage(app::Stage::Holes);
        call_out(w, "6.2 at .4 + 9.3, 0");
        call_out(w, "2x 3.3 in row 14.6 apart at .4 + 33.1, 0");
        w.click("addCopy");
        w.fill("of", "A");
        w.choose("way", "in every further piece of the bar");
        call_out(w, "repeated B in every piece");
        w.main.show_stage(app::Stage::Order);
        w.choose("machine", "Layout bench");
        QCOMPARE(w.document.plan().holes.size(), 21U);
        QCOMPARE(stops_and_checks(w), std::vector<std::string>{});
        // Seventh piece: 9.7 + 6 x (61.7 + 1.9 + 2 x 0.4) = 396.1 from the bar's end.
        for (const Hole& hole : w.document.plan().holes)
            if (hole.name == "C6")
                QVERIFY(same(hole.at, {mm(396.1), mm(0)}));
        saved_equals_shipped(w, "bell-hammer-straps");
    }
    void winding_arbor() {
        Window w;
        w.command("new");
        fill_all(w, {{"title", "Winding arbor"}, {"workFor", "Thornmere stable clock"}, {"material", "silver steel"}});
        w.choose("shape", "round bar");
        fill_all(w, {{"diameter", "28"},
                     {"diameterMeasured", "27.92"},
                     {"width", "164"},
                     {"shoulders", "96.5, 21.4"},
                     {"bore", "9.2"}});
        w.choose("boreEnd", "in from the right end,");
        w.fill("boreDepth", "38");
        w.main.show_stage(app::Stage::Holes);
        call_out(w, "cross hole 6.2 thru at 17.3 from the end, at 12 o'clock");
        call_out(w, "cross hole 6.2 thru at 24.6 from A, 65 ccw from A");
        call_out(w, "5x 3.1 radial, 4.3 deep, at 62.4 from left end, angle 11.5, 72 apart cw");
        call_out(w, "M5 into the bore at 12.7 from right end, angle 0");
        // The circle stands on the left end.
        w.main.show_stage(app::Stage::Blank);
        w.choose("face", "left end");
        w.main.show_stage(app::Stage::Holes);
        call_out(w, "3x M4, 9.6 deep on 15.8 circle from 1:30 cw");
        QCOMPARE(w.document.plan().holes.size(), 3U);
        QCOMPARE(stops_and_checks(w), std::vector<std::string>{});
        w.main.show_stage(app::Stage::Blank);
        w.choose("face", "side");
        w.main.show_stage(app::Stage::Order);
        w.choose("machine", "Drill press");
        QCOMPARE(w.document.plan().holes.size(), 8U);
        QCOMPARE(stops_and_checks(w), std::vector<std::string>{});
        // The tapped hole opens into the bore at 10.7 - sqrt(4.6² - 2.5²).
        QVERIFY(same(*w.document.plan().holes.back().spec.depth, mm(10.7 - std::sqrt(4.6 * 4.6 - 2.5 * 2.5))));
        // The user takes another way, for this one arbor.
        w.click("way:file a narrow flat");
        QVERIFY(w.job().patterns[0].top == TopWay::FiledFlat);
        QTest::keyClick(&w.main, Qt::Key_Z, Qt::ControlModifier);
        QVERIFY(!w.job().patterns[0].top);
        saved_equals_shipped(w, "winding-arbor");
        // And to the Bench, move by move to the end.
        w.main.show_stage(app::Stage::Bench);
        const std::size_t tasks = w.document.bench().tasks.size();
        QVERIFY(tasks >= w.document.plan().route.list.size()); // what is done by hand is one task a hole
        for (std::size_t i = 0; i < tasks; ++i)
            w.done_at_bench();
        QVERIFY(w.document.bench().finished());
        for (const HoleState state : states_of(w.job(), w.document.plan(), w.job().begun.at(0)))
            QVERIFY(state != HoleState::Planned && state != HoleState::Spotted);
    }
    // The class project: blind tapped holes beside through ones, a reamed pair, a counterbored row, an oil hole from
    // the front.
    void fly_bearing_block() {
        Window w;
        w.command("new");
        fill_all(w,
                 {{"title", "Fly bearing block"}, {"workFor", "Thornmere stable clock"}, {"material", "mild steel"}});
        w.choose("shape", "block");
        fill_all(w, {{"width", "118.4"}, {"height", "63.6"}, {"thickness", "23.5"}});
        w.main.show_stage(app::Stage::Holes);
        call_out(w, "2 by 2 grid of M5, 12.5 deep, 96 by 42.4 apart at 11.2, 10.6");
        call_out(w, "2x M6 thru, in row 51 apart at 33.7, 31.8");
        call_out(w, "2x 6 H7, 14 deep, in row 76.6 apart at 20.9, 18.3 towards 19.4");
        call_out(w, "3x M5 clear counterbored, thru, in row 17.2 apart at 42.4, 13.9");
        QCOMPARE(w.job().patterns.size(), std::size_t{4});
        QVERIFY(w.job().patterns[3].hole.recess && same(w.job().patterns[3].hole.recess->diameter, mm(10)));
        w.main.show_stage(app::Stage::Blank);
        w.choose("face", "front");
        w.main.show_stage(app::Stage::Holes);
        call_out(w, "4.1, 38 deep at 59.6, 11.75");
        w.main.show_stage(app::Stage::Blank);
        w.choose("face", "top");
        w.main.show_stage(app::Stage::Order);
        w.choose("machine", "Metric mill");
        QCOMPARE(stops_and_checks(w).size(), std::size_t{2}); // the oil hole and D2 meet, said of either
        saved_equals_shipped(w, "fly-bearing-block");
        // The whole list to fetch stands on one screen.
        w.main.show_stage(app::Stage::Cutters);
        w.click("pageToFetch");
        const auto lines = w.document.plan().cutters().lines.size();
        QCOMPARE(lines, std::size_t{14}); // with the drill of the oil hole
        auto* last = w.find<QPushButton>(QString("fetch:%1").arg(lines));
        QVERIFY(last && last->visibleRegion().boundingRect().height() == last->height());
    }
};

CLOCKFACE_WINDOW_MAIN(TestDemos)
#include "test_demos.moc"
