// How far each part of the work has come, and whether it needs attention.
#pragma once

#include "plan/plan.h"

namespace clockface {

struct StageState {
    enum class Kind { Untouched, InHand, Done, Attention } kind = Kind::Untouched;
    int count = 0; ///< of findings, when attention is needed
    bool operator==(const StageState&) const = default;
};

/// The stage where what a finding is about is put right.
enum class StageOf { Holes, Cutters, Hold, Order };
StageOf put_right_in(FindingKind kind);

/// Done once the blank is measured across (a round one) or in both directions.
StageState state_of_blank(const Job& job);
/// Untouched without holes; attention where a finding that is more than a note belongs there.
StageState state_by_findings(const Plan& plan, const std::vector<Finding>& findings, StageOf stage);
/// Untouched while nothing was done to the piece; done when nothing is left in any set-up.
StageState state_of_bench(const Piece& piece, bool nothing_left);
/// In hand once something was measured of the piece. What it comes to is worked out where it is looked at.
StageState state_of_proof(const Job& job, int piece);

} // namespace clockface
