// Check my sum: a figure of the list against the one somebody worked out himself. Where they differ the steps that led
// to the figure are done again, each of them wrong in the ways people do them wrong, and what gives the other figure is
// named. Formulas: places as in layout/pattern.h, a pick-up is face minus or plus half the finder, a chord is
// D sin(180° / n), a dial counts way over lead times lines.
#pragma once

#include "plan/plan.h"

#include <string>
#include <vector>

namespace clockface {

/// What such a figure counts.
enum class SumIn {
    Length,  ///< millimetres
    Degrees, ///< of the convention it is keyed in
    Dial     ///< engraved lines from the dial's zero, whole turns and all
};

/// What a figure comes to when one of its steps is done wrong.
struct Otherwise {
    double value = 0.0;
    std::string words; ///< "half the finder was added instead of taken off"
};

/// A figure of a move that can be worked out by hand.
struct PlanSum {
    std::string name; ///< "X of A3"
    SumIn in = SumIn::Length;
    double value = 0.0;
    double step = 0.0;                ///< it is rounded to
    Length line{};                    ///< Dial: what one line is; its figures are in `unit`
    int a_turn = 0;                   ///< Dial: engraved lines of one turn
    Unit unit = Unit::Millimetre;     ///< bare figures are in it
    std::vector<Otherwise> otherwise; ///< likeliest first
};

/// All figures of a move for that set-up's machine; none where it has none to work out.
std::vector<PlanSum> sums_at(const Job& job, const SetupPlan& plan, const Instruction& move);
/// The hole's two figures as the drawing counts them: places of a layout or a list of coordinates have no move for
/// each.
std::vector<PlanSum> sums_of_hole(const Job& job, const Hole& hole);

struct SumChecked {
    bool agrees = false;
    std::string words;
};
/// As typed: a length by the rules of shop numbers, an angle, a dial's figure as turns from zero and what it shows, "7
/// turns 0.84" ("7 0.84"), or what it shows alone. Problem: it is no such figure, in a sentence.
Result<SumChecked> check_sum(const PlanSum& sum, const std::string& typed);

} // namespace clockface
