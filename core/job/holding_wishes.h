// What the user has said of how the work is held in a set-up. Whatever is left alone is proposed.
#pragma once

#include "measure/length.h"

#include <optional>
#include <string>

namespace clockface {

/// The end of the work that goes to the stop, as it lies on the machine.
enum class StopAt { None, Left, Right };

struct HoldingWishes {
    std::optional<std::string> in{};        ///< a vise, by name; empty: clamped on the table
    std::optional<std::string> parallels{}; ///< by name; empty: none
    bool rear_taken_out = false;            ///< the parallel at the rear jaw, once the work is clamped
    std::optional<Length> waste{};          ///< thickness of what lies under the work on the table; nought: nothing
    std::optional<StopAt> stop{};
    std::optional<std::string> finder{}; ///< by name
    int touches = 1;                     ///< each face is touched so often, and the mean counts
    std::optional<Length> swing_reads{}; ///< an indicator swung half round the spindle reads so much apart
    Length swing_span = Length::mm(150); ///< between the two places it reads at
    bool operator==(const HoldingWishes&) const = default;
};

} // namespace clockface
