#include "layout/callout_words.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <regex>

namespace clockface {

namespace {

constexpr std::array keywords = {
    "on",      "circle",  "pc",     "pitch",    "arc",     "row",      "grid",  "frame",     "staggered",
    "at",      "about",   "from",   "to",       "over",    "cw",       "ccw",   "clockwise", "counter-clockwise",
    "through", "thru",    "deep",   "apart",    "towards", "without",  "by",    "of",        "a",
    "the",     "holes",   "hole",   "and",      "rows",    ",",        ";",     "x",         "y",
    "tapped",  "reamed",  "angles", "astride",  "centred", "margins",  "level", "along",     "steps",
    "midway",  "between", "points", "mirrored", "turned",  "repeated", "step",  "times",     "each",
    "every",   "piece",   "shift",  "plus",     "within"};
// Words of the language alone: what they stand by says everything.
constexpr std::array fillers = {"on", "of", "a", "the", "holes", "hole", "and", ",", ";", "in"};

constexpr std::array bar_keywords = {
    "at",       "from",     "to",    "cw",     "ccw",    "clockwise", "counter-clockwise",
    "through",  "thru",     "deep",  "apart",  "by",     "a",         "the",
    "holes",    "hole",     "and",   "of",     ",",      ";",         "x",
    "angle",    "row",      "ring",  "helix",  "in",     "offset",    "off",
    "axis",     "into",     "bore",  "left",   "right",  "end",       "zero",
    "shoulder", "radial",   "cross", "tapped", "reamed", "without",   "repeated",
    "turned",   "mirrored", "step",  "times",  "each",   "on",        "round"};
constexpr std::array bar_fillers = {"a", "the", "holes", "hole", "and", ",", ";", "in", "on", "round", "of"};

template <std::size_t N> bool among(const std::string& word, const std::array<const char*, N>& words) {
    return std::find(words.begin(), words.end(), word) != words.end();
}

bool separates(char c) {
    return c == ',' || c == ';';
}
bool blank(char c) {
    return c == ' ' || c == '\t';
}

} // namespace

std::vector<CalloutWord> callout_words(std::string_view text) {
    std::vector<CalloutWord> words;
    for (std::size_t at = 0; at < text.size();) {
        if (blank(text[at])) {
            ++at;
            continue;
        }
        std::size_t end = at + 1;
        if (!separates(text[at]))
            while (end < text.size() && !blank(text[end]) && !separates(text[end]))
                ++end;
        CalloutWord word{std::string(text.substr(at, end - at)), at, end - at};
        std::transform(word.text.begin(), word.text.end(), word.text.begin(),
                       [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
        words.push_back(word);
        at = end;
    }
    return words;
}

bool is_callout_keyword(const std::string& word) {
    return among(word, keywords);
}

bool is_callout_filler(const std::string& word) {
    return among(word, fillers);
}

bool is_bar_callout_keyword(const std::string& word) {
    return among(word, bar_keywords);
}

bool is_bar_callout_filler(const std::string& word) {
    return among(word, bar_fillers);
}

bool belongs_to_figure(std::string_view figure, const std::string& next) {
    static constexpr std::string_view signs = "+-*/(";
    static const std::regex fraction(R"(\d+/\d+.*)");
    static const std::regex thread(R"(m\d.*|#.*|\d+/\d+-\d+)");
    const auto open = std::count(figure.begin(), figure.end(), '(');
    if (open > std::count(figure.begin(), figure.end(), ')') || signs.find(figure.back()) != std::string_view::npos)
        return true;
    if (next == "\u00d7") // "M8 × 1"
        return false;
    if (next.size() == 1 && signs.find(next.front()) != std::string_view::npos)
        return true;
    // "8.4 +0.2 0": a limit that is just the size.
    const std::size_t last = figure.find_last_of(' ');
    const std::string_view word = last == std::string_view::npos ? figure : figure.substr(last + 1);
    if (last != std::string_view::npos && (word.front() == '+' || word.front() == '-') && word.size() > 1 &&
        next.find_first_not_of("0.") == std::string::npos)
        return true;
    if (figure.ends_with("counterbored") || figure.ends_with("countersunk"))
        return next.find(':') != std::string::npos;
    const bool after_whole = figure.find_first_not_of("0123456789") == std::string_view::npos;
    if (std::regex_match(next, thread))
        return false;
    if (std::regex_match(next, fraction))
        return after_whole;
    const bool after_no = figure == "no" || figure == "No" || figure == "no." || figure == "No.";
    return after_no || std::isdigit(static_cast<unsigned char>(next.front())) == 0;
}

std::vector<std::string> callout_completions(std::string_view beginning, bool on_side) {
    std::string low(beginning);
    std::transform(low.begin(), low.end(), low.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    std::vector<std::string> found;
    if (low.empty())
        return found;
    const auto add = [&](const std::string& word) {
        if (word.size() > 2 && word.size() > low.size() && word.starts_with(low))
            found.push_back(word);
    };
    for (const std::string& word : callout_all_words(on_side))
        add(word);
    std::sort(found.begin(), found.end());
    return found;
}

std::vector<std::string> callout_all_words(bool on_side) {
    return on_side ? std::vector<std::string>(bar_keywords.begin(), bar_keywords.end())
                   : std::vector<std::string>(keywords.begin(), keywords.end());
}

} // namespace clockface
