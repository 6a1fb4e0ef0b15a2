#include "cutters/cutters_slip.h"

#include "cutters/depth_view.h"
#include "cutting/chains.h"
#include "cutting/depth_figure.h"
#include "formats/cutter_report.h"
#include "look/look.h"
#include "look/plain_figure.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "widgets/flow_layout.h"
#include "widgets/line_button.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QToolButton>

namespace clockface::app {

namespace {

constexpr int most_kinds = 12;

// The disc with the number of a kind of hole, as on the board.
QIcon kind_mark(int kind) {
    constexpr int side = 22;
    QPixmap picture(side * 2, side * 2);
    picture.setDevicePixelRatio(2.0);
    picture.fill(Qt::transparent);
    QPainter painter(&picture);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(Look::day().surround, 1.0));
    painter.setBrush(kind_colour(kind));
    painter.drawEllipse(QRectF(1, 1, side - 2, side - 2));
    painter.setFont(type(10, true));
    painter.setPen(Look::day().surround);
    painter.drawText(QRectF(0, 0, side, side), Qt::AlignCenter, QString::number(kind + 1));
    return QIcon(picture);
}

} // namespace

CuttersSlip::CuttersSlip(Document& document, Selection& selection, QWidget* parent)
    : Slip(document, selection, parent) {
    auto* head = new QHBoxLayout;
    head->addWidget(heading(tr("What makes each hole?")), 1);
    auto* shop = link_button(QStringLiteral("toShop"), tr("the shop"));
    connect(shop, &QPushButton::clicked, this, [this] { emit shop_wanted(QStringLiteral("drawer")); });
    head->addWidget(shop);
    body()->addLayout(head);
    m_tabs =
        add_tabs({{QStringLiteral("pageTheHole"), tr("The hole")}, {QStringLiteral("pageToFetch"), tr("To fetch")}},
                 [this](int tab) {
                     show_page(std::array{TheHole, ToFetch}.at(static_cast<std::size_t>(tab)));
                 });
    m_told = quiet({});
    m_told->setObjectName(QStringLiteral("cuttersTold"));
    m_told->setProperty("fault", true);
    m_told->hide();
    body()->addWidget(m_told);
    auto* place = new QVBoxLayout;
    body()->addLayout(place);
    m_steps = std::make_unique<Renewed>(place);
    body()->addStretch();
    connect(&selection, &Selection::changed, this, [this] {
        if (isVisible())
            refresh();
    });
    m_tabs[TheHole]->setChecked(true);
}

void CuttersSlip::show_page(Page page) {
    m_page = page;
    m_tabs[page]->setChecked(true);
    if (isVisible())
        refresh();
}

int CuttersSlip::chain() const {
    const int hole = chosen_hole(document(), selection());
    return hole < 0 ? -1 : document().plan().kind_of[static_cast<std::size_t>(hole)];
}

// What the widgets stand for: other steps or other choices need other widgets, other figures do not.
Shape CuttersSlip::structure() const {
    const SetupPlan& plan = document().plan();
    Shape all;
    all << m_page << chain() << m_why;
    if (m_page == ToFetch) {
        for (const FetchLine& line : plan.cutters().lines)
            all << line.cutter.name << line.holes;
        return all;
    }
    for (int i = 0; i < static_cast<int>(plan.chains().size()); ++i)
        all << holes_of_chain(document().whole_plan(), i);
    if (chain() < 0)
        return all;
    const Chain& now = plan.chains()[static_cast<std::size_t>(chain())];
    all << now.spec.purpose << now.spec.recess.has_value() << now.spec.depth.has_value() << now.spec.wishes.locked
        << (now.spec.wishes == CuttingWishes{}) << now.spec.wishes.added.size();
    for (const CutStep& step : now.steps) {
        all << step.name << step.by_hand << step.skipped << step.cutter.kind << step.others.size();
        for (const Choice& other : step.others)
            all << other.cutter.name << other.consequence;
    }
    for (const Pattern& pattern : document().job().patterns)
        all << is_like(pattern.hole, now.spec) << (pattern.hole == now.spec);
    return all;
}

void CuttersSlip::refresh() {
    // While a figure is typed the plan tries it at every key; the blank it is typed into must stay until it is settled.
    const bool trying = document().trying();
    if (const Shape now = structure(); now != m_built && !trying) {
        m_built = now;
        build();
    }
    for (Sentence* each : std::as_const(m_sentences))
        each->refresh();
    for (const auto& words : std::as_const(m_refreshers))
        words();
}

