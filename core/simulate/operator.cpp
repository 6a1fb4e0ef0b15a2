#include "simulate/operator.h"

#include "layout/outline.h"
#include "measure/figures.h"
#include "ordering/handwheel.h"
#include "simulate/bar_operator.h"
#include "simulate/lost_motion.h"
#include "simulate/marks_operator.h"
#include "simulate/simulated_machine.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

std::string no_zero(Axis axis) {
    return say("{axis} has no zero yet", {{"axis", axis == Axis::X ? "X" : "Y"}});
}

class SimulatedHandwheels : public SimulatedMachine {
public:
    SimulatedHandwheels(const Job& job, const std::vector<Hole>& holes, const Conditions& conditions,
                        const Machine& machine, const Handwheels& wheels)
        : SimulatedMachine(job, holes, conditions)
        , m_machine(machine)
        , m_wheels(wheels)
        , m_x(slide_of(wheels.x))
        , m_y(slide_of(wheels.y)) {}

protected:
    void obey(const Instruction& instruction) override {
        std::visit([this](const auto& move) { carry_out(move); }, instruction.action);
    }
    std::optional<Point> standing() override { return Point{Length::mm(m_x.position()), Length::mm(m_y.position())}; }

private:
    const Machine& m_machine;
    const Handwheels& m_wheels;
    LostMotion m_x, m_y;
    bool m_x_known = false, m_y_known = false; // zero was found
    Point m_zero, m_set;                       // errors: of zero, of how each dial was last set

    using SimulatedMachine::carry_out;
    void carry_out(const PickUpZero& zero) {
        m_x.zero(zero.approach_x == Towards::Plus, zero.line_x);
        m_y.zero(zero.approach_y == Towards::Plus, zero.line_y);
        if (!zero.by_dials)
            m_zero = chance().draw_both(ErrorSource::PickUp, m_machine.errors.pick_up);
        m_x_known = m_y_known = true;
    }
    void carry_out(const TouchEdge& touch) {
        const bool x = touch.axis == Axis::X;
        const Screw& screw = x ? m_wheels.x : m_wheels.y;
        LostMotion& slide = x ? m_x : m_y;
        const bool towards_plus = touch.stands == Towards::Minus;
        const double at = touched(touch).in_mm();
        const auto lines_of = [&](std::int64_t figure) {
            const int line = dial_line(figure, screw.engraved());
            return static_cast<double>((figure - line) / screw.engraved()) * screw.lines + line;
        };
        (x ? m_x_known : m_y_known) = true;
        if (!touch.halves)
            return slide.stand(at, towards_plus, lines_of(touch.figure));
        // What the play counts for is taken off before it is halved; half a line is set by eye.
        const double play = (screw.plus == Turn::Clockwise ? 1.0 : -1.0) * (touch.play / screw.graduation());
        const double shown = std::round(slide.lines_at(at, towards_plus));
        must_be_about(screw.graduation() * shown, screw.graduation() * lines_of(touch.figure));
        const bool comes_last = screw.approach == Towards::Plus;
        slide.stand(slide.place_at((shown - play) / 2.0, comes_last), comes_last, 0.0);
    }
    void carry_out(const CentreOver& over) {
        const Point at = found(over);
        const auto stand = [](LostMotion& slide, const Screw& screw, Length where, std::int64_t figure) {
            const int line = dial_line(figure, screw.engraved());
            slide.stand(where.in_mm(), screw.approach == Towards::Plus,
                        static_cast<double>((figure - line) / screw.engraved()) * screw.lines + line);
        };
        stand(m_x, m_wheels.x, at.x, over.figure_x);
        stand(m_y, m_wheels.y, at.y, over.figure_y);
        m_x_known = m_y_known = true;
    }
    void carry_out(const DrillHole& drill) { make_hole(drill, locked()); }
    void carry_out(const TouchLightly&) { touch(locked()); }
    template <
        MoveOf<ReadoutMoves, RoutineMoves, TableMoves, PlateMoves, BarMoves, AcrossMoves, Kinds<SetPacking, PunchMark>>
            Move>
    void carry_out(const Move&) {
        complain(say("a mill with handwheels cannot do this"));
    }

