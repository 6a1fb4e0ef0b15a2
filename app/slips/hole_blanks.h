// The blanks for a kind of hole, which every pattern's sentence has.
#pragma once

#include "widgets/job_blanks.h"

namespace clockface::app {

/// Size, thread or fit of the holes of pattern `index`.
void size_blank(Sentence& sentence, const JobBlanks& blanks, std::size_t index);

} // namespace clockface::app
