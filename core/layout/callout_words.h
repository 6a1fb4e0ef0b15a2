// The words of callouts: cut apart, told from figures, completed.
#pragma once

#include <string>
#include <string_view>
#include <vector>

namespace clockface {

struct CalloutWord {
    std::string text; ///< lower case
    std::size_t begin = 0;
    std::size_t length = 0;
};

/// Words and separators (comma, semicolon) in order, with their places in bytes.
std::vector<CalloutWord> callout_words(std::string_view text);
/// Words that say what a figure is; everything else belongs to a figure.
bool is_callout_keyword(const std::string& word);
/// All keywords of the language, on a flat face or the side of a bar.
std::vector<std::string> callout_all_words(bool on_side);
/// Words that may stand anywhere: they only join others.
bool is_callout_filler(const std::string& word);
/// The same for the side of a bar, where left, right and an end are places to count from.
bool is_bar_callout_keyword(const std::string& word);
bool is_bar_callout_filler(const std::string& word);
/// Whether the next word goes on with a figure ("3 1/4", "12 mm", "4 H7", "1 o'clock", "2 + 3") or begins another.
bool belongs_to_figure(std::string_view figure, const std::string& next);
/// The keywords that begin with this, in alphabetical order; none for an empty beginning or a whole word.
std::vector<std::string> callout_completions(std::string_view beginning, bool on_side);

} // namespace clockface
