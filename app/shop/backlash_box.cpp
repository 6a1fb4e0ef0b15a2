#include "shop/backlash_box.h"

#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/shop_number.h"

#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace clockface::app {

namespace {

constexpr int trials = 3;

} // namespace

BacklashBox::BacklashBox(const QString& axis, const Screw& screw, std::function<void(Length)> take, QWidget* parent)
    : QWidget(parent)
    , m_screw(screw) {
    auto* box = new QVBoxLayout(this);
    box->setContentsMargins(18, 2, 0, 8);
    const QString plus = screw.plus == Turn::Clockwise ? tr("clockwise") : tr("counter-clockwise");
    const QString minus = screw.plus == Turn::Clockwise ? tr("counter-clockwise") : tr("clockwise");
    auto* how = plain_label(
        tr("1. Stand an indicator against the table, spindle off, work and cutter away.\n"
           "2. Turn the %1 handle %2, well past, until the indicator moves; go on to its nought. Read the dial.\n"
           "3. Go on %2 by half a turn, then come back %3 until the indicator shows nought again. Read the dial.\n"
           "4. Twice more, so that a slip shows. Readings are lines of the dial, tenths estimated.")
            .arg(axis, plus, minus));
    how->setProperty("quiet", true);
    how->setWordWrap(true);
    box->addWidget(how);
    auto* grid = new QGridLayout;
    grid->setColumnStretch(4, 1);
    for (int i = 0; i < trials; ++i) {
        const auto field = [&](const QString& id, const QString& what, int column) {
            auto* edit = new QLineEdit;
            edit->setObjectName(QStringLiteral("%1:%2:%3").arg(id, axis).arg(i + 1));
            edit->setAccessibleName(what);
            set_tip(edit, what);
            edit->setFixedWidth(90);
            edit->setProperty("entry", true);
            connect(edit, &QLineEdit::textChanged, this, &BacklashBox::follow);
            grid->addWidget(edit, i, column);
            return edit;
        };
        auto* label = plain_label(tr("Trial %1: moving plus").arg(i + 1));
        grid->addWidget(label, i, 0);
        m_plus << field(QStringLiteral("movingPlus"), tr("dial moving plus, trial %1").arg(i + 1), 1);
        grid->addWidget(plain_label(tr("moving minus")), i, 2);
        m_minus << field(QStringLiteral("movingMinus"), tr("dial moving minus, trial %1").arg(i + 1), 3);
    }
    box->addLayout(grid);
    m_result = plain_label();
    m_result->setObjectName(QStringLiteral("backlashFound:") + axis);
    m_result->setWordWrap(true);
    box->addWidget(m_result);
    m_take = new QPushButton(tr("Take this as the %1 backlash").arg(axis));
    m_take->setObjectName(QStringLiteral("takeBacklash:") + axis);
    m_take->setProperty("act", true);
    m_take->setSizePolicy(QSizePolicy::Maximum, QSizePolicy::Fixed);
    connect(m_take, &QPushButton::clicked, this, [this, take] {
        if (m_found)
            take(m_found->backlash);
    });
    box->addWidget(m_take);
    follow();
}

void BacklashBox::follow() {
    m_found.reset();
    QString words;
    std::vector<BacklashTrial> readings;
    for (int i = 0; i < trials && words.isEmpty(); ++i) {
        const QString one = m_plus[i]->text().trimmed(), other = m_minus[i]->text().trimmed();
        if (one.isEmpty() && other.isEmpty())
            continue;
        if (one.isEmpty() || other.isEmpty()) {
            words = tr("Trial %1 wants its other reading.").arg(i + 1);
            break;
        }
        const auto a = read_number(one.toStdString()), b = read_number(other.toStdString());
        if (!a || !b)
            words = QStringLiteral("▲ ") + tr("Trial %1: %2").arg(i + 1).arg(q((a ? b : a).error().sentence));
        else
            readings.push_back({*a, *b});
    }
    if (words.isEmpty() && !readings.empty()) {
        const auto found = backlash_from(m_screw, readings);
        if (found)
            m_found = *found;
        words = found ? q(found->sentence) : QStringLiteral("▲ ") + q(found.error().sentence);
    }
    m_result->setText(words);
    m_result->setVisible(!words.isEmpty());
    m_take->setEnabled(m_found.has_value());
}

} // namespace clockface::app
