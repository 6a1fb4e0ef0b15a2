// Show me hole one: where the first two holes of a circle come out under each way of counting angles, as the drawing,
// the readout and the person at the machine see them; and what a light dimple at both tells of the readout.
#pragma once

#include "job/job.h"
#include "layout/pattern.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// One way in which a readout may count, and where hole 1 and hole 2 then come out when the drawing's own figures are
/// keyed in.
struct DimpleAnswer {
    AngleConvention convention;
    Angle one, two;        ///< bearings from the circle's centre, as the work lies on the machine
    std::string words;     ///< "hole 1 at 2 o'clock, hole 2 clockwise from it"
    bool intended = false; ///< they come out where the drawing has them
};

struct HoleOne {
    std::string pattern; ///< its name
    Angle first, step;   ///< as the drawing writes them: these figures are keyed in
    Length radius;
    std::vector<DimpleAnswer> answers; ///< every zero at a quarter, both senses; alike ones once
};

/// For a circle or arc of two or more holes; nothing for any other pattern. `answers` begins with the drawing's own
/// convention. A convention whose dimples coincide with an earlier one's is left out, since looking cannot tell it.
std::optional<HoleOne> hole_one(const Job& job, std::size_t pattern);

/// The first pattern of the job that hole_one has something to say about, preferring `wanted` by name.
std::optional<HoleOne> hole_one(const Job& job, const std::string& wanted);

} // namespace clockface
