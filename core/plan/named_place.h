// The place of a hole's name in a finding, marked while findings are gathered: what is said of many holes alike becomes
// one sentence about all of them without anything being looked for among its words.
#pragma once

#include <string>

namespace clockface {

constexpr char name_mark = '\x01'; // no name or sentence has one: texts are one line of printable signs

/// The name of the hole a finding is about, marked. One in a sentence.
inline std::string of_hole(const std::string& name) {
    return name_mark + name + name_mark;
}

struct NamedPlace {
    std::string before, name, after;
    bool there = false;
};

/// A sentence in three pieces, without marks; all of it is `before` where no name is marked.
inline NamedPlace take_name_out(const std::string& sentence) {
    const std::size_t open = sentence.find(name_mark);
    const std::size_t close = open == std::string::npos ? open : sentence.find(name_mark, open + 1);
    if (close == std::string::npos)
        return {sentence, {}, {}, false};
    return {sentence.substr(0, open), sentence.substr(open + 1, close - open - 1), sentence.substr(close + 1), true};
}

} // namespace clockface
