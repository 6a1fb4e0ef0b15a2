// What language the words are in. Everything said on the screen goes through Qt's translators, the core's sentences
// too; there is no translation yet, only marked English, which shows what would escape one.
#pragma once

#include <QTranslator>

namespace clockface::app {

/// English in brackets, with accents on its letters and a third longer: what is on the screen without accents was not
/// said through a translator, and what no longer fits would not fit in another language either.
class MarkedEnglish : public QTranslator {
public:
    [[nodiscard]] QString translate(const char* context, const char* english, const char* disambiguation,
                                    int count) const override;
    [[nodiscard]] bool isEmpty() const override { return false; }
};

/// From now on the application's translators are asked for the core's sentences as well. Before there is a second
/// thread.
void translate_core();
/// Installs marked English in the application, for good.
void speak_marked_english();

} // namespace clockface::app
