// Where 0 degrees is and which way angles run: for a drawing, and for a device, each on its own.
#pragma once

#include "measure/angle.h"

#include <string>

namespace clockface {

/// A way of stating directions. `zero` is the bearing of 0 degrees (0 = to the right, counter-clockwise), so a change
/// of convention changes the figures only: bearings, and with them the holes, stay.
struct AngleConvention {
    Angle zero;
    Sense sense = Sense::CounterClockwise;

    bool operator==(const AngleConvention&) const = default;

    /// The figure this convention writes for a bearing, in [0, 360).
    [[nodiscard]] Angle figure_of(Angle bearing) const;
    /// The bearing a figure of this convention means, in [0, 360).
    [[nodiscard]] Angle bearing_at(Angle figure) const;
    /// "0° at 12 o'clock, running clockwise".
    [[nodiscard]] std::string in_words() const;
};

/// The two conventions people state as if they were universal.
inline constexpr AngleConvention from_three_counter_clockwise{Angle::degrees(0), Sense::CounterClockwise};
inline constexpr AngleConvention from_twelve_clockwise{Angle::degrees(90), Sense::Clockwise};

/// Bearing of a time on the clock face (12 at the top): hours in [0, 12], minutes in [0, 60).
Angle bearing_of_clock(double hours, double minutes);
/// A bearing as clock time to the nearest minute: "4:26", "12:00".
std::string clock_time(Angle bearing);
/// A direction to be read exactly: "12 o'clock", "1:30", or the bearing in degrees where no clock time says it exactly.
std::string direction_in_words(Angle bearing);
/// "clockwise" or "counter-clockwise".
std::string in_words(Sense sense);

} // namespace clockface