void CuttersSlip::build() {
    m_sentences.clear();
    m_refreshers.clear();
    QVBoxLayout* box = m_steps->begin(6);
    if (m_page == ToFetch)
        build_fetch(box);
    else
        build_hole(box);
    m_steps->end();
}

Sentence* CuttersSlip::add_sentence(QVBoxLayout* box) {
    Sentence* made = sentence();
    m_sentences << made;
    box->addWidget(made);
    return made;
}

QLabel* CuttersSlip::add_words(QVBoxLayout* box, std::function<QString()> words) {
    QLabel* label = quiet({});
    const auto show = [label, words] {
        const QString now = words();
        if (label->text() != now)
            label->setText(now);
        label->setVisible(!now.isEmpty());
    };
    box->addWidget(label);
    show();
    m_refreshers << show;
    return label;
}

void CuttersSlip::wish(const QString& name, const std::function<void(CuttingWishes&)>& change) {
    const int hole = chosen_hole(document(), selection());
    if (hole < 0)
        return;
    Job next = document().settled();
    const std::size_t pattern = pattern_of_kind(next, document().plan().holes[static_cast<std::size_t>(hole)].pattern);
    change(next.patterns[pattern].hole.wishes);
    const auto kept = document().edit(name, next);
    m_told->setText(kept ? QString() : q(kept.error().text()));
    m_told->setVisible(!kept);
}

void CuttersSlip::build_hole(QVBoxLayout* box) {
    if (chain() < 0) {
        box->addWidget(
            quiet(tr("There are no holes yet: place some under Holes. Here you then see which cutters make them, how "
                     "deep and how fast, from what is in your drawer.")));
        return;
    }
    build_kinds(box);
    build_spec(box);
    const Chain& now = document().plan().chains()[static_cast<std::size_t>(chain())];
    int number = 0;
    for (const CutStep& step : now.steps)
        build_step(box, step, ++number);
    add_words(box, [this] {
        QStringList all;
        if (chain() >= 0)
            for (const std::string& sentence : document().plan().chains()[static_cast<std::size_t>(chain())].missing)
                all << QStringLiteral("▲ ") + q(sentence);
        return all.join(QLatin1Char('\n'));
    })->setObjectName(QStringLiteral("missing"));
    build_acts(box);
}

// Its first hole, and the set-up that hole is made in where it is on another face.
void CuttersSlip::show_kind(int chain) {
    const auto has = [chain](const SetupPlan& each) {
        return std::find(each.kind_of.begin(), each.kind_of.end(), chain) != each.kind_of.end();
    };
    const auto& setups = document().whole_plan().setups;
    if (const auto found = std::find_if(setups.begin(), setups.end(), has);
        !has(document().plan()) && found != setups.end())
        document().go_to_setup(found->setup);
    const SetupPlan& now = document().plan();
    if (const auto hole = std::find(now.kind_of.begin(), now.kind_of.end(), chain); hole != now.kind_of.end()) {
        const Hole& first = now.holes[static_cast<std::size_t>(hole - now.kind_of.begin())];
        selection().select(document().job().patterns[first.pattern].name, first.name);
    }
}

void CuttersSlip::build_kinds(QVBoxLayout* box) {
    const SetupPlan& plan = document().plan();
    const Job& job = document().job();
    for (int i = 0; i < std::min(static_cast<int>(plan.chains().size()), most_kinds); ++i) {
        const Chain& each = plan.chains()[static_cast<std::size_t>(i)];
        auto* button = new LineButton(
            kind_mark(i),
            tr("%1 – %2, %3")
                .arg(q(holes_of_chain(document().whole_plan(), i)), q(size_in_words(each.spec, job.unit)),
                     each.spec.depth ? tr("%1 deep").arg(q(with_unit(*each.spec.depth, job.unit))) : tr("through")));
        button->setObjectName(QStringLiteral("kind:%1").arg(i + 1));
        button->setAccessibleName(tr("kind of hole %1: %2").arg(i + 1).arg(button->words()));
        button->setCheckable(true);
        button->setChecked(i == chain());
        button->setIconSize(QSize(22, 22));
        connect(button, &QPushButton::clicked, this, [this, i] {
            show_kind(i);
            refresh();
        });
        box->addWidget(button);
    }
}

