#include "simulate/bar_operator.h"

#include "measure/radians.h"

#include "job/section.h"
#include "layout/on_bar.h"
#include "measure/cases.h"
#include "simulate/simulated_machine.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace clockface {

namespace {

// Where the spindle and the bar are, in figures of nobody's drawing.
class SimulatedBar : public SimulatedMachine {
public:
    SimulatedBar(const Job& job, const std::vector<Hole>& holes, const Machine& machine, const Conditions& conditions)
        : SimulatedMachine(job, holes, conditions)
        , m_machine(machine)
        , m_faults(conditions.bar)
        , m_made_at(holes.size())
        , m_marks(holes.size()) {
        std::visit(Cases{[&](const Handwheels& wheels) {
                             m_x = slide_of(wheels.x);
                             m_y = slide_of(wheels.y);
                         },
                         [&](const RotaryTable& table) {
                             m_x = m_y = slide_of(table.slide);
                             m_table = LostMotion(table.step().in_degrees(), table.graduations,
                                                  table.backlash.in_degrees(), true);
                             m_table->zero_slack();
                             m_rising = table.rising;
                         },
                         // Their places are figures, heights and packing: nothing in them has slack.
                         [](const Readout&) {}, [](const LayoutBench&) {}, [](const DrillPress&) {},
                         [](const MarksAcross&) {}},
                   machine.kind);
    }

protected:
    void obey(const Instruction& instruction) override {
        std::visit(
            Cases{[&](const TurnBar& turn) { turn_bar(turn); },
                  [&](const StandOverAxis& stand) { stand_over_axis(stand); },
                  [&](const PickUpZero& zero) {
                      if (m_x)
                          m_x->zero(zero.approach_x == Towards::Plus);
                      else
                          complain(say("there is no dial to set to 0"));
                  },
                  [&](const ZeroReadout&) { m_at = {}; },
                  [&](const GoToReadout& go) {
                      if (const auto* readout = std::get_if<Readout>(&m_machine.kind))
                          m_at = from_drawn(job().datum, shown_locked(go, *readout));
                      else
                          complain(say("there is no readout to go by"));
                  },
                  [&](const TurnHandwheel& move) {
                      auto& slide = move.axis == Axis::X ? m_x : m_y;
                      if (!slide || !slide->turn(move.way == Turn::Clockwise, move.turns, move.line))
                          complain(say("the dial has no such line"));
                  },
                  [&](const TurnTable& turn) {
                      if (!m_table || !m_table->turn(turn.way == Turn::Clockwise, turn.turns, turn.line))
                          complain(say("the handle's dial has no such line"));
                  },
                  [&](const SetPacking& packing) { set(packing); }, [&](const ScribeAlongBar& line) { scribe(line); },
                  [&](const ScribeAcrossBar& line) { scribe(line); },
                  [&](const PunchMark&) {
                      if (!mark(hole()))
                          complain(say("there is no crossing of two lines to punch"));
                  },
                  [&](const DrillHole& cut) { drill(cut); }, [&](const ChangeCutter& change) { carry_out(change); },
                  [&](const CheckPlace& check) { carry_out(check); }, [&](const MoveKnee&) {},
                  [&](const WorkByHand& work) { carry_out(work); },
                  [&]<MoveOf<RoutineMoves, PlateMoves, AcrossMoves, TouchMoves,
                             Kinds<CentreOnTable, TurnIndex, TouchLightly>>
                          Move>(const Move&) { complain(say("this cannot be done with a bar")); }},
            instruction.action);
    }

private:
    struct Mark {
        std::optional<Angle> up;
        std::optional<Length> offset, along;
    };
    const Machine& m_machine;
    BarFaults m_faults;
    std::optional<LostMotion> m_x, m_y, m_table;
    Sense m_rising = Sense::Clockwise;
    double m_gripped_at = 0.0; // of the table, when the bar was gripped
    Point m_at;                // of a readout or a fence: along from zero, across from the axis
    bool m_laid = false;       // it has been laid and clamped
    bool m_in_jig = false;     // which was made for it and says where each hole comes
    Angle m_first;             // the bearing that was called up first
    Angle m_up;
    Length m_axis_beside; // what the spindle stands beside the axis when it is thought to stand over it
    std::vector<std::optional<Angle>> m_made_at;
    std::vector<Mark> m_marks;

