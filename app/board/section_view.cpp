#include "board/section_view.h"

namespace clockface::app {

SectionView::SectionView(Document& document, Selection& selection, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_selection(selection)
    , m_look(&Look::day()) {
    setMinimumHeight(230);
    connect(&document, &Document::changed, this, &SectionView::follow_if_seen);
    connect(&selection, &Selection::changed, this, &SectionView::follow_if_seen);
}

void SectionView::set_look(const Look& look) {
    m_look = &look;
    update();
}

void SectionView::showEvent(QShowEvent* event) {
    follow_if_seen();
    QWidget::showEvent(event);
}

void SectionView::follow_if_seen() {
    if (!isVisible())
        return;
    follow();
    update();
}

int chosen_hole(const Document& document, const Selection& selection) {
    const auto& holes = document.plan().holes;
    int first = holes.empty() ? -1 : 0;
    bool of_pattern = false;
    for (int i = 0; i < static_cast<int>(holes.size()); ++i) {
        const Hole& hole = holes[static_cast<std::size_t>(i)];
        if (hole.name == selection.hole())
            return i;
        if (!of_pattern && document.job().patterns[hole.pattern].name == selection.pattern()) {
            first = i;
            of_pattern = true;
        }
    }
    return first;
}

} // namespace clockface::app
