// What stands under the board in a stage: something in section, to scale, that follows the job and the chosen hole.
#pragma once

#include "document/document.h"
#include "document/selection.h"
#include "look/look.h"

#include <QWidget>

namespace clockface::app {

class SectionView : public QWidget {
    Q_OBJECT
public:
    SectionView(Document& document, Selection& selection, QWidget* parent = nullptr);
    void set_look(const Look& look);

protected:
    Document& m_document;
    Selection& m_selection;
    const Look* m_look;

    /// Works out what is shown; called after every change while it can be seen, and when it comes to view.
    virtual void follow() = 0;
    void showEvent(QShowEvent* event) override;

private:
    void follow_if_seen();
};

/// Index of the hole that is chosen, or of the first of the chosen pattern, or of all; -1 when there is none.
int chosen_hole(const Document& document, const Selection& selection);

} // namespace clockface::app