    void carry_out(const TurnHandwheel& move) {
        const bool x = move.axis == Axis::X;
        if (!(x ? m_x_known : m_y_known))
            complain(no_zero(move.axis));
        if (!(x ? m_x : m_y).turn(move.way == Turn::Clockwise, move.turns, move.line))
            complain(say("the dial has no such line"));
        (x ? m_set.x : m_set.y) = chance().draw(ErrorSource::Setting, m_machine.errors.setting) +
                                  chance().draw(ErrorSource::BacklashLeft, m_machine.errors.backlash_left);
    }
    [[nodiscard]] Point locked() { return *standing() + chance().draw_jump(m_machine.lock_jump) + m_zero + m_set; }
};

class SimulatedReadout : public SimulatedMachine {
public:
    SimulatedReadout(const Job& job, const std::vector<Hole>& holes, const Conditions& conditions,
                     const Machine& machine, const Readout& readout)
        : SimulatedMachine(job, holes, conditions)
        , m_machine(machine)
        , m_readout(readout) {}

protected:
    void obey(const Instruction& instruction) override {
        std::visit([this](const auto& move) { carry_out(move); }, instruction.action);
    }
    std::optional<Point> standing() override { return from_drawn(job().datum, m_aimed); }

private:
    const Machine& m_machine;
    const Readout& m_readout;
    Point m_at, m_aimed, m_zero;               // in the readout's axes, which are the drawing's
    Point m_picked_up, m_set;                  // errors
    bool m_x_known = false, m_y_known = false; // zero was found
    std::vector<std::optional<Point>> m_routine;
    std::vector<int> m_routine_holes;

    using SimulatedMachine::carry_out;
    void carry_out(const TouchEdge& touch) {
        const bool x = touch.axis == Axis::X;
        const auto along = [x](Point& point) -> Length& { return x ? point.x : point.y; };
        const Length there = touched(touch);
        Point drawn = as_drawn(job().datum, {there, there});
        const Length at = along(drawn);
        std::int64_t figure = touch.figure;
        if (touch.halves) {
            const std::int64_t shown = round_to_step(at - along(m_zero), m_readout.resolution).counts;
            must_be_about(m_readout.resolution * static_cast<double>(shown),
                          m_readout.resolution * static_cast<double>(touch.figure));
            figure = std::llround(static_cast<double>(shown) / 2.0);
        }
        along(m_zero) = at - m_readout.resolution * static_cast<double>(figure);
        along(m_at) = along(m_aimed) = at;
        (x ? m_x_known : m_y_known) = true;
    }
    void carry_out(const CentreOver& over) {
        m_at = m_aimed = as_drawn(job().datum, found(over));
        m_zero = m_at - shown(over.figure_x, over.figure_y);
        m_x_known = m_y_known = true;
    }
    void carry_out(const ZeroReadout& zero) {
        if (!zero.here)
            m_at = {};
        m_zero = m_at;
        m_x_known = m_y_known = true;
        if (!zero.here) {
            m_picked_up = chance().draw_both(ErrorSource::PickUp, m_machine.errors.pick_up);
        } else { // zero takes over what this hole is off, and so does every hole after it
            m_picked_up = m_picked_up + m_set;
            m_set = {};
        }
    }
    void carry_out(const GoToReadout& go) {
        for (const Axis axis : {Axis::X, Axis::Y})
            if (!(axis == Axis::X ? m_x_known : m_y_known))
                complain(no_zero(axis));
        m_aimed = m_zero + shown_before_locking(go, m_readout);
        settle();
        m_at = m_zero + shown_locked(go, m_readout); // if the locks move the slides as thought
    }
    void carry_out(const DrillHole& drill) { make_hole(drill, locked()); }
    void carry_out(const TouchLightly&) { touch(locked()); }
    template <MoveOf<DialMoves, TableMoves, PlateMoves, BarMoves, AcrossMoves, Kinds<SetPacking, PunchMark>> Move>
    void carry_out(const Move&) {
        complain(say("a readout cannot do this"));
    }

