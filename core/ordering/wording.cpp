#include "ordering/wording.h"

#include "layout/outline.h"
#include "layout/scribing.h"
#include "measure/figures.h"
#include "ordering/bar_wording.h"
#include "ordering/handwheel.h"
#include "ordering/marks_wording.h"
#include "ordering/route.h"
#include "ordering/work_wording.h"

#include <algorithm>
#include <fmt/format.h>
#include <utility>

namespace clockface {

namespace {

std::string turn_word(Turn turn) {
    return turn == Turn::Clockwise ? "clockwise" : "counter-clockwise";
}

std::string side_word(Axis axis, Towards side) {
    if (axis == Axis::X)
        return side == Towards::Plus ? "right" : "left";
    return side == Towards::Plus ? "away from you" : "towards you";
}

std::string axis_name(Axis axis) {
    return axis == Axis::X ? "X" : "Y";
}

struct Say {
    const Instruction& instruction;
    const WordingNeeds& needs;

    [[nodiscard]] const Hole& hole(int index) const { return needs.holes.at(static_cast<std::size_t>(index)); }
    [[nodiscard]] std::string name(int index) const { return index < 0 ? "–" : hole(index).name; }
    [[nodiscard]] std::string here() const { return name(instruction.hole); }
    [[nodiscard]] const std::string& pattern(int index) const {
        return needs.job.patterns.at(static_cast<std::size_t>(index)).name;
    }
    template <class Kind> [[nodiscard]] const Kind& machine() const { return std::get<Kind>(needs.machine.kind); }

    Wording operator()(const PickUpZero& zero) const {
        if (needs.job.blank.on_side())
            return zero_along_words(zero, needs.job);
        Wording w;
        w.heading = "Zero";
        const auto* wheels = std::get_if<Handwheels>(&needs.machine.kind);
        const bool fixed = wheels && !wheels->dials_turn;
        w.figures = {{"both dials", "0", "", true}};
        if (fixed)
            w.figures = {{"X dial", dial_figure(wheels->x, zero.line_x), "", true},
                         {"Y dial", dial_figure(wheels->y, zero.line_y), "", true}};
        w.direction = fmt::format("last moving {} on X and {} on Y", side_word(Axis::X, zero.finish_x),
                                  side_word(Axis::Y, zero.finish_y));
        w.note = "Every hole is reached going these ways, so zero must be too: then backlash does not count.";
        w.sentence =
            fixed
                ? fmt::format(
                      "Bring the drawing's zero under the spindle, {}: the X dial must show {} and the Y dial {}.",
                      w.direction, w.figures[0].value, w.figures[1].value)
                : fmt::format("Bring the drawing's zero under the spindle, {}, and set both dials to 0.", w.direction);
        w.why =
            fixed ? "These dials cannot be turned on their screws, so every figure begins with what they show at zero."
                  : "All dial figures are counted from the drawing's zero.";
        return w;
    }

    [[nodiscard]] Screw screw_of(Axis axis) const {
        if (const auto* wheels = std::get_if<Handwheels>(&needs.machine.kind))
            return axis == Axis::X ? wheels->x : wheels->y;
        return machine<RotaryTable>().slide;
    }

