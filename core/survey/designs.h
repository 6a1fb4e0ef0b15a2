// From measured places to the design that was probably behind them, and the places a design gives.
#pragma once

#include "survey/survey.h"

#include <map>
#include <string>
#include <vector>

namespace clockface {

/// A likely design. Either for places (`design`) or for one hole's size (`hole`, `made_as`).
struct Proposal {
    std::optional<Design> design;
    std::string hole;
    std::optional<HoleSpec> made_as;
    std::string sentence; ///< "H1, H3, H4 and H6: four of six on a 62 mm circle. The worst is 0.04 mm from it; …"
    Length worst;         ///< largest distance of a measured place (or size) from the design
    Length expected;      ///< what that may be by the errors of the readings, nineteen times in twenty
    [[nodiscard]] bool fits() const { return worst <= expected; }
};

/// Circles of equal spaces, rows of equal pitch, symmetry, round coordinates; threads, fits and round diameters. Only
/// what could hardly be so by chance (less than once in fifty), the most telling first. Places that are not settled
/// take no part.
std::vector<Proposal> proposals(const OldPart& part, const Survey& survey);

/// The design laid on measured places, both in the order of its list, by turning and shifting it as a whole so that the
/// squares of the distances are least. A symmetric one is the mean of the places and their mirror images.
std::vector<Point> design_laid_on(const Design& design, const std::vector<Point>& measured);

/// The place of every settled hole, in the old part's axes: as measured, or where a design was taken, the design laid
/// on the measured places by turning and shifting as a whole (least squares). Holes by name.
std::map<std::string, Point> designed_places(const OldPart& part, const Survey& survey);

/// What kind of hole the copy has: as taken, otherwise plain with the measured diameter to a tenth of a millimetre, as
/// drills are sold (to a thou, of an inch part); of a tapped hole whose thread is not taken yet nothing. A blind hole
/// is copied as deep as it is.
std::optional<HoleSpec> copied_spec(const OldPart& part, const OldHole& hole);

} // namespace clockface
