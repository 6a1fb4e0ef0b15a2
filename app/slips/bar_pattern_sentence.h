// Holes in the side of a bar as a sentence with live blanks.
#pragma once

#include "widgets/job_blanks.h"

namespace clockface::app {

/// Writes pattern `index`, a BarPattern, into a sentence.
void write_bar_pattern(Sentence& sentence, const JobBlanks& blanks, const Job& job, std::size_t index);

/// What the sentence's blanks depend on: it is made anew when this changes.
QString bar_pattern_structure(const BarPattern& bar, const Blank& blank);

} // namespace clockface::app
