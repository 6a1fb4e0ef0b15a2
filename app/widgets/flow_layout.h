// Lays its items out like the words of a line of text, with line breaks. What may grow shares what is left of its line.
#pragma once

#include <QLayout>
#include <QList>

namespace clockface::app {

constexpr int between_lines = 7; // of a sentence with blanks, in pixels

class FlowLayout : public QLayout {
public:
    explicit FlowLayout(QWidget* parent = nullptr)
        : QLayout(parent) {
        setContentsMargins(0, 0, 0, 0);
    }
    ~FlowLayout() override;

    void addItem(QLayoutItem* item) override { m_items.append(item); }
    [[nodiscard]] int count() const override { return static_cast<int>(m_items.size()); }
    [[nodiscard]] QLayoutItem* itemAt(int index) const override { return m_items.value(index); }
    QLayoutItem* takeAt(int index) override { return index >= 0 && index < count() ? m_items.takeAt(index) : nullptr; }
    [[nodiscard]] Qt::Orientations expandingDirections() const override { return {}; }
    [[nodiscard]] bool hasHeightForWidth() const override { return true; }
    [[nodiscard]] int heightForWidth(int width) const override { return arrange(QRect(0, 0, width, 0), false); }
    [[nodiscard]] QSize sizeHint() const override { return {280, heightForWidth(360)}; }
    [[nodiscard]] QSize minimumSize() const override;
    void setGeometry(const QRect& area) override {
        QLayout::setGeometry(area);
        arrange(area, true);
    }

private:
    QList<QLayoutItem*> m_items;

    // Height used; moves the items only when asked to.
    int arrange(const QRect& area, bool move) const;
};

} // namespace clockface::app
