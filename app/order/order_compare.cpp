// The page that sets the three ways of ordering the cutters side by side, and all machines of the shop.
#include "look/plain_figure.h"

#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "order/order_slip.h"
#include "plan/advisor.h"
#include "widgets/line_button.h"
#include "words/say.h"

#include <QGridLayout>
#include <QLabel>
#include <QPushButton>

namespace clockface::app {

void OrderSlip::build_compare(QVBoxLayout* box, const Comparison& found) {
    const Job& job = document().job();
    const SetupPlan& plan = document().plan();
    if (plan.holes.empty()) {
        box->addWidget(quiet_label(tr("There are no holes yet: place some under Holes.")));
        return;
    }
    const auto button = [&](const QString& name, const QString& words, bool taken, bool advised) {
        auto* made = new LineButton((advised ? QStringLiteral("★ ") : QString()) + words);
        made->setObjectName(name);
        made->setCheckable(true);
        made->setChecked(taken);
        made->setMinimumWidth(72);
        set_tip(made, advised ? tr("%1: advised").arg(words) : words);
        return made;
    };
    const auto breaking = [&](const QString& words) { // words may, figures may not
        QLabel* made = figures(words);
        made->setWordWrap(true);
        return made;
    };
    box->addWidget(quiet_label(tr("One piece on %1, three ways (★ advised):").arg(q(plan.machine.name))));
    auto* ways = new QGridLayout;
    ways->setHorizontalSpacing(5);
    ways->setVerticalSpacing(4);
    ways->setColumnStretch(0, 1);
    const QStringList heads = {tr("changes"), tr("moves"), tr("back"), tr("time")};
    for (int i = 0; i < heads.size(); ++i)
        ways->addWidget(breaking(heads[i]), 0, i + 1);
    const Fillings<CutOrder> words = {{CutOrder::ByCutter, tr("by cutter")},
                                      {CutOrder::ByHole, tr("hole by hole")},
                                      {CutOrder::FollowDrill, tr("tap after drill")}};
    int row = 0;
    for (const OrderOption& option : found.ways) {
        const int index = words.place_of(option.way);
        auto* made = button(QStringLiteral("way:%1").arg(index), words.words().at(index), option.taken, option.advised);
        connect(made, &QPushButton::clicked, this, [this, way = option.way] {
            edit(tr("order of the cutters"), [way](Job& at) { at_hand(at).order.cuts = way; });
            refresh();
        });
        ways->addWidget(made, ++row, 0);
        ways->addWidget(figures(QString::number(option.tally.changes)), row, 1);
        ways->addWidget(figures(QString::number(option.tally.moves)), row, 2);
        ways->addWidget(figures(QString::number(option.tally.reversals)), row, 3);
        ways->addWidget(breaking(q(minutes_in_words(option.tally.minutes))), row, 4);
    }
    box->addLayout(ways);
    box->addSpacing(8);
    box->addWidget(quiet_label(tr("All of %1 on each machine of the shop:")
                                   .arg(q(say("{count} {count:piece|pieces}", {{"count", job.pieces}})))));
    auto* machines = new QGridLayout;
    machines->setHorizontalSpacing(7);
    machines->setVerticalSpacing(4);
    machines->setColumnStretch(0, 1);
    const QStringList columns = {tr("time"), tr("within"), tr("right")};
    for (int i = 0; i < columns.size(); ++i)
        machines->addWidget(breaking(columns[i]), 0, i + 1);
    QString remark;
    row = 0;
    for (const MethodReport& report : found.machines) {
        const bool taken = report.machine.id == plan.machine.id;
        auto* made =
            button(QStringLiteral("machine:") + q(report.machine.name), q(report.machine.name), taken, report.advised);
        made->setAccessibleName(tr("make it on: %1").arg(q(report.machine.name)));
        set_tip(made, q(report.remark));
        connect(made, &QPushButton::clicked, this, [this, machine = report.machine] {
            edit(tr("change of machine"), [machine](Job& at) { at_hand(at).machine = machine; });
            refresh();
        });
        machines->addWidget(made, ++row, 0);
        machines->addWidget(breaking(report.can ? q(minutes_in_words(report.minutes)) : tr("cannot")), row, 1);
        machines->addWidget(figures(report.many ? q(to_two_figures(report.many->most, job.unit)) : QStringLiteral("–")),
                            row, 2);
        machines->addWidget(
            breaking(report.many ? tr("%1 in 100").arg(in_hundred(report.many->share_within)) : QStringLiteral("–")),
            row, 3);
        if (taken)
            remark = tr("%1: %2").arg(q(report.machine.name), q(report.remark));
    }
    box->addLayout(machines);
    auto* words_below = quiet_label(remark);
    words_below->setObjectName(QStringLiteral("methodRemark"));
    box->addWidget(words_below);
    box->addWidget(
        quiet_label(tr("Back: gone past and back for backlash. Within: nineteen holes in twenty. Right: parts of "
                       "which no hole stands farther from its place than it may (%1, where its pattern does not "
                       "say). Times are common figures of the bench, "
                       "errors those of the shop. ★: the quickest of which nineteen parts in twenty are right.")
                        .arg(q(with_unit(job.holes_within, job.unit)))));
    box->addStretch();
}

} // namespace clockface::app