    Wording operator()(const TurnHandwheel& move) const {
        const Screw screw = screw_of(move.axis);
        const bool plus = (move.way == screw.plus);
        const std::string side = side_word(move.axis, plus ? Towards::Plus : Towards::Minus);
        const std::string figure = dial_figure(screw, move.line);
        const bool coming_back = move.take_up > 0 && !move.past;
        Wording w;
        w.heading = axis_name(move.axis) + " handwheel";
        if (move.turns > 0)
            w.figures.push_back(
                {"", fmt::format("{}", move.turns), move.turns == 1 ? "turn, then on to" : "turns, then on to"});
        w.figures.push_back({move.turns > 0 ? "" : "on to", figure, unit_name(screw.unit), true});
        if (coming_back) { // whole turns end at the line they began at
            w.figures.front().after = move.turns == 1 ? "turn back, to the same" : "turns back, to the same";
        }
        w.direction = fmt::format("{}, the cutter goes {}", turn_word(move.way), side);
        if (move.past)
            w.note =
                fmt::format("This goes {} too far on purpose; the next move comes back and takes up {} of backlash.",
                            counted(move.take_up, "turn"), with_unit(screw.backlash, screw.unit));
        const std::string turns = move.turns > 0 ? counted(move.turns, "turn") + ", then " : "";
        w.sentence = coming_back ? fmt::format("{}: {}, back {} to {} again.", w.heading, turn_word(move.way),
                                               counted(move.turns, "turn"), figure)
                                 : fmt::format("{}: {}, {}on to {}{}.", w.heading, turn_word(move.way), turns, figure,
                                               move.past ? " (too far on purpose)" : "");
        w.why = why_dial(move, screw);
        // A way to keep count: the lines the mark passes, said for long ways only.
        constexpr int many = 3;
        if (move.turns >= many && move.take_up == 0)
            w.note = fmt::format("Count each time {} comes up again: {} times, then on to it.",
                                 figure_at_start(move, screw), move.turns);
        // Nobody counts so far without a slip: the table's way, measured, shows a turn too many or too few.
        constexpr int too_many_to_count = 8;
        if (move.turns >= too_many_to_count && move.take_up == 0)
            w.note += fmt::format(
                " Then check with a rule: the table has gone {} in all.",
                with_unit(Length::of(std::round(way_of(move, screw).in(screw.unit) * 100.0) / 100.0, screw.unit),
                          screw.unit));
        return w;
    }

    // How far the slide goes in a move: whole turns, and from the line it stands at on to the other.
    static Length way_of(const TurnHandwheel& move, const Screw& screw) {
        const double on = move.way == Turn::Clockwise ? move.line - move.from : move.from - move.line;
        return screw.lead * static_cast<double>(move.turns) + screw.graduation() * (on < 0.0 ? on + screw.lines : on);
    }

    // The line the dial shows before the move, from which whole turns are counted.
    static std::string figure_at_start(const TurnHandwheel& move, const Screw& screw) {
        return dial_figure(screw, move.from);
    }

    [[nodiscard]] std::string why_dial(const TurnHandwheel& move, const Screw& screw) const {
        const Hole& target = hole(instruction.hole);
        Length to = move.axis == Axis::X ? target.at.x : target.at.y;
        std::string what = fmt::format("{} of {}", axis_name(move.axis), target.name);
        if (target.bar && move.axis == Axis::Y) {
            to = -target.bar->offset;
            what = fmt::format("What {} stands beside the axis", target.name);
        }
        if (!target.bar && std::holds_alternative<RotaryTable>(needs.machine.kind)) {
            to = distance(table_centre(needs.job), target.at);
            what = fmt::format("{}'s distance from the middle of the table", target.name);
        }
        const Length jump = move.axis == Axis::X ? needs.machine.lock_jump.x : needs.machine.lock_jump.y;
        const bool aims_off = std::holds_alternative<Handwheels>(needs.machine.kind) && !target.bar && jump != Length{};
        if (aims_off) {
            to -= jump;
            what = fmt::format("{}, set {} short because tightening the lock carries the slide on,", what,
                               with_unit(jump, screw.unit));
        }
        const auto* wheels = std::get_if<Handwheels>(&needs.machine.kind);
        const int at_zero = !wheels || wheels->dials_turn ? 0
                            : move.axis == Axis::X        ? at_hand(needs.job).order.dial_x
                                                          : at_hand(needs.job).order.dial_y;
        const Length reached = dial_position(screw, dial_count(screw, to, at_zero), at_zero);
        const double lines = abs(reached) / screw.graduation(), turns = std::floor(lines / screw.lines + 1e-9);
        const auto number = [](double value) { return decimal(value, 3, Sign::WhenNegative, Tail::Trim); };
        const double rest = lines - turns * screw.lines;
        return fmt::format(
            "{} is {} from zero = {}. One line is {}, so it is {} lines = {} whole turns of {} and {} {}: the dial "
            "shows {}. Rounding leaves {}.",
            what, with_unit(to, needs.job.unit), with_unit(to, screw.unit), with_unit(screw.graduation(), screw.unit),
            number(lines), number(turns), number(screw.lines), number(rest), rest == 1.0 ? "line" : "lines",
            dial_figure(screw, move.line), with_unit(to - reached, needs.job.unit));
    }

