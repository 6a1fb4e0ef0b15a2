#include "layout/callout_reader.h"

#include "layout/pattern.h"
#include "layout/validate.h"
#include "measure/figures.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"
#include "measure/small_letters.h"
#include "shop/hole_words.h"
#include "words/say.h"

#include <algorithm>
#include <cctype>

namespace clockface {

namespace {

bool begins_with_digit(const std::string& text) {
    return !text.empty() && std::isdigit(static_cast<unsigned char>(text.front())) != 0;
}

} // namespace

std::string in_words(Subject subject) {
    static const std::map<Subject, std::string> words = {{Subject::Count, say("the number of holes")},
                                                         {Subject::Size, say("the size")},
                                                         {Subject::Tapped, say("tapping")},
                                                         {Subject::Reamed, say("reaming")},
                                                         {Subject::Depth, say("the depth")},
                                                         {Subject::Circle, say("the circle")},
                                                         {Subject::Arc, say("the arc")},
                                                         {Subject::Row, say("the row")},
                                                         {Subject::Grid, say("the grid")},
                                                         {Subject::Angles, say("the angles")},
                                                         {Subject::Margins, say("the margins")},
                                                         {Subject::Steps, say("the steps")},
                                                         {Subject::Midway, say("the middle")},
                                                         {Subject::Points, say("the points")},
                                                         {Subject::Copy, say("the copy")},
                                                         {Subject::Distances, say("the distances")},
                                                         {Subject::Diameter, say("the diameter of the circle")},
                                                         {Subject::Pitch, say("the pitch")},
                                                         {Subject::Place, say("the place")},
                                                         {Subject::First, say("the direction of the first hole")},
                                                         {Subject::Astride, say("the direction of the first hole")},
                                                         {Subject::Last, say("the end of the arc")},
                                                         {Subject::Sweep, say("the end of the arc")},
                                                         {Subject::Sense, say("the way round")},
                                                         {Subject::Towards, say("the direction of the row")},
                                                         {Subject::Without, say("the holes left out")},
                                                         {Subject::Centred, say("how the row lies about its place")},
                                                         {Subject::Level, say("the level")},
                                                         {Subject::Along, say("the axis the row runs along")},
                                                         {Subject::Side, say("the side")},
                                                         {Subject::Shift, say("the shift")},
                                                         {Subject::Plus, say("the further holes")},
                                                         {Subject::Within, say("what its holes may stand off")},
                                                         {Subject::Ring, say("the ring")},
                                                         {Subject::Helix, say("the helix")},
                                                         {Subject::Offset, say("the offset")},
                                                         {Subject::Radial, say("how the hole stands to the axis")}};
    return words.at(subject);
}

void CalloutReader::refuse_end(const std::string& sentence) const {
    throw CalloutRefused{{m_text.size(), 0, sentence}};
}

void CalloutReader::refuse(const Word& word, const std::string& sentence) {
    throw CalloutRefused{{word.begin, word.length, sentence}};
}

std::string CalloutReader::peek(std::size_t ahead) const {
    return m_at + ahead < m_words.size() ? m_words[m_at + ahead].text : std::string();
}

bool CalloutReader::take(const std::string& word) {
    if (peek() != word)
        return false;
    ++m_at;
    return true;
}

void CalloutReader::expect(const std::string& word, const std::string& why) {
    if (take(word))
        return;
    if (at_end())
        refuse_end(why);
    refuse(m_words[m_at], why);
}

void CalloutReader::once(Subject subject, const Word& word) {
    if (const auto before = m_said.find(subject); before != m_said.end()) {
        const std::string first(m_text.substr(before->second.begin, before->second.length));
        refuse(word,
               say("There are two figures or words for {subject}: '{first}' was said before. Take one of them out.",
                   {{"subject", in_words(subject)}, {"first", first}}));
    }
    m_said.emplace(subject, word);
}

void CalloutReader::only(const std::vector<Subject>& with_meaning, const std::string& what) const {
    const std::pair<const Subject, Word>* idle = nullptr;
    for (const auto& each : m_said)
        if (std::find(with_meaning.begin(), with_meaning.end(), each.first) == with_meaning.end() &&
            (!idle || each.second.begin < idle->second.begin))
            idle = &each;
    if (idle)
        refuse(idle->second,
               say("{typed} means nothing for {what}. Take it out, or say it in another way.",
                   {{"typed", std::string(m_text.substr(idle->second.begin, idle->second.length))}, {"what", what}}));
}

void CalloutReader::judge_way(const std::optional<HoleSpec>& size) const {
    if (const auto word = m_said.find(Subject::Tapped);
        word != m_said.end() && size && size->purpose != Purpose::Tapped)
        refuse(word->second, say("A tapped hole wants the name of its thread, such as M5."));
    if (const auto word = m_said.find(Subject::Reamed);
        word != m_said.end() && size && size->purpose != Purpose::Reamed)
        refuse(word->second, say("A reamed hole wants its fit: 8 H7."));
}

void CalloutReader::judge_count(const PatternLayout& layout) const {
    const auto word = m_said.find(Subject::Count);
    if (word == m_said.end())
        return;
    const Word& number = word->second;
    if (const auto places = places_in(layout); static_cast<std::int64_t>(places) != m_count)
        refuse(number, say("{count} {count:hole|holes} are said, but there {places} {places2} {places2:place|places}.",
                           {{"count", m_count}, {"places", places == 1 ? "is" : "are"}, {"places2", places}}));
}

CalloutReader::Word CalloutReader::direction_figure(const std::string& wanted) {
    Word found = figure(wanted);
    if (peek() != "from")
        return found;
    const std::size_t before = m_at;
    ++m_at;
    if (figure_follows()) {
        figure(wanted);
        if (const std::string sense = peek();
            sense == "cw" || sense == "ccw" || sense == "clockwise" || sense == "counter-clockwise") {
            const Word& last = m_words[m_at++];
            found.length = last.begin + last.length - found.begin;
            found.text = std::string(m_text.substr(found.begin, found.length));
            return found;
        }
    }
    m_at = before;
    return found;
}

CalloutReader::Word CalloutReader::figure(const std::string& wanted) {
    if (!figure_follows()) {
        if (at_end())
            refuse_end(say("{wanted} is missing here.", {{"wanted", wanted}}));
        refuse(m_words[m_at], say("{wanted} is missing before '{peek}'.", {{"wanted", wanted}, {"peek", peek()}}));
    }
    Word found = m_words[m_at++];
    while (figure_follows() && belongs_to_figure(m_text.substr(found.begin, found.length), peek())) {
        found.length = m_words[m_at].begin + m_words[m_at].length - found.begin;
        ++m_at;
    }
    found.text = std::string(m_text.substr(found.begin, found.length));
    return found;
}

std::vector<CalloutReader::Word> CalloutReader::list(const std::string& wanted) {
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
            !begins_with_digit(next.text)) {
            m_at = before;
            break;
        }
        all.push_back(next);
    }
    return all;
}

