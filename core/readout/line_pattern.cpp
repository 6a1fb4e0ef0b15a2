#include "readout/line_pattern.h"

#include "words/say.h"

#include <algorithm>
#include <charconv>

namespace clockface {

namespace {

constexpr std::size_t most_digits = 12;
constexpr const char* example = "X{x} Y{y}";

bool is_digit(char c) {
    return c >= '0' && c <= '9';
}
bool is_blank(char c) {
    return c == ' ' || c == '\t';
}

std::size_t blanks_at(std::string_view text) {
    const auto end = std::find_if_not(text.begin(), text.end(), is_blank);
    return static_cast<std::size_t>(end - text.begin());
}

std::size_t digits_at(std::string_view text) {
    const auto end = std::find_if_not(text.begin(), text.end(), is_digit);
    return static_cast<std::size_t>(end - text.begin());
}

double value_of(std::string_view digits) {
    std::string plain(digits);
    std::replace(plain.begin(), plain.end(), ',', '.');
    double value = 0.0;
    const char* from = plain.data();
    std::from_chars(from, from + plain.size(), value);
    return value;
}

} // namespace

std::vector<FigureAt> figures_at(std::string_view text) {
    std::size_t at = blanks_at(text);
    bool minus = false, sign = false;
    if (at < text.size() && (text[at] == '+' || text[at] == '-')) {
        minus = text[at] == '-';
        sign = true;
        at += 1 + blanks_at(text.substr(at + 1));
    }
    const std::size_t whole = digits_at(text.substr(at));
    std::vector<std::size_t> ends; // of the digits
    std::size_t broken = 0;
    const std::size_t point = at + whole;
    if (point < text.size() && (text[point] == '.' || text[point] == ',')) {
        broken = digits_at(text.substr(point + 1));
        if (whole + broken > 0)
            ends.push_back(point + 1 + broken);
    }
    if (whole > 0 && (ends.empty() || text[point] == ',')) // a comma may only stand between two figures
        ends.push_back(point);
    std::vector<FigureAt> found;
    if (whole + broken > most_digits)
        return found;
    for (const std::size_t end : ends) {
        const double value = value_of(text.substr(at, end - at));
        const bool is_whole = end == point;
        if (!sign && end < text.size() && text[end] == '-') // a sign that stands behind
            found.push_back({end + 1, -value, is_whole});
        found.push_back({end, minus ? -value : value, is_whole});
    }
    return found;
}

Result<LinePattern::Form> LinePattern::read_form(std::string_view text) {
    Form form;
    const auto has = [&](Kind kind) {
        return std::any_of(form.begin(), form.end(), [&](const Piece& each) { return each.kind == kind; });
    };
    while (!text.empty()) {
        if (is_blank(text.front())) {
            form.push_back({Kind::Blanks});
            text.remove_prefix(blanks_at(text));
            continue;
        }
        if (text.front() == '}')
            return problem(
                "", say("A brace is closed there that was not opened. {example} would do.", {{"example", example}}));
        if (text.front() != '{') {
            const std::size_t end = std::min(text.find_first_of("{} \t"), text.size());
            form.push_back({Kind::Literal, std::string(text.substr(0, end))});
            text.remove_prefix(end);
            continue;
        }
        const std::size_t end = text.find('}');
        if (end == std::string_view::npos)
            return problem("", say("A brace is not closed. {example} would do.", {{"example", example}}));
        const std::string_view name = text.substr(1, end - 1);
        Kind kind = Kind::Any;
        if (name == "x")
            kind = Kind::X;
        else if (name == "y")
            kind = Kind::Y;
        else if (name == "figure")
            kind = Kind::Figure;
        else if (name != "any")
            return problem("", say("“{name}” is not known there. {known} are.",
                                   {{"name", name}, {"known", "{x}, {y}, {figure}, {any}"}}));
        if ((kind == Kind::X || kind == Kind::Y) && has(kind))
            return problem("", say("{axis} stands there twice. A further figure that is of no use is written {figure}.",
                                   {{"axis", kind == Kind::X ? "{x}" : "{y}"}, {"figure", "{figure}"}}));
        form.push_back({kind});
        text.remove_prefix(end + 1);
    }
    if (!has(Kind::X) && !has(Kind::Y))
        return problem("", say("No axis stands there. {example} would do.", {{"example", example}}));
    return form;
}

Result<LinePattern> LinePattern::read(const std::string& text) {
    if (text.size() > longest_line)
        return problem("", say("That is longer than a line of {most} letters.", {{"most", longest_line}}));
    LinePattern pattern;
    constexpr std::string_view between = " or ";
    std::string_view left = text;
    for (;;) {
        const std::size_t end = left.find(between);
        Result<Form> form = read_form(left.substr(0, end));
        if (!form)
            return tl::unexpected(form.error());
        pattern.m_forms.push_back(std::move(*form));
        if (end == std::string_view::npos)
            break;
        left.remove_prefix(end + between.size());
    }
    const auto somewhere = [&](Kind kind) {
        return std::any_of(pattern.m_forms.begin(), pattern.m_forms.end(), [&](const Form& form) {
            return std::any_of(form.begin(), form.end(), [&](const Piece& each) { return each.kind == kind; });
        });
    };
    if (!somewhere(Kind::X) || !somewhere(Kind::Y))
        return problem("", say("Only one axis stands there. {example} reads each from a line of its own.",
                               {{"example", "X{x} or Y{y}"}}));
    return pattern;
}

// Tries the pieces in order; what failed once from a place is not tried from there again.
class LineMatch {
public:
    LineMatch(const LinePattern::Form& form, std::string_view line)
        : m_form(form)
        , m_line(line)
        , m_failed(form.size() * (line.size() + 1), false) {}

