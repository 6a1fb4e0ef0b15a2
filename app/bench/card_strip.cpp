#include "bench/card_strip.h"

#include "look/words.h"

#include <QPainter>
#include <algorithm>

namespace clockface::app {

namespace {

constexpr double indent = 30.0; // of the words, right of the marks
constexpr double between = 7.0; // two lines
constexpr double of_mark = 6.0; // radius
constexpr double peck_gap = 16.0;

// A figure and its unit stay on one line.
QString kept_together(const std::string& words) {
    return q(words).replace(QStringLiteral(" mm"), QStringLiteral("\u00a0mm"));
}

} // namespace

CardStrip::CardStrip(QWidget* parent)
    : QWidget(parent) {
    setObjectName(QStringLiteral("benchCard"));
    hide();
}

void CardStrip::set_look(const Look& look) {
    m_look = &look;
    update();
}

void CardStrip::show_lines(const std::vector<CardLine>& lines, int next) {
    m_lines = lines;
    m_next = next;
    QStringList spoken;
    for (const CardLine& line : lines) {
        QStringList pecks;
        for (const std::string& peck : line.pecks)
            pecks << q(peck);
        spoken << (pecks.empty() ? q(line.words)
                                 : tr("%1 Draw it out at %2.").arg(q(line.words), pecks.join(QStringLiteral(", "))));
    }
    setAccessibleName(spoken.join(QLatin1Char(' ')));
    setVisible(!lines.empty());
    take_height();
    update();
}

double CardStrip::arrange(QPainter* painter) const {
    const QFont plain = type(14), small = type(12);
    const QFontMetricsF metrics(plain), small_metrics(small);
    double y = 0.0;
    const auto first =
        std::find_if(m_lines.begin(), m_lines.end(), [](const CardLine& line) { return line.task >= 0; });
    bool later = first != m_lines.end() && first->task > m_next;
    for (const CardLine& line : m_lines) {
        Stands how = later ? Stands::Later : Stands::Done;
        if (line.task >= 0)
            how = line.task < m_next ? Stands::Done : line.task == m_next ? Stands::AtHand : Stands::Later;
        later = later || how != Stands::Done;
        const QRectF room(indent, y, std::max(40.0, width() - indent), 10000.0);
        const QRectF used = metrics.boundingRect(room, Qt::TextWordWrap, kept_together(line.words));
        if (painter) {
            paint_mark(*painter, {of_mark + 4.0, y + metrics.height() / 2.0}, how);
            painter->setFont(plain);
            painter->setPen(how == Stands::Later ? m_look->bench_quiet : m_look->bench_text);
            painter->drawText(room, Qt::TextWordWrap, kept_together(line.words));
        }
        y += used.height();
        if (!line.pecks.empty()) {
            y += 3.0;
            double x = indent;
            for (std::size_t i = 0; i < line.pecks.size(); ++i) {
                const QString figure = q(line.pecks[i]);
                const double wide = small_metrics.horizontalAdvance(figure) + 12.0;
                if (x > indent && x + wide > width()) {
                    x = indent;
                    y += small_metrics.height() + 8.0;
                }
                if (painter) {
                    const bool last = i + 1 == line.pecks.size();
                    const QRectF box(x, y, wide, small_metrics.height() + 4.0);
                    painter->setFont(small);
                    painter->setBrush(Qt::NoBrush);
                    painter->setPen(QPen(last ? m_look->brass_on_dark : m_look->bench_quiet, last ? 2.0 : 1.2));
                    painter->drawLine(box.bottomLeft(), box.bottomRight());
                    painter->drawText(box, Qt::AlignCenter, figure);
                }
                x += wide + peck_gap;
            }
            y += small_metrics.height() + 6.0;
        }
        y += between;
    }
    return y;
}

void CardStrip::paint_mark(QPainter& painter, QPointF middle, Stands how) const {
    painter.setBrush(how == Stands::Done ? QBrush(m_look->good_on_dark) : QBrush(Qt::NoBrush));
    switch (how) {
    case Stands::Done:
        painter.setPen(QPen(m_look->good_on_dark, 2.0));
        break;
    case Stands::AtHand:
        painter.setPen(QPen(m_look->brass_on_dark, 3.0));
        break;
    case Stands::Later:
        painter.setPen(QPen(m_look->bench_quiet, 1.4));
        break;
    }
    painter.drawEllipse(middle, of_mark, of_mark);
}

void CardStrip::take_height() {
    setFixedHeight(static_cast<int>(arrange(nullptr)) + 2);
}

void CardStrip::resizeEvent(QResizeEvent*) {
    take_height();
}

void CardStrip::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    arrange(&painter);
}

} // namespace clockface::app
