#include "readout/port_reader.h"

#include "look/words.h"
#include "plugins/plugin.h"
#include "readout/serial_ports.h"

#include <QFileInfo>
#include <QMutex>
#include <QTimer>
#include <chrono>
#include <grp.h>
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
constexpr std::size_t longest_way = 600; // ten seconds of a readout that sends often

// Why a port could not be opened, and what would do.
QString refusal(const SerialPorts::Opened& opened, const QString& name) {
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
    if (opened.in_use)
        return PortReader::tr("%1 is in use by another program. Close that one; it is tried again every second.")
            .arg(name);
    return PortReader::tr("%1 cannot be opened as a serial port: %2.").arg(name, opened.fault);
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
        if (!m_look) {
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
    }

private:
    std::shared_ptr<PortReader::Shared> m_shared;
    std::function<void()> m_tell;
    SerialLine m_line;
    Length m_resolution;
    std::unique_ptr<QIODevice> m_port; // while it is open
    std::unique_ptr<QTimer> m_look, m_publish;
    std::optional<LineReader> m_reader;
    LineSplitter m_raw; // where nothing is described yet
    QString m_trouble;
    bool m_stand_in = false;
    qint64 m_opened = 0, m_byte = 0, m_figures = 0, m_tried = 0;

    void shut() {
        m_port.reset();
        m_reader.reset();
        m_raw = {};
    }

    void try_to_open() {
        m_tried = PortReader::clock();
        if (m_line.port.empty()) {
            m_trouble = PortReader::tr("No port is chosen yet.");
            return;
        }
        const QString name = q(m_line.port);
        const SerialPorts* ports = serial_ports();
        if (!ports) {
            m_trouble =
                PortReader::tr("Serial ports cannot be read here: Debian's package libqt6serialport6 would do.");
            return;
        }
        SerialPorts::Opened opened = ports->open(m_line);
        if (!opened.port) {
            m_trouble = refusal(opened, name);
            return;
        }
        m_port = std::move(opened.port);
        connect(m_port.get(), &QIODevice::readyRead, this, [this] { read(); });
        if (auto reader = LineReader::make(m_line, m_resolution))
            m_reader = std::move(*reader);
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

    // Four times a second, whatever comes: silence is news too.
    void look() {
        if (m_port && serial_ports()->is_lost(*m_port)) {
            shut();
            m_trouble =
                PortReader::tr("%1 is gone: the cable, or the readout's switch. It is tried again every second.")
                    .arg(q(m_line.port));
            m_tried = PortReader::clock();
        } else if (!m_port && PortReader::clock() - m_tried >= try_again_ms) {
            try_to_open();
        }
        publish();
    }

    void publish() {
        LineNow now;
        now.at = PortReader::clock();
        now.stand_in = m_stand_in;
        now.trouble = m_trouble;
        if (m_port && m_reader) {
            const LineHealth health =
                health_of(m_reader->traffic(), now.at - m_opened, now.at - m_byte, now.at - m_figures);
            now.trouble = q(in_words(health, m_line, m_reader->traffic()));
            if (now.trouble.isEmpty())
                now.shown = m_reader->shown();
        } else if (m_port) {
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

SerialPorts* serial_ports() {
    static auto* ports = qobject_cast<SerialPorts*>(plugin(QStringLiteral("clockface_ports")));
    return ports;
}

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
    (void)serial_ports(); // loaded in this thread
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
    const SerialPorts* all = serial_ports();
    return all ? all->names() : QStringList();
}

} // namespace clockface::app
