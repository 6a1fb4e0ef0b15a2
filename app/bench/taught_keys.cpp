#include "bench/taught_keys.h"

#include <QCoreApplication>
#include <QSettings>
#include <algorithm>
#include <chrono>
#include <limits>

namespace clockface::app {

namespace {

constexpr qint64 trembling = 500; // milliseconds

// A key of the number pad is another than its like above the letters.
int code_of(const QKeyEvent& event) {
    return event.key() | static_cast<int>(event.modifiers() & Qt::KeypadModifier);
}

QString setting(TaughtKeys::Means means) {
    return means == TaughtKeys::Means::Done ? QStringLiteral("bench_keys/done") : QStringLiteral("bench_keys/back");
}

// What the Bench and its gates know already, and the letters, which it may come to know.
bool has_a_meaning(int key) {
    static const int known[] = {Qt::Key_Space,  Qt::Key_Backspace, Qt::Key_Left,    Qt::Key_Right,  Qt::Key_Home,
                                Qt::Key_Escape, Qt::Key_Tab,       Qt::Key_Backtab, Qt::Key_Return, Qt::Key_Menu};
    return (key >= Qt::Key_A && key <= Qt::Key_Z) ||
           std::find(std::begin(known), std::end(known), key) != std::end(known);
}

} // namespace

TaughtKeys::TaughtKeys()
    : m_clock([] {
        using namespace std::chrono;
        return static_cast<qint64>(duration_cast<milliseconds>(steady_clock::now().time_since_epoch()).count());
    })
    , m_last(std::numeric_limits<qint64>::min() / 2) {}

void TaughtKeys::keep_in(QSettings& settings) {
    m_settings = &settings;
    for (const Means means : {Means::Done, Means::Back})
        if (const int key = settings.value(setting(means), 0).toInt(); key != 0)
            m_keys[means] = key;
}

TaughtKeys::Means TaughtKeys::meaning_of(const QKeyEvent& event) const {
    for (const auto& [means, key] : m_keys)
        if (key == code_of(event))
            return means;
    return Means::Nothing;
}

QString TaughtKeys::teach(const QKeyEvent& event, Means means) {
    if (has_a_meaning(event.key()))
        return QCoreApplication::translate("TaughtKeys",
                                           "That key means something at the Bench already. Another would do: a page "
                                           "key, a function key, one of the number pad.");
    for (auto& [other, key] : m_keys)
        if (other != means && key == code_of(event))
            return QCoreApplication::translate("TaughtKeys",
                                               "That key was taught to mean the other of the two. Press another.");
    m_keys[means] = code_of(event);
    if (m_settings)
        m_settings->setValue(setting(means), code_of(event));
    return {};
}

bool TaughtKeys::counts() {
    const qint64 now = m_clock();
    const bool steady = now - m_last >= trembling;
    m_last = now;
    return steady;
}

} // namespace clockface::app
