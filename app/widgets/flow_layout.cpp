#include "widgets/flow_layout.h"

#include <QWidget>
#include <algorithm>

namespace clockface::app {

namespace {

constexpr int between_items = 5;

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
        const auto grows = [](const QLayoutItem& item) { return item.expandingDirections().testFlag(Qt::Horizontal); };
        int growing = static_cast<int>(
            std::count_if(on_line.begin(), on_line.end(), [&](const auto& each) { return grows(*each.first); }));
        int left = area.right() + 1 - (x - between_items), shift = 0;
        for (auto& [item, place] : on_line) {
            place.translate(shift, (line - place.height()) / 2); // what stands in one line shares its middle
            if (grows(*item)) {
                const int more = left / growing--;
                place.setWidth(place.width() + more);
                shift += more;
                left -= more;
            }
            if (move)
                item->setGeometry(place);
        }
        on_line.clear();
    };
    for (QLayoutItem* item : m_items) {
        if (item->isEmpty())
            continue;
        QSize size = item->sizeHint();
        if (size.width() > area.width())
            size = {area.width(), item->hasHeightForWidth() ? item->heightForWidth(area.width()) : size.height()};
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
