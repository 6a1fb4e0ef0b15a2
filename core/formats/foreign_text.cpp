#include "formats/foreign_text.h"

#include "measure/text.h"
#include "words/say.h"

#include <iconv.h>
#include <optional>

namespace clockface {

namespace {

std::optional<std::string> converted(const char* from, std::string bytes) {
    const iconv_t converter = ::iconv_open("UTF-8", from);
    // NOLINTNEXTLINE(cppcoreguidelines-pro-type-cstyle-cast,performance-no-int-to-ptr): iconv's own way of saying no
    if (converter == reinterpret_cast<iconv_t>(-1))
        return std::nullopt;
    std::string out(bytes.size() * 3, '\0'); // no letter of either takes more
    char* in_at = bytes.data();
    char* out_at = out.data();
    std::size_t in_left = bytes.size(), out_left = out.size();
    const bool whole = ::iconv(converter, &in_at, &in_left, &out_at, &out_left) != static_cast<std::size_t>(-1);
    ::iconv_close(converter);
    out.resize(out.size() - out_left);
    return whole && in_left == 0 ? std::optional(out) : std::nullopt;
}

} // namespace

Result<ForeignText> read_foreign_text(const std::string& bytes) {
    ForeignText out;
    std::optional<std::string> text;
    if (bytes.starts_with("\xFF\xFE") || bytes.starts_with("\xFE\xFF")) {
        text = converted("UTF-16", bytes);
        out.how = say("The file is UTF-16; it was converted.");
    } else if (is_utf8(bytes)) {
        text = bytes;
    } else if (bytes.find('\0') == std::string::npos) {
        text = converted("WINDOWS-1252", bytes);
        out.how =
            say("The file is not UTF-8; its letters were read as Western European (Windows-1252). Look at the names.");
    }
    if (!text || text->find('\0') != std::string::npos)
        return problem("", say("This is no text. A table as CSV, or a drawing as DXF saved as text, would do."));
    out.text = text->starts_with("\xEF\xBB\xBF") ? text->substr(3) : *text;
    return out;
}

} // namespace clockface
