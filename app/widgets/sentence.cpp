#include "widgets/sentence.h"

#include "look/plain_text.h"
#include "widgets/flow_layout.h"

#include <QEvent>
#include <QStyle>
#include <QVBoxLayout>

namespace clockface::app {

Sentence::Sentence(QWidget* parent)
    : QWidget(parent)
    , m_line(new QWidget(this))
    , m_below(plain_label({}, this)) {
    new FlowLayout(m_line);
    QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
    policy.setHeightForWidth(true);
    m_line->setSizePolicy(policy);
    setSizePolicy(policy);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    layout->addWidget(m_line);
    layout->addWidget(m_below);
    m_below->setObjectName(QStringLiteral("below"));
    m_below->setWordWrap(true);
    m_below->hide();
}

void Sentence::words(const QString& text) {
    for (const QString& word : text.split(QLatin1Char(' '), Qt::SkipEmptyParts)) {
        auto* label = plain_label(word, m_line);
        label->setProperty("clings", word.size() <= 1 && QStringLiteral(".,;:)").contains(word));
        m_line->layout()->addWidget(label);
    }
}

BlankEdit* Sentence::blank(const QString& name, const QString& what, BlankEdit::Show show, BlankEdit::Try attempt) {
    auto* edit = new BlankEdit(name, what, std::move(show), std::move(attempt), m_line);
    m_line->layout()->addWidget(edit);
    m_blanks.append(edit);
    connect(edit, &BlankEdit::verdict, this, &Sentence::show_verdict);
    connect(edit, &BlankEdit::given_up, this, &Sentence::given_up);
    m_refreshers.append([edit] { edit->refresh(); });
    return edit;
}

ChoiceBlank* Sentence::choice(const QString& name, const QString& what, const QStringList& fillings,
                              std::function<int()> now, std::function<QString(int)> choose) {
    auto* blank = new ChoiceBlank(
        name, what, fillings, std::move(now),
        [this, choose = std::move(choose)](int filling) { show_verdict(choose(filling), {}); }, m_line);
    m_line->layout()->addWidget(blank);
    m_refreshers.append([blank] { blank->refresh(); });
    return blank;
}

void Sentence::refresh() {
    for (const auto& refresh : m_refreshers)
        refresh();
}

bool Sentence::event(QEvent* event) {
    const bool done = QWidget::event(event);
    if (event->type() == QEvent::LayoutRequest || event->type() == QEvent::Resize)
        m_line->setMinimumHeight(m_line->layout()->heightForWidth(std::max(m_line->width(), 120)));
    return done;
}

void Sentence::show_verdict(const QString& fault, const QString& echo) {
    m_below->setText(fault.isEmpty() ? echo : QStringLiteral("▲ ") + fault);
    m_below->setProperty("fault", !fault.isEmpty());
    m_below->setProperty("echo", fault.isEmpty());
    m_below->style()->unpolish(m_below);
    m_below->style()->polish(m_below);
    m_below->setVisible(!m_below->text().isEmpty());
}

} // namespace clockface::app
