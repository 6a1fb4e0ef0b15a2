// From a kind of hole to the cutters that make it: what each does, how deep, how fast, and what else would do.
#pragma once

#include "cutting/choose.h"
#include "cutting/tapping.h"
#include "job/hole_spec.h"
#include "shop/shop.h"
#include "shop/tables.h"

#include <string>
#include <vector>

namespace clockface {

enum class StepKind { Start, Pilot, Drill, Recess, Chamfer, Ream, Tap, Deburr, Own };

/// One step of a chain, with where each of its figures comes from.
struct CutStep {
    StepKind kind = StepKind::Drill;
    std::string name; ///< "start", "pilot 1", "drill", "tap 2"
    Cutter cutter;
    bool owned = true;
    Length tip;     ///< depth of the cutter's tip below the face
    Length full;    ///< depth to which the full diameter, or the full thread, reaches
    Length mouth{}; ///< of a spot, chamfer or recess
    Length widest;  ///< it cuts at
    Length stop;    ///< the depth as set on the machine's scale, from touching the face with this cutter
    bool by_hand = false;
    std::optional<double> rpm{};  ///< nothing: by hand, or the spindle has none that will do
    double surface = 0.0;         ///< m/min at the rim
    double feed = 0.0;            ///< mm/min as it comes out
    double feed_set = 0.0;        ///< rounded down
    Length feed_per_revolution{}; ///< advance for one turn
    std::vector<Length> pecks{};
    std::optional<TapByHand> tap{}; ///< of a tap: how it is turned by hand
    std::string fluid;
    double minutes = 0.0;   ///< for one hole, without changing the cutter
    bool skipped = false;   ///< by the user
    bool edited = false;    ///< the user has said something of it
    std::string why_cutter; ///< and so on: plain sentences
    std::string why_depth, why_speed, why_feed, why_fluid;
    std::vector<Choice> others{}; ///< what else would do, with what comes of it, best first
};

/// Depths between which a drill on its way through meets no metal: the bore of a tube.
struct Hollow {
    Length from, to;
    bool operator==(const Hollow&) const = default;
};

struct Chain {
    HoleSpec spec;
    Length metal; ///< there is under the face at this hole
    std::optional<Hollow> hollow{};
    std::vector<CutStep> steps;
    std::optional<Choice> better{};     ///< a cutter that is sold and would do better than what is owned
    std::vector<std::string> missing{}; ///< sentences: what there is none of, and what does instead

    /// The step of that name, or nullptr.
    [[nodiscard]] const CutStep* find(const std::string& name) const;
    /// The last step of a kind that is not skipped, or nullptr.
    [[nodiscard]] const CutStep* last(StepKind kind) const;
};

struct ChainNeeds {
    const HoleSpec& spec;
    Length metal;
    std::optional<Hollow> hollow;
    const Metal& cut; ///< the metal as cut
    const std::vector<Cutter>& owned;
    const Spindle& spindle;
    const Customs& customs;
    const std::vector<std::string>& fluids;
    const Estimates& estimates;
    Unit unit = Unit::Millimetre;
};

/// The chain for one kind of hole in so much metal. A blind hole's tip, where the program chooses it, stays inside the
/// metal; what the user asks for is done as asked and is the findings' business.
Chain chain_for(const ChainNeeds& needs);

/// "centre drill", "pilot", "drill" … for sentences.
std::string in_words(StepKind kind);
/// A step as it is said: its name is kept in files ("drill", "tap 2", "own 1") and is the same in every language.
std::string step_title(const std::string& name);

} // namespace clockface
