#include "cutters/cutters_slip.h"

#include "board/section_view.h"
#include "cutting/chains.h"
#include "cutting/depth_figure.h"
#include "formats/cutter_report.h"
#include "look/look.h"
#include "look/plain_figure.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"

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

// What a step comes to: feed, stop, fluid.
QString facts_of(const CutStep& step, Unit unit) {
    if (step.skipped)
        return {};
    QStringList all;
    if (step.rpm && !step.by_hand)
        all << q(feed_figure(step.feed_set, unit)) << QObject::tr("stop at %1").arg(q(depth_figure(step.stop, unit)));
    if (!step.fluid.empty() && step.kind != StepKind::Deburr)
        all << q(step.fluid);
    if (!step.owned)
        all << QObject::tr("▲ not in the drawer");
    return all.join(QStringLiteral(" · "));
}

} // namespace

CuttersSlip::CuttersSlip(Document& document, Selection& selection, QWidget* parent)
    : Slip(document, selection, parent)
    , m_told(quiet_label({}))
    , m_shown(card(new QVBoxLayout, 6, [this](Card& card) { write(card); })) {
    auto* head = new QHBoxLayout;
    head->addWidget(heading_label(tr("What makes each hole?")), 1);
    auto* shop = link_button(QStringLiteral("toShop"), tr("the shop"));
    connect(shop, &QPushButton::clicked, this, [this] { emit shop_wanted(QStringLiteral("drawer")); });
    head->addWidget(shop);
    body()->addLayout(head);
    m_tabs =
        add_tabs({{QStringLiteral("pageTheHole"), tr("The hole")}, {QStringLiteral("pageToFetch"), tr("To fetch")}},
                 [this](int tab) {
                     show_page(std::array{TheHole, ToFetch}.at(static_cast<std::size_t>(tab)));
                 });
    m_told->setObjectName(QStringLiteral("cuttersTold"));
    m_told->setProperty("fault", true);
    m_told->hide();
    body()->addWidget(m_told);
    body()->addLayout(m_shown.place());
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

std::size_t CuttersSlip::pattern() const {
    const int hole = chosen_hole(document(), selection());
    return pattern_of_kind(document().job(), document().plan().holes[static_cast<std::size_t>(hole)].pattern);
}

void CuttersSlip::refresh() {
    m_shown.renew(document().trying());
}

void CuttersSlip::write(Card& card) {
    card.hangs_on(m_page);
    if (m_page == ToFetch)
        write_fetch(card);
    else
        write_hole(card);
}

void CuttersSlip::wish(const QString& name, const std::function<void(CuttingOverrides&)>& change) {
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

void CuttersSlip::write_hole(Card& card) {
    if (chain() < 0) {
        card.quiet(tr("There are no holes yet: place some under Holes. Here you then see which cutters make them, how "
                      "deep and how fast, from what is in your drawer."));
        return;
    }
    write_kinds(card);
    card.hangs_on(chain()).hangs_on(pattern());
    write_spec(card);
    const Chain& now = document().plan().chains()[static_cast<std::size_t>(chain())];
    int number = 0;
    for (const CutStep& step : now.steps)
        write_step(card, step, ++number);
    QStringList missing;
    for (const std::string& sentence : now.missing)
        missing << QStringLiteral("▲ ") + q(sentence);
    card.words(QStringLiteral("missing"), missing.join(QLatin1Char('\n')));
    write_acts(card);
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

void CuttersSlip::write_kinds(Card& card) {
    const SetupPlan& plan = document().plan();
    const Job& job = document().job();
    for (int i = 0; i < std::min(static_cast<int>(plan.chains().size()), most_kinds); ++i) {
        const Chain& each = plan.chains()[static_cast<std::size_t>(i)];
        const QString words =
            tr("%1 – %2, %3")
                .arg(q(holes_of_chain(document().whole_plan(), i)), q(size_in_words(each.spec, job.unit)),
                     each.spec.depth ? tr("%1 deep").arg(q(with_unit(*each.spec.depth, job.unit))) : tr("through"));
        card.line(QStringLiteral("kind:%1").arg(i + 1), words,
                  [this, i] {
                      show_kind(i);
                      refresh();
                  },
                  {.spoken = tr("kind of hole %1: %2").arg(i + 1).arg(words)},
                  {.chosen = i == chain(), .icon = [i] { return kind_mark(i); }});
    }
}

void CuttersSlip::write_spec(Card& card) {
    const std::size_t index = pattern();
    const HoleSpec& spec = document().job().patterns[index].hole;
    if (spec.depth && !spec.captive) {
        Sentence& depth = card.sentence();
        depth.reads(spec.depth_of ? tr("The drawing's {drawn} are {depthOf}.")
                                  : tr("The drawing's {drawn} are {depthOf}, as nothing else is said."),
                    {{QStringLiteral("drawn"), shown_length(document().job(), *spec.depth)}});
        const bool tapped = spec.purpose == Purpose::Tapped;
        std::vector<std::pair<DepthOf, QString>> fillings{{DepthOf::FullDiameter, tr("the depth of the full diameter")},
                                                          {DepthOf::Tip, tr("the depth of the drill's tip")}};
        if (tapped)
            fillings.emplace_back(DepthOf::FullThread, tr("the depth of full thread"));
        blanks().one_of<DepthOf>(
            depth, "depthOf", tr("what the depth is the depth of"), Fillings<DepthOf>(fillings),
            [index](const Job& job) {
                return index < job.patterns.size() ? depth_meant(job.patterns[index].hole) : DepthOf::FullDiameter;
            },
            [index](Job& job, DepthOf chosen) { job.patterns[index].hole.depth_of = chosen; });
    }
    if (spec.recess) {
        Sentence& recess = card.sentence();
        const auto at = [index](Job& job) -> Recess& { return *job.patterns[index].hole.recess; };
        const bool flat = spec.recess->kind == RecessKind::Counterbore;
        recess.reads(flat ? tr("Its mouth is let in {recessDiameter} wide, {recessDepth} deep.")
                          : tr("Its mouth is let in {recessDiameter} wide, {recessAngle} included."));
        blanks().length(recess, "recessDiameter", tr("diameter of the recess"),
                        [at](Job& job) -> Length& { return at(job).diameter; });
        if (flat)
            blanks().length(recess, "recessDepth", tr("depth of the counterbore"),
                            [at](Job& job) -> Length& { return at(job).depth; });
        else
            blanks().turn(recess, "recessAngle", tr("angle of the countersink"),
                          [at](Job& job) -> Angle& { return at(job).angle; });
    }
}

void CuttersSlip::write_step(Card& card, const CutStep& step, int number) {
    Sentence& words = card.sentence();
    words.reads(step_reads(step), {{QStringLiteral("number"), QString::number(number)},
                                   {QStringLiteral("step"), q(step_title(step.name))},
                                   {QStringLiteral("left"), q(step.cutter.name)}});
    if (!step.skipped)
        step_blanks(words, blanks(), document(), pattern(), step);
    const QString id = q(step.name).remove(QLatin1Char(' '));
    card.words(QStringLiteral("facts:") + id, facts_of(step, document().job().unit), Card::OfUse::BelowStep);
    card.links([&] { write_links(card, step); }, Card::OfUse::BelowStep);
    if (m_why == q(step.name))
        card.words(QStringLiteral("whyWords"), why_of(step));
}

void CuttersSlip::write_links(Card& card, const CutStep& step) {
    const std::string name = step.name;
    const QString id = q(name).remove(QLatin1Char(' ')), title = q(step_title(name));
    card.link(QStringLiteral("skip:") + id, step.skipped ? tr("take in") : tr("leave out"),
              [this, name, was = step.skipped] {
                  wish(was ? tr("step taken in") : tr("step left out"), [&](CuttingOverrides& wishes) {
                      wishes.steps[name].skipped = !was;
                      if (!wishes.locked && wishes.steps[name] == StepWish{})
                          wishes.steps.erase(name);
                  });
              },
              {.spoken = step.skipped ? tr("take the step '%1' in again").arg(title)
                                      : tr("leave the step '%1' out").arg(title)});
    const QString page = step.cutter.kind == CutterKind::Tap ? QStringLiteral("taps") : QStringLiteral("drawer");
    card.hangs_on(page).link(
        QStringLiteral("drawer:") + id, tr("drawer"), [this, page] { emit shop_wanted(page); },
        {.spoken = tr("the drawer, for the step '%1'").arg(title), .tip = tr("What there is in the drawer (Ctrl+K)")});
    const bool open = m_why == q(name);
    card.link(QStringLiteral("why:") + id, open ? tr("enough") : tr("why?"),
              [this, name, open] {
                  m_why = open ? QString() : q(name);
                  refresh();
              },
              {.spoken = tr("why the step '%1' is so").arg(title)});
}

void CuttersSlip::write_acts(Card& card) {
    const Job& job = document().job();
    const std::size_t index = pattern();
    const HoleSpec& spec = job.patterns[index].hole;
    const auto act = [&](const QString& id, const QString& text, const QString& tip, std::function<void()> then) {
        card.link(id, text, std::move(then), {.tip = tip});
    };
    act(QStringLiteral("addStep"), tr("a further step after drilling"),
        tr("Adds a step of your own; say its cutter and depth then"), [this] {
            wish(tr("a further step"), [&](CuttingOverrides& wishes) {
                const Chain& now = document().plan().chains()[static_cast<std::size_t>(chain())];
                const CutStep* drill = now.last(StepKind::Drill);
                wishes.added.push_back({"drill", drill ? drill->cutter.name : std::string("5 mm drill"), {}});
            });
        });
    if (!spec.wishes.added.empty())
        act(QStringLiteral("dropStep"), tr("take the last further step away"), {},
            [this] { wish(tr("further step taken away"), [](CuttingOverrides& wishes) { wishes.added.pop_back(); }); });
    act(QStringLiteral("lockChain"),
        spec.wishes.locked ? tr("let these steps follow the drawer again") : tr("keep these steps as they are"),
        tr("Kept steps do not change when the drawer does"), [this] {
            wish(tr("steps kept"), [&](CuttingOverrides& wishes) {
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
    if (!(spec.wishes == CuttingOverrides{}))
        act(QStringLiteral("asPlanned"), tr("all as the program would"), {},
            [this] { wish(tr("as the program would"), [](CuttingOverrides& wishes) { wishes = {}; }); });
    QStringList like;
    for (std::size_t i = 0; i < job.patterns.size(); ++i)
        if (i != index && !std::holds_alternative<CopyPattern>(job.patterns[i].layout) &&
            is_like(job.patterns[i].hole, spec) && !(job.patterns[i].hole == spec))
            like << q(job.patterns[i].name);
    if (!like.isEmpty())
        act(QStringLiteral("sameForLike"), tr("the same for the like holes of %1").arg(like.join(QStringLiteral(", "))),
            {}, [this, index] {
                Job next = document().settled();
                const HoleSpec now = next.patterns[index].hole; // not as it was when this was written
                for (Pattern& pattern : next.patterns)
                    if (is_like(pattern.hole, now))
                        pattern.hole.wishes = now.wishes;
                (void)document().edit(tr("the same for like holes"), next);
            });
}

} // namespace clockface::app
