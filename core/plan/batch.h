// A set-up's pieces as a batch against a stop and a fixed jaw or fence: what a piece allows, in which order all go
// through, what it costs and from how many it pays.
#pragma once

#include "holding/loadings.h"
#include "measure/problem.h"
#include "plan/plan.h"

#include <atomic>
#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// The pieces of a set-up, as they are loaded; a problem in a sentence where they cannot be: nothing stops them, no
/// fixed jaw or fence, no ends or edges to go by, too many holes. The job has that set-up at hand.
Result<PartsToLoad> parts_to_load(const Job& job, const SetupPlan& plan);

/// Why a piece cannot be loaded so, whatever was allowed: what would lie against stop or fixed jaw is slanted, or it
/// would lie on a step or a boss. Empty: it can.
std::string why_not_loaded(const Blank& blank, const Held& held, Loading loading);

/// Where the spindle stands at a setting, from zero of the drawing, over a piece that lies as drawn.
Point place_from_zero(const Job& job, const Held& held, Point from_stop);

/// What a setting drills in a piece that is loaded in any of the four ways: where, from zero of the drawing, and which
/// hole that is; none where that loading is wrong there.
struct DrilledWhere {
    Loading loading = Loading::AsDrawn;
    Point at;
    int hole = -1;
};
std::vector<DrilledWhere> drilled_where(const Job& job, const Held& held, const PartsToLoad& parts,
                                        const Setting& setting);

/// Minutes beside the drilling itself, which is the same however a piece is brought under the spindle. A cutter goes
/// through all pieces before the next is put in, so every piece is loaded for each cutter. By the stop: the first
/// setting is found as zero is (against a fence it is set too), each further one set; a piece is loaded for each way it
/// is turned at each setting. Laid out: each line is set once for all pieces, scribed on each, every crossing punched,
/// and found under the spindle with each cutter. In a plate fixture with bushings, made once: loaded as it lies. 0:
/// never.
struct BatchCost {
    int loads = 0, resets = 0;
    double by_stop = 0.0, laid_out = 0.0, in_fixture = 0.0;
    int stop_pays_from = 0;    ///< pieces from which the stop stays quicker than laying out
    int fixture_pays_from = 0; ///< and from which the fixture stays quicker than the stop
};
BatchCost cost_of(const BatchPlan& plan, const PartsToLoad& parts, const Held& held, int pieces,
                  const Estimates& estimates);

/// The change of one figure of one hole, to the middle of length or width, that leaves the fewest settings; nothing
/// where none leaves fewer.
struct Instead {
    int hole = 0;
    Axis axis = Axis::X;
    int settings = 0;
};
std::optional<Instead> fewer_if_changed(const PartsToLoad& parts, const BatchPlan& plan,
                                        const std::atomic<bool>* leave_off = nullptr);

/// The job with it taken: that hole in the middle. Nothing where other holes of its pattern would go along with it.
std::optional<Job> with_taken(const Job& job, const SetupPlan& plan, const Instead& instead);

/// "as drawn", "turned end for end" …
std::string in_words(Loading loading);
/// "Setting 1: the spindle 10 mm from the stop and 12 mm from the fixed jaw. As drawn: A1. Turned end for end: B1."
std::string setting_in_words(const SetupPlan& plan, const BatchPlan& batch, std::size_t setting, Unit unit);
/// "102 loads, 1 reset; a cutter is put in 6 times. Beside the drilling itself about 48 min by the stop …"
std::string in_words(const BatchCost& cost, const BatchPlan& plan);
/// "The stop pays from 7 pieces on. …"
std::string pays_in_words(const BatchCost& cost);
/// "1 setting", "3 settings".
std::string count_of_settings(int settings);
/// What is done, in order, from the first piece to the last reset.
std::vector<std::string> batch_steps(const BatchPlan& batch, const Held& held, int pieces);

} // namespace clockface
