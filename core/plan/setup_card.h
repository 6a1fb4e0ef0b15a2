// The card that hangs at the machine while a batch goes through a set-up: what lies against what, where the spindle
// stands, and what the first piece has to measure.
#pragma once

#include "plan/batch.h"

#include <string>
#include <vector>

namespace clockface {

struct SetupCard {
    WorkEdge to_seat = WorkEdge::Far;  ///< of a piece as drawn: what lies at the fixed jaw, or at the fence
    WorkEdge to_stop = WorkEdge::Left; ///< and at the stop: this end is marked, and the face that is up
    struct Place {
        Point from_stop;                  ///< of the spindle, from stop and fixed jaw or fence
        std::vector<LoadedHole> holes;    ///< by loading, as drawn first
        std::vector<std::string> cutters; ///< by name, in the order in which they cut there
    };
    std::vector<Place> places; ///< in the order in which they are set
    struct Measure {
        int hole = 0;   ///< of SetupPlan::holes
        Length along_x; ///< from the left end, or the right one where the drawing counts from there
        Length along_y; ///< from the lower edge, or the upper one
    };
    std::vector<Measure> first_piece; ///< hole by hole, place by place
};

/// The job has the plan's set-up at hand; the batch is one of `parts_to_load` for it.
SetupCard setup_card(const Job& job, const SetupPlan& plan, const BatchPlan& batch);

/// "A1 11.3 mm from its left end and 7.9 mm from its lower edge".
std::string in_words(const Job& job, const SetupPlan& plan, const SetupCard::Measure& measure);
/// Where a hole has to be found on a finished piece.
SetupCard::Measure measure_of(const Job& job, const SetupPlan& plan, int hole);
/// The card, line by line; of one place only, by its number from 0, or of all.
std::vector<std::string> in_words(const Job& job, const SetupPlan& plan, const SetupCard& card,
                                  std::optional<std::size_t> place = std::nullopt);

} // namespace clockface
