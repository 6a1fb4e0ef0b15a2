// A batch at the Bench: all pieces of a set-up go through the settings that Hold worked out.
//
// The machine goes from setting to setting as it would from hole to hole of one piece, and is driven by the same list,
// whose log is that of `all_pieces`. At each of its cuts every piece is loaded, one after the other, in every way that
// brings a hole under the spindle there; what is cut is written in the log of that piece. So the order, what is left
// and the place after a power cut follow from the logs.
#pragma once

#include "bench/gates.h"
#include "ordering/wording.h"
#include "plan/batch.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// What is cut in one piece as it lies in one loading.
struct LoadCuts {
    std::optional<Loading> loading; ///< nothing: by hand, where it lies does not matter
    std::vector<Instruction> moves; ///< of the set-up's own plan
    std::vector<Task> tasks;        ///< one for each move
};

/// One cut of the machine: a cutter at a setting, or a step by hand, and what it is to every piece.
struct BatchCut {
    Task task;                   ///< of the walk's own list
    int setting = -1;            ///< of the batch plan; -1: by hand
    bool first_there = false;    ///< no cutter went before it where the spindle stands
    std::vector<LoadCuts> loads; ///< of a piece, in the order in which they are loaded
};

/// The way of a batch through its settings.
struct BatchWalk {
    Job job;        ///< whose holes are the places of the spindle
    SetupPlan plan; ///< of that job: each place is a hole, with the chain of those that are drilled there
    std::vector<BatchCut> cuts;
    std::vector<int> out_of_reach; ///< holes of the set-up that no loading brings there
    int settings = 0;
};

/// Setting after setting, so that each is set once; at one setting a cutter after the other, holes that are cut alike
/// together. The job has the plan's set-up at hand.
BatchWalk batch_walk(const Job& job, const Shop& shop, const SetupPlan& plan, const BatchPlan& batch);

/// A piece that is laid in, and what is cut in it.
struct BatchLoad {
    int piece = 1; ///< its number
    int cut = 0;   ///< of the walk's
    LoadCuts cuts; ///< what of them is left
    int left = 0;  ///< loads of this cut in all pieces, this one among them
    /// Where the first piece was drilled at this place since zero was found, and now the second would be: its number.
    std::optional<int> first_piece{};
};

/// Where a batch stands.
struct BatchState {
    BenchState machine;            ///< of the walk's list
    std::optional<BatchLoad> load; ///< where a cut is next: the piece it is done to
    int loads = 0, loads_left = 0; ///< of all pieces, through all cuts

    [[nodiscard]] bool finished() const { return machine.finished(); }
};
BatchState batch_state(const Job& job, const Shop& shop, const BatchWalk& walk);

// What happens to a batch: the pieces that have more in their logs then. `time`: seconds since 1970, later than what is
// written of any other piece.

/// The load at hand is drilled, or the machine's next move is done. `set`: what that sets a readout to.
std::vector<Piece> with_batch_done(const Job& job, const BatchState& state, std::int64_t time,
                                   std::vector<AxisSet> set = {});
/// One load or move back.
std::vector<Piece> with_batch_back(const Job& job, const BatchWalk& walk, const BatchState& state, std::int64_t time);

/// What is asked at the next load or move: as for one piece, and the first piece is measured before the second.
std::optional<Gate> gate_at(const Job& job, const SetupPlan& plan, const Customs& customs, const BatchWalk& walk,
                            const BatchState& state);

/// "The marked end away from the stop, the marked face up."
std::string laid_in_words(Loading loading);
/// "As drawn", "piece 5 of 34", how it is laid, and what is to be minded.
Wording in_words(const Job& job, const BatchWalk& walk, const BatchLoad& load);
/// How it is laid, and what is cut in it, with the depths at which the drill is drawn out.
std::vector<CardLine> lines_of(const Job& job, const SetupPlan& plan, const BatchLoad& load);
/// "setting 1 of 2 · 61 of 102 loads left".
std::string place_in_words(const BatchWalk& walk, const BatchState& state);

} // namespace clockface
