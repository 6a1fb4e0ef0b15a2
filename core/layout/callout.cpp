#include "layout/callout.h"

#include "layout/callout_reader.h"
#include "layout/callout_said.h"
#include "layout/pattern.h"
#include "layout/validate.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"
#include "shop/hole_words.h"
#include "words/say.h"

#include <algorithm>
#include <cctype>
#include <map>
#include <optional>
#include <vector>

namespace clockface {

namespace {

// Collects what the words say. Refusals travel as an exception inside this file only.
class Reader : public CalloutReader {
public:
    Reader(std::string_view text, const Job& job)
        : CalloutReader(text, job) {}

    Pattern read() {
        if (nothing_typed())
            refuse_end(say("Nothing is typed yet. Something like 7x M5 on 61.5 circle from 1 o'clock cw would do."));
        m_said.count = count_word();
        while (!at_end())
            read_part();
        Pattern pattern;
        pattern.name = next_pattern_name(job());
        pattern.face = job().blank.up;
        if (m_said.kind != Said::Kind::Copy) {
            if (!m_said.size)
                refuse_end(say("The size of the holes is missing. Write a diameter or a thread, such as 8.4 or M5."));
            pattern.hole = *m_said.size;
            pattern.hole.depth = m_said.depth;
        }
        const Result<PatternLayout> layout = layout_of(m_said, job());
        if (!layout)
            refuse_end(layout.error().sentence);
        judge_meaning();
        judge_way(m_said.size);
        judge_count(*layout);
        pattern.layout = *layout;
        pattern.off = m_said.off;
        pattern.extras = m_said.extras;
        pattern.within = m_said.within;
        return sound(pattern, m_said.without);
    }

private:
    using Kind = Said::Kind;

    Said m_said;
    Word m_pair; // of "4 by 3"

    // "in" is a unit, except before a row, a grid or a piece.
    [[nodiscard]] bool is_keyword(std::size_t ahead) const override {
        const std::string word = peek(ahead);
        if (word == "in")
            return peek(ahead + 1) == "row" || peek(ahead + 1) == "a" || peek(ahead + 1) == "staggered" ||
                   peek(ahead + 1) == "every";
        return is_callout_keyword(word);
    }
    // X, Y as the drawing counts them.
    Point pair(const std::string& wanted) {
        take("x");
        const Word x = figure(wanted);
        if (!take(",") && peek() != "y")
            refuse(x, say("This takes two figures, X and Y, with a comma between them."));
        take("y");
        const Word y = figure(say("The Y of it"));
        return from_drawn(job().datum, {length(x), length(y)});
    }
    std::vector<Point> pairs(const std::string& wanted) {
        std::vector<Point> all{pair(wanted)};
        while (take(";"))
            all.push_back(pair(wanted));
        return all;
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
            {"plus", &Reader::read_extras},       {"tapped", &Reader::read_tapped},
            {"reamed", &Reader::read_reamed},     {"within", &Reader::read_within}};
        const Word word = next();
        if (const auto part = parts.find(word.text); part != parts.end())
            (this->*part->second)(word);
        else if (!is_callout_filler(word.text))
            refuse(word,
                   say("'{word}' does not fit here. Say what comes before it, or take it out.", {{"word", word.text}}));
    }

