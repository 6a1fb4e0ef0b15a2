// What the user has: the machines and their faults, and the shop's rules of thumb.
#pragma once

#include "job/setup.h"
#include "measure/convention.h"
#include "measure/length.h"
#include "readout/serial_line.h"
#include "shop/customs.h"
#include "shop/cutters.h"
#include "shop/estimates.h"
#include "shop/holdings.h"
#include "shop/kit.h"
#include "shop/spindle.h"

#include <cmath>
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace clockface {

/// Which way a handle is turned, seen from the front of its dial.
enum class Turn { Clockwise, CounterClockwise };
inline constexpr Turn opposite(Turn turn) {
    return turn == Turn::Clockwise ? Turn::CounterClockwise : Turn::Clockwise;
}

enum class Towards { Plus, Minus };
inline constexpr Towards opposite(Towards side) {
    return side == Towards::Plus ? Towards::Minus : Towards::Plus;
}

/// A feed screw with its dial. The dial's figures rise when the handle is turned clockwise; `plus` says which turn
/// takes the cutter, seen against the work, towards plus (X to the right, Y away from you).
struct Screw {
    Unit unit = Unit::Millimetre; ///< the dial is engraved in this
    Length lead;                  ///< travel for one turn
    double lines = 0.0;           ///< of a turn, as engraved: 62.5 for 1/16 in in thousandths, 0 to 62 and half a line
    Length backlash;              ///< lost motion on reversal
    Turn plus = Turn::Clockwise;
    Towards approach = Towards::Plus; ///< every hole is approached going this way

    [[nodiscard]] Length graduation() const { return lead / lines; }
    /// Lines that can be set: 0 … engraved() - 1.
    [[nodiscard]] int engraved() const { return static_cast<int>(std::ceil(lines - 1e-9)); }
    bool operator==(const Screw&) const = default;
};

/// Lines from one engraved figure of a dial to the next: a round value (1, 2 or 5 times a power of ten) in the dial's
/// unit that leaves at most 26 figures round it; a tenth of the lines where no such value falls on lines.
int lines_between_figures(const Screw& screw);

/// A mill or drill table moved by two handwheels.
struct Handwheels {
    Screw x, y;
    bool dials_turn = true; ///< the dials can be set to 0 anywhere; otherwise they are read as they stand at zero
    bool operator==(const Handwheels&) const = default;
};

/// A digital readout. It measures the slide itself, so backlash does not count.
struct Readout {
    Unit unit = Unit::Millimetre;
    Length resolution;
    Angle angle_resolution;            ///< of the figures keyed into the circle routine
    AngleConvention circle_convention; ///< of its routines, from its manual
    bool asks_step = false;            ///< its circle routine asks for the angle from hole to hole, not for the last
    bool circle_routine = true, row_routine = false; ///< which it has
    bool operator==(const Readout&) const = default;
};

/// A rotary table with worm and handle, standing on a mill whose X slide sets the radius. The handle dial's figures
/// rise when it is turned clockwise, and the table's scale rises with it; `rising` says which way the table then turns.
struct RotaryTable {
    int ratio = 0;       ///< turns of the handle for one turn of the table
    int graduations = 0; ///< steps round the handle dial, the vernier's included
    Angle backlash;      ///< lost motion of the table on reversal
    Sense rising = Sense::Clockwise;
    Screw slide;          ///< X slide of the mill
    int vernier = 1;      ///< steps of the vernier in one line of the dial
    bool decimal = false; ///< its dial is engraved in decimals of a degree instead of minutes and seconds
    std::vector<std::vector<int>> plates{}; ///< index plates: the circles of holes on each

    [[nodiscard]] Angle per_turn() const { return Angle::degrees(360.0 / ratio); }
    [[nodiscard]] Angle step() const { return Angle::degrees(360.0 / ratio / graduations); }
    bool operator==(const RotaryTable&) const = default;
};

/// Marking out on a flat plate: height gauge for the lines, dividers for circles and chords, a punch for the crossings.
struct LayoutBench {
    Unit unit = Unit::Millimetre;
    Length gauge_step;   ///< smallest setting of the height gauge
    Length divider_step; ///< smallest setting the dividers are trusted to
    Length measured_to;  ///< a caliper over the punch marks is trusted to this
    bool operator==(const LayoutBench&) const = default;
};

/// A drill press without a cross slide: work is laid against a fence and a stop, both set with a pin in the chuck and
/// packing, or with a caliper.
struct DrillPress {
    Unit unit = Unit::Millimetre;
    bool operator==(const DrillPress&) const = default;
};

/// Punches of one set: from the smallest to the largest by equal steps.
struct PunchSet {
    Length from, to, step;
    bool operator==(const PunchSet&) const = default;
};

/// The old part laid on the new piece, and what is in the drawer for getting its holes across.
struct MarksAcross {
    Unit unit = Unit::Millimetre;
    std::vector<PunchSet> punches;   ///< transfer punches; two sets may leave a gap between them
    Length punch_length;             ///< of a punch, with room to strike it
    Length scriber_reach;            ///< how deep the bent scriber reaches
    Length marker_tip, marker_reach; ///< of the long-nosed marker; reach nought: there is none
    std::vector<std::string> screws; ///< transfer screws, by thread
    std::vector<Length> plugs;       ///< pointed plugs for blind holes, by diameter
    Length cone;                     ///< largest hole the coned punch centres itself in; nought: there is none
    bool operator==(const MarksAcross&) const = default;
};

/// How well a machine and its user repeat, as one standard deviation each: common figures, until the shop's own
/// readings say better.
struct MachineErrors {
    Length pick_up;       ///< of zero, on each axis
    Length setting;       ///< of bringing a slide, a gauge or a fence to a figure
    Length backlash_left; ///< of what taking it up leaves
    Length marking;       ///< of a punch mark from its crossing
    bool operator==(const MachineErrors&) const = default;
};

using MachineKind = std::variant<Handwheels, Readout, RotaryTable, LayoutBench, DrillPress, MarksAcross>;

struct Machine {
    std::string name;
    std::string remark;
    MachineKind kind;
    Point lock_jump{}; ///< what each slide moves when its lock is tightened
    Spindle spindle{}; ///< of a layout bench: of the drill its marks are taken to
    double hour{};     ///< what an hour on it is reckoned at, in the shop's own money; nought: not reckoned
    MachineErrors errors{};
    std::string id{};                 ///< never changes, whatever it is called
    Point travel{};                   ///< of its slides along X and Y; nought: not said, and not looked at
    std::optional<SerialLine> line{}; ///< of a readout that talks
    bool operator==(const Machine&) const = default;
};

struct Shop {
    std::string name;
    std::vector<Machine> machines;
    double edge_distance_factor = 1.5; ///< least distance of a hole's centre from an edge, in hole diameters
    RoundKit kit;                      ///< for work on bars
    Machine marks;                     ///< a MarksAcross, for jobs that are copied from an old part
    Drawer drawer;                     ///< the cutters
    Customs customs;
    Holdings holdings; ///< what work is held with, and zero found with
    bool operator==(const Shop&) const = default;

    /// The machine of that id, or else of that name; or nullptr.
    [[nodiscard]] const Machine* find(const MachineRef& machine) const;
    /// The machine a set-up is made on: the one it names; else, or where there is no such machine, the first whose
    /// figures are in the job's unit; else the first.
    [[nodiscard]] const Machine& machine_for(const MachineRef& machine, Unit unit) const;
};

/// A made-up shop to begin with: a metric and an inch handwheel mill, a readout mill, a rotary table, a layout bench.
Shop default_shop(const Estimates& estimates = {});

/// The unit its dials, readout or gauges count in.
Unit unit_of(const Machine& machine);

/// What the spindle of such a machine may be like, until the shop says it.
Spindle default_spindle(const Machine& machine, const Estimates& estimates = {});

/// What such a machine commonly repeats to, until the shop says it.
MachineErrors default_errors(const Machine& machine, const Estimates& estimates = {});

/// A made-up drawer for it.
RoundKit default_kit();
Machine default_marks();

/// What a set-up calls it by.
inline MachineRef ref(const Machine& machine) {
    return {machine.id, machine.name};
}
/// The shop with an id for every machine that has none, or one that another has: made from its name, so that two shops
/// that call a machine alike mean the same kind of thing by it.
Shop with_ids(Shop shop);

/// Whether slides bring the work under a spindle that drills it: handwheels and readout.
bool is_mill(const MachineKind& kind);

/// "handwheels", "readout", "rotary table", "layout", "drill press".
std::string kind_in_words(const MachineKind& kind);
/// A mark that changes when what its lists are made from does.
std::string figures_mark(const Machine& machine);
/// What a machine can show and where it slips: "2.5 mm a turn, 125 lines of 0.02 mm, backlash 0.18 mm".
std::string machine_in_words(const Machine& machine);

} // namespace clockface
