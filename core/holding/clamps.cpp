#include "holding/clamps.h"

#include "words/say.h"

#include <cstdlib>
#include <optional>
#include <tuple>

namespace clockface {

namespace {

bool at_an_end(WorkEdge edge) {
    return edge == WorkEdge::Left || edge == WorkEdge::Right;
}
bool opposite(const ClampAt& a, const ClampAt& b) {
    return a.edge != b.edge && at_an_end(a.edge) == at_an_end(b.edge);
}

} // namespace

std::vector<ClampAt> clamp_places(bool round) {
    std::vector<ClampAt> all;
    for (const WorkEdge edge : {WorkEdge::Left, WorkEdge::Right, WorkEdge::Near, WorkEdge::Far})
        for (const int quarter : {1, 2, 3})
            if (!round || (at_an_end(edge) && quarter != 2))
                all.push_back({edge, quarter});
    return all;
}

std::array<Solid, 2> clamp_solids(const ClampAt& at, Point extents, bool round, const Strap& strap) {
    constexpr Length nut = Length::mm(8.5); // from its middle
    const bool end = at_an_end(at.edge), high = at.edge == WorkEdge::Right || at.edge == WorkEdge::Far;
    // Which way the strap points outwards, how far the edge is that way, and how far aside the strap lies.
    Angle bearing = Angle::degrees((high ? 0.0 : 180.0) + (end ? 0.0 : 90.0));
    Length edge = (end ? extents.x : extents.y) / 2.0;
    Length aside = (end ? extents.y : extents.x) * (at.quarter / 4.0 - 0.5) * (end == high ? 1.0 : -1.0);
    if (round) { // half-way between the places where the rim is touched
        bearing = bearing + Angle::degrees((at.quarter == 3) == high ? 45.0 : -45.0);
        aside = {};
    }
    const auto box = [&](Length from, Length to, Length side, Length above) {
        const Point middle = rotated({(from + to) / 2.0, aside}, bearing);
        const Length half = (to - from) / 2.0;
        const Solid turned{Underneath::Clamp,
                           middle.x - half,
                           middle.x + half,
                           middle.y - side,
                           middle.y + side,
                           -above,
                           false,
                           {},
                           bearing};
        return round ? turned : upright(turned); // which stands square to the axes
    };
    const Length stud = edge + strap.stud_out;
    return {box(edge - strap.reach, stud + nut, strap.width / 2.0, strap.thickness),
            box(stud - nut, stud + nut, nut, strap.stud_above)};
}

std::vector<ClampAt> proposed_clamps(Point extents, const Strap& strap, bool round,
                                     const std::function<std::vector<bool>(const std::vector<Solid>&)>& met) {
    const std::vector<ClampAt> places = clamp_places(round);
    std::vector<std::vector<bool>> in_the_way;
    in_the_way.reserve(places.size());
    for (const ClampAt& each : places) {
        const std::array<Solid, 2> solids = clamp_solids(each, extents, round, strap);
        in_the_way.push_back(met({solids.begin(), solids.end()}));
    }
    std::optional<std::tuple<int, int, int>> least;
    std::vector<ClampAt> best;
    for (std::size_t a = 0; a < places.size(); ++a)
        for (std::size_t b = a + 1; b < places.size(); ++b) {
            if (!opposite(places[a], places[b]))
                continue;
            int holes = 0;
            for (std::size_t h = 0; h < in_the_way[a].size(); ++h)
                holes += in_the_way[a][h] || in_the_way[b][h] ? 1 : 0;
            // Opposite each other, and in the middles where they can be.
            const int off = std::abs(places[a].quarter + places[b].quarter - 4);
            const std::tuple now{holes, off, std::abs(places[a].quarter - 2) + std::abs(places[b].quarter - 2)};
            if (!least || now < *least) {
                least = now;
                best = {places[a], places[b]};
            }
        }
    return best;
}

std::string in_words(const ClampAt& at) {
    static constexpr const char* ends[2][3] = {
        {later("the left edge, at the near side"), later("the left edge, in the middle"),
         later("the left edge, at the far side")},
        {later("the right edge, at the near side"), later("the right edge, in the middle"),
         later("the right edge, at the far side")}};
    static constexpr const char* sides[2][3] = {
        {later("the near edge, at the left"), later("the near edge, in the middle"),
         later("the near edge, at the right")},
        {later("the far edge, at the left"), later("the far edge, in the middle"),
         later("the far edge, at the right")}};
    const auto& words =
        at_an_end(at.edge) ? ends[at.edge == WorkEdge::Right ? 1 : 0] : sides[at.edge == WorkEdge::Far ? 1 : 0];
    return say(words[at.quarter - 1]);
}

} // namespace clockface
