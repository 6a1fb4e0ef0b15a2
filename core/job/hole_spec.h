// What kind of hole.
#pragma once

#include "job/cutting_overrides.h"
#include "measure/angle.h"
#include "measure/length.h"

#include <optional>
#include <string>

namespace clockface {

enum class Purpose { Plain, Tapped, Reamed, Clearance };

/// What the drawing's depth is the depth of. They are three things: a drill's tip lies below its full diameter, and a
/// tap's lead below its full thread.
enum class DepthOf { FullDiameter, Tip, FullThread };

/// How much room a screw has in its clearance hole.
enum class Clearing { Close, Normal, Free };

/// The mouth let in for a screw's head.
enum class RecessKind { Counterbore, Countersink };
struct Recess {
    RecessKind kind = RecessKind::Counterbore;
    Length diameter; ///< of the counterbore, or of the countersink's mouth
    Length depth{};  ///< of the counterbore's floor; a countersink has none, it has an angle
    Angle angle{};   ///< of the countersink, included
    bool operator==(const Recess&) const = default;
};

/// Limits of a plain hole; either may be missing.
struct Limits {
    std::optional<Length> least{}, most{};
    bool operator==(const Limits&) const = default;
};

/// What kind of hole. `diameter` is the finished bore of a plain, reamed or clearance hole and the thread's major
/// diameter of a tapped one.
struct HoleSpec {
    Purpose purpose = Purpose::Plain;
    Length diameter;
    std::string label;                 ///< thread ("M5", also of the screw a clearance hole is for) or fit ("H7")
    std::optional<Length> depth;       ///< nothing: through
    std::optional<DepthOf> depth_of{}; ///< nothing: not said; see depth_meant()
    std::optional<Limits> limits{};    ///< of a plain hole
    Clearing clearing = Clearing::Normal;
    std::optional<Recess> recess{};
    bool captive = false; ///< drilled through but tapped only to `depth`, so that the stud cannot run through
    CuttingOverrides wishes{};
    std::string drill{}; ///< number or letter drill the size was named by ("#7", "F"); empty: by a figure

    bool operator==(const HoleSpec&) const = default;
};

/// The depth that is meant where the drawing does not say it: of full thread in a tapped hole, otherwise of the full
/// diameter.
inline DepthOf depth_meant(const HoleSpec& hole) {
    return hole.depth_of.value_or(hole.purpose == Purpose::Tapped ? DepthOf::FullThread : DepthOf::FullDiameter);
}
/// Whether the drill goes through.
inline bool is_through(const HoleSpec& hole) {
    return !hole.depth || hole.captive;
}
/// The widest the metal is opened.
inline Length widest(const HoleSpec& hole) {
    return hole.recess && hole.recess->diameter > hole.diameter ? hole.recess->diameter : hole.diameter;
}
/// Whether two kinds of hole are the same but for how they are cut, and by what name their size goes.
inline bool is_like(HoleSpec one, const HoleSpec& other) {
    one.wishes = other.wishes;
    one.drill = other.drill;
    return one == other;
}

} // namespace clockface
