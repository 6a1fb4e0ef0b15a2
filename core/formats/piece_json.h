// Pieces and their logs as job files hold them.
#pragma once

#include "formats/json_values.h"

namespace clockface {

ordered pieces_json(const Job& job);
std::vector<Piece> read_pieces(JsonObject& in);

} // namespace clockface
