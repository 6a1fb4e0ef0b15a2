#include "bench/saved_plan.h"

#include "bench/session.h"

#include <set>

namespace clockface {

const SavedBy* saved_by(const Job& job, const Piece& piece) {
    const MeasuredPiece* measured = measured_piece(job.proof, piece.number);
    return measured && measured->saved ? &*measured->saved : nullptr;
}

namespace {

// Holes that some reading is of, and of which the log has no cut.
std::set<HoleId> there_already(const MeasuredPiece& measured, const Piece& piece) {
    std::set<HoleId> out;
    for (const ProofReading& reading : measured.readings)
        for (const ReadAt& at : reading.between)
            if (const auto* hole = std::get_if<HoleId>(&at); hole && !reading.struck)
                out.insert(*hole);
    for (const Event* event : standing_events(piece))
        if (const auto* done = std::get_if<Done>(&event->what); done && done->deed.act == Act::Cut && done->deed.hole)
            out.erase(*done->deed.hole);
    return out;
}

} // namespace

SetupPlan saved_plan(const Job& job, const Shop& shop, SetupPlan plan, const Piece& piece) {
    const MeasuredPiece& measured = *measured_piece(job.proof, piece.number);
    for (Hole& hole : plan.holes)
        for (const SavedHole& each : measured.saved->holes)
            if (each.hole == id_of(job, hole))
                hole.at = hole.at + each.by;
    const std::set<HoleId> there = there_already(measured, piece);
    const auto is_there = [&](int hole) {
        return there.contains(id_of(job, plan.holes[static_cast<std::size_t>(hole)]));
    };
    for (Pass& pass : plan.work.passes)
        std::erase_if(pass.visits, [&](const Visit& visit) { return is_there(visit.hole); });
    std::erase_if(plan.work.passes, [](const Pass& pass) { return pass.visits.empty(); });
    for (ByHand& hand : plan.work.by_hand)
        std::erase_if(hand.holes, is_there);
    std::erase_if(plan.work.by_hand, [](const ByHand& hand) { return hand.holes.empty(); });
    plan.route = route_for(job, shop, plan, plan.work);
    return plan;
}

} // namespace clockface
