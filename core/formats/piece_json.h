// Pieces and their logs as job files hold them.
#pragma once

#include "formats/json_values.h"

namespace clockface {

/// "2026-04-02T09:15:00Z".
std::string time_text(std::int64_t seconds);
std::int64_t read_time(JsonObject& in, const std::string& name);
/// Ids count; the name stands beside them for whoever reads the file.
void write_hole(ordered& out, const Job& job, const HoleId& hole);
HoleId read_hole(JsonObject& in);

ordered pieces_json(const Job& job);
std::vector<Piece> read_pieces(JsonObject& in);

} // namespace clockface
