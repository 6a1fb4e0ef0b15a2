// Good, bad, or: these readings cannot tell.
//
// A deviation of r with an error of e (two standard errors along the worst direction, after laying) against the limit a
// hole may stand from its place: good where r + e is within it, bad where r - e is beyond, otherwise it cannot be told.
// A drawing's position tolerance is a diameter, so it is twice that limit.
#pragma once

#include "inspection/deviations.h"
#include "simulate/allowed.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

enum class Verdict { Good, Bad, CannotTell };

/// The rule, for one figure: `beyond` says whether it is a limit that must not be passed.
Verdict verdict_of(Length deviation, Length error, Length limit);

struct HoleJudged {
    std::optional<Verdict> verdict; ///< nothing: nothing was read of it
    Length by;                      ///< distance from its place, or what is beyond on the worse axis of its own limits
    Length error;                   ///< of that
    Length limit;                   ///< it was held against
    bool only_if_laid_best = false; ///< laid by least squares it is beyond, where the pattern would pass laid otherwise
    std::string words;              ///< "0.11 from its place, give or take 0.04; 0.15 is allowed (⌀ 0.30)."
};

struct PatternJudged {
    std::optional<Verdict> verdict;
    std::vector<std::size_t> holes;  ///< of the face
    bool best_laying_passes = false; ///< laid by least squares it does not pass, laid best it would
    Point best_shift;                ///< that laying, from the one by least squares
    Angle best_turn;
    std::string words;
};

struct Verdicts {
    std::vector<HoleJudged> holes;       ///< by hole of the face
    std::vector<PatternJudged> patterns; ///< by pattern of the job; of other faces nothing
    std::optional<Verdict> all;          ///< bad where one is, cannot be told where one cannot or was not read
    std::vector<std::string> sentences;  ///< the whole in sentences, gravest first
};

Verdicts verdicts(const Job& job, const MeasuredPart& measured, const Deviations& found, const Estimates& estimates);

/// "good", "bad", "cannot be told".
std::string in_words(Verdict verdict);

/// The worst of several; nothing of nothing.
std::optional<Verdict> worst_of(const std::vector<std::optional<Verdict>>& all);
/// What all together come to: nothing where none was read; what was not read among the rest cannot be told.
std::optional<Verdict> whole_of(const std::vector<std::optional<Verdict>>& all);

} // namespace clockface