    [[nodiscard]] Point shown(std::int64_t x, std::int64_t y) const {
        return {m_readout.resolution * static_cast<double>(x), m_readout.resolution * static_cast<double>(y)};
    }
    void settle() { m_set = chance().draw_both(ErrorSource::Setting, m_machine.errors.setting); }
    [[nodiscard]] Point locked() { return *standing() + chance().draw_jump(m_machine.lock_jump) + m_picked_up + m_set; }

    // The routine inside the readout: from the first angle on, its own way round, in equal steps.
    void carry_out(const KeyCircle& key) {
        m_routine_holes = key.holes;
        m_routine.clear();
        if (key.count != static_cast<int>(key.holes.size()))
            return complain(say("the circle routine is told of another number of holes than are named"));
        const Angle unit = m_readout.angle_resolution;
        const Angle first = unit * static_cast<double>(key.first);
        const Angle sweep = m_readout.asks_step ? unit * static_cast<double>(key.step * (key.count - 1))
                                                : (unit * static_cast<double>(key.last) - first).wrapped();
        const Length radius = m_readout.resolution * static_cast<double>(key.diameter) / 2.0;
        for (int k = 0; k < key.count; ++k) {
            const Angle figure = key.count == 1 ? first : first + sweep * k / (key.count - 1);
            m_routine.emplace_back(shown(key.centre_x, key.centre_y) +
                                   polar(radius, m_readout.circle_convention.bearing_at(figure)));
        }
    }
    void carry_out(const KeyRow& key) {
        m_routine_holes = key.holes;
        m_routine.clear();
        if (key.count != static_cast<int>(key.holes.size()))
            return complain(say("the row routine is told of another number of holes than are named"));
        const Angle bearing =
            m_readout.circle_convention.bearing_at(m_readout.angle_resolution * static_cast<double>(key.angle));
        for (int k = 0; k < key.count; ++k)
            m_routine.emplace_back(shown(key.x, key.y) +
                                   polar(m_readout.resolution * static_cast<double>(key.pitch * k), bearing));
    }
    void carry_out(const RoutinePlace& place) {
        const auto index = static_cast<std::size_t>(place.place);
        if (place.place < 0 || index >= m_routine.size())
            return complain(say("the routine has no such place"));
        if (m_routine_holes[index] != hole())
            complain(say("the routine makes another hole there"));
        // It shows nought before the locks are tightened, so these are allowed for by nothing but the hand.
        // It counts steps of its scale: nought is shown at the one nearest to the routine's own figure.
        const Point to = *m_routine[index] - as_drawn(job().datum, m_machine.lock_jump);
        m_at = m_aimed = m_zero + shown(round_to_step(to.x, m_readout.resolution).counts,
                                        round_to_step(to.y, m_readout.resolution).counts);
        settle();
    }
};

class SimulatedTable : public SimulatedMachine {
public:
    SimulatedTable(const Job& job, const std::vector<Hole>& holes, const Conditions& conditions, const Machine& machine,
                   const RotaryTable& table)
        : SimulatedMachine(job, holes, conditions)
        , m_machine(machine)
        , m_kind(table)
        , m_slide(slide_of(table.slide))
        , m_table(table.step().in_degrees(), table.graduations, table.backlash.in_degrees(), true) {
        m_table.zero_slack(); // nobody knows which way it was last turned: take the worse
    }

protected:
    void obey(const Instruction& instruction) override {
        std::visit([this](const auto& move) { carry_out(move); }, instruction.action);
    }

