#include "bench/saved_plan.h"

namespace clockface {

const SavedBy* saved_by(const Job& job, const Piece& piece) {
    const MeasuredPiece* measured = measured_piece(job.proof, piece.number);
    return measured && measured->saved ? &*measured->saved : nullptr;
}

SetupPlan with_saved_places(const Job& job, SetupPlan plan, const Piece& piece) {
    if (const SavedBy* saved = saved_by(job, piece))
        for (Hole& hole : plan.holes)
            for (const SavedHole& each : saved->holes)
                if (each.hole == id_of(job, hole))
                    hole.at = hole.at + each.by;
    return plan;
}

SetupPlan saved_plan(const Job& job, const Shop& shop, SetupPlan plan, const Piece& piece) {
    if (!saved_by(job, piece))
        return plan;
    plan = with_saved_places(job, std::move(plan), piece);
    plan.route = route_for(job, shop, plan, plan.work);
    return plan;
}

} // namespace clockface
