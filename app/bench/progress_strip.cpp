#include "bench/progress_strip.h"

#include <QPainter>
#include <algorithm>

namespace clockface::app {

namespace {

constexpr int most_segments = 120;

} // namespace

void ProgressStrip::set_look(const Look& look) {
    m_look = &look;
    update();
}

void ProgressStrip::show_progress(int done, int all) {
    m_done = done;
    m_all = all;
    setAccessibleName(tr("%1 of %2 moves done").arg(done).arg(all));
    update();
}

void ProgressStrip::paintEvent(QPaintEvent*) {
    if (m_all <= 0)
        return;
    QPainter painter(this);
    const int segments = std::min(m_all, most_segments);
    const double step = static_cast<double>(width()) / segments;
    for (int i = 0; i < segments; ++i) {
        const int move = i * m_all / segments;
        const int after = (i + 1) * m_all / segments;
        QColor colour = m_look->board;
        if (after <= m_done)
            colour = m_look->good_on_dark;
        else if (move <= m_done)
            colour = m_look->brass_on_dark;
        painter.fillRect(QRectF(i * step, 0, std::max(1.0, step - 3.0), height()), colour);
    }
}

} // namespace clockface::app
