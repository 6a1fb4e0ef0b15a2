#include "look/tongue.h"

#include "words/say.h"

#include <QCoreApplication>

namespace clockface::app {

namespace {

// Letters that every figure and unit can do without stay, the others get an accent.
QChar accented(QChar letter) {
    static const QString plain = QStringLiteral("acdeghijklnorstuwzACDEGHIJKLNORSTUWZ");
    static const QString marked = QStringLiteral("áçđéğħíĵķłñóřšŧúŵžÁÇĐÉĞĦÍĴĶŁÑÓŘŠŦÚŴŽ");
    const qsizetype at = plain.indexOf(letter);
    return at < 0 ? letter : marked[at];
}

} // namespace

QString MarkedEnglish::translate(const char*, const char* english, const char*, int) const {
    const QString source = QString::fromUtf8(english);
    if (source.trimmed().isEmpty())
        return source;
    QString out(QLatin1Char('['));
    bool name = false; // of a place: it stays, the forms behind its colon are words
    for (qsizetype i = 0; i < source.size(); ++i) {
        const QChar c = source[i];
        if (c == QLatin1Char('{')) {
            name = true;
        } else if (c == QLatin1Char('}') || c == QLatin1Char(':')) {
            name = false;
        } else if (c == QLatin1Char('<') && i + 1 < source.size() &&
                   (source[i + 1].isLetter() || source[i + 1] == QLatin1Char('/'))) { // what makes words bold
            const qsizetype end = source.indexOf(QLatin1Char('>'), i);
            out += source.mid(i, end - i + 1);
            i = end;
            continue;
        }
        out += name ? c : accented(c);
    }
    for (qsizetype i = 0; i < source.size() / 3; ++i)
        out += i % 6 == 5 ? QLatin1Char(' ') : QLatin1Char('~');
    return out + QLatin1Char(']');
}

void translate_core() {
    speak({[](std::string_view english) { return qtTrId(std::string(english).c_str()).toStdString(); }, nullptr});
}

void speak_marked_english() {
    QCoreApplication::installTranslator(new MarkedEnglish); // as long as the application
    translate_core();
}

} // namespace clockface::app
