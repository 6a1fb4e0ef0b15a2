// Walking through the words of a callout: what the readers for flat faces and for the side of a bar have in common.
#pragma once

#include "job/job.h"
#include "layout/callout.h"
#include "layout/callout_words.h"
#include "measure/problem.h"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// A refusal on its way out of a reader. It never leaves read_callout.
struct CalloutRefused {
    CalloutProblem problem;
};

/// What a callout can say, each of it once.
enum class Subject {
    Count,
    Size,
    Tapped,
    Reamed,
    Depth,
    Circle,
    Arc,
    Row,
    Grid,
    Angles,
    Margins,
    Steps,
    Midway,
    Points,
    Copy,
    Distances,
    Diameter,
    Pitch,
    Place,
    First,
    Astride,
    Last,
    Sweep,
    Sense,
    Towards,
    Without,
    Centred,
    Level,
    Along,
    Side,
    Shift,
    Plus,
    Within,
    Ring,
    Helix,
    Offset,
    Radial
};
/// "the depth", "the direction of the first hole".
std::string in_words(Subject subject);

class CalloutReader {
public:
    CalloutReader(const CalloutReader&) = delete;
    CalloutReader& operator=(const CalloutReader&) = delete;

protected:
    using Word = CalloutWord;

    CalloutReader(std::string_view text, const Job& job)
        : m_text(text)
        , m_job(job)
        , m_words(callout_words(text)) {}
    virtual ~CalloutReader() = default;

    /// Whether the word this far ahead says what a figure is, and so belongs to none.
    [[nodiscard]] virtual bool is_keyword(std::size_t ahead) const = 0;

    [[nodiscard]] const Job& job() const { return m_job; }
    [[noreturn]] void refuse_end(const std::string& sentence) const;
    [[noreturn]] static void refuse(const Word& word, const std::string& sentence);

    [[nodiscard]] bool nothing_typed() const { return m_words.empty(); }
    [[nodiscard]] bool at_end() const { return m_at >= m_words.size(); }
    [[nodiscard]] std::string peek(std::size_t ahead = 0) const;
    const Word& next() { return m_words[m_at++]; }
    bool take(const std::string& word);
    void expect(const std::string& word, const std::string& why);
    [[nodiscard]] bool figure_follows() const { return !at_end() && !is_keyword(0); }

    /// Notes what a word says; refuses it where that was said before.
    void once(Subject subject, const Word& word);
    [[nodiscard]] bool said(Subject subject) const { return m_said.contains(subject); }
    /// Refuses at its place the first thing that was said but means nothing for `what` ("an arc"): no word is dropped.
    void only(const std::vector<Subject>& with_meaning, const std::string& what) const;
    /// "tapped" wants a thread, "reamed" a fit.
    void judge_way(const std::optional<HoleSpec>& size) const;
    /// Refuses a count that is not the number of places the pattern has.
    void judge_count(const PatternLayout& layout) const;

    /// The words up to the next keyword, as one text.
    Word figure(const std::string& wanted);
    /// A direction, which may name another zero and sense: "45 from 12 cw".
    Word direction_figure(const std::string& wanted);
    /// Figures with commas (or "and") between them, as far as the next one is a figure by itself.
    std::vector<Word> list(const std::string& wanted);
    /// The same as one word, to be read as the numbers of holes.
    Word hole_numbers();

    template <class T> static T value(const Word& word, const Result<T>& read) {
        if (!read)
            refuse(word, read.error().sentence);
        return *read;
    }
    [[nodiscard]] Length length(const Word& word) const;
    [[nodiscard]] static int whole(const Word& word, const std::string& of = "holes");
    [[nodiscard]] Angle direction(const Word& word) const;
    [[nodiscard]] static Angle turn(const Word& word);
    std::string pattern_name();
    /// "A3", when there is such a hole.
    [[nodiscard]] std::optional<HoleRef> hole_at(std::size_t ahead) const;
    HoleRef hole();
    HoleSpec hole_size(const Word& word) const;
    /// "M10" with the "x 1.5" behind it, where there is one.
    Word with_pitch(Word word);
    /// "7x", "7 x", "seven", "7 holes" at the beginning.
    std::optional<int> count_word();
    /// "3 times"; once when nothing is said.
    int times();
    /// The pattern with its numbers of left-out holes, once it makes a sound job.
    Pattern sound(Pattern pattern, const std::optional<Word>& without) const;

private:
    std::string_view m_text;
    const Job& m_job;
    std::vector<Word> m_words;
    std::size_t m_at = 0;
    std::map<Subject, Word> m_said;
    int m_count = 1; ///< as said
};

/// Reads a callout for the side of a bar. Throws CalloutRefused.
Pattern read_bar_callout(std::string_view text, const Job& job);
/// The normal form of a pattern on the side of a bar.
std::string bar_callout_of(const BarPattern& bar, const std::string& hole, const Job& job);

/// The fewest decimals that read back to the same length, to a ten-millionth of a micrometre.
std::string callout_figure(Length length, Unit unit);

} // namespace clockface
