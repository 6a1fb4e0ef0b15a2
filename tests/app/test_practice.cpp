// Practice: the mill on the screen turned by wheel and keys only, guided by the Bench.
#include "support/window.h"

#include "formats/text_file.h"
#include "practice/practice_view.h"
#include "simulate/broken.h"

#include <QFile>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QWheelEvent>

using namespace clockface;
using namespace clockface::testing;

namespace {

// A hand that does what the list says, with the mouse wheel over the handles and the keys of locks, dials and quill.
struct Hand {
    Window w;
    bool leaves_take_up_out = false; ///< turns straight to the figure where the list goes past it first

    app::PracticeView* view() { return w.find<app::PracticeView>("practice"); }
    app::PracticeMachine* machine() { return w.find<app::PracticeMachine>("practiceMachine"); }
    QWidget* bench() { return w.find("practiceBench"); }
    const BenchState& state() { return view()->document().bench(); }
    const HandMachine& mill() { return view()->practice().mill(); }
    const Instruction& move() { return state().list.list[std::size_t(state().now()->move)]; }

    void key(int key, Qt::KeyboardModifiers with = {}) { QTest::keyClick(bench(), Qt::Key(key), with); }
    /// One notch of the wheel is one line, clockwise away from the hand.
    void wheel(Axis axis, int notches, Qt::KeyboardModifiers with = {}) {
        const QPointF at = machine()->handle(axis).center();
        QWheelEvent event(at, machine()->mapToGlobal(at), {}, QPoint(0, 120 * notches), Qt::NoButton, with,
                          Qt::NoScrollPhase, false);
        QApplication::sendEvent(machine(), &event);
    }
    void lines(Axis axis, double wanted) {
        const int whole = int(std::lround(wanted));
        wheel(axis, whole / 10, Qt::ShiftModifier);
        wheel(axis, whole % 10);
    }
    void do_as_told(const TurnHandwheel& turn) {
        if (leaves_take_up_out && turn.take_up > 0 && !turn.past)
            return; // it stands at the figure already
        const double a_turn = mill().screw(turn.axis).lines;
        const bool clockwise = turn.way == Turn::Clockwise;
        double on = clockwise ? turn.line - mill().dial(turn.axis) : mill().dial(turn.axis) - turn.line;
        on -= std::floor(on / a_turn + 1e-6) * a_turn;
        const double turns = leaves_take_up_out && turn.past ? turn.turns - turn.take_up : turn.turns;
        lines(turn.axis, (clockwise ? 1 : -1) * (turns * a_turn + on));
    }
    /// Towards where the spindle has to stand, until a hand would stop by itself.
    void bring(Axis axis, Length to, Towards finish) {
        const Screw& screw = mill().screw(axis);
        const double plus = screw.plus == Turn::Clockwise ? 1.0 : -1.0;
        const auto along = [&] { return axis == Axis::X ? mill().slides().x : mill().slides().y; };
        const double side = finish == Towards::Plus ? 1.0 : -1.0;
        // Well to the other side first, then on until it has come there.
        const double back = (to - along()) / screw.graduation() * side;
        if (back < 40)
            lines(axis, -side * plus * (80 - back));
        else if (back > 120)
            lines(axis, side * plus * (back - 80));
        for (int i = 0; i < 400 && std::abs((along() - to).in_mm()) > 1e-6; ++i)
            wheel(axis, int(side * plus));
    }
    /// The line that is read; half way between two the lower one, as the simulated operator happens to.
    static double read(double lines) { return std::copysign(std::ceil(std::abs(lines) - 0.5 - 1e-6), lines); }
    /// Half of what shows at the second side is gone back, by tenths of a line; last moving the usual way.
    void half_back(const TouchEdge& touch) {
        const Screw& screw = mill().screw(touch.axis);
        const double plus = screw.plus == Turn::Clockwise ? 1.0 : -1.0, a_turn = screw.lines;
        const double play = plus * (touch.play / screw.graduation());
        const double turns = std::round((double(touch.figure) - mill().dial(touch.axis)) / a_turn);
        const double shown = mill().dial(touch.axis) + turns * a_turn, wanted = (read(shown) - play) / 2.0;
        const double finish = screw.approach == Towards::Plus ? plus : -plus;
        const auto by = [&](double how_many) {
            lines(touch.axis, std::trunc(how_many));
            wheel(touch.axis, int(std::lround((how_many - std::trunc(how_many)) * 10.0)), Qt::ControlModifier);
        };
        by(wanted - shown - finish * 60.0);
        by(finish * 60.0);
    }
    void do_what_is_said() {
        const Instruction now = move();
        if (const auto* touch = std::get_if<TouchEdge>(&now.action)) {
            bring(touch->axis, spindle_at(*touch), touch->stands == Towards::Minus ? Towards::Plus : Towards::Minus);
            if (touch->halves)
                half_back(*touch);
            key(touch->axis == Axis::X ? Qt::Key_E : Qt::Key_F);
        } else if (std::holds_alternative<PickUpZero>(now.action)) {
            for (const Axis axis : {Axis::X, Axis::Y}) {
                bring(axis, {}, mill().screw(axis).approach);
                key(axis == Axis::X ? Qt::Key_E : Qt::Key_F);
            }
        } else if (const auto* over = std::get_if<CentreOver>(&now.action)) {
            for (const Axis axis : {Axis::X, Axis::Y}) {
                bring(axis, axis == Axis::X ? over->place.x : over->place.y, mill().screw(axis).approach);
                key(axis == Axis::X ? Qt::Key_E : Qt::Key_F);
            }
        } else if (const auto* turn = std::get_if<TurnHandwheel>(&now.action)) {
            do_as_told(*turn);
        } else if (std::holds_alternative<DrillHole>(now.action) || std::holds_alternative<TouchLightly>(now.action)) {
            key(Qt::Key_5);
            key(Qt::Key_0);
            key(Qt::Key_5);
        }
    }
    void done() {
        QWidget* gate = nullptr;
        for (QWidget* each : bench()->findChildren<QWidget*>("benchGate"))
            if (each->isVisible())
                gate = each;
        key(gate ? gate->property("key").toString()[0].unicode() : int(Qt::Key_Space));
    }
    /// The flange, on the metric mill, from an empty practice to its end.
    void make(Job job) {
        at_hand(job).machine = "Metric mill";
        w.document.show_example(job);
        w.main.show_stage(app::Stage::Bench);
        w.main.show_practice();
        QVERIFY(view() && machine() && bench());
        int moves = 0;
        while (!state().finished() && ++moves < 2000) {
            do_what_is_said();
            done();
        }
        QVERIFY(state().finished());
    }
};

} // namespace

