#include "widgets/blank_edit.h"

#include "look/plain_text.h"

#include <QFocusEvent>
#include <QKeyEvent>
#include <QStyle>
#include <QTimer>

namespace clockface::app {

BlankEdit::BlankEdit(const QString& name, const QString& what, Show show, Try attempt, QWidget* parent)
    : QLineEdit(parent)
    , m_show(std::move(show))
    , m_try(std::move(attempt)) {
    setObjectName(name);
    setAccessibleName(what);
    set_tip(this, what + tr(" – type a new one; Enter keeps it, Escape brings the old one back"));
    setSizePolicy(QSizePolicy::Fixed, QSizePolicy::Fixed);
    connect(this, &QLineEdit::textChanged, this, &QWidget::updateGeometry);
    connect(this, &QLineEdit::textEdited, this, &BlankEdit::type);
    refresh();
}

void BlankEdit::refresh() {
    if (m_unsettled)
        return;
    const QString now = m_show();
    if (text() == now)
        return;
    setText(now);
    if (hasFocus())
        selectAll();
}

QSize BlankEdit::sizeHint() const {
    const QFontMetrics metrics(font());
    const int width = metrics.horizontalAdvance(text().isEmpty() ? QStringLiteral("00") : text()) + 8;
    return {width, metrics.height() + 4};
}

void BlankEdit::type(const QString& text) {
    m_unsettled = true;
    tell(m_try(text, false));
}

void BlankEdit::settle() {
    if (!m_unsettled)
        return;
    const Tried verdict = m_try(text(), true);
    tell(verdict);
    if (!verdict.fault.isEmpty())
        return; // the typed text stays, and can still be mended
    m_unsettled = false;
    refresh();
}

void BlankEdit::tell(const Tried& found) {
    const bool was = !m_fault.isEmpty();
    m_fault = found.fault;
    if (was != !m_fault.isEmpty()) {
        setProperty("fault", !m_fault.isEmpty());
        style()->unpolish(this);
        style()->polish(this);
    }
    setAccessibleDescription(m_fault);
    emit verdict(found.fault, found.echo);
}

bool BlankEdit::event(QEvent* event) {
    // Undo and redo belong to the job, except while something is being typed here.
    if (event->type() == QEvent::ShortcutOverride && !m_unsettled) {
        auto* key = static_cast<QKeyEvent*>(event);
        if (key->matches(QKeySequence::Undo) || key->matches(QKeySequence::Redo)) {
            event->ignore();
            return false;
        }
    }
    return QLineEdit::event(event);
}

void BlankEdit::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        settle();
        if (!m_unsettled)
            selectAll();
        event->accept();
    } else if (event->key() == Qt::Key_Escape && m_unsettled) {
        m_unsettled = false;
        emit given_up();
        tell({});
        refresh();
        selectAll();
        event->accept();
    } else {
        QLineEdit::keyPressEvent(event);
    }
}

void BlankEdit::focusInEvent(QFocusEvent* event) {
    QLineEdit::focusInEvent(event);
    if (m_unsettled)
        emit verdict(m_fault, {});
    else
        QTimer::singleShot(0, this, &QLineEdit::selectAll); // after the click that gave the focus has placed its cursor
}

void BlankEdit::focusOutEvent(QFocusEvent* event) {
    if (event->reason() != Qt::PopupFocusReason && event->reason() != Qt::ActiveWindowFocusReason)
        settle();
    QLineEdit::focusOutEvent(event);
}

} // namespace clockface::app
