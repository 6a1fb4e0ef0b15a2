#include "measure/drill_names.h"

#include "measure/csv_rows.h"

#include <map>
#include <string>

namespace clockface {

namespace tables {
extern const char* const drills_csv;
}

namespace {

const std::map<std::string, Length, std::less<>>& drills() {
    static const auto table = [] {
        std::map<std::string, Length, std::less<>> by_name;
        for (const auto& row : table_rows(tables::drills_csv))
            by_name.emplace(row.at(0), Length::inches(std::stod(row.at(1))));
        return by_name;
    }();
    return table;
}

} // namespace

std::optional<Length> drill_diameter(std::string_view name) {
    const auto found = drills().find(name);
    if (found == drills().end())
        return std::nullopt;
    return found->second;
}

std::string drill_of(Length diameter) {
    constexpr double same_inches = 0.00005;
    for (const auto& [name, size] : drills())
        if (abs(size - diameter) < Length::inches(same_inches))
            return name;
    return {};
}

} // namespace clockface