// A tenth of a line, to which a wheel brings the middle between two faces.
const Length within = Length::mm(0.002);

class TestPractice : public QObject {
    Q_OBJECT
private slots:
    void the_flange_made_by_wheel_and_keys_comes_out_as_the_list_promises() {
        Hand hand;
        hand.make(flange());
        const Practice& practice = hand.view()->practice();
        const SimulatedRun& promised = hand.view()->document().plan().run;
        QCOMPARE(practice.landings().size(), promised.landings.size());
        for (std::size_t i = 0; i < promised.landings.size(); ++i) {
            QCOMPARE(practice.landings()[i].hole, promised.landings[i].hole);
            QVERIFY2(
                distance(practice.landings()[i].at, promised.landings[i].at) < within,
                qPrintable(
                    QString("%1: %2 %3, promised %4 %5")
                        .arg(hand.view()->document().plan().holes[std::size_t(promised.landings[i].hole)].name.c_str())
                        .arg(practice.landings()[i].at.x.in_mm())
                        .arg(practice.landings()[i].at.y.in_mm())
                        .arg(promised.landings[i].at.x.in_mm())
                        .arg(promised.landings[i].at.y.in_mm())));
        }
        QVERIFY2(practice.complaints().empty(),
                 practice.complaints().empty() ? "" : practice.complaints().front().c_str());
        const PracticeResult result = practice.result();
        QCOMPARE(result.right(), int(result.holes.size()));
        // Nothing of it is on the job's own pieces.
        QVERIFY(hand.w.job().begun.empty());
        // Kept as a file.
        hand.w.next_file = hand.w.folder.filePath("flange.practice.json");
        hand.w.click("keepPractice");
        QFile file(hand.w.next_file);
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QJsonObject kept = QJsonDocument::fromJson(file.readAll()).object();
        QCOMPARE(kept["right"].toInt(), int(result.holes.size()));
        QCOMPARE(kept["holes"].toArray().size(), qsizetype(result.holes.size()));
        QCOMPARE(kept["job"].toString(), QString("Dial-centre flange"));
    }

