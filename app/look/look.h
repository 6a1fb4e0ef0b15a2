// The colours and type of the bench: marking blue, scribed lines, an ivory job card.
#pragma once

#include <QColor>
#include <QFont>
#include <QString>

namespace clockface::app {

/// All colours of one theme. Contrast is measured in tests: 4.5:1 for text, 7:1 on the Bench.
struct Look {
    bool night = false;
    // the board and everything dark around it
    QColor surround, board, strokes, scribed, faint, air;
    // the slip
    QColor card, ink, quiet, rule, link, chosen_row;
    // states, always together with a shape or a word
    QColor brass, brass_on_dark, stop, stop_on_dark, check, good, good_on_dark;
    QColor strip, strip_ink;
    // the Bench
    QColor bench, bench_text, bench_quiet, bench_note, bench_note_text;

    /// Of a thing drawn on the board: the chosen one, those near it in meaning, and the rest.
    [[nodiscard]] const QColor& on_board(bool chosen, bool near) const {
        if (chosen)
            return brass_on_dark;
        return near ? scribed : faint;
    }

    static const Look& day();
    static const Look& night_shift();
};

/// Colours that tell kinds of holes apart on the board; a number goes with each. They begin again after the eighth.
QColor kind_colour(int kind);

/// WCAG relative-luminance contrast of two opaque colours, 1 … 21.
double contrast(const QColor& a, const QColor& b);

/// Call before QApplication is made. Of the machine's fonts only the folders are looked into, not its rules, which are
/// long to read: they lend the letters that the built-in type lacks. Debian's fonts-b612 installs typewriter faces that
/// claim the family name B612 as well, and the typewriter point tears figures apart: they are kept out of this
/// program's sight.
void use_own_font_rules();
/// Registers the B612 fonts that are built in. False when one could not be read.
bool load_fonts();
QFont type(double points, bool bold = false);

/// The style sheet for ordinary controls.
QString style_sheet(const Look& look);

} // namespace clockface::app
