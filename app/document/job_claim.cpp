#include "document/job_claim.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFileInfo>

namespace clockface::app {

JobClaim::JobClaim(QString folder)
    : m_folder(std::move(folder)) {}

JobClaim::~JobClaim() {
    give_up();
}

void JobClaim::give_up() {
    if (m_lock)
        QFile::remove(m_file);
    m_lock.reset();
}

bool JobClaim::move_to(const QString& path) {
    if (path == m_path)
        return true;
    give_up();
    m_path = path;
    if (path.isEmpty())
        return true;
    // The same file by whatever name.
    const QString whole = QFileInfo(path).canonicalFilePath();
    const QByteArray name =
        QCryptographicHash::hash((whole.isEmpty() ? path : whole).toUtf8(), QCryptographicHash::Sha1);
    QDir().mkpath(m_folder);
    m_file = QStringLiteral("%1/%2.open").arg(m_folder, QString::fromLatin1(name.toHex()));
    m_lock = HeldLock::take(m_file.toStdString());
    return m_lock || !HeldLock::is_held(m_file.toStdString()); // a folder that cannot be written claims nothing
}

} // namespace clockface::app
