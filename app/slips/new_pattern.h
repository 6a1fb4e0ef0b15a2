// A pattern to begin with, sized to the blank so that it can be seen at once.
#pragma once

#include "job/job.h"

namespace clockface::app {

enum class PatternKind { Circle, Arc, Row, Single, Grid };

Pattern new_pattern(const Job& job, PatternKind kind);

} // namespace clockface::app
