// Progress as job files of version 1 kept it: so many moves of a list. What can be told is carried over to the log of
// the first piece.
#pragma once

#include "job/job.h"
#include "shop/shop.h"

#include <cstdint>
#include <string>
#include <vector>

namespace clockface {

struct OldProgress {
    std::string key;  ///< machine, and face where it was not the top
    int done = 0;     ///< moves
    std::string list; ///< mark of the list
};

/// What a job file says of it; nothing for newer files, or where it cannot be read.
std::vector<OldProgress> old_progress_in(const std::string& text);

/// The job with it in the log of piece 1, at this time. Where the list is still the one that was followed, its moves
/// are done; otherwise a note says how many were, and of which list.
Job with_old_progress(Job job, const Shop& shop, const std::vector<OldProgress>& all, std::int64_t time);

} // namespace clockface
