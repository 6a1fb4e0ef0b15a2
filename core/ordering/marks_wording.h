// The words of getting holes across from the old part.
#pragma once

#include "ordering/wording.h"

namespace clockface {

Wording lay_words(const LayOldPart& lay, const WordingNeeds& needs);
Wording mark_words(const MarkAcross& mark, const WordingNeeds& needs);
Wording pin_words(const PinThrough& pin, const WordingNeeds& needs);
Wording take_off_words();
Wording compare_words(const CompareAcross& compare, const WordingNeeds& needs);
Wording drill_mark_words(const DrillMark& drill);

} // namespace clockface
