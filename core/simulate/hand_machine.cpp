#include "simulate/hand_machine.h"

#include "measure/figures.h"

#include <cmath>

namespace clockface {

namespace {

// The screws under a readout: nobody reads their dials, so common ones do.
Screw common_screw(Unit unit) {
    Screw screw;
    screw.unit = unit;
    screw.lead = unit == Unit::Inch ? Length::inches(0.2) : Length::mm(5.0);
    screw.lines = unit == Unit::Inch ? 200 : 250;
    screw.backlash = Length::mm(0.25);
    return screw;
}

Screw screw_of(const Machine& machine, Axis axis) {
    if (const auto* wheels = std::get_if<Handwheels>(&machine.kind))
        return axis == Axis::X ? wheels->x : wheels->y;
    return common_screw(unit_of(machine));
}

Length step_of(const Machine& machine) {
    const auto* readout = std::get_if<Readout>(&machine.kind);
    return readout ? readout->resolution : Length::mm(0.001);
}

LostMotion motion_of(const Screw& screw, Length at) {
    LostMotion motion = slide_of(screw);
    motion.stand(at.in_mm(), true, 0.0);
    return motion;
}

} // namespace

HandMachine::HandMachine(const Machine& machine, const Datum& datum, Point start, const Conditions& conditions)
    : m_slides{Slide{screw_of(machine, Axis::X), motion_of(screw_of(machine, Axis::X), start.x)},
               Slide{screw_of(machine, Axis::Y), motion_of(screw_of(machine, Axis::Y), start.y)}}
    , m_datum(datum)
    , m_lock_jump(machine.lock_jump)
    , m_step(step_of(machine))
    , m_chance(conditions) {}

bool HandMachine::turn(Axis axis, double lines) {
    Slide& slide = at(axis);
    if (slide.tight)
        return false;
    slide.motion.turn_by(lines);
    return true;
}

bool HandMachine::turn_towards(Axis axis, Length by) {
    const Screw& of = screw(axis);
    return turn(axis, by / of.graduation() * (of.plus == Turn::Clockwise ? 1.0 : -1.0));
}

void HandMachine::lock(Axis axis, bool tight) {
    Slide& slide = at(axis);
    if (slide.tight == tight)
        return;
    slide.tight = tight;
    const Point jump = m_chance.draw_jump(m_lock_jump);
    slide.carried = tight ? (axis == Axis::X ? jump.x : jump.y) : Length{};
}

Point HandMachine::slides() const {
    return {Length::mm(m_slides[0].motion.position()) + m_slides[0].carried,
            Length::mm(m_slides[1].motion.position()) + m_slides[1].carried};
}

Point HandMachine::over_work() const {
    return rotated(slides() - m_shifted, -m_turned);
}

double HandMachine::dial(Axis axis) const {
    const Slide& slide = at(axis);
    const double lines = std::fmod(slide.motion.lines(), slide.screw.lines);
    return lines < 0.0 ? lines + slide.screw.lines : lines;
}

void HandMachine::set_dial(Axis axis, double line) {
    at(axis).motion.set_ring(line);
}

Point HandMachine::shown() const {
    const Point drawn = as_drawn(m_datum, slides());
    const auto counted = [this](Length length) {
        return m_step * static_cast<double>(round_to_step(length, m_step).counts);
    };
    return {counted(drawn.x - m_slides[0].zero), counted(drawn.y - m_slides[1].zero)};
}

void HandMachine::set_shown(Axis axis, Length figure) {
    const Point drawn = as_drawn(m_datum, slides());
    at(axis).zero = (axis == Axis::X ? drawn.x : drawn.y) - figure;
}

void HandMachine::knock(Point shift, Angle turn, Point jolt) {
    // What lies under the spindle stays there but for the shift.
    const Point under = over_work();
    m_turned = m_turned + turn;
    m_shifted = slides() + shift - rotated(under, m_turned);
    m_slides[0].carried += jolt.x;
    m_slides[1].carried += jolt.y;
}

Point HandMachine::drill(Length wander) {
    return over_work() + m_chance.draw_both(ErrorSource::Wander, wander);
}

} // namespace clockface
