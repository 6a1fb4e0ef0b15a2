#include "simulate/operator.h"

#include "layout/outline.h"
#include "simulate/bar_operator.h"
#include "simulate/bench.h"
#include "simulate/lost_motion.h"
#include "simulate/marks_operator.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace clockface {

namespace {

class HandwheelBench : public Bench {
public:
    HandwheelBench(const Job& job, const std::vector<Hole>& holes, const Handwheels& machine)
        : Bench(job, holes)
        , m_x(slide_of(machine.x))
        , m_y(slide_of(machine.y)) {}

protected:
    void obey(const Instruction& instruction) override {
        if (const auto* zero = std::get_if<PickUpZero>(&instruction.action)) {
            m_x.zero(zero->finish_x == Towards::Plus);
            m_y.zero(zero->finish_y == Towards::Plus);
        } else if (const auto* move = std::get_if<TurnHandwheel>(&instruction.action)) {
            if (!(move->axis == Axis::X ? m_x : m_y).turn(move->way == Turn::Clockwise, move->turns, move->line))
                complain("the dial has no such line");
        } else if (std::holds_alternative<DrillHole>(instruction.action)) {
            make_hole(hole(), {Length::mm(m_x.position()), Length::mm(m_y.position())});
        } else {
            complain("a mill with handwheels cannot do this");
        }
    }

private:
    LostMotion m_x, m_y;
};

class ReadoutBench : public Bench {
public:
    ReadoutBench(const Job& job, const std::vector<Hole>& holes, const Readout& machine)
        : Bench(job, holes)
        , m_machine(machine) {}

protected:
    void obey(const Instruction& instruction) override {
        if (std::holds_alternative<ZeroReadout>(instruction.action)) {
            m_at = {};
        } else if (const auto* go = std::get_if<GoToReadout>(&instruction.action)) {
            m_at = shown(go->x, go->y);
        } else if (const auto* key = std::get_if<KeyCircle>(&instruction.action)) {
            run_routine(*key);
        } else if (std::holds_alternative<DrillHole>(instruction.action)) {
            make_hole(hole(), from_drawn(job().datum, m_at));
        } else {
            complain("a readout cannot do this");
        }
    }

private:
    const Readout& m_machine;
    Point m_at; // in the readout's axes, which are the drawing's

    [[nodiscard]] Point shown(std::int64_t x, std::int64_t y) const {
        return {m_machine.resolution * static_cast<double>(x), m_machine.resolution * static_cast<double>(y)};
    }

    // The routine inside the readout: from the first to the last angle, its own way round, in equal steps.
    void run_routine(const KeyCircle& key) {
        if (key.count != static_cast<int>(key.holes.size()))
            return complain("the circle routine is told of another number of holes than are named");
        const Angle first = m_machine.angle_resolution * static_cast<double>(key.first);
        const Angle sweep = (m_machine.angle_resolution * static_cast<double>(key.last) - first).wrapped();
        const Length radius = m_machine.resolution * static_cast<double>(key.diameter) / 2.0;
        for (int k = 0; k < key.count; ++k) {
            if (key.holes[static_cast<std::size_t>(k)] < 0)
                continue;
            const Angle figure = key.count == 1 ? first : first + sweep * k / (key.count - 1);
            const Point at =
                shown(key.centre_x, key.centre_y) + polar(radius, m_machine.circle_convention.bearing_at(figure));
            make_hole(key.holes[static_cast<std::size_t>(k)], from_drawn(job().datum, at), true);
        }
    }
};

class RotaryBench : public Bench {
public:
    RotaryBench(const Job& job, const std::vector<Hole>& holes, const RotaryTable& machine)
        : Bench(job, holes)
        , m_rising(machine.rising)
        , m_slide(slide_of(machine.slide))
        , m_table(machine.step().in_degrees(), machine.graduations, machine.backlash.in_degrees(), true) {
        m_table.zero_slack(); // nobody knows which way it was last turned: take the worse
    }

protected:
    void obey(const Instruction& instruction) override {
        if (const auto* centre = std::get_if<CentreOnTable>(&instruction.action)) {
            m_slide.zero(centre->finish == Towards::Plus);
            m_centre = centre->centre;
            m_clamped_at = m_table.position();
        } else if (const auto* turn = std::get_if<TurnTable>(&instruction.action)) {
            if (!m_table.turn(turn->way == Turn::Clockwise, turn->turns, turn->line))
                complain("the handle's dial has no such line");
        } else if (const auto* move = std::get_if<TurnHandwheel>(&instruction.action)) {
            if (move->axis != Axis::X || !m_slide.turn(move->way == Turn::Clockwise, move->turns, move->line))
                complain("the slide under the table cannot do this");
        } else if (std::holds_alternative<DrillHole>(instruction.action)) {
            const Angle turned = Angle::degrees(m_table.position() - m_clamped_at);
            // What the table has turned clockwise has brought a counter-clockwise bearing under the spindle.
            make_hole(hole(), m_centre + polar(Length::mm(m_slide.position()),
                                               turned * (m_rising == Sense::Clockwise ? 1.0 : -1.0)));
        } else {
            complain("a rotary table cannot do this");
        }
    }

private:
    Sense m_rising;
    LostMotion m_slide, m_table;
    Point m_centre;
    double m_clamped_at = 0.0;
};

class LayoutPlate : public Bench {
public:
    LayoutPlate(const Job& job, const std::vector<Hole>& holes, const LayoutBench& machine)
        : Bench(job, holes)
        , m_machine(machine)
        , m_edges(reference_edges(job))
        , m_marks(holes.size())
        , m_centres(job.patterns.size()) {}

protected:
    void obey(const Instruction& instruction) override {
        if (const auto* line = std::get_if<ScribeLine>(&instruction.action)) {
            scribe(*line);
        } else if (std::holds_alternative<PunchMark>(instruction.action)) {
            if (!crossing(hole()))
                complain("there is no crossing of two lines to punch");
        } else if (const auto* compare = std::get_if<CompareMarks>(&instruction.action)) {
            check(*compare);
        } else if (std::holds_alternative<DrillHole>(instruction.action)) {
            if (const auto at = crossing(hole()))
                make_hole(hole(), *at);
            else
                complain("there is no mark to drill");
        } else if (const auto* strike = std::get_if<StrikeCircle>(&instruction.action)) {
            check_circle(*strike);
        } else if (const auto* step = std::get_if<StepChord>(&instruction.action)) {
            check_chords(*step);
        } else {
            complain("this cannot be done on a layout plate");
        }
    }

private:
    struct Mark {
        std::optional<Length> x, y;
    };
    const LayoutBench& m_machine;
    ReferenceEdges m_edges;
    std::vector<Mark> m_marks, m_centres;

