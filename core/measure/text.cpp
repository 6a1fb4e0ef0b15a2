#include "measure/text.h"
#include "words/say.h"

#include <cstdint>

namespace clockface {

namespace {

// The next letter, taken off the front; nothing when the bytes are no UTF-8 (RFC 3629, section 4).
std::optional<std::uint32_t> take_letter(std::string_view& bytes) {
    const auto byte = [&](std::size_t i) { return static_cast<unsigned char>(bytes[i]); };
    const unsigned char first = byte(0);
    std::size_t length = 0;
    if (first < 0x80)
        length = 1;
    else if (first < 0xC2)
        length = 0;
    else if (first < 0xE0)
        length = 2;
    else if (first < 0xF0)
        length = 3;
    else if (first < 0xF5)
        length = 4;
    if (length == 0 || bytes.size() < length)
        return std::nullopt;
    std::uint32_t letter = length == 1 ? first : first & (0xFFU >> (length + 1));
    for (std::size_t i = 1; i < length; ++i) {
        if ((byte(i) & 0xC0U) != 0x80)
            return std::nullopt;
        letter = (letter << 6U) | (byte(i) & 0x3FU);
    }
    const bool too_long = (length == 3 && letter < 0x800) || (length == 4 && letter < 0x10000);
    if (too_long || (letter >= 0xD800 && letter <= 0xDFFF) || letter > 0x10FFFF)
        return std::nullopt;
    bytes.remove_prefix(length);
    return letter;
}

bool is_control(std::uint32_t letter) {
    return letter < 0x20 || (letter >= 0x7F && letter <= 0x9F) || letter == 0x2028 || letter == 0x2029;
}

} // namespace

bool is_utf8(std::string_view bytes) {
    while (!bytes.empty())
        if (!take_letter(bytes))
            return false;
    return true;
}

bool has_control_signs(std::string_view text) {
    while (!text.empty())
        if (const auto letter = take_letter(text); letter ? is_control(*letter) : (text.remove_prefix(1), false))
            return true;
    return false;
}

std::string on_one_line(std::string_view text) {
    std::string out;
    while (!text.empty()) {
        const std::string_view before = text;
        const auto letter = take_letter(text);
        if (!letter)
            text.remove_prefix(1);
        if (letter && is_control(*letter))
            out += ' ';
        else
            out += before.substr(0, before.size() - text.size());
    }
    return out;
}

std::string_view without_blanks(std::string_view text) {
    const std::size_t first = text.find_first_not_of(" \t\r");
    return first == std::string_view::npos ? std::string_view()
                                           : text.substr(first, text.find_last_not_of(" \t\r") - first + 1);
}

std::optional<std::string> length_fault(std::string_view text, std::size_t longest) {
    if (text.size() <= longest)
        return std::nullopt;
    return say("This is {size} letters long; up to {longest} would do here.",
               {{"size", text.size()}, {"longest", longest}});
}

std::optional<std::string> text_fault(const std::string& what, std::string_view text, std::size_t longest) {
    if (text.size() > longest)
        return say("{what} has up to {longest} letters; this has {size}.",
                   {{"what", what}, {"longest", longest}, {"size", text.size()}});
    if (!is_utf8(text))
        return say("{what} holds bytes that are no letters. Type it again, or save the file as UTF-8.",
                   {{"what", what}});
    if (has_control_signs(text))
        return say(
            "{what} stands on one line, and this has a line break or another sign that cannot be printed. Take it out.",
            {{"what", what}});
    return std::nullopt;
}

} // namespace clockface
