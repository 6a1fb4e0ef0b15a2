// A pattern to begin with, sized to the blank so that it can be seen at once; and another way of saying one that is
// there.
#pragma once

#include "job/job.h"

namespace clockface {

enum class PatternKind { Circle, Arc, Row, Single, Grid, Copy, Ring, Helix };

/// A new pattern for the face at hand. A copy needs a pattern on this face to be copied.
Pattern new_pattern(const Job& job, PatternKind kind);

// The ways one kind can be said.
enum class CircleWay { Equal, Listed };
enum class RowWay { Pitch, Centred, Margins, Steps };
enum class HoleWay { Place, Middle, TwoDistances };
enum class CopyKind { Mirrored, Turned, Repeated, AtEach, InEveryPiece };

/// How a copy comes about now.
CopyKind copy_kind(const CopyPattern& copy);

/// Pattern `index` said in another way, as near to what it was as can be; holes that no longer exist are not left out
/// or shifted any more.
void say_circle(Job& job, std::size_t index, CircleWay way);
void say_row(Job& job, std::size_t index, RowWay way);
void say_hole(Job& job, std::size_t index, HoleWay way);
void say_copy(Job& job, std::size_t index, CopyKind way);
/// Drops what is said of holes the pattern no longer has.
void trim_to_count(Job& job, std::size_t index);

} // namespace clockface
