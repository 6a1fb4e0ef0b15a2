// Texts compared without regard to capitals.
#pragma once

#include <algorithm>
#include <cctype>
#include <string>
#include <string_view>

namespace clockface {

/// The text in small letters (ASCII; everything else stays).
inline std::string small_letters(std::string_view text) {
    std::string out(text);
    std::transform(out.begin(), out.end(), out.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return out;
}

} // namespace clockface
