// What is to be set, said aloud once for every card. Off until it is wanted.
#pragma once

#include "ordering/wording.h"
#include "speech/voice.h"

#include <QString>
#include <functional>

class QSettings;

namespace clockface::app {

class SpokenTarget {
public:
    /// Whether it is wanted is kept there.
    void keep_in(QSettings& settings) { m_settings = &settings; }
    /// A seam for tests: another voice than the machine's.
    void set_voice(std::function<Voice*()> voice) { m_voice = std::move(voice); }

    [[nodiscard]] bool wanted() const;
    /// False where nothing here can speak; it stays off then.
    bool want(bool wanted);
    /// Says these words, unless they were the last ones, or it is off.
    void say(const QString& words);
    /// The last ones again.
    void again();

private:
    QSettings* m_settings = nullptr;
    std::function<Voice*()> m_voice = voice_of_machine;
    QString m_last;
};

/// "X plus 12.34. Y minus 5.6." as it is said: what stands on the card in large figures, and which way.
QString spoken(const Wording& words);

} // namespace clockface::app
