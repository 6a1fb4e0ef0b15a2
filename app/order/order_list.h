// The holes in the order in which they are made, to be dragged (or moved with Alt and the arrows) into another; while
// one is dragged, what the order under the hand would cost is said.
#pragma once

#include <QListWidget>

namespace clockface::app {

class OrderList : public QListWidget {
    Q_OBJECT
public:
    explicit OrderList(QWidget* parent = nullptr);

    void show_order(const QStringList& names);
    [[nodiscard]] QStringList order() const;

signals:
    /// The order as it would be if the dragged hole were let go here.
    void hovered(const QStringList& names);
    /// Let go: this is the order now.
    void reordered(const QStringList& names);

protected:
    void dragMoveEvent(QDragMoveEvent* event) override;
    void dragLeaveEvent(QDragLeaveEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    [[nodiscard]] QStringList moved(int from, int to) const;
    [[nodiscard]] int place_under(const QPointF& at) const;
    void take(const QStringList& names, int row);
};

} // namespace clockface::app
