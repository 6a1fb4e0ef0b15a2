// Plans for tests, worked out with the common figures unless a test says others.
#pragma once

#include "plan/plan.h"

namespace clockface::testing {

inline Plan make_plan(const Job& job, const Shop& shop, Effort effort = Effort::Usual) {
    return clockface::make_plan(job, shop, Estimates{}, effort);
}
inline SetupPlan plan_at_hand(const Job& job, const Shop& shop, Effort effort = Effort::Usual) {
    return clockface::plan_at_hand(job, shop, Estimates{}, effort);
}

} // namespace clockface::testing
