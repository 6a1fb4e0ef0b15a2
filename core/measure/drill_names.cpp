#include "measure/drill_names.h"

#include "measure/csv_rows.h"

#include <algorithm>

namespace clockface {

namespace tables {
extern const char* const drills_csv;
}

namespace {

bool is_named(const NamedDrill& drill) {
    return drill.family == DrillFamily::Number || drill.family == DrillFamily::Letter;
}

DrillFamily family_of(const std::string& word) {
    if (word == "number")
        return DrillFamily::Number;
    if (word == "letter")
        return DrillFamily::Letter;
    if (word == "metric")
        return DrillFamily::Metric;
    return DrillFamily::Fractional;
}

} // namespace

const std::vector<NamedDrill>& all_drills() {
    static const std::vector<NamedDrill> table = [] {
        std::vector<NamedDrill> drills;
        for (const auto& row : table_rows(tables::drills_csv))
            drills.push_back({row.at(0), family_of(row.at(1)),
                              Length::of(std::stod(row.at(2)), row.at(3) == "in" ? Unit::Inch : Unit::Millimetre)});
        std::stable_sort(drills.begin(), drills.end(), [](const NamedDrill& a, const NamedDrill& b) {
            return a.family != b.family ? a.family < b.family : a.size < b.size;
        });
        return drills;
    }();
    return table;
}

std::optional<Length> drill_sold_as(std::string_view name) {
    const auto& drills = all_drills();
    const auto found =
        std::find_if(drills.begin(), drills.end(), [&](const NamedDrill& drill) { return drill.name == name; });
    return found == drills.end() ? std::nullopt : std::optional(found->size);
}

std::optional<Length> drill_diameter(std::string_view name) {
    for (const NamedDrill& drill : all_drills())
        if (is_named(drill) && drill.name == name)
            return drill.size;
    return std::nullopt;
}

std::string drill_of(Length diameter) {
    constexpr double same_inches = 0.00005;
    for (const NamedDrill& drill : all_drills())
        if (is_named(drill) && abs(drill.size - diameter) < Length::inches(same_inches))
            return drill.name;
    return {};
}

} // namespace clockface
