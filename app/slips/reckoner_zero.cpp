// The sums on the page of reckoning that belong to finding zero.
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/reckon.h"
#include "slips/reckoner.h"

#include <QLabel>

namespace clockface::app {

void Reckoner::add_zero_sums() {
    body()->addWidget(heading_label(tr("Finding zero")));
    Sentence* s = add();
    s->reads(tr(
        "An indicator swung inside a bore reads {boreRight} at the right, {boreLeft} at the left, {boreFar} at the far "
        "and {boreNear} at the near side:"));
    reading(*s, "boreRight", tr("reading at the right"), Length::mm(0.34));
    reading(*s, "boreLeft", tr("reading at the left"), Length::mm(0.26));
    reading(*s, "boreFar", tr("reading at the far side"), Length::mm(0.28));
    reading(*s, "boreNear", tr("reading at the near side"), Length::mm(0.32));
    answer(&Reckoner::bore);
    s = add();
    s->reads(tr("A face touched three times, the readout showing {touchFirst}, {touchSecond} and {touchThird}:"));
    reading(*s, "touchFirst", tr("first reading"), Length::mm(-5.0));
    reading(*s, "touchSecond", tr("second reading"), Length::mm(-4.99));
    reading(*s, "touchThird", tr("third reading"), Length::mm(-5.005));
    answer(&Reckoner::touched);
    s = add();
    s->reads(
        tr("Both sides touched with a finder of {sidesFinder}, at {sidesFirst} and {sidesSecond}; by the caliper the "
           "work is {sidesCaliper}:"));
    length(*s, "sidesFinder", tr("diameter of the finder"), Length::mm(10.0));
    reading(*s, "sidesFirst", tr("reading at the first side"), Length::mm(0.0));
    reading(*s, "sidesSecond", tr("reading at the second side"), Length::mm(70.12));
    length(*s, "sidesCaliper", tr("width by the caliper"), Length::mm(60.1));
    answer(&Reckoner::sides);
    s = add();
    s->reads(
        tr("A turning drill of {brushDrill}, which runs out by {brushRunOut}, just brushes a spacer of {brushSpacer} "
           "at the fence:"));
    length(*s, "brushDrill", tr("diameter of the drill"), Length::mm(6.0));
    reading(*s, "brushRunOut", tr("what it runs out, read all round"), Length::mm(0.08));
    length(*s, "brushSpacer", tr("spacer at the fence"), Length::mm(15.0));
    answer(&Reckoner::brushed);
}

QString Reckoner::touched() const {
    const TouchedAgain found =
        touched_again({m_lengths.at("touchFirst"), m_lengths.at("touchSecond"), m_lengths.at("touchThird")});
    return tr("the mean is %1, good to %2; they spread over %3.")
        .arg(fig(found.mean), fig(found.within.value_or(Length{})), fig(found.spread));
}

QString Reckoner::sides() const {
    const BothSides found = both_sides(m_lengths.at("sidesFirst"), m_lengths.at("sidesSecond"),
                                       m_lengths.at("sidesFinder"), m_lengths.at("sidesCaliper"));
    if (found.width <= Length{})
        return tr("no work fits between them: the readings are closer than the finder is wide.");
    return tr("the middle is at %1. From side to side the work is %2, %3 off the caliper: %4")
        .arg(fig(found.middle), fig(found.width), fig(found.off),
             found.good ? tr("the touches are good.") : tr("look for a burr or a chip, or measure again."));
}

QString Reckoner::brushed() const {
    const Length run_out = abs(m_lengths.at("brushRunOut"));
    return tr("its axis stands %1 from the fence; %2 of that is half the run-out, since it brushes with its high spot.")
        .arg(fig(fence_to_spindle(m_lengths.at("brushSpacer"), m_lengths.at("brushDrill"), run_out)),
             fig(run_out / 2.0));
}

QString Reckoner::bore() const {
    const BoreFound found = bore_found(
        {m_lengths.at("boreRight"), m_lengths.at("boreLeft"), m_lengths.at("boreFar"), m_lengths.at("boreNear")});
    constexpr Length nothing = Length::mm(1e-6);
    QStringList moves;
    if (abs(found.right) > nothing)
        moves << (found.right > Length{} ? tr("%1 to the right") : tr("%1 to the left")).arg(fig(abs(found.right)));
    if (abs(found.far) > nothing)
        moves << (found.far > Length{} ? tr("%1 away from you") : tr("%1 towards you")).arg(fig(abs(found.far)));
    QString words = tr("the spindle stands over the middle.");
    if (moves.size() == 2)
        words = tr("half the differences: bring the work %1 and %2, then swing again until opposite sides read alike.")
                    .arg(moves[0], moves[1]);
    else if (moves.size() == 1)
        words = tr("half the difference: bring the work %1, then swing again until opposite sides read alike.")
                    .arg(moves[0]);
    if (found.oval > nothing)
        words +=
            QLatin1Char(' ') + tr("One way across and the other differ by %1: the bore is not round, or a chip was "
                                  "felt.")
                                   .arg(fig(found.oval));
    return words;
}

} // namespace clockface::app
