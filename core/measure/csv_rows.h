// The reference tables' plain CSV: '#' lines are remarks, the first other line is the heading, no quoting.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace clockface {

/// The data rows of a built-in reference table, heading and remark lines left out. A drill named "#1" is told from a
/// remark by the space that follows a remark's '#'.
inline std::vector<std::vector<std::string>> table_rows(std::string_view csv) {
    std::vector<std::vector<std::string>> rows;
    bool heading_seen = false;
    while (!csv.empty()) {
        const std::size_t end = csv.find('\n');
        std::string_view line = csv.substr(0, end);
        csv = end == std::string_view::npos ? std::string_view{} : csv.substr(end + 1);
        if (line.empty() || line.starts_with("# "))
            continue;
        if (!heading_seen) {
            heading_seen = true;
            continue;
        }
        std::vector<std::string>& row = rows.emplace_back();
        for (;;) {
            const std::size_t comma = line.find(',');
            row.emplace_back(line.substr(0, comma));
            if (comma == std::string_view::npos)
                break;
            line = line.substr(comma + 1);
        }
    }
    return rows;
}

} // namespace clockface
