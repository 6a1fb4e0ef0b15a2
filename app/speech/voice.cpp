#include "speech/voice.h"

#include "plugins/plugin.h"

namespace clockface::app {

Voice* voice_of_machine() {
    auto* voice = qobject_cast<Voice*>(plugin(QStringLiteral("clockface_voice")));
    return voice && voice->works() ? voice : nullptr;
}

} // namespace clockface::app