    void with_take_up_left_out_it_comes_out_as_the_fault_promises() {
        Hand hand;
        hand.leaves_take_up_out = true;
        hand.make(flange());
        const SetupPlan& plan = hand.view()->document().plan();
        std::size_t past = 0;
        while (past < plan.route.list.size()) {
            const auto* turn = std::get_if<TurnHandwheel>(&plan.route.list[past].action);
            if (turn && turn->take_up > 0)
                break;
            ++past;
        }
        const Broken broken = with_fault(plan.route, plan.machine, past, MoveFault::NoTakeUp);
        const Job& job = hand.view()->document().job();
        const SimulatedRun promised = carry_out(broken.route, broken.machine, job, plan.holes);
        const auto& made = hand.view()->practice().landings();
        QCOMPARE(made.size(), promised.landings.size());
        Length worst;
        for (std::size_t i = 0; i < made.size(); ++i) {
            QVERIFY(distance(made[i].at, promised.landings[i].at) < within);
            worst = std::max(worst, made[i].miss);
        }
        QVERIFY2(worst > Length::mm(0.15), qPrintable(QString::number(worst.in_mm()))); // the screw's own backlash
    }

    void what_is_handled_wrongly_is_said() {
        Hand hand;
        Job job = flange();
        at_hand(job).machine = "Metric mill";
        hand.w.document.show_example(job);
        hand.w.main.show_stage(app::Stage::Bench);
        hand.w.main.show_practice();
        const auto told = [&] { return hand.machine()->told(); };
        hand.key(Qt::Key_0);
        QVERIFY2(told().contains("Nothing is to be cut here yet"), qPrintable(told()));
        hand.key(Qt::Key_5);
        hand.key(Qt::Key_6);
        QVERIFY2(told().contains("lock of X is tight"), qPrintable(told()));
        hand.key(Qt::Key_5);
        // On to the first touch, and too far into the face.
        while (!std::holds_alternative<TouchEdge>(hand.move().action) &&
               !std::holds_alternative<PickUpZero>(hand.move().action)) {
            hand.do_what_is_said();
            hand.done();
        }
        if (const auto* touch = std::get_if<TouchEdge>(&hand.move().action)) {
            const Axis axis = touch->axis;
            const double plus = hand.mill().screw(axis).plus == Turn::Clockwise ? 1 : -1;
            const double into = touch->stands == Towards::Minus ? 1 : -1;
            hand.bring(axis, spindle_at(*touch), into > 0 ? Towards::Plus : Towards::Minus);
            QVERIFY2(told().contains("kicks out"), qPrintable(told()));
            hand.wheel(axis, int(into * plus * 12));
            QVERIFY2(told().contains("pushed"), qPrintable(told()));
            hand.bring(axis, spindle_at(*touch), into > 0 ? Towards::Plus : Towards::Minus);
        }
        while (!std::holds_alternative<DrillHole>(hand.move().action)) {
            hand.do_what_is_said();
            hand.done();
        }
        hand.key(Qt::Key_0); // the locks are loose
        QVERIFY2(told().contains("locks are loose"), qPrintable(told()));
        QCOMPARE(hand.view()->practice().complaints().size(), std::size_t(1));
        // Left, it is as if it had not been.
        hand.key(Qt::Key_Escape);
        QVERIFY(!hand.view());
        QVERIFY(hand.w.job().begun.empty());
    }

