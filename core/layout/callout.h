// Hole callouts as language: "7x M5 on 61.5 circle from 1 o'clock cw".
//
// Words come in any reasonable order; commas may stand anywhere between the parts.
//   count     7x | seven | 7 holes                             one hole when it is left out
//   size      M5 | 1/4-28 | 4 H7 | 8.4 | #29                    the first figure that belongs to nothing else
//   depth     through | thru | 11.2 deep
//   circle    on circle 61.5 | on 61.5 circle | on 61.5 pc
//   arc       on arc 76.8 … over 67 | … to 305
//   row       in row 7.4 apart
//   grid      4 by 3 grid | frame | staggered, 9.4 by 7.7 apart
//   place     at X, Y | about X, Y                             circle and arc: the blank's middle when left out
//   first     from 30 | from 1 o'clock | at 2:30               in the job's angle convention
//   towards   towards right | towards 90                       rows and grids: along plus X when left out
//   sense     cw | clockwise | ccw | counter-clockwise         the convention's when left out
//   left out  without 2, 5
//   angles    on circle 48.5 angles 12, 95, 171.5              listed one by one
//   astride   astride 12 o'clock                               circle: the last and the first hole straddle it
//   centred   in row 7.4 apart centred at X, Y                 row: the place is its middle
//   margins   in row along x, margins 8, 9.5, level 14         between the blank's edges
//   steps     in row at X, Y, steps 7.4, 9.1                   its own distance from hole to hole
//   middle    midway A1, A3
//   crossing  23.4 from A1, 31 from A3, left                   seen from the first hole towards the other
//   points    points X, Y; X, Y
//   copies    mirrored A at x 40 | at y 12 | at X, Y towards 45
//             turned A by 72, 4 times, about X, Y
//             repeated A step 12, 0, 3 times | at each B | in every piece
//   odd ones  shift 3 by 0.2, 0 | plus X, Y                    further holes: from the centre, otherwise from hole 1
// Figures are shop numbers in the job's unit; coordinates are as the drawing counts its axes.
#pragma once

#include "job/job.h"

#include <string>
#include <string_view>
#include <tl/expected.hpp>

namespace clockface {

/// Why a callout is not understood, and at which part of the text (length 0: at its end).
struct CalloutProblem {
    std::size_t begin = 0;
    std::size_t length = 0;
    std::string sentence;
};

/// Reads a callout against the job it is meant for (unit, axes, convention, blank). The pattern has the job's next free
/// name and would make a sound job if it were added.
tl::expected<Pattern, CalloutProblem> read_callout(std::string_view text, const Job& job);

/// The one normal form of a pattern's callout; reading it gives the same pattern.
std::string callout_of(const Pattern& pattern, const Job& job);

} // namespace clockface
