#include "document/recovery.h"

#include "formats/job_json.h"
#include "formats/text_file.h"
#include "look/words.h"
#include "words/say.h"

#include <QDir>
#include <QElapsedTimer>
#include <QFile>
#include <QFileInfo>
#include <QJsonDocument>
#include <QJsonObject>
#include <QUuid>
#include <algorithm>

namespace clockface::app {

namespace {

constexpr int moment_ms = 1000;
constexpr qint64 at_once_ms = 30; // what a hand that goes on does not feel
const QString copy_ending = QStringLiteral(".autosave.json");
const QString lock_ending = QStringLiteral(".lock");
const QString path_ending = QStringLiteral(".path"); // what version 0.1 wrote beside its copies

// A copy is one line that says what it is, then the job as in its own file.
std::string head_line(const Document& document, qint64 serial) {
    const QJsonObject heading{{QStringLiteral("clockface"), QStringLiteral("unsaved")},
                              {QStringLiteral("serial"), serial},
                              {QStringLiteral("kept"), QDateTime::currentDateTimeUtc().toString(Qt::ISODateWithMs)},
                              {QStringLiteral("path"), document.path()},
                              {QStringLiteral("stamp"), QString::fromLatin1(document.file_stamp().toHex())}};
    return QJsonDocument(heading).toJson(QJsonDocument::Compact).toStdString() + "\n";
}

// Takes that line off the front; nothing when the copy has none.
std::optional<LeftBehind> take_head(std::string& text) {
    const std::size_t end = text.find('\n');
    const QJsonObject heading = QJsonDocument::fromJson(QByteArray::fromStdString(text.substr(0, end))).object();
    if (end == std::string::npos || heading.value(QStringLiteral("clockface")).toString() != QLatin1String("unsaved"))
        return std::nullopt;
    text.erase(0, end + 1);
    LeftBehind left;
    left.path = heading.value(QStringLiteral("path")).toString();
    left.stamp = QByteArray::fromHex(heading.value(QStringLiteral("stamp")).toString().toLatin1());
    left.kept =
        QDateTime::fromString(heading.value(QStringLiteral("kept")).toString(), Qt::ISODateWithMs).toLocalTime();
    left.serial = heading.value(QStringLiteral("serial")).toInteger();
    return left;
}

Result<LeftBehind> read_copy(const QString& file) {
    Result<std::string> text = read_file(file.toStdString());
    if (!text)
        return tl::unexpected(text.error());
    std::optional<LeftBehind> left = take_head(*text);
    if (!left) {
        left.emplace();
        left->path = q(read_file((file + path_ending).toStdString()).value_or(std::string()));
        left->kept = QFileInfo(file).lastModified();
    }
    const Result<Job> job = read_job(*text, file.toStdString());
    if (!job)
        return tl::unexpected(job.error());
    left->file = file;
    left->job = *job;
    left->old_progress = old_progress_in(*text);
    return *left;
}

QStringList copies_in(const QString& folder) {
    QStringList files;
    for (const QString& name : QDir(folder).entryList({QLatin1Char('*') + copy_ending}, QDir::Files, QDir::Name))
        files << folder + QLatin1Char('/') + name;
    return files;
}

void remove_files(const QString& file) {
    for (const QString& ending : {QString(), path_ending, lock_ending})
        QFile::remove(file + ending);
}

} // namespace

Recovery::Recovery(Document& document, QString folder, QObject* parent)
    : QObject(parent)
    , m_document(document)
    , m_folder(std::move(folder)) {
    QDir().mkpath(m_folder);
    m_timer.setSingleShot(true);
    connect(&m_timer, &QTimer::timeout, this, &Recovery::keep_now);
    // Restarting the clock at every change would never write while somebody types on and on.
    const auto start = [this] {
        if (!m_timer.isActive())
            m_timer.start(moment_ms);
    };
    connect(&document, &Document::settled_changed, this, start);
    connect(&document, &Document::file_changed, this, start);
    // What was done at the machine cannot be typed again, so it does not wait, unless a copy of so much takes long.
    connect(&document, &Document::worked, this, [this] {
        if (m_took_ms <= at_once_ms)
            m_timer.start(0);
    });
}

Recovery::~Recovery() {
    if (!m_document.is_dirty())
        remove_copy();
}

void Recovery::remove_copy() {
    if (m_file.isEmpty())
        return;
    remove_files(m_file);
    m_file.clear();
    m_lock.reset();
}

Result<void> Recovery::write() {
    if (m_file.isEmpty()) {
        for (const QString& file : copies_in(m_folder))
            if (Result<std::string> text = read_file(file.toStdString()))
                if (const auto left = take_head(*text))
                    m_serial = std::max(m_serial, left->serial);
        const QString file =
            QStringLiteral("%1/%2%3").arg(m_folder, QUuid::createUuid().toString(QUuid::WithoutBraces), copy_ending);
        m_lock = HeldLock::take((file + lock_ending).toStdString());
        if (!m_lock)
            return problem(m_folder.toStdString(), say("The folder of unsaved jobs cannot be written to."));
        m_file = file;
    }
    return write_file_atomically(m_file.toStdString(),
                                 head_line(m_document, ++m_serial) + job_to_json(m_document.settled()));
}

void Recovery::keep_now() {
    m_timer.stop();
    if (!m_document.is_dirty())
        return remove_copy();
    QElapsedTimer clock;
    clock.start();
    const Result<void> kept = write();
    m_took_ms = clock.elapsed();
    if (!kept && !m_told)
        emit failed(
            tr("The safety copy could not be written. Save the job yourself. %1").arg(q(kept.error().sentence)));
    m_told = !kept;
}

bool Recovery::set_aside() {
    m_timer.stop();
    if (!m_document.is_dirty())
        return true;
    if (!write())
        return false;
    // It stays where it is, and is nobody's from now on.
    QFile::remove(m_file + lock_ending);
    m_file.clear();
    m_lock.reset();
    return true;
}

std::vector<LeftBehind> Recovery::left_behind(QStringList* unreadable) const {
    std::vector<LeftBehind> found;
    for (const QString& file : copies_in(m_folder)) {
        if (file == m_file || HeldLock::is_held((file + lock_ending).toStdString()))
            continue;
        Result<LeftBehind> left = read_copy(file);
        if (left)
            found.push_back(std::move(*left));
        else if (unreadable)
            unreadable->append(tr("A kept copy of an unsaved job cannot be read, and is left where it is. %1")
                                   .arg(q(left.error().text())));
    }
    std::sort(found.begin(), found.end(), [](const LeftBehind& a, const LeftBehind& b) {
        return std::pair(a.serial, a.kept) > std::pair(b.serial, b.kept);
    });
    return found;
}

bool Recovery::bring_back(const LeftBehind& left) {
    std::optional<HeldLock> lock = HeldLock::take((left.file + lock_ending).toStdString());
    if (!lock || !QFile::exists(left.file))
        return false;
    remove_copy();
    m_file = left.file;
    m_lock = std::move(lock);
    m_serial = std::max(m_serial, left.serial);
    m_document.recover(left.job, left.path, left.stamp, left.old_progress);
    return true;
}

bool Recovery::let_go(const LeftBehind& left) {
    const auto lock = HeldLock::take((left.file + lock_ending).toStdString());
    if (!lock)
        return false;
    remove_files(left.file);
    return true;
}

} // namespace clockface::app
