#include "bench/stay_awake.h"

#include <QCoreApplication>
#include <QDBusMessage>
#include <QDBusPendingCallWatcher>
#include <QDBusPendingReply>

namespace clockface::app {

namespace {

QDBusMessage call(const QString& method) {
    return QDBusMessage::createMethodCall(QStringLiteral("org.freedesktop.ScreenSaver"),
                                          QStringLiteral("/org/freedesktop/ScreenSaver"),
                                          QStringLiteral("org.freedesktop.ScreenSaver"), method);
}

} // namespace

StayAwake::StayAwake(QObject* parent)
    : QObject(parent) {}

StayAwake::~StayAwake() {
    end();
}

bool StayAwake::connected() {
    if (!m_bus)
        m_bus = QDBusConnection::sessionBus();
    return m_bus->isConnected();
}

void StayAwake::begin() {
    if (m_wanted)
        return;
    m_wanted = true;
    if (!connected())
        return;
    QDBusMessage inhibit = call(QStringLiteral("Inhibit"));
    inhibit << QCoreApplication::applicationName() << tr("The Bench leads somebody at a machine.");
    auto* answer = new QDBusPendingCallWatcher(m_bus->asyncCall(inhibit), this);
    connect(answer, &QDBusPendingCallWatcher::finished, this, [this, answer] {
        answer->deleteLater();
        const QDBusPendingReply<uint> reply = *answer;
        if (!reply.isValid())
            return;
        if (m_wanted)
            m_cookie = reply.value();
        else // it was left before the desktop had answered
            give_back(reply.value());
    });
}

void StayAwake::end() {
    m_wanted = false;
    if (m_cookie)
        give_back(*m_cookie);
    m_cookie.reset();
}

void StayAwake::give_back(uint cookie) {
    QDBusMessage leave = call(QStringLiteral("UnInhibit"));
    leave << cookie;
    m_bus->asyncCall(leave);
}

} // namespace clockface::app
