// Two holes in the side of a bar: how near they come to each other inside it, and where one runs into the other.
#pragma once

#include "round/drill_path.h"

#include <optional>

namespace clockface {

/// A hole as a straight piece in space, from the surface to its full depth.
struct Drilled {
    OnBar at;
    Length diameter;
    Length from; ///< height of its beginning, along its axis from the level of the bar's axis
    Length to;   ///< and of its end, lower
};

/// Nothing when the hole misses the bar. `depth` nothing: through.
std::optional<Drilled> drilled(const Blank& blank, const OnBar& at, Length diameter, std::optional<Length> depth);

/// Least distance between the axes of two holes inside their metal, from the two nearest points of two straight pieces.
Length axes_apart(const Drilled& one, const Drilled& other);

enum class Meeting { Meets, Grazes, Misses };

/// How a drill meets a hole that is there: depths of its point's axis to the near wall, the axis and the far wall of
/// that hole, from where it first touches the bar. Stop between axis and far wall to spare the far side.
struct IntoHole {
    Meeting meeting = Meeting::Misses;
    Length miss; ///< of the axes
    Length near_wall, axis, far_wall;
};
/// Nothing when the two run the same way. Meets: the drill's axis goes through the hole; grazes: only its flank does.
std::optional<IntoHole> into_hole(const Blank& blank, const OnBar& drill, Length drill_diameter, const OnBar& there,
                                  Length diameter);

} // namespace clockface
