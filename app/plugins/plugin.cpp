#include "plugins/plugin.h"

#include <QCoreApplication>
#include <QPluginLoader>

namespace clockface::app {

QObject* plugin(const QString& name) {
    // Qt's own folders begin with that of the program.
    for (const QString& folder :
         QCoreApplication::libraryPaths() +
             QStringList(QCoreApplication::applicationDirPath() + QStringLiteral("/../" CLOCKFACE_PLUGIN_FOLDER)))
        if (QObject* made = QPluginLoader(folder + QLatin1Char('/') + name).instance())
            return made;
    return nullptr;
}

} // namespace clockface::app