    std::optional<Point> standing() override {
        const Angle turned = Angle::degrees(m_table.position() - m_clamped_at + m_indexed);
        // What the table has turned clockwise has brought a counter-clockwise bearing under the spindle.
        return m_centre +
               polar(Length::mm(m_slide.position()), turned * (m_kind.rising == Sense::Clockwise ? 1.0 : -1.0));
    }

private:
    const Machine& m_machine;
    const RotaryTable& m_kind;
    LostMotion m_slide, m_table;
    Point m_centre;
    double m_clamped_at = 0.0;
    double m_indexed = 0.0; // degrees turned by the plate; always the same way, so no play comes in
    Point m_zero, m_set;    // errors

    using SimulatedMachine::carry_out;
    void carry_out(const CentreOnTable& centre) {
        m_slide.zero(centre.approach == Towards::Plus);
        m_centre = centre.centre;
        m_clamped_at = m_table.position();
        m_zero = chance().draw_both(ErrorSource::PickUp, m_machine.errors.pick_up);
    }
    void carry_out(const TurnTable& turn) {
        if (!m_table.turn(turn.way == Turn::Clockwise, turn.turns, turn.line))
            complain(say("the handle's dial has no such line"));
        settle();
    }
    void carry_out(const TurnIndex& index) {
        by_plate(index);
        settle();
    }
    void carry_out(const TurnHandwheel& move) {
        if (move.axis != Axis::X || !m_slide.turn(move.way == Turn::Clockwise, move.turns, move.line))
            complain(say("the slide under the table cannot do this"));
        settle();
    }
    void carry_out(const DrillHole& drill) { make_hole(drill, *standing() + m_zero + m_set); }
    template <MoveOf<ReadoutMoves, RoutineMoves, PlateMoves, BarMoves, AcrossMoves, TouchMoves,
                     Kinds<PickUpZero, SetPacking, PunchMark, TouchLightly>>
                  Move>
    void carry_out(const Move&) {
        complain(say("a rotary table cannot do this"));
    }

    void settle() {
        m_set = chance().draw_both(ErrorSource::Setting, m_machine.errors.setting) +
                chance().draw_both(ErrorSource::BacklashLeft, m_machine.errors.backlash_left);
    }
    void by_plate(const TurnIndex& index) {
        const auto plate = static_cast<std::size_t>(index.plate);
        const bool there = index.plate >= 0 && plate < m_kind.plates.size() &&
                           std::find(m_kind.plates[plate].begin(), m_kind.plates[plate].end(), index.circle) !=
                               m_kind.plates[plate].end();
        if (!there)
            return complain(say("no index plate has such a circle"));
        m_indexed += m_kind.per_turn().in_degrees() * (index.turns + static_cast<double>(index.holes) / index.circle);
    }
};

class SimulatedLayout : public SimulatedMachine {
public:
    SimulatedLayout(const Job& job, const std::vector<Hole>& holes, const Conditions& conditions,
                    const Machine& machine, const LayoutBench& bench)
        : SimulatedMachine(job, holes, conditions)
        , m_errors(machine.errors)
        , m_machine(bench)
        , m_edges(reference_edges(job))
        , m_marks(holes.size())
        , m_centres(job.patterns.size())
        , m_pricked(holes.size()) {
        m_edges.corner = m_edges.corner + chance().draw_both(ErrorSource::PickUp, m_errors.pick_up);
    }

protected:
    void obey(const Instruction& instruction) override {
        std::visit([this](const auto& move) { carry_out(move); }, instruction.action);
    }
    std::optional<Point> standing() override { return pricked(hole()); }

private:
    struct Mark {
        std::optional<Length> x, y;
    };
    const MachineErrors& m_errors;
    const LayoutBench& m_machine;
    ReferenceEdges m_edges;
    std::vector<Mark> m_marks, m_centres;
    std::vector<std::optional<Point>> m_pricked;