void CuttersSlip::build_spec(QVBoxLayout* box) {
    const int hole = chosen_hole(document(), selection());
    const std::size_t index =
        pattern_of_kind(document().job(), document().plan().holes[static_cast<std::size_t>(hole)].pattern);
    const HoleSpec& spec = document().job().patterns[index].hole;
    if (spec.depth && !spec.captive) {
        Sentence* depth = add_sentence(box);
        depth->reads(spec.depth_of ? tr("The drawing's {drawn} are {depthOf}.")
                                   : tr("The drawing's {drawn} are {depthOf}, as nothing else is said."),
                     {{QStringLiteral("drawn"), shown_length(document().job(), *spec.depth)}});
        const bool tapped = spec.purpose == Purpose::Tapped;
        std::vector<std::pair<DepthOf, QString>> fillings{{DepthOf::FullDiameter, tr("the depth of the full diameter")},
                                                          {DepthOf::Tip, tr("the depth of the drill's tip")}};
        if (tapped)
            fillings.emplace_back(DepthOf::FullThread, tr("the depth of full thread"));
        blanks().one_of<DepthOf>(
            *depth, "depthOf", tr("what the depth is the depth of"), Fillings<DepthOf>(fillings),
            [index](const Job& job) {
                return index < job.patterns.size() ? depth_meant(job.patterns[index].hole) : DepthOf::FullDiameter;
            },
            [index](Job& job, DepthOf chosen) { job.patterns[index].hole.depth_of = chosen; });
    }
    if (spec.recess) {
        Sentence* recess = add_sentence(box);
        const auto at = [index](Job& job) -> Recess& { return *job.patterns[index].hole.recess; };
        const bool flat = spec.recess->kind == RecessKind::Counterbore;
        recess->reads(flat ? tr("Its mouth is let in {recessDiameter} wide, {recessDepth} deep.")
                           : tr("Its mouth is let in {recessDiameter} wide, {recessAngle} included."));
        blanks().length(*recess, "recessDiameter", tr("diameter of the recess"),
                        [at](Job& job) -> Length& { return at(job).diameter; });
        if (flat)
            blanks().length(*recess, "recessDepth", tr("depth of the counterbore"),
                            [at](Job& job) -> Length& { return at(job).depth; });
        else
            blanks().turn(*recess, "recessAngle", tr("angle of the countersink"),
                          [at](Job& job) -> Angle& { return at(job).angle; });
    }
}

void CuttersSlip::build_step(QVBoxLayout* box, const CutStep& step, int number) {
    const int hole = chosen_hole(document(), selection());
    const std::size_t index =
        pattern_of_kind(document().job(), document().plan().holes[static_cast<std::size_t>(hole)].pattern);
    const std::string name = step.name;
    Sentence* words = add_sentence(box);
    words->reads(step_reads(step), {{QStringLiteral("number"), QString::number(number)},
                                    {QStringLiteral("step"), q(step_title(name))},
                                    {QStringLiteral("left"), q(step.cutter.name)}});
    if (!step.skipped)
        step_blanks(*words, blanks(), document(), index, step);
    const auto now = [this, name]() -> const CutStep* {
        return chain() < 0 ? nullptr : document().plan().chains()[static_cast<std::size_t>(chain())].find(name);
    };
    QLabel* facts = quiet({});
    facts->setContentsMargins(24, 0, 0, 0);
    auto* row = new QWidget; // its links go on below each other where a language needs more room
    row->setContentsMargins(24, 0, 0, 4);
    auto* acts = new FlowLayout(row);
    acts->setSpacing(10);
    const auto show = [facts, now, this] {
        const CutStep* here = now();
        if (!here || here->skipped)
            return facts->setText({});
        QStringList all;
        if (here->rpm && !here->by_hand)
            all << q(feed_figure(here->feed_set, document().job().unit))
                << tr("stop at %1").arg(q(depth_figure(here->stop, document().job().unit)));
        if (!here->fluid.empty() && here->kind != StepKind::Deburr)
            all << q(here->fluid);
        if (!here->owned)
            all << tr("▲ not in the drawer");
        facts->setText(all.join(QStringLiteral(" · ")));
    };
    show();
    m_refreshers << show;
    box->addWidget(facts);
    const QString id = q(name).remove(QLatin1Char(' '));
    auto* skip = link_button(QStringLiteral("skip:") + id, step.skipped ? tr("take in") : tr("leave out"));
    skip->setAccessibleName(step.skipped ? tr("take the step '%1' in again").arg(q(step_title(name)))
                                         : tr("leave the step '%1' out").arg(q(step_title(name))));
    connect(skip, &QPushButton::clicked, this, [this, name, was = step.skipped] {
        wish(was ? tr("step taken in") : tr("step left out"), [&](CuttingWishes& wishes) {
            wishes.steps[name].skipped = !was;
            if (!wishes.locked && wishes.steps[name] == StepWish{})
                wishes.steps.erase(name);
        });
    });
    acts->addWidget(skip);
    auto* drawer = link_button(QStringLiteral("drawer:") + id, tr("drawer"));
    drawer->setAccessibleName(tr("the drawer, for the step '%1'").arg(q(step_title(name))));
    set_tip(drawer, tr("What there is in the drawer (Ctrl+K)"));
    connect(drawer, &QPushButton::clicked, this, [this, kind = step.cutter.kind] {
        emit shop_wanted(kind == CutterKind::Tap ? QStringLiteral("taps") : QStringLiteral("drawer"));
    });
    acts->addWidget(drawer);
    const bool open = m_why == q(name);
    auto* why = link_button(QStringLiteral("why:") + id, open ? tr("enough") : tr("why?"));
    why->setAccessibleName(tr("why the step '%1' is so").arg(q(step_title(name))));
    connect(why, &QPushButton::clicked, this, [this, name, open] {
        m_why = open ? QString() : q(name);
        refresh();
    });
    acts->addWidget(why);
    box->addWidget(row);
    if (open)
        add_words(box, [now] { return now() ? why_of(*now()) : QString(); })->setObjectName(QStringLiteral("whyWords"));
}

