#include "ordering/tally.h"

#include "measure/cases.h"

#include <utility>

namespace clockface {

namespace {

class Counter {
public:
    Counter(const Machine& machine, const std::vector<Chain>& chains, const std::vector<int>& kind_of,
            const Estimates& estimates)
        : m_machine(machine)
        , m_guess(estimates)
        , m_chains(chains)
        , m_kind_of(kind_of) {}

    Tally count(const Route& route) {
        for (const Instruction& instruction : route.list)
            std::visit(
                Cases{[&](const TouchEdge&) { find_zero(); }, [&](const CentreOver&) { find_zero(); },
                      // This, and what serves no hole, is in the time of finding zero.
                      [](const LookAtCorner&) {},
                      [&](const TurnHandwheel& move) { instruction.hole < 0 ? void() : turn(move); },
                      [&](const TurnTable& move) { handle(move.turns + 0.5, move.take_up > 0); },
                      [&](const TurnIndex& move) { handle(move.turns + 0.5, false); },
                      [&](const GoToReadout& go) { instruction.hole < 0 ? void() : go_to(go); },
                      [&](const RoutinePlace&) { moved(m_guess.a_touch * 2.0); },
                      [&](const KeyCircle&) { m_seconds += m_guess.key_circle; },
                      [&](const KeyRow&) { m_seconds += m_guess.key_row; },
                      [&](const SetPacking&) { set(m_guess.a_setting, 0.0); },
                      [&](const ScribeLine& line) {
                          set(m_guess.a_scribed_line, m_guess.a_crossing * static_cast<double>(line.holes.size()));
                      },
                      [&](const StrikeCircle&) { set(m_guess.strike_circle, m_guess.circle_each); },
                      [&](const StepChord& step) { set(m_guess.a_setting, m_guess.a_crossing * step.steps); },
                      [&](const PrickMark&) { m_seconds += m_guess.prick; },
                      [&](const LookAtMarks& look) {
                          m_seconds += m_guess.look_at_mark * static_cast<double>(look.holes.size());
                      },
                      [&](const PunchMark&) { m_seconds += m_guess.a_mark; },
                      [&](const CompareMarks&) { m_seconds += m_guess.compare_marks; },
                      [&](const CompareAcross&) { m_seconds += m_guess.compare_marks; },
                      [&](const CheckPlace&) { m_seconds += m_guess.check_place; },
                      [&](const TouchLightly&) { m_seconds += m_guess.touch_lightly; },
                      [&](const MarkAcross&) { m_seconds += m_guess.mark_across; },
                      [&](const ChangeCutter&) {
                          ++m_tally.changes;
                          m_seconds += m_machine.spindle.change_minutes * 60.0;
                      },
                      [&](const MoveKnee& knee) { m_seconds += (knee.turns + 2.0) * m_guess.a_turn; },
                      [&](const DrillHole& drill) { cut(drill, instruction.hole); },
                      [&](const WorkByHand& work) { by_hand(work); },
                      [&](const PickUpZero& zero) { once(zero.by_dials ? m_guess.a_setting : m_guess.find_zero); },
                      [&](const ZeroReadout& readout) {
                          if (readout.here)
                              m_seconds += m_guess.zero_here;
                          else
                              once(m_guess.find_zero);
                      },
                      [&](const CentreOnTable&) { once(m_guess.centre_table); },
                      [&](const StandOverAxis&) { once(m_guess.find_zero); },
                      [&](const TurnBar&) { set(0.0, m_guess.turn_bar); },
                      [&](const ScribeAlongBar&) { set(m_guess.a_scribed_line, m_guess.a_scribed_line); },
                      [&](const ScribeAcrossBar&) { set(m_guess.a_scribed_line, m_guess.a_scribed_line); },
                      [&](const LayOldPart&) { m_seconds += m_guess.lay_old_part; },
                      [&](const PinThrough&) { m_seconds += m_guess.other_move; },
                      [&](const TakeOldPartOff&) { m_seconds += m_guess.other_move; },
                      [&](const DrillMark&) { m_seconds += m_guess.other_move; }},
                instruction.action);
        m_tally.minutes = m_seconds / 60.0;
        m_tally.once = m_once / 60.0;
        return m_tally;
    }

private:
    const Machine& m_machine;
    const Estimates& m_guess;
    const std::vector<Chain>& m_chains;
    const std::vector<int>& m_kind_of;
    Tally m_tally;
    double m_seconds = 0.0, m_once = 0.0;
    bool m_zero_found = false;
    Point m_at;

