#include "ordering/index_plates.h"

#include "measure/figures.h"

#include <cmath>

namespace clockface {

namespace {

constexpr double alike = 1e-9; // degrees: two circles that miss by this much miss alike

template <class Take> void each_circle(const std::vector<std::vector<int>>& plates, const Take& take) {
    for (std::size_t plate = 0; plate < plates.size(); ++plate)
        for (const int holes : plates[plate])
            take(static_cast<int>(plate), holes);
}

} // namespace

std::int64_t index_holes(Angle from_start, int ratio, int circle) {
    // One rounding rule for all devices: ties away from zero, whatever the last bit says.
    return round_to_step(Length::mm(from_start.in_degrees()), Length::mm(360.0 / ratio / circle)).counts;
}

std::optional<IndexCircle> best_circle(const std::vector<Angle>& angles, int ratio,
                                       const std::vector<std::vector<int>>& plates) {
    std::optional<IndexCircle> best;
    each_circle(plates, [&](int plate, int holes) {
        const double step = 360.0 / ratio / holes;
        double worst = 0.0;
        for (const Angle angle : angles)
            worst = std::max(
                worst, std::fabs(angle.in_degrees() - step * static_cast<double>(index_holes(angle, ratio, holes))));
        const bool better = !best || worst < best->worst.in_degrees() - alike ||
                            (worst < best->worst.in_degrees() + alike && holes < best->holes);
        if (better)
            best = IndexCircle{plate, holes, Angle::degrees(worst)};
    });
    return best;
}

std::optional<EvenIndex> even_index(int divisions, int ratio, const std::vector<std::vector<int>>& plates) {
    std::optional<EvenIndex> best;
    each_circle(plates, [&](int plate, int circle) {
        const std::int64_t all = static_cast<std::int64_t>(ratio) * circle;
        if (all % divisions != 0 || (best && best->circle <= circle))
            return;
        const auto move = static_cast<int>(all / divisions);
        best = EvenIndex{plate, circle, move / circle, move % circle};
    });
    return best;
}

} // namespace clockface
