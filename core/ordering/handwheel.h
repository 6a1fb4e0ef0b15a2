// One screw with its dial, as the planner thinks of it.
#pragma once

#include "job/order_wishes.h"
#include "ordering/instruction.h"

#include <optional>
#include <vector>

namespace clockface {

/// Follows one dial through a list of targets and writes the moves that reach them, always finishing the same way.
class DialWriter {
public:
    /// `at_zero` is the line the dial shows at zero, where it could not be set to 0.
    DialWriter(Axis axis, const Screw& screw, int at_zero = 0)
        : m_axis(axis)
        , m_screw(screw)
        , m_at_zero(at_zero)
        , m_count(at_zero) {}

    /// Moves to `target` (from where the dial was set to 0): none when the dial is there already; one move when the way
    /// is the finishing way; otherwise past it by whole turns, more than the backlash, and back to the same reading.
    std::vector<TurnHandwheel> moves_to(Length target);

    /// The figure at which it stands for a slide position, by where its zero is.
    [[nodiscard]] std::int64_t count_at(Length position) const;
    /// It has been set to a figure where it stands, the slide having come the finishing way or against it.
    void set_to(std::int64_t count, bool finished) {
        m_count = count;
        m_finished = finished;
    }

private:
    Axis m_axis;
    Screw m_screw;
    int m_at_zero;
    std::int64_t m_count;
    bool m_finished = true; ///< screw and nut rest on each other as after a finishing move
};

/// The engraved figure at which the dial stands for a slide position, rounded once: whole turns times the engraved
/// lines, and the line, clockwise positive. Where a turn does not come out even (62.5 lines) the last line and the next
/// 0 are half a line apart. `at_zero`: the line the dial shows where the slide is at nought.
std::int64_t dial_count(const Screw& screw, Length position, int at_zero = 0);
/// The slide position of a figure.
Length dial_position(const Screw& screw, std::int64_t count, int at_zero = 0);

/// The line a dial shows at zero: 0 where it can be set, otherwise what the user has read there.
int line_at_zero(const Handwheels& wheels, const OrderWishes& wishes, Axis axis);

/// Whole turns that are certainly more than the lost motion.
int take_up_turns(double backlash_in_turns);

/// Remainder that is never negative: the dial line for a count of lines.
int dial_line(std::int64_t count, int engraved);

} // namespace clockface
