#include "ordering/wording.h"

#include "layout/outline.h"
#include "layout/scribing.h"
#include "measure/figures.h"
#include "ordering/bar_wording.h"
#include "ordering/handwheel.h"
#include "ordering/marks_wording.h"
#include "ordering/route.h"
#include "ordering/work_wording.h"
#include "ordering/zero_wording.h"
#include "words/say.h"

#include <algorithm>
#include <fmt/format.h>
#include <utility>

namespace clockface {

namespace {

std::string turn_word(Turn turn) {
    return turn == Turn::Clockwise ? say("clockwise") : say("counter-clockwise");
}

std::string side_word(Axis axis, Towards side) {
    if (axis == Axis::X)
        return side == Towards::Plus ? say("right") : say("left");
    return side == Towards::Plus ? say("away from you") : say("towards you");
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

    // Where the touches that find zero cannot be given.
    static std::string how_zero_is_found() {
        return say("It is not known how the work lies, or what its edges are found with, so no touches can be given: "
                   "find zero by "
                   "its edges, and look at the end that the tip stands over it.");
    }

    // The work has moved under it; slides and dials have not.
    [[nodiscard]] Wording back_to_zero(const PickUpZero& zero) const {
        const auto& wheels = machine<Handwheels>();
        Wording w;
        w.heading = say("Back to zero");
        w.figures = {{say("X dial"), dial_figure(wheels.x, zero.line_x), "", true},
                     {say("Y dial"), dial_figure(wheels.y, zero.line_y), "", true}};
        w.direction =
            say("last moving {finish_x} on X and {finish_y} on Y",
                {{"finish_x", side_word(Axis::X, zero.approach_x)}, {"finish_y", side_word(Axis::Y, zero.approach_y)}});
        w.sentence =
            say("Turn both slides back to where zero was set, whole turns counted, {direction}: the dials show "
                "{x} and {y} there. Leave the dials as they are.",
                {{"direction", w.direction}, {"x", w.figures[0].value}, {"y", w.figures[1].value}});
        w.note = say("The slides have not moved, only the work has: turns are counted from the same zero as before.");
        w.why = say("The places that are left were worked out anew from what was touched, and are counted from there.");
        return w;
    }

    Wording operator()(const PickUpZero& zero) const {
        if (needs.job.blank.on_side())
            return zero_along_words(zero, needs.job);
        if (zero.by_dials)
            return back_to_zero(zero);
        Wording w;
        w.heading = say("Zero");
        const auto* wheels = std::get_if<Handwheels>(&needs.machine.kind);
        const bool fixed = wheels && !wheels->dials_turn;
        w.figures = {{say("both dials"), "0", "", true}};
        if (fixed)
            w.figures = {{say("X dial"), dial_figure(wheels->x, zero.line_x), "", true},
                         {say("Y dial"), dial_figure(wheels->y, zero.line_y), "", true}};
        w.direction =
            say("last moving {finish_x} on X and {finish_y} on Y",
                {{"finish_x", side_word(Axis::X, zero.approach_x)}, {"finish_y", side_word(Axis::Y, zero.approach_y)}});
        w.note = say("Every hole is reached going these ways, so zero must be too: then backlash does not count.") +
                 " " + how_zero_is_found();
        w.sentence = fixed ? say("Bring the drawing's zero under the spindle, {direction}: the X dial must show {x} "
                                 "and the Y dial {y}.",
                                 {{"direction", w.direction}, {"x", w.figures[0].value}, {"y", w.figures[1].value}})
                           : say("Bring the drawing's zero under the spindle, {direction}, and set both dials to 0.",
                                 {{"direction", w.direction}});
        w.why = fixed ? say("These dials cannot be turned on their screws, so every figure begins with what they show "
                            "at zero.")
                      : say("All dial figures are counted from the drawing's zero.");
        return w;
    }

    Wording operator()(const TouchEdge& touch) const { return touch_edge_words(touch, needs); }
    Wording operator()(const CentreOver& over) const { return centre_over_words(over, needs); }
    Wording operator()(const LookAtCorner& look) const { return look_at_corner_words(look, needs); }

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
        w.heading = say("{axis} handwheel", {{"axis", axis_name(move.axis)}});
        if (move.turns > 0)
            w.figures.push_back({"", fmt::format("{}", move.turns),
                                 move.turns == 1 ? say("turn, then on to") : say("turns, then on to")});
        w.figures.push_back({move.turns > 0 ? "" : say("on to"), figure, unit_name(screw.unit), true});
        if (coming_back) { // whole turns end at the line they began at
            w.figures.front().after = move.turns == 1 ? say("turn back, to the same") : say("turns back, to the same");
        }
        w.direction = say("{way}, the cutter goes {side}", {{"way", turn_word(move.way)}, {"side", side}});
        if (move.past)
            w.note = say("This goes {take_up} {take_up:turn|turns} too far on purpose; the next move comes back and "
                         "takes up {backlash} of "
                         "backlash.",
                         {{"take_up", move.take_up}, {"backlash", with_unit(screw.backlash, screw.unit)}});
        const char* way = later("{heading}: {way}, on to {figure}.");
        if (coming_back)
            way = later("{heading}: {way}, back {turns} {turns:turn|turns} to {figure} again.");
        else if (move.past && move.turns > 0)
            way = later("{heading}: {way}, {turns} {turns:turn|turns}, then on to {figure} (too far on purpose).");
        else if (move.past)
            way = later("{heading}: {way}, on to {figure} (too far on purpose).");
        else if (move.turns > 0)
            way = later("{heading}: {way}, {turns} {turns:turn|turns}, then on to {figure}.");
        w.sentence =
            say(way, {{"heading", w.heading}, {"way", turn_word(move.way)}, {"turns", move.turns}, {"figure", figure}});
        w.why = why_dial(move, screw);
        // A way to keep count: the lines the mark passes, said for long ways only.
        constexpr int many = 3;
        if (move.turns >= many && move.take_up == 0)
            w.note = say("Count each time {figure_at_start} comes up again: {turns} times, then on to it.",
                         {{"figure_at_start", figure_at_start(move, screw)}, {"turns", move.turns}});
        // Nobody counts so far without a slip: the table's way, measured, shows a turn too many or too few.
        constexpr int too_many_to_count = 8;
        if (move.turns >= too_many_to_count && move.take_up == 0)
            w.note +=
                " " +
                say("Then check with a rule: the table has gone {way_of} in all.",
                    {{"way_of",
                      with_unit(Length::of(std::round(way_of(move, screw).in(screw.unit) * 100.0) / 100.0, screw.unit),
                                screw.unit)}});
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
        if (instruction.hole < 0)
            return say("On the way to finding zero: in over the work for the face that is touched next, or to the "
                       "corner of the two that were touched.");
        const Hole& target = hole(instruction.hole);
        Length to = move.axis == Axis::X ? target.at.x : target.at.y;
        std::string what = say("{axis} of {target}", {{"axis", axis_name(move.axis)}, {"target", target.name}});
        if (target.bar && move.axis == Axis::Y) {
            to = -target.bar->offset;
            what = say("What {target} stands beside the axis", {{"target", target.name}});
        }
        if (!target.bar && std::holds_alternative<RotaryTable>(needs.machine.kind)) {
            to = distance(table_centre(needs.job), target.at);
            what = say("{target}'s distance from the middle of the table", {{"target", target.name}});
        }
        const Length jump = move.axis == Axis::X ? needs.machine.lock_jump.x : needs.machine.lock_jump.y;
        const bool aims_off = std::holds_alternative<Handwheels>(needs.machine.kind) && !target.bar && jump != Length{};
        if (aims_off) {
            to -= jump;
            what = say("{what}, set {jump} short because tightening the lock carries the slide on,",
                       {{"what", what}, {"jump", with_unit(jump, screw.unit)}});
        }
        const auto* wheels = std::get_if<Handwheels>(&needs.machine.kind);
        const int at_zero = wheels ? line_at_zero(*wheels, at_hand(needs.job).order, move.axis) : 0;
        const Length reached = dial_position(screw, dial_count(screw, to, at_zero), at_zero);
        const double lines = abs(reached) / screw.graduation(), turns = std::floor(lines / screw.lines + 1e-9);
        const auto number = [](double value) { return decimal(value, 3, Sign::WhenNegative, Tail::Trim); };
        const double rest = lines - turns * screw.lines;
        return say("{what} is {to} from zero = {to2}. One line is {graduation}, so it is {lines} lines = {turns} whole "
                   "turns of {lines_a_turn} and {rest} {rest2}: the dial shows {line}. Rounding leaves {reached}.",
                   {{"what", what},
                    {"to", with_unit(to, needs.job.unit)},
                    {"to2", with_unit(to, screw.unit)},
                    {"graduation", with_unit(screw.graduation(), screw.unit)},
                    {"lines", number(lines)},
                    {"turns", number(turns)},
                    {"lines_a_turn", number(screw.lines)},
                    {"rest", number(rest)},
                    {"rest2", rest == 1.0 ? say("line") : say("lines")},
                    {"line", dial_figure(screw, move.line)},
                    {"reached", with_unit(to - reached, needs.job.unit)}});
    }

