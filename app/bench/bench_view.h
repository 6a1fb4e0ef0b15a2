// The Bench: one move at a time over the whole window, driven with one key.
#pragma once

#include "bench/big_figures.h"
#include "bench/device_picture.h"
#include "document/document.h"
#include "look/look.h"
#include "ordering/wording.h"

#include <QWidget>

class QLabel;
class QLineEdit;
class QMenu;
class QPushButton;

namespace clockface::app {

/// How far the list has come, as segments (or one bar when there are too many).
class ProgressStrip : public QWidget {
    Q_OBJECT
public:
    using QWidget::QWidget;
    void set_look(const Look& look);
    void show_progress(int done, int all);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Look* m_look = &Look::day();
    int m_done = 0, m_all = 0;
};

class BenchView : public QWidget {
    Q_OBJECT
public:
    explicit BenchView(Document& document, QWidget* parent = nullptr);
    void set_look(const Look& look);

    /// Done; at the end of a set-up on to the next one, at the end of a piece on to the next.
    void next();
    void back();
    /// From zero again with what is left; at the end everything of the set-up from the beginning.
    void begin_again();
    void toggle_why();
    /// What is done seldom: another hole, piece or set-up, a note, a spoiled hole.
    void show_more();

signals:
    void leave_wanted();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    Document& m_document;
    const Look* m_look = &Look::day();
    bool m_why_shown = false;
    QLabel *m_title, *m_where, *m_heading, *m_direction, *m_note, *m_next_moves, *m_why, *m_safety;
    ProgressStrip* m_progress;
    DevicePicture* m_picture;
    BigFigures* m_figures;
    QPushButton *m_done, *m_back, *m_why_button, *m_again, *m_more;
    QLineEdit* m_note_line;
    enum class LineFor { Note, Mark, ShownBefore };
    LineFor m_line_for = LineFor::Note; ///< what is typed into the line
    ShownBefore m_before;               ///< what the readout shows before the task at hand sets it
    std::optional<Deed> m_before_of;    ///< that task

    void refresh();
    void show_finished();
    void fill_more(QMenu& menu);
    void add_holes(QMenu& menu);
    void begin_line(LineFor what);
    void keep_shown_before(const QString& text);
    [[nodiscard]] std::vector<AxisSet> sets_now() const;
    void keep_line();
    [[nodiscard]] int next_piece() const; // 0: none is left
    [[nodiscard]] Wording wording(const Task& task) const;
    [[nodiscard]] Instruction instruction(const Task& task) const;
    [[nodiscard]] QString next_moves(int shown) const;
    [[nodiscard]] QString near_enough(const Task& task) const;
    [[nodiscard]] QString setup_line() const;
    [[nodiscard]] QString place_in_list() const;
};

} // namespace clockface::app
