// Pieces, and the log of what was done to each. A log is only ever added to: what is taken back stays in it, with a
// line that says so. How far a piece has come follows from its log.
#pragma once

#include "job/hole_id.h"
#include "measure/length.h"

#include <cstdint>
#include <optional>
#include <string>
#include <variant>
#include <vector>

namespace clockface {

/// What kinds of thing are done to a piece or for it, told apart so that a changed list is still recognised. Moves of
/// a slide are not among them: they leave nothing on the piece.
enum class Act {
    Zero,  ///< zero found, dials or readout set
    Lay,   ///< the work laid, turned, packed or centred
    Tool,  ///< a cutter or pin put in, a routine keyed
    Move,  ///< a slide or table moved
    Mark,  ///< a line, circle, step or prick, punched or marked across
    Touch, ///< a dimple that only shows the place
    Cut,   ///< one step of a hole's chain, or the hole as a whole
    Check, ///< measured or looked at
};

/// One thing to be done in one set-up, by what stays the same when figures, speeds and the order of the list change.
struct Deed {
    int setup = 1;
    Act act = Act::Cut;
    std::optional<HoleId> hole{}; ///< it serves; of a line the first of its holes
    std::string what{};           ///< Cut: the step of the hole's chain; otherwise what kind of move it is
    std::string with{};           ///< Cut: the cutter, by name
    int again = 0;                ///< how many like it stand before it in the list
    auto operator<=>(const Deed&) const = default;
};

/// Where and how deep something was made, so that a hole that is wanted elsewhere since is noticed. The place both from
/// zero and from the middle of the face: one of them stays when the zero moves, the other when the blank is measured.
struct Made {
    Point from_zero, from_middle;
    Length deep; ///< of a cutter's tip
    bool operator==(const Made&) const = default;
};

/// An axis of a readout was set to a figure; both as the readout counts, in the drawing's directions.
struct AxisSet {
    Axis axis = Axis::X;
    Length to;
    std::optional<Length> before{}; ///< what it showed before, where that was noted
    std::string with{};             ///< the finder, by name
    bool operator==(const AxisSet&) const = default;
};

struct Done {
    Deed deed;
    std::optional<Made> made{}; ///< of what leaves a mark at a hole
    std::vector<AxisSet> set{}; ///< of what finds zero on a readout
    bool operator==(const Done&) const = default;
};
/// Something done was not done, or is undone.
struct TakenBack {
    std::int64_t event = 0;
    bool operator==(const TakenBack&) const = default;
};
/// The hand went to another place of the list: what follows is done from there.
struct WentTo {
    int setup = 1;
    std::optional<HoleId> hole{}; ///< nothing: to the first thing that is left
    bool operator==(const WentTo&) const = default;
};
struct Spoiled {
    HoleId hole;
    bool operator==(const Spoiled&) const = default;
};
/// What was measured at a hole: what of it, and the figure.
struct Inspected {
    HoleId hole;
    std::string what;
    Length is;
    bool operator==(const Inspected&) const = default;
};
/// An earlier zero of a readout was set again: where the axis showed 0 it was set to this.
struct ZeroRestored {
    int setup = 1;
    std::string machine; ///< its id
    Axis axis = Axis::X;
    Length by;
    bool operator==(const ZeroRestored&) const = default;
};
/// What was touched or stood over to find a lost zero again: the place of something known, or a straight edge.
enum class TouchedAt { Place, EdgeX, EdgeY };
struct ZeroTouch {
    TouchedAt what = TouchedAt::Place;
    std::optional<HoleId> hole{}; ///< a hole that is made already; nothing: a bore, or an edge
    Point place;                  ///< where the drawing has it, from zero; of an edge where the spindle's middle stands
                                  ///< beside it along its axis, the other figure is not looked at
    Point shown;                  ///< where the machine says the spindle stands, from its zero, to the right and away
    Length within; ///< what it is found within on each axis, one standard deviation, the hole's own included
    bool operator==(const ZeroTouch&) const = default;
};
/// Zero was lost and found again by what is made already: from here on every place left is gone to where it lies now,
/// until the work is laid anew.
struct ZeroFoundAgain {
    int setup = 1;
    std::vector<ZeroTouch> touches;
    bool operator==(const ZeroFoundAgain&) const = default;
};
struct Noted {
    std::string text;
    bool operator==(const Noted&) const = default;
};
using Happening = std::variant<Done, TakenBack, WentTo, Spoiled, Inspected, Noted, ZeroRestored, ZeroFoundAgain>;

struct Event {
    std::int64_t id = 0;   ///< from 1, rising within the piece
    std::int64_t time = 0; ///< seconds since 1970, in universal time
    Happening what;
    bool operator==(const Event&) const = default;
};

/// Where the hands are between two things done: the last move that was made since. Nothing: at the one done last.
struct Standing {
    Deed move;
    std::string path{}; ///< fingerprint of all moves since what was done last: a changed list may come to the same deed
                        ///< another way, and the slides then stand elsewhere; empty: not noted
    bool operator==(const Standing&) const = default;
};

/// The number of the log that is of all pieces: what the machine was set to for a batch.
inline constexpr int all_pieces = 0;

struct Piece {
    int number = 1;   ///< of all there will be, from 1; `all_pieces`: none of them
    std::string mark; ///< the user's own; empty: called by its number
    std::vector<Event> log;
    std::optional<Standing> standing{};
    bool played = false; ///< something of it was done in practice, in an example or with a stand-in: no part was made
    bool operator==(const Piece&) const = default;
};

} // namespace clockface
