#include "widgets/flow_layout.h"

#include <QWidget>
#include <algorithm>

namespace clockface::app {

namespace {

constexpr int between_items = 5;
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
            for (const auto& [item, place] : on_line) // what stands in one line shares its middle
                item->setGeometry(place.translated(0, (line - place.height()) / 2));
        on_line.clear();
    };
    for (QLayoutItem* item : m_items) {
        if (item->isEmpty())
            continue;
        const QSize size = item->sizeHint().boundedTo(QSize(area.width(), QWIDGETSIZE_MAX));
        if (x > area.x() && x + size.width() > area.right() + 1) {
            end_line();
            x = area.x();
            y += line + between_lines;
            line = 0;
        }
        on_line.append({item, QRect(QPoint(x, y), size)});
        x += size.width() + between_items;
        line = std::max(line, size.height());
    }
    end_line();
    return y + line - area.y();
}

} // namespace clockface::app
