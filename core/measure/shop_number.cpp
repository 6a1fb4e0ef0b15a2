#include "measure/shop_number.h"

#include "measure/limits.h"
#include "measure/small_letters.h"

#include "measure/drill_names.h"
#include "measure/figures.h"
#include "measure/text.h"
#include "words/say.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <cmath>
#include <cstdlib>
#include <fmt/format.h>
#include <optional>

namespace clockface {

namespace {

constexpr double largest_length_mm = 100'000.0;
constexpr double largest_number = 1e12;
constexpr int deepest_nesting = 60;

// What a part of a sum is: a bare figure waits for the field's unit, a ratio of two lengths never takes one.
enum class Kind { Bare, Length, Ratio };

struct Value {
    double size = 0.0; // millimetres when Kind::Length
    Kind kind = Kind::Bare;
    double unit = 0.0; // millimetres of the unit written behind it; nought: none
};

// Printed signs as the keyboard has them: what the program shows (a true minus) must be readable again.
std::string with_plain_signs(std::string_view text) {
    std::string out(text);
    for (const auto& [printed, plain] :
         {std::pair("−", "-"), {"–", "-"}, {"×", "x"}, {"″", "\""}, {"”", "\""}, {"\u00a0", " "}})
        for (std::size_t at = out.find(printed); at != std::string::npos; at = out.find(printed, at + 1))
            out.replace(at, std::char_traits<char>::length(printed), plain);
    return out;
}

bool is_digit(char c) {
    return std::isdigit(static_cast<unsigned char>(c)) != 0;
}
bool is_letter(char c) {
    return std::isalpha(static_cast<unsigned char>(c)) != 0;
}

class Parser {
public:
    Parser(std::string_view text, Unit field)
        : m_text(text)
        , m_field(field) {}

    Result<Value> all() {
        skip_blanks();
        if (at_end())
            return refuse(say("Nothing is typed here. A figure such as 12.5, 3 1/4 or 7/16 would do."));
        Result<Value> value = sum();
        if (!value)
            return value;
        skip_blanks();
        if (!at_end())
            return refuse(say("'{rest}' does not fit after the figure. Write one figure, or put + - * / between.",
                              {{"rest", rest()}}));
        return value;
    }

    void remark(const std::string& how) {
        if (!m_how.empty())
            m_how += "; ";
        m_how += how;
    }
    [[nodiscard]] const std::string& how() const { return m_how; }

private:
    std::string_view m_text;
    std::size_t m_at = 0;
    Unit m_field;
    std::string m_how;
    int m_depth = 0;

    [[nodiscard]] bool at_end() const { return m_at >= m_text.size(); }
    [[nodiscard]] char peek(std::size_t ahead = 0) const {
        return m_at + ahead < m_text.size() ? m_text[m_at + ahead] : '\0';
    }
    void skip_blanks() {
        while (peek() == ' ' || peek() == '\t')
            ++m_at;
    }
    [[nodiscard]] std::string rest() const {
        std::string_view tail = m_text.substr(m_at);
        return std::string(tail.substr(0, 20)) + (tail.size() > 20 ? "…" : "");
    }
    static Result<Value> refuse(std::string sentence) { return problem("", std::move(sentence)); }

    Result<Value> sum() {
        Result<Value> left = product();
        while (left) {
            skip_blanks();
            const char sign = peek();
            if (sign != '+' && sign != '-')
                break;
            ++m_at;
            Result<Value> right = product();
            if (!right)
                return right;
            left = add(*left, *right, sign == '+' ? 1.0 : -1.0);
        }
        return left;
    }

    Result<Value> product() {
        Result<Value> left = factor();
        while (left) {
            skip_blanks();
            const char sign = peek();
            const bool times = sign == '*' || sign == 'x' || sign == 'X';
            if (!times && sign != '/')
                break;
            ++m_at;
            Result<Value> right = factor();
            if (!right)
                return right;
            left = times ? multiply(*left, *right) : divide(*left, *right);
        }
        return left;
    }

    Result<Value> factor() {
        skip_blanks();
        if (++m_depth > deepest_nesting)
            return refuse(say("There are too many brackets or signs in this figure. Work it out in fewer steps."));
        Result<Value> value = signed_factor();
        --m_depth;
        return value;
    }

