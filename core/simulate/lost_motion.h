// A driven slide (or table) behind a screw with lost motion.
#pragma once

#include "shop/shop.h"

#include <algorithm>
#include <cmath>

namespace clockface {

/// The handle drives; the slide follows only when the play is used up. Positions are in the slide's own unit (mm, or
/// degrees for a table). Driving towards plus the slide stands at the screw's position, towards minus at that + play.
class LostMotion {
public:
    /// `a_turn`: lines of one turn, which may not come out even.
    LostMotion(double per_line, double a_turn, double play, bool clockwise_is_plus)
        : m_per_line(clockwise_is_plus ? per_line : -per_line)
        , m_a_turn(a_turn)
        , m_play(play) {}

    /// Calls the present position nought, with the play taken up as after driving towards plus (or minus), and the dial
    /// at a line.
    void zero(bool driven_towards_plus, int line = 0) {
        m_lines = 0.0;
        m_at_zero = line;
        m_slide = 0.0;
        m_offset = driven_towards_plus ? 0.0 : -m_play;
    }

    /// The slide stands there, driven towards plus (or minus) last, and the dial shows so many lines, whole turns
    /// counted.
    void stand(double at, bool driven_towards_plus, double lines) {
        m_lines = 0.0;
        m_at_zero = lines;
        m_slide = at;
        m_offset = driven_towards_plus ? at : at - m_play;
    }
    /// Lines, whole turns counted, that the dial shows where the slide stands there, driven towards plus (or minus).
    [[nodiscard]] double lines_at(double at, bool driven_towards_plus) const {
        return ((driven_towards_plus ? at : at - m_play) - m_offset) / m_per_line + m_at_zero;
    }
    /// Where the slide stands, driven towards plus (or minus), when the dial shows so many lines.
    [[nodiscard]] double place_at(double lines, bool driven_towards_plus) const {
        return m_offset + (lines - m_at_zero) * m_per_line + (driven_towards_plus ? 0.0 : m_play);
    }

    /// Leaves the dial at 0 with all play on the side that a drive towards plus has still to use up.
    void zero_slack() {
        zero(true);
        m_slide = m_play;
    }

    /// Turns whole turns, then on the same way until the dial shows `line`. False if the dial has no such line.
    bool turn(bool clockwise, int turns, int line) {
        if (line < 0 || line >= m_a_turn || turns < 0)
            return false;
        const double shown = m_lines + m_at_zero;
        double on = clockwise ? line - shown : shown - line;
        on -= std::floor(on / m_a_turn + 1e-9) * m_a_turn; // on the way, to where the line comes to the mark first
        const double lines = turns * m_a_turn + on;
        turn_by(clockwise ? lines : -lines);
        return true;
    }
    /// Turns on by so many lines, clockwise positive.
    void turn_by(double lines) {
        m_lines += lines;
        const double screw = m_offset + m_lines * m_per_line;
        m_slide = std::clamp(m_slide, screw, screw + m_play);
    }
    /// Lines that were turned on since zero, whole turns counted, with what the ring showed there.
    [[nodiscard]] double lines() const { return m_lines + m_at_zero; }
    /// Turns the ring on its screw so that it shows a line here; whole turns are counted from here.
    void set_ring(double line) { m_at_zero = line - m_lines; }

    [[nodiscard]] double position() const { return m_slide; }

private:
    double m_per_line;
    double m_a_turn;
    double m_play;
    double m_lines = 0.0; // from zero
    double m_at_zero = 0.0;
    double m_offset = 0.0;
    double m_slide = 0.0;
};

inline LostMotion slide_of(const Screw& screw) {
    return {screw.graduation().in_mm(), screw.lines, screw.backlash.in_mm(), screw.plus == Turn::Clockwise};
}

} // namespace clockface