    Wording operator()(const ZeroReadout& zero) const {
        const Datum& datum = needs.job.datum;
        Wording w;
        if (zero.here) {
            w.heading = "Zero at " + here();
            w.figures = {{"X", "0", ""}, {"Y", "0", "", true}};
            w.direction = "both slides locked: set both axes to nought here";
            w.sentence = fmt::format("Set the readout to 0, 0 at {}.", here());
            w.why = "The next hole is counted from this one.";
            return w;
        }
        if (needs.job.blank.on_side()) {
            w = zero_along_words({}, needs.job);
            w.figures = {{"X", "0", ""}, {"Y", "0", "", true}};
            w.sentence = fmt::format("Stand over the axis and over zero ({}); set the readout to 0, 0.",
                                     in_words(datum, needs.job.blank));
            w.direction = "over the axis, and over zero along the bar";
            return w;
        }
        w.heading = "Zero";
        w.figures = {{"X", "0", ""}, {"Y", "0", "", true}};
        w.direction = fmt::format("X counts up to the {}, Y {}", datum.x_plus_right ? "right" : "left",
                                  datum.y_plus_up ? "away from you" : "towards you");
        w.sentence =
            fmt::format("Bring the drawing's zero under the spindle and set the readout to 0, 0; {}.", w.direction);
        w.why = "All figures are absolute, from the drawing's zero and in the drawing's axes.";
        return w;
    }

    Wording operator()(const KeyCircle& key) const { return circle_words(key, needs); }
    Wording operator()(const KeyRow& key) const { return row_words(key, needs); }
    Wording operator()(const RoutinePlace& place) const { return place_words(place, instruction.hole, needs); }
    Wording operator()(const TurnIndex& turn) const { return index_words(turn, instruction.hole, needs); }
    Wording operator()(const ChangeCutter& change) const { return change_words(change, needs); }
    Wording operator()(const MoveKnee& knee) const { return knee_words(knee, needs); }
    Wording operator()(const TouchLightly&) const { return touch_words(instruction.hole, needs); }
    Wording operator()(const CheckPlace& check) const { return check_words(check, instruction.hole, needs); }
    Wording operator()(const WorkByHand& work) const { return by_hand_words(work, needs); }
    Wording operator()(const PrickMark&) const { return prick_words(instruction.hole, needs); }
    Wording operator()(const LookAtMarks& look) const { return look_words(look, needs); }
    Wording operator()(const PunchMark&) const { return punch_words(instruction.hole, needs); }
    Wording operator()(const DrillHole& drill) const { return drill_words(drill, instruction.hole, needs); }

