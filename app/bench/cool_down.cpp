#include "bench/cool_down.h"

#include <QSettings>
#include <algorithm>

namespace clockface::app {

namespace {

const QString rest_key = QStringLiteral("bench/drill_rests");
constexpr int most = 600;

} // namespace

CoolDown::CoolDown(QWidget* parent)
    : QLabel(parent) {
    setObjectName(QStringLiteral("benchCools"));
    setTextFormat(Qt::PlainText);
    hide();
    constexpr int a_second = 1000;
    m_second.setInterval(a_second);
    connect(&m_second, &QTimer::timeout, this, [this] {
        --m_left;
        show_left();
    });
}

int CoolDown::seconds() const {
    return m_settings ? std::clamp(m_settings->value(rest_key, 0).toInt(), 0, most) : 0;
}

void CoolDown::set_seconds(int seconds) {
    if (m_settings)
        m_settings->setValue(rest_key, std::clamp(seconds, 0, most));
    m_left = 0;
    show_left();
}

void CoolDown::begin() {
    m_left = seconds();
    show_left();
}

void CoolDown::show_left() {
    setText(tr("The drill cools: %1 s left").arg(m_left));
    setVisible(m_left > 0);
    if (m_left <= 0)
        m_second.stop();
    else if (!m_second.isActive())
        m_second.start();
}

} // namespace clockface::app
