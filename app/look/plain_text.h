// Words of people and files on the screen. Qt takes any text that looks like HTML for HTML, and then loads what it
// names: so every label, tip and button gets its words through here.
#pragma once

#include <QLabel>
#include <QString>

namespace clockface::app {

/// A label that shows its text letter by letter, whatever stands in it.
QLabel* plain_label(const QString& text = {}, QWidget* parent = nullptr);

/// As the style sheet shows headings, and small words; both go on below.
QLabel* heading_label(const QString& text);
QLabel* quiet_label(const QString& text);

/// Lets the mouse mark the label's words to copy them. Qt then keeps a whole text document for the label, which a start
/// need not wait for: it is made when the mouse first comes over it.
void let_copy(QLabel* label);

/// A label for words of our own with markup in them; texts of others go into them through escaped().
QLabel* marked_label(const QString& text = {}, QWidget* parent = nullptr);
inline QString escaped(const QString& text) {
    return text.toHtmlEscaped();
}

/// A tip that shows its text letter by letter.
QString plain_tip(const QString& text);
void set_tip(QWidget* widget, const QString& text);

/// A name without blanks, such as a file's, that may go on to another line behind a hyphen, a point or a stroke, and at
/// the latest after twenty letters.
QString breakable(const QString& name);

/// For buttons and menus, which take an & for the mark of a short cut.
QString button_text(QString text);
/// The inverse.
QString without_marks(QString text);

} // namespace clockface::app
