#include "widgets/callout_line.h"

#include "layout/callout.h"
#include "layout/callout_words.h"
#include "look/plain_text.h"

#include <QAbstractItemView>
#include <QCompleter>
#include <QKeyEvent>
#include <QShortcut>
#include <QStringListModel>
#include <QStyle>
#include <QVBoxLayout>

namespace clockface::app {

namespace {

// Where a byte of UTF-8 stands among the characters of the line.
int character_at(const QString& text, std::size_t byte) {
    return static_cast<int>(QString::fromUtf8(text.toUtf8().left(static_cast<int>(byte))).size());
}

} // namespace

CalloutLine::CalloutLine(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_text(new QLineEdit(this))
    , m_below(plain_label({}, this)) {
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    layout->addWidget(m_text);
    layout->addWidget(m_below);
    m_text->setObjectName(QStringLiteral("callout"));
    m_text->setProperty("boxed", true);
    m_text->setAccessibleName(tr("callout"));
    const auto suggest = [this] {
        const Job& job = m_document.job();
        const bool inches = job.unit == Unit::Inch;
        m_text->setPlaceholderText(
            job.blank.on_side()
                ? (inches ? tr("#21 at 3/8 from left end") : tr("4.1 at 9.5 from left end"))
                : (inches ? tr("7x 10-32 on 2.42 circle from 1:00") : tr("7x M5 on 61.5 circle from 1:00")));
    };
    suggest();
    connect(&document, &Document::changed, m_text, suggest);
    set_tip(m_text, tr("Type a callout as the drawing says it; Enter adds it (Ctrl+L comes here)"));
    m_text->installEventFilter(this);
    m_below->setObjectName(QStringLiteral("calloutBelow"));
    m_below->setWordWrap(true);
    m_below->hide();
    connect(m_text, &QLineEdit::textEdited, this, &CalloutLine::type);
    // Words, not whole lines, are completed, so the completer is led by hand.
    m_completer = new QCompleter(new QStringListModel(this), this);
    m_completer->setWidget(m_text);
    m_completer->popup()->setObjectName(QStringLiteral("calloutWords"));
    connect(m_completer, qOverload<const QString&>(&QCompleter::activated), this, &CalloutLine::complete);
    connect(new QShortcut(QKeySequence(Qt::CTRL | Qt::Key_L), this), &QShortcut::activated, m_text,
            qOverload<>(&QWidget::setFocus));
}

void CalloutLine::type(const QString& text) {
    offer_words();
    if (text.trimmed().isEmpty())
        return give_up();
    const auto pattern = read_callout(text.toStdString(), m_document.settled());
    if (!pattern) {
        m_document.drop_preview();
        const CalloutProblem& fault = pattern.error();
        const QString word =
            QString::fromUtf8(text.toUtf8().mid(static_cast<int>(fault.begin), static_cast<int>(fault.length)));
        const QString sentence = QString::fromStdString(fault.sentence);
        tell(word.isEmpty() || sentence.contains(word) ? sentence : QStringLiteral("%1: %2").arg(word, sentence), true);
        return;
    }
    Job next = m_document.settled();
    next.patterns.push_back(*pattern);
    m_document.preview(next);
    tell(tr("%1 – Enter adds it").arg(QString::fromStdString(callout_of(*pattern, next))), false);
}

QString CalloutLine::word_begun() const {
    const QString before = m_text->text().left(m_text->cursorPosition());
    return before.mid(before.lastIndexOf(QLatin1Char(' ')) + 1);
}

void CalloutLine::offer_words() {
    QStringList words;
    for (const std::string& word : callout_completions(word_begun().toStdString(), m_document.job().blank.on_side()))
        words << QString::fromStdString(word);
    static_cast<QStringListModel*>(m_completer->model())->setStringList(words);
    if (words.isEmpty() || word_begun().size() < 2)
        return m_completer->popup()->hide();
    if (m_completer->popup()->styleSheet() != window()->styleSheet())
        m_completer->popup()->setStyleSheet(window()->styleSheet()); // a window of its own, in the same colours
    m_completer->setCompletionPrefix(word_begun());
    m_completer->complete();
}

void CalloutLine::complete(const QString& word) {
    const QString text = m_text->text();
    const int cursor = m_text->cursorPosition();
    const int begin = cursor - static_cast<int>(word_begun().size());
    m_text->setText(text.left(begin) + word + QLatin1Char(' ') + text.mid(cursor));
    m_text->setCursorPosition(begin + static_cast<int>(word.size()) + 1);
    type(m_text->text());
}

void CalloutLine::accept() {
    const QString text = m_text->text();
    const auto pattern = read_callout(text.toStdString(), m_document.settled());
    if (!pattern) {
        type(text);
        // The word that stands in the way is chosen, so that typing replaces it.
        const CalloutProblem& fault = pattern.error();
        const int begin = character_at(text, fault.begin);
        m_text->setSelection(begin, character_at(text, fault.begin + fault.length) - begin);
        return;
    }
    Job next = m_document.settled();
    next.patterns.push_back(*pattern);
    if (const auto kept = m_document.edit(tr("callout %1").arg(QString::fromStdString(pattern->name)), next); !kept)
        return tell(QString::fromStdString(kept.error().sentence), true);
    m_text->clear();
    m_below->hide();
    emit added(pattern->name);
}

void CalloutLine::give_up() {
    m_document.drop_preview();
    m_text->clear();
    m_below->hide();
}

void CalloutLine::tell(const QString& text, bool fault) {
    m_below->setText(fault ? QStringLiteral("▲ ") + text : text);
    m_below->setProperty("fault", fault);
    m_below->setProperty("echo", !fault);
    m_below->style()->unpolish(m_below);
    m_below->style()->polish(m_below);
    m_below->show();
}

bool CalloutLine::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::KeyPress) {
        switch (static_cast<QKeyEvent*>(event)->key()) {
        case Qt::Key_Return:
        case Qt::Key_Enter:
            accept();
            return true;
        case Qt::Key_Escape:
            give_up();
            return true;
        default:
            break;
        }
    } else if (event->type() == QEvent::FocusOut) {
        m_document.drop_preview(); // the text stays; the ghost goes until somebody types on
    }
    return QWidget::eventFilter(watched, event);
}

} // namespace clockface::app
