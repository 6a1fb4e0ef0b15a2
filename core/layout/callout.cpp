#include "layout/callout.h"

#include "layout/callout_said.h"
#include "layout/pattern.h"
#include "layout/validate.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"
#include "shop/hole_words.h"

#include <algorithm>
#include <cctype>
#include <fmt/format.h>
#include <map>
#include <optional>
#include <vector>

namespace clockface {

namespace {

using Word = CalloutWord;

struct Stop {
    CalloutProblem problem;
};

// Collects what the words say. Refusals travel as an exception inside this file only.
class Reader {
public:
    Reader(std::string_view text, const Job& job)
        : m_text(text)
        , m_job(job)
        , m_words(callout_words(text)) {}

    Pattern read() {
        if (m_words.empty())
            refuse_end("Nothing is typed yet. Something like 7x M5 on 61.5 circle from 1 o'clock cw would do.");
        read_count_word();
        while (!at_end())
            read_part();
        Pattern pattern;
        pattern.name = next_pattern_name(m_job);
        pattern.face = m_job.blank.up;
        if (m_said.kind != Said::Kind::Copy) {
            if (!m_said.size)
                refuse_end("The size of the holes is missing. Write a diameter or a thread, such as 8.4 or M5.");
            pattern.hole = *m_said.size;
            pattern.hole.depth = m_said.depth;
        }
        const Result<PatternLayout> layout = layout_of(m_said, m_job);
        if (!layout)
            refuse_end(layout.error().sentence);
        pattern.layout = *layout;
        pattern.off = m_said.off;
        pattern.extras = m_said.extras;
        Job next = m_job;
        next.patterns.push_back(pattern);
        if (m_said.without)
            pattern.left_out = numbers(*m_said.without, static_cast<int>(counts_of(next).back()));
        next.patterns.back() = pattern;
        if (const auto fault = first_fault(next))
            refuse_end(fault->sentence);
        return pattern;
    }

private:
    using Kind = Said::Kind;

    std::string_view m_text;
    const Job& m_job;
    std::vector<Word> m_words;
    std::size_t m_at = 0;
    Said m_said;

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
    void expect(const std::string& word, const std::string& why) {
        if (take(word))
            return;
        if (at_end())
            refuse_end(why);
        refuse(m_words[m_at], why);
    }
    // "in" is a unit, except before a row, a grid or a piece.
    [[nodiscard]] bool is_keyword(std::size_t ahead) const {
        const std::string word = peek(ahead);
        if (word == "in")
            return peek(ahead + 1) == "row" || peek(ahead + 1) == "a" || peek(ahead + 1) == "staggered" ||
                   peek(ahead + 1) == "every";
        return is_callout_keyword(word);
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
        while (figure_follows() && belongs_to_figure(m_text.substr(found.begin, found.length), peek())) {
            found.length = m_words[m_at].begin + m_words[m_at].length - found.begin;
            ++m_at;
        }
        found.text = std::string(m_text.substr(found.begin, found.length));
        return found;
    }
    // Figures with commas (or "and") between them, as far as the next one is a figure by itself.
    std::vector<Word> list(const std::string& wanted) {
        std::vector<Word> all{figure(wanted)};
        while (peek() == "," || peek() == "and") {
            const std::size_t before = m_at;
            ++m_at;
            if (!figure_follows()) {
                m_at = before;
                break;
            }
            Word next = figure(wanted);
            const std::string then = peek();
            // "…, 8.4 deep": the figure belongs to what follows it.
            if (then == "deep" || then == "apart" || then == "pc" || then == "circle" || then == "from" ||
                std::isdigit(static_cast<unsigned char>(next.text.front())) == 0) {
                m_at = before;
                break;
            }
            all.push_back(next);
        }
        return all;
    }