    // On a mill with a readout the figures come over a line in practice too: the Bench follows what is turned.
    void a_readout_is_followed_in_practice() {
        Hand hand;
        hand.w.to_the_bench("Readout mill");
        hand.w.main.show_practice();
        const auto strip = [&]() -> QString {
            for (QWidget* each : hand.bench()->findChildren<QWidget*>("benchLive"))
                if (each->isVisible())
                    return each->accessibleName();
            return {};
        };
        while (!std::holds_alternative<GoToReadout>(hand.move().action) || hand.move().hole < 0) {
            hand.do_what_is_said();
            hand.done();
        }
        QTRY_VERIFY2(strip().contains("to go"), qPrintable(strip()));
        const QString before = strip();
        hand.wheel(Axis::X, 20);
        QTRY_VERIFY2(strip() != before, qPrintable(strip()));
    }

    void a_job_handed_out_for_practice_opens_so_and_its_pieces_never_count() {
        Window w;
        Job job = flange();
        job.is_for = JobFor::Practice;
        at_hand(job).machine = "Metric mill";
        w.document.show_example(job);
        w.main.show_stage(app::Stage::Bench);
        QVERIFY(w.find("practice"));
        QVERIFY(!w.find("bench"));
        w.main.show_stage(app::Stage::Blank);
        w.choose("isFor", "to be used");
        QCOMPARE(w.job().is_for, JobFor::Parts);
        w.main.show_stage(app::Stage::Bench);
        QVERIFY(w.find("bench"));
        w.done_at_bench();
        QVERIFY(!w.document.piece().played);
        // An example's pieces do not count, and say so in the file.
        job.is_for = JobFor::Example;
        w.document.show_example(job);
        w.done_at_bench();
        QVERIFY(w.document.piece().played);
    }

    // It is of the set-up at hand: at its end it goes on to no other, and it goes on until it is left.
    void practice_is_of_one_set_up_and_goes_on_until_it_is_left() {
        Hand hand;
        Job job = plate_of(90, 60, 20);
        at_hand(job).machine = "Metric mill";
        job.patterns = {single("A", 21.4, 33.7), single("B", 30, 10)};
        job.patterns[1].face = Face::Under;
        QVERIFY(hand.w.document.edit("two faces", job));
        QVERIFY(hand.w.job().setups.size() > 1);
        hand.w.main.show_stage(app::Stage::Bench);
        hand.w.main.show_practice();
        const int setup = at_hand(hand.view()->document().job()).id;
        hand.do_what_is_said();
        hand.done();
        const int next = hand.state().next;
        QVERIFY(next > 0);
        QVERIFY(hand.w.main.show_shop("drawer"));
        hand.w.main.show_stage(app::Stage::Bench);
        QVERIFY(hand.view());
        QCOMPARE(hand.state().next, next);
        for (int keys = 0; keys < 300 && !hand.state().finished(); ++keys)
            hand.done();
        QVERIFY(hand.state().finished());
        hand.done();
        QCOMPARE(at_hand(hand.view()->document().job()).id, setup);
        hand.w.document.show_example(job); // another job is no longer what was practised
        hand.w.main.show_stage(app::Stage::Bench);
        QVERIFY(!hand.view());
    }

    void where_there_is_no_mill_it_says_what_would_do() {
        Window w;
        w.to_the_bench("Layout bench");
        w.main.show_practice();
        QVERIFY(!w.find("practice"));
        QVERIFY(w.main.findChild<QLabel*>("noticeText")->text().contains("Practice wants a mill"));
    }
};

CLOCKFACE_WINDOW_MAIN(TestPractice)
#include "test_practice.moc"
