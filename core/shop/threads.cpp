#include "shop/threads.h"

#include "measure/csv_rows.h"

#include <cctype>
#include <map>

namespace clockface {

namespace tables {
extern const char* const threads_csv;
}

namespace {

std::string plain(std::string_view name) {
    std::string out;
    for (const char c : name)
        if (c != ' ')
            out += static_cast<char>(std::toupper(static_cast<unsigned char>(c)));
    return out;
}

} // namespace

std::optional<Thread> find_thread(std::string_view name) {
    static const auto threads = [] {
        std::map<std::string, Thread> by_name;
        for (const auto& row : table_rows(tables::threads_csv))
            by_name.emplace(plain(row.at(0)), Thread{row.at(0), row.at(1), Length::mm(std::stod(row.at(2))),
                                                     Length::mm(std::stod(row.at(3)))});
        return by_name;
    }();
    const auto found = threads.find(plain(name));
    if (found == threads.end())
        return std::nullopt;
    return found->second;
}

} // namespace clockface
