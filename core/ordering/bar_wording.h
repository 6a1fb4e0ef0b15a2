// The words for work on bars.
#pragma once

#include "ordering/wording.h"

namespace clockface {

Wording turn_bar_words(const TurnBar& turn, int hole, const WordingNeeds& needs);
Wording stand_over_axis_words(const StandOverAxis& stand, const WordingNeeds& needs);
Wording packing_words(const SetPacking& packing, int hole, const WordingNeeds& needs);
Wording scribe_along_words(const std::string& figure, const std::string& unit, const std::string& names);
Wording scribe_across_words(const std::string& figure, const std::string& unit, const std::string& names,
                            bool right_end);
Wording zero_along_words(const PickUpZero& zero, const Job& job);

/// What a drill is told beside its size when it goes into the side of a bar.
void add_bar_drilling(Wording& words, const Hole& hole, const Job& job);

} // namespace clockface
