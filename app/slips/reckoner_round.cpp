// The sums on the page of reckoning that belong to round work.
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "round/figures.h"
#include "round/meeting.h"
#include "slips/reckoner.h"

#include <QLabel>

namespace clockface::app {

namespace {

constexpr int jaws = 3;
constexpr double pull_share = 0.5; // of its weight, that a mass held off centre may pull

} // namespace

void Reckoner::add_round_sums() {
    body()->addWidget(heading_label(tr("Round work")));
    Sentence* s = add();
    s->reads(
        tr("On a bar of {skateBar} a drill of {skateDrill} started {skateOff} off the top and is {skateDepth} deep:"));
    length(*s, "skateBar", tr("diameter of the bar"), Length::mm(28.0));
    length(*s, "skateDrill", tr("diameter of the drill"), Length::mm(3.1));
    length(*s, "skateOff", tr("how far the start is off"), Length::mm(0.6));
    length(*s, "skateDepth", tr("how deep it is already"), Length::mm(0.4));
    answer(&Reckoner::skated);
    s = add();
    s->reads(tr("A bar of {stripBar} skimmed {stripDepth} deep, or filed to a strip {stripWidth} wide:"));
    length(*s, "stripBar", tr("diameter of the bar"), Length::mm(28.0));
    length(*s, "stripDepth", tr("depth of the strip"), Length::mm(0.1));
    length(*s, "stripWidth", tr("width of the strip"), Length::mm(4.0));
    answer(&Reckoner::strip);
    s = add();
    s->reads(tr("A pointed rod of {rod} scribes beside a bar of {rodBar} which may miss by {rodMiss}:"));
    length(*s, "rod", tr("diameter of the rod"), Length::mm(27.5));
    length(*s, "rodBar", tr("diameter of the bar"), Length::mm(28.0));
    length(*s, "rodMiss", tr("allowed miss"), Length::mm(0.1));
    answer(&Reckoner::scriber);
    s = add();
    s->reads(tr("Turned slowly in three jaws it swings {runOut}, highest {highSpot} degrees past the first jaw, the "
                "way they are counted:"));
    length(*s, "runOut", tr("reading from lowest to highest"), Length::mm(0.18));
    count(*s, "highSpot", tr("degrees from the first jaw to the high spot"), 130);
    answer(&Reckoner::run_out);
    s = add();
    s->reads(tr("Stock of {swingStock} held off centre by {swingOff}:"));
    length(*s, "swingStock", tr("diameter of the stock"), Length::mm(40.0));
    length(*s, "swingOff", tr("distance off centre"), Length::mm(5.0));
    answer(&Reckoner::held_off_centre);
    s = add();
    s->reads(tr("Across a bar of {crossBar} a drill of {crossDrill} must meet a cross hole of {crossHole} square to "
                "it, their axes {crossMiss} apart along the bar:"));
    length(*s, "crossBar", tr("diameter of the bar"), Length::mm(28.0));
    length(*s, "crossDrill", tr("diameter of the drill"), Length::mm(3.1));
    length(*s, "crossHole", tr("diameter of the hole that is there"), Length::mm(6.2));
    length(*s, "crossMiss", tr("distance of the two axes along the bar"), Length::mm(1.2));
    answer(&Reckoner::cross_hole);
}

QString Reckoner::skated() const {
    const Length radius = m_lengths.at("skateBar") / 2.0;
    const auto roll =
        roll_back(radius, m_lengths.at("skateOff"), m_lengths.at("skateDepth"), m_lengths.at("skateDrill"));
    if (!roll)
        return tr("too deep to save: the point is in with its whole width (%1), and the drill would follow it. Mill a "
                  "flat "
                  "and start anew, or leave it.")
            .arg(fig(point_length(m_lengths.at("skateDrill"))));
    return tr("roll the bar back by %1, the low side up, and start again from the dimple's upper flank.")
        .arg(q(in_degrees(*roll, 2)));
}

QString Reckoner::strip() const {
    const Length bar = m_lengths.at("stripBar");
    if (m_lengths.at("stripDepth") >= bar / 2.0)
        return tr("A strip %1 deep would reach the axis of a bar of %2. Less would do.")
            .arg(fig(m_lengths.at("stripDepth")), fig(bar));
    if (m_lengths.at("stripWidth") >= bar)
        return tr("A strip %1 wide does not fit on a bar of %2. Less would do.")
            .arg(fig(m_lengths.at("stripWidth")), fig(bar));
    return tr("skimmed: a strip %1 wide. Filed: %2 off; a tenth of a millimetre in the width is %3 in the depth.")
        .arg(fig(strip_width(bar, m_lengths.at("stripDepth"))), fig(strip_depth(bar, m_lengths.at("stripWidth"))),
             fig(strip_depth(bar, m_lengths.at("stripWidth") + Length::mm(0.1)) -
                 strip_depth(bar, m_lengths.at("stripWidth"))));
}

QString Reckoner::scriber() const {
    const Length bar = m_lengths.at("rodBar");
    const Length off = (m_lengths.at("rod") - bar) / 2.0;
    return tr("its line lies %1 off the axis. For that miss the end line may lean %2, which over its own length is %3.")
        .arg(fig(abs(off)), q(in_degrees(lean_of_miss(bar / 2.0, m_lengths.at("rodMiss")), 2)),
             fig(m_lengths.at("rodMiss") * 2.0));
}

QString Reckoner::run_out() const {
    const JawMove move = jaw_move(m_lengths.at("runOut"), Angle::degrees(m_counts.at("highSpot")), jaws);
    return tr("it stands %1 off. The high spot is nearest to jaw %2 (%3 from it): pack that jaw by so much less, or "
              "tap "
              "there. Tighten first, then read: tightening pulls the work.")
        .arg(fig(move.by))
        .arg(move.jaw)
        .arg(q(in_degrees(Angle::degrees(std::fabs(move.beside.in_degrees())), 0)));
}

QString Reckoner::held_off_centre() const {
    const Length off = m_lengths.at("swingOff");
    return tr("it swings over %1; up to %2 turns a minute its pull stays below half its weight. Two jaws stay as they "
              "are for the whole batch, only the other pair is loosened. The machine maker's limits come first.")
        .arg(fig(swing(m_lengths.at("swingStock"), off)), q(decimal(speed_cap(off, pull_share), 0)));
}

QString Reckoner::cross_hole() const {
    Blank bar;
    bar.shape = BlankShape::RoundBar;
    bar.diameter.nominal = m_lengths.at("crossBar");
    bar.width.nominal = m_lengths.at("crossBar") * 10.0;
    const Length middle = bar.width.nominal / 2.0;
    const auto found = into_hole(bar, {middle + m_lengths.at("crossMiss"), Angle::degrees(90.0), {}},
                                 m_lengths.at("crossDrill"), {middle, {}, {}}, m_lengths.at("crossHole"));
    if (!found || m_lengths.at("crossDrill") >= bar.diameter.nominal ||
        m_lengths.at("crossHole") >= bar.diameter.nominal)
        return tr("A hole as wide as the bar leaves nothing.");
    if (found->meeting == Meeting::Misses)
        return tr("it misses: %1 between the axes, and the two radii make %2.")
            .arg(fig(found->miss), fig((m_lengths.at("crossDrill") + m_lengths.at("crossHole")) / 2.0));
    if (found->meeting == Meeting::Grazes)
        return tr("it only grazes the hole's flank, and the drill will be pushed aside. At the axis it is %1 deep.")
            .arg(fig(found->axis));
    return tr("it meets: near wall at %1, axis at %2, far wall at %3. Set the stop to %2 and the far side is spared.")
        .arg(fig(found->near_wall), fig(found->axis), fig(found->far_wall));
}

} // namespace clockface::app
