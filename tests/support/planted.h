// Pieces on which something went wrong, made by the simulated machine with faults of its own: a move done wrong, a
// machine or a drawing that is not what it was taken for, the work lying otherwise. What looks for causes has no part
// in it.
#pragma once

#include "inspection/causes.h"
#include "inspection/what_to_measure.h"
#include "support/jobs.h"

#include <array>
#include <optional>

namespace clockface::testing {

/// All that can be planted.
inline constexpr std::array planted_kinds = {
    CauseKind::HalfFinder, CauseKind::TurnsLost,   CauseKind::FigureMisread, CauseKind::SignLost,
    CauseKind::NoTakeUp,   CauseKind::LockedAfter, CauseKind::OtherSide,     CauseKind::ZeroElsewhere,
    CauseKind::ZeroOff,    CauseKind::AxesChanged, CauseKind::LiesCrooked,   CauseKind::StartAngle,
    CauseKind::LastOn360,  CauseKind::OtherSense,  CauseKind::Mirrored,      CauseKind::RadiusForDiameter,
    CauseKind::Scale,      CauseKind::FlippedEnd,  CauseKind::AddsUp,        CauseKind::DrawnOver,
    CauseKind::Wandered,   CauseKind::Pulled,      CauseKind::ReadingSlipped};
const char* name_of(CauseKind kind);

/// A piece made and measured.
struct Planted {
    Job job;
    Shop shop;
    SetupPlan plan; ///< the list that should have been followed
    MeasuredPiece piece;
    MeasuredPart measured;
    std::vector<Point> stands;             ///< where the holes are
    std::vector<Point> would;              ///< where they would be if only the fault had acted, and nothing by chance
    std::vector<std::vector<Length>> pins; ///< in the holes of each reading
    std::optional<std::size_t> slipped;    ///< the reading that is wrong

    [[nodiscard]] CauseNeeds needs() const { return {job, shop, plan, measured, piece}; }
    /// What a reading gives on that piece, read without an error: from where the holes stand, or others.
    [[nodiscard]] double truth(const Reading& reading, const std::vector<Length>& pins,
                               const std::vector<Point>& holes) const;
    /// One reading more, with its instrument's error.
    void read(const ToMeasure& made, Draws& dice);
    /// All that was read, read anew where the holes stand now.
    void read_again(Draws& dice);
};

/// A random job in either unit, on a machine that can do it, with this gone wrong (nothing: nothing did). Nothing where
/// the fault cannot be in this job; then another is tried.
std::optional<Planted> plant(std::optional<CauseKind> kind, Draws& dice);

} // namespace clockface::testing
