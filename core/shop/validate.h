// What a shop must satisfy: checked when it is read, so that instructions can be made from it without asking again.
#pragma once

#include "measure/problem.h"
#include "shop/shop.h"

#include <optional>

namespace clockface {

/// The first thing in the shop that cannot be, with its place ("machines[0].x.lead"), or nothing. A lead lies between
/// 0.01 mm and 100 mm, a dial has 2 to 100000 lines, backlash is at least nought and at most 20 turns, a table's ratio
/// lies between 1 and 1000, resolutions are above nought; machine names are there and differ.
std::optional<Problem> first_fault(const Shop& shop);

} // namespace clockface
