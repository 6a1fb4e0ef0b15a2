#include "order/order_slip.h"

#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "widgets/flow_layout.h"
#include "widgets/sum_check.h"
#include "words/say.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QListView>
#include <QPushButton>
#include <QScrollArea>
#include <QShortcut>
#include <QTimer>
#include <QToolButton>

namespace clockface::app {

OrderSlip::OrderSlip(Document& document, Selection& selection, ShownParts& shown, QWidget* parent)
    : Slip(document, selection, parent)
    , m_shown(shown)
    , m_made(card(new QVBoxLayout, 8, [this](Card& card) { write_made(card); }))
    , m_list_model(document)
    , m_kept(card(new QVBoxLayout, 8, [this](Card& card) { write_kept(card); }))
    , m_other(new QVBoxLayout)
    , m_comparing([this](bool waiting) { m_working->setVisible(waiting); })
    , m_making([this](bool waiting) { m_working->setVisible(waiting); })
    , m_searching([this](bool waiting) { m_working->setVisible(waiting); }) {
    auto* head = new QHBoxLayout;
    QLabel* title = heading_label(tr("In which order?"));
    title->setWordWrap(true); // beside a long link it takes two lines
    head->addWidget(title, 1);
    auto* shop = link_button(QStringLiteral("machineFigures"), tr("the machine's figures"));
    connect(shop, &QPushButton::clicked, this, &OrderSlip::shop_wanted);
    head->addWidget(shop);
    body()->addLayout(head);
    body()->addLayout(m_made.place());
    m_reason = quiet_label({});
    m_reason->setObjectName(QStringLiteral("orderReason"));
    body()->addWidget(m_reason);
    m_tabs = add_tabs({{QStringLiteral("orderListPage"), tr("List")},
                       {QStringLiteral("orderComparePage"), tr("Compare")},
                       {QStringLiteral("orderProofPage"), tr("Proof")},
                       {QStringLiteral("orderSetupPage"), tr("How")}},
                      [this](int tab) { choose_page(pages[static_cast<std::size_t>(tab)].page); });
    m_tabs.front()->setChecked(true);
    build_list_page();
    m_other_page = new QWidget;
    auto* page = new QVBoxLayout(m_other_page);
    page->setContentsMargins(0, 0, 0, 0);
    page->setSpacing(8);
    for (QVBoxLayout* part : {m_kept.place(), m_other.place()}) {
        part->setContentsMargins(0, 0, 0, 0);
        page->addLayout(part);
    }
    make_working_line(page);
    m_other_page->hide();
    body()->addWidget(m_other_page, 1);
    body()->addStretch();
    connect(&document, &Document::shop_changed, this, [this] {
        m_made.forget();
        m_kept.forget();
    });
}

void OrderSlip::build_list_page() {
    m_list_page = new QWidget;
    auto* page = new QVBoxLayout(m_list_page);
    page->setContentsMargins(0, 0, 0, 0);
    page->setSpacing(10);
    m_ways = new WaysBox(document(), selection(), blanks());
    page->addWidget(m_ways);
    m_proof = marked_label();
    m_proof->setObjectName(QStringLiteral("proof"));
    m_proof->setWordWrap(true);
    page->addWidget(m_proof);

    auto* acts = new FlowLayout;
    m_bench = new QPushButton(tr("Go to the Bench"));
    m_bench->setObjectName(QStringLiteral("goToBench"));
    m_bench->setProperty("act", true);
    connect(m_bench, &QPushButton::clicked, this, &OrderSlip::bench_wanted);
    auto* sheet = new QPushButton(tr("Sheet as PDF…"));
    sheet->setObjectName(QStringLiteral("sheet"));
    set_tip(sheet, tr("Writes the list as a printable sheet (Ctrl+P)"));
    connect(sheet, &QPushButton::clicked, this, &OrderSlip::sheet_wanted);
    m_bench->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    acts->addWidget(m_bench);
    acts->addWidget(sheet);
    page->addLayout(acts);

    m_list = new QListView;
    m_list->setObjectName(QStringLiteral("instructions"));
    m_list->setAccessibleName(tr("list of moves"));
    m_list->setModel(&m_list_model);
    m_list->setWordWrap(true);
    m_list->setLayoutMode(QListView::Batched);
    m_list->setBatchSize(60);
    m_list->setSpacing(2);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_list->setMinimumHeight(180);
    page->addWidget(m_list, 1);
    m_why = quiet_label({});
    m_why->setObjectName(QStringLiteral("why"));
    page->addWidget(m_why);
    m_sum = new SumCheck;
    page->addWidget(m_sum);
    m_what_if = link_button(QStringLiteral("whatIf"), tr("what if this move goes wrong?"));
    page->addWidget(m_what_if);
    m_broken = marked_label();
    m_broken->setObjectName(QStringLiteral("brokenPart"));
    m_broken->setWordWrap(true);
    m_broken->hide();
    page->addWidget(m_broken);
    m_faults = new QWidget;
    m_fault_flow = new FlowLayout(m_faults);
    m_faults->hide();
    page->addWidget(m_faults);
    body()->addWidget(m_list_page, 1);

    // A heading opens by a click, or by Enter as every other thing.
    const auto toggle = [this](const QModelIndex& row) {
        if (m_list_model.move_of(row.row()) >= 0)
            return;
        const int at = row.row();
        m_list_model.toggle(at);
        m_list->setCurrentIndex(m_list_model.index(at)); // the heading stays where it was
    };
    connect(m_list, &QListView::clicked, this, toggle);
    auto* enter = new QShortcut(QKeySequence(Qt::Key_Return), m_list, nullptr, nullptr, Qt::WidgetShortcut);
    connect(enter, &QShortcut::activated, this, [this, toggle] { toggle(m_list->currentIndex()); });
    connect(m_list->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this](const QModelIndex& row) {
        show_why();
        m_broken->hide();
        m_shown.clear();
        if (m_faults->isVisible())
            show_faults();
        const int index = m_list_model.hole_of(row.row());
        if (index < 0)
            return;
        const Hole& hole = this->document().plan().holes[static_cast<std::size_t>(index)];
        this->selection().select(this->document().job().patterns[hole.pattern].name, hole.name);
    });
    connect(m_what_if, &QPushButton::clicked, this, [this] {
        const bool show = !m_faults->isVisible();
        m_faults->setVisible(show);
        if (show) {
            show_faults();
            auto* scroll = findChild<QScrollArea*>(QStringLiteral("slipScroll"));
            return QTimer::singleShot(0, scroll, [this, scroll] { scroll->ensureWidgetVisible(m_faults); });
        }
        m_broken->hide();
        m_shown.clear();
    });
}