    [[nodiscard]] Angle up() const {
        if (!m_table)
            return m_up;
        // Clockwise, seen from the right end, brings what lies counter-clockwise of the top up to it.
        const double turned = m_table->position() - m_gripped_at;
        return m_first + Angle::degrees(m_rising == Sense::Clockwise ? turned : -turned);
    }

    void turn_bar(const TurnBar& turn) {
        if (turn.first) {
            m_laid = true; // and clamped, the line across its end scribed
            m_first = m_up = turn.bearing;
            if (m_table)
                m_gripped_at = m_table->position();
            return;
        }
        if (!m_laid && turn.way == AngleWay::EndLine)
            complain(say("the bar was let go before the line across its end was scribed"));
        m_laid = true;
        // A rod stands in the hole that was made; lines and faces go by how the bar lay first.
        const bool rod = turn.way == AngleWay::RodAndProtractor || turn.way == AngleWay::RodHeights;
        Angle from = m_first;
        if (rod) {
            const bool made = is_hole(turn.from) && m_made_at[static_cast<std::size_t>(turn.from)];
            if (!made)
                return complain(say("the hole for the rod has not been drilled yet"));
            from = *m_made_at[static_cast<std::size_t>(turn.from)];
        }
        Angle by;
        switch (turn.way) {
        case AngleWay::ColletBlock:
        case AngleWay::JawIndex:
            by = Angle::degrees(360.0 * turn.faces / std::max(1, turn.sides));
            break;
        case AngleWay::RodHeights: {
            const double lean = 90.0 - std::asin(std::clamp(turn.height / turn.rod, -1.0, 1.0)) * degrees_per_radian;
            by = Angle::degrees(turn.lean == Sense::CounterClockwise ? lean : -lean);
            break;
        }
        case AngleWay::WrappedStrip:
            by = Angle::degrees(turn.height / girth(section_at(job().blank, along())) * 360.0);
            break;
        case AngleWay::RodAndProtractor:
        case AngleWay::EndLine:
            by = turn.set;
            break;
        case AngleWay::Table:
            return complain(say("the table is turned by its handle"));
        }
        m_up = from + by + Angle::degrees(turn.other_end ? 180.0 : 0.0) + m_faults.roll;
    }

    void stand_over_axis(const StandOverAxis& stand) {
        // Touched on the side towards the user and gone on: right when that is the radius and half the finder.
        const Length where =
            is_hole(hole()) ? holes()[static_cast<std::size_t>(hole())].bar.value_or(OnBar{}).along : Length{};
        m_axis_beside = stand.way == TopWay::TouchOne
                            ? stand.go - section_at(job().blank, where).radius - stand.finder / 2.0
                            : Length{};
        m_in_jig = stand.way == TopWay::Jig;
        if (stand.way == TopWay::TouchOne)
            watch().put_in(Watch::InChuck::Finder);
        if (m_y)
            m_y->zero(stand.approach == Towards::Plus);
    }

    void set(const SetPacking& packing) {
        watch().put_in(Watch::InChuck::Pin);
        if (packing.gap < Length{})
            complain(say("the pin would have to stand inside the fence"));
        const Length out = packing.gap + packing.pin / 2.0;
        if (packing.axis == Axis::Y)
            m_at.y = out - packing.half_block;
        else
            m_at.x = (packing.from_far_end ? job().blank.width.actual() - out : out) - zero_on_side(job());
    }

