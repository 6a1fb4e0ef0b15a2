// A bar to try things on: the winding arbor of the demo, and a random one.
#pragma once

#include "support/jobs.h"

namespace clockface::testing {

/// The winding arbor with holes of every sort: 28 (27.92 measured) by 164, a shoulder to 21.4 at 96.5, a bore of 9.2
/// that comes in 38 from the right end.
Job arbor();

/// Random bars of every shape with holes in their sides, near and off the axis.
rc::Gen<Job> any_bar_job();

inline bool same_places(Point a, Point b, double within = 1e-6) {
    return distance(a, b) <= Length::mm(within);
}

} // namespace clockface::testing
