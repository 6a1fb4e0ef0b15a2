// Keys of a page turner, a pedal or a number pad that were taught to mean done or back.
#pragma once

#include <QKeyEvent>
#include <QString>
#include <functional>
#include <map>

class QSettings;

namespace clockface::app {

class TaughtKeys {
public:
    enum class Means { Nothing, Done, Back };

    TaughtKeys();
    /// What is taught is kept there. It must outlive this.
    void keep_in(QSettings& settings);
    /// Milliseconds of some steady clock.
    void set_clock(std::function<qint64()> clock) { m_clock = std::move(clock); }

    [[nodiscard]] Means meaning_of(const QKeyEvent& event) const;
    /// From now on that key means so, and no other does. Why not, where it means something already; else empty.
    QString teach(const QKeyEvent& event, Means means);
    /// Whether this press counts: one within half a second of the last is a foot or a knuckle that trembles.
    bool counts();

private:
    std::map<Means, int> m_keys;
    QSettings* m_settings = nullptr;
    std::function<qint64()> m_clock;
    qint64 m_last;
};

} // namespace clockface::app
