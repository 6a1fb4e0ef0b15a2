// Holes in the side of a bar as a sentence with live blanks.
#pragma once

#include "widgets/job_blanks.h"

namespace clockface::app {

/// Writes pattern `index`, a BarPattern, into a sentence.
void write_bar_pattern(Sentence& sentence, const JobBlanks& blanks, const Job& job, std::size_t index);

} // namespace clockface::app