bool OrderSlip::show_page(const QString& name) {
    for (std::size_t tab = 0; tab < pages.size(); ++tab)
        if (name == QLatin1String(pages[tab].name)) {
            m_tabs[static_cast<qsizetype>(tab)]->setChecked(true);
            choose_page(pages[tab].page);
            return true;
        }
    return false;
}

void OrderSlip::set_look(const Look& look) {
    m_look = &look;
    if (isVisible())
        refresh();
}

void OrderSlip::choose_move(int move) {
    m_list_model.refresh();
    m_list->setCurrentIndex(m_list_model.index(m_list_model.show(move)));
    // The rows have their places only when the list has been laid out.
    QTimer::singleShot(0, m_list,
                       [this] { m_list->scrollTo(m_list->currentIndex(), QAbstractItemView::PositionAtCenter); });
}

void OrderSlip::choose_page(Page page) {
    m_page = page;
    m_comparing.drop();
    m_making.drop();
    m_shown.clear();
    m_list_page->setVisible(page == Page::List);
    m_other_page->setVisible(page != Page::List);
    if (isVisible())
        refresh();
}

void OrderSlip::hideEvent(QHideEvent* event) {
    m_shown.clear();
    Slip::hideEvent(event);
}

void OrderSlip::edit(const QString& name, const std::function<void(Job&)>& change) {
    Job next = document().settled();
    change(next);
    if (const Result<void> kept = document().edit(name, next); !kept)
        emit told(q(kept.error().text()));
}

