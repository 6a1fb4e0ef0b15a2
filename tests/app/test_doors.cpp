// How one comes in: the window on its screen, a new job, an inch job, the words one meets first.
#include "layout/callout.h"
#include "support/window.h"
#include "widgets/line_button.h"

#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QScreen>
#include <QSettings>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

Job in_inches(Job job) {
    job.unit = Unit::Inch;
    return job;
}

} // namespace

class TestDoors : public QObject {
    Q_OBJECT
private slots:
    void the_window_opens_within_its_screen() {
        Window w;
        w.main.take_place();
        const QRect room = w.main.screen()->availableGeometry();
        QVERIFY(room.contains(QRect(w.main.pos(), w.main.size())) || room.width() < w.main.minimumWidth());
        QVERIFY(w.main.height() <= room.height() - 40); // the frame of the window and its title need some of it
        QVERIFY(w.main.width() <= 1280 && w.main.height() <= 800);
        QVERIFY(w.main.minimumSize().width() <= 1008 && w.main.minimumSize().height() <= 650);
        QVERIFY2(w.main.minimumSizeHint().width() <= 1008 && w.main.minimumSizeHint().height() <= 650,
                 qPrintable(QStringLiteral("%1 x %2")
                                .arg(w.main.minimumSizeHint().width())
                                .arg(w.main.minimumSizeHint().height())));
    }
    void size_and_place_are_remembered() {
        Window w;
        w.main.setGeometry(30, 20, 970, 610);
        QVERIFY(w.main.close());
        MainWindow next(w.document, w.seams());
        next.take_place();
        QCOMPARE(next.size(), QSize(970, 610));
    }
    void it_comes_back_on_a_screen_that_is_there() {
        Window w;
        w.main.setGeometry(4000, 3000, 970, 610); // the second screen that has been unplugged
        QVERIFY(w.main.close());
        MainWindow next(w.document, w.seams());
        next.take_place();
        next.show();
        QVERIFY(next.screen()->availableGeometry().intersects(next.geometry()));
    }
    void an_inch_job_is_made_on_a_machine_in_inches() {
        Window w;
        w.command("new");
        QCOMPARE(w.document.plan().machine.name, std::string("Metric mill"));
        w.main.show_stage(Stage::Order);
        QCOMPARE(w.find<ChoiceBlank>("machine")->text(), QStringLiteral("Metric mill")); // never empty
        w.main.show_stage(Stage::Blank);
        w.choose("unit", "inches");
        QCOMPARE(w.document.plan().machine.name, std::string("Inch mill"));
        w.main.show_stage(Stage::Order);
        QCOMPARE(w.find<ChoiceBlank>("machine")->text(), QStringLiteral("Inch mill"));
        w.choose("machine", "Readout mill"); // what was chosen stays
        w.main.show_stage(Stage::Blank);
        w.choose("unit", "millimetres");
        QCOMPARE(w.document.plan().machine.name, std::string("Readout mill"));
        // A shop without one works with what it has.
        Shop shop = default_shop();
        std::erase_if(shop.machines, [](const Machine& machine) { return unit_of(machine) == Unit::Inch; });
        QVERIFY(plan_at_hand(in_inches(blank_job()), shop).machine.name == shop.machines.front().name);
    }
    void the_hint_is_a_callout_of_this_job() {
        for (const bool side : {false, true})
            for (const Unit unit : {Unit::Millimetre, Unit::Inch}) {
                Window w;
                if (side)
                    w.command("demo-winding-arbor");
                Job job = w.job();
                job.unit = unit;
                QVERIFY(w.document.edit("unit", job));
                const QString hint = w.find<QLineEdit>("callout")->placeholderText();
                const auto read = read_callout(hint.toStdString(), side ? job : in_inches(blank_job()));
                QVERIFY2(read, qPrintable(hint + (read ? "" : ": " + QString::fromStdString(read.error().sentence))));
                QVERIFY2(hint.contains("61.5") == (!side && unit == Unit::Millimetre), qPrintable(hint));
            }
    }
    void patterns_are_added_by_their_right_name() {
        Window w;
        QStringList names;
        for (const char* name : {"addCircle", "addArc", "addRow", "addSingle", "addGrid", "addCopy"})
            names << w.find<QPushButton>(name)->accessibleName();
        QCOMPARE(names.join(", "),
                 QStringLiteral("add a circle, add an arc, add a row, add a hole, add a grid, add a copy"));
    }
    void a_named_drill_keeps_its_name() {
        Window w;
        w.command("new");
        w.main.show_stage(Stage::Blank);
        w.choose("unit", "inches");
        w.main.show_stage(Stage::Holes);
        auto* callout = w.find<QLineEdit>("callout");
        callout->setFocus();
        QTest::keyClicks(callout, "3x #7 in row .5 apart at .6, .7");
        QTest::keyClick(callout, Qt::Key_Return);
        QCOMPARE(size_in_words(w.job().patterns[0].hole, Unit::Inch), std::string("#7 (0.201 in)"));
        QCOMPARE(w.blank("size")->text(), QStringLiteral("#7 (0.201 in)"));
        w.fill("size", "#7 (0.201 in) +0.003 0"); // what is shown can be typed on
        QCOMPARE(w.job().patterns[0].hole.drill, std::string("#7"));
        QVERIFY(same(*w.job().patterns[0].hole.limits->most, Length::inches(0.204)));
        w.fill("size", "f");
        QCOMPARE(w.job().patterns[0].hole.drill, std::string("F"));
        QVERIFY(same(w.job().patterns[0].hole.diameter, Length::inches(0.257)));
        w.fill("size", ".26");
        QVERIFY(w.job().patterns[0].hole.drill.empty());
        Job wrong = w.job();
        wrong.patterns[0].hole.drill = "#7";
        QVERIFY(!w.document.edit("wrong", wrong));
    }
    void words_go_on_to_another_line() {
        LineButton button("every hole finished before the next one is begun, tap and reamer included");
        const int wide = button.heightForWidth(900), narrow = button.heightForWidth(150);
        QVERIFY(narrow > 2 * wide);
        // All of it is there: what is painted at that height touches its last lines, too.
        button.resize(150, narrow);
        const QImage picture = button.grab().toImage();
        const auto dark_in = [&](int from, int to) {
            int count = 0;
            for (int y = from; y < to; ++y)
                for (int x = 12; x < picture.width() - 12; ++x)
                    count += qGray(picture.pixel(x, y)) < 100;
            return count;
        };
        QVERIFY(dark_in(picture.height() - 22, picture.height() - 4) > 10);
        QVERIFY(dark_in(4, 22) > 10);
    }
};

CLOCKFACE_WINDOW_MAIN(TestDoors)
#include "support/plans.h"
#include "test_doors.moc"
