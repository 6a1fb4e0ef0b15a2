// How this shop cuts: its own rules where the trade has more than one.
#pragma once

#include "measure/angle.h"
#include "measure/length.h"

#include <map>
#include <optional>
#include <set>
#include <string>

namespace clockface {

enum class StartWay { CentreDrill, SpottingDrill, Straight };

/// How a thread is cut by hand: so much of a turn on, and so much back to break the chip.
struct TapRhythm {
    double on = 0.5, back = 0.25; ///< turns
    bool operator==(const TapRhythm&) const = default;
};

/// What keeps a tap upright that is turned by hand over its hole: the eye, a pointed follower in the chuck, or the
/// chuck that grips it, with the power off.
enum class TapGuide { Eye, Follower, Chuck };

/// What the Bench asks before it goes on, and is not answered by the key that says done.
enum class GateKind {
    SeatClean,   ///< before the work is clamped
    HeldKeyOut,  ///< before the spindle turns a cutter that was changed; always asked
    Locked,      ///< before every cut; asked of a beginner
    Measured,    ///< whether a place measures as it must
    SeenThrough, ///< before the far side is seen to
    LetGo        ///< before the work is unclamped
};

struct Customs {
    StartWay start = StartWay::CentreDrill;
    bool small_steps = false;     ///< every hole in small steps, instead of straight up to what the machine drives
    double thread_percent = 0.0;  ///< wanted; nought: what the metal's row says
    double chip_room = 2.0;       ///< below a tap, in pitches
    Length beyond;                ///< past the far face when drilling through
    Length chamfer;               ///< how much wider than the hole its mouth is made
    bool chart_clearance = false; ///< screws of inch sizes clear by the charts at the bench, not by the standard
    double briskness = 80.0;      ///< percent of the tabulated advance: gentle 50 to production 100
    std::map<std::string, double> speeds{}; ///< own surface speeds in m/min, by metal
    std::optional<TapRhythm> tap_rhythm{};  ///< nothing: what suits size and metal
    TapGuide tap_guide = TapGuide::Chuck;
    bool novice = false;            ///< a beginner is at work: the Bench asks more
    std::set<GateKind> quietened{}; ///< gates that are not asked; those about being hurt are all the same
    bool operator==(const Customs&) const = default;
};

Customs default_customs();

} // namespace clockface
