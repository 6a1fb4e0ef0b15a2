// The sums on the page of reckoning that belong to scribing.
#include "layout/scribing.h"
#include "look/plain_figure.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "slips/reckoner.h"

#include <QLabel>

namespace clockface::app {

void Reckoner::add_scribing_sums() {
    body()->addWidget(heading_label(tr("Scribing")));
    Sentence* s = add();
    s->reads(tr("Lines from both edges at {twoLineSetting} fall apart by {twoLineGap}:"));
    length(*s, "twoLineSetting", tr("setting of the gauge"), Length::mm(23.4));
    reading(*s, "twoLineGap", tr("gap between the lines, minus where they cross over"), Length::mm(0.3));
    answer(&Reckoner::two_lines);
    s = add();
    s->reads(tr("Arcs of {lensSetting} from both ends form a lens {lensWidth} wide:"));
    length(*s, "lensSetting", tr("setting of the dividers"), Length::mm(31.2));
    length(*s, "lensWidth", tr("width of the lens"), Length::mm(0.4));
    answer(&Reckoner::lens);
    s = add();
    s->reads(tr("A chord that is off by {chordOff} is stepped right round in {chordSteps} steps:"));
    length(*s, "chordOff", tr("what the chord is off"), Length::mm(0.05));
    count(*s, "chordSteps", tr("number of steps"), 7);
    answer(&Reckoner::stepped_round);
    s = add();
    s->reads(tr("An arc of {arcRadius} from a mark {arcFrom} off the line:"));
    length(*s, "arcRadius", tr("radius of the arc"), Length::mm(40.0));
    length(*s, "arcFrom", tr("distance of the mark from the line"), Length::mm(37.0));
    answer(&Reckoner::arc_crossing);
}

QString Reckoner::two_lines() const {
    const Length setting = m_lengths.at("twoLineSetting"), gap = m_lengths.at("twoLineGap");
    return tr("the middle is half way between them, whatever the gauge says; %1 would have met (half the gap %2).")
        .arg(fig(setting_that_meets(setting, gap)), gap < Length{} ? tr("less") : tr("more"));
}

QString Reckoner::lens() const {
    const auto apart = apart_from_lens(m_lengths.at("lensSetting"), m_lengths.at("lensWidth"));
    return apart ? tr("the ends stand %1 apart, twice the setting less the lens.").arg(fig(*apart))
                 : q(apart.error().sentence);
}

QString Reckoner::stepped_round() const {
    const int steps = m_counts.at("chordSteps");
    if (steps < 3)
        return tr("a circle is stepped round in three steps or more.");
    const SteppingError error = stepping_error(m_lengths.at("chordOff"), steps, Angle::degrees(360.0 / steps));
    return tr("it closes wrong by %1; stepped half from each side the worst is %2.")
        .arg(fig(error.one_way), fig(error.from_both_sides));
}

QString Reckoner::arc_crossing() const {
    const auto crossing = arc_over_line(m_lengths.at("arcRadius"), m_lengths.at("arcFrom"));
    if (!crossing)
        return q(crossing.error().sentence);
    return tr("it crosses %1 from the foot of the mark, at %2°%3.")
        .arg(fig(crossing->along), plain_figure(crossing->degrees, 1),
             crossing->shallow ? tr(": too shallow to be told along the line; strike from farther off") : QString());
}

} // namespace clockface::app
