// A mill that is turned by hand, not by a list: slides behind screws with lost motion, locks that carry them on, a
// readout's scales, and work that lies on the table and can be knocked. The same lost motion and chance as where the
// simulated operator carries lists out.
#pragma once

#include "job/job.h"
#include "shop/shop.h"
#include "simulate/conditions.h"
#include "simulate/lost_motion.h"

#include <array>

namespace clockface {

class HandMachine {
public:
    /// Of handwheels or a readout (behind whose scales common screws are turned); the spindle stands at `start`, from
    /// the drawing's zero, as the work was clamped. Errors are drawn as the conditions say.
    HandMachine(const Machine& machine, const Datum& datum, Point start, const Conditions& conditions = {});

    /// Turns a handle by so many lines, clockwise positive. False where its lock is tight: it does not turn.
    bool turn(Axis axis, double lines);
    /// Turns it so that the spindle moves by so much, were there no lost motion.
    bool turn_towards(Axis axis, Length by);
    void lock(Axis axis, bool tight);
    [[nodiscard]] bool locked(Axis axis) const { return at(axis).tight; }

    /// Where the slides stand, from the drawing's zero as the work lay first: what scales see.
    [[nodiscard]] Point slides() const;
    /// The place of the work under the spindle, from its own zero, as it lies now.
    [[nodiscard]] Point over_work() const;

    /// Lines the dial shows, 0 to below those of a turn.
    [[nodiscard]] double dial(Axis axis) const;
    void set_dial(Axis axis, double line);
    [[nodiscard]] const Screw& screw(Axis axis) const { return at(axis).screw; }

    /// What a readout shows, as it counts in the drawing's axes; to whole steps.
    [[nodiscard]] Point shown() const;
    void set_shown(Axis axis, Length figure);

    /// The work is knocked: it lies shifted and turned about the spindle, and slides and locks are jolted.
    void knock(Point shift, Angle turn, Point jolt = {});
    /// What is drilled there now, with what the drill runs off by.
    Point drill(Length wander);

private:
    struct Slide {
        Screw screw;
        LostMotion motion;
        bool tight = false;
        Length carried{}; // by its lock, and by knocks
        Length zero{};    // of the scale: where it shows nought
    };
    std::array<Slide, 2> m_slides;
    const Datum m_datum;
    Point m_lock_jump;
    Length m_step;
    Chance m_chance;
    Angle m_turned; // how the work lies
    Point m_shifted;

    [[nodiscard]] Slide& at(Axis axis) { return m_slides[axis == Axis::X ? 0 : 1]; }
    [[nodiscard]] const Slide& at(Axis axis) const { return m_slides[axis == Axis::X ? 0 : 1]; }
};

} // namespace clockface
