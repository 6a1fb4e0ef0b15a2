// Instructions in the words of the bench: one place for the Bench, the sheet, the list and the CSV.
#pragma once

#include "cutting/cutter_list.h"
#include "job/job.h"
#include "layout/pattern.h"
#include "ordering/instruction.h"

#include <string>
#include <vector>

namespace clockface {

/// One figure to set, shown huge on the Bench: "3" followed by "turns, then on to".
struct BigFigure {
    std::string caption; ///< before it: "X", "last angle"; may be empty
    std::string value;
    std::string after;   ///< unit or words behind it
    bool target = false; ///< the figure the device must show at the end
};

struct Wording {
    std::string heading;            ///< what is handled: "X handwheel"
    std::vector<BigFigure> figures; ///< in the order in which they are set
    std::string direction;          ///< "clockwise, the cutter goes right"
    std::string note;               ///< a caution about this one move; may be empty
    std::string sentence;           ///< all of it in one sentence, for lists
    std::string why;                ///< where the figures come from
};

/// What the wording needs to know around an instruction. References must outlive the call.
struct WordingNeeds {
    const Job& job;
    const std::vector<Hole>& holes;
    const Machine& machine;
    const std::vector<Chain>* chains = nullptr; ///< with whose of them each hole is cut, where that is known
    const std::vector<int>* kind_of = nullptr;
    const CutterList* cutters = nullptr; ///< the list to fetch
};

Wording in_words(const Instruction& instruction, const WordingNeeds& needs);

/// The dial figure for a line of a screw's dial, in the dial's own unit: "0.46".
std::string dial_figure(const Screw& screw, int line);
/// The handle-dial figure of a rotary table: "1° 17' 20\"".
std::string dial_figure(const RotaryTable& table, int line);
/// An angle as the table is engraved: in minutes and seconds, or in decimals of a degree.
std::string table_angle(const RotaryTable& table, Angle angle);
/// A count of a device's steps in the device's unit, without the unit's name: "+15.375".
std::string step_figure(std::int64_t counts, Length step, Unit unit, bool with_sign);

} // namespace clockface
