#include "shell/strips.h"

#include "look/plain_text.h"
#include "look/words.h"
#include "shell/icon.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <algorithm>

namespace clockface::app {

FindingsStrip::FindingsStrip(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_icon(plain_label())
    , m_sentence(marked_label())
    , m_next(new QPushButton)
    , m_show(new QPushButton(tr("Show where"))) {
    setObjectName(QStringLiteral("findings"));
    setAttribute(Qt::WA_StyledBackground);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(22, 6, 16, 6);
    layout->setSpacing(12);
    setMinimumHeight(44); // the same with and without buttons, so that the board keeps its size
    m_sentence->setObjectName(QStringLiteral("finding"));
    m_sentence->setWordWrap(true);
    m_next->setObjectName(QStringLiteral("nextFinding"));
    set_tip(m_next, tr("Shows the next finding (F8)"));
    m_next->setShortcut(Qt::Key_F8);
    m_show->setObjectName(QStringLiteral("showFinding"));
    set_tip(m_show, tr("Shows on the board what this is about (F9)"));
    m_show->setShortcut(Qt::Key_F9);
    layout->addWidget(m_icon);
    layout->addWidget(m_sentence, 1);
    layout->addWidget(m_next);
    layout->addWidget(m_show);
    connect(m_next, &QPushButton::clicked, this, [this] {
        ++m_at;
        refresh();
    });
    connect(m_show, &QPushButton::clicked, this, [this] {
        const auto& findings = m_document.findings();
        if (m_at >= static_cast<int>(findings.size()))
            return;
        const Finding found = findings[static_cast<std::size_t>(m_at)];
        if (found.setup != 0 && found.setup != m_document.plan().setup)
            m_document.go_to_setup(found.setup); // its holes are on another face
        emit show_wanted(found.holes);
    });
    connect(&document, &Document::changed, this, [this] {
        m_at = 0;
        refresh();
    });
    refresh();
}

void FindingsStrip::set_look(const Look& look) {
    m_look = &look;
    refresh();
}

void FindingsStrip::refresh() {
    const auto& findings = m_document.findings();
    const int count = static_cast<int>(findings.size());
    m_at = count == 0 ? 0 : m_at % count;
    m_next->setVisible(count > 1);
    m_show->setVisible(count > 0 && !findings[static_cast<std::size_t>(m_at)].holes.empty());
    if (count == 0) {
        m_icon->setPixmap(line_drawing(QStringLiteral("good"), m_look->good, 24, devicePixelRatioF()));
        m_sentence->setText(m_document.plan().holes.empty() ? tr("No holes yet.")
                                                            : tr("Nothing stands against this job."));
        return;
    }
    const Finding& finding = findings[static_cast<std::size_t>(m_at)];
    QColor colour = m_look->quiet;
    if (finding.grade == Grade::Stop)
        colour = m_look->stop;
    else if (finding.grade == Grade::Check)
        colour = m_look->check;
    m_icon->setPixmap(line_drawing(QString::fromStdString(name_of(finding.grade)), colour, 24, devicePixelRatioF()));
    QString grade = tr("Note");
    if (finding.grade == Grade::Stop)
        grade = tr("Stop");
    else if (finding.grade == Grade::Check)
        grade = tr("Check");
    m_sentence->setText(QStringLiteral("<b style='color:%1'>%2.</b> %3 %4")
                            .arg(colour.name(), grade, escaped(q(finding.sentence)), escaped(q(finding.remedy))));
    m_next->setText(tr("%1 of %2, next").arg(m_at + 1).arg(count));
}

NoticeStrip::NoticeStrip(QWidget* parent)
    : QWidget(parent)
    , m_text(plain_label())
    , m_first(new QPushButton)
    , m_second(new QPushButton) {
    setObjectName(QStringLiteral("notice"));
    setAttribute(Qt::WA_StyledBackground);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(22, 6, 16, 6);
    layout->setSpacing(12);
    m_text->setObjectName(QStringLiteral("noticeText"));
    m_text->setWordWrap(true);
    m_first->setObjectName(QStringLiteral("noticeFirst"));
    m_second->setObjectName(QStringLiteral("noticeSecond"));
    layout->addWidget(m_text, 1);
    layout->addWidget(m_first);
    layout->addWidget(m_second);
    connect(m_first, &QPushButton::clicked, this, [this] { answer(0); });
    connect(m_second, &QPushButton::clicked, this, [this] { answer(1); });
    hide();
}

void NoticeStrip::tell(const QString& text, std::vector<Answer> answers, Stays stays) {
    m_stays = stays;
    if (answers.empty())
        answers.push_back({tr("Good"), [] {}});
    m_answers = std::move(answers);
    m_text->setText(text);
    m_first->setText(button_text(m_answers[0].text));
    m_second->setVisible(m_answers.size() > 1);
    if (m_answers.size() > 1)
        m_second->setText(button_text(m_answers[1].text));
    show();
}

void NoticeStrip::drop(Stays which) {
    if (m_stays == which)
        hide();
}

QString NoticeStrip::text() const {
    return isHidden() ? QString() : m_text->text();
}

void NoticeStrip::answer(std::size_t which) {
    hide();
    // The answer may tell something itself.
    const auto act = m_answers.at(which).act;
    act();
}

} // namespace clockface::app
