// Cutters: what they are, the sets they are sold in, and the drawer they lie in.
#pragma once

#include "measure/angle.h"
#include "measure/length.h"

#include <array>
#include <optional>
#include <string>
#include <vector>

namespace clockface {

enum class CutterKind { Drill, StepDrill, CentreDrill, SpotDrill, Reamer, Counterbore, Countersink, Tap };
inline constexpr std::array cutter_kinds = {CutterKind::Drill,       CutterKind::StepDrill, CutterKind::CentreDrill,
                                            CutterKind::SpotDrill,   CutterKind::Reamer,    CutterKind::Counterbore,
                                            CutterKind::Countersink, CutterKind::Tap};
enum class CutterMetal { HighSpeedSteel, Cobalt, Carbide };
/// How a tap begins: a taper tap with about 8 threads of lead, a plug (second) tap with 4, a bottoming tap with 1.5.
enum class TapLead { Taper, Plug, Bottoming };

struct Cutter {
    CutterKind kind = CutterKind::Drill;
    std::string name;                 ///< as it is called, and told from all others: "4.2 mm drill", "M5 plug tap"
    std::string size;                 ///< as its table writes it: "4.2", "#29", "M5", "A2"
    Length diameter;                  ///< nominal; of a centre drill and a step drill the widest it makes
    std::optional<Length> measured{}; ///< what it really measures
    Length tip{};        ///< centre drill: its tip; spotting drill and countersink: the flat; counterbore: its
                         ///< pilot; step drill: the smallest step
    Length tip_length{}; ///< centre drill: before its cone begins; step drill: height of one step
    Angle point{};       ///< included angle of the point or cone; nought: flat
    Length flute{};      ///< how deep it cuts
    Length overall{};    ///< how far it stands out of the chuck, about, plus what the chuck holds
    CutterMetal metal = CutterMetal::HighSpeedSteel;
    TapLead lead = TapLead::Plug;
    bool worn = false;
    bool split_point = false;
    bool hand = false; ///< a hand reamer

    [[nodiscard]] Length actual() const { return measured.value_or(diameter); }
    bool operator==(const Cutter&) const = default;
};

enum class SetFamily {
    Fractional,
    Number,
    Letter,
    Metric,
    StubMetric,
    PlainCentres,
    FormACentres,
    MetricReamers,
    InchReamers,
    Counterbores
};

inline constexpr std::array set_families = {SetFamily::Fractional,   SetFamily::Number,        SetFamily::Letter,
                                            SetFamily::Metric,       SetFamily::StubMetric,    SetFamily::PlainCentres,
                                            SetFamily::FormACentres, SetFamily::MetricReamers, SetFamily::InchReamers,
                                            SetFamily::Counterbores};

/// Cutters bought together: all of a family from one size to another by an equal step, less those that are lost.
struct CutterSet {
    SetFamily family = SetFamily::Metric;
    std::string from, to;               ///< names of its first and last size
    Length step{};                      ///< nought: every size the table has
    std::vector<std::string> without{}; ///< sizes that are missing
    bool operator==(const CutterSet&) const = default;
};

/// The taps there are for one thread.
struct TapSet {
    std::string thread;
    bool taper = false, plug = false, bottoming = false;
    bool operator==(const TapSet&) const = default;
};

struct Drawer {
    std::vector<CutterSet> sets{};
    std::vector<TapSet> taps{};
    std::vector<Cutter> singles{};     ///< they stand before what a set has of the same name
    std::vector<std::string> fluids{}; ///< cutting fluids on hand
    bool operator==(const Drawer&) const = default;
};

/// A made-up drawer to begin with.
Drawer default_drawer();

/// Everything in the drawer, kind by kind from small to large; no name twice.
std::vector<Cutter> cutters_in(const Drawer& drawer);
/// Everything the tables know, so that it can be said what buying one would give.
const std::vector<Cutter>& cutters_sold();

/// The sizes of a set's family, as its table writes them, from small to large.
std::vector<std::string> sizes_of(SetFamily family);
/// "fractional drills", "metric drills", "plain centre drills" …
std::string in_words(SetFamily family);
/// "drill", "centre drill" …
std::string in_words(CutterKind kind);
/// "taper", "plug", "bottoming": in the names of taps, which are the same in every language.
const char* name_of(TapLead lead);
/// Threads of lead before a tap cuts full thread: 8, 4, 1.5.
double lead_threads(TapLead lead);

/// A set to begin with: all sizes of the family. A single cutter to begin with, under a name of its own: 8 mm, points
/// as most are ground (drills 118 degrees, centre drills 60, others 90).
CutterSet new_set(SetFamily family);
Cutter new_single(CutterKind kind, int number);

/// A drill of any diameter that is no table's, for what has been measured or typed.
Cutter plain_drill(const std::string& name, Length diameter);

} // namespace clockface
