// From patterns to holes.
#pragma once

#include "job/job.h"

#include <string>
#include <vector>

namespace clockface {

/// One hole to be made, worked out from its pattern.
struct Hole {
    std::string name;        ///< "A3"; stable when other holes are left out
    std::size_t pattern = 0; ///< index into Job::patterns
    int number = 1;          ///< within the pattern, from 1
    Point at;                ///< from the datum, x right, y up
    HoleSpec spec;

    bool operator==(const Hole&) const = default;
};

/// Place of hole `number` (from 1) of a pattern, from the datum. A circle's holes stand 360/n apart, an arc's
/// sweep/(n-1), so that its last hole is on the end angle; a row's at whole multiples of the pitch from the first.
Point place_of(const PatternLayout& layout, int number);
/// Angle from one hole to the next, in the pattern's own sense; nought for a row, a grid or a single hole.
Angle step_of(const PatternLayout& layout);
/// Bearing of hole `number` seen from the pattern's centre (circle and arc), in [0, 360).
Angle bearing_in(const CirclePattern& circle, int number);
Angle bearing_in(const ArcPattern& arc, int number);

/// Row and column (from 0) of hole `number` of a grid. In a shifted row of a staggered grid column 0 stands half a
/// pitch in.
struct GridCell {
    int row = 0, column = 0;
    bool shifted = false;
};
GridCell cell_of(const GridPattern& grid, int number);

/// All holes of the job in drawn order, left-out ones omitted.
std::vector<Hole> holes_of(const Job& job);

} // namespace clockface
