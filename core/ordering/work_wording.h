// The words for what is done at a stop: cutters, steps, checks, and what is left for the hands.
#pragma once

#include "ordering/wording.h"

namespace clockface {

Wording change_words(const ChangeCutter& change, const WordingNeeds& needs);
Wording knee_words(const MoveKnee& knee, const WordingNeeds& needs);
Wording drill_words(const DrillHole& drill, int hole, const WordingNeeds& needs);
Wording touch_words(int hole, const WordingNeeds& needs);
Wording check_words(const CheckPlace& check, int hole, const WordingNeeds& needs);
Wording by_hand_words(const WorkByHand& work, const WordingNeeds& needs);
Wording prick_words(int hole, const WordingNeeds& needs);
Wording look_words(const LookAtMarks& look, const WordingNeeds& needs);
Wording punch_words(int hole, const WordingNeeds& needs);
Wording row_words(const KeyRow& key, const WordingNeeds& needs);
Wording circle_words(const KeyCircle& key, const WordingNeeds& needs);
Wording place_words(const RoutinePlace& place, int hole, const WordingNeeds& needs);
Wording index_words(const TurnIndex& turn, int hole, const WordingNeeds& needs);

/// "A1, A2 and A3", the first dozen.
std::string first_dozen(const std::vector<std::string>& names);
/// "A1 to A7, C2": runs of one pattern in short, all of them.
std::string hole_runs(const std::vector<int>& holes, const WordingNeeds& needs);

} // namespace clockface
