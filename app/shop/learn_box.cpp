#include "shop/learn_box.h"

#include "look/plain_text.h"
#include "look/words.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>

namespace clockface::app {

namespace {

constexpr int lines_shown = 6;

} // namespace

LearnBox::LearnBox(const SerialLine& line, std::function<void(const Learnt&)> take, QWidget* parent)
    : QWidget(parent)
    , m_line(line) {
    auto* box = new QVBoxLayout(this);
    box->setContentsMargins(18, 2, 0, 8);
    auto* how =
        plain_label(tr("Switch the readout's sending on. Move X a little, then Y: the figure that follows first is "
                       "taken for X where no letters tell."));
    how->setProperty("quiet", true);
    how->setWordWrap(true);
    box->addWidget(how);
    m_lines = plain_label();
    m_lines->setObjectName(QStringLiteral("lineAsItComes"));
    m_lines->setAccessibleName(tr("the last lines as they came"));
    m_lines->setWordWrap(true);
    box->addWidget(m_lines);
    m_result = plain_label();
    m_result->setObjectName(QStringLiteral("lineLearnt"));
    m_result->setWordWrap(true);
    box->addWidget(m_result);
    m_take = new QPushButton(tr("Take this"));
    m_take->setObjectName(QStringLiteral("takeLine"));
    m_take->setProperty("act", true);
    m_take->setSizePolicy(QSizePolicy::Maximum, QSizePolicy::Fixed);
    connect(m_take, &QPushButton::clicked, this, [this, take] { take(m_learnt); });
    box->addWidget(m_take);
    m_line.pattern.clear(); // what it is said to look like is what is to be found
    connect(&m_port, &PortReader::came, this, &LearnBox::look);
    look();
}

void LearnBox::showEvent(QShowEvent* event) {
    m_port.open(m_line, Length::mm(0.001));
    QWidget::showEvent(event);
}

void LearnBox::hideEvent(QHideEvent* event) {
    m_port.close();
    QWidget::hideEvent(event);
}

void LearnBox::look() {
    const LineNow now = m_port.now();
    std::vector<std::string> lines;
    for (const QString& each : now.lines)
        lines.push_back(each.toStdString());
    QStringList last;
    for (auto i = std::max<qsizetype>(0, now.lines.size() - lines_shown); i < now.lines.size(); ++i)
        last << QStringLiteral("“%1”").arg(now.lines[i]);
    m_lines->setText(last.join(QLatin1Char('\n')));
    m_lines->setVisible(!last.isEmpty());
    m_learnt = learn_pattern(lines);
    QString words =
        m_learnt.pattern.empty() ? q(m_learnt.sentence) : tr("“%1”: %2").arg(q(m_learnt.pattern), q(m_learnt.sentence));
    if (lines.empty() && !now.trouble.isEmpty())
        words = now.trouble;
    m_result->setText(words);
    m_take->setEnabled(!m_learnt.pattern.empty());
}

} // namespace clockface::app
