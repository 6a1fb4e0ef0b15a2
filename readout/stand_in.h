// A mill with a readout that is not there: its slides are turned by commands, and its figures go over a line.
#pragma once

#include "readout/serial_line.h"
#include "simulate/hand_machine.h"

#include <deque>
#include <functional>
#include <random>
#include <string>

namespace clockface {

struct StandInWishes {
    Machine machine; ///< a readout mill
    Datum datum;
    SerialLine line; ///< how its lines look; the port is not used
    std::string ends = "\r\n";
    double speed = 120.0; ///< millimetres a second at which hands turn
    double flicker = 0.0; ///< how often in a hundred lines the last figure flickers
    Point start = {Length::mm(-25), Length::mm(-18)};
    std::uint64_t seed = 1;
};

/// Takes commands, one a line, and does them one after the other as time goes on:
///     move x 3.5       its handle is turned so that the slide would move so far, without the play
///     to x 12.5        it is turned until the readout shows that
///     approach x 12.5  the same, last moving the way every place is come to
///     lock x   lock y   lock   unlock x   unlock y   unlock
///     set x 0          the readout's axis is set
///     knock 0.4 -0.3 0.5 0.1 0.1   the work is knocked: shift, degrees, and what slides are jolted by
///     drill            says where in the work
///     where            says where slides and work stand
///     wait 200         milliseconds
///     stick   unstick  the figures stand still, or follow again
///     silent   talk    nothing is sent, or again
///     half             the next line breaks off in its middle
///     rubbish 300      bytes that are no text
///     flood 10000      so many lines at once
class StandIn {
public:
    /// `say` gets what it answers, a line at a time; `send` what goes over the line.
    StandIn(StandInWishes wishes, std::function<void(const std::string&)> say,
            std::function<void(const std::string&)> send);

    /// Put behind what is still to be done. False, with a sentence to `say`, where it is none.
    bool command(const std::string& text);
    /// So many milliseconds have passed.
    void pass(int milliseconds);
    /// One line as it stands now.
    void send_line();
    [[nodiscard]] bool idle() const { return m_todo.empty(); }
    [[nodiscard]] HandMachine& machine() { return m_machine; }

private:
    struct Step {
        std::string verb;
        Axis axis = Axis::X;
        bool both = false;
        std::array<double, 5> figures{};
        int given = 0;
        bool begun = false;
    };
    StandInWishes m_wishes;
    std::function<void(const std::string&)> m_say, m_send;
    HandMachine m_machine;
    std::deque<Step> m_todo;
    std::mt19937_64 m_dice;
    double m_left = 0.0; // of the step at hand: millimetres or milliseconds
    bool m_stuck = false, m_silent = false, m_half = false;
    Point m_stuck_at;

    [[nodiscard]] bool goes_on(Step& step, double& milliseconds);
    void at_once(const Step& step);
    [[nodiscard]] Length shown(Axis axis) const;
    [[nodiscard]] std::string line();
    void turn(Axis axis, double millimetres);
};

/// The line a readout writes for these figures, after a pattern: signs before, decimals as its steps are.
std::string written(const SerialLine& line, Length step, Point shown);

} // namespace clockface