QLabel* OrderSlip::figures(const QString& text) {
    QLabel* label = quiet_label(text);
    label->setWordWrap(false);
    label->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    return label;
}

// "Made on the Metric mill, each cutter through all its holes; round the holes with least work."
void OrderSlip::write_made(Card& card) {
    const Job& job = document().job();
    std::vector<MachineRef> machines;
    for (const Machine& machine : document().shop().machines)
        machines.push_back(ref(machine));
    if (!job.old_part.empty())
        machines.push_back(ref(document().shop().marks)); // marks need a part to come from
    QStringList names;
    for (const MachineRef& machine : machines)
        names << q(machine.name);
    QStringList setups;
    for (std::size_t i = 0; i < job.setups.size(); ++i)
        setups << QStringLiteral("%1: %2").arg(i + 1).arg(q(in_words(job, job.setups[i])));
    Sentence& made = card.sentence();
    if (setups.size() > 1) { // with one there is nothing to say
        made.reads(tr("Set-up {setup} of {setups}, made on {machine}, {cutOrder}; round the holes {holeOrder}."),
                   {{QStringLiteral("setups"), QString::number(setups.size())}});
        blanks().choice(
            made, "setup", tr("set-up"), setups, [](const Job& at) { return setup_index(at, at_hand(at).id); },
            [](Job& at, int index) { at = with_setup(at, at.setups[static_cast<std::size_t>(index)].id); });
    } else {
        made.reads(tr("Made on {machine}, {cutOrder}; round the holes {holeOrder}."));
    }
    blanks().choice(
        made, "machine", tr("machine"), names,
        [this, names](const Job&) { return static_cast<int>(names.indexOf(q(document().plan().machine.name))); },
        [machines](Job& at, int machine) { at_hand(at).machine = machines[static_cast<std::size_t>(machine)]; });
    blanks().one_of<CutOrder>(made, "cutOrder", tr("order of the cutters"),
                              {{CutOrder::Advised, tr("cutters as advised")},
                               {CutOrder::ByCutter, tr("each cutter through all its holes")},
                               {CutOrder::ByHole, tr("every hole finished before the next")},
                               {CutOrder::FollowDrill, tr("tap and reamer follow their drill")}},
                              [](Job& at) -> CutOrder& { return at_hand(at).order.cuts; });
    blanks().one_of<HoleOrder>(
        made, "holeOrder", tr("order of the holes"),
        {{HoleOrder::AsDrawn, tr("as they are drawn")},
         {HoleOrder::LeastWork, tr("with least work")},
         {HoleOrder::ByHand, tr("in an order of your own")}},
        [](const Job& at) { return at_hand(at).order.holes; },
        [this](Job& at, HoleOrder order) {
            at_hand(at).order.holes = order;
            if (at_hand(at).order.holes == HoleOrder::ByHand && at_hand(at).order.by_hand.empty())
                for (const int hole : document().plan().route.order) // begins as it is now
                    at_hand(at).order.by_hand.push_back(document().plan().holes[static_cast<std::size_t>(hole)].name);
        });
    card.hangs_on(document().shop_path().isEmpty());
    if (document().shop_path().isEmpty())
        card.quiet(tr("Its dials, slack and times are the made-up shop's until you describe your own."));
}

