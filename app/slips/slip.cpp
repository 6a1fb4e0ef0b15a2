#include "slips/slip.h"

#include "look/plain_text.h"
#include "widgets/flow_layout.h"

#include <QLabel>
#include <QPushButton>
#include <QToolButton>

namespace clockface::app {

Slip::Slip(Document& document, Selection& selection, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_selection(selection)
    , m_blanks(document) {
    setObjectName(QStringLiteral("slip"));
    setAttribute(Qt::WA_StyledBackground);
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(0, 0, 0, 0);
    auto* scroll = new QScrollArea(this);
    scroll->setObjectName(QStringLiteral("slipScroll"));
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    auto* body = new QWidget(scroll);
    body->setObjectName(QStringLiteral("slipBody"));
    m_body = new QVBoxLayout(body);
    m_body->setContentsMargins(20, 18, 20, 18);
    m_body->setSpacing(14);
    scroll->setWidget(body);
    outer->addWidget(scroll);
    connect(&document, &Document::changed, this, [this] {
        if (isVisible())
            refresh();
    });
}

void Slip::showEvent(QShowEvent* event) {
    refresh();
    QWidget::showEvent(event);
}

Card Slip::card(QVBoxLayout* place, int spacing, Card::Says says) {
    return {place, spacing, [this] { m_document.drop_preview(); }, std::move(says)};
}

Sentence* Slip::sentence(QWidget* parent) {
    auto* made = new Sentence(parent);
    connect(made, &Sentence::given_up, this, [this] { m_document.drop_preview(); });
    return made;
}

QList<QToolButton*> Slip::add_tabs(const QList<std::pair<QString, QString>>& tabs,
                                   const std::function<void(int)>& chosen) {
    QList<QToolButton*> made;
    auto* row = new FlowLayout;
    for (const auto& [name, word] : tabs) {
        auto* tab = new QToolButton;
        tab->setObjectName(name);
        tab->setText(word);
        tab->setAccessibleName(word);
        tab->setCheckable(true);
        tab->setAutoExclusive(true);
        tab->setProperty("pick", true);
        tab->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        tab->setMinimumSize(40, 30);
        connect(tab, &QToolButton::clicked, this, [chosen, page = static_cast<int>(made.size())] { chosen(page); });
        row->addWidget(tab);
        made << tab;
    }
    m_body->addLayout(row);
    return made;
}

} // namespace clockface::app
