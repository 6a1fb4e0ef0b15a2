// What lies between two features of the work: the figures somebody measures.
#pragma once

#include "job/job.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// Something that can be measured from: a hole or a boss (with its diameter), a point (without), or a straight edge.
struct Feature {
    std::string name;
    Point at;                  ///< any origin, the same for both; of an edge: any point on it
    Length diameter{};         ///< of a hole or boss; nought for a point or an edge
    std::optional<Angle> edge; ///< of an edge: the way it runs
};

struct Between {
    std::optional<Length>
        apart;  ///< middle to middle, or square to an edge; nothing between edges that are not parallel
    Point step; ///< from the one to the other, to the right and up
    std::optional<Angle> bearing;  ///< of that step
    std::optional<Length> outside; ///< over pins that fill both holes (or over a pin from the edge)
    std::optional<Length> inside;  ///< between the near rims
    std::optional<Angle> corner;   ///< between two edges, up to a right angle
};

/// Plane geometry: the foot of the perpendicular for an edge; outside = apart + both radii, inside = apart - both
/// radii.
Between between(const Feature& one, const Feature& other);

/// The same as lines of words and figures, signs as the drawing counts.
std::vector<std::string> in_words(const Between& measured, const Feature& one, const Feature& other, const Job& job);

} // namespace clockface
