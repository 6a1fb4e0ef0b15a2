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

Length Thread::height() const {
    constexpr double sharp = 57.0; // anything above is a 60 degree thread
    constexpr double whitworth = 50.0;
    const double share = angle.in_degrees() > sharp ? 0.6495 : angle.in_degrees() > whitworth ? 0.6403 : 0.6;
    return pitch * share;
}

const std::vector<Thread>& all_threads() {
    static const std::vector<Thread> threads = [] {
        std::vector<Thread> list;
        for (const auto& row : table_rows(tables::threads_csv))
            list.push_back({row.at(0), row.at(1), Length::mm(std::stod(row.at(2))), Length::mm(std::stod(row.at(3))),
                            Angle::degrees(std::stod(row.at(4))), row.at(5)});
        return list;
    }();
    return threads;
}

std::optional<Thread> find_thread(std::string_view name) {
    static const auto by_name = [] {
        std::map<std::string, const Thread*> index;
        for (const Thread& each : all_threads())
            index.emplace(plain(each.name), &each);
        return index;
    }();
    const auto found = by_name.find(plain(name));
    return found == by_name.end() ? std::nullopt : std::optional(*found->second);
}

} // namespace clockface
