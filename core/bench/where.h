// Where a piece stands at a glance: its holes by what is done at them, and the pieces of a batch.
#pragma once

#include "bench/session.h"

#include <string>
#include <vector>

namespace clockface {

/// How far one kind of step has come at a hole.
enum class CellState { NotWanted, Left, Begun, Done, AtHand, Spoiled };

struct HoleRow {
    int hole = -1; ///< index into SetupPlan::holes
    std::string name;
    std::vector<CellState> cells; ///< by column
};

/// A piece: of each kind of step how many holes have it behind them, and how many want it.
struct PieceRow {
    int number = 1;
    std::string name;
    struct Count {
        int done = 0, wanted = 0;
    };
    std::vector<Count> counts; ///< by column
    int spoiled = 0;           ///< holes
    bool played = false;       ///< it does not count as made

    [[nodiscard]] bool finished() const;
};

struct WhereGrid {
    std::vector<StepKind> columns; ///< that some hole of this face wants, in the order in which they are cut
    std::vector<HoleRow> holes;    ///< in the order in which the list comes to them
    std::vector<PieceRow> pieces;  ///< those that are begun, and the one at hand
};

/// Of a set-up's face; `piece` is the one at hand and `state` where it stands. Several steps of a kind (two taps) count
/// as one that is begun.
WhereGrid where_grid(const Job& job, const SetupPlan& plan, const Piece& piece, const BenchState& state);

/// "left", "begun", "done", "at hand", "spoiled"; empty where it is not wanted.
std::string in_words(CellState state);

} // namespace clockface
