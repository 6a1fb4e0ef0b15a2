#include "document/file_stamp.h"

#include "formats/text_file.h"

#include <QCryptographicHash>

namespace clockface::app {

QByteArray stamp_of_text(const std::string& text) {
    return QCryptographicHash::hash(QByteArray::fromRawData(text.data(), static_cast<qsizetype>(text.size())),
                                    QCryptographicHash::Sha1);
}

QByteArray stamp_of_file(const QString& path) {
    const Result<std::string> text = read_file(path.toStdString());
    return text ? stamp_of_text(*text) : QByteArray();
}

} // namespace clockface::app