    Wording operator()(const ZeroReadout& zero) const {
        const Datum& datum = needs.job.datum;
        Wording w;
        if (zero.here) {
            w.heading = say("Zero at {here}", {{"here", here()}});
            w.figures = {{"X", "0", ""}, {"Y", "0", "", true}};
            w.direction = say("both slides locked: set both axes to nought here");
            w.sentence = say("Set the readout to 0, 0 at {here}.", {{"here", here()}});
            w.why = say("The next hole is counted from this one.");
            return w;
        }
        if (needs.job.blank.on_side()) {
            w = zero_along_words({}, needs.job);
            w.figures = {{"X", "0", ""}, {"Y", "0", "", true}};
            w.sentence = say("Stand over the axis and over zero ({blank}); set the readout to 0, 0.",
                             {{"blank", in_words(datum, needs.job.blank)}});
            w.direction = say("over the axis, and over zero along the bar");
            return w;
        }
        w.heading = say("Zero");
        w.figures = {{"X", "0", ""}, {"Y", "0", "", true}};
        w.note = how_zero_is_found();
        w.direction = say("X counts up to the {x_plus_right}, Y {y_plus_up}",
                          {{"x_plus_right", datum.x_plus_right ? say("right") : say("left")},
                           {"y_plus_up", datum.y_plus_up ? say("away from you") : say("towards you")}});
        w.sentence = say("Bring the drawing's zero under the spindle and set the readout to 0, 0; {direction}.",
                         {{"direction", w.direction}});
        w.why = say("All figures are absolute, from the drawing's zero and in the drawing's axes.");
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
        if (instruction.hole < 0)
            return to_corner_words(go, readout);
        const Hole& target = hole(instruction.hole);
        const Point at = target.bar ? Point{target.at.x, -target.bar->offset} : target.at;
        const Point drawn = as_drawn(needs.job.datum, at);
        Wording w;
        w.heading = say("Go to {target}", {{"target", target.name}});
        w.figures = {{"X", step_figure(go.x, readout.resolution, readout.unit, true), unit_name(readout.unit), true},
                     {"Y", step_figure(go.y, readout.resolution, readout.unit, true), unit_name(readout.unit), true}};
        w.direction = say("lock both slides and look again before drilling");
        const std::string counted_from = go.from_last ? say(" from the last hole") : "";
        w.sentence = say("Go to {target}{counted_from}: X {x}, Y {y}.", {{"target", target.name},
                                                                         {"counted_from", counted_from},
                                                                         {"x", w.figures[0].value},
                                                                         {"y", w.figures[1].value}});
        if (go.short_x != 0 || go.short_y != 0) {
            const std::string aim_x = step_figure(go.x - go.short_x, readout.resolution, readout.unit, true);
            const std::string aim_y = step_figure(go.y - go.short_y, readout.resolution, readout.unit, true);
            w.figures = {{"X", aim_x, unit_name(readout.unit), true}, {"Y", aim_y, unit_name(readout.unit), true}};
            w.direction = say("lock both slides: then it must show X {go_x}, Y {go_y}",
                              {{"go_x", step_figure(go.x, readout.resolution, readout.unit, true)},
                               {"go_y", step_figure(go.y, readout.resolution, readout.unit, true)}});
            w.sentence =
                say("Go to {target}{counted_from}: X {aim_x}, Y {aim_y}; locked it must show X {go_x}, Y {go_y}.",
                    {{"target", target.name},
                     {"counted_from", counted_from},
                     {"aim_x", aim_x},
                     {"aim_y", aim_y},
                     {"go_x", step_figure(go.x, readout.resolution, readout.unit, true)},
                     {"go_y", step_figure(go.y, readout.resolution, readout.unit, true)}});
        }
        w.why = say("{target} is drawn at X {x}, Y {y} {unit}. The readout shows steps of {readout}; rounded once, "
                    "from zero, that leaves {leftover_x} in X and {leftover_y} in Y.",
                    {{"target", target.name},
                     {"x", column_figure(drawn.x, needs.job.unit)},
                     {"y", column_figure(drawn.y, needs.job.unit)},
                     {"unit", unit_name(needs.job.unit)},
                     {"readout", with_unit(readout.resolution, readout.unit)},
                     {"leftover_x", with_unit(round_to_step(drawn.x, readout.resolution).leftover, needs.job.unit)},
                     {"leftover_y", with_unit(round_to_step(drawn.y, readout.resolution).leftover, needs.job.unit)}});
        if (go.from_last)
            w.why += " " +
                     say("What is shown from the last hole is the difference of two such figures, so nothing adds up.");
        if (go.short_x != 0 || go.short_y != 0)
            w.why +=
                " " +
                say("Tightening the locks moves the slides by what the shop has found, so it is aimed off by as much.");
        if (const std::string local = from_local_zero(go, needs); !local.empty()) {
            w.sentence += " " + local;
            w.note += (w.note.empty() ? "" : " ") + local;
        }
        return w;
    }

