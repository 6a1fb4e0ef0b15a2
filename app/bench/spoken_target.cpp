#include "bench/spoken_target.h"

#include "look/words.h"

#include <QCoreApplication>
#include <QSettings>
#include <QStringList>

namespace clockface::app {

namespace {

const QString speaks_key = QStringLiteral("bench/speaks");

} // namespace

bool SpokenTarget::wanted() const {
    return m_settings && m_settings->value(speaks_key, false).toBool();
}

bool SpokenTarget::want(bool wanted) {
    if (wanted && !m_voice())
        return false;
    if (m_settings)
        m_settings->setValue(speaks_key, wanted);
    m_last.clear();
    return true;
}

void SpokenTarget::say(const QString& words) {
    if (!wanted() || words == m_last)
        return;
    m_last = words;
    if (Voice* voice = m_voice())
        voice->speak(words);
}

void SpokenTarget::again() {
    if (Voice* voice = wanted() ? m_voice() : nullptr)
        voice->speak(m_last);
}

QString spoken(const Wording& words) {
    QStringList parts{q(words.heading)};
    for (const BigFigure& each : words.figures) {
        QString value = q(each.value);
        // A sign that is not heard is a hole on the other side.
        if (value.startsWith(QChar(0x2212)))
            value = QCoreApplication::translate("SpokenTarget", "minus %1").arg(value.mid(1));
        else if (value.startsWith(QLatin1Char('+')))
            value = QCoreApplication::translate("SpokenTarget", "plus %1").arg(value.mid(1));
        parts << QStringList{q(each.caption), value, q(each.after)}.join(QLatin1Char(' ')).simplified();
    }
    if (!words.direction.empty())
        parts << q(words.direction);
    return parts.join(QStringLiteral(". "));
}

} // namespace clockface::app
