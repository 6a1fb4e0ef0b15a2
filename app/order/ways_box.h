// The choice people argue about, as two ranked lists: how to stand over the axis of a bar, and how to bring it to the
// angle of the chosen hole. Any of them can be taken.
#pragma once

#include "document/document.h"
#include "document/selection.h"
#include "layout/ranked_ways.h"
#include "widgets/job_blanks.h"
#include "widgets/line_button.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>
#include <QWidget>

namespace clockface::app {

class WaysBox : public QWidget {
    Q_OBJECT
public:
    WaysBox(Document& document, Selection& selection, JobBlanks& blanks, QWidget* parent = nullptr);

    /// Shows the ways for the job as it stands; nothing for flat work.
    void refresh();

private:
    struct List {
        QLabel* title = nullptr;
        QVBoxLayout* lines = nullptr;
        QList<LineButton*> buttons;
        QLabel* words = nullptr; ///< of the way that is taken: reason and figures
        QPushButton* more = nullptr;
        QLabel* rest = nullptr; ///< its steps, and what cannot be done here
    };
    Document& m_document;
    Selection& m_selection;
    Sentence* m_within;
    List m_top, m_angle;

    List make_list(QVBoxLayout* box, const QString& name);
    template <class Kind>
    void show_ways(List& list, const QString& title, const Ranked<Kind>& ranked, const std::function<void(Kind)>& take);
    [[nodiscard]] const Hole* chosen_hole() const;
};

} // namespace clockface::app