    using SimulatedMachine::carry_out;
    void carry_out(const LookAtMarks& look) {
        for (const int mark : look.holes)
            if (!pricked(mark))
                complain(say("there is no mark to look at"));
    }
    void carry_out(const PunchMark&) {
        if (!pricked(hole()))
            complain(say("there is no pricked mark to deepen"));
    }
    void carry_out(const DrillHole& drill) {
        if (const auto at = pricked(hole()))
            make_hole(drill, *at);
        else
            complain(say("there is no mark to drill"));
    }
    template <MoveOf<DialMoves, ReadoutMoves, RoutineMoves, TableMoves, BarMoves, AcrossMoves, TouchMoves,
                     Kinds<SetPacking, TouchLightly>>
                  Move>
    void carry_out(const Move&) {
        complain(say("this cannot be done on a layout plate"));
    }

    void carry_out(const PrickMark&) {
        const auto at = crossing(hole());
        if (!at)
            return complain(say("there is no crossing of two lines to punch"));
        m_pricked[static_cast<std::size_t>(hole())] = *at + chance().draw_both(ErrorSource::Marking, m_errors.marking);
    }
    [[nodiscard]] std::optional<Point> pricked(int hole) const {
        return is_hole(hole) ? m_pricked[static_cast<std::size_t>(hole)] : std::nullopt;
    }

    void carry_out(const ScribeLine& line) {
        const Length out = step_to(line, m_machine) + chance().draw(ErrorSource::Setting, m_errors.setting);
        const auto mark = [&](std::vector<Mark>& marks, int index) {
            if (index < 0 || static_cast<std::size_t>(index) >= marks.size())
                return complain(say("a line is to be scribed for something that is not there"));
            Mark& marked = marks[static_cast<std::size_t>(index)];
            if (line.axis == Axis::X)
                marked.x = m_edges.corner.x + out;
            else
                marked.y = m_edges.corner.y + out;
        };
        for (const int index : line.holes)
            mark(m_marks, index);
        for (const int index : line.centres)
            mark(m_centres, index);
    }

    static std::optional<Point> crossing_of(const std::vector<Mark>& marks, int index) {
        if (index < 0 || static_cast<std::size_t>(index) >= marks.size())
            return std::nullopt;
        const Mark& mark = marks[static_cast<std::size_t>(index)];
        if (!mark.x || !mark.y)
            return std::nullopt;
        return Point{*mark.x, *mark.y};
    }
    [[nodiscard]] std::optional<Point> crossing(int hole) const { return crossing_of(m_marks, hole); }

    // What the dividers may be off by (half their step) and two crossings by (half a gauge step each way).
    [[nodiscard]] bool fits(Length found, std::int64_t span) const {
        const Length set = m_machine.divider_step * static_cast<double>(span);
        return abs(found - set) <= m_machine.divider_step * 0.51 + m_machine.gauge_step * 1.5;
    }

    void carry_out(const StrikeCircle& strike) {
        const auto centre = crossing_of(m_centres, strike.pattern);
        if (!centre)
            return complain(say("the centre of the circle was not scribed"));
        for (const int hole : strike.holes) {
            const auto at = crossing(hole);
            if (!at || !fits(distance(*centre, *at), strike.radius))
                return complain(say("the crossing of {hole} does not lie on its circle",
                                    {{"hole", holes()[static_cast<std::size_t>(hole)].name}}));
        }
    }

    void carry_out(const StepChord& step) {
        for (std::size_t i = 1; i < m_marks.size(); ++i) {
            const Hole& before = holes()[i - 1];
            const Hole& here = holes()[i];
            const auto pattern = static_cast<std::size_t>(step.pattern);
            if (before.pattern != pattern || here.pattern != pattern || here.number != before.number + 1 ||
                here.number > step.last)
                continue; // another pattern, a hole left out between them, or a further hole off the circle
            const auto from = crossing(static_cast<int>(i) - 1);
            const auto to = crossing(static_cast<int>(i));
            if (!from || !to || !fits(distance(*from, *to), step.chord))
                return complain(say("the dividers do not step from {before} to {here}",
                                    {{"before", before.name}, {"here", here.name}}));
        }
    }

