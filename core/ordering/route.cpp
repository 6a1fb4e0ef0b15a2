#include "ordering/route.h"

#include "measure/fingerprint.h"
#include "ordering/bar_route.h"
#include "ordering/cut_writer.h"

namespace clockface {

Route make_route(const RouteNeeds& needs, const Machine& machine) {
    if (needs.work.passes.empty()) { // nothing is done at the machine, so nothing is set up either
        Route by_hand;
        by_hand.machine = machine.name;
        CutWriter(by_hand, needs).hands();
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
