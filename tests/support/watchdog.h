// An application that holds the window's thread to what a user would not notice: no event may take it longer than a
// quarter of a second of its own processor time in the test build. Waiting, and what other threads do, does not count;
// nor does what the host of a virtual machine took away meanwhile, which the clock of a thread cannot tell from work.
#pragma once

#include <QApplication>
#include <QElapsedTimer>
#include <QEvent>
#include <QMetaEnum>
#include <cstdio>
#include <ctime>
#include <fstream>
#include <string>

namespace clockface::testing {

class WatchedApplication : public QApplication {
public:
    using QApplication::QApplication;

    bool notify(QObject* receiver, QEvent* event) override {
        if (m_inside) // an event sent from within another counts with that one
            return QApplication::notify(receiver, event);
        m_inside = true;
        const QString name = receiver->objectName(), kind = receiver->metaObject()->className();
        const QEvent::Type type = event->type();
        constexpr int fresh_ms = 50; // asking costs more than most events take
        if (!m_since_asked.isValid() || m_since_asked.hasExpired(fresh_ms))
            ask_stolen();
        const double before = own_seconds();
        const bool done = QApplication::notify(receiver, event);
        double took = own_seconds() - before;
        m_inside = false;
        if (took > longest) {
            const double stolen_before = m_stolen;
            ask_stolen();
            took -= m_stolen - stolen_before;
        }
        if (took > longest) {
            ++m_late;
            std::fprintf(stderr, "The window's thread worked %.0f ms on one event: %s of %s '%s'.\n", took * 1000.0,
                         QMetaEnum::fromType<QEvent::Type>().valueToKey(type), qPrintable(kind), qPrintable(name));
        }
        return done;
    }
    [[nodiscard]] int late() const { return m_late; }

private:
    static constexpr double longest = 0.25;
    bool m_inside = false;
    int m_late = 0;
    QElapsedTimer m_since_asked;
    double m_stolen = 0.0;

    // Seconds that were stolen from all processors since the start: the eighth figure of their line, in hundredths.
    void ask_stolen() {
        m_since_asked.start();
        std::ifstream all("/proc/stat");
        std::string word;
        double ticks = 0.0;
        all >> word;
        for (int figure = 0; figure < 8; ++figure)
            all >> ticks;
        m_stolen = all ? ticks / 100.0 : 0.0;
    }
    static double own_seconds() {
        std::timespec now{};
        ::clock_gettime(CLOCK_THREAD_CPUTIME_ID, &now);
        return static_cast<double>(now.tv_sec) + static_cast<double>(now.tv_nsec) * 1e-9;
    }
};

} // namespace clockface::testing
