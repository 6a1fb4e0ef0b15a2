// Shop files: JSON, described in docs/shop.md. Lengths in millimetres, angles in degrees.
#pragma once

#include "measure/problem.h"
#include "shop/shop.h"

#include <string>

namespace clockface {

inline constexpr int shop_file_version = 1;

std::string shop_to_json(const Shop& shop);
/// Reads a shop and checks it (first_fault).
Result<Shop> shop_from_json(const std::string& text);
Result<Shop> load_shop(const std::string& path);

} // namespace clockface
