// How this shop cuts: its own rules where the trade has more than one.
#pragma once

#include "measure/angle.h"
#include "measure/length.h"

#include <map>
#include <string>

namespace clockface {

enum class StartWay { CentreDrill, SpottingDrill, Straight };

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
    bool operator==(const Customs&) const = default;
};

Customs default_customs();

} // namespace clockface
