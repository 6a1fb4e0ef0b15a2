#include "layout/outline.h"
#include "ordering/cut_writer.h"
#include "round/packing.h"
#include "round/ways.h"

namespace clockface {

// Flat work against fence and stop: both are set anew where a hole's figure differs from the one before.
Route make_route(const RouteNeeds& needs, const DrillPress&) {
    Route route;
    route.order = needs.order;
    const ReferenceEdges edges = reference_edges(needs.job);
    const Packing packing(needs.kit.packing);
    const Length pin = fence_pin(needs.kit);
    std::optional<Length> set_x, set_y;
    const auto set = [&](Axis axis, bool far, Length from_edge, std::optional<Length>& now, int hole) {
        if (now == from_edge)
            return;
        now = from_edge;
        const Packed packed =
            packing.pack_or_measure(from_edge - pin / 2.0, needs.kit.packing_within, needs.kit.caliper_step);
        route.list.push_back({SetPacking{axis, far, pin, packed.pieces, packed.sum, {}, false}, hole});
    };
    CutWriter cuts(route, needs);
    for (const Pass& pass : needs.work.passes)
        for (const Visit& visit : pass.visits) {
            const std::size_t before = route.list.size();
            const Point from = needs.holes[static_cast<std::size_t>(visit.hole)].at - edges.corner;
            set(Axis::X, edges.right, edges.right ? -from.x : from.x, set_x, visit.hole);
            set(Axis::Y, edges.upper, edges.upper ? -from.y : from.y, set_y, visit.hole);
            if (route.list.size() != before)
                cuts.pin_in_chuck();
            cuts.cut(visit);
        }
    cuts.hands();
    return route;
}

} // namespace clockface
