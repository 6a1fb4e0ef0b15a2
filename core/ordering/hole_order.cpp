#include "ordering/route.h"

#include <numeric>

namespace clockface {

std::vector<int> hole_order(const std::vector<Hole>& holes, HoleOrder wanted) {
    std::vector<int> order(holes.size());
    std::iota(order.begin(), order.end(), 0);
    if (wanted == HoleOrder::AsDrawn)
        return order;
    Point here{};
    for (std::size_t made = 0; made < order.size(); ++made) {
        std::size_t nearest = made;
        double least = -1.0;
        for (std::size_t i = made; i < order.size(); ++i) {
            const Point step = holes[static_cast<std::size_t>(order[i])].at - here;
            const double way = step.x.in_mm() * step.x.in_mm() + step.y.in_mm() * step.y.in_mm();
            if (least < 0.0 || way < least) {
                least = way;
                nearest = i;
            }
        }
        std::swap(order[made], order[nearest]);
        here = holes[static_cast<std::size_t>(order[made])].at;
    }
    return order;
}

} // namespace clockface
