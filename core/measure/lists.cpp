#include "measure/lists.h"

#include "measure/limits.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"
#include "measure/text.h"
#include "words/say.h"

#include <regex>

namespace clockface {

namespace {

constexpr int most_alike = 10'000;

std::string trimmed(const std::string& text) {
    const std::size_t first = text.find_first_not_of(" \t");
    return first == std::string::npos ? std::string() : text.substr(first, text.find_last_not_of(" \t") - first + 1);
}

// Cut at any of the signs; empty parts are dropped.
std::vector<std::string> parts(std::string_view text, std::string_view signs) {
    std::vector<std::string> found;
    std::string part;
    for (const char c : std::string(text) + signs.front()) {
        if (signs.find(c) == std::string_view::npos) {
            part += c;
            continue;
        }
        if (const std::string word = trimmed(part); !word.empty())
            found.push_back(word);
        part.clear();
    }
    return found;
}

// "12, 95 and 2:30": the word between two figures is as good as a comma.
std::string with_commas(std::string_view text) {
    std::string out;
    std::string word;
    for (const char c : std::string(text) + ' ') {
        if (c != ' ' && c != '\t') {
            word += c;
            continue;
        }
        out += word == "and" ? "," : word;
        out += c;
        word.clear();
    }
    return out;
}

} // namespace

Result<std::vector<Length>> read_lengths(std::string_view text, Unit field) {
    if (const auto fault = length_fault(text, limits::list_of_figures))
        return problem("", *fault);
    static const std::regex several(R"((\d{1,5})\s*[xX]\s+(.*))");
    std::vector<Length> all;
    for (const std::string& part : parts(with_commas(text), ",;")) {
        std::smatch match;
        std::string figure = part;
        int times = 1;
        if (std::regex_match(part, match, several)) {
            times = std::stoi(match[1]);
            figure = match[2];
        }
        const Result<ReadLength> read = read_length(figure, field);
        if (!read)
            return tl::unexpected(read.error());
        if (times < 1 || times > most_alike)
            return problem("",
                           say("From 1 to {most_alike} alike would do before the x.", {{"most_alike", most_alike}}));
        all.insert(all.end(), static_cast<std::size_t>(times), read->value);
    }
    if (all.empty())
        return problem("", say("Figures with commas between them would do, such as 7.4, 9.1, 12.2."));
    return all;
}

Result<std::vector<Angle>> read_directions(std::string_view text, const AngleConvention& convention) {
    if (const auto fault = length_fault(text, limits::list_of_figures))
        return problem("", *fault);
    std::vector<Angle> all;
    for (const std::string& part : parts(with_commas(text), ",;")) {
        const Result<ReadAngle> read = read_direction(part, convention);
        if (!read)
            return tl::unexpected(read.error());
        all.push_back(read->value);
    }
    if (all.empty())
        return problem("", say("Angles with commas between them would do, such as 12, 95, 2:30."));
    return all;
}

Result<std::vector<Point>> read_points(std::string_view text, Unit field) {
    if (const auto fault = length_fault(text, limits::list_of_figures))
        return problem("", *fault);
    std::vector<Point> all;
    for (const std::string& part : parts(text, ";")) {
        const std::vector<std::string> pair = parts(part, ",");
        if (pair.size() != 2)
            return problem("", say("'{typed}' is no X, Y. Two figures with a comma between them would do, and a "
                                   "semicolon before the next two.",
                                   {{"typed", part.substr(0, 60)}}));
        const Result<ReadLength> x = read_length(pair[0], field);
        if (!x)
            return tl::unexpected(x.error());
        const Result<ReadLength> y = read_length(pair[1], field);
        if (!y)
            return tl::unexpected(y.error());
        all.push_back({x->value, y->value});
    }
    if (all.empty())
        return problem("", say("Places as X, Y with semicolons between them would do, such as 12, 30; 15, 31.5."));
    return all;
}

} // namespace clockface
