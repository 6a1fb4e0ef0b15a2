// The tasks of a list put together to cards: what is done at one hole without moving away is one card and one key.
#pragma once

#include "bench/session.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

enum class CardSize { Move, Hole };

/// A run of tasks of a list, from `first` to before `end`.
struct BenchCard {
    int first = 0;
    int end = 0;
    bool operator==(const BenchCard&) const = default;
};

/// What suits a machine: where turns are counted, an index is set or a line is scribed, every move is worth a look of
/// its own; where a figure is brought up on a readout, or fence and stop stand, a hole is one card.
CardSize usual_card_size(const MachineKind& machine);

/// Every task stands on exactly one card, in the order of the list. A card a hole is the moves that lead there and what
/// the machine then cuts with the cutter in the chuck, or the one light touch, check or zero that is made there. A
/// change of cutter, a touch on an edge, work laid or marked, and each hole done by hand stand alone.
std::vector<BenchCard> cards_of(const BenchState& state, CardSize size);
/// That of the next task; nothing when nothing is left.
std::optional<BenchCard> card_at_hand(const BenchState& state, CardSize size);

/// What is left of the card at hand is done. The piece as it is when nothing is left.
Piece with_card_done(Piece piece, const BenchState& state, CardSize size, std::int64_t time,
                     const std::vector<AxisSet>& set = {});
/// Back to where the card before began, or to where the card at hand did if some of it is done.
Piece with_card_back(Piece piece, const BenchState& state, CardSize size, std::int64_t time);

/// One thing to do on a card.
struct CardLine {
    std::string words;
    int task = -1;                    ///< of the list; -1: it goes with the task before it
    std::vector<std::string> pecks{}; ///< depths the drill goes to before it is drawn out, the last the full depth
};
/// A move as a line.
CardLine line_of(const Job& job, const SetupPlan& plan, const Instruction& move, int task);
/// Go there, lock, cut, unlock. Empty for a card of one task.
std::vector<CardLine> lines_of(const Job& job, const SetupPlan& plan, const BenchState& state, const BenchCard& card);

} // namespace clockface
