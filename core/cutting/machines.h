// Which of the shop's machines turns a drill as it should be turned.
#pragma once

#include "shop/shop.h"
#include "shop/tables.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

struct MachineFit {
    std::string machine;
    std::optional<double> rpm{}; ///< its own step not above the wanted speed; nothing: too fast even at its slowest
    double share = 0.0;          ///< of the wanted speed
    std::string verdict;
};

/// For a drill of high speed steel, nearest to its speed first. A machine that turns at less than half the speed is
/// said to run slow: it feeds slower, and a heavy one hides the feel of a drill below 1.5 mm.
std::vector<MachineFit> machines_for(const Shop& shop, Length diameter, const Metal& metal);

} // namespace clockface
