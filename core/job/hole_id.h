// What a hole is known by, whatever it is called.
#pragma once

#include <cstddef> // before <compare>: where that is the first of the library moc cannot read it

#include <compare>

namespace clockface {

/// A hole by what never changes: the id of its pattern, and its number in it.
struct HoleId {
    int pattern = 0, number = 0;
    auto operator<=>(const HoleId&) const = default;
};

} // namespace clockface
