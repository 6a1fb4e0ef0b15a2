// What is loaded only when it is first wanted, so that a start does not wait for it, and the program is the same where
// what it needs is not installed.
#pragma once

#include <QObject>
#include <QString>

namespace clockface::app {

/// The plugin of that name, made once: beside the program as it was built, or where it is installed. nullptr where it
/// cannot be loaded. Not to be deleted.
QObject* plugin(const QString& name);

} // namespace clockface::app
