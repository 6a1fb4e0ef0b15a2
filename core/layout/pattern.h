// From patterns to holes.
#pragma once

#include "job/job.h"
#include "job/section.h"
#include "measure/problem.h"

#include <string>
#include <vector>

namespace clockface {

/// One hole to be made, worked out from its pattern.
struct Hole {
    std::string name;        ///< "A3"; stable when other holes are left out
    std::size_t pattern = 0; ///< index into Job::patterns
    int number = 1;          ///< within the pattern, from 1
    Point at;                ///< from the datum, x right, y up; on the side of a bar: of its mouth, rolled out
    HoleSpec spec;           ///< its depth is worked out where the drawing says how far by other means
    std::optional<OnBar> bar{};

    bool operator==(const Hole&) const = default;
};

/// What it is known by, whatever its pattern is called.
inline HoleId id_of(const Job& job, const Hole& hole) {
    return {job.patterns[hole.pattern].id, hole.number};
}

/// One place of a pattern, and whether a hole is made there: not when it is left out, and in a copy not where it would
/// fall on a hole that is there already (a hole on the line of a mirror is not doubled).
struct Place {
    Point at; ///< from the datum of its face
    bool made = true;
    OnBar bar{}; ///< of a hole in the side of a bar
};

/// The places of every pattern, in the order of Job::patterns. Patterns may hang on the holes of earlier ones, so they
/// are worked out together. Requires references to earlier patterns and numbers within them.
std::vector<std::vector<Place>> places_of(const Job& job);
/// Where one hole is, made or not.
Point place(const Job& job, const HoleRef& hole);
/// Number of places in every pattern, extras and left-out ones included; holds also where places do not.
std::vector<std::int64_t> counts_of(const Job& job);
/// Places of a layout that stands by itself; 0 for a copy, whose number is its source's.
int places_in(const PatternLayout& layout);

/// Place of hole `number` (from 1) of a layout, from the datum, without what is off or extra. A circle's holes stand
/// 360/n apart, an arc's sweep/(n-1), so that its last hole is on the end angle; a row's at whole multiples of the
/// pitch. The origin for layouts that need the job: margins, middle, two distances, copy.
Point place_of(const PatternLayout& layout, int number);
/// Angle from one hole to the next of a circle or an arc, in its own sense; nought for everything else.
Angle step_of(const PatternLayout& layout);
/// Bearing of hole `number` seen from the pattern's centre, in [0, 360).
Angle bearing_in(const CirclePattern& circle, int number);
Angle bearing_in(const ArcPattern& arc, int number);
Angle bearing_in(const AnglesPattern& angles, int number);

/// Row and column (from 0) of hole `number` of a grid. In a shifted row of a staggered grid column 0 stands half a
/// pitch in.
struct GridCell {
    int row = 0, column = 0;
    bool shifted = false;
};
GridCell cell_of(const GridPattern& grid, int number);

/// A row between margins worked out for this blank: (length - both margins) / (holes - 1) apart.
RowPattern as_row(const Job& job, const MarginsPattern& margins);

/// Both points at these distances from two others, the one to the left of the way from `one` to `other` first. From the
/// triangle: along = (a² - b² + d²) / 2d, across = sqrt(a² - along²). A problem, with what would do, when the arcs do
/// not meet; a graze within a hundredth of a micrometre counts as meeting.
Result<std::pair<Point, Point>> crossings(Point one, Point other, Length from_one, Length from_other, Unit unit);

/// Where the drill of a hole in the side of a bar comes out on the surface, from the datum and rolled out.
Point mouth_of(const Job& job, const OnBar& bar);

/// The depth of one hole in the side of a bar, worked out from how far its pattern reaches; nothing: through. A problem
/// when it cannot reach that far.
Result<std::optional<Length>> depth_at(const Job& job, const std::vector<std::vector<Place>>& places,
                                       std::size_t pattern, const OnBar& at);

/// All holes on the face at hand in drawn order.
std::vector<Hole> holes_of(const Job& job);

} // namespace clockface