    Wording operator()(const GoToReadout& go) const {
        const auto& readout = machine<Readout>();
        const Hole& target = hole(instruction.hole);
        const Point at = target.bar ? Point{target.at.x, -target.bar->offset} : target.at;
        const Point drawn = as_drawn(needs.job.datum, at);
        Wording w;
        w.heading = "Go to " + target.name;
        w.figures = {{"X", step_figure(go.x, readout.resolution, readout.unit, true), unit_name(readout.unit), true},
                     {"Y", step_figure(go.y, readout.resolution, readout.unit, true), unit_name(readout.unit), true}};
        w.direction = "lock both slides and look again before drilling";
        const std::string counted_from = go.from_last ? " from the last hole" : "";
        w.sentence =
            fmt::format("Go to {}{}: X {}, Y {}.", target.name, counted_from, w.figures[0].value, w.figures[1].value);
        if (go.short_x != 0 || go.short_y != 0) {
            const std::string aim_x = step_figure(go.x - go.short_x, readout.resolution, readout.unit, true);
            const std::string aim_y = step_figure(go.y - go.short_y, readout.resolution, readout.unit, true);
            w.figures = {{"X", aim_x, unit_name(readout.unit), true}, {"Y", aim_y, unit_name(readout.unit), true}};
            w.direction = fmt::format("lock both slides: then it must show X {}, Y {}",
                                      step_figure(go.x, readout.resolution, readout.unit, true),
                                      step_figure(go.y, readout.resolution, readout.unit, true));
            w.sentence =
                fmt::format("Go to {}{}: X {}, Y {}; locked it must show X {}, Y {}.", target.name, counted_from, aim_x,
                            aim_y, step_figure(go.x, readout.resolution, readout.unit, true),
                            step_figure(go.y, readout.resolution, readout.unit, true));
        }
        w.why =
            fmt::format("{} is drawn at X {}, Y {} {}. The readout shows steps of {}; rounded once, from zero, that "
                        "leaves {} in X and {} in Y.",
                        target.name, column_figure(drawn.x, needs.job.unit), column_figure(drawn.y, needs.job.unit),
                        unit_name(needs.job.unit), with_unit(readout.resolution, readout.unit),
                        with_unit(round_to_step(drawn.x, readout.resolution).leftover, needs.job.unit),
                        with_unit(round_to_step(drawn.y, readout.resolution).leftover, needs.job.unit));
        if (go.from_last)
            w.why += " What is shown from the last hole is the difference of two such figures, so nothing adds up.";
        if (go.short_x != 0 || go.short_y != 0)
            w.why +=
                " Tightening the locks moves the slides by what the shop has found, so it is aimed off by as much.";
        return w;
    }

    Wording operator()(const CentreOnTable& centre) const {
        const Point drawn = as_drawn(needs.job.datum, centre.centre);
        Wording w;
        w.heading = "Centre";
        w.figures = {{"slide's dial", "0", "", true}};
        w.direction = fmt::format("last moving {}", side_word(Axis::X, centre.finish));
        w.note =
            "Turn an indicator round in the table's bore until opposite sides read alike, lock the mill's slides, then "
            "the same in the work's bore or over its scribed centre. Clamp it against being turned by the drill; lock "
            "the table before each hole.";
        w.sentence =
            fmt::format("With the table at 0: bring its middle under the spindle, {}, set the slide's dial to 0, and "
                        "clamp the work with X {}, Y {} on the middle, its right-hand side to the right.",
                        w.direction, column_figure(drawn.x, needs.job.unit), column_figure(drawn.y, needs.job.unit));
        w.why =
            "The table turns about its middle, so what the circle's centre misses the middle by, every hole misses by.";
        return w;
    }

    Wording operator()(const TurnTable& turn) const {
        const auto& table = machine<RotaryTable>();
        const std::string figure = dial_figure(table, turn.line);
        const std::string scale = table_angle(table, table.step() * static_cast<double>(turn.reading));
        const bool rising = turn.way == Turn::Clockwise;
        const Sense sense = rising ? table.rising : opposite(table.rising);
        Wording w;
        w.heading = "Table handle";
        if (turn.turns > 0)
            w.figures.push_back(
                {"", fmt::format("{}", turn.turns), turn.turns == 1 ? "turn, then on to" : "turns, then on to"});
        w.figures.push_back({turn.turns > 0 ? "" : "on to", figure, "on the handle's dial", true});
        w.direction = fmt::format("{}; the table turns {}", turn_word(turn.way), in_words(sense));
        if (turn.take_up > 0)
            w.note = rising
                         ? "From here on always turn this way. Should you go past, go back a whole turn and come again."
                         : fmt::format("Back by {} and on again to 0: takes up {} of backlash.",
                                       counted(turn.take_up, "turn"), degrees_minutes_seconds(table.backlash));
        else
            w.note = fmt::format("The table's own scale then shows {}.", scale);
        w.sentence = turn.take_up > 0
                         ? fmt::format("Table handle: {}, {} to {} again.", turn_word(turn.way),
                                       counted(turn.turns, "turn"), figure)
                         : fmt::format("Table handle: {}, {}on to {} (table at {}).", turn_word(turn.way),
                                       turn.turns > 0 ? counted(turn.turns, "turn") + ", then " : "", figure, scale);
        if (turn.take_up > 0)
            w.figures.front().after = turn.turns == 1 ? "turn, to the same" : "turns, to the same";
        w.why =
            fmt::format("One turn of the handle is 360° / {} = {}. The table must stand at {} = {} turns and {}. It is "
                        "counted from "
                        "0 each time, so nothing adds up.",
                        table.ratio, in_degrees(table.per_turn(), 4), scale, turn.reading / table.graduations, figure);
        return w;
    }

