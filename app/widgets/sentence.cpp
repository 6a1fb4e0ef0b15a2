#include "widgets/sentence.h"

#include "widgets/flow_layout.h"

#include <QEvent>
#include <QMenu>
#include <QStyle>
#include <QVBoxLayout>

namespace clockface::app {

Sentence::Sentence(QWidget* parent)
    : QWidget(parent)
    , m_line(new QWidget(this))
    , m_below(new QLabel(this)) {
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
        auto* label = new QLabel(word, m_line);
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

QToolButton* Sentence::choice(const QString& name, const QString& what, const QStringList& fillings,
                              std::function<int()> now, std::function<QString(int)> choose) {
    auto* button = new QToolButton(m_line);
    button->setObjectName(name);
    button->setAccessibleName(what);
    button->setToolTip(what + tr(" – Space shows what can stand here"));
    button->setPopupMode(QToolButton::InstantPopup);
    button->setFocusPolicy(Qt::StrongFocus);
    auto* menu = new QMenu(button);
    menu->setObjectName(name + QStringLiteral("Menu"));
    for (int i = 0; i < fillings.size(); ++i)
        connect(menu->addAction(fillings[i]), &QAction::triggered, this,
                [this, choose, i] { show_verdict(choose(i), {}); });
    button->setMenu(menu);
    m_line->layout()->addWidget(button);
    const auto refresh = [button, fillings, now] {
        const QString text = fillings.value(now());
        if (button->text() != text)
            button->setText(text);
    };
    refresh();
    m_refreshers.append(refresh);
    return button;
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
