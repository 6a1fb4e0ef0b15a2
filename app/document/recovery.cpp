#include "document/recovery.h"

#include "formats/job_json.h"
#include "formats/text_file.h"

#include <QCoreApplication>
#include <QDateTime>
#include <QDir>
#include <QFile>
#include <csignal>

namespace clockface::app {

namespace {

constexpr int moment_ms = 1000;
const QString copy_ending = QStringLiteral(".autosave.json");
const QString path_ending = QStringLiteral(".path");

// The copy's name begins with the number of the process that wrote it.
bool still_running(const QString& file) {
    bool is_number = false;
    const auto pid = file.section(QLatin1Char('.'), 0, 0).toLongLong(&is_number);
    return is_number && pid > 0 &&
           (pid == QCoreApplication::applicationPid() || ::kill(static_cast<pid_t>(pid), 0) == 0);
}

} // namespace

Recovery::Recovery(Document& document, QString folder, QObject* parent)
    : QObject(parent)
    , m_document(document)
    , m_folder(std::move(folder)) {
    QDir().mkpath(m_folder);
    m_timer.setSingleShot(true);
    m_timer.setInterval(moment_ms);
    connect(&m_timer, &QTimer::timeout, this, &Recovery::keep_now);
    // Restarting the clock at every change would never write while somebody types on and on.
    const auto start = [this] {
        if (!m_timer.isActive())
            m_timer.start();
    };
    connect(&document, &Document::settled_changed, this, start);
    connect(&document, &Document::file_changed, this, start);
}

Recovery::~Recovery() {
    QFile::remove(own_file());
    QFile::remove(own_file() + path_ending);
}

QString Recovery::own_file() const {
    return QStringLiteral("%1/%2%3").arg(m_folder).arg(QCoreApplication::applicationPid()).arg(copy_ending);
}

void Recovery::keep_now() {
    m_timer.stop();
    const QString file = own_file();
    if (!m_document.is_dirty()) {
        QFile::remove(file);
        QFile::remove(file + path_ending);
        return;
    }
    Result<void> kept = write_file_atomically((file + path_ending).toStdString(), m_document.path().toStdString());
    if (kept)
        kept = save_job(m_document.settled(), file.toStdString());
    if (!kept && !m_told)
        emit failed(tr("The safety copy could not be written. Save the job yourself. %1")
                        .arg(QString::fromStdString(kept.error().sentence)));
    m_told = !kept;
}

bool Recovery::set_aside() {
    if (!m_document.is_dirty())
        return true;
    // Number 0 is no process: the copy counts as left behind from now on.
    const QString file =
        QStringLiteral("%1/0.%2%3").arg(m_folder).arg(QDateTime::currentMSecsSinceEpoch()).arg(copy_ending);
    return write_file_atomically((file + path_ending).toStdString(), m_document.path().toStdString()) &&
           save_job(m_document.settled(), file.toStdString());
}

std::vector<LeftBehind> Recovery::left_behind() const {
    std::vector<LeftBehind> found;
    for (const QString& name : QDir(m_folder).entryList({QStringLiteral("*") + copy_ending}, QDir::Files, QDir::Time)) {
        if (still_running(name))
            continue;
        const QString file = m_folder + QLatin1Char('/') + name;
        const Result<Job> job = load_job(file.toStdString());
        if (!job)
            continue;
        const Result<std::string> path = read_file((file + path_ending).toStdString());
        found.push_back({file, path ? QString::fromStdString(*path) : QString(), *job});
    }
    return found;
}

void Recovery::let_go(const LeftBehind& left) {
    QFile::remove(left.file);
    QFile::remove(left.file + path_ending);
}

} // namespace clockface::app
