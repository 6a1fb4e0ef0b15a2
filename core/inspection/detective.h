// Why a face came out as it did: the causes that explain its readings, ranked by how likely the readings are if each of
// them acted.
//
// With f(P) what the readings should be where the holes stand at P, J its slopes, R the errors of the instruments and S
// how far holes stand off by themselves when nothing is wrong, the readings r of a cause are normal about f(P) with
// C = R + J S Jᵀ. A figure nobody knows beforehand (the angle the work lay crooked by) is one more normal variable in
// S, so a cause that could explain anything explains nothing better (Bayes' rule with the marginal likelihood). C is
// never made: by log |C| = log |R| + log |M| - log |S⁻¹| and C⁻¹ = R⁻¹ - R⁻¹ J M⁻¹ Jᵀ R⁻¹, M = S⁻¹ + Jᵀ R⁻¹ J.
#pragma once

#include "inspection/causes.h"
#include "inspection/what_to_measure.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

struct Explanation {
    std::vector<CauseKind> kinds; ///< one, or two that act together
    double share = 0.0;           ///< how likely it is among all that were looked at, 0 … 1
    std::string words;
    std::vector<std::string> same; ///< what else would give the same numbers, in words
    std::vector<Point> places;     ///< by hole: where the hole stands then, from zero
    /// By reading of the MeasuredPart that counts: what it should read, and one standard error of that.
    std::vector<double> expected, error;
};

struct Explained {
    std::vector<Explanation> causes; ///< likeliest first, at most three; empty: nothing stands out
    /// The further reading that tells the first two apart; nothing: none does, or there are no two.
    std::optional<ToMeasure> tells;
    double tells_first = 0.0, tells_second = 0.0; ///< what it would read then: mm or degrees
    std::vector<std::string> unseen;              ///< mistakes these readings could not show, in words
    std::vector<std::string> sentences;
};

/// Of a flat face that something was read of. Pure; takes longer than a frame.
Explained explain(const CauseNeeds& needs);

} // namespace clockface
