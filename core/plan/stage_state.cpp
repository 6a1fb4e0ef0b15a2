#include "plan/stage_state.h"

#include <algorithm>

namespace clockface {

using Kind = StageState::Kind;

StageOf put_right_in(FindingKind kind) {
    switch (kind) {
    case FindingKind::NoSuchMachine:
    case FindingKind::ListFails:
    case FindingKind::FiguresChanged:
    case FindingKind::NotMade:
    case FindingKind::TooEarly:
    case FindingKind::NoLongerWanted:
        return StageOf::Order;
    case FindingKind::NoCutter:
    case FindingKind::OutOfLimits:
    case FindingKind::ThreadPercent:
    case FindingKind::TapTooDeep:
    case FindingKind::BreaksThrough:
    case FindingKind::IntoOtherHole:
    case FindingKind::NothingUnderReamer:
    case FindingKind::DrillTooShort:
    case FindingKind::LongAndThin:
    case FindingKind::SpeedOutOfRange:
    case FindingKind::TooLargeAtOnce:
    case FindingKind::TooFewThreads:
    case FindingKind::NoRoom:
    case FindingKind::NotAudited:
        return StageOf::Cutters;
    case FindingKind::NotHeld:
    case FindingKind::DrillsHolding:
    case FindingKind::LittleGrip:
    case FindingKind::NoRoomForFinder:
    case FindingKind::NotReleased:
    case FindingKind::OutOfSquare:
    case FindingKind::Unsteady:
    case FindingKind::ShortTravel:
        return StageOf::Hold;
    case FindingKind::OffBlank:
    case FindingKind::NearEdge:
    case FindingKind::HolesMeet:
    case FindingKind::DoubleHole:
    case FindingKind::CountDiffers:
    case FindingKind::TooDeep:
    case FindingKind::RightWayUp:
    case FindingKind::ThinMetal:
    case FindingKind::OnStep:
    case FindingKind::InSawCut:
    case FindingKind::BarTooShort:
    case FindingKind::NotStraight:
    case FindingKind::UnitsMixed:
    case FindingKind::OtherQuadrant:
    case FindingKind::WiderThanBlank:
    case FindingKind::RadiusForDiameter:
    case FindingKind::PitchTooLong:
    case FindingKind::SteepStart:
    case FindingKind::ThreadShort:
    case FindingKind::DrillsVee:
    case FindingKind::NotSettled:
    case FindingKind::NotMarked:
        break;
    }
    return StageOf::Holes;
}

StageState state_of_blank(const Job& job) {
    const Blank& blank = job.blank;
    const bool measured =
        blank.is_round() ? blank.diameter.measured.has_value() : blank.width.measured && blank.height.measured;
    return {measured ? Kind::Done : Kind::InHand};
}

StageState state_by_findings(const Plan& plan, const std::vector<Finding>& findings, StageOf stage) {
    const auto count = std::count_if(findings.begin(), findings.end(), [&](const Finding& each) {
        return each.grade != Grade::Note && put_right_in(each.kind) == stage;
    });
    if (count > 0)
        return {Kind::Attention, static_cast<int>(count)};
    return {plan.holes() == 0 ? Kind::Untouched : Kind::Done};
}

StageState state_of_bench(const Piece& piece, bool nothing_left) {
    if (piece.log.empty() && !piece.standing)
        return {Kind::Untouched};
    return {nothing_left ? Kind::Done : Kind::InHand};
}

StageState state_of_proof(const Job& job, int piece) {
    return {measured_piece(job.proof, piece) ? Kind::InHand : Kind::Untouched};
}

} // namespace clockface