    static Wording to_corner_words(const GoToReadout& go, const Readout& readout) {
        const std::string x = step_figure(go.x, readout.resolution, readout.unit, true);
        const std::string y = step_figure(go.y, readout.resolution, readout.unit, true);
        Wording w;
        w.heading = say("Go to the corner");
        w.figures = {{"X", x, unit_name(readout.unit), true}, {"Y", y, unit_name(readout.unit), true}};
        w.direction = say("come from the usual sides");
        w.sentence = say("Go to the corner: X {x}, Y {y}.", {{"x", x}, {"y", y}});
        w.why = say("That is where the two faces that were touched meet, counted from the drawing's zero.");
        return w;
    }

    Wording operator()(const CentreOnTable& centre) const {
        const Point drawn = as_drawn(needs.job.datum, centre.centre);
        Wording w;
        w.heading = say("Centre");
        w.figures = {{say("slide's dial"), "0", "", true}};
        w.direction = say("last moving {finish}", {{"finish", side_word(Axis::X, centre.approach)}});
        w.note = say(
            "Turn an indicator round in the table's bore until opposite sides read alike, lock the mill's slides, then "
            "the same in the work's bore or over its scribed centre. Clamp it against being turned by the drill; lock "
            "the table before each hole.");
        w.sentence = say("With the table at 0: bring its middle under the spindle, {direction}, set the slide's dial "
                         "to 0, and clamp the work with X {x}, Y {y} on the middle, its right-hand side to the right.",
                         {{"direction", w.direction},
                          {"x", column_figure(drawn.x, needs.job.unit)},
                          {"y", column_figure(drawn.y, needs.job.unit)}});
        w.why = say("The table turns about its middle, so what the circle's centre misses the middle by, every hole "
                    "misses by.");
        return w;
    }

