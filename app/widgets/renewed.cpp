#include "widgets/renewed.h"

#include <QApplication>
#include <QVBoxLayout>
#include <QWidget>

namespace clockface::app {

QVBoxLayout* Renewed::begin(int spacing) {
    const QWidget* focus = QApplication::focusWidget();
    m_at_work = focus && m_holder && m_holder->isAncestorOf(focus) ? focus->objectName() : QString();
    if (m_holder) {
        m_place->removeWidget(m_holder);
        m_holder->hide();
        m_holder->deleteLater();
    }
    m_holder = new QWidget;
    auto* box = new QVBoxLayout(m_holder);
    box->setContentsMargins(0, 0, 0, 0);
    box->setSpacing(spacing);
    return box;
}

void Renewed::end() {
    m_place->addWidget(m_holder);
    m_holder->show();
    for (QWidget* child : m_holder->findChildren<QWidget*>())
        child->ensurePolished(); // sizes are asked for at once
    if (auto* again = m_at_work.isEmpty() ? nullptr : m_holder->findChild<QWidget*>(m_at_work))
        again->setFocus();
}

} // namespace clockface::app
