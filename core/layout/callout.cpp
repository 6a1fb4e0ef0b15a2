#include "layout/callout.h"

#include "job/validate.h"
#include "measure/figures.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"
#include "shop/hole_words.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <fmt/format.h>
#include <fmt/ranges.h>
#include <optional>
#include <regex>
#include <vector>

namespace clockface {

namespace {

struct Word {
    std::string text; // lower case
    std::size_t begin = 0;
    std::size_t length = 0;
};

// Words that say what a figure is; everything else belongs to a figure.
constexpr std::array keywords = {
    "on",      "circle", "pc",   "pitch", "arc",     "row",     "grid", "frame",     "staggered",
    "at",      "about",  "from", "to",    "over",    "cw",      "ccw",  "clockwise", "counter-clockwise",
    "through", "thru",   "deep", "apart", "towards", "without", "by",   "of",        "a",
    "the",     "holes",  "hole", "and",   "rows",    ",",       "x",    "y",         "tapped",
    "reamed"};
constexpr std::array fillers = {"on", "of", "a", "the", "holes", "hole", "and", "tapped", "reamed", ",", "rows", "in"};

template <std::size_t N> bool among(const std::string& word, const std::array<const char*, N>& words) {
    return std::find(words.begin(), words.end(), word) != words.end();
}

std::vector<Word> words_of(std::string_view text) {
    std::vector<Word> words;
    for (std::size_t at = 0; at < text.size();) {
        if (text[at] == ' ' || text[at] == '\t') {
            ++at;
            continue;
        }
        std::size_t end = at + 1;
        if (text[at] != ',')
            while (end < text.size() && text[end] != ' ' && text[end] != '\t' && text[end] != ',')
                ++end;
        Word word{std::string(text.substr(at, end - at)), at, end - at};
        std::transform(word.text.begin(), word.text.end(), word.text.begin(),
                       [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
        words.push_back(word);
        at = end;
    }
    return words;
}

// Whether the next word goes on with a figure ("3 1/4", "12 mm", "4 H7", "1 o'clock", "2 + 3") or begins another.
bool belongs_together(std::string_view figure, const std::string& next) {
    static constexpr std::string_view signs = "+-*/(";
    static const std::regex fraction(R"(\d+/\d+.*)");
    static const std::regex thread(R"(m\d.*|#.*|\d+/\d+-\d+)");
    const auto open = std::count(figure.begin(), figure.end(), '(');
    if (open > std::count(figure.begin(), figure.end(), ')') || signs.find(figure.back()) != std::string_view::npos)
        return true;
    if (next.size() == 1 && signs.find(next.front()) != std::string_view::npos)
        return true;
    const bool after_whole = figure.find_first_not_of("0123456789") == std::string_view::npos;
    if (std::regex_match(next, thread))
        return false;
    if (std::regex_match(next, fraction))
        return after_whole;
    const bool after_no = figure == "no" || figure == "No" || figure == "no." || figure == "No.";
    return after_no || std::isdigit(static_cast<unsigned char>(next.front())) == 0;
}

struct Stop {
    CalloutProblem problem;
};

// Collects what the words say. Refusals travel as an exception inside this file only.
class Reader {
public:
    Reader(std::string_view text, const Job& job)
        : m_text(text)
        , m_job(job)
        , m_words(words_of(text)) {}

    Pattern read() {
        if (m_words.empty())
            refuse_end("Nothing is typed yet. Something like 7x M5 on 61.5 circle from 1 o'clock cw would do.");
        read_count_word();
        while (!at_end())
            read_part();
        Pattern pattern;
        pattern.name = next_pattern_name(m_job);
        if (!m_size)
            refuse_end("The size of the holes is missing. Write a diameter or a thread, such as 8.4 or M5.");
        pattern.hole = *m_size;
        pattern.hole.depth = m_depth;
        pattern.layout = layout();
        if (m_without) {
            const auto numbers = clockface::read_hole_numbers(m_without->text, places_in(pattern.layout));
            if (!numbers)
                throw Stop{{m_without->begin, m_without->length, numbers.error().sentence}};
            pattern.left_out = *numbers;
        }
        Job next = m_job;
        next.patterns.push_back(pattern);
        if (const auto fault = first_fault(next))
            refuse_end(fault->sentence);
        return pattern;
    }

private:
    enum class Kind { Unsaid, Circle, Arc, Row, Grid };

    std::string_view m_text;
    const Job& m_job;
    std::vector<Word> m_words;
    std::size_t m_at = 0;
    Kind m_kind = Kind::Unsaid;
    GridKind m_grid = GridKind::Full;
    std::optional<int> m_count, m_columns, m_rows;
    std::optional<HoleSpec> m_size;
    std::optional<Length> m_depth, m_diameter, m_pitch, m_across;
    std::optional<Point> m_place;
    std::optional<Angle> m_first, m_last, m_sweep, m_towards;
    std::optional<Sense> m_sense;
    std::optional<Word> m_without;

    [[noreturn]] void refuse_end(const std::string& sentence) const { throw Stop{{m_text.size(), 0, sentence}}; }
    [[noreturn]] static void refuse(const Word& word, const std::string& sentence) {
        throw Stop{{word.begin, word.length, sentence}};
    }
    [[nodiscard]] bool at_end() const { return m_at >= m_words.size(); }
    [[nodiscard]] std::string peek(std::size_t ahead = 0) const {
        return m_at + ahead < m_words.size() ? m_words[m_at + ahead].text : std::string();
    }
    bool take(const std::string& word) {
        if (peek() != word)
            return false;
        ++m_at;
        return true;
    }
    // "in" is a unit, except before a row or a grid.
    [[nodiscard]] bool is_keyword(std::size_t ahead) const {
        const std::string word = peek(ahead);
        if (word == "in")
            return peek(ahead + 1) == "row" || peek(ahead + 1) == "a" || peek(ahead + 1) == "staggered";
        return among(word, keywords);
    }
    [[nodiscard]] bool figure_follows() const { return !at_end() && !is_keyword(0); }

    // The words up to the next keyword, as one text.
    Word figure(const std::string& wanted) {
        if (!figure_follows()) {
            if (at_end())
                refuse_end(wanted + " is missing here.");
            refuse(m_words[m_at], fmt::format("{} is missing before '{}'.", wanted, peek()));
        }
        Word found = m_words[m_at++];
        while (figure_follows() && belongs_together(m_text.substr(found.begin, found.length), peek())) {
            found.length = m_words[m_at].begin + m_words[m_at].length - found.begin;
            ++m_at;
        }
        found.text = std::string(m_text.substr(found.begin, found.length));
        return found;
    }
    Length length(const Word& word) const {
        const auto read = read_length(word.text, m_job.unit);
        if (!read)
            refuse(word, read.error().sentence);
        return read->value;
    }
    int whole(const Word& word) const {
        const auto read = clockface::read_count(word.text, 1, most_holes_in_pattern, "holes");
        if (!read)
            refuse(word, read.error().sentence);
        return *read;
    }
    Angle direction(const Word& word) const {
        const auto read = read_direction(word.text, m_job.convention);
        if (!read)
            refuse(word, read.error().sentence);
        return read->value;
    }

    // "7x", "7 x", "seven", "7 holes".
    void read_count_word() {
        Word word = m_words.front();
        if (word.text.size() > 1 && word.text.back() == 'x' &&
            std::isdigit(static_cast<unsigned char>(word.text.front()))) {
            word.text.pop_back();
            m_count = whole(word);
            ++m_at;
        } else if (peek(1) == "x" || peek(1) == "holes" ||
                   (!among(word.text, keywords) && !std::isdigit(static_cast<unsigned char>(word.text.front())) &&
                    clockface::read_count(word.text, 1, most_holes_in_pattern, "holes"))) {
            m_count = whole(word);
            m_at += peek(1) == "x" ? 2 : 1;
        }
    }

    void read_part() {
        const Word word = m_words[m_at];
        if (figure_follows())
            return read_figure();
        ++m_at;
        if (word.text == "circle" || word.text == "pc" || word.text == "pitch")
            read_circle(word);
        else if (word.text == "arc") {
            m_kind = Kind::Arc;
            if (figure_follows())
                m_diameter = length(figure("The diameter of the arc's circle"));
        } else if (word.text == "row")
            m_kind = Kind::Row;
        else if (word.text == "grid" || word.text == "frame" || word.text == "staggered")
            read_grid(word);
        else if (word.text == "at" || word.text == "about")
            read_place(word);
        else if (word.text == "from")
            m_first = direction(figure("The direction of the first hole"));
        else if (word.text == "to") {
            m_last = direction(figure("The direction of the last hole"));
            m_kind = Kind::Arc;
        } else if (word.text == "over") {
            const Word angle = figure("The angle from the first hole to the last");
            const auto read = read_turn(angle.text);
            if (!read)
                refuse(angle, read.error().sentence);
            m_sweep = read->value;
            m_kind = Kind::Arc;
        } else if (word.text == "cw" || word.text == "clockwise")
            m_sense = Sense::Clockwise;
        else if (word.text == "ccw" || word.text == "counter-clockwise")
            m_sense = Sense::CounterClockwise;
        else if (word.text == "through" || word.text == "thru")
            m_depth.reset();
        else if (word.text == "towards")
            m_towards = direction(figure("The direction of the row"));
        else if (word.text == "without")
            read_without();
        else if (!among(word.text, fillers))
            refuse(word, fmt::format("'{}' does not fit here. Say what comes before it, or take it out.", word.text));
    }

    void read_circle(const Word& word) {
        if (word.text == "pitch")
            take("circle");
        if (m_kind == Kind::Unsaid)
            m_kind = Kind::Circle;
        take("of");
        if (!m_diameter)
            m_diameter = length(figure("The diameter of the circle"));
    }

    void read_grid(const Word& word) {
        m_kind = Kind::Grid;
        m_grid = word.text == "frame"       ? GridKind::Frame
                 : word.text == "staggered" ? GridKind::Staggered
                                            : GridKind::Full;
        if (!m_columns)
            refuse(word, fmt::format("How many holes by how many rows? Write it before: 4 by 3 {}.", word.text));
    }

    // "at 12.5, 30" is a place, "at 2:30" a direction.
    void read_place(const Word& word) {
        const bool named = take("x");
        const Word x = figure("The place");
        const bool pair = peek() == "," && m_at + 1 < m_words.size() && (!is_keyword(1) || peek(1) == "y");
        if (!pair && !(named && peek() == "y")) {
            if (word.text == "about" || named)
                refuse(x, "A place has two figures, X and Y, with a comma between them.");
            m_first = direction(x);
            return;
        }
        take(",");
        take("y");
        const Word y = figure("The Y of the place");
        m_place = from_drawn(m_job.datum, {length(x), length(y)});
    }

    void read_without() {
        Word numbers = figure("The numbers of the holes left out");
        while (peek() == "," || peek() == "and") {
            if (m_at + 1 >= m_words.size() || is_keyword(1) ||
                !std::isdigit(static_cast<unsigned char>(peek(1).front())) || peek(2) == "deep")
                break;
            ++m_at;
            const Word more = figure("A number");
            numbers.length = more.begin + more.length - numbers.begin;
            numbers.text += " " + more.text;
        }
        m_without = numbers;
    }

    // A figure by itself: the word after it says what it is, otherwise it is the size.
    void read_figure() {
        const Word word = figure("A figure");
        if (take("by"))
            return read_pair(word);
        if (peek() == "pc" || peek() == "circle" || peek() == "pitch") {
            m_diameter = length(word);
        } else if (take("deep")) {
            m_depth = length(word);
        } else if (take("apart")) {
            m_pitch = length(word);
        } else if (!m_size) {
            auto read = read_hole_size(word.text, m_job.unit);
            if (!read)
                refuse(word, read.error().sentence);
            m_size = read->spec;
        } else {
            refuse(word,
                   fmt::format("It is not said what '{}' is. Words such as circle, deep, apart, at or from would do.",
                               word.text));
        }
    }

    void read_pair(const Word& one) {
        const Word other = figure("The second figure");
        if (take("apart")) {
            m_pitch = length(one);
            m_across = length(other);
            return;
        }
        m_columns = whole(one);
        m_rows = whole(other);
    }

    [[nodiscard]] Point place_or_middle() const {
        return m_place.value_or(Point{} - datum_from_middle(m_job.blank, m_job.datum.place));
    }
    [[nodiscard]] Point place() const {
        if (!m_place)
            refuse_end("Where? Add the place of the first hole: at X, Y.");
        return *m_place;
    }
    [[nodiscard]] Angle along() const {
        return m_towards.value_or(Angle::degrees(m_job.datum.x_plus_right ? 0.0 : 180.0));
    }

    [[nodiscard]] PatternLayout layout() const {
        const int count = m_count.value_or(1);
        const Sense sense = m_sense.value_or(m_job.convention.sense);
        const Angle first = m_first.value_or(m_job.convention.zero);
        switch (m_kind) {
        case Kind::Circle:
        case Kind::Arc:
            if (!m_diameter)
                refuse_end("The diameter of the circle is missing. Add: on circle 61.5.");
            if (m_kind == Kind::Circle)
                return CirclePattern{place_or_middle(), *m_diameter, count, first, sense};
            if (!m_last && !m_sweep)
                refuse_end(
                    "Where does the arc end? Add the last hole's direction (to 305) or the angle to it (over 67).");
            return ArcPattern{place_or_middle(),
                              *m_diameter,
                              count,
                              first,
                              m_sweep ? *m_sweep : AngleConvention{first, sense}.figure_of(*m_last),
                              sense};
        case Kind::Row:
            if (!m_pitch)
                refuse_end("The pitch of the row is missing. Add: 7.4 apart.");
            return RowPattern{place(), count, *m_pitch, along()};
        case Kind::Grid:
            if (!m_pitch)
                refuse_end("The pitch of the grid is missing. Add: 9.4 by 7.7 apart.");
            return GridPattern{place(), m_grid, *m_columns, *m_rows, *m_pitch, m_across.value_or(*m_pitch), along()};
        case Kind::Unsaid:
            break;
        }
        if (count > 1)
            refuse_end("How do the holes lie? Add a circle, an arc, a row or a grid.");
        return SinglePattern{place()};
    }
};

// ---- the normal form

struct Writer {
    const Job& job;
    const Pattern& pattern;

    // The fewest decimals that read back to the same length, to a ten-millionth of a micrometre.
    [[nodiscard]] std::string fig(Length length) const {
        constexpr double same_mm = 1e-10;
        constexpr int most_decimals = 12;
        const double value = length.in(job.unit);
        for (int decimals = 0; decimals < most_decimals; ++decimals) {
            const std::string text = fmt::format("{:.{}f}", value, decimals);
            if (abs(Length::of(std::stod(text), job.unit) - length) < Length::mm(same_mm))
                return std::stod(text) == 0.0 ? "0" : text;
        }
        return fmt::format("{:.{}f}", value, most_decimals);
    }
    [[nodiscard]] std::string at(Point point) const {
        const Point drawn = as_drawn(job.datum, point);
        return fmt::format("at {}, {}", fig(drawn.x), fig(drawn.y));
    }
    [[nodiscard]] std::string bearing(Angle angle) const {
        return fmt::format("{}", job.convention.figure_of(angle).in_degrees());
    }
    static std::string sense(Sense going) { return going == Sense::Clockwise ? "cw" : "ccw"; }
    [[nodiscard]] std::string hole() const {
        const HoleSpec& spec = pattern.hole;
        const std::string size = spec.purpose == Purpose::Tapped   ? spec.label
                                 : spec.purpose == Purpose::Reamed ? fig(spec.diameter) + " " + spec.label
                                                                   : fig(spec.diameter);
        return size + (spec.depth ? ", " + fig(*spec.depth) + " deep" : ", through");
    }

    std::string operator()(const CirclePattern& c) const {
        return fmt::format("{}x {}, on circle {} {}, from {} {}", c.count, hole(), fig(c.diameter), at(c.centre),
                           bearing(c.first), sense(c.going));
    }
    std::string operator()(const ArcPattern& a) const {
        return fmt::format("{}x {}, on arc {} {}, from {} over {} {}", a.count, hole(), fig(a.diameter), at(a.centre),
                           bearing(a.first), a.sweep.in_degrees(), sense(a.going));
    }
    std::string operator()(const RowPattern& r) const {
        return fmt::format("{}x {}, in row {} apart {}, towards {}", r.count, hole(), fig(r.pitch), at(r.first),
                           bearing(r.bearing));
    }
    std::string operator()(const SinglePattern& s) const { return fmt::format("{}, {}", hole(), at(s.at)); }
    std::string operator()(const GridPattern& g) const {
        static constexpr std::array kinds = {"grid", "frame", "staggered"};
        return fmt::format("{} by {} {} of {}, {} by {} apart {}, towards {}", g.columns, g.rows,
                           kinds.at(static_cast<std::size_t>(g.kind)), hole(), fig(g.pitch), fig(g.across), at(g.first),
                           bearing(g.bearing));
    }
};

} // namespace

tl::expected<Pattern, CalloutProblem> read_callout(std::string_view text, const Job& job) {
    constexpr std::size_t longest = 500;
    if (text.size() > longest)
        return tl::unexpected(CalloutProblem{longest, 0, "This is too long for a callout."});
    try {
        return Reader(text, job).read();
    } catch (const Stop& stop) {
        return tl::unexpected(stop.problem);
    }
}

std::string callout_of(const Pattern& pattern, const Job& job) {
    std::string text = std::visit(Writer{job, pattern}, pattern.layout);
    if (!pattern.left_out.empty())
        text += fmt::format(", without {}", fmt::join(pattern.left_out, ", "));
    return text;
}

} // namespace clockface