    Result<Value> signed_factor() {
        const char c = peek();
        if (at_end())
            return refuse(say("The figure stops too early: a number is missing at the end."));
        if (c == '+' || c == '-') {
            ++m_at;
            Result<Value> value = factor();
            if (value && c == '-')
                value->size = -value->size;
            return value;
        }
        if (c == '(') {
            ++m_at;
            Result<Value> inside = sum();
            if (!inside)
                return inside;
            skip_blanks();
            if (peek() != ')')
                return refuse(say("A bracket is opened but not closed. Add the missing )."));
            ++m_at;
            inside->unit = 0.0; // a unit inside the brackets is for what is in them
            return with_unit_behind(*inside);
        }
        if (is_digit(c) || (c == '.' && is_digit(peek(1))))
            return number();
        if (c == '#' || is_letter(c))
            return drill();
        return refuse(say("A number is expected where '{rest}' stands. {c}",
                          {{"rest", rest()},
                           {"c", c == '/' || c == '*' ? say("One sign too many, it seems.")
                                                      : say("Figures such as 12.5 or 3 1/4 would do.")}}));
    }

    // Reads decimal digits; an exponent is taken only when digits follow it.
    Result<double> digits() {
        const std::size_t start = m_at;
        while (is_digit(peek()))
            ++m_at;
        if (peek() == '.') {
            ++m_at;
            while (is_digit(peek()))
                ++m_at;
        }
        if (peek() == ',')
            return problem(
                "", say("A comma is not used in figures here, because it is read in two ways. Use a point: 12.5."));
        const std::size_t sign = (peek(1) == '+' || peek(1) == '-') ? 1 : 0;
        if ((peek() == 'e' || peek() == 'E') && is_digit(peek(1 + sign))) {
            m_at += 1 + sign;
            while (is_digit(peek()))
                ++m_at;
        }
        const std::string written(m_text.substr(start, m_at - start));
        const double value = std::strtod(written.c_str(), nullptr);
        if (!std::isfinite(value) || value > largest_number)
            return problem("", say("{written} is too large a number for anything on a bench.", {{"written", written}}));
        return value;
    }

    // A fraction below one directly ahead ("1/4"), as (numerator, denominator) text span; used to recognise mixed
    // numbers.
    [[nodiscard]] std::optional<double> proper_fraction_at(std::size_t from, std::size_t& end) const {
        std::size_t at = from;
        const auto whole = [&]() -> std::optional<double> {
            const std::size_t start = at;
            while (at < m_text.size() && is_digit(m_text[at]))
                ++at;
            if (at == start || at - start > 6)
                return std::nullopt;
            return std::strtod(std::string(m_text.substr(start, at - start)).c_str(), nullptr);
        };
        const auto top = whole();
        if (!top || at >= m_text.size() || m_text[at] != '/')
            return std::nullopt;
        ++at;
        const auto bottom = whole();
        if (!bottom || *bottom <= *top || (at < m_text.size() && m_text[at] == '.'))
            return std::nullopt;
        end = at;
        return *top / *bottom;
    }

    Result<Value> number() {
        const std::size_t start = m_at;
        const Result<double> read = digits();
        if (!read)
            return tl::unexpected(read.error());
        double size = *read;
        const std::string_view written = m_text.substr(start, m_at - start);
        const bool whole = written.find_first_not_of("0123456789") == std::string_view::npos;
        if (whole) {
            if (const Result<bool> fraction = take_plain_fraction(size); !fraction)
                return tl::unexpected(fraction.error());
            else if (!*fraction)
                take_mixed_fraction(size);
        }
        return with_unit_behind({size, Kind::Bare});
    }

    // "7/16" is one number, so that a unit behind it counts for all of it. True when it was taken.
    Result<bool> take_plain_fraction(double& size) {
        if (peek() != '/' || !is_digit(peek(1)))
            return false;
        const std::size_t stroke = m_at++;
        const Result<double> under = digits();
        if (!under)
            return tl::unexpected(under.error());
        if (m_text.substr(stroke + 1, m_at - stroke - 1).find_first_not_of("0123456789") != std::string_view::npos) {
            m_at = stroke; // 10/2.5 is a division
            return false;
        }
        if (*under == 0.0)
            return problem("", say("Nothing can be divided by nought. Change the figure under the stroke."));
        size /= *under;
        return true;
    }

