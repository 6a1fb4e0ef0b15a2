// Looking for findings of one kind in a job.
#pragma once

#include "support/jobs.h"

namespace clockface::testing {

inline std::vector<Finding> found(const Job& job, FindingKind kind) {
    std::vector<Finding> out;
    for (const Finding& finding : plan_at_hand(job, default_shop()).findings)
        if (finding.kind == kind)
            out.push_back(finding);
    return out;
}

/// The plate of 120 x 90, 9.5 thick, zero at the lower left, with these patterns.
inline Job with(std::vector<Pattern> patterns) {
    Job job = plate_job();
    job.patterns = std::move(patterns);
    return job;
}

} // namespace clockface::testing
