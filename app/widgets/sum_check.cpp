#include "widgets/sum_check.h"

#include "look/plain_text.h"
#include "look/tongue.h"
#include "look/words.h"
#include "widgets/choice_blank.h"
#include "widgets/flow_layout.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QVBoxLayout>

#include <algorithm>

namespace clockface::app {

SumCheck::SumCheck(QWidget* parent)
    : QWidget(parent) {
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(4);
    auto* row = new FlowLayout; // on a narrow slip the figure goes to the next line
    auto* words = quiet_label(tr("My own sum of"));
    words->setWordWrap(false);
    row->addWidget(words);
    auto* place = new QWidget;
    m_choice = new QHBoxLayout(place);
    m_choice->setContentsMargins(0, 0, 0, 0);
    row->addWidget(place);
    m_own = new QLineEdit;
    m_own->setObjectName(QStringLiteral("mySum"));
    m_own->setAccessibleName(tr("the figure you worked out yourself"));
    m_own->setPlaceholderText(tr("your figure"));
    m_own->setFixedWidth(150);
    row->addWidget(m_own);
    all->addLayout(row);
    m_says = quiet_label({});
    m_says->setObjectName(QStringLiteral("mySumSays"));
    let_copy(m_says);
    m_says->hide();
    all->addWidget(m_says);
    m_own->installEventFilter(this);
    connect(m_own, &QLineEdit::textChanged, this, &SumCheck::check);
    hide();
}

void SumCheck::show_sums(std::vector<PlanSum> sums) {
    const bool same = std::equal(sums.begin(), sums.end(), m_sums.begin(), m_sums.end(),
                                 [](const PlanSum& one, const PlanSum& other) { return one.name == other.name; });
    m_sums = std::move(sums);
    if (!same) {
        m_at = 0;
        make_choice();
        m_own->clear();
    }
    setVisible(!m_sums.empty());
    check();
}

void SumCheck::make_choice() {
    delete m_which;
    m_which = nullptr;
    QStringList names;
    for (const PlanSum& each : m_sums)
        names << q(each.name);
    if (names.isEmpty())
        return;
    m_which = new ChoiceBlank(
        QStringLiteral("mySumOf"), tr("which figure was worked out"), names, [this] { return static_cast<int>(m_at); },
        [this](int chosen) {
            m_at = static_cast<std::size_t>(chosen);
            m_which->refresh();
            check();
        });
    m_choice->addWidget(m_which);
}

bool SumCheck::eventFilter(QObject* watched, QEvent* event) {
    if (watched != m_own || event->type() != QEvent::KeyPress)
        return QWidget::eventFilter(watched, event);
    switch (static_cast<QKeyEvent*>(event)->key()) {
    case Qt::Key_Escape:
        m_own->clear();
        parentWidget()->setFocus();
        return true;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        return true;
    default:
        return QWidget::eventFilter(watched, event);
    }
}

void SumCheck::check() {
    const QString typed = m_own->text().trimmed();
    m_says->setVisible(!typed.isEmpty());
    if (typed.isEmpty() || m_at >= m_sums.size())
        return;
    const auto found = check_sum(m_sums[m_at], typed.toStdString());
    m_says->setText(!found          ? q(found.error().sentence)
                    : found->agrees ? QStringLiteral("✓ ") + q(found->words)
                                    : QStringLiteral("✗ ") + q(found->words));
}

} // namespace clockface::app
