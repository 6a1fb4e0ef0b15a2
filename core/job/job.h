// What the user wants: the piece of metal, its zero, the holes, the way of working, and how far the work has come.
// Plain values: cheap to copy, comparable, saved as they stand.
#pragma once

#include "measure/convention.h"
#include "measure/length.h"

#include <map>
#include <optional>
#include <set>
#include <string>
#include <variant>
#include <vector>

namespace clockface {

/// A size from the drawing and, once somebody has measured the metal, what it really is.
struct Measured {
    Length nominal;
    std::optional<Length> measured;

    [[nodiscard]] Length actual() const { return measured.value_or(nominal); }
    bool operator==(const Measured&) const = default;
};

enum class BlankShape { Disc, Plate };

struct Blank {
    BlankShape shape = BlankShape::Plate;
    Measured diameter;          ///< disc
    Measured width;             ///< plate, along x
    Measured height;            ///< plate, along y
    std::optional<Length> bore; ///< diameter of a bore through the middle
    Length thickness;
    std::string material;

    /// Full extent along x and y, from the measured sizes where there are any.
    [[nodiscard]] Length extent_x() const { return shape == BlankShape::Disc ? diameter.actual() : width.actual(); }
    [[nodiscard]] Length extent_y() const { return shape == BlankShape::Disc ? diameter.actual() : height.actual(); }
    bool operator==(const Blank&) const = default;
};

/// Where on the blank zero is. Corners of a disc are those of the square it just fits into (its two tangents).
enum class DatumPlace { Middle, LowerLeft, LowerRight, UpperLeft, UpperRight };

/// The drawing's zero and the way its axes count.
struct Datum {
    DatumPlace place = DatumPlace::Middle;
    bool x_plus_right = true;
    bool y_plus_up = true;

    bool operator==(const Datum&) const = default;
};

enum class Purpose { Plain, Tapped, Reamed };

/// What kind of hole. `diameter` is the finished bore of a plain or reamed hole and the thread's major diameter of a
/// tapped one, so it is always the widest the metal is opened.
struct HoleSpec {
    Purpose purpose = Purpose::Plain;
    Length diameter;
    std::string label;           ///< thread ("M5") or fit ("H7"); empty for a plain hole
    std::optional<Length> depth; ///< nothing: through

    bool operator==(const HoleSpec&) const = default;
};

// The patterns. All points are measured from the datum, x to the right and y up whatever way the drawing counts; all
// directions are bearings. So a change of axes or convention changes figures and never a hole.

struct CirclePattern {
    Point centre;
    Length diameter; ///< of the pitch circle
    int count = 1;
    Angle first; ///< bearing of hole 1
    Sense going = Sense::CounterClockwise;
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
    Point first;
    int count = 2;
    Length pitch;
    Angle bearing; ///< from hole 1 towards hole 2
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

using PatternLayout = std::variant<CirclePattern, ArcPattern, RowPattern, SinglePattern, GridPattern>;

struct Pattern {
    std::string name; ///< "A": its holes are A1, A2 …
    PatternLayout layout;
    HoleSpec hole;
    std::set<int> left_out; ///< numbers (from 1) of holes that are not drilled; the others keep their names

    bool operator==(const Pattern&) const = default;
};

/// Number of places in a pattern, left-out ones included.
int places_in(const PatternLayout& layout);
/// Whether a pattern stands round a centre (circle or arc), so that clock times mean something in it.
bool is_round(const PatternLayout& layout);
/// The one point a pattern hangs on: centre, first hole, or the hole itself.
Point anchor_of(const PatternLayout& layout);
/// The same pattern hung on another point.
PatternLayout with_anchor(PatternLayout layout, Point anchor);

enum class HoleOrder { AsDrawn, ShortestWay };

/// How far the work has come on one machine. `list` is the fingerprint of the instruction list that was being followed;
/// when it no longer fits, the list has changed under the user's hands and the program says so.
struct Progress {
    int done = 0;
    std::string list;
    bool operator==(const Progress&) const = default;
};

struct Job {
    std::string title;
    std::string work_for; ///< the larger piece of work this belongs to
    int pieces = 1;
    Unit unit = Unit::Millimetre;
    Blank blank;
    Datum datum;
    AngleConvention convention;
    std::vector<Pattern> patterns;
    std::optional<int> holes_called_for; ///< the drawing's own count, as a check
    std::string machine;                 ///< name of the shop's machine to work on
    HoleOrder order = HoleOrder::AsDrawn;
    std::map<std::string, Progress> progress; ///< by machine

    bool operator==(const Job&) const = default;
};

/// Where the datum lies, measured from the middle of the blank.
Point datum_from_middle(const Blank& blank, DatumPlace place);

/// The job with zero at another place and every hole where it was on the metal: only the figures change.
Job with_datum_place(Job job, DatumPlace place);

/// A point as the drawing writes it: signs follow the direction of the axes.
Point as_drawn(const Datum& datum, Point point);
/// The inverse of as_drawn (it is its own inverse).
inline Point from_drawn(const Datum& datum, Point figures) {
    return as_drawn(datum, figures);
}

/// First letter not yet used as a pattern name: A … Z, AA, AB …
std::string next_pattern_name(const Job& job);

/// "M5", "8.4 mm", "4 mm H7".
std::string size_in_words(const HoleSpec& hole, Unit unit);

} // namespace clockface