    void moved(double seconds) {
        ++m_tally.moves;
        m_seconds += seconds;
    }
    void once(double seconds) {
        m_once += seconds;
        m_seconds += seconds;
    }
    // However many touches it takes.
    void find_zero() {
        if (!std::exchange(m_zero_found, true))
            once(m_guess.find_zero);
    }
    // A device set once for all pieces of a batch, and what it then takes for each.
    void set(double once_for_all, double each) {
        ++m_tally.settings;
        ++m_tally.moves;
        once(once_for_all);
        m_seconds += each;
    }
    void handle(double turns, bool take_up) {
        m_tally.turns += turns;
        m_tally.reversals += take_up ? 1 : 0;
        moved(turns * m_guess.a_turn + m_guess.a_touch);
    }
    // The whole turns of the move, and half a turn on the average up to the line.
    void turn(const TurnHandwheel& move) {
        const double turns = move.turns + (move.take_up > 0 && !move.past ? 0.0 : 0.5);
        m_tally.turns += turns;
        m_tally.reversals += move.past ? 1 : 0;
        m_tally.moves += move.past ? 0 : 1; // past and back is one
        m_seconds += turns * m_guess.a_turn + (move.past ? 0.0 : m_guess.a_touch);
    }
    void go_to(const GoToReadout& go) {
        const auto* readout = std::get_if<Readout>(&m_machine.kind);
        const Length step = readout ? readout->resolution : Length{};
        const Point to{step * static_cast<double>(go.x), step * static_cast<double>(go.y)};
        const Point from = go.from_last ? Point{} : m_at;
        m_at = to;
        moved(m_guess.a_mm * (abs(to.x - from.x) + abs(to.y - from.y)).in_mm() + 2.0 * m_guess.a_touch);
    }
    [[nodiscard]] const CutStep* step_of(int hole, int step) const {
        const auto index = static_cast<std::size_t>(hole);
        if (hole < 0 || step < 0 || index >= m_kind_of.size())
            return nullptr;
        const Chain& chain = m_chains[static_cast<std::size_t>(m_kind_of[index])];
        return static_cast<std::size_t>(step) < chain.steps.size() ? &chain.steps[static_cast<std::size_t>(step)]
                                                                   : nullptr;
    }
    void cut(const DrillHole& drill, int hole) {
        if (std::holds_alternative<LayoutBench>(m_machine.kind))
            m_seconds += m_guess.a_mark;
        const CutStep* step = step_of(hole, drill.step);
        m_seconds += step ? step->minutes * 60.0 + m_guess.approach : m_guess.unknown_cut;
    }
    void by_hand(const WorkByHand& work) {
        for (const int hole : work.holes)
            if (const auto index = static_cast<std::size_t>(hole); hole >= 0 && index < m_kind_of.size())
                if (const CutStep* step = m_chains[static_cast<std::size_t>(m_kind_of[index])].find(work.step))
                    m_seconds += step->minutes * 60.0;
    }
};

} // namespace

Tally tally_of(const Route& route, const Machine& machine, const std::vector<Chain>& chains,
               const std::vector<int>& kind_of, const Estimates& estimates) {
    return Counter(machine, chains, kind_of, estimates).count(route);
}

} // namespace clockface
