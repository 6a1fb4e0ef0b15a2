#include "ordering/tour.h"

#include "ordering/tour_search.h"

#include <algorithm>
#include <limits>
#include <numeric>
#include <utility>

namespace clockface {

namespace {

// Every subset of the stops once: the cheapest way through it that ends at each of its members.
std::vector<std::size_t> proved_order(const Places& cost) {
    const std::size_t n = cost.size() - 1;
    const std::size_t subsets = std::size_t{1} << n;
    std::vector<double> least(subsets * n, std::numeric_limits<double>::infinity());
    std::vector<std::uint8_t> before(subsets * n, 0);
    for (std::size_t last = 0; last < n; ++last)
        least[(std::size_t{1} << last) * n + last] = cost(0, last + 1);
    for (std::size_t set = 1; set < subsets; ++set)
        for (std::size_t last = 0; last < n; ++last) {
            const double here = least[set * n + last];
            if ((set >> last & 1U) == 0)
                continue;
            for (std::size_t next = 0; next < n; ++next) {
                if ((set >> next & 1U) != 0)
                    continue;
                const std::size_t with = set | std::size_t{1} << next;
                const double now = here + cost(last + 1, next + 1);
                if (now < least[with * n + next]) {
                    least[with * n + next] = now;
                    before[with * n + next] = static_cast<std::uint8_t>(last);
                }
            }
        }
    std::size_t set = subsets - 1;
    std::size_t last = 0;
    for (std::size_t end = 1; end < n; ++end)
        if (least[set * n + end] < least[set * n + last])
            last = end;
    std::vector<std::size_t> order(n);
    for (std::size_t place = n; place-- > 0;) {
        order[place] = last + 1;
        const std::size_t from = before[set * n + last];
        set &= ~(std::size_t{1} << last);
        last = from;
    }
    return order;
}

// Always on to the cheapest stop left.
std::vector<std::size_t> nearest_start(const Places& cost) {
    std::vector<std::size_t> order(cost.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    for (std::size_t made = 1; made < order.size(); ++made) {
        std::size_t best = made;
        double least = std::numeric_limits<double>::infinity();
        for (std::size_t i = made; i < order.size(); ++i)
            if (const double now = cost(order[made - 1], order[i]); now < least) {
                least = now;
                best = i;
            }
        std::swap(order[made], order[best]);
    }
    return order;
}

// Row by row, there and back: what a careful hand would do on a grid.
std::vector<std::size_t> row_start(const Places& cost) {
    std::vector<std::size_t> order(cost.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::sort(order.begin() + 1, order.end(), [&](std::size_t a, std::size_t b) {
        return std::pair(cost.y(a), cost.x(a)) < std::pair(cost.y(b), cost.x(b));
    });
    bool back = false;
    for (std::size_t first = 1; first < order.size(); back = !back) {
        std::size_t end = first;
        while (end < order.size() && cost.y(order[end]) == cost.y(order[first]))
            ++end;
        if (back)
            std::reverse(order.begin() + static_cast<std::ptrdiff_t>(first),
                         order.begin() + static_cast<std::ptrdiff_t>(end));
        first = end;
    }
    return order;
}

double seconds_along(const Places& cost, const std::vector<std::size_t>& path) {
    double sum = 0.0;
    for (std::size_t i = 1; i < path.size(); ++i)
        sum += cost(path[i - 1], path[i]);
    return sum;
}

Tour tour_of(const Places& cost, const std::vector<std::size_t>& path, bool proved) {
    Tour tour;
    tour.seconds = seconds_along(cost, path);
    tour.proved = proved;
    tour.order.reserve(path.size() - 1);
    for (std::size_t i = 1; i < path.size(); ++i)
        tour.order.push_back(static_cast<int>(path[i]) - 1);
    return tour;
}

// Kicks are what takes time, about 30 microseconds each: a settled plan has a few dozen milliseconds for all its
// cutters, and somebody who waits half a second.
int kicks_for(std::size_t stops, Effort effort) {
    constexpr int usual_most = 1200, usual_each = 12, waited_for = 12000;
    switch (effort) {
    case Effort::Quick:
        return 0;
    case Effort::Usual:
        return std::min(usual_most, static_cast<int>(stops) * usual_each);
    case Effort::Long:
        break;
    }
    return waited_for;
}

} // namespace

double AxisCost::seconds(Length step) const {
    if (step == Length{})
        return 0.0;
    const bool against_approach = (step > Length{}) != (approach == Towards::Plus);
    return touch + per_mm * std::fabs(step.in_mm()) + (against_approach ? against : 0.0);
}

Tour cheapest_tour(const std::vector<Point>& stops, Point from, const TravelCost& travel, Effort effort) {
    if (stops.empty())
        return {{}, 0.0, true};
    const Places cost(stops, from, travel);
    constexpr std::size_t most_quick = 8; // all subsets of twelve take longer than a key stroke has
    if (stops.size() <= (effort == Effort::Quick ? most_quick : static_cast<std::size_t>(most_proved))) {
        std::vector<std::size_t> path = proved_order(cost);
        path.insert(path.begin(), 0);
        return tour_of(cost, path, true);
    }
    std::vector<std::size_t> nearest = nearest_start(cost);
    std::vector<std::size_t> rows = row_start(cost);
    const bool by_rows = seconds_along(cost, rows) < seconds_along(cost, nearest);
    // So many are not gone into between two keys.
    constexpr std::size_t most_mended = 150;
    if (effort == Effort::Quick && stops.size() > most_mended)
        return tour_of(cost, by_rows ? rows : nearest, false);
    TourSearch search(cost, by_rows ? std::move(rows) : std::move(nearest));
    search.descend();
    search.kick(kicks_for(stops.size(), effort));
    return tour_of(cost, search.way().path(), false);
}

Tour improved_tour(const std::vector<Point>& stops, Point from, const TravelCost& travel, std::vector<int> order) {
    const Places cost(stops, from, travel);
    std::vector<std::size_t> path{0};
    for (const int stop : order)
        path.push_back(static_cast<std::size_t>(stop) + 1);
    TourSearch search(cost, std::move(path));
    search.descend();
    return tour_of(cost, search.way().path(), false);
}

double seconds_of(const std::vector<Point>& stops, Point from, const TravelCost& cost, const std::vector<int>& order) {
    double sum = 0.0;
    for (const int stop : order) {
        const Point to = stops[static_cast<std::size_t>(stop)];
        sum += cost.seconds(from, to);
        from = to;
    }
    return sum;
}

} // namespace clockface
