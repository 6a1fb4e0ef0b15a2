// Made-up old parts whose true places are known, sketched roughly and measured with the errors of real instruments.
#pragma once

#include "survey/part_text.h"
#include "survey/survey.h"

#include <random>
#include <string>
#include <vector>

namespace clockface::testing {

struct TrueHole {
    double x, y, diameter;
};

/// The part these lines say; a test that has a slip in them ends.
OldPart part_of(const std::vector<std::string>& lines);

/// An old part with known truth. All readings are made from the truth, with the error asked for.
struct MadePart {
    OldPart part;
    std::vector<TrueHole> truth;
};

using Dice = std::mt19937;
double uniform(Dice& dice, double from, double to);
double normal(Dice& dice);

/// Holes strewn over about 180 by 110 mm, none nearer than 14; two straight edges, base (x) and side (y), below and to
/// the left of them. The sketch is right to about a tenth of the spacing. No readings yet.
MadePart strewn(Dice& dice, int holes);

/// Adds a reading as the truth has it, with `errors` times a normal draw of its instrument's error.
void read(MadePart& made, Dice& dice, ReadingKind kind, std::vector<std::string> between, double errors);

/// Enough readings of mixed kinds to settle every hole, each hole to `each` others, and heights of some from both
/// edges.
void measure_all(MadePart& made, Dice& dice, int each, double errors);

/// What a reading should be by the truth.
double true_value(const MadePart& made, const Reading& reading);

/// The true place of a hole in the axes of a survey.
Point true_place(const MadePart& made, const Survey& survey, int hole);

} // namespace clockface::testing