    Wording operator()(const TurnTable& turn) const {
        const auto& table = machine<RotaryTable>();
        const std::string figure = dial_figure(table, turn.line);
        const std::string scale = table_angle(table, table.step() * static_cast<double>(turn.reading));
        const bool rising = turn.way == Turn::Clockwise;
        const Sense sense = rising ? table.rising : opposite(table.rising);
        Wording w;
        w.heading = say("Table handle");
        if (turn.turns > 0)
            w.figures.push_back({"", fmt::format("{}", turn.turns),
                                 turn.turns == 1 ? say("turn, then on to") : say("turns, then on to")});
        w.figures.push_back({turn.turns > 0 ? "" : say("on to"), figure, say("on the handle's dial"), true});
        w.direction = say("{way}; the table turns {sense}", {{"way", turn_word(turn.way)}, {"sense", in_words(sense)}});
        if (turn.take_up > 0)
            w.note =
                rising
                    ? say("From here on always turn this way. Should you go past, go back a whole turn and come again.")
                    : say("Back by {take_up} {take_up:turn|turns} and on again to 0: takes up {backlash} of backlash.",
                          {{"take_up", turn.take_up}, {"backlash", degrees_minutes_seconds(table.backlash)}});
        else
            w.note = say("The table's own scale then shows {scale}.", {{"scale", scale}});
        w.sentence =
            turn.take_up > 0
                ? say("Table handle: {way}, {turns} {turns:turn|turns} to {figure} again.",
                      {{"way", turn_word(turn.way)}, {"turns", turn.turns}, {"figure", figure}})
                : say(turn.turns > 0
                          ? later("Table handle: {way}, {turns} {turns:turn|turns}, then on to {figure} (table at "
                                  "{scale}).")
                          : later("Table handle: {way}, on to {figure} (table at {scale})."),
                      {{"way", turn_word(turn.way)}, {"turns", turn.turns}, {"figure", figure}, {"scale", scale}});
        if (turn.take_up > 0)
            w.figures.front().after = turn.turns == 1 ? say("turn, to the same") : say("turns, to the same");
        w.why = say("One turn of the handle is 360° / {ratio} = {per_turn}. The table must stand at {scale} = {turn} "
                    "turns and {figure}. It is counted from 0 each time, so nothing adds up.",
                    {{"ratio", table.ratio},
                     {"per_turn", in_degrees(table.per_turn(), 4)},
                     {"scale", scale},
                     {"turn", turn.reading / table.graduations},
                     {"figure", figure}});
        return w;
    }

