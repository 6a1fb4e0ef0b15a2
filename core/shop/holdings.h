// What work is held with on a machine's table, and what zero is found with.
#pragma once

#include "measure/length.h"

#include <string>
#include <vector>

namespace clockface {

/// A machine vise. Its jaws lie from left to right; the work stands on its bed, or on parallels that stand there.
struct Vise {
    std::string name;
    Length jaw_width;       ///< along the jaws
    Length jaw_depth;       ///< from the bed to the top of the jaws
    Length jaw_thickness;   ///< of each jaw, away from the work
    Length opening;         ///< the widest it takes
    Length bed_height;      ///< of the bed above the table
    Length slot{};          ///< width of the open slot in the middle of the bed, from jaw to jaw; nought: none
    bool fixed_rear = true; ///< the jaw that does not move is the one on the operator's far side
    bool jaw_lifts = false; ///< the moving jaw rises when it is tightened
    bool operator==(const Vise&) const = default;
};

/// A chuck that lies on the table with its jaws up: it grips a disc, or a bar that stands on end, round the outside.
/// The first jaw is at the far side, the others evenly round.
struct WorkChuck {
    std::string name;
    int jaws = 3;
    Length smallest, largest;     ///< diameters it grips
    Length body, bore;            ///< diameters of its face, and of the hole in the middle of that
    Length height;                ///< of its face above the table
    Length jaw_height;            ///< of its jaws above its face
    Length jaw_width, jaw_length; ///< along the rim they grip, and outwards from it
    bool operator==(const WorkChuck&) const = default;
};

/// An upright wall on the table. Tall work stands on the table before it, its far face drawn against the wall by two
/// screw clamps that reach round both, beside the holes.
struct AnglePlate {
    std::string name;
    Length width;     ///< of the wall, from left to right
    Length height;    ///< of the wall, above the table
    Length thickness; ///< of the wall
    bool operator==(const AnglePlate&) const = default;
};

/// Two alike, to stand one at each jaw.
struct ParallelPair {
    Length thickness, height, length;
    bool operator==(const ParallelPair&) const = default;
};

/// What an edge is found with. A centre drill touches with its body, a drill with its tip, by eye.
enum class FinderKind { EdgeFinder, Wiggler, CentreDrill, DrillTip, Pin };

struct Finder {
    std::string name;
    FinderKind kind = FinderKind::EdgeFinder;
    Length diameter; ///< where it touches
    Length repeats;  ///< how well it finds the same edge again, one standard deviation
    Length needs{};  ///< how much of the face has to stand free for it
    bool operator==(const Finder&) const = default;
};

/// A clamp for the table: a strap that reaches over the work, drawn down by a stud that stands outside it.
struct Strap {
    Length reach = Length::mm(10), width = Length::mm(24), thickness = Length::mm(12);
    Length stud_out = Length::mm(28);   ///< of the work's edge to the stud's middle
    Length stud_above = Length::mm(30); ///< of the stud's end over the top of the work
    bool operator==(const Strap&) const = default;
};

struct Holdings {
    std::vector<Vise> vises;
    std::vector<WorkChuck> chucks{};
    std::vector<AnglePlate> angle_plates{};
    std::vector<ParallelPair> parallels;
    std::vector<Length> waste; ///< boards of wood or scrap to drill into: thicknesses
    std::vector<Finder> finders;
    bool clamps = true;     ///< clamps and bolts for the table
    Strap strap{};          ///< such a clamp
    bool stop = true;       ///< a stop that can be fixed at either end
    bool bench_vise = true; ///< with soft jaws, for what is done by hand
    bool square = true;     ///< a try square, to stand lines upright and to prove faces with
    bool own = false; ///< the user has said that these are his: no figure of the made-up set is among them any more
    bool operator==(const Holdings&) const = default;
};

/// A made-up set to begin with.
Holdings default_holdings();

/// "6 × 28 mm", "1/8 × 1 in": what a pair is called by, in the unit it was made in: inches where both sizes are
/// fractions of an inch. Its name in files is the same in millimetres.
std::string in_words(const ParallelPair& pair);
std::string name_of(const ParallelPair& pair);

} // namespace clockface
