#include "order/ways_box.h"

#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "widgets/sentence.h"
#include "widgets/wrapping.h"

namespace clockface::app {

WaysBox::WaysBox(Document& document, Selection& selection, JobBlanks& blanks, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_selection(selection) {
    auto* box = new QVBoxLayout(this);
    box->setContentsMargins(0, 0, 0, 0);
    box->setSpacing(4);
    m_within = new Sentence;
    m_within->reads(tr("Holes in the side may miss the axis by {axisWithin}."));
    blanks.length(*m_within, "axisWithin", tr("what holes may miss the axis by"),
                  [](Job& job) -> Length& { return job.axis_within; });
    connect(m_within, &Sentence::given_up, this, [this] { m_document.drop_preview(); });
    box->addWidget(m_within);
    m_top = make_list(box, QStringLiteral("top"));
    m_angle = make_list(box, QStringLiteral("angle"));
    connect(&selection, &Selection::changed, this, &WaysBox::refresh);
}

WaysBox::List WaysBox::make_list(QVBoxLayout* box, const QString& name) {
    List list;
    list.title = plain_label();
    list.title->setObjectName(name + "WaysTitle");
    list.title->setProperty("heading", true);
    list.title->setWordWrap(true);
    box->addWidget(list.title);
    list.lines = new QVBoxLayout;
    list.lines->setSpacing(2);
    box->addLayout(list.lines);
    list.words = plain_label();
    list.words->setObjectName(name + "WaysWords");
    list.words->setProperty("quiet", true);
    list.words->setWordWrap(true);
    let_copy(list.words);
    box->addWidget(list.words);
    list.more = link_button(name + "WaysMore", tr("its steps, and why not another"));
    list.more->setCheckable(true);
    box->addWidget(list.more, 0, Qt::AlignLeft);
    list.rest = plain_label();
    list.rest->setObjectName(name + "WaysRest");
    list.rest->setProperty("quiet", true);
    list.rest->setWordWrap(true);
    let_copy(list.rest);
    list.rest->hide();
    connect(list.more, &QPushButton::toggled, list.rest, &QWidget::setVisible);
    box->addWidget(list.rest);
    return list;
}

const Hole* WaysBox::chosen_hole() const {
    const SetupPlan& plan = m_document.plan();
    for (const Hole& hole : plan.holes)
        if (hole.name == m_selection.hole())
            return &hole;
    for (const Hole& hole : plan.holes)
        if (m_document.job().patterns[hole.pattern].name == m_selection.pattern())
            return &hole;
    return plan.route.order.empty() ? nullptr : &plan.holes[static_cast<std::size_t>(plan.route.order.front())];
}

template <class Kind>
void WaysBox::show_ways(List& list, const QString& title, const Ranked<Kind>& ranked,
                        const std::function<void(Kind)>& take) {
    const Unit unit = m_document.job().unit;
    list.title->setText(title);
    QStringList not_here;
    int used = 0;
    for (std::size_t i = 0; i < ranked.ways.size(); ++i) {
        const Way<Kind>& way = ranked.ways[i];
        if (!way.fits) {
            not_here << tr("%1: %2").arg(q(way.name), q(way.reason));
            continue;
        }
        if (used == list.buttons.size()) {
            auto* made = new LineButton;
            made->setCheckable(true);
            list.lines->addWidget(made);
            list.buttons << made;
        }
        LineButton* button = list.buttons[used++];
        button->setObjectName(QStringLiteral("way:") + q(way.name));
        button->set_words(
            tr("%2 · %3 min · %1").arg(q(way.name), q(miss_in_words(way.error, unit)), q(decimal(way.minutes, 0))));
        button->setAccessibleName(tr("take: %1").arg(q(way.name)));
        set_tip(button, q(way.reason));
        button->setChecked(i == ranked.taken);
        button->setVisible(true);
        button->disconnect(this);
        const Kind kind = way.kind;
        connect(button, &QPushButton::clicked, this, [this, take, kind] {
            take(kind);
            refresh();
        });
    }
    for (int i = used; i < list.buttons.size(); ++i)
        list.buttons[i]->setVisible(false);
    QString words;
    QStringList lines;
    if (ranked.taken < ranked.ways.size()) {
        const Way<Kind>& taken = ranked.ways[ranked.taken];
        words = q(taken.reason);
        QStringList figures;
        for (const WayFigure& figure : taken.figures)
            figures << tr("%1 %2").arg(q(figure.what), q(figure.value));
        if (!figures.isEmpty())
            words += QLatin1Char('\n') + figures.join(QStringLiteral("; ")) + QStringLiteral(".");
        int number = 0;
        for (const std::string& step : taken.steps)
            lines << QStringLiteral("%1. %2").arg(++number).arg(q(step));
    }
    if (!not_here.isEmpty())
        lines << tr("Not here: %1").arg(not_here.join(QStringLiteral(" ")));
    list.words->setText(words);
    list.rest->setText(lines.join(QLatin1Char('\n')));
}

void WaysBox::refresh() {
    const Job& job = m_document.job();
    const SetupPlan& plan = m_document.plan();
    const bool needed = job.blank.on_side() && !plan.route.order.empty();
    setVisible(needed);
    if (!needed)
        return;
    m_within->refresh();
    const RoundKit& kit = m_document.shop().kit;
    const Hole& first = plan.holes[static_cast<std::size_t>(plan.route.order.front())];
    const auto edit = [this](const QString& what, const std::function<void(Job&)>& change) {
        Job next = m_document.settled();
        change(next);
        (void)m_document.edit(what, next);
    };
    // One set-up serves all holes, so this is taken for all of them.
    show_ways<TopWay>(m_top, tr("To stand over the axis"), ranked_tops(job, kit, plan.machine, plan.estimates, first),
                      [edit](TopWay way) {
                          edit(tr("way to the axis"), [way](Job& next) {
                              for (Pattern& pattern : next.patterns)
                                  if (pattern.face == Face::Top)
                                      pattern.top = way;
                          });
                      });
    const Hole* hole = chosen_hole();
    const bool turned = hole && hole->bar && hole->bar->bearing != first.bar.value_or(OnBar{}).bearing;
    m_angle.title->setVisible(turned);
    m_angle.words->setVisible(turned);
    m_angle.more->setVisible(turned);
    m_angle.rest->setVisible(turned && m_angle.more->isChecked());
    for (QPushButton* button : m_angle.buttons)
        button->setVisible(turned);
    if (!turned)
        return;
    const std::size_t pattern = hole->pattern;
    show_ways<AngleWay>(
        m_angle, tr("To bring it from %1 to the angle of %2").arg(q(first.name), q(hole->name)),
        ranked_angles(job, kit, plan.machine, plan.estimates, first, *hole), [edit, pattern](AngleWay way) {
            edit(tr("way to the angle"), [way, pattern](Job& next) { next.patterns[pattern].angle = way; });
        });
}

} // namespace clockface::app