    // What a height is counted from: an edge where there is one, the rim of a disc, the farthest point of an outline.
    static std::string scribed_from(const Blank& blank, BlankSide side) {
        const auto of = [&](const char* left, const char* right, const char* lower, const char* upper) {
            return say(side.axis == Axis::X ? (side.far ? right : left) : (side.far ? upper : lower));
        };
        if (blank.is_round())
            return of(later("the rim at the left"), later("the rim at the right"), later("the rim at the bottom"),
                      later("the rim at the top"));
        if (has_straight_edge(blank, side))
            return of(later("the left edge"), later("the right edge"), later("the lower edge"),
                      later("the upper edge"));
        return of(later("the farthest point at the left"), later("the farthest point at the right"),
                  later("the farthest point at the bottom"), later("the farthest point at the top"));
    }

    Wording operator()(const ScribeLine& line) const {
        const auto& bench = machine<LayoutBench>();
        std::vector<std::string> names;
        for (const int index : line.holes)
            names.push_back(name(index));
        for (const int index : line.centres)
            names.push_back(say("the centre of {pattern}", {{"pattern", pattern(index)}}));
        const BlankSide side{line.axis, line.from_far_edge};
        const std::string figure = step_figure(line.setting, bench.gauge_step, bench.unit, false);
        Wording w;
        w.heading = say("Height gauge");
        w.figures = {{say("set"), figure, unit_name(bench.unit), true}};
        const std::string from = scribed_from(needs.job.blank, side);
        w.direction = say("from {from}; scribe for {names}", {{"from", from}, {"names", first_dozen(names)}});
        if (line.setting < 0)
            w.note = say("This setting lies outside the blank.");
        w.sentence = say("Height gauge {figure} from {from}: scribe for {names}.",
                         {{"figure", figure}, {"from", from}, {"names", first_dozen(names)}});
        w.why =
            say("The {axis} of these marks, counted from {from} of the blank, rounded once to {bench}.",
                {{"axis", axis_name(line.axis)}, {"from", from}, {"bench", with_unit(bench.gauge_step, bench.unit)}});
        if (needs.job.blank.is_round())
            w.why += " " + say("The disc stands on its rim: mark the point that is down, and set it upright with a "
                               "square when it is turned for the other lines.");
        else if (!has_straight_edge(needs.job.blank, side))
            w.note =
                say("There is no straight edge to stand it on: clamp it to an angle plate, square, with its farthest "
                    "point down on the plate, and leave it so for all lines this way.");
        return w;
    }

