// Text of a file that some other program wrote.
#pragma once

#include "measure/problem.h"

#include <string>

namespace clockface {

struct ForeignText {
    std::string text; ///< UTF-8, without a byte order mark
    std::string how;  ///< a sentence when it had to be converted; otherwise empty
};

/// UTF-8 as it stands; UTF-16 with its mark, and anything else that Windows-1252 (which has all of Latin-1's letters)
/// can be, converted. A problem when it is none of these or holds a zero byte: it is no text then.
Result<ForeignText> read_foreign_text(const std::string& bytes);

} // namespace clockface