    std::optional<LineFigures> find() { return from(0, blanks_at(m_line)) ? std::optional(m_found) : std::nullopt; }

private:
    const LinePattern::Form& m_form;
    std::string_view m_line;
    std::vector<bool> m_failed;
    LineFigures m_found;

    bool from(std::size_t piece, std::size_t at) {
        if (piece == m_form.size())
            return at + blanks_at(m_line.substr(at)) == m_line.size();
        const std::size_t here = piece * (m_line.size() + 1) + at;
        if (m_failed[here])
            return false;
        if (fits(piece, at))
            return true;
        m_failed[here] = true;
        return false;
    }
    bool fits(std::size_t piece, std::size_t at) {
        const LinePattern::Piece& wanted = m_form[piece];
        const std::string_view rest = m_line.substr(at);
        switch (wanted.kind) {
        case LinePattern::Kind::Literal:
            return rest.starts_with(wanted.literal) && from(piece + 1, at + wanted.literal.size());
        case LinePattern::Kind::Blanks:
            return from(piece + 1, at + blanks_at(rest));
        case LinePattern::Kind::Any:
            for (std::size_t end = at; end <= m_line.size(); ++end)
                if (from(piece + 1, end))
                    return true;
            return false;
        case LinePattern::Kind::X:
        case LinePattern::Kind::Y:
        case LinePattern::Kind::Figure:
            for (const FigureAt& figure : figures_at(rest))
                if (from(piece + 1, at + figure.length)) {
                    if (wanted.kind != LinePattern::Kind::Figure)
                        (wanted.kind == LinePattern::Kind::X ? m_found.x : m_found.y) = figure.value;
                    return true;
                }
            return false;
        }
        return false;
    }
};

std::optional<LineFigures> LinePattern::match(std::string_view line) const {
    if (line.size() > longest_line)
        return std::nullopt;
    for (const Form& form : m_forms)
        if (auto found = LineMatch(form, line).find())
            return found;
    return std::nullopt;
}

} // namespace clockface
