// What was measured of the pieces, as job files hold it.
#pragma once

#include "formats/json_values.h"

namespace clockface {

ordered proof_json(const Job& job);
JobProof read_proof(JsonObject& in);

} // namespace clockface
