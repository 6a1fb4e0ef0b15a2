#include "layout/callout_reader.h"
#include "layout/on_bar.h"
#include "layout/pattern.h"
#include "measure/cases.h"
#include "measure/read_angle.h"
#include "words/say.h"

#include <algorithm>
#include <cctype>
#include <fmt/format.h>
#include <map>

namespace clockface {

namespace {

// Holes in the side of a bar. Angles, and clockwise, are as the drawing sees them from the end it looks at.
class BarReader : public CalloutReader {
public:
    BarReader(std::string_view text, const Job& job)
        : CalloutReader(text, job) {}

    Pattern read() {
        if (nothing_typed())
            refuse_end(say("Nothing is typed yet. Something like 3x 4.1 at 9.5 from left end, 120 apart would do."));
        m_bar.going = as_seen(job(), job().convention.sense);
        if (const auto count = count_word())
            m_bar.count = *count;
        while (!at_end())
            read_part();
        Pattern pattern;
        pattern.name = next_pattern_name(job());
        judge_meaning();
        if (m_copy) {
            pattern.layout = *m_copy;
            return sound(pattern, m_without);
        }
        if (!m_size)
            refuse_end(say("The size of the hole is missing. Write a diameter or a thread, such as 4.1 or M5."));
        if (!m_along)
            refuse_end(say("Where along the bar? Add: at 17.3 from left end, or at 17.3 from shoulder 1."));
        pattern.hole = *m_size;
        pattern.hole.depth = m_depth;
        pattern.layout = laid_out();
        return sound(pattern, m_without);
    }

protected:
    [[nodiscard]] bool is_keyword(std::size_t ahead) const override { return is_bar_callout_keyword(peek(ahead)); }

private:
    BarPattern m_bar;
    std::optional<HoleSpec> m_size;
    std::optional<Length> m_depth, m_along, m_offset;
    std::optional<Angle> m_at, m_step;
    std::optional<Word> m_apart, m_without;
    std::optional<CopyPattern> m_copy;
    bool m_row = false, m_ring = false;
    bool m_offset_clockwise = false;

    void judge_meaning() const {
        using enum Subject;
        if (m_copy)
            return only({Copy, Without}, say("a copy, which takes its holes from where it comes from"));
        judge_way(m_size);
        std::vector<Subject> with = {Count, Size, Tapped, Reamed, Depth, Place, First, Offset, Without};
        if (!m_offset)
            with.push_back(Radial);
        if (m_bar.count == 1)
            return only(with, m_offset ? say("one hole off the axis") : say("one hole"));
        with.insert(with.end(), {Pitch, Sense});
        if (said(Helix)) {
            with.push_back(Helix);
            only(with, say("holes in a helix"));
        } else if (said(Row)) {
            with.push_back(Row);
            only(with, say("holes in a row along the bar"));
        } else {
            with.push_back(Ring);
            only(with, said(Ring) ? say("holes in a ring") : say("holes that follow each other"));
        }
    }

    [[nodiscard]] BarPattern laid_out() const {
        BarPattern bar = m_bar;
        bar.along = *m_along;
        // On a bar the holes of a callout without a direction stand at the top.
        bar.at = m_at.value_or(Angle::degrees(90.0));
        if (m_offset)
            bar.offset = as_seen(job(), m_offset_clockwise ? Sense::Clockwise : Sense::CounterClockwise) ==
                                 Sense::CounterClockwise
                             ? *m_offset
                             : -*m_offset;
        if (m_row && m_apart)
            bar.pitch = length(*m_apart);
        else if (m_apart)
            bar.turn = turn(*m_apart);
        else if (m_step)
            bar.turn = *m_step;
        else
            bar.all_round = m_ring && bar.count > 1;
        if (m_row && m_step)
            bar.turn = *m_step;
        constexpr double same_degrees = 1e-9;
        if (bar.count > 1 && !m_row && std::fabs(bar.turn.in_degrees() * bar.count - 360.0) < same_degrees)
            bar.all_round = true;
        if (bar.all_round)
            bar.turn = {};
        if (bar.count > 1 && !bar.all_round && bar.turn == Angle{} && bar.pitch == Length{})
            refuse_end(
                say("How do the holes follow each other? Add: in ring; 40 apart (an angle); or in row 7.4 apart."));
        return bar;
    }

