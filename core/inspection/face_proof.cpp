#include "inspection/face_proof.h"

#include "inspection/rows_checked.h"
#include "measure/figures.h"
#include "simulate/allowed.h"
#include "survey/part_text.h"
#include "words/say.h"

namespace clockface {

namespace {

// What one hole comes to; nothing while nothing was read of it. What is not read yet of a hole leaves the rest as it
// is: which checks a hole asks for is a proposal, the readings that were made count.
std::optional<Verdict> hole_comes_to(const HoleJudged& place, const std::vector<HoleCheck>& checks) {
    std::vector<std::optional<Verdict>> all{place.verdict};
    for (const HoleCheck& each : checks)
        all.push_back(each.verdict);
    return worst_of(all);
}

void say_checks(FaceProof& out) {
    for (std::size_t i = 0; i < out.checks.size(); ++i)
        for (const HoleCheck& each : out.checks[i])
            if (each.verdict == Verdict::Bad)
                out.sentences.push_back(
                    say("{hole}. {words}", {{"hole", out.measured.holes[i].name}, {"words", each.words}}));
}

} // namespace

FaceProof face_proof(const Job& job, const Shop& shop, const SetupPlan& plan, const MeasuredPiece& piece) {
    FaceProof out;
    out.face = job.blank.up;
    out.measured = measured_part(job, piece, plan.estimates);
    out.to_measure = what_to_measure(job, out.measured, shop.kit, plan.estimates);
    out.found = deviations(job, out.measured);
    out.verdicts = verdicts(job, out.measured, out.found, plan.estimates);
    out.marks = marks_checked(job, out.measured.holes, piece, plan.estimates);
    for (std::size_t i = 0; i < out.measured.holes.size(); ++i) {
        const Hole& hole = out.measured.holes[i];
        const DepthStack stack = depth_stack(plan.chain_of(i), {}, job.unit);
        out.checks.push_back(hole_checks(job, hole, stack, read_at(piece, id_of(job, hole))));
        out.holes.push_back(hole_comes_to(out.verdicts.holes[i], out.checks.back()));
        if (out.verdicts.holes[i].verdict == Verdict::CannotTell && !out.found.contradiction)
            if (const auto tells = reading_that_tells(job, out.measured, out.found, i, shop.kit))
                out.would_tell.push_back(*tells);
    }
    out.all = whole_of(out.holes);
    for (const FitTried& fit : piece.fits)
        if (!fit.goes) {
            out.all = Verdict::Bad;
            out.sentences.push_back(say("{mate} was tried and does not go.", {{"mate", fit.mate}}));
        }
    say_checks(out);
    out.sentences.insert(out.sentences.end(), out.verdicts.sentences.begin(), out.verdicts.sentences.end());
    const std::vector<std::string> rows = rows_checked(job, out.measured, out.found);
    out.sentences.insert(out.sentences.end(), rows.begin(), rows.end());
    return out;
}

BoltsUp bolts_up(const Job& job, const FaceProof& proof, const Estimates& estimates) {
    if (job.proof.mate.is != MateIs::Measured)
        return bolts_up(job, proof.measured, proof.found, nullptr);
    const MeasuredPiece* mate = measured_piece(job.proof, job.proof.mate.piece);
    if (!mate) {
        BoltsUp none;
        none.sentences.push_back(
            say("Nothing was measured of piece {piece}, the mate.", {{"piece", job.proof.mate.piece}}));
        return none;
    }
    const Deviations found = deviations(job, measured_part(job, *mate, estimates));
    return bolts_up(job, proof.measured, proof.found, &found);
}

Explained why_so(const Job& job, const Shop& shop, const SetupPlan& plan, const FaceProof& proof,
                 const MeasuredPiece& piece, const std::vector<HoleId>& cut) {
    Explained out;
    if (job.blank.on_side())
        out.sentences.push_back(say("Holes across a bar say at each hole what is off: see One hole."));
    else if (proof.measured.part.readings.empty())
        out.sentences.push_back(say("Nothing was read yet that could be explained."));
    else
        out = explain({job, shop, plan, proof.measured, piece, cut});
    return out;
}

Saved what_saves(const Job& job, const Shop& shop, const FaceProof& proof, const Estimates& estimates,
                 const std::vector<bool>& made) {
    ToSave needs{job, shop, proof.measured, proof.found, nullptr, made};
    for (const Allowed& each : allowed_of(job, proof.measured.holes, estimates))
        needs.within.push_back(std::min(each.x, each.y));
    const MeasuredPiece* mate =
        job.proof.mate.is == MateIs::Measured ? measured_piece(job.proof, job.proof.mate.piece) : nullptr;
    if (!mate)
        return what_saves(needs);
    const Deviations found = deviations(job, measured_part(job, *mate, estimates));
    needs.mate = &found;
    return what_saves(needs);
}

SavedBy as_taken(const Job& job, const FaceProof& proof, const Rescue& way, std::int64_t time) {
    SavedBy out{time, way.words};
    for (const auto& [hole, by] : way.moved)
        out.holes.push_back({id_of(job, proof.measured.holes[hole]), by});
    for (const Rework& work : way.rework)
        if (out.holes.empty() || out.holes.back().hole != id_of(job, proof.measured.holes[work.hole]))
            out.holes.push_back({id_of(job, proof.measured.holes[work.hole]), {}, way.words});
    return out;
}

std::string whose_decision() {
    return say("A part that carries load, pressure or people: whoever answers for it decides.");
}

std::string drift_in_words(const Job& job, const MeasuredPiece& piece) {
    for (auto wiped = piece.wiped.rbegin(); wiped != piece.wiped.rend(); ++wiped) {
        if (!wiped->drift)
            continue;
        const Length error = job.proof.instruments[static_cast<std::size_t>(wiped->with)].error;
        if (abs(*wiped->drift) <= error)
            return {};
        return say(
            "The zero of the {instrument} had drifted by {drift}, more than it is trusted to. Wipe the jaws, set "
            "zero, and take the readings since then again.",
            {{"instrument", in_words(wiped->with)}, {"drift", with_unit(*wiped->drift, job.unit)}});
    }
    return piece.readings.empty() || !piece.wiped.empty()
               ? std::string()
               : say("Nothing is noted about zero: wipe the jaws, set zero, wipe again, and note it.");
}

} // namespace clockface
