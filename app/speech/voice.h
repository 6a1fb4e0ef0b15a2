// What is said aloud. The voice itself is a plugin beside the program, so that nothing of it is loaded before it is
// wanted, and the program is the same where speech is not installed.
#pragma once

#include <QString>
#include <QtPlugin>

namespace clockface::app {

class Voice {
public:
    virtual ~Voice() = default;
    /// Whether anything here can speak.
    [[nodiscard]] virtual bool works() const = 0;
    /// What is still being said is broken off: only the newest counts.
    virtual void speak(const QString& words) = 0;
};

/// The voice of this machine, made once; nullptr where there is none. Not to be deleted.
Voice* voice_of_machine();

} // namespace clockface::app

Q_DECLARE_INTERFACE(clockface::app::Voice, "clockface.Voice")
