#include "measure/convention.h"

#include "measure/figures.h"
#include "words/say.h"

#include <cmath>
#include <fmt/format.h>

namespace clockface {

Angle AngleConvention::figure_of(Angle bearing) const {
    return ((bearing - zero) * sign_of(sense)).wrapped();
}

Angle AngleConvention::bearing_at(Angle figure) const {
    return (zero + figure * sign_of(sense)).wrapped();
}

std::string AngleConvention::in_words() const {
    return say("0° at {zero}, running {sense}",
               {{"zero", direction_in_words(zero)}, {"sense", clockface::in_words(sense)}});
}

Angle bearing_of_clock(double hours, double minutes) {
    return Angle::degrees(90.0 - 30.0 * hours - 0.5 * minutes).wrapped();
}

std::string clock_time(Angle bearing) {
    const double half_degrees =
        from_twelve_clockwise.figure_of(bearing).in_degrees() * 2.0; // one minute is half a degree
    const int minutes = static_cast<int>(std::lround(half_degrees)) % 720;
    const int hour = minutes / 60;
    return fmt::format("{}:{:02}", hour == 0 ? 12 : hour, minutes % 60);
}

std::string direction_in_words(Angle bearing) {
    const double minutes = bearing.wrapped().in_degrees() * 2.0;
    if (std::fabs(minutes - std::round(minutes)) > 1e-9)
        return say("{wrapped} counter-clockwise from 3 o'clock", {{"wrapped", in_degrees(bearing.wrapped(), 4)}});
    const std::string time = clock_time(bearing);
    return time.ends_with(":00") ? say("{typed} o'clock", {{"typed", time.substr(0, time.size() - 3)}}) : time;
}

std::string in_words(Sense sense) {
    return sense == Sense::Clockwise ? say("clockwise") : say("counter-clockwise");
}

} // namespace clockface