void OrderSlip::refresh_head() {
    m_made.renew(document().trying());
    const Job& job = document().job();
    const SetupPlan& plan = document().plan();
    // A table goes round in its own order, marks come from the old part, and a bar goes as drawn.
    const bool marks = std::holds_alternative<MarksAcross>(plan.machine.kind);
    const bool own_way = marks || std::holds_alternative<RotaryTable>(plan.machine.kind) || job.blank.on_side();
    const bool proved =
        !own_way && at_hand(job).order.holes == HoleOrder::LeastWork && !plan.work.passes.empty() &&
        std::all_of(plan.work.passes.begin(), plan.work.passes.end(), [](const Pass& pass) { return pass.proved; });
    QString reason = q(plan.work.reason);
    if (plan.work.reason.empty() && !plan.work.passes.empty())
        reason = tr("Your choice: %1.").arg(q(in_words(plan.work.way)));
    if (proved)
        reason += tr(" No shorter way round exists: all were looked at.");
    m_reason->setText(reason);
    m_reason->setVisible(!reason.isEmpty() && !marks);
}

void OrderSlip::refresh() {
    refresh_head();
    if (m_page == Page::List)
        return refresh_list();
    m_kept.renew(document().trying());
    show_own_order();
    if (m_page != m_said) { // what stands there is about something else
        m_said = m_page;
        m_other.begin(8);
        m_other.end();
    }
    switch (m_page) {
    case Page::Compare:
        compare();
        break;
    case Page::Proof:
        make_many();
        break;
    case Page::SetUp:
        build_setup(m_other.begin(8));
        m_other.end();
        break;
    case Page::List:
        break;
    }
}

// "Working it out …", and a way to leave it.
void OrderSlip::make_working_line(QVBoxLayout* box) {
    m_working = new QWidget;
    m_working->setObjectName(QStringLiteral("working"));
    auto* row = new QHBoxLayout(m_working);
    row->setContentsMargins(0, 0, 0, 0);
    row->addWidget(quiet_label(tr("Working it out …")), 1);
    auto* leave = link_button(QStringLiteral("leaveWorking"), tr("leave it"));
    connect(leave, &QPushButton::clicked, this, [this] {
        m_comparing.drop();
        m_making.drop();
        m_searching.drop();
    });
    row->addWidget(leave);
    m_working->hide();
    box->addWidget(m_working);
}

void OrderSlip::compare() {
    m_comparing.ask(
        [job = document().job(), shop = document().shop(), plan = document().plan()] {
            if (plan.holes.empty())
                return Comparison{};
            return Comparison{order_options(job, shop, plan), advise_methods(job, shop, plan.estimates)};
        },
        [this](const Comparison& found) {
            if (m_page != Page::Compare || !isVisible())
                return;
            build_compare(m_other.begin(8), found);
            m_other.end();
        });
}

void OrderSlip::make_many() {
    constexpr int usual = 400;
    m_making.ask(
        [job = document().job(), plan = document().plan()] {
            return many_parts_of(job, plan, parts_worth_making(plan.holes.size(), usual));
        },
        [this](const std::optional<ManyParts>& many) {
            if (m_page != Page::Proof || !isVisible())
                return;
            build_proof(m_other.begin(8), many);
            m_other.end();
        });
}

void OrderSlip::write_kept(Card& card) {
    card.hangs_on(m_page).hangs_on(document().plan().machine.name);
    if (m_page == Page::Proof)
        write_within(card);
    if (m_page != Page::SetUp)
        return;
    write_ways(card);
    write_own_order(card);
    write_setups(card);
}

void OrderSlip::refresh_list() {
    const SetupPlan& plan = document().plan();
    const Job& job = document().job();
    m_ways->refresh();
    m_ways->setVisible(job.blank.on_side());
    m_list_model.refresh();
    show_why();
    m_bench->setEnabled(!plan.route.order.empty());
    m_list->setVisible(!plan.route.order.empty());
    m_what_if->setVisible(!plan.route.order.empty());
    m_broken->hide();
    m_shown.clear();
    if (m_faults->isVisible())
        show_faults();
    if (const auto worst = plan.run.worst(); worst && plan.run.complaints.empty())
        m_proof->setText(
            (job.blank.on_side()
                 ? tr("The simulated operator carried out %1, both mouths of a through hole counted: worst hole "
                      "<b>%2</b>, "
                      "<b>%3</b> from the drawing.")
                 : tr("The simulated operator carried out %1: worst hole <b>%2</b>, <b>%3</b> from the drawing."))
                .arg(q(say("{count} {count:move|moves}", {{"count", plan.route.list.size()}})),
                     escaped(q(plan.holes[static_cast<std::size_t>(worst->hole)].name)),
                     q(deviation_in_words(worst->miss, job.unit))));
    else if (!plan.run.complaints.empty())
        m_proof->setText(tr("▲ The simulated operator could not carry the list out. %1")
                             .arg(escaped(q(plan.run.complaints.front()))));
    else
        m_proof->setText(tr("There are no holes yet: place some under Holes."));
}

