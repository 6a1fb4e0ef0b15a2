// Threads by name.
#pragma once

#include "measure/angle.h"
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
    Angle angle{};         ///< between its flanks: 60, 55 (BSW, BSF), 47.5 (BA)
    std::string charted{}; ///< the tap drill of the usual charts, by name

    /// Depth of a full thread, for percentages: 0.6495 pitch at 60 degrees (1/2 of 1.299, the sharp vee less its
    /// flats), 0.6403 at 55 (BS 84), 0.6 at 47.5 (BS 93).
    [[nodiscard]] Length height() const;
    /// Usual tap drill: major less one pitch, 77 percent of a 60 degree thread (percent = (D - d) / (1.299 p),
    /// 1/1.299).
    [[nodiscard]] Length tap_drill() const { return major - pitch; }
    /// Over the tips of the thread in the hole: major less 5/4 of the height of its triangle, 1.0825 pitch (ISO 68-1).
    [[nodiscard]] Length minor() const { return major - pitch * 1.0825; }
};

/// The name of a thread's screw, as tables of clearances and heads have it: of "6-32" and "6-40" a "6", of "M10x1" an
/// "M10", of "1/4 BSW" a "1/4"; of "1-8" a "1 in", which is no number 1.
std::string screw_of(const Thread& thread);

/// All of the table, in its order: each series from small to large.
const std::vector<Thread>& all_threads();

/// Finds a thread; case and blanks do not matter ("m5", "M6 x 0.75", "1/4 - 28"), and it may be written in full: with
/// the pitch of a coarse one ("M6x1"), its series ("1/4-20 UNC"), its class of fit ("M5-6H", "10-32 UNF-2B"), # before
/// a number size. Nothing if the table has no such one: neither where series or pitch are another's. Source:
/// data/threads.csv (ISO 261, ASME B1.1, BS 84, BS 93).
std::optional<Thread> find_thread(std::string_view name);

} // namespace clockface
