#include "bench/live_strip.h"

#include "look/words.h"
#include "measure/figures.h"
#include "words/say.h"

#include <QPainter>

namespace clockface::app {

namespace {

// Two rows and three lines of words; smaller where the window is low, and where nothing is wanted of the slides.
constexpr int row_height = 58, sentence_height = 66, small_row = 40, low_window = 760;
constexpr double figure_of_row = 0.86;

} // namespace

LiveStrip::LiveStrip(QWidget* parent)
    : QWidget(parent) {
    setObjectName(QStringLiteral("benchLive"));
    hide();
}

void LiveStrip::set_look(const Look& look) {
    m_look = &look;
    update();
}

void LiveStrip::show_live(const LiveBench& live) {
    setVisible(live.talks());
    if (!live.talks())
        return;
    const Followed now = live.followed();
    m_known = live.shown().has_value();
    m_sentence = live.sentence();
    m_warns = live.warns();
    m_good = now.at == AtPlace::There && !m_warns;
    const auto& wanted = live.wanted();
    m_row_height = wanted && window()->height() >= low_window ? row_height : small_row;
    // Two axes side by side where they are only told.
    m_side_by_side = !wanted;
    setFixedHeight((m_side_by_side ? 1 : 2) * m_row_height + (m_sentence.isEmpty() && !wanted ? 0 : sentence_height));
    const auto row = [&](const QString& axis, Length shown, Length to_go, Length off) {
        // Where nothing is wanted, what it shows; otherwise how far it is still.
        if (!wanted)
            return Row{axis, q(column_figure(shown, live.unit(), Sign::WhenNegative)), {}, false};
        const bool there = abs(to_go) <= off;
        const QString way = to_go > Length{} ? tr("to go, figures rising") : tr("to go, figures falling");
        return Row{axis, q(column_figure(to_go, live.unit(), Sign::Always)), there ? tr("there") : way, there};
    };
    m_rows = {row(QStringLiteral("X"), now.shown.x, now.to_go.x, wanted ? wanted->off_x : Length{}),
              row(QStringLiteral("Y"), now.shown.y, now.to_go.y, wanted ? wanted->off_y : Length{})};
    QString spoken = m_known
                         ? tr("X %1 %2, Y %3 %4.").arg(m_rows[0].figure, m_rows[0].way, m_rows[1].figure, m_rows[1].way)
                         : tr("The readout shows nothing yet.");
    setAccessibleName(spoken + QLatin1Char(' ') + m_sentence);
    update();
}

void LiveStrip::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    QFont large = type(10, true);
    large.setPixelSize(static_cast<int>(m_row_height * figure_of_row));
    const QFont small = type(13);
    const QFontMetricsF figures(large);
    const double figure_right = 40.0 + figures.horizontalAdvance(QStringLiteral("+0000.000"));
    for (std::size_t i = 0; i < m_rows.size(); ++i) {
        const double left = m_side_by_side && i == 1 ? figure_right + 30.0 : 0.0;
        const QRectF line(left, m_side_by_side ? 0.0 : static_cast<double>(i) * m_row_height, width() - left,
                          m_row_height);
        painter.setPen(m_look->bench_quiet);
        painter.setFont(small);
        painter.drawText(line.adjusted(4, 0, 0, 0), Qt::AlignVCenter | Qt::AlignLeft, m_rows[i].axis);
        painter.setFont(large);
        painter.setPen(m_rows[i].there ? m_look->good_on_dark : m_look->bench_text);
        painter.drawText(QRectF(left + 30, line.top(), figure_right - 30, m_row_height),
                         Qt::AlignVCenter | Qt::AlignRight, m_known ? m_rows[i].figure : QStringLiteral("–"));
        if (!m_known || m_rows[i].way.isEmpty())
            continue;
        painter.setFont(small);
        painter.setPen(m_rows[i].there ? m_look->good_on_dark : m_look->bench_quiet);
        painter.drawText(QRectF(figure_right + 16, line.top(), width() - figure_right - 16, m_row_height),
                         Qt::AlignVCenter | Qt::AlignLeft, m_rows[i].way);
    }
    if (m_sentence.isEmpty())
        return;
    painter.setFont(type(13, m_warns));
    painter.setPen(m_warns ? m_look->stop_on_dark : m_good ? m_look->good_on_dark : m_look->brass_on_dark);
    painter.drawText(QRectF(4, height() - sentence_height, width() - 4, sentence_height),
                     Qt::TextWordWrap | Qt::AlignVCenter, m_warns ? QStringLiteral("▲ ") + m_sentence : m_sentence);
}

} // namespace clockface::app
