// How a readout that talks is connected, and how its lines look.
#pragma once

#include <string>

namespace clockface {

/// What one unit of a figure on the line stands for.
enum class FiguresIn { Millimetres, Inches, Steps };

/// How the axes on the line lie to the drawing's: swapped first, then counted the other way.
struct AxesOnLine {
    bool swapped = false; ///< what comes as X is the drawing's Y
    bool x_back = false;  ///< the drawing's X is counted the other way
    bool y_back = false;  ///< its Y
    bool operator==(const AxesOnLine&) const = default;
};

/// A serial line that a readout sends its figures over.
struct SerialLine {
    std::string port;          ///< "/dev/ttyUSB0"; empty: not chosen yet
    int speed = 9600;          ///< bits a second
    std::string frame = "8N1"; ///< data bits, parity (N, E, O), stop bits
    std::string pattern;       ///< what its lines look like, as readout/line_pattern.h reads it
    FiguresIn figures = FiguresIn::Millimetres;
    AxesOnLine axes{};
    bool moves_on = false; ///< the Bench may go on by itself between places
    bool operator==(const SerialLine&) const = default;
};

} // namespace clockface
