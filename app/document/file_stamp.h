// What a file holds, in a few bytes: so that it is noticed when another program has written to it meanwhile.
#pragma once

#include <QByteArray>
#include <QString>
#include <string>

namespace clockface::app {

QByteArray stamp_of_text(const std::string& text);
/// Empty when there is no file, or none that can be read.
QByteArray stamp_of_file(const QString& path);

} // namespace clockface::app
