#include "layout/scribing.h"

#include "measure/radians.h"
#include "words/say.h"

#include <cmath>

namespace clockface {

Length setting_that_meets(Length setting, Length gap) {
    return setting + gap / 2.0;
}

Result<Length> apart_from_lens(Length setting, Length width) {
    if (width < Length{} || width > setting)
        return problem("width", say("The lens is wider than the arcs reach. Measure it across, between the two arcs."));
    return setting * 2.0 - width;
}

SteppingError stepping_error(Length error, int steps, Angle apart) {
    const Length each = error / (apart / 2.0).cosine();
    return {each * static_cast<double>(steps), each * static_cast<double>(steps / 2)};
}

Result<ArcCrossing> arc_over_line(Length radius, Length from_line) {
    if (abs(from_line) > radius || radius <= Length{})
        return problem("radius", say("The arc does not reach the line. A larger setting would."));
    ArcCrossing crossing;
    crossing.along = Length::mm(std::sqrt(std::pow(radius.in_mm(), 2.0) - std::pow(from_line.in_mm(), 2.0)));
    // At the crossing the arc's tangent makes this angle with the line: nought where it only touches.
    crossing.degrees = std::acos(std::fabs(from_line / radius)) * degrees_per_radian;
    constexpr double least = 30.0;
    crossing.shallow = crossing.degrees < least;
    return crossing;
}

} // namespace clockface
