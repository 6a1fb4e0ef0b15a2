// Drills by name.
#pragma once

#include "measure/length.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace clockface {

enum class DrillFamily { Number, Letter, Fractional, Metric };

struct NamedDrill {
    std::string name; ///< as sold: "#29", "F", "11/64", "4.2"
    DrillFamily family;
    Length size;
};

/// All of the table, from small to large within each family. Source: data/drills.csv (ASME B94.11M, ISO 235).
const std::vector<NamedDrill>& all_drills();

/// Diameter of a number or letter drill by its name, "#29" or "F" (capital). Nothing for a name that does not exist;
/// fractions and metric sizes are figures, not names.
std::optional<Length> drill_diameter(std::string_view name);

/// The same for a name of any family.
std::optional<Length> drill_sold_as(std::string_view name);

/// The number or letter drill of just this diameter, to a twentieth of a thousandth of an inch; empty when there is
/// none.
std::string drill_of(Length diameter);

} // namespace clockface
