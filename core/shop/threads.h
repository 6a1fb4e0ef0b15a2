// Threads by name.
#pragma once

#include "measure/length.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace clockface {

struct Thread {
    std::string name; ///< as the table writes it: "M5", "1/4-28"
    std::string series;
    Length major; ///< nominal diameter
    Length pitch;

    /// Usual tap drill: major less one pitch, 77 percent of a 60 degree thread (percent = (D - d) / (1.299 p),
    /// 1/1.299).
    [[nodiscard]] Length tap_drill() const { return major - pitch; }
    /// Over the tips of the thread in the hole: major less 5/4 of the height of its triangle, 1.0825 pitch (ISO 68-1).
    [[nodiscard]] Length minor() const { return major - pitch * 1.0825; }
};

/// All of the table, in its order: each series from small to large.
const std::vector<Thread>& all_threads();

/// Finds a thread; case and blanks do not matter ("m5", "M6 x 0.75", "1/4 - 28"). Nothing if the table has no such one.
/// Source: data/threads.csv (ISO 261, ASME B1.1).
std::optional<Thread> find_thread(std::string_view name);

} // namespace clockface
