#include "widgets/card.h"

#include "look/plain_text.h"
#include "widgets/flow_layout.h"
#include "widgets/line_button.h"
#include "widgets/wrapping.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QVBoxLayout>

namespace clockface::app {

namespace {

constexpr int below_step = 24; // what belongs to a numbered step stands in from it

void help(QPushButton& button, const LinkAid& aid) {
    if (!aid.spoken.isEmpty())
        button.setAccessibleName(aid.spoken);
    if (!aid.tip.isEmpty())
        set_tip(&button, aid.tip);
}

} // namespace

Card::Card(QVBoxLayout* place, int spacing, std::function<void()> given_up, Says says)
    : m_part(place)
    , m_spacing(spacing)
    , m_given_up(std::move(given_up))
    , m_says(std::move(says)) {}

void Card::hear() {
    if (!m_ear)
        m_ear = std::make_unique<Sentence>();
    m_ear->only_hears(m_heard);
    m_heard = {};
    m_now.clear();
    m_says(*this);
}

void Card::renew(bool trying) {
    hear();
    if (m_stands != m_heard && (!trying || !m_stands))
        make();
    else if (m_stands == m_heard)
        show_now();
    for (Sentence* each : std::as_const(m_sentences))
        each->refresh();
}

void Card::make() {
    m_stands = m_heard;
    m_sentences.clear();
    m_show_now.clear();
    m_box = m_part.begin(m_spacing);
    m_makes = true;
    m_says(*this);
    m_makes = false;
    show_now(); // before it is laid out
    m_part.end();
}

void Card::show_now() {
    for (std::size_t i = 0; i < m_show_now.size(); ++i)
        m_show_now[i](m_now[static_cast<qsizetype>(i)]);
}

Sentence& Card::sentence(const QString& name) {
    m_heard << name;
    if (!m_makes)
        return *m_ear;
    auto* made = new Sentence;
    made->setObjectName(name);
    if (m_given_up)
        QObject::connect(made, &Sentence::given_up, made, m_given_up);
    m_sentences << made;
    m_box->addWidget(made);
    return *made;
}

void Card::heading(const QString& words) {
    m_heard << words;
    if (m_makes)
        m_box->addWidget(heading_label(words));
}

void Card::quiet(const QString& words) {
    m_heard << words;
    if (m_makes)
        m_box->addWidget(quiet_label(words));
}

void Card::words(const QString& name, const QString& now, OfUse of_use) {
    m_heard << name;
    if (!m_makes) {
        m_now << now;
        return;
    }
    QLabel* label = quiet_label({});
    label->setObjectName(name);
    if (of_use == OfUse::BelowStep)
        label->setContentsMargins(below_step, 0, 0, 0);
    if (of_use == OfUse::ToCopy)
        let_copy(label);
    m_box->addWidget(label);
    m_show_now.emplace_back([label](const QString& words) {
        if (label->text() != words)
            label->setText(words);
        label->setHidden(words.isEmpty());
    });
}

void Card::link(const QString& name, const QString& words, std::function<void()> then, const LinkAid& aid) {
    m_heard << name << words << aid.spoken;
    if (!m_makes)
        return;
    QPushButton* made = link_button(name, words);
    help(*made, aid);
    QObject::connect(made, &QPushButton::clicked, made, std::move(then));
    if (m_row)
        m_row->addWidget(made);
    else
        m_box->addWidget(made);
}

void Card::links(const std::function<void()>& all, OfUse of_use) {
    if (m_makes) {
        auto* row = new QWidget;
        if (of_use == OfUse::BelowStep)
            row->setContentsMargins(below_step, 0, 0, 4);
        m_row = new FlowLayout(row);
        m_box->addWidget(row);
    }
    all();
    m_row = nullptr;
}

void Card::line(const QString& name, const QString& now, std::function<void()> then, const LinkAid& aid,
                const LineLook& look) {
    m_heard << name << aid.spoken << look.aside << look.chosen.has_value() << look.chosen.value_or(false);
    if (!m_makes) {
        m_now << now;
        return;
    }
    auto* made = new LineButton(look.icon ? look.icon() : QIcon(), {});
    made->setObjectName(name);
    help(*made, aid);
    if (look.chosen) {
        made->setCheckable(true);
        made->setChecked(*look.chosen);
    }
    QObject::connect(made, &QPushButton::clicked, made, std::move(then));
    m_show_now.emplace_back([made](const QString& words) { made->set_words(words); });
    if (look.aside.isEmpty()) {
        m_box->addWidget(made);
        return;
    }
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    row->addWidget(made, 1);
    QLabel* aside = quiet_label(look.aside);
    aside->setWordWrap(false);
    constexpr int usual = 104; // so that those of several lines stand below each other
    aside->setMinimumWidth(usual);
    row->addWidget(aside);
    m_box->addLayout(row);
}

void Card::shows(const QString& name, const std::function<QWidget*()>& make) {
    m_heard << name;
    if (!m_makes)
        return;
    QWidget* made = make();
    made->setObjectName(name);
    m_box->addWidget(made);
}

void Card::set_spacing(int pixels) {
    if (m_makes)
        m_box->setSpacing(pixels);
}

void Card::space(int pixels) {
    if (m_makes)
        m_box->addSpacing(pixels);
}

} // namespace clockface::app
