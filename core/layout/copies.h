// Changes of one pattern or hole that must leave all others in place.
#pragma once

#include "layout/pattern.h"

namespace clockface {

/// The job with a pattern cut loose: its holes stay where they are, under their names, and follow nothing any more.
/// Patterns that hang on nothing are left as they are.
Job cut_loose(Job job, std::size_t pattern);

/// The job without a pattern. What hangs on it is cut loose first, so no other hole moves or goes.
Job without_pattern(Job job, std::size_t pattern);

/// Puts one hole somewhere else (from the datum): a single hole, a place of its own or a further hole simply moves,
/// any other then stands off its place in the pattern, and stands on it again when it is put back.
void move_hole(Job& job, const Hole& hole, Point at);

} // namespace clockface