    [[nodiscard]] Length length(const Word& word) const {
        const auto read = read_length(word.text, m_job.unit);
        if (!read)
            refuse(word, read.error().sentence);
        return read->value;
    }
    [[nodiscard]] static int whole(const Word& word, const std::string& of = "holes") {
        const auto read = clockface::read_count(word.text, 1, most_holes_in_pattern, of);
        if (!read)
            refuse(word, read.error().sentence);
        return *read;
    }
    [[nodiscard]] Angle direction(const Word& word) const {
        const auto read = read_direction(word.text, m_job.convention);
        if (!read)
            refuse(word, read.error().sentence);
        return read->value;
    }
    [[nodiscard]] static Angle turn(const Word& word) {
        const auto read = read_turn(word.text);
        if (!read)
            refuse(word, read.error().sentence);
        return read->value;
    }
    [[nodiscard]] static std::set<int> numbers(const Word& word, int places) {
        const auto read = clockface::read_hole_numbers(word.text, places);
        if (!read)
            refuse(word, read.error().sentence);
        return *read;
    }
    // X, Y as the drawing counts them.
    Point pair(const std::string& wanted) {
        take("x");
        const Word x = figure(wanted);
        if (!take(",") && peek() != "y")
            refuse(x, "This takes two figures, X and Y, with a comma between them.");
        take("y");
        const Word y = figure("The Y of it");
        return from_drawn(m_job.datum, {length(x), length(y)});
    }
    std::vector<Point> pairs(const std::string& wanted) {
        std::vector<Point> all{pair(wanted)};
        while (take(";"))
            all.push_back(pair(wanted));
        return all;
    }
    std::string pattern_name() {
        if (at_end())
            refuse_end("The name of a pattern is missing here.");
        Word word = m_words[m_at++]; // any word: a pattern may well be called A
        word.text = std::string(m_text.substr(word.begin, word.length));
        for (const Pattern& pattern : m_job.patterns)
            if (pattern.name == word.text || lower(pattern.name) == lower(word.text))
                return pattern.name;
        refuse(word, m_job.patterns.empty()
                         ? "There is no pattern yet to go by."
                         : fmt::format("There is no pattern {}. {} would do.", word.text, m_job.patterns.back().name));
    }
    [[nodiscard]] static std::string lower(std::string text) {
        std::transform(text.begin(), text.end(), text.begin(),
                       [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
        return text;
    }
    // "A3", when there is a pattern A.
    [[nodiscard]] std::optional<HoleRef> hole_at(std::size_t ahead) const {
        const auto found = read_hole_name(peek(ahead), m_job);
        return found ? std::optional(*found) : std::nullopt;
    }
    HoleRef hole() {
        if (at_end())
            refuse_end("The name of a hole is missing here.");
        const auto found = read_hole_name(std::string(m_text.substr(m_words[m_at].begin, m_words[m_at].length)), m_job);
        if (!found)
            refuse(m_words[m_at], found.error().sentence);
        ++m_at;
        return *found;
    }

    // "7x", "7 x", "seven", "7 holes".
    void read_count_word() {
        Word word = m_words.front();
        if (word.text.size() > 1 && word.text.back() == 'x' &&
            std::isdigit(static_cast<unsigned char>(word.text.front()))) {
            word.text.pop_back();
            m_said.count = whole(word);
            ++m_at;
        } else if (peek(1) == "x" || peek(1) == "holes" ||
                   (!is_callout_keyword(word.text) && !std::isdigit(static_cast<unsigned char>(word.text.front())) &&
                    clockface::read_count(word.text, 1, most_holes_in_pattern, "holes"))) {
            m_said.count = whole(word);
            m_at += peek(1) == "x" ? 2 : 1;
        }
    }

    void read_part() {
        if (figure_follows())
            return read_figure();
        using Part = void (Reader::*)(const Word&);
        static const std::map<std::string, Part> parts = {
            {"circle", &Reader::read_circle},     {"pc", &Reader::read_circle},
            {"pitch", &Reader::read_circle},      {"arc", &Reader::read_arc},
            {"row", &Reader::read_row},           {"grid", &Reader::read_grid},
            {"frame", &Reader::read_grid},        {"staggered", &Reader::read_grid},
            {"at", &Reader::read_place},          {"about", &Reader::read_place},
            {"from", &Reader::read_first},        {"astride", &Reader::read_first},
            {"to", &Reader::read_last},           {"over", &Reader::read_sweep},
            {"cw", &Reader::read_sense},          {"clockwise", &Reader::read_sense},
            {"ccw", &Reader::read_sense},         {"counter-clockwise", &Reader::read_sense},
            {"through", &Reader::read_through},   {"thru", &Reader::read_through},
            {"towards", &Reader::read_towards},   {"without", &Reader::read_without},
            {"angles", &Reader::read_angles},     {"centred", &Reader::read_centred},
            {"margins", &Reader::read_margins},   {"level", &Reader::read_level},
            {"along", &Reader::read_along},       {"steps", &Reader::read_steps},
            {"midway", &Reader::read_midway},     {"points", &Reader::read_points},
            {"mirrored", &Reader::read_mirrored}, {"turned", &Reader::read_turned},
            {"repeated", &Reader::read_repeated}, {"shift", &Reader::read_shift},
            {"plus", &Reader::read_extras}};
        const Word word = m_words[m_at++];
        if (const auto part = parts.find(word.text); part != parts.end())
            (this->*part->second)(word);
        else if (!is_callout_filler(word.text))
            refuse(word, fmt::format("'{}' does not fit here. Say what comes before it, or take it out.", word.text));
    }

    void read_circle(const Word& word) {
        if (word.text == "pitch")
            take("circle");
        if (m_said.kind == Kind::Unsaid)
            m_said.kind = Kind::Circle;
        take("of");
        if (!m_said.diameter)
            m_said.diameter = length(figure("The diameter of the circle"));
    }
    void read_arc(const Word&) {
        m_said.kind = Kind::Arc;
        if (figure_follows())
            m_said.diameter = length(figure("The diameter of the arc's circle"));
    }
    void read_row(const Word&) {
        if (m_said.kind == Kind::Unsaid)
            m_said.kind = Kind::Row;
    }
    void read_grid(const Word& word) {
        m_said.kind = Kind::Grid;
        m_said.grid = word.text == "frame"       ? GridKind::Frame
                      : word.text == "staggered" ? GridKind::Staggered
                                                 : GridKind::Full;
        if (!m_said.columns)
            refuse(word, fmt::format("How many holes by how many rows? Write it before: 4 by 3 {}.", word.text));
    }
    // "at 12.5, 30" is a place, "at 2:30" a direction.
    void read_place(const Word& word) {
        const bool named = take("x");
        const Word x = figure("The place");
        const bool comma = peek() == "," && m_at + 1 < m_words.size() && (!is_keyword(1) || peek(1) == "y");
        if (!comma && !(named && peek() == "y")) {
            if (word.text == "about" || named)
                refuse(x, "A place has two figures, X and Y, with a comma between them.");
            m_said.first = direction(x);
            return;
        }
        take(",");
        take("y");
        const Word y = figure("The Y of the place");
        m_said.place = from_drawn(m_job.datum, {length(x), length(y)});
    }
    void read_first(const Word& word) {
        m_said.first = direction(figure("The direction of the first hole"));
        m_said.astride = word.text == "astride";
    }
    void read_last(const Word&) {
        m_said.last = direction(figure("The direction of the last hole"));
        m_said.kind = Kind::Arc;
    }
    void read_sweep(const Word&) {
        m_said.sweep = turn(figure("The angle from the first hole to the last"));
        m_said.kind = Kind::Arc;
    }
    void read_sense(const Word& word) {
        m_said.sense = word.text == "cw" || word.text == "clockwise" ? Sense::Clockwise : Sense::CounterClockwise;
    }
    void read_through(const Word&) { m_said.depth.reset(); }
    void read_towards(const Word&) { m_said.towards = direction(figure("The direction of the row")); }
    void read_without(const Word&) {
        const std::vector<Word> all = list("The numbers of the holes left out");
        Word whole = all.front();
        for (std::size_t i = 1; i < all.size(); ++i)
            whole.text += " " + all[i].text;
        whole.length = all.back().begin + all.back().length - whole.begin;
        m_said.without = whole;
    }
    void read_angles(const Word&) {
        m_said.kind = Kind::Angles;
        for (const Word& word : list("The angles of the holes"))
            m_said.angles.push_back(direction(word));
    }
    void read_centred(const Word&) { m_said.centred = true; }
    void read_margins(const Word&) {
        m_said.kind = Kind::Margins;
        m_said.before = length(figure("The margin before the first hole"));
        if (take(",") || take("and"))
            m_said.after = length(figure("The margin after the last hole"));
    }
    void read_level(const Word&) { m_said.level = length(figure("The level of the row")); }
    void read_along(const Word& word) {
        if (take("x"))
            m_said.along = Axis::X;
        else if (take("y"))
            m_said.along = Axis::Y;
        else
            refuse(word, "A row between margins runs along x or along y.");
    }
    void read_steps(const Word&) {
        m_said.kind = Kind::Steps;
        for (const Word& word : list("The distances from hole to hole"))
            m_said.steps.push_back(length(word));
    }
    void read_midway(const Word&) {
        m_said.kind = Kind::Middle;
        take("between");
        m_said.one = hole();
        if (!take(","))
            take("and");
        m_said.other = hole();
    }
    void read_points(const Word&) {
        m_said.kind = Kind::Points;
        m_said.points = pairs("A place");
    }
    void read_extras(const Word&) { m_said.extras = pairs("The place of a further hole"); }
    void read_shift(const Word&) {
        do {
            const int number = whole(figure("The number of a hole"));
            expect("by", "By how much? Write it so: shift 3 by 0.2, 0.");
            m_said.off[number] = pair("The shift");
        } while (take(";"));
    }
    // "mirrored A at x 40", "mirrored A at y 12", "mirrored A at 12, 30 towards 45".
    void read_mirrored(const Word&) {
        m_said.kind = Kind::Copy;
        m_said.copy.of = pattern_name();
        take(",");
        expect("at", "In which line? Write it so: mirrored A at x 40, or at y 12.");
        const bool at_x = peek() == "x" && !has_comma_soon();
        const bool at_y = peek() == "y";
        if (at_x || at_y) {
            ++m_at;
            const Length level = length(figure("The place of the line"));
            const Point on = from_drawn(m_job.datum, at_x ? Point{level, {}} : Point{{}, level});
            m_said.copy.way = Mirrored{on, Angle::degrees(at_x ? 90.0 : 0.0)};
            return;
        }
        const Point on = pair("A point of the line");
        take(",");
        expect("towards", "Which way does the line run? Add: towards 12 o'clock.");
        m_said.copy.way = Mirrored{on, direction(figure("The direction of the line"))};
    }
    // Whether "x 12, y 30" is a point rather than the line at x 12.
    [[nodiscard]] bool has_comma_soon() const { return peek(2) == "," && peek(3) == "y"; }
    void read_turned(const Word&) {
        m_said.kind = Kind::Copy;
        m_said.copy.of = pattern_name();
        expect("by", "By which angle? Write it so: turned A by 72.");
        Turned turned{middle_from_datum(m_job), turn(figure("The angle")), 1};
        if (take("cw") || take("clockwise"))
            turned.by = -turned.by;
        else if (!take("ccw"))
            take("counter-clockwise");
        turned.times = times();
        take(",");
        if (take("about") || take("at"))
            turned.about = pair("The point it turns about");
        m_said.copy.way = turned;
    }
    void read_repeated(const Word&) {
        m_said.kind = Kind::Copy;
        m_said.copy.of = pattern_name();
        take("in");
        if (take("at")) {
            expect("each", "At each hole of which pattern? Write it so: repeated A at each B.");
            m_said.copy.way = AtEach{pattern_name()};
        } else if (take("every")) {
            m_said.copy.way = InEveryPiece{};
        } else {
            expect("step",
                   "By which step? Write it so: repeated A step 12, 0 3 times; or at each B; or in every piece.");
            const Point step = pair("The step");
            m_said.copy.way = Repeated{step, times()};
        }
    }
    int times() {
        take(",");
        if (peek(1) != "times")
            return 1;
        const int count = whole(figure("How many times"), "times");
        take("times");
        return count;
    }

    // A figure by itself: the word after it says what it is, otherwise it is the size.
    void read_figure() {
        const Word word = figure("A figure");
        if (take("by"))
            return read_pair(word);
        if (peek() == "from" && hole_at(1)) {
            ++m_at;
            m_said.distances.emplace_back(length(word), hole());
            m_said.kind = Kind::TwoDistances;
        } else if (m_said.kind == Kind::TwoDistances && (word.text == "left" || word.text == "right")) {
            m_said.left = word.text == "left";
        } else if (peek() == "pc" || peek() == "circle" || peek() == "pitch") {
            m_said.diameter = length(word);
        } else if (take("deep")) {
            m_said.depth = length(word);
        } else if (take("apart")) {
            m_said.pitch = length(word);
        } else if (!m_said.size) {
            auto read = read_hole_size(word.text, m_job.unit);
            if (!read)
                refuse(word, read.error().sentence);
            m_said.size = read->spec;
        } else {
            refuse(word,
                   fmt::format("It is not said what '{}' is. Words such as circle, deep, apart, at or from would do.",
                               word.text));
        }
    }

    void read_pair(const Word& one) {
        const Word other = figure("The second figure");
        if (take("apart")) {
            m_said.pitch = length(one);
            m_said.across = length(other);
            return;
        }
        m_said.columns = whole(one);
        m_said.rows = whole(other);
    }
};

} // namespace

tl::expected<Pattern, CalloutProblem> read_callout(std::string_view text, const Job& job) {
    constexpr std::size_t longest = 20'000;
    if (text.size() > longest)
        return tl::unexpected(CalloutProblem{longest, 0, "This is too long for a callout."});
    try {
        return Reader(text, job).read();
    } catch (const Stop& stop) {
        return tl::unexpected(stop.problem);
    }
}

} // namespace clockface
