// Serial ports by Qt's own module.
#include "readout/serial_ports.h"

#include <QObject>
#include <QSerialPort>
#include <QSerialPortInfo>
#include <poll.h>

namespace clockface::app {

namespace {

constexpr qint64 most_buffered = 1 << 16; // what a flood may pile up

} // namespace

class SerialPortsPlugin : public QObject, public SerialPorts {
    Q_OBJECT
    Q_PLUGIN_METADATA(IID "clockface.SerialPorts")
    Q_INTERFACES(clockface::app::SerialPorts)
public:
    [[nodiscard]] Opened open(const SerialLine& line) const override {
        auto port = std::make_unique<QSerialPort>();
        port->setReadBufferSize(most_buffered);
        port->setPortName(QString::fromStdString(line.port));
        port->setBaudRate(line.speed);
        port->setDataBits(line.frame[0] == '7' ? QSerialPort::Data7 : QSerialPort::Data8);
        port->setParity(parity_of(line.frame[1]));
        port->setStopBits(line.frame[2] == '2' ? QSerialPort::TwoStop : QSerialPort::OneStop);
        if (port->open(QIODevice::ReadOnly))
            return {std::move(port), false, {}};
        return {nullptr, port->error() == QSerialPort::PermissionError, port->errorString()};
    }

    [[nodiscard]] bool is_lost(const QIODevice& device) const override {
        const auto& port = static_cast<const QSerialPort&>(device);
        if (port.error() == QSerialPort::ResourceError || port.error() == QSerialPort::ReadError)
            return true;
        // Not every driver reports it as an error.
        pollfd end{port.handle(), 0, 0};
        return ::poll(&end, 1, 0) > 0 && (end.revents & (POLLHUP | POLLERR | POLLNVAL)) != 0;
    }

    [[nodiscard]] QStringList names() const override {
        QStringList all;
        for (const QSerialPortInfo& each : QSerialPortInfo::availablePorts())
            all << each.systemLocation();
        return all;
    }

private:
    static QSerialPort::Parity parity_of(char letter) {
        if (letter == 'E')
            return QSerialPort::EvenParity;
        return letter == 'O' ? QSerialPort::OddParity : QSerialPort::NoParity;
    }
};

} // namespace clockface::app

#include "serial_ports_plugin.moc"
