#include "bench/big_figures.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

namespace clockface::app {

namespace {

constexpr int largest = 240;
constexpr int smallest = 30;
constexpr int most_in_one_column = 3;

QFont figure_font(int pixels) {
    QFont font = type(10, true);
    font.setPixelSize(pixels);
    return font;
}

QFont word_font(int pixels) {
    QFont font = type(10);
    font.setPixelSize(std::max(16, pixels / 4));
    return font;
}

} // namespace

BigFigures::BigFigures(QWidget* parent)
    : QWidget(parent) {
    setObjectName(QStringLiteral("bigFigures"));
    setMinimumSize(320, 130);
}

void BigFigures::set_look(const Look& look) {
    m_look = &look;
    update();
}

void BigFigures::set_share(double share) {
    m_share = share;
    take_height();
    update();
}

void BigFigures::show_figures(const std::vector<BigFigure>& figures) {
    m_figures = figures;
    QString spoken;
    for (const BigFigure& figure : figures)
        spoken += QString::fromStdString(figure.caption + " " + figure.value + " " + figure.after + " ");
    setAccessibleName(spoken.simplified());
    take_height();
    update();
}

double BigFigures::digit_height() const {
    return QFontMetricsF(figure_font(best_size())).tightBoundingRect(QStringLiteral("0")).height();
}

QSizeF BigFigures::arrange(int pixels, QPainter* painter) const {
    const QFontMetricsF figure(figure_font(pixels));
    const QFontMetricsF word(word_font(pixels));
    const double line = figure.height() * 0.92;
    // Many figures (a routine's prompts) stand in two columns; few follow each other like words.
    const bool columns = m_figures.size() > most_in_one_column;
    double x = 0.0;
    double y = 0.0;
    QSizeF used;
    // X above Y: the figures stand under each other on the decimal point, whatever their signs are as wide as.
    const bool stacked =
        !columns && m_figures.size() > 1 && std::all_of(m_figures.begin(), m_figures.end(), [&](const BigFigure& f) {
            return f.target && f.after == m_figures.front().after;
        });
    double widest = 0.0;
    if (stacked)
        for (const BigFigure& each : m_figures)
            widest = std::max(widest, figure.horizontalAdvance(QString::fromStdString(each.value)));
    for (std::size_t i = 0; i < m_figures.size(); ++i) {
        const QString caption = QString::fromStdString(m_figures[i].caption);
        const QString value = QString::fromStdString(m_figures[i].value);
        const QString after = QString::fromStdString(m_figures[i].after);
        const double gap = pixels * 0.16;
        const double indent = stacked ? widest - figure.horizontalAdvance(value) : 0.0;
        const double before = (caption.isEmpty() ? 0.0 : word.horizontalAdvance(caption) + gap) + indent;
        const double all =
            before + figure.horizontalAdvance(value) + (after.isEmpty() ? 0.0 : gap + word.horizontalAdvance(after));
        if (columns) {
            x = i % 2 == 0 ? 0.0 : width() / 2.0;
            y = std::floor(static_cast<double>(i) / 2.0) * line;
        } else if (x > 0.0 && (stacked || x + all > width())) {
            x = 0.0;
            y += line;
        }
        if (painter) {
            const double base = y + figure.ascent();
            painter->setPen(m_look->bench_quiet);
            painter->setFont(word_font(pixels));
            painter->drawText(QPointF(x, base), caption);
            painter->drawText(QPointF(x + before + figure.horizontalAdvance(value) + gap, base), after);
            painter->setPen(m_figures[i].target ? m_look->brass_on_dark : m_look->bench_text);
            painter->setFont(figure_font(pixels));
            painter->drawText(QPointF(x + before, base), value);
        }
        // In two columns each entry must leave the other half free.
        used = used.expandedTo(QSizeF(columns ? 2.0 * (all + gap) : x + all, y + line));
        x += all + gap * 1.6;
    }
    return used;
}

int BigFigures::best_size() const {
    const double tallest = m_share * window()->height();
    // The larger, the more room: halved until the largest that fits is left. Every size tried is a font that is loaded.
    int fits = smallest, too_large = largest + 1;
    while (too_large - fits > 2) {
        const int pixels = (fits + too_large) / 2;
        const QSizeF used = arrange(pixels, nullptr);
        (used.width() <= width() && used.height() <= tallest ? fits : too_large) = pixels;
    }
    return fits;
}

void BigFigures::take_height() {
    setFixedHeight(static_cast<int>(arrange(best_size(), nullptr).height()) + 4);
}

void BigFigures::resizeEvent(QResizeEvent*) {
    take_height();
}

void BigFigures::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::TextAntialiasing);
    arrange(best_size(), &painter);
}

} // namespace clockface::app