    // A hole by name; a pattern's name alone is enough where it has one hole.
    [[nodiscard]] std::optional<HoleRef> hole_here() const {
        if (auto named = hole_at(0))
            return named;
        const std::vector<std::int64_t> counts = counts_of(job());
        for (std::size_t i = 0; i < job().patterns.size(); ++i) {
            std::string name = job().patterns[i].name;
            std::transform(name.begin(), name.end(), name.begin(),
                           [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
            if (name == peek() && counts[i] == 1)
                return HoleRef{job().patterns[i].name, 1};
        }
        return std::nullopt;
    }
    HoleRef named_hole() {
        if (const auto here = hole_here()) {
            next();
            return *here;
        }
        return hole();
    }

    void read_part() {
        if (figure_follows())
            return read_figure();
        using Part = void (BarReader::*)(const Word&);
        static const std::map<std::string, Part> parts = {
            {"at", &BarReader::read_along},        {"angle", &BarReader::read_angle},
            {"row", &BarReader::read_row},         {"helix", &BarReader::read_helix},
            {"ring", &BarReader::read_ring},       {"offset", &BarReader::read_offset},
            {"cw", &BarReader::read_sense},        {"clockwise", &BarReader::read_sense},
            {"ccw", &BarReader::read_sense},       {"counter-clockwise", &BarReader::read_sense},
            {"through", &BarReader::read_through}, {"thru", &BarReader::read_through},
            {"into", &BarReader::read_into},       {"to", &BarReader::read_to_axis},
            {"without", &BarReader::read_without}, {"repeated", &BarReader::read_repeated},
            {"turned", &BarReader::read_turned},   {"mirrored", &BarReader::read_mirrored},
            {"tapped", &BarReader::read_way},      {"reamed", &BarReader::read_way},
            {"radial", &BarReader::read_radial},   {"cross", &BarReader::read_radial}};
        const Word word = next();
        if (const auto part = parts.find(word.text); part != parts.end())
            (this->*part->second)(word);
        else if (!is_bar_callout_filler(word.text))
            refuse(word,
                   say("'{word}' does not fit here. Say what comes before it, or take it out.", {{"word", word.text}}));
    }

    // "at 17.3", "at 17.3 from shoulder 1", "at 2 o'clock".
    void read_along(const Word& at) {
        const Word word = figure(say("The place along the bar"));
        if (is_direction(word.text)) {
            once(Subject::First, word);
            m_at = as_seen(job(), direction(word));
            return;
        }
        once(Subject::Place, at);
        m_along = length(word);
        if (take("from"))
            read_origin();
    }
    [[nodiscard]] static bool is_direction(const std::string& text) {
        return text.find('\'') != std::string::npos || text.find(':') != std::string::npos ||
               text.find("\xc2\xb0") != std::string::npos || text.find("deg") != std::string::npos;
    }
    void read_origin() {
        take("the");
        if (take("left")) {
            m_bar.along_from = AlongFrom::LeftEnd;
            take("end");
        } else if (take("right")) {
            m_bar.along_from = AlongFrom::RightEnd;
            take("end");
        } else if (take("end")) {
            // The end zero is on, so that "the end" means one of the two.
            m_bar.along_from = job().datum.place == DatumPlace::RightEdge ? AlongFrom::RightEnd : AlongFrom::LeftEnd;
        } else if (take("zero")) {
            m_bar.along_from = AlongFrom::Zero;
        } else if (take("shoulder")) {
            m_bar.along_from = AlongFrom::Shoulder;
            if (figure_follows() && peek().size() < 3)
                m_bar.shoulder = whole(figure(say("The number of the shoulder")), "shoulders");
        } else {
            m_bar.along_from = AlongFrom::Hole;
            m_bar.hole = named_hole();
        }
    }
    void read_way(const Word& word) { once(word.text == "tapped" ? Subject::Tapped : Subject::Reamed, word); }
    void read_radial(const Word& word) { once(Subject::Radial, word); }
    void read_angle(const Word& word) {
        once(Subject::First, word);
        m_at = as_seen(job(), direction(direction_figure(say("The angle"))));
    }
    void read_row(const Word& word) {
        once(Subject::Row, word);
        m_row = true;
    }
    void read_ring(const Word& word) {
        once(Subject::Ring, word);
        m_ring = true;
    }
    // "in helix 4.2 by 40 apart"
    void read_helix(const Word& word) {
        once(Subject::Helix, word);
        once(Subject::Pitch, word);
        m_row = true;
        const Word along = figure(say("The distance along the bar from hole to hole"));
        m_apart = along;
        expect("by", say("By which angle from hole to hole? Write it so: in helix 4.2 by 40 apart."));
        m_step = turn(figure(say("The angle from hole to hole")));
        take("apart");
    }
    void read_offset(const Word& word) {
        once(Subject::Offset, word);
        m_offset = length(figure(say("The distance from the axis")));
        if (take("cw") || take("clockwise"))
            m_offset_clockwise = true;
        else if (!take("ccw"))
            take("counter-clockwise");
    }
    void read_sense(const Word& word) {
        once(Subject::Sense, word);
        m_bar.going =
            as_seen(job(), word.text == "cw" || word.text == "clockwise" ? Sense::Clockwise : Sense::CounterClockwise);
    }
    void read_through(const Word& word) { once(Subject::Depth, word); }
    void read_into(const Word& word) {
        once(Subject::Depth, word);
        take("the");
        if (take("bore")) {
            m_bar.reach = BarReach::IntoBore;
        } else if (at_end()) {
            refuse(word, say("Into what? Write: into the bore, or into A1."));
        } else {
            m_bar.reach = BarReach::IntoHole;
            m_bar.into = named_hole();
        }
    }
    void read_to_axis(const Word& word) {
        once(Subject::Depth, word);
        take("the");
        expect("axis", say("To where? Write: to the axis; or give a depth: 7.2 deep."));
        m_bar.reach = BarReach::ToAxis;
    }
    void read_without(const Word& word) {
        once(Subject::Without, word);
        m_without = hole_numbers();
    }
    void read_repeated(const Word& word) {
        once(Subject::Copy, word);
        m_copy = CopyPattern{pattern_name(), {}};
        if (take("at")) {
            expect("each", say("At each hole of which pattern? Write it so: repeated A at each B."));
            m_copy->way = AtEach{pattern_name()};
            return;
        }
        expect("step", say("By which step along the bar? Write it so: repeated A step 12, 3 times."));
        const Length step = length(figure(say("The step")));
        m_copy->way = Repeated{from_drawn(job().datum, {step, {}}), times()};
    }
    void read_turned(const Word& word) {
        once(Subject::Copy, word);
        m_copy = CopyPattern{pattern_name(), {}};
        expect("by", say("By which angle? Write it so: turned A by 72."));
        Turned turned{{}, turn(figure(say("The angle"))), 1};
        Sense sense = Sense::CounterClockwise;
        if (take("cw") || take("clockwise"))
            sense = Sense::Clockwise;
        else if (!take("ccw"))
            take("counter-clockwise");
        turned.by = turned.by * sign_of(as_seen(job(), sense));
        turned.times = times();
        m_copy->way = turned;
    }
    void read_mirrored(const Word& word) {
        once(Subject::Copy, word);
        m_copy = CopyPattern{pattern_name(), {}};
        expect("at", say("In which line across the bar? Write it so: mirrored A at 40."));
        const Length line = length(figure(say("The place of the line")));
        m_copy->way = Mirrored{from_drawn(job().datum, {line, {}}), Angle::degrees(90.0)};
    }

    // A figure by itself: the word after it says what it is, otherwise it is the size.
    void read_figure() {
        const Word word = figure(say("A figure"));
        const std::string then = peek();
        if (take("deep")) {
            once(Subject::Depth, word);
            m_depth = length(word);
        } else if (take("apart")) {
            once(Subject::Pitch, word);
            m_apart = word;
        } else if (take("off")) {
            once(Subject::Offset, word);
            take("the");
            expect("axis", say("Off what? Write it so: 2.3 off the axis."));
            m_offset = length(word);
            m_offset_clockwise = peek() == "cw" || peek() == "clockwise";
            if (m_offset_clockwise || peek() == "ccw" || peek() == "counter-clockwise")
                next();
        } else if ((then == "cw" || then == "ccw" || then == "clockwise" || then == "counter-clockwise") &&
                   peek(1) == "from") {
            once(Subject::First, word);
            const Word sense = next();
            next();
            m_bar.angle_from = named_hole();
            const bool clockwise = sense.text == "cw" || sense.text == "clockwise";
            m_at = turn(word) * sign_of(as_seen(job(), clockwise ? Sense::Clockwise : Sense::CounterClockwise));
        } else if (is_direction(word.text)) {
            once(Subject::First, word);
            m_at = as_seen(job(), direction(word));
        } else if (!m_size) {
            once(Subject::Size, word);
            m_size = hole_size(with_pitch(word));
        } else {
            refuse(word,
                   say("It is not said what '{word}' is. Words such as at, deep, apart, angle or offset would do.",
                       {{"word", word.text}}));
        }
    }
};

} // namespace

Pattern read_bar_callout(std::string_view text, const Job& job) {
    return BarReader(text, job).read();
}

std::string bar_callout_of(const BarPattern& bar, const std::string& hole, const Job& job) {
    const auto fig = [&](Length length) { return callout_figure(length, job.unit); };
    const auto sense = [&](bool counter_clockwise) {
        const Sense kept = counter_clockwise ? Sense::CounterClockwise : Sense::Clockwise;
        return as_seen(job, kept) == Sense::Clockwise ? "cw" : "ccw";
    };
    std::string text = fmt::format("{}x {}", bar.count, hole);
    if (bar.reach == BarReach::ToAxis)
        text += ", to axis";
    else if (bar.reach == BarReach::IntoBore)
        text += ", into bore";
    else if (bar.reach == BarReach::IntoHole)
        text += ", into " + in_words(*bar.into);
    text += fmt::format(", at {} from ", fig(bar.along));
    switch (bar.along_from) {
    case AlongFrom::Zero:
        text += "zero";
        break;
    case AlongFrom::LeftEnd:
        text += "left end";
        break;
    case AlongFrom::RightEnd:
        text += "right end";
        break;
    case AlongFrom::Shoulder:
        text += fmt::format("shoulder {}", bar.shoulder);
        break;
    case AlongFrom::Hole:
        text += in_words(*bar.hole);
        break;
    }
    if (bar.angle_from)
        text += fmt::format(", {} {} from {}", std::fabs(bar.at.in_degrees()), sense(bar.at >= Angle{}),
                            in_words(*bar.angle_from));
    else
        text += fmt::format(", angle {}", job.convention.figure_of(as_seen(job, bar.at)).in_degrees());
    if (bar.count > 1) {
        const std::string going = sense(bar.going == Sense::CounterClockwise);
        if (bar.pitch != Length{} && (bar.turn != Angle{} || bar.all_round))
            text += fmt::format(", in helix {} by {} apart {}", fig(bar.pitch),
                                bar.all_round ? 360.0 / bar.count : bar.turn.in_degrees(), going);
        else if (bar.pitch != Length{})
            text += fmt::format(", in row {} apart", fig(bar.pitch));
        else if (bar.all_round)
            text += ", in ring " + going;
        else
            text += fmt::format(", {} apart {}", bar.turn.in_degrees(), going);
    }
    if (bar.offset != Length{})
        text += fmt::format(", offset {} {}", fig(abs(bar.offset)), sense(bar.offset > Length{}));
    return text;
}

} // namespace clockface
