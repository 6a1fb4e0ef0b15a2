// A pattern as a sentence with live blanks, and as one line.
#pragma once

#include "widgets/job_blanks.h"

namespace clockface::app {

/// Writes pattern `index` of the job into an empty sentence. The sentence must be made anew when the pattern's kind (or
/// its way of being said) changes.
void write_pattern(Sentence& sentence, const JobBlanks& blanks, const Job& job, std::size_t index);

/// One line for a pattern that is not open: "7 × M5 on a circle of 61.5 mm".
QString pattern_summary(const Job& job, std::size_t index, int made);

} // namespace clockface::app
