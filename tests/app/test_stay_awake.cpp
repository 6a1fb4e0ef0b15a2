// The screen stays awake while the Bench is seen: against a desktop's side of the bus, played here.
#include "bench/stay_awake.h"
#include "support/window.h"

#include <QDBusServer>
#include <set>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

class Desktop : public QObject {
    Q_OBJECT
    Q_CLASSINFO("D-Bus Interface", "org.freedesktop.ScreenSaver")
public:
    std::set<uint> held;
    QString why;
    int asked = 0;

public slots:
    uint Inhibit(const QString&, const QString& reason) {
        why = reason;
        held.insert(static_cast<uint>(++asked));
        return static_cast<uint>(asked);
    }
    void UnInhibit(uint cookie) { held.erase(cookie); }
};

class TestStayAwake : public QObject {
    Q_OBJECT
private slots:
    void asked_for_and_given_back() {
        QDBusServer server(QStringLiteral("unix:tmpdir=/tmp"));
        QVERIFY(server.isConnected());
        server.setAnonymousAuthenticationAllowed(true);
        Desktop desktop;
        connect(&server, &QDBusServer::newConnection, this, [&](const QDBusConnection& made) {
            QDBusConnection(made).registerObject("/org/freedesktop/ScreenSaver", &desktop,
                                                 QDBusConnection::ExportAllSlots);
        });
        const QDBusConnection bus = QDBusConnection::connectToPeer(server.address(), "desktop");
        QTRY_VERIFY(bus.isConnected());
        QTest::qWait(50);
        {
            StayAwake awake;
            awake.use(bus);
            awake.begin();
            awake.begin(); // it is awake already
            QTRY_COMPARE(desktop.held.size(), std::size_t(1));
            QVERIFY(!desktop.why.isEmpty());
            QTest::qWait(50);
            awake.end();
            QTRY_VERIFY(desktop.held.empty());
            awake.begin();
            awake.end(); // left before the desktop has answered: it is given back when it does
            QTRY_COMPARE(desktop.asked, 2);
            QTRY_VERIFY(desktop.held.empty());
            awake.begin();
            QTRY_COMPARE(desktop.held.size(), std::size_t(1));
            QTest::qWait(50);
        }
        QTRY_VERIFY(desktop.held.empty()); // with the window gone too
        QDBusConnection::disconnectFromPeer("desktop");
    }
    void without_a_desktop_nothing_happens() {
        StayAwake awake;
        awake.use(QDBusConnection(QStringLiteral("there is none")));
        awake.begin();
        awake.end();
    }
};

CLOCKFACE_WINDOW_MAIN(TestStayAwake)
#include "test_stay_awake.moc"
