// The plan of a piece that is saved by making what is left elsewhere (JobProof): its own, no other piece's.
#pragma once

#include "plan/plan.h"

namespace clockface {

/// How that piece is saved; nothing where it is made as drawn.
const SavedBy* saved_by(const Job& job, const Piece& piece);
/// The plan with the holes where they are made on a piece that is saved, and the list made for them. What was measured
/// as there is not made again, though its log may know nothing of it. Requires saved_by.
SetupPlan saved_plan(const Job& job, const Shop& shop, SetupPlan plan, const Piece& piece);

} // namespace clockface
