// While the Bench is seen the screen does not go dark: hands on wheels touch neither mouse nor key for minutes.
#pragma once

#include <QDBusConnection>
#include <QObject>
#include <optional>

namespace clockface::app {

/// Asks the desktop over the usual interface (org.freedesktop.ScreenSaver). Where there is no such desktop nothing
/// happens.
class StayAwake : public QObject {
    Q_OBJECT
public:
    explicit StayAwake(QObject* parent = nullptr);
    ~StayAwake() override;
    /// A seam for tests: another bus than that of the session.
    void use(const QDBusConnection& bus) { m_bus = bus; }

    void begin();
    void end();

private:
    std::optional<QDBusConnection> m_bus; ///< nothing: the session's, when first wanted
    std::optional<uint> m_cookie;         ///< of what was asked for
    bool m_wanted = false;

    [[nodiscard]] bool connected();
    void give_back(uint cookie);
};

} // namespace clockface::app
