// Practice: the Bench with a mill of its own in place of the picture. It works on a copy of the job; nothing that is
// done here is written on a piece.
#pragma once

#include "bench/bench_view.h"
#include "practice/practice_machine.h"
#include "pseudo_terminal.h"
#include "shell/seams.h"

#include <QElapsedTimer>
#include <QTimer>
#include <QWidget>

class QLabel;
class QPushButton;

namespace clockface::app {

class PracticeView : public QWidget {
    Q_OBJECT
public:
    /// Of the set-up at hand. Nothing of the document is changed or followed from then on.
    PracticeView(const Document& document, Seams seams, QWidget* parent = nullptr);
    void set_look(const Look& look);
    [[nodiscard]] const Practice& practice() const { return *m_practice; }
    [[nodiscard]] const Document& document() const { return m_own; }
    /// Keeps what came of it so far in a file that is asked for.
    void keep_result();

signals:
    void leave_wanted();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    PseudoTerminal m_terminal; // of a readout: its figures come over a line here too
    Document m_own;
    Seams m_seams;
    std::unique_ptr<Practice> m_practice;
    BenchView* m_bench;
    PracticeMachine* m_machine;
    QLabel* m_result;
    QElapsedTimer m_since;
    QTimer m_sends;

    void show_result();
    void send_figures();
};

} // namespace clockface::app
