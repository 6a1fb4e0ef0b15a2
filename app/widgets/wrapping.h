// A button of a few words that goes on below where its place is narrower than they are.
#pragma once

#include "look/plain_text.h"

#include <QFontMetrics>
#include <QPushButton>
#include <QStyleOptionButton>
#include <QStyleOptionToolButton>
#include <QStylePainter>
#include <QToolButton>
#include <algorithm>
#include <type_traits>

namespace clockface::app {

template <class Button> class Wrapping : public Button {
public:
    using Button::Button;

    [[nodiscard]] bool hasHeightForWidth() const override { return true; }
    [[nodiscard]] int heightForWidth(int width) const override {
        const QSize whole = this->sizeHint();
        if (width >= whole.width())
            return whole.height();
        const QFontMetrics metrics = this->fontMetrics();
        const QRect room(0, 0, std::max(1, width - beside_words()), 10'000);
        return metrics.boundingRect(room, flags, words()).height() + whole.height() - metrics.height();
    }
    [[nodiscard]] QSize minimumSizeHint() const override {
        const QSize whole = Button::minimumSizeHint();
        constexpr int least = 120; // in pixels: a long word
        return {std::min(whole.width(), least), whole.height()};
    }

protected:
    void paintEvent(QPaintEvent* event) override {
        if (this->width() >= this->sizeHint().width()) {
            Button::paintEvent(event);
            return;
        }
        QStylePainter painter(this);
        using Option =
            std::conditional_t<std::is_base_of_v<QToolButton, Button>, QStyleOptionToolButton, QStyleOptionButton>;
        Option option;
        this->initStyleOption(&option);
        option.text.clear();
        if constexpr (std::is_base_of_v<QToolButton, Button>)
            painter.drawComplexControl(QStyle::CC_ToolButton, option);
        else
            painter.drawControl(QStyle::CE_PushButton, option);
        painter.setPen(
            this->palette().color(this->isEnabled() ? QPalette::Active : QPalette::Disabled, QPalette::ButtonText));
        const int side = beside_words() / 2;
        painter.drawText(this->rect().adjusted(side, 0, -side, 0), flags, words());
    }

private:
    static constexpr int flags = Qt::AlignLeft | Qt::AlignVCenter | Qt::TextWordWrap;

    [[nodiscard]] QString words() const { return without_marks(this->text()); }
    // Frame and padding, left and right together.
    [[nodiscard]] int beside_words() const {
        return this->sizeHint().width() - this->fontMetrics().horizontalAdvance(words());
    }
};

/// A few words that lead on, as the style sheet shows them.
QPushButton* link_button(const QString& name, const QString& text);

} // namespace clockface::app
