#include "measure/drill_names.h"

#include "measure/csv_rows.h"

#include <map>
#include <string>

namespace clockface {

namespace tables {
extern const char* const drills_csv;
}

std::optional<Length> drill_diameter(std::string_view name) {
    static const auto drills = [] {
        std::map<std::string, Length, std::less<>> by_name;
        for (const auto& row : table_rows(tables::drills_csv))
            by_name.emplace(row.at(0), Length::inches(std::stod(row.at(1))));
        return by_name;
    }();
    const auto found = drills.find(name);
    if (found == drills.end())
        return std::nullopt;
    return found->second;
}

} // namespace clockface
