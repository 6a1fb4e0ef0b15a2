// A survey as text to read and as JSON to go on with.
#pragma once

#include "shop/shop.h"
#include "survey/survey.h"

#include <string>

namespace clockface {

/// Places with their errors, every reading with its leftover, what is to be known, the next reading, likely designs,
/// whether the copy bolts up, and the best way of marking for each hole.
std::string survey_to_text(const OldPart& part, const Survey& survey, const Shop& shop, const Estimates& estimates);
std::string survey_to_json(const OldPart& part, const Survey& survey, const Shop& shop, const Estimates& estimates);

} // namespace clockface
