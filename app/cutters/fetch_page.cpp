// The page of the Cutters slip that lists what to fetch from the drawer.
#include "cutters/cutters_slip.h"

#include "formats/cutter_report.h"
#include "look/plain_figure.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "widgets/line_button.h"
#include "words/say.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>

namespace clockface::app {

void CuttersSlip::build_fetch(QVBoxLayout* box) {
    const SetupPlan& plan = document().plan();
    if (plan.cutters().lines.empty()) {
        box->addWidget(quiet(tr("There are no holes yet, so nothing is to be fetched.")));
        return;
    }
    box->setSpacing(3); // so that a whole job's list stands on one screen
    int number = 0;
    for (const FetchLine& line : plan.cutters().lines) {
        QStringList kinds;
        for (const int chain : line.chains)
            kinds << QString::number(chain + 1);
        auto* row = new QHBoxLayout;
        row->setSpacing(8);
        auto* button = new LineButton(QStringLiteral("%1   %2").arg(++number, 2).arg(q(line.cutter.name)) +
                                      (line.owned ? QString() : tr("   ▲ not in the drawer")));
        set_tip(button, tr("%1 of kind %2")
                            .arg(q(say("{count} {count:hole|holes}", {{"count", line.holes}})),
                                 kinds.join(QStringLiteral(", "))));
        auto* facts = quiet(QStringLiteral("%1 × %2")
                                .arg(line.holes)
                                .arg(line.by_hand ? tr("by hand")
                                     : line.rpm   ? tr("at %1").arg(plain_figure(*line.rpm))
                                                  : tr("no speed")));
        facts->setWordWrap(false);
        facts->setMinimumWidth(104);
        row->addWidget(button, 1);
        row->addWidget(facts);
        button->setObjectName(QStringLiteral("fetch:%1").arg(number));
        button->setAccessibleName(tr("fetch %1").arg(q(line.cutter.name)));
        connect(button, &QPushButton::clicked, this, [this, kind = line.chains.front()] { show_kind(kind); });
        box->addLayout(row);
    }
    add_words(box, [this] {
        const CutterList& list = document().plan().cutters();
        QStringList all;
        QStringList fluids;
        for (const std::string& fluid : list.fluids)
            fluids << q(fluid);
        if (!fluids.isEmpty())
            all << tr("And %1.").arg(fluids.join(tr(" and ")));
        const auto& setups = document().whole_plan().setups;
        const Machine& machine = setups.front().machine;
        // What an hour costs is only said where all of it is made on one machine.
        const bool one_machine = std::all_of(setups.begin(), setups.end(), [&](const SetupPlan& each) {
            return each.holes.empty() || each.machine.id == machine.id;
        });
        constexpr double minutes = 60.0;
        all << tr("About %1 minutes a piece, changing cutters included.").arg(plain_figure(list.minutes)) +
                   (one_machine && machine.hour > 0.0 ? tr(" At %1 an hour: %2.")
                                                            .arg(plain_figure(machine.hour, 2),
                                                                 plain_figure(list.minutes / minutes * machine.hour, 2))
                                                      : QString());
        for (const SetupPlan& each : setups)
            if (const QString room = q(each.room.sentence); !room.isEmpty() && !all.contains(room))
                all << room;
        for (const std::string& sentence : not_in_drawer(document().whole_plan()))
            all << QStringLiteral("▲ ") + q(sentence);
        all << tr("The cutter maker's figures, the machine's manual and the shop's rules come before these.");
        return all.join(QLatin1Char('\n'));
    })->setObjectName(QStringLiteral("fetchWords"));
}

} // namespace clockface::app
