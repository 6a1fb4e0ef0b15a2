// The strips above and below: the gravest finding, and messages that need no dialog.
#pragma once

#include "document/document.h"
#include "look/look.h"

#include <QWidget>
#include <functional>
#include <vector>

class QLabel;
class QPushButton;

namespace clockface::app {

/// Bottom: the most serious finding in one sentence, how many more, and where.
class FindingsStrip : public QWidget {
    Q_OBJECT
public:
    explicit FindingsStrip(Document& document, QWidget* parent = nullptr);
    void set_look(const Look& look);

signals:
    void show_wanted(const std::vector<int>& holes);

private:
    Document& m_document;
    const Look* m_look = &Look::day();
    QLabel* m_icon;
    QLabel* m_sentence;
    QPushButton* m_next;
    QPushButton* m_show;
    int m_at = 0; // which finding is shown

    void refresh();
};

/// Top: something to tell, with up to two answers; goes away when one is given.
class NoticeStrip : public QWidget {
    Q_OBJECT
public:
    explicit NoticeStrip(QWidget* parent = nullptr);

    struct Answer {
        QString text;
        std::function<void()> act;
    };
    enum Stays { UntilAnswered, OfThisJob, UntilDone };
    /// Shows a message instead of the one before; the last answer is the quiet one.
    void tell(const QString& text, std::vector<Answer> answers = {}, Stays stays = UntilAnswered);
    /// Takes a message away that has lost its sense.
    void drop(Stays which);
    [[nodiscard]] QString text() const;

private:
    QLabel* m_text;
    QPushButton* m_first;
    QPushButton* m_second;
    std::vector<Answer> m_answers;
    Stays m_stays = UntilAnswered;

    void answer(std::size_t which);
};

} // namespace clockface::app
