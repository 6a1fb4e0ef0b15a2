// Choices by keys: open, mark, go to, take; and by the beginning of a word.
#include "support/window.h"

#include <QSignalSpy>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

class TestChoiceBlank : public QObject {
    Q_OBJECT
private:
    struct Made {
        int now = 2;
        ChoiceBlank blank{"way",
                          "way of going",
                          {"clear", "plain", "reamed H7", "reamed H8", "Nuts & bolts"},
                          [this] { return now; },
                          [this](int filling) {
                              now = filling;
                              blank.refresh();
                          }};
        Made() {
            blank.show();
            blank.setFocus();
            (void)QTest::qWaitForWindowExposed(&blank);
        }
        void rest() const { QTest::qWait(QApplication::keyboardInputInterval() * 3 + 60); } // a new word begins
    };
private slots:
    void space_and_enter_open_with_the_present_one_marked() {
        for (const int key : {Qt::Key_Space, Qt::Key_Return, Qt::Key_Enter}) {
            Made m;
            QTest::keyClick(&m.blank, static_cast<Qt::Key>(key));
            QVERIFY(m.blank.list()->isVisible());
            QCOMPARE(m.blank.list()->activeAction(), m.blank.list()->actions().at(2));
            for (int i = 0; i < 5; ++i)
                QCOMPARE(m.blank.list()->actions().at(i)->isChecked(), i == 2);
            QTest::keyClick(m.blank.list(), Qt::Key_Down); // the next one, not the one it stands at
            QTest::keyClick(m.blank.list(), Qt::Key_Return);
            QCOMPARE(m.now, 3);
            QVERIFY(!m.blank.list()->isVisible());
        }
    }
    void escape_leaves_it() {
        Made m;
        QTest::keyClick(&m.blank, Qt::Key_Space);
        QTest::keyClick(m.blank.list(), Qt::Key_Up);
        QTest::keyClick(m.blank.list(), Qt::Key_Escape);
        QCOMPARE(m.now, 2);
    }
    void the_beginning_of_a_word_chooses() {
        Made m;
        QTest::keyClick(&m.blank, 'p');
        QCOMPARE(m.now, 1);
        m.rest();
        QTest::keyClick(&m.blank, 'R');
        QCOMPARE(m.now, 2);
        QTest::keyClicks(&m.blank, "eamed H8"); // a blank inside a word is part of it
        QCOMPARE(m.now, 3);
        QVERIFY(!m.blank.list()->isVisible());
        m.rest();
        QTest::keyClick(&m.blank, 'x'); // there is none
        QCOMPARE(m.now, 3);
        QTest::keyClick(&m.blank, 'c'); // a word of its own
        QCOMPARE(m.now, 0);
    }
    void the_beginning_goes_to_it_in_the_list() {
        Made m;
        QTest::keyClick(&m.blank, Qt::Key_Space);
        QTest::keyClicks(m.blank.list(), "reamed h8");
        QCOMPARE(m.blank.list()->activeAction(), m.blank.list()->actions().at(3));
        QCOMPARE(m.now, 2); // not before Enter
        QTest::keyClick(m.blank.list(), Qt::Key_Enter);
        QCOMPARE(m.now, 3);
    }
    void letters_are_its_own_before_they_are_short_cuts() {
        Made m;
        QKeyEvent letter(QEvent::ShortcutOverride, Qt::Key_F, Qt::NoModifier, "f");
        letter.ignore();
        QApplication::sendEvent(&m.blank, &letter);
        QVERIFY(letter.isAccepted());
        QKeyEvent command(QEvent::ShortcutOverride, Qt::Key_S, Qt::ControlModifier, "\x13");
        command.ignore();
        QApplication::sendEvent(&m.blank, &command);
        QVERIFY(!command.isAccepted());
    }
    void an_ampersand_is_shown() {
        Made m;
        m.now = 4;
        m.blank.refresh();
        QCOMPARE(m.blank.text(), QStringLiteral("Nuts && bolts")); // as a button takes it
        QTest::keyClick(&m.blank, Qt::Key_Space);
        QCOMPARE(m.blank.list()->activeAction()->text(), QStringLiteral("Nuts && bolts"));
    }
    void a_choice_of_the_job_by_keys_alone() {
        Window w;
        w.main.show_stage(Stage::Order);
        auto* machine = w.find<ChoiceBlank>("machine");
        machine->setFocus();
        QTest::keyClicks(machine, "rot");
        QCOMPARE(at_hand(w.job()).machine.name, std::string("Rotary table"));
        w.document.undo_stack().undo();
        QVERIFY(at_hand(w.job()).machine.name != "Rotary table");
    }
};

CLOCKFACE_WINDOW_MAIN(TestChoiceBlank)
#include "test_choice_blank.moc"