    // After a whole number: " 1/4" or "-1/4" belongs to it (a mixed number) unless blanks stand on both sides of the
    // minus.
    void take_mixed_fraction(double& size) {
        std::size_t next = m_at;
        while (next < m_text.size() && m_text[next] == ' ')
            ++next;
        const bool blank_before = next > m_at;
        const bool dash = next < m_text.size() && m_text[next] == '-';
        std::size_t from = dash ? next + 1 : next;
        const bool blank_after = dash && from < m_text.size() && m_text[from] == ' ';
        while (from < m_text.size() && m_text[from] == ' ')
            ++from;
        if (!dash && !blank_before)
            return;
        std::size_t end = from;
        const auto fraction = proper_fraction_at(from, end);
        if (!fraction) {
            // "12-13/4": a difference that looks like a mixed number.
            const std::size_t stroke = std::min(m_text.find_first_not_of("0123456789", from), m_text.size());
            if (dash && !blank_before && !blank_after && stroke > from && stroke + 1 < m_text.size() &&
                m_text[stroke] == '/' && is_digit(m_text[stroke + 1]))
                remark(say("read as {size} minus {typed}, which is more than one",
                           {{"size", fmt::format("{:g}", size)},
                            {"typed", m_text.substr(from, m_text.find_first_not_of("0123456789/", from) - from)}}));
            return;
        }
        const std::string part(m_text.substr(from, end - from));
        const std::string whole = fmt::format("{:g}", size);
        if (dash && blank_before && blank_after) {
            remark(say("read as {whole} minus {part}", {{"whole", whole}, {"part", part}}));
            return;
        }
        if (dash)
            remark(say("read as {whole} and {part}, a mixed number", {{"whole", whole}, {"part", part}}));
        size += *fraction;
        m_at = end;
    }

    // The word of letters, or the inch mark, at the reading place.
    [[nodiscard]] std::string_view word_here() const {
        std::size_t end = m_at;
        while (end < m_text.size() && is_letter(m_text[end]))
            ++end;
        return m_text.substr(m_at, end - m_at);
    }

    Result<Value> with_unit_behind(Value value) {
        const std::size_t before = m_at;
        skip_blanks();
        double factor = 0.0;
        if (peek() == '"') {
            ++m_at;
            factor = mm_per_inch;
        } else {
            const std::string_view word = word_here();
            const std::string unit = small_letters(word);
            if (unit == "mm" || unit == "millimetre" || unit == "millimetres")
                factor = 1.0;
            else if (unit == "cm")
                factor = 10.0;
            else if (unit == "in" || unit == "inch" || unit == "inches")
                factor = mm_per_inch;
            else if (unit == "thou")
                factor = mm_per_inch / 1000.0;
            else if (unit.empty() || unit == "x") {
                m_at = before;
                return value;
            } else
                return refuse(
                    say("'{word}' is not a unit that is known here. mm, cm, in, {inch_mark} or thou would do.",
                        {{"word", word}, {"inch_mark", "\""}}));
            m_at += word.size();
        }
        if (value.kind != Kind::Bare)
            return refuse(say("A unit stands behind a figure that already has one."));
        return Value{value.size * factor, Kind::Length, factor};
    }

    Result<Value> drill() {
        const std::size_t start = m_at;
        const std::string word = small_letters(word_here());
        std::string name;
        if (peek() == '#' || word == "no") {
            m_at += peek() == '#' ? 1 : word.size();
            if (peek() == '.')
                ++m_at;
            skip_blanks();
            const std::size_t first = m_at;
            while (is_digit(peek()))
                ++m_at;
            name = fmt::format("#{}", m_text.substr(first, m_at - first));
        } else {
            m_at += word.size();
            name = std::string(m_text.substr(start, m_at - start));
            if (name.size() == 1)
                name[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(name[0])));
        }
        if (const auto diameter = drill_diameter(name)) {
            remark(say("{name} drill, {diameter}", {{"name", name}, {"diameter", both_units(*diameter)}}));
            return Value{diameter->in_mm(), Kind::Length};
        }
        if (name.starts_with('#'))
            return refuse(say("There is no number drill {name}. They run from #1 to #80.", {{"name", name}}));
        return refuse(
            say("'{name}' is not a number. Figures such as 12.5, 3 1/4, 7/16 or #29 would do.", {{"name", name}}));
    }

    Result<Value> add(Value left, Value right, double sign) {
        if (left.kind != right.kind) {
            if (left.kind == Kind::Ratio || right.kind == Kind::Ratio)
                return refuse(say("A length divided by a length has no unit, so it cannot be added to a length."));
            for (Value* value : {&left, &right})
                if (value->kind == Kind::Bare) {
                    remark(say("{figure} without a unit was taken in {field}",
                               {{"figure", decimal(value->size, 6, Sign::WhenNegative, Tail::Trim)},
                                {"field", unit_word(m_field)}}));
                    *value = {value->size * millimetres_in(m_field), Kind::Length};
                }
        }
        return Value{left.size + sign * right.size, left.kind};
    }

