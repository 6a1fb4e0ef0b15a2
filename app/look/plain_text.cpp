#include "look/plain_text.h"

#include <QEvent>
#include <QTextDocument>

namespace clockface::app {

namespace {

class CopiedFrom final : public QObject {
public:
    explicit CopiedFrom(QLabel* label)
        : QObject(label) {
        label->installEventFilter(this);
    }

protected:
    bool eventFilter(QObject* watched, QEvent* event) override {
        if (event->type() == QEvent::Enter) {
            static_cast<QLabel*>(watched)->setTextInteractionFlags(Qt::TextSelectableByMouse);
            watched->removeEventFilter(this);
        }
        return false;
    }
};

} // namespace

QLabel* plain_label(const QString& text, QWidget* parent) {
    auto* label = new QLabel(parent);
    label->setTextFormat(Qt::PlainText);
    label->setText(text);
    return label;
}

QLabel* heading_label(const QString& text) {
    QLabel* label = plain_label(text);
    label->setProperty("heading", true);
    label->setWordWrap(true);
    return label;
}

QLabel* quiet_label(const QString& text) {
    QLabel* label = plain_label(text);
    label->setProperty("quiet", true);
    label->setWordWrap(true);
    return label;
}

void let_copy(QLabel* label) {
    new CopiedFrom(label); // the label keeps it
}

QLabel* marked_label(const QString& text, QWidget* parent) {
    auto* label = new QLabel(parent);
    label->setTextFormat(Qt::RichText);
    label->setText(text);
    return label;
}

QString plain_tip(const QString& text) {
    return Qt::mightBeRichText(text) ? Qt::convertFromPlainText(text) : text;
}

void set_tip(QWidget* widget, const QString& text) {
    widget->setToolTip(plain_tip(text));
}

QString breakable(const QString& name) {
    constexpr int longest = 20;
    constexpr QChar break_here(0x200B);
    QString out;
    int since = 0;
    for (const QChar c : name) {
        out += c;
        if (++since < longest && !QStringLiteral("-_./").contains(c))
            continue;
        out += break_here;
        since = 0;
    }
    return out;
}

QString button_text(QString text) {
    return text.replace(QLatin1Char('&'), QStringLiteral("&&"));
}

QString without_marks(QString text) {
    return text.replace(QStringLiteral("&&"), QStringLiteral("&"));
}

} // namespace clockface::app
