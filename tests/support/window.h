// A real window for tests: widgets found by name, real keys, no dialogs, nothing of the user's touched.
#pragma once

#include "look/look.h"
#include "shell/main_window.h"
#include "support/jobs.h"
#include "support/watchdog.h"
#include "widgets/blank_edit.h"
#include "widgets/choice_blank.h"

#include <QApplication>
#include <QInputMethodEvent>
#include <QLabel>
#include <QMenu>
#include <QTemporaryDir>
#include <QTest>
#include <QToolButton>

namespace clockface::testing {

struct Window {
    QTemporaryDir folder;
    QString next_file; ///< what the file dialogs answer
    app::Document document{default_shop()};
    app::MainWindow main;

    Window()
        : main(document, seams()) {
        main.show_demo();
        main.show();
        (void)QTest::qWaitForWindowExposed(&main);
    }

    app::Seams seams() {
        app::Seams made;
        made.file_to_open = [this](QWidget*, const QString&, const QString&) { return next_file; };
        made.file_to_save = [this](QWidget*, const QString&, const QString&, const QString&) { return next_file; };
        made.settings_file = folder.filePath("settings.ini");
        made.recovery_folder = folder.filePath("unsaved");
        made.shop_folder = folder.filePath("shops");
        return made;
    }

    template <class W = QWidget> W* find(const QString& name) {
        for (W* each : main.findChildren<W*>(name))
            if (each->isVisible())
                return each;
        return nullptr;
    }
    app::BlankEdit* blank(const QString& name) { return find<app::BlankEdit>(name); }

    /// Types into a blank as a person does: go there, type over, Enter.
    void fill(const QString& name, const QString& text, bool enter = true) {
        app::BlankEdit* edit = blank(name);
        QVERIFY2(edit, qPrintable("no blank " + name));
        edit->setFocus();
        edit->selectAll();
        if (text.isEmpty())
            QTest::keyClick(edit, Qt::Key_Delete);
        type(edit, text);
        if (enter)
            QTest::keyClick(edit, Qt::Key_Return);
    }
    /// Keys where there are keys; other signs come as an input method sends them.
    static void type(QWidget* into, const QString& text) {
        if (std::all_of(text.begin(), text.end(), [](QChar c) { return c.unicode() < 128; }))
            return QTest::keyClicks(into, text);
        QInputMethodEvent event;
        event.setCommitString(text);
        QApplication::sendEvent(into, &event);
    }
    /// Takes a filling of a choice by its text.
    void choose(const QString& name, const QString& filling) {
        auto* choice = find<app::ChoiceBlank>(name);
        QVERIFY2(choice, qPrintable("no choice " + name));
        const auto at = choice->fillings().indexOf(filling);
        QVERIFY2(at >= 0, qPrintable("no filling " + filling));
        choice->list()->actions().at(at)->trigger();
    }
    void click(const QString& name) {
        // What has just come to view has found its place by the time a hand gets there.
        QApplication::sendPostedEvents(nullptr, QEvent::LayoutRequest);
        auto* button = find<QAbstractButton>(name);
        QVERIFY2(button, qPrintable("no button " + name));
        QTest::mouseClick(button, Qt::LeftButton);
    }
    /// Waits for what is worked out beside the window.
    template <class W = QWidget> W* await(const QString& name) {
        (void)QTest::qWaitFor([&] { return find<W>(name) != nullptr; }, 10000);
        return find<W>(name);
    }
    /// The Bench, on another machine than the job's.
    void to_the_bench(const std::string& machine) {
        Job next = job();
        at_hand(next).machine = machine;
        QVERIFY(document.edit("machine", next));
        main.show_stage(app::Stage::Bench);
    }
    /// Done with the card at hand at the Bench: with Space, or where a gate stands on it with its answer.
    void done_at_bench() {
        QWidget* gate = find("benchGate");
        QTest::keyClick(find("bench"), gate ? Qt::Key(gate->property("key").toString()[0].unicode()) : Qt::Key_Space);
    }
    void command(const QString& name) { main.findChild<QAction*>(name)->trigger(); }
    const Job& job() const { return document.settled(); }
};

/// Qt Test's main for windows, with the program's own type; a program in which an event took too long fails.
template <class Test> int run_windows(int argc, char** argv) {
    app::use_own_font_rules();
    WatchedApplication application(argc, argv);
    QCoreApplication::addLibraryPath(QStringLiteral(PLUGIN_FOLDER));
    QApplication::setStyle(QStringLiteral("Fusion"));
    app::load_fonts();
    QApplication::setFont(app::type(11));
    Test test;
    const int failed = QTest::qExec(&test, argc, argv);
    return failed + application.late();
}
#define CLOCKFACE_WINDOW_MAIN(TestClass)                                                                               \
    int main(int argc, char** argv) {                                                                                  \
        return clockface::testing::run_windows<TestClass>(argc, argv);                                                 \
    }

} // namespace clockface::testing
