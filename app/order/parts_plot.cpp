#include "order/parts_plot.h"

#include "look/words.h"
#include "measure/figures.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

namespace clockface::app {

PartsPlot::PartsPlot(const Look& look, QWidget* parent)
    : QWidget(parent)
    , m_look(look) {
    setObjectName(QStringLiteral("partsPlot"));
    setMinimumHeight(128);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void PartsPlot::show_parts(const ManyParts& many, Unit unit) {
    m_many = many;
    m_unit = unit;
    setAccessibleName(
        tr("worst hole of %1 parts, the line at %2").arg(many.parts).arg(q(with_unit(many.within, unit))));
    update();
}

void PartsPlot::paintEvent(QPaintEvent*) {
    const auto& worst = m_many.worst_of_part;
    if (worst.empty())
        return;
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QColor ink = m_look.ink;
    // The scale ends at a round figure beyond both the worst part and the line.
    const double most = std::max(worst.back(), m_many.within).in(m_unit)*1.15;
    const double power = std::pow(10.0, std::floor(std::log10(most)));
    const double scale_end = std::ceil(most / power * 2.0) / 2.0 * power;
    constexpr int bars = 30;
    std::vector<int> counts(bars, 0);
    for (const Length each : worst)
        ++counts[static_cast<std::size_t>(std::min(bars - 1, static_cast<int>(each.in(m_unit) / scale_end * bars)))];
    const int tallest = *std::max_element(counts.begin(), counts.end());
    const QRectF area(4.0, 20.0, width() - 8.0, height() - 42.0);
    const auto x_of = [&](double value) { return area.left() + value / scale_end * area.width(); };
    const double line = m_many.within.in(m_unit);
    for (int i = 0; i < bars; ++i) {
        const double high = area.height() * counts[static_cast<std::size_t>(i)] / tallest;
        const QRectF bar(x_of(scale_end * i / bars) + 0.5, area.bottom() - high, area.width() / bars - 1.0, high);
        // Beyond the line a bar is hollow as well as red: colour alone tells nothing.
        const bool out = scale_end * (i + 0.5) / bars > line;
        painter.setPen(out ? QPen(m_look.stop, 1.2) : Qt::NoPen);
        painter.setBrush(out ? QBrush(Qt::NoBrush) : QBrush(m_look.link));
        if (high > 0.0)
            painter.drawRect(bar);
    }
    painter.setPen(QPen(ink, 1.2));
    painter.drawLine(area.bottomLeft(), area.bottomRight());
    painter.setPen(QPen(m_look.brass, 2.0));
    painter.drawLine(QPointF(x_of(line), area.top() - 4.0), QPointF(x_of(line), area.bottom()));
    painter.setFont(type(9));
    painter.setPen(ink);
    const QRectF above(x_of(line) - 90.0, 0.0, 180.0, 16.0);
    QRectF inside = above;
    inside.moveLeft(std::clamp(above.left(), 0.0, std::max(0.0, width() - 180.0)));
    painter.drawText(inside, Qt::AlignCenter, q(with_unit(m_many.within, m_unit)));
    painter.drawText(QRectF(area.left(), area.bottom() + 3.0, 60.0, 16.0), Qt::AlignLeft, QStringLiteral("0"));
    painter.drawText(QRectF(area.right() - 120.0, area.bottom() + 3.0, 120.0, 16.0), Qt::AlignRight,
                     q(with_unit(Length::of(scale_end, m_unit), m_unit)));
    painter.drawText(QRectF(area.left(), area.bottom() + 3.0, area.width(), 16.0), Qt::AlignCenter,
                     tr("worst hole of each part"));
}

} // namespace clockface::app