CalloutReader::Word CalloutReader::hole_numbers() {
    const std::vector<Word> all = list(say("The numbers of the holes left out"));
    Word whole = all.front();
    for (std::size_t i = 1; i < all.size(); ++i)
        whole.text += " " + all[i].text;
    whole.length = all.back().begin + all.back().length - whole.begin;
    return whole;
}

Length CalloutReader::length(const Word& word) const {
    return value(word, read_length(word.text, m_job.unit)).value;
}

int CalloutReader::whole(const Word& word, const std::string& of) {
    return value(word, clockface::read_count(word.text, 1, limits::holes_in_pattern, of));
}

Angle CalloutReader::direction(const Word& word) const {
    return value(word, read_direction(word.text, m_job.convention)).value;
}

Angle CalloutReader::turn(const Word& word) {
    return value(word, read_turn(word.text)).value;
}

std::string CalloutReader::pattern_name() {
    if (at_end())
        refuse_end(say("The name of a pattern is missing here."));
    Word word = m_words[m_at++]; // any word: a pattern may well be called A
    word.text = std::string(m_text.substr(word.begin, word.length));
    for (const Pattern& pattern : m_job.patterns)
        if (small_letters(pattern.name) == small_letters(word.text))
            return pattern.name;
    refuse(word, m_job.patterns.empty() ? say("There is no pattern yet to go by.")
                                        : say("There is no pattern {word}. {patterns} would do.",
                                              {{"word", word.text}, {"patterns", m_job.patterns.back().name}}));
}

std::optional<HoleRef> CalloutReader::hole_at(std::size_t ahead) const {
    const auto found = read_hole_name(peek(ahead), m_job);
    return found ? std::optional(*found) : std::nullopt;
}

HoleRef CalloutReader::hole() {
    if (at_end())
        refuse_end(say("The name of a hole is missing here."));
    const Word& word = m_words[m_at++];
    return value(word, read_hole_name(std::string(m_text.substr(word.begin, word.length)), m_job));
}

CalloutReader::Word CalloutReader::with_pitch(Word word) {
    const bool metric = word.text.size() > 1 && (word.text[0] == 'M' || word.text[0] == 'm') &&
                        begins_with_digit(word.text.substr(1)) && begins_with_digit(peek(1));
    if ((peek() != "x" && peek() != "\u00d7") || !metric)
        return word;
    const Word& pitch = m_words[m_at + 1];
    m_at += 2;
    word.length = pitch.begin + pitch.length - word.begin;
    word.text = std::string(m_text.substr(word.begin, word.length));
    return word;
}

HoleSpec CalloutReader::hole_size(const Word& word) const {
    return value(word, read_hole_size(word.text, m_job.unit)).spec;
}

std::optional<int> CalloutReader::count_word() {
    Word word = m_words.front();
    if (word.text.size() > 1 && word.text.back() == 'x' && begins_with_digit(word.text)) {
        once(Subject::Count, word);
        word.text.pop_back();
        ++m_at;
        return m_count = whole(word);
    }
    if (peek(1) == "x" || peek(1) == "holes" ||
        (!is_keyword(0) && !begins_with_digit(word.text) &&
         clockface::read_count(word.text, 1, limits::holes_in_pattern, "holes"))) {
        m_at += peek(1) == "x" ? 2 : 1;
        once(Subject::Count, word);
        return m_count = whole(word);
    }
    return std::nullopt;
}

int CalloutReader::times() {
    take(",");
    if (peek(1) != "times")
        return 1;
    const int count = whole(figure(say("How many times")), "times");
    take("times");
    return count;
}

Pattern CalloutReader::sound(Pattern pattern, const std::optional<Word>& without) const {
    Job next = m_job;
    next.patterns.push_back(pattern);
    if (without)
        pattern.left_out = value(*without, read_hole_numbers(without->text, static_cast<int>(counts_of(next).back())));
    next.patterns.back() = pattern;
    if (const auto fault = first_fault(next))
        refuse_end(fault->sentence);
    return pattern;
}

} // namespace clockface
