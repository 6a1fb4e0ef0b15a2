#include "shop/threads.h"

#include "measure/csv_rows.h"

#include <cctype>
#include <cmath>
#include <cstdlib>
#include <map>
#include <regex>

namespace clockface {

namespace tables {
extern const char* const threads_csv;
}

namespace {

std::string plain(std::string_view name) {
    constexpr std::string_view times = "\u00d7";
    std::string out;
    for (std::size_t at = 0; at < name.size(); ++at)
        if (name.substr(at).starts_with(times)) {
            out += 'X';
            at += times.size() - 1;
        } else if (name[at] != ' ') {
            out += static_cast<char>(std::toupper(static_cast<unsigned char>(name[at])));
        }
    return out;
}

} // namespace

Length Thread::height() const {
    constexpr double sharp = 57.0; // anything above is a 60 degree thread
    constexpr double whitworth = 50.0;
    double share = 0.6;
    if (angle.in_degrees() > sharp)
        share = 0.6495;
    else if (angle.in_degrees() > whitworth)
        share = 0.6403;
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

std::string screw_of(const Thread& thread) {
    const std::string name = thread.name.substr(0, thread.name.find_first_of("x- "));
    const bool one_inch = name == "1" && thread.major > Length::inches(0.5); // and not a number 1
    return one_inch ? "1 in" : name;
}

namespace {

bool is_figure(const std::string& text, Length length) {
    char* end = nullptr;
    const double value = std::strtod(text.c_str(), &end);
    return *end == '\0' && std::fabs(value - length.in_mm()) < 1e-9;
}

// As the table would write it: without class of fit, series and #, a coarse thread without its pitch.
std::string as_in_the_table(const std::string& typed) {
    static const std::regex with_fit(R"((.+)-(?:[4-9][EGH](?:[4-9][GH])?|[123][AB]))");
    static const std::regex metric(R"(M([0-9.]+)X([0-9.]+))");
    static const std::regex unified(R"((#?)([0-9/]+-[0-9]+)(UNC|UNF)?)");
    std::smatch part;
    const std::string name = std::regex_match(typed, part, with_fit) ? part[1].str() : typed;
    if (std::regex_match(name, part, metric)) {
        for (const Thread& each : all_threads())
            if (each.series.starts_with("metric") && is_figure(part[1], each.major) && is_figure(part[2], each.pitch))
                return plain(each.name);
    } else if (std::regex_match(name, part, unified)) {
        for (const Thread& each : all_threads())
            if (plain(each.name) == part[2].str() && (!part[3].matched || each.series == part[3].str()) &&
                (part[1].length() == 0 || each.name.find('/') == std::string::npos))
                return plain(each.name);
    }
    return name;
}

} // namespace

std::optional<Thread> find_thread(std::string_view name) {
    static const auto by_name = [] {
        std::map<std::string, const Thread*> index;
        for (const Thread& each : all_threads())
            index.emplace(plain(each.name), &each);
        return index;
    }();
    auto found = by_name.find(plain(name));
    if (found == by_name.end())
        found = by_name.find(as_in_the_table(plain(name)));
    return found == by_name.end() ? std::nullopt : std::optional(*found->second);
}

} // namespace clockface
