// The core's texts on the screen.
#pragma once

#include <QObject>
#include <QString>
#include <string>

namespace clockface::app {

/// A text of the core (UTF-8) as Qt has it.
inline QString q(const std::string& text) {
    return QString::fromStdString(text);
}

/// For words outside of classes.
inline QString tr(const char* text) {
    return QObject::tr(text);
}

} // namespace clockface::app
