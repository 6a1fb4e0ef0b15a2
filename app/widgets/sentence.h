// A sentence with live blanks: words, blanks to type into, blanks to choose in, and below them what is wrong or how a
// figure was read. The words are painted by the sentence itself; only its blanks are widgets.
#pragma once

#include "widgets/blank_edit.h"
#include "widgets/choice_blank.h"
#include "widgets/shape.h"

#include <QHash>
#include <QStringList>
#include <QWidget>
#include <functional>
#include <vector>

class QLabel;

namespace clockface::app {

class Sentence : public QWidget {
    Q_OBJECT
public:
    explicit Sentence(QWidget* parent = nullptr);

    /// The whole sentence, or a further clause of it: words, and in braces the names of the blanks that stand between
    /// them ("{count} holes on a circle of {diameter}"). Blanks go to their places in any order; a place whose blank is
    /// never made shows nothing. A number at the end of a blank's name, and what is behind a colon, are not part of it
    /// here. `said` are places that are filled with words and not with blanks.
    void reads(const QString& text, const QHash<QString, QString>& said = {});
    void blank(const QString& name, const QString& what, BlankEdit::Show show, BlankEdit::Try attempt);
    /// A blank with a few possible fillings; `now` gives the index of the present one, `choose` takes another, or says
    /// why it cannot be.
    void choice(const QString& name, const QString& what, const QStringList& fillings, std::function<int()> now,
                std::function<QString(int)> choose);
    /// What can be done with what the sentence speaks of, at its end.
    void ends_with(const QString& name, const QString& words, std::function<void()> then);

    /// From now on nothing is made of what it is told: it is only written down in `heard`, which must outlive it.
    void only_hears(Shape& heard) { m_heard = &heard; }

    /// Shows the job's values in all blanks.
    void refresh();
    /// As it reads now, with what stands in its blanks.
    [[nodiscard]] QString text() const;

    [[nodiscard]] bool hasHeightForWidth() const override { return true; }
    [[nodiscard]] int heightForWidth(int width) const override;
    [[nodiscard]] QSize sizeHint() const override;
    [[nodiscard]] QSize minimumSizeHint() const override;

signals:
    /// A blank was left with Escape.
    void given_up();

protected:
    bool event(QEvent* event) override;
    void changeEvent(QEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    // A word, or the place of a blank.
    struct Part {
        QString word;
        QString place_of; // the blank that belongs here
        QWidget* blank = nullptr;
        bool clings = false;  // what follows without a space never begins a line
        mutable QSize size{}; // kept once it was measured
        QRect place{};
    };
    Shape* m_heard = nullptr;
    std::vector<Part> m_parts;
    std::vector<std::function<void()>> m_refreshers;
    bool m_in_order = true;    // blanks were made in the order they are read in
    QLabel* m_below = nullptr; // made when there is something to say

    void add(QWidget* blank);
    [[nodiscard]] static bool shows(const Part& part);
    void tab_as_read();
    void measure() const;
    void forget_sizes(bool of_words);
    // Places of the parts in a line so wide, with line breaks, and the height they take.
    int arrange(std::vector<Part>& parts, int width) const;
    void lay_out();
    void show_verdict(const QString& fault, const QString& echo);
};

} // namespace clockface::app
