// A list of instructions as a row of single things to be done, each with a name that outlives changes of the list.
#pragma once

#include "job/piece.h"
#include "plan/plan.h"

#include <vector>

namespace clockface {

/// One thing to be done: an instruction, or its part for one hole where it is done by hand to several (seven taps are
/// seven tasks).
struct Task {
    int move = 0;  ///< index into the list
    int hole = -1; ///< index into SetupPlan::holes, -1 when it serves none in particular
    Deed deed;
    std::optional<Made> made{}; ///< where and how deep, of what leaves a mark at a hole
};

/// All of a list, in its order. The job has the plan's set-up at hand, the list is one for its holes.
std::vector<Task> tasks_of(const Job& job, const SetupPlan& plan, const Route& route);

/// One step of a hole's chain (-1: the hole as a whole) as a task; of no list.
Task cut_task(const Job& job, const SetupPlan& plan, int hole, int step);
/// Whether what was made is what is wanted: the same place within a hundredth of a millimetre, from zero or on the
/// metal, and as deep.
bool is_same(const Made& was, const Made& wanted);

/// Whether it leaves something behind (metal cut, a line, a zero, a reading) and so is written in the log; the others
/// are moves, of which only the last is kept.
bool is_logged(Act act);
/// Whether it is one of the moves that find zero together: a touch, standing over a middle, the look at the corner.
bool is_part_of_zero(const Deed& deed);

} // namespace clockface
