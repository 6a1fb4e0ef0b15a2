// An application that holds the window's thread to what a user would not notice: no event may take it longer than a
// quarter of a second of its own processor time in the test build. Waiting, and what other threads do, does not count.
#pragma once

#include <QApplication>
#include <QEvent>
#include <QMetaEnum>
#include <cstdio>
#include <ctime>

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
        const double before = own_seconds();
        const bool done = QApplication::notify(receiver, event);
        const double took = own_seconds() - before;
        m_inside = false;
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

    static double own_seconds() {
        std::timespec now{};
        ::clock_gettime(CLOCK_THREAD_CPUTIME_ID, &now);
        return static_cast<double>(now.tv_sec) + static_cast<double>(now.tv_nsec) * 1e-9;
    }
};

} // namespace clockface::testing