    static Result<Value> multiply(Value left, Value right) {
        if (left.kind == Kind::Length && right.kind == Kind::Length)
            return refuse(say("A length times a length is an area. Leave the unit off one of them."));
        Kind kind = left.kind == Kind::Ratio && right.kind == Kind::Ratio ? Kind::Ratio : Kind::Bare;
        if (left.kind == Kind::Length || right.kind == Kind::Length)
            kind = Kind::Length;
        return Value{left.size * right.size, kind};
    }

    Result<Value> divide(Value left, Value right) {
        if (right.size == 0.0)
            return refuse(say("Nothing can be divided by nought. Change the figure under the stroke."));
        if (right.kind == Kind::Length) {
            // "7.3/3 mm": the unit is meant for all of it; a number over a length would be nothing.
            if (left.kind == Kind::Bare && right.unit > 0.0) {
                remark(say("the unit behind it counts for {left}/{right}",
                           {{"left", fmt::format("{:g}", left.size)},
                            {"right", fmt::format("{:g}", right.size / right.unit)}}));
                return Value{left.size / (right.size / right.unit) * right.unit, Kind::Length, right.unit};
            }
            if (left.kind != Kind::Length)
                return refuse(
                    say("A plain number cannot be divided by a length. Give the first figure a unit as well."));
            return Value{left.size / right.size, Kind::Ratio};
        }
        return Value{left.size / right.size, left.kind};
    }
};

} // namespace

Result<ReadLength> read_length(std::string_view text, Unit field) {
    if (const auto fault = length_fault(text, limits::figure))
        return problem("", *fault);
    const std::string typed = with_plain_signs(text);
    Parser parser(typed, field);
    const Result<Value> value = parser.all();
    if (!value)
        return tl::unexpected(value.error());
    if (value->kind == Kind::Ratio)
        return problem("", say("A length divided by a length has no unit, but a length is wanted here."));
    const double mm = value->kind == Kind::Length ? value->size : value->size * millimetres_in(field);
    if (!std::isfinite(mm) || std::fabs(mm) > largest_length_mm)
        return problem("", say("That is more than 100 metres. Check the decimal point and the unit."));
    return ReadLength{Length::mm(mm + 0.0), parser.how()};
}

Result<double> read_number(std::string_view text) {
    if (const auto fault = length_fault(text, limits::figure))
        return problem("", *fault);
    const std::string typed = with_plain_signs(text);
    Parser parser(typed, Unit::Millimetre);
    const Result<Value> value = parser.all();
    if (!value)
        return tl::unexpected(value.error());
    if (value->kind == Kind::Length)
        return problem("", say("A plain number is wanted here, without a unit."));
    if (!std::isfinite(value->size) || std::fabs(value->size) > largest_number)
        return problem("", say("That number is too large for anything on a bench."));
    return value->size;
}

Result<int> read_count(std::string_view text, int least, int most, const std::string& of_what) {
    static constexpr std::array words = {"one",   "two",   "three", "four", "five",   "six",
                                         "seven", "eight", "nine",  "ten",  "eleven", "twelve"};
    const std::string word = small_letters(text);
    double number = 0.0;
    if (const auto found = std::find(words.begin(), words.end(), word); found != words.end()) {
        number = static_cast<double>(found - words.begin() + 1);
    } else {
        const Result<double> read = read_number(text);
        if (!read)
            return tl::unexpected(read.error());
        number = *read;
    }
    if (number != std::floor(number))
        return problem("", say("{of_what} must be counted in whole numbers.", {{"of_what", of_what}}));
    if (number < least || number > most)
        return problem("", say("Any number of {of_what} from {least} to {most} would do here.",
                               {{"of_what", of_what}, {"least", least}, {"most", most}}));
    return static_cast<int>(number);
}

std::string both_units(Length length) {
    const NearestFraction fraction = nearest_fraction(length);
    const bool exact = std::fabs(fraction.leftover.in_mm()) < 1e-9;
    return say("{millimetres} mm = {inches} in, {fraction} in {exact}",
               {{"millimetres", decimal(length.in_mm(), 4, Sign::WhenNegative, Tail::Trim)},
                {"inches", decimal(length.in(Unit::Inch), 5, Sign::WhenNegative, Tail::Trim)},
                {"fraction", fraction.text},
                {"exact", exact ? say("exactly")
                                : say("and {fraction} mm",
                                      {{"fraction", decimal(fraction.leftover.in_mm(), 3, Sign::Always)}})}}) +
           (drill_of(length).empty() ? "" : say(", drill {drill_of}", {{"drill_of", drill_of(length)}}));
}

} // namespace clockface
