// Texts that people give: names, titles, labels, remarks.
#pragma once

#include <optional>
#include <string>
#include <string_view>

namespace clockface {

/// Whether these bytes are UTF-8: shortest forms only, no surrogates, nothing beyond U+10FFFF.
bool is_utf8(std::string_view bytes);

/// Whether a line break or another control sign (below U+0020, U+007F to U+009F, U+2028, U+2029) stands in it.
bool has_control_signs(std::string_view text);

/// The same text on one line: a blank for every control sign.
std::string on_one_line(std::string_view text);

/// Without blanks, tabs and carriage returns at either end.
std::string_view without_blanks(std::string_view text);

/// What is wrong with a text, as a sentence that begins with `what` ("The title"), or nothing: it must be UTF-8, have
/// no control signs and at most `longest` bytes.
std::optional<std::string> text_fault(const std::string& what, std::string_view text, std::size_t longest);

/// What is wrong with a text that is longer than any figure, angle or list of them, before any work is spent on it.
std::optional<std::string> length_fault(std::string_view text, std::size_t longest);

} // namespace clockface