    void scribe(const ScribeLine& line) {
        const Length out = step_to(line, m_machine);
        const auto mark = [&](std::vector<Mark>& marks, int index) {
            if (index < 0 || static_cast<std::size_t>(index) >= marks.size())
                return complain("a line is to be scribed for something that is not there");
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

    void check_circle(const StrikeCircle& strike) {
        const auto centre = crossing_of(m_centres, strike.pattern);
        if (!centre)
            return complain("the centre of the circle was not scribed");
        for (const int hole : strike.holes) {
            const auto at = crossing(hole);
            if (!at || !fits(distance(*centre, *at), strike.radius))
                return complain("the crossing of " + holes()[static_cast<std::size_t>(hole)].name +
                                " does not lie on its circle");
        }
    }

    void check_chords(const StepChord& step) {
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
                return complain("the dividers do not step from " + before.name + " to " + here.name);
        }
    }

    // Each mark may be off by half a gauge step in x and y, so two of them by sqrt(2) steps along their line.
    void check(const CompareMarks& compare) {
        const auto from = crossing(compare.from);
        const auto to = crossing(compare.to);
        const Length expected = m_machine.measured_to * static_cast<double>(compare.expected);
        if (!from || !to)
            complain("a mark to measure from is missing");
        else if (abs(distance(*from, *to) - expected) > m_machine.measured_to * 0.51 + m_machine.gauge_step * 1.5)
            complain("the marks are not as far apart as they should be");
    }
};

// Every setting is felt with a pin in the chuck: fence to pin the gap, and half the pin to the spindle's axis.
class PressBench : public Bench {
public:
    PressBench(const Job& job, const std::vector<Hole>& holes)
        : Bench(job, holes)
        , m_edges(reference_edges(job)) {}

protected:
    void obey(const Instruction& instruction) override {
        if (const auto* setting = std::get_if<SetPacking>(&instruction.action)) {
            const Length out = setting->gap + setting->pin / 2.0;
            if (setting->gap < Length{})
                complain("the pin would have to stand inside the fence");
            (setting->axis == Axis::X ? m_out.x : m_out.y) = setting->from_far_end ? -out : out;
        } else if (std::holds_alternative<DrillHole>(instruction.action)) {
            make_hole(hole(), m_edges.corner + m_out);
        } else {
            complain("a drill press cannot do this");
        }
    }

private:
    ReferenceEdges m_edges;
    Point m_out;
};

struct BenchFor {
    const Job& job;
    const std::vector<Hole>& holes;
    const Route& route;

    Proof operator()(const Handwheels& machine) const { return HandwheelBench(job, holes, machine).work_off(route); }
    Proof operator()(const Readout& machine) const { return ReadoutBench(job, holes, machine).work_off(route); }
    Proof operator()(const RotaryTable& machine) const { return RotaryBench(job, holes, machine).work_off(route); }
    Proof operator()(const DrillPress&) const { return PressBench(job, holes).work_off(route); }
    Proof operator()(const MarksAcross&) const { return carry_out_by_marks(route, job, holes); }
    Proof operator()(const LayoutBench& machine) const { return LayoutPlate(job, holes, machine).work_off(route); }
};

} // namespace

std::optional<Landing> Proof::worst() const {
    const auto found = std::max_element(landings.begin(), landings.end(),
                                        [](const Landing& a, const Landing& b) { return a.miss < b.miss; });
    return found == landings.end() ? std::nullopt : std::optional(*found);
}

Proof carry_out(const Route& route, const Machine& machine, const Job& job, const std::vector<Hole>& holes,
                const BarFaults& faults) {
    if (job.blank.on_side())
        return carry_out_on_bar(route, machine, job, holes, faults);
    return std::visit(BenchFor{job, holes, route}, machine.kind);
}

} // namespace clockface
