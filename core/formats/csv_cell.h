// A text as one cell of a table.
#pragma once

#include <string>

namespace clockface {

/// In quotation marks where RFC 4180 wants them. A text that a spreadsheet would work out as a formula (it begins with
/// = + - @ and is no plain figure) gets an apostrophe in front, which a spreadsheet hides and without_guard() takes
/// off.
std::string cell(const std::string& text);

/// The text as it was before cell().
std::string without_guard(const std::string& text);

} // namespace clockface
