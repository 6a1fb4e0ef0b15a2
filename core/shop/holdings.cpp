#include "shop/holdings.h"

#include "measure/figures.h"
#include "words/say.h"

#include <fmt/format.h>

namespace clockface {

Holdings default_holdings() {
    const auto mm = [](double value) { return Length::mm(value); };
    Holdings all;
    all.vises = {{"small vise", mm(76), mm(31), mm(12), mm(68), mm(34), {}, true, false},
                 {"wide vise", mm(124), mm(41), mm(17), mm(138), mm(47), mm(18), true, false},
                 {"drill vise", mm(92), mm(34), mm(14), mm(86), mm(29), mm(26), true, true}};
    all.chucks = {{"chuck on the table", 3, mm(4), mm(82), mm(104), mm(27), mm(58), mm(29), mm(15), mm(31)}};
    all.angle_plates = {{"angle plate", mm(110), mm(132), mm(16)}};
    all.parallels = {{mm(3), mm(11), mm(118)},   {mm(3), mm(17), mm(118)},   {mm(3), mm(26), mm(118)},
                     {mm(5), mm(13), mm(142)},   {mm(5), mm(21.5), mm(142)}, {mm(6), mm(28), mm(142)},
                     {mm(5), mm(36.5), mm(142)}, {mm(9), mm(34), mm(142)}};
    all.waste = {mm(12), mm(18), mm(27)};
    all.finders = {{"edge finder", FinderKind::EdgeFinder, mm(10), mm(0.01), mm(4)},
                   {"wiggler", FinderKind::Wiggler, mm(6), mm(0.02), mm(4)},
                   {"centre drill's body", FinderKind::CentreDrill, mm(8), mm(0.05), mm(6)},
                   {"drill's tip", FinderKind::DrillTip, {}, mm(0.25), {}}};
    return all;
}

std::string in_words(const ParallelPair& pair) {
    const NearestFraction thickness = nearest_fraction(pair.thickness), height = nearest_fraction(pair.height);
    constexpr Length exact = Length::mm(1e-4);
    if (abs(thickness.leftover) < exact && abs(height.leftover) < exact)
        return say("{thickness} × {height} in", {{"thickness", thickness.text}, {"height", height.text}});
    const auto figure = [](Length length) { return decimal(length.in_mm(), 3, Sign::WhenNegative, Tail::Trim); };
    return say("{thickness} × {height} mm", {{"thickness", figure(pair.thickness)}, {"height", figure(pair.height)}});
}

std::string name_of(const ParallelPair& pair) {
    return fmt::format("{:g}x{:g}", pair.thickness.in_mm(), pair.height.in_mm());
}

} // namespace clockface
