#include "widgets/flow_layout.h"

#include <QWidget>
#include <algorithm>

namespace clockface::app {

namespace {

constexpr int between_words = 5;
constexpr int between_lines = 7;

} // namespace

FlowLayout::~FlowLayout() {
    qDeleteAll(m_items);
}

QSize FlowLayout::minimumSize() const {
    int width = 0;
    for (const QLayoutItem* item : m_items)
        width = std::max(width, item->minimumSize().width());
    return {width, 20};
}

int FlowLayout::arrange(const QRect& area, bool move) const {
    int x = area.x();
    int y = area.y();
    int line = 0;
    QList<std::pair<QLayoutItem*, QRect>> on_line;
    const auto end_line = [&] {
        if (move)
            for (const auto& [item, place] : on_line) // words and blanks of one line share their middle
                item->setGeometry(place.translated(0, (line - place.height()) / 2));
        on_line.clear();
    };
    const auto clinging = [](const QLayoutItem* item) {
        return item->widget() && item->widget()->property("clings").toBool();
    };
    for (int i = 0; i < m_items.size(); ++i) {
        QLayoutItem* item = m_items[i];
        if (item->isEmpty())
            continue;
        const QSize size = item->sizeHint().boundedTo(QSize(area.width(), QWIDGETSIZE_MAX));
        // A comma or full stop never begins a line: it clings to the word before it.
        const bool clings = clinging(item);
        const bool followed = i + 1 < m_items.size() && clinging(m_items[i + 1]);
        const int needed = size.width() + (followed ? m_items[i + 1]->sizeHint().width() + 1 : 0);
        if (clings && x > area.x())
            x -= between_words - 1;
        if (x > area.x() && x + needed > area.right() + 1 && !clings) {
            end_line();
            x = area.x();
            y += line + between_lines;
            line = 0;
        }
        on_line.append({item, QRect(QPoint(x, y), size)});
        x += size.width() + between_words;
        line = std::max(line, size.height());
    }
    end_line();
    return y + line - area.y();
}

} // namespace clockface::app
