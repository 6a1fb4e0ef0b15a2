// What lies under the holes of a set-up, in sentences: holes that meet the same are spoken of together.
#pragma once

#include "plan/plan.h"

#include <string>
#include <vector>

namespace clockface {

struct BeneathGroup {
    Underneath what = Underneath::Free;
    bool rear = false;
    bool chuck = false; ///< it is the chuck that meets it
    bool spoils = false;
    std::vector<int> holes; ///< of the set-up's plan
    std::string sentence;   ///< which holes, what their drills meet and at which depth
};

/// What is said of one hole.
std::string beneath_in_words(const SetupPlan& plan, int hole, Unit unit);
/// Those that spoil something first.
std::vector<BeneathGroup> beneath_groups(const SetupPlan& plan, Unit unit);

} // namespace clockface