    // What has a meaning for each kind; whatever else was said is refused at its place.
    void judge_meaning() const {
        using enum Subject;
        if (m_said.columns && m_said.kind != Kind::Grid)
            refuse(m_pair, say("That many by that many makes a grid. Write grid, frame or staggered behind it."));
        std::vector<Subject> with = {Count, Size, Tapped, Reamed, Depth, Without, Shift, Plus, Within};
        const auto judge = [&](std::initializer_list<Subject> more, const std::string& what) {
            with.insert(with.end(), more);
            only(with, what);
        };
        switch (m_said.kind) {
        case Kind::Circle:
            return judge({Circle, Diameter, Place, First, Astride, Sense}, say("a circle of holes"));
        case Kind::Arc:
            if (said(Last))
                return judge({Circle, Arc, Diameter, Place, First, Last, Sense},
                             say("an arc whose last hole is given"));
            return judge({Circle, Arc, Diameter, Place, First, Sweep, Sense}, say("an arc"));
        case Kind::Angles:
            return judge({Circle, Diameter, Place, Angles}, say("holes at angles of their own"));
        case Kind::Row:
            return judge({Row, Pitch, Place, Towards, Centred}, say("a row"));
        case Kind::Margins:
            return judge({Row, Margins, Level, Along}, say("a row between margins"));
        case Kind::Steps:
            return judge({Row, Steps, Place, Towards}, say("a row of steps of their own"));
        case Kind::Grid:
            return judge({Grid, Pitch, Place, Towards}, say("a grid"));
        case Kind::Middle:
            return judge({Midway}, say("the middle between two holes"));
        case Kind::TwoDistances:
            return judge({Distances, Side}, say("a place by two distances"));
        case Kind::Points:
            return judge({Points}, say("listed points"));
        case Kind::Copy:
            with = {Without, Shift, Plus, Within};
            return judge({Copy}, say("a copy, which takes its holes from where it comes from"));
        case Kind::Unsaid:
            return judge({Place}, say("one hole"));
        }
    }
    void read_tapped(const Word& word) { once(Subject::Tapped, word); }
    void read_reamed(const Word& word) { once(Subject::Reamed, word); }

