// How long a window took to be painted for the first time: of the clock, and of the processor in all its threads.
#pragma once

#include <QApplication>
#include <QElapsedTimer>
#include <QWidget>
#include <QWindow>
#include <cstdio>
#include <ctime>

namespace clockface::app {

/// Waits until the shown window is painted; prints two numbers, in milliseconds.
inline void print_first_paint(const QWidget& window, const QElapsedTimer& since_start) {
    while (!window.windowHandle()->isExposed()) // the event that exposes it paints it
        QApplication::processEvents(QEventLoop::WaitForMoreEvents);
    QApplication::processEvents(); // and what that left to be laid out
    std::printf("%lld %.1f\n", static_cast<long long>(since_start.elapsed()),
                1000.0 * static_cast<double>(std::clock()) / static_cast<double>(CLOCKS_PER_SEC));
}

} // namespace clockface::app
