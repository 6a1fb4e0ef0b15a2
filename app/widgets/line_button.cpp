#include "widgets/line_button.h"

#include "look/plain_text.h"

#include <QStyleOptionButton>
#include <QStylePainter>

namespace clockface::app {

namespace {

constexpr int side = 9, above = 4, icon_gap = 7;
constexpr int flags = Qt::AlignLeft | Qt::AlignVCenter | Qt::TextWordWrap;

} // namespace

LineButton::LineButton(const QString& words, QWidget* parent)
    : LineButton(QIcon(), words, parent) {}

LineButton::LineButton(const QIcon& icon, const QString& words, QWidget* parent)
    : QPushButton(icon, button_text(words), parent) {
    setProperty("line", true);
    QSizePolicy policy(QSizePolicy::Ignored, QSizePolicy::Minimum);
    policy.setHeightForWidth(true);
    setSizePolicy(policy);
}

QString LineButton::words() const {
    return without_marks(text());
}

void LineButton::set_words(const QString& words) {
    setText(button_text(words));
}

// As the style sheet has it: the one that is chosen is bold.
QFont LineButton::words_font(bool chosen) const {
    QFont made = font();
    made.setBold(chosen);
    return made;
}

QRect LineButton::words_in(const QRect& whole) const {
    const int left = side + (icon().isNull() ? 0 : iconSize().width() + icon_gap);
    return whole.adjusted(left, above, -side, -above);
}

int LineButton::heightForWidth(int width) const {
    const QRect room = words_in(QRect(0, 0, width, 10'000));
    const int words_high = QFontMetrics(words_font(isCheckable())).boundingRect(room, flags, words()).height();
    return std::max(words_high, icon().isNull() ? 0 : iconSize().height()) + 2 * above;
}

QSize LineButton::sizeHint() const {
    constexpr int usual_width = 320;
    return {usual_width, heightForWidth(width() > side * 4 ? width() : usual_width)};
}

QSize LineButton::minimumSizeHint() const {
    return {80, QFontMetrics(font()).height() + 2 * above};
}

void LineButton::paintEvent(QPaintEvent*) {
    QStylePainter painter(this);
    QStyleOptionButton option;
    initStyleOption(&option);
    option.text.clear();
    option.icon = QIcon();
    painter.drawControl(QStyle::CE_PushButton, option);
    const QRect room = words_in(rect());
    if (!icon().isNull())
        icon().paint(&painter, QRect(QPoint(side, (height() - iconSize().height()) / 2), iconSize()));
    painter.setFont(words_font(isChecked()));
    painter.setPen(palette().color(isEnabled() ? QPalette::Active : QPalette::Disabled, QPalette::ButtonText));
    painter.drawText(room, flags, words());
}

} // namespace clockface::app
