#include "ordering/marks_wording.h"

#include "measure/figures.h"
#include "words/say.h"

#include <cmath>

namespace clockface {

namespace {

std::string hundredths(Length length, Unit unit) {
    return decimal(length.in(unit), unit == Unit::Inch ? 4 : 2, Sign::WhenNegative, Tail::Trim) + " " + unit_name(unit);
}

} // namespace

Wording lay_words(const LayOldPart& lay, const WordingNeeds& needs) {
    const Job& job = needs.job;
    const Point drawn = as_drawn(job.datum, lay.at);
    Wording w;
    w.heading = say("Lay the old part on");
    w.figures = {
        {say("{zero} at X", {{"zero", lay.zero}}), column_figure(drawn.x, job.unit), unit_name(job.unit), true},
        {"Y", column_figure(drawn.y, job.unit), unit_name(job.unit), true}};
    w.direction = lay.turned_over ? say("turned over, its upper face on the new piece")
                                  : say("the way it was measured, upper face up");
    const std::string towards =
        lay.along.empty() ? std::string()
                          : say(", {along} towards {as_seen}",
                                {{"along", lay.along},
                                 {"as_seen", in_degrees(job.convention.figure_of(as_seen(job, lay.bearing)), 2)}});
    w.note = lay.bonded ? say("Look at the line-up while the glue still lets it move, and again before it sets.")
                        : say("Clamp it before the first blow: punching nudges loose parts.");
    w.sentence = say("Lay the old part on the new piece, {direction}: {zero} at X {x}, Y {y}{towards}. {bonded}",
                     {{"direction", w.direction},
                      {"zero", lay.zero},
                      {"x", w.figures[0].value},
                      {"y", w.figures[1].value},
                      {"towards", towards},
                      {"bonded", lay.bonded ? say("Glue it on.") : say("Clamp it.")}});
    w.why =
        say("The place is the one the copy was laid at; a stop or two edges laid level hold it while it is clamped.");
    return w;
}

Wording mark_words(const MarkAcross& mark, const WordingNeeds& needs) {
    const Unit unit = needs.job.unit;
    const std::string tool = hundredths(mark.tool, unit), hole = hundredths(mark.hole, unit);
    const std::string shift = hundredths((mark.hole - mark.tool) / 2.0, unit);
    Wording w;
    w.heading = say("Mark {from}", {{"from", mark.from}});
    w.figures = {{say("hole"), mark.from, "", true}};
    switch (mark.way) {
    case MarkWay::Punch:
        w.figures.push_back({say("punch"), tool, "", false});
        w.direction = say("one light blow, then deepen it with a centre punch once the old part is off");
        w.sentence = say("{from}: stand the {tool} punch in it. No shake? One light blow.",
                         {{"from", mark.from}, {"tool", tool}});
        w.note = say("Eyes covered. A struck punch can throw chips.");
        w.why = say("The hole is {hole}, so the punch can stand up to {shift} beside its middle; as much as half of "
                    "the shake that is felt.",
                    {{"hole", hole}, {"shift", shift}});
        break;
    case MarkWay::Screw:
        w.figures.push_back({say("screw"), mark.thread, "", false});
        w.direction = say("points out, all to the same height, then press the parts together or tap once");
        w.sentence = say("{from}: turn in the transfer screw {thread} with its point out, press the parts together.",
                         {{"from", mark.from}, {"thread", mark.thread}});
        w.why = say("The thread centres the point.");
        break;
    case MarkWay::Plug:
        w.figures.push_back({say("plug"), tool, "", false});
        w.direction = say("point out, then press the parts together");
        w.sentence = say("{from}: put in the {tool} plug with its point out, press the parts together.",
                         {{"from", mark.from}, {"tool", tool}});
        w.why = say("The plug can sit {shift} to one side.", {{"shift", shift}});
        break;
    case MarkWay::Cone:
        w.direction = say("straight up, one light blow");
        w.sentence = say("{from}: stand the coned punch in the edge of the hole, straight up. One light blow.",
                         {{"from", mark.from}});
        w.note = say("Eyes covered. A struck punch can throw chips.");
        w.why = say("The cone centres itself on the edge; a burr there would push it aside.");
        break;
    case MarkWay::Scribe:
        w.direction = say("right round, the point close to the wall");
        w.sentence = say("{from}: scribe right round the inside; punch its middle once the old part is off.",
                         {{"from", mark.from}});
        w.why = say("The middle of the ring is found with dividers or by eye: half the ring from two sides.");
        break;
    case MarkWay::Marker:
        w.direction = say("right round, then let it dry");
        w.sentence = say("{from}: ink a ring with the long-nosed marker; punch its middle once the old part is off.",
                         {{"from", mark.from}});
        w.why = say("Nothing else gets down this hole.");
        break;
    case MarkWay::DrillThrough:
    case MarkWay::Bonded:
        w.heading = say("Drill through {from}", {{"from", mark.from}});
        w.figures.push_back({say("drill"), tool, "", false});
        w.direction = say("the old part is the guide");
        w.sentence =
            say("{from}: drill {tool} through the old part into the new piece.", {{"from", mark.from}, {"tool", tool}});
        w.note = say("Table locked, both clamped, chuck key out. Ease off as the drill breaks through.");
        w.why = say("The guide hole is {hole}. A worn guide lets the drill wander: feel for play now and then.",
                    {{"hole", hole}});
        break;
    case MarkWay::Measure:
        w.sentence = say("{from}: by its measured place.", {{"from", mark.from}});
        break;
    }
    return w;
}

Wording pin_words(const PinThrough& pin, const WordingNeeds& needs) {
    Wording w;
    w.heading = say("Pin {from}", {{"from", pin.from}});
    w.figures = {{say("pin"), hundredths(pin.pin, needs.job.unit), "", true}};
    w.direction = say("through both parts, before the next hole");
    w.sentence = say("{from}: put a pin of {x}, or the drill itself, through both parts before the next hole.",
                     {{"from", pin.from}, {"x", w.figures[0].value}});
    w.why = say("What play the pin has is what the parts can still shift.");
    return w;
}

Wording take_off_words() {
    Wording w;
    w.heading = say("Take the old part off");
    w.direction = say("then deepen every mark with a centre punch");
    w.sentence = say("Take the old part off. Deepen every mark with a centre punch.");
    w.note = say("Eyes covered. A struck punch can throw chips.");
    w.why = say("A light mark can still be drawn over; a deep one holds the drill.");
    return w;
}

Wording compare_words(const CompareAcross& compare, const WordingNeeds& needs) {
    const std::string expected = hundredths(compare.expected, needs.job.unit);
    const std::string within = hundredths(compare.within, needs.job.unit);
    Wording w;
    w.heading = say("Check {from} to {to}", {{"from", compare.from}, {"to", compare.to}});
    w.figures = {{say("expect"), expected, "", true}};
    w.direction = say("from mark to mark; {within} more or less is to be expected", {{"within", within}});
    w.sentence = say("{heading}: expect {expected} from mark to mark, {within} more or less.",
                     {{"heading", w.heading}, {"expected", expected}, {"within", within}});
    w.note = say("Farther out: draw the worse mark over, towards where it should be, before drilling.");
    w.why = say(
        "The distance is the one the readings give; what may differ is the errors of both marks and of the readings.");
    return w;
}

Wording drill_mark_words(const DrillMark& drill) {
    Wording w;
    w.heading = say("Drill");
    w.figures = {{say("hole"), drill.from, "", true}};
    w.direction = drill.size;
    w.note = say("Table locked, work clamped, chuck key out. Ease off as the drill breaks through.");
    w.sentence = say("Hole {from}: drill {drill} where it is marked.", {{"from", drill.from}, {"drill", drill.size}});
    w.why = say("A centre drill finds the punch mark; look whether it stayed there before going on.");
    return w;
}

} // namespace clockface
