// Holes in the side of a bar as a sentence with live blanks.
#pragma once

#include "widgets/job_blanks.h"
#include "widgets/shape.h"

namespace clockface::app {

/// Writes pattern `index`, a BarPattern, into a sentence.
void write_bar_pattern(Sentence& sentence, const JobBlanks& blanks, const Job& job, std::size_t index);

/// What the sentence of a pattern on a bar stands for.
void add_bar_shape(Shape& shape, const BarPattern& bar, const Blank& blank);

} // namespace clockface::app
