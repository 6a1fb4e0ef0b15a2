// Long work beside the window: the newest question is answered, and none once nobody asks any more.
#include "document/beside.h"
#include "support/window.h"

#include <QThread>
#include <atomic>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

// Holds a worker until it is let go.
struct Latch {
    std::atomic<bool> open = false;
    void pass() const {
        while (!open)
            QThread::msleep(1);
    }
};

} // namespace

class TestBeside : public QObject {
    Q_OBJECT
private slots:
    void an_answer_comes_in_the_asker_s_thread() {
        Beside<int> beside;
        QThread* worked = nullptr;
        QThread* answered = nullptr;
        int got = 0;
        beside.ask(
            [&worked] {
                worked = QThread::currentThread();
                return 42;
            },
            [&](const int& answer) {
                answered = QThread::currentThread();
                got = answer;
            });
        QTRY_COMPARE(got, 42);
        QVERIFY(answered == QThread::currentThread() && worked != answered);
    }
    void only_the_newest_question_is_answered() {
        Beside<int> beside;
        Latch gate;
        std::vector<int> got;
        std::atomic<int> begun = 0;
        for (int i = 1; i <= 5; ++i)
            beside.ask(
                [&gate, &begun, i] {
                    ++begun;
                    gate.pass();
                    return i;
                },
                [&](const int& answer) { got.push_back(answer); });
        gate.open = true;
        QTRY_COMPARE(got, std::vector<int>{5});
        QTest::qWait(30);
        QCOMPARE(got, std::vector<int>{5});
        QVERIFY(begun <= 2); // those in between never began
    }
    void waiting_is_told_when_it_takes_a_while() {
        std::vector<bool> told;
        Latch gate;
        bool there = false;
        Beside<int> beside([&](bool waiting) { told.push_back(waiting); });
        beside.ask(
            [&gate] {
                gate.pass();
                return 1;
            },
            [&](const int&) { there = true; });
        QTRY_COMPARE(told, std::vector<bool>{true});
        gate.open = true;
        QTRY_VERIFY(there);
        QCOMPARE(told, (std::vector<bool>{true, false}));
        // What is answered at once is never said to be awaited.
        told.clear();
        there = false;
        beside.ask([] { return 2; }, [&](const int&) { there = true; });
        QTRY_VERIFY(there);
        QCOMPARE(told, std::vector<bool>{false});
    }
    void nobody_is_answered_after_dropping_or_dying() {
        Latch gate;
        bool answered = false;
        const auto work = [&gate] {
            gate.pass();
            return 1;
        };
        const auto take = [&](const int&) { answered = true; };
        Beside<int> dropped;
        dropped.ask(work, take);
        dropped.drop();
        {
            Beside<int> gone;
            gone.ask(work, take);
        }
        gate.open = true;
        beside_the_window().waitForDone();
        QTest::qWait(30);
        QVERIFY(!answered);
    }
    void the_window_may_close_over_a_long_sum() {
        for (const char* page : {"compare", "proof"}) {
            Window w;
            w.main.show_stage(Stage::Order);
            QVERIFY(w.main.show_order_page(page));
        } // the window is gone while its question is being worked on
        beside_the_window().waitForDone();
        QTest::qWait(10);
        // Leaving a page before its answer is there leaves nothing behind.
        Window w;
        w.main.show_stage(Stage::Order);
        QVERIFY(w.main.show_order_page("compare"));
        QVERIFY(w.main.show_order_page("setup"));
        beside_the_window().waitForDone();
        QTest::qWait(30);
        QVERIFY(!w.find("way:0") && w.find("lookLonger"));
        QVERIFY(w.main.show_order_page("compare"));
        QVERIFY(w.await("way:0") && !w.find("lookLonger"));
    }
};

CLOCKFACE_WINDOW_MAIN(TestBeside)
#include "test_beside.moc"
