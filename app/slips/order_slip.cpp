#include "slips/order_slip.h"

#include "measure/figures.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QListView>
#include <QPushButton>

namespace clockface::app {

OrderSlip::OrderSlip(Document& document, Selection& selection, QWidget* parent)
    : Slip(document, selection, parent)
    , m_list_model(document) {
    body()->addWidget(heading(tr("On which machine?")));
    m_machines = new QGridLayout;
    m_machines->setSpacing(6);
    body()->addLayout(m_machines);
    build_machines();
    connect(&document, &Document::shop_changed, this, &OrderSlip::build_machines);
    m_machine_words = quiet({});
    body()->addWidget(m_machine_words);
    auto* shop = link(QStringLiteral("machineFigures"), tr("its figures, and its backlash"));
    connect(shop, &QPushButton::clicked, this, &OrderSlip::shop_wanted);
    body()->addWidget(shop);

    m_order = sentence();
    m_order->words(tr("Go round the holes"));
    blanks().choice(
        *m_order, "holeOrder", tr("order of the holes"), {tr("as they are drawn"), tr("always on to the nearest")},
        [](const Job& job) { return static_cast<int>(job.order.holes); },
        [](Job& job, int order) { job.order.holes = static_cast<HoleOrder>(order); });
    m_order->words(QStringLiteral("."));
    body()->addWidget(m_order);
    m_ways = new WaysBox(document, selection, blanks());
    body()->addWidget(m_ways);

    m_proof = new QLabel;
    m_proof->setObjectName(QStringLiteral("proof"));
    m_proof->setWordWrap(true);
    body()->addWidget(m_proof);

    auto* acts = new QHBoxLayout;
    m_bench = new QPushButton(tr("Go to the Bench"));
    m_bench->setObjectName(QStringLiteral("goToBench"));
    m_bench->setProperty("act", true);
    connect(m_bench, &QPushButton::clicked, this, &OrderSlip::bench_wanted);
    auto* sheet = new QPushButton(tr("Sheet as PDF…"));
    sheet->setObjectName(QStringLiteral("sheet"));
    sheet->setToolTip(tr("Writes the list as a printable sheet (Ctrl+P)"));
    connect(sheet, &QPushButton::clicked, this, &OrderSlip::sheet_wanted);
    acts->addWidget(m_bench, 1);
    acts->addWidget(sheet);
    body()->addLayout(acts);

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
    body()->addWidget(m_list, 1);
    m_why = quiet({});
    m_why->setObjectName(QStringLiteral("why"));
    body()->addWidget(m_why);
    connect(m_list->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this](const QModelIndex& row) {
        m_why->setText(tr("Why? %1").arg(m_list_model.why(row.row())));
        const int index = m_list_model.hole_of(row.row());
        if (index < 0)
            return;
        const Hole& hole = this->document().plan().holes[static_cast<std::size_t>(index)];
        this->selection().select(this->document().job().patterns[hole.pattern].name, hole.name);
    });
}

void OrderSlip::build_machines() {
    for (QPushButton* button : std::as_const(m_buttons)) {
        m_machines->removeWidget(button);
        button->hide();
        button->deleteLater();
    }
    m_buttons.clear();
    std::vector<Machine> machines = document().shop().machines;
    machines.push_back(document().shop().marks);
    for (const Machine& machine : machines) {
        auto* button = new QPushButton(QString::fromStdString(machine.name));
        button->setObjectName(QStringLiteral("machine:") + QString::fromStdString(machine.name));
        button->setAccessibleName(tr("make it on: %1").arg(QString::fromStdString(machine.name)));
        button->setToolTip(QString::fromStdString(machine.remark + " " + machine_in_words(machine)));
        button->setCheckable(true);
        const std::string name = machine.name;
        connect(button, &QPushButton::clicked, this, [this, name] {
            Job next = this->document().settled();
            next.machine = name;
            (void)this->document().edit(tr("change of machine"), next);
            refresh();
        });
        const int at = static_cast<int>(m_buttons.size());
        m_machines->addWidget(button, at / 2, at % 2);
        m_buttons << button;
    }
    if (isVisible())
        refresh();
}

void OrderSlip::refresh() {
    const Plan& plan = document().plan();
    const Job& job = document().job();
    for (QPushButton* button : std::as_const(m_buttons))
        button->setChecked(button->text().toStdString() == plan.machine.name);
    m_buttons.back()->setVisible(!job.old_part.empty()); // marks need a part to come from
    m_machine_words->setText(QString::fromStdString(machine_in_words(plan.machine)) + QStringLiteral("."));
    m_order->refresh();
    m_ways->refresh();
    m_list_model.refresh();
    m_why->setText(tr("Choose a line to see where its figures come from."));
    m_bench->setEnabled(!plan.route.order.empty());
    m_list->setVisible(!plan.route.order.empty());
    if (const auto worst = plan.proof.worst(); worst && plan.proof.complaints.empty())
        m_proof->setText(
            (job.blank.on_side()
                 ? tr("The simulated operator carried out %1, both mouths of a through hole counted: worst hole "
                      "<b>%2</b>, "
                      "<b>%3</b> from the drawing.")
                 : tr("The simulated operator carried out %1: worst hole <b>%2</b>, <b>%3</b> from the drawing."))
                .arg(QString::fromStdString(counted(static_cast<std::int64_t>(plan.route.list.size()), "move")),
                     QString::fromStdString(plan.holes[static_cast<std::size_t>(worst->hole)].name),
                     QString::fromStdString(with_unit(worst->miss, job.unit))));
    else if (!plan.proof.complaints.empty())
        m_proof->setText(tr("▲ The simulated operator could not carry the list out. %1")
                             .arg(QString::fromStdString(plan.proof.complaints.front())));
    else
        m_proof->setText(tr("There are no holes yet: place some under Holes."));
}

} // namespace clockface::app
