// What work is held with, in a shop file; and what was said of a holding, in a job file.
#pragma once

#include "formats/json_reader.h"
#include "formats/json_values.h"
#include "job/holding_wishes.h"
#include "shop/holdings.h"

namespace clockface {

ordered holdings_json(const Holdings& all);
/// Reads the member "holdings" of a shop.
Holdings read_holdings(JsonObject& shop);

/// Where a clamp stands, as jobs and plans have it.
ordered clamp_json(const ClampAt& clamp);
/// Writes a member "holding" where anything was said.
void write_holding(ordered& setup, const HoldingWishes& wishes);
/// Reads that member, where there is one.
HoldingWishes read_holding(JsonObject& setup);

} // namespace clockface
