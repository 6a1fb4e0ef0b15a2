// The stand-in for a readout as a process of its own, on a real pseudo-terminal.
#pragma once

#include "measure/length.h"

#include <QElapsedTimer>
#include <QProcess>
#include <QTest>
#include <optional>

namespace clockface::testing {

class StandInProcess {
public:
    /// Started with these options; its port can be found at `link`.
    StandInProcess(const QString& link, const QStringList& options = {}) {
        m_process.setProcessChannelMode(QProcess::MergedChannels);
        m_process.start(QStringLiteral(READOUT_PROGRAM),
                        QStringList{"--link", link, "--speed", "4000", "--rate", "40"} + options);
        (void)answer("port ");
    }
    ~StandInProcess() {
        say("quit");
        if (!m_process.waitForFinished(2000))
            m_process.kill();
        m_process.waitForFinished(2000);
    }
    void say(const QString& command) { m_process.write((command + "\n").toUtf8()); }
    /// The next line that begins so, without its beginning; empty where none comes.
    QString answer(const QString& begins) {
        QElapsedTimer since;
        since.start();
        while (since.elapsed() < 5000) {
            while (m_process.canReadLine()) {
                const QString line = QString::fromUtf8(m_process.readLine()).trimmed();
                if (line.startsWith(begins))
                    return line.mid(begins.size());
            }
            QTest::qWait(5);
        }
        return {};
    }
    /// Where in the work it drills now.
    Point drill() {
        say("drill");
        const QStringList figures = answer("drilled ").split(' ');
        return figures.size() < 2 ? Point{Length::mm(1e6), {}}
                                  : Point{Length::mm(figures[0].toDouble()), Length::mm(figures[1].toDouble())};
    }
    /// Brings both axes to figures of the display from the usual side, and tightens the locks.
    void go_to(Point figures, int before_locking_ms = 60) {
        say("unlock");
        say(QString("approach x %1").arg(figures.x.in_mm(), 0, 'f', 4));
        say(QString("approach y %1").arg(figures.y.in_mm(), 0, 'f', 4));
        say(QString("wait %1").arg(before_locking_ms));
        say("lock");
    }
    void set(Point figures) {
        say(QString("set x %1").arg(figures.x.in_mm(), 0, 'f', 4));
        say(QString("set y %1").arg(figures.y.in_mm(), 0, 'f', 4));
    }

private:
    QProcess m_process;
};

} // namespace clockface::testing
