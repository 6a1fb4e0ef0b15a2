#include "shop/hole_words.h"

#include "measure/figures.h"
#include "measure/shop_number.h"
#include "shop/threads.h"

#include <algorithm>
#include <fmt/format.h>
#include <regex>
#include <sstream>

namespace clockface {

Result<ReadHole> read_hole_size(std::string_view text, Unit field) {
    const std::string typed(text.substr(0, 200));
    ReadHole out;
    if (const auto thread = find_thread(typed)) {
        out.spec = {Purpose::Tapped, thread->major, thread->name, std::nullopt};
        out.how = fmt::format("{} thread, {}; pitch {}", thread->series, both_units(thread->major),
                              with_unit(thread->pitch, Unit::Millimetre));
        return out;
    }
    static const std::regex metric_thread(R"(\s*[Mm]\s*\d.*)");
    if (std::regex_match(typed, metric_thread))
        return problem(
            "",
            fmt::format("The thread '{}' is not in the table. Coarse ones are written M5, fine ones M6x0.75.", typed));
    static const std::regex with_fit(R"((.*\S)\s+([A-Za-z]{1,2}\d{1,2})\s*)");
    std::smatch part;
    const bool fitted = std::regex_match(typed, part, with_fit);
    const Result<ReadLength> size = read_length(fitted ? part[1].str() : typed, field);
    if (!size)
        return tl::unexpected(size.error());
    out.spec.diameter = size->value;
    out.how = size->how.empty() ? both_units(size->value) : size->how;
    if (fitted) {
        out.spec.purpose = Purpose::Reamed;
        for (const char c : part[2].str())
            out.spec.label += static_cast<char>(std::toupper(static_cast<unsigned char>(c)));
    }
    return out;
}

Result<std::set<int>> read_hole_numbers(std::string_view text, int places) {
    std::string list(text.substr(0, 2000));
    for (char& c : list)
        if (c == ',' || c == ';')
            c = ' ';
    std::istringstream words(list);
    std::set<int> numbers;
    for (std::string word; words >> word;) {
        if (word == "none")
            continue;
        const Result<int> number = read_count(word, 1, places, "holes");
        if (!number)
            return problem(
                "",
                fmt::format("'{}' is no hole of this pattern. Numbers from 1 to {}, such as 2, 5, or none would do.",
                            word, places));
        numbers.insert(*number);
    }
    return numbers;
}

Result<HoleRef> read_hole_name(std::string_view text, const Job& job) {
    static constexpr std::string_view digits = "0123456789";
    const std::size_t number_at = text.find_last_not_of(digits);
    const std::string name(text.substr(0, number_at == std::string_view::npos ? 0 : number_at + 1));
    const std::string number(text.substr(name.size()));
    const auto low = [](std::string word) {
        std::transform(word.begin(), word.end(), word.begin(),
                       [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
        return word;
    };
    constexpr std::size_t most_digits = 6;
    if (!name.empty() && !number.empty() && number.size() < most_digits) {
        for (const bool exact : {true, false})
            for (const Pattern& pattern : job.patterns)
                if (exact ? pattern.name == name : low(pattern.name) == low(name))
                    return HoleRef{pattern.name, std::stoi(number)};
    }
    return problem("", fmt::format("'{}' is no hole of this job. A name such as {}1 would do.", text.substr(0, 40),
                                   job.patterns.empty() ? "A" : job.patterns.front().name));
}

} // namespace clockface
