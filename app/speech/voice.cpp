#include "speech/voice.h"

#include <QCoreApplication>
#include <QPluginLoader>

namespace clockface::app {

Voice* voice_of_machine() {
    const QString here = QCoreApplication::applicationDirPath();
    static QPluginLoader as_built(here + QStringLiteral("/" CLOCKFACE_VOICE)),
        installed(here + QStringLiteral("/../" CLOCKFACE_VOICE_FOLDER "/" CLOCKFACE_VOICE));
    for (QPluginLoader* each : {&as_built, &installed})
        if (auto* voice = qobject_cast<Voice*>(each->instance()))
            return voice->works() ? voice : nullptr;
    return nullptr;
}

} // namespace clockface::app
