// A button as wide as its place whose words go on to further lines instead of being cut off.
#pragma once

#include <QPushButton>

namespace clockface::app {

class LineButton : public QPushButton {
    Q_OBJECT
public:
    explicit LineButton(const QString& words = {}, QWidget* parent = nullptr);
    LineButton(const QIcon& icon, const QString& words, QWidget* parent = nullptr);

    void set_words(const QString& words);
    [[nodiscard]] QString words() const;
    [[nodiscard]] bool hasHeightForWidth() const override { return true; }
    [[nodiscard]] int heightForWidth(int width) const override;
    [[nodiscard]] QSize sizeHint() const override;
    [[nodiscard]] QSize minimumSizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    [[nodiscard]] QRect words_in(const QRect& whole) const;
    [[nodiscard]] QFont words_font(bool chosen) const;
};

} // namespace clockface::app
