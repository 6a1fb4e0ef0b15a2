// The drawer and the customs of a shop file.
#pragma once

#include "formats/json_values.h"
#include "shop/shop.h"

namespace clockface {

ordered drawer_json(const Drawer& drawer);
Drawer read_drawer(JsonObject& shop);
ordered customs_json(const Customs& customs);
Customs read_customs(JsonObject& shop);

} // namespace clockface
