#include "formats/csv_cell.h"

#include <charconv>
#include <string_view>

namespace clockface {

namespace {

bool is_plain_figure(std::string_view text) {
    if (text.starts_with('+'))
        text.remove_prefix(1);
    double value = 0.0;
    const auto [end, fault] = std::from_chars(text.data(), text.data() + text.size(), value);
    return fault == std::errc() && end == text.data() + text.size();
}

// Behind any apostrophes, so that a text that has one of its own comes back with it.
bool begins_a_formula(std::string_view text) {
    const std::size_t first = text.find_first_not_of('\'');
    return first != std::string_view::npos && std::string_view("=+-@").find(text[first]) != std::string_view::npos;
}

} // namespace

std::string cell(const std::string& text) {
    const std::string safe = begins_a_formula(text) && !is_plain_figure(text) ? "'" + text : text;
    const bool blank_end = !safe.empty() && (safe.front() == ' ' || safe.back() == ' ');
    const bool like_a_remark = safe.starts_with('#');
    if (!blank_end && !like_a_remark && safe.find_first_of(",\"\r\n") == std::string::npos)
        return safe;
    std::string out = "\"";
    for (const char c : safe) {
        if (c == '"')
            out += '"';
        out += c;
    }
    return out + '"';
}

std::string without_guard(const std::string& text) {
    return text.starts_with('\'') && begins_a_formula(text) ? text.substr(1) : text;
}

} // namespace clockface