    Wording dividers(std::int64_t counts, const std::string& heading, std::string direction, std::string why) const {
        const auto& bench = machine<LayoutBench>();
        Wording w;
        w.heading = heading;
        w.figures = {
            {say("set"), step_figure(counts, bench.divider_step, bench.unit, false), unit_name(bench.unit), true}};
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
        std::string which = say("the crossings of {names}", {{"names", first_dozen(names)}});
        if (std::cmp_equal(names.size(), of_pattern))
            which = say("every crossing");
        else if (names.empty())
            which = say("no crossing");
        return dividers(strike.radius, say("Dividers"),
                        say("prick the centre of {strike} and strike its circle; {which} must lie on it",
                            {{"strike", pattern(strike.pattern)}, {"which", which}}),
                        say("The radius is half the pitch circle's diameter."));
    }

    Wording operator()(const StepChord& step) const {
        return dividers(
            step.chord, say("Dividers, chord"),
            say("step round {step} from crossing to crossing, {steps} {steps:step|steps}, without scribing",
                {{"step", pattern(step.pattern)}, {"steps", step.steps}}),
            say("Chord = diameter × sin(half the angle between neighbours). A crossing that the point does not find is "
                "scribed wrong: look before you punch. Holes are not stepped off, since a chord that is off by "
                "{divider_step} would close wrong by {stepping_error}; the lines have them already.",
                {{"divider_step", with_unit(machine<LayoutBench>().divider_step / 2.0, machine<LayoutBench>().unit)},
                 {"stepping_error",
                  with_unit(stepping_error(machine<LayoutBench>().divider_step / 2.0, step.steps, step.apart).one_way,
                            machine<LayoutBench>().unit)}}));
    }

    Wording operator()(const CompareMarks& compare) const {
        const auto& bench = machine<LayoutBench>();
        Wording w;
        w.heading = say("Check {from} to {to}", {{"from", name(compare.from)}, {"to", name(compare.to)}});
        w.figures = {{say("expect"), step_figure(compare.expected, bench.measured_to, bench.unit, false),
                      unit_name(bench.unit), true}};
        w.direction = say("from mark to mark, before any hole is drilled");
        w.sentence = say("{heading}: expect {x} {bench} from mark to mark.",
                         {{"heading", w.heading}, {"x", w.figures[0].value}, {"bench", unit_name(bench.unit)}});
        w.why = say("The distance between the two places on the drawing is {distance}.",
                    {{"distance", with_unit(distance(hole(compare.from).at, hole(compare.to).at), needs.job.unit)}});
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
