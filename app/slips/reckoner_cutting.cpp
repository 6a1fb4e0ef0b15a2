// The sums on the page of reckoning that belong to cutters and depths.
#include "cutting/choose.h"
#include "cutting/depth_figure.h"
#include "cutting/machines.h"
#include "look/plain_figure.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "shop/cutter_points.h"
#include "slips/reckoner.h"
#include "words/say.h"

#include <QLabel>
#include <QToolButton>

namespace clockface::app {

void Reckoner::text(Sentence& s, const QString& name, const QString& what, const QString& first) {
    m_texts[name] = first;
    s.blank(
        name, what, [this, name] { return m_texts.at(name); },
        [this, name](const QString& typed, bool) -> Tried {
            if (!find_thread(typed.toStdString()))
                return {tr("There is no thread named '%1'. One such as M5, 1/4-20 or 2BA would do.").arg(typed), {}};
            m_texts[name] = typed.simplified();
            reckon();
            return {};
        });
}

void Reckoner::add_cutting_sums() {
    body()->addWidget(heading_label(tr("Cutters and depths")));
    Sentence* s = add();
    s->reads(tr("Thread {anyThread} in a hole of {anyDrill} and metal {threadMetal} thick, guided by a clearance "
                "counterbore {guideDepth} deep:"));
    text(*s, "anyThread", tr("thread"), QStringLiteral("M5"));
    length(*s, "anyDrill", tr("size of the hole"), Length::mm(4.4));
    length(*s, "threadMetal", tr("thickness of the metal"), Length::mm(7.0));
    length(*s, "guideDepth", tr("depth of the guiding counterbore"), Length::mm(1.6));
    answer(&Reckoner::thread_in_hole);
    s = add();
    s->reads(tr(
        "A tool of {stiffOne} standing out {stiffOneOut} against one of {stiffOther} standing out {stiffOtherOut}:"));
    length(*s, "stiffOne", tr("diameter of one tool"), Length::mm(5.0));
    length(*s, "stiffOneOut", tr("stick-out of one tool"), Length::mm(62.0));
    length(*s, "stiffOther", tr("diameter of the other tool"), Length::mm(6.0));
    length(*s, "stiffOtherOut", tr("stick-out of the other tool"), Length::mm(96.0));
    answer(&Reckoner::stiffer);
    s = add();
    s->reads(tr("Tapping under power, pitch {tapPitch} at {tapTurns} turns a minute:"));
    length(*s, "tapPitch", tr("pitch of the thread"), Length::mm(0.8));
    count(*s, "tapTurns", tr("turns a minute"), 160);
    answer(&Reckoner::power_tap);
    s = add();
    s->reads(tr("A step drill from {stepFrom} to {stepTo} by {stepBy}, each step {stepHigh} high, is to open "
                "{stepWanted} in a plate {stepPlate} thick:"));
    length(*s, "stepFrom", tr("smallest step"), Length::mm(4.0));
    length(*s, "stepTo", tr("largest step"), Length::mm(12.0));
    length(*s, "stepBy", tr("rise of a step"), Length::mm(2.0));
    length(*s, "stepHigh", tr("height of a step"), Length::mm(5.0));
    length(*s, "stepWanted", tr("diameter wanted"), Length::mm(8.0));
    length(*s, "stepPlate", tr("thickness of the plate"), Length::mm(3.0));
    answer(&Reckoner::step_drill);
    s = add();
    s->reads(tr("To {partOf} / {partIn} of {partMetal} with a drill of {partDrill}:"));
    count(*s, "partOf", tr("upper figure of the fraction"), 2);
    count(*s, "partIn", tr("lower figure of the fraction"), 3);
    length(*s, "partMetal", tr("thickness of the metal"), Length::mm(17.4));
    length(*s, "partDrill", tr("diameter of the drill"), Length::mm(7.3));
    answer(&Reckoner::part_depth);
    s = add();
    s->reads(tr("A land beside a hole, its edge {landEdge} away, milled with a cutter of {landCutter}:"));
    length(*s, "landEdge", tr("distance of the finished edge"), Length::mm(18.6));
    length(*s, "landCutter", tr("diameter of the cutter"), Length::mm(6.0));
    answer(&Reckoner::land);
    s = add();
    s->reads(tr("A rod that measures {rodMeasured} is to go in with {rodPlay} of play; drilled {rodDrill}:"));
    length(*s, "rodMeasured", tr("diameter of the rod as measured"), Length::mm(7.93));
    length(*s, "rodPlay", tr("play wanted"), Length::mm(0.05));
    length(*s, "rodDrill", tr("diameter of the drill"), Length::mm(8.0));
    answer(&Reckoner::loose_rod);
    s = add();
    s->reads(tr("Pecks of {peck} counted from {peckFrom} above the face, to {peckDepth} deep:"));
    length(*s, "peck", tr("depth of a peck"), Length::mm(4.0));
    length(*s, "peckFrom", tr("height they are counted from"), Length::mm(2.0));
    length(*s, "peckDepth", tr("depth of the hole"), Length::mm(14.0));
    answer(&Reckoner::pecks_counted);
    s = add();
    s->reads(tr("A chamfer {chamferWidth} wide round a hole of {chamferHole} with a cone of {chamferAngle} degrees:"));
    length(*s, "chamferWidth", tr("width of the chamfer"), Length::mm(0.3));
    length(*s, "chamferHole", tr("diameter of the hole"), Length::mm(5.3));
    count(*s, "chamferAngle", tr("included angle in degrees"), 90);
    answer(&Reckoner::chamfer_touch);
    s = add();
    s->reads(tr("In this job's metal, on which machine a drill of {whichDrill}:"));
    length(*s, "whichDrill", tr("diameter of the drill"), Length::mm(1.3));
    answer(&Reckoner::which_machine);
}

QString Reckoner::thread_in_hole() const {
    const Thread thread = *find_thread(m_texts.at("anyThread").toStdString());
    const Length hole = m_lengths.at("anyDrill"), metal = m_lengths.at("threadMetal");
    const double percent = percent_of_thread(thread, hole);
    if (percent <= 0.0)
        return tr("the hole is as wide as the thread: nothing would be left.");
    const GuidedThread left = guided_thread(metal, m_lengths.at("guideDepth"), {}, thread.major);
    QString out =
        tr("%1 percent of thread, %2 turns in the whole thickness. The charts take the %3 drill. ")
            .arg(plain_figure(percent), plain_figure(threads_engaged(metal, thread.pitch), 1), q(thread.charted));
    if (percent > most_percent)
        out += tr("The tap will turn hard and may break. ");
    out += tr("The counterbore leaves %1 of thread: %2")
               .arg(fig(left.left), left.harmless ? tr("harmless, as a nut has no more.")
                                                  : tr("less than a nut has; leave it out, or make it shallower."));
    // The neighbours that are owned.
    const auto near = tap_drills(cutters_in(document().shop().drawer), thread, percent);
    QStringList names;
    for (std::size_t i = 0; i < near.size() && i < 3; ++i)
        names << tr("%1 %2").arg(q(near[i].cutter.name), q(near[i].consequence));
    return names.isEmpty() ? out : out + tr(" In the drawer: %1.").arg(names.join(QStringLiteral("; ")));
}

QString Reckoner::stiffer() const {
    const double one = stiffness(m_lengths.at("stiffOne"), m_lengths.at("stiffOneOut"));
    const double other = stiffness(m_lengths.at("stiffOther"), m_lengths.at("stiffOtherOut"));
    const double ratio = std::max(one, other) / std::min(one, other);
    return tr("the %1 is %2 times as stiff: stiffness goes with the fourth power of the diameter and the third of the "
              "length. %3")
        .arg(one >= other ? tr("first") : tr("second"), plain_figure(ratio, 1),
             ratio > 2.0 ? tr("Start with the stiffer one; with it no pilot is needed.")
                         : tr("They bend about alike."));
}

QString Reckoner::power_tap() const {
    const auto feed = tap_feed(std::nullopt, m_counts.at("tapTurns"), m_lengths.at("tapPitch"));
    if (!feed)
        return q(feed.error().sentence);
    return tr("feed %1; %2 threads an inch.")
        .arg(q(feed_figure(feed->feed, document().job().unit)),
             plain_figure(threads_an_inch(m_lengths.at("tapPitch")), 2));
}

QString Reckoner::step_drill() const {
    Cutter drill;
    drill.kind = CutterKind::StepDrill;
    drill.tip = m_lengths.at("stepFrom");
    drill.diameter = m_lengths.at("stepTo");
    drill.tip_length = m_lengths.at("stepHigh");
    const auto depth =
        step_drill_depth(drill, m_lengths.at("stepBy"), m_lengths.at("stepWanted"), m_lengths.at("stepPlate"));
    if (depth)
        return tr("feed it %1 from where its smallest step touches; ink a mark there.").arg(fig(*depth));
    if (m_lengths.at("stepPlate") > drill.tip_length)
        return tr("it cannot: a plate thicker than a step (%1) is met by the next step before this one is through.")
            .arg(fig(drill.tip_length));
    return tr("it has no step of this diameter.");
}

QString Reckoner::part_depth() const {
    const double part = static_cast<double>(m_counts.at("partOf")) / m_counts.at("partIn");
    const Length metal = m_lengths.at("partMetal"), point = point_length(m_lengths.at("partDrill"));
    if (part >= 1.0)
        return tr("that is all of it: drill through.");
    return tr("stop at %1 for the tip, or at %2 for the full diameter. For a flat floor there, stop the drill's tip at "
              "%3 and square "
              "the rest with a flat-ended tool. From the other side it is touched off anew.")
        .arg(fig(part_of_thickness(metal, part, point, false)), fig(part_of_thickness(metal, part, point, true)),
             fig(before_squaring(metal * part, Length::mm(0.3))));
}

QString Reckoner::land() const {
    return tr("the cutter's middle runs %1 away where the land ends before it reaches the edge, %2 where it starts "
              "beyond.")
        .arg(fig(cutter_path(m_lengths.at("landEdge"), m_lengths.at("landCutter"), false)),
             fig(cutter_path(m_lengths.at("landEdge"), m_lengths.at("landCutter"), true)));
}

QString Reckoner::loose_rod() const {
    const auto metal = metal_of(document().job().blank.material);
    const ClearanceFit fit =
        clearance_fit(m_lengths.at("rodMeasured"), m_lengths.at("rodPlay"), m_lengths.at("rodDrill"),
                      metal ? metal->oversize : all_metals().front().oversize);
    return fit.shake <= Length{} ? tr("it does not go in: the hole would have to be %1.").arg(fig(fit.hole))
                                 : tr("the hole should be %1; this drill usually cuts so that it shakes by %2.")
                                       .arg(fig(fit.hole), fig(fit.shake));
}

QString Reckoner::pecks_counted() const {
    const auto all = pecks_from(m_lengths.at("peckFrom"), m_lengths.at("peckDepth"), m_lengths.at("peck"));
    if (!all)
        return q(all.error().sentence);
    QStringList depths;
    for (const Length each : *all)
        depths << fig(each);
    return tr("%1, evened: below the face to %2.")
        .arg(q(say("{count} {count:peck|pecks}", {{"count", all->size()}})), depths.join(QStringLiteral(", ")));
}

QString Reckoner::chamfer_touch() const {
    const int degrees = m_counts.at("chamferAngle");
    if (degrees < 30 || degrees > 160)
        return tr("A cone from 30 to 160 degrees would do.");
    const Length mouth = m_lengths.at("chamferHole") + m_lengths.at("chamferWidth") * 2.0;
    const Angle angle = Angle::degrees(degrees);
    const auto owned =
        cones_for(cutters_in(document().shop().drawer), mouth, m_lengths.at("chamferHole"), {}, document().job().unit);
    QStringList names;
    for (const Choice& each : owned)
        names << q(each.cutter.name);
    return tr("go %1 on from where it touches the hole's edge; its mouth is then %2. Owned and wide enough: %3.")
        .arg(fig(chamfer_depth(m_lengths.at("chamferHole"), m_lengths.at("chamferWidth"), angle)), fig(mouth),
             names.isEmpty() ? tr("none") : names.join(QStringLiteral(", ")));
}

QString Reckoner::which_machine() const {
    const Metal metal = metal_of(document().job().blank.material).value_or(all_metals().front());
    QStringList all;
    for (const MachineFit& fit : machines_for(document().shop(), m_lengths.at("whichDrill"), metal))
        all << tr("%1 %2").arg(q(fit.machine), q(fit.verdict));
    return tr("in %1: %2.").arg(q(metal.name), all.join(QStringLiteral("; ")));
}

} // namespace clockface::app