    template <class Line, class Put> void each_marked(const Line& line, const Put& put) {
        for (const int index : line.holes) {
            if (!is_hole(index))
                return complain(say("a line is to be scribed for something that is not there"));
            put(m_marks[static_cast<std::size_t>(index)], index);
        }
    }
    void scribe(const ScribeAlongBar& line) {
        const auto* bench = std::get_if<LayoutBench>(&m_machine.kind);
        if (!bench)
            return complain(say("there is no height gauge"));
        each_marked(line, [&](Mark& mark, int index) {
            // The bar lies on the plate; its axis is as high as its radius there.
            const Length height = bench->gauge_step * static_cast<double>(line.setting);
            const Length along = holes()[static_cast<std::size_t>(index)].bar.value_or(OnBar{}).along;
            mark.up = up();
            mark.offset = height - section_at(job().blank, along).radius;
        });
    }
    void scribe(const ScribeAcrossBar& line) {
        const auto* bench = std::get_if<LayoutBench>(&m_machine.kind);
        if (!bench)
            return complain(say("there is no height gauge"));
        const Length from_end = bench->gauge_step * static_cast<double>(line.setting);
        each_marked(line, [&](Mark& mark, int) {
            mark.along = line.from_right_end ? job().blank.width.actual() - from_end : from_end;
        });
    }
    [[nodiscard]] const Mark* mark(int hole) const {
        if (!is_hole(hole))
            return nullptr;
        const Mark& mark = m_marks[static_cast<std::size_t>(hole)];
        return mark.up && mark.offset && mark.along ? &mark : nullptr;
    }

    [[nodiscard]] Length along() const { return (m_x ? Length::mm(m_x->position()) : m_at.x) + zero_on_side(job()); }
    [[nodiscard]] Length across() const { return (m_y ? Length::mm(m_y->position()) : m_at.y) + m_axis_beside; }

    void drill(const DrillHole& cut) {
        if (!is_hole(hole()))
            return complain(say("no hole is named"));
        if (!m_laid)
            complain(say("nothing holds the bar"));
        OnBar at{along(), up().wrapped(), -across() - m_faults.off_axis};
        if (std::holds_alternative<LayoutBench>(m_machine.kind)) {
            const Mark* marked = mark(hole());
            if (!marked)
                return complain(say("there is no mark to drill"));
            at = {*marked->along, marked->up->wrapped(), *marked->offset - m_faults.off_axis};
        }
        const auto index = static_cast<std::size_t>(hole());
        const Hole& wanted = holes()[index];
        if (m_in_jig && wanted.bar && std::holds_alternative<DrillPress>(m_machine.kind)) {
            at.along = wanted.bar->along;
            at.offset = wanted.bar->offset - m_faults.off_axis;
        }
        complain_of(watch().cut(hole(), cut, place_on_bar(job(), at)));
        const Section section = section_at(job().blank, at.along);
        const auto near = entry_at(section, at.bearing, at.offset);
        if (!near || !wanted.bar)
            return complain(say("the drill passes {wanted} beside the bar", {{"wanted", wanted.name}}));
        m_made_at[index] = at.bearing;
        // A leaning spindle goes through the place where it starts, along a bearing of its own.
        const Angle leaning = at.bearing + m_faults.tilt;
        const Point start = polar(hypot(near->height, at.offset), near->bearing);
        const Length lateral = start.y * leaning.cosine() - start.x * leaning.sine();
        const auto far = entry_at(section, leaning + Angle::degrees(180.0), -lateral);
        Landing landing{hole(), rolled_out(job(), at.along, near->bearing), {}, cut.step, false, {}};
        if (far && !wanted.spec.depth)
            landing.far = rolled_out(job(), at.along, far->bearing);
        landing.miss = miss(wanted, landing);
        score(landing);
    }

    // Of a hole that goes through either mouth may be the one that was drilled first.
    [[nodiscard]] Length miss(const Hole& wanted, const Landing& landing) const {
        const Length near = apart_on_side(job(), landing.at, wanted.at);
        if (!landing.far)
            return near;
        const OnBar back{wanted.bar->along, wanted.bar->bearing + Angle::degrees(180.0), -wanted.bar->offset};
        const Point far = mouth_of(job(), back);
        const Length straight = std::max(near, apart_on_side(job(), *landing.far, far));
        const Length turned =
            std::max(apart_on_side(job(), landing.at, far), apart_on_side(job(), *landing.far, wanted.at));
        return std::min(straight, turned);
    }
};

} // namespace

Length apart_on_side(const Job& job, Point a, Point b) {
    const double round = girth(section_at(job.blank, a.x + zero_on_side(job))).in_mm();
    return hypot(a.x - b.x, Length::mm(std::remainder((a.y - b.y).in_mm(), round)));
}

SimulatedRun carry_out_on_bar(const Route& route, const Machine& machine, const Job& job,
                              const std::vector<Hole>& holes, const Conditions& conditions) {
    return SimulatedBar(job, holes, machine, conditions).work_off(route);
}

} // namespace clockface
