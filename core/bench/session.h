// The Bench as a pure state machine: from the plan of a set-up and the log of a piece, what is to be done next. Nothing
// but the log is kept; the same log and plan give the same state.
#pragma once

#include "bench/tasks.h"

#include <map>
#include <optional>
#include <set>
#include <string>
#include <vector>

namespace clockface {

/// What the log of a piece comes to, what was taken back left out.
struct WorkDone {
    std::map<Deed, std::optional<Made>> deeds; ///< of all set-ups; cuts without set-up: done is done
    std::set<HoleId> spoiled;
    /// Whether a task counts as done: a cut in whatever set-up it was made, and what is at a hole only where that still
    /// is.
    [[nodiscard]] bool has(const Task& task) const;
};
WorkDone work_done(const Piece& piece);
/// The holes that were cut in a set-up, in that order, each as often as it was.
std::vector<HoleId> cut_order(const Piece& piece, int setup);
/// The log without what was taken back, and without the lines that did so.
std::vector<const Event*> standing_events(const Piece& piece);

struct BenchState {
    Route list; ///< that is followed: the plan's, or one of what is left, from zero, after a jump or a change
    std::vector<Task> tasks; ///< of the list
    int next = 0;            ///< the next task; all of them: nothing is left
    bool from_zero = false;  ///< the list is one of what was left, and begins at zero
    bool broken_off = false; ///< the plan has changed, or the work lay elsewhere: it begins at zero now

    [[nodiscard]] bool finished() const { return next == static_cast<int>(tasks.size()); }
    [[nodiscard]] const Task* now() const { return finished() ? nullptr : &tasks[static_cast<std::size_t>(next)]; }
};

/// Where a piece stands in the set-up of this plan, which the job has at hand.
BenchState bench_state(const Job& job, const Shop& shop, const SetupPlan& plan, const Piece& piece);

// What happens to a piece; each gives the piece with what is to be written in its log, at this time (seconds since
// 1970). Nothing else writes it.

/// All tasks from the next to before `end` are done, but for cuts that are done already. `set`: what the first that is
/// written down set a readout or a dial to (`axes_set`).
Piece with_tasks_done(Piece piece, const BenchState& state, int end, std::int64_t time, std::vector<AxisSet> set = {});
/// Back to where the task `first` is next; where nothing is done yet, to what was followed before the hand went
/// elsewhere.
Piece with_tasks_back(Piece piece, const BenchState& state, int first, std::int64_t time);
/// The next task is done. The piece as it is when nothing is left. `set`: what it set a readout to (`axes_set`).
Piece with_next_done(Piece piece, const BenchState& state, std::int64_t time, std::vector<AxisSet> set = {});
/// One step back: over a move, or what was done last in this set-up is taken back.
Piece with_last_back(Piece piece, const BenchState& state, std::int64_t time);
/// On to another hole, or (without one) from zero with what is left.
Piece with_jump(Piece piece, int setup, std::optional<HoleId> hole, std::int64_t time);
/// Everything done in this set-up is taken back.
Piece with_all_back(Piece piece, int setup, std::int64_t time);
Piece with_spoiled(Piece piece, const HoleId& hole, std::int64_t time);
/// A line of its log is taken back.
Piece with_taken_back(Piece piece, std::int64_t event, std::int64_t time);
/// An earlier zero of a machine's axis is set again.
Piece with_zero_restored(Piece piece, const ZeroRestored& zero, std::int64_t time);
Piece with_note(Piece piece, const std::string& text, std::int64_t time);

/// How far a hole has come, from the steps that are done.
enum class HoleState { Planned, Marked, Spotted, Drilled, Reamed, Tapped, Deburred, Inspected, Spoiled };
/// Of each hole of a set-up's face.
std::vector<HoleState> states_of(const Job& job, const SetupPlan& plan, const Piece& piece);
/// The same, and whether a hole that is begun lacks nothing any more.
struct HoleProgress {
    HoleState state = HoleState::Planned;
    bool finished = false;
};
std::vector<HoleProgress> progress_of(const Job& job, const SetupPlan& plan, const Piece& piece);
/// Which moves of the plan's own list are behind a piece: what they leave is there, or they led to what is.
std::vector<bool> moves_done(const Job& job, const SetupPlan& plan, const Piece& piece);

/// "planned", "spotted" …
std::string in_words(HoleState state);
/// Names of the steps of its chain that a hole still lacks, in order.
std::vector<std::string> lacking(const Job& job, const SetupPlan& plan, int hole, const WorkDone& done);

/// "the drill of A3", "the line of B1"; by id where the hole is gone.
std::string in_words(const Job& job, const Deed& deed);

} // namespace clockface
