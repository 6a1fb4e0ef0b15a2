// The core's texts on the screen.
#pragma once

#include <QCoreApplication>
#include <QString>
#include <string>

namespace clockface::app {

/// A text of the core (UTF-8) as Qt has it.
inline QString q(const std::string& text) {
    return QString::fromStdString(text);
}

/// For words outside of classes; their context is the namespace.
inline QString tr(const char* text) {
    return QCoreApplication::translate("clockface::app", text);
}

} // namespace clockface::app
