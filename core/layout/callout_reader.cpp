#include "layout/callout_reader.h"

#include "layout/pattern.h"
#include "layout/validate.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"
#include "measure/small_letters.h"
#include "shop/hole_words.h"

#include <algorithm>
#include <cctype>
#include <fmt/format.h>

namespace clockface {

namespace {

bool begins_with_digit(const std::string& text) {
    return !text.empty() && std::isdigit(static_cast<unsigned char>(text.front())) != 0;
}

} // namespace

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

CalloutReader::Word CalloutReader::figure(const std::string& wanted) {
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
    const std::vector<Word> all = list("The numbers of the holes left out");
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
        refuse_end("The name of a pattern is missing here.");
    Word word = m_words[m_at++]; // any word: a pattern may well be called A
    word.text = std::string(m_text.substr(word.begin, word.length));
    for (const Pattern& pattern : m_job.patterns)
        if (small_letters(pattern.name) == small_letters(word.text))
            return pattern.name;
    refuse(word, m_job.patterns.empty()
                     ? "There is no pattern yet to go by."
                     : fmt::format("There is no pattern {}. {} would do.", word.text, m_job.patterns.back().name));
}

std::optional<HoleRef> CalloutReader::hole_at(std::size_t ahead) const {
    const auto found = read_hole_name(peek(ahead), m_job);
    return found ? std::optional(*found) : std::nullopt;
}

HoleRef CalloutReader::hole() {
    if (at_end())
        refuse_end("The name of a hole is missing here.");
    const Word& word = m_words[m_at++];
    return value(word, read_hole_name(std::string(m_text.substr(word.begin, word.length)), m_job));
}

HoleSpec CalloutReader::hole_size(const Word& word) const {
    return value(word, read_hole_size(word.text, m_job.unit)).spec;
}

std::optional<int> CalloutReader::count_word() {
    Word word = m_words.front();
    if (word.text.size() > 1 && word.text.back() == 'x' && begins_with_digit(word.text)) {
        word.text.pop_back();
        ++m_at;
        return whole(word);
    }
    if (peek(1) == "x" || peek(1) == "holes" ||
        (!is_keyword(0) && !begins_with_digit(word.text) &&
         clockface::read_count(word.text, 1, limits::holes_in_pattern, "holes"))) {
        m_at += peek(1) == "x" ? 2 : 1;
        return whole(word);
    }
    return std::nullopt;
}

int CalloutReader::times() {
    take(",");
    if (peek(1) != "times")
        return 1;
    const int count = whole(figure("How many times"), "times");
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
