// The page of the Cutters slip that lists what to fetch from the drawer.
#include "cutters/cutters_slip.h"

#include "formats/cutter_report.h"
#include "look/plain_figure.h"
#include "look/words.h"
#include "measure/figures.h"
#include "words/say.h"

namespace clockface::app {

namespace {

// What else it takes, how long it takes, and what is not there.
QString fetch_words(const Document& document) {
    const CutterList& list = document.plan().cutters();
    QStringList all;
    QStringList fluids;
    for (const std::string& fluid : list.fluids)
        fluids << q(fluid);
    if (!fluids.isEmpty())
        all << QObject::tr("And %1.").arg(fluids.join(QObject::tr(" and ")));
    const auto& setups = document.whole_plan().setups;
    const Machine& machine = setups.front().machine;
    // What an hour costs is only said where all of it is made on one machine.
    const bool one_machine = std::all_of(setups.begin(), setups.end(), [&](const SetupPlan& each) {
        return each.holes.empty() || each.machine.id == machine.id;
    });
    constexpr double minutes = 60.0;
    all << QObject::tr("About %1 minutes a piece, changing cutters included.").arg(plain_figure(list.minutes)) +
               (one_machine && machine.hour > 0.0
                    ? QObject::tr(" At %1 an hour: %2.")
                          .arg(plain_figure(machine.hour, 2), plain_figure(list.minutes / minutes * machine.hour, 2))
                    : QString());
    for (const SetupPlan& each : setups)
        if (const QString room = q(each.room.sentence); !room.isEmpty() && !all.contains(room))
            all << room;
    for (const std::string& sentence : not_in_drawer(document.whole_plan()))
        all << QStringLiteral("▲ ") + q(sentence);
    all << QObject::tr("The cutter maker's figures, the machine's manual and the shop's rules come before these.");
    return all.join(QLatin1Char('\n'));
}

} // namespace

void CuttersSlip::write_fetch(Card& card) {
    const SetupPlan& plan = document().plan();
    if (plan.cutters().lines.empty()) {
        card.quiet(tr("There are no holes yet, so nothing is to be fetched."));
        return;
    }
    card.hangs_on(document().shop_path().isEmpty());
    if (document().shop_path().isEmpty())
        card.quiet(tr("From the made-up shop's drawer, until you say what lies in yours."));
    card.set_spacing(3); // so that a whole job's list stands on one screen
    int number = 0;
    for (const FetchLine& line : plan.cutters().lines) {
        ++number;
        QStringList kinds;
        for (const int chain : line.chains)
            kinds << QString::number(chain + 1);
        const QString name = q(line.cutter.name);
        QString made = tr("no speed");
        if (line.by_hand)
            made = tr("by hand");
        else if (line.rpm)
            made = tr("at %1").arg(plain_figure(*line.rpm));
        card.hangs_on(line.chains.front())
            .line(QStringLiteral("fetch:%1").arg(number),
                  QStringLiteral("%1   %2").arg(number, 2).arg(name) +
                      (line.owned ? QString() : tr("   ▲ not in the drawer")),
                  [this, kind = line.chains.front()] { show_kind(kind); },
                  {.spoken = tr("fetch %1").arg(name),
                   .tip = tr("%1 of kind %2")
                              .arg(q(say("{count} {count:hole|holes}", {{"count", line.holes}})),
                                   kinds.join(QStringLiteral(", ")))},
                  {.aside = QStringLiteral("%1 × %2").arg(line.holes).arg(made)});
    }
    card.words(QStringLiteral("fetchWords"), fetch_words(document()));
}

} // namespace clockface::app