    // Each mark may be off by half a gauge step in x and y, so two of them by sqrt(2) steps along their line.
    void carry_out(const CompareMarks& compare) {
        const auto from = pricked(compare.from);
        const auto to = pricked(compare.to);
        const Length expected = m_machine.measured_to * static_cast<double>(compare.expected);
        if (!from || !to)
            complain(say("a mark to measure from is missing"));
        else if (abs(distance(*from, *to) - expected) > m_machine.measured_to * 0.51 + m_machine.gauge_step * 1.5)
            complain(say("the marks are not as far apart as they should be"));
    }
};

// Every setting is felt with a pin in the chuck: fence to pin the gap, and half the pin to the spindle's axis.
class SimulatedPress : public SimulatedMachine {
public:
    SimulatedPress(const Job& job, const std::vector<Hole>& holes, const Conditions& conditions, const Machine& machine)
        : SimulatedMachine(job, holes, conditions)
        , m_machine(machine)
        , m_edges(reference_edges(job)) {
        m_edges.corner = m_edges.corner + chance().draw_both(ErrorSource::PickUp, machine.errors.pick_up);
    }

protected:
    void obey(const Instruction& instruction) override {
        std::visit([this](const auto& move) { carry_out(move); }, instruction.action);
    }

    std::optional<Point> standing() override { return m_edges.corner + m_out; }

private:
    const Machine& m_machine;
    ReferenceEdges m_edges;
    Point m_out;

    using SimulatedMachine::carry_out;
    void carry_out(const SetPacking& setting) {
        const Length out =
            setting.gap + setting.pin / 2.0 + chance().draw(ErrorSource::Setting, m_machine.errors.setting);
        if (setting.gap < Length{})
            complain(say("the pin would have to stand inside the fence"));
        (setting.axis == Axis::X ? m_out.x : m_out.y) = setting.from_far_end ? -out : out;
        watch().put_in(Watch::InChuck::Pin);
    }
    void carry_out(const DrillHole& drill) { make_hole(drill, m_edges.corner + m_out); }
    template <MoveOf<DialMoves, ReadoutMoves, RoutineMoves, TableMoves, PlateMoves, BarMoves, AcrossMoves, TouchMoves,
                     Kinds<PunchMark, TouchLightly>>
                  Move>
    void carry_out(const Move&) {
        complain(say("a drill press cannot do this"));
    }
};

struct MachineFor {
    const Job& job;
    const std::vector<Hole>& holes;
    const Route& route;
    const Machine& machine;
    const Conditions& conditions;

    SimulatedRun operator()(const Handwheels& kind) const {
        return SimulatedHandwheels(job, holes, conditions, machine, kind).work_off(route);
    }
    SimulatedRun operator()(const Readout& kind) const {
        return SimulatedReadout(job, holes, conditions, machine, kind).work_off(route);
    }
    SimulatedRun operator()(const RotaryTable& kind) const {
        return SimulatedTable(job, holes, conditions, machine, kind).work_off(route);
    }
    SimulatedRun operator()(const DrillPress&) const {
        return SimulatedPress(job, holes, conditions, machine).work_off(route);
    }
    SimulatedRun operator()(const MarksAcross&) const {
        return carry_out_by_marks(route, job, holes, conditions, machine.errors);
    }
    SimulatedRun operator()(const LayoutBench& kind) const {
        return SimulatedLayout(job, holes, conditions, machine, kind).work_off(route);
    }
};

} // namespace

std::optional<Landing> SimulatedRun::worst() const {
    const auto found = std::max_element(landings.begin(), landings.end(),
                                        [](const Landing& a, const Landing& b) { return a.miss < b.miss; });
    return found == landings.end() ? std::nullopt : std::optional(*found);
}

SimulatedRun carry_out(const Route& route, const Machine& machine, const Job& job, const std::vector<Hole>& holes,
                       const Conditions& conditions) {
    if (job.blank.on_side())
        return carry_out_on_bar(route, machine, job, holes, conditions);
    return std::visit(MachineFor{job, holes, route, machine, conditions}, machine.kind);
}

} // namespace clockface
