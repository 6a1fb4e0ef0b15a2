// The job card at the right: what a stage has to say, in sentences.
#pragma once

#include "document/document.h"
#include "document/selection.h"
#include "widgets/card.h"
#include "widgets/job_blanks.h"
#include "widgets/wrapping.h"

#include <QScrollArea>
#include <QVBoxLayout>
#include <QWidget>

class QLabel;
class QPushButton;
class QToolButton;

namespace clockface::app {

class Slip : public QWidget {
    Q_OBJECT
public:
    Slip(Document& document, Selection& selection, QWidget* parent = nullptr);

protected:
    /// Shows the job's present values; called after every change while the slip can be seen, and when it comes to view.
    virtual void refresh() = 0;
    void showEvent(QShowEvent* event) override;

    Document& document() { return m_document; }
    [[nodiscard]] const Document& document() const { return m_document; }
    [[nodiscard]] Selection& selection() const { return m_selection; }
    JobBlanks& blanks() { return m_blanks; }
    QVBoxLayout* body() { return m_body; }

    /// A part of the slip that stands in `place`; leaving one of its blanks with Escape drops what was being tried.
    Card card(QVBoxLayout* place, int spacing, Card::Says says);
    /// A sentence that belongs to the slip; leaving one of its blanks with Escape drops what was being tried.
    Sentence* sentence(QWidget* parent = nullptr);
    /// A row of tabs, each an object name and its word, as short as can be: four stand side by side at the narrowest
    /// window.
    QList<QToolButton*> add_tabs(const QList<std::pair<QString, QString>>& tabs,
                                 const std::function<void(int)>& chosen);

private:
    Document& m_document;
    Selection& m_selection;
    JobBlanks m_blanks;
    QVBoxLayout* m_body;
};

} // namespace clockface::app
