// A kind of hole, and how it is to be cut, in a job file.
#pragma once

#include "formats/json_values.h"

namespace clockface {

ordered hole_json(const HoleSpec& hole);
HoleSpec read_hole_spec(JsonObject& in);

} // namespace clockface
