// Practice without metal: the list is followed on a mill that hands turn on the screen, and the part comes out as it
// was really made. The mill is the simulator's own: its lost motion, its locks, its memory of chuck and holes.
#pragma once

#include "bench/session.h"
#include "simulate/allowed.h"
#include "simulate/hand_machine.h"
#include "simulate/watch.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// Whether a set-up can be practised: slides bring a flat face under a spindle.
bool can_practise(const Job& job, const SetupPlan& plan);

/// A hole as it came out.
struct PractisedHole {
    std::string name;
    Point drawn, made; ///< from zero; made: where its worst cut landed
    Length miss;
    bool right = false; ///< within what it is allowed
    bool cut = false;   ///< anything was cut there
};
struct PracticeResult {
    std::string job, machine, who;
    std::int64_t seconds = 0; ///< it took
    std::vector<PractisedHole> holes;
    std::vector<std::string> complaints; ///< of the simulated machine
    [[nodiscard]] int right() const;
};

class Practice {
public:
    /// The job has the plan's set-up at hand; what is done to its pieces is not looked at.
    Practice(Job job, SetupPlan plan);
    Practice(const Practice&) = delete;
    Practice& operator=(const Practice&) = delete;

    [[nodiscard]] const Job& job() const { return m_job; }
    [[nodiscard]] const SetupPlan& plan() const { return m_plan; }

    [[nodiscard]] const HandMachine& mill() const { return m_mill; }
    /// The list has come so far: what is put into the chuck by hand is in it, and a hand feels what it is to touch.
    void follow(const BenchState& state);

    /// Turns a handle by so many lines, clockwise positive. A hand that brings a finder to a face, or the spindle over
    /// what it is to stand over, stops there; it goes on when it is turned again. False where the lock is tight.
    bool turn(Axis axis, double lines);
    void lock(Axis axis, bool tight) { m_mill.lock(axis, tight); }
    /// Sets a dial or the readout's axis to what the move at hand wants it set to; nought where it wants none.
    void set(Axis axis);
    /// The quill comes down. What is to be said of it; empty where all is as it should be.
    std::string quill_down();

    /// How far past its first touch a finder was pushed into the face it is to touch; nothing where none is touched.
    [[nodiscard]] std::optional<Length> pushed() const;
    /// Where the spindle stands over the work, and what was made of it.
    [[nodiscard]] Point spindle() const { return m_mill.over_work(); }
    [[nodiscard]] const std::vector<Landing>& landings() const { return m_landings; }
    [[nodiscard]] const std::vector<std::string>& complaints() const { return m_complaints; }
    [[nodiscard]] PracticeResult result() const;

private:
    Job m_job;
    SetupPlan m_plan;
    HandMachine m_mill;
    Workplace m_place;
    Watch m_watch;
    std::optional<Instruction> m_at_hand;
    std::optional<std::pair<int, Instruction>> m_next_cut; // hole, and what is to be done there without moving away
    std::vector<Landing> m_landings;
    std::vector<std::string> m_complaints;
    int m_followed = 0; // tasks of the list that are behind
    std::string m_list; // which list that is

    [[nodiscard]] std::optional<double> stops_at(Axis axis) const; // millimetres of the slide
};

/// "14 of 17 holes are right; the worst is B3, 0.214 mm off." and what the machine complained of.
std::string in_words(const PracticeResult& result, Unit unit);

} // namespace clockface
