// Turns that are counted while they are made: of a handwheel, of an index plate's handle, of a tap.
#pragma once

#include "ordering/wording.h"
#include "plan/plan.h"

#include <optional>
#include <string>

namespace clockface {

/// What one move wants turned.
struct TurnsToCount {
    double turns = 0.0;     ///< whole ones; of a tap also a part of one at the end
    std::size_t figure = 0; ///< of the move's figures, that shows them
    bool operator==(const TurnsToCount&) const = default;
};

/// Nothing where a move wants no whole turn. Work by hand is that of one hole.
std::optional<TurnsToCount> turns_to_count(const SetupPlan& plan, const Instruction& move);

/// A move's words when so many whole turns of it are made: its figure shows what is left, and a sentence says how far
/// slide, table or tap must have come, to check by. `turned` from nought to what it wants; the words of a move without
/// turns as they are.
Wording counted(const Job& job, const SetupPlan& plan, const Instruction& move, int turned);

} // namespace clockface
