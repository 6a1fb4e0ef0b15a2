// A survey as text to read and as JSON to go on with.
#pragma once

#include "shop/shop.h"
#include "survey/survey.h"

#include <string>

namespace clockface {

/// Expected making error on each axis (one standard deviation) where nothing better is known.
inline constexpr Length usual_making_error = Length::mm(0.03);

/// Places with their errors, every reading with its leftover, what is to be known, the next reading, likely designs,
/// whether the copy bolts up, and the best way of marking for each hole.
std::string survey_to_text(const OldPart& part, const Survey& survey, const Shop& shop);
std::string survey_to_json(const OldPart& part, const Survey& survey, const Shop& shop);

} // namespace clockface
