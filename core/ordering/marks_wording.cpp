#include "ordering/marks_wording.h"

#include "measure/figures.h"

#include <cmath>
#include <fmt/format.h>

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
    w.heading = "Lay the old part on";
    w.figures = {{lay.zero + " at X", column_figure(drawn.x, job.unit), unit_name(job.unit), true},
                 {"Y", column_figure(drawn.y, job.unit), unit_name(job.unit), true}};
    w.direction =
        lay.turned_over ? "turned over, its upper face on the new piece" : "the way it was measured, upper face up";
    const std::string towards = lay.along.empty()
                                    ? std::string()
                                    : fmt::format(", {} towards {}", lay.along,
                                                  in_degrees(job.convention.figure_of(as_seen(job, lay.bearing)), 2));
    w.note = lay.bonded ? "Look at the line-up while the glue still lets it move, and again before it sets."
                        : "Clamp it before the first blow: punching nudges loose parts.";
    w.sentence = fmt::format("Lay the old part on the new piece, {}: {} at X {}, Y {}{}. {}", w.direction, lay.zero,
                             w.figures[0].value, w.figures[1].value, towards, lay.bonded ? "Glue it on." : "Clamp it.");
    w.why = "The place is the one the copy was laid at; a stop or two edges laid level hold it while it is clamped.";
    return w;
}

Wording mark_words(const MarkAcross& mark, const WordingNeeds& needs) {
    const Unit unit = needs.job.unit;
    const std::string tool = hundredths(mark.tool, unit), hole = hundredths(mark.hole, unit);
    const std::string shift = hundredths((mark.hole - mark.tool) / 2.0, unit);
    Wording w;
    w.heading = "Mark " + mark.from;
    w.figures = {{"hole", mark.from, "", true}};
    switch (mark.way) {
    case MarkWay::Punch:
        w.figures.push_back({"punch", tool, "", false});
        w.direction = "one light blow, then deepen it with a centre punch once the old part is off";
        w.sentence = fmt::format("{}: stand the {} punch in it. No shake? One light blow.", mark.from, tool);
        w.note = "Eyes covered. A struck punch can throw chips.";
        w.why = fmt::format("The hole is {}, so the punch can stand up to {} beside its middle; as much as half of the "
                            "shake that is felt.",
                            hole, shift);
        break;
    case MarkWay::Screw:
        w.figures.push_back({"screw", mark.thread, "", false});
        w.direction = "points out, all to the same height, then press the parts together or tap once";
        w.sentence = fmt::format("{}: turn in the transfer screw {} with its point out, press the parts together.",
                                 mark.from, mark.thread);
        w.why = "The thread centres the point.";
        break;
    case MarkWay::Plug:
        w.figures.push_back({"plug", tool, "", false});
        w.direction = "point out, then press the parts together";
        w.sentence =
            fmt::format("{}: put in the {} plug with its point out, press the parts together.", mark.from, tool);
        w.why = fmt::format("The plug can sit {} to one side.", shift);
        break;
    case MarkWay::Cone:
        w.direction = "straight up, one light blow";
        w.sentence =
            fmt::format("{}: stand the coned punch in the edge of the hole, straight up. One light blow.", mark.from);
        w.note = "Eyes covered. A struck punch can throw chips.";
        w.why = "The cone centres itself on the edge; a burr there would push it aside.";
        break;
    case MarkWay::Scribe:
        w.direction = "right round, the point close to the wall";
        w.sentence =
            fmt::format("{}: scribe right round the inside; punch its middle once the old part is off.", mark.from);
        w.why = "The middle of the ring is found with dividers or by eye: half the ring from two sides.";
        break;
    case MarkWay::Marker:
        w.direction = "right round, then let it dry";
        w.sentence = fmt::format(
            "{}: ink a ring with the long-nosed marker; punch its middle once the old part is off.", mark.from);
        w.why = "Nothing else gets down this hole.";
        break;
    case MarkWay::DrillThrough:
    case MarkWay::Bonded:
        w.heading = "Drill through " + mark.from;
        w.figures.push_back({"drill", tool, "", false});
        w.direction = "the old part is the guide";
        w.sentence = fmt::format("{}: drill {} through the old part into the new piece.", mark.from, tool);
        w.note = "Table locked, both clamped, chuck key out. Ease off as the drill breaks through.";
        w.why =
            fmt::format("The guide hole is {}. A worn guide lets the drill wander: feel for play now and then.", hole);
        break;
    case MarkWay::Measure:
        w.sentence = mark.from + ": by its measured place.";
        break;
    }
    return w;
}

Wording pin_words(const PinThrough& pin, const WordingNeeds& needs) {
    Wording w;
    w.heading = "Pin " + pin.from;
    w.figures = {{"pin", hundredths(pin.pin, needs.job.unit), "", true}};
    w.direction = "through both parts, before the next hole";
    w.sentence = fmt::format("{}: put a pin of {}, or the drill itself, through both parts before the next hole.",
                             pin.from, w.figures[0].value);
    w.why = "What play the pin has is what the parts can still shift.";
    return w;
}

Wording take_off_words() {
    Wording w;
    w.heading = "Take the old part off";
    w.direction = "then deepen every mark with a centre punch";
    w.sentence = "Take the old part off. Deepen every mark with a centre punch.";
    w.note = "Eyes covered. A struck punch can throw chips.";
    w.why = "A light mark can still be drawn over; a deep one holds the drill.";
    return w;
}

Wording compare_words(const CompareAcross& compare, const WordingNeeds& needs) {
    const std::string expected = hundredths(compare.expected, needs.job.unit);
    const std::string within = hundredths(compare.within, needs.job.unit);
    Wording w;
    w.heading = fmt::format("Check {} to {}", compare.from, compare.to);
    w.figures = {{"expect", expected, "", true}};
    w.direction = fmt::format("from mark to mark; {} more or less is to be expected", within);
    w.sentence = fmt::format("{}: expect {} from mark to mark, {} more or less.", w.heading, expected, within);
    w.note = "Farther out: draw the worse mark over, towards where it should be, before drilling.";
    w.why =
        "The distance is the one the readings give; what may differ is the errors of both marks and of the readings.";
    return w;
}

Wording drill_mark_words(const DrillMark& drill) {
    Wording w;
    w.heading = "Drill";
    w.figures = {{"hole", drill.from, "", true}};
    w.direction = drill.size;
    w.note = "Table locked, work clamped, chuck key out. Ease off as the drill breaks through.";
    w.sentence = fmt::format("Hole {}: drill {} where it is marked.", drill.from, drill.size);
    w.why = "A centre drill finds the punch mark; look whether it stayed there before going on.";
    return w;
}

} // namespace clockface