void OrderSlip::show_why() {
    const int row = m_list->currentIndex().row();
    const int move = m_list_model.move_of(row);
    const SetupPlan& plan = document().plan();
    m_sum->show_sums(move >= 0 ? sums_at(document().job(), plan, plan.route.list[static_cast<std::size_t>(move)])
                               : std::vector<PlanSum>{});
    if (m_list_model.move_of(row) >= 0)
        m_why->setText(tr("Why? %1").arg(m_list_model.why(row)));
    else if (row >= 0)
        m_why->setText(tr("Click here, or press Enter, to open or close what stands under it."));
    else
        m_why->setText(tr("Choose a line to see where its figures come from."));
}

// What can go wrong at the chosen move, each to be tried.
void OrderSlip::show_faults() {
    while (QLayoutItem* item = m_fault_flow->takeAt(0)) {
        item->widget()->hide();
        item->widget()->deleteLater();
        delete item;
    }
    const SetupPlan& plan = document().plan();
    const int move = m_list_model.move_of(m_list->currentIndex().row());
    const auto slips = faults_at(plan.route, plan.machine, static_cast<std::size_t>(std::max(move, 0)));
    for (const MoveFault slip : slips) {
        auto* button = new QPushButton(button_text(q(in_words(slip))));
        button->setObjectName(QStringLiteral("slip:%1").arg(static_cast<int>(slip)));
        button->setAccessibleName(tr("try: %1").arg(q(in_words(slip))));
        button->setProperty("line", true);
        connect(button, &QPushButton::clicked, this, [this, slip] { try_fault(slip); });
        m_fault_flow->addWidget(button);
        button->show();
    }
    if (slips.empty()) {
        QLabel* none = quiet_label(tr("Nothing can go wrong here that the simulation knows of. Choose a move that sets "
                                      "something."));
        m_fault_flow->addWidget(none);
        none->show();
    }
    m_faults->updateGeometry();
}

void OrderSlip::try_fault(MoveFault slip) {
    const SetupPlan& plan = document().plan();
    const Job& job = document().job();
    const auto move = static_cast<std::size_t>(std::max(m_list_model.move_of(m_list->currentIndex().row()), 0));
    const Broken broken = with_fault(plan.route, plan.machine, move, slip);
    const Workplace workplace = workplace_of(plan);
    Conditions conditions;
    conditions.workplace = &workplace;
    const SimulatedRun run = carry_out(broken.route, broken.machine, job, plan.holes, conditions);
    const int out = holes_spoiled(run, plan.holes, allowed_of(job, plan.holes, plan.estimates));
    const auto worst = run.worst();
    QString words =
        out == 0 ? tr("It would still come out: every hole within what it may stand beside its place.")
                 : tr("<b>%1 of %2 holes</b> would be spoiled, the worst <b>%3</b> by <b>%4</b>.")
                       .arg(out)
                       .arg(plan.holes.size())
                       .arg(worst ? escaped(q(plan.holes[static_cast<std::size_t>(worst->hole)].name)) : QString(),
                            worst ? q(with_unit(worst->miss, job.unit)) : QString());
    if (!run.complaints.empty())
        words += tr(" It would be noticed: %1").arg(escaped(q(run.complaints.front())));
    else if (out > 0)
        words += tr(" No check of the list would notice it.");
    m_broken->setText(words);
    m_broken->show();
    m_shown.show_broken(run);
}

} // namespace clockface::app
