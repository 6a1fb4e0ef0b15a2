// All that is proved of one face of a piece, put together: what to measure, how its holes stand, what was checked at
// each by itself, the marks, and what it comes to.
#pragma once

#include "inspection/bolting.h"
#include "inspection/detective.h"
#include "inspection/hole_checks.h"
#include "inspection/marks_checked.h"
#include "inspection/rescue.h"
#include "inspection/verdict.h"
#include "inspection/what_to_measure.h"
#include "plan/plan.h"

namespace clockface {

struct FaceProof {
    Face face = Face::Top;
    MeasuredPart measured;
    MeasuringPlan to_measure;
    Deviations found;
    Verdicts verdicts;
    std::vector<std::vector<HoleCheck>> checks; ///< by hole of the face
    MarksChecked marks;
    std::vector<std::optional<Verdict>> holes; ///< by hole: of its place and its checks together
    std::optional<Verdict> all;                ///< nothing: nothing was measured
    std::vector<std::string> sentences;        ///< what it comes to, gravest first
    /// For holes that cannot be told: the reading that would tell.
    std::vector<ToMeasure> would_tell;
};

/// Of the face at hand. `plan` is that of a set-up with that face up. Pure; may take longer than a frame.
FaceProof face_proof(const Job& job, const Shop& shop, const SetupPlan& plan, const MeasuredPiece& piece);

/// Whether that face goes on the mate the job names.
BoltsUp bolts_up(const Job& job, const FaceProof& proof, const Estimates& estimates);

/// Why it came out so. `cut`: its holes in the order in which they were cut, as far as that is known.
Explained why_so(const Job& job, const Shop& shop, const SetupPlan& plan, const FaceProof& proof,
                 const MeasuredPiece& piece, const std::vector<HoleId>& cut);
/// What can still be saved; `made` by hole of the face.
Saved what_saves(const Job& job, const Shop& shop, const FaceProof& proof, const Estimates& estimates,
                 const std::vector<bool>& made);
/// A way of it as it is written down once it is taken.
SavedBy as_taken(const Job& job, const FaceProof& proof, const Rescue& way, std::int64_t time);

/// Where a verdict stands: "A part that carries load, pressure or people: whoever answers for it decides."
std::string whose_decision();

/// How well a zero that was looked at again held: nothing while it was not, or it is good.
std::string drift_in_words(const Job& job, const MeasuredPiece& piece);

} // namespace clockface
