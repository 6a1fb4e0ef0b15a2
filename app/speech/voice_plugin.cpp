// The voice by speech-dispatcher, which has one for every desktop and starts itself when it is asked for.
#include "speech/voice.h"

#include <QLocale>
#include <QObject>
#include <libspeechd.h>

namespace clockface::app {

class VoicePlugin : public QObject, public Voice {
    Q_OBJECT
    Q_PLUGIN_METADATA(IID "clockface.Voice")
    Q_INTERFACES(clockface::app::Voice)
public:
    VoicePlugin()
        : m_speech(spd_open("clockface", "bench", nullptr, SPD_MODE_THREADED)) {
        if (m_speech)
            spd_set_language(m_speech, QLocale().name().section(QLatin1Char('_'), 0, 0).toUtf8().constData());
    }
    ~VoicePlugin() override {
        if (m_speech)
            spd_close(m_speech);
    }
    VoicePlugin(const VoicePlugin&) = delete;
    VoicePlugin& operator=(const VoicePlugin&) = delete;

    [[nodiscard]] bool works() const override { return m_speech != nullptr; }
    void speak(const QString& words) override {
        if (!m_speech)
            return;
        spd_cancel(m_speech);
        spd_say(m_speech, SPD_MESSAGE, words.toUtf8().constData());
    }

private:
    SPDConnection* m_speech;
};

} // namespace clockface::app

#include "voice_plugin.moc"
