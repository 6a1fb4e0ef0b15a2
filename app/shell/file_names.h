// Names of files, as they are proposed and completed.
#pragma once

#include "job/job.h"
#include "look/words.h"

#include <QFileInfo>
#include <QString>

namespace clockface::app {

inline const QString job_ending = QStringLiteral(".clockface.json");

inline QString job_filter() {
    return QObject::tr("Clockface jobs (*.clockface.json *.json)");
}

/// A name for a file made from the job's title.
inline QString file_name(const Job& job) {
    QString name;
    for (const QChar c : q(job.title).toLower())
        name += c.isLetterOrNumber() ? c : QLatin1Char('-');
    return name.isEmpty() ? QStringLiteral("job") : name.left(80);
}

inline QString with_ending(const QString& path, const QString& ending) {
    return QFileInfo(path).suffix().isEmpty() ? path + ending : path;
}

} // namespace clockface::app
