// The plan of a piece that is saved by making what is left elsewhere (JobProof): its own, no other piece's.
#pragma once

#include "plan/plan.h"

namespace clockface {

/// How that piece is saved; nothing where it is made as drawn.
const SavedBy* saved_by(const Job& job, const Piece& piece);
/// The same plan with the holes of that piece where they are made on it; as it is where they are made as drawn. The
/// list stays the plan's own.
SetupPlan with_saved_places(const Job& job, SetupPlan plan, const Piece& piece);
/// The same, with the list made for those places.
SetupPlan saved_plan(const Job& job, const Shop& shop, SetupPlan plan, const Piece& piece);

} // namespace clockface
