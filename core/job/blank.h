// The piece of metal: its shape, its sizes by the drawing and as measured, its faces, what is in it already, and zero.
#pragma once

#include "measure/angle.h"
#include "measure/length.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// A size from the drawing and, once somebody has measured the metal, what it really is.
struct Measured {
    Length nominal;
    std::optional<Length> measured;

    [[nodiscard]] Length actual() const { return measured.value_or(nominal); }
    bool operator==(const Measured&) const = default;
};

enum class BlankShape { Disc, Plate, Ring, Block, Angle, Outline, RoundBar, Tube, HexagonBar, SquareBar };

/// Whether it lies from left to right and can be drilled all round.
bool is_bar(BlankShape shape);

/// The side of a piece that holes start from. The front is the side towards the reader when the top lies up.
enum class Face { Top, Under, Front, Back, Left, Right };

/// The faces a shape can be drilled from: all six of a block, the two legs of an angle section (top: the lying leg,
/// front: the standing one), top and under of anything flat. A bar lies from left to right; the whole of its side,
/// rolled out, counts as its top, and it has two ends.
std::vector<Face> faces_of(BlankShape shape);

/// A stepped plate: beyond the line the metal is thinner or thicker.
struct StepLine {
    Axis axis = Axis::X; ///< X: the line stands at `at` from the left edge; Y: it lies at `at` from the lower edge
    Length at;
    Length thickness; ///< beyond the line
    bool operator==(const StepLine&) const = default;
};

enum class ExistingKind { Hole, Boss, Slot };

/// A bar's shoulder: from here to the right its diameter is another, round whatever the stock is.
struct Shoulder {
    Length at; ///< from the left end
    Length diameter;
    bool operator==(const Shoulder&) const = default;
};

/// A flat along a bar.
struct Flat {
    Angle facing;    ///< bearing it looks to, seen from the right end
    Length from, to; ///< from the left end
    Length depth;    ///< of metal taken off, below the surface of the stock
    bool operator==(const Flat&) const = default;
};

/// What only a bar has. Bearings round a bar are kept as seen from its right end, whatever end the drawing looks from.
struct BarForm {
    std::vector<Shoulder> shoulders; ///< from left to right
    std::vector<Flat> flats;
    std::optional<Length> bore_depth; ///< of a bore that does not go right through
    Face bore_from = Face::Right;     ///< the end such a bore opens at
    Face seen_from = Face::Right;     ///< the end the drawing looks at when it counts angles
    bool operator==(const BarForm&) const = default;
};

/// What is in or on the blank before work begins; zero can be set on it, and holes keep their distance from it.
struct Existing {
    std::string name; ///< as it is spoken of: "the boss", "the old oil hole"
    ExistingKind kind = ExistingKind::Hole;
    Face face = Face::Top;
    Point at;        ///< its middle, from the middle of the face
    Length diameter; ///< of a slot: its width
    Length length{}; ///< of a slot: between the middles of its round ends
    Angle bearing{}; ///< of a slot: the way it runs
    bool operator==(const Existing&) const = default;
};

/// Pieces sawn from one bar, side by side along x from its left end. Between two pieces the saw takes its kerf, and
/// both sawn faces are left long by what is to be faced off.
struct Sawing {
    int pieces = 2;
    int spares = 0;
    Length length; ///< of a finished piece
    Length kerf;
    Length facing;           ///< left on each sawn face
    bool end_is_true = true; ///< the bar's left end is finished already and is the first piece's end
    bool operator==(const Sawing&) const = default;
};

struct Blank {
    BlankShape shape = BlankShape::Plate;
    Measured diameter;          ///< disc, ring, round bar, tube; hexagon and square bar: across the flats
    Measured width;             ///< plate, block, angle: along x; a bar's length
    Measured height;            ///< plate, block: along y; angle: the lying leg
    Measured leg;               ///< angle: the standing leg
    std::optional<Length> bore; ///< diameter of a bore through the middle of top and under
    Length thickness;
    std::string material;
    std::vector<Point> corners; ///< outline: once round, from the lower left of the rectangle it just fits into
    std::optional<StepLine> step;
    std::vector<Existing> existing;
    std::optional<Sawing> sawing;
    BarForm bar;
    Face up = Face::Top; ///< the face at hand: what the board shows and the list is made for

    [[nodiscard]] bool is_bar() const { return clockface::is_bar(shape); }
    /// The side of a bar is at hand, rolled out: x along it, y round it, with the bar's top line in the middle.
    [[nodiscard]] bool on_side() const { return is_bar() && up == Face::Top; }
    /// Whether the face at hand is a disc.
    [[nodiscard]] bool is_round() const;
    /// Full extent of the face at hand along its x and y, from the measured sizes where there are any.
    [[nodiscard]] Length extent_x() const;
    [[nodiscard]] Length extent_y() const;
    /// How much metal lies under a point of the face at hand (from its middle).
    [[nodiscard]] Length metal_under(Point from_middle) const;
    /// Whether the bore opens on the face at hand.
    [[nodiscard]] bool bore_shows() const;
    bool operator==(const Blank&) const = default;
};

/// Where on the face zero is: its middle, a corner, the middle of an edge (from one edge and between two), something
/// that is there already, or any point, also off the part. Corners of a disc are those of the square it just fits into.
enum class DatumPlace {
    Middle,
    LowerLeft,
    LowerRight,
    UpperLeft,
    UpperRight,
    LeftEdge,
    RightEdge,
    LowerEdge,
    UpperEdge,
    Existing,
    Point
};

/// The drawing's zero and the way its axes count.
struct Datum {
    DatumPlace place = DatumPlace::Middle;
    bool x_plus_right = true;
    bool y_plus_up = true;
    std::string on{}; ///< Existing: its name; Point: what it was set on, if anything
    Point off{};      ///< Point: from the lower left corner, to the right and up

    bool operator==(const Datum&) const = default;
};

/// Where the datum lies, measured from the middle of the face at hand.
Point datum_from_middle(const Blank& blank, const Datum& datum);
/// The same for a place that needs nothing more said.
Point datum_from_middle(const Blank& blank, DatumPlace place);

/// "disc", "plate", "angle section" …
std::string in_words(BlankShape shape);
/// "top", "underside", "front" …; the two legs of an angle section have their own names.
std::string face_in_words(BlankShape shape, Face face);
/// "in the middle", "at the lower left", "on the boss" …
std::string in_words(const Datum& datum, const Blank& blank);

} // namespace clockface
