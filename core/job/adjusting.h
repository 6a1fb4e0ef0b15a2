// What a gauge read while work was brought parallel and to the middle, nudge by nudge.
#pragma once

#include "measure/length.h"

#include <optional>
#include <vector>

namespace clockface {

/// How far its clamps were drawn down when it was read.
enum class Tightness { Loose, OneEndSnug, BothSnug, Tight };

/// One locked gauge, tried at both sides of both ends: what it read there. A gap that is wider reads more.
struct GaugeReading {
    Length far_left, near_left, far_right, near_right;
    Tightness clamps = Tightness::Loose;
    bool operator==(const GaugeReading&) const = default;
};

struct Adjusting {
    Length span = Length::mm(100.0);  ///< between the two ends where the gauge is tried
    Length within = Length::mm(0.05); ///< each end may stay so far off
    std::optional<Length> wanted{};   ///< at the far side; nothing: opposite readings are made alike, whatever they are
    std::optional<Length> far_left{}, near_left{}, far_right{}, near_right{}; ///< read since, and not noted yet
    Tightness clamps = Tightness::Loose;                                      ///< at that time
    std::vector<GaugeReading> log{};
    bool operator==(const Adjusting&) const = default;
};

} // namespace clockface