    // What a height is counted from: an edge where there is one, the rim of a disc, the farthest point of an outline.
    static std::string scribed_from(const Blank& blank, const std::string& side) {
        if (blank.is_round())
            return fmt::format("the rim at the {}", side == "upper" ? "top" : side == "lower" ? "bottom" : side);
        return has_straight_edge(blank, side) ? fmt::format("the {} edge", side)
                                              : fmt::format("the farthest point at the {}", side == "upper"   ? "top"
                                                                                            : side == "lower" ? "bottom"
                                                                                                              : side);
    }

    Wording operator()(const ScribeLine& line) const {
        const auto& bench = machine<LayoutBench>();
        std::vector<std::string> names;
        for (const int index : line.holes)
            names.push_back(name(index));
        for (const int index : line.centres)
            names.push_back("the centre of " + pattern(index));
        const std::string edge =
            line.axis == Axis::X ? (line.from_far_edge ? "right" : "left") : (line.from_far_edge ? "upper" : "lower");
        const std::string figure = step_figure(line.setting, bench.gauge_step, bench.unit, false);
        Wording w;
        w.heading = "Height gauge";
        w.figures = {{"set", figure, unit_name(bench.unit), true}};
        const std::string from = scribed_from(needs.job.blank, edge);
        w.direction = fmt::format("from {}; scribe for {}", from, first_dozen(names));
        if (line.setting < 0)
            w.note = "This setting lies outside the blank.";
        w.sentence = fmt::format("Height gauge {} from {}: scribe for {}.", figure, from, first_dozen(names));
        w.why = fmt::format("The {} of these marks, counted from {} of the blank, rounded once to {}.",
                            axis_name(line.axis), from, with_unit(bench.gauge_step, bench.unit));
        if (needs.job.blank.is_round())
            w.why +=
                " The disc stands on its rim: mark the point that is down, and set it upright with a square when it is "
                "turned for the other lines.";
        else if (from != fmt::format("the {} edge", edge))
            w.note = "There is no straight edge to stand it on: clamp it to an angle plate, square, with its farthest "
                     "point down on the plate, and leave it so for all lines this way.";
        return w;
    }

    Wording dividers(std::int64_t counts, const std::string& heading, std::string direction, std::string why) const {
        const auto& bench = machine<LayoutBench>();
        Wording w;
        w.heading = heading;
        w.figures = {{"set", step_figure(counts, bench.divider_step, bench.unit, false), unit_name(bench.unit), true}};
        w.direction = std::move(direction);
        w.sentence = fmt::format("{} {}: {}.", heading, w.figures[0].value, w.direction);
        w.why = std::move(why);
        return w;
    }

    Wording operator()(const StrikeCircle& strike) const {
        const auto of_pattern = std::count_if(needs.holes.begin(), needs.holes.end(), [&](const Hole& each) {
            return each.pattern == static_cast<std::size_t>(strike.pattern);
        });
        std::vector<std::string> names;
        for (const int hole_on_it : strike.holes)
            names.push_back(name(hole_on_it));
        const std::string which = std::cmp_equal(names.size(), of_pattern) ? "every crossing"
                                  : names.empty()                          ? "no crossing"
                                                                           : "the crossings of " + first_dozen(names);
        return dividers(strike.radius, "Dividers",
                        fmt::format("prick the centre of {} and strike its circle; {} must lie on it",
                                    pattern(strike.pattern), which),
                        "The radius is half the pitch circle's diameter.");
    }

