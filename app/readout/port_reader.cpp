#include "readout/port_reader.h"

#include "look/words.h"

#include <QFileInfo>
#include <QMutex>
#include <QSerialPort>
#include <QSerialPortInfo>
#include <QTimer>
#include <chrono>
#include <grp.h>
#include <poll.h>
#include <sys/stat.h>
#include <unistd.h>
#include <utility>

namespace clockface::app {

struct PortReader::Shared {
    mutable QMutex guard;
    LineNow now;
    std::vector<LineNow::Shown> way;
    bool told = false; // the window knows that there is something new
};

namespace {

constexpr int publish_ms = 33, look_ms = 250;
constexpr qint64 try_again_ms = 1000;
constexpr std::size_t longest_way = 600;  // ten seconds of a readout that sends often
constexpr qint64 most_buffered = 1 << 16; // what a flood may pile up

// Why a port could not be opened, and what would do.
QString refusal(const QSerialPort& port, const QString& name) {
    const QByteArray path =
        QFile::encodeName(name.startsWith(QLatin1Char('/')) ? name : QStringLiteral("/dev/") + name);
    struct stat about {};
    if (::stat(path.constData(), &about) != 0) {
        const QStringList others = PortReader::ports();
        return others.isEmpty()
                   ? PortReader::tr("There is no port %1: is the cable plugged in? It is tried again every second.")
                         .arg(name)
                   : PortReader::tr("There is no port %1: is the cable plugged in? Ports here: %2.")
                         .arg(name, others.join(QStringLiteral(", ")));
    }
    if (!S_ISCHR(about.st_mode))
        return PortReader::tr("%1 is no serial port.").arg(name);
    if (::access(path.constData(), R_OK | W_OK) != 0) {
        const group* owner = ::getgrgid(about.st_gid);
        return PortReader::tr(
                   "You may not open %1: it is for the group “%2”. Whoever looks after this computer can add "
                   "you to it; log in anew then.")
            .arg(name, owner ? QString::fromLocal8Bit(owner->gr_name) : QString::number(about.st_gid));
    }
    if (port.error() == QSerialPort::PermissionError)
        return PortReader::tr("%1 is in use by another program. Close that one; it is tried again every second.")
            .arg(name);
    return PortReader::tr("%1 cannot be opened as a serial port: %2.").arg(name, port.errorString());
}

class Worker : public QObject {
public:
    Worker(std::shared_ptr<PortReader::Shared> shared, std::function<void()> tell)
        : m_shared(std::move(shared))
        , m_tell(std::move(tell)) {}

    void open(const SerialLine& line, Length resolution) {
        shut();
        m_line = line;
        m_resolution = resolution;
        m_trouble.clear();
        if (!m_port) {
            m_port = std::make_unique<QSerialPort>();
            m_port->setReadBufferSize(most_buffered);
            connect(m_port.get(), &QSerialPort::readyRead, this, [this] { read(); });
            connect(m_port.get(), &QSerialPort::errorOccurred, this, [this](QSerialPort::SerialPortError error) {
                if (error == QSerialPort::ResourceError || error == QSerialPort::ReadError)
                    m_lost = true; // looked at by the timer: the port must not be closed while it reports
            });
            m_look = std::make_unique<QTimer>();
            m_look->setInterval(look_ms);
            connect(m_look.get(), &QTimer::timeout, this, [this] { look(); });
            m_publish = std::make_unique<QTimer>();
            m_publish->setSingleShot(true);
            m_publish->setInterval(publish_ms);
            connect(m_publish.get(), &QTimer::timeout, this, [this] { publish(); });
        }
        m_look->start();
        try_to_open();
        publish();
    }
    void close() {
        m_look.reset();
        m_publish.reset();
        shut();
        m_port.reset();
    }

private:
    std::shared_ptr<PortReader::Shared> m_shared;
    std::function<void()> m_tell;
    SerialLine m_line;
    Length m_resolution;
    std::unique_ptr<QSerialPort> m_port;
    std::unique_ptr<QTimer> m_look, m_publish;
    std::optional<LineReader> m_reader;
    LineSplitter m_raw; // where nothing is described yet
    QString m_trouble;
    bool m_lost = false, m_stand_in = false;
    qint64 m_opened = 0, m_byte = 0, m_figures = 0, m_tried = 0;

    void shut() {
        if (m_port && m_port->isOpen())
            m_port->close();
        m_reader.reset();
        m_raw = {};
        m_lost = false;
    }

    void try_to_open() {
        m_tried = PortReader::clock();
        if (m_line.port.empty()) {
            m_trouble = PortReader::tr("No port is chosen yet.");
            return;
        }
        if (auto reader = LineReader::make(m_line, m_resolution))
            m_reader = std::move(*reader);
        const QString name = q(m_line.port);
        m_port->setPortName(name);
        m_port->setBaudRate(m_line.speed);
        m_port->setDataBits(m_line.frame[0] == '7' ? QSerialPort::Data7 : QSerialPort::Data8);
        m_port->setParity(m_line.frame[1] == 'E'   ? QSerialPort::EvenParity
                          : m_line.frame[1] == 'O' ? QSerialPort::OddParity
                                                   : QSerialPort::NoParity);
        m_port->setStopBits(m_line.frame[2] == '2' ? QSerialPort::TwoStop : QSerialPort::OneStop);
        m_port->clearError();
        if (!m_port->open(QIODevice::ReadOnly)) {
            m_trouble = refusal(*m_port, name);
            m_reader.reset();
            return;
        }
        m_lost = false;
        m_stand_in = QFileInfo(name).canonicalFilePath().startsWith(QLatin1String("/dev/pts/"));
        m_trouble.clear();
        m_opened = m_byte = m_figures = PortReader::clock();
    }

