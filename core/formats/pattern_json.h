// A hole pattern as job files hold it.
#pragma once

#include "formats/json_values.h"

namespace clockface {

ordered pattern_json(const Pattern& pattern);
Pattern read_pattern(const nlohmann::json& value, const std::string& place, FirstFault& fault);

} // namespace clockface