    // "pitch 7" is the distance from hole to hole, "pitch circle 61.5" a circle.
    void read_circle(const Word& word) {
        if (word.text == "pitch" && !take("circle")) {
            once(Subject::Pitch, word);
            m_said.pitch = length(figure(say("The pitch")));
            return;
        }
        once(Subject::Circle, word);
        if (m_said.kind == Kind::Unsaid)
            m_said.kind = Kind::Circle;
        take("of");
        if (!m_said.diameter)
            read_diameter(say("The diameter of the circle"));
    }
    void read_diameter(const std::string& wanted) {
        const Word word = figure(wanted);
        once(Subject::Diameter, word);
        m_said.diameter = length(word);
    }
    void read_arc(const Word& word) {
        once(Subject::Arc, word);
        m_said.kind = Kind::Arc;
        if (!m_said.diameter && figure_follows())
            read_diameter(say("The diameter of the arc's circle"));
    }
    void read_row(const Word& word) {
        once(Subject::Row, word);
        if (m_said.kind == Kind::Unsaid)
            m_said.kind = Kind::Row;
    }
    void read_grid(const Word& word) {
        once(Subject::Grid, word);
        if (word.text != "grid")
            take("grid");
        m_said.kind = Kind::Grid;
        if (word.text == "frame")
            m_said.grid = GridKind::Frame;
        else if (word.text == "staggered")
            m_said.grid = GridKind::Staggered;
        else
            m_said.grid = GridKind::Full;
        if (!m_said.columns)
            refuse(word,
                   say("How many holes by how many rows? Write it before: 4 by 3 {word}.", {{"word", word.text}}));
    }
    // "at 12.5, 30" is a place, "at 2:30" a direction.
    void read_place(const Word& word) {
        const bool named = take("x");
        const Word x = named || word.text == "about" ? figure(say("The place")) : direction_figure(say("The place"));
        const bool comma = peek() == "," && !peek(1).empty() && (!is_keyword(1) || peek(1) == "y");
        if (!comma && !(named && peek() == "y")) {
            if (word.text == "about" || named)
                refuse(x, say("A place has two figures, X and Y, with a comma between them."));
            once(Subject::First, x);
            m_said.first = direction(x);
            return;
        }
        once(Subject::Place, word);
        take(",");
        take("y");
        const Word y = figure(say("The Y of the place"));
        m_said.place = from_drawn(job().datum, {length(x), length(y)});
    }
    void read_first(const Word& word) {
        once(Subject::First, word);
        m_said.first = direction(direction_figure(say("The direction of the first hole")));
        m_said.astride = word.text == "astride";
        if (m_said.astride)
            once(Subject::Astride, word);
    }
    void read_last(const Word& word) {
        once(Subject::Last, word);
        m_said.last = direction(figure(say("The direction of the last hole")));
        m_said.kind = Kind::Arc;
    }
    void read_sweep(const Word& word) {
        once(Subject::Sweep, word);
        m_said.sweep = turn(figure(say("The angle from the first hole to the last")));
        m_said.kind = Kind::Arc;
    }
    void read_sense(const Word& word) {
        once(Subject::Sense, word);
        m_said.sense = word.text == "cw" || word.text == "clockwise" ? Sense::Clockwise : Sense::CounterClockwise;
    }
    void read_through(const Word& word) { once(Subject::Depth, word); }
    void read_towards(const Word& word) {
        once(Subject::Towards, word);
        m_said.towards = direction(figure(say("The direction of the row")));
    }
    void read_without(const Word& word) {
        once(Subject::Without, word);
        m_said.without = hole_numbers();
    }
    void read_angles(const Word& angles) {
        once(Subject::Angles, angles);
        m_said.kind = Kind::Angles;
        for (const Word& word : list(say("The angles of the holes")))
            m_said.angles.push_back(direction(word));
    }
    void read_centred(const Word& word) {
        once(Subject::Centred, word);
        m_said.centred = true;
    }
    void read_margins(const Word& word) {
        once(Subject::Margins, word);
        m_said.kind = Kind::Margins;
        m_said.before = length(figure(say("The margin before the first hole")));
        if (take(",") || take("and"))
            m_said.after = length(figure(say("The margin after the last hole")));
    }
    void read_level(const Word& word) {
        once(Subject::Level, word);
        m_said.level = length(figure(say("The level of the row")));
    }
    void read_along(const Word& word) {
        once(Subject::Along, word);
        if (take("x"))
            m_said.along = Axis::X;
        else if (take("y"))
            m_said.along = Axis::Y;
        else
            refuse(word, say("A row between margins runs along x or along y."));
    }
    void read_steps(const Word& steps) {
        once(Subject::Steps, steps);
        m_said.kind = Kind::Steps;
        for (const Word& word : list(say("The distances from hole to hole")))
            m_said.steps.push_back(length(word));
    }
    void read_midway(const Word& word) {
        once(Subject::Midway, word);
        m_said.kind = Kind::Middle;
        take("between");
        m_said.one = hole();
        if (!take(","))
            take("and");
        m_said.other = hole();
    }
    void read_points(const Word& word) {
        once(Subject::Points, word);
        m_said.kind = Kind::Points;
        m_said.points = pairs(say("A place"));
    }
    void read_extras(const Word& word) {
        once(Subject::Plus, word);
        m_said.extras = pairs(say("The place of a further hole"));
    }
    // "within 0.05", "within x 0.05", "within x 0.05 y 0.3": what its holes may stand beside their place.
    void read_within(const Word& word) {
        once(Subject::Within, word);
        const std::string wanted = say("What its holes may stand beside their place");
        if (take("x"))
            m_said.within.x = length(figure(wanted + " along X"));
        if (take("y"))
            m_said.within.y = length(figure(wanted + " along Y"));
        if (!m_said.within.x && !m_said.within.y)
            m_said.within.x = m_said.within.y = length(figure(wanted));
    }
    // Several holes may be shifted, each once.
    void read_shift(const Word&) {
        do {
            const Word which = figure(say("The number of a hole"));
            const int number = whole(which);
            if (m_said.off.contains(number))
                refuse(which, say("Hole {number} is shifted already.", {{"number", number}}));
            expect("by", say("By how much? Write it so: shift 3 by 0.2, 0."));
            m_said.off[number] = pair(say("The shift"));
        } while (take(";"));
    }
    // "mirrored A at x 40", "mirrored A at y 12", "mirrored A at 12, 30 towards 45".
    void read_mirrored(const Word& word) {
        once(Subject::Copy, word);
        m_said.kind = Kind::Copy;
        m_said.copy.of = pattern_name();
        take(",");
        expect("at", say("In which line? Write it so: mirrored A at x 40, or at y 12."));
        const bool at_x = peek() == "x" && !has_comma_soon();
        const bool at_y = peek() == "y";
        if (at_x || at_y) {
            next();
            const Length level = length(figure(say("The place of the line")));
            const Point on = from_drawn(job().datum, at_x ? Point{level, {}} : Point{{}, level});
            m_said.copy.way = Mirrored{on, Angle::degrees(at_x ? 90.0 : 0.0)};
            return;
        }
        const Point on = pair(say("A point of the line"));
        take(",");
        expect("towards", say("Which way does the line run? Add: towards 12 o'clock."));
        m_said.copy.way = Mirrored{on, direction(figure(say("The direction of the line")))};
    }
    // Whether "x 12, y 30" is a point rather than the line at x 12.
    [[nodiscard]] bool has_comma_soon() const { return peek(2) == "," && peek(3) == "y"; }
    void read_turned(const Word& word) {
        once(Subject::Copy, word);
        m_said.kind = Kind::Copy;
        m_said.copy.of = pattern_name();
        expect("by", say("By which angle? Write it so: turned A by 72."));
        Turned turned{middle_from_datum(job()), turn(figure(say("The angle"))), 1};
        if (take("cw") || take("clockwise"))
            turned.by = -turned.by;
        else if (!take("ccw"))
            take("counter-clockwise");
        turned.times = times();
        take(",");
        if (take("about") || take("at"))
            turned.about = pair(say("The point it turns about"));
        m_said.copy.way = turned;
    }
    void read_repeated(const Word& word) {
        once(Subject::Copy, word);
        m_said.kind = Kind::Copy;
        m_said.copy.of = pattern_name();
        take("in");
        if (take("at")) {
            expect("each", say("At each hole of which pattern? Write it so: repeated A at each B."));
            m_said.copy.way = AtEach{pattern_name()};
        } else if (take("every")) {
            take("piece");
            m_said.copy.way = InEveryPiece{};
        } else {
            expect("step",
                   say("By which step? Write it so: repeated A step 12, 0 3 times; or at each B; or in every piece."));
            const Point step = pair(say("The step"));
            m_said.copy.way = Repeated{step, times()};
        }
    }
    // A figure by itself: the word after it says what it is, otherwise it is the size.
    void read_figure() {
        const Word word = figure(say("A figure"));
        if (take("by"))
            return read_pair(word);
        const bool pitch_circle = peek() == "pitch" && peek(1) == "circle";
        if (peek() == "from" && hole_at(1)) {
            if (m_said.distances.empty())
                once(Subject::Distances, word);
            else if (m_said.distances.size() > 1)
                refuse(word, say("Two distances give a place already. Take the third out."));
            next();
            m_said.distances.emplace_back(length(word), hole());
            m_said.kind = Kind::TwoDistances;
        } else if (m_said.kind == Kind::TwoDistances && (word.text == "left" || word.text == "right")) {
            once(Subject::Side, word);
            m_said.left = word.text == "left";
        } else if (peek() == "pc" || peek() == "circle" || pitch_circle) {
            once(Subject::Diameter, word);
            m_said.diameter = length(word);
        } else if (take("deep")) {
            once(Subject::Depth, word);
            m_said.depth = length(word);
        } else if (take("apart")) {
            once(Subject::Pitch, word);
            m_said.pitch = length(word);
        } else if (!m_said.size) {
            once(Subject::Size, word);
            m_said.size = hole_size(with_pitch(word));
        } else {
            refuse(word, say("It is not said what '{word}' is. Words such as circle, deep, apart, at or from would do.",
                             {{"word", word.text}}));
        }
    }

    void read_pair(const Word& one) {
        const Word other = figure(say("The second figure"));
        if (take("apart")) {
            once(Subject::Pitch, one);
            m_said.pitch = length(one);
            m_said.across = length(other);
            return;
        }
        if (m_said.columns)
            refuse(one, say("How many holes by how many rows is said already."));
        m_said.columns = whole(one);
        m_said.rows = whole(other);
        m_pair = one;
        take("rows");
    }
};

} // namespace

tl::expected<Pattern, CalloutProblem> read_callout(std::string_view text, const Job& job) {
    if (text.size() > limits::callout)
        return tl::unexpected(CalloutProblem{limits::callout, 0, say("This is too long for a callout.")});
    try {
        return job.blank.on_side() ? read_bar_callout(text, job) : Reader(text, job).read();
    } catch (const CalloutRefused& refused) {
        return tl::unexpected(refused.problem);
    }
}

} // namespace clockface