void CuttersSlip::build_acts(QVBoxLayout* box) {
    const int hole = chosen_hole(document(), selection());
    const Job& job = document().job();
    const std::size_t index = pattern_of_kind(job, document().plan().holes[static_cast<std::size_t>(hole)].pattern);
    const HoleSpec spec = job.patterns[index].hole;
    const auto act = [&](const QString& id, const QString& text, const QString& tip, std::function<void()> then) {
        auto* made = link_button(id, text);
        set_tip(made, tip);
        connect(made, &QPushButton::clicked, this, std::move(then));
        box->addWidget(made);
    };
    act(QStringLiteral("addStep"), tr("a further step after drilling"),
        tr("Adds a step of your own; say its cutter and depth then"), [this] {
            wish(tr("a further step"), [&](CuttingWishes& wishes) {
                const Chain& now = document().plan().chains()[static_cast<std::size_t>(chain())];
                const CutStep* drill = now.last(StepKind::Drill);
                wishes.added.push_back({"drill", drill ? drill->cutter.name : std::string("5 mm drill"), {}});
            });
        });
    if (!spec.wishes.added.empty())
        act(QStringLiteral("dropStep"), tr("take the last further step away"), {},
            [this] { wish(tr("further step taken away"), [](CuttingWishes& wishes) { wishes.added.pop_back(); }); });
    act(QStringLiteral("lockChain"),
        spec.wishes.locked ? tr("let these steps follow the drawer again") : tr("keep these steps as they are"),
        tr("Kept steps do not change when the drawer does"), [this] {
            wish(tr("steps kept"), [&](CuttingWishes& wishes) {
                if (wishes.locked) {
                    wishes = {};
                    return;
                }
                const Chain& now = document().plan().chains()[static_cast<std::size_t>(chain())];
                for (const CutStep& step : now.steps) {
                    StepWish& kept = wishes.steps[step.name];
                    kept.cutter = step.cutter.name;
                    kept.skipped = step.skipped;
                    kept.rpm = step.by_hand ? std::nullopt : step.rpm;
                }
                wishes.locked = true;
            });
        });
    if (!(spec.wishes == CuttingWishes{}))
        act(QStringLiteral("asPlanned"), tr("all as the program would"), {},
            [this] { wish(tr("as the program would"), [](CuttingWishes& wishes) { wishes = {}; }); });
    QStringList like;
    for (std::size_t i = 0; i < job.patterns.size(); ++i)
        if (i != index && !std::holds_alternative<CopyPattern>(job.patterns[i].layout) &&
            is_like(job.patterns[i].hole, spec) && !(job.patterns[i].hole == spec))
            like << q(job.patterns[i].name);
    if (!like.isEmpty())
        act(QStringLiteral("sameForLike"), tr("the same for the like holes of %1").arg(like.join(QStringLiteral(", "))),
            {}, [this, spec] {
                Job next = document().settled();
                for (Pattern& pattern : next.patterns)
                    if (is_like(pattern.hole, spec))
                        pattern.hole.wishes = spec.wishes;
                (void)document().edit(tr("the same for like holes"), next);
            });
}

} // namespace clockface::app
