// A sentence with live blanks: words, blanks to type into, blanks to choose in, and below them what is wrong or how a
// figure was read.
#pragma once

#include "widgets/blank_edit.h"
#include "widgets/choice_blank.h"

#include <QLabel>
#include <QStringList>
#include <QWidget>
#include <functional>

namespace clockface::app {

class Sentence : public QWidget {
    Q_OBJECT
public:
    explicit Sentence(QWidget* parent = nullptr);

    void words(const QString& text);
    BlankEdit* blank(const QString& name, const QString& what, BlankEdit::Show show, BlankEdit::Try attempt);
    /// A blank with a few possible fillings; `now` gives the index of the present one, `choose` takes another, or says
    /// why it cannot be.
    ChoiceBlank* choice(const QString& name, const QString& what, const QStringList& fillings, std::function<int()> now,
                        std::function<QString(int)> choose);

    /// Shows the job's values in all blanks.
    void refresh();

signals:
    /// A blank was left with Escape.
    void given_up();

protected:
    bool event(QEvent* event) override;

private:
    QWidget* m_line;
    QLabel* m_below;
    QList<BlankEdit*> m_blanks;
    QList<std::function<void()>> m_refreshers;

    void show_verdict(const QString& fault, const QString& echo);
};

} // namespace clockface::app
