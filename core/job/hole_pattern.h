// Hole patterns: what a drawing says about a group of holes. All points are measured from the datum, x to the right and
// y up whatever way the drawing counts; all directions are bearings. So a change of axes or convention changes figures
// and never a hole.
#pragma once

#include "job/bar_ways.h"
#include "job/blank.h"
#include "job/hole_spec.h"
#include "measure/convention.h"

#include <map>
#include <optional>
#include <set>
#include <string>
#include <variant>
#include <vector>

namespace clockface {

struct CirclePattern {
    Point centre;
    Length diameter; ///< of the pitch circle
    int count = 1;
    Angle first; ///< bearing of hole 1
    Sense going = Sense::CounterClockwise;
    bool straddle = false; ///< hole 1 stands half a step past `first`, so that the last and the first hole straddle it
    bool operator==(const CirclePattern&) const = default;
};

struct ArcPattern {
    Point centre;
    Length diameter;
    int count = 2;
    Angle first; ///< bearing of hole 1
    Angle sweep; ///< from hole 1 to the LAST hole, above 0 and below 360
    Sense going = Sense::CounterClockwise;
    bool operator==(const ArcPattern&) const = default;
};

struct RowPattern {
    Point first; ///< the first hole, or the middle of a centred row
    int count = 2;
    Length pitch;
    Angle bearing; ///< from hole 1 towards hole 2
    bool centred = false;
    bool operator==(const RowPattern&) const = default;
};

struct SinglePattern {
    Point at;
    bool operator==(const SinglePattern&) const = default;
};

enum class GridKind { Full, Frame, Staggered };

/// Rows of holes, one above the other. Full and staggered grids are numbered row by row from the first hole; a
/// staggered one shifts every second row by half a pitch and gives it one hole less, so that it stays between its
/// neighbours. A frame has only the holes round the edge, numbered once round: along the first row, up, back, and down
/// again.
struct GridPattern {
    Point first;
    GridKind kind = GridKind::Full;
    int columns = 2; ///< holes in the first row
    int rows = 2;
    Length pitch;  ///< between holes of a row
    Length across; ///< between rows
    Angle bearing; ///< of the rows; the next row lies a quarter turn counter-clockwise from it
    bool operator==(const GridPattern&) const = default;
};

/// Holes on a circle at angles that are listed one by one.
struct AnglesPattern {
    Point centre;
    Length diameter; ///< of the pitch circle
    std::vector<Angle> at;
    bool operator==(const AnglesPattern&) const = default;
};

/// Equal spaces between a margin at either edge of the blank. The pitch follows the metal as measured.
struct MarginsPattern {
    Axis along = Axis::X;
    Length level;  ///< the row's place on the other axis, from the datum
    Length before; ///< first hole from the left (lower) edge
    Length after;  ///< last hole from the right (upper) edge
    int count = 2;
    bool operator==(const MarginsPattern&) const = default;
};

/// A row with its own distance from each hole to the next.
struct StepsPattern {
    Point first;
    Angle bearing;
    std::vector<Length> steps;
    bool operator==(const StepsPattern&) const = default;
};

/// A hole of another pattern, by name.
struct HoleRef {
    std::string pattern;
    int number = 1;
    bool operator==(const HoleRef&) const = default;
};

/// One hole in the middle between two others.
struct MiddlePattern {
    HoleRef one, other;
    bool operator==(const MiddlePattern&) const = default;
};

/// One hole where two arcs struck from known holes cross. Of the two crossings the one to the left or the right is
/// meant, seen from the one hole towards the other.
struct TwoDistancesPattern {
    HoleRef one, other;
    Length from_one, from_other;
    bool left = true;
    bool operator==(const TwoDistancesPattern&) const = default;
};

/// Holes at places of their own, as read from a file, cut loose from another pattern, or copied from the old part.
/// Copied ones follow its readings: following_old_part() (layout/from_part.h) keeps their places.
struct PointsPattern {
    std::vector<Point> at;
    std::vector<std::string> copied{}; ///< the old part's hole for each place; empty: not copied
    std::set<int> open{};              ///< numbers of copied holes whose place the readings do not settle: not made
    bool operator==(const PointsPattern&) const = default;
};

/// What a distance along a bar is counted from.
enum class AlongFrom { Zero, LeftEnd, RightEnd, Shoulder, Hole };
/// How far a hole in the side of a bar goes, where the kind of hole does not say it.
enum class BarReach { AsSaid, ToAxis, IntoBore, IntoHole };

/// Holes in the side of a bar: one, a row along it, a ring round it, or a helix. Bearings are seen from the right end.
struct BarPattern {
    AlongFrom along_from = AlongFrom::Zero;
    int shoulder = 1;                  ///< number of the shoulder, from 1
    std::optional<HoleRef> hole;       ///< the hole the distance is counted from
    Length along;                      ///< of hole 1: to the right; from the right end to the left
    std::optional<HoleRef> angle_from; ///< the angle is counted from this hole
    Angle at;                          ///< bearing of hole 1, or its turn from that hole
    int count = 1;
    Length pitch;                          ///< along, from each hole to the next; to the left below nought
    bool all_round = false;                ///< the holes stand 360 / count apart
    Angle turn;                            ///< otherwise: from each hole to the next, not below nought
    Sense going = Sense::CounterClockwise; ///< the way they follow each other round
    Length offset;                         ///< of the hole's axis from the bar's, plus on the counter-clockwise side
    BarReach reach = BarReach::AsSaid;
    std::optional<HoleRef> into; ///< the hole it runs into
    bool operator==(const BarPattern&) const = default;
};

// How a copy comes about.

/// Mirrored in a line.
struct Mirrored {
    Point on;
    Angle along; ///< bearing of the line
    bool operator==(const Mirrored&) const = default;
};
/// Turned about a point, `times` times over.
struct Turned {
    Point about;
    Angle by; ///< counter-clockwise
    int times = 1;
    bool operator==(const Turned&) const = default;
};
/// Shifted by a step, `times` times over.
struct Repeated {
    Point step;
    int times = 1;
    bool operator==(const Repeated&) const = default;
};
/// Again at every further hole of another pattern, as it stands to that pattern's first.
struct AtEach {
    std::string of;
    bool operator==(const AtEach&) const = default;
};
/// Again in every further piece that is cut from the bar.
struct InEveryPiece {
    bool operator==(const InEveryPiece&) const = default;
};
using CopyWay = std::variant<Mirrored, Turned, Repeated, AtEach, InEveryPiece>;

/// A live copy: it follows its source, holes and all, until it is cut loose.
struct CopyPattern {
    std::string of;
    CopyWay way;
    bool operator==(const CopyPattern&) const = default;
};

using PatternLayout =
    std::variant<CirclePattern, ArcPattern, RowPattern, SinglePattern, GridPattern, AnglesPattern, MarginsPattern,
                 StepsPattern, MiddlePattern, TwoDistancesPattern, PointsPattern, CopyPattern, BarPattern>;

/// What a pattern's holes may stand beside their place, along each axis of the drawing; nothing: what the job says.
struct Within {
    std::optional<Length> x{}, y{};
    bool operator==(const Within&) const = default;
};

struct Pattern {
    std::string name; ///< "A": its holes are A1, A2 …
    PatternLayout layout;
    HoleSpec hole;                   ///< of a copy: nothing, it has its source's
    std::set<int> left_out{};        ///< numbers (from 1) of holes that are not drilled; the others keep their names
    Face face = Face::Top;           ///< the face it is drilled from
    std::map<int, Point> off{};      ///< single holes that stand off their place, by how much
    std::vector<Point> extras{};     ///< further holes, numbered on; from the centre, otherwise from hole 1
    std::optional<TopWay> top{};     ///< in the side of a bar: the way the user has taken to stand over its axis
    std::optional<AngleWay> angle{}; ///< and to bring it to the angle; nothing: the one that ranks first
    Within within{};
    std::optional<bool> may_shift{}; ///< when measured it counts only how its holes stand to each other; nothing: what
                                     ///< the kind of pattern says (lies_free)
    int id = 0;                      ///< never changes; 0: none yet (with_ids)

    bool operator==(const Pattern&) const = default;
};

/// Where a pattern that stands round a centre has it (circle, arc, listed angles): clock times mean something there.
std::optional<Point> centre_of(const PatternLayout& layout);
/// The diameter of its pitch circle.
std::optional<Length> pitch_circle_of(const PatternLayout& layout);
/// Every point it hangs on or consists of; they move when it is shifted.
std::vector<Point> points_in(const PatternLayout& layout);
/// The same pattern shifted; what hangs on other holes, on the edges or on its source stays with them.
PatternLayout shifted(PatternLayout layout, Point step);
/// Whether it can be shifted by itself.
bool is_movable(const PatternLayout& layout);
/// Names of the patterns it hangs on, as they are written in it.
std::vector<std::string*> names_in(PatternLayout& layout);
std::vector<std::string> names_in(const PatternLayout& layout);

} // namespace clockface
