// What the Hold slip says of work that is brought right by a gauge, nudge by nudge.
#include "hold/hold_slip.h"
#include "holding/adjusting.h"
#include "look/words.h"
#include "measure/limits.h"

namespace clockface::app {

namespace {

Adjusting& adjusting_of(Job& job) {
    return holding_wishes(job).adjusting;
}

} // namespace

void HoldSlip::write_adjusting(Card& card) {
    const Job& job = document().job();
    const Adjusting& adjusting = at_hand(job).holding.adjusting;
    card.heading(tr("Brought right by a gauge"));
    Sentence& s = card.sentence(QStringLiteral("adjusting"));
    s.reads(
        tr("The locked gauge is tried at two ends {gaugeSpan} apart, which may stay {gaugeWithin} off; {gaugeTarget}. "
           "It reads {farLeft} at the left end's far side and {nearLeft} at its near side, {farRight} at the right "
           "end's far side and {nearRight} at its near side, with the clamps {tightness}."));
    blanks().length(s, QStringLiteral("gaugeSpan"), tr("how far apart the two ends are"),
                    [](Job& at) -> Length& { return adjusting_of(at).span; });
    blanks().length(s, QStringLiteral("gaugeWithin"), tr("how far off each end may stay"),
                    [](Job& at) -> Length& { return adjusting_of(at).within; });
    blanks().optional_length(s, QStringLiteral("gaugeTarget"), tr("what it is to read at the far side"),
                             tr("opposite sides are made alike"),
                             [](Job& at) -> std::optional<Length>& { return adjusting_of(at).wanted; });
    const std::tuple<QString, QString, std::optional<Length> Adjusting::*> readings[] = {
        {QStringLiteral("farLeft"), tr("reading at the left end's far side"), &Adjusting::far_left},
        {QStringLiteral("nearLeft"), tr("reading at the left end's near side"), &Adjusting::near_left},
        {QStringLiteral("farRight"), tr("reading at the right end's far side"), &Adjusting::far_right},
        {QStringLiteral("nearRight"), tr("reading at the right end's near side"), &Adjusting::near_right}};
    for (const auto& [name, what, reading] : readings)
        blanks().optional_length(s, name, what, tr("not read"), [reading = reading](Job& at) -> std::optional<Length>& {
            return adjusting_of(at).*reading;
        });
    blanks().one_of<Tightness>(
        s, QStringLiteral("tightness"), tr("how far the clamps are drawn down"),
        {{Tightness::Loose, tr("loose")},
         {Tightness::OneEndSnug, tr("snug at one end")},
         {Tightness::BothSnug, tr("snug at both ends")},
         {Tightness::Tight, tr("tight")}},
        [](const Job& at) { return at_hand(at).holding.adjusting.clamps; },
        [](Job& at, Tightness clamps) { adjusting_of(at).clamps = clamps; });
    int number = 0;
    for (const std::string& line : log_in_words(adjusting, job.unit)) {
        ++number;
        card.words(QStringLiteral("gaugeLine:%1").arg(number), tr("%1. %2").arg(number).arg(q(line)),
                   Card::OfUse::ToCopy);
    }
    card.words(QStringLiteral("gaugeNext"), q(next_in_words(adjusting, job.unit)));
    const bool all_read = adjusting.far_left && adjusting.near_left && adjusting.far_right && adjusting.near_right;
    if (adjusting.log.size() >= limits::gauge_readings)
        card.words(QStringLiteral("gaugeFull"),
                   tr("No more than %1 readings are kept: begin anew.").arg(limits::gauge_readings));
    card.links([&] {
        if (all_read && adjusting.log.size() < limits::gauge_readings)
            card.link(QStringLiteral("noteReading"), tr("note this reading"), [this] {
                Job next = document().settled();
                Adjusting& now = adjusting_of(next);
                now.log.push_back({now.far_left.value_or(Length{}), now.near_left.value_or(Length{}),
                                   now.far_right.value_or(Length{}), now.near_right.value_or(Length{}), now.clamps});
                now.far_left = now.near_left = now.far_right = now.near_right = std::nullopt;
                document().edit(tr("reading of the gauge noted"), next);
            });
        if (!adjusting.log.empty())
            card.link(QStringLiteral("adjustAnew"), tr("begin anew"), [this] {
                Job next = document().settled();
                adjusting_of(next).log.clear();
                adjusting_of(next).clamps = Tightness::Loose;
                document().edit(tr("readings of the gauge taken away"), next);
            });
    });
}

} // namespace clockface::app
