// What went wrong, as a value: where, and a sentence for the person at the bench.
#pragma once

#include <string>
#include <tl/expected.hpp>

namespace clockface {

/// A refusal. `sentence` says in plain words what is wrong and what would do; `place` names the field, the word of a
/// file ("patterns[1].count") or the hole it is about, and may be empty where the place is obvious.
struct Problem {
    std::string place;
    std::string sentence;

    bool operator==(const Problem&) const = default;

    /// Place and sentence in one line, for a strip or a terminal.
    [[nodiscard]] std::string text() const { return place.empty() ? sentence : place + ": " + sentence; }
};

template <class T> using Result = tl::expected<T, Problem>;

inline tl::unexpected<Problem> problem(std::string place, std::string sentence) {
    return tl::unexpected<Problem>(Problem{std::move(place), std::move(sentence)});
}

} // namespace clockface
