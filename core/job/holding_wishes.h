// What the user has said of how the work is held in a set-up. Whatever is left alone is proposed.
#pragma once

#include "job/adjusting.h"
#include "job/hole_id.h"
#include "measure/length.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

/// The end of the work that goes to the stop, as it lies on the machine; in a vise that is turned a quarter the left
/// one is the near one and the right one the far one.
enum class StopAt { None, Left, Right };

/// An edge of the work, as it lies.
enum class WorkEdge { Left, Right, Near, Far };

/// Where a clamp reaches over the work: at an edge, 1 to 3 quarters along it, from the left or from the near end.
struct ClampAt {
    WorkEdge edge = WorkEdge::Left;
    int quarter = 2;
    bool operator==(const ClampAt&) const = default;
};

/// Something of the work whose middle the spindle is brought over: a bore or the rim of a disc with an indicator, a
/// hole with a pin, a crossing of scribed lines by eye.
enum class CentreKind { Bore, Rim, PinInHole, ScribedCross };

/// Zero is not found by touching faces but over the middle of something whose place is known.
struct CentreWish {
    CentreKind kind = CentreKind::Bore;
    Point at{}; ///< from the datum
    bool operator==(const CentreWish&) const = default;
};

/// What a bar lies in while its side is drilled: between a vise's jaws, in a vee block on the table, or in a collet
/// block that a vise holds by its flats.
enum class BarRest { Jaws, VeeBlock, ColletBlock };
/// Stable names for files: "jaws", "vee-block", "collet-block".
constexpr const char* name_of(BarRest rest) {
    switch (rest) {
    case BarRest::Jaws:
        return "jaws";
    case BarRest::VeeBlock:
        return "vee-block";
    case BarRest::ColletBlock:
        break;
    }
    return "collet-block";
}

/// Like pieces that go through a set-up against a stop: the turns a piece allows, and what they come out of sawing or
/// milling within, plus or minus.
struct BatchWishes {
    bool end_for_end = false, over_left_right = false, over_front_back = false;
    Length length_scatter{}, width_scatter{};
    bool together = false; ///< at the Bench all go through each setting before the next is set
    bool operator==(const BatchWishes&) const = default;
};

struct HoldingWishes {
    std::optional<std::string> in{};        ///< a vise, chuck or angle plate, by name; empty: clamped on the table
    std::optional<std::string> parallels{}; ///< by name; empty: none
    bool rear_taken_out = false;            ///< the parallel at the rear jaw, once the work is clamped
    std::optional<Length> waste{};          ///< thickness of what lies under the work on the table; nought: nothing
    std::optional<StopAt> stop{};
    std::optional<std::string> finder{}; ///< by name
    int touches = 1;                     ///< each face is touched so often, and the mean counts
    std::optional<Length> swing_reads{}; ///< an indicator swung half round the spindle reads so much apart
    Length swing_span = Length::mm(150); ///< between the two places it reads at
    std::optional<bool> turned{};        ///< the vise stands turned a quarter on the table, its rear jaw at the left
    Length aside{};                      ///< the work's middle, along the jaws from their middle, to the right (or far)
    std::vector<ClampAt> clamps{};       ///< on the table; none: proposed
    std::optional<CentreWish> centre{};  ///< nothing: zero is found by touching faces
    std::optional<HoleId> local_zero{};  ///< a readout's figures are given from this hole too
    std::optional<BarRest> rest{};       ///< of a bar whose side is up
    BatchWishes batch{};
    Adjusting adjusting{}; ///< by a gauge, where no jaw or fence brings it right
    bool operator==(const HoldingWishes&) const = default;
};

} // namespace clockface
