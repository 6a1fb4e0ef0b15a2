#include "bench/expected.h"

#include "measure/nineteen.h"
#include "ordering/pick_up.h"
#include "simulate/allowed.h"
#include "simulate/many_parts.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace clockface {

namespace {

// Half the side of the largest square inside what is left of a hole's zone.
Point near_enough(const Job& job, const SetupPlan& plan, const Readout& readout, std::size_t hole) {
    const Hole& at = plan.holes[hole];
    Allowed allowed = allowed_of(job, job.patterns[at.pattern], at.spec, plan.estimates);
    if (job.blank.on_side()) // along the bar as every hole, across it by what the axis may be missed by
        allowed = {allowed.x, job.axis_within, false, allowed.by_fit};
    const Length wander =
        wander_of(job, {plan.chain_of(hole)}, {0}, plan.estimates).front(); // one deviation, as is the zero's
    const Length taken = nineteen_in_twenty * hypot(zero_found_within(plan.route, plan.machine), wander);
    const double share = allowed.round ? std::numbers::sqrt2 : 1.0;
    return {std::max(readout.resolution, (allowed.x - taken) / share),
            std::max(readout.resolution, (allowed.y - taken) / share)};
}

} // namespace

std::optional<ExpectedShow> expected_show(const Job& job, const SetupPlan& plan, const Instruction& instruction) {
    const auto* readout = std::get_if<Readout>(&plan.machine.kind);
    if (!readout || instruction.hole < 0)
        return std::nullopt;
    ExpectedShow show;
    show.approach = readout_finish;
    if (const auto* go = std::get_if<GoToReadout>(&instruction.action)) {
        show.set = shown_before_locking(*go, *readout);
        show.locked = shown_locked(*go, *readout);
    } else if (std::holds_alternative<RoutinePlace>(instruction.action)) {
        show.to_go = true;
    } else {
        return std::nullopt;
    }
    const Point off = near_enough(job, plan, *readout, static_cast<std::size_t>(instruction.hole));
    show.off_x = off.x;
    show.off_y = off.y;
    return show;
}

} // namespace clockface
