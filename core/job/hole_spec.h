// What kind of hole.
#pragma once

#include "measure/length.h"

#include <optional>
#include <string>

namespace clockface {

enum class Purpose { Plain, Tapped, Reamed };

/// What kind of hole. `diameter` is the finished bore of a plain or reamed hole and the thread's major diameter of a
/// tapped one, so it is always the widest the metal is opened.
struct HoleSpec {
    Purpose purpose = Purpose::Plain;
    Length diameter;
    std::string label;           ///< thread ("M5") or fit ("H7"); empty for a plain hole
    std::optional<Length> depth; ///< nothing: through

    bool operator==(const HoleSpec&) const = default;
};

} // namespace clockface