    void read() {
        const QByteArray bytes = m_port->readAll();
        if (bytes.isEmpty())
            return;
        m_byte = PortReader::clock();
        const std::string_view view(bytes.constData(), static_cast<std::size_t>(bytes.size()));
        if (m_reader) {
            const auto before = m_reader->traffic().matched;
            m_reader->feed(view);
            if (m_reader->traffic().matched != before) {
                m_figures = m_byte;
                note_way();
            }
        } else {
            m_raw.feed(view, [](const std::string&) {});
        }
        if (!m_publish->isActive())
            m_publish->start();
    }

    void note_way() {
        const auto shown = m_reader->shown();
        if (!shown)
            return;
        const QMutexLocker locked(&m_shared->guard);
        std::vector<LineNow::Shown>& way = m_shared->way;
        if (way.size() >= longest_way)
            way.erase(way.begin(), way.begin() + static_cast<std::ptrdiff_t>(longest_way / 2));
        way.push_back({*shown, m_byte});
    }

    // Whether the other end is gone: not every driver reports that as an error.
    [[nodiscard]] bool hung_up() const {
        pollfd port{m_port->handle(), 0, 0};
        return ::poll(&port, 1, 0) > 0 && (port.revents & (POLLHUP | POLLERR | POLLNVAL)) != 0;
    }

    // Four times a second, whatever comes: silence is news too.
    void look() {
        if (m_port->isOpen() && (m_lost || hung_up())) {
            shut();
            m_trouble =
                PortReader::tr("%1 is gone: the cable, or the readout's switch. It is tried again every second.")
                    .arg(q(m_line.port));
            m_tried = PortReader::clock();
        } else if (!m_port->isOpen() && PortReader::clock() - m_tried >= try_again_ms) {
            try_to_open();
        }
        publish();
    }

    void publish() {
        LineNow now;
        now.at = PortReader::clock();
        now.stand_in = m_stand_in;
        now.trouble = m_trouble;
        if (m_port->isOpen() && m_reader) {
            const LineHealth health =
                health_of(m_reader->traffic(), now.at - m_opened, now.at - m_byte, now.at - m_figures);
            now.trouble = q(in_words(health, m_line, m_reader->traffic()));
            if (now.trouble.isEmpty())
                now.shown = m_reader->shown();
        } else if (m_port->isOpen()) {
            now.trouble =
                PortReader::tr("How its lines look is not described yet: “Learn it” under Shop fills that in.");
        }
        for (const std::string& line : m_reader ? m_reader->lines() : m_raw.last())
            now.lines << QString::fromLatin1(line.data(), static_cast<qsizetype>(line.size()));
        {
            const QMutexLocker locked(&m_shared->guard);
            m_shared->now = std::move(now);
            if (std::exchange(m_shared->told, true))
                return;
        }
        m_tell();
    }
};

} // namespace

PortReader::PortReader(QObject* parent)
    : QObject(parent)
    , m_shared(std::make_shared<Shared>()) {}

PortReader::~PortReader() {
    close();
}

void PortReader::open(const SerialLine& line, Length resolution) {
    if (m_wanted == line && m_resolution == resolution)
        return;
    m_wanted = line;
    m_resolution = resolution;
    if (!m_worker) {
        m_worker =
            new Worker(m_shared, [this] { QMetaObject::invokeMethod(this, &PortReader::came, Qt::QueuedConnection); });
        m_worker->moveToThread(&m_thread);
        m_thread.setObjectName(QStringLiteral("readout"));
        m_thread.start();
    }
    {
        const QMutexLocker locked(&m_shared->guard);
        m_shared->now = {};
        m_shared->way.clear();
    }
    auto* worker = static_cast<Worker*>(m_worker);
    QMetaObject::invokeMethod(worker, [worker, line, resolution] { worker->open(line, resolution); });
}

void PortReader::close() {
    m_wanted.reset();
    if (!m_worker)
        return;
    auto* worker = static_cast<Worker*>(std::exchange(m_worker, nullptr));
    // Its port and clocks go in the thread they belong to, it after the thread.
    QMetaObject::invokeMethod(
        worker, [worker] { worker->close(); }, Qt::BlockingQueuedConnection);
    m_thread.quit();
    m_thread.wait();
    delete worker;
    const QMutexLocker locked(&m_shared->guard);
    m_shared->now = {};
    m_shared->told = false;
}

LineNow PortReader::take() {
    LineNow newest = now();
    const QMutexLocker locked(&m_shared->guard);
    newest.way.swap(m_shared->way);
    return newest;
}

LineNow PortReader::now() const {
    const QMutexLocker locked(&m_shared->guard);
    m_shared->told = false;
    return m_shared->now;
}

qint64 PortReader::clock() {
    return std::chrono::duration_cast<std::chrono::milliseconds>(std::chrono::steady_clock::now().time_since_epoch())
        .count();
}

QStringList PortReader::ports() {
    QStringList all;
    for (const QSerialPortInfo& each : QSerialPortInfo::availablePorts())
        all << each.systemLocation();
    return all;
}

} // namespace clockface::app
