#include "order/order_list.h"

#include "look/plain_text.h"

#include <QDragMoveEvent>
#include <QDropEvent>
#include <QKeyEvent>
#include <algorithm>

namespace clockface::app {

OrderList::OrderList(QWidget* parent)
    : QListWidget(parent) {
    setAccessibleName(tr("holes in the order in which they are made; Alt with the arrows moves one"));
    set_tip(this, tr("Drag a hole to another place, or move it with Alt+Up and Alt+Down"));
    setFlow(QListView::LeftToRight);
    setWrapping(true);
    setResizeMode(QListView::Adjust);
    setSpacing(2);
    setDragDropMode(QAbstractItemView::InternalMove);
    setFixedHeight(92);
}

void OrderList::show_order(const QStringList& names) {
    if (names == order())
        return;
    const int row = currentRow();
    clear();
    addItems(names);
    setCurrentRow(std::min(row, count() - 1));
}

QStringList OrderList::order() const {
    QStringList names;
    for (int i = 0; i < count(); ++i)
        names << item(i)->text();
    return names;
}

// Before the hole under the hand; past the last one, at the end.
int OrderList::place_under(const QPointF& at) const {
    const QModelIndex index = indexAt(at.toPoint());
    return index.isValid() ? index.row() : count();
}

QStringList OrderList::moved(int from, int to) const {
    QStringList names = order();
    if (from < 0 || from >= names.size())
        return names;
    const QString hole = names.takeAt(from);
    names.insert(std::clamp(to > from ? to - 1 : to, 0, static_cast<int>(names.size())), hole);
    return names;
}

void OrderList::take(const QStringList& names, int row) {
    show_order(names);
    setCurrentRow(row);
    emit reordered(names);
}

void OrderList::dragMoveEvent(QDragMoveEvent* event) {
    QListWidget::dragMoveEvent(event);
    emit hovered(moved(currentRow(), place_under(event->position())));
    event->acceptProposedAction();
}

void OrderList::dragLeaveEvent(QDragLeaveEvent* event) {
    QListWidget::dragLeaveEvent(event);
    emit hovered(order());
}

void OrderList::dropEvent(QDropEvent* event) {
    const QString hole = currentItem() ? currentItem()->text() : QString();
    const QStringList names = moved(currentRow(), place_under(event->position()));
    event->setDropAction(Qt::IgnoreAction); // the list is filled anew here; the view must take nothing out
    event->accept();
    take(names, static_cast<int>(names.indexOf(hole)));
}

void OrderList::keyPressEvent(QKeyEvent* event) {
    const int row = currentRow();
    const bool back = event->key() == Qt::Key_Up || event->key() == Qt::Key_Left;
    const bool on = event->key() == Qt::Key_Down || event->key() == Qt::Key_Right;
    if (event->modifiers().testFlag(Qt::AltModifier) && (back || on) && row >= 0) {
        const int to = row + (back ? -1 : 1);
        if (to >= 0 && to < count())
            take(moved(row, back ? to : to + 1), to);
        return;
    }
    QListWidget::keyPressEvent(event);
}

} // namespace clockface::app
