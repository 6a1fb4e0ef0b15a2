// The serial ports of this machine, by a plugin: few have a readout that talks, and a start does not wait for it.
#pragma once

#include "readout/serial_line.h"

#include <QIODevice>
#include <QString>
#include <QStringList>
#include <QtPlugin>
#include <memory>

namespace clockface::app {

class SerialPorts {
public:
    virtual ~SerialPorts() = default;

    struct Opened {
        std::unique_ptr<QIODevice> port; ///< for reading, in this thread; nullptr: it could not be opened
        bool in_use = false;             ///< by another program
        QString fault;                   ///< what the system says
    };
    /// The port of a line, as it is described there.
    [[nodiscard]] virtual Opened open(const SerialLine& line) const = 0;
    /// Whether the other end of a port that was opened here is gone.
    [[nodiscard]] virtual bool is_lost(const QIODevice& port) const = 0;
    /// By the names they are opened with.
    [[nodiscard]] virtual QStringList names() const = 0;
};

/// Those of this machine; nullptr where they cannot be had. First to be called in the window's thread.
SerialPorts* serial_ports();

} // namespace clockface::app

Q_DECLARE_INTERFACE(clockface::app::SerialPorts, "clockface.SerialPorts")
