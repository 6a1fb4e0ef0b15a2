// What turns the cutter: speeds, power, room under the chuck, the scale its depth is read on.
#pragma once

#include "measure/length.h"

#include <vector>

namespace clockface {

struct Spindle {
    std::vector<double> steps{};         ///< turns a minute, rising; empty: anything between the two
    double slowest = 0.0, fastest = 0.0; ///< of a spindle without steps
    Length one_go;                       ///< largest drill it drives through mild steel without a pilot
    Length room;                         ///< from the chuck's jaws to the table, at most
    Length stroke;                       ///< of the quill
    bool keeps_place = true;             ///< its height can be changed without losing the place over the work
    Unit scale = Unit::Millimetre;       ///< of the depth scale and its stop
    Length scale_step;                   ///< a line of that scale
    double change_minutes = 0.0;         ///< to change a cutter
    Length knee_lead;                    ///< travel of the knee for one turn of its handle; nought: there is none
    int knee_lines = 0;                  ///< round the knee's dial
    bool taps = false;                   ///< it runs a tap in and, turning back, out of the hole again
    Length chuck{};                      ///< its diameter; nought: not said, and not looked at
    bool operator==(const Spindle&) const = default;

    [[nodiscard]] double lowest() const { return steps.empty() ? slowest : steps.front(); }
    [[nodiscard]] double highest() const { return steps.empty() ? fastest : steps.back(); }
};

} // namespace clockface
