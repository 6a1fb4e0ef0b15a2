// Everything from the keyboard, and everything with a name: Tab comes to every blank, choice and button of every stage
// of every demo job, each is called something, and each blank says in its tip what it is.
#include "board/board_view.h"
#include "support/window.h"

#include <QAbstractButton>
#include <QAbstractItemView>
#include <QDir>
#include <QHeaderView>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

QString called(const QWidget* widget) {
    return QStringLiteral("%1 %2 '%3'")
        .arg(widget->metaObject()->className(), widget->objectName(), widget->accessibleName());
}

// What a person can do something with just now.
QList<QWidget*> to_be_reached(MainWindow& window) {
    QList<QWidget*> all;
    for (QWidget* widget : window.findChildren<QWidget*>()) {
        const bool blank = qobject_cast<BlankEdit*>(widget) || qobject_cast<ChoiceBlank*>(widget);
        const auto* button = qobject_cast<QAbstractButton*>(widget);
        if ((blank || button) && widget->isVisible() && widget->isEnabled() && widget->focusPolicy() != Qt::NoFocus)
            all << widget;
    }
    return all;
}

} // namespace

class TestKeyboard : public QObject {
    Q_OBJECT
private slots:
    void tab_comes_everywhere_data() {
        QTest::addColumn<QString>("job");
        QTest::addColumn<int>("stage");
        const QDir folder(QStringLiteral(SOURCE_FOLDER "/demo"));
        for (const QString& file : folder.entryList({"*.clockface.json"}))
            for (const Stage stage : {Stage::Blank, Stage::Holes, Stage::Cutters, Stage::Hold, Stage::Order})
                QTest::addRow("%s, stage %d", qPrintable(file.section('.', 0, 0)), static_cast<int>(stage) + 1)
                    << folder.filePath(file) << static_cast<int>(stage);
    }
    void tab_comes_everywhere() {
        QFETCH(QString, job);
        QFETCH(int, stage);
        Window w;
        QVERIFY(w.main.open_file(job));
        w.main.show_stage(static_cast<Stage>(stage));
        w.main.activateWindow();
        QApplication::processEvents();
        const QList<QWidget*> wanted = to_be_reached(w.main);
        QVERIFY2(wanted.size() >= 8, qPrintable(QString::number(wanted.size())));
        w.main.findChild<BoardView*>()->setFocus();
        QSet<QWidget*> reached;
        for (int i = 0; i < 400; ++i) {
            QTest::keyClick(QApplication::focusWidget() ? QApplication::focusWidget() : &w.main, Qt::Key_Tab);
            QWidget* now = QApplication::focusWidget();
            QVERIFY(now);
            reached << now;
        }
        QStringList missed;
        for (QWidget* widget : wanted)
            if (!reached.contains(widget)) {
                const auto* button = qobject_cast<QAbstractButton*>(widget);
                // Of buttons that exclude each other the arrows reach the rest; a short cut reaches a button too.
                if (!(button && (button->autoExclusive() || !button->shortcut().isEmpty())))
                    missed << called(widget);
            }
        QVERIFY2(missed.isEmpty(), qPrintable(missed.join("; ")));
    }
    void everything_is_called_something() {
        const QDir folder(QStringLiteral(SOURCE_FOLDER "/demo"));
        for (const QString& file : folder.entryList({"*.clockface.json"})) {
            Window w;
            QVERIFY(w.main.open_file(folder.filePath(file)));
            for (const Stage stage :
                 {Stage::Blank, Stage::Holes, Stage::Cutters, Stage::Hold, Stage::Order, Stage::Bench}) {
                w.main.show_stage(stage);
                QApplication::processEvents();
                for (const QWidget* widget : to_be_reached(w.main)) {
                    const auto* button = qobject_cast<const QAbstractButton*>(widget);
                    QVERIFY2(!widget->accessibleName().isEmpty() || (button && !button->text().isEmpty()),
                             qPrintable(file + ": " + called(widget)));
                    if (!button)
                        QVERIFY2(widget->toolTip().contains(widget->accessibleName()), qPrintable(called(widget)));
                }
                for (const auto* view : w.main.findChildren<QAbstractItemView*>())
                    if (view->isVisible() && !qobject_cast<const QHeaderView*>(view)) // part of its table
                        QVERIFY2(!view->accessibleName().isEmpty(), qPrintable(called(view)));
            }
        }
    }
    void nothing_typed_in_one_blank_is_lost_by_going_on() {
        Window w;
        w.main.show_stage(Stage::Holes);
        BlankEdit* edit = w.blank("pitchCircle");
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, "59.7");
        QTest::keyClick(edit, Qt::Key_Tab);
        QVERIFY(same(std::get<CirclePattern>(w.job().patterns[0].layout).diameter, mm(59.7)));
        edit->setFocus();
        edit->selectAll();
        QTest::keyClicks(edit, "59..7");
        QTest::keyClick(edit, Qt::Key_Tab);
        QCOMPARE(edit->text(), QStringLiteral("59..7")); // refused, and still there to be mended
        QVERIFY(!edit->fault().isEmpty());
        QVERIFY(same(std::get<CirclePattern>(w.job().patterns[0].layout).diameter, mm(59.7)));
        // A text far longer than any figure is neither cut off nor taken.
        const QString long_text = QString(600, QLatin1Char('7'));
        edit->setFocus();
        edit->selectAll();
        w.type(edit, long_text);
        QTest::keyClick(edit, Qt::Key_Return);
        QCOMPARE(edit->text(), long_text);
        QVERIFY2(edit->fault().contains("600 letters"), qPrintable(edit->fault()));
    }
};

CLOCKFACE_WINDOW_MAIN(TestKeyboard)
#include "test_keyboard.moc"
