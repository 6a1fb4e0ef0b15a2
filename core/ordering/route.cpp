#include "ordering/route.h"

#include "measure/fingerprint.h"
#include "ordering/bar_route.h"
#include "ordering/cut_writer.h"

#include <algorithm>

namespace clockface {

Route make_route(const RouteNeeds& needs, const Machine& machine) {
    if (needs.work.passes.empty()) { // nothing is done at the machine, so nothing is set up either
        Route by_hand;
        by_hand.machine = machine.name;
        CutWriter(by_hand, needs).hands();
        for (const ByHand& each : needs.work.by_hand)
            for (const int hole : each.holes)
                if (std::find(by_hand.order.begin(), by_hand.order.end(), hole) == by_hand.order.end())
                    by_hand.order.push_back(hole);
        return by_hand;
    }
    Route route = needs.job.blank.on_side()
                      ? make_bar_route(needs, machine)
                      : std::visit([&](const auto& kind) { return make_route(needs, kind); }, machine.kind);
    route.machine = machine.name;
    return route;
}

std::string fingerprint(const Route& route) {
    return fingerprint_of(route.list);
}

} // namespace clockface
