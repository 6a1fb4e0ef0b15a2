// Work too long for the window's thread is done beside it, from copies of what it needs, and answered when it is ready.
// Only the newest question is answered, and none once the asker is gone.
#pragma once

#include <QFutureWatcher>
#include <QThreadPool>
#include <QTimer>
#include <QtConcurrentRun>
#include <functional>

namespace clockface::app {

/// One after the other: two long sums at a time would only slow the window down.
QThreadPool& beside_the_window();

template <class Answer> class Beside {
public:
    /// `waiting` is told true when an answer is a while in coming, and false when it is there or no longer wanted.
    explicit Beside(std::function<void(bool)> waiting = {})
        : m_waiting(std::move(waiting)) {
        constexpr int patience_ms = 150;
        m_late.setSingleShot(true);
        m_late.setInterval(patience_ms);
        QObject::connect(&m_late, &QTimer::timeout, &m_late, [this] { tell(true); });
        QObject::connect(&m_watcher, &QFutureWatcher<Answer>::finished, &m_watcher, [this] {
            if (m_watcher.isCanceled())
                return;
            m_late.stop();
            tell(false);
            m_take(m_watcher.result());
        });
    }
    ~Beside() {
        m_watcher.disconnect();
        m_watcher.cancel();
    }
    Beside(const Beside&) = delete;
    Beside& operator=(const Beside&) = delete;

    /// `work` runs in another thread and must own all it uses; `take` is called in this one.
    void ask(std::function<Answer()> work, std::function<void(const Answer&)> take) {
        m_watcher.cancel(); // what has not begun yet never will; of what has begun the answer is dropped
        m_take = std::move(take);
        m_late.start();
        m_watcher.setFuture(QtConcurrent::run(&beside_the_window(), std::move(work)));
    }
    /// Nobody wants to know any more.
    void drop() {
        m_watcher.cancel();
        m_late.stop();
        tell(false);
    }

private:
    std::function<void(bool)> m_waiting;
    std::function<void(const Answer&)> m_take;
    QTimer m_late;
    QFutureWatcher<Answer> m_watcher;

    void tell(bool waiting) {
        if (m_waiting)
            m_waiting(waiting);
    }
};

} // namespace clockface::app
