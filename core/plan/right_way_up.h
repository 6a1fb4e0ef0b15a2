// Right way up: a blank that looks the same turned round or over, though its holes do not repeat.
#pragma once

#include "job/job.h"
#include "layout/pattern.h"

#include <vector>

namespace clockface {

/// In which other ways the bare blank could lie without looking different, while the holes would come out elsewhere.
struct LooksAlike {
    bool turned =
        false;         ///< turned round in its plane (a plate by half a turn, a square one by a quarter, a disc by any)
    bool over = false; ///< turned over, whichever way round it then lies
};

/// Compares the holes (place to 0.001 mm, size, depth) with themselves turned and turned over. A hole through counts
/// the same from both faces; a blind one has to be on the face that is up. Beyond 400 holes nothing is claimed.
LooksAlike looks_alike(const Job& job, const std::vector<Hole>& holes);

} // namespace clockface