    Wording operator()(const StepChord& step) const {
        return dividers(
            step.chord, "Dividers, chord",
            fmt::format("step round {} from crossing to crossing, {}, without scribing", pattern(step.pattern),
                        counted(step.steps, "step")),
            fmt::format(
                "Chord = diameter × sin(half the angle between neighbours). A crossing that the point does not find "
                "is scribed wrong: look before you punch. Holes are not stepped off, since a chord that is off "
                "by {} would close wrong by {}; the lines have them already.",
                with_unit(machine<LayoutBench>().divider_step / 2.0, machine<LayoutBench>().unit),
                with_unit(stepping_error(machine<LayoutBench>().divider_step / 2.0, step.steps, step.apart).one_way,
                          machine<LayoutBench>().unit)));
    }

    Wording operator()(const CompareMarks& compare) const {
        const auto& bench = machine<LayoutBench>();
        Wording w;
        w.heading = fmt::format("Check {} to {}", name(compare.from), name(compare.to));
        w.figures = {{"expect", step_figure(compare.expected, bench.measured_to, bench.unit, false),
                      unit_name(bench.unit), true}};
        w.direction = "from mark to mark, before any hole is drilled";
        w.sentence =
            fmt::format("{}: expect {} {} from mark to mark.", w.heading, w.figures[0].value, unit_name(bench.unit));
        w.why = fmt::format("The distance between the two places on the drawing is {}.",
                            with_unit(distance(hole(compare.from).at, hole(compare.to).at), needs.job.unit));
        return w;
    }

    Wording operator()(const TurnBar& turn) const { return turn_bar_words(turn, instruction.hole, needs); }
    Wording operator()(const StandOverAxis& stand) const { return stand_over_axis_words(stand, needs); }
    Wording operator()(const SetPacking& packing) const { return packing_words(packing, instruction.hole, needs); }
    Wording operator()(const ScribeAlongBar& line) const {
        const auto& bench = machine<LayoutBench>();
        return scribe_along_words(step_figure(line.setting, bench.gauge_step, bench.unit, false), unit_name(bench.unit),
                                  names_of(line.holes));
    }
    Wording operator()(const ScribeAcrossBar& line) const {
        const auto& bench = machine<LayoutBench>();
        return scribe_across_words(step_figure(line.setting, bench.gauge_step, bench.unit, false),
                                   unit_name(bench.unit), names_of(line.holes), line.from_right_end);
    }
    [[nodiscard]] std::string names_of(const std::vector<int>& indices) const {
        std::vector<std::string> names;
        names.reserve(indices.size());
        for (const int index : indices)
            names.push_back(name(index));
        return first_dozen(names);
    }

    Wording operator()(const LayOldPart& lay) const { return lay_words(lay, needs); }
    Wording operator()(const MarkAcross& mark) const { return mark_words(mark, needs); }
    Wording operator()(const PinThrough& pin) const { return pin_words(pin, needs); }
    Wording operator()(const TakeOldPartOff&) const { return take_off_words(); }
    Wording operator()(const CompareAcross& compare) const { return compare_words(compare, needs); }
    Wording operator()(const DrillMark& drill) const { return drill_mark_words(drill); }
};

} // namespace

std::string dial_figure(const Screw& screw, int line) {
    return step_figure(line, screw.graduation(), screw.unit, false);
}

std::string table_angle(const RotaryTable& table, Angle angle) {
    constexpr int decimals = 4;
    return table.decimal ? in_degrees(angle, decimals) : degrees_minutes_seconds(angle);
}

std::string dial_figure(const RotaryTable& table, int line) {
    const auto figure = [&](int steps) { return table_angle(table, table.step() * static_cast<double>(steps)); };
    // With a vernier: the last line passed, and which of its lines stands in one with the dial.
    if (table.vernier > 1 && line % table.vernier != 0)
        return figure(line - line % table.vernier) + " + " + figure(line % table.vernier);
    return figure(line);
}

std::string step_figure(std::int64_t counts, Length step, Unit unit, bool with_sign) {
    return decimal((step * static_cast<double>(counts)).in(unit), decimals_of_step(step, unit),
                   with_sign ? Sign::Always : Sign::WhenNegative);
}

Wording in_words(const Instruction& instruction, const WordingNeeds& needs) {
    return std::visit(Say{instruction, needs}, instruction.action);
}

} // namespace clockface
