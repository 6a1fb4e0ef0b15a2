#include "round/mouth.h"

#include <algorithm>
#include <cmath>

namespace clockface {

std::vector<OnSurface> mouth_rim(const Blank& blank, const OnBar& bar, Length diameter, bool far, int places) {
    const Section section = section_at(blank, bar.along);
    const Angle bearing = bar.bearing + Angle::degrees(far ? 180.0 : 0.0);
    const Length offset = far ? -bar.offset : bar.offset;
    // Beyond the flank there is no surface; the widest lateral with metal is half the widest way across.
    const Length reach = std::max(section.across_x(), section.across_y()) / 2.0;
    std::vector<OnSurface> rim;
    rim.reserve(static_cast<std::size_t>(places));
    for (int i = 0; i < places; ++i) {
        const Angle round = Angle::degrees(360.0 * i / places);
        const Length wanted = std::clamp(offset + diameter / 2.0 * round.cosine(), -reach, reach);
        Length lateral = wanted;
        auto entry = entry_at(section, bearing, lateral);
        for (int k = 0; k < 40 && !entry; ++k) { // back towards the axis until there is metal
            lateral = lateral * 0.9;
            entry = entry_at(section, bearing, lateral);
        }
        const Point at = entry ? polar(hypot(entry->height, lateral), entry->bearing) : Point{};
        rim.push_back({bar.along + diameter / 2.0 * round.sine(), at});
    }
    return rim;
}

std::vector<Point> rolled_out_rim(const Blank& blank, const OnBar& bar, Length diameter, bool far, int places) {
    const Section section = section_at(blank, bar.along);
    const double round = girth(section).in_mm();
    const std::vector<OnSurface> rim = mouth_rim(blank, bar, diameter, far, places);
    const auto middle =
        entry_at(section, bar.bearing + Angle::degrees(far ? 180.0 : 0.0), far ? -bar.offset : bar.offset);
    const double about = middle ? rolled_out(section, middle->bearing).in_mm() : 0.0;
    std::vector<Point> rolled;
    rolled.reserve(rim.size());
    for (const OnSurface& place : rim) {
        const double y = rolled_out(section, bearing_of({}, place.across)).in_mm();
        rolled.push_back({place.along, Length::mm(about + std::remainder(y - about, round))});
    }
    return rolled;
}

} // namespace clockface
