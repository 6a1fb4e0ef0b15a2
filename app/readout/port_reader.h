// A serial port that is read in a thread of its own. The window looks at the newest figures; none of them passes
// through the document.
#pragma once

#include "readout/line_reader.h"

#include <QObject>
#include <QString>
#include <QStringList>
#include <QThread>
#include <memory>
#include <optional>
#include <vector>

namespace clockface::app {

/// What a line says now.
struct LineNow {
    struct Shown {
        Point at;
        qint64 ms = 0;
    };
    std::vector<Shown> way;     ///< what was shown since it was last asked, oldest first: the side a place is come to
                                ///< from is seen however busy the window was
    std::optional<Point> shown; ///< as the readout counts, in the drawing's axes; nothing where it is not to be trusted
    qint64 at = 0;              ///< when it came, milliseconds of a clock that only goes on
    QString trouble;            ///< a sentence; empty: all is well
    bool stand_in = false;      ///< it is a pseudo-terminal, and no machine
    QStringList lines;          ///< the last ones as they came
};

class PortReader : public QObject {
    Q_OBJECT
public:
    explicit PortReader(QObject* parent = nullptr);
    ~PortReader() override;

    /// Reads this line from now on; the same again changes nothing. Without a pattern that can be read only its lines
    /// are looked at. A port that cannot be opened, or is gone, is tried again every second.
    void open(const SerialLine& line, Length resolution);
    void close();
    [[nodiscard]] bool is_open() const { return m_wanted.has_value(); }
    /// The way is given once.
    [[nodiscard]] LineNow take();
    /// The same, and the way stays for whoever takes it.
    [[nodiscard]] LineNow now() const;
    /// The clock of LineNow::at.
    [[nodiscard]] static qint64 clock();

    /// Ports of this machine, by the name they are opened with.
    static QStringList ports();

    struct Shared; ///< what both threads look at

signals:
    void came(); ///< figures, or another state of the line: at most thirty times a second

private:
    std::shared_ptr<Shared> m_shared;
    QThread m_thread;
    QObject* m_worker = nullptr; // lives in the thread
    std::optional<SerialLine> m_wanted;
    Length m_resolution;
};

} // namespace clockface::app
