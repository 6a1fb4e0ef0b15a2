// Reference tables for holes: clearance, screw heads, limits, reamers, metals, fluids. Each row's source stands in the
// table (data/*.csv).
#pragma once

#include "measure/angle.h"
#include "measure/length.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace clockface {

/// Clearance holes of a screw. Source: data/clearance.csv (ISO 273, ASME B18.2.8; BA by usual practice).
struct Clearance {
    std::string screw; ///< "M5", "10", "1/4", "2BA"
    Length major;
    Length close, normal, free;
    Length chart_close{}, chart_free{}; ///< of the usual charts at the bench; nought where these have none
};
const std::vector<Clearance>& all_clearances();
/// For a screw by its name (see screw_of in threads.h). Nothing where the table has no such screw, however near another
/// may be.
std::optional<Clearance> clearance_for(const std::string& screw);

/// Heads of screws let in. Source: data/screw_heads.csv (ISO 4762, DIN 974-1, ISO 15065, ASME B18.3, B18.6.3).
struct ScrewHead {
    std::string screw;
    Length major;
    Length head, height; ///< of a socket cap screw
    Length counterbore;
    Length sink_mouth; ///< of the countersink for a flat head
    Angle sink_angle;
};
const std::vector<ScrewHead>& all_heads();
std::optional<ScrewHead> head_for(const std::string& screw);

/// Limits of a fit from nominal. Source: data/fits.csv (ISO 286-2).
struct FitRow {
    std::string fit; ///< capital: of a hole; small letter: of a pin
    Length over, up_to;
    Length lower, upper;
};
const std::vector<FitRow>& all_fits();
/// Nothing for a fit or a diameter the table does not have.
std::optional<FitRow> fit_for(std::string_view fit, Length diameter);

/// Reamers as sold, with the charted drill. Source: data/reamers.csv.
struct SoldReamer {
    std::string name;
    bool inch = false;
    Length size;
    std::string drill;
};
const std::vector<SoldReamer>& sold_reamers();
/// What is left for a reamer on the diameter. Source: data/ream_allowance.csv.
struct ReamAllowance {
    Length over, up_to, machine, hand;
};
const std::vector<ReamAllowance>& ream_allowances();
ReamAllowance ream_allowance(Length diameter);

/// Centre drills. Source: data/centre_drills.csv (ASME B94.11M, ISO 866).
struct CentreDrillSize {
    std::string name;
    bool inch = false;
    Length body, tip, tip_length;
};
const std::vector<CentreDrillSize>& all_centre_drills();

/// Lengths of drills. Source: data/drill_lengths.csv (ISO 235).
struct DrillLength {
    Length up_to, flute, overall, stub_flute, stub_overall;
};
const std::vector<DrillLength>& drill_lengths();
const DrillLength& drill_length(Length diameter);

/// A metal and how it is cut. Source: data/materials.csv.
struct Metal {
    std::string name;
    std::vector<std::string> words;             ///< it is known by
    double slow = 0.0, usual = 0.0, fast = 0.0; ///< surface speed of high speed steel, m/min
    double carbide = 0.0;                       ///< the same of carbide
    bool long_chips = false;
    std::string fluid;           ///< "dry" where none
    double oversize = 0.0;       ///< how much a drill cuts over its size, share of its diameter
    double feed = 1.0;           ///< advance against mild steel
    double wander = 1.0;         ///< against mild steel
    double thread_percent = 0.0; ///< wanted
    double engagement = 0.0;     ///< least thread engaged, in diameters
};
const std::vector<Metal>& all_metals();
/// The metal a job's words name: the row with the longest of its words in the text. Nothing when no word is known.
std::optional<Metal> metal_of(std::string_view material);

/// What does in place of a fluid, best first. Source: data/fluids.csv.
struct FluidRow {
    std::string fluid, instead, note;
};
const std::vector<FluidRow>& fluid_substitutes();

} // namespace clockface
