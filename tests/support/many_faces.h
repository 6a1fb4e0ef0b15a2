// Random jobs with holes in several faces, and the steps shared out among set-ups in any way.
#pragma once

#include "job/job.h"

#include <rapidcheck.h>

namespace clockface::testing {

/// A block with holes of any kind in some of its faces, on machines of the made-up shop; as the program proposes, or
/// with set-ups of the user's own, of which one for each face makes the rest.
rc::Gen<Job> any_job_of_faces();

} // namespace clockface::testing
